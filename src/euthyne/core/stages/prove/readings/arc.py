"""Each lead of a welder end to end, at fifty amps."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.pole import end_to_end


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each lead."""
    amps = proof_limits().poles.welding_amps
    through = float(min(amps, subject.rating_amps))
    return tuple(
        end_to_end(subject, run, run.words, through, twins="poles") for run in subject.carrying
    )
