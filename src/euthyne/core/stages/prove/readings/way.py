"""Each way of a sealed coupler end to end."""

from euthyne.core.stages.prove.readings.core import core_lines
from euthyne.core.stages.prove.readings.line import ProofLine, Subject

HOW = (
    "A probe that fits the contact at each end, never one that spreads it. "
    "Test leads zeroed; flex both ends while you read."
)


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each way."""
    return core_lines(subject, "way", HOW)
