"""The fewest mistakes that explain what was heard.

Why it is right. A net that conducts otherwise than was heard stays wrong until some mistake touches
it: opens or moves one of its wires, lands another wire in it, or joins it to another. So the search
takes one wrong net after the other and tries only the mistakes that touch it, one mistake deeper at
a time; the first depth that explains everything is the least. One mistake puts at most two nets
right, unless it turns a row; so a branch with more wrong nets than twice the mistakes left can only
go on with a turned row, and a row's turn is read off the hearings instead of being guessed: where a
cavity's wires are heard is where everything in it went. What has nothing to do with each other (no
net and no hearing in common) is explained apart, which keeps fifty wires with three mistakes as
small as three times a few wires.

Cost: a few dozen tries for each wrong net, at the power of the mistakes that hang together; no
permutations.
"""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import combinations, product

from euthyne.core.wiring.cycles import MOST_KEPT, Cycles
from euthyne.core.wiring.grid import Heard, Wiring
from euthyne.core.wiring.mistakes import Exchanged, Joined, Mistake, Moved, Open, row_turns
from euthyne.core.wiring.numbered import NOWHERE, State, WiringStep, WrongPart

# Mistakes that hang together; beyond, a plain explanation stands in and is not called proven.
DEEPEST = 4
# Mistakes on one lead; looked for first, so that a row turned is found before long searches.
USUAL = 3
MOST_TRIES = 20_000


class Search(Cycles):
    """Everything that explains what was heard, the fewest mistakes first."""

    def __init__(self, wiring: Wiring, heard: Heard) -> None:
        super().__init__(wiring, heard)
        self.tries = 0
        self.proven = True

    def explain(
        self, state: State, points: Sequence[int], wires: Sequence[int], most: int
    ) -> list[list[Mistake]]:
        """Every smallest explanation of what is wrong among some points, of at most so many
        mistakes; none: empty.
        """
        whole: list[list[Mistake]] = [[]]
        left = most
        for part in self.parts(state, points, wires):
            found = self._deepen(state, part, left)
            if not found:
                return []
            left -= len(found[0])
            whole = [[*one, *more] for one, more in product(whole, found)][:MOST_KEPT]
        return whole

    def _deepen(self, state: State, part: WrongPart, most: int) -> list[list[Mistake]]:
        plain = self._plain(state, part)
        for depth in range(1, min(most, DEEPEST, len(plain) - 1) + 1):
            seen: set[frozenset[Mistake]] = set()
            found = self._within(state, part, depth, frozenset(), seen)
            if found:
                return found
        if (len(plain) - 1 > DEEPEST and most > DEEPEST) or self.tries > MOST_TRIES:
            self.proven = False
        if len(plain) <= most:
            return [plain]
        return []

    def _within(
        self,
        state: State,
        part: WrongPart,
        left: int,
        made: frozenset[Mistake],
        seen: set[frozenset[Mistake]],
    ) -> list[list[Mistake]]:
        found: list[list[Mistake]] = []
        for step in self._steps(state, part, left):
            together = made | {step.mistake}
            if together in seen:
                continue
            seen.add(together)
            self.tries += 1
            if self.tries > MOST_TRIES:
                return found
            found += [
                [step.mistake, *rest] for rest in self._rest(step, part, left - 1, together, seen)
            ]
            if len(found) >= MOST_KEPT:
                return found
        return found

    def _rest(
        self,
        step: WiringStep,
        part: WrongPart,
        left: int,
        made: frozenset[Mistake],
        seen: set[frozenset[Mistake]],
    ) -> list[list[Mistake]]:
        """Every explanation of exactly so many mistakes of what is still wrong in a part after a
        step.
        """
        parts = self.parts(step.after, part.points, part.wires)
        if not parts:
            if not left:
                return [[]]
            return []
        # Each part needs a mistake of its own.
        if len(parts) > left:
            return []
        if len(parts) == 1:
            return self._within(step.after, parts[0], left, made, seen)
        whole: list[list[Mistake]] = [[]]
        for one in parts:
            found: list[list[Mistake]] = []
            # One mistake stays in hand for each of the other parts.
            for depth in range(1, left - (len(parts) - 1) + 1):
                found = self._within(step.after, one, depth, made, set())
                if found:
                    break
            whole = [[*had, *more] for had, more in product(whole, found)][:MOST_KEPT]
        return [one for one in whole if len(one) == left]

    def _plain(self, state: State, part: WrongPart) -> list[Mistake]:
        """An explanation that always holds: open what sounds through and should not, join what is
        left apart.
        """
        cut = self._bridging(state, part)
        opened = replace(state, opened=state.opened | set(cut))
        found: list[Mistake] = [Open(self.wiring.wires[w]) for w in cut]
        home = {
            p: i for i, net in enumerate(self.nets(opened, part.points, part.wires)) for p in net
        }
        by_group: dict[int, list[int]] = {}
        for p in part.points:
            by_group.setdefault(self.group[p], []).append(p)
        for together in by_group.values():
            # What sounded together and is in nets apart is joined; a net that was joined is one.
            for p in together[1:]:
                one, other = home[together[0]], home[p]
                if one != other:
                    home = {q: one if at == other else at for q, at in home.items()}
                    found.append(Joined((self.points[together[0]], self.points[p])))
        return found

    def _bridging(self, state: State, part: WrongPart) -> list[int]:
        """The wires of a part that, with those before them and all that sounded together, would join what
        was heard silent.
        """
        home = {g: g for g in {self.group[p] for p in part.points}}
        cut: list[int] = []
        for w in part.wires:
            if w in state.opened or NOWHERE in state.ends[w]:
                continue
            one, other = (home[self.group[p]] for p in state.ends[w])
            if one == other:
                continue
            here, there = ([g for g, at in home.items() if at == side] for side in (one, other))
            if self.rest or any(frozenset(x) in self.apart for x in product(here, there)):
                cut.append(w)
            else:
                home.update(dict.fromkeys(there, one))
        return cut

    # What may have happened to a wrong net.

    def _steps(self, state: State, part: WrongPart, left: int) -> Iterator[WiringStep]:
        if len(part.nets) > 2 * left:
            yield from self.rotations(state, part, left)
            return
        net = min(part.nets, key=lambda n: (len(n), n))
        touched = set(net)
        yield from self._opens(state, part, touched)
        yield from self._exchanges(state, part, touched)
        yield from self._moves(state, part, touched)
        yield from self._joinings(state, part, touched)
        yield from self.rotations(state, part, left)

    def _opens(self, state: State, part: WrongPart, net: set[int]) -> Iterator[WiringStep]:
        for w in part.wires:
            if w not in state.opened and set(state.ends[w]) & net:
                yield WiringStep(
                    Open(self.wiring.wires[w]), replace(state, opened=state.opened | {w})
                )

    def _free_ends(self, state: State, part: WrongPart) -> list[tuple[int, int, int]]:
        """Every end of a whole wire that nothing has displaced yet, with its cavity."""
        within = set(part.points)
        return [
            (w, side, at)
            for w in part.wires
            if w not in state.opened
            for side, at in enumerate(state.ends[w])
            if at in within and at not in state.cavities and (w, side) not in state.displaced
        ]

    def _moves(self, state: State, part: WrongPart, net: set[int]) -> Iterator[WiringStep]:
        for w, side, at in self._free_ends(state, part):
            near = bool(set(state.ends[w]) & net)
            for to in part.points:
                if to == at or self.fitting[to] != self.fitting[at] or to in state.cavities:
                    continue
                if near or to in net:
                    moved = Moved(self.wiring.wires[w], self.points[at], self.points[to])
                    yield WiringStep(moved, self.put(state, [(w, side, to)], {at, to}))

    def _exchanges(self, state: State, part: WrongPart, net: set[int]) -> Iterator[WiringStep]:
        free = self._free_ends(state, part)
        for (w, side, at), (other, beside, to) in combinations(free, 2):
            if w == other or at == to or self.fitting[at] != self.fitting[to]:
                continue
            if not (set(state.ends[w]) | set(state.ends[other])) & net:
                continue
            wires = (self.wiring.wires[w], self.wiring.wires[other])
            mistake = Exchanged(self.fitting[at], wires, (self.points[at], self.points[to]))
            yield WiringStep(
                mistake, self.put(state, [(w, side, to), (other, beside, at)], {at, to})
            )

    def _joinings(self, state: State, part: WrongPart, net: set[int]) -> Iterator[WiringStep]:
        for other in part.nets:
            if net & set(other):
                continue
            told: set[int] = set()
            pairs = [(p, q) for p in sorted(net) for q in other if self.group[p] == self.group[q]]
            for p, q in sorted(pairs, key=lambda x: (self.fitting[x[0]] != self.fitting[x[1]], x)):
                if self.group[p] not in told:
                    told.add(self.group[p])
                    after = replace(state, joins=(*state.joins, (p, q)))
                    yield WiringStep(
                        Joined((self.points[min(p, q)], self.points[max(p, q)])), after
                    )


def _beginnings(search: Search, many: int) -> Iterator[tuple[list[Mistake], State]]:
    """What a search begins from: no row turned; or one row, or one wide cycle; or two rows, at two
    fittings.
    """
    if many == 0:
        yield [], search.start
        return
    turns = [t for f in search.wiring.fittings for t in row_turns(search.wiring, f)]
    turned = [(t, search.turned(search.start, t)) for t in turns]
    if many == 1:
        for turn, state in turned:
            yield [turn], state
        yield from _wide_cycles(search)
        return
    for (one, first), (other, second) in combinations(turned, 2):
        if one.fitting != other.fitting and not first.turned & second.turned:
            yield [one, other], search.turned(first, other)


def _wide_cycles(search: Search) -> Iterator[tuple[list[Mistake], State]]:
    """Cycles that nothing else holds together: one made of two chains that have no hearing in
    common.
    """
    wires = range(len(search.start.ends))
    parts = search.parts(search.start, range(len(search.points)), wires)
    if len(parts) < 2:
        return
    for fitting in search.wiring.fittings:
        row = [p for part in parts for p in part.points if search.fitting[p] == fitting]
        for cycle in search.cycles(search.start, row, wires, DEEPEST):
            if not any(set(cycle) <= set(part.points) for part in parts):
                step = search.rotated(search.start, fitting, cycle, wires)
                if step is not None:
                    yield [step.mistake], step.after


def fewest(wiring: Wiring, heard: Heard) -> tuple[list[list[Mistake]], bool]:
    """Every smallest set of mistakes that explains what was heard, and whether fewer are proven
    impossible.

    Parameters: wiring, as it should be; heard, without contradictions.
    Returns: the explanations, all of one count; True when no smaller one exists.
    """
    search = Search(wiring, heard)
    best = _best(search, USUAL) or _best(search, len(wiring.points) + len(wiring.wires))
    return best, search.proven


def _best(search: Search, most: int) -> list[list[Mistake]]:
    """Every smallest explanation of at most so many mistakes."""
    points, wires = list(range(len(search.points))), list(range(len(search.start.ends)))
    best: list[list[Mistake]] = []
    for many in (0, 1, 2):
        if many > most:
            break
        for turns, state in _beginnings(search, many):
            left = most - many
            # Each part that is wrong needs a mistake of its own, and one may put a whole row right.
            if turns and len(search.parts(state, points, wires)) > left:
                continue
            for found in search.explain(state, points, wires, left):
                whole = [*turns, *found]
                if len(whole) < most:
                    best = []
                    most = len(whole)
                best.append(whole)
    return best
