"""Polarity by voltmeter, with sign, where a source is there to be measured."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import Between, ProofLine, Subject
from euthyne.core.stages.prove.readings.volts import VoltsLine

CROSSED = "plus and minus are crossed. Stop: nothing is mated. Look at the colours of both ends."
NOTHING = "nothing arrives: a fuse out, a pole open, or the source off."
LOW = "a flat source, another battery than the plan's, or a bad joint under load."
HIGH = "another source than the plan's: do not mate."


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Plus to minus at the load end, before the last bolt."""
    limits = proof_limits().source
    return (
        volts_line(
            "polarity",
            "plus to minus at the far end, before the last bolt",
            (subject.volts * limits.low_share, subject.volts * limits.high_share),
            "Posts brushed bright, acid washed off. Source connected through its fuse, nothing at the far end; red "
            "probe on plus.",
            limits.source,
            (subject.far("+"), subject.far("-")),
        ),
    )


def volts_line(
    key: str,
    words: str,
    band: tuple[float, float],
    how: str,
    source: str,
    between: Between,
    mandatory: bool = True,
) -> VoltsLine:
    """A line of volts with sign, with something plugged in for it."""
    low, high = band
    return VoltsLine(
        id=key,
        words=words,
        low=low,
        high=high,
        crossed=CROSSED,
        nothing=NOTHING,
        low_words=LOW,
        high_words=HIGH,
        how=how,
        why="with sign: minus before the figure is a crossed lead",
        source=source,
        powered=True,
        mandatory=mandatory,
        between=between,
    )
