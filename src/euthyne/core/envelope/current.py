"""How much a size may carry over a run."""

from dataclasses import replace

from euthyne.core.envelope.answer import AnswerFigure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import BASIS, LOSS, RUN, SIZE, SUPPLY, SYSTEM
from euthyne.core.envelope.path import brief_of, candidate, drop_working
from euthyne.core.sizing.brief import Load, SizingBrief
from euthyne.core.sizing.size import size


def what_current(brief: SizingBrief, name: str) -> Sum:
    """The most a size may carry over a run: by its rating, and by the loss allowed, whichever is
    less.
    """
    rating = candidate(size(brief), name).rating_amps
    low, high = 0.0, rating * 4
    for _ in range(50):
        middle = (low + high) / 2
        c = candidate(size(replace(brief, load=Load(amps=max(middle, 1e-6)))), name)
        if c.drop_percent <= brief.drop_limit_percent:
            low, high = (middle, high)
        else:
            low, high = (low, middle)
    answer = min(low, rating)
    at_most = replace(brief, load=Load(amps=answer))
    taken = size(at_most)
    return Sum(
        (
            AnswerFigure("At most", answer, "A", limit="most"),
            AnswerFigure("by its rating", rating, "A", limit="most"),
            AnswerFigure("by the loss allowed", low, "A", limit="most"),
        ),
        "The rating decides." if rating <= low else "The loss decides.",
        (
            ScaleMark(rating, "rating", "limit"),
            ScaleMark(low, "loss allowed", "limit"),
            ScaleMark(answer, "at most", "answer"),
        ),
        "A",
        workings=(drop_working(at_most, candidate(taken, name)),),
        brief=at_most,
        sizing=taken,
        taken=name,
    )


INSTRUMENT = Instrument(
    id="current",
    name="What current",
    question="How much may this size carry that far?",
    fields=(SIZE, SYSTEM, SUPPLY, RUN, LOSS, BASIS),
    work=lambda v: what_current(brief_of(v, 1.0), v["size"].name),
    place=3,
)
