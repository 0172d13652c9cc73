"""What a lead costs: its cable and parts by what Stores paid, the time of its steps, one rework in so
many; and what buying one would cost beside it.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Gt, Le, MaxLen

from euthyne.core.assembly.records import Cable
from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stores.needs import needs
from euthyne.core.stores.stock import USED_UP, Need, Stock
from euthyne.core.trade.figure import metres
from euthyne.core.trade.measures import tell
from euthyne.data.typed import typed

SAID_HERE = "said for this lead"
HEADINGS = {
    "cable": "cable",
    "part": "parts",
    "sleeve": "sleeves and consumables",
    "consumable": "sleeves and consumables",
}
COIN, AMOUNT = 2, 2  # digits after the point of money, and of an amount


@dataclass(frozen=True)
class Rates:
    """How this bench counts: the sign of its money, tax that comes on top of prices in percent, what
    an hour is worth, and one rework in so many leads.
    """

    money: Annotated[str, MaxLen(8)] = ""
    tax_percent: Annotated[float, Ge(0), Le(100)] = 0.0
    hour: Annotated[float, Ge(0), Le(1e5)] = 0.0
    rework_one_in: Annotated[int, Ge(1), Le(1000)] = 20


@dataclass(frozen=True)
class CostLine:
    """Something that costs: its words, how much of it, its price each, what it comes to with tax, and
    where the price is from; ``total`` None where nobody has said a price; ``by_length`` where the price is a
    metre's; ``there`` for what costs nothing, since it is there already.
    """

    words: str
    amount: str
    each: float | None
    total: float | None
    source: str
    to_be_said: bool = (
        False  # True for what Stores have no price of: it is said for the lead, or can be
    )
    by_length: bool = False
    there: bool = False
    heading: str = ""  # what it is summed under, over several leads


@dataclass(frozen=True)
class Cost:
    """What a lead costs, line by line; the time of its build in minutes."""

    lines: tuple[CostLine, ...]
    minutes: float
    bought_for: float | None

    @property
    def total(self) -> float:
        """All that has a price, together: of lines to their coin, so that they add up to it."""
        return sum(round(line.total, COIN) for line in self.lines if line.total is not None)

    @property
    def unpriced(self) -> tuple[CostLine, ...]:
        """What nobody has said a price of."""
        return tuple(line for line in self.lines if line.total is None and not line.there)

    @property
    def without_stores(self) -> tuple[CostLine, ...]:
        """What Stores have no price of, and can be said here."""
        return tuple(line for line in self.lines if line.to_be_said)

    @property
    def largest(self) -> CostLine | None:
        """The line that costs most."""
        priced = [line for line in self.lines if line.total]
        return max(priced, key=lambda line: line.total or 0.0, default=None)

    @property
    def more_than_bought(self) -> float | None:
        """How much more making one costs than buying one; None while no price of one is given, or while
        something of this one has none.
        """
        if self.bought_for is None or self.unpriced:
            return None
        return self.total - self.bought_for


def cost_of(plan: Plan, on_hand: Iterable[Stock], rates: Rates) -> Cost:
    """What a lead costs.

    Parameters: plan; on_hand, what Stores have or had, with its prices; rates of this bench.
    Source of the minutes: minutes.toml, generic; a bench's own time decides.
    """
    stocks = tuple(on_hand)
    wanted = [n for n in needs(plan) if n.kind in USED_UP]
    said = {price.what: price.each for price in plan.lead.cut.prices}
    lines = [_line(need, stocks, rates, said) for need in wanted]
    minutes = minutes_of(plan)
    if rates.hour:
        work = round(minutes) / 60 * rates.hour
        amount = f"{minutes:.0f} min"
        hour = "this bench's hour"
        lines.append(CostLine("work", amount, rates.hour, work, hour, heading="work"))
    lines += [
        _there(plan, cable) for cable in plan.given.assembly.cables if cable.type and cable.existing
    ]
    again = _rework(lines, wanted) / rates.rework_one_in
    if again:
        words = f"one rework in {rates.rework_one_in}"
        lines.append(
            CostLine(
                words,
                "half of it, without the cable",
                None,
                again,
                "this bench's rate",
                heading="rework",
            )
        )
    return Cost(tuple(lines), minutes, plan.lead.cut.bought_for)


@dataclass(frozen=True)
class Minutes:
    """How long a practised hand takes: for each kind of step, for any other, and for the whole proof; and how
    long is waited, which holds nobody.
    """

    step: dict[str, Annotated[float, Gt(0), Le(120)]]
    wait: dict[str, Annotated[float, Gt(0), Le(2880)]]
    source: str


@dataclass(frozen=True)
class Timed:
    """Its sections."""

    practised: Minutes


def practised_minutes() -> Minutes:
    """The table ``minutes.toml``, read once. Raises: TableError."""
    table: Timed = typed("minutes.toml", Timed)
    return table.practised


def _there(plan: Plan, cable: Cable) -> CostLine:
    """A length that is there already and belongs to the lead, such as a tape."""
    length = cable.existing.length_m if cable.existing is not None else None
    amount = f"{metres(length):g}" if length else "its length is not said"
    return CostLine(plan.conductor.laid[cable.id].type.called, amount, None, None, "", there=True)


def minutes_of(plan: Plan) -> float:
    """How long the build and the proof of a lead take, in minutes."""
    return _minutes(plan.build.steps)


def minutes_left(plan: Plan) -> float:
    """How long what is left of its build takes, and its proof."""
    return _minutes(plan.build.steps_left)


def _minutes(steps: Iterable[BuildStep]) -> float:
    own = practised_minutes().step
    return sum(own.get(s.kind, own["any"]) for s in steps) + own["proof"]


def _line(
    need: Need, stocks: tuple[Stock, ...], rates: Rates, said: Mapping[str, float]
) -> CostLine:
    heading = HEADINGS[need.kind]
    alike = [s for s in stocks if (s.kind, s.what) == (need.kind, need.what)]
    priced = next((s for s in alike if s.price is not None), None)
    if priced is not None and priced.price is not None:
        price, source = priced.price, priced.source or priced.name
    elif tell(need.words, "metric") in said:
        price, source = said[tell(need.words, "metric")], SAID_HERE
    else:
        return CostLine(
            need.words, need.in_words, None, None, "", True, need.by_length, heading=heading
        )
    each = price * (1 + rates.tax_percent / 100)
    amount = round(need.amount, AMOUNT)  # as it is shown, so that each line multiplies out
    here = source == SAID_HERE
    return CostLine(
        need.words,
        need.in_words,
        each,
        each * amount,
        source,
        here,
        by_length=need.by_length,
        heading=heading,
    )


def _rework(lines: list[CostLine], wanted: list[Need]) -> float:
    """What one end begun again costs: half of the parts and of the work."""
    cables = {n.words for n in wanted if n.kind == "cable"}
    return sum(x.total or 0.0 for x in lines if x.words not in cables) / 2
