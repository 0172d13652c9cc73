"""A fix is tried on the whole lead before it is offered: it has to leave the lead better off."""

from collections.abc import Iterable
from dataclasses import replace
from functools import lru_cache

from euthyne.core.checks import found_before_proof
from euthyne.core.checks.found import Fix, Found
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import Lead, part_of
from euthyne.core.plan import plan_of
from euthyne.core.shelf.parts import keeps
from euthyne.core.trade.fault import Refused

# Said of every plan that is changed once its build has begun: no fix is worse for it.
OF_THE_CHANGE = ("plan-changed-after-build",)
TOGETHER = 3  # more changes than these are no press any more, but a new lead


def tried_fix(lead: Lead, key: str) -> Fix | None:
    """What a finding offers, once it was tried on the whole lead.

    Parameters: lead; key of the finding.
    Returns: the fix, with the cautions it brings; None where the lead would not be better off. Where
    a change leaves a stop that a second one clears, both are one press.
    """
    return _tried(plan_of(lead).unproven.lead, key)


@lru_cache(maxsize=512)
def _tried(before: Lead, key: str) -> Fix | None:
    standing = _standing(before)
    found = next((f for f in standing if f.key == key), None)
    if found is None or found.fix is None:
        return None
    fix, after = found.fix, before
    more = found.fix
    for _ in range(TOGETHER):
        try:
            after = changed(after, more.changes)
            now = _standing(after)
        except (Refused, KeyError):
            return None
        if not _keeps(before, after):
            return None
        if _better(standing, now, key):
            return replace(fix, brings=_brought(standing, now))
        following = next(
            (f.fix for f in now if f.fix and _stands_in_the_way(f, standing, key)), None
        )
        if following is None:
            return None
        more = following
        words = f"{fix.words}, and {more.words[0].lower()}{more.words[1:]}"
        fix = Fix(words, (*fix.changes, *more.changes))
    return None


def _standing(lead: Lead) -> tuple[Found, ...]:
    found = found_before_proof(plan_of(lead))
    return tuple(f for f in found if f.code not in OF_THE_CHANGE)


def _keys(found: Iterable[Found], level: str) -> set[str]:
    return {f.key for f in found if f.level == level}


def _better(before: tuple[Found, ...], after: tuple[Found, ...], key: str) -> bool:
    """True where the finding is gone, and nothing graver came: fewer stops and none that is new, or as
    many and fewer cautions; what a note offers is taken for the note to be gone.
    """
    stops, left = _keys(before, "stop"), _keys(after, "stop")
    cautions = len(_keys(after, "caution")) < len(_keys(before, "caution"))
    gone = key not in left | _keys(after, "caution")
    noted = key in _keys(before, "note") and key not in _keys(after, "note")
    return gone and left <= stops and (left < stops or cautions or noted)


def _stands_in_the_way(found: Found, before: tuple[Found, ...], key: str) -> bool:
    """True for a stop that the change brought, or that it did not clear."""
    return found.level == "stop" and (found.key == key or found.key not in _keys(before, "stop"))


def _brought(before: tuple[Found, ...], after: tuple[Found, ...]) -> tuple[str, ...]:
    known = _keys(before, "caution")
    return tuple(f.title for f in after if f.level == "caution" and f.key not in known)


def _keeps(before: Lead, after: Lead) -> bool:
    """True where every part that was changed is still what it was taken for."""
    was = {f.id: part_of(before, f) for f in before.fittings}
    now = {f.id: part_of(after, f) for f in after.fittings}
    dry = after.brief.place == "indoor"
    return all(
        now[name] == was[name] or keeps(was[name], now[name], dry)
        for name in was.keys() & now.keys()
    )
