"""What a size loses over a run, and how far it goes."""

from euthyne.core.envelope.answer import AnswerFigure, Instrument, Sum
from euthyne.core.envelope.asked import AMPS, BASIS, LOSS, RUN, SIZE, SUPPLY, SYSTEM
from euthyne.core.envelope.path import brief_of, candidate, drop_working
from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.sizing.drop import longest_run_m
from euthyne.core.sizing.size import size


def what_drop(brief: SizingBrief, name: str) -> Sum:
    """What a size loses over a run, and how far it would go within the loss allowed."""
    answer = size(brief)
    c = candidate(answer, name)
    if c.fits:
        fits = "It fits."
    else:
        fits = "It fails on: " + ", ".join(c.fails) + "."
    return Sum(
        (
            AnswerFigure("Lost", c.drop_volts, "V", 2),
            AnswerFigure("of the supply", c.drop_percent, "%", 2),
            AnswerFigure("Arrives at", brief.supply.volts - c.drop_volts, "V", 1),
            AnswerFigure("Goes at most", longest_run_m(brief, c.drop_percent), "m", limit="most"),
            AnswerFigure("Heat in it", c.loss_watts, "W"),
        ),
        fits,
        workings=(drop_working(brief, c),),
        brief=brief,
        sizing=answer,
        taken=name,
    )


INSTRUMENT = Instrument(
    id="drop",
    name="What drop",
    question="What does this size lose, and how far does it go?",
    fields=(SIZE, SYSTEM, SUPPLY, AMPS, RUN, LOSS, BASIS),
    work=lambda v: what_drop(brief_of(v), v["size"].name),
    place=2,
)
