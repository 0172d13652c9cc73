"""What Prove comes to: the looks, the grid with what explains it, the readings with their bands and
verdicts.
"""

from collections.abc import Iterator
from dataclasses import replace
from functools import cached_property

from euthyne.core.kinds import Trait
from euthyne.core.lead import Probe, Reading
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.cut.cut import CutStage
from euthyne.core.stages.ends.ends import EndsStage, LeadEnd
from euthyne.core.stages.given import Given
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.lookover import (
    CORD,
    MATED,
    THE_WIRE,
    TRIED,
    TRIED_BY_DAY,
    LookLine,
    look_list,
    mated,
)
from euthyne.core.stages.prove.probing import ToProbe, left, planned
from euthyne.core.stages.prove.provegrid import Grid, Named, NamedFault, name_faults, read_grid
from euthyne.core.stages.prove.readings import ProofLine, Subject, expected
from euthyne.core.stages.prove.readings.line import Twins
from euthyne.core.stages.prove.subject import subject_of
from euthyne.core.stages.prove.verdict import Meter, Verdict, cells_apart, poles_apart, unlike
from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.shown import one_and_all

NEARLY = 0.95  # of its volts: a tester gives a little less under load, generic
SUM_VOLTS = 0.05  # cells one by one against all of them at once, good practice, generic
MANY_PROBES = 20  # so many point by point are more than anybody takes without clips, generic


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
        one_wire = Trait.ONE_END in self.given.kind.traits
        return look_list(
            self.ends.ours,
            salvaged=self.subject is not None and self.subject.salvaged,
            # A wire that is there is the one somebody chose: nothing beside it could be taken for it.
            unseen=not one_wire and not (self.ends.points_on("A") and self.ends.points_on("B")),
            marked={end.id: words for end in self.ends.ours if (words := self._marked(end))},
            there=tuple(end for end in self.ends.all if end.fitting.existing and end.fitting.part),
            sleeved_twice=frozenset(
                end.id for end in self.ends.ours if end.part.lined and self.given.lies_in_the_wet
            ),
            open_splices=frozenset(end.id for end in self.ends.ours if self._on_singles(end)),
            cable=THE_WIRE if one_wire else CORD,
            last=tuple(self._looked_at_last()),
        )

    def _on_singles(self, end: LeadEnd) -> bool:
        """True for a splice whose sleeve is the outermost there is: no sheath and no box is over it."""
        assembly = self.given.assembly
        ids = {at.cable for at in assembly.ends_in(end.id)}
        joins = end.place is None and end.part.joint == "splice" and not end.part.threaded
        return joins and all(len(c.cores) == 1 for c in assembly.cables if c.id in ids)

    def _looked_at_last(self) -> Iterator[LookLine]:
        """What a device does, where it is there to be run, and what couplers do on their other halves."""
        if self.given.feeds_a_device and not (self.subject and self.subject.on_pack):
            yield TRIED_BY_DAY if self._roofs else TRIED
        if Trait.WELDS in self.given.kind.traits:
            yield from MATED
        yield from map(mated, self._roofs)

    @property
    def _roofs(self) -> tuple[str, ...]:
        """The places of a string's run that have a coupler made here."""
        if Trait.LIVE_BY_DAY not in self.given.kind.traits:
            return ()
        ends = (
            e for e in self.ends.ours if e.place is not None and e.part.contact in ("pin", "socket")
        )
        return tuple(dict.fromkeys(end.place.said for end in ends if end.place is not None))

    def _marked(self, end: LeadEnd) -> str:
        """The cores that are marked at an end, in words; empty where none is."""
        here = (m for m in self.ends.markings if m.core in end.landing)
        return one_and_all(f"the {m.tint} core marked {m.into}" for m in here)

    @cached_property
    def probes(self) -> tuple[Probe, ...]:
        """What was probed of the points there are; a part that was changed since has others."""
        points = set(self.ends.points)
        return tuple(p for p in self.told.probes if {p.one, p.other, *p.gang} <= points)

    @cached_property
    def probe_plan(self) -> tuple[ToProbe, ...]:
        """The shortest list of probes that proves the map, with clips to strap points or without."""
        return planned(self.ends, self.clips)

    @cached_property
    def clips(self) -> bool:
        """True where points are strapped together: as somebody said, or where there are many without."""
        if self.told.gangs is not None:
            return self.told.gangs
        return len(planned(self.ends, False)) > MANY_PROBES

    @cached_property
    def plan_left(self) -> tuple[ToProbe, ...]:
        """What is left of the shortest list."""
        return left(self.probe_plan, self.probes)

    @cached_property
    def grid(self) -> Grid:
        """The polarity grid against the map."""
        return read_grid(self.ends.points, self.ends.wanted_pairs, self.closed_probes)

    @cached_property
    def closed_probes(self) -> tuple[Probe, ...]:
        """What was probed with every switch closed."""
        closed = self.ends.positions[-1].positions
        return tuple(replace(p, position=()) for p in self.probes if p.position in ((), closed))

    @property
    def proven_map(self) -> bool:
        """True when what joins, and what does not, is proven: by every pair, or by the shortest plan
        of probes.
        """
        if self.wiring_faults:
            return False
        return not self.plan_left

    @cached_property
    def _named(self) -> Named:
        return name_faults(self.ends, self.probes)

    @property
    def wiring_faults(self) -> tuple[NamedFault, ...]:
        """Explanations of a map that is not as planned."""
        return self._named.faults

    @property
    def next_probe(self) -> ToProbe | None:
        """The probe to take now: the next of the list; once something is wrong, the one that tells what
        it is. None when there is nothing to probe.
        """
        if self.wiring_faults:
            return self._named.settle
        return next(iter(self.plan_left), None)

    @cached_property
    def subject(self) -> Subject | None:
        """What its tests are told of it; None while the conductor is open."""
        return subject_of(self.given, self.conductor, self.ends, self.cut)

    @cached_property
    def lines(self) -> tuple[ProofLine, ...]:
        """Readings to take; none while the conductor is open."""
        if self.subject is None:
            return ()
        return expected(self.given.proof, self.subject)

    @cached_property
    def meter(self) -> Meter:
        """The meter the readings were taken with."""
        told, own = self.told, proof_limits().instruments
        return Meter(
            percent=told.meter_percent,
            step_ohm=told.meter_step_ohm,
            zero_ohm=told.zero_ohm,
            step_mv=told.meter_step_mv,
            insulation_percent=own.insulation_percent,
            pull_percent=own.pull_percent,
            rise_k=own.rise_k,
        )

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
            judged = line.judge(read.value, self.meter, read.above)
            verdict = self._not_at_its_volts(line, read) or judged
            twin = self._beside_twins.get(line.id)
            found[line.id] = twin if twin is not None and twin.graver_than(verdict) else verdict
        return found

    def volts_of(self, line: ProofLine) -> float | None:
        """The volts an insulation was tested at; None where that is not said, or not asked."""
        read = self.reading(line.id)
        if not line.test_volts or read is None:
            return None
        return read.at_volts or self.told.tested_volts

    def _not_at_its_volts(self, line: ProofLine, read: Reading) -> Verdict | None:
        """What is said of an insulation that was not tested at its volts: it is no reading. A failure
        stays one, at whatever volts.
        """
        wanted = line.test_volts
        if not wanted:
            return None
        if line.judge(read.value, self.meter, read.above).word == "fail":
            return None
        volts = self.volts_of(line)
        usual = f"{wanted[0]:g} V"
        if volts is None:
            return Verdict("unsure", f"At what volts is not said: this is a test at {usual}.")
        if volts < min(wanted) * NEARLY:
            return Verdict("unsure", f"Tested at {volts:g} V: this is a test at {usual}.")
        return None

    @cached_property
    def _beside_twins(self) -> dict[str, Verdict]:
        """Lines that read unlike those they are held against, beyond what sound joints explain."""
        found: dict[str, Verdict] = {}
        for alike in self._alike.values():
            called = self._called(alike)
            ids = {called[line.id]: line.id for line in alike}
            read = {called[line.id]: self._net(line) for line in alike}
            known = {core: net for core, net in read.items() if net is not None}
            told = self._held(alike[0].twins, known, alike[0])
            found |= {ids[core]: verdict for core, verdict in told.items()}
        return found | self._cells_and_their_sum

    @staticmethod
    def _called(alike: list[ProofLine]) -> dict[str, str]:
        """What each of some lines that are held against each other is called: by its function, by its
        core where two have one.
        """
        words = {line.id: function_of(line.core or "") for line in alike}
        twice = len(set(words.values())) < len(words)
        return {line.id: line.core or "" for line in alike} if twice else words

    def _held(self, how: Twins, read: dict[str, float], first: ProofLine) -> dict[str, Verdict]:
        if how == "cells":
            return cells_apart(read, self.meter)
        if how == "poles":
            return poles_apart(read, self._as_read(first))
        return unlike(read, self.conductor.rating_amps(rolled=False), self.meter)

    def _as_read(self, line: ProofLine) -> Meter:
        amps = getattr(line, "amps", None)
        return self.meter if amps is None else self.meter.four_wire(amps)

    @cached_property
    def _alike(self) -> dict[tuple[object, ...], list[ProofLine]]:
        """Lines that are held against each other: of one rule, one wire and one length."""
        if self.subject is None:
            return {}
        runs = {run.name: (run.wire, round(run.length_m, 2)) for run in self.subject.runs}
        found: dict[tuple[object, ...], list[ProofLine]] = {}
        for line in self.lines:
            if line.twins:
                own = runs.get(line.core or "") if line.twins != "cells" else None
                found.setdefault((line.twins, own), []).append(line)
        return found

    def _net(self, line: ProofLine) -> float | None:
        """What was read on a line, the test leads taken off; None where it was not, or stood at its
        end.
        """
        read = self.reading(line.id)
        if read is None or read.above:
            return None
        if line.twins == "cells":
            return read.value if read.value > 0 else None
        return max(read.value - self._as_read(line).zero_ohm, 0.0)

    @cached_property
    def _cells_and_their_sum(self) -> dict[str, Verdict]:
        """The whole pack against the sum of its cells, once each was read."""
        cells = [line for line in self.lines if line.twins == "cells"]
        whole = self.reading("polarity")
        read = [x.value for line in cells if (x := self.reading(line.id)) is not None]
        if not cells or whole is None or len(read) < len(cells):
            return {}
        apart = abs(sum(read) - whole.value)
        if apart <= SUM_VOLTS + abs(whole.value) * 2 * self.meter.percent / 100:
            return {}
        said = f"{whole.value:.4g} V, and its cells add up to {sum(read):.4g} V: "
        return {"polarity": Verdict("fail", f"{said}a tap lands elsewhere.")}

    @cached_property
    def unanswered(self) -> tuple[str, ...]:
        """What must be answered before anything is sealed and is not yet: looks, probes, lines."""
        return (*self.dead_open, *self._open_lines(powered=True))

    @cached_property
    def dead_open(self) -> tuple[str, ...]:
        """What is open of the tests with nothing connected: no powered one begins before them."""
        good = {a.line for a in self.told.looks if a.good}
        looks = [x.question for x in self.looks if x.id not in good]
        many = len(self.plan_left)
        grid = [f"{many} {'probes' if many > 1 else 'probe'} of the map"] if many else []
        return (*looks, *grid, *self._open_lines(powered=False))

    def _open_lines(self, powered: bool) -> list[str]:
        return [
            line.words
            for line in self.lines
            if line.powered == powered and line.mandatory and not self._settled(line)
        ]

    def _settled(self, line: ProofLine) -> bool:
        """True for a line that says something, or whose place another takes that does."""
        verdict = self.verdicts.get(line.id)
        if verdict is not None and verdict.word != "unsure":
            return True
        other = self.verdicts.get(line.instead)
        return other is not None and other.word in ("pass", "watch")

    @property
    def sound(self) -> bool:
        """True when all that must be answered is, and nothing failed."""
        nothing_bad = all(v.word != "fail" for v in self.verdicts.values())
        return bool(self.lines) and not self.unanswered and nothing_bad and self.proven_map
