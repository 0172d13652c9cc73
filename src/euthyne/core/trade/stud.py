"""Studs and the lugs that go on them: holes, and how much wider than the stud they may be."""

from functools import cache

from euthyne.data.tables import rows

THICK_STUD_MM = 12.0
CLOSED_END_MM = 8.0  # from the edge of the washer to the bottom of the barrel, generic


@cache
def _studs() -> dict[str, tuple[float, float]]:
    return {r["stud"]: (float(r["stud_mm"]), float(r["hole_mm"])) for r in rows("stud-holes.csv")}


def studs() -> tuple[str, ...]:
    """The studs by name, thinnest first."""
    return tuple(sorted(_studs(), key=stud_mm))


def stud_mm(name: str) -> float:
    """Diameter of a stud in mm.

    Raises KeyError for one that is not listed. Source: stud-holes.csv.
    """
    return _studs()[name][0]


def hole_mm(name: str) -> float:
    """Hole of a lug made for a stud, in mm. Source: DIN 46234 and inch practice."""
    return _studs()[name][1]


def short_of_stud_mm(name: str) -> float:
    """How far the copper in a lug's barrel ends short of the middle of its stud, in mm: half a washer and
    the closed end of the barrel. Source: usual DIN 46235 lug; generic, check your part.

    >>> short_of_stud_mm("M8")
    16.0
    """
    return CLOSED_END_MM + stud_mm(name)


def gap_allowed_mm(name: str) -> float:
    """How much wider than its stud a hole may be, in mm: 0.6 up to M10, 1.0 from M12."""
    if stud_mm(name) >= THICK_STUD_MM:
        return 1.0
    return 0.6
