"""What Brief asks: that of its kind."""

from euthyne.core.plan import Plan
from euthyne.core.trade.question import Question


def asked(plan: Plan) -> tuple[Question, ...]:
    """Everything it asks."""
    return plan.kind.questions
