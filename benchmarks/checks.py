"""All checks of a lead of every start, each worked out anew; alone, or beside another checkout of this
program in alternated runs.

Run: .venv/bin/python benchmarks/checks.py [--beside OTHER_CHECKOUT] [--rounds N]
Aim: at most 1.3 times what they cost in the checkout before.
"""

import argparse
import os
import statistics
import subprocess
import sys
import time
from pathlib import Path

from bench import often

AT = "2026-11-02T09:00:00"
ROUNDS = 4


def median_ms(rounds):
    """The median over all starts of what working out a new lead and all its checks takes, in ms."""
    from euthyne.core.checks import checks
    from euthyne.core.kinds import starts
    from euthyne.core.kinds.assembling import changed
    from euthyne.core.kinds.beginning import new_lead
    from euthyne.core.plan import Plan
    from euthyne.core.sizing.brief import OneLoad

    rounds = often(rounds)
    times = []
    for turn in range(rounds + 1):
        for kind, start in starts():
            said = [
                ("brief.run_m", 2.0 + turn / 10),
                ("brief.loads", (OneLoad("lamp", watts=150.0),)),
                ("brief.watts", 600.0),
                ("brief.amps", 3.0),
                ("brief.tape_m", 9.0),
                ("brief.watts_per_m", 15.0),
                ("brief.upstream_amps", 16.0),
            ]
            lead = new_lead(kind, start, "TR-0001", AT)
            known = [(p, v) for p, v in said if hasattr(lead.brief, p.removeprefix("brief."))]
            lead = changed(lead, known)
            begun = time.perf_counter()
            checks(Plan(lead))
            times.append(time.perf_counter() - begun)
    warm = times[len(times) // (rounds + 1) :]
    return statistics.median(warm) * 1000


def of(checkout, rounds):
    """The same, in a process of its own on a checkout's source."""
    source = str(Path(checkout).resolve() / "src")
    told = subprocess.run(
        [sys.executable, __file__, "--rounds", str(rounds)],
        env={**os.environ, "PYTHONPATH": source},
        capture_output=True,
        text=True,
        check=True,
    )
    return float(told.stdout.split()[0])


def main():
    read = argparse.ArgumentParser()
    read.add_argument("--beside")
    read.add_argument("--rounds", type=int, default=ROUNDS)
    told = read.parse_args()
    if not told.beside:
        print(f"{median_ms(told.rounds):.2f} ms a lead, all checks")
        return
    here = Path(__file__).parents[1]
    pairs = [(of(told.beside, told.rounds), of(here, told.rounds)) for _ in range(3)]
    ratios = [after / before for before, after in pairs]
    for (before, after), ratio in zip(pairs, ratios, strict=True):
        print(f"before {before:6.2f} ms   now {after:6.2f} ms   {ratio:4.2f}x")
    print(f"median {statistics.median(ratios):.2f}x (aim 1.3)")


if __name__ == "__main__":
    main()
