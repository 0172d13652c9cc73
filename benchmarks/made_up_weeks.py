"""Weeks of a bench that does not exist, to lay days into."""

import random
from datetime import date, timedelta

from euthyne.core.days.task import Batch, DaysTask, Delivery, Stretch, rounded
from euthyne.core.days.workshop import Presence

MONDAY = date(2026, 11, 30)
SETS = ("press 16", "press 25", "iron", "by hand")
DAY = 24 * 60
ONE_OF_EACH = {"press": 1, "iron": 1, "tester": 1, "insulation tester": 1}


def large_weeks(seed, leads, hands, days=21, single=False, tight=1.0):
    """Many leads of many jobs over some weeks: by day and in the evening, some parts still to come."""
    draw = random.Random(seed)
    spans = []
    for hand in range(hands):
        own = []
        for n in range(days):
            if n % 7 < 5 and draw.random() < 0.95:
                begins = ((480, 720), (780, 1020)) if hand < 3 else ((1080, 1260),)
                own += [(n * DAY + a, n * DAY + b) for a, b in begins]
        spans.append(tuple(own))
    deliveries, batches, left = [], [], leads
    while left > 0:
        many = 1 if single else min(left, draw.choice((1, 1, 2, 4, 6, 8)))
        each, set_up = draw.choice((20, 35, 60, 90)), draw.choice(SETS)
        due = MONDAY + timedelta(days=int(draw.randint(1, 18) * tight))
        deliveries.append(
            Delivery("a job", None, due if draw.random() < 0.85 else None, draw.choice((1, 1, 3)))
        )
        while many > 0:
            batch = min(many, max(1, 120 // each))
            many, left = many - batch, left - batch
            station = ("press",) if "press" in set_up else ("iron",) if set_up == "iron" else ()
            work = (
                Stretch("make ready", "lay out, cut", rounded(batch * 9), "cutting bench"),
                Stretch("make", "terminate", rounded(batch * each), set_up, station),
                Stretch("make", "screws once more", rounded(batch * 8), "driver", (), 10),
                Stretch("prove", "prove", rounded(batch * 10), "tester", ("tester",)),
            )
            after = 0 if draw.random() < 0.8 else draw.randint(1, 8) * DAY
            batches.append(Batch(("L-1",) * batch, len(deliveries) - 1, work, after))
    return DaysTask(
        tuple(deliveries),
        tuple(batches),
        Presence(MONDAY, tuple(spans)),
        (True,) * hands,
        (True,) * hands,
        ONE_OF_EACH,
        draw.random() < 0.5,
        days,
    )
