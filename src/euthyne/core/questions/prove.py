"""What Prove asks beside its readings: the instruments, once."""

from dataclasses import replace

from euthyne.core.plan import Plan
from euthyne.core.trade.quantity import CELSIUS, MILLIVOLTS, OHMS, PERCENT, VOLTS
from euthyne.core.trade.question import Question

FIELDS = (
    Question("proof.room_c", "Room", measure=replace(CELSIUS, high=60.0)),
    Question("proof.zero_ohm", "Test leads alone", measure=replace(OHMS, high=10.0)),
    Question(
        "proof.meter_percent", "Meter, accuracy", measure=replace(PERCENT, low=0.0, high=50.0)
    ),
    Question("proof.meter_step_ohm", "Meter, smallest step", measure=replace(OHMS, high=10.0)),
)
TESTED_AT = Question(
    "proof.tested_volts", "Insulation tested at", measure=VOLTS, optional=True, hint="500 V"
)
TAKEN_WITH = Question(
    "proof.tested_with", "Taken with", "text", bounds=(0, 120), hint="the tester and the meter"
)
MILLIVOLT_STEP = Question("proof.meter_step_mv", "Millivolts, smallest step", measure=MILLIVOLTS)


def asked(plan: Plan) -> tuple[Question, ...]:
    """What is asked once of the instruments: millivolts too where poles are read by them, and at what
    volts insulation is tested.
    """
    asked = list(FIELDS)
    if any(getattr(line, "amps", None) for line in plan.prove.lines):
        asked.append(MILLIVOLT_STEP)
    if any(line.test_volts for line in plan.prove.lines):
        asked.append(TESTED_AT)
    return (*asked, TAKEN_WITH)
