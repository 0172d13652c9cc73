"""What a Conductor comes to: the sizes and the one taken, the cable round it, the chain's rating,
how warm it gets.
"""

from dataclasses import dataclass, replace
from functools import cached_property

from euthyne.core.assembly.records import POWER
from euthyne.core.kinds import Trait
from euthyne.core.sizing.brief import (
    ConductorWanted,
    Limits,
    Load,
    ProtectionWanted,
    SizingBrief,
    Supply,
    Surroundings,
    faults_in,
)
from euthyne.core.sizing.candidate import carrying
from euthyne.core.sizing.size import Candidate, Sizing, rating_of, size
from euthyne.core.stages.brief.brief import BriefStage
from euthyne.core.stages.conductor.guard import Protected, Protection
from euthyne.core.stages.conductor.into_ends import goes_into_ends
from euthyne.core.stages.conductor.laid import LaidCable
from euthyne.core.stages.conductor.there import CordThere, cord_there
from euthyne.core.stages.given import Given
from euthyne.core.trade.cable import CableType, Diameter, cable_types, made_in
from euthyne.core.trade.clearing import Cleared, Guard, cleared, withstand_a2s
from euthyne.core.trade.fault import Fault
from euthyne.core.trade.heat import HeatedCable, Warmth, amps_at, warmth
from euthyne.core.trade.protection import FOR_LONG, RUN_AT_A_SHARE
from euthyne.core.trade.rating import bases, by_itself_amps, k_drum, units_of
from euthyne.core.trade.wire import Size, Wire

ROLLED_UP_LAYERS = 4
THREE_LINES = 2.0  # a short of three lines, over one out and back through the same loop; at most
SHORTEST_TO_ROLL_M = 3.0  # a moved cord shorter than this is not rolled up, generic


@dataclass(frozen=True)
class Link:
    """One link of the chain a current passes, with the amps it may carry."""

    words: str
    amps: float


class ConductorStage:
    """The conductor of a lead, each number when first asked for."""

    def __init__(self, given: Given, brief: BriefStage) -> None:
        self.given = given
        self.brief = brief
        self.told = given.lead.conductor
        self.cable_type: CableType = cable_types()[self.told.cable_type]
        self.guards = Protection(given, brief, self._carried)

    @cached_property
    def sizing_brief(self) -> SizingBrief | None:
        """The brief as the sizing takes it; None while the run or the demand is unknown."""
        if self.brief.run_m is None:
            return None
        return self._brief_guarded_by(self.guards.wanted)

    def _brief_guarded_by(self, protection: ProtectionWanted) -> SizingBrief | None:
        """The brief with a protection; None while the run or the demand is unknown."""
        brief, demand_amps = self.given.lead.brief, self.brief.demand_amps
        run_m = self.brief.run_m
        if run_m is None or demand_amps is None:
            return None
        heats_otherwise = self.brief.sent_amps != demand_amps
        by_gauge = "mm2" not in units_of(self.cable_type.basis)
        return SizingBrief(
            supply=Supply(brief.system, self.brief.sent_volts, brief.loop_ohms),
            load=Load(
                amps=self.brief.sent_amps,
                heating_amps=demand_amps if heats_otherwise else None,
                duty_percent=self.brief.duty_percent,
                power_factor=brief.power_factor,
                start_multiple=brief.start_multiple,
                continuous=brief.continuous,
            ),
            run_m=run_m,
            conductor=ConductorWanted(
                basis=self.cable_type.basis,
                unit="AWG" if by_gauge else self.told.unit,
                metal=self.told.metal,
                tinned=self.told.tinned,
                max_c=self.told.terminal_c,
                smallest=self.guards.least_size,
            ),
            poles=brief.poles,
            already=self.brief.already,
            limits=Limits(self.told.drop_percent, self.told.start_drop_percent),
            place=Surroundings(brief.ambient_c, brief.drum_layers, self.brief.circuits),
            protection=protection,
            school_k=self.told.school_k,
        )

    def _carried(self, size_name: str | None) -> float | None:
        """What a size that was taken carries where it lies, whatever guards it; None while none is."""
        brief = self._brief_guarded_by(ProtectionWanted())
        if size_name is None or brief is None or faults_in(brief):
            return None
        return rating_of(brief, size_name)

    @cached_property
    def beyond_tables(self) -> tuple[Fault, ...]:
        """What about the brief the rating tables can not answer."""
        if self.sizing_brief is not None:
            return tuple(faults_in(self.sizing_brief))
        return ()

    @cached_property
    def sizing(self) -> Sizing | None:
        """The answer to the brief; None while the brief is open, or where the tables do not reach."""
        if self.sizing_brief is None or self.beyond_tables:
            return None
        power = self.given.assembly.of_circuit(POWER)[0]
        cores = [core.id for core in power.cores]
        count = len([core for core in cores if core != "S"])
        made = made_in(self.cable_type.name, count, "E" in cores, self.sizing_brief.unit)
        return size(self.sizing_brief, made, lambda one: goes_into_ends(self.given, one))

    @cached_property
    def there(self) -> CordThere | None:
        """The cord that is there and goes on being used; None where it is new."""
        return cord_there(self.given, self.told.cable_type, self.told.unit)

    @cached_property
    def size_name(self) -> str | None:
        """The size the builder took, or else the smallest that fits."""
        if self.told.size is not None:
            return self.told.size
        if self.sizing and self.sizing.chosen:
            return self.sizing.chosen.size
        return None

    @cached_property
    def candidate(self) -> Candidate | None:
        """The taken size as the sizing sees it."""
        if self.sizing is None:
            return None
        return next((c for c in self.sizing.candidates if c.size == self.size_name), None)

    @cached_property
    def laid(self) -> dict[str, LaidCable]:
        """Every piece of cable by its id."""
        circuits = {c.id: c.conductor for c in self.given.lead.circuits}
        return {
            cable.id: LaidCable(
                cable,
                circuits.get(cable.circuit, self.told),
                cable.size or self._size_of(cable.circuit),
            )
            for cable in self.given.assembly.cables
        }

    def _size_of(self, circuit: str) -> str | None:
        """The size a circuit is made of, None while none is taken."""
        if circuit == POWER:
            return self.size_name
        return next(c.conductor.size for c in self.given.lead.circuits if c.id == circuit)

    def circuit_amps(self, circuit: str) -> float | None:
        """What the wire of a circuit beside the power carries where it lies; None while its size or
        the run is unknown, or where the tables do not list it.
        """
        own = next(c.conductor for c in self.given.lead.circuits if c.id == circuit)
        brief = self._brief_guarded_by(ProtectionWanted())
        if brief is None or own.size is None:
            return None
        basis = cable_types()[own.cable_type].basis
        wanted = replace(brief.conductor, basis=basis, unit=own.unit, metal=own.metal)
        asked = replace(brief, conductor=wanted)
        if faults_in(asked):
            return None
        return rating_of(asked, own.size)

    @cached_property
    def main(self) -> LaidCable:
        """The cable the power runs in; the first of several, a new one before what was there."""
        power = self.given.assembly.of_circuit(POWER)
        first = next((c for c in power if c.cut_here and not c.jumper), power[0])
        return self.laid[first.id]

    @property
    def size(self) -> Size | None:
        """The taken size itself."""
        return self.main.size

    @property
    def wire(self) -> Wire | None:
        """The taken size in the metal it is made of; None while none is taken."""
        return self.main.wire

    @property
    def copper_mm2(self) -> float:
        """Area of the taken size in mm2, 0 while none is."""
        return self.main.copper_mm2

    @property
    def cores_in_cable(self) -> int:
        """Cores under one sheath: all of them in a cord, one in a single; a shield is not counted."""
        return self.main.count

    @property
    def pieces(self) -> int:
        """Pieces of the power's cable to cut."""
        return len(
            [c for c in self.laid.values() if c.cable.cut_here and c.written == self.written]
        )

    @property
    def made_up(self) -> str:
        """Cores and size as they are written, ``3G1.5``; empty while no size is taken."""
        return self.main.made_up

    @property
    def written(self) -> str:
        """The cord as it is said and written: ``H07RN-F 3G1.5``, ``battery cable 1x50``."""
        return self.main.written

    @property
    def stock_name(self) -> str:
        """The cord as Stores know it: its type and its make-up."""
        return self.main.stock_name

    @property
    def diameter(self) -> Diameter | None:
        """Outside diameter of the cord: measured, or what its standard allows."""
        return self.main.diameter

    @property
    def cable_od_mm(self) -> float:
        """The fattest the cable may be, for what must pass over it."""
        return self.main.od_mm

    @property
    def core_mm(self) -> float:
        """Diameter of a core."""
        return self.main.core_mm

    @cached_property
    def protection(self) -> Protected:
        """What guards the lead against overload."""
        return self.guards.there(self.sizing)

    @property
    def guard(self) -> Guard | None:
        """The fuse or breaker that clears a fault; None while its amps are unknown."""
        return self.guards.guard(self.protection)

    @cached_property
    def stands_a2s(self) -> float:
        """Energy the conductor stands in a short, in A2 s."""
        copper = self.told.metal == "copper"
        area = self.candidate.cross_section_mm2 if self.candidate is not None else self.copper_mm2
        return withstand_a2s(area, self.cable_type.insulation, copper)

    @cached_property
    def faults(self) -> tuple[Cleared, ...]:
        """Faults at the far end; none while the size or the protection is unknown, and on mains none
        while the loop is.
        """
        taken, guard = self.candidate, self.guard
        if taken is None or guard is None:
            return ()
        if not self.given.mains:
            return self._shorted_direct(guard)
        loop_ohms = self.given.lead.brief.loop_ohms
        if not loop_ohms or taken.far_end_fault_amps is None:
            return ()
        far, near = taken.far_end_fault_amps, self.guards.loop_volts / loop_ohms
        found = [cleared("short", self._shorted(far, near), self.stands_a2s, guard)]
        if self.given.lead.brief.earthed:
            share = self.brief.stands_at.to_earth / self.guards.loop_volts
            within_s = self.guards.earth_seconds
            amps = (far * share, near * share)
            found.append(cleared("earth", amps, self.stands_a2s, guard, within_s))
        return tuple(found)

    def _shorted(self, far: float, near: float) -> tuple[float, float]:
        """Amps of a short: at the far end the least there can be, at the near end the most.

        Parameters: far and near, driven by the volts to neutral. Where no neutral lands, lines short
        to each other, by the volts between them; three lines at once, through one line's impedance
        each, give up to twice what goes out and back.
        """
        between = self.brief.stands_at.between / self.guards.loop_volts
        if "N" not in self.given.cores:
            far = far * between
        if self.given.lead.brief.system == "ac-three":
            between = THREE_LINES
        return far, near * between

    def _shorted_direct(self, guard: Guard) -> tuple[Cleared, ...]:
        """A short at the far end of a lead on direct current, through its own copper and what its
        battery lets through; none where that is not known, and none of panels, which give no more.
        """
        brief, taken = self.given.lead.brief, self.candidate
        gives = brief.battery_short_amps
        if gives is None or taken is None or self.sizing_brief is None:
            return ()
        if Trait.LIVE_BY_DAY in self.given.kind.traits or self.wire is None:
            return ()
        hot = self.wire.ohms_per_m(self.sizing_brief.max_c)
        loop_ohms = self.brief.volts / gives
        far = (
            0.95
            * self.brief.volts
            / (loop_ohms + carrying(self.sizing_brief) * self.sizing_brief.run_m * hot)
        )
        return (cleared("short", (far, gives), self.stands_a2s, guard),)

    @cached_property
    def heat_cable(self) -> HeatedCable | None:
        """The cord as the heat leaves it; None while its size or diameter is unknown."""
        if self.wire is None or self.diameter is None:
            return None
        three_phase = self.given.lead.brief.system == "ac-three"
        return HeatedCable(
            wire=self.wire,
            cores=self.cores_in_cable,
            loaded=3 if three_phase else min(2, self.cores_in_cable),
            outside_mm=(self.diameter.low_mm + self.diameter.high_mm) / 2,
        )

    def warmth(self, layers: int, ambient_c: float | None = None) -> Warmth | None:
        """Temperatures under the running current, laid out or rolled up.

        Rolled up, the cord is as warm as it would be straight with its current divided by the
        table's drum factor.
        """
        factor = k_drum(layers)
        if self.heat_cable is None or self.sizing is None or factor is None:
            return None
        if ambient_c is None:
            ambient = self.given.lead.brief.ambient_c
        else:
            ambient = ambient_c
        return warmth(self.heat_cable, self.sizing.heating_amps / factor, ambient)

    @cached_property
    def physics_amps(self) -> float | None:
        """Current that brings the straight cord to its table's own limit at the place's ambient;
        None while unknown.
        """
        if self.heat_cable is None:
            return None
        limit_c = bases()[self.cable_type.basis].limit_c
        return amps_at(self.heat_cable, limit_c, self.given.lead.brief.ambient_c)

    @cached_property
    def cord_amps(self) -> float | None:
        """What the cord carries laid out straight, other factors of its place taken off."""
        return self._cord_amps_at(0)

    @cached_property
    def cord_amps_rolled(self) -> float | None:
        """What the cord carries rolled up in four layers, whatever part of it the brief leaves on a
        drum.
        """
        return self._cord_amps_at(ROLLED_UP_LAYERS)

    @cached_property
    def cord_amps_on_drum(self) -> float | None:
        """What the cord carries with the layers on a drum that the brief leaves."""
        return self._cord_amps_at(self.given.lead.brief.drum_layers)

    @property
    def _by_itself_amps(self) -> float | None:
        """What a wire that one end is made on carries by its table: nothing is asked of it that could be sized."""
        if Trait.ONE_END not in self.given.kind.traits or self.size is None:
            return None
        return by_itself_amps(self.cable_type.basis, self.size)

    def _cord_amps_at(self, layers: int) -> float | None:
        if self._by_itself_amps is not None:
            return self._by_itself_amps
        if self.sizing_brief is None or self.size_name is None or self.beyond_tables:
            return None
        place = replace(self.sizing_brief.place, drum_layers=layers)
        return rating_of(replace(self.sizing_brief, place=place), self.size_name)

    @property
    def can_be_rolled_up(self) -> bool:
        """True for a cord that is moved and long enough to be left in a roll; a jumper in a box is
        not.
        """
        run_m = self.given.lead.brief.run_m or 0.0
        moved = self.cable_type.cord and not self.given.kind.lies_still
        return moved and run_m > SHORTEST_TO_ROLL_M and not self.given.shut_in_a_tool

    @cached_property
    def chain(self) -> tuple[Link, ...]:
        """Every link the current passes, in order."""
        links = [Link(self.given.supply.words, self.given.supply.steady_amps)]
        guard = self.protection
        if guard.in_lead and guard.amps is not None:
            what = "fuse"
            if self.given.mains and not self.given.fused_plug:
                what = "breaker"
            words = f"{guard.amps:g} A {what} {guard.words}"
            if self.given.lead.brief.fuse_family in RUN_AT_A_SHARE and not self.given.mains:
                # What stands on it is not what it carries for long.
                links.append(Link(f"{words}, run at 80 %", FOR_LONG * guard.amps))
            else:
                links.append(Link(words, guard.amps))
        if self._by_itself_amps is not None:
            links.append(Link(self.written, self._by_itself_amps))
        elif self.candidate is not None:
            links.append(Link(self.written, self.candidate.rating_amps))
        return (*links, Link(self.given.load.words, self.given.load.steady_amps))

    @cached_property
    def weakest(self) -> Link:
        """The link that sets the lead's rating."""
        return min(self.chain, key=lambda link: link.amps)

    def rating_amps(self, rolled: bool) -> float:
        """The lead's rating: the weakest of its parts, with the cord straight or rolled up."""
        if rolled:
            cord = self.cord_amps_rolled
        else:
            cord = self.cord_amps
        others = [link.amps for link in self.chain if link.words != self.written]
        return min([*others, cord] if cord is not None else others)
