"""The mistakes people make when they land wires, and what conducts once they are made."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from euthyne.core.wiring.grid import Course, Point, Wiring, grouped

TurnName = Literal["mirrored", "reversed", "shifted", "rotated"]
EITHER = "either"


@dataclass(frozen=True)
class Open:
    """A wire that conducts nowhere."""

    wire: Course


@dataclass(frozen=True)
class Exchanged:
    """Two wires whose ends at a fitting changed places; ``end`` is the fitting, or either of a
    straight lead.

    ``cavities`` are where the two ends belong at the fitting the mistake is drawn at.
    """

    end: str
    wires: tuple[Course, Course]
    cavities: tuple[Point, Point]


@dataclass(frozen=True)
class Moved:
    """A wire's end in another cavity of its fitting."""

    wire: Course
    belongs: Point
    to: Point


@dataclass(frozen=True)
class Joined:
    """Two points that a strand, solder or crushed insulation joins."""

    points: tuple[Point, Point]


@dataclass(frozen=True)
class Turned:
    """Everything in a row of cavities landed in others of the same fitting, as ``to`` says; None is
    nowhere.

    ``end`` is the fitting, or either of a straight lead; ``fitting`` the one ``to`` is drawn for.
    """

    end: str
    fitting: str
    name: TurnName
    to: tuple[tuple[str, str | None], ...]


Mistake = Open | Exchanged | Moved | Joined | Turned
ORDER: tuple[type[Mistake], ...] = (Open, Exchanged, Moved, Joined, Turned)


def rank(mistake: Mistake) -> int:
    """The place of a mistake's kind among the others, the commonest first."""
    return ORDER.index(type(mistake))


def groups_after(wiring: Wiring, mistakes: Sequence[Mistake]) -> tuple[tuple[Point, ...], ...]:
    """What conducts together once mistakes are made; they displace different ends, so their order
    does not matter.

    Parameters: wiring, as it should be; mistakes. Returns: the groups of points that sound with
    each other.
    """
    ends: list[list[Point | None]] = [list(w) for w in wiring.wires]
    where = {
        (wire, point): (i, side)
        for i, wire in enumerate(wiring.wires)
        for side, point in enumerate(wire)
    }
    cut: set[int] = set()
    joins: list[tuple[Point, Point]] = []
    for m in mistakes:
        match m:
            case Open():
                # Only marked: another mistake may still say where its ends would have been.
                cut.add(where[m.wire, m.wire[0]][0])
            case Exchanged():
                for wire, at, other in zip(m.wires, m.cavities, reversed(m.cavities), strict=True):
                    i, side = where[wire, at]
                    ends[i][side] = other
            case Moved():
                i, side = where[m.wire, m.belongs]
                ends[i][side] = m.to
            case Joined():
                joins.append(m.points)
            case Turned():
                _turn(wiring, m, ends)
    return grouped(wiring.points, [*_whole(ends, cut), *joins])


def _whole(ends: list[list[Point | None]], cut: set[int]) -> list[tuple[Point, Point]]:
    """The wires that still run from one contact to another."""
    return [(one, other) for i, (one, other) in enumerate(ends) if i not in cut and one and other]


def _turn(wiring: Wiring, m: Turned, ends: list[list[Point | None]]) -> None:
    to = dict(m.to)
    for i, wire in enumerate(wiring.wires):
        for side, point in enumerate(wire):
            if point.fitting == m.fitting and point.cavity in to:
                landed = to[point.cavity]
                ends[i][side] = Point(m.fitting, landed) if landed is not None else None


def row_turns(wiring: Wiring, fitting: str) -> list[Turned]:
    """Every way a whole row is turned at once: its other face, from the other side, one place
    along.
    """
    row = wiring.cavities(fitting)
    found: list[tuple[TurnName, dict[str, str | None]]] = []
    if mirror := wiring.mirror.get(fitting):
        found.append(("mirrored", dict(mirror)))
    if len(row) >= 4:
        found.append(("reversed", dict(zip(row, reversed(row), strict=True))))
    if len(row) >= 3:
        found.append(("shifted", dict(zip(row, (*row[1:], row[0]), strict=True))))
        found.append(("shifted", dict(zip(row, (*row[1:], None), strict=True))))
        found.append(("shifted", dict(zip(row, (row[-1], *row[:-1]), strict=True))))
        found.append(("shifted", dict(zip(row, (None, *row[:-1]), strict=True))))
    turns = (Turned(fitting, fitting, name, tuple(to.items())) for name, to in found)
    return [t for t in turns if sum(a != b for a, b in t.to) > 2]
