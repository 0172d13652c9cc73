"""What should join and what was heard: points, wires, and how probing groups the points."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from itertools import combinations
from typing import NamedTuple, TypeVar


class Point(NamedTuple):
    """One contact: its fitting and its cavity."""

    fitting: str
    cavity: str

    @property
    def name(self) -> str:
        """The contact as it is written, for instance ``"A.L"``."""
        return f"{self.fitting}.{self.cavity}"


Course = tuple[Point, Point]
Pair = frozenset[Point]
Place = TypeVar("Place", Point, int)


def pair(one: Point, other: Point) -> Pair:
    """Two points of one probe, in no order."""
    return frozenset((one, other))


@dataclass(frozen=True)
class Wiring:
    """What should be there.

    ``points`` are every contact, wired or not, fitting by fitting in the order the faces count
    them. A wire joins two of them; two wires may share a point, and one may join two points of one
    fitting. ``mirror`` says for a fitting which cavity changes with which when the other face of
    its drawing is read.
    """

    points: tuple[Point, ...]
    wires: tuple[Course, ...]
    mirror: Mapping[str, Mapping[str, str]] = field(default_factory=dict)

    @cached_property
    def fittings(self) -> tuple[str, ...]:
        """The fittings, in the order they are given."""
        return tuple(dict.fromkeys(p.fitting for p in self.points))

    def cavities(self, fitting: str) -> tuple[str, ...]:
        """The cavities of a fitting in their order."""
        return tuple(p.cavity for p in self.points if p.fitting == fitting)

    @cached_property
    def nets(self) -> tuple[tuple[Point, ...], ...]:
        """What should conduct together, net by net; a contact that lands nowhere is a net of its
        own.
        """
        return grouped(self.points, self.wires)


@dataclass(frozen=True)
class Gang:
    """Points strapped together that stayed silent against one other point."""

    points: tuple[Point, ...]
    against: Point


@dataclass(frozen=True)
class Heard:
    """What the meter said: pairs that sounded, and pairs or gangs that stayed silent; ``rest`` when
    all others did.
    """

    sounds: tuple[Pair, ...]
    silent: tuple[Pair, ...] = ()
    gangs: tuple[Gang, ...] = ()
    rest: bool = False

    @property
    def silences(self) -> frozenset[Pair]:
        """Every pair known to be silent by a probe of its own or by a gang; not those that ``rest``
        adds.
        """
        ganged = (pair(p, gang.against) for gang in self.gangs for p in gang.points)
        return frozenset((*self.silent, *ganged))


def grouped(
    points: Sequence[Place], joins: Iterable[Iterable[Place]]
) -> tuple[tuple[Place, ...], ...]:
    """Points, or the numbers of points, in groups that conduct together, in the order of their
    first points.

    Parameters: points; joins, pairs of them that conduct. Returns: the groups, each in the order of
    ``points``.
    """
    above = {p: p for p in points}

    def top(p: Place) -> Place:
        while above[p] != p:
            above[p] = above[above[p]]
            p = above[p]
        return p

    for one, other in joins:
        above[top(one)] = top(other)
    found: dict[Place, list[Place]] = {}
    for p in points:
        found.setdefault(top(p), []).append(p)
    return tuple(tuple(group) for group in found.values())


def contradictions(points: Sequence[Point], heard: Heard) -> tuple[Pair, ...]:
    """Pairs heard silent although a chain of pairs that sounded joins them; none when the hearings
    agree.

    A probe slipped, or a joint opens when it is pushed.
    """
    home = {p: i for i, g in enumerate(grouped(points, heard.sounds)) for p in g}
    if not heard.rest:
        return tuple(
            x for x in sorted(heard.silences, key=sorted) if len({home[p] for p in x}) == 1
        )
    sounded = set(heard.sounds)
    groups = grouped(points, heard.sounds)
    return tuple(
        x
        for g in groups
        for one, other in combinations(g, 2)
        if (x := pair(one, other)) not in sounded
    )


def reconciled(points: Sequence[Point], heard: Heard) -> Heard:
    """The hearings after one smallest change that makes them agree: what is heard less often gives
    way.

    Each group of points that sounded together, and holds a contradiction, is split in two where the
    fewest answers have to change, or taken as one where that changes fewer still.
    """
    sounds = set(heard.sounds)
    against = set(contradictions(points, heard))
    for group in grouped(points, heard.sounds):
        inside = {x for x in against if x <= set(group)}
        if not inside:
            continue
        best = _smallest_change(group, sounds, inside)
        sounds = {x for x in sounds if not x <= set(group)} | best
    silent = tuple(x for x in heard.silent if x not in sounds)
    gangs = tuple(
        Gang(kept, gang.against)
        for gang in heard.gangs
        if (kept := tuple(p for p in gang.points if pair(p, gang.against) not in sounds))
    )
    return Heard(tuple(sorted(sounds, key=sorted)), silent, gangs, heard.rest)


MOST_SPLIT = 12  # points of one contradictory group whose every split in two is tried


def _smallest_change(group: tuple[Point, ...], sounds: set[Pair], silent: set[Pair]) -> set[Pair]:
    """The pairs of a group that sound after the smallest change: all of them, or those of the
    cheapest two halves.
    """
    every = {pair(one, other) for one, other in combinations(group, 2)}
    cheapest, best = len(silent), every
    if len(group) > MOST_SPLIT:
        return best
    # The last point stays in the other half: a split and its mirror image are the same.
    for chosen in range(1, 2 ** (len(group) - 1)):
        half = {p for i, p in enumerate(group) if chosen >> i & 1}
        across = {x for x in every if len(x & half) == 1}
        changed = len(across & sounds) + len(silent - across)
        if changed < cheapest:
            cheapest, best = changed, every - across
    return best
