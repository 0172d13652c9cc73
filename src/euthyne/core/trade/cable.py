"""Cables: what a type is rated on, the sizes it is made in, how fat it is."""

import re
from dataclasses import dataclass
from functools import cache

from euthyne.core.trade.volts import MadeFor, made_for
from euthyne.core.trade.wire import Unit
from euthyne.data.tables import rows

SUN = ("EN 50618", "UL 4703", "UL 854")
HARMONISED = ("EN 50525", "EN 50618")
PAIRED = ("screened-pairs", "pair-screens")
CORD_BASES = ("light-cord", "signal-cores", "rubber-60", "cord-na")


@dataclass(frozen=True)
class CableType:
    """A cable by designation: what people call it, rating basis, sheath, fit for outdoors, volts,
    its use.

    ``insulation`` is the kind the let-through table knows; ``screened`` where a screen lies under
    the sheath.
    """

    name: str
    words: str
    basis: str
    sheath: str
    insulation: str
    screened: bool
    outdoor: bool
    volts: str
    use: str
    source: str

    @property
    def called(self) -> str:
        """What it is called on a tag and at the bench: its designation, in words where no standard gives it one.

        >>> cable_types()["H07RN-F"].called, cable_types()["battery-105"].called
        ('H07RN-F', 'battery cable')
        """
        return self.words if self.source.startswith("generic") else self.name

    @property
    def paired(self) -> bool:
        """True where its cores are twisted in pairs: the first and the second, the third and the fourth."""
        return self.name in PAIRED

    @property
    def for_the_sun(self) -> bool:
        """True for cable that lives on a roof: EN 50618, UL 4703, and UL 854 by NFPA 70, 690.31(C)."""
        return self.source in SUN

    @property
    def cord(self) -> bool:
        """True where its cores lie under one sheath."""
        return self.basis in CORD_BASES

    @property
    def harmonised(self) -> bool:
        """True for cable of the harmonised standards, which takes more volts on direct current than
        its print says.
        """
        return self.source in HARMONISED

    @property
    def made_for(self) -> MadeFor:
        """Volts it is made for."""
        return made_for(self.volts)


@dataclass(frozen=True)
class Diameter:
    """Outside diameter in mm, thinnest and fattest the standard lets it be; equal when it was
    measured.
    """

    low_mm: float
    high_mm: float
    source: str


@cache
def cable_types() -> dict[str, CableType]:
    """Every cable type by designation."""
    return {
        r["cable_type"]: CableType(
            name=r["cable_type"],
            words=r["words"],
            basis=r["basis"],
            sheath=r["sheath"],
            insulation=r["insulation"],
            screened=r["screened"] == "yes",
            outdoor=r["outdoor"] == "yes",
            volts=r["volts"],
            use=r["use"],
            source=r["source"],
        )
        for r in rows("cable-types.csv")
    }


def cords() -> tuple[CableType, ...]:
    """The flexible cords a mains lead is made of."""
    return tuple(c for c in cable_types().values() if c.cord and not c.screened)


def make_up(cores: int, earthed: bool, size: str) -> str:
    """How a cable is written: ``3G1.5``, ``2x0.75``, or for a gauge ``14/3``; a single ``2/0 AWG``."""
    label, _, unit = size.partition(" ")
    if unit == "AWG":
        if cores == 1:
            return size
        return f"{label}/{cores}"
    return f"{cores}{'G' if earthed else 'x'}{label}"


def made_in(cable_type: str, cores: int, earthed: bool, unit: Unit) -> frozenset[str] | None:
    """The sizes of a series that a type is made in with so many cores; None when the table lists none of
    that type and series.
    """
    listed = [r["make_up"] for r in rows("cable-diameters.csv") if r["cable_type"] == cable_type]
    if unit == "AWG":
        gauges = [m for m in listed if "/" in m or m.endswith(" AWG")]
        ending = f"/{cores}" if cores > 1 else " AWG"
        made = {f"{m.removesuffix(ending)} AWG" for m in gauges if m.endswith(ending)}
        return frozenset(made) if gauges else None
    metric = [m for m in listed if re.match(r"\d+[xG]", m)]
    start = f"{cores}{'G' if earthed else 'x'}"
    made = {f"{m.removeprefix(start)} mm2" for m in metric if m.startswith(start)}
    return frozenset(made) if metric else None


def made_by(cable_type: str) -> frozenset[Unit]:
    """The series of sizes that the table lists a type in; empty where it lists none of it."""
    listed = [r["make_up"] for r in rows("cable-diameters.csv") if r["cable_type"] == cable_type]
    metric = {bool(re.match(r"\d+[xG]", m)) for m in listed}
    return frozenset("mm2" if m else "AWG" for m in metric)


@cache
def outside_diameter(cable_type: str, written: str) -> Diameter | None:
    """Outside diameter of a cable by type and make-up; None when the table does not list it."""
    for r in rows("cable-diameters.csv"):
        if (r["cable_type"], r["make_up"]) == (cable_type, written):
            return Diameter(float(r["od_min_mm"]), float(r["od_max_mm"]), r["source"])
    return None
