"""What the metal of a size weighs and costs over the whole lead, and the sizes beside the one that
is taken.
"""

from dataclasses import dataclass

from euthyne.core.sizing.size import Candidate
from euthyne.core.stages.cut.cut import CutStage
from euthyne.core.trade.wire import in_other_series, materials, size_named


@dataclass(frozen=True)
class Neighbour:
    """A size beside the taken one: what it loses (percent), burns in a year of use (kWh), weighs in
    metal (kg).

    ``price`` is what its metal costs, None while no price is given; ``nearest`` is its like in the
    other series.
    """

    size: str
    place: str
    drop_percent: float
    kwh: float
    metal_kg: float
    price: float | None
    nearest: str


def neighbours(cut: CutStage) -> tuple[Neighbour, ...]:
    """The taken size with the one below and the one above it; empty while none is taken."""
    sized = cut.conductor
    if sized.sizing is None or sized.candidate is None:
        return ()
    taken = sized.candidate
    made = [c for c in sized.sizing.candidates if c == taken or "not-made" not in c.fails]
    at = made.index(taken)
    near = ((at - 1, "one smaller"), (at, "taken"), (at + 1, "one larger"))
    return tuple(_neighbour(cut, made[i], words) for i, words in near if 0 <= i < len(made))


def metal_kg(cut: CutStage, c: Candidate) -> float:
    """What the metal of a size weighs over the whole lead as it is cut, every core counted,
    in kg.
    """
    given = cut.given
    if cut.length:
        length_m = cut.length.cut_m
    else:
        length_m = given.lead.brief.run_m or 0.0
    metal = materials()[given.lead.conductor.metal]
    return c.cross_section_mm2 * metal.density_g_cm3 * length_m * len(given.cores) / 1000


def price_of(cut: CutStage, c: Candidate) -> float | None:
    """What the metal of a size costs over the whole lead; None while no price is given."""
    per_kg = cut.given.lead.conductor.price_per_kg
    if per_kg is None:
        return None
    return metal_kg(cut, c) * per_kg


def _neighbour(cut: CutStage, c: Candidate, words: str) -> Neighbour:
    hours = cut.given.lead.brief.hours_a_year
    burnt_wh = c.loss_watts * cut.conductor.brief.duty_percent / 100 * hours
    return Neighbour(
        size=c.size,
        place=words,
        drop_percent=c.drop_percent,
        kwh=burnt_wh / 1000,
        metal_kg=metal_kg(cut, c),
        price=price_of(cut, c),
        nearest=in_other_series(size_named(c.size)).name,
    )
