"""Each cable of a set end to end, by millivolts at a known current."""

from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.pole import amps_through, end_to_end


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each cable: they are of different lengths, so none is held against another."""
    amps = amps_through(subject)
    return tuple(end_to_end(subject, run, f"cable {run.name}", amps) for run in subject.carrying)
