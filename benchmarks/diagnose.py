"""How long it takes to name a wiring fault: straight leads with one to three random mistakes,
median and worst.
"""

import random
import statistics
import sys
import time
from itertools import combinations
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parent.parent / "tests" / "core" / "wiring"))

from bench import often
from wiring_faults import hears, random_mistakes, straight

from euthyne.core.wiring.diagnose import diagnose
from euthyne.core.wiring.grid import Heard, Point, Wiring, pair

LEADS = 60


def point(name: str) -> Point:
    """A contact from its written name."""
    fitting, _, cavity = name.partition(".")
    return Point(fitting, cavity)


def seconds(ways: int, mistakes: int, seed: int) -> float:
    """Seconds to explain one random lead."""
    _, points, wires = straight(ways)
    made = random_mistakes(random.Random(seed), points, wires, mistakes)
    groups = hears(points, wires, made)
    sounds = tuple(pair(point(p), point(q)) for g in groups for p, q in combinations(sorted(g), 2))
    wiring = Wiring(tuple(map(point, points)), tuple((point(a), point(b)) for a, b in wires))
    begun = time.perf_counter()
    diagnose(wiring, Heard(sounds, rest=True))
    return time.perf_counter() - begun


def main() -> None:
    """Print a line for each number of ways and mistakes."""
    print(f"{'ways':>5} {'mistakes':>9} {'median ms':>10} {'worst ms':>10}")
    for ways in (3, 9, 25, 50):
        for mistakes in (1, 2, 3):
            times = [seconds(ways, mistakes, seed) * 1000 for seed in range(often(LEADS))]
            print(f"{ways:>5} {mistakes:>9} {statistics.median(times):>10.2f} {max(times):>10.1f}")


if __name__ == "__main__":
    main()
