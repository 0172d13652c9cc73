"""Sizes held against a brief: what each carries where it lies, what it loses, and which limits it
does not meet.
"""

import math
from collections.abc import Callable, Collection
from dataclasses import dataclass
from functools import cached_property

from euthyne.core.sizing.brief import SizingBrief, faults_in
from euthyne.core.sizing.demand import Demand, demand
from euthyne.core.sizing.drop import (
    conductors_in_loop,
    drop_already_per_amp,
    impedance_per_m,
    ohms_already,
)
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.protection import far_end_fault_amps, smallest_carrying
from euthyne.core.trade.rating import (
    Rated,
    bases,
    k_ambient,
    k_bunch,
    k_drum,
    k_metal,
    loaded_conductors,
    table,
)
from euthyne.core.trade.wire import Size, Unit, Wire, size_named

IntoEnds = Callable[[Size], bool]


@dataclass(frozen=True)
class Candidate:
    """One size held against the brief; ``fails`` names the limits it does not meet."""

    size: str  # its name
    cross_section_mm2: float  # mm2
    rating_amps: float  # A it carries here
    conductor_c: float  # °C of the conductor at its load
    ohms_per_m: float  # ohm/m at that temperature
    drop_volts: float  # V lost on the way
    drop_percent: float  # % of the supply lost
    start_drop_percent: float  # % lost while it starts
    loss_watts: float  # W it turns into heat
    far_end_fault_amps: float | None  # A of a fault at the far end
    fits: bool  # True where it meets every limit
    fails: tuple[str, ...]  # the limits it does not meet


@dataclass(frozen=True)
class ProtectionChosen:
    """The fuse or breaker: its family, and amps (None when the family has none large enough)."""

    family: str | None  # of fuses or breakers
    amps: float | None  # A; None where the family has none large enough


@dataclass(frozen=True)
class Factors:
    """What the place, the bunch and the metal take off the table."""

    ambient: float
    crowding: float
    metal: float

    @property
    def all(self) -> float:
        """Everything that is taken off a rating."""
        return self.ambient * self.crowding * self.metal

    @property
    def at_reference(self) -> float:
        """What is taken off at the table's own ambient, which its heat is reckoned from."""
        return self.crowding * self.metal


def factors(brief: SizingBrief) -> Factors:
    """Derating factors of a brief. Raises Refused where the tables do not reach."""
    basis = bases()[brief.conductor.basis]
    bunch, drum = k_bunch(brief.place.circuits_together), k_drum(brief.place.drum_layers)
    if bunch is None or drum is None:
        raise Refused(*faults_in(brief))
    ambient = k_ambient(basis, brief.place.ambient_c, brief.max_c)
    return Factors(ambient, min(bunch, drum), k_metal(brief.conductor.metal))


def listed(brief: SizingBrief, unit: Unit | None = None) -> tuple[Rated, ...]:
    """The rows of the brief's rating table, in its unit or another; none where it has no such
    column.
    """
    basis = brief.conductor.basis
    loaded = loaded_conductors(basis, brief.supply.system) or 0
    return table(basis, unit or brief.unit, loaded)


def rating_of(brief: SizingBrief, name: str, unit: Unit | None = None) -> float | None:
    """What a size carries under a brief's factors, in amps; None when its basis does not list it."""
    found = next((r.amps for r in listed(brief, unit) if r.size.name == name), None)
    if found is None:
        return None
    return found * factors(brief).all


def protection_for(brief: SizingBrief, amps: Demand) -> ProtectionChosen | None:
    """The breaker that is there, else the smallest of the family that carries the design current;
    None if unsought.
    """
    wanted = brief.protection
    if wanted.existing_amps is not None:
        return ProtectionChosen(wanted.family, wanted.existing_amps)
    if wanted.family is None:
        return None
    smallest = smallest_carrying(wanted.family, amps.design_heating_amps)
    return ProtectionChosen(wanted.family, smallest)


def carrying(brief: SizingBrief) -> int:
    """How many conductors of the lead carry its current: three phases, out and back, or one pole."""
    if brief.supply.system == "ac-three":
        return 3
    if brief.supply.system == "dc":
        return brief.poles
    return 2


def conductor_celsius(brief: SizingBrief, heating_amps: float, amps_at_reference: float) -> float:
    """Conductor temperature under load, held at the weakest of insulation and terminals."""
    basis = bases()[brief.conductor.basis]
    # Loss goes with the square of the current, and the rise over the place with the loss.
    rise = (basis.limit_c - basis.reference_c) * (heating_amps / amps_at_reference) ** 2
    return min(brief.max_c, brief.place.ambient_c + rise)


class Trial:
    """A brief with all that is the same for every size: its currents, what is taken off, what
    guards it.
    """

    def __init__(self, brief: SizingBrief) -> None:
        self.brief = brief
        self.amps = demand(brief)
        self.factors = factors(brief)
        self.protection = protection_for(brief, self.amps)
        self.rated = listed(brief)

    def candidates(
        self, made: Collection[str] | None = None, into_ends: IntoEnds | None = None
    ) -> tuple[Candidate, ...]:
        """Every size of the table. Parameters: made, the names the cable is made in (None: all);
        into_ends, whether a size goes into the ends that are known.
        """
        return tuple(self._candidate(rated, made, into_ends) for rated in self.rated)

    def smallest_fitting(self) -> str | None:
        """The smallest size that fits, of all the table; None when none does."""
        return next((c.size for c in map(self._candidate, self.rated) if c.fits), None)

    @cached_property
    def _already_per_amp(self) -> float:
        return drop_already_per_amp(self.brief)

    def _candidate(
        self,
        rated: Rated,
        made: Collection[str] | None = None,
        into_ends: IntoEnds | None = None,
    ) -> Candidate:
        brief, amps = self.brief, self.amps
        conductor = brief.conductor
        wire = Wire(rated.size, conductor.metal, conductor.tinned)
        # Heat is reckoned from the table's own ambient: a rating already cut for a hot place would
        # count that place twice.
        at_reference = rated.amps * self.factors.at_reference
        celsius = conductor_celsius(brief, amps.heating_amps, at_reference)
        per_amp = self._volts_per_amp(wire, celsius)
        rating = rated.amps * self.factors.all
        running_percent = amps.running_amps * per_amp / brief.supply.volts * 100
        start_percent = amps.start_amps * per_amp / brief.supply.volts * 100
        missed = {
            "current": amps.design_heating_amps > rating,
            "drop": running_percent > brief.drop_limit_percent,
            "start": start_percent > brief.limits.start_drop_percent,
            "smallest": self._under_the_smallest(rated.size),
            "protection": self._guarded_above(rating),
            "not-made": made is not None and rated.size.name not in made,
            "ends": into_ends is not None and not into_ends(rated.size),
        }
        fails = tuple(limit for limit, failed in missed.items() if failed)
        ohms_per_m = wire.ohms_per_m(celsius)
        return Candidate(
            size=rated.size.name,
            cross_section_mm2=rated.size.cross_section_mm2,
            rating_amps=rating,
            conductor_c=celsius,
            ohms_per_m=ohms_per_m,
            drop_volts=amps.running_amps * per_amp,
            drop_percent=running_percent,
            start_drop_percent=start_percent,
            loss_watts=amps.running_amps**2 * ohms_per_m * brief.run_m * carrying(brief),
            far_end_fault_amps=self._far_end_amps(wire),
            fits=not fails,
            fails=fails,
        )

    def _volts_per_amp(self, wire: Wire, celsius: float) -> float:
        """Volts lost for each amp in a size at a temperature, and in what is there already."""
        brief = self.brief
        system = brief.supply.system
        metre = impedance_per_m(
            ohms_per_m=wire.ohms_per_m(celsius),
            cross_section_mm2=wire.size.cross_section_mm2,
            system=system,
            power_factor=brief.load.power_factor,
        )
        along = conductors_in_loop(system, brief.poles) * brief.run_m * metre
        return along + self._already_per_amp

    def _under_the_smallest(self, which: Size) -> bool:
        smallest = self.brief.conductor.smallest
        if smallest is None:
            return False
        return which.cross_section_mm2 < size_named(smallest).cross_section_mm2

    def _guarded_above(self, rating_amps: float) -> bool:
        """True where what guards the lead lets more pass than a size carries, or no fuse of the
        family is found.
        """
        if self.protection is None:
            return False
        return self.protection.amps is None or self.protection.amps > rating_amps

    def _far_end_amps(self, wire: Wire) -> float | None:
        """Current of a dead short at the far end, everything hot; None while the loop is unknown."""
        brief = self.brief
        if brief.supply.loop_ohms is None:
            return None
        hot = brief.run_m * wire.ohms_per_m(brief.max_c)
        hot += sum(ohms_already(there, brief.max_c) for there in brief.already)
        divisor = {"ac-split": 2.0, "ac-three": math.sqrt(3)}.get(brief.supply.system, 1.0)
        return far_end_fault_amps(brief.supply.volts / divisor, brief.supply.loop_ohms, 2 * hot)
