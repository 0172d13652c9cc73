"""Each lead of a welder end to end, at fifty amps."""

from euthyne.core.stages.prove.readings.line import Line, Subject
from euthyne.core.stages.prove.readings.pole import pole_lines
from euthyne.data.tables import toml


def lines(subject: Subject) -> tuple[Line, ...]:
    """A line for each lead."""
    amps = toml("proof-limits.toml")["poles"]["welding_amps"]
    return pole_lines(subject, float(min(amps, subject.rating_amps)))
