"""Barrels: how deep, how often pressed, how much copper each wants bare; lugs by size, open barrels
of contacts.
"""

import math
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Annotated

from annotated_types import Gt, Le

from euthyne.core.trade.sleeve import copper_mm
from euthyne.core.trade.wire import GAUGES, Size, awg, size_named
from euthyne.data.tables import rows
from euthyne.data.typed import each

PLAY_MM = 1.0
GROWS = 0.07
SHOWS_MM = 2.0
UP_TO = 1.03


@dataclass(frozen=True)
class Bare:
    """Bare copper wanted in mm: least, the aim, most."""

    low_mm: float
    aim_mm: float
    high_mm: float


@dataclass(frozen=True)
class Lug:
    """A lug for one conductor size: bore, outside and depth of its barrel in mm; its die code,
    where stamped.
    """

    size: Size
    bore_mm: float
    outside_mm: float
    barrel_mm: float
    die_code: str
    source: str

    @property
    def size_mm2(self) -> float:
        """The area of the conductor it is made for, in mm2."""
        return self.size.cross_section_mm2


@dataclass(frozen=True)
class OpenBarrel:
    """An open-barrel contact along its wire, in mm: conductor wings, the window behind them,
    insulation wings.
    """

    conductor_mm: float  # mm of the conductor wings
    window_mm: float  # mm of the window behind them
    insulation_mm: float  # mm of the insulation wings


@dataclass(frozen=True)
class LugStrip:
    """A lug with what it wants bare and how often it is pressed."""

    lug: Lug
    bare: Bare
    presses: int


def lug_strips() -> tuple[LugStrip, ...]:
    """Every lug of the table with its strip and presses, for its own size of fine strands."""
    return tuple(
        LugStrip(lug, closed_bare(lug.barrel_mm, copper_mm(lug.size_mm2)), presses(lug.barrel_mm))
        for lug in lugs()
    )


@cache
def lugs() -> tuple[Lug, ...]:
    """Every lug of the table, metric ones and then those by gauge, smallest first."""
    return tuple(
        Lug(
            size=size_named(f"{r['size']} {r['unit']}"),
            bore_mm=float(r["bore_mm"]),
            outside_mm=float(r["outside_mm"]),
            barrel_mm=float(r["barrel_mm"]),
            die_code=r["die_code"],
            source=r["source"],
        )
        for r in rows("lugs.csv")
    )


@cache
def die_codes() -> frozenset[str]:
    """The codes of all dies that a lug of the table is pressed with."""
    return frozenset(lug.die_code for lug in lugs())


@lru_cache(maxsize=512)
def lug_for(copper_mm2: float) -> Lug | None:
    """The lug for a conductor: the smallest of its own series that holds it, none for one beyond
    the table.

    A gauge conductor gets a gauge lug: in the next metric one up its copper would fill half of the
    bore.

    >>> lug_for(50).die_code, lug_for(awg("1/0").cross_section_mm2).size.name
    ('14', '1/0 AWG')
    """
    gauge = any(math.isclose(awg(g).cross_section_mm2, copper_mm2, rel_tol=1e-3) for g in GAUGES)
    series = [lug for lug in lugs() if lug.size.unit == ("AWG" if gauge else "mm2")]
    return next((lug for lug in series if copper_mm2 <= lug.size_mm2 * UP_TO), None)


@dataclass(frozen=True)
class Press:
    """What a press leaves on a barrel: the width of one, and what must lie between two, in mm."""

    width_mm: Annotated[float, Gt(0), Le(50)]
    apart_mm: Annotated[float, Gt(0), Le(50)]
    source: str


def narrow_die() -> Press:
    """The narrow die of a hand press. Raises: TableError."""
    dies: dict[str, Press] = each("presses.toml", Press)
    return dies["hand-press"]


def presses(barrel_mm: float) -> int:
    """How many presses of a narrow die a barrel takes side by side; one at least.

    Source: presses.toml, generic; the maker's sheet for the lug and the tool decides.

    >>> presses(20), presses(28), presses(35)
    (2, 3, 4)
    """
    die = narrow_die()
    return max(int(barrel_mm / (die.width_mm + die.apart_mm)), 1)


def pressed_mm(barrel_mm: float) -> float:
    """Length of a barrel that its presses cover, in mm."""
    return presses(barrel_mm) * narrow_die().width_mm


def closed_bare(barrel_mm: float, conductor_mm: float) -> Bare:
    """Bare copper for a closed barrel.

    Parameters: depth of the barrel and diameter of the conductor, in mm. Returns: Bare.
    Source: strip = depth + 1 mm + what the barrel grows when pressed, 7 % of the pressed length
    where its maker says nothing; copper between insulation and barrel afterwards at most half the
    conductor's diameter, 2 mm at most.

    >>> round(closed_bare(28, 9.2).aim_mm, 2)
    30.05
    """
    grown = barrel_mm + GROWS * pressed_mm(barrel_mm)
    most = grown + min(conductor_mm / 2, SHOWS_MM)
    return Bare(grown, min(grown + PLAY_MM, most), most)


def open_bare(barrel: OpenBarrel, brush_mm: tuple[float, float] = (0.5, 1.0)) -> Bare:
    """Bare copper for an open barrel: through the conductor wings, a brush beyond, the insulation's
    end in the window.

    Parameters: barrel; brush_mm, least and most strand ends beyond the wings. Returns: Bare. The
    insulation may end anywhere in the middle three fifths of the window, so that both are seen in
    it.

    >>> round(open_bare(OpenBarrel(4.0, 1.0, 3.0)).aim_mm, 2)
    5.25
    """
    low = barrel.conductor_mm + brush_mm[0] + 0.2 * barrel.window_mm
    high = barrel.conductor_mm + brush_mm[1] + 0.8 * barrel.window_mm
    return Bare(low, (low + high) / 2, high)


def most_crimped_mm2() -> float:
    """The most copper that the barrel of an insulated terminal takes, in mm2.

    >>> most_crimped_mm2()
    6.0
    """
    return max(float(r["max_mm2"]) for r in rows("insulated-terminals.csv"))


def crimp_colour(copper_mm2: float) -> str:
    """Colour of an insulated terminal for a conductor; empty for one beyond the table.

    >>> crimp_colour(1.0), crimp_colour(2.5), crimp_colour(25)
    ('red', 'blue', '')
    """
    return next(
        (r["colour"] for r in rows("insulated-terminals.csv") if copper_mm2 <= float(r["max_mm2"])),
        "",
    )
