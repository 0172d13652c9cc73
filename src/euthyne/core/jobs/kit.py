"""The kit of a job: what its leads need together, what of it is on hand, spoken for by others, to be bought."""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from euthyne.core.jobs.cuts import Pack
from euthyne.core.jobs.job import is_cut
from euthyne.core.plan import Plan
from euthyne.core.stores.needs import needs
from euthyne.core.stores.stock import USED_UP, Need, Stock


@dataclass(frozen=True)
class Promise:
    """So much of something that is kept for a job."""

    job: int
    kind: str
    what: str
    amount: float


@dataclass(frozen=True)
class KitLine:
    """Something that a job needs: how much, how much is on hand, how much of that is promised to others, and
    to this job; how much of what is needed is to spare; in metres or pieces. Of tools one is enough.
    """

    need: Need
    on_hand: float
    spoken_for: float
    kept: float
    spare: float = 0.0

    @property
    def free(self) -> float:
        """What this job may take."""
        return max(self.on_hand - self.spoken_for, 0.0)

    @property
    def short(self) -> float:
        """What is to be bought, or borrowed."""
        return max(self.need.amount - self.free, 0.0)


def kit(
    plans: Iterable[Plan],
    stores: Sequence[Stock],
    promises: Iterable[Promise],
    job: int | None,
    spares: Iterable[Need] = (),
) -> tuple[KitLine, ...]:
    """What leads need together.

    Parameters: plans of the leads; stores; promises to all jobs; job, the number of this one, None for all
    leads; spares, what is wanted beside what goes into them. What is laid out and cut already is not needed any
    more.
    """
    summed: dict[str, Need] = {}
    for plan in plans:
        for need in still_needed(plan):
            _add(summed, need)
    to_spare: dict[str, float] = {}
    for need in spares:
        _add(summed, need)
        to_spare[need.key] = to_spare.get(need.key, 0.0) + need.amount
    told = list(promises)
    return tuple(
        replace(_line(need, stores, told, job), spare=to_spare.get(key, 0.0))
        for key, need in summed.items()
    )


def _add(summed: dict[str, Need], need: Need) -> None:
    known = summed.get(need.key)
    if known is None:
        summed[need.key] = need
    elif need.kind in USED_UP:
        amount, pieces = known.amount + need.amount, known.pieces + need.pieces
        summed[need.key] = replace(known, amount=amount, pieces=pieces)


def still_needed(plan: Plan) -> list[Need]:
    """What a lead still takes out of Stores: nothing of what was laid out, no cable once it is cut."""
    done = {d.step for d in plan.lead.build.done}
    return [
        need
        for need in needs(plan)
        if need.kind not in USED_UP
        or (need.kind == "cable" and not is_cut(plan.lead))
        or (need.kind != "cable" and "lay-out" not in done)
    ]


def _line(
    need: Need, stores: Sequence[Stock], promises: Sequence[Promise], job: int | None
) -> KitLine:
    on_hand = _left(need.kind, need.what, stores)
    same = [p for p in promises if (p.kind, p.what) == (need.kind, need.what)]
    return KitLine(
        need,
        on_hand,
        sum(p.amount for p in same if p.job != job),
        sum(p.amount for p in same if p.job == job),
    )


def taken_from_others(
    needed: Iterable[Need], stores: Sequence[Stock], promises: Iterable[Promise], job: int | None
) -> tuple[tuple[Need, int, float], ...]:
    """What is kept for other jobs and would not be there any more once leads took what they need: the need,
    the job, how much that job would lack.

    Parameters: needed by the leads now; stores; promises; job, their own.
    """
    summed: dict[tuple[str, str], Need] = {}
    for need in needed:
        known = summed.get((need.kind, need.what))
        amount = need.amount + (known.amount if known else 0.0)
        summed[need.kind, need.what] = replace(need, amount=amount)
    told = [p for p in promises if p.job != job]
    found = []
    for need in summed.values():
        left = _left(need.kind, need.what, stores) - need.amount
        for promise in told:
            if (promise.kind, promise.what) != (need.kind, need.what):
                continue
            lacking = promise.amount - max(left, 0.0)
            if lacking > 1e-9:
                found.append((need, promise.job, lacking))
            left -= promise.amount
    return tuple(found)


def broken(
    promises: Iterable[Promise], stores: Sequence[Stock]
) -> tuple[tuple[Promise, float], ...]:
    """The promises that Stores cannot keep any more, since somebody counted anew or took it: each with what
    there is for it, the earliest served first.
    """
    left: dict[tuple[str, str], float] = {}
    found = []
    for promise in promises:
        key = (promise.kind, promise.what)
        there = max(left.setdefault(key, _left(*key, stores)), 0.0)
        if there < promise.amount - 1e-9:
            found.append((promise, there))
        left[key] = there - promise.amount
    return tuple(found)


def _left(kind: str, what: str, stores: Sequence[Stock]) -> float:
    return sum(s.left for s in stores if (s.kind, s.what) == (kind, what))


@dataclass(frozen=True)
class ToBuy:
    """Something on the shopping list: what is short, the pack it is sold in, how many of it, what that costs;
    ``pack`` None where nobody has said how it is sold.
    """

    line: KitLine
    pack: Pack | None
    packs: int

    @property
    def price(self) -> float | None:
        """What it costs; None where nobody has said."""
        return None if self.pack is None else self.pack.price * self.packs


def to_buy(lines: Iterable[KitLine], packs: Sequence[Pack]) -> tuple[ToBuy, ...]:
    """What is short, in the packs it is sold in: of several the cheapest that is enough."""
    return tuple(_to_buy(line, packs) for line in lines if line.short > 1e-9)


def _to_buy(line: KitLine, packs: Sequence[Pack]) -> ToBuy:
    own = [p for p in packs if (p.kind, p.what) == (line.need.kind, line.need.what)]
    choices = [ToBuy(line, p, max(math.ceil(line.short / p.amount - 1e-9), p.least)) for p in own]
    return min(choices, key=lambda c: c.price or 0.0, default=ToBuy(line, None, 0))
