"""Stores: what is on hand, what a lead needs of it, which piece it is cut from, what is lacking and
what would do.
"""

import math
import re
from collections import Counter
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Annotated, Literal

from annotated_types import Ge, Le, MaxLen, MinLen

from euthyne.core.assembly.records import POWER
from euthyne.core.lead import Rework
from euthyne.core.lead.step import StepName, steps_named
from euthyne.core.order.laid import HAND
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf, stand_ins
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stages.build.jobs import (
    TAG_SLEEVE_MM,
    Body,
    BuildJob,
    marker_on,
    sleeve_cut_mm,
    sleeve_of,
    sleeve_on,
    sleeves_on,
    soldered,
)
from euthyne.core.stages.conductor.laid import LaidCable
from euthyne.core.trade.cable import CableType, cable_types, make_up
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import metres
from euthyne.core.trade.quantity import read_size
from euthyne.core.trade.sleeve import sleeves
from euthyne.core.trade.wire import size_words

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
    """Something in Stores: a reel or an offcut of cable, sleeving by the metre, parts by count, tools and
    dies.
    """

    name: Annotated[str, MinLen(1), MaxLen(40)]  # its own, such as Reel 3
    kind: StockKind  # cable, sleeving, part, tool
    what: Annotated[str, MinLen(1), MaxLen(80)]  # what it is, as a need asks for it
    left: Annotated[float, Ge(0), Le(1e6)]  # m of cable and sleeving, else pieces
    offcut: bool = False  # True for what was left of a reel
    place: Annotated[str, MaxLen(60)] = ""  # where it lies
    price: Annotated[float, Ge(0), Le(1e6)] | None = None  # for a metre or a piece
    source: Annotated[str, MaxLen(120)] = ""  # where it came from


@dataclass(frozen=True)
class Need:
    """Something a lead needs: how much of it, in metres or pieces, and others that would do, best
    first.

    A cable is needed in so many ``pieces``, each of ``amount`` / ``pieces`` metres; no piece is
    ever joined. ``lasting`` where what it is ended by can not be undone: taken off, it is waste.
    """

    kind: StockKind
    what: str
    words: str
    amount: float
    others: tuple[str, ...] = ()
    pieces: int = 1
    lasting: bool = False

    @property
    def by_length(self) -> bool:
        """True for what is measured off, not counted."""
        return self.kind in BY_LENGTH

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
        return f"{many}{metres(self.amount / self.pieces):.2f}"


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
class StockNeed:
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
    "ratchet, lined",
    "ratchet, bare barrel",
    "ratchet, butt",
    "contact crimper",
    "iron",
    "heat gun",
    "small flame",
)


# The area of a single, in place of its make-up.
SQUARE_MM = re.compile(r"(?i)(\d+(?:\.\d+)?)\s*(?:mm2|mm²|sq ?mm)")


def what_of(kind: StockKind, text: str) -> str:
    """What a text names, as a need asks for it. Raises Refused when there is no such thing."""
    text = " ".join(text.split())
    if kind == "cable":
        return _cable_what(text)
    if kind == "part":
        return _shelf_what(text)
    if kind == "die":
        return read_size(text, "what").name
    if kind == "sleeve" and text not in {s.name for s in sleeves()}:
        what = f"{text!r} is not in the table of sleeves"
        raise Refused(Fault("what", what, "one of the list, such as 12 mm 3:1"))
    return _in_words(text)


def _cable_what(text: str) -> str:
    """A cable by its type or by what it is called, its make-up after it or before it."""
    names = {
        name.lower(): cable
        for cable in cable_types().values()
        for name in (cable.name, cable.called)
    }
    said = text.lower()
    for name in sorted(names, key=len, reverse=True):
        if said.startswith(f"{name} ") or said.endswith(f" {name}"):
            made = text[len(name) :] if said.startswith(name) else text[: -len(name)]
            return _in_words(f"{names[name].name} {_made_up(names[name], made.strip())}")
    what = f"{text!r} is no cable Euthyne knows" if text else "nothing says which cable"
    raise Refused(Fault("what", what, "its type and make-up, such as H07RN-F 3G1.5"))


def _made_up(cable: CableType, made: str) -> str:
    """A make-up as Stores write it: a single of 50 mm2 is 1x50."""
    area = SQUARE_MM.fullmatch(made)
    return f"1x{area[1]}" if area and not cable.cord else made


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
            return f"{shelf()[name].words}, {size_words(size)}"
        return shelf()[name].words
    if kind == "cable" and name in cable_types():
        return f"{cable_types()[name].called} {size}"
    if kind == "sleeve":
        known = {sleeve.name: sleeve.words for sleeve in sleeves()}
        return f"{known.get(what, what)} sleeve"
    if kind == "die":
        return f"die for lugs of {size_words(what)}"
    return what


def needs(plan: Plan) -> tuple[Need, ...]:
    """Everything a lead needs, cable first, tools last; nothing while its run or size is open."""
    return _needs(plan.unproven)


def comes_off(plan: Plan) -> list[Need]:
    """The parts of a lead that come off it whole; what was pressed, soldered or moulded on does not."""
    return [need for need in needs(plan) if need.kind == "part" and not need.lasting]


@lru_cache(maxsize=512)
def _needs(plan: Plan) -> tuple[Need, ...]:
    if not plan.cut.known or plan.conductor.size_name is None:
        return ()
    found = [
        *_cables(plan),
        *_parts(plan),
        *_sleeves(plan),
        *_consumables(plan),
        *_tools(plan),
    ]
    many = plan.build.job.many
    if many > 1:
        found = [replace(n, amount=n.amount * many) if n.kind in USED_UP else n for n in found]
    return _summed(found)


def _summed(needed: list[Need]) -> tuple[Need, ...]:
    """Needs with those that are alike taken together; cables of two lengths are two needs."""
    added: dict[tuple[str, float], Need] = {}
    for need in needed:
        key = (need.key, need.amount / need.pieces if need.kind == "cable" else 0.0)
        known = added.get(key)
        if known is None:
            added[key] = need
        elif need.kind == "cable":
            pieces = known.pieces + need.pieces
            added[key] = replace(known, amount=known.amount + need.amount, pieces=pieces)
        elif need.kind in USED_UP:
            added[key] = replace(known, amount=known.amount + need.amount)
    return tuple(added.values())


def _cables(plan: Plan) -> list[Need]:
    """The cables that are cut: pieces alike, of one length, together."""
    taken = (laid for laid in plan.conductor.laid.values() if laid.cable.new)
    laid_here = [laid for laid in taken if not laid.cable.jumper]
    cut = [(laid, length) for laid in laid_here for length in _cut_m(plan, laid)]
    pieces = Counter((laid.stock_name, length) for laid, length in cut)
    of_name = {laid.stock_name: laid for laid, _ in cut}
    return [
        Need(
            kind="cable",
            what=name,
            words=of_name[name].written,
            amount=length * many,
            others=_larger(plan, of_name[name]),
            pieces=many,
        )
        for (name, length), many in pieces.items()
    ]


def _cut_m(plan: Plan, laid: LaidCable) -> list[float]:
    if laid.id in plan.cut.lengths:
        return [plan.cut.lengths[laid.id].cut_m]
    return []


def _larger(plan: Plan, laid: LaidCable) -> tuple[str, ...]:
    """The next two sizes that would do in place of a power cable, as Stores know them."""
    if laid.cable.circuit != POWER or not plan.conductor.sizing:
        return ()
    fit = [c.size for c in plan.conductor.sizing.candidates if not c.fails]
    if laid.size_name not in fit:
        return ()
    later = fit[fit.index(laid.size_name) + 1 :][:2]
    return tuple(f"{laid.type.name} {make_up(laid.count, laid.earthed, size)}" for size in later)


def _parts(plan: Plan) -> list[Need]:
    if plan.conductor.diameter:
        cord = (plan.conductor.diameter.low_mm, plan.conductor.diameter.high_mm)
    else:
        cord = (0.0, 0.0)
    found = []
    for body in plan.build.job.bodies:
        if body.part.there_already:
            continue
        cable = plan.build.job.at(body.at[0]).cable
        what = part_what(body.part, cable.size)
        others = tuple(
            part_what(p, cable.size) for p in stand_ins(body.part, cord, cable.copper_mm2)
        )
        found.append(
            Need(
                kind="part",
                what=what,
                words=_called(body.part, what),
                amount=_count(plan, body),
                others=others,
                lasting=body.termination.lasting,
            )
        )
    return found


def _called(part: Part, what: str) -> str:
    """A part in words; one of one's own by the name it was given."""
    return words_of("part", what) if part.id in shelf() else part.words


def _count(plan: Plan, body: Body) -> float:
    """A lug is counted for each core, a coupler once."""
    if not body.termination.by_size:
        return 1
    ends = (plan.build.job.at(at) for at in body.at)
    return len([c for e in ends for c in e.strip.cores if c.fitting == body.id])


def _sleeves(plan: Plan) -> list[Need]:
    found = []
    job = plan.build.job
    for e, body in [(end, body) for end in job.ends for body in end.bodies]:
        sleeve = sleeve_on(e, body)
        if sleeve is not None:
            others = tuple(s.name for s in sleeves_on(e, body)[1:])
            many = len([c for c in e.strip.cores if c.fitting == body.id and sleeve_of(e, c)])
            found.append(
                Need(
                    kind="sleeve",
                    what=sleeve.name,
                    words=f"{sleeve.words} sleeve",
                    amount=many * sleeve_cut_mm(e, sleeve, body) / 1000,
                    others=others,
                )
            )
    for cable in job.cables:
        marker = marker_on(job, cable)
        if marker is not None:
            long = (2 + job.tags_along) * TAG_SLEEVE_MM / 1000
            found.append(Need("sleeve", marker.name, f"{marker.words} sleeve, printed", long))
    return found


def _consumables(plan: Plan) -> list[Need]:
    bodies, how = plan.build.job.bodies, plan.build.job.practices
    found = [
        Need(
            "consumable",
            f"{body.fuse_amps:g} A fuse",
            f"{body.fuse_amps:g} A fuse for the {body.part.short}",
            1,
        )
        for body in bodies
        if body.fuse_amps is not None
    ]
    if any(body.termination.tool == "iron" or soldered(body.part, how) for body in bodies):
        return [*found, Need("consumable", "flux-cored solder", "flux-cored solder", 1)]
    return found


def _tools(plan: Plan) -> list[Need]:
    job = plan.build.job
    tools = ["cable shear", *(e.tool for e in plan.build.threading.events if e.tool != HAND)]
    found = [Need("tool", tool, tool, 1) for tool in dict.fromkeys(tools)]
    lugged = (job.at(body.at[0]).cable.size for body in job.bodies if body.termination.by_size)
    return found + [
        Need("die", size, f"die for lugs of {size_words(size)}", 1)
        for size in dict.fromkeys(lugged)
    ]


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


def spoiled_needs(plan: Plan, rework: Rework) -> tuple[Need, ...]:
    """What went with something done again: parts whose cores were ended in them, sleeves that were
    shrunk.
    """
    job = plan.build.job
    found = []
    for body in job.bodies:
        ended = _of_body(job, body, steps_named(rework.scrap, "land"))
        # A contact that was in no housing yet is one contact: its connector is whole.
        if ended and not (rework.how == "alone" and body.termination.inserted):
            cable = job.end_of(ended[0]).cable
            what = part_what(body.part, cable.size)
            amount = len(ended) if body.termination.by_size else 1
            found.append(Need("part", what, _called(body.part, what), amount))
        for name in _of_body(job, body, steps_named(rework.scrap, "shrink")):
            e = job.end_of(name)
            sleeve = sleeve_on(e, body)
            if sleeve is not None:
                long_m = sleeve_cut_mm(e, sleeve, body) / 1000
                found.append(Need("sleeve", sleeve.name, f"{sleeve.words} sleeve", long_m))
    return _summed(found)


def _of_body(job: BuildJob, body: Body, names: tuple[StepName, ...]) -> list[StepName]:
    return [name for name in names if job.body_of(name).id == body.id]


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
