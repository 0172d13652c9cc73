"""Days laid by a rule: whoever is free next takes what comes first in a ranking, or what needs no other set-up."""

import random
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from euthyne.core.days.board import Board
from euthyne.core.days.task import Counts, DaysTask, LaidDays
from euthyne.core.days.workshop import DAY_MINUTES

NO_DAY = 400 * DAY_MINUTES  # what nobody wants by a day comes after all else
# How much sooner in the ranking what needs no other set-up counts, and how long is waited for it, in minutes.
KEPT_SET_UP = (
    (0.0, 0),
    (240.0, 0),
    (DAY_MINUTES, 30),
    (5.0 * DAY_MINUTES, 60),
    (1e9, 120),
    (1e9, 0),
)
STIRRED = (0.2, 1.0, 3.0)  # how far a ranking is stirred, in days
SEED = 20


@dataclass(frozen=True)
class Rule:
    """How the next stretch is chosen: a ranking of the batches, the less the sooner; how much sooner in it what needs
    no other set-up is; for how many minutes somebody waits for such a stretch rather than begin another.
    """

    ranks: Sequence[float]
    kept: float = 0.0
    patience: int = 0


def dispatch(task: DaysTask, rule: Rule) -> LaidDays:
    """Lay days by a rule. Whatever can begin first is begun first: nobody waits while there is work, but for
    what needs no other set-up.
    """
    board = Board(task)
    left = board.left()
    ranks, kept, patience = rule.ranks, rule.kept, rule.patience
    hands = range(len(task.makes))
    while left:
        best: tuple[float, float, int, int, int, int] | None = None
        for hand in sorted(hands, key=board.free.__getitem__):
            # Whoever is free only later than the best begins does not begin sooner.
            if best is not None and board.free[hand] - patience > best[0]:
                break
            for n in left:
                if best is not None and board.earliest[n] - patience > best[0]:
                    continue
                begin = board.begin(n, hand)
                if begin is None:
                    continue
                stretch = board.following[n]
                same = board.set_up[hand] == stretch.set_up
                counted = begin - patience if same else begin
                if best is not None and counted > best[0]:
                    continue
                choice = (counted, ranks[n] - kept * same, stretch.minutes, n, hand, begin)
                if best is None or choice < best:
                    best = choice
        if best is None:
            break
        _, _, _, n, hand, begin = best
        board.lay(n, hand, begin)
        if board.next[n] == len(task.batches[n].stretches):
            left.remove(n)
    return LaidDays(tuple(board.laid))


def rankings(task: DaysTask) -> list[list[float]]:
    """Rankings that are tried first: by the day that is wanted, by what is left until then, by what a day late
    counts.
    """
    work = [0] * len(task.deliveries)
    for batch in task.batches:
        work[batch.delivery] += batch.minutes
    wanted = [
        float(NO_DAY if o.due is None else (o.due - task.presence.begins).days * DAY_MINUTES)
        for o in task.deliveries
    ]
    by_delivery = (
        wanted,
        [w - x for w, x in zip(wanted, work, strict=True)],
        [
            w / o.weight if w > 0 else w * o.weight
            for w, o in zip(wanted, task.deliveries, strict=True)
        ],
        [x / o.weight for x, o in zip(work, task.deliveries, strict=True)],
    )
    # Of one delivery the batch that takes longest comes first.
    return [
        [ranks[batch.delivery] - batch.minutes * 1e-3 for batch in task.batches]
        for ranks in by_delivery
    ]


def looked_through(
    task: DaysTask,
    begun: LaidDays | None,
    first: Sequence[Sequence[float]],
    enough: Callable[[LaidDays], bool],
) -> LaidDays:
    """The best days of many rules, stirred again and again round the best one.

    Parameters: task; begun, days that are there already; first, rankings to be tried first; enough, asked after
    each try with the best so far.
    """
    rule = Rule(first[0])
    best = begun or dispatch(task, rule)
    counts = best.counts(task)
    for kept, patience in KEPT_SET_UP:
        for ranks in first:
            if enough(best):
                return best
            tried = Rule(ranks, kept, patience)
            best, counts, rule = _better(task, best, counts, rule, tried)
    draw = random.Random(SEED)
    while not enough(best):
        far = draw.choice(STIRRED) * DAY_MINUTES
        some = draw.choice((0.1, 0.3, 1.0))
        ranks = [r + draw.gauss(0, far) if draw.random() < some else r for r in rule.ranks]
        other = (rule.kept, rule.patience) if draw.random() < 0.6 else draw.choice(KEPT_SET_UP)
        best, counts, rule = _better(task, best, counts, rule, Rule(ranks, *other))
    return best


def _better(
    task: DaysTask, best: LaidDays, counts: Counts, rule: Rule, tried: Rule
) -> tuple[LaidDays, Counts, Rule]:
    """The better of the best days so far and those of another rule; of as good ones the new."""
    found = dispatch(task, tried)
    own = found.counts(task)
    return (found, own, tried) if own <= counts else (best, counts, rule)
