"""Everything computed of a lead, in one place: each number once, from the lead as it stands."""

import hashlib
import math
from functools import cached_property, lru_cache

from euthyne.core.lead import Joint, Lead, Reading
from euthyne.core.lead.practices import Practices
from euthyne.core.order.order import BuildPlan, Step
from euthyne.core.shelf.part import Part
from euthyne.core.sizedplan import SizedPlan
from euthyne.core.stages.build import buildsteps
from euthyne.core.stages.build.buildplan import (
    CableToBuild,
    EndToBuild,
    Job,
    order_of,
    threading_plan,
)
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.cut.cutlength import CutLength, cut_length
from euthyne.core.stages.cut.strip import StripPlan, StripVerdict, judge_strip, strip_plan
from euthyne.core.stages.ends import wiremap
from euthyne.core.stages.prove.expectation import Line, Measured, expected
from euthyne.core.stages.prove.provegrid import Grid, NamedFault, name_faults, read_grid
from euthyne.core.stages.prove.verdict import GRAVITY, Meter, Verdict, judge, unlike
from euthyne.core.trade.layers import layered
from euthyne.core.trade.route import Moved, least_bend_mm, left_over_mm
from euthyne.core.trade.sleeve import copper_mm

FALLBACK_OD_MM, INSULATION_MM = 8.0, 0.8


class Plan(SizedPlan):
    """A lead with everything computed of it: what was sized, then ends, cut, build and proof."""

    @cached_property
    def joints(self) -> tuple[Joint, ...]:
        """The wire map."""
        return wiremap.joints(self.lead.ends, self.a, self.b, self.cores)

    @cached_property
    def core_mm(self) -> float:
        """Diameter of a core: under a sheath its copper and 0.8 mm of insulation round it, else the cable itself."""
        area = self.size.cross_section_mm2 if self.size else 0.0
        return copper_mm(area) + 2 * INSULATION_MM if self.cable_type.cord else self.cable_od_mm

    @cached_property
    def strips(self) -> tuple[StripPlan, StripPlan]:
        """The strip plan of each end."""
        area = self.size.cross_section_mm2 if self.size else 0.0
        layers = layered(self.cable_type.name)

        def planned(part: Part, landing: dict[str, str]) -> StripPlan:
            return strip_plan(part, landing, area, self.core_mm, layers)

        return (
            planned(self.a, {j.core: j.a for j in self.joints if j.a in self.a.marks and j.a}),
            planned(self.b, {j.core: j.b for j in self.joints if j.b in self.b.marks and j.b}),
        )

    @cached_property
    def cut(self) -> CutLength | None:
        """The cut length; None while the run is unknown."""
        run, cut = self.lead.brief.run_m, self.lead.cut
        if run is None:
            return None
        swallows = (self.strips[0].swallows_mm, self.strips[1].swallows_mm)
        return cut_length(run, swallows, cut.slack_percent, cut.loops_mm, cut.reworks)

    @property
    def legs_m(self) -> tuple[float, ...]:
        """The legs of the run as they were measured; the run itself where it was given in one."""
        run, legs = self.lead.brief.run_m, self.lead.brief.legs_m
        return (
            legs
            if run is not None and math.isclose(sum(legs), run, rel_tol=1e-6)
            else (run or 0.0,)
        )

    @property
    def bending(self) -> Moved:
        """How the cable lives with its bends: lying still, moved, or on a drum."""
        if self.lead.brief.drum_layers:
            return "drum"
        return "still" if self.kind.lies_still else "moved"

    @property
    def least_bend_mm(self) -> float:
        """The tightest radius the cable may be bent to, in mm."""
        return least_bend_mm(self.cable_od_mm, self.bending)

    @property
    def left_over_mm(self) -> float:
        """What rounding the corners of the route leaves over, in mm, where a tape was laid into each."""
        cut = self.lead.cut
        return left_over_mm(
            len(self.legs_m) - 1, cut.bend_mm or self.least_bend_mm, cut.measured_with
        )

    def strip_verdict(self, end: str, core: str) -> StripVerdict | None:
        """The verdict on a strip that was measured; None while it was not."""
        strip = self.strips[0] if end == "A" else self.strips[1]
        wanted = next((c for c in strip.cores if c.core == core), None)
        read = next((s for s in self.lead.cut.stripped if (s.end, s.core) == (end, core)), None)
        return (
            judge_strip(wanted, read.bare_mm) if wanted is not None and read is not None else None
        )

    @cached_property
    def cable_od_mm(self) -> float:
        """The fattest the cable may be, for what must pass over it.

        Where nothing is known of it: 8 mm for a cord, for a single its copper and 0.8 mm of insulation; generic.
        """
        if self.diameter is None and self.size is not None and not self.cable_type.cord:
            return copper_mm(self.size.cross_section_mm2) + 2 * INSULATION_MM
        return self.diameter.high_mm if self.diameter else FALLBACK_OD_MM

    @cached_property
    def job(self) -> Job:
        """What is built."""
        lead, area = self.lead, self.size.cross_section_mm2 if self.size else 0.0
        how = lead.build.practices
        every = float(how.labels_every)
        return Job(
            EndToBuild(
                self.a,
                self.strips[0],
                self.colours,
                self.protection.amps if self.fused_plug else None,
            ),
            EndToBuild(self.b, self.strips[1], self.colours, None),
            CableToBuild(
                self.cable_od_mm, self.core_mm, self.cable_type.cord, self.size_name or "", area
            ),
            how,
            self.mains,
            max(math.ceil((lead.brief.run_m or 0.0) / every) - 1, 0) if every else 0,
        )

    @property
    def pieces(self) -> int:
        """Pieces of cable to cut: one of a cord, one for each core of singles."""
        return 1 if self.cable_type.cord else len(self.cores)

    @cached_property
    def steps(self) -> tuple[BuildStep, ...]:
        """The build in order; empty while the conductor is open, or when a part is trapped."""
        if self.cut is None or self.size_name is None:
            return ()
        return buildsteps.steps(self.job, self.written, self.cut.cut_m, self.pieces)

    @cached_property
    def build_plan(self) -> BuildPlan:
        """The build as the order solver takes it."""
        return threading_plan(self.job)

    @cached_property
    def trapped(self) -> tuple[str, ...]:
        """Threaded parts that cannot go on this cord at all."""
        if self.cut is None or self.size_name is None:
            return ()
        return order_of(self.build_plan).trapped

    @cached_property
    def done_on_cable(self) -> tuple[Step, ...]:
        """Steps of the order that are done, in the order they were done."""
        known = {s.what: s for s in order_of(self.build_plan).steps}
        return tuple(known[d.step] for d in self.lead.build.done if d.step in known)

    @property
    def length_lost_m(self) -> float:
        """Length that went with ends cut off this piece, in metres."""
        reworks = self.lead.build.reworks
        fresh = max((i + 1 for i, r in enumerate(reworks) if r.how == "cut-again"), default=0)
        return sum(r.length_lost_mm for r in reworks[fresh:]) / 1000

    @cached_property
    def steps_left(self) -> tuple[BuildStep, ...]:
        """Steps not done yet, in order."""
        done = {d.step for d in self.lead.build.done}
        return tuple(s for s in self.steps if s.key not in done)

    @cached_property
    def stamp(self) -> str:
        """A short sum of what the build and the proof rest on, so that a later change shows."""
        resting: tuple[object, ...] = (
            self.size_name,
            self.lead.conductor.cable_type,
            self.lead.ends.a,
            self.lead.ends.b,
            self.joints,
        )
        how = self.lead.build.practices
        resting += (how,) if how != Practices() else ()
        resting += (
            self.cut.cut_m if self.cut else None,
            self.protection.amps if self.fused_plug else None,
        )
        return hashlib.sha256(repr(resting).encode()).hexdigest()[:12]

    @cached_property
    def points(self) -> tuple[str, ...]:
        """Every point a probe can touch."""
        return wiremap.points(self.a, self.b)

    @cached_property
    def grid(self) -> Grid:
        """The polarity grid against the map."""
        return read_grid(self.points, self.wanted_pairs, self.lead.proof.probes)

    @cached_property
    def wanted_pairs(self) -> frozenset[frozenset[str]]:
        """Pairs that must sound."""
        return wiremap.connected(self.joints)

    @cached_property
    def wiring_faults(self) -> tuple[NamedFault, ...]:
        """Explanations of a grid that is not as planned."""
        return name_faults(self.a, self.b, self.joints, self.lead.proof.probes)

    @cached_property
    def lines(self) -> tuple[Line, ...]:
        """Readings to take; none while the conductor is open."""
        if self.cut is None or self.size is None:
            return ()
        through = tuple(j.core for j in self.joints if j.a and j.b)
        wanted, fuse = self.lead.conductor, self.protection.amps if self.fused_plug else None
        room = self.lead.proof.room_c
        return expected(
            through, Measured(self.size, wanted.metal, wanted.tinned, self.cut.cut_m, room, fuse)
        )

    @cached_property
    def meter(self) -> Meter:
        """The meter the readings were taken with."""
        proof = self.lead.proof
        return Meter(proof.meter_percent, proof.meter_step_ohm, proof.zero_ohm)

    def reading(self, line: str) -> Reading | None:
        """The newest reading of a line."""
        return next((r for r in reversed(self.lead.proof.readings) if r.line == line), None)

    @cached_property
    def verdicts(self) -> dict[str, Verdict]:
        """A verdict for each line that was read."""
        read = {line.id: (line, self.reading(line.id)) for line in self.lines}
        found = {
            key: judge(line, r.value, self.meter, r.above)
            for key, (line, r) in read.items()
            if r is not None
        }
        for core, verdict in self.unlike_cores.items():
            key = f"core-{core}"
            if GRAVITY.index(verdict.word) > GRAVITY.index(found[key].word):
                found[key] = verdict
        return found

    @property
    def unlike_cores(self) -> dict[str, Verdict]:
        """Cores that read more than their twins of the same cord by more than sound joints explain."""
        readings = {
            line.id.removeprefix("core-"): self.reading(line.id)
            for line in self.lines
            if line.kind == "core"
        }
        ohms = {
            core: max(r.value - self.meter.zero_ohm, 0.0)
            for core, r in readings.items()
            if r and not r.above
        }
        return unlike(ohms, self.rating_amps(rolled=False), self.meter)


@lru_cache(maxsize=256)
def plan_of(lead: Lead) -> Plan:
    """The plan of a lead; the same lead is computed once. Raises Refused when its parts are not on the shelf."""
    return Plan(lead)
