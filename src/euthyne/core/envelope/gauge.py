"""A size in the other units."""

from euthyne.core.envelope.answer import AnswerFigure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import SIZE
from euthyne.core.trade.wire import (
    GAUGES,
    Size,
    Wire,
    awg,
    circular_mils,
    metric,
    metric_resistances,
)
from euthyne.core.trade.worked import Working
from euthyne.data.tables import rows


def _usual_strands(area: float) -> list[AnswerFigure]:
    """How a metric size is usually stranded; nothing for a size the table has not."""
    for r in rows("conductors-metric.csv"):
        if float(r["cross_section_mm2"]) == area:
            return [AnswerFigure("Usual strands", r["usual_strands"].replace("x", " x "))]
    return []


def what_gauge(given: Size) -> Sum:
    """A size in the other units: mm2, gauge, circular mils, strands."""
    area = given.cross_section_mm2
    metrics, gauges = [metric(m) for m in metric_resistances()], [awg(g) for g in GAUGES]
    up_metric, up_gauge = _next_up(area, metrics), _next_up(area, gauges)
    near = [s for s in metrics + gauges if 0.35 <= s.cross_section_mm2 / area <= 2.6]
    marks = tuple(
        ScaleMark(s.cross_section_mm2, s.printed, "quiet") for s in near if s.name != given.name
    )
    figures = [
        AnswerFigure("Copper", area, "mm²", 3),
        AnswerFigure("Circular mils", circular_mils(area), "cmil", 0),
        AnswerFigure("Next metric up", up_metric),
        AnswerFigure("Next gauge up", up_gauge),
    ]
    if given.unit == "AWG" or area in metric_resistances():
        figures.append(
            AnswerFigure("Along it, at 20 °C", Wire(given).ohms_per_m_20 * 1000, "mohm/m", 2)
        )
    figures += _usual_strands(area)
    return Sum(
        tuple(figures),
        "A bigger gauge number is a thinner wire. A metric size is a maximum resistance; a "
        "gauge is nominal copper.",
        (*marks, ScaleMark(area, given.printed, "answer")),
        "mm²",
        log=True,
        workings=(
            Working(
                title="Circular mils",
                formula="mm² / 0.0005067",
                put_in=f"{area:.4g} / 0.0005067",
                answer=f"{circular_mils(area):.0f} cmil",
                source="ASTM B258: a gauge n is 0.127 mm x 92^((36 - n) / 39) across",
            ),
        ),
    )


def _next_up(area: float, made: list[Size]) -> str:
    return next((s.printed for s in made if s.cross_section_mm2 >= area * 0.999), "none")


INSTRUMENT = Instrument(
    id="gauge",
    name="mm² and AWG",
    question="What is this size in the other units?",
    fields=(SIZE,),
    work=lambda v: what_gauge(v["size"]),
    place=4,
)
