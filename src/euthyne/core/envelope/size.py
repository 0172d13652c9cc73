"""What size carries it."""

from euthyne.core.envelope.answer import AnswerFigure, Instrument, Sum
from euthyne.core.envelope.asked import AMPS, BASIS, LOSS, RUN, SUPPLY, SYSTEM
from euthyne.core.envelope.path import brief_of, candidate, drop_working
from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.sizing.drop import longest_run_m
from euthyne.core.sizing.size import size
from euthyne.core.trade.wire import size_words


def what_size(brief: SizingBrief) -> Sum:
    """The smallest size that carries a current over a run within a loss."""
    answer = size(brief)
    if answer.chosen is None:
        return Sum(
            (AnswerFigure("Size", "none"),), answer.findings[-1].text, brief=brief, sizing=answer
        )
    taken = candidate(answer, answer.chosen.size)
    return Sum(
        (
            AnswerFigure("Size", size_words(taken.size)),
            AnswerFigure("Loses", taken.drop_percent, "%"),
            AnswerFigure("Carries", taken.rating_amps, "A", limit="most"),
            AnswerFigure(
                "Goes at most", longest_run_m(brief, taken.drop_percent), "m", limit="most"
            ),
        ),
        f"Decided by {answer.chosen.decided_by.replace('-', ' ')}.",
        workings=(drop_working(brief, taken),),
        brief=brief,
        sizing=answer,
        taken=taken.size,
    )


INSTRUMENT = Instrument(
    id="size",
    name="What size",
    question="What size carries it?",
    fields=(SYSTEM, SUPPLY, AMPS, RUN, LOSS, BASIS),
    work=lambda v: what_size(brief_of(v)),
    place=1,
)
