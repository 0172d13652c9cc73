"""Rows turned and cavities exchanged in a cycle: read off the hearings, not guessed."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import combinations

from euthyne.core.wiring.mistakes import Turned
from euthyne.core.wiring.numbered import NOWHERE, Numbered, State, WiringStep, WrongPart

MOST_KEPT = 24
MOST_CHAINS = 8


class Cycles(Numbered):
    """What the hearings say of whole rows."""

    def rotations(self, state: State, part: WrongPart, left: int) -> Iterator[WiringStep]:
        """Every cycle that what is heard of a part shows, with so many mistakes left."""
        if left == 1 and len(part.nets) < 3:
            return
        for fitting in dict.fromkeys(self.fitting[p] for p in part.points):
            row = [p for p in part.points if self.fitting[p] == fitting and p not in state.cavities]
            for cycle in self.cycles(state, row, part.wires, left):
                step = self.rotated(state, fitting, cycle, part.wires)
                if step is not None:
                    yield step

    def rotated(
        self, state: State, fitting: str, cycle: Sequence[int], wires: Sequence[int]
    ) -> WiringStep | None:
        """One cycle of cavities, each one's wires landed in the next; None where an end was
        displaced before.
        """
        to = dict(zip(cycle, (*cycle[1:], cycle[0]), strict=True))
        landed = [(w, s, to[at]) for w in wires for s, at in enumerate(state.ends[w]) if at in to]
        moving = {w for w, _, _ in landed}
        if (
            moving & state.turned
            or any((w, s) in state.displaced for w, s, _ in landed)
            or set(cycle) & state.cavities
        ):
            return None
        named = tuple((self.points[a].cavity, self.points[b].cavity) for a, b in sorted(to.items()))
        after = replace(self.put(state, landed, set(cycle)), turned=state.turned | moving)
        return WiringStep(Turned(fitting, fitting, "rotated", named), after)

    def cycles(
        self, state: State, row: Sequence[int], wires: Sequence[int], left: int
    ) -> list[tuple[int, ...]]:
        """Cycles of three or more cavities that the hearings show, at most one of them empty.

        A chain that ends in an empty cavity, or in one whose wires are silent, is closed there; two
        chains may be one cycle. Several wires in spare cavities are not a cycle: each was moved by
        itself.
        """
        if len(row) < 3:
            return []
        targets = {p: self._landings(state, p, row, wires) for p in row}
        filled = {at for w in wires for at in state.ends[w]}
        found: dict[tuple[int, ...], None] = {}
        for heard in self._without_doubt(targets):
            found.update(
                dict.fromkeys(c for p in row for c in self._walks(heard, p, p) if min(c) == c[0])
            )
            found.update(dict.fromkeys(self._closed(heard, row, filled, left)))
        return sorted((c for c in found if len(c) >= 3), key=len, reverse=True)[:MOST_KEPT]

    def _without_doubt(self, targets: dict[int, list[int]]) -> Iterator[dict[int, list[int]]]:
        """What is heard; and, where two cavities are heard in one, each of them left out: a joint
        may speak for it.
        """
        yield targets
        came: dict[int, list[int]] = {}
        for p, to in targets.items():
            for q in to:
                came.setdefault(q, []).append(p)
        for doubted in sorted(
            {p for sources in came.values() if len(sources) > 1 for p in sources}
        ):
            yield targets | {doubted: []}

    def _closed(
        self, targets: dict[int, list[int]], row: Sequence[int], filled: set[int], left: int
    ) -> Iterator[tuple[int, ...]]:
        """Chains closed to one cycle: up to three, so many of whose last wires are silent as
        mistakes are left.
        """
        sure = {to[0] for to in targets.values() if len(to) == 1}
        heads = [p for p in row if p not in sure]
        chains = [c for p in heads for c in self._walks(targets, p, None)][:MOST_CHAINS]
        for many in (1, 2, 3):
            for closed in self._rounds(chains, many):
                whole = tuple(p for c in closed for p in c)
                empty = sum(c[-1] not in filled for c in closed)
                if empty <= 1 and many - empty < left and len(set(whole)) == len(whole):
                    yield whole

    def _rounds(
        self, chains: list[tuple[int, ...]], many: int
    ) -> Iterator[tuple[tuple[int, ...], ...]]:
        """So many of the chains, in every order they can stand round a cycle."""
        for closed in combinations(chains, many):
            yield closed
            if many == 3:
                yield closed[0], closed[2], closed[1]

    def _landings(
        self, state: State, at: int, row: Sequence[int], wires: Sequence[int]
    ) -> list[int]:
        """Where the wires of a cavity are heard now, other than in it; none where they are silent
        or heard in it.
        """
        far = [
            state.ends[w][1 - side]
            for w in wires
            if w not in state.opened
            for side in (0, 1)
            if state.ends[w][side] == at and state.ends[w][1 - side] not in (at, NOWHERE)
        ]
        groups = {self.group[p] for p in far}
        heard = [p for p in row if self.group[p] in groups and p not in far]
        # Heard where it belongs and nowhere else: it was not moved.
        if at in heard and len(heard) == 1:
            return []
        return [p for p in heard if p != at]

    def _walks(
        self, targets: dict[int, list[int]], start: int, home: int | None
    ) -> list[tuple[int, ...]]:
        """Ways from a cavity to the next where its wires are heard: back home, or to where they are
        not heard.
        """
        found: list[tuple[int, ...]] = []
        ways: list[tuple[int, ...]] = [(start,)]
        while ways and len(found) < MOST_KEPT:
            way = ways.pop()
            onward = targets.get(way[-1], [])
            if home is None and not onward:
                found.append(way)
            for to in onward:
                if to == home:
                    found.append(way)
                elif to not in way:
                    ways.append((*way, to))
        return found

    def turned(self, state: State, turn: Turned) -> State:
        """The state after a whole row is turned: nothing else is displaced at that fitting."""
        number = {p.cavity: i for i, p in enumerate(self.points) if p.fitting == turn.fitting}
        to = {number[a]: NOWHERE if b is None else number[b] for a, b in turn.to}
        landed = [
            (w, s, to[at])
            for w, ends in enumerate(state.ends)
            for s, at in enumerate(ends)
            if at in to
        ]
        after = self.put(state, landed, set(number.values()))
        return replace(after, turned=state.turned | {w for w, _, _ in landed})
