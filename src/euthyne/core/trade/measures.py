"""How a bench measures: metric, or in gauge and feet. Everything is worked out and kept in SI; ``tell`` says
the figures of a text as a bench measures, in gauge and feet with the metric figure beside.
"""

import math
import re
from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from typing import Any, Literal

from euthyne.core.trade.figure import (
    CLOSE,
    FACTOR,
    NUMBER_OF,
    OPEN,
    SHORTLY,
    STANDS,
    UNIT_OF,
    UNITS,
    limit_of,
    rounded,
)
from euthyne.core.trade.quantity import Measure
from euthyne.core.trade.units import FOOT, GRAVITY, INCH, POUND
from euthyne.core.trade.wire import GAUGES, awg_area_mm2, awg_gauge

Measures = Literal["metric", "gauge"]

MM_PER_INCH, M_PER_FOOT = 25.4, FOOT
SIGNS = (OPEN, SHORTLY, NUMBER_OF, UNIT_OF, FACTOR)
LONGEST = 120  # letters of a figure before it is told, at most
# Parts of an inch as they are read off a rule: sixteenths, thirty-seconds below an inch; below an eighth, where
# a thirty-second is a quarter of it, the finest that a rule has.
PARTS, PARTS_BELOW_AN_INCH, PARTS_BELOW_AN_EIGHTH = 16, 32, 64
FINE_MM = 1.0  # thinner than this, and thousandths of an inch are said
FEET_FROM_INCHES = 48
RUN_GIVE_M = MM_PER_INCH / 16 / 1000
GIVE = 0.004  # of a length said in metres: what nobody cuts finer
CUT_GIVE_MM = 0.2  # of a length below an inch in millimetres that is said whole
SIXTEENTH_MM = MM_PER_INCH / 32  # what a longer one may be out, said to 1/16 in
LB_PER_KG = 1 / POUND
LB_PER_NEWTON = 1 / (POUND * GRAVITY)
LB_IN_PER_NEWTON_METRE = LB_PER_NEWTON / INCH
LARGE_LB_IN = 240  # from here on a wrench is marked in lb-ft
CUBIC_INCH_PER_ML = 0.0610237
THOUSAND_FEET_M = 304.8
SAME_AREA = 0.015  # a gauge's area as it is rounded
SPECK = 1e-9  # what arithmetic leaves of a figure that is whole


def inches(mm: float, give_mm: float = 0.0, limit: str = "") -> str:
    """A length in inches, as the simplest fraction a rule shows that lies within what is given.

    Parameters: mm; give_mm, what it may be out, at least half of a mark of the rule; limit, ``most`` for one that may
    only be told smaller, ``least`` for one that may only be told larger.
    Returns: figures without the unit; thousandths where it is thinner than a millimetre.

    >>> inches(26.6), inches(8), inches(0.25), inches(50.8)
    ('1 1/16', '5/16', '0.010', '2')
    >>> inches(26.6, limit="most"), inches(26.6, limit="least")
    ('1', '1 1/16')
    """
    length = mm / MM_PER_INCH
    if 0 < abs(mm) < FINE_MM:
        return f"{_to_side(length * 1000, limit) / 1000:.3f}"
    finest = _parts(abs(length))
    give = max(give_mm / MM_PER_INCH, (1.0 if limit else 0.5) / finest) + 1e-12
    parts = 1
    while parts < finest and abs(_to_side(length * parts, limit) / parts - length) > give:
        parts *= 2
    return _mixed(Fraction(_to_side(length * parts, limit), parts))


def _parts(length: float) -> int:
    if length >= 1:
        return PARTS
    return PARTS_BELOW_AN_INCH if length >= 1 / 8 else PARTS_BELOW_AN_EIGHTH


def _to_side(value: float, limit: str) -> int:
    """The whole number next to a value; that of a limit on the side of caution."""
    if limit == "most":
        return math.floor(value + SPECK)
    if limit == "least":
        return math.ceil(value - SPECK)
    return round(value)


def _mixed(length: Fraction) -> str:
    """A number with its fraction as it is read off a rule."""
    if length < 0:
        return f"-{_mixed(-length)}"
    whole, rest = divmod(length, 1)
    if not rest:
        return f"{whole}"
    return f"{whole} {rest}" if whole else f"{rest}"


def feet(m: float, give_m: float = 0.0, limit: str = "") -> str:
    """A length in feet and inches, with its units; in inches alone below four feet.

    Parameters: m; give_m, what it may be out, at least half of 1/16 in; limit, as ``inches`` has it.

    >>> feet(24.384), feet(3.0, 0.01), feet(0.3)
    ('80 ft', '9 ft 10 in', '11 13/16 in')
    """
    give = max(give_m, MM_PER_INCH / 1000 / PARTS / 2) + 1e-12
    whole = _to_side(m / M_PER_FOOT, limit)
    if whole * 12 >= FEET_FROM_INCHES and abs(whole * M_PER_FOOT - m) <= give:
        return f"{whole} ft"
    said = inches(m * 1000, give * 1000, limit)
    inch = sum(map(Fraction, said.split()), Fraction(0)) if "." not in said else Fraction(0)
    if inch < FEET_FROM_INCHES:
        return f"{said} in"
    foot, rest = divmod(inch, 12)
    return f"{foot} ft {_mixed(rest)} in" if rest else f"{foot} ft"


def gauge_of(mm2: float) -> str:
    """The gauge of an area: the one that has it, or the nearest that is sold, said to be about it.

    >>> gauge_of(5.26), gauge_of(2.5)
    ('10 AWG', 'about 14 AWG')
    """
    areas = {g: awg_area_mm2(awg_gauge(g)) for g in GAUGES}
    name = min(areas, key=lambda g: abs(math.log(areas[g] / mm2)))
    if abs(areas[name] / mm2 - 1) <= SAME_AREA:
        return f"{name} AWG"
    return f"about {name} AWG"


def gauges_within(low_mm2: float, high_mm2: float) -> str:
    """The gauges that lie between two areas, thinnest first; empty where none does.

    >>> gauges_within(0.5, 2.5), gauges_within(10, 10.2)
    ('20 to 14 AWG', '')
    """
    near = 1 + SAME_AREA
    inside = [g for g in GAUGES if low_mm2 / near <= awg_area_mm2(awg_gauge(g)) <= high_mm2 * near]
    if not inside:
        return ""
    if len(inside) == 1:
        return f"{inside[0]} AWG"
    return f"{inside[0]} to {inside[-1]} AWG"


def as_answer(value: float, measure: Measure) -> str:
    """A value of a measure as a bench in gauge and feet types it; as it is kept, where both say it alike.

    Parameters: value in the measure's unit; measure. Returns: text that reads back as it, to what a rule shows.

    >>> from euthyne.core.trade.quantity import CELSIUS, CURRENT, LENGTH
    >>> as_answer(3.0, LENGTH), as_answer(50.0, CELSIUS), as_answer(13.0, CURRENT)
    ('9 ft 10 1/8 in', '122 °F', '13 A')
    """
    if measure.unit == "m":
        return feet(value, RUN_GIVE_M if value >= 1 else 0.0)
    if measure.unit == "mm" and (value >= FINE_MM or not value):
        return f"{inches(value)} in"
    if measure.unit == "degC":
        return f"{fahrenheit(value):.4g} °F"
    if measure.unit == "N*m":
        return f"{value * LB_IN_PER_NEWTON_METRE:.3g} lb-in"
    if measure.unit == "N":
        return f"{value * LB_PER_NEWTON:.4g} lb"
    if measure.unit == "kelvin":
        return f"{value * 1.8:.4g} °F"
    if measure.shown == "W/m":
        return f"{value * M_PER_FOOT:.3g} W/ft"
    return f"{value:g} {measure.shown}".rstrip()


def fahrenheit(celsius: float) -> float:
    """A temperature in degrees Fahrenheit; a rise is 1.8 times alone."""
    return celsius * 1.8 + 32


@lru_cache(maxsize=16384)
def told(figure: str, measures: Measures, alone: bool) -> tuple[str, str]:
    """A figure of a text, its number and its unit.

    Parameters: figure, as ``figure.STANDS`` finds it; measures; alone, in gauge and feet without the metric
    figure beside. Returns: number and unit; the unit is empty where the number has it in it.
    """
    found = STANDS.fullmatch(figure)
    assert found is not None, figure
    unit, form = UNITS[found["unit"]], found["form"]
    values = _values(found)
    numbers = [rounded(value, form) for value in values]
    join = f" {found['between']} ".join
    metric = join(numbers), unit.shown
    if measures == "metric" or any(map(math.isinf, values)):
        return metric
    said = _IN_GAUGE[unit.code](_Figures(values, numbers, limit_of(form), join))
    if said is None or (alone and said[0].startswith("about")):
        return metric
    return said


def _values(found: re.Match[str]) -> list[float]:
    return [float(text) for text in found["values"].split(",")]


def tell(text: str, measures: Measures) -> str:
    """A text with its figures as a bench measures.

    Parameters: text, whose figures are those of ``trade/figure.py``; measures. Returns: the text as it is
    shown. In gauge and feet the metric figure stands beside in brackets, but on a drawing, in a narrow
    column, and where the figure stands in brackets itself, beside another.

    >>> from euthyne.core.trade.figure import mm, metres, mm2
    >>> strip = f"strip {mm(26.6)}, then {metres(3)} of {mm2(0.5, 2.5)}"
    >>> tell(strip, "metric")
    'strip 26.6 mm, then 3 m of 0.5 to 2.5 mm²'
    >>> tell(strip, "gauge")
    'strip 1 1/16 in (26.6 mm), then 9 ft 10 in (3 m) of 20 to 14 AWG (0.5 to 2.5 mm²)'
    """
    # From closing sign to closing sign: an expression over all of a page is fifty times as slow.
    said: list[str] = []
    done, end = 0, text.find(CLOSE)
    while end >= 0:
        start = _start(text, max(done, end - LONGEST), end)
        if start >= 0:
            # one letter on each side: a page is long, and this is done for each of its figures
            inside = text[max(start - 1, 0) : start] == "(" and text[end + 1 : end + 2] == ")"
            figure = _said(text[start : end + 1], inside, measures)
            if figure is not None:
                said += text[done:start], figure
                done = end + 1
        end = text.find(CLOSE, end + 1)
    return "".join((*said, text[done:]))


def _start(text: str, first: int, end: int) -> int:
    """Where the last sign that opens a figure stands in a part of a text; -1 where none does."""
    start = -1
    for sign in SIGNS:
        at = text.rfind(sign, first, end)
        if at >= 0:
            start, first = at, at + 1
    return start


def all_told(value: Any, measures: Measures = "metric") -> Any:
    """Plain values, lists and objects of them, with the figures of every text told."""
    if isinstance(value, str):
        return tell(value, measures)
    if isinstance(value, dict):
        return {key: all_told(own, measures) for key, own in value.items()}
    if isinstance(value, list | tuple):
        return [all_told(own, measures) for own in value]
    return value


@lru_cache(maxsize=16384)
def _said(text: str, inside: bool, measures: Measures) -> str | None:
    """A figure where it stands, inside brackets of its own or not, as its first sign asks; None for what
    is no figure.
    """
    found = STANDS.fullmatch(text)
    if found is None:
        return None
    figure = f"{SHORTLY}{text[1:]}"
    if found["open"] == FACTOR:
        return _factor(found, measures)
    if found["open"] in (NUMBER_OF, UNIT_OF):
        return told(figure, measures, True)[found["open"] == UNIT_OF]
    alone = inside or found["open"] == SHORTLY
    said = " ".join(told(figure, measures, alone)).rstrip()
    metric = " ".join(told(figure, "metric", True))
    if alone or said == metric:
        return said
    return f"{said} ({metric})"


# A factor of a sum: feet with their decimals, and what goes with a foot.
_FACTORS = {
    "m": (1 / M_PER_FOOT, "ft"),
    "wm": (M_PER_FOOT, "W/ft"),
    "ohmm": (M_PER_FOOT, "ohm/ft"),
    "mohmm": (M_PER_FOOT, "mohm/ft"),
}


def _factor(found: re.Match[str], measures: Measures) -> str:
    """A figure that multiplies out with those beside it: every length of a sum in feet, or none."""
    share, unit = 1.0, UNITS[found["unit"]].shown
    if measures == "gauge":
        share, unit = _FACTORS.get(found["unit"], (share, unit))
    numbers = [rounded(value * share, found["form"]) for value in _values(found)]
    both = f" {found['between']} ".join(numbers)
    return f"{both} {unit}"


@dataclass(frozen=True)
class _Figures:
    """The values of a figure, as their numbers are written in metric, the side a limit is rounded to, and
    what stands between several.
    """

    values: list[float]
    numbers: list[str]
    limit: str
    join: Callable[[list[str]], str]

    def each(self, say: Callable[[float, str], str]) -> str:
        """Every value said, with its metric number to see how fine it is."""
        return self.join([say(v, n) for v, n in zip(self.values, self.numbers, strict=True)])


Said = tuple[str, str] | None


def _half_a_digit(number: str) -> float:
    """Half of the last digit that a number is said with."""
    return float(0.5 * 10 ** -len(number.partition(".")[2]))


def _of_mm(figures: _Figures) -> Said:
    if max(figures.values) >= FEET_FROM_INCHES * MM_PER_INCH:
        return _of_length(figures, 0.001)
    return figures.each(lambda mm, number: inches(mm, _give_mm(mm, number), figures.limit)), "in"


def _give_mm(mm: float, number: str) -> float:
    """What a length may be out as it is told: less than a sixteenth below an inch, since bare copper is cut
    to the millimetre.
    """
    if abs(mm) < MM_PER_INCH:
        return min(_half_a_digit(number), CUT_GIVE_MM)
    return SIXTEENTH_MM


def _of_metres(figures: _Figures) -> Said:
    return _of_length(figures, 1.0)


def _of_length(figures: _Figures, metre: float) -> Said:
    """Feet and inches of a length.

    Parameters: figures; metre, how many metres its unit is. Returns: the inches, or feet, as the unit.
    """

    def say(value: float, number: str) -> str:
        give = min(_half_a_digit(number) * metre, value * metre * GIVE)
        if value * metre * 1000 >= MM_PER_INCH:
            give = max(give, SIXTEENTH_MM / 1000)
        return feet(value * metre, give, figures.limit)

    said = figures.each(say)
    number, _, unit = said.rpartition(" ")
    return number, unit


def _of_area(figures: _Figures) -> Said:
    values = figures.values
    if min(values) <= 0:
        return None
    if len(values) == 2 and values[0] < values[1]:
        within = gauges_within(values[0], values[1])
        if within:
            return within.removesuffix(" AWG"), "AWG"
    return " and ".join(map(gauge_of, values)).removesuffix(" AWG"), "AWG"


def _times(share: float, unit: str) -> Callable[[_Figures], Said]:
    """A figure times a share, to as many digits as it was said with, two or three."""

    def say(figures: _Figures) -> Said:
        def one(value: float, number: str) -> str:
            digits = len(number.replace(".", "").lstrip("-0"))
            return _digits(value * share, max(2, min(3, digits)), figures.limit)

        return figures.each(one), unit

    return say


def _digits(value: float, digits: int, limit: str) -> str:
    """A number to so many digits, whole from a hundred on; a limit on the side of caution."""
    if value == 0 or abs(value) >= 100:
        return f"{_to_side(value, limit)}"
    places = max(0, digits - 1 - math.floor(math.log10(abs(value))))
    return f"{_to_side(value * 10**places, limit) / 10**places:g}"


def _of_torque(figures: _Figures) -> Said:
    """Of a terminal in lb-in, of a large nut in lb-ft, as their wrenches are marked."""
    if min(figures.values) * LB_IN_PER_NEWTON_METRE < LARGE_LB_IN:
        return _times(LB_IN_PER_NEWTON_METRE, "lb-in")(figures)
    return _times(LB_IN_PER_NEWTON_METRE / 12, "lb-ft")(figures)


def _of_price(figures: _Figures) -> Said:
    return figures.each(lambda value, _: f"{value * M_PER_FOOT:.2f}"), "a foot"


def _of_celsius(figures: _Figures) -> Said:
    return figures.each(lambda value, _: f"{_to_side(fahrenheit(value), figures.limit)}"), "°F"


_IN_GAUGE: dict[str, Callable[[_Figures], Said]] = {
    "mm": _of_mm,
    "m": _of_metres,
    "mm2": _of_area,
    "c": _of_celsius,
    "k": _times(1.8, "°F of rise"),
    "nm": _of_torque,
    "n": _times(LB_PER_NEWTON, "lb"),
    "kg": _times(LB_PER_KG, "lb"),
    "g": _times(LB_PER_KG * 16 / 1000, "oz"),
    "gm": _times(LB_PER_KG / 1000 * THOUSAND_FEET_M, "lb a 1000 ft"),
    "kgm": _times(LB_PER_KG * M_PER_FOOT, "lb/ft"),
    "ml": _times(CUBIC_INCH_PER_ML, "cu in"),
    "wm": _times(M_PER_FOOT, "W/ft"),
    "ohmm": _times(M_PER_FOOT, "ohm/ft"),
    "mohmm": _times(M_PER_FOOT, "mohm/ft"),
    "price": _of_price,
}
