"""A number and its explanation as one value: what is put in, what it gives, and where it comes
from.
"""

import math
from dataclasses import dataclass

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


def put(value: float, unit: str = "", scale: float = 1.0) -> Figured:
    """A figure that is put in.

    Parameters: value, in SI; unit, as it is shown; scale, how many of that unit make one of SI.
    Returns: Figured.

    >>> (put(13, "A") * put(2) * put(0.0154, "mohm", 1000)).text
    '13 A x 2 x 15.4 mohm'
    """
    shown = value * scale
    if abs(shown) < 1e5:
        text = f"{shown:.5g}"
    else:
        text = f"{shown:.0f}"
    return Figured(value, f"{text} {unit}".strip())


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
    title: str, formula: str, sum_of: Figured, unit: str, source: str, more: str = ""
) -> Working:
    """The working of a sum, its answer taken from the same figures that are shown.

    Parameters: title; formula in words; sum_of; unit the answer is shown in (mohm of ohm); source;
    more, words after the answer. Returns: Working.
    """
    shown = sum_of.value * (1000 if unit == "mohm" else 1)
    if abs(shown) < 1e4:
        figure = f"{shown:.4g}"
    else:
        figure = f"{shown:.0f}"
    return Working(
        title=title,
        formula=formula,
        put_in=sum_of.text,
        answer=f"{figure} {unit}{more}".strip(),
        source=source,
    )
