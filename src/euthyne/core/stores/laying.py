"""What is laid out for a lead, what would do in place of what lacks, and what is short over all leads."""

import math
from dataclasses import replace
from functools import lru_cache

from euthyne.core.stores.stock import (
    USED_UP,
    Need,
    Stock,
    StockNeed,
    Taken,
)

INSTEAD = {
    "press": "a press can be borrowed",
    "contact crimper": "can be borrowed, that make's own",
    "cable shear": "a fine saw, square, and a clean file",
    "wire stripper": "a knife laid flat, every strand looked at",
    "ring stripper": "a knife is a practice on the Shelf",
    "automatic stripper": "a knife is a practice on the Shelf",
    "torque driver": "by feel is a practice on the Shelf, with its reason",
    "heat gun": "a small flame is a practice on the Shelf, with its caution",
}


NO_INSTEAD = {
    "die": "a die of another size can not stand in",
    "cable": "another cable is another sum: take it in Conductor",
    "part": "another is taken in Ends",
}


@lru_cache(maxsize=128)
def laid_out(
    needed: tuple[Need, ...], stores: tuple[Stock, ...], piece: str | None = None
) -> tuple[StockNeed, ...]:
    """Each need against Stores.

    Parameters: needed; stores; piece, the name of the reel or offcut the builder chose, None for
    the one to take first. Returns: a StockNeed for each need, in order; what one takes is not there for
    the next.
    """
    found, left = [], {s.name: s for s in stores}
    for need in needed:
        laid = _laid(need, tuple(left.values()), piece)
        for t in laid.taken:
            left[t.stock.name] = replace(t.stock, left=t.left)
        found.append(laid)
    return tuple(found)


def _laid(need: Need, stores: tuple[Stock, ...], piece: str | None) -> StockNeed:
    own = [s for s in stores if (s.kind, s.what) == (need.kind, need.what)]
    on_hand = sum(s.left for s in own)
    if need.kind == "cable":
        taken = _cut_from(need, own, piece)
    else:
        taken = _counted(need, own)
    if taken:
        return StockNeed(need, taken, on_hand)
    other = next((s for what in need.others for s in stores if _would_do(s, what, need)), None)
    return StockNeed(
        need=need, taken=(), on_hand=on_hand, other=other, instead=_instead(need, other)
    )


def _instead(need: Need, other: Stock | None) -> str:
    """What to do where nothing was taken, in words."""
    if other is None:
        return INSTEAD.get(need.what, NO_INSTEAD.get(need.kind, ""))
    if need.kind == "cable":
        return f"{other.name} would do: {other.what}"
    return f"{other.name} would do"


def _would_do(stock: Stock, what: str, need: Need) -> bool:
    return (
        stock.kind == need.kind and stock.what == what and stock.left >= need.amount / need.pieces
    )


def _counted(need: Need, own: list[Stock]) -> tuple[Taken, ...]:
    """Taken from the fullest that has enough; a tool is only looked at, not used up."""
    enough = max(
        (s for s in own if s.left >= need.amount - 1e-9), key=lambda s: s.left, default=None
    )
    if enough:
        return (Taken(enough, need.amount if need.kind in USED_UP else 0.0),)
    return ()


def _cut_from(need: Need, own: list[Stock], piece: str | None) -> tuple[Taken, ...]:
    """The pieces a cable is cut from: the chosen one first, then the shortest that is long enough,
    never joined.
    """
    each, wanted, taken = need.amount / need.pieces, need.pieces, []
    for stock in sorted(own, key=lambda s: (s.name != piece, s.left)):
        many = min(math.floor(stock.left / each + 1e-9), wanted)
        if many:
            taken.append(Taken(stock, many * each))
            wanted -= many
    if not wanted:
        return tuple(taken)
    return ()


def shortages(
    wanted: list[tuple[Need, ...]], stores: tuple[Stock, ...]
) -> list[tuple[Need, float]]:
    """What Stores lack for several leads together: each need summed, with what is on hand, most
    wanted first.
    """
    summed: dict[str, Need] = {}
    for needed in wanted:
        for need in needed:
            if need.kind in USED_UP:
                known = summed.get(need.key)
                amount = need.amount + (known.amount if known else 0)
                summed[need.key] = Need(
                    kind=need.kind,
                    what=need.what,
                    words=need.words,
                    amount=amount,
                    others=need.others,
                )
    on_hand: dict[str, float] = {}
    for stock in stores:
        key = f"{stock.kind}:{stock.what}"
        on_hand[key] = on_hand.get(key, 0.0) + stock.left
    lacking = [
        (n, on_hand.get(n.key, 0.0))
        for n in summed.values()
        if on_hand.get(n.key, 0.0) < n.amount - 1e-9
    ]
    return sorted(lacking, key=lambda pair: pair[1] - pair[0].amount)
