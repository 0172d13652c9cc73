"""What Cut comes to: the length to cut, what comes off each end, and how the route bends it."""

import math
from functools import cached_property

from euthyne.core.order.laid import End
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.cut.cutlength import CutLength, cut_length
from euthyne.core.stages.cut.strip import StripPlan, StripVerdict, judge_strip, strip_plan
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.stages.given import Given
from euthyne.core.trade.layers import layered
from euthyne.core.trade.route import Moved, least_bend_mm, left_over_mm


class CutStage:
    """The cutting and stripping of a lead, each number when first asked for."""

    def __init__(self, given: Given, conductor: ConductorStage, ends: EndsStage) -> None:
        self.given = given
        self.conductor = conductor
        self.ends = ends
        self.told = given.lead.cut

    @cached_property
    def strips(self) -> dict[End, StripPlan]:
        """The strip plan of each end, by its name."""
        cable = self.conductor
        layers = layered(cable.cable_type.name)
        return {
            end.name: strip_plan(
                part=end.part,
                landing=end.landing,
                copper_mm2=cable.copper_mm2,
                core_mm=cable.core_mm,
                cable=layers,
            )
            for end in self.ends.both
        }

    @property
    def longest_mm(self) -> float:
        """What the end that swallows more of the cable swallows, in mm."""
        return max(strip.swallows_mm for strip in self.strips.values())

    @cached_property
    def length(self) -> CutLength | None:
        """The cut length; None while the run is unknown."""
        run_m = self.given.lead.brief.run_m
        if run_m is None:
            return None
        swallows = (self.strips["A"].swallows_mm, self.strips["B"].swallows_mm)
        told = self.told
        return cut_length(
            run_m=run_m,
            swallows_mm=swallows,
            slack_percent=told.slack_percent,
            loops_mm=told.loops_mm,
            reworks=told.reworks,
        )

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
        """The verdict on a strip that was measured; None while it was not."""
        wanted = next((c for c in self.strips[end].cores if c.core == core), None)
        read = next((s for s in self.told.stripped if (s.end, s.core) == (end, core)), None)
        if wanted is None or read is None:
            return None
        return judge_strip(wanted, read.bare_mm)
