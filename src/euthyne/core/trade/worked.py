"""A number and its explanation as one value: what is put in, what it gives, and where it comes
from.
"""

import math
from dataclasses import dataclass

from euthyne.core.trade.figure import Unit, factor

SUM, PRODUCT, WHOLE = 0, 1, 2


@dataclass(frozen=True)
class Figured:
    """A figure with the sum that made it: the value in SI, the sum as it is written, how tightly it
    binds.
    """

    value: float
    text: str
    binds: int = WHOLE

    def _within(self, binds: int) -> str:
        if self.binds < binds:
            return f"({self.text})"
        return self.text

    def __add__(self, other: "Figured") -> "Figured":
        return Figured(self.value + other.value, f"{self.text} + {other.text}", SUM)

    def __sub__(self, other: "Figured") -> "Figured":
        return Figured(self.value - other.value, f"{self.text} - {other._within(PRODUCT)}", SUM)

    def __mul__(self, other: "Figured") -> "Figured":
        text = f"{self._within(PRODUCT)} x {other._within(PRODUCT)}"
        return Figured(self.value * other.value, text, PRODUCT)

    def __truediv__(self, other: "Figured") -> "Figured":
        return Figured(
            self.value / other.value, f"{self._within(PRODUCT)} / {other._within(WHOLE)}", PRODUCT
        )

    @property
    def squared(self) -> "Figured":
        """The figure times itself."""
        return Figured(self.value**2, f"({self.text})²")


def put(value: float, unit: str | Unit = "", scale: float = 1.0) -> Figured:
    """A figure that is put in.

    Parameters: value, in SI; unit, as it is shown, or one that a bench in gauge and feet says otherwise;
    scale, how many of that unit make one of SI. Returns: Figured.

    >>> (put(13, "A") * put(2) * put(0.0154, "mohm", 1000)).text
    '13 A x 2 x 15.4 mohm'
    """
    shown = value * scale
    form = ".5g" if abs(shown) < 1e5 else ".0f"
    if isinstance(unit, Unit):
        return Figured(value, factor(format(unit(shown), form)))
    return Figured(value, f"{shown:{form}} {unit}".strip())


def root(of: float) -> Figured:
    """The square root of a figure, written as such.

    >>> root(3).text
    'sqrt(3)'
    """
    return Figured(math.sqrt(of), f"sqrt({of:.5g})")


@dataclass(frozen=True)
class Working:
    """One number: its name, the formula in words, the figures put in, the answer, the source."""

    title: str
    formula: str
    put_in: str
    answer: str
    source: str


def worked(
    title: str,
    formula: str,
    sum_of: Figured,
    unit: str | Unit,
    source: str,
    more: str = "",
    scale: float = 1.0,
) -> Working:
    """The working of a sum, its answer taken from the same figures that are shown.

    Parameters: title; formula in words; sum_of; unit the answer is shown in; source; more, words after
    the answer; scale, how many of that unit make one of SI. Returns: Working.
    """
    shown = sum_of.value * scale
    form = ".4g" if abs(shown) < 1e4 else ".0f"
    if isinstance(unit, Unit):
        answer = format(unit(shown), form)
    else:
        answer = f"{shown:{form}} {unit}".strip()
    return Working(
        title=title,
        formula=formula,
        put_in=sum_of.text,
        answer=f"{answer}{more}",
        source=source,
    )
