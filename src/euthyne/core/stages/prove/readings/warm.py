"""How warm a welding coupler runs over its own cable, after a weld."""

from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.rise import rise_lines


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each lead."""
    return rise_lines(subject, "coupler", "its coupler over its cable", "coupler")
