"""What a die makes of a lug and its copper."""

import math

from euthyne.core.envelope.answer import AnswerFigure, Disc, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import quantity
from euthyne.core.trade.die import LOOSE_BELOW, USUAL_FROM, USUAL_TO, hexagon_mm2, pressed
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import mm2
from euthyne.core.trade.quantity import AREA, DIAMETER
from euthyne.core.trade.worked import Working


def what_die(outside_mm: float, bore_mm: float, copper_mm2: float, across_flats_mm: float) -> Sum:
    """What a hexagonal die makes of a lug and its copper.

    Raises Refused where the bore is wider than the barrel.
    """
    if bore_mm >= outside_mm:
        raise Refused(
            Fault(
                "bore",
                "the bore is wider than the barrel",
                "the bore, then the outside, both across",
            )
        )
    die = hexagon_mm2(across_flats_mm)
    found = pressed(outside_mm, bore_mm, copper_mm2, die)
    marks = (
        ScaleMark(found.ratio, "this die", "answer"),
        ScaleMark(LOOSE_BELOW, "loose below", "limit"),
        ScaleMark(USUAL_FROM, "usual", "quiet", upto=USUAL_TO),
        ScaleMark(max(USUAL_TO * 1.2, found.ratio * 1.1), "flash, cracks", "quiet"),
    )
    ring = Disc(
        words="barrel and copper",
        figure=f"{mm2(found.metal_mm2):.0f} of metal",
        outside_mm=outside_mm,
        bore_mm=bore_mm,
        filled_mm2=copper_mm2,
    )
    hole = Disc("die, closed", f"{mm2(die):.0f}", math.sqrt(4 * die / math.pi))
    work = Working(
        title="Press ratio",
        formula="(barrel section + copper) / closed die area",
        put_in=f"(0.785 x ({outside_mm:g}² - {bore_mm:g}²) + {copper_mm2:g}) / {die:.1f}",
        answer=f"{found.ratio:.3f}",
        source="geometry; 1.02 to 1.20 usual: advice, the maker's die code decides",
    )
    figures = (
        AnswerFigure("Press ratio", found.ratio, "", 2),
        AnswerFigure("Copper fills", found.fill * 100, "% of the bore", 0),
        AnswerFigure("It is", found.verdict),
    )
    return Sum(figures, found.words, marks, workings=(work,), discs=(ring, hole))


INSTRUMENT = Instrument(
    id="die",
    name="Die and lug",
    question="Does this die close on enough metal?",
    fields=(
        quantity("outside", "Barrel, outside", DIAMETER, "14.5 mm"),
        quantity("bore", "Barrel, bore", DIAMETER, "10.2 mm"),
        quantity("copper", "Copper in it", AREA, "50 mm²"),
        quantity("die", "Closed die, across flats", DIAMETER, "12 mm"),
    ),
    work=lambda v: what_die(v["outside"], v["bore"], v["copper"], v["die"]),
    place=10,
)
