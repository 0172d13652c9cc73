"""Current ratings: the published tables, and what ambient, bunching, drum and metal take off them."""

import itertools
import math
from dataclasses import dataclass
from functools import cache

from euthyne.core.trade.figure import written
from euthyne.core.trade.wire import GAUGES, Metal, Size, awg, awg_area_mm2, awg_gauge, metric
from euthyne.data.tables import rows, toml

GAUGES_OFFERED = GAUGES[GAUGES.index("18") :]
METAL_FACTORS: dict[str, float] = {"copper": 1.0, "aluminium": 0.78, "cca-10": 0.80, "cca-15": 0.80}


@dataclass(frozen=True)
class Basis:
    """A rating table: its name, reference ambient and conductor limit (C), plain words, source."""

    name: str
    reference_c: float
    limit_c: float
    words: str
    source: str


@dataclass(frozen=True)
class Rated:
    """A size with its table rating in amps; ``interpolated`` when it stands between two table rows."""

    size: Size
    amps: float
    source: str
    interpolated: bool = False


@cache
def bases() -> dict[str, Basis]:
    """Every rating basis by name."""
    return {
        name: Basis(
            name=name,
            reference_c=float(t["reference_c"]),
            limit_c=float(t["limit_c"]),
            words=written(t["words"]),
            source=t["source"],
        )
        for name, t in toml("bases.toml").items()
    }


@cache
def _listed(basis: str) -> dict[tuple[str, int], tuple[Rated, ...]]:
    found: dict[tuple[str, int], list[Rated]] = {}
    for r in rows("ratings.csv"):
        if r["basis"] == basis:
            if r["unit"] == "mm2":
                size = metric(float(r["size"]))
            else:
                size = awg(r["size"])
            rated = Rated(size, float(r["amps"]), r["source"])
            found.setdefault((r["unit"], int(r["loaded_conductors"])), []).append(rated)
    return {
        key: tuple(sorted(v, key=lambda x: x.size.cross_section_mm2)) for key, v in found.items()
    }


def units_of(basis: str) -> set[str]:
    """The units a basis is tabulated in."""
    return {unit for unit, _ in _listed(basis)}


def loaded_conductors(basis: str, system: str) -> int | None:
    """Loaded conductors the table is read at, or None when the basis has no such column."""
    have = {n for _, n in _listed(basis)}
    if system == "ac-three":
        if 3 in have:
            return 3
        return None
    if 2 in have:
        return 2
    if 1 in have:
        return 1
    return None


@cache
def table(basis: str, unit: str, loaded: int) -> tuple[Rated, ...]:
    """The sizes of a basis with their table ratings, smallest first.

    Parameters: basis, a name of :func:`bases`; unit, ``"mm2"`` or ``"AWG"``; loaded, conductors
    carrying current.
    Returns: listed rows, or gauges read between the metric rows where the basis has metric sizes
    only.
    """
    listed = _listed(basis)
    if (unit, loaded) in listed:
        return listed[unit, loaded]
    if unit == "mm2":
        return ()
    return _between(listed.get(("mm2", loaded), ()))


def _between(metric_rows: tuple[Rated, ...]) -> tuple[Rated, ...]:
    if not metric_rows:
        return ()
    low, high = metric_rows[0].size.cross_section_mm2, metric_rows[-1].size.cross_section_mm2
    return tuple(
        Rated(
            awg(g),
            _amps_at(metric_rows, awg_area_mm2(awg_gauge(g))),
            metric_rows[0].source,
            interpolated=True,
        )
        for g in GAUGES_OFFERED
        if low <= awg_area_mm2(awg_gauge(g)) <= high
    )


def _amps_at(metric_rows: tuple[Rated, ...], area: float) -> float:
    """Straight line between neighbours in log(area), log(amps)."""
    # Ratings follow a power of the area, which is a straight line in logarithms.
    pairs = itertools.pairwise(metric_rows)
    below, above = next((a, b) for a, b in pairs if area <= b.size.cross_section_mm2)
    start, end = below.size.cross_section_mm2, above.size.cross_section_mm2
    share = math.log(area / start) / math.log(end / start)
    return float(below.amps * (above.amps / below.amps) ** share)


# Ratings of one table follow a power of the area: what is thinner than its first row is told by that. Generic.
THINNER = 0.75


def by_itself_amps(basis: str, size: Size) -> float | None:
    """What one wire in free air carries by its table, before anything is taken off; what is thinner than the
    table by its area. None where the table has no column for it.

    >>> by_itself_amps("boat-vehicle-105", metric(1.5)), round(by_itself_amps("boat-vehicle-105", metric(0.22)), 1)
    (25.0, 6.4)
    """
    loaded = loaded_conductors(basis, "dc")
    listed = table(basis, size.unit, loaded) if loaded else ()
    if not listed:
        return None
    own = next((r for r in listed if r.size.name == size.name), None)
    if own is not None:
        return own.amps
    near = min(
        listed, key=lambda r: abs(math.log(r.size.cross_section_mm2 / size.cross_section_mm2))
    )
    return float(near.amps * (size.cross_section_mm2 / near.size.cross_section_mm2) ** THINNER)


def k_ambient(basis: Basis, ambient_c: float, max_c: float) -> float:
    """Factor for a place hotter than the table's, or a weaker terminal; never above 1, 0 at the
    limit itself.
    """
    # The rise goes with the square of the current, so the current with the root of the rise left.
    margin = (max_c - ambient_c) / (basis.limit_c - basis.reference_c)
    if margin > 0:
        return min(1.0, math.sqrt(margin))
    return 0.0


@cache
def factor(kind: str, count: int) -> float | None:
    """Derating at a count, or at the next listed one up; None beyond the table."""
    listed = sorted(
        (int(r["count"]), float(r["factor"]))
        for r in rows("derating.csv")
        if r["kind"] == kind and r["count"] != "any"
    )
    return next((f for n, f in listed if n >= count), None)


def k_bunch(circuits: int) -> float | None:
    """Factor for circuits bunched together. Source: IEC 60364-5-52 table B.52.17."""
    return factor("bunched_circuits", circuits)


def k_drum(layers: int) -> float | None:
    """Factor for layers left on a drum; 1 with none. Source: IEC 60204-1 and NFPA 79."""
    if layers == 0:
        return 1.0
    return factor("drum_layers", layers)


def k_metal(metal: Metal) -> float:
    """Factor on the copper table for another metal of the same area."""
    return METAL_FACTORS[metal]
