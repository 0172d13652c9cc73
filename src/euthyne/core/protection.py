"""Fuses and breakers: the usual ratings, which to take, and whether a fault at the far end clears."""

from dataclasses import dataclass
from functools import cache

from euthyne.data.tables import rows

MAGNETIC_MULTIPLE = {"B": 5.0, "C": 10.0, "D": 20.0}  # IEC 60898, upper bound of the instantaneous range


@dataclass(frozen=True)
class Family:
    """A family of fuses or breakers: usual ratings in amps, volts, kind of current, breaking capacity in kA."""

    name: str
    words: str
    volts: float
    kind: str
    breaking_capacity_ka: float
    amps: tuple[float, ...]
    source: str


@cache
def families() -> dict[str, Family]:
    """Every family by name."""
    return {
        r["family"]: Family(
            r["family"],
            r["words"],
            float(r["volts"]),
            r["kind"],
            float(r["breaking_capacity_ka"]),
            tuple(float(a) for a in r["amps"].split()),
            r["source"],
        )
        for r in rows("fuses.csv")
    }


def smallest_carrying(family: str, amps: float) -> float | None:
    """The smallest usual rating that carries a current; None when the family has none large enough.

    >>> smallest_carrying("bs1362-plug", 2.6)
    3.0
    """
    return next((a for a in families()[family].amps if a >= amps), None)


def far_end_fault_amps(u0_volts: float, loop_ohms: float, lead_ohms: float) -> float:
    """Current of a dead short at the far end; ``lead_ohms`` out and back, hot. Source: IEC 60364-4-41, factor 0.95."""
    return 0.95 * u0_volts / (loop_ohms + lead_ohms)
