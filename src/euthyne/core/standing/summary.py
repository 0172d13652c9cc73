"""A lead in short, as lists of leads find, order and count it."""

import re
from dataclasses import dataclass

from euthyne.core.lead import Lead
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import plan_of
from euthyne.core.standing.progress import progress_of


@dataclass(frozen=True)
class Summary:
    """Where a lead stands: its next stage and action, whether a stop stands there; ``begins_as`` its
    kind with the parts at its ends; ``words`` all that it is found by; ``over`` where nothing is left
    to do and nothing is sealed.
    """

    stage: Stage
    action: str
    stopped: bool
    begins_as: str
    words: str
    over: bool


def summary(lead: Lead, sealed: bool) -> Summary:
    """A lead in short. Raises Refused when its parts are not on the shelf."""
    standing = progress_of(lead, sealed)
    stage = standing.next_stage
    return Summary(
        stage=stage,
        action=standing.next_action,
        stopped=standing.mark(stage) == "stop",
        begins_as=begins_as(lead),
        words=words_of(lead),
        over=standing.over,
    )


def begins_as(lead: Lead) -> str:
    """The kind of a lead and the parts at its first and last place: what it was begun as."""
    parts = {f.place: f.part for f in lead.fittings}
    ends = [parts.get(place.id) or "" for place in (lead.places[0], lead.places[-1])]
    return " ".join((lead.kind, *ends))


def words_of(lead: Lead) -> str:
    """All that a lead is found by: its tag and number, its name, whose it is, what it is made of, who
    worked on it, what was written of it.
    """
    plan = plan_of(lead)
    number = re.search(r"0*(\d+)\D*$", lead.tag)
    found = [lead.tag, number[1] if number else "", lead.name, lead.made_for, plan.kind.name]
    found += [place.said for place in lead.places]
    for part in plan.given.parts.values():
        found += [part.words, part.standard]
    found += [plan.conductor.written, *(x.written for x in plan.conductor.laid.values())]
    found += [load.name for load in lead.brief.loads]
    found += [done.by for done in lead.build.done] + [look.by for look in lead.proof.looks]
    found += [reading.by for reading in lead.proof.readings]
    found += [reason.text for reason in lead.reasons] + [r.why for r in lead.build.reworks]
    return " ".join(dict.fromkeys(filter(None, found)))
