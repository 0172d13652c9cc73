"""What a lead of a kind is made of: its cores, the cables they run in, the fittings they land in."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from euthyne.core.assembly.joints import WireMap, by_function
from euthyne.core.assembly.records import (
    POWER,
    Assembly,
    Cable,
    Core,
    Fitting,
    Place,
    WireCourse,
    parted,
)
from euthyne.core.lead import Brief, Circuit, Conductor
from euthyne.core.order.laid import CableEnd
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import part
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.fault import Fault, Refused

LINES = {"ac-single": ("L",), "ac-split": ("L1", "L2"), "ac-three": ("L1", "L2", "L3")}
POLES = {"+": "plus", "-": "minus"}
TAPS = "taps"
SUPPLY = Place("supply", "supply", source=True)
LOAD = Place("load", "load")
SUPPLY_AND_LOAD = (SUPPLY, LOAD)
CORD = "cord"
CIRCUITS = {TAPS: Conductor(cable_type="RV-105", size="22 AWG", unit="AWG")}


@dataclass(frozen=True)
class MakeUpInput:
    """What a make-up goes by: the brief, the cable of the power circuit, the places, and the part
    that is chosen for each fitting and for each place; the switch that is wanted.
    """

    brief: Brief
    conductor: Conductor
    places: tuple[Place, ...]
    parts: Mapping[str, Part]
    switch: str = "none"
    switch_lit: bool = False

    def at(self, name: str, place: str = "", default: str = "") -> Part:
        """The part of a fitting, or else the part chosen for its place, or else one of the shelf."""
        return self.parts.get(name) or self.parts.get(place) or part(default)

    @property
    def ends(self) -> tuple[Part, Part]:
        """The part at the supply place, and at the load place."""
        first, last = self.places[0].id, self.places[-1].id
        return self.parts[first], self.parts[last]

    @property
    def corded(self) -> bool:
        """True when its cores run in one sheath."""
        return cable_types()[self.conductor.cable_type].cord


MakeUp = Callable[[MakeUpInput], Assembly]
CoresOf = Callable[[MakeUpInput], tuple[str, ...]]


def lines_and_earth(told: MakeUpInput) -> tuple[str, ...]:
    """The lines of the system, the neutral where a coupler has one, and the earth where it is asked
    for.

    Single phase between couplers that know two lines only runs on two lines. Raises: Refused on
    direct current.
    """
    brief = told.brief
    a, b = told.ends
    if brief.system == "dc":
        raise Refused(Fault("brief.system", "direct current has no lines", "a system of mains"))
    two_hots = brief.system == "ac-single" and "L1" in a.marks and "L" not in a.marks
    if two_hots:
        lines = LINES["ac-split"]
    else:
        lines = LINES[brief.system]
    cores = list(lines)
    if "N" in a.marks or "N" in b.marks:
        cores.append("N")
    if brief.earthed:
        cores.append("E")
    return tuple(cores)


def poles(told: MakeUpInput) -> tuple[str, ...]:
    """Plus and minus, or the one pole that is lengthened."""
    return ("+", "-")[: told.brief.poles]


def numbered(told: MakeUpInput) -> tuple[str, ...]:
    """Cores by their number."""
    return tuple(str(n) for n in range(1, (told.brief.ways or 0) + 1))


def wires_of(cable: Cable, *courses: tuple[str, str | None, str | None]) -> tuple[WireCourse, ...]:
    """The wires of a cable: each a core with the cavity at each end, named fitting.cavity."""
    return tuple(
        WireCourse(f"{cable.id}.{core}", a, b, spare=a is None and b is None)
        for core, a, b in courses
    )


def straight(
    cable: Cable, a: str, b: str, marks: Mapping[str, tuple[str, str]]
) -> tuple[WireCourse, ...]:
    """Every core of a cable from one fitting to another; ``marks`` where a core does not land on its
    own mark at both.
    """
    found = []
    for core in cable.cores:
        one, other = marks.get(core.id, (core.id, core.id))
        found.append((core.id, f"{a}.{one}", f"{b}.{other}"))
    return wires_of(cable, *found)


def cores_named(names: tuple[str, ...]) -> tuple[Core, ...]:
    """Cores by their functions."""
    return tuple(Core(name) for name in names)


def circuits_of(made: Assembly, there: tuple[Circuit, ...] = ()) -> tuple[Circuit, ...]:
    """The circuits beside the power of what a lead is made of: those that are there already, others
    as they begin.
    """
    known = {circuit.id: circuit for circuit in there}
    wanted = dict.fromkeys(cable.circuit for cable in made.cables if cable.circuit != POWER)
    return tuple(known.get(name) or Circuit(name, CIRCUITS[name]) for name in wanted)


def only_there(made: Assembly, parts: Mapping[str, Part]) -> Assembly:
    """What a lead is made of, its cores landed in cavities that are there: where a part has none for
    a core, the core is cut back.
    """

    def there(point: str | None) -> str | None:
        if point is None:
            return None
        fitting, mark = parted(point)
        return point if mark in parts[fitting].marks else None

    wires = []
    for wire in made.wires:
        a, b = there(wire.a), there(wire.b)
        wires.append(WireCourse(wire.core, a, b, spare=a is None and b is None))
    return replace(made, wires=tuple(wires))


def two_ended(cores_of: CoresOf, taps_of: CoresOf = lambda told: ()) -> MakeUp:
    """A lead from one place to another: its cores in one cord or as singles, and its taps beside
    them as singles of a circuit of their own.
    """

    def make_up(told: MakeUpInput) -> Assembly:
        cores = cores_of(told)
        if told.corded and len(cores) > 1:
            cables = [Cable(CORD, tuple(Core(core) for core in cores))]
        else:
            cables = [single(core) for core in cores]
        cables += [single(tap, circuit=TAPS) for tap in taps_of(told)]
        supply, load = told.places[0], told.places[-1]
        fittings = (*at_place(told, supply, cores), *at_place(told, load, cores))
        return wired_by_function(told, Assembly(told.places, fittings, tuple(cables)))

    return make_up


def single(core: str, circuit: str = POWER) -> Cable:
    """A cable of one core."""
    return Cable(POLES.get(core, core), (Core(core),), circuit=circuit)


def at_place(told: MakeUpInput, place: Place, cores: tuple[str, ...]) -> tuple[Fitting, ...]:
    """What stands at a place: one fitting, or one a pole where its part takes one core only."""
    own = told.parts[place.id]
    if len(own.marks) > 1 or len(cores) < 2:
        function = cores[0] if len(own.marks) == 1 and cores else None
        return (Fitting(place.id, told.at(place.id).id, place.id, function=function),)
    names = {core: f"{place.id}{core}" for core in cores}
    return tuple(
        Fitting(name, told.at(name, place.id).id, place.id, function=core)
        for core, name in names.items()
    )


def wired_by_function(told: MakeUpInput, unwired: Assembly) -> Assembly:
    """The assembly with each core in the cavity of its own function, where its cable ends lie."""
    parts = {f.id: told.at(f.id, f.place or "") for f in unwired.fittings}
    marks = WireMap(unwired, parts)
    supply, load = unwired.places[0], unwired.places[-1]
    wires: list[WireCourse] = []
    for cable in unwired.cables:
        a, b = CableEnd(cable.id, "A"), CableEnd(cable.id, "B")
        here, there = marks.marks_at(a), marks.marks_at(b)
        names = tuple(core.id for core in cable.cores)
        for core, (one, other) in zip(names, by_function(here, there, names), strict=True):
            wires.append(
                WireCourse(
                    f"{cable.id}.{core}",
                    marks.named(supply.id, one),
                    marks.named(load.id, other),
                    spare=one is None and other is None,
                )
            )
    return Assembly(unwired.places, unwired.fittings, unwired.cables, tuple(wires))
