"""What about an assembly makes no sense, each with its path."""

from collections.abc import Iterable, Mapping, Sequence
from itertools import combinations

from euthyne.core.assembly.nets import Net, Point, nets
from euthyne.core.assembly.records import (
    NOT_IN_A_NAME,
    POWER,
    Assembly,
    Cable,
    Fitting,
    Place,
    WireCourse,
    parted,
)
from euthyne.core.shelf.part import Part
from euthyne.core.trade.fault import Fault


def faults_in(
    assembly: Assembly, parts: Mapping[str, Part], circuits: Sequence[str] = (POWER,)
) -> list[Fault]:
    """Everything an assembly can not be, with the path of each.

    Parameters: assembly; the part of each fitting, a fitting without one being refused before;
    circuits that are there.
    """
    found = [
        *_names("places", [p.id for p in assembly.places]),
        *_names("fittings", [f.id for f in assembly.fittings]),
        *_names("cables", [c.id for c in assembly.cables]),
    ]
    for i, cable in enumerate(assembly.cables):
        found += _names(f"cables.{i}.cores", [core.id for core in cable.cores])
        found += _of_cable(f"cables.{i}", cable, circuits)
    for i, fitting in enumerate(assembly.fittings):
        found += _of_fitting(f"fittings.{i}", fitting, assembly, parts)
    if found:
        return found
    for i, wire in enumerate(assembly.wires):
        found += _of_wire(f"wires.{i}", wire, assembly, parts)
    if found:
        return found
    return [
        *_cores_without_a_course(assembly),
        *_empty_fittings(assembly),
        *_cables_that_go_nowhere(assembly),
        *_sources_apart(assembly, parts),
    ]


def _names(path: str, names: list[str]) -> list[Fault]:
    """A name that is there twice, or holds a mark that parts names."""
    found = []
    for i, name in enumerate(names):
        if name in names[:i]:
            found.append(Fault(f"{path}.{i}.id", f"{name} is there twice", "an id for each"))
        if any(mark in name for mark in NOT_IN_A_NAME):
            what = "no point, colon, at sign or space"
            found.append(Fault(f"{path}.{i}.id", f"{name!r} will not do as a name", what))
    return found


def _of_cable(path: str, cable: Cable, circuits: Sequence[str]) -> list[Fault]:
    if cable.circuit in circuits:
        return []
    what = f"there is no circuit {cable.circuit}"
    return [Fault(f"{path}.circuit", what, f"one of: {', '.join(circuits)}")]


def _of_fitting(
    path: str, fitting: Fitting, assembly: Assembly, parts: Mapping[str, Part]
) -> list[Fault]:
    found = []
    places = [p.id for p in assembly.places]
    if fitting.place is not None and fitting.place not in places:
        what = f"there is no place {fitting.place}"
        found.append(Fault(f"{path}.place", what, f"one of: {', '.join(places)}, or none"))
    marks = parts[fitting.id].marks
    for i, way in enumerate(fitting.blanked):
        if way not in marks:
            what = f"{parts[fitting.id].words} has no cavity {way}"
            found.append(Fault(f"{path}.blanked.{i}", what, f"one of: {', '.join(marks)}"))
    return found


def _of_wire(
    path: str, wire: WireCourse, assembly: Assembly, parts: Mapping[str, Part]
) -> list[Fault]:
    found = []
    cable, core = parted(wire.core)
    cores = {f"{c.id}.{core.id}" for c in assembly.cables for core in c.cores}
    if wire.core not in cores:
        named = [c for c in assembly.cables if c.id == cable]
        what, wanted = f"there is no cable {cable}", ", ".join(c.id for c in assembly.cables)
        if named:
            what = f"{cable} has no core {core}"
            wanted = ", ".join(core.id for core in named[0].cores)
        found.append(Fault(f"{path}.core", what, f"one of: {wanted}"))
    for end in ("a", "b"):
        found += _of_cavity(f"{path}.{end}", getattr(wire, end), parts)
    if wire.a is None and wire.b is None and not wire.spare:
        what = f"{wire.core} lands at neither end"
        found.append(Fault(path, what, "a cavity at one end at least, or spare"))
    if wire.spare and (wire.a is not None or wire.b is not None):
        found.append(Fault(f"{path}.spare", f"{wire.core} lands", "spare only where it does not"))
    return found


def _of_cavity(path: str, cavity: str | None, parts: Mapping[str, Part]) -> list[Fault]:
    if cavity is None:
        return []
    fitting, mark = parted(cavity)
    if fitting not in parts:
        return [Fault(path, f"there is no fitting {fitting}", f"one of: {', '.join(parts)}")]
    if mark not in parts[fitting].marks:
        what = f"{parts[fitting].words} has no cavity {mark!r}"
        return [Fault(path, what, f"one of: {', '.join(parts[fitting].marks)}")]
    return []


def _cores_without_a_course(assembly: Assembly) -> list[Fault]:
    told = {wire.core for wire in assembly.wires}
    return [
        Fault(f"cables.{i}.cores.{j}", f"no wire says where {cable.id}.{core.id} goes", "a wire")
        for i, cable in enumerate(assembly.cables)
        for j, core in enumerate(cable.cores)
        if f"{cable.id}.{core.id}" not in told
    ]


def _empty_fittings(assembly: Assembly) -> list[Fault]:
    landed = {point[0] for c in assembly.courses for point in (c.a, c.b) if point is not None}
    return [
        Fault(f"fittings.{i}", f"nothing lands in {fitting.id}", "a wire to it, or blanked ways")
        for i, fitting in enumerate(assembly.fittings)
        if fitting.id not in landed and not fitting.blanked
    ]


def _cables_that_go_nowhere(assembly: Assembly) -> list[Fault]:
    """Both ends of a cable at one place: only a jumper does that."""
    found = []
    for i, cable in enumerate(assembly.cables):
        a, b = (e for e in assembly.cable_ends if e.cable == cable.id)
        here, there = assembly.places_at(a), assembly.places_at(b)
        if here and here == there and not cable.jumper:
            what = f"both ends of {cable.id} are at {' and '.join(here)}"
            found.append(Fault(f"cables.{i}", what, "two places, or a jumper"))
    return found


def _sources_apart(assembly: Assembly, parts: Mapping[str, Part]) -> list[Fault]:
    """Sources that one net joins, and whose volts never meet."""
    at = {p.id: i for i, p in enumerate(assembly.places)}
    found = {}
    for net in nets(assembly, parts):
        for one, other in combinations(_sources_on(net, assembly), 2):
            if one.volts and other.volts and not _meet(one.volts, other.volts):
                path = f"places.{at[other.id]}.volts"
                what = (
                    f"{other.called} gives {_written(other.volts)}, and is joined to "
                    f"{one.called}, which gives {_written(one.volts)}"
                )
                found[path] = Fault(path, what, "sources whose volts meet, or one source")
    return list(found.values())


def _sources_on(net: Net, assembly: Assembly) -> list[Place]:
    places = _places_of(net, assembly)
    return [p for p in assembly.places if p.source and p.id in places]


def _places_of(net: Iterable[Point], assembly: Assembly) -> set[str | None]:
    return {assembly.fitting(fitting).place for fitting, _ in net}


def _meet(one: tuple[float, float], other: tuple[float, float]) -> bool:
    return max(one[0], other[0]) <= min(one[1], other[1])


def _written(volts: tuple[float, float]) -> str:
    return f"{volts[0]:g} to {volts[1]:g} V"
