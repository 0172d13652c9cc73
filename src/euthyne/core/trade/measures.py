"""How a bench measures: metric, or in gauge and feet. Everything is worked out and kept in SI; here what
was said in SI is said in gauge and feet, the metric figure beside it.
"""

import math
import re
from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from typing import Literal

from euthyne.core.trade.quantity import Measure
from euthyne.core.trade.wire import GAUGES, awg_area_mm2, awg_gauge

Measures = Literal["metric", "gauge"]

MM_PER_INCH = 25.4
M_PER_FOOT = 0.3048
FINEST = 64  # parts of an inch on a rule
FINE_MM = 1.0  # thinner than this, and thousandths of an inch are said
FEET_FROM_INCHES = 48
RUN_GIVE_M = MM_PER_INCH / 16 / 1000
GIVE = 0.004  # of a length said in metres: what nobody cuts finer
LB_PER_KG = 2.20462
LB_PER_NEWTON = 0.224809
LB_IN_PER_NEWTON_METRE = 8.85075
CUBIC_INCH_PER_ML = 0.0610237
THOUSAND_FEET_M = 304.8
AREAS = ("mm²", "mm2")
SAME_AREA = 0.015  # a gauge's area as it is rounded


def inches(mm: float, give_mm: float = 0.0) -> str:
    """A length in inches, to the nearest 1/64, as the simplest fraction that lies within what is given.

    Parameters: mm; give_mm, what it may be out, at least half of 1/64 in.
    Returns: figures without the unit; thousandths where it is thinner than a millimetre.

    >>> inches(26.6), inches(8), inches(0.25), inches(50.8)
    ('1 3/64', '5/16', '0.010', '2')
    """
    if 0 < abs(mm) < FINE_MM:
        return f"{mm / MM_PER_INCH:.3f}"
    length = mm / MM_PER_INCH
    give = max(give_mm / MM_PER_INCH, 0.5 / FINEST) + 1e-12
    parts = 1
    while parts < FINEST and abs(round(length * parts) / parts - length) > give:
        parts *= 2
    return _mixed(Fraction(round(length * parts), parts))


def _mixed(length: Fraction) -> str:
    """A number with its fraction as it is read off a rule."""
    if length < 0:
        return f"-{_mixed(-length)}"
    whole, rest = divmod(length, 1)
    if not rest:
        return f"{whole}"
    return f"{whole} {rest}" if whole else f"{rest}"


def feet(m: float, give_m: float = 0.0) -> str:
    """A length in feet and inches, with its units; in inches alone below four feet.

    Parameters: m; give_m, what it may be out, at least half of 1/64 in.

    >>> feet(24.384), feet(3.0, 0.01), feet(0.3)
    ('80 ft', '9 ft 10 in', '11 13/16 in')
    """
    give = max(give_m, MM_PER_INCH / 1000 / FINEST / 2) + 1e-12
    whole = round(m / M_PER_FOOT)
    if whole * 12 >= FEET_FROM_INCHES and abs(whole * M_PER_FOOT - m) <= give:
        return f"{whole} ft"
    said = inches(m * 1000, give * 1000)
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

    Parameters: value in the measure's unit; measure. Returns: text that reads back as it, to 1/64 of an
    inch, or 1/16 of a longer run.

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
    if measure.shown == "W/m":
        return f"{value * M_PER_FOOT:.3g} W/ft"
    return f"{value:g} {measure.shown}".rstrip()


def fahrenheit(celsius: float) -> float:
    """A temperature in degrees Fahrenheit; a rise is 1.8 times alone."""
    return celsius * 1.8 + 32


def retold(text: str, beside: bool = True) -> str:
    """A text in SI, told in gauge and feet.

    Parameters: text; beside, whether the metric figure stands beside each.

    >>> retold("strip 26.6 mm, then 3 m of 0.5 to 2.5 mm²")
    'strip 1 3/64 in (26.6 mm), then 9 ft 10 in (3 m) of 20 to 14 AWG (0.5 to 2.5 mm²)'
    >>> retold("60 °C", beside=False)
    '140 °F'
    """
    if not _ANY.search(text):
        return text
    return (_retold_beside if beside else _retold_alone)(text)


@lru_cache(maxsize=8192)
def _retold_beside(text: str) -> str:
    return FIGURES.sub(lambda found: _told(found, True), text)


@lru_cache(maxsize=8192)
def _retold_alone(text: str) -> str:
    return FIGURES.sub(lambda found: _told(found, False), text)


def split(numbers: str, unit: str) -> tuple[str, str] | None:
    """A figure and its unit, where a page shows them apart: both in gauge and feet; None where they are
    said alike.

    >>> split("0.8", "N m"), split("3", "m"), split("13", "A")
    (('7.1', 'lb-in'), ('9 ft 10', 'in'), None)
    """
    found = FIGURES.fullmatch(f"{numbers} {unit}")
    if found is None:
        return None
    told = _told(found, False)
    if told == found[0]:
        return None
    for said in SAID:
        if told.endswith(f" {said}"):
            return told.removesuffix(f" {said}"), said
    raise ValueError(f"{told} ends with no unit that is known")


def _told(found: re.Match[str], beside: bool) -> str:
    """A figure in gauge and feet; an area that is no gauge's is not shortened to one."""
    numbers, unit = found["numbers"], found["unit"]
    values = [float(n) for n in re.findall(NUMBER, numbers)]
    told = found[0] if unit in AREAS and min(values) <= 0 else _TOLD[unit](numbers, values)
    # What stands in brackets already is the figure beside another.
    before = found.string[: found.start()].rstrip()
    after = found.string[found.end() :].lstrip()
    inside = before.endswith("(") and after.startswith(")")
    if told == found[0]:
        return told
    if unit in AREAS and re.search(r"AWG(?: is)?\W*$", before):
        return found[0]
    if not beside or inside:
        return found[0] if told.startswith("about") else told
    return f"{told} ({numbers}{found['gap']}{unit})"


def _half_a_digit(number: str) -> float:
    """Half of the last digit that a number is said with."""
    return float(0.5 * 10 ** -len(number.partition(".")[2]))


def _each(numbers: str, say: Callable[[str], str]) -> str:
    """The numbers of a list said anew, what joins them kept."""
    return re.sub(NUMBER, lambda found: say(found[0]), numbers)


def _of_mm(numbers: str, values: list[float]) -> str:
    if max(values) >= FEET_FROM_INCHES * MM_PER_INCH:
        return _each(numbers, lambda n: feet(float(n) / 1000, _half_a_digit(n) / 1000))
    return f"{_each(numbers, lambda n: inches(float(n), min(_half_a_digit(n), 0.2)))} in"


def _of_m(numbers: str, _values: list[float]) -> str:
    def say(number: str) -> str:
        value = float(number)
        return feet(value, min(_half_a_digit(number), value * GIVE))

    return _each(numbers, say)


def _of_area(_numbers: str, values: list[float]) -> str:
    if len(values) == 2 and values[0] < values[1]:
        within = gauges_within(*values)
        if within:
            return within
    return " and ".join(map(gauge_of, values))


def _figures(share: float, unit: str) -> Callable[[str, list[float]], str]:
    """A figure times a share, to as many digits as it was said with, two or three."""

    def say(number: str) -> str:
        value = float(number) * share
        if abs(value) >= 100:
            return f"{value:.0f}"
        digits = len(number.replace(".", "").lstrip("-0"))
        return f"{value:.{max(2, min(3, digits))}g}"

    return lambda numbers, _values: f"{_each(numbers, say)} {unit}"


def _of_price(numbers: str, _values: list[float]) -> str:
    return f"{_each(numbers, lambda n: f'{float(n) * M_PER_FOOT:.2f}')} a foot"


def _of_celsius(numbers: str, _values: list[float]) -> str:
    return f"{_each(numbers, lambda n: f'{fahrenheit(float(n)):.0f}')} °F"


_TOLD: dict[str, Callable[[str, list[float]], str]] = {
    "mm": _of_mm,
    "m": _of_m,
    "mm²": _of_area,
    "mm2": _of_area,
    "°C": _of_celsius,
    "C": _of_celsius,
    "K": _figures(1.8, "°F of rise"),
    "N m": _figures(LB_IN_PER_NEWTON_METRE, "lb-in"),
    "N": _figures(LB_PER_NEWTON, "lb"),
    "newton": _figures(LB_PER_NEWTON, "lb"),
    "kg": _figures(LB_PER_KG, "lb"),
    "g": _figures(LB_PER_KG * 16 / 1000, "oz"),
    "g/m": _figures(LB_PER_KG / 1000 * THOUSAND_FEET_M, "lb a 1000 ft"),
    "kg/m": _figures(LB_PER_KG * M_PER_FOOT, "lb/ft"),
    "ml": _figures(CUBIC_INCH_PER_ML, "cu in"),
    "W/m": _figures(M_PER_FOOT, "W/ft"),
    "ohm/m": _figures(M_PER_FOOT, "ohm/ft"),
    "mohm/m": _figures(M_PER_FOOT, "mohm/ft"),
    "milliohm/m": _figures(M_PER_FOOT, "milliohm/ft"),
    "a metre": _of_price,
}
SAID = (
    *("lb a 1000 ft", "lb/ft", "lb-in", "lb", "oz", "cu in", "°F of rise", "°F", "W/ft", "ohm/ft"),
    *("mohm/ft", "milliohm/ft", "a foot", "ft", "in", "AWG"),
)
# A figure anyone would measure: a longer row of digits is no figure of ours.
NUMBER = r"-?\d{1,9}(?:\.\d{1,9})?"
_UNITS = "|".join(re.escape(unit) for unit in sorted(_TOLD, key=len, reverse=True))
FIGURES = re.compile(
    rf"(?<![\w.,/+-])(?P<numbers>{NUMBER}(?:\s?(?:to|by|and|or|–)\s?{NUMBER})*)"
    rf"(?P<gap>(?:\s|&nbsp;)*)(?P<unit>{_UNITS})(?![\w²/^*·-])"
)
_ANY = re.compile(r"\d(?:\s|&nbsp;)*(?:[mCKNkgWoa]|°C)")
