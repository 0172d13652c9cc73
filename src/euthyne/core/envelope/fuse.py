"""Which fuse guards a load and its cable."""

from euthyne.core.envelope.answer import AnswerFigure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import AMPS, FAMILIES, choice, quantity
from euthyne.core.trade.protection import (
    FOR_LONG,
    RUN_AT_A_SHARE,
    STRING_MARGIN,
    families,
    fuse_for,
)
from euthyne.core.trade.quantity import CURRENT
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.worked import Working


def what_fuse(family: str, amps: float, rating_amps: float) -> Sum:
    """The smallest usual fuse that carries a load for long, held against what the cable carries; as a
    lead's own Brief takes it. For a string's fuse the load is its short-circuit current.
    """
    string = family == "solar-gPV"
    fuse = fuse_for(family, amps, amps if string else None)
    found = families()[family]
    if fuse is None:
        return Sum(
            (AnswerFigure("Fuse", "none"),), f"{found.name} goes up to {max(found.amps):g} A."
        )
    fits = fuse <= rating_amps
    said = "It is larger than the cable carries: a larger cable, or a smaller load."
    if fits:
        said = "It carries the load and guards the cable."
    formula = "load <= fuse <= what the cable carries"
    put_in = f"{amps:g} <= {fuse:g} <= {rating_amps:g}"
    marks = [
        ScaleMark(amps, "load", "given"),
        ScaleMark(fuse, "fuse", "answer"),
        ScaleMark(rating_amps, "cable", "limit"),
    ]
    if family in RUN_AT_A_SHARE:
        said += f" It carries 80 % of its figure for long: {at_most(fuse * FOR_LONG)} A."
        formula = "load <= 0.8 x fuse, fuse <= what the cable carries"
        put_in = f"{amps:g} <= 0.8 x {fuse:g}, {fuse:g} <= {rating_amps:g}"
        marks.append(ScaleMark(fuse * FOR_LONG, "for long", "quiet"))
    if string:
        said += f" A string fuse is {STRING_MARGIN:g} times the short-circuit current and up."
        formula = "1.5 x short-circuit current <= fuse <= what the cable carries"
        put_in = f"1.5 x {amps:g} <= {fuse:g} <= {rating_amps:g}"
    return Sum(
        (
            AnswerFigure("Fuse", fuse, "A", 0),
            AnswerFigure("Made for", f"{found.volts:g} V {found.kind}"),
            AnswerFigure("Breaks", found.breaking_capacity_ka, "kA", 0),
        ),
        said,
        tuple(marks),
        "A",
        workings=(
            Working(
                title="Fuse",
                formula=formula,
                put_in=put_in,
                answer="holds" if fits else "does not hold",
                source=found.source,
            ),
        ),
    )


INSTRUMENT = Instrument(
    id="fuse",
    name="Fuse",
    question="Which fuse guards it?",
    fields=(
        AMPS,
        quantity("rating", "The cable carries", CURRENT, "16 A"),
        choice("family", "Family", FAMILIES, "bs1362-plug"),
    ),
    work=lambda v: what_fuse(v["family"], v["amps"], v["rating"]),
    place=7,
)
