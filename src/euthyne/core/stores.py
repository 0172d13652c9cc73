"""Stores: what is on hand, what a lead needs of it, which piece it is cut from, what is lacking and
what would do.
"""

import math
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Annotated, Literal

from annotated_types import Ge, Le, MaxLen, MinLen

from euthyne.core.lead import Rework
from euthyne.core.lead.step import steps_named
from euthyne.core.order.laid import HAND
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf, stand_ins
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stages.build.jobs import (
    TAG_SLEEVE_MM,
    EndToBuild,
    marker_on,
    sleeve_cut_mm,
    sleeve_on,
    sleeves_on,
    soldered,
)
from euthyne.core.trade.cable import cable_types, make_up
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import read_size
from euthyne.core.trade.sleeve import sleeves

StockKind = Literal["cable", "part", "sleeve", "consumable", "tool", "die"]
BY_LENGTH: tuple[StockKind, ...] = ("cable", "sleeve")
USED_UP: tuple[StockKind, ...] = ("cable", "part", "sleeve", "consumable")
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
    "part": "another coupler is taken in Ends",
}


@dataclass(frozen=True)
class Stock:
    """Something in Stores: a reel or an offcut of cable, sleeving by the metre, parts by count,
    tools and dies.

    ``name`` is its own, such as Reel 3; ``what`` is what it is, as a need asks for it; ``left`` in
    metres for cable and sleeving, else pieces; ``price`` per metre or piece; ``source`` where it
    came from.
    """

    name: Annotated[str, MinLen(1), MaxLen(40)]
    kind: StockKind
    what: Annotated[str, MinLen(1), MaxLen(80)]
    left: Annotated[float, Ge(0), Le(1e6)]
    offcut: bool = False
    place: Annotated[str, MaxLen(60)] = ""
    price: Annotated[float, Ge(0), Le(1e6)] | None = None
    source: Annotated[str, MaxLen(120)] = ""


@dataclass(frozen=True)
class Need:
    """Something a lead needs: how much of it, in metres or pieces, and others that would do, best
    first.

    A cable is needed in so many ``pieces``, each of ``amount`` / ``pieces`` metres; no piece is
    ever joined.
    """

    kind: StockKind
    what: str
    words: str
    amount: float
    others: tuple[str, ...] = ()
    pieces: int = 1

    @property
    def key(self) -> str:
        """Its name in a list of ticks."""
        return f"{self.kind}:{self.what}"

    @property
    def in_words(self) -> str:
        """How much of it, in words."""
        if self.kind not in BY_LENGTH:
            return f"{self.amount:g}"
        many = ""
        if self.pieces > 1:
            many = f"{self.pieces} of "
        return f"{many}{self.amount / self.pieces:.2f} m"


@dataclass(frozen=True)
class Taken:
    """So much of something in Stores, and what is left of it then."""

    stock: Stock
    amount: float

    @property
    def left(self) -> float:
        """What is left afterwards."""
        return self.stock.left - self.amount


@dataclass(frozen=True)
class Laid:
    """A need held against Stores: what it is taken from, another thing that would do, or what may
    stand in for it.
    """

    need: Need
    taken: tuple[Taken, ...]
    on_hand: float
    other: Stock | None = None
    instead: str = ""

    @property
    def lacking(self) -> bool:
        """True when Stores do not hold enough."""
        return not self.taken


KNOWN_TOOLS = (
    "cable shear",
    "knife",
    "ring stripper",
    "automatic stripper",
    "wire stripper",
    "driver",
    "torque driver",
    "hex key",
    "press",
    "hammer and indenter",
    "ratchet, insulated",
    "ratchet, butt",
    "contact crimper",
    "iron",
    "heat gun",
    "small flame",
)


def what_of(kind: StockKind, text: str) -> str:
    """What a text names, as a need asks for it. Raises Refused when there is no such thing."""
    text = " ".join(text.split())
    if kind == "cable":
        return _cable_what(text)
    if kind == "part":
        return _shelf_what(text)
    if kind == "die":
        return read_size(text, "what").name
    if kind == "sleeve" and text not in {s.words for s in sleeves()}:
        what = f"{text!r} is not in the table of sleeves"
        raise Refused(Fault("what", what, "one of the list, such as 12 mm 3:1"))
    return _in_words(text)


def _cable_what(text: str) -> str:
    cable, _, made = text.partition(" ")
    if cable not in cable_types() or not made:
        what = "nothing says which cable"
        if text:
            what = f"{text!r} is no cable Euthyne knows"
        raise Refused(Fault("what", what, "its type and make-up, such as H07RN-F 3G1.5"))
    return _in_words(text)


def _shelf_what(text: str) -> str:
    name, _, size = text.partition(" ")
    part = shelf().get(name)
    if part is None or counted_by_size(part) != bool(size):
        raise Refused(Fault("what", f"the shelf has no part {text!r}", "one of the list"))
    if size:
        return part_what(part, read_size(size, "what").name)
    return part_what(part, "")


def _in_words(text: str) -> str:
    if len(text) < 3:
        raise Refused(Fault("what", "nothing says what it is", "a few words"))
    return text[:80]


def counted_by_size(part: Part) -> bool:
    """True where a part is bought by the size of its conductor, one for each core: a lug."""
    return TERMINATIONS[part.joint].by_size


def part_what(part: Part, size_name: str) -> str:
    """A part as it is counted: by its id, a lug by its size too."""
    if counted_by_size(part):
        return f"{part.id} {size_name}"
    return part.id


def words_of(kind: StockKind, what: str) -> str:
    """What something in Stores is, in words: a part by the words of the shelf."""
    name, _, size = what.partition(" ")
    if kind == "part" and name in shelf():
        if size:
            return f"{shelf()[name].words}, {size}"
        return shelf()[name].words
    if kind == "cable" and name in cable_types():
        return f"{cable_types()[name].called} {size}"
    return {"sleeve": f"{what} sleeve", "die": f"die for lugs of {what}"}.get(kind, what)


def needs(plan: Plan) -> tuple[Need, ...]:
    """Everything a lead needs, cable first, tools last; nothing while its run or size is open."""
    if plan.cut.length is None or plan.conductor.size_name is None:
        return ()
    found = [
        _cable(plan, plan.cut.length.cut_m),
        *_parts(plan),
        *_sleeves(plan),
        *_consumables(plan),
        *_tools(plan),
    ]
    added: dict[str, Need] = {}
    for need in found:
        known = added.get(need.key)
        amount = need.amount + (known.amount if known and need.kind in USED_UP else 0)
        added[need.key] = Need(
            kind=need.kind,
            what=need.what,
            words=need.words,
            amount=amount,
            others=need.others,
            pieces=need.pieces,
        )
    return tuple(added.values())


def _cable(plan: Plan, cut_m: float) -> Need:
    if plan.conductor.sizing:
        larger = [c.size for c in plan.conductor.sizing.candidates if not c.fails]
    else:
        larger = []
    if plan.conductor.size_name in larger:
        later = larger[larger.index(plan.conductor.size_name) + 1 :][:2]
    else:
        later = []
    earthed = "E" in plan.cores
    others = tuple(
        f"{plan.conductor.cable_type.name} {make_up(plan.conductor.cores_in_cable, earthed, size)}"
        for size in later
    )
    return Need(
        kind="cable",
        what=plan.conductor.stock_name,
        words=plan.conductor.written,
        amount=cut_m * plan.conductor.pieces,
        others=others,
        pieces=plan.conductor.pieces,
    )


def _parts(plan: Plan) -> list[Need]:
    if plan.conductor.diameter:
        cord = (plan.conductor.diameter.low_mm, plan.conductor.diameter.high_mm)
    else:
        cord = (0.0, 0.0)
    if plan.conductor.size:
        area = plan.conductor.size.cross_section_mm2
    else:
        area = 0.0
    found = []
    for _, e in plan.build.job.ends:
        if e.part.there_already:
            continue
        what = part_what(e.part, plan.build.job.cable.size)
        others = tuple(
            part_what(p, plan.build.job.cable.size) for p in stand_ins(e.part, cord, area)
        )
        found.append(
            Need(
                kind="part",
                what=what,
                words=words_of("part", what),
                amount=_count(e),
                others=others,
            )
        )
    return found


def _count(e: EndToBuild) -> float:
    """A lug is counted for each core, a coupler once."""
    if e.termination.by_size:
        return len(e.strip.cores)
    return 1


def _sleeves(plan: Plan) -> list[Need]:
    found = []
    for _, e in plan.build.job.ends:
        sleeve = sleeve_on(e, plan.build.job.cable)
        if sleeve is not None:
            others = tuple(s.words for s in sleeves_on(e, plan.build.job.cable)[1:])
            long = len(e.strip.cores) * sleeve_cut_mm(e, sleeve, plan.build.job.cable) / 1000
            found.append(
                Need(
                    kind="sleeve",
                    what=sleeve.words,
                    words=f"{sleeve.words} sleeve",
                    amount=long,
                    others=others,
                )
            )
    marker = marker_on(plan.build.job)
    if marker is not None:
        long = (2 + plan.build.job.tags_along) * TAG_SLEEVE_MM / 1000
        found.append(Need("sleeve", marker.words, f"{marker.words} sleeve, printed", long))
    return found


def _consumables(plan: Plan) -> list[Need]:
    found = [
        Need(
            "consumable",
            f"{e.fuse_amps:g} A fuse",
            f"{e.fuse_amps:g} A fuse for the {e.part.short}",
            1,
        )
        for _, e in plan.build.job.ends
        if e.fuse_amps is not None
    ]
    solders = any(
        e.termination.tool == "iron" or soldered(e.part, plan.build.job.practices)
        for _, e in plan.build.job.ends
    )
    if solders:
        return [*found, Need("consumable", "flux-cored solder", "flux-cored solder", 1)]
    return found


def _tools(plan: Plan) -> list[Need]:
    tools = ["cable shear", *(e.tool for e in plan.build.threading.events if e.tool != HAND)]
    found = [Need("tool", tool, tool, 1) for tool in dict.fromkeys(tools)]
    if any(e.termination.by_size for _, e in plan.build.job.ends):
        found.append(
            Need(
                "die", plan.build.job.cable.size, f"die for lugs of {plan.build.job.cable.size}", 1
            )
        )
    return found


@lru_cache(maxsize=128)
def laid_out(
    needed: tuple[Need, ...], stores: tuple[Stock, ...], piece: str | None = None
) -> tuple[Laid, ...]:
    """Each need against Stores.

    Parameters: needed; stores; piece, the name of the reel or offcut the builder chose, None for
    the one to take first. Returns: a Laid for each need, in order; what one takes is not there for
    the next.
    """
    found, left = [], {s.name: s for s in stores}
    for need in needed:
        laid = _laid(need, tuple(left.values()), piece)
        for t in laid.taken:
            left[t.stock.name] = replace(t.stock, left=t.left)
        found.append(laid)
    return tuple(found)


def _laid(need: Need, stores: tuple[Stock, ...], piece: str | None) -> Laid:
    own = [s for s in stores if (s.kind, s.what) == (need.kind, need.what)]
    on_hand = sum(s.left for s in own)
    if need.kind == "cable":
        taken = _cut_from(need, own, piece)
    else:
        taken = _counted(need, own)
    if taken:
        return Laid(need, taken, on_hand)
    other = next((s for what in need.others for s in stores if _would_do(s, what, need)), None)
    return Laid(need=need, taken=(), on_hand=on_hand, other=other, instead=_instead(need, other))


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


def spoiled_needs(plan: Plan, rework: Rework) -> tuple[Need, ...]:
    """What went with something done again: parts whose cores were ended in them, sleeves that were
    shrunk.
    """
    job = plan.build.job
    found = []
    for end, e in job.ends:
        ended = len(steps_named(rework.scrap, end, "land"))
        if ended:
            what = part_what(e.part, job.cable.size)
            if e.termination.by_size:
                amount = ended
            else:
                amount = 1
            found.append(Need("part", what, words_of("part", what), amount))
        shrunk = len(steps_named(rework.scrap, end, "shrink"))
        sleeve = sleeve_on(e, job.cable)
        if shrunk and sleeve is not None:
            long_m = shrunk * sleeve_cut_mm(e, sleeve, job.cable) / 1000
            found.append(Need("sleeve", sleeve.words, f"{sleeve.words} sleeve", long_m))
    return tuple(found)


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
