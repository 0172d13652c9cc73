"""A figure stays a value until it is shown: what it is, in which unit, with how many places, and to which
side a limit may be rounded.

A sentence is written with its figures in it, ``f"Take {mm(26.53):.0f} off"``. What stands in the text is
then not a number in words but the figure itself, between two signs no keyboard has, and it stays one
through every joining, wrapping and sorting of that text. Where the text is shown, on a page, on paper, at
the command line or in what is kept, ``measures.tell`` says it as that bench measures. So nothing reads a
number out of a finished sentence, and a limit is rounded once, from what was worked out.
"""

import math
import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from euthyne.core.trade.shown import at_least, at_most, three

# Signs of the private use area: nothing a person writes has them, and no escaping touches them.
OPEN, CLOSE = "\ue000", "\ue001"
SHORTLY = "\ue002"  # opens a figure that is told in one measure alone, where room is short
NUMBER_OF, UNIT_OF = "\ue003", "\ue004"  # a figure whose unit stands apart
FACTOR = "\ue005"  # one that is put into a sum: it has to multiply out as it is printed
BETWEEN = ("to", "by", "and")
LIMITS: dict[str, Callable[..., str]] = {"most": at_most, "least": at_least}


def rounded(value: float, form: str) -> str:
    """A number in a form: a format of Python, ``three`` figures, or that of a limit (``most``, ``least``,
    with its places behind it where they are not its own).

    >>> rounded(26.53, ".0f"), rounded(26.53, "most0"), rounded(26.53, "")
    ('27', '26', '26.53')
    """
    limit = limit_of(form)
    if limit:
        places = form.removeprefix(limit)
        return LIMITS[limit](value, int(places)) if places else LIMITS[limit](value)
    if form == "three":
        return three(value)
    return format(value, form or "g")


def limit_of(form: str) -> str:
    """The side a form rounds to: ``most``, ``least``, or nothing."""
    return next((limit for limit in LIMITS if form.startswith(limit)), "")


@dataclass(frozen=True)
class Quantity:
    """How much of a unit: one value, or the ends of a range with the word between them."""

    unit: str
    values: tuple[float, ...]
    between: str = "to"

    def __format__(self, form: str) -> str:
        """The figure as it stands in a text."""
        numbers = ",".join(f"{value:.9g}" for value in self.values)
        return f"{OPEN}{self.unit};{form};{numbers};{self.between}{CLOSE}"

    def __str__(self) -> str:
        return format(self, "")


@dataclass(frozen=True)
class Unit:
    """A unit of the trade: its code inside a text, and how it is written."""

    code: str
    shown: str

    def __call__(self, *values: float, between: str = "to") -> Quantity:
        """So much of it.

        Parameters: values in this unit; between, what stands between several of them.
        Raises: ValueError for a value that is no number, or a word no range is written with.
        """
        if between not in BETWEEN or len(values) > 2 or any(map(math.isnan, values)):
            raise ValueError(f"{values} {self.shown}")
        return Quantity(self.code, values, between)


mm = Unit("mm", "mm")
metres = Unit("m", "m")
mm2 = Unit("mm2", "mm²")
celsius = Unit("c", "°C")
kelvin = Unit("k", "K")
newton_metres = Unit("nm", "N m")
newtons = Unit("n", "N")
kilograms = Unit("kg", "kg")
grams = Unit("g", "g")
grams_a_metre = Unit("gm", "g/m")
kilograms_a_metre = Unit("kgm", "kg/m")
millilitres = Unit("ml", "ml")
watts_a_metre = Unit("wm", "W/m")
milliohms_a_metre = Unit("mohmm", "mohm/m")
ohms_a_metre = Unit("ohmm", "ohm/m")
price_a_metre = Unit("price", "a metre")
UNITS = {
    unit.code: unit
    for unit in (
        *(mm, metres, mm2, celsius, kelvin, newton_metres, newtons, kilograms, grams),
        *(grams_a_metre, kilograms_a_metre, millilitres, watts_a_metre, milliohms_a_metre),
        *(ohms_a_metre, price_a_metre),
    )
}
WRITTEN = {unit.shown: unit for unit in UNITS.values()} | {"mm2": mm2, "C": celsius}
# A figure in a text; whatever else stands between the two signs was typed by somebody and is left alone.
FORM = r"(?:g|\.\d[fg]|(?:most|least)\d?|three)?"
VALUE = r"-?(?:\d{1,10}(?:\.\d{1,10})?(?:e[+-]\d\d)?|inf)"
STANDS = re.compile(
    rf"(?P<open>[{OPEN}{SHORTLY}{NUMBER_OF}{UNIT_OF}{FACTOR}])(?P<unit>{'|'.join(UNITS)});"
    rf"(?P<form>{FORM});(?P<values>{VALUE}(?:,{VALUE})?);(?P<between>{'|'.join(BETWEEN)}){CLOSE}"
)


def shortly(text: str) -> str:
    """A text whose figures are told in one measure alone: on a drawing, in a narrow column."""
    return text.replace(OPEN, SHORTLY)


def shortened(text: str, letters: int) -> str:
    """The first letters of a text, without a figure that would be cut in two."""
    kept = text[:letters]
    if kept.rfind(OPEN) > kept.rfind(CLOSE):
        return kept[: kept.rfind(OPEN)]
    return kept


def number_of(text: str) -> str:
    """The numbers of a text's figures without their units."""
    return text.replace(OPEN, NUMBER_OF)


def unit_of(text: str) -> str:
    """The units of a text's figures without their numbers."""
    return text.replace(OPEN, UNIT_OF)


def factor(text: str) -> str:
    """A text whose figures are put into a sum."""
    return text.replace(OPEN, FACTOR)


# Figures of a text that somebody writes by hand stand in braces: "at most {2 mm} of slip".
IN_BRACES = re.compile(r"\{(?P<numbers>[^{}]*\d) (?P<unit>[^\d{} ][^{}]*)\}")


def written(text: str) -> str:
    """A text of a table, or one that is written down in the code, with the figures in its braces.

    Raises: ValueError for braces that hold no number and unit that is known.

    >>> written("no figure at all")
    'no figure at all'
    >>> written("{2 furlongs}")
    Traceback (most recent call last):
    ValueError: {2 furlongs} is no figure: a number, or two with to, by or and between, then a unit
    """
    return IN_BRACES.sub(_figure, text)


def all_written(value: Any) -> Any:
    """A record of a table with the figures of all its texts."""
    if isinstance(value, str):
        return written(value)
    if isinstance(value, dict):
        return {key: all_written(own) for key, own in value.items()}
    if isinstance(value, list):
        return [all_written(own) for own in value]
    return value


def _figure(found: re.Match[str]) -> str:
    for between in BETWEEN:
        numbers = found["numbers"].split(f" {between} ")
        try:
            values = tuple(float(number) for number in numbers)
            return format(WRITTEN[found["unit"]](*values, between=between), "")
        except (ValueError, KeyError):
            continue
    raise ValueError(
        f"{found[0]} is no figure: a number, or two with to, by or and between, then a unit"
    )
