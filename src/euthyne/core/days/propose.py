"""A plan of days: the least late, then the fewest changes of set-up; and how far from the best it can be."""

from collections.abc import Callable
from dataclasses import replace

from euthyne.core.days.board import alone
from euthyne.core.days.dispatch import looked_through, rankings
from euthyne.core.days.search import search
from euthyne.core.days.task import DaysProposal, DaysTask, LaidDays
from euthyne.core.days.workshop import DAY_MINUTES

SecondsLeft = Callable[[], float]
FEW = 16  # stretches that every way is looked at of
FOR_SEARCH, FOR_BOUND = 0.5, 0.4  # the share of the time that these may take
MOST_TRIES = 4000


def propose_days(task: DaysTask, seconds_left: SecondsLeft) -> DaysProposal:
    """Lay the batches into days.

    Parameters: task, of batches that can all be laid, each alone; seconds_left, how long is looked.
    Returns: the plan. What does not fit into the days of the task is not laid.
    """
    whole = seconds_left()
    first = rankings(task)
    changes = least_changes(task)
    late = sum(
        delivery.weight * task.late(delivery, max(ends, default=0))
        for g, delivery in enumerate(task.deliveries)
        for ends in [[alone(task, batch) or 0 for batch in task.batches if batch.delivery == g]]
    )
    best = looked_through(task, None, first, _no_more_than(len(first)))
    if _best(task, best, late, changes):
        return DaysProposal(best, late, changes, True)
    missing = best.counts(task)[0]
    if sum(len(batch.stretches) for batch in task.batches) <= FEW:
        end = whole * (1 - FOR_SEARCH)
        best, every_way = search(task, best, lambda: seconds_left() < end)
        missing = best.counts(task)[0]
        if every_way and not missing:
            return DaysProposal(best, best.lateness(task), best.changes(task), True)
    if not missing and best.lateness(task) > late:
        # Loaded only where a bench is late: it takes longer than all else of a start.
        from euthyne.core.days.least import least_late

        until = max(x.end for x in best.laid) // DAY_MINUTES + 1
        found = least_late(task, until, min(whole * FOR_BOUND, seconds_left() * FOR_BOUND))
        late = max(late, found.days)
        first = [_by_day(task, found.done), *first]
    tries = 0

    def enough(plan: LaidDays) -> bool:
        nonlocal tries
        tries += 1
        return (
            tries > MOST_TRIES or seconds_left() < 0.05 * whole or _best(task, plan, late, changes)
        )

    best = looked_through(task, best, first, enough)
    return DaysProposal(best, late, changes, _best(task, best, late, changes))


def _no_more_than(tries: int) -> Callable[[LaidDays], bool]:
    left = [tries]

    def enough(_: LaidDays) -> bool:
        left[0] -= 1
        return left[0] <= 0

    return enough


def _best(task: DaysTask, plan: LaidDays, late: int, changes: int) -> bool:
    missing, own_late, own_changes, _ = plan.counts(task)
    return not missing and own_late <= late and own_changes <= changes


def _by_day(task: DaysTask, done: dict[int, int]) -> list[float]:
    """A ranking by the day each delivery is done on where the least lateness was found."""
    wanted = rankings(task)[0]
    return [
        float(done[batch.delivery] * DAY_MINUTES) if batch.delivery in done else wanted[n]
        for n, batch in enumerate(task.batches)
    ]


def least_changes(task: DaysTask) -> int:
    """How often something else must be made ready: whoever has several set-ups changes between them."""
    set_ups = {s.set_up for batch in task.batches for s in batch.stretches}
    hands = sum(bool(spans) for spans in task.presence.spans)
    return max(len(set_ups) - hands, 0)


def laid_alone(task: DaysTask) -> tuple[DaysTask, tuple[int, ...]]:
    """The task of those batches that can be laid at all, with their deliveries; and the numbers of the others."""
    never = tuple(n for n, batch in enumerate(task.batches) if alone(task, batch) is None)
    batches = [batch for n, batch in enumerate(task.batches) if n not in never]
    deliveries = sorted({batch.delivery for batch in batches})
    new = {g: n for n, g in enumerate(deliveries)}
    return replace(
        task,
        batches=tuple(replace(batch, delivery=new[batch.delivery]) for batch in batches),
        deliveries=tuple(task.deliveries[g] for g in deliveries),
    ), never
