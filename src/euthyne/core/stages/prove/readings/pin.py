"""Each line of a pin list end to end."""

from euthyne.core.stages.prove.readings.core import core_lines
from euthyne.core.stages.prove.readings.line import ProofLine, Subject


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each pin that is wired."""
    return core_lines(subject, "pin")
