"""What Cut comes to: the length to cut, what comes off each end, and how the route bends it."""

import math
from collections import Counter
from dataclasses import dataclass, replace
from functools import cached_property

from euthyne.core.assembly.records import Cable
from euthyne.core.kinds import Trait
from euthyne.core.order.laid import CableEnd, End
from euthyne.core.shelf.part import Part
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.cut.cutlength import Allowed, CutLength, cut_length, run_of
from euthyne.core.stages.cut.strip import (
    NO_STRIP,
    THE_CORD,
    StripPlan,
    StripVerdict,
    joined,
    judge_strip,
    longer,
    strip_plan,
)
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.stages.given import Given
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.layers import layered, staircase, without_shield
from euthyne.core.trade.route import Moved, least_bend_mm, left_over_mm
from euthyne.core.trade.stud import short_of_stud_mm

EARTH = "E"
BEHIND_BUTT_MM = (
    20.0  # of core between the sheath and the nearest butt, for the end of its sleeve; generic
)
APART_MM = 8.0  # from the end of one butt to the next, at least; generic


@dataclass(frozen=True)
class StripGroup:
    """Cable ends that are stripped alike: where they are, in words, the part they go into, and the
    strip plan of all their cores.
    """

    ends: tuple[CableEnd, ...]
    named: str
    part: Part
    strip: StripPlan
    sheathed: bool

    @property
    def side(self) -> End:
        """The end of the cables it is at."""
        return self.ends[0].end


class CutStage:
    """The cutting and stripping of a lead, each number when first asked for."""

    def __init__(self, given: Given, conductor: ConductorStage, ends: EndsStage) -> None:
        self.given = given
        self.conductor = conductor
        self.ends = ends
        self.told = given.lead.cut

    @cached_property
    def strips(self) -> dict[CableEnd, StripPlan]:
        """The strip plan of every cable end that is made here."""
        return {at: self._strip(at) for at in self.given.assembly.cable_ends if self.made_here(at)}

    def made_here(self, at: CableEnd) -> bool:
        """True for a cable end that is stripped for this lead: it lands somewhere, and was not shut
        before.
        """
        return bool(self.given.assembly.fittings_at(at)) and not self.shut_before(at)

    def shut_before(self, at: CableEnd) -> bool:
        """True for a cable end that was in something already which is not opened."""
        existing = self.given.assembly.cable(at.cable).existing
        shut = existing is not None and (existing.finished or "").upper() == at.end
        landed = self.given.assembly.fittings_at(at)
        return shut or any(self.ends.by_id[f].fitting.existing for f in landed)

    def _strip(self, at: CableEnd) -> StripPlan:
        cable, names = self.conductor.laid[at.cable], self.given.assembly.core_names
        landing: dict[str, dict[str, str]] = {}
        for x in self.given.assembly.landing_at(at):
            landing.setdefault(x.fitting, {})[names[at.cable, x.core]] = x.cavity
        plans = {
            fitting: strip_plan(
                part=self.given.parts[fitting],
                landing=lands,
                copper_mm2=cable.copper_mm2,
                core_mm=cable.core_mm,
                cable=layered(cable.type.name) if cable.sheathed else None,
                fitting=fitting,
            )
            for fitting, lands in landing.items()
        }
        plan = joined(
            {
                fitting: longer(p, self._stagger_mm(at, fitting) + self._beyond_mm(at, fitting))
                for fitting, p in plans.items()
            }
        )
        return self._in_layers(plan, plans, cable.type.name)

    def _in_layers(
        self, plan: StripPlan, plans: dict[str, StripPlan], cable_type: str
    ) -> StripPlan:
        """The strip plan of a cable that has layers of its own: they are taken off as far as its longest core, or
        as far as what it ends in says.
        """
        layers = layered(cable_type)
        if layers is None or layers.whose == THE_CORD:
            return plan
        ends_in = next((own for f in plans if (own := layered(self.given.parts[f].layers))), None)
        layers = ends_in or layers
        if EARTH not in {own_name(core.core) for core in plan.cores}:
            layers = without_shield(layers)
        return replace(plan, stairs=staircase(layers, plan.swallows_mm), whose=layers.whose)

    def _beyond_mm(self, at: CableEnd, fitting: str) -> float:
        """How far a fitting lies from the one the cable is brought to, in mm: as far as the wire between the two.
        It is brought to what holds it, or else to where most of its cores land.
        """
        landed = self.given.assembly.fittings_at(at)
        many = Counter(x.fitting for x in self.given.assembly.landing_at(at))
        holds = max(landed, key=lambda f: (self.given.parts[f].grips, many[f]))
        if fitting == holds:
            return 0.0
        between = (
            sum(c.legs_m)
            for c in self.given.assembly.cables
            if c.jumper and {holds, fitting} <= set(self._ends_of(c))
        )
        return 1000 * max(between, default=0.0)

    def _ends_of(self, cable: Cable) -> tuple[str, ...]:
        """The fittings a cable goes into."""
        letters: tuple[End, End] = ("A", "B")
        return tuple(
            f for end in letters for f in self.given.assembly.fittings_at(CableEnd(cable.id, end))
        )

    def _stagger_mm(self, at: CableEnd, fitting: str) -> float:
        """How much further one of several butts lies from the sheath than the nearest, so that no two lie side by
        side: what is near at one of the two cables is far at the other.

        Source: each butt's own length and a way past it; good practice, generic.
        """
        here = [f for f in self.given.assembly.fittings_at(at) if self._is_butt(f)]
        if fitting not in here:
            return 0.0
        # A barrel that lies beside the butts, over their sleeve, is not one of their row.
        butts = [f for f in here if not self.given.parts[f].threaded]
        if fitting not in butts:
            return BEHIND_BUTT_MM
        place = sorted(butts).index(fitting)
        joined = {end.cable for f in butts for end in self.given.assembly.ends_in(f)}
        if at.cable != min(joined):
            place = len(butts) - 1 - place
        longest = max(self.given.parts[f].depth_mm for f in butts)
        return BEHIND_BUTT_MM + place * (longest + APART_MM)

    def _is_butt(self, fitting: str) -> bool:
        """True for a butt that two conductors meet in."""
        part, ends = self.given.parts[fitting], self.given.assembly.ends_in(fitting)
        return part.face.name == "splice" and part.joint == "splice" and len(ends) > 1

    def at_side(self, side: End) -> StripPlan:
        """The strip plan of the main cable's end on a side."""
        return self.strips.get(CableEnd(self.conductor.main.id, side), NO_STRIP)

    def measured(self, cable: Cable) -> str:
        """From where to where a cable's run is measured: a lug from the middle of its stud, all else
        from its face.
        """
        letters: tuple[End, End] = ("A", "B")
        return " to ".join(self._measured_from(CableEnd(cable.id, end)) for end in letters)

    def _measured_from(self, at: CableEnd) -> str:
        landed = self.given.assembly.fittings_at(at)
        if not landed:
            return "its own end"
        end = self.ends.by_id[landed[0]]
        if end.part.contact in ("lug", "clamp"):
            return f"{end.named} stud"
        if end.place is None:
            return end.named
        return f"{end.named} face"

    @cached_property
    def groups(self) -> tuple[StripGroup, ...]:
        """The cable ends that are stripped alike at one place, each group once; singles that lie
        side by side are one.
        """
        alike: dict[tuple[object, ...], list[CableEnd]] = {}
        for at in self.strips:
            cable = self.conductor.laid[at.cable]
            parts = tuple(self.given.parts[f] for f in self.given.assembly.fittings_at(at))
            own = cable.id if cable.sheathed else ""
            place = "" if self._apart else self.given.map.where(at)
            key = (place, "" if self._apart else at.end, parts, cable.type, cable.size_name, own)
            alike.setdefault(key, []).append(at)
        return tuple(self._group(ends) for ends in alike.values())

    @property
    def _apart(self) -> bool:
        """True for a set of singles: all that is made alike is stripped alike, wherever it goes."""
        return Trait.APART in self.given.kind.traits

    def _group(self, ends: list[CableEnd]) -> StripGroup:
        first = ends[0]
        end = self.ends.by_id[self.given.assembly.fittings_at(first)[0]]
        strip = self.strips[first]
        cores = tuple(core for at in ends for core in self.strips[at].cores)
        return StripGroup(
            ends=tuple(ends),
            named="each end" if self._apart else end.place.said if end.place else end.part.short,
            part=end.part,
            strip=replace(strip, cores=cores),
            sheathed=self.conductor.laid[first.cable].sheathed,
        )

    @property
    def longest_mm(self) -> float:
        """What the end that swallows more of the cable swallows, in mm."""
        return max(strip.swallows_mm for strip in self.strips.values())

    @property
    def length(self) -> CutLength | None:
        """The cut length of the power's cable; None while the run is unknown."""
        return self.lengths.get(self.conductor.main.id)

    @property
    def known(self) -> bool:
        """True when the length of every piece that is to be cut is known."""
        return all(c.id in self.lengths for c in self.given.assembly.cables if c.cut_here)

    @property
    def nothing_new(self) -> bool:
        """True for a lead that is made of what was there before."""
        return not any(c.cut_here for c in self.given.assembly.cables)

    @cached_property
    def lengths(self) -> dict[str, CutLength]:
        """The cut length of every cable that is cut; none of those whose run is unknown."""
        found = {c.id: self._length(c) for c in self.given.assembly.cables if c.cut_here}
        return {name: length for name, length in found.items() if length is not None}

    def left_m(self, name: str) -> float | None:
        """What is left of a salvaged cable in m, its old ends and damage off; None while it was not
        measured, and for a new one.
        """
        old = self.given.assembly.cable(name).existing
        if old is None or not old.salvaged or old.length_m is None:
            return None
        return old.length_m - (old.cut_back_mm or 0.0) / 1000

    def gives_m(self, name: str) -> float | None:
        """The longest run that a salvaged cable gives with these ends, in m; None while it was not measured,
        and for a new one.
        """
        left_m = self.left_m(name)
        if left_m is None:
            return None
        return run_of(left_m, **self._allowed(name))

    def _allowed(self, name: str) -> Allowed:
        """What is added to the run of a cable."""
        ends = CableEnd(name, "A"), CableEnd(name, "B")
        a, b = (self.strips.get(at, NO_STRIP).swallows_mm for at in ends)
        return {
            "swallows_mm": (a, b),
            "adds_mm": (self.adds_mm(ends[0]), self.adds_mm(ends[1])),
            "slack_percent": self.told.slack_percent,
            "loops_mm": self.told.loops_mm,
            "reworks": self.told.reworks,
        }

    def _length(self, cable: Cable) -> CutLength | None:
        run_m = sum(cable.legs_m) or self.given.lead.brief.run_m
        if run_m is None:
            return None
        return cut_length(run_m, **self._allowed(cable.id))

    def adds_mm(self, at: CableEnd) -> float:
        """What an end adds to the run it is measured by, in mm: what its body swallows; less than nothing
        at a lug, whose run ends in the middle of the stud and whose copper ends short of it.
        """
        landed = self.given.assembly.fittings_at(at)
        end = self.ends.by_id[landed[0]] if landed else None
        if end is not None and end.part.lug_by_size and end.part.stud:
            return -short_of_stud_mm(end.part.stud)
        return self.strips.get(at, NO_STRIP).swallows_mm

    @property
    def legs_m(self) -> tuple[float, ...]:
        """The legs of the run as they were measured; the run itself where it was given in one."""
        run_m, legs_m = self.given.lead.brief.run_m, self.given.lead.brief.legs_m
        if run_m is not None and math.isclose(sum(legs_m), run_m, rel_tol=1e-6):
            return legs_m
        return (run_m or 0.0,)

    @property
    def bending(self) -> Moved:
        """How the cable lives with its bends: lying still, moved, or on a drum."""
        if self.given.lead.brief.drum_layers:
            return "drum"
        if self.given.kind.lies_still:
            return "still"
        return "moved"

    @property
    def least_bend_mm(self) -> float:
        """The tightest radius the cable may be bent to, in mm."""
        return least_bend_mm(self.conductor.cable_od_mm, self.bending)

    @property
    def left_over_mm(self) -> float:
        """What rounding the corners of the route leaves over, in mm, where a tape was laid into
        each.
        """
        corners = len(self.legs_m) - 1
        bend_mm = self.told.bend_mm or self.least_bend_mm
        return left_over_mm(corners, bend_mm, self.told.measured_with)

    def verdict(self, end: End, core: str) -> StripVerdict | None:
        """The verdict on a strip that was measured at an end of its cable; None while it was not."""
        planned = (c for at, strip in self.strips.items() if at.end == end for c in strip.cores)
        wanted = next((c for c in planned if c.core == core), None)
        read = next((s for s in self.told.stripped if (s.end, s.core) == (end, core)), None)
        if wanted is None or read is None:
            return None
        return judge_strip(wanted, read.bare_mm)
