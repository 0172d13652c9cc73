"""The order solver on random builds that can be built: twenty and forty steps, the worst, and its
memory.

Run: .venv/bin/python benchmarks/order.py
Aims: twenty steps in 20 ms, forty in 1 s at the median, under 200 MB.
"""

import random
import statistics
import time

import psutil

from euthyne.core.order.order import BuildPlan, Event, Threaded, order

TOOLS = ("knife", "driver", "press 16", "heat gun", "spanner")


def build(steps, chance):
    """A build of two ends, with cores, that can be built: parts wide enough for the cable, needed
    late.
    """
    cores = dict.fromkeys("LNE", 2.8)
    parts, events = [], []
    for end in "AB":
        half = steps // 2
        n_events = max(3, round(half * chance.uniform(0.5, 0.75)))
        for i in range(n_events):
            before = [e.id for e in events if e.end == end]
            after = tuple(chance.sample(before, min(len(before), chance.choice((1, 1, 2)))))
            on = chance.choice(("cable", ("L",), ("N",), ("E",)))
            od = chance.choice((0, 4, 12, 30))
            events.append(
                Event(
                    f"{end}-e{i}", end, chance.choice(TOOLS), od, after, chance.random() < 0.3, on
                )
            )
        last = [e.id for e in events if e.end == end][-1]
        for i in range(half - n_events):
            on = chance.choice(("cable", "cable", "L", "N"))
            bore = chance.choice((13, 16, 40)) if on == "cable" else chance.choice((4.5, 6, 40))
            parts.append(Threaded(f"{end}-p{i}", end, i + 1, bore, last, on=on))
    return BuildPlan(12.0, tuple(parts), tuple(events), cores)


def times(steps, many, chance):
    found = []
    while len(found) < many:
        one = build(steps, chance)
        start = time.perf_counter()
        answer = order(one)
        took = (time.perf_counter() - start) * 1000
        if answer.possible:
            found.append((took, answer.proven))
    return found


def main():
    chance = random.Random(8)
    base = None
    for steps, many in ((10, 200), (20, 200), (40, 200)):
        found = times(steps, many, chance)
        took = [t for t, _ in found]
        middle = statistics.median(took)
        base = base or middle
        unproven = sum(not proven for _, proven in found)
        print(
            f"{steps} steps: median {middle:7.2f} ms ({middle / base:5.1f}x ten steps), worst "
            f"{max(took):7.1f} ms, "
            f"{unproven} of {many} not proven"
        )
    print(f"peak resident memory {psutil.Process().memory_info().rss / 1e6:.0f} MB")


if __name__ == "__main__":
    main()
