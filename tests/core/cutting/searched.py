"""The best plan of a small task found by trying everything, without the program's own words; and what a
plan must hold.
"""

from functools import cache
from random import Random

from euthyne.core.cutting.piece import Coil, Piece, Wanted, WantedCut


def loses(wanted, length_mm, total_mm, many):
    """What a piece loses, as the contract says it; None where the lengths do not fit."""
    kerf, trim = wanted.kerf_mm, wanted.trim_mm
    if trim + total_mm + kerf * (many - 1) > length_mm:
        return None
    rest = max(0, length_mm - trim - total_mm - kerf * many)
    return length_mm - total_mm - (rest if rest >= wanted.keep_mm else 0)


def best_counts(wanted):
    """Left out, price, lost, reels, pieces of the best plan: piece after piece, every choice."""
    kinds = [
        (c.length_mm, c.count, 1) if c.together else (c.length_mm, 1, c.count) for c in wanted.cuts
    ]
    lengths = sum(count for _, _, count in kinds)
    pieces = [(p.length_mm, 0, p.offcut) for p in wanted.stock]
    for coil in wanted.buy:
        many = lengths if coil.most is None else min(coil.most, lengths)
        pieces += [(coil.length_mm, coil.price_cents, False)] * many
    pieces.sort()

    @cache
    def best(n, rest, before):
        if not any(rest) or n == len(pieces):
            left_out = sum(many * k[1] for many, k in zip(rest, kinds, strict=True))
            return (left_out, 0, 0, 0, 0)
        length, price, offcut = pieces[n]
        alike = n
        while alike < len(pieces) and pieces[alike] == pieces[n]:
            alike += 1
        found = best(alike, rest, None)  # not cut into, nor those alike
        for chosen in choices(rest):
            if before and chosen > before:
                continue  # of pieces alike the fuller comes first
            total = sum(q * k[0] * k[1] for q, k in zip(chosen, kinds, strict=True))
            many = sum(q * k[1] for q, k in zip(chosen, kinds, strict=True))
            lost = loses(wanted, length, total, many)
            if not many or lost is None:
                continue
            left = tuple(a - b for a, b in zip(rest, chosen, strict=True))
            same = n + 1 < alike
            out, cost, mm, reels, used = best(n + 1, left, chosen if same else None)
            found = min(found, (out, cost + price, mm + lost, reels + (not offcut), used + 1))
        return found

    def choices(rest):
        if not rest:
            yield ()
            return
        for more in choices(rest[1:]):
            for q in range(rest[0] + 1):
                yield (q, *more)

    return best(0, tuple(k[2] for k in kinds), None)


def small_task(seed):
    """A task that can be searched through: a few lengths, reels, offcuts, coils."""
    chance = Random(seed)
    grain = chance.choice([1, 10, 10, 50])
    cuts = []
    lengths = 0
    for n in range(chance.randint(1, 5)):
        count = min(chance.randint(1, 3), 8 - lengths)
        if count:
            length = max(chance.randint(300, 7000) // grain, 1) * grain
            cuts.append(WantedCut(f"L{n}", length, count, chance.random() < 0.2))
            lengths += count
    stock = [
        Piece(f"Reel {n}", chance.randint(60, 1500) * 10, chance.random() < 0.5)
        for n in range(chance.randint(0, 4))
    ]
    buy = [
        Coil(f"coil {n}", length, chance.choice([0, 999, 1380, 2500, 3341]), chance.choice([1, 2]))
        for n, length in enumerate(
            chance.sample([5000, 10_000, 25_000], chance.choice([0, 0, 1, 2]))
        )
    ]
    keep, kerf, trim = chance.choice([0, 300]), chance.choice([0, 0, 2, 3]), chance.choice([0, 10])
    return Wanted("cable", tuple(stock), tuple(cuts), tuple(buy), keep, kerf, trim)
