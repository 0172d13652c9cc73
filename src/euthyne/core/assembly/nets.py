"""Nets: what conducts to what, through wires, jumpers, joined cores, and whatever a fitting joins
inside, for each position of its switches.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import product

from euthyne.core.assembly.records import Assembly
from euthyne.core.shelf.part import Part, Position

Point = tuple[str, str]
Net = frozenset[Point]


@dataclass(frozen=True)
class Switched:
    """The nets of a lead with each of its switches, by fitting, in one position."""

    positions: tuple[tuple[str, str], ...]
    nets: tuple[Net, ...]


def points(assembly: Assembly, parts: Mapping[str, Part]) -> tuple[Point, ...]:
    """Every cavity of every fitting, as fitting and cavity."""
    return tuple((f.id, mark) for f in assembly.fittings for mark in parts[f.id].marks)


def nets(
    assembly: Assembly, parts: Mapping[str, Part], positions: Mapping[str, str] | None = None
) -> frozenset[Net]:
    """Every net of a lead; a cavity with nothing in it is a net of its own.

    Parameters: assembly; the part of each fitting; positions, of each switch by its fitting, the
    first of its part where none is said.
    """
    home = {point: frozenset((point,)) for point in points(assembly, parts)}
    for one, other in (*_wired(assembly), *_through(assembly, parts, positions or {})):
        joined = home[one] | home[other]
        home.update(dict.fromkeys(joined, joined))
    return frozenset(home.values())


def every_position(assembly: Assembly, parts: Mapping[str, Part]) -> tuple[Switched, ...]:
    """The nets for every position of every switch of a lead; one of them where it has none."""
    switches = [f.id for f in assembly.fittings if len(parts[f.id].positions) > 1]
    choices = [[p.name for p in parts[name].positions] for name in switches]
    return tuple(
        Switched(chosen, tuple(sorted(nets(assembly, parts, dict(chosen)), key=sorted)))
        for picked in product(*choices)
        for chosen in [tuple(zip(switches, picked, strict=True))]
    )


def _wired(assembly: Assembly) -> Iterable[tuple[Point, Point]]:
    """A core joins every cavity it lands in, at whichever end."""
    first: dict[tuple[str, str], Point] = {}
    found = []
    for x in assembly.landings:
        point = (x.fitting, x.cavity)
        found.append((first.setdefault((x.at.cable, x.core), point), point))
    return found


def _through(
    assembly: Assembly, parts: Mapping[str, Part], positions: Mapping[str, str]
) -> Iterable[tuple[Point, Point]]:
    """What a fitting joins inside, in the position it is in."""
    found = []
    for fitting in assembly.fittings:
        position = _position(parts[fitting.id].positions, positions.get(fitting.id))
        pairs = position.joins if position else ()
        found += [((fitting.id, one), (fitting.id, other)) for one, other in pairs]
    return found


def _position(made: tuple[Position, ...], name: str | None) -> Position | None:
    if name is None:
        return next(iter(made), None)
    return next(p for p in made if p.name == name)
