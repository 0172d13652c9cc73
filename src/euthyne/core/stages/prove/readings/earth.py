"""The earth end to end, at a current that a single strand would not carry unnoticed."""

from euthyne.core.stages.prove.readings.line import Line, Run, Subject
from euthyne.core.stages.prove.readings.resistance import (
    ResistanceLine,
    band_of,
    contact_ohm,
    thinner_one,
)
from euthyne.data.tables import toml

ASTRAY = "Flex one end at a time: the end where the figure moves is the bad one."


def lines(subject: Subject) -> tuple[Line, ...]:
    """The line of the earth, where there is one."""
    return tuple(_line(subject, run) for run in subject.runs if run.earth)


def _line(subject: Subject, run: Run) -> Line:
    low, high = band_of(run, subject.room_c)
    limits = toml("proof-limits.toml")["earth"]
    return ResistanceLine(
        id="earth",
        words="earth, end to end, 200 mA or more",
        low=low,
        high=high + limits["over_conductor_ohm"],
        watch=high + 2 * contact_ohm(),
        how="Earth pin to earth contact, flexing both ends. Every sound joint stays still.",
        why=f"the core alone is {high:.3f} ohm at most; 0.1 ohm more is the limit",
        source=limits["source"],
        thinner=thinner_one(run, subject.room_c),
        astray=ASTRAY,
        between=((run.a,), (run.b,)),
    )
