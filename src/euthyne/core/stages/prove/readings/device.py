"""A new coupler on a device that was there: that it is no short, before anything is mated."""

from euthyne.core.stages.prove.readings.line import Line, Subject
from euthyne.core.stages.prove.readings.resistance import ResistanceLine
from euthyne.data.tables import toml


def _at(subject: Subject, name: str) -> tuple[str, ...]:
    return tuple(run.a for run in subject.runs if run.name == name)


def lines(subject: Subject) -> tuple[Line, ...]:
    """Plus to minus of the device, where it is a device."""
    if subject.on_pack:
        return ()
    limits = toml("proof-limits.toml")["device"]
    return (
        ResistanceLine(
            id="device",
            words="plus to minus of the device, at its new coupler",
            low=limits["short_ohm"],
            high=1e6,
            watch=1e6,
            how="Nothing connected; red probe on plus. Wait until the figure stands still.",
            why=f"under {limits['short_ohm']:g} ohm it is a short",
            source=limits["source"],
            thinner=None,
            astray="",
            short="a short: a strand across, or plus and minus in one barrel. Do not mate.",
            between=(_at(subject, "+"), _at(subject, "-")),
        ),
    )
