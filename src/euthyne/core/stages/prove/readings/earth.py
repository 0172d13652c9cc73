"""The earth end to end, at a current that a single strand would not carry unnoticed."""

from euthyne.core.stages.prove.readings.line import Line, Measured
from euthyne.core.stages.prove.readings.resistance import (
    ResistanceLine,
    band_of,
    contacts_ohm,
    thinner_one,
)
from euthyne.data.tables import toml


def lines(cores: tuple[str, ...], measured: Measured) -> tuple[Line, ...]:
    """The line of the earth, where there is one."""
    if "E" not in cores:
        return ()
    low, high = band_of(measured)
    limits = toml("proof-limits.toml")["earth"]
    earth = ResistanceLine(
        id="earth",
        words="earth, end to end, 200 mA or more",
        low=low,
        high=high + limits["over_conductor_ohm"],
        watch=high + contacts_ohm(),
        how="Earth pin to earth contact, flexing both ends. Every sound joint stays still.",
        why=f"the core alone is {high:.3f} ohm at most; 0.1 ohm more is the limit",
        source=limits["source"],
        thinner=thinner_one(measured),
        astray="Flex one end at a time: the end where the figure moves is the bad one.",
    )
    return (earth,)
