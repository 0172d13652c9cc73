"""The same lead again, and a lead turned end for end."""

from dataclasses import replace

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import AgainFor, Build, Lead, Proof
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.practices import Practices, taken_up


def same_again(lead: Lead, tag: str, at: str) -> Lead:
    """A lead as another was planned, nothing of it cut, built or proven; cautions are passed anew. It comes after
    none, whatever the other was a re-test or a repair of: it is another lead.

    Parameters: lead; tag and at, of the new one.
    """
    return replace(
        lead,
        tag=tag,
        name=lead.name.replace(lead.tag, tag),  # a name that held its tag holds its own
        created_at=at,
        follows=None,
        again_for="",
        wanted_by=None,
        reasons=(),
        cut=replace(lead.cut, stripped=(), piece=None),
        build=Build(practices=lead.build.practices),
        proof=Proof(),
    )


def followed(lead: Lead, tag: str, at: str, why: AgainFor, now: Practices) -> Lead:
    """The lead that comes after a sealed one: tested again as it was built; mended, built as it was until a
    step is said to be not right any more; or as it is with something put right in its record.

    Parameters: lead that was sealed; tag and at, of the new one; why, a re-test, a repair, a correction;
    now, how the bench works now: it says when a lead is tested next, not how this one was built.
    """
    if why == "corrected":
        return replace(lead, tag=tag, created_at=at, follows=lead.tag, again_for=why)
    new = replace(same_again(lead, tag, at), follows=lead.tag, again_for=why)
    due, reason = now.tested_again, now.reason("tested_again")
    practices = taken_up(lead.build.practices, "tested_again", due, reason)
    build = replace(lead.build, practices=practices)
    return replace(new, cut=lead.cut, build=build, reasons=lead.reasons)


def can_be_swapped(lead: Lead) -> bool:
    """True where both of its places have a part of their own that is ours."""
    return None not in (_part_at(lead, lead.places[0]), _part_at(lead, lead.places[-1]))


def swapped(lead: Lead) -> Lead:
    """A lead with the parts of its first and its last place exchanged. Raises Refused."""
    first, last = lead.places[0], lead.places[-1]
    here, there = _part_at(lead, first), _part_at(lead, last)
    if here is None or there is None:
        raise Refused(
            Fault(
                "fit",
                "one end of this lead is not ours to change",
                "a lead with two ends made here",
            )
        )
    return changed(lead, [(f"fit.{first.id}", there), (f"fit.{last.id}", here)])


def _part_at(lead: Lead, place: Place) -> str | None:
    """The part of a place, where all that stands there is alike and made here."""
    found = {f.part for f in lead.fittings if f.place == place.id}
    existing = any(f.existing for f in lead.fittings if f.place == place.id)
    return found.pop() if len(found) == 1 and not existing else None
