"""What goes on the tag: id, length, size, rating straight and rolled up, dates."""

from dataclasses import MISSING, dataclass, fields, replace
from datetime import date
from typing import Any

from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.kinds.kind import Trait
from euthyne.core.kinds.one_termination import OneBrief
from euthyne.core.lead import Look, Reading
from euthyne.core.stages.brief.brief import BriefStage
from euthyne.core.stages.conductor.conductor import ROLLED_UP_LAYERS, ConductorStage
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.stages.given import Given
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.tag.facts import kind_facts
from euthyne.core.trade.bank import BATTERY
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.shown import one_and_all
from euthyne.core.trade.worded import WillNotDo, is_day

RETEST_KIND = {"wet": "outdoor"}  # the others are rows of their own
BY_PLACE = "by-place"


@dataclass(frozen=True)
class TagFacts:
    """The figures a tag carries; ``rolled_layers`` 0 where a record does not say which roll
    ``amps_rolled`` is for, ``rolls`` False for a lead that is never rolled up; ``facts`` what its kind
    says beside them, ``proved_by`` who read the proof.
    """

    tag: str
    name: str
    end_a: str
    end_b: str
    cord: str
    run_m: float
    volts: float
    amps: float
    amps_rolled: float
    weakest: str
    fuse_amps: float | None
    made_on: str
    made_by: str
    next_test: str
    rolled_layers: int = 0
    rolls: bool = True
    facts: tuple[str, ...] = ()
    proved_by: str = ""


def facts_in(record: dict[str, Any]) -> TagFacts:
    """The tag as a record froze it: what is newer than the record takes its default, what this
    program knows no more is passed over. Raises Refused where it has no tag.
    """
    told = record.get("tag")
    known = {f.name for f in fields(TagFacts)}
    wanted = {f.name for f in fields(TagFacts) if f.default is MISSING}
    if not isinstance(told, dict) or wanted - set(told):
        what = "the record says not what stood on the tag"
        raise Refused(Fault("seal.record.tag", what, "the file as it was exported"))
    for name in ("made_on", "next_test"):
        try:
            is_day(str(told[name]))
        except WillNotDo as error:
            raise Refused(Fault(f"seal.record.tag.{name}", error.problem, error.fix)) from error
    found = {name: value for name, value in told.items() if name in known}
    found["facts"] = tuple(str(line) for line in found.get("facts", ()))
    return TagFacts(**found)


def months_on(day: date, months: int) -> date:
    """The same day some months on, or the last day of a shorter month.

    >>> months_on(date(2026, 8, 31), 6).isoformat()
    '2027-02-28'
    """
    year, month = divmod(day.year * 12 + day.month - 1 + months, 12)
    for last in (day.day, 30, 29, 28):
        try:
            return date(year, month + 1, last)
        except ValueError:
            continue
    raise AssertionError("every month has a 28th")


def retest_months(place: str, policy: str = BY_PLACE) -> int:
    """Months between tests.

    Parameters: place, the kind it is used in; policy, months of the bench's own, or "by-place".
    Source: proof-limits.toml, for the place; local rules decide.
    """
    if policy != BY_PLACE:
        return int(policy)
    return proof_limits().retest.months[RETEST_KIND.get(place, place)]


class TagStage:
    """The tag of a lead."""

    def __init__(
        self, given: Given, brief: BriefStage, conductor: ConductorStage, ends: EndsStage
    ) -> None:
        self.given = given
        self.brief = brief
        self.conductor = conductor
        self.ends = ends

    def _holds(self, rolled: bool) -> float:
        """The rating that holds, in amps: the smallest of couplers, cable and a fuse of its own."""
        protection = self.conductor.protection
        fused = protection.amps if protection.in_lead else None
        rating = self.conductor.rating_amps(rolled=rolled)
        return min(rating, fused) if fused is not None else rating

    @property
    def retest_months(self) -> int:
        """Months from the seal to the next test, as this lead was begun."""
        return retest_months(self.retest_place, self.given.lead.build.practices.tested_again)

    @property
    def retest_place(self) -> str:
        """The kind of place its test goes by: that of its Brief; of a tool in the hand a workshop's, of
        what lies still where it is a longer one.
        """
        place = self.given.lead.brief.place
        if self.given.flex_is_there and self.given.mains:
            return "workshop" if place == "indoor" else place
        if place != "indoor" and self.given.kind.lies_still:
            return "still"
        return place

    @property
    def _made_by(self) -> str:
        """Who confirmed the steps of the build, in the order they came to it; empty where nobody is
        written beside them.
        """
        by = [x.by for x in self.given.lead.build.done if x.by not in ("", "?")]
        names = list(dict.fromkeys(by))
        if len(names) > 2:
            return f"{names[0]} and {len(names) - 1} more"
        return one_and_all(names)

    @property
    def _proved_by(self) -> str:
        """Who read the proof, the last of them first."""
        told = self.given.lead.proof
        entries: list[Look | Reading] = [*reversed(told.readings), *reversed(told.looks)]
        here = next((x.by for x in entries if x.by and not x.taken_in_by), "")
        if here:
            return here
        came = next((x.taken_in_by for x in entries if x.taken_in_by), "")
        return f"elsewhere; taken in by {came}" if came else ""

    def _end(self, side: str) -> str:
        """What an end is and where it goes: the place by its name, and the parts that are on it."""
        if self._set:
            return self._posts(side == "supply")
        here = self.given.at_side(side)
        words = dict.fromkeys(self.given.parts[f.id].words for f in here)
        place = self.given.assembly.place(here[0].place)
        if place is None or place.id == side:
            return one_and_all(words)
        if list(words) == [here[0].id]:  # it was there and has no name of its own: its place is one
            return place.called
        if Trait.ONE_END in self.given.kind.traits:
            told = OneBrief.of(self.given.lead.brief)
            way = f"way {told.cavity} of " if told.cavity and told.connector else ""
            return f"{' and '.join(words)}{f', {way}{told.connector}' if told.connector else ''}"
        return f"{place.called}: {' and '.join(words)}"

    @property
    def _set(self) -> SetBrief | None:
        """What is asked of a set of cables; None for a lead that is one."""
        brief = self.given.lead.brief
        return brief if isinstance(brief, SetBrief) else None

    def _posts(self, of_batteries: bool) -> str:
        """The batteries of a set, or what else its cables go to, with the lugs that are on them."""
        told = self._set.bank.things if self._set else {}
        things = [thing for thing in told if thing.startswith(BATTERY) == of_batteries]
        lugs = dict.fromkeys(part.words for part in self.given.parts.values())
        return f"{', '.join(things)}: {', '.join(lugs)}"

    def each(self, whole: TagFacts) -> tuple[TagFacts, ...]:
        """The tags of a lead: one, or of a set one for each cable, with its number and its own two posts.

        Parameters: whole, what the tag says of all of it, as it is now or as it was sealed.
        """
        if not self._set:
            return (whole,)
        found = []
        for n, cable in enumerate(self._set.set_cables, start=1):
            lugs = (self.given.parts[f"c{n}{letter}"].words for letter in "ab")
            a, b = (f"{post}: {lug}" for post, lug in zip((cable.a, cable.b), lugs, strict=True))
            run = cable.run_m or self._set.run_m or 0.0
            found.append(replace(whole, tag=f"{whole.tag}/{n}", end_a=a, end_b=b, run_m=run))
        return tuple(found)

    def facts(self, made_on: str, answers_for: str) -> TagFacts:
        """What the tag says. Parameters: made_on, an ISO date; answers_for, who seals it, named as its
        maker where nobody is written beside a step.
        """
        lead, cord = self.given.lead, self.conductor
        due = months_on(date.fromisoformat(made_on), self.retest_months)
        return TagFacts(
            tag=lead.tag,
            name=lead.name,
            end_a=self._end("supply"),
            end_b=self._end("load"),
            cord=cord.written,
            run_m=sum(self._set.runs_m) if self._set else lead.brief.run_m or 0.0,
            volts=self.brief.volts,
            amps=self._holds(rolled=False),
            amps_rolled=self._holds(rolled=True),
            weakest=cord.weakest.words,
            fuse_amps=cord.protection.amps if self.given.fused_plug else None,
            made_on=made_on,
            made_by=self._made_by or answers_for,
            next_test=due.isoformat(),
            rolled_layers=ROLLED_UP_LAYERS,
            rolls=cord.can_be_rolled_up,
            facts=kind_facts(self.given, self.brief, cord, self.ends),
            proved_by=self._proved_by,
        )
