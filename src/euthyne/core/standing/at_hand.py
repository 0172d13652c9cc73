"""The cable that is there already: what of Stores has the cores of a lead, and what speaks against it."""

from collections.abc import Iterable
from dataclasses import dataclass

from euthyne.core.kinds.kind import EVERY_CORD
from euthyne.core.lead import Lead
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.sizing.candidate import Candidate
from euthyne.core.stores.stock import Stock
from euthyne.core.trade.cable import cords, make_up
from euthyne.core.trade.wire import Size, all_sizes

# What each limit of the sizing is called beside a cable that does not meet it.
FAILS = {
    "current": "too thin for its current",
    "drop": "loses too many volts",
    "start": "loses too many volts at the start",
    "smallest": "under the smallest size asked for",
    "protection": "too thin for its fuse or breaker",
    "not-made": "not made in this size",
    "ends": "does not go into the ends of this lead",
}


@dataclass(frozen=True)
class AtHand:
    """Something of Stores that has the cores of a lead: its type and size; how much of it the lead
    takes, in m, None while that is not known; what speaks against it.
    """

    stock: Stock
    cable_type: str
    size: Size
    takes_m: float | None
    stop: str

    @property
    def would_do(self) -> bool:
        """True where nothing stops it, and there is enough of it."""
        return not self.stop and (self.takes_m is None or self.takes_m <= self.stock.left)


def at_hand(plan: Plan, on_hand: Iterable[Stock]) -> list[AtHand]:
    """The cables of Stores with as many cores as a lead's, those that would do first.

    Parameters: plan of a lead; on_hand, what Stores have.
    """
    known = _by_name(plan)
    here = [s for s in on_hand if s.kind == "cable" and s.what in known and s.left > 0]
    asked = {(known[s.what][0], known[s.what][1].unit) for s in here}
    sized = {each: _candidates(plan, *each) for each in asked}
    takes = sum(length.cut_m for length in plan.cut.lengths.values()) if plan.cut.known else None
    found = [
        AtHand(s, name, size, takes, _stop(sized[name, size.unit], size))
        for s in here
        for name, size in (known[s.what],)
    ]
    return sorted(found, key=lambda x: (not x.would_do, x.size.cross_section_mm2, x.stock.left))


def _candidates(plan: Plan, cable_type: str, unit: str) -> dict[str, Candidate]:
    """Every size as the sizing sees it, in a type of cable, by the unit that it is sold in: whoever
    works in gauges has square millimetres on the rack as well.
    """
    tried, conductor = plan, plan.lead.conductor
    if (cable_type, unit) != (conductor.cable_type, conductor.unit):
        lead = plan.lead
        for path, value in (("size", None), ("unit", unit), ("cable_type", cable_type)):
            lead = with_value(lead, f"conductor.{path}", value)
        tried = Plan(lead)
    sizing = tried.conductor.sizing
    return {c.size: c for c in sizing.candidates} if sizing else {}


def _stop(candidates: dict[str, Candidate], size: Size) -> str:
    """What speaks against a size: the first limit it does not meet, or that no table rates it."""
    found = candidates.get(size.name)
    if found is None:
        return "no table rates it"
    return FAILS[found.fails[0]] if found.fails else ""


def _by_name(plan: Plan) -> dict[str, tuple[str, Size]]:
    """What Stores would call each cable of its kind with its cores: (type, size) by name."""
    main, offered = plan.conductor.main, plan.kind.cables
    names = [c.name for c in cords()] if offered == EVERY_CORD else list(offered)
    return {
        f"{name} {make_up(main.count, main.earthed, size.name)}": (name, size)
        for name in names
        for size in all_sizes()
    }


def taking(lead: Lead, cable_type: str, size: Size) -> tuple[tuple[str, str | None], ...]:
    """What taking a cable changes of a lead, as (path, value): a diameter that was measured is that
    of another cord.
    """
    same = (lead.conductor.cable_type, lead.conductor.size) == (cable_type, size.name)
    measured: tuple[tuple[str, str | None], ...] = (("conductor.measured_od_mm", None),)
    return (
        *(() if same else measured),
        ("conductor.cable_type", cable_type),
        ("conductor.unit", size.unit),
        ("conductor.size", size.name),
    )
