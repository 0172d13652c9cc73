"""What sums leave open, settled by patterns: what can be cut from a piece is a column of a linear program,
how many pieces are cut so is its number. A general solver does it. Where there are not too many patterns
all of them are there, and its answer is the answer; else those that would help are made as they are needed,
and the prices it sets on lengths say what no plan can beat.
"""

import math
from collections import Counter
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field
from functools import cached_property

import highspy
import numpy as np

from euthyne.core.cutting.cover import bound
from euthyne.core.cutting.piece import CuttingPlan, Portion, Source
from euthyne.core.cutting.sums import every_sum, lowest
from euthyne.core.cutting.task import Bound, CuttingTask, SecondsLeft, counted, figures, plan_of

Pattern = tuple[int, ...]  # how many of each kind of length
Floats = np.ndarray[tuple[int, ...], np.dtype[np.float64]]

ALL_PATTERNS = 30_000
CELLS = 40_000_000
NAMES = ("left_out", "price_cents", "lost_mm", "reels", "pieces")
LEFT_OUT, PRICE, LOST, REELS, PIECES = range(5)


@dataclass(frozen=True)
class PieceKind:
    """Pieces that are cut alike: one of them, and all there are."""

    source: Source
    many: int
    members: tuple[Source, ...]

    def figures(self, waste: int, trim_mm: int) -> tuple[int, int, int, int, int]:
        """What one more such piece adds to each figure; what is lost without a kerf a length."""
        s = self.source
        return (0, s.price_cents or 0, trim_mm + waste, int(not s.offcut), 1)


@dataclass
class Columns:
    """The program: kinds of length, kinds of piece, and the patterns that are there so far."""

    task: CuttingTask
    kinds: list[Portion] = field(init=False)
    wanted: list[int] = field(init=False)
    pieces: list[PieceKind] = field(init=False)
    columns: list[tuple[int, Pattern]] = field(default_factory=list)
    known: set[tuple[int, Pattern]] = field(default_factory=set)

    def __post_init__(self) -> None:
        many = Counter((u.steps, u.many) for u in self.task.portions)
        like = {(u.steps, u.many): u for u in self.task.portions}
        self.kinds = [like[key] for key in many]
        self.wanted = list(many.values())
        stock: dict[tuple[int, bool, bool], list[Source]] = {}
        for s in self.task.stock:
            stock.setdefault((s.length_mm, s.offcut, s.bought), []).append(s)
        self.pieces = [PieceKind(them[0], len(them), tuple(them)) for them in stock.values()]
        self.pieces += [PieceKind(c.source, c.most, (c.source,) * c.most) for c in self.task.coils]

    @cached_property
    def steps(self) -> list[int]:
        """How many steps each kind of piece takes."""
        return [p.source.room_mm // self.task.step for p in self.pieces]

    def used(self, pattern: Pattern) -> int:
        """The steps a pattern takes."""
        return sum(n * u.steps for n, u in zip(pattern, self.kinds, strict=True))

    def add(self, piece: int, pattern: Pattern) -> bool:
        """Another pattern of a kind of piece; False where it was there."""
        if (piece, pattern) in self.known:
            return False
        self.known.add((piece, pattern))
        self.columns.append((piece, pattern))
        return True

    def add_plan(self, plan: CuttingPlan) -> dict[tuple[int, Pattern], int]:
        """The patterns of a plan; returns how often each is used."""
        place = {s: n for n, p in enumerate(self.pieces) for s in p.members}
        at = {(u.steps, u.many): j for j, u in enumerate(self.kinds)}
        used: Counter[tuple[int, Pattern]] = Counter()
        for one in plan.laid:
            pattern = [0] * len(self.kinds)
            for portion in one.portions:
                pattern[at[portion.steps, portion.many]] += 1
            used[place[one.source], tuple(pattern)] += 1
        for piece, done in used:
            self.add(piece, done)
        return used

    def column_figures(self, piece: int, pattern: Pattern) -> tuple[int, ...]:
        """What a pattern adds to each figure."""
        w, p = self.task.wanted, self.pieces[piece]
        left = p.source.room_mm - self.used(pattern) * self.task.step
        return p.figures(w.waste(left), w.trim_mm)


def settle(
    task: CuttingTask,
    plan: CuttingPlan,
    seconds_left: SecondsLeft,
    look_longer: Callable[[CuttingTask, CuttingPlan, SecondsLeft], CuttingPlan],
) -> tuple[CuttingPlan, Bound]:
    """A plan made better as far as time allows, and what none can beat.

    Parameters: task; plan, what sums found; seconds_left; look_longer, what sums find with more time.
    Returns: the plan, and its bound.
    """
    program = Columns(task)
    full = _all_patterns(program, plan)
    if full is None and not _fits_a_table(program):
        return plan, bound(task, counted(task, plan))
    for piece, pattern in full or ():
        program.add(piece, pattern)
    best: list[int | None] = []
    limits: list[int] = []
    for n in range(len(NAMES)):
        said = figures(counted(task, plan))[n]
        known = bound(task, counted(task, plan)).figures[n]
        if known != said:
            plan, proven = _phase(
                program, plan, n, limits, None if full is not None else look_longer, seconds_left
            )
            said = figures(counted(task, plan))[n]
            known = bound(task, counted(task, plan)).figures[n]
            known = min(said, max(proven, known or 0, 0))  # nothing counts less than nothing
        best.append(known)
        limits.append(said)
        if known != said:
            break
    return plan, Bound(*best)


def _phase(
    program: Columns,
    plan: CuttingPlan,
    n: int,
    limits: Sequence[int],
    look_longer: Callable[[CuttingTask, CuttingPlan, SecondsLeft], CuttingPlan] | None,
    seconds_left: SecondsLeft,
) -> tuple[CuttingPlan, int]:
    """One figure made as small as it can be, those before it kept; returns the plan, and what no plan
    can beat.
    """
    start = program.add_plan(plan)
    least = -(10**12)
    if look_longer:
        least = _generate(program, n, limits, seconds_left)
        if least < figures(counted(program.task, plan))[n]:
            plan = look_longer(program.task, plan, seconds_left)
            start = program.add_plan(plan)
        if least >= figures(counted(program.task, plan))[n]:
            return plan, least
    solved, reached = _whole(program, n, limits, start, seconds_left)
    if solved is not None:
        better = _plan(program, solved)
        if better.counts < plan.counts:
            plan = better
    return plan, least if look_longer else reached


# ---- all patterns ------------------------------------------------------------------------------


def _all_patterns(program: Columns, plan: CuttingPlan) -> list[tuple[int, Pattern]] | None:
    """Every pattern that a plan no worse can use; None where there are too many.

    Where nothing is left out, what stays free on all pieces together is known: no piece has more.
    """
    task, c = program.task, counted(program.task, plan)
    if len(program.kinds) > 100 or max(program.steps) * len(program.kinds) > CELLS:
        return None
    free = float(max(program.steps))
    if not c.left_out:
        dearest = max((x.source.room_mm / x.price_cents for x in task.coils), default=0.0)
        room = sum(s.room_mm for s in task.stock) + c.price_cents * dearest
        free = (room - task.total_mm) / task.step + 1
    found: list[tuple[int, Pattern]] = []
    suffix = _suffix_sums(program)
    for piece, most in enumerate(program.steps):
        looked = _patterns_of(program, most, max(1, math.floor(most - free)), suffix)
        if looked is None or len(found) + len(looked) > ALL_PATTERNS:
            return None
        found += [(piece, pattern) for pattern in looked]
    return found


def _suffix_sums(program: Columns) -> list[int]:
    """What the kinds from each on can add up to."""
    most = max(program.steps)
    portions = [[u] * n for u, n in zip(program.kinds, program.wanted, strict=True)]
    return [
        every_sum([u for same in portions[j:] for u in same], most)
        for j in range(len(portions) + 1)
    ]


def _patterns_of(
    program: Columns, most: int, least: int, suffix: Sequence[int]
) -> list[Pattern] | None:
    """Every pattern that takes between a least and a most of steps."""
    found: list[Pattern] = []
    kinds, wanted = program.kinds, program.wanted

    def choose(j: int, used: int, pattern: Pattern) -> bool:
        if len(found) > ALL_PATTERNS:
            return False
        if j == len(kinds):
            found.append(pattern)
            return True
        for n in range(min(wanted[j], (most - used) // kinds[j].steps) + 1):
            there = used + n * kinds[j].steps
            nearest = lowest(suffix[j + 1], least - there)
            if nearest >= 0 and there + nearest <= most and not choose(j + 1, there, (*pattern, n)):
                return False
        return True

    return found if choose(0, 0, ()) else None


# ---- the program -------------------------------------------------------------------------------


def _solver(program: Columns, n: int, limits: Sequence[int]) -> highspy.Highs:
    """The program with the columns so far, for a figure, those before it kept."""
    h = highspy.Highs()
    h.setOptionValue("output_flag", False)
    task, kinds, pieces = program.task, program.kinds, program.pieces
    for many in program.wanted:
        h.addRow(many, many, 0, np.array([], dtype=np.int32), np.array([]))
    for piece in pieces:
        h.addRow(0, piece.many, 0, np.array([], dtype=np.int32), np.array([]))
    for i in range(len(NAMES)):
        limit = limits[i] if i < len(limits) else highspy.kHighsInf
        if i == LOST and i < len(limits):
            placed = sum(u.many for u in task.portions) - limits[LEFT_OUT]
            limit -= task.wanted.kerf_mm * placed
        h.addRow(-highspy.kHighsInf, limit, 0, np.array([], dtype=np.int32), np.array([]))
    first = len(kinds) + len(pieces)
    for j, portion in enumerate(kinds):
        cost = float(portion.many) if n == LEFT_OUT else 0.0
        rows, values = np.array([j, first], dtype=np.int32), np.array([1.0, portion.many])
        h.addCol(cost, 0, program.wanted[j], 2, rows, values)
    _add_columns(h, program, n, program.columns)
    return h


def _add_columns(
    h: highspy.Highs, program: Columns, n: int, columns: Iterable[tuple[int, Pattern]]
) -> None:
    kinds = len(program.kinds)
    first = kinds + len(program.pieces)
    costs: list[float] = []
    most: list[float] = []
    values: list[float] = []
    starts: list[int] = []
    rows: list[int] = []
    for piece, pattern in columns:
        adds = program.column_figures(piece, pattern)
        starts.append(len(rows))
        costs.append(float(adds[n]))
        most.append(float(program.pieces[piece].many))
        rows += [j for j, many in enumerate(pattern) if many]
        values += [float(many) for many in pattern if many]
        rows.append(kinds + piece)
        values.append(1.0)
        rows += [first + i for i, value in enumerate(adds) if value]
        values += [float(value) for value in adds if value]
    h.addCols(
        len(costs),
        np.array(costs),
        np.zeros(len(costs)),
        np.array(most),
        len(rows),
        np.array(starts, dtype=np.int32),
        np.array(rows, dtype=np.int32),
        np.array(values),
    )


def _whole(
    program: Columns,
    n: int,
    limits: Sequence[int],
    start: dict[tuple[int, Pattern], int],
    seconds_left: SecondsLeft,
) -> tuple[list[tuple[tuple[int, Pattern], int]] | None, int]:
    """The program in whole numbers: how often each pattern is used, None where nothing was found in time;
    and the bound of these columns.
    """
    h = _solver(program, n, limits)
    kinds, many = len(program.kinds), len(program.columns)
    h.changeColsIntegrality(
        kinds + many,
        np.arange(kinds + many, dtype=np.int32),
        np.array([highspy.HighsVarType.kInteger] * (kinds + many)),
    )
    h.setOptionValue("mip_rel_gap", 0.0)
    h.setOptionValue("mip_abs_gap", 0.99)  # every figure is whole
    h.setOptionValue("time_limit", max(0.05, min(seconds_left() / 2, 1e6)))
    given = highspy.HighsSolution()
    used = [start.get(column, 0) for column in program.columns]
    out = list(program.wanted)
    for (_, pattern), often in start.items():
        out = [have - take * often for have, take in zip(out, pattern, strict=True)]
    given.col_value = [float(x) for x in (*out, *used)]
    h.setSolution(given)
    h.run()
    info = h.getInfo()
    bound_of = _raised(program, n, limits, info.mip_dual_bound)
    if info.primal_solution_status != highspy.SolutionStatus.kSolutionStatusFeasible:
        return None, bound_of
    values = h.getSolution().col_value
    times = [(c, round(values[kinds + i])) for i, c in enumerate(program.columns)]
    return [(column, k) for column, k in times if k], bound_of


def _raised(program: Columns, n: int, limits: Sequence[int], value: float) -> int:
    """A bound in whole figures, with the kerfs that were left out of the sum."""
    if not math.isfinite(value):
        return -(10**12)
    whole = math.ceil(value - 1e-5 * max(1.0, abs(value) / 1e4))
    if n == LOST:
        placed = sum(u.many for u in program.task.portions) - limits[LEFT_OUT]
        whole += program.task.wanted.kerf_mm * placed
    return whole


def _plan(program: Columns, used: Sequence[tuple[tuple[int, Pattern], int]]) -> CuttingPlan:
    """The plan that patterns make, each so often."""
    rest: dict[tuple[int, int], list[Portion]] = {}
    for portion in program.task.portions:
        rest.setdefault((portion.steps, portion.many), []).append(portion)
    free = [list(p.members) for p in program.pieces]
    filled = []
    for (piece, pattern), times in used:
        for _ in range(times):
            portions = [
                rest[kind.steps, kind.many].pop(0)
                for kind, many in zip(program.kinds, pattern, strict=True)
                for _ in range(many)
            ]
            filled.append((free[piece].pop(0), portions))
    return plan_of(program.task, filled, [u for them in rest.values() for u in them])


# ---- patterns as they are needed ---------------------------------------------------------------


def _fits_a_table(program: Columns) -> bool:
    chunks = sum(len(_shares(n)) for n in program.wanted)
    return chunks * (max(program.steps) + 1) <= CELLS


def _shares(many: int) -> list[int]:
    """1, 2, 4 and so on, that add up to a number: any number of alike is a sum of some."""
    shares, take = [], 1
    while many:
        shares.append(min(take, many))
        many -= shares[-1]
        take *= 2
    return shares


def _generate(program: Columns, n: int, limits: Sequence[int], seconds_left: SecondsLeft) -> int:
    """The patterns that help a figure in fractions, added; returns what no plan can beat."""
    for piece, most in enumerate(program.steps):
        for j, portion in enumerate(program.kinds):
            if portion.steps <= most:
                program.add(piece, tuple(int(i == j) for i in range(len(program.kinds))))
    h = _solver(program, n, limits)
    least = -math.inf
    budget = seconds_left() * 0.5
    begun = seconds_left()
    while begun - seconds_left() < budget or begun == math.inf:
        h.run()
        if h.getModelStatus() != highspy.HighsModelStatus.kOptimal:
            break
        value = h.getInfo().objective_function_value
        duals = np.array(h.getSolution().row_dual)
        found, sure = _priced(program, n, limits, duals)
        least = max(least, sure)
        new = [column for column in found if program.add(*column)]
        if not new or _raised(program, n, limits, least) >= _raised(program, n, limits, value):
            break
        _add_columns(h, program, n, new)
    return _raised(program, n, limits, least)


def _priced(
    program: Columns, n: int, limits: Sequence[int], duals: Floats
) -> tuple[list[tuple[int, Pattern]], float]:
    """The patterns worth most at some prices of lengths, and what no plan can beat at those prices."""
    kinds, w = program.kinds, program.task.wanted
    worth = duals[: len(kinds)]
    shadow = duals[len(kinds) : len(kinds) + len(program.pieces)]
    # A limit that is not there has no price; a price of the wrong sign would be no bound.
    prices = np.minimum(duals[len(kinds) + len(program.pieces) :], 0.0)
    prices[len(limits) :] = 0.0
    best, steps = _table(program, worth)
    sure = float(np.dot(worth, program.wanted))
    for i, limit in enumerate(limits):
        at = float(limit)
        if i == LOST:
            at -= w.kerf_mm * (sum(u.many for u in program.task.portions) - limits[LEFT_OUT])
        sure += float(prices[i]) * at
    for j, portion in enumerate(kinds):
        own = (portion.many if n == LEFT_OUT else 0.0) - worth[j] - prices[LEFT_OUT] * portion.many
        sure += min(0.0, float(own)) * program.wanted[j]
    cost = -prices
    cost[n] += 1.0
    found = []
    for piece, most in enumerate(program.steps):
        p = program.pieces[piece]
        left = p.source.room_mm - program.task.step * np.arange(1, most + 1)
        waste = np.where(
            (left < w.kerf_mm) | (np.maximum(0, left - w.kerf_mm) < w.keep_mm), left - w.kerf_mm, 0
        )
        base = float(np.dot(cost, p.figures(0, w.trim_mm)))
        reduced = base + cost[LOST] * waste - best[1 : most + 1]
        at_most = int(np.argmin(reduced))
        gain = float(reduced[at_most])
        sure += min(0.0, gain) * p.many
        if gain - shadow[piece] < -1e-7:
            found.append((piece, _pattern(program, steps, at_most + 1)))
    return found, sure


Taken = list[tuple[int, int, np.ndarray[tuple[int, ...], np.dtype[np.bool_]]]]


def _table(program: Columns, worth: Floats) -> tuple[Floats, Taken]:
    """The most that lengths are worth that take exactly so many steps; and which share was taken."""
    most = max(program.steps)
    best = np.full(most + 1, -np.inf)
    best[0] = 0.0
    taken: Taken = []
    for j, portion in enumerate(program.kinds):
        for share in _shares(min(program.wanted[j], most // portion.steps)):
            take = share * portion.steps
            with_it = best[: most + 1 - take] + share * worth[j]
            better = np.zeros(most + 1, dtype=bool)
            better[take:] = with_it > best[take:] + 1e-12
            best[take:] = np.where(better[take:], with_it, best[take:])
            taken.append((j, share, better))
    return best, taken


def _pattern(program: Columns, taken: Taken, steps: int) -> Pattern:
    pattern = [0] * len(program.kinds)
    for j, share, better in reversed(taken):
        if better[steps]:
            pattern[j] += share
            steps -= share * program.kinds[j].steps
    return tuple(pattern)
