"""What the sizing is asked: the supply, the load, the run, the limits, the place, the conductor
wanted.
"""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le

from euthyne.core.trade.fault import Fault
from euthyne.core.trade.figure import celsius
from euthyne.core.trade.protection import families
from euthyne.core.trade.rating import bases, k_bunch, k_drum, loaded_conductors, table, units_of
from euthyne.core.trade.wire import Metal, Unit, metric_resistances, size_named

CIRCULAR_MIL_OHM_FT = 10.4  # K of copper at 20 C; at 75 C it is 12.9, and books differ
System = Literal["ac-single", "ac-split", "ac-three", "dc"]
Positive = Annotated[float, Ge(1e-6), Le(1e9)]
Fraction = Annotated[float, Ge(1e-6), Le(1)]
Percent = Annotated[float, Ge(1e-6), Le(100)]
Poles = Literal[1, 2]


@dataclass(frozen=True)
class Supply:
    """What feeds the lead; ``loop_ohms`` is the fault-loop resistance of the supply up to the lead."""

    system: System  # of the supply
    volts: Positive  # V
    # ohm of its fault loop, up to the lead
    loop_ohms: Annotated[float, Ge(0), Le(1e6)] | None = None


@dataclass(frozen=True)
class OneLoad:
    """One of several loads: amps or watts each, how many, and the share of them on at once."""

    name: str = ""  # what it is
    amps: Positive | None = None  # A it draws
    watts: Positive | None = None  # W it draws, where that is what is known
    quantity: Annotated[float, Gt(0), Le(1e4)] = 1  # how many of it
    diversity: Fraction = 1  # the share of them that is on at once


@dataclass(frozen=True)
class Load:
    """The load: amps, or watts, or a list of loads; and how it behaves.

    ``heating_amps`` where more heats it than drops volts: a string's short-circuit current beside
    its working one.
    """

    amps: Positive | None = None  # A it draws
    watts: Positive | None = None  # W it draws
    power_factor: Fraction = 1  # of it
    efficiency: Fraction = 1  # share of what goes in that comes out
    at_volts: Positive | None = None  # V where its current is largest
    loads: tuple[OneLoad, ...] | None = None  # each load by itself
    duty_percent: Percent = 100  # % of ten minutes that it runs
    start_multiple: Annotated[float, Ge(1), Le(20)] = 1  # times its running current at the start
    continuous: bool = False  # True where it runs three hours or more
    heating_amps: Positive | None = None  # A that heat it, where more heats it than drops volts


@dataclass(frozen=True)
class Limits:
    """Volt drop allowed, in percent of the supply: running (None: 3 on dc, else 5) and at the
    start.
    """

    # % that may be lost running; None: 3 on direct current, else 5
    drop_percent: Percent | None = None
    start_drop_percent: Percent = 15  # % that may be lost while it starts


@dataclass(frozen=True)
class Surroundings:
    """Ambient in C, layers left on a drum, circuits bunched together."""

    ambient_c: Annotated[float, Ge(-60), Le(200)] = 30  # °C around it
    drum_layers: Annotated[int, Ge(0)] = 0  # layers left on a drum
    circuits_together: Annotated[int, Ge(1)] = 1  # circuits bunched together


@dataclass(frozen=True)
class ConductorWanted:
    """Rating basis, unit of sizes, metal, weakest temperature (C), and a smallest size to
    consider.
    """

    basis: str  # the rating basis
    unit: Unit | None = None  # of its sizes
    metal: Metal = "copper"  # of its conductors
    tinned: bool = False  # True where it is tinned
    max_c: Annotated[float, Gt(0), Le(250)] | None = None  # °C of the weakest part
    smallest: str | None = None  # the smallest size to consider


@dataclass(frozen=True)
class AlreadyThere:
    """A length already in the path."""

    run_m: Positive  # m one way
    size: str  # its size
    poles: Poles = 2  # 1 or 2 of them


@dataclass(frozen=True)
class ProtectionWanted:
    """A family to choose from, or the amps of a breaker that is already there."""

    family: str | None = None  # to choose from
    existing_amps: Positive | None = None  # A of a breaker that is there already


@dataclass(frozen=True)
class SizingBrief:
    """Everything the sizing is asked; ``school_k`` the constant of the circular-mil school, ohm cmil/ft."""

    supply: Supply  # what feeds it
    load: Load  # what it feeds
    run_m: Annotated[float, Gt(0), Le(1e5)]  # m one way
    conductor: ConductorWanted  # what it may be made of
    poles: Poles = 2  # 1 or 2 of them
    limits: Limits = field(default_factory=Limits)  # what may be lost
    place: Surroundings = field(default_factory=Surroundings)  # what is around it
    already: tuple[AlreadyThere, ...] = ()  # a length in the path already
    protection: ProtectionWanted = field(default_factory=ProtectionWanted)  # what is to guard it
    school_k: Positive = CIRCULAR_MIL_OHM_FT  # the constant of the circular-mil school, ohm cmil/ft

    @property
    def unit(self) -> Unit:
        """The unit asked for, or mm2 where the basis has metric sizes."""
        return self.conductor.unit or ("mm2" if "mm2" in units_of(self.conductor.basis) else "AWG")

    @property
    def max_c(self) -> float:
        """The weakest of insulation and terminals, in C."""
        return self.conductor.max_c or bases()[self.conductor.basis].limit_c

    @property
    def drop_limit_percent(self) -> float:
        """Running drop allowed, in percent of the supply."""
        return self.limits.drop_percent or (3.0 if self.supply.system == "dc" else 5.0)


def faults_in(brief: SizingBrief) -> list[Fault]:
    """Everything about a brief that makes no sense together, each with its field."""
    return [
        *_load_faults(brief.load),
        *_pole_faults(brief),
        *_conductor_faults(brief),
        *_place_faults(brief),
        *_already_faults(brief),
        *_protection_faults(brief.protection),
    ]


def _load_faults(load: Load) -> list[Fault]:
    found = _amps_or_watts(
        "load", [load.amps, load.watts, load.loads], "amps, watts or a list of loads"
    )
    for i, one in enumerate(load.loads or ()):
        found += _amps_or_watts(f"load.loads.{i}", [one.amps, one.watts], "amps or watts")
    return found


def _amps_or_watts(where: str, given: list[object], choices: str) -> list[Fault]:
    count = sum(1 for g in given if g)
    if count == 1:
        return []
    return [
        Fault(
            where,
            "nothing says how much it draws" if count == 0 else "said twice",
            f"give one of: {choices}",
        )
    ]


def _pole_faults(brief: SizingBrief) -> list[Fault]:
    if brief.supply.system == "dc":
        return []
    single = [("poles", brief.poles)] + [
        (f"already.{i}.poles", a.poles) for i, a in enumerate(brief.already)
    ]
    return [
        Fault(where, "one pole only makes sense on dc", "give 2, or leave it out")
        for where, n in single
        if n == 1
    ]


def _conductor_faults(brief: SizingBrief) -> list[Fault]:
    wanted = brief.conductor
    if wanted.basis not in bases():
        return [
            Fault(
                "conductor.basis",
                f"no rating table is called {wanted.basis!r}",
                "one of: " + ", ".join(bases()),
            )
        ]
    found = []
    basis = bases()[wanted.basis]
    if wanted.unit == "mm2" and "mm2" not in units_of(wanted.basis):
        found.append(
            Fault(
                "conductor.unit", f"{wanted.basis} is tabulated in AWG only", "AWG, or leave it out"
            )
        )
    loaded = loaded_conductors(wanted.basis, brief.supply.system)
    if loaded is None:
        found.append(
            Fault(
                "supply.system",
                f"{wanted.basis} has no column for three loaded conductors",
                "another basis",
            )
        )
    elif not found and not table(wanted.basis, brief.unit, loaded):
        found.append(
            Fault(
                "conductor.basis",
                f"{wanted.basis} lists no {brief.unit} size for this system",
                "another",
            )
        )
    if brief.max_c > basis.limit_c:
        found.append(
            Fault(
                "conductor.max_c",
                f"{celsius(brief.max_c):g} is above the table's own limit",
                f"at most {celsius(basis.limit_c):g}",
            )
        )
    if wanted.smallest is not None:
        found += _size_faults("conductor.smallest", wanted.smallest, listed=False)
    return found


def _size_faults(where: str, name: str, listed: bool) -> list[Fault]:
    fix = "a size such as 2.5 mm2 or 14 AWG"
    try:
        size = size_named(name)
    except ValueError:
        return [Fault(where, f"{name!r} is not a conductor size", fix)]
    if listed and size.unit == "mm2" and size.cross_section_mm2 not in metric_resistances():
        return [Fault(where, f"{name} is not a size of IEC 60228", fix)]
    return []


def _place_faults(brief: SizingBrief) -> list[Fault]:
    found = []
    if brief.conductor.basis in bases() and brief.place.ambient_c >= brief.max_c:
        problem = (
            f"{celsius(brief.place.ambient_c):g} around it leaves nothing of the "
            f"{celsius(brief.max_c):g} it may reach"
        )
        found.append(
            Fault(
                "place.ambient_c",
                problem,
                f"a place below {celsius(brief.max_c):g}, or a hotter cable",
            )
        )
    if k_drum(brief.place.drum_layers) is None:
        problem = f"{brief.place.drum_layers} layers on a drum is more than the table knows"
        found.append(Fault("place.drum_layers", problem, "4 layers at most: unwind it"))
    if k_bunch(brief.place.circuits_together) is None:
        problem = f"{brief.place.circuits_together} circuits together is more than the table knows"
        found.append(Fault("place.circuits_together", problem, "20 at most: spread them out"))
    return found


def _already_faults(brief: SizingBrief) -> list[Fault]:
    return [
        f
        for i, a in enumerate(brief.already)
        for f in _size_faults(f"already.{i}.size", a.size, listed=True)
    ]


def _protection_faults(wanted: ProtectionWanted) -> list[Fault]:
    if wanted.family is None or wanted.family in families():
        return []
    return [
        Fault(
            "protection.family",
            f"no fuses are called {wanted.family!r}",
            "one of: " + ", ".join(families()),
        )
    ]
