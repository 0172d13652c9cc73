"""The earth end to end, at a current that a single strand would not carry unnoticed."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Run, Subject
from euthyne.core.stages.prove.readings.resistance import (
    ResistanceLine,
    band_of,
    crossed,
    thinner_one,
)
from euthyne.core.trade.shown import three

ASTRAY = "Flex one end at a time: the end where the figure moves is the bad one."


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """The line of the earth, where there is one."""
    return tuple(_line(subject, run) for run in subject.runs if run.earth)


def _line(subject: Subject, run: Run) -> ProofLine:
    low, copper = band_of(run, subject.room_c)
    limits = proof_limits().earth
    added, _ = crossed(run, subject.heating_amps)
    limit = copper + limits.over_conductor_ohm
    return ResistanceLine(
        id=f"earth-{run.name}" if run.again else "earth",
        core=run.name,
        twins="cores",
        words=f"{run.said}, end to end, 200 mA or more",
        bounds=Band(low, min(copper + added, limit), limit),
        how=subject.at_each
        + "Earth pin to earth contact, flexing both ends. Every sound joint stays still.",
        why=f"the core alone is {three(copper)} ohm at most; 0.1 ohm more is the limit",
        source=limits.source,
        thinner=thinner_one(run, subject.room_c),
        astray=ASTRAY,
        between=((run.a,), (run.b,)),
    )
