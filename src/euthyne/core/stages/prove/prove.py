"""What Prove comes to: the looks, the grid with what explains it, the readings with their bands and
verdicts.
"""

from functools import cached_property

from euthyne.core.lead import Probe, Reading
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.cut.cut import CutStage
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.stages.given import Given
from euthyne.core.stages.prove.lookover import LookLine, look_list
from euthyne.core.stages.prove.provegrid import Grid, NamedFault, name_faults, read_grid
from euthyne.core.stages.prove.readings import Line, Measured, expected
from euthyne.core.stages.prove.verdict import Meter, Verdict, unlike


class ProveStage:
    """The proof of a lead, each thing when first asked for."""

    def __init__(
        self, given: Given, conductor: ConductorStage, ends: EndsStage, cut: CutStage
    ) -> None:
        self.given = given
        self.conductor = conductor
        self.ends = ends
        self.cut = cut
        self.told = given.lead.proof

    @cached_property
    def looks(self) -> tuple[LookLine, ...]:
        """Everything to look at."""
        return look_list(self.ends.ours)

    @cached_property
    def probes(self) -> tuple[Probe, ...]:
        """What was probed of the points there are; a part that was changed since has others."""
        points = set(self.ends.points)
        return tuple(p for p in self.told.probes if {p.one, p.other} <= points)

    @cached_property
    def grid(self) -> Grid:
        """The polarity grid against the map."""
        return read_grid(self.ends.points, self.ends.wanted_pairs, self.probes)

    @cached_property
    def wiring_faults(self) -> tuple[NamedFault, ...]:
        """Explanations of a grid that is not as planned."""
        return name_faults(self.ends, self.probes)

    @cached_property
    def lines(self) -> tuple[Line, ...]:
        """Readings to take; none while the conductor is open."""
        cable = self.conductor
        length_m = self.given.lead.brief.run_m
        if self.cut.length is not None:
            length_m = self.cut.length.cut_m
        if length_m is None or cable.wire is None:
            return ()
        through = self.ends.through
        measured = Measured(
            wire=cable.wire,
            length_m=length_m,
            room_c=self.told.room_c,
            fuse_amps=cable.protection.amps if self.given.fused_plug else None,
        )
        return expected(self.given.kind.proof, through, measured)

    @cached_property
    def meter(self) -> Meter:
        """The meter the readings were taken with."""
        return Meter(self.told.meter_percent, self.told.meter_step_ohm, self.told.zero_ohm)

    def reading(self, line: str) -> Reading | None:
        """The newest reading of a line."""
        return next((r for r in reversed(self.told.readings) if r.line == line), None)

    @cached_property
    def verdicts(self) -> dict[str, Verdict]:
        """A verdict for each line that was read."""
        found = {}
        for line in self.lines:
            read = self.reading(line.id)
            if read is None:
                continue
            verdict = line.judge(read.value, self.meter, read.above)
            twin = self.unlike_cores.get(line.core or "")
            if twin is not None and twin.graver_than(verdict):
                found[line.id] = twin
            else:
                found[line.id] = verdict
        return found

    @cached_property
    def unlike_cores(self) -> dict[str, Verdict]:
        """Cores that read more than their twins of the same cord by more than sound joints
        explain.
        """
        ohms = {}
        for line in self.lines:
            read = self.reading(line.id)
            if line.core is not None and read is not None and not read.above:
                ohms[line.core] = max(read.value - self.meter.zero_ohm, 0.0)
        return unlike(ohms, self.conductor.rating_amps(rolled=False), self.meter)
