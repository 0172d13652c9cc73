"""Open volts of a string, with sign, where it is installed."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.polarity import volts_line

HOW = (
    "Installed, by its own procedure: isolator open, by day; a voltmeter of its volts, red probe on "
    "plus. Never amps by a multimeter, never parted under load."
)


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Plus to minus at the controller's end, open."""
    limits = proof_limits().open
    band = (subject.volts * limits.low_share, subject.volts * limits.high_share)
    words = "open volts, plus to minus, installed"
    ends = (subject.far("+"), subject.far("-"))
    return (volts_line("polarity", words, band, HOW, limits.source, ends, mandatory=False),)
