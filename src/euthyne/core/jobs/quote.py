"""What a job costs, by heading; a quote of it, kept as it was given; and what became of it against that."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import pairwise
from typing import Annotated

from annotated_types import Ge, Le, MaxLen

from euthyne.core.lead import Lead
from euthyne.core.standing.cost import COIN, Cost
from euthyne.core.trade.worded import Day

# Of work that lies further apart, the time between was spent otherwise: a generic guess.
PAUSE_MINUTES = 30.0


@dataclass(frozen=True)
class CostHeading:
    """What is summed under one heading, and how many lines of it have no price."""

    words: Annotated[str, MaxLen(60)]  # cable, parts, work
    total: Annotated[float, Ge(0)]  # what it comes to
    unpriced: Annotated[int, Ge(0)] = 0  # how many lines of it nobody has said a price of


@dataclass(frozen=True)
class QuotedLead:
    """Leads of a quote that are made to one plan."""

    many: Annotated[int, Ge(1)]  # how many
    name: Annotated[str, MaxLen(80)]  # what each is called
    words: Annotated[str, MaxLen(200)]  # its cable and how long


@dataclass(frozen=True)
class Quote:
    """What a job was quoted at, on a day."""

    given_on: Day  # the day it was given
    valid_until: Day  # the day it ends
    money: Annotated[str, MaxLen(8)]  # the sign of the money
    leads: tuple[QuotedLead, ...]  # what is made for it
    headings: tuple[CostHeading, ...]  # what it costs here
    margin_percent: Annotated[float, Ge(0), Le(1000)]  # what is put on top
    tax_percent: Annotated[float, Ge(0), Le(100)]  # tax on the price
    minutes: Annotated[float, Ge(0)]  # the work it is reckoned with
    metres: Annotated[float, Ge(0)]  # the cable it is reckoned with
    included: Annotated[str, MaxLen(300)] = ""  # what is in the price
    not_included: Annotated[str, MaxLen(300)] = ""  # what is not

    @property
    def cost(self) -> float:
        """What it costs here, all headings to their coin."""
        return sum(round(h.total, COIN) for h in self.headings)

    @property
    def net(self) -> float:
        """The price without tax."""
        return round(self.cost * (1 + self.margin_percent / 100), COIN)

    @property
    def price(self) -> float:
        """The price with tax."""
        return round(self.net * (1 + self.tax_percent / 100), COIN)


def headings_of(costs: Iterable[Cost]) -> tuple[CostHeading, ...]:
    """What several leads cost, by heading, in the order in which the first lines of each come."""
    totals: dict[str, float] = {}
    unpriced: dict[str, int] = {}
    for cost in costs:
        for line in cost.lines:
            if line.there:
                continue
            totals[line.heading] = totals.get(line.heading, 0.0) + round(line.total or 0.0, COIN)
            unpriced[line.heading] = unpriced.get(line.heading, 0) + (line.total is None)
    return tuple(CostHeading(words, total, unpriced[words]) for words, total in totals.items())


def differences(before: Quote, after: Quote) -> tuple[str, ...]:
    """What a quote says otherwise than the one before it, in words."""
    found = []
    was, now = (
        {h.words: h.total for h in before.headings},
        {h.words: h.total for h in after.headings},
    )
    for words in {**was, **now}:
        old, new = was.get(words, 0.0), now.get(words, 0.0)
        if abs(old - new) >= 0.005:
            found.append(f"{words}: {new:.2f}, was {old:.2f}")
    if before.leads != after.leads:
        said = ", ".join(f"{x.many} × {x.name}" for x in before.leads)
        found.append(f"it was of {said}")
    for words, old, new in (
        ("margin", before.margin_percent, after.margin_percent),
        ("tax", before.tax_percent, after.tax_percent),
    ):
        if old != new:
            found.append(f"{words}: {new:g} %, was {old:g} %")
    if before.price != after.price:
        found.append(f"price: {after.price:.2f}, was {before.price:.2f}")
    return tuple(found)


@dataclass(frozen=True)
class Actual:
    """What a job took: minutes of the build as the log has them, metres of cable, ends begun again."""

    minutes: float
    metres: float
    spoiled: int


def actual(leads: Sequence[Lead], metres: float) -> Actual:
    """What leads took.

    Parameters: leads; metres of cable that Stores gave for them. Minutes: from step to step, where they lie
    no further apart than half an hour.
    """
    moments = sorted(datetime.fromisoformat(d.at) for lead in leads for d in lead.build.done)
    gaps = [(b - a).total_seconds() / 60 for a, b in pairwise(moments)]
    worked = sum(gap for gap in gaps if gap <= PAUSE_MINUTES)
    return Actual(worked, metres, sum(len(lead.build.reworks) for lead in leads))
