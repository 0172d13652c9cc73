"""The order solver on random builds that can be built: twenty and forty steps on one cable, forty
on four, the worst, and its memory.

Run: .venv/bin/python benchmarks/order.py
Aims: twenty steps in 20 ms, forty in 1 s at the median, under 200 MB.
"""

import random
import statistics
import time

import psutil
from bench import often

from euthyne.core.order.laid import BuildPlan, CableEnd, CableLayout, EndState, Event, Threaded
from euthyne.core.order.order import order

TOOLS = ("knife", "driver", "press 16", "heat gun", "spanner")


def build(steps, chance, cables=1):
    """A build that can be built: cables with cores, parts wide enough for them, needed late; the
    ends of several cables lie at two places.
    """
    cores = dict.fromkeys("LNE", 2.8)
    parts, events = [], []
    names = [f"c{n}" for n in range(cables)]
    for at in (CableEnd(name, end) for name in names for end in "AB"):
        here = steps // (2 * cables)
        n_events = max(3, round(here * chance.uniform(0.5, 0.75)))
        own = []
        for i in range(n_events):
            after = tuple(chance.sample(own, min(len(own), chance.choice((1, 1, 2)))))
            on = chance.choice(((), ("L",), ("N",), ("E",)))
            own.append(f"{at.words}-e{i}")
            events.append(
                Event(
                    own[-1],
                    (at,),
                    chance.choice(TOOLS),
                    chance.choice((0, 4, 12, 30)),
                    after,
                    chance.random() < 0.3,
                    tuple(f"{at.cable}.{core}" for core in on),
                )
            )
        for i in range(here - n_events):
            on = chance.choice(("cable", "cable", "L", "N"))
            bore = chance.choice((13, 16, 40)) if on == "cable" else chance.choice((4.5, 6, 40))
            name = f"{at.words}-p{i}"
            parts.append(Threaded(name, at.end, i + 1, bore, own[-1], on=on, cable=at.cable))
    a, b = EndState(place="battery"), EndState(place="inverter")
    laid = tuple(CableLayout(name, 12.0, cores, a, b) for name in names)
    return BuildPlan(laid, tuple(parts), tuple(events))


def lugs(cables):
    """Singles between two places with a lug at each end, all made in the same way."""
    parts, events = [], []
    for at in (CableEnd(f"c{n}", end) for n in range(cables) for end in "AB"):
        strip, press, shrink = (f"{at.words}-{does}" for does in ("strip", "press", "shrink"))
        parts.append(Threaded(f"{at.words}-sleeve", at.end, 1, 17, shrink, cable=at.cable))
        parts.append(Threaded(f"{at.words}-tag", at.end, 2, 17, shrink, cable=at.cable))
        events.append(Event(strip, (at,), "knife"))
        events.append(Event(press, (at,), "press 14", 21, (strip,), irreversible=True))
        events.append(Event(shrink, (at,), "heat gun", 0, (press,)))
    a, b = EndState(place="battery"), EndState(place="inverter")
    laid = tuple(CableLayout(f"c{n}", 14.6, {}, a, b) for n in range(cables))
    return BuildPlan(laid, tuple(parts), tuple(events))


def times(steps, many, chance, cables=1):
    found = []
    while len(found) < many:
        one = build(steps, chance, cables)
        start = time.perf_counter()
        answer = order(one)
        took = (time.perf_counter() - start) * 1000
        if answer.possible:
            found.append((took, answer.proven))
    return found


def main():
    chance = random.Random(8)
    base = None
    for steps, cables, many in ((10, 1, 200), (20, 1, 200), (40, 1, 200), (40, 4, 100)):
        found = times(steps, often(many), chance, cables)
        took = [t for t, _ in found]
        middle = statistics.median(took)
        base = base or middle
        unproven = sum(not proven for _, proven in found)
        print(
            f"{steps} steps, {cables} cables: median {middle:7.2f} ms ({middle / base:5.1f}x ten steps), worst "
            f"{max(took):7.1f} ms, "
            f"{unproven} of {many} not proven"
        )
    for cables in (2, 4):
        start = time.perf_counter()
        answer = order(lugs(cables))
        took = (time.perf_counter() - start) * 1000
        print(f"{cables} singles with lugs: {took:.1f} ms, {took / base:.1f}x, {answer.proven}")
    print(f"peak resident memory {psutil.Process().memory_info().rss / 1e6:.0f} MB")


if __name__ == "__main__":
    main()
