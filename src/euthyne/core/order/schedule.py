"""Putting jobs in order: the fewest changes of place, then of cable, then of tool, what can not be
undone as late as it can be.
"""

import heapq
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import NamedTuple

Rank = tuple[int, int, int, int, int]
Class = tuple[frozenset[str], frozenset[str], str]
Changes = tuple[int, int, int]
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


class _Cell(NamedTuple):
    """Jobs that hang together by place and by cable: its own bit among all cells, and its jobs as bits."""

    bit: int
    jobs: int


class _Region(NamedTuple):
    """Jobs that hang together by place: its own bit among all regions, its jobs as bits, its cells."""

    bit: int
    jobs: int
    cells: tuple[_Cell, ...]


class _Left(NamedTuple):
    """What is left of a cell: its tools, those it can be entered with, those it can be left with, each
    as bits.
    """

    tools: int
    entered: int
    left: int


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
    """The jobs as bits: what each waits for, and the regions of places and cells of cables they stand in.

    Jobs of one class are told by its number; the class of the job done before the first is one too, and
    ``nothing`` is the number where none was.
    """

    def __init__(
        self,
        jobs: tuple[ScheduledTask, ...],
        before: Mapping[str, Iterable[str]],
        start: ScheduledTask | None,
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
        self.ancestors = self._ancestors()

        known = jobs if start is None else (*jobs, start)
        self.classes = list(dict.fromkeys(job.of_class for job in known))
        number = {name: c for c, name in enumerate(self.classes)}
        self.nothing = len(self.classes)
        self.start = self.nothing if start is None else number[start.of_class]
        self.class_of = [number[job.of_class] for job in jobs]
        self.of_class = [
            _bits(i for i, own in enumerate(self.class_of) if own == c) for c in number.values()
        ]
        self.bridges = [len(places) > 1 or len(cables) > 1 for places, cables, _ in self.classes]
        self.changes = [[_change(a, b) for b in self.classes] for a in self.classes]
        self.changes.append([(0, 0, 0)] * len(self.classes))

        tools = {tool: 1 << t for t, tool in enumerate(dict.fromkeys(job.tool for job in known))}
        self.tool = [tools[tool] for _, _, tool in self.classes]
        self.regions = self._regions()
        self.touched = [self._touched(name) for name in self.classes] + [(0, 0)]
        self._left: dict[int, _Left] = {}

    def _ancestors(self) -> list[int]:
        """For each job all that comes before it, however far."""
        before = list(self.waits)
        for k in range(len(before)):
            for i, waits in enumerate(before):
                if waits >> k & 1:
                    before[i] |= before[k]
        return before

    def _regions(self) -> list[_Region]:
        regions: list[_Region] = []
        cells = 0
        for members in _together_by({i: job.places for i, job in enumerate(self.jobs)}):
            found = _together_by({i: self.jobs[i].cables for i in members})
            own = tuple(_Cell(1 << (cells + k), _bits(some)) for k, some in enumerate(found))
            cells += len(found)
            regions.append(_Region(1 << len(regions), _bits(members), own))
        return regions

    def _touched(self, name: Class) -> tuple[int, int]:
        """The regions and the cells that jobs of a class stand in, as bits."""
        places, cables, _ = name
        at = _bits(i for i, job in enumerate(self.jobs) if places & job.places)
        to = _bits(i for i, job in enumerate(self.jobs) if cables & job.cables)
        regions = [region for region in self.regions if region.jobs & at]
        cells = [cell for region in regions for cell in region.cells if cell.jobs & to]
        return sum(region.bit for region in regions), sum(cell.bit for cell in cells)

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

    def at_least(self, done: int, last: int) -> Rank:
        """What is left can not cost less than this, after a job of a class.

        Each region of places is entered at least once, each cell of cables in it, each tool in that;
        an order that enters one of them again is dearer in a graver count already.
        """
        left = self.all & ~done
        here, own = self.touched[last]
        places = cables = 0
        there: list[tuple[int, _Left]] = []
        for region, jobs, cells in self.regions:
            if not jobs & left:
                continue
            entered = 0  # cells of it, but for the one that is stood in
            for cell, inside in cells:
                rest = inside & left
                if rest:
                    there.append((cell, self._left.get(rest) or self._left_of(rest)))
                    entered += not (here == region and cell & own)
            places += not region & here
            cables += entered if here == region else entered - 1
        if last == self.nothing:
            places = max(places - 1, 0)
        n, m = len(self.jobs), (self.lasting & left).bit_count()
        latest = m * (2 * n - m + 1) // 2  # the last m places of all, added up
        return places, cables, self._tools(there, own, last), -latest, 0

    def _tools(self, there: list[tuple[int, _Left]], own: int, last: int) -> int:
        """The least changes of tool: within each cell, and from one to the next where none can be
        kept in the hand.
        """
        in_hand = 0 if last == self.nothing else self.tool[last]
        elsewhere = in_hand  # what is in the hand as any cell but the one stood in is entered first
        # tools that can be in the hand as a cell is left: one cell at least, two at least
        once = twice = 0
        for cell, now in there:
            twice |= once & now.left
            once |= now.left
            if cell == own:
                elsewhere = 0
        changes = unmatched = 0
        for cell, now in there:
            if cell == own:
                changes += (now.tools & ~in_hand).bit_count()
            else:
                changes += now.tools.bit_count() - 1
                unmatched += not now.entered & (twice | once & ~now.left | elsewhere)
        if last == self.nothing:
            unmatched = max(unmatched - 1, 0)
        return changes + unmatched

    def _left_of(self, bits: int) -> _Left:
        jobs = [i for i in range(len(self.jobs)) if bits >> i & 1]
        inner = tools = entered = left = 0
        for i in jobs:
            inner |= self.ancestors[i] & bits
        for i in jobs:
            tool = self.tool[self.class_of[i]]
            tools |= tool
            entered |= 0 if self.ancestors[i] & bits else tool
            left |= 0 if inner >> i & 1 else tool
        found = self._left[bits] = _Left(tools, entered, left)
        return found


def _change(last: Class, now: Class) -> Changes:
    """Changes of place, of cable and of tool from a job of one class to one of another."""
    return last[0].isdisjoint(now[0]), last[1].isdisjoint(now[1]), last[2] != now[2]


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
    board = _Board(jobs, before, last)
    usual = _step_by_step(board)
    if usual is None:
        return None
    found = _search(board, most) if len(jobs) <= MOST_SEARCHED else None
    ids = usual if found is None else found
    return Sequence(tuple(jobs[i].id for i in ids), *_changes(board, ids), found is not None)


def _search(board: _Board, most: int) -> tuple[int, ...] | None:
    tie = looked = 0
    least = board.at_least(0, board.start)
    heap: list[tuple[Rank, int, int, int, Rank, tuple[int, ...]]] = [
        (least, tie, 0, board.start, NOTHING_SPENT, ())
    ]
    # By the steps done and the class of the last: the least that a way there has cost so far. What
    # follows is alike, so a way that costs as much or more is none to go on with.
    reached: dict[tuple[int, int], Rank] = {}
    while heap:
        _, _, done, last, spent, ids = heapq.heappop(heap)
        if done == board.all:
            return ids
        if reached.get((done, last), spent) < spent:
            continue
        if looked == most:
            return None
        looked += 1
        for moves in _moves(board, done, last):
            now = done | _bits(moves)
            cost, previous = _spent(board, spent, last, moves, len(ids))
            known = reached.get((now, previous))
            if known is not None and known <= cost:
                continue
            reached[now, previous] = cost
            rank = _sum_of(cost, board.at_least(now, previous))
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


def _spent(board: _Board, spent: Rank, last: int, moves: list[int], place: int) -> tuple[Rank, int]:
    """What an order costs with these jobs added to it, and the class of the job it then ends on."""
    places, cables, tools, late, soon = spent
    for place_of_job, i in enumerate(moves, place + 1):
        job, own = board.jobs[i], board.class_of[i]
        changed = board.changes[last][own]
        places, cables, tools = places + changed[0], cables + changed[1], tools + changed[2]
        if job.lasting:
            late -= place_of_job
        if job.early:
            soon += place_of_job
        last = own
    return (places, cables, tools, late, soon), last


def _moves(board: _Board, done: int, last: int) -> list[list[int]]:
    """What is worth trying next: all undoable jobs of a class together, or one lasting job of a
    class.
    """
    classes: dict[int, list[int]] = {}
    for i in board.free(done):
        classes.setdefault(board.class_of[i], []).append(i)
    undoable = {c for c, found in classes.items() if _bits(found) & ~board.lasting}
    # Staying with the tool in hand costs nothing, and what can be undone locks nothing.
    if last in undoable and not board.bridges[last]:
        return [_together(board, done, last)]
    moves = []
    for c, found in classes.items():
        if board.bridges[c]:
            # Which of them is kept for later matters: it saves a change from one place to another.
            moves += [[i] for i in found]
        elif c in undoable:
            moves.append(_together(board, done, c))
        else:
            # Of lasting jobs that unlock the same, one stands for all: they may change places.
            moves += [[i] for i in {board.unlocks[i]: i for i in reversed(found)}.values()]
    return moves


def _together(board: _Board, done: int, own: int) -> list[int]:
    """Every undoable job of a class that can be done before the class is left, in order."""
    moves: list[int] = []
    rest = board.of_class[own] & ~board.lasting & ~done
    while rest and (more := board.free(done, rest)):
        moves += more
        now = _bits(more)
        done |= now
        rest &= ~now
    return moves


def _step_by_step(board: _Board) -> tuple[int, ...] | None:
    """A good order found without looking ahead; None when the jobs wait for each other."""
    ids: list[int] = []
    done, last = 0, board.start
    while done != board.all:
        free = board.free(done)
        if not free:
            return None
        changed = board.changes[last]
        i = min(free, key=lambda i: (*changed[board.class_of[i]], board.jobs[i].lasting, i))
        ids.append(i)
        done, last = done | 1 << i, board.class_of[i]
    return tuple(ids)


def _changes(board: _Board, ids: tuple[int, ...]) -> Changes:
    places = cables = tools = 0
    last = board.start
    for i in ids:
        changed = board.changes[last][board.class_of[i]]
        places, cables, tools = places + changed[0], cables + changed[1], tools + changed[2]
        last = board.class_of[i]
    return places, cables, tools
