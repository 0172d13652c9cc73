"""Putting jobs in order: the fewest changes of end, then of tool, what can not be undone as late as
it can be.
"""

import heapq
import time
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

Rank = tuple[int, int, int, int]
SECONDS = 1.0


@dataclass(frozen=True)
class Job:
    """Something to do at an end with a tool; ``lasting`` when it can not be undone, ``early`` when
    sooner is kinder.
    """

    id: str
    end: str
    tool: str
    lasting: bool = False
    early: bool = False


@dataclass(frozen=True)
class Sequence:
    """An order of jobs, its changes of end and of tool, and whether no better one exists."""

    ids: tuple[str, ...]
    end_changes: int
    tool_changes: int
    proven: bool


def _bits(places: Iterable[int]) -> int:
    """A set of places as one number, a bit for each."""
    whole = 0
    for place in places:
        whole |= 1 << place
    return whole


class _Board:
    """The jobs as bits: what each waits for, and the class (end and tool) it belongs to."""

    def __init__(self, jobs: tuple[Job, ...], before: Mapping[str, Iterable[str]]) -> None:
        place = {job.id: i for i, job in enumerate(jobs)}
        self.jobs = jobs
        self.waits = [_bits(place[x] for x in before.get(job.id, ()) if x in place) for job in jobs]
        self.unlocks = [
            _bits(j for j, waits in enumerate(self.waits) if waits >> i & 1)
            for i in range(len(jobs))
        ]
        self.all = (1 << len(jobs)) - 1
        self.ends = self._by_name([job.end for job in jobs])
        self.tools = self._by_name([job.tool for job in jobs])
        self.lasting = _bits(i for i, job in enumerate(jobs) if job.lasting)

    def _by_name(self, names: list[str]) -> dict[str, int]:
        return {
            name: _bits(i for i, n in enumerate(names) if n == name)
            for name in dict.fromkeys(names)
        }

    def free(self, done: int) -> list[int]:
        """Jobs that may come next."""
        return [
            i for i in range(len(self.jobs)) if not done >> i & 1 and self.waits[i] & ~done == 0
        ]

    def cost(self, last: Job | None, job: Job) -> tuple[int, int]:
        """Changes of end and of tool from one job to the next."""
        if last is None:
            return (0, 0)
        return (last.end != job.end, last.tool != job.tool)

    def at_least(self, done: int, last: Job | None) -> Rank:
        """What is left can not cost less than this."""
        left = self.all & ~done
        ends = [e for e, bits in self.ends.items() if bits & left]
        tools = [t for t, bits in self.tools.items() if bits & left]
        n, m = len(self.jobs), (self.lasting & left).bit_count()
        latest = sum(range(n - m + 1, n + 1))
        if last is None:
            return max(len(ends) - 1, 0), max(len(tools) - 1, 0), -latest, 0
        return sum(e != last.end for e in ends), sum(t != last.tool for t in tools), -latest, 0


def best_sequence(
    jobs: tuple[Job, ...],
    before: Mapping[str, Iterable[str]],
    last: Job | None = None,
    seconds: float = SECONDS,
) -> Sequence | None:
    """The best order of jobs, each after those it waits for; None when they wait for each other in
    a ring.

    Parameters: jobs; before, for a job the ids it waits for (others are taken as done); last, the
    job done before the first of them; seconds to search before the best order found so far is
    returned unproven. Complexity: best first over sets of finished jobs; jobs of one end and tool
    that can be undone are done together.
    """
    board = _Board(jobs, before)
    usual = _step_by_step(board, 0, last)
    if usual is None:
        return None
    until = time.monotonic() + seconds
    found = _search(board, last, until)
    if found is not None:
        ids = found
    else:
        ids = usual
    return Sequence(tuple(jobs[i].id for i in ids), *_changes(board, ids, last), found is not None)


def _search(board: _Board, start: Job | None, until: float) -> tuple[int, ...] | None:
    tie = 0
    heap: list[tuple[Rank, int, int, Job | None, Rank, tuple[int, ...]]] = []
    heapq.heappush(heap, (board.at_least(0, start), tie, 0, start, (0, 0, 0, 0), ()))
    settled: dict[tuple[int, tuple[str, str] | None], Rank] = {}
    while heap:
        _, _, done, last, spent, ids = heapq.heappop(heap)
        if done == board.all:
            return ids
        key = (done, (last.end, last.tool) if last else None)
        # The same steps done, with the same tool at the same end, at less cost: what follows is alike.
        if key in settled and settled[key] <= spent:
            continue
        settled[key] = spent
        # The clock costs more than a step of the search, so it is read seldom.
        if tie % 64 == 0 and time.monotonic() > until:
            return None
        for moves in _moves(board, done, last):
            now = done | _bits(moves)
            cost, previous = _spent(board, spent, last, moves, len(ids))
            least = board.at_least(now, previous)
            rank = (cost[0] + least[0], cost[1] + least[1], cost[2] + least[2], cost[3])
            tie += 1
            heapq.heappush(heap, (rank, tie, now, previous, cost, ids + tuple(moves)))
    return None


def _spent(
    board: _Board, spent: Rank, last: Job | None, moves: list[int], place: int
) -> tuple[Rank, Job | None]:
    """What an order costs with these jobs added to it, and the job it then ends on."""
    ends, tools, late, soon = spent
    for place_of_job, i in enumerate(moves, place + 1):
        job = board.jobs[i]
        end_changes, tool_changes = board.cost(last, job)
        ends, tools = ends + end_changes, tools + tool_changes
        if job.lasting:
            late -= place_of_job
        if job.early:
            soon += place_of_job
        last = job
    return (ends, tools, late, soon), last


def _moves(board: _Board, done: int, last: Job | None) -> list[list[int]]:
    """What is worth trying next: all undoable jobs of a class together, or one lasting job of a
    class.
    """
    classes: dict[tuple[str, str], list[int]] = {}
    for i in board.free(done):
        classes.setdefault((board.jobs[i].end, board.jobs[i].tool), []).append(i)
    undoable = {
        name for name, found in classes.items() if any(not board.jobs[i].lasting for i in found)
    }
    # Staying at the end with the tool in hand costs nothing, and what can be undone locks nothing.
    if last is not None and (last.end, last.tool) in undoable:
        return [_together(board, done, (last.end, last.tool))]
    moves = []
    for name, found in classes.items():
        if name in undoable:
            moves.append(_together(board, done, name))
        else:
            # Of lasting jobs that unlock the same, one stands for all: they may change places.
            moves += [[i] for i in {board.unlocks[i]: i for i in reversed(found)}.values()]
    return moves


def _together(board: _Board, done: int, name: tuple[str, str]) -> list[int]:
    """Every undoable job of a class that can be done before the class is left, in order."""
    moves: list[int] = []
    while True:
        more = [i for i in board.free(done) if (board.jobs[i].end, board.jobs[i].tool) == name]
        more = [i for i in more if not board.jobs[i].lasting]
        if not more:
            return moves
        moves += more
        done |= sum(1 << i for i in more)


def _step_by_step(board: _Board, done: int, last: Job | None) -> tuple[int, ...] | None:
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


def _changes(board: _Board, ids: tuple[int, ...], last: Job | None) -> tuple[int, int]:
    ends = tools = 0
    for i in ids:
        changed = board.cost(last, board.jobs[i])
        ends, tools, last = ends + changed[0], tools + changed[1], board.jobs[i]
    return ends, tools
