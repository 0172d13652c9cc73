"""What a duty cycle heats like."""

import math

from euthyne.core.envelope.answer import AnswerFigure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import quantity
from euthyne.core.trade.quantity import CURRENT, PERCENT
from euthyne.core.trade.worked import Working


def what_duty(amps: float, duty_percent: float) -> Sum:
    """The steady current that heats a lead as a duty cycle does."""
    heating = amps * math.sqrt(duty_percent / 100)
    return Sum(
        (AnswerFigure("Heats as", heating, "A"), AnswerFigure("Drops volts as", amps, "A")),
        "Volt drop goes by the full current. On a ten-minute cycle a thin lead heats more than "
        "this says.",
        (ScaleMark(amps, "while it works", "given"), ScaleMark(heating, "heats as", "answer")),
        "A",
        workings=(
            Working(
                title="Heating current",
                formula="amps x square root of the duty",
                put_in=f"{amps:g} x sqrt({duty_percent / 100:g})",
                answer=f"{heating:.1f} A",
                source="equal heat over short cycles",
            ),
        ),
    )


INSTRUMENT = Instrument(
    id="duty",
    name="Duty cycle",
    question="What does it heat like?",
    fields=(
        quantity("amps", "Current", CURRENT, "160 A"),
        quantity("duty", "On for", PERCENT, "35 %"),
    ),
    work=lambda v: what_duty(v["amps"], v["duty"]),
    place=6,
)
