"""Conductors: sizes in mm2 and American Wire Gauge, and the resistance of a metre."""

import math
import re
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Literal

from euthyne.core.trade.figure import mm2
from euthyne.data.tables import rows

Unit = Literal["mm2", "AWG"]
Metal = Literal["copper", "aluminium", "cca-10", "cca-15"]

MM2_PER_CIRCULAR_MIL = math.pi / 4 * 0.0254**2
GAUGES = (
    "24",
    "22",
    "20",
    "18",
    "16",
    "14",
    "12",
    "10",
    "8",
    "6",
    "4",
    "3",
    "2",
    "1",
    "1/0",
    "2/0",
    "3/0",
    "4/0",
)
AWG_STRANDING = 1.02  # longer lay of the outer strands, ASTM B174


@dataclass(frozen=True)
class Size:
    """A conductor size: its unit, its label without the unit, its copper area."""

    unit: Unit
    label: str
    cross_section_mm2: float

    @property
    def name(self) -> str:
        """What the tables and a lead keep it under: ``"1.5 mm2"`` or ``"2/0 AWG"``."""
        return f"{self.label} {self.unit}"

    @property
    def words(self) -> str:
        """The size in a sentence; an area is a figure of it."""
        return size_words(self.name)

    @property
    def printed(self) -> str:
        """The size as it is printed on a cable, never said in the other series."""
        return f"{self.label} {'mm²' if self.unit == 'mm2' else self.unit}"


def size_words(name: str | None) -> str:
    """A size in a sentence, by its name; an area is a figure of it, a gauge says itself.

    >>> size_words("14 AWG"), size_words(None)
    ('14 AWG', '?')
    """
    if name is None or not name.endswith(" mm2"):
        return name or "?"
    return f"{mm2(float(name.removesuffix(' mm2')))}"


@dataclass(frozen=True)
class Material:
    """A conductor metal: resistivity (ohm mm2/m at 20 C), density (g/cm3), temperature coefficient
    (1/K), source.
    """

    rho20: float
    density_g_cm3: float
    alpha20_per_k: float
    source: str


def awg_diameter_mm(gauge: int) -> float:
    """Diameter of a solid wire of a gauge; 1/0 to 4/0 are 0 to -3. Source: ASTM B258.

    >>> round(awg_diameter_mm(12), 3)
    2.053
    """
    return float(0.127 * 92 ** ((36 - gauge) / 39))


def awg_area_mm2(gauge: int) -> float:
    """Copper area of a gauge in mm2. Source: ASTM B258.

    >>> round(awg_area_mm2(12), 3)
    3.309
    """
    return math.pi / 4 * awg_diameter_mm(gauge) ** 2


def awg_label(gauge: int) -> str:
    """``"2/0"`` for -1, ``"12"`` for 12."""
    if gauge <= 0:
        return f"{1 - gauge}/0"
    return str(gauge)


def awg_gauge(label: str) -> int:
    """The gauge number of a label: ``"2/0"`` and ``"00"`` are -1. Raises ValueError for anything
    else.
    """
    text = label.strip()
    if match := re.fullmatch(r"([1-4])/0", text):
        return 1 - int(match[1])
    if re.fullmatch(r"0{1,4}", text):
        return 1 - len(text)
    if re.fullmatch(r"[1-9]|[1-3]\d|40", text):
        return int(text)
    raise ValueError(f"no such gauge: {label}")


@cache
def awg(label: str) -> Size:
    """The gauge as a size."""
    gauge = awg_gauge(label)
    return Size("AWG", awg_label(gauge), awg_area_mm2(gauge))


def metric(mm2: float) -> Size:
    """A metric size by its nominal area."""
    return Size("mm2", f"{mm2:g}", float(mm2))


@lru_cache(maxsize=4096)
def size_named(name: str) -> Size:
    """A size from its written name; a bare number is taken as mm2.

    Raises: ValueError when it is neither a gauge nor an area.

    >>> size_named("14 AWG").name, size_named("2.5 mm2").cross_section_mm2
    ('14 AWG', 2.5)
    """
    text = name.strip().replace(",", ".")
    if match := re.fullmatch(
        r"(?:#\s*)?([\d/]+)\s*(?:awg|ga|gauge)", text, re.IGNORECASE
    ) or re.fullmatch(r"(?:awg|#)\s*([\d/]+)", text, re.IGNORECASE):
        return awg(match[1])
    if match := re.fullmatch(r"([\d.]+)\s*(?:kcmil|mcm)", text, re.IGNORECASE):
        raise ValueError(f"{match[1]} kcmil: the tables here end at 4/0 AWG")
    if "/" in text:
        return awg(text)
    if match := re.fullmatch(
        r"(\d+(?:\.\d+)?)\s*(?:mm2|mm²|mm\^2|sq\s*mm|mm)?", text, re.IGNORECASE
    ):
        if float(match[1]) <= 0:
            raise ValueError("a conductor has copper in it")
        return metric(float(match[1]))
    raise ValueError(f"not a conductor size: {name}")


def all_sizes() -> tuple[Size, ...]:
    """Every size of both series: metric, then gauges."""
    return (*(metric(m) for m in metric_resistances()), *(awg(g) for g in GAUGES))


@cache
def in_other_series(size: Size) -> Size:
    """The nearest size of the other series by area: a metric size for a gauge, a gauge for a metric
    size.
    """
    others = [o for o in all_sizes() if o.unit != size.unit]
    return min(others, key=lambda o: abs(o.cross_section_mm2 / size.cross_section_mm2 - 1))


def circular_mils(mm2: float) -> float:
    """Area in circular mils (1 cmil = 5.067e-4 mm2)."""
    return mm2 / MM2_PER_CIRCULAR_MIL


@cache
def materials() -> dict[str, Material]:
    """Conductor metals by name."""
    return {
        r["metal"]: Material(
            float(r["rho20_ohm_mm2_per_m"]),
            float(r["density_g_cm3"]),
            float(r["alpha20_per_k"]),
            r["source"],
        )
        for r in rows("materials.csv")
    }


@cache
def metric_resistances() -> dict[float, tuple[float, float]]:
    """Maximum resistance at 20 C of class 5 copper in ohm/m, plain and tinned, by mm2.

    Source: IEC 60228.
    """
    return {
        float(r["cross_section_mm2"]): (
            float(r["r20_plain_ohm_per_km"]) / 1000,
            float(r["r20_tinned_ohm_per_km"]) / 1000,
        )
        for r in rows("conductors-metric.csv")
    }


@dataclass(frozen=True)
class Wire:
    """A conductor as it is bought: its size, its metal, and for copper whether it is tinned."""

    size: Size
    metal: Metal = "copper"
    tinned: bool = False

    @property
    def words(self) -> str:
        """The wire as it is said, its metal where that is not plain copper left to others: ``tinned
        1.5 mm2``.
        """
        return f"{'tinned ' if self.tinned else ''}{self.size.words}"

    @property
    def ohms_per_m_20(self) -> float:
        """Resistance of a metre at 20 C, in ohm/m: class maximum for metric sizes, nominal for
        gauges.

        Source: IEC 60228, ASTM B258. Raises: KeyError for a metric size that is not in IEC 60228.

        >>> f"{Wire(metric(1.5)).ohms_per_m_20:.4f} {Wire(metric(1.5), tinned=True).ohms_per_m_20:.4f}"
        '0.0133 0.0137'
        """
        stuff = materials()
        tinned_copper = self.tinned and self.metal == "copper"
        rho = stuff["tinned-copper" if tinned_copper else self.metal].rho20
        if self.size.unit == "AWG":
            return rho / self.size.cross_section_mm2 * AWG_STRANDING
        plain, tinned = metric_resistances()[self.size.cross_section_mm2]
        if self.metal == "copper":
            if self.tinned:
                return tinned
            return plain
        return plain * rho / stuff["copper"].rho20

    def ohms_per_m(self, celsius: float) -> float:
        """Resistance of a metre at a conductor temperature, in ohm/m.

        Source: IEC 60228 annex, materials.csv.
        """
        return at_celsius(self.ohms_per_m_20, self.metal, celsius)


def at_celsius(ohms_20: float, metal: Metal, celsius: float) -> float:
    """A resistance known at 20 C, at another conductor temperature.

    Source: IEC 60228 annex, materials.csv.
    """
    return ohms_20 * (1 + materials()[metal].alpha20_per_k * (celsius - 20))
