"""What each stage asks of a lead, for whoever asks: a page, the command line, a paper."""

from collections.abc import Callable

from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.questions import brief, conductor, cut, ends, prove
from euthyne.core.trade.question import Question

ASKED: dict[Stage, Callable[[Plan], tuple[Question, ...]]] = {
    Stage.BRIEF: brief.asked,
    Stage.CONDUCTOR: conductor.asked,
    Stage.ENDS: ends.asked,
    Stage.CUT: cut.asked,
    Stage.PROVE: prove.asked,
}
