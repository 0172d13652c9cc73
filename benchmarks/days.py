"""The days of sixty leads, five people and three weeks: how long they are looked for, how far they are from the
best there can be.

Run: .venv/bin/python benchmarks/days.py
Aim: a plan in 5 s; beside it, how late it is and how late it must be.
"""

import os
import time

from bench import SMALL, demonstration
from made_up_weeks import large_weeks

from euthyne.cli.demo_job import load_job
from euthyne.core.days.propose import laid_alone, propose_days
from euthyne.web.days import laid_now

SECONDS = 0.3 if os.environ.get(SMALL) else 4.6
WEEKS = 1 if os.environ.get(SMALL) else 6
KINDS = (
    ("60 leads of jobs, 5 people, 3 weeks", {"leads": 60, "hands": 5}),
    ("the same, wanted in a week", {"leads": 60, "hands": 5, "tight": 0.3}),
    ("60 leads all unlike, 5 people", {"leads": 60, "hands": 5, "single": True}),
)


def within(seconds):
    end = time.perf_counter() + seconds
    return lambda: end - time.perf_counter()


def main():
    for words, kind in KINDS:
        took, late, least, changes, fewest = [], 0, 0, 0, 0
        for seed in range(WEEKS):
            task, _ = laid_alone(large_weeks(seed, **kind))
            begun = time.perf_counter()
            found = propose_days(task, within(SECONDS))
            took.append((time.perf_counter() - begun) * 1000)
            late += found.plan.lateness(task)
            least += found.least_late
            changes += found.plan.changes(task)
            fewest += found.least_changes
        print(
            f"{words:<40}{max(took):7.0f} ms at most; {late} days late, at least {least}; "
            f"{changes} changes of set-up, at least {fewest}"
        )
    app, folder = demonstration()
    load_job(folder)
    with app.test_request_context():
        begun = time.perf_counter()
        days = laid_now(SECONDS)
        took_ms = (time.perf_counter() - begun) * 1000
    print(f"{'the demonstration, its plans with it':<40}{took_ms:7.0f} ms; {days.how_good[0]}")


if __name__ == "__main__":
    main()
