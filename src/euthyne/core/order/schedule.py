"""Putting jobs in order: the fewest changes of place, then of cable, then of tool, what can not be
undone as late as it can be.
"""

import heapq
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

Rank = tuple[int, int, int, int, int]
Class = tuple[frozenset[str], frozenset[str], str]
NOTHING_SPENT: Rank = (0, 0, 0, 0, 0)
# Sets of finished jobs that are gone on from before the order found step by step stands, unproven: a
# count and no clock, so that every machine finds the same order. About a second.
MOST_LOOKED = 1_500
MOST_SEARCHED = 80  # beyond it no order is ever proven by so many


@dataclass(frozen=True)
class ScheduledTask:
    """Something to do with a tool at one place or several, to one cable or several; ``lasting`` when
    it can not be undone, ``early`` when sooner is kinder.
    """

    id: str
    places: frozenset[str]
    cables: frozenset[str]
    tool: str
    lasting: bool = False
    early: bool = False

    @property
    def of_class(self) -> Class:
        """What is alike of jobs that follow each other at no cost."""
        return self.places, self.cables, self.tool


@dataclass(frozen=True)
class Sequence:
    """An order of jobs, its changes of place, of cable and of tool, and whether no better one exists."""

    ids: tuple[str, ...]
    place_changes: int
    cable_changes: int
    tool_changes: int
    proven: bool


@dataclass(frozen=True)
class _Cell:
    """Jobs that hang together by place and by cable: the region of places they stand in, and all of
    them as bits.
    """

    region: int
    jobs: int


@dataclass(frozen=True)
class _Left:
    """What is left of a cell: its tools, those it can be entered with, those it can be left with."""

    tools: frozenset[str]
    entered: frozenset[str]
    left: frozenset[str]


def _bits(places: Iterable[int]) -> int:
    """A set of places as one number, a bit for each."""
    whole = 0
    for place in places:
        whole |= 1 << place
    return whole


def _together_by(names: Mapping[int, frozenset[str]]) -> list[list[int]]:
    """Jobs in groups that share names, directly or through others of the group."""
    groups: list[tuple[set[str], list[int]]] = []
    for job, own in names.items():
        joined = [g for g in groups if g[0] & own]
        groups = [g for g in groups if not g[0] & own]
        words, members = set(own), [job]
        for other_words, others in joined:
            words |= other_words
            members += others
        groups.append((words, members))
    return [members for _, members in groups]


class _Board:
    """The jobs as bits: what each waits for, and the cells of place and cable they stand in."""

    def __init__(
        self, jobs: tuple[ScheduledTask, ...], before: Mapping[str, Iterable[str]]
    ) -> None:
        place = {job.id: i for i, job in enumerate(jobs)}
        self.jobs = jobs
        self.waits = [_bits(place[x] for x in before.get(job.id, ()) if x in place) for job in jobs]
        self.unlocks = [
            _bits(j for j, waits in enumerate(self.waits) if waits >> i & 1)
            for i in range(len(jobs))
        ]
        self.all = (1 << len(jobs)) - 1
        self.lasting = _bits(i for i, job in enumerate(jobs) if job.lasting)
        self.classes = [job.of_class for job in jobs]
        self.undoable: dict[Class, int] = {}
        for i, job in enumerate(jobs):
            own = 0 if job.lasting else 1 << i
            self.undoable[job.of_class] = self.undoable.get(job.of_class, 0) | own
        self.regions = _together_by({i: job.places for i, job in enumerate(jobs)})
        self.cells = [
            _Cell(region, _bits(found))
            for region, members in enumerate(self.regions)
            for found in _together_by({i: jobs[i].cables for i in members})
        ]
        self.region_bits = [_bits(members) for members in self.regions]
        self.ancestors = self._ancestors()
        self._left: dict[int, _Left] = {}
        self._touched: dict[Class, tuple[list[int], list[_Cell]]] = {}

    def _ancestors(self) -> list[int]:
        """For each job all that comes before it, however far."""
        before = list(self.waits)
        for k in range(len(before)):
            for i, waits in enumerate(before):
                if waits >> k & 1:
                    before[i] |= before[k]
        return before

    def _of(self, bits: int) -> list[int]:
        return [i for i in range(len(self.jobs)) if bits >> i & 1]

    def free(self, done: int, among: int = -1) -> list[int]:
        """Jobs that may come next, of all or among some, in order."""
        left, found = self.all & ~done, []
        asked = left & among
        while asked:
            lowest = asked & -asked
            i = lowest.bit_length() - 1
            if not self.waits[i] & left:
                found.append(i)
            asked ^= lowest
        return found

    def cost(self, last: ScheduledTask | None, job: ScheduledTask) -> tuple[int, int, int]:
        """Changes of place, of cable and of tool from one job to the next."""
        if last is None:
            return (0, 0, 0)
        return (
            last.places.isdisjoint(job.places),
            last.cables.isdisjoint(job.cables),
            last.tool != job.tool,
        )

    def at_least(self, done: int, last: ScheduledTask | None) -> Rank:
        """What is left can not cost less than this.

        Each region of places is entered at least once, each cell of cables in it, each tool in that;
        an order that enters one of them again is dearer in a graver count already.
        """
        left = self.all & ~done
        n, m = len(self.jobs), (self.lasting & left).bit_count()
        latest = sum(range(n - m + 1, n + 1))
        here, own = self._touches(last)
        regions = [r for r, bits in enumerate(self.region_bits) if bits & left]
        cells = [cell for cell in self.cells if cell.jobs & left]
        places = len([r for r in regions if r not in here])
        cables = 0
        for r in regions:
            found = [cell for cell in cells if cell.region == r]
            if here == [r]:
                cables += len([cell for cell in found if cell not in own])
            else:
                cables += len(found) - 1
        if last is None:
            places = max(places - 1, 0)
        return places, cables, self._tools(left, cells, own, last), -latest, 0

    def _tools(
        self, left: int, cells: list[_Cell], own: list[_Cell], last: ScheduledTask | None
    ) -> int:
        """The least changes of tool: within each cell, and from one to the next where none can be
        kept in the hand.
        """
        there = [(cell, self._left_of(cell.jobs & left)) for cell in cells]
        changes = unmatched = 0
        for cell, now in there:
            if last is not None and own == [cell]:
                changes += len(now.tools - {last.tool})
                continue
            changes += len(now.tools) - 1
            hands = [other.left for c, other in there if c is not cell]
            if last is not None and not (len(own) == 1 and own[0].jobs & left):
                hands.append(frozenset((last.tool,)))
            unmatched += all(now.entered.isdisjoint(tools) for tools in hands)
        if last is None:
            unmatched = max(unmatched - 1, 0)
        return changes + unmatched

    def _left_of(self, bits: int) -> _Left:
        if bits not in self._left:
            jobs = self._of(bits)
            inner = 0
            for i in jobs:
                inner |= self.ancestors[i] & bits
            self._left[bits] = _Left(
                tools=frozenset(self.jobs[i].tool for i in jobs),
                entered=frozenset(self.jobs[i].tool for i in jobs if not self.ancestors[i] & bits),
                left=frozenset(self.jobs[i].tool for i in jobs if not inner >> i & 1),
            )
        return self._left[bits]

    def _touches(self, last: ScheduledTask | None) -> tuple[list[int], list[_Cell]]:
        """The regions and the cells that a job stands in."""
        if last is None:
            return [], []
        if last.of_class not in self._touched:
            self._touched[last.of_class] = self._standing(last)
        return self._touched[last.of_class]

    def _standing(self, last: ScheduledTask) -> tuple[list[int], list[_Cell]]:
        regions = [
            r
            for r, members in enumerate(self.regions)
            if any(last.places & self.jobs[i].places for i in members)
        ]
        cells = [
            cell
            for cell in self.cells
            if cell.region in regions
            and any(last.cables & self.jobs[i].cables for i in self._of(cell.jobs))
        ]
        return regions, cells


def best_sequence(
    jobs: tuple[ScheduledTask, ...],
    before: Mapping[str, Iterable[str]],
    last: ScheduledTask | None = None,
    most: int = MOST_LOOKED,
) -> Sequence | None:
    """The best order of jobs, each after those it waits for; None when they wait for each other in
    a ring.

    Parameters: jobs; before, for a job the ids it waits for (others are taken as done); last, the
    job done before the first of them; most, sets of finished jobs that are gone on from before an
    order that is not proven is returned. Complexity: best first over sets of finished jobs; jobs of
    one place, cable and tool that can be undone are done together.
    """
    board = _Board(jobs, before)
    usual = _step_by_step(board, 0, last)
    if usual is None:
        return None
    found = None
    if len(jobs) <= MOST_SEARCHED:
        found = _search(board, last, most)
    if found is not None:
        ids = found
    else:
        ids = usual
    return Sequence(tuple(jobs[i].id for i in ids), *_changes(board, ids, last), found is not None)


def _search(board: _Board, start: ScheduledTask | None, most: int) -> tuple[int, ...] | None:
    tie = looked = 0
    heap: list[tuple[Rank, int, int, ScheduledTask | None, Rank, tuple[int, ...]]] = []
    heapq.heappush(heap, (board.at_least(0, start), tie, 0, start, NOTHING_SPENT, ()))
    # By the steps done and the class of the last: the least that a way there has cost so far. What
    # follows is alike, so a way that costs as much or more is none to go on with.
    reached: dict[tuple[int, Class | None], Rank] = {}
    while heap:
        _, _, done, last, spent, ids = heapq.heappop(heap)
        if done == board.all:
            return ids
        if reached.get((done, last.of_class if last else None), spent) < spent:
            continue
        if looked == most:
            return None
        looked += 1
        for moves in _moves(board, done, last):
            now = done | _bits(moves)
            cost, previous = _spent(board, spent, last, moves, len(ids))
            key = (now, previous.of_class if previous else None)
            if key in reached and reached[key] <= cost:
                continue
            reached[key] = cost
            least = board.at_least(now, previous)
            rank = _sum_of(cost, least)
            tie += 1
            heapq.heappush(heap, (rank, tie, now, previous, cost, ids + tuple(moves)))
    return None


def _sum_of(spent: Rank, least: Rank) -> Rank:
    return (
        spent[0] + least[0],
        spent[1] + least[1],
        spent[2] + least[2],
        spent[3] + least[3],
        spent[4] + least[4],
    )


def _spent(
    board: _Board, spent: Rank, last: ScheduledTask | None, moves: list[int], place: int
) -> tuple[Rank, ScheduledTask | None]:
    """What an order costs with these jobs added to it, and the job it then ends on."""
    places, cables, tools, late, soon = spent
    for place_of_job, i in enumerate(moves, place + 1):
        job = board.jobs[i]
        changed = board.cost(last, job)
        places, cables, tools = places + changed[0], cables + changed[1], tools + changed[2]
        if job.lasting:
            late -= place_of_job
        if job.early:
            soon += place_of_job
        last = job
    return (places, cables, tools, late, soon), last


def _moves(board: _Board, done: int, last: ScheduledTask | None) -> list[list[int]]:
    """What is worth trying next: all undoable jobs of a class together, or one lasting job of a
    class.
    """
    classes: dict[Class, list[int]] = {}
    for i in board.free(done):
        classes.setdefault(board.classes[i], []).append(i)
    undoable = {
        name for name, found in classes.items() if any(not board.jobs[i].lasting for i in found)
    }
    # Staying with the tool in hand costs nothing, and what can be undone locks nothing.
    if last is not None and last.of_class in undoable and not _bridges(last.of_class):
        return [_together(board, done, last.of_class)]
    moves = []
    for name, found in classes.items():
        if _bridges(name):
            # Which of them is kept for later matters: it saves a change from one place to another.
            moves += [[i] for i in found]
        elif name in undoable:
            moves.append(_together(board, done, name))
        else:
            # Of lasting jobs that unlock the same, one stands for all: they may change places.
            moves += [[i] for i in {board.unlocks[i]: i for i in reversed(found)}.values()]
    return moves


def _bridges(name: Class) -> bool:
    """True for what is done at several places, or to several cables, at once."""
    places, cables, _ = name
    return len(places) > 1 or len(cables) > 1


def _together(board: _Board, done: int, name: Class) -> list[int]:
    """Every undoable job of a class that can be done before the class is left, in order."""
    moves: list[int] = []
    own = board.undoable[name]
    while more := board.free(done, own):
        moves += more
        done |= _bits(more)
    return moves


def _step_by_step(board: _Board, done: int, last: ScheduledTask | None) -> tuple[int, ...] | None:
    """A good order found without looking ahead; None when the jobs wait for each other."""
    ids: list[int] = []
    while done != board.all:
        free = board.free(done)
        if not free:
            return None
        i = min(free, key=lambda i: (*board.cost(last, board.jobs[i]), board.jobs[i].lasting, i))
        ids.append(i)
        done, last = done | 1 << i, board.jobs[i]
    return tuple(ids)


def _changes(
    board: _Board, ids: tuple[int, ...], last: ScheduledTask | None
) -> tuple[int, int, int]:
    places = cables = tools = 0
    for i in ids:
        changed = board.cost(last, board.jobs[i])
        places, cables, tools = places + changed[0], cables + changed[1], tools + changed[2]
        last = board.jobs[i]
    return places, cables, tools
