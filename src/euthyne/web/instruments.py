"""The instruments of the Envelope: the fields each asks for, and the sum each does."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from euthyne.core import envelope
from euthyne.core.envelope import Figure, ScaleMark, Sum
from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.trade.clearing import Guard
from euthyne.core.trade.heat import Cable
from euthyne.core.trade.identify import Measured, Outside, Strands, Weighed, WireQuestion, identify
from euthyne.core.trade.protection import families
from euthyne.core.trade.quantity import (
    AREA,
    CELSIUS,
    CURRENT,
    DIAMETER,
    LENGTH,
    OHMS,
    PERCENT,
    POWER,
    SHORT,
    VOLTS,
    Measure,
)
from euthyne.core.trade.question import Question
from euthyne.core.trade.rating import bases

MASS = Measure("weight", "g", 0.01, 1e6, "28.5 g", "g")
STRAND = Measure("diameter", "mm", 0.02, 20, "0.25 mm", "mm")
SYSTEMS = (
    ("dc", "DC"),
    ("ac-single", "AC, live and neutral"),
    ("ac-split", "AC 120/240, two hots"),
    ("ac-three", "AC, three-phase"),
)
BASES = tuple((b.name, b.words) for b in bases().values())
FAMILIES = tuple((f.name, f.words) for f in families().values())
AC_FAMILIES = tuple((f.name, f.words) for f in families().values() if f.kind == "AC")
INSULATIONS = (("PVC", "PVC"), ("rubber", "rubber"), ("cross-linked", "cross-linked"))
METALS = (
    ("copper", "copper"),
    ("tinned-copper", "tinned copper"),
    ("aluminium", "aluminium"),
    ("cca-10", "copper-clad, 10 %"),
    ("cca-15", "copper-clad, 15 %"),
)


@dataclass(frozen=True)
class Instrument:
    """One instrument: its name in an address, its question, its fields with what stands in them at first, its sum."""

    id: str
    name: str
    question: str
    fields: tuple[tuple[Question, str], ...]
    work: Callable[[dict[str, Any]], Sum]


def _quantity(
    name: str, label: str, measure: Measure, start: str, optional: bool = False
) -> tuple[Question, str]:
    return Question(name, label, measure=measure, optional=optional, hint=measure.example), start


def _choice(
    name: str, label: str, choices: tuple[tuple[Any, str], ...], start: str
) -> tuple[Question, str]:
    return Question(name, label, "choice", choices=choices), start


SYSTEM = _choice("system", "System", SYSTEMS, "ac-single")
SUPPLY = _quantity("volts", "Supply", VOLTS, "230 V")
AMPS = _quantity("amps", "Current", CURRENT, "13 A")
RUN = _quantity("run", "Run, one way", LENGTH, "25 m")
LOSS = _quantity("loss", "Loss allowed", PERCENT, "5 %")
BASIS = _choice("basis", "Cable", BASES, "rubber-60")
SIZE = Question("size", "Size", "size"), "1.5 mm2"


def _brief(v: dict[str, Any], amps: float | None = None) -> SizingBrief:
    unit = v["size"].unit if "size" in v else None
    return envelope.path_brief(
        v["system"], v["volts"], amps or v["amps"], v.get("run", 1.0), v["basis"], v["loss"], unit
    )


def _wire(v: dict[str, Any]) -> Sum:
    strands = (
        Strands(v["strands"], v["strand"], v["caliper"] or 0.0)
        if v["strands"] and v["strand"]
        else None
    )
    weight = Weighed(v["weighed"], v["weight"]) if v["weighed"] and v["weight"] else None
    ohms = Measured(v["measured"], v["ohms"], v["celsius"]) if v["measured"] and v["ohms"] else None
    outside = Outside(v["outside"], v["cores"] or 1, v["earth"]) if v["outside"] else None
    printed = v["size"].name if v["size"] else None
    found = identify(WireQuestion(printed, strands, weight, ohms, outside))
    marks = [
        ScaleMark(a.low_mm2, f"by {a.by}, {a.mm2:.2f}", "answer", upto=a.high_mm2)
        for a in found.areas
    ]
    if v["size"]:
        marks.append(
            ScaleMark(
                v["size"].cross_section_mm2, f"printed, {printed}".replace("mm2", "mm²"), "limit"
            )
        )
    figures = [Figure(f"By {a.by}", a.mm2, "mm²", 2) for a in found.areas]
    if found.next_down_mm2 or found.next_down_awg:
        figures.append(Figure("Still makes", found.next_down_mm2 or "none"))
        figures.append(Figure("or", found.next_down_awg or "none"))
    if found.metal or found.density_g_cm3:
        figures.append(
            Figure("Metal by weight", dict(METALS).get(found.metal or "", "none of the table"))
        )
    said = found.text or "Count and measure: strands, a weight, a resistance, or the outside."
    cables = tuple(c.cable for c in found.cables[:6])
    return Sum(tuple(figures), said, tuple(marks) if found.areas else (), "mm²", extra=cables)


def _heat(v: dict[str, Any]) -> Sum:
    cable = Cable(v["size"], v["cores"], min(v["cores"], 2), v["outside"], v["metal"])
    return envelope.what_heat(cable, v["amps"], v["ambient"], v["limit"])


def _earth(v: dict[str, Any]) -> Sum:
    guard = Guard(v["family"], v["amps"], v["curve"])
    return envelope.what_earth_length(
        v["size"], envelope.FaultPath(v["volts"], v["loop"], guard, v["insulation"])
    )


CORES = Question("cores", "Cores", "whole", bounds=(1, 60)), "3"
INSTRUMENTS = (
    Instrument(
        "size",
        "What size",
        "What size carries it?",
        (SYSTEM, SUPPLY, AMPS, RUN, LOSS, BASIS),
        lambda v: envelope.what_size(_brief(v)),
    ),
    Instrument(
        "drop",
        "What drop",
        "What does this size lose, and how far does it go?",
        (SIZE, SYSTEM, SUPPLY, AMPS, RUN, LOSS, BASIS),
        lambda v: envelope.what_drop(_brief(v), v["size"].name),
    ),
    Instrument(
        "current",
        "What current",
        "How much may this size carry that far?",
        (SIZE, SYSTEM, SUPPLY, RUN, LOSS, BASIS),
        lambda v: envelope.what_current(_brief(v, 1.0), v["size"].name),
    ),
    Instrument(
        "gauge",
        "mm² and AWG",
        "What is this size in the other units?",
        (SIZE,),
        lambda v: envelope.what_gauge(v["size"]),
    ),
    Instrument(
        "amps",
        "Watts to amps",
        "What current does it draw?",
        (
            _quantity("watts", "Power", POWER, "2300 W"),
            SUPPLY,
            _choice(
                "pf", "Power factor", ((1.0, "1"), (0.9, "0.9"), (0.8, "0.8"), (0.6, "0.6")), "1"
            ),
            _quantity("efficiency", "Efficiency", PERCENT, "100 %"),
        ),
        lambda v: envelope.what_amps(v["watts"], v["volts"], v["pf"], v["efficiency"] / 100),
    ),
    Instrument(
        "duty",
        "Duty cycle",
        "What does it heat like?",
        (
            _quantity("amps", "Current", CURRENT, "160 A"),
            _quantity("duty", "On for", PERCENT, "35 %"),
        ),
        lambda v: envelope.what_duty(v["amps"], v["duty"]),
    ),
    Instrument(
        "fuse",
        "Fuse",
        "Which fuse guards it?",
        (
            AMPS,
            _quantity("rating", "The cable carries", CURRENT, "16 A"),
            _choice("family", "Family", FAMILIES, "bs1362-plug"),
        ),
        lambda v: envelope.what_fuse(v["family"], v["amps"], v["rating"]),
    ),
    Instrument(
        "heat",
        "Heat of a coil",
        "How warm does it get, straight and coiled?",
        (
            SIZE,
            CORES,
            _quantity("outside", "Over all", DIAMETER, "8.4 mm"),
            AMPS,
            _quantity("ambient", "Around it", CELSIUS, "30 °C"),
            _quantity("limit", "It may reach", CELSIUS, "60 °C"),
            _choice(
                "metal", "Metal", tuple(m for m in METALS if m[0] != "tinned-copper"), "copper"
            ),
        ),
        _heat,
    ),
    Instrument(
        "earth",
        "Fault length",
        "How far out does a fault to earth still clear in time?",
        (
            SIZE,
            _quantity("volts", "Volts to earth", VOLTS, "230 V"),
            _quantity("loop", "Loop up to the lead", OHMS, "0.8 ohm"),
            _choice("insulation", "Insulation", INSULATIONS, "rubber"),
            _choice("family", "Guarded by", AC_FAMILIES, "breaker-iec"),
            _quantity("amps", "Its rating", CURRENT, "16 A"),
            _choice("curve", "Curve", (("B", "B"), ("C", "C"), ("D", "D")), "C"),
        ),
        _earth,
    ),
    Instrument(
        "die",
        "Die and lug",
        "Does this die close on enough metal?",
        (
            _quantity("outside", "Barrel, outside", DIAMETER, "14.5 mm"),
            _quantity("bore", "Barrel, bore", DIAMETER, "10.2 mm"),
            _quantity("copper", "Copper in it", AREA, "50 mm²"),
            _quantity("die", "Closed die, across flats", DIAMETER, "12 mm"),
        ),
        lambda v: envelope.what_die(v["outside"], v["bore"], v["copper"], v["die"]),
    ),
    Instrument(
        "sleeve",
        "Sleeve",
        "Which sleeve passes the widest and grips the thinnest?",
        (
            _quantity("widest", "Widest it must pass", DIAMETER, "14.6 mm"),
            _quantity("thinnest", "Thinnest it must grip", DIAMETER, "11 mm"),
            _quantity("covered", "Length it covers", SHORT, "45 mm"),
            _choice("adhesive", "Adhesive-lined", ((True, "yes, damp"), (False, "no")), "yes"),
        ),
        lambda v: envelope.what_sleeve(v["widest"], v["thinnest"], v["covered"], v["adhesive"]),
    ),
    Instrument(
        "wire",
        "What wire is this?",
        "What wire is this, whatever is printed on it?",
        (
            (Question("size", "Printed on it", "size", optional=True), "10 AWG"),
            (Question("strands", "Strands", "whole", bounds=(1, 10000), optional=True), "37"),
            _quantity("strand", "One strand across", STRAND, "0.36 mm", True),
            _quantity(
                "caliper",
                "Caliper may be out",
                Measure("error", "mm", 0, 1, "0.01 mm", "mm"),
                "0.01 mm",
                True,
            ),
            _quantity("weight", "Bare copper weighs", MASS, "", True),
            _quantity("weighed", "for a length of", LENGTH, "", True),
            _quantity("ohms", "Resistance", OHMS, "", True),
            _quantity("measured", "of a length of", LENGTH, "", True),
            _quantity("celsius", "at", CELSIUS, "20 °C"),
            _quantity("outside", "Over all", DIAMETER, "", True),
            (Question("cores", "Cores", "whole", bounds=(1, 60), optional=True), ""),
            _choice("earth", "A green-yellow core", ((False, "no"), (True, "yes")), "no"),
        ),
        _wire,
    ),
)
