"""The housing that one contact goes into."""

from euthyne.core.checks.found import Said, check
from euthyne.core.kinds.one_termination import OneBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan


@check(
    "stop",
    Stage.BRIEF,
    why="A contact in the wrong way feeds another circuit, and seldom comes out again.",
    clears="The number of its ways, or of the one it goes into, put right.",
)
def no_such_way(plan: Plan) -> Said | None:
    """A contact for a way that its housing has not."""
    told = OneBrief.of(plan.lead.brief)
    if told.cavity is None or told.connector_ways is None or told.cavity <= told.connector_ways:
        return None
    text = f"The housing has {told.connector_ways} ways; way {told.cavity} is none of them."
    return Said("No such way", text)
