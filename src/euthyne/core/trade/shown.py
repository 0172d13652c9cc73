"""Figures as they are shown. A limit is rounded to the side of caution, and only here."""

import math

NO_LIMIT = "any"  # a lug carries what its conductor does
SPECK = 1e-9  # what arithmetic leaves of a figure that is whole: 13.000000000001 A is 13 A


def at_most(value: float, places: int = 1) -> str:
    """A limit that must not be passed, rounded down.

    Parameters: value; places, digits after the point. Returns: the figure without needless noughts.

    >>> at_most(26.53, 0), at_most(13.0), at_most(12.96)
    ('26', '13', '12.9')
    """
    if math.isinf(value):
        return NO_LIMIT
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


def _written(value: float, places: int) -> str:
    text = f"{value:.{places}f}"
    if "." in text:
        return text.rstrip("0").rstrip(".")
    return text
