"""Which sleeve passes the widest and grips the thinnest."""

from euthyne.core.envelope.answer import AnswerFigure, Disc, Instrument, Sum
from euthyne.core.envelope.asked import choice, quantity
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import mm
from euthyne.core.trade.quantity import DIAMETER, SHORT
from euthyne.core.trade.sleeve import SHRINKS, SHRINKS_LINED, cut_mm, ratio_wanted, sleeve_for
from euthyne.core.trade.worked import Working


def what_sleeve(widest_mm: float, thinnest_mm: float, covered_mm: float, adhesive: bool) -> Sum:
    """Which sleeve goes over the widest and grips the thinnest, and how long to cut it.

    Raises Refused.
    """
    if thinnest_mm > widest_mm:
        raise Refused(
            Fault(
                "thinnest", "the thinnest is wider than the widest", "the two the other way round"
            )
        )
    found, ratio = (
        sleeve_for(widest_mm, thinnest_mm, adhesive),
        ratio_wanted(widest_mm, thinnest_mm),
    )
    long = cut_mm(covered_mm, adhesive)
    work = Working(
        title="Cut length",
        formula="covered length / (1 - what it draws in along its length)",
        put_in=f"{covered_mm:g} / (1 - {SHRINKS_LINED if adhesive else SHRINKS:g})",
        answer=f"{mm(long):.0f}",
        source="10 % usual, 13 % adhesive-lined; generic, check your part",
    )
    cut = AnswerFigure("Cut it", long, "mm", 0)
    things = (
        Disc("widest", f"{mm(widest_mm):g}", widest_mm),
        Disc("thinnest", f"{mm(thinnest_mm):g}", thinnest_mm),
    )
    if found is None:
        said = (
            f"No single size does both: {ratio:.1f} to 1 would. Take two layers, or a sleeve "
            "of a higher ratio."
        )
        return Sum((AnswerFigure("Sleeve", "none"), cut), said, workings=(work,), discs=things)
    before = Disc(
        "sleeve, before",
        f"{mm(found.expanded_mm):g} bore",
        found.expanded_mm + 1,
        found.expanded_mm,
    )
    after = Disc(
        "sleeve, after",
        f"{mm(found.recovered_mm):g} bore",
        found.recovered_mm + 1.6,
        found.recovered_mm,
    )
    lined = ""
    if found.adhesive:
        lined = ", adhesive-lined"
    said = (
        f"{mm(found.expanded_mm):g} {found.ratio}{lined} passes the widest with a tenth to spare "
    )
    said += "and grips the thinnest."
    figures = (
        AnswerFigure("Sleeve", f"{mm(found.expanded_mm):g}"),
        AnswerFigure("Ratio", found.ratio),
        cut,
    )
    return Sum(figures, said, workings=(work,), discs=(before, things[0], after, things[1]))


INSTRUMENT = Instrument(
    id="sleeve",
    name="Sleeve",
    question="Which sleeve passes the widest and grips the thinnest?",
    fields=(
        quantity("widest", "Widest it must pass", DIAMETER, "14.6 mm"),
        quantity("thinnest", "Thinnest it must grip", DIAMETER, "11 mm"),
        quantity("covered", "Length it covers", SHORT, "45 mm"),
        choice("adhesive", "Adhesive-lined", ((True, "yes, damp"), (False, "no")), "yes"),
    ),
    work=lambda v: what_sleeve(v["widest"], v["thinnest"], v["covered"], v["adhesive"]),
    place=11,
)
