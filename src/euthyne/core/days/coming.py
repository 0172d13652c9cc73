"""What leads wait for before they can be begun: who takes what is here, in the order they are wanted; who must wait
for what comes.
"""

import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from euthyne.core.days.workshop import Workshop
from euthyne.core.jobs.cuts import MM_PER_M, CuttingRule, Pack, lengths_mm
from euthyne.core.jobs.kit import Promise, still_needed
from euthyne.core.plan import Plan
from euthyne.core.stores.stock import USED_UP, Need, Stock


@dataclass(frozen=True)
class WaitsFor:
    """What a lead waits for: the day it comes, None where nobody said; what it is, in words."""

    on: date | None
    words: str
    kind: str
    what: str


@dataclass(frozen=True)
class ToDo:
    """A lead to be laid into days: its plan, its job, when it is wanted."""

    plan: Plan
    job: int | None
    wanted_by: str | None

    @property
    def tag(self) -> str:
        """Its tag."""
        return self.plan.lead.tag


@dataclass(frozen=True)
class Provisions:
    """What is here and how more of it comes."""

    stores: Sequence[Stock]
    packs: Sequence[Pack]
    promises: Sequence[Promise]
    rule: Callable[[str], CuttingRule]
    # True where the lengths of some leads can all be cut from what is here
    fits: Callable[[Sequence[Plan]], bool]


def waits_for(
    leads: Iterable[ToDo], provisions: Provisions, workshop: Workshop, today: date
) -> dict[str, tuple[WaitsFor, ...]]:
    """What each lead waits for, by its tag; nothing for one that can be begun.

    Parameters: leads; supply; workshop, with what was ordered; today, from which what is ordered comes in the
    days its seller takes. Whoever is wanted first takes what is here first.
    """
    in_turn = sorted(leads, key=lambda x: (x.wanted_by or "9999", x.tag))
    here = _Here(provisions)
    found: dict[str, list[WaitsFor]] = {lead.tag: [] for lead in in_turn}
    for lead in in_turn:
        needed = [n for n in still_needed(lead.plan) if n.kind in USED_UP and n.kind != "cable"]
        for need in needed:
            if here.take(need, lead.job) < need.amount - 1e-9:
                found[lead.tag].append(
                    _waits(need.kind, need.what, need.words, provisions, workshop, today)
                )
    for lead, what, words in _without_cable(in_turn, provisions):
        found[lead.tag].append(_waits("cable", what, words, provisions, workshop, today))
    return {tag: tuple(waits) for tag, waits in found.items() if waits}


def _waits(
    kind: str, what: str, words: str, provisions: Provisions, workshop: Workshop, today: date
) -> WaitsFor:
    said = workshop.comes(kind, what)
    if said is not None:
        return WaitsFor(date.fromisoformat(said), words, kind, what)
    sold = [p.days for p in provisions.packs if (p.kind, p.what) == (kind, what) and p.days]
    on = today + timedelta(days=min(sold)) if sold else None
    return WaitsFor(on, words, kind, what)


class _Here:
    """What is left of Stores while leads take it in turn; what is kept for a job is only its own."""

    def __init__(self, provisions: Provisions) -> None:
        self.left: dict[tuple[str, str], float] = {}
        for stock in provisions.stores:
            key = (stock.kind, stock.what)
            self.left[key] = self.left.get(key, 0.0) + max(stock.left, 0.0)
        self.kept: dict[tuple[str, str, int], float] = {}
        for p in provisions.promises:
            self.kept[p.kind, p.what, p.job] = (
                self.kept.get((p.kind, p.what, p.job), 0.0) + p.amount
            )

    def take(self, need: Need, job: int | None) -> float:
        """Take what is needed, or nothing; returns how much there was of it."""
        key = (need.kind, need.what)
        others = sum(
            amount
            for (kind, what, whose), amount in self.kept.items()
            if (kind, what) == key and whose != job
        )
        free = max(self.left.get(key, 0.0) - others, 0.0)
        if free >= need.amount - 1e-9:
            self.left[key] -= need.amount
            if job is not None and (*key, job) in self.kept:
                self.kept[*key, job] = max(self.kept[*key, job] - need.amount, 0.0)
        return free


def _without_cable(in_turn: Sequence[ToDo], provisions: Provisions) -> list[tuple[ToDo, str, str]]:
    """The leads whose lengths are not here, each length laid into the shortest piece it fits."""
    wanted = [(lead, lengths_mm(lead.plan)) for lead in in_turn]
    pieces: dict[str, list[int]] = {}
    for stock in provisions.stores:
        if stock.kind == "cable" and stock.left > 0:
            trim = provisions.rule(stock.what).trim_mm
            long = math.floor(stock.left * MM_PER_M + 1e-6) - trim
            pieces.setdefault(stock.what, []).append(long)
    found = []
    for lead, lengths in wanted:
        for what, own in lengths.items():
            kerf = provisions.rule(what).kerf_mm
            left = list(pieces.get(what, []))
            if all(_take_length(left, mm, kerf) for mm in sorted(own, reverse=True)):
                pieces[what] = left
            else:
                found.append((lead, what, _cable_words(lead.plan, what)))
    lacking = {what for _, what, _ in found}
    enough = {
        what for what in lacking if provisions.fits([x.plan for x, own in wanted if what in own])
    }
    return [one for one in found if one[1] not in enough]


def _take_length(pieces: list[int], mm: int, kerf: int) -> bool:
    fitting = [n for n, left in enumerate(pieces) if left >= mm]
    if not fitting:
        return False
    n = min(fitting, key=lambda i: pieces[i])
    pieces[n] = max(pieces[n] - mm - kerf, 0)
    return True


def _cable_words(plan: Plan, what: str) -> str:
    return next(n.words for n in still_needed(plan) if (n.kind, n.what) == ("cable", what))
