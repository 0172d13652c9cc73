"""Figures as they are shown. A limit is rounded to the side of caution, and only here."""

import math
from collections.abc import Iterable

NO_LIMIT = "any"  # a lug carries what its conductor does
THREE_FIGURES = 100.0  # from here on a figure has three before its point
SPECK = 1e-9  # what arithmetic leaves of a figure that is whole: 13.000000000001 A is 13 A


def at_most(value: float, places: int | None = None) -> str:
    """A limit that must not be passed, rounded down.

    Parameters: value; places, digits after the point, three figures in all where it is not said.
    Returns: the figure without needless noughts.

    >>> at_most(26.53, 0), at_most(13.0), at_most(12.96), at_most(243.93)
    ('26', '13', '12.9', '243')
    """
    if math.isinf(value):
        return NO_LIMIT
    if places is None:
        places = 0 if value >= THREE_FIGURES else 1
    return _written(math.floor(value * 10**places * (1 + SPECK)) / 10**places, places)


def at_least(value: float, places: int = 1) -> str:
    """A least that must be reached, rounded up.

    Parameters: value; places, digits after the point. Returns: the figure without needless noughts.

    >>> at_least(0.1301, 2), at_least(4.0)
    ('0.14', '4')
    """
    if math.isinf(value):
        return NO_LIMIT
    return _written(math.ceil(value * 10**places * (1 - SPECK)) / 10**places, places)


def one_and_all(named: Iterable[str]) -> str:
    """Several things in a sentence; nothing of nothing.

    >>> one_and_all(["brown"]), one_and_all(["brown", "black"]), one_and_all(["brown", "black", "grey"])
    ('brown', 'brown and black', 'brown, black and grey')
    """
    words = tuple(named)
    *others, last = words or ("",)
    return f"{', '.join(others)} and {last}" if others else last


def three(value: float) -> str:
    """What was worked out, in three figures at most and without an exponent.

    >>> three(0.8230472), three(243.93), three(5089536.0), three(16.0)
    ('0.823', '244', '5090000', '16')
    """
    return _in_figures(value, 3)


def two(value: float) -> str:
    """What was worked out roughly, in two figures at most and without an exponent.

    >>> two(0.0000742), two(813.0), two(3.96)
    ('0.000074', '810', '4')
    """
    return _in_figures(value, 2)


def _in_figures(value: float, many: int) -> str:
    if value == 0 or not math.isfinite(value):
        return f"{value:g}"
    places = many - 1 - math.floor(math.log10(abs(value)))
    return _written(round(value, places), max(places, 0))


def places_of(value: float, places: int) -> int:
    """How many places a figure is shown with: one that has three figures before its point has no single
    one behind it.

    >>> places_of(99.9, 1), places_of(229.9, 1), places_of(229.9, 2)
    (1, 0, 2)
    """
    return 0 if places == 1 and abs(value) >= THREE_FIGURES else places


def kilo(value: float) -> str:
    """Thousands of it, in three figures; in words where there is no end to it.

    >>> kilo(95057.0), kilo(math.inf)
    ('95.1', 'an unknown amount of')
    """
    if math.isinf(value):
        return "an unknown amount of"
    return three(value / 1000)


def _written(value: float, places: int) -> str:
    text = f"{value:.{places}f}"
    if "." in text:
        return text.rstrip("0").rstrip(".")
    return text
