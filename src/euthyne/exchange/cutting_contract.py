"""The cutting contract: pieces, what can be bought and lengths in; which piece each length is cut from out,
with what no plan can beat.
"""

import json
import time
from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from functools import cache
from typing import TYPE_CHECKING, Annotated, Any

from annotated_types import Ge, Gt, Le, MinLen

from euthyne.core.cutting.cutting import propose
from euthyne.core.cutting.piece import Coil, Laid, Piece, Wanted, WantedCut
from euthyne.core.cutting.task import Proposal
from euthyne.core.cutting.why import why_left_out
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import all_told
from euthyne.exchange.reading import adapter_for, parse_json, read

if TYPE_CHECKING:
    from pydantic import TypeAdapter

# Beyond these nobody cuts by hand; and an answer is there within ten seconds.
KILOMETRE_MM = 1_000_000
MOST_LENGTHS = 5000
SECONDS = 9.0

Name = Annotated[str, MinLen(1)]
LengthMm = Annotated[int, Gt(0), Le(KILOMETRE_MM)]
Less = Annotated[int, Ge(0), Le(KILOMETRE_MM)]


@dataclass(frozen=True)
class StockOf:
    """A piece that is there."""

    name: Name  # what it is called; each its own
    length_mm: LengthMm  # what is on it
    offcut: bool = False  # True for a rest that is no reel


@dataclass(frozen=True)
class CoilOf:
    """Something to buy."""

    name: Name  # what it is sold as; each its own
    length_mm: LengthMm  # what is on one
    price: Annotated[float, Ge(0), Le(1e9)]  # of one, with two decimals at most
    most: Annotated[int, Ge(0)] | None = None  # how many there are at most; none: no limit


@dataclass(frozen=True)
class CutOf:
    """A length, so many times."""

    id: Name  # what it is cut for, a tag; each its own
    length_mm: LengthMm  # of one
    count: Annotated[int, Ge(1)] = 1  # how many
    together: bool = False  # all of them from one piece, or none


@dataclass(frozen=True)
class CuttingFile:
    """The document: one cable."""

    cable: str  # which cable, in words
    cuts: tuple[CutOf, ...]  # what is wanted
    stock: tuple[StockOf, ...] = ()  # the pieces that are there
    buy: tuple[CoilOf, ...] = ()  # what could be bought
    keep_mm: Less = 0  # the shortest rest worth keeping
    kerf_mm: Less = 0  # lost at each cut, but the last where the piece ends there
    trim_mm: Less = 0  # cut off square of each piece before its first length


@cache
def adapter() -> "TypeAdapter[CuttingFile]":
    """The document model; also publishes its JSON Schema."""
    return adapter_for(CuttingFile)


def read_wanted(text: str | bytes) -> Wanted:
    """What is to be cut, from JSON text. Raises Refused listing every wrong field."""
    file = read(adapter(), parse_json(text))
    faults = [
        *_twice("stock", "name", (one.name for one in file.stock)),
        *_twice("buy", "name", (one.name for one in file.buy)),
        *_twice("cuts", "id", (one.id for one in file.cuts)),
        *(
            Fault(f"buy.{n}.price", f"{one.price!r} has more than two decimals", "whole hundredths")
            for n, one in enumerate(file.buy)
            if _cents(one.price) is None
        ),
    ]
    if not file.cuts:
        faults.append(Fault("cuts", "there is nothing to cut", "one length at least"))
    lengths = sum(one.count for one in file.cuts)
    if lengths > MOST_LENGTHS:
        what = f"{lengths} lengths are more than {MOST_LENGTHS}"
        faults.append(Fault("cuts", what, "fewer in a plan, or several plans"))
    if faults:
        raise Refused(*faults)
    return Wanted(
        cable=file.cable,
        stock=tuple(Piece(one.name, one.length_mm, one.offcut) for one in file.stock),
        cuts=tuple(WantedCut(o.id, o.length_mm, o.count, o.together) for o in file.cuts),
        buy=tuple(Coil(o.name, o.length_mm, _cents(o.price) or 0, o.most) for o in file.buy),
        keep_mm=file.keep_mm,
        kerf_mm=file.kerf_mm,
        trim_mm=file.trim_mm,
    )


def _twice(what: str, field: str, names: Iterable[str]) -> list[Fault]:
    seen: set[str] = set()
    found = []
    for n, name in enumerate(names):
        if name in seen:
            found.append(
                Fault(f"{what}.{n}.{field}", f"{name} is there twice", "a name of its own")
            )
        seen.add(name)
    return found


def _cents(price: float) -> int | None:
    """A price in hundredths, as it was written; None where it has smaller parts."""
    cents = Decimal(repr(price)) * 100
    return int(cents) if cents == cents.to_integral_value() else None


def answer_json(text: str | bytes) -> str:
    """The contract's answer to a document, within ten seconds. Raises Refused."""
    wanted = read_wanted(text)
    end = time.monotonic() + SECONDS
    told = plan_as_answer(propose(wanted, lambda: end - time.monotonic()))
    return json.dumps(all_told(told), indent=2, ensure_ascii=False)


def plan_as_answer(proposal: Proposal) -> dict[str, Any]:
    """A plan in the form of the answer."""
    plan = proposal.plan
    counts, best = plan.counts, proposal.best
    why = {u.cut.id: why_left_out(plan.wanted, u) for u in plan.left_out}
    return {
        "laid": [_laid(one) for one in plan.laid],
        "left_out": [
            {"id": id, "count": count} | ({"why": why[id]} if why[id] else {})
            for id, count in plan.missing.items()
        ],
        "counts": _counts(
            counts.left_out, counts.price_cents, counts.lost_mm, counts.reels, counts.pieces
        ),
        "best": _counts(best.left_out, best.price_cents, best.lost_mm, best.reels, best.pieces),
        "proven": proposal.proven,
    }


def _laid(one: Laid) -> dict[str, Any]:
    return {
        "piece": one.source.name,
        "bought": one.source.bought,
        "cuts": [
            {"id": portion.cut.id, "length_mm": portion.cut.length_mm}
            for portion in one.portions
            for _ in range(portion.many)
        ],
        "left_mm": one.left_mm,
        "lost_mm": one.lost_mm,
    }


def _counts(
    left_out: int | None,
    price_cents: int | None,
    lost_mm: int | None,
    reels: int | None,
    pieces: int | None,
) -> dict[str, Any]:
    price = None if price_cents is None else price_cents / 100
    if price is not None and price == int(price):
        price = int(price)
    return {
        "left_out": left_out,
        "price": price,
        "lost_mm": lost_mm,
        "reels": reels,
        "pieces": pieces,
    }
