"""Heat-shrink: which sleeve passes the widest and grips the thinnest, how long to cut it; or what
would.
"""

import math
from dataclasses import dataclass
from functools import cache, lru_cache

from euthyne.core.trade.figure import mm
from euthyne.data.tables import rows

PASSES, GRIPS = 1.1, 0.9
SHRINKS, SHRINKS_LINED = 0.10, 0.13
BEYOND_BARREL_MM = 12.0


@dataclass(frozen=True)
class Sleeve:
    """A sleeve: its ratio, whether it is adhesive-lined, its bore before and after shrinking in mm."""

    ratio: str
    adhesive: bool
    expanded_mm: float
    recovered_mm: float
    source: str

    @property
    def name(self) -> str:
        """What Stores keep it under: 19 mm 3:1."""
        return f"{self.expanded_mm:g} mm {self.ratio}"

    @property
    def words(self) -> str:
        """As it is written on the shelf: 19 mm 3:1."""
        return f"{mm(self.expanded_mm):g} {self.ratio}"


@cache
def sleeves() -> tuple[Sleeve, ...]:
    """Every sleeve of the table, smallest bore first."""
    found = [
        Sleeve(
            ratio=r["ratio"],
            adhesive=r["adhesive"] == "yes",
            expanded_mm=float(r["expanded_mm"]),
            recovered_mm=float(r["recovered_mm"]),
            source=r["source"],
        )
        for r in rows("heat-shrink.csv")
    ]
    return tuple(sorted(found, key=lambda s: (s.expanded_mm, s.ratio)))


@lru_cache(maxsize=512)
def sleeves_for(widest_mm: float, thinnest_mm: float, adhesive: bool = False) -> tuple[Sleeve, ...]:
    """Every sleeve that passes the widest and grips the thinnest, the one to take first; empty when
    none does both.

    Source: expanded bore at least 1.1 times the widest, recovered bore at most 0.9 times the
    thinnest.
    """
    fits = (s for s in sleeves() if s.adhesive or not adhesive)
    good = [
        s
        for s in fits
        if s.expanded_mm >= PASSES * widest_mm and s.recovered_mm <= GRIPS * thinnest_mm
    ]
    return tuple(sorted(good, key=lambda s: (s.adhesive != adhesive, s.expanded_mm)))


def sleeve_for(widest_mm: float, thinnest_mm: float, adhesive: bool = False) -> Sleeve | None:
    """The smallest sleeve that does both; None when no single size does."""
    return next(iter(sleeves_for(widest_mm, thinnest_mm, adhesive)), None)


def ratio_wanted(widest_mm: float, thinnest_mm: float) -> float:
    """The least shrink ratio that would do both."""
    return PASSES * widest_mm / (GRIPS * thinnest_mm)


def cut_mm(covered_mm: float, adhesive: bool = False) -> float:
    """How long to cut a sleeve that is to cover a length, since it draws in along its length too.

    >>> round(cut_mm(45), 1), round(cut_mm(45, adhesive=True), 1)
    (50.0, 51.7)
    """
    return covered_mm / (1 - (SHRINKS_LINED if adhesive else SHRINKS))


def covered_on_lug_mm(barrel_mm: float) -> float:
    """What a sleeve covers on a lug: its barrel and 12 mm of insulation, never the palm."""
    return barrel_mm + BEYOND_BARREL_MM


def copper_mm(cross_section_mm2: float) -> float:
    """Diameter of a bunch of fine strands in mm.

    Source: usual fill of a class 5 bunch, 0.75; generic, check yours.
    """
    return math.sqrt(4 * cross_section_mm2 / (math.pi * 0.75))
