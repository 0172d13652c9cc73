"""The wire map as people read it: each core with the mark it lands on at each end."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

from euthyne.core.assembly.nets import Point
from euthyne.core.assembly.records import Assembly, WireCourse
from euthyne.core.order.laid import CableEnd, End
from euthyne.core.shelf.part import Part

Marks = tuple[str, ...]
SIDES = "ab"


@dataclass(frozen=True)
class Joint:
    """A core, named as the lead names it, its function, and the mark it lands on at each end of its
    cable, None where it is cut back; and what those marks are for.
    """

    core: str
    a: str | None
    b: str | None
    cable: str = ""
    function: str = ""
    for_a: str | None = None
    for_b: str | None = None


class WireMap:
    """The wires of an assembly by their marks.

    A mark is a cavity's own, or the function of a fitting that has but one cavity; where several
    fittings of a place bear the same, the fitting stands before it.
    """

    def __init__(self, assembly: Assembly, parts: Mapping[str, Part]) -> None:
        self.assembly = assembly
        self.parts = parts

    @cached_property
    def _marks(self) -> dict[str, dict[str, Point]]:
        """Every cavity by its mark, by place; a fitting in the middle is a place of its own."""
        found: dict[str, dict[str, Point]] = {}
        for fitting in self.assembly.fittings:
            here = found.setdefault(fitting.place or fitting.id, {})
            for cavity in self.parts[fitting.id].marks:
                mark = fitting.function or cavity
                if mark in here:
                    mark = f"{fitting.id}.{cavity}"
                here[mark] = (fitting.id, cavity)
        return found

    @cached_property
    def _mark_of(self) -> dict[Point, str]:
        return {point: mark for here in self._marks.values() for mark, point in here.items()}

    def mark(self, point: Point | None) -> str | None:
        """The mark of a cavity."""
        if point is None:
            return None
        return self._mark_of[point]

    def purpose(self, point: Point | None) -> str | None:
        """What a cavity is for: the function of its fitting, or its own mark; of the two sides of a
        junction, what both are for.
        """
        if point is None:
            return None
        fitting, cavity = point
        function = self.assembly.fitting(fitting).function
        if function is not None:
            return function
        # The two sides of a junction are marked a and b: what both are for stands before.
        inside = {mark for p in self.parts[fitting].positions for pair in p.joins for mark in pair}
        if cavity in inside and cavity[-1] in SIDES and cavity[:-1]:
            return cavity[:-1]
        return cavity

    def where(self, end: CableEnd) -> str:
        """The place a cable end lies at, as its cores say; where none lands, the place of its side."""
        at = self.assembly.places_at(end)
        if at:
            return at[0]
        side = "supply" if end.end == "A" else "load"
        return next(p.id for p in self.assembly.places if p.side == side)

    def _reached(self, end: CableEnd) -> dict[str, Point]:
        """Every cavity a cable end can land in, by its mark: of all places it lies at."""
        places = self.assembly.places_at(end) or (self.where(end),)
        found: dict[str, Point] = {}
        for place in places:
            for mark, point in self._marks.get(place, {}).items():
                found.setdefault(mark, point)
        return found

    def marks_at(self, end: CableEnd) -> Marks:
        """The marks a core can land on at a cable end."""
        return tuple(self._reached(end))

    @cached_property
    def joints(self) -> tuple[Joint, ...]:
        """Every core with its marks, in the order of the cables."""
        names = self.assembly.core_names
        return tuple(
            Joint(
                core=names[c.cable, c.core],
                a=self.mark(c.a),
                b=self.mark(c.b),
                cable=c.cable,
                function=c.core,
                for_a=self.purpose(c.a),
                for_b=self.purpose(c.b),
            )
            for c in self.assembly.courses
        )

    def wires(self, joints: Sequence[Joint]) -> tuple[WireCourse, ...]:
        """The wires of joints, in their order. Raises KeyError for a mark that is not there."""
        return tuple(
            WireCourse(
                core=f"{j.cable}.{j.function}",
                a=self._at(CableEnd(j.cable, "A"), j.a),
                b=self._at(CableEnd(j.cable, "B"), j.b),
                spare=j.a is None and j.b is None,
            )
            for j in joints
        )

    def _at(self, end: CableEnd, mark: str | None) -> str | None:
        if mark is None:
            return None
        return ".".join(self._reached(end)[mark])

    def named(self, place: str, mark: str | None) -> str | None:
        """The cavity that bears a mark at a place, as documents name it. Raises KeyError."""
        if mark is None:
            return None
        return ".".join(self._marks[place][mark])


def by_function(a: Marks, b: Marks, cores: Marks) -> list[tuple[str | None, str | None]]:
    """The usual map: each core to the mark of its own function at both ends, a shield at the supply
    end only.
    """
    return [
        (
            core if core in a else None,
            core if core in b and not (core == "S" and core in a) else None,
        )
        for core in cores
    ]


def straight_through(a: Marks, b: Marks, cores: Marks) -> list[tuple[str | None, str | None]]:
    """Each core to the same position at both ends, counted as the faces count their cavities."""
    return _paired(a, b, cores, lambda i, n: i)


def crossed(a: Marks, b: Marks, cores: Marks) -> list[tuple[str | None, str | None]]:
    """Positions run the other way at the far end: the first core lands in the last cavity."""
    return _paired(a, b, cores, lambda i, n: n - 1 - i)


def shifted(a: Marks, b: Marks, cores: Marks) -> list[tuple[str | None, str | None]]:
    """Positions move on by one at the far end, the last coming round to the first."""
    return _paired(a, b, cores, lambda i, n: (i + 1) % n)


def _paired(
    a: Marks, b: Marks, cores: Marks, place: Callable[[int, int], int]
) -> list[tuple[str | None, str | None]]:
    apart = ("E", "S")
    counted = [c for c in cores if c not in apart]
    here, there = ([m for m in marks if m not in apart] for marks in (a, b))
    n = min(len(counted), len(here), len(there))
    landed = {c: (here[i], there[place(i, n)]) for i, c in enumerate(counted[:n])}
    usual = dict(zip(cores, by_function(a, b, cores), strict=True))
    return [landed.get(core, usual[core] if core in apart else (None, None)) for core in cores]


STARTING_MAPS = {
    "function": ("By function", by_function),
    "straight": ("Straight through", straight_through),
    "crossed": ("Crossed", crossed),
    "shifted": ("Shifted by one", shifted),
}


def mapped(
    wire_map: WireMap, make: Callable[[Marks, Marks, Marks], list[tuple[str | None, str | None]]]
) -> tuple[Joint, ...]:
    """All joints of a map begun again in one of the usual ways, cables that lie side by side taken
    together.
    """
    together: dict[tuple[str, str], list[Joint]] = {}
    for joint in wire_map.joints:
        ends: tuple[End, End] = ("A", "B")
        at = tuple(wire_map.where(CableEnd(joint.cable, end)) for end in ends)
        together.setdefault((at[0], at[1]), []).append(joint)
    made: dict[str, Joint] = {}
    for alike in together.values():
        cable = alike[0].cable
        a, b = wire_map.marks_at(CableEnd(cable, "A")), wire_map.marks_at(CableEnd(cable, "B"))
        pairs = make(a, b, tuple(j.function for j in alike))
        for joint, (one, other) in zip(alike, pairs, strict=True):
            made[joint.core] = Joint(joint.core, one, other, joint.cable, joint.function)
    return tuple(made[j.core] for j in wire_map.joints)
