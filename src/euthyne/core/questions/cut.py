"""What Cut asks: the allowances, how corners were measured, how much of a salvaged piece there is."""

from euthyne.core.lead.paths import value_at
from euthyne.core.plan import Plan
from euthyne.core.trade.figure import metres, mm
from euthyne.core.trade.quantity import LENGTH, PERCENT, SHORT
from euthyne.core.trade.question import Question

FIELDS = (
    Question("cut.slack_percent", "Slack", measure=PERCENT),
    Question("cut.loops_mm", "Service loops, both ends together", measure=SHORT),
    Question("cut.reworks", "Spare tries", "whole", bounds=(0, 10)),
)
ROUND_CORNERS = (
    Question(
        "cut.measured_with",
        "Legs measured with",
        "choice",
        choices=(
            ("string", "a string or soft rule, round the corners"),
            ("tape", "a tape, into each corner"),
        ),
    ),
    Question("cut.bend_mm", "Corners bent to a radius of", measure=SHORT, optional=True),
)

SALVAGED = (
    Question(
        "cable.length_m",
        "The salvaged piece, as found",
        measure=LENGTH,
        optional=True,
        hint=f"{metres(6.2)}",
    ),
    Question(
        "cable.cut_back_mm",
        "Off it: both old ends, and what is damaged",
        measure=SHORT,
        optional=True,
        hint=f"{mm(120)}",
    ),
)


def asked(plan: Plan) -> tuple[Question, ...]:
    """The allowances; and where the run has corners, how they were measured."""
    corners = ROUND_CORNERS if len(plan.cut.legs_m) > 1 else ()
    old = SALVAGED if value_at(plan.lead, "cable.salvaged") else ()
    return FIELDS + corners + old
