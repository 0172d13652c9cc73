"""From what was heard to a named fault: agrees, or the fewest mistakes in words, or what to probe
next.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from itertools import combinations

from euthyne.core.wiring.grid import (
    Heard,
    Pair,
    Point,
    Wiring,
    contradictions,
    grouped,
    pair,
    reconciled,
)
from euthyne.core.wiring.mistakes import (
    EITHER,
    Exchanged,
    Joined,
    Mistake,
    Moved,
    Turned,
    TurnName,
    groups_after,
    rank,
    row_turns,
)
from euthyne.core.wiring.search import fewest
from euthyne.core.wiring.words import Names, said

MOST_EXPLANATIONS = 5
TURN_ORDER: tuple[TurnName, ...] = ("mirrored", "reversed", "shifted", "rotated")


@dataclass(frozen=True)
class Explanation:
    """Mistakes that together give exactly what was heard, and what they say in words."""

    mistakes: tuple[Mistake, ...]
    text: str

    @property
    def count(self) -> int:
        """How many mistakes it needs."""
        return len(self.mistakes)


@dataclass(frozen=True)
class Diagnosis:
    """What the hearings come to.

    ``agrees`` when everything probed is as it should be and no pair that matters is left;
    ``consistent`` False when the hearings contradict each other; ``explanations`` all of one least
    count, commoner mistakes first; ``probe_next`` what settles it; ``proven`` when fewer mistakes
    are impossible.
    """

    agrees: bool
    consistent: bool
    explanations: tuple[Explanation, ...]
    probe_next: tuple[Pair, ...]
    proven: bool = True


def diagnose(wiring: Wiring, heard: Heard, names: Names | None = None) -> Diagnosis:
    """Name the mistakes that explain what was heard.

    Parameters: wiring, what should be there; heard, what sounded and what stayed silent; names, how
    wires and ends are called in the sentences. Returns: Diagnosis; its explanations reproduce what
    was heard exactly.

    >>> a, b = [tuple(Point(f, c) for c in "LNE") for f in "AB"]
    >>> wiring = Wiring((*a, *b), tuple(zip(a, b)))
    >>> crossed = (pair(a[0], b[1]), pair(a[1], b[0]), pair(a[2], b[2]))
    >>> diagnose(wiring, Heard(crossed, rest=True)).explanations[0].text
    'Live and neutral are exchanged at one end. Change them over at one end, and only one.'
    """
    against = contradictions(wiring.points, heard)
    if against:
        found, proven = _explained(wiring, reconciled(wiring.points, heard), names or Names())
        return Diagnosis(
            agrees=False,
            consistent=False,
            explanations=found,
            probe_next=_to_probe_again(heard, against),
            proven=proven,
        )
    if _as_heard(wiring, heard, ()):
        left = next_probe(wiring, heard)
        return Diagnosis(left is None, True, (), () if left is None else (left,))
    found, proven = _explained(wiring, heard, names or Names())
    settles = _splitting(wiring, heard, found) if len(found) > 1 and not heard.rest else None
    return Diagnosis(
        agrees=False,
        consistent=True,
        explanations=found,
        probe_next=() if settles is None else (settles,),
        proven=proven,
    )


def _explained(wiring: Wiring, heard: Heard, names: Names) -> tuple[tuple[Explanation, ...], bool]:
    if _as_heard(wiring, heard, ()):
        return (), True
    sets, proven = fewest(wiring, heard)
    told: dict[frozenset[Mistake], list[Mistake]] = {}
    for mistakes in sets:
        drawn = sorted(_drawn(wiring, heard, mistakes), key=lambda m: (rank(m), repr(m)))
        told.setdefault(frozenset(m for m in drawn if not isinstance(m, Joined)), drawn)
    best = sorted(told.values(), key=lambda ms: ([rank(m) for m in ms], repr(ms)))[
        :MOST_EXPLANATIONS
    ]
    return tuple(
        Explanation(tuple(ms), said(ms, names, _misread(wiring, ms))) for ms in best
    ), proven


def _as_heard(wiring: Wiring, heard: Heard, mistakes: Iterable[Mistake]) -> bool:
    """True when the mistakes give what was heard, on every pair that was probed."""
    home = {p: i for i, g in enumerate(groups_after(wiring, list(mistakes))) for p in g}
    if any(len({home[p] for p in x}) > 1 for x in heard.sounds):
        return False
    if not heard.rest:
        return all(len({home[p] for p in x}) == 2 for x in heard.silences)
    return len(set(home.values())) == len(grouped(wiring.points, heard.sounds))


# How a mistake is drawn where the ends of a straight lead cannot be told apart.


def _drawn(wiring: Wiring, heard: Heard, mistakes: list[Mistake]) -> list[Mistake]:
    drawn = list(mistakes)
    for i, m in enumerate(mistakes):
        if isinstance(m, Turned):
            drawn[i] = m = _named(wiring, m)
        other = _at_other_end(wiring, m)
        if other is None:
            continue
        rest = [*drawn[:i], *drawn[i + 1 :]]
        if _displaces_anew(wiring, other, rest) and _as_heard(wiring, heard, [*rest, other]):
            drawn[i] = _preferred(wiring, m, other)
    return drawn


def _displaces_anew(wiring: Wiring, mistake: Mistake, rest: list[Mistake]) -> bool:
    """True when a mistake displaces no cavity that another one of the same explanation
    displaces.
    """
    taken = set(_cavities(mistake))
    return not any(taken & set(_cavities(m)) for m in rest)


def _cavities(mistake: Mistake) -> Iterator[Point]:
    match mistake:
        case Exchanged():
            yield from mistake.cavities
        case Moved():
            yield from (mistake.belongs, mistake.to)
        case Turned():
            yield from (Point(mistake.fitting, c) for c, _ in mistake.to)


def _named(wiring: Wiring, turn: Turned) -> Turned:
    """The turn under the first name that fits it."""
    moving = {a: b for a, b in turn.to if a != b}
    rows = (
        t for t in row_turns(wiring, turn.fitting) if {a: b for a, b in t.to if a != b} == moving
    )
    best = min(rows, key=lambda t: TURN_ORDER.index(t.name), default=None)
    if best is None:
        return turn
    return replace(turn, name=best.name, to=best.to)


def _at_other_end(wiring: Wiring, mistake: Mistake) -> Exchanged | Turned | None:
    """The same mistake as it would be at the other end of the wires it displaces; None where there
    is no such end.
    """
    if isinstance(mistake, Exchanged):
        return _exchanged_at_other_end(mistake)
    if isinstance(mistake, Turned):
        return _turned_at_other_end(wiring, mistake)
    return None


def _exchanged_at_other_end(mistake: Exchanged) -> Exchanged | None:
    far = [
        w[1] if w[0] == at else w[0] for w, at in zip(mistake.wires, mistake.cavities, strict=True)
    ]
    if far[0] == far[1] or far[0].fitting != far[1].fitting or far[0].fitting == mistake.end:
        return None
    return Exchanged(far[0].fitting, mistake.wires, (far[0], far[1]))


def _turned_at_other_end(wiring: Wiring, turn: Turned) -> Turned | None:
    """The same turn as it would be told from the fittings the wires run to; None where they run to
    several, or where it has no name there.
    """
    to = dict(turn.to)
    across = _across(wiring, turn)
    if across is None or set(across) != set(to) or len({p.fitting for p in across.values()}) != 1:
        return None
    fitting = next(iter(across.values())).fitting
    back = {across[b].cavity: across[a].cavity for a, b in to.items() if b is not None}
    whole = {across[c].cavity: back.get(across[c].cavity) for c in to}
    order = wiring.cavities(fitting)
    found = Turned(
        fitting, fitting, "rotated", tuple(sorted(whole.items(), key=lambda x: order.index(x[0])))
    )
    named = _named(wiring, found)
    if named.name == "rotated" and None in whole.values():
        return None
    return named


def _across(wiring: Wiring, turn: Turned) -> dict[str, Point] | None:
    """Where the wire of each turned cavity runs to; None where one has two, or stays on the fitting."""
    across: dict[str, Point] = {}
    turned = {Point(turn.fitting, cavity) for cavity in dict(turn.to)}
    for wire in wiring.wires:
        for at, far in (wire, wire[::-1]):
            if at not in turned:
                continue
            if at.cavity in across or far.fitting == turn.fitting:
                return None
            across[at.cavity] = far
    return across


def _preferred(wiring: Wiring, one: Mistake, other: Exchanged | Turned) -> Mistake:
    """Of the same mistake at two ends, the one it is drawn as: the better name, then the second
    fitting of its wires.

    Its end is said to be either.
    """
    if isinstance(one, Exchanged) and isinstance(other, Exchanged):
        later = max(one, other, key=lambda m: wiring.fittings.index(m.end))
        return replace(later, end=EITHER)
    assert isinstance(one, Turned) and isinstance(other, Turned)
    best = min(
        one, other, key=lambda m: (TURN_ORDER.index(m.name), -wiring.fittings.index(m.fitting))
    )
    return replace(best, end=EITHER)


def _misread(wiring: Wiring, mistakes: Iterable[Mistake]) -> frozenset[Mistake]:
    """Exchanges that are all a fitting's mirror does: its other face may have been read."""
    found = []
    for m in mistakes:
        if not isinstance(m, Exchanged):
            continue
        ends = [m.cavities, *([x.cavities] if (x := _exchanged_at_other_end(m)) else [])]
        for one, other in ends:
            mirror = wiring.mirror.get(one.fitting, {})
            if {a for a, b in mirror.items() if a != b} == {one.cavity, other.cavity}:
                found.append(m)
    return frozenset(found)


# What to probe.


def next_probe(wiring: Wiring, heard: Heard) -> Pair | None:
    """The next pair that the proof of a sound lead still needs; None when nothing is left.

    First each net is heard together; then one silent pair tells two whole nets apart, since every
    contact of a net stands for all of it.
    """
    if heard.rest:
        return None
    home = {p: i for i, g in enumerate(grouped(wiring.points, heard.sounds)) for p in g}
    return _still_apart(wiring, home) or _not_told_apart(wiring, heard, home)


def _still_apart(wiring: Wiring, home: dict[Point, int]) -> Pair | None:
    for net in wiring.nets:
        for p in net:
            if home[p] != home[net[0]]:
                return pair(net[0], p)
    return None


def _not_told_apart(wiring: Wiring, heard: Heard, home: dict[Point, int]) -> Pair | None:
    silent = {frozenset(home[p] for p in x) for x in heard.silences}
    for one, other in combinations(wiring.nets, 2):
        if frozenset((home[one[0]], home[other[0]])) not in silent:
            return pair(one[0], other[0])
    return None


def _to_probe_again(heard: Heard, against: tuple[Pair, ...]) -> tuple[Pair, ...]:
    """The pairs of a contradiction: each silent one, and the chain of sounding ones that
    contradicts it.
    """
    found: dict[Pair, None] = {}
    for silent in against:
        one, other = sorted(silent)
        for x in (*_chain(heard, one, other), silent):
            found.setdefault(x)
    return tuple(found)


def _chain(heard: Heard, start: Point, goal: Point) -> list[Pair]:
    came: dict[Point, Point] = {start: start}
    queue = [start]
    while queue and goal not in came:
        at = queue.pop(0)
        for x in heard.sounds:
            if at in x:
                (to,) = x - {at}
                if to not in came:
                    came[to] = at
                    queue.append(to)
    way = []
    at = goal
    while at != start:
        way.append(pair(came[at], at))
        at = came[at]
    return way[::-1]


def _splitting(wiring: Wiring, heard: Heard, found: tuple[Explanation, ...]) -> Pair | None:
    """The pair not probed yet that tells the explanations apart best; None where no pair does."""
    probed = {*heard.sounds, *heard.silences}
    homes = [
        {p: i for i, g in enumerate(groups_after(wiring, e.mistakes)) for p in g} for e in found
    ]
    best, largest = None, len(found)
    for one, other in combinations(wiring.points, 2):
        sounding = sum(home[one] == home[other] for home in homes)
        if max(sounding, len(found) - sounding) < largest and pair(one, other) not in probed:
            best, largest = pair(one, other), max(sounding, len(found) - sounding)
    return best
