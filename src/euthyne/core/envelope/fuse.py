"""Which fuse guards a load and its cable."""

from euthyne.core.envelope.answer import Figure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import AMPS, FAMILIES, choice, quantity
from euthyne.core.trade.protection import families, smallest_carrying
from euthyne.core.trade.quantity import CURRENT
from euthyne.core.trade.worked import Working


def what_fuse(family: str, amps: float, rating_amps: float) -> Sum:
    """The smallest usual fuse that carries a load, held against what the cable carries."""
    fuse = smallest_carrying(family, amps)
    found = families()[family]
    if fuse is None:
        return Sum((Figure("Fuse", "none"),), f"{found.name} goes up to {max(found.amps):g} A.")
    fits = fuse <= rating_amps
    said = "It is larger than the cable carries: a larger cable, or a smaller load."
    if fits:
        said = "It carries the load and guards the cable."
    marks = [
        ScaleMark(amps, "load", "given"),
        ScaleMark(fuse, "fuse", "answer"),
        ScaleMark(rating_amps, "cable", "limit"),
    ]
    if family == "blade-32v":
        said += f" A blade carries 80 % of its figure for long: {fuse * 0.8:g} A."
        marks.append(ScaleMark(fuse * 0.8, "for long", "quiet"))
    return Sum(
        (
            Figure("Fuse", fuse, "A", 0),
            Figure("Made for", f"{found.volts:g} V {found.kind}"),
            Figure("Breaks", found.breaking_capacity_ka, "kA", 0),
        ),
        said,
        tuple(marks),
        "A",
        workings=(
            Working(
                title="Fuse",
                formula="load <= fuse <= what the cable carries",
                put_in=f"{amps:g} <= {fuse:g} <= {rating_amps:g}",
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
