"""Each conductor of a charger lead end to end, the pack and the charger off."""

from euthyne.core.stages.prove.readings.core import core_lines
from euthyne.core.stages.prove.readings.line import ProofLine, Subject

HOW = "Pack and charger off it. One probe at each end, test leads zeroed; flex both ends."


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for plus, minus and each tap."""
    return core_lines(subject, "tap", HOW)
