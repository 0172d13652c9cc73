"""A switch by itself, closed."""

from euthyne.core.stages.prove.readings.line import Line, Subject
from euthyne.core.stages.prove.readings.resistance import ResistanceLine
from euthyne.data.tables import toml


def lines(subject: Subject) -> tuple[Line, ...]:
    """A line for each switch."""
    limits = toml("proof-limits.toml")["switch"]
    most = min(limits["fail_ohm"], limits["fail_watts"] / subject.rating_amps**2)
    watch = min(limits["watch_ohm"], most)
    return tuple(
        ResistanceLine(
            id=f"switch-{name}",
            words=f"{_called(subject, name)}, across itself, closed",
            low=0.0,
            high=most,
            watch=watch,
            how="From blade to blade of one pole, closed, worked ten times before. The worse pole.",
            why=f"{limits['fail_watts']:g} W at {subject.rating_amps:.3g} A",
            source=limits["source"],
            thinner=None,
            astray="Its contacts are burnt or dirty: another switch.",
            mandatory=False,
            between=((one,), (other,)),
        )
        for name, one, other in subject.switches
    )


def _called(subject: Subject, name: str) -> str:
    """A switch by its fitting where a lead has several."""
    return "the switch" if len(subject.switches) == 1 else f"the switch {name}"
