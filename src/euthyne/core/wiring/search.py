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

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import combinations, product

from euthyne.core.wiring.grid import Heard, Wiring, grouped
from euthyne.core.wiring.mistakes import Exchanged, Joined, Mistake, Moved, Open, Turned, row_turns

DEEPEST = (
    4  # mistakes that hang together; beyond, a plain explanation stands in and is not called proven
)
USUAL = (
    3  # mistakes on one lead; looked for first, so that a row turned is found before long searches
)
MOST_TRIES = 20_000
MOST_KEPT = 24
MOST_CHAINS = 8
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
class Step:
    """One mistake tried: what it is, and the state after it."""

    mistake: Mistake
    after: State


class Search:
    """The wiring and the hearings, numbered, with everything the search asks of them."""

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
        self.tries = 0
        self.proven = True

    # What conducts, and whether it was heard so.

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

    def parts(self, state: State, points: Sequence[int], wires: Sequence[int]) -> list["Part"]:
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

    def _part(self, nets: list[tuple[int, ...]], state: State, wires: Sequence[int]) -> "Part":
        points = [p for net in nets for p in net]
        within = set(points)
        own = [w for w in wires if set(state.ends[w]) & within]
        return Part(points, own, nets)

    # Explaining.

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

    def _deepen(self, state: State, part: "Part", most: int) -> list[list[Mistake]]:
        plain = self._plain(state, part)
        for depth in range(1, min(most, DEEPEST, len(plain) - 1) + 1):
            seen: set[frozenset[Mistake]] = set()
            found = self._within(state, part, depth, frozenset(), seen)
            if found:
                return found
        if len(plain) - 1 > DEEPEST and most > DEEPEST or self.tries > MOST_TRIES:
            self.proven = False
        if len(plain) <= most:
            return [plain]
        return []

    def _within(
        self,
        state: State,
        part: "Part",
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
        step: Step,
        part: "Part",
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

    def _plain(self, state: State, part: "Part") -> list[Mistake]:
        """An explanation that always holds: open what sounds through and should not, join what is
        left apart.
        """
        cut = [w for w in part.wires if w not in state.opened and self._bridges(state.ends[w])]
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

    def _bridges(self, ends: tuple[int, int]) -> bool:
        if NOWHERE in ends:
            return False
        one, other = self.group[ends[0]], self.group[ends[1]]
        return one != other and (self.rest or frozenset((one, other)) in self.apart)

    # What may have happened to a wrong net.

    def _steps(self, state: State, part: "Part", left: int) -> Iterator[Step]:
        if len(part.nets) > 2 * left:
            yield from self._rotations(state, part, left)
            return
        net = min(part.nets, key=lambda n: (len(n), n))
        touched = set(net)
        yield from self._opens(state, part, touched)
        yield from self._exchanges(state, part, touched)
        yield from self._moves(state, part, touched)
        yield from self._joinings(state, part, touched)
        yield from self._rotations(state, part, left)

    def _opens(self, state: State, part: "Part", net: set[int]) -> Iterator[Step]:
        for w in part.wires:
            if w not in state.opened and set(state.ends[w]) & net:
                yield Step(Open(self.wiring.wires[w]), replace(state, opened=state.opened | {w}))

    def _free_ends(self, state: State, part: "Part") -> list[tuple[int, int, int]]:
        """Every end of a whole wire that nothing has displaced yet, with its cavity."""
        within = set(part.points)
        return [
            (w, side, at)
            for w in part.wires
            if w not in state.opened
            for side, at in enumerate(state.ends[w])
            if at in within and at not in state.cavities and (w, side) not in state.displaced
        ]

    def _moves(self, state: State, part: "Part", net: set[int]) -> Iterator[Step]:
        for w, side, at in self._free_ends(state, part):
            near = bool(set(state.ends[w]) & net)
            for to in part.points:
                if to == at or self.fitting[to] != self.fitting[at] or to in state.cavities:
                    continue
                if near or to in net:
                    moved = Moved(self.wiring.wires[w], self.points[at], self.points[to])
                    yield Step(moved, self._put(state, [(w, side, to)], {at, to}))

    def _exchanges(self, state: State, part: "Part", net: set[int]) -> Iterator[Step]:
        free = self._free_ends(state, part)
        for (w, side, at), (other, beside, to) in combinations(free, 2):
            if w == other or at == to or self.fitting[at] != self.fitting[to]:
                continue
            if not (set(state.ends[w]) | set(state.ends[other])) & net:
                continue
            wires = (self.wiring.wires[w], self.wiring.wires[other])
            mistake = Exchanged(self.fitting[at], wires, (self.points[at], self.points[to]))
            yield Step(mistake, self._put(state, [(w, side, to), (other, beside, at)], {at, to}))

    def _joinings(self, state: State, part: "Part", net: set[int]) -> Iterator[Step]:
        for other in part.nets:
            if net & set(other):
                continue
            told: set[int] = set()
            pairs = [(p, q) for p in sorted(net) for q in other if self.group[p] == self.group[q]]
            for p, q in sorted(pairs, key=lambda x: (self.fitting[x[0]] != self.fitting[x[1]], x)):
                if self.group[p] not in told:
                    told.add(self.group[p])
                    after = replace(state, joins=(*state.joins, (p, q)))
                    yield Step(Joined((self.points[min(p, q)], self.points[max(p, q)])), after)

    def _put(self, state: State, landed: list[tuple[int, int, int]], cavities: set[int]) -> State:
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

    # Rows and cycles, read off the hearings.

    def _rotations(self, state: State, part: "Part", left: int) -> Iterator[Step]:
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
    ) -> Step | None:
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
        after = replace(self._put(state, landed, set(cycle)), turned=state.turned | moving)
        return Step(Turned(fitting, fitting, "rotated", named), after)

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
        after = self._put(state, landed, set(number.values()))
        return replace(after, turned=state.turned | {w for w, _, _ in landed})

    def wrong(self, state: State) -> int:
        """How many nets of a state are not as they were heard."""
        nets = self.nets(state, range(len(self.points)), range(len(state.ends)))
        return sum(not self.as_heard(n) for n in nets)


@dataclass(frozen=True)
class Part:
    """Points and wires of what is wrong together, and its wrong nets."""

    points: list[int]
    wires: list[int]
    nets: list[tuple[int, ...]]


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
            if turns and search.wrong(state) > 4 * left:
                continue
            for found in search.explain(state, points, wires, left):
                whole = [*turns, *found]
                if len(whole) < most:
                    best = []
                    most = len(whole)
                best.append(whole)
    return best
