"""How long a cutting plan takes and how good it is, by size; each ten times the first as a ratio.

Run: .venv/bin/python benchmarks/cutting.py
Aim: 40 lengths over 10 pieces without a solver, nine of ten proven; stock divided without rest found and
proven, 100 lengths over 20 pieces and 200 over 40; 400 lengths with three coils to buy: price proven, lost
proven or at most the largest of 1 %, twice the trim and 20 mm above its bound; the start without a solver.
"""

import statistics
import subprocess
import sys
import time
from collections import Counter
from random import Random

from bench import often

from euthyne.core.cutting.cutting import propose
from euthyne.core.cutting.piece import Coil, Piece, Wanted, WantedCut

SECONDS = often(9)


def ordinary(chance):
    """Forty lengths that ten pieces take."""
    cuts = tuple(WantedCut(f"L{n}", chance.randint(50, 800) * 10) for n in range(40))
    parts = [chance.random() + 0.2 for _ in range(10)]
    each = sum(c.length_mm for c in cuts) * chance.uniform(1.03, 1.5) / sum(parts)
    stock = tuple(
        Piece(f"Reel {n}", max(8100, int(part * each)), chance.random() < 0.4)
        for n, part in enumerate(parts)
    )
    return Wanted("", stock, cuts, (), chance.choice([0, 300, 500]), 0, chance.choice([0, 10, 20]))


def divided(chance, lengths, kinds, pieces):
    """Pieces that some lengths divide without rest."""
    sizes = [chance.randint(50, 900) * 10 for _ in range(kinds)]
    cut = [chance.choice(sizes) for _ in range(lengths)]
    long = [0] * pieces
    for n, length in enumerate(cut):
        long[n if n < pieces else chance.randrange(pieces)] += length
    stock = tuple(Piece(f"Reel {n}", mm) for n, mm in enumerate(long))
    return Wanted("", stock, tuple(WantedCut(str(mm), mm, n) for mm, n in Counter(cut).items()))


def bought(chance, kerf=0):
    """Four hundred lengths of twenty, forty pieces, three coils to buy."""
    sizes = [chance.randint(50, 1200) * 10 for _ in range(20)]
    cuts = Counter(chance.choice(sizes) for _ in range(400))
    stock = tuple(
        Piece(f"Reel {n}", chance.randint(80, 5000) * 10, chance.random() < 0.5) for n in range(40)
    )
    coils = (Coil("25", 25_000, 3341), Coil("50", 50_000, 5999), Coil("100", 100_000, 10_900, 5))
    wanted = tuple(WantedCut(str(mm), mm, n) for mm, n in cuts.items())
    return Wanted("", stock, wanted, coils, 500, kerf, 10)


SIZES = (
    ("40 over 10", ordinary, 40),
    ("14 over 5, without rest", lambda c: divided(c, 14, 6, 5), 20),
    ("100 over 20, without rest", lambda c: divided(c, 100, 10, 20), 12),
    ("200 over 40, without rest", lambda c: divided(c, 200, 12, 40), 12),
    ("400 over 40 and coils", bought, 6),
    ("the same with kerf", lambda c: bought(c, 2), 3),
)


def main():
    first = None
    for words, make, many in SIZES:
        took, proven, apart = [], 0, []
        for seed in range(often(many)):
            wanted = make(Random(seed))
            begun = time.perf_counter()
            found = propose(wanted, lambda begun=begun: SECONDS - (time.perf_counter() - begun))
            took.append(time.perf_counter() - begun)
            proven += found.proven
            least = found.best.lost_mm
            apart.append("-" if least is None else found.plan.counts.lost_mm - least)
        middle = statistics.median(took)
        first = first or middle
        print(
            f"{words:<28}{middle * 1000:8.1f} ms{middle / first:9.1f}x   at most {max(took):5.2f} s   "
            f"proven {proven} of {len(took)}   mm above the bound {apart}"
        )
    code = "import sys, euthyne.cli, euthyne.web; print('highspy' in sys.modules)"
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
    print(f"loaded at the start: {done.stdout.strip()}")


if __name__ == "__main__":
    main()
