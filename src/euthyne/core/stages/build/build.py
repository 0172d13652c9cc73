"""What Build comes to: the job, its best order, its steps, and what of them is done."""

import hashlib
import math
from functools import cached_property

from euthyne.core.order.laid import BuildPlan
from euthyne.core.order.order import Step
from euthyne.core.stages.build import buildsteps
from euthyne.core.stages.build.buildplan import order_of, threading_plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.build.jobs import CableToBuild, EndToBuild, Job
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.cut.cut import CutStage
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.stages.given import Given
from euthyne.core.trade.practices import Practices


class BuildStage:
    """The build of a lead, each thing when first asked for."""

    def __init__(
        self, given: Given, conductor: ConductorStage, ends: EndsStage, cut: CutStage
    ) -> None:
        self.given = given
        self.conductor = conductor
        self.ends = ends
        self.cut = cut
        self.told = given.lead.build

    @property
    def _plug_fuse_amps(self) -> float | None:
        if self.given.fused_plug:
            return self.conductor.protection.amps
        return None

    @cached_property
    def job(self) -> Job:
        """What is built."""
        cable = self.conductor
        run_m = self.given.lead.brief.run_m or 0.0
        every_m = float(self.told.practices.labels_every)
        if every_m:
            tags_along = max(math.ceil(run_m / every_m) - 1, 0)
        else:
            tags_along = 0
        supply, load = self.ends.both
        colours = self.ends.colours
        return Job(
            a=EndToBuild(supply.part, self.cut.strips["A"], colours, self._plug_fuse_amps),
            b=EndToBuild(load.part, self.cut.strips["B"], colours, fuse_amps=None),
            cable=CableToBuild(
                over_all_mm=cable.cable_od_mm,
                core_mm=cable.core_mm,
                sheathed=cable.cable_type.cord,
                size=cable.size_name or "",
                copper_mm2=cable.copper_mm2,
            ),
            practices=self.told.practices,
            mains=self.given.mains,
            tags_along=tags_along,
        )

    @property
    def _settled(self) -> bool:
        """True when the length and the size are known."""
        return self.cut.length is not None and self.conductor.size_name is not None

    @cached_property
    def steps(self) -> tuple[BuildStep, ...]:
        """The build in order; empty while the conductor is open, or when a part is trapped."""
        if self.cut.length is None or not self._settled:
            return ()
        cable = self.conductor
        return buildsteps.steps(self.job, cable.written, self.cut.length.cut_m, cable.pieces)

    @cached_property
    def threading(self) -> BuildPlan:
        """The build as the order solver takes it."""
        return threading_plan(self.job)

    @cached_property
    def trapped(self) -> tuple[str, ...]:
        """Threaded parts that cannot go on this cord at all."""
        if self._settled:
            return order_of(self.threading).trapped
        return ()

    @cached_property
    def done_on_cable(self) -> tuple[Step, ...]:
        """Steps of the order that are done, in the order they were done."""
        known = {s.what: s for s in order_of(self.threading).steps}
        return tuple(known[d.step] for d in self.told.done if d.step in known)

    @cached_property
    def steps_left(self) -> tuple[BuildStep, ...]:
        """Steps not done yet, in order."""
        done = {d.step for d in self.told.done}
        return tuple(s for s in self.steps if s.key not in done)

    @property
    def length_lost_m(self) -> float:
        """Length that went with ends cut off this piece, in metres."""
        reworks = self.told.reworks
        fresh = max((i + 1 for i, r in enumerate(reworks) if r.how == "cut-again"), default=0)
        return sum(r.length_lost_mm for r in reworks[fresh:]) / 1000

    @cached_property
    def stamp(self) -> str:
        """A short sum of what the build and the proof rest on, so that a later change shows."""
        lead = self.given.lead
        taken = (self.conductor.size_name, lead.conductor.cable_type)
        resting: tuple[object, ...] = (*taken, lead.ends.a, lead.ends.b, self.ends.joints)
        if self.told.practices != Practices():
            resting += (self.told.practices,)
        resting += (self.cut.length.cut_m if self.cut.length else None, self._plug_fuse_amps)
        return hashlib.sha256(repr(resting).encode()).hexdigest()[:12]
