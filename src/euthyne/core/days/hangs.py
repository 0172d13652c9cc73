"""What the lateness of a delivery hangs on: found by taking away what may be in its way."""

from collections.abc import Sequence
from dataclasses import replace

from euthyne.core.days.board import alone
from euthyne.core.days.dispatch import Rule, dispatch, rankings
from euthyne.core.days.task import DaysTask
from euthyne.core.days.workshop import STATIONS, Station
from euthyne.core.trade.shown import one_and_all


def hangs_on(task: DaysTask, g: int, scarce: Sequence[Station]) -> str:
    """What the lateness of a delivery hangs on: found by taking away what may be in its way.

    Parameters: task; g, the number of the delivery; scarce, stations of which more would make the whole less late.
    """
    delivery, batches = task.deliveries[g], [batch for batch in task.batches if batch.delivery == g]
    own = sum(batch.minutes for batch in batches)
    if delivery.due is not None and delivery.due < task.presence.begins:
        return "It was wanted before today."

    def late(ends: Sequence[int | None]) -> int:
        return task.late(delivery, max((e or task.never for e in ends), default=0))

    if late([alone(task, replace(batch, after=0)) for batch in batches]):
        return (
            f"Its own work takes {hours_of(own)}: there are not the hours for it until then, with nothing "
            "else done."
        )
    if late([alone(task, batch) for batch in batches]):
        last = max(batches, key=lambda batch: batch.after)
        return f"It waits for {last.waits_for or 'what comes for it'}."
    used = {s for batch in batches for x in batch.stretches for s in x.stations}
    if scarce and used & set(scarce):
        named = one_and_all(f"{_number(task.many[s])} {s}" for s in scarce)
        return f"There is {named}, and others want {'it' if len(scarce) == 1 else 'them'} before."
    return "The hours: other work stands before it."


def scarce_stations(task: DaysTask) -> tuple[Station, ...]:
    """The stations of which enough would make the whole less late: one, or all that are used; none where the
    hours are what lacks.
    """
    used = tuple(
        s for s in STATIONS if any(s in x.stations for r in task.batches for x in r.stretches)
    )
    least = _roughly_late(task, ())
    found: tuple[Station, ...] = ()
    for more in (*((s,) for s in used), used):
        late = _roughly_late(task, more)
        if late < least:
            least, found = late, more
    return found


def _roughly_late(task: DaysTask, plenty: Sequence[Station]) -> int:
    """How late all is by the first rules, with stations there are plenty of."""
    other = replace(task, many={**task.many, **dict.fromkeys(plenty, len(task.batches))})
    rules = (Rule(ranks, kept) for ranks in rankings(other) for kept in (0.0, 1e9))
    return min(dispatch(other, rule).lateness(other) for rule in rules)


def _number(many: int) -> str:
    return "one" if many == 1 else f"only {many}"


def hours_of(minutes: int) -> str:
    """Minutes as they are said: ``50 min``, ``3 h 20 min``."""
    hours, rest = divmod(minutes, 60)
    return f"{hours} h {rest} min" if hours and rest else f"{hours} h" if hours else f"{rest} min"
