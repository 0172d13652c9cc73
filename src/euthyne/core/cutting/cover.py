"""What no plan can beat, by what pieces take alone; and which pieces to try first. No solver."""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import accumulate

from euthyne.core.cutting.piece import Counts, Source
from euthyne.core.cutting.task import Bound, CuttingTask, Purchase

# Choices of coils are looked at up to so many; beyond, a coarser bound holds.
LOOKED_AT = 20_000


@dataclass(frozen=True)
class Cover:
    """Pieces that could take everything, with the least such a plan could count."""

    least: Counts
    sources: tuple[Source, ...]


def left_out_bound(task: CuttingTask) -> int:
    """The fewest lengths left out, beside those that fit no piece: the shortest first, as many as all
    pieces together take.
    """
    room = sum(task.full_mm[s] for s in task.stock) + sum(c.full_mm * c.most for c in task.coils)
    placed = 0.0
    for portion in sorted(task.portions, key=lambda u: u.room_mm / u.many):
        part = min(1.0, room / portion.room_mm)
        placed += part * portion.many
        room -= portion.room_mm
        if room <= 0:
            break
    return sum(u.many for u in task.portions) - math.floor(placed + 1e-9)


def least_room(task: CuttingTask, left_out: int) -> int:
    """What must be placed at least, in mm, where so many lengths are left out."""
    room, out = task.total_mm, left_out
    for portion in sorted(task.portions, key=lambda u: -u.room_mm / u.many):
        if out <= 0:
            break
        room -= math.ceil(portion.room_mm * min(1.0, out / portion.many))
        out -= portion.many
    return room


Bought = tuple[int, ...]


def cheapest(
    task: CuttingTask, need_mm: int, more: float = 1.0
) -> tuple[list[tuple[int, Bought]], bool]:
    """Coils to buy for so much more room, cheapest first: price, how many of each.

    Parameters: more: up to so many times the least price. Returns: those choices, and whether all were
    looked at; where not, the first price is no bound.
    """
    coils = sorted(enumerate(task.coils), key=lambda pair: pair[1].price_cents / pair[1].full_mm)
    found: dict[Bought, int] = {}
    least = math.inf
    looked = 0

    def choose(n: int, need: int, price: int, counts: dict[int, int]) -> None:
        nonlocal least, looked
        looked += 1
        if need <= 0:
            found[tuple(counts.get(i, 0) for i in range(len(task.coils)))] = price
            least = min(least, price)
            return
        if n == len(coils) or looked > LOOKED_AT:
            return
        i, coil = coils[n]
        if price + need * coil.price_cents / coil.full_mm > least * more + 1e-6:
            return
        for many in range(min(coil.most, -(-need // coil.full_mm)), -1, -1):
            choose(
                n + 1,
                need - many * coil.full_mm,
                price + many * coil.price_cents,
                counts | {i: many},
            )

    choose(0, need_mm, 0, {})
    ordered = sorted((price, bought) for bought, price in found.items() if price <= least * more)
    return ordered, looked <= LOOKED_AT


def at_price(task: CuttingTask, price_cents: int) -> list[Bought] | None:
    """Every choice of coils that costs exactly so much; None where there are too many to look at."""
    found: list[Bought] = []
    looked = 0

    def choose(n: int, rest: int, counts: Bought) -> None:
        nonlocal looked
        looked += 1
        if n == len(task.coils):
            if not rest:
                found.append(counts)
            return
        coil = task.coils[n]
        for many in range(min(coil.most, rest // coil.price_cents) + 1):
            if looked > LOOKED_AT:
                return
            choose(n + 1, rest - many * coil.price_cents, (*counts, many))

    choose(0, price_cents, ())
    return None if looked > LOOKED_AT else found


def purchases(task: CuttingTask) -> list[Bought]:
    """What could be bought so that everything has room, cheapest first; the dearer are for where lengths
    do not add up so well.
    """
    free = sum(task.full_mm[s] for s in task.stock)
    found: dict[Bought, int] = {}
    for more in (1.0, 1.003, 1.01, 1.03, 1.1, 1.3):
        need = math.ceil(task.total_mm * more) - free
        for price, bought in cheapest(task, need, 1.02)[0][:8]:
            found.setdefault(bought, price)
    return sorted(found, key=lambda bought: found[bought])


def coils_of(task: CuttingTask, bought: Bought) -> list[Source]:
    """The coils of a choice."""
    return [c.source for c, many in zip(task.coils, bought, strict=True) for _ in range(many)]


def covers(task: CuttingTask, bought: Bought) -> list[Cover]:
    """Pieces that could take everything, with some coils, the best first."""
    price = sum(s.price_cents or 0 for s in coils_of(task, bought))
    found = [Cover(least, sources) for least, sources in _with_stock(task, bought, price)]
    return sorted(found, key=lambda c: c.least)


def cover_of(task: CuttingTask, sources: tuple[Source, ...]) -> Cover:
    """The pieces of a plan, with the least that could be lost of them."""
    price = sum(s.price_cents or 0 for s in sources)
    reels = sum(not s.offcut for s in sources)
    lost = _lost_at_least(task, sources, task.total_mm)
    return Cover(Counts(0, price, lost, reels, len(sources)), sources)


def _with_stock(
    task: CuttingTask, bought: Bought, price: int
) -> Iterator[tuple[Counts, tuple[Source, ...]]]:
    coils = coils_of(task, bought)
    offcuts = [s for s in task.stock if s.offcut]
    reels = [s for s in task.stock if not s.offcut]
    for a in range(len(offcuts) + 1):
        enough = 0
        for b in range(len(reels) + 1):
            sources = (*coils, *reels[:b], *offcuts[:a])
            if sources and sum(task.full_mm[s] for s in sources) >= task.total_mm:
                lost = _lost_at_least(task, sources, task.total_mm)
                yield Counts(0, price, lost, len(coils) + b, len(sources)), sources
                enough += 1
            if enough == 2:  # one more may leave a rest worth keeping
                break


def _lost_at_least(task: CuttingTask, sources: tuple[Source, ...], need_mm: int) -> int:
    """What cutting into these and no others loses at least."""
    w = task.wanted
    kerfs = w.kerf_mm * sum(u.many for u in task.portions)
    left = sum(s.room_mm for s in sources) - need_mm
    if left < w.keep_mm + w.kerf_mm:
        # None of them can have a rest worth keeping.
        return kerfs + len(sources) * (w.trim_mm - w.kerf_mm) + left
    return kerfs + sum(task.least_lost(s) for s in sources)


def bound(task: CuttingTask, counts: Counts) -> Bound:
    """What no plan can beat, by what pieces take alone.

    Parameters: task; counts, of a plan without what fits no piece.
    """
    left_out = left_out_bound(task)
    if left_out != counts.left_out:
        return Bound(left_out)
    need = least_room(task, left_out)
    price = _least_price(task, need)
    if price != counts.price_cents:
        return Bound(left_out, price)
    return _with_price(task, counts, need)


def _least_price(task: CuttingTask, need: int) -> int:
    need -= sum(task.full_mm[s] for s in task.stock)
    if need <= 0:
        return 0
    choices, all_looked_at = cheapest(task, need)
    if choices and all_looked_at:
        return choices[0][0]
    return math.ceil(need * min((c.price_cents / c.full_mm for c in task.coils), default=0) - 1e-6)


def _with_price(task: CuttingTask, counts: Counts, need: int) -> Bound:
    said = (counts.left_out, counts.price_cents)
    choices = at_price(task, counts.price_cents)
    if choices is None:
        return Bound(*said, _coarse(task, counts, need))
    least = [one for bought in choices for one in _least_with(task, bought, counts, need)]
    lost = min(one[0] for one in least)
    if lost != counts.lost_mm:
        return Bound(*said, lost)
    reels = min(one[1] for one in least if one[0] <= counts.lost_mm)
    if reels != counts.reels:
        return Bound(*said, lost, reels)
    pieces = min(n for mm, r, n in least if mm <= counts.lost_mm and r <= counts.reels)
    return Bound(*said, lost, reels, pieces)


def _kerfs(task: CuttingTask, counts: Counts) -> int:
    return task.wanted.kerf_mm * (sum(u.many for u in task.portions) - counts.left_out)


def _coarse(task: CuttingTask, counts: Counts, need: int) -> int:
    """Least lost where nobody looked which coils: the largest there are, as many as it takes."""
    largest = max(c.full_mm for c in task.coils)
    takes = sorted((largest, *(task.full_mm[s] for s in task.stock)), reverse=True)
    many = -(-need // takes[0])
    least = min(task.least_lost(s) for s in task.full_mm)
    return _kerfs(task, counts) + many * least if least > 0 else 0


def _least_with(
    task: CuttingTask, bought: Bought, counts: Counts, need: int
) -> Iterator[tuple[int, int, int]]:
    """Least lost, reels and pieces with some coils, for so many offcuts and reels with them."""
    w = task.wanted
    coils = [c for c, many in zip(task.coils, bought, strict=True) for _ in range(many)]
    offcuts = [s for s in task.stock if s.offcut]
    reels = [s for s in task.stock if not s.offcut]
    full = [
        list(accumulate((task.full_mm[s] for s in them), initial=0)) for them in (offcuts, reels)
    ]
    room = [list(accumulate((s.room_mm for s in them), initial=0)) for them in (offcuts, reels)]
    kerfs = _kerfs(task, counts)
    least = list(
        accumulate(sorted(task.least_lost(s) for s in task.stock), initial=_coils_lose(task, coils))
    )
    coil_full, coil_room = sum(c.full_mm for c in coils), sum(c.source.room_mm for c in coils)
    tight = w.keep_mm + w.kerf_mm
    for a in range(len(offcuts) + 1):
        for b in range(len(reels) + 1):
            many = len(coils) + a + b
            if not many or coil_full + full[0][a] + full[1][b] < need:
                continue
            lost = kerfs + least[a + b]
            if coil_room + room[0][a] + room[1][b] - need < tight:
                # Whatever is left of any so many is lost: nothing, at least.
                lost = max(lost, kerfs + many * (w.trim_mm - w.kerf_mm))
            yield lost, len(coils) + b, many


def _coils_lose(task: CuttingTask, coils: list[Purchase]) -> int:
    return sum(task.least_lost(c.source) for c in coils)
