"""Fuses and breakers: the usual ratings, which to take, and whether a fault at the far end clears."""

from dataclasses import dataclass
from functools import cache

from euthyne.data.tables import rows

# What is taken first of a family: 3 and 13 A are what every shop has, BS 1362; of others the smallest.
PLUG_FUSE = "bs1362-plug"
PREFERRED = {PLUG_FUSE: (3.0, 13.0, 5.0, 10.0, 7.0, 2.0, 1.0)}
# a plug fuse rides through a start of a few seconds up to so many times its rating, fuse-curves.csv
STARTS_AT = 4.6
HOURS = 1.25  # a fuse run for hours has a quarter in hand, generic
# share of its figure that a blade or bolt-down fuse carries for long, generic, check your part
FOR_LONG = 0.8
STRING_MARGIN = 1.5  # a string fuse over the short-circuit current, IEC 62548
RUN_AT_A_SHARE = ("blade-32v", "bolt-down-32v")
MAGNETIC_MULTIPLE = {
    "B": 5.0,
    "C": 10.0,
    "D": 20.0,
}  # IEC 60898, upper bound of the instantaneous range


@dataclass(frozen=True)
class GuardFamily:
    """A family of fuses or breakers: usual ratings in amps, volts, kind of current, breaking
    capacity in kA.
    """

    name: str
    words: str
    volts: float
    kind: str
    breaking_capacity_ka: float
    amps: tuple[float, ...]
    source: str


@cache
def families() -> dict[str, GuardFamily]:
    """Every family by name."""
    return {
        r["family"]: GuardFamily(
            name=r["family"],
            words=r["words"],
            volts=float(r["volts"]),
            kind=r["kind"],
            breaking_capacity_ka=float(r["breaking_capacity_ka"]),
            amps=tuple(float(a) for a in r["amps"].split()),
            source=r["source"],
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
    """Current of a dead short at the far end; ``lead_ohms`` out and back, hot. Source: IEC
    60364-4-41, factor 0.95.
    """
    return 0.95 * u0_volts / (loop_ohms + lead_ohms)


@dataclass(frozen=True)
class FuseWanted:
    """What a lead's fuse has to carry (A): running, at the start, and whether for hours; what
    couplers and cord carry.

    ``cord_amps`` None while no size is taken: the cord then follows the fuse.
    """

    running_amps: float
    start_amps: float
    for_hours: bool
    couplers_amps: float
    cord_amps: float | None = None


def plug_fuse(wanted: FuseWanted, family: str = "bs1362-plug") -> float | None:
    """The fuse of a plug or an inlet: of a plug 3 A, else 13 A, where it carries the load, rides through
    its start, and guards what follows; of another family the smallest that does.

    Never above what couplers and cord carry: then 5 or 10 A, or one of the others. None where none
    does all of it.
    Source: BS 1362, preferred ratings; start and hours generic.

    >>> plug_fuse(FuseWanted(0.8, 0.8, False, 10.0)), plug_fuse(FuseWanted(7.0, 7.0, False, 10.0))
    (3.0, 10.0)
    """
    needed = max(
        wanted.running_amps * (HOURS if wanted.for_hours else 1.0), wanted.start_amps / STARTS_AT
    )
    most = min(wanted.couplers_amps, wanted.cord_amps or float("inf"))
    carrying = [a for a in PREFERRED.get(family, families()[family].amps) if needed <= a]
    return next((a for a in carrying if a <= most), None) or smallest_carrying(
        family, wanted.running_amps
    )


def fuse_for(
    family: str,
    amps: float,
    short_circuit_amps: float | None = None,
    margin: float = STRING_MARGIN,
) -> float | None:
    """The smallest usual fuse at a source that carries a load for long; None when the family has
    none large enough.

    Parameters: family; amps; short_circuit_amps of a solar string, whose fuse is held against that,
    margin over it.
    Source: blade and bolt-down fuses carry 80 % of their figure for long; string fuses 1.5 Isc, IEC
    62548, 1.56 in North America, NFPA 70, 690.9(B).

    >>> fuse_for("blade-32v", 6.1), fuse_for("solar-gPV", 11.0, 9.0)
    (10.0, 15.0)
    """
    if family == "solar-gPV" and short_circuit_amps is not None:
        return smallest_carrying(family, margin * short_circuit_amps)
    return smallest_carrying(family, amps / FOR_LONG if family in RUN_AT_A_SHARE else amps)
