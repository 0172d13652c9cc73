"""Insulation of each pin of a signal lead, at no more volts than its parts take."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.apart import way_lines
from euthyne.core.stages.prove.readings.line import ProofLine, Subject


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each pin, nothing connected."""
    limits = proof_limits().ways
    return way_lines(subject, limits.signal_test_volts, limits.source, limits.alone_megohm)
