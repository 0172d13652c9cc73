"""What a wire is, whatever is printed on it."""

from dataclasses import replace
from typing import Any

from euthyne.core.envelope.answer import AnswerFigure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import METALS, choice, quantity
from euthyne.core.trade.identify import (
    Measured,
    Outside,
    Strands,
    Weighed,
    WireAnswer,
    WireQuestion,
    identify,
)
from euthyne.core.trade.quantity import CELSIUS, DIAMETER, LENGTH, OHMS, STRAND, Measure
from euthyne.core.trade.question import Question
from euthyne.core.trade.wire import Size

MASS = Measure(word="weight", unit="g", low=0.01, high=1e6, example="28.5 g", shown="g")


def _wire(v: dict[str, Any]) -> Sum:
    question = _question(v)
    found = identify(question)
    said = found.text or "Count and measure: strands, a weight, a resistance, or the outside."
    return Sum(
        figures=tuple(_figures(found)),
        sentence=said,
        marks=_marks(found, v["size"]),
        unit="mm²",
        extra=tuple(c.cable for c in found.cables[:6]),
    )


def _question(v: dict[str, Any]) -> WireQuestion:
    """What was counted and measured; a figure that lacks its other half is not asked about."""
    question = WireQuestion()
    if v["size"]:
        question = replace(question, printed=v["size"].name)
    if v["strands"] and v["strand"]:
        strands = Strands(v["strands"], v["strand"], v["caliper"] or 0.0)
        question = replace(question, strands=strands)
    if v["weighed"] and v["weight"]:
        question = replace(question, weight=Weighed(v["weighed"], v["weight"]))
    if v["measured"] and v["ohms"]:
        measured = Measured(v["measured"], v["ohms"], v["celsius"])
        question = replace(question, resistance=measured)
    if v["outside"]:
        outside = Outside(v["outside"], v["cores"] or 1, v["earth"])
        question = replace(question, outside=outside)
    return question


def _marks(found: WireAnswer, printed: Size | None) -> tuple[ScaleMark, ...]:
    if not found.areas:
        return ()
    marks = [
        ScaleMark(a.low_mm2, f"by {a.by}, {a.mm2:.2f}", "answer", upto=a.high_mm2)
        for a in found.areas
    ]
    if printed:
        words = f"printed, {printed.printed}"
        marks.append(ScaleMark(printed.cross_section_mm2, words, "limit"))
    return tuple(marks)


def _figures(found: WireAnswer) -> list[AnswerFigure]:
    figures = [AnswerFigure(f"By {a.by}", a.mm2, "mm²", 2) for a in found.areas]
    if found.next_down_mm2 or found.next_down_awg:
        figures.append(AnswerFigure("Still makes", found.next_down_mm2 or "none"))
        figures.append(AnswerFigure("or", found.next_down_awg or "none"))
    if found.metal or found.density_g_cm3:
        metal = dict(METALS).get(found.metal or "", "none of the table")
        figures.append(AnswerFigure("Metal by weight", metal))
    return figures


INSTRUMENT = Instrument(
    id="wire",
    name="What wire is this?",
    question="What wire is this, whatever is printed on it?",
    fields=(
        (Question("size", "Printed on it", "size", optional=True), "10 AWG"),
        (Question("strands", "Strands", "whole", bounds=(1, 10000), optional=True), "37"),
        quantity(
            name="strand", label="One strand across", measure=STRAND, start="0.36 mm", optional=True
        ),
        quantity(
            name="caliper",
            label="Caliper may be out",
            measure=Measure(word="error", unit="mm", low=0, high=1, example="0.01 mm", shown="mm"),
            start="0.01 mm",
            optional=True,
        ),
        quantity(name="weight", label="Bare copper weighs", measure=MASS, start="", optional=True),
        quantity(name="weighed", label="for a length of", measure=LENGTH, start="", optional=True),
        quantity(name="ohms", label="Resistance", measure=OHMS, start="", optional=True),
        quantity(name="measured", label="of a length of", measure=LENGTH, start="", optional=True),
        quantity("celsius", "at", CELSIUS, "20 °C"),
        quantity(name="outside", label="Over all", measure=DIAMETER, start="", optional=True),
        (Question("cores", "Cores", "whole", bounds=(1, 60), optional=True), ""),
        choice("earth", "A green-yellow core", ((False, "no"), (True, "yes")), "no"),
    ),
    work=_wire,
    place=12,
)
