"""What the leads of a job are cut from: their lengths against the reels and offcuts there are, cable by
cable.
"""

import math
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from euthyne.core.cutting.cutting import propose
from euthyne.core.cutting.piece import Coil, Piece, Wanted, WantedCut
from euthyne.core.cutting.task import Proposal
from euthyne.core.jobs.job import is_cut
from euthyne.core.plan import Plan
from euthyne.core.stores.needs import needs
from euthyne.core.stores.stock import Need, Stock

MM_PER_M = 1000


@dataclass(frozen=True)
class CuttingRule:
    """How a bench cuts: the shortest rest worth keeping, what a cut loses, what is cut off square first."""

    keep_mm: Annotated[int, Ge(0), Le(100_000)] = 500
    kerf_mm: Annotated[int, Ge(0), Le(100)] = 0
    trim_mm: Annotated[int, Ge(0), Le(1000)] = 10


@dataclass(frozen=True)
class Pack:
    """How something is sold: a coil of so many metres, a bag of so many."""

    kind: Literal["cable", "part", "sleeve", "consumable"]  # what it is of
    what: Annotated[str, MinLen(1), MaxLen(80)]  # which, as Stores name it
    amount: Annotated[float, Gt(0), Le(1e6)]  # metres or pieces in one
    price: Annotated[float, Ge(0), Le(1e6)]  # of one
    supplier: Annotated[str, MaxLen(60)] = ""  # who sells it
    days: Annotated[int, Ge(0), Le(365)] = 0  # how long it takes to come
    least: Annotated[int, Ge(1), Le(10_000)] = 1  # how many are sold at least


@dataclass(frozen=True)
class CableCuts:
    """The lengths of one cable that some leads are cut from, as they are planned."""

    what: str
    words: str
    wanted: Wanted
    proposal: Proposal


def cable_needs(plan: Plan) -> tuple[Need, ...]:
    """The cable of a lead that is still to be cut."""
    if is_cut(plan.lead):
        return ()
    return tuple(n for n in needs(plan) if n.kind == "cable")


def lengths_mm(plan: Plan) -> dict[str, list[int]]:
    """What a lead is still cut from, as it is planned now: the lengths in mm, by cable."""
    found: dict[str, list[int]] = {}
    for need in cable_needs(plan):
        each = math.ceil(need.amount / need.pieces * MM_PER_M - 1e-6)
        found.setdefault(need.what, []).extend([each] * need.pieces)
    return found


def cuttings(
    plans: Iterable[Plan],
    stores: Sequence[Stock],
    packs: Sequence[Pack],
    rules: Mapping[str, CuttingRule],
    planned: Callable[[Wanted], Proposal] = propose,
) -> tuple[CableCuts, ...]:
    """What some leads are cut from, cable by cable.

    Parameters: plans of the leads; stores; packs in which cable is sold; rules by cable, "" for all others;
    planned, how a plan is made: within a time, or one that was made before.
    """
    cuts: dict[str, list[WantedCut]] = {}
    words: dict[str, str] = {}
    for plan in plans:
        for n, need in enumerate(cable_needs(plan)):
            each = math.ceil(need.amount / need.pieces * MM_PER_M - 1e-6)
            name = plan.lead.tag if not n else f"{plan.lead.tag} ({n + 1})"
            cuts.setdefault(need.what, []).append(WantedCut(name, each, need.pieces))
            words[need.what] = need.words
    return tuple(
        CableCuts(what, words[what], wanted, planned(wanted))
        for what, them in sorted(cuts.items())
        for wanted in [_wanted(what, them, stores, packs, rules.get(what) or rules[""])]
    )


def _wanted(
    what: str,
    cuts: Sequence[WantedCut],
    stores: Sequence[Stock],
    packs: Sequence[Pack],
    rule: CuttingRule,
) -> Wanted:
    own = [s for s in stores if s.kind == "cable" and s.what == what and s.left > 0]
    sold = [p for p in packs if p.kind == "cable" and p.what == what]
    return Wanted(
        cable=what,
        stock=tuple(Piece(s.name, math.floor(s.left * MM_PER_M + 1e-6), s.offcut) for s in own),
        cuts=tuple(cuts),
        buy=tuple(
            Coil(_sold_as(p), round(p.amount * MM_PER_M), round(p.price * 100)) for p in sold
        ),
        keep_mm=rule.keep_mm,
        kerf_mm=rule.kerf_mm,
        trim_mm=rule.trim_mm,
    )


def _sold_as(pack: Pack) -> str:
    supplier = f", {pack.supplier}" if pack.supplier else ""
    return f"coil of {pack.amount:g} m{supplier}"


@dataclass(frozen=True)
class ListedCut:
    """A cut of the list at the bench."""

    piece: Annotated[str, MaxLen(80)]  # which piece it is cut from
    bought: bool  # True for a piece that is not here yet
    tag: Annotated[str, MaxLen(40)]  # the lead it is for
    length_mm: Annotated[int, Gt(0)]  # how long
    trim_mm: Annotated[int, Ge(0)]  # what squares the piece before its first cut
    kerf_mm: Annotated[int, Ge(0)]  # what the cut itself loses, where the piece does not end there
    done: bool = False  # True once it is cut
    earlier: bool = False  # True for one that was cut by a list before this
    cable: Annotated[str, MaxLen(80)] = (
        ""  # of which cable, as Stores name it; lists of before did not say
    )


@dataclass(frozen=True)
class CuttingList:
    """Every cut of a job, reel by reel, the longest of each first; made by the plan of that day."""

    cuts: tuple[ListedCut, ...]  # in the order they are made

    @property
    def left(self) -> tuple[ListedCut, ...]:
        """What is still to be cut."""
        return tuple(c for c in self.cuts if not c.done)

    def of(self, tag: str) -> tuple[ListedCut, ...]:
        """The cuts of one lead that are still to be made."""
        return tuple(c for c in self.left if c.tag == tag)

    def as_planned(self, plan: Plan) -> bool:
        """True while a lead is still planned with the very lengths that are listed for it."""
        own = self.of(plan.lead.tag)
        now = sorted((what, mm) for what, long in lengths_mm(plan).items() for mm in long)
        if any(not cut.cable for cut in own):
            return sorted(cut.length_mm for cut in own) == sorted(mm for _, mm in now)
        return sorted((cut.cable, cut.length_mm) for cut in own) == now

    def begins(self, cut: ListedCut) -> bool:
        """True where nothing was cut from its piece by this list: it is squared first."""
        same = [c for c in self.cuts if c.piece == cut.piece and not c.earlier]
        return not any(c.done for c in same)

    def with_done(self, tag: str) -> "CuttingList":
        """The list once all cuts of a lead are made."""
        return CuttingList(tuple(replace(c, done=True) if c.tag == tag else c for c in self.cuts))

    def opened(self, tag: str) -> "CuttingList":
        """The list once the cuts of a lead count as made no more."""
        return CuttingList(
            tuple(replace(c, done=False, earlier=False) if c.tag == tag else c for c in self.cuts)
        )

    def anew(self, listed: "CuttingList") -> "CuttingList":
        """The list that takes the place of this one: what is cut stays, all else is as it is planned now."""
        done = tuple(replace(c, earlier=True) for c in self.cuts if c.done)
        return CuttingList((*done, *listed.cuts))


def cutting_list(cables: Sequence[CableCuts]) -> CuttingList:
    """The list a plan becomes; what is to be bought stands last."""
    found = [
        ListedCut(
            piece=one.source.name,
            cable=cable.what,
            bought=one.source.bought,
            tag=portion.cut.id.partition(" (")[0],
            length_mm=portion.cut.length_mm,
            trim_mm=cable.wanted.trim_mm,
            kerf_mm=cable.wanted.kerf_mm,
        )
        for cable in cables
        for one in cable.proposal.plan.laid
        for portion in one.portions
        for _ in range(portion.many)
    ]
    return CuttingList(tuple(sorted(found, key=lambda c: c.bought)))
