"""The volts of a bank, with sign, once its cables are on and before the last bolt."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.polarity import volts_line


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Plus to minus of the whole bank, where what it feeds will be bolted on."""
    limits = proof_limits().source
    if not all(subject.to_fed):
        return ()
    return (
        volts_line(
            "bank",
            "plus to minus of the bank, before the last bolt",
            (subject.volts * limits.low_share, subject.volts * limits.high_share),
            "All cables on but the last; the fuse in, the switch on. Red probe on the cable that goes to plus, "
            "black on the one that goes to minus. A battery turned round takes twice its volts off.",
            limits.source,
            subject.to_fed,
        ),
    )
