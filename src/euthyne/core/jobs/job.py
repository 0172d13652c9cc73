"""A job: what somebody asked for, its leads, and those of it that are made to one plan."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Annotated

from annotated_types import MaxLen, MinLen

from euthyne.core.lead import Lead
from euthyne.core.standing.again import same_again
from euthyne.core.trade.worded import Day

# So many leads are made to one plan at most: beyond, several jobs.
MOST_ALIKE = 200


@dataclass(frozen=True)
class Job:
    """What somebody asked for."""

    name: Annotated[str, MinLen(1), MaxLen(80)]  # what it is called here
    made_for: Annotated[str, MaxLen(80)] = ""  # for whom; its leads take it from here
    wanted_by: Day | None = None  # the day it is wanted; its leads take it from here
    order: Annotated[str, MaxLen(60)] = ""  # the customer's order
    drawing: Annotated[str, MaxLen(60)] = ""  # the drawing it is made to, with its revision
    note: Annotated[str, MaxLen(400)] = ""  # whatever else is to be known


@dataclass(frozen=True)
class Alike:
    """Leads of a job that are made to one plan, in the order of their tags."""

    leads: tuple[Lead, ...]

    @property
    def first(self) -> Lead:
        """The one that stands for all."""
        return self.leads[0]


@lru_cache(maxsize=2048)
def plan_alone(lead: Lead) -> Lead:
    """A lead without what is its own: its tag and name, what is done of it, what was typed and reasoned."""
    bare = same_again(lead, "", "")
    ends = replace(bare.ends, accepted=False)
    cut = replace(bare.cut, accepted=False)
    return replace(bare, name="", made_for="", ends=ends, cut=cut)


def alike(leads: Iterable[Lead]) -> tuple[Alike, ...]:
    """The leads of a job, those of one plan together, in the order in which the first of each was begun."""
    groups: dict[Lead, list[Lead]] = {}
    for lead in leads:
        groups.setdefault(plan_alone(lead), []).append(lead)
    return tuple(Alike(tuple(them)) for them in groups.values())


def one_more(lead: Lead, tag: str, at: str) -> Lead:
    """Another lead to the same plan for the same job: its name, its day and its reasons with it, nothing of
    it cut or built.
    """
    new = same_again(lead, tag, at)
    return replace(new, wanted_by=lead.wanted_by, reasons=lead.reasons)


def as_planned(lead: Lead, like: Lead) -> Lead:
    """A lead planned anew as another is; what is its own stays.

    Raises ValueError for one that is cut: it is what it is.
    """
    if is_cut(lead):
        raise ValueError(f"{lead.tag} is cut already")
    new = one_more(like, lead.tag, lead.created_at)
    build = replace(lead.build, plan_stamp=lead.build.plan_stamp)
    return replace(
        new, name=lead.name, made_for=lead.made_for, wanted_by=lead.wanted_by, build=build
    )


def is_cut(lead: Lead) -> bool:
    """True once its cable is cut."""
    return any(done.step == "cut" for done in lead.build.done)


def for_job(lead: Lead, job: Job) -> Lead:
    """A lead that takes for whom and by when from its job, where it says neither itself."""
    return replace(
        lead,
        made_for=lead.made_for or job.made_for,
        wanted_by=lead.wanted_by or job.wanted_by,
    )


def same_plan(lead: Lead, others: Sequence[Lead]) -> tuple[Lead, ...]:
    """Those of some leads that are made to the very plan of one."""
    own = plan_alone(lead)
    return tuple(x for x in others if x.tag != lead.tag and plan_alone(x) == own)
