"""The wiring and the hearings in numbers: what conducts, whether it was heard so, and what hangs together."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from euthyne.core.wiring.grid import Heard, Wiring, grouped
from euthyne.core.wiring.mistakes import Mistake

Ends = tuple[tuple[int, int], ...]
NOWHERE = -1


@dataclass(frozen=True)
class State:
    """Where each wire's ends are by now, and what may not be displaced again. Points and wires are
    numbers.

    A wire is turned at one end only: two long cycles, one at each end, would explain any muddle
    with two mistakes.
    """

    ends: Ends
    opened: frozenset[int] = frozenset()
    joins: tuple[tuple[int, int], ...] = ()
    cavities: frozenset[int] = frozenset()
    displaced: frozenset[tuple[int, int]] = frozenset()
    turned: frozenset[int] = frozenset()


@dataclass(frozen=True)
class WiringStep:
    """One mistake tried: what it is, and the state after it."""

    mistake: Mistake
    after: State


@dataclass(frozen=True)
class WrongPart:
    """Points and wires of what is wrong together, and its wrong nets."""

    points: list[int]
    wires: list[int]
    nets: list[tuple[int, ...]]


class Numbered:
    """The wiring and the hearings, numbered."""

    def __init__(self, wiring: Wiring, heard: Heard) -> None:
        self.wiring = wiring
        self.points = wiring.points
        number = {p: i for i, p in enumerate(self.points)}
        self.fitting = [p.fitting for p in self.points]
        self.start = State(tuple((number[a], number[b]) for a, b in wiring.wires))
        self.group = [0] * len(self.points)
        self.members: list[list[int]] = []
        for g in grouped(self.points, heard.sounds):
            for p in g:
                self.group[number[p]] = len(self.members)
            self.members.append([number[p] for p in g])
        self.rest = heard.rest
        apart = (
            (self.group[number[p]], self.group[number[q]]) for p, q in map(tuple, heard.silences)
        )
        self.apart = {frozenset(x) for x in apart}

    def nets(
        self, state: State, points: Sequence[int], wires: Iterable[int]
    ) -> tuple[tuple[int, ...], ...]:
        """The nets that a state makes of some points."""
        among = set(points)
        whole = [
            state.ends[w] for w in wires if w not in state.opened and NOWHERE not in state.ends[w]
        ]
        return grouped(points, whole + [join for join in state.joins if join[0] in among])

    def as_heard(self, net: Sequence[int]) -> bool:
        """True when a net is what was heard: whole groups, none of which is silent against another."""
        groups = {self.group[p] for p in net}
        if len(groups) > 1 and (
            self.rest or any(frozenset(x) in self.apart for x in combinations(groups, 2))
        ):
            return False
        return len(net) == sum(len(self.members[g]) for g in groups)

    def parts(self, state: State, points: Sequence[int], wires: Sequence[int]) -> list[WrongPart]:
        """What is wrong, in parts that have neither a net nor a hearing in common."""
        nets = self.nets(state, points, wires)
        # Groups that a wrong net holds together belong to one part, however long the chain of them.
        home = {g: g for g in {self.group[p] for p in points}}

        def top(g: int) -> int:
            while home[g] != g:
                g = home[g]
            return g

        wrong = [net for net in nets if not self.as_heard(net)]
        for net in wrong:
            for p in net[1:]:
                home[top(self.group[net[0]])] = top(self.group[p])
        found: dict[int, list[tuple[int, ...]]] = {}
        for net in wrong:
            found.setdefault(top(self.group[net[0]]), []).append(net)
        return [self._part(nets, state, wires) for nets in found.values()]

    def _part(self, nets: list[tuple[int, ...]], state: State, wires: Sequence[int]) -> WrongPart:
        points = [p for net in nets for p in net]
        within = set(points)
        own = [w for w in wires if set(state.ends[w]) & within]
        return WrongPart(points, own, nets)

    def put(self, state: State, landed: list[tuple[int, int, int]], cavities: set[int]) -> State:
        """The state after ends of wires landed elsewhere.

        Parameters: state; landed, each wire, which of its ends, and the point it lands at; cavities that
        are spoken for from then on.
        """
        ends = list(state.ends)
        for w, side, to in landed:
            pair = [*ends[w]]
            pair[side] = to
            ends[w] = (pair[0], pair[1])
        return replace(
            state,
            ends=tuple(ends),
            cavities=state.cavities | cavities,
            displaced=state.displaced | {(w, side) for w, side, _ in landed},
        )
