"""Lengths laid on given pieces: each piece filled as nearly as sums allow, then two pieces at a time,
their lengths pooled and split anew, until nothing is without a piece and little is lost.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from random import Random

from euthyne.core.cutting.piece import CuttingPlan, Portion, Source, Wanted
from euthyne.core.cutting.sums import highest, lowest, reach, taken

# So many lengths are looked at for one piece at most: the longest, and as many of the shortest.
AT_ONCE = 48
ROUNDS = 40
IDLE = 6
STARTS = 40
NEAR = 12
SOMETIMES = 0.1
HALF = 0.5


class Filled:
    """A piece while lengths are laid on it: those, what is left of its room, what it loses beyond its trim and
    a kerf a length.
    """

    def __init__(self, wanted: Wanted, source: Source, portions: Sequence[Portion] = ()) -> None:
        self.source = source
        self._wanted = wanted
        self.lay(list(portions))

    def lay(self, portions: list[Portion]) -> None:
        """These lengths, and no others."""
        self.portions = portions
        self.left_mm = self.source.room_mm - sum(u.room_mm for u in portions)
        self.waste = self._wanted.waste(self.left_mm) if portions else 0


@dataclass
class Packing:
    """Lengths on pieces, and those without a piece."""

    wanted: Wanted
    step: int
    filled: list[Filled]
    over: list[Portion]
    all_of_it: bool = True  # as long as everything might find a piece

    @property
    def waste(self) -> int:
        """What is lost beyond trims and a kerf a length."""
        return sum(one.waste for one in self.filled)


def pack(
    wanted: Wanted,
    step: int,
    sources: Sequence[Source],
    portions: Sequence[Portion],
    least_waste: int,
    splits: int,
    enough: Callable[[], bool],
    all_of_it: bool = True,
    begun: CuttingPlan | None = None,
) -> Packing:
    """The lengths laid on the pieces; alike each time.

    Parameters: wanted; step, in mm; sources; portions; least_waste, where nothing better is to be looked
    for; splits, of two pieces, at most; enough, True once it has taken long enough; all_of_it, False
    where it is known that lengths are left out; begun, a plan to begin with.
    """
    chance = Random(len(portions) * 1009 + len(sources))
    best = None
    for n in range(STARTS):
        if begun and not n:
            packing = _as_begun(wanted, step, sources, begun)
        else:
            packing = _first(wanted, step, sources, portions, n if all_of_it else n - 1, chance)
        packing.all_of_it = all_of_it
        splits = _improve(packing, least_waste, chance, splits, enough)
        if best is None or _score(packing) < _score(best):
            best = packing
        if splits <= 0 or enough() or (not best.over and best.waste <= least_waste):
            break
    assert best is not None
    return best


def _as_begun(wanted: Wanted, step: int, sources: Sequence[Source], begun: CuttingPlan) -> Packing:
    """The lengths as a plan has them, those without a place here over."""
    have: dict[Source, list[list[Portion]]] = {}
    for one in begun.laid:
        have.setdefault(one.source, []).append(list(one.portions))
    filled = [Filled(wanted, s, have[s].pop() if have.get(s) else ()) for s in sources]
    over = [u for them in have.values() for portions in them for u in portions]
    return Packing(wanted, step, filled, over)


def _score(packing: Packing) -> tuple[int, int]:
    if packing.all_of_it:
        return sum(u.room_mm for u in packing.over), packing.waste
    return sum(u.many for u in packing.over), packing.waste


def _first(
    wanted: Wanted,
    step: int,
    sources: Sequence[Source],
    portions: Sequence[Portion],
    n: int,
    chance: Random,
) -> Packing:
    """Piece after piece filled as full as sums allow: the shortest piece first, or the longest; the
    longest lengths first, or the shortest; longest where each fits tightest; then by chance. Where some are
    left out anyway, the shortest first.
    """
    rest = list(portions)
    filled = [Filled(wanted, source) for source in sources]
    if n == -1:
        shortest_first = sorted(rest, key=lambda u: u.room_mm / u.many)
        return _tightest(wanted, step, filled, shortest_first)
    if n == 3:
        return _tightest(wanted, step, filled, rest)
    for one in sorted(filled, key=lambda f: f.source.room_mm, reverse=n % 2 == 1):
        fitting = [u for u in rest if u.room_mm <= one.source.room_mm]
        looked = fitting[:AT_ONCE] + fitting[max(AT_ONCE, len(fitting) - AT_ONCE) :]
        looked.sort(key=lambda u: u.steps, reverse=n == 2)
        if n > 3:
            chance.shuffle(looked)
        sums = reach(looked, one.source.room_mm // step)
        portions, _ = taken(looked, sums, highest(sums[-1], one.source.room_mm // step))
        one.lay(portions)
        _remove(rest, portions)
    return Packing(wanted, step, filled, rest)


def _tightest(wanted: Wanted, step: int, filled: list[Filled], portions: list[Portion]) -> Packing:
    over = []
    chosen: list[list[Portion]] = [[] for _ in filled]
    left = [one.left_mm for one in filled]
    for portion in portions:
        room = [n for n, mm in enumerate(left) if mm >= portion.room_mm]
        if room:
            n = min(room, key=lambda n: left[n])
            chosen[n].append(portion)
            left[n] -= portion.room_mm
        else:
            over.append(portion)
    for one, units_here in zip(filled, chosen, strict=True):
        one.lay(units_here)
    return Packing(wanted, step, filled, over)


def _remove(portions: list[Portion], gone: Sequence[Portion]) -> None:
    for portion in gone:
        portions.remove(portion)


def _improve(
    packing: Packing, least_waste: int, chance: Random, splits: int, enough: Callable[[], bool]
) -> int:
    """Two pieces at a time, as long as it helps; returns how many splits are left."""
    filled = packing.filled
    pairs = [(a, b) for a in range(len(filled)) for b in range(a)]
    if len(pairs) > 3000:
        pairs = chance.sample(pairs, 3000)
    idle, waste = 0, packing.waste
    for _ in range(ROUNDS):
        before = _score(packing)
        chance.shuffle(pairs)
        for a, b in pairs:
            if splits <= 0 or enough() or (not packing.over and waste <= least_waste):
                return splits
            if not packing.over and not _worth_it(filled[a], filled[b], chance):
                continue
            splits -= 1
            waste -= filled[a].waste + filled[b].waste
            _split(packing, filled[a], filled[b], chance)
            if packing.over:
                _take_in(packing, filled[a], chance)
                _take_in(packing, filled[b], chance)
            waste += filled[a].waste + filled[b].waste
        idle = idle + 1 if _score(packing) >= before else 0
        if idle >= IDLE:
            break
    return splits


def _worth_it(a: Filled, b: Filled, chance: Random) -> bool:
    """True for two pieces of which one loses something; now and then for others, so that they change."""
    return a.waste > 0 or b.waste > 0 or chance.random() < SOMETIMES


def _take_in(packing: Packing, one: Filled, chance: Random) -> None:
    """Lengths without a piece laid where the split made room. As long as all might find one, a piece is
    filled fuller with what is over; else a long one makes way for a short one.
    """
    over = packing.over
    if packing.all_of_it:
        chance.shuffle(over)
        pool, later = [*one.portions, *over[:AT_ONCE]], over[AT_ONCE:]
        chance.shuffle(pool)
        room = one.source.room_mm // packing.step
        sums = reach(pool, room)
        portions, others = taken(pool, sums, highest(sums[-1], room))
        one.lay(portions)
        packing.over = others + later
        return
    left = one.left_mm
    for portion in sorted(over, key=lambda u: (-u.many, u.room_mm)):
        if portion.room_mm <= left:
            over.remove(portion)
            one.lay([*one.portions, portion])
            left -= portion.room_mm
    if over and one.portions:
        shortest = min(over, key=lambda u: u.room_mm / u.many)
        for portion in sorted(one.portions, key=lambda u: -u.room_mm):
            longer = portion.room_mm > shortest.room_mm and portion.many <= shortest.many
            if longer and left + portion.room_mm >= shortest.room_mm:
                portions = [*one.portions, shortest]
                portions.remove(portion)
                one.lay(portions)
                over.remove(shortest)
                over.append(portion)
                return


def _split(packing: Packing, a: Filled, b: Filled, chance: Random) -> None:
    """The lengths of two pieces pooled and split anew: with least waste, then with what is left in one
    of them.
    """
    wanted, step = packing.wanted, packing.step
    pool = [*a.portions, *b.portions]
    if not pool or len(pool) > 4 * AT_ONCE:
        return
    chance.shuffle(pool)
    total = sum(u.steps for u in pool)
    most, least = a.source.room_mm // step, total - b.source.room_mm // step
    sums = reach(pool, max(min(most, total), 0))
    apart = -(-(wanted.keep_mm + wanted.kerf_mm) // step)
    most = min(most, total)
    tries = {
        *_from_above(sums[-1], most, max(least, 0)),
        *_from_below(sums[-1], max(least, 0), most),
        highest(sums[-1], most - apart),
        lowest(sums[-1], least + apart),
    }
    found = [
        (n, _waste_of(wanted, a, n * step) + _waste_of(wanted, b, (total - n) * step))
        for n in tries
        if max(0, least) <= n <= most
    ]
    if not found:
        return
    lowest_waste = min(waste for _, waste in found)
    best = [n for n, waste in found if waste == lowest_waste]
    if not packing.over and chance.random() < HALF:
        n = chance.choice(best)
    else:
        n = max(
            best,
            key=lambda n: max(a.source.room_mm - n * step, b.source.room_mm - (total - n) * step),
        )
    for one, portions in zip((a, b), taken(pool, sums, n), strict=True):
        one.lay(portions)


def _from_above(sums: int, most: int, least: int) -> list[int]:
    """A few sums from a most down."""
    found: list[int] = []
    n = highest(sums, most)
    while n >= least and len(found) < NEAR:
        found.append(n)
        n = highest(sums, n - 1)
    return found


def _from_below(sums: int, least: int, most: int) -> list[int]:
    """A few sums from a least up."""
    found: list[int] = []
    n = lowest(sums, least)
    while 0 <= n <= most and len(found) < NEAR:
        found.append(n)
        n = lowest(sums, n + 1)
    return found


def _waste_of(wanted: Wanted, one: Filled, used_mm: int) -> int:
    return wanted.waste(one.source.room_mm - used_mm) if used_mm else 0
