"""The cutting plan: which piece each length is cut from, and how far it is from the best there can be."""

import math
from collections.abc import Callable

from euthyne.core.cutting.cover import (
    Cover,
    bound,
    coils_of,
    cover_of,
    covers,
    left_out_bound,
    purchases,
)
from euthyne.core.cutting.packing import Packing, pack
from euthyne.core.cutting.piece import CuttingPlan, Wanted
from euthyne.core.cutting.task import (
    Bound,
    CuttingTask,
    Proposal,
    SecondsLeft,
    counted,
    figures,
    plan_of,
    task_of,
)

# So many choices of pieces are tried, with so many splits of two pieces for the first of them; sums take
# this share of the time.
TRIED = 16
SPLITS = 20_000
SHARE = 0.4
AGAIN = 5
ANY = 10**12  # whatever is lost will do


def propose(wanted: Wanted, seconds_left: SecondsLeft = lambda: math.inf) -> Proposal:
    """The plan with the fewest lengths left out, then the least price, the least lost, the fewest reels
    and pieces.

    Parameters: wanted; seconds_left, for the best plan found so far to be given with what is known of
    how good it is. Returns: the plan, and what none can beat.

    >>> from euthyne.core.cutting.piece import Piece, WantedCut
    >>> reel, offcut = Piece("Reel 4", 18600), Piece("Offcut 3", 900, offcut=True)
    >>> cuts = (WantedCut("TR-0019", 7720), WantedCut("TR-0031", 2100, 2))
    >>> best = propose(Wanted("H07RN-F 3G1.5", (reel, offcut), cuts, (), 500, 0, 10))
    >>> [(one.source.name, one.left_mm, one.lost_mm) for one in best.plan.laid], best.proven
    ([('Reel 4', 6670, 10)], True)
    """
    task = task_of(wanted)
    if not task.portions:
        return _found(task, CuttingPlan(wanted, (), task.hopeless), Bound(0, 0, 0, 0, 0))
    plan = _without_solver(task, seconds_left)
    known = bound(task, counted(task, plan))
    if known.figures != figures(counted(task, plan)):
        # Loaded only where sums leave something open: it is a quarter of a second.
        from euthyne.core.cutting.patterns import settle

        plan, known = settle(task, plan, seconds_left, _looked_longer)
    return _found(task, plan, known)


def _found(task: CuttingTask, plan: CuttingPlan, known: Bound) -> Proposal:
    hopeless = sum(u.many for u in task.hopeless)
    left_out, *rest = known.figures
    return Proposal(plan, Bound(None if left_out is None else left_out + hopeless, *rest))


def _without_solver(task: CuttingTask, seconds_left: SecondsLeft) -> CuttingPlan:
    """The best plan that sums find: what is bought first, so that everything has a piece; then pieces that
    could just take everything.
    """
    best: CuttingPlan | None = None
    at_most = seconds_left() * (1 - SHARE)

    def enough() -> bool:
        return seconds_left() < at_most

    # Where nothing can be bought there is one way only to place everything: it is looked for longer.
    splits = _splits(task) * (1 if task.coils else 4)
    for bought in purchases(task)[:TRIED] if not left_out_bound(task) else ():
        sources = (*coils_of(task, bought), *task.stock)
        packing = pack(task.wanted, task.step, sources, task.portions, ANY, splits, enough)
        best = _better(task, best, packing)
        if not packing.over:
            tried = covers(task, bought)
            return _with_less(task, best, tried, _splits(task) // 8, enough)
        if enough():
            break
        splits = _splits(task) // 4
    everything = [*task.stock, *(s for c in task.coils for s in [c.source] * c.most)]
    packing = pack(
        task.wanted,
        task.step,
        everything[: len(task.portions)],
        task.portions,
        0,
        splits,
        enough,
        False,
    )
    return _better(task, best, packing)


def _splits(task: CuttingTask) -> int:
    """How many splits are worth their time: each takes longer where there are thousands of lengths."""
    return SPLITS * 400 // max(400, len(task.portions))


def _with_less(
    task: CuttingTask,
    best: CuttingPlan,
    tried: list[Cover],
    splits: int,
    enough: Callable[[], bool],
) -> CuttingPlan:
    """The same lengths with less lost, on fewer pieces."""
    w = task.wanted
    for cover in tried[:TRIED]:
        if counted(task, best) <= cover.least or enough():
            break
        sure = len(cover.sources) * w.trim_mm + w.kerf_mm * sum(u.many for u in task.portions)
        least_waste = cover.least.lost_mm - sure
        packing = pack(
            w, task.step, cover.sources, task.portions, least_waste, splits, enough, begun=best
        )
        best = _better(task, best, packing)
    return best


def _looked_longer(task: CuttingTask, plan: CuttingPlan, seconds_left: SecondsLeft) -> CuttingPlan:
    """A plan that places everything, bettered with more splits where time is left."""
    if plan.left_out != task.hopeless:
        return plan
    at_most = seconds_left() * SHARE / 2
    used = [one.source for one in plan.laid]
    bought = tuple(sum(s == c.source for s in used) for c in task.coils)
    tried = covers(task, bought)
    for _ in range(AGAIN):
        own = cover_of(task, tuple(one.source for one in plan.laid))
        plan = _with_less(task, plan, [own], _splits(task), lambda: seconds_left() < at_most)
        better = _with_less(task, plan, tried, _splits(task), lambda: seconds_left() < at_most)
        if better == plan:
            break
        plan = better
    return plan


def _better(task: CuttingTask, best: CuttingPlan | None, packing: Packing) -> CuttingPlan:
    plan = plan_of(task, ((one.source, one.portions) for one in packing.filled), packing.over)
    return plan if best is None or plan.counts < best.counts else best
