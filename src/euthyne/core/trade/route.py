"""The route: legs round corners, how tightly a cable may be bent, and what rounding the corners
leaves over.
"""

import math
from typing import Literal

Moved = Literal["still", "moved", "drum"]
MeasuredWith = Literal["string", "tape"]
LEAST_BEND: dict[Moved, float] = {"still": 4.0, "moved": 6.0, "drum": 8.0}
SAVED = 2 - math.pi / 2


def least_bend_mm(over_all_mm: float, how: Moved) -> float:
    """The tightest a cable may be bent, as a radius in mm: 4 diameters lying still, 6 moved, 8 on a
    drum.

    Source: usual rule for flexible cords, generic; the maker's sheet decides.

    >>> least_bend_mm(10, "moved")
    60.0
    """
    return LEAST_BEND[how] * over_all_mm


def left_over_mm(corners: int, bend_mm: float, measured_with: MeasuredWith) -> float:
    """What the corners leave over, in mm, of legs measured with a tape into each corner; none of a
    string's.

    Parameters: right-angled corners; radius they are bent to in mm; what the legs were measured
    with.
    Source: a quarter round of radius r is pi/2 r long, its two tangents 2 r.

    >>> round(left_over_mm(2, 60, "tape"), 1)
    51.5
    """
    if measured_with == "tape":
        return corners * SAVED * bend_mm
    return 0.0


def round_post_mm(post_mm: float, degrees: float, core_mm: float) -> float:
    """Length of a core lying round a post or boss, in mm, along the core's own middle.

    Parameters: radius of the post; how far round in degrees; diameter of the core.

    >>> round(round_post_mm(4, 180, 3), 2)
    17.28
    """
    return math.radians(degrees) * (post_mm + core_mm / 2)
