"""What wire is this? From strands, weight, resistance and diameter: what it is, against what is
printed on it.
"""

import math
from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le

from euthyne.core.trade.fault import Fault
from euthyne.core.trade.figure import mm2
from euthyne.core.trade.wire import (
    GAUGES,
    Size,
    Wire,
    at_celsius,
    awg,
    materials,
    metric,
    metric_resistances,
    size_named,
    size_words,
)
from euthyne.data.tables import rows

Verdict = Literal["as-printed", "thinner", "thicker", "not-copper", "cannot-say"]
NOT_COPPER = ("aluminium", "cca-10", "cca-15")
LAY = 1.02  # strands run this much longer than their wire, ASTM B174


@dataclass(frozen=True)
class Strands:
    """Strands counted and one measured: diameter in mm, and how far the caliper may be out."""

    count: Annotated[int, Ge(1), Le(10000)]  # how many
    diameter_mm: Annotated[float, Gt(0), Le(20)]  # mm of one
    caliper_mm: Annotated[float, Ge(0), Le(1)] = 0.01  # mm the caliper may be out


@dataclass(frozen=True)
class Weighed:
    """Bare conductor on a scale: length (m), weight (g), and how far the scale may be out."""

    length_m: Annotated[float, Gt(0), Le(1000)]  # m
    grams: Annotated[float, Gt(0), Le(1e6)]  # g of bare conductor
    scale_g: Annotated[float, Ge(0), Le(1000)] = 0.1  # g the scale may be out


@dataclass(frozen=True)
class Measured:
    """Four-wire resistance of a length: ohm, metres, C of the conductor, and the meter's percent."""

    length_m: Annotated[float, Gt(0), Le(1e5)]  # m between the probes
    ohms: Annotated[float, Gt(0), Le(1e6)]  # ohm, by four wires
    celsius: Annotated[float, Ge(-60), Le(150)] = 20.0  # °C of the conductor
    meter_percent: Annotated[float, Ge(0), Le(50)] = 1.0  # % of the meter's stated accuracy


@dataclass(frozen=True)
class Outside:
    """The cable from outside: diameter over all (mm), how many cores, and whether one is green-
    yellow.
    """

    outside_mm: Annotated[float, Gt(0), Le(200)]  # mm over all
    cores: Annotated[int, Ge(1), Le(60)]  # how many
    earth: bool = False  # True where one is green-yellow


@dataclass(frozen=True)
class WireQuestion:
    """What is known of a wire; at least one of strands, weight, resistance, outside."""

    printed: str | None = None  # what its print says
    strands: Strands | None = None  # strands, counted and measured
    weight: Weighed | None = None  # a length of it on a scale
    resistance: Measured | None = None  # a length of it under a meter
    outside: Outside | None = None  # the cable from outside


@dataclass(frozen=True)
class Area:
    """An area found one way, in mm2, between bounds its instrument leaves."""

    by: Literal["strands", "resistance"]  # which way it was found
    mm2: float  # mm2
    low_mm2: float  # mm2 at least
    high_mm2: float  # mm2 at most


@dataclass(frozen=True)
class CableMatch:
    """A cable whose diameter range holds the one measured: ``middle`` 0 at the middle of the range,
    1 at its edge.
    """

    cable: str  # its designation
    middle: float  # 0 at the middle of its range of diameters, 1 at the edge


@dataclass(frozen=True)
class WireAnswer:
    """What the wire is: areas, sizes it still makes, against the print, metal by density, cables
    that fit, in words.
    """

    areas: tuple[Area, ...]  # its area, each way it was found
    next_down_mm2: str | None  # the metric size it still makes
    next_down_awg: str | None  # the gauge it still makes
    printed: str | None  # what the print says
    short_percent: float | None  # % of the printed area that is missing
    verdict: Verdict | None  # what it is, against its print
    density_g_cm3: float | None  # g/cm3
    metal: str | None  # by its density
    cables: tuple[CableMatch, ...]  # cables that fit its outside
    text: str  # all of it in words


def faults_in(question: WireQuestion) -> list[Fault]:
    """What about a question makes no sense."""
    found = []
    if not (question.strands or question.weight or question.resistance or question.outside):
        found.append(Fault("", "nothing was measured", "strands, weight, resistance or outside"))
    if question.printed is not None:
        try:
            size_named(question.printed)
        except ValueError:
            found.append(
                Fault(
                    "printed",
                    f"{question.printed!r} is not a conductor size",
                    "such as 2.5 mm2 or 10 AWG",
                )
            )
    return found


def area_by_strands(strands: Strands) -> Area:
    """Area from the strands: n pi/4 d2; the caliper's error counts twice.

    >>> round(area_by_strands(Strands(37, 0.36)).mm2, 3)
    3.766
    """

    def area(diameter: float) -> float:
        return strands.count * math.pi / 4 * diameter**2

    d, out = strands.diameter_mm, strands.caliper_mm
    return Area("strands", area(d), area(max(d - out, 0.0)), area(d + out))


def area_by_resistance(measured: Measured) -> Area:
    """Area a copper conductor of that resistance would have: rho L / R at the conductor's
    temperature.
    """
    rho = at_celsius(materials()["copper"].rho20, "copper", measured.celsius)
    area, out = rho * measured.length_m / measured.ohms, measured.meter_percent / 100
    return Area("resistance", area, area / (1 + out), area / (1 - out) if out < 1 else math.inf)


def density(weight: Weighed, area: Area) -> tuple[float, float, float]:
    """Density from weight and strands, g/cm3: value, least and most with both instruments."""
    per_m = weight.grams / weight.length_m
    give = weight.scale_g / weight.length_m
    return (
        per_m / area.mm2,
        max(per_m - give, 0.0) / area.high_mm2,
        (per_m + give) / max(area.low_mm2, 1e-9),
    )


def metal_of(value: float, low: float, high: float) -> str | None:
    """The metal whose density lies within the bounds and nearest the value; None when none does."""
    near = [
        (abs(m.density_g_cm3 - value), name)
        for name, m in materials().items()
        if low <= m.density_g_cm3 <= high
    ]
    if near:
        return min(near)[1]
    return None


def cables_holding(outside: Outside) -> tuple[CableMatch, ...]:
    """Cables of the table whose range holds the diameter, likeliest first."""
    start = f"{outside.cores}{'G' if outside.earth else 'x'}"
    found = []
    for r in rows("cable-diameters.csv"):
        low, high = float(r["od_min_mm"]), float(r["od_max_mm"])
        if r["make_up"].startswith(start) and low <= outside.outside_mm <= high:
            away = abs(outside.outside_mm - (low + high) / 2) / ((high - low) / 2)
            found.append(CableMatch(f"{r['cable_type']} {r['make_up']}", away))
    return tuple(sorted(found, key=lambda c: c.middle))


def identify(question: WireQuestion) -> WireAnswer:
    """Say what a wire is.

    Parameters: question. Returns: WireAnswer. Source: IEC 60228, ASTM B258, densities of
    materials.csv.
    """
    areas = []
    if question.strands:
        areas.append(area_by_strands(question.strands))
    if question.resistance:
        areas.append(area_by_resistance(question.resistance))
    metal, found_density = _metal(question)
    best = min((worth(a, metal) for a in areas), key=lambda a: a.mm2, default=None)
    short, verdict = _against_print(question, best, metal)
    cables: tuple[CableMatch, ...] = ()
    if question.outside:
        cables = cables_holding(question.outside)
    return WireAnswer(
        areas=tuple(areas),
        next_down_mm2=_down(best, [metric(x) for x in metric_resistances()]),
        next_down_awg=_down(best, [awg(g) for g in GAUGES]),
        printed=question.printed,
        short_percent=short,
        verdict=verdict,
        density_g_cm3=found_density,
        metal=metal,
        cables=cables,
        text=_say(
            question=question, area=best, short=short, verdict=verdict, metal=metal, cables=cables
        ),
    )


def _metal(question: WireQuestion) -> tuple[str | None, float | None]:
    """The metal, and the density in g/cm3 where strands and a weight give it."""
    if not (question.weight and question.strands):
        return metal_by_resistance(question), None
    dense, low, high = density(question.weight, area_by_strands(question.strands))
    return metal_of(dense, low, high) or metal_by_resistance(question), dense


def _down(area: Area | None, sizes: list[Size]) -> str | None:
    """The largest size the area still makes, as a size conforms."""
    made = [s for s in sizes if area is not None and area.mm2 >= _least_mm2(s)]
    if made:
        return max(made, key=lambda s: s.cross_section_mm2).name
    return None


def metal_by_resistance(question: WireQuestion) -> str | None:
    """The metal whose density times resistivity is what weight and resistance of a metre give; no
    strand counted.

    None where they were not both measured, or where none of the metals lies within the instruments'
    error.
    """
    weight, ohms = question.weight, question.resistance
    if weight is None or ohms is None:
        return None
    per_m = weight.grams / weight.length_m * ohms.ohms / ohms.length_m
    give = weight.scale_g / weight.grams + ohms.meter_percent / 100 + LAY**2 - 1
    near = []
    for name, m in materials().items():
        warm = 1 + m.alpha20_per_k * (ohms.celsius - 20)
        wanted = m.density_g_cm3 * m.rho20 * warm
        away = abs(per_m / (wanted * LAY**2) - 1)
        if away <= give:
            near.append((away, name))
    if near:
        return min(near)[1]
    return None


def worth(area: Area, metal: str | None) -> Area:
    """The copper area that an area of another metal is worth: by their resistivities. A resistance
    says it already.
    """
    if metal not in NOT_COPPER or area.by == "resistance":
        return area
    share = materials()["copper"].rho20 / materials()[metal].rho20
    return Area(area.by, area.mm2 * share, area.low_mm2 * share, area.high_mm2 * share)


def _against_print(
    question: WireQuestion, area: Area | None, metal: str | None
) -> tuple[float | None, Verdict | None]:
    if question.printed is None or area is None:
        return None, "not-copper" if metal in NOT_COPPER else None
    printed = size_named(question.printed)
    least = _least_mm2(printed)
    short = (1 - area.mm2 / printed.cross_section_mm2) * 100
    if metal in NOT_COPPER:
        return short, "not-copper"
    if area.high_mm2 < least:
        return short, "thinner"
    if area.low_mm2 > printed.cross_section_mm2 * 1.1:
        return short, "thicker"
    return short, "as-printed" if area.low_mm2 >= least else "cannot-say"


def _least_mm2(printed: Size) -> float:
    """The least copper that still meets the printed size: by maximum resistance for metric, 3 %
    under for a gauge.
    """
    if printed.unit == "mm2" and printed.cross_section_mm2 in metric_resistances():
        return materials()["copper"].rho20 / Wire(printed).ohms_per_m_20
    return printed.cross_section_mm2 * 0.97


def _say(
    question: WireQuestion,
    area: Area | None,
    short: float | None,
    verdict: Verdict | None,
    metal: str | None,
    cables: tuple[CableMatch, ...],
) -> str:
    parts = [
        _say_area(area, metal),
        _say_print(question.printed, short, verdict),
        _say_metal(question, metal),
    ]
    if question.outside and cables:
        parts.append(f"From outside it may be {cables[0].cable}.")
    elif question.outside:
        parts.append("No cable of the table has that diameter.")
    return " ".join(filter(None, parts))


def _say_area(area: Area | None, metal: str | None) -> str:
    if area is None:
        return ""
    found = f"{mm2(area.mm2):.2f} of copper by {area.by}, {mm2(area.low_mm2, area.high_mm2):.2f}."
    if metal in NOT_COPPER:
        return f"Worth {found}"
    return found


def _say_print(printed: str | None, short: float | None, verdict: Verdict | None) -> str:
    if verdict == "not-copper" and printed:
        return f"It is not copper. It is not the {size_words(printed)} printed on it."
    if verdict == "not-copper":
        return "It is not copper."
    if verdict == "thinner" and short is not None:
        return f"It is {short:.0f} % short of the {size_words(printed)} printed on it."
    if verdict == "cannot-say":
        return f"Whether it is the {size_words(printed)} printed on it lies within the instruments' error."
    if verdict == "as-printed":
        return f"It is the {size_words(printed)} printed on it."
    if verdict is not None:
        return f"It is more than the {size_words(printed)} printed on it."
    return ""


def _say_metal(question: WireQuestion, metal: str | None) -> str:
    if metal is not None and metal.startswith("cca"):
        return (
            "Its weight is that of copper-clad aluminium: scrape one strand and look at the cut "
            "end."
        )
    if metal == "aluminium":
        return "Its weight is that of aluminium."
    if metal is not None:
        return "Its weight is that of copper."
    if question.weight and question.strands:
        return "Its weight fits no metal of the table: count the strands again."
    return ""
