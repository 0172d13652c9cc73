"""What no insulation tester is put to: each conductor to all others, by an ordinary ohmmeter."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import ProofLine, Run, Subject
from euthyne.core.stages.prove.readings.megohm import InsulationLine


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Each conductor to all others joined; the last was measured against when they were."""
    return tuple(_line(subject, run) for run in subject.carrying[:-1])


def _line(subject: Subject, run: Run) -> ProofLine:
    limits = proof_limits().clear
    return InsulationLine(
        id=f"clear-{run.name}",
        words=f"{run.words} to all others joined, by ohmmeter",
        fail_under=limits.least_megohm,
        watch_under=limits.least_megohm,
        how="Its highest range, both ends open, hands off the probes.",
        why="both ends in the air, it reads open: a strand or a burr reads less",
        source=limits.source,
        mandatory=False,
        between=((run.a,), tuple(x.a for x in subject.carrying if x is not run)),
    )
