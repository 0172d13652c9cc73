"""How much room a box must have for what is laid into it."""

import math

# Millilitres for each conductor up to so many mm2 of copper; 2.0, 2.25, 2.5, 3 and 5 cubic inches for
# 14, 12, 10, 8 and 6 AWG. Source: NFPA 70, table 314.16(B)(1).
ROOM_ML = ((2.09, 32.8), (3.32, 36.9), (5.27, 41.0), (8.38, 49.2), (13.4, 81.9))
# A device counts as two conductors of the largest joined to it, all earths together as one.
DEVICE_COUNTS, EARTHS_COUNT = 2, 1


def room_ml(copper_mm2: float) -> float:
    """Room for one conductor in ml; infinite above what the table lists, which no small box holds.

    >>> room_ml(1.5), room_ml(2.5)
    (32.8, 36.9)
    """
    return next((ml for most, ml in ROOM_ML if copper_mm2 <= most), math.inf)


def box_wants_ml(lines: int, copper_mm2: float, devices: int = 1) -> float:
    """Room for so many conductors beside their earths, and for devices, in ml.

    Parameters: lines; copper_mm2 of the largest; devices, each of one width, one wider than 2 in counted twice.

    >>> round(box_wants_ml(2, 1.5)), round(box_wants_ml(2, 8.37, devices=2))
    (164, 344)
    """
    return (lines + devices * DEVICE_COUNTS + EARTHS_COUNT) * room_ml(copper_mm2)
