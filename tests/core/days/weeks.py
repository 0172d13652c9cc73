"""Small weeks at random, and every way of laying them, by no sum of the program's own."""

import random
from datetime import timedelta
from functools import cache

from made_up_weeks import DAY, MONDAY, SETS

from euthyne.core.days.task import Batch, DaysTask, Delivery, Stretch
from euthyne.core.days.workshop import Presence


def small_week(seed: int, most: int = 6) -> DaysTask:
    """A few stretches of a few leads, one to three people with short days."""
    draw = random.Random(seed)
    hands = draw.randint(1, 3)
    days = 4
    spans = []
    for _ in range(hands):
        own = []
        for n in range(days):
            if draw.random() < 0.8:
                begin = n * DAY + draw.choice((480, 540, 600))
                own.append((begin, begin + draw.choice((60, 90, 120))))
        spans.append(tuple(own))
    someone_else = draw.random() < 0.3
    deliveries, batches, left = [], [], most
    while left > 0 and len(batches) < 4:
        many = min(draw.randint(1, 3), left)
        stretches = []
        for n in range(many):
            proof = n == many - 1 and draw.random() < 0.5
            set_up = "tester" if proof else draw.choice(SETS)
            stations = ("tester",) if proof else ("press",) if "press" in set_up else ()
            wait = draw.choice((0, 0, 10)) if n else 0
            does = "prove" if proof else "make"
            minutes = draw.choice((15, 20, 30, 45, 60))
            stretches.append(Stretch(does, "work", minutes, set_up, stations, wait))
        if not deliveries or draw.random() < 0.7:
            due = MONDAY + timedelta(days=draw.randint(-1, 2)) if draw.random() < 0.85 else None
            deliveries.append(Delivery(f"job {len(deliveries)}", None, due, draw.choice((1, 1, 3))))
        after = draw.choice((0, 0, 0, DAY, DAY + 600))
        batches.append(Batch((f"L-{len(batches)}",), len(deliveries) - 1, tuple(stretches), after))
        left -= many
    return DaysTask(
        tuple(deliveries),
        tuple(batches),
        Presence(MONDAY, tuple(spans)),
        tuple(draw.random() < 0.85 for _ in range(hands)),
        tuple(draw.random() < 0.85 for _ in range(hands)),
        {"press": draw.choice((1, 1, 2)), "iron": 1, "tester": 1, "insulation tester": 1},
        someone_else,
        days,
    )


def least(task: DaysTask) -> tuple[int, int] | None:
    """The least lateness and, of those, the fewest changes, every order of every stretch with every person tried;
    None where not all can be laid.
    """
    best: list[tuple[int, int]] = []
    count = len(task.makes)

    def late(done: list[int]) -> int:
        total = 0
        for delivery, end in zip(task.deliveries, done, strict=True):
            if delivery.due is not None:
                on = MONDAY + timedelta(days=end // DAY)
                total += delivery.weight * max(0, (on - delivery.due).days)
        return total

    @cache
    def there(hand: int, earliest: int, minutes: int) -> int | None:
        for begin, end in task.presence.spans[hand]:
            start = max(begin, earliest)
            if start + minutes <= end:
                return start
        return None

    def go(at, nxt, ready, makers, free, last, station, done, changes) -> None:  # type: ignore[no-untyped-def]
        if all(n == len(batch.stretches) for n, batch in zip(nxt, task.batches, strict=True)):
            best.append((late(done), changes))
            return
        for r, batch in enumerate(task.batches):
            if nxt[r] == len(batch.stretches):
                continue
            s = batch.stretches[nxt[r]]
            for h in range(count):
                if not (task.proves if s.does == "prove" else task.makes)[h]:
                    continue
                if s.does == "prove" and task.someone_else and h in makers[r]:
                    continue
                start = max([ready[r] + s.wait, free[h], *(station[x][0] for x in s.stations)])
                begin = there(h, start, s.minutes)
                if begin is None or begin < at:
                    continue
                end = begin + s.minutes
                new_done = list(done)
                new_done[batch.delivery] = max(done[batch.delivery], end)
                go(
                    begin,
                    [n + (i == r) for i, n in enumerate(nxt)],
                    [end if i == r else x for i, x in enumerate(ready)],
                    [m | {h} if i == r and s.does != "prove" else m for i, m in enumerate(makers)],
                    [end if i == h else x for i, x in enumerate(free)],
                    [s.set_up if i == h else x for i, x in enumerate(last)],
                    station | {x: sorted([*station[x][1:], end]) for x in s.stations},
                    new_done,
                    changes + (last[h] is not None and last[h] != s.set_up),
                )

    batches = task.batches
    go(
        0,
        [0] * len(batches),
        [batch.after for batch in batches],
        [frozenset()] * len(batches),
        [0] * count,
        [None] * count,
        {x: [0] * many for x, many in task.many.items()},
        [0] * len(task.deliveries),
        0,
    )
    return min(best, default=None)
