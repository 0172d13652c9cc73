"""A switch by itself, closed."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.resistance import ResistanceLine, switch_ohm
from euthyne.core.trade.shown import three


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each switch."""
    limits = proof_limits().switch
    sound = switch_ohm(subject.heating_amps)
    return tuple(
        ResistanceLine(
            id=f"switch-{name}",
            words=f"{_called(subject, name)}, across itself, closed",
            bounds=Band(0.0, sound, 2 * sound),
            how="From blade to blade of one pole, closed, worked ten times before. The worse pole.",
            why=f"20 milliohm or 100 mV at {three(subject.heating_amps)} A; twice that is the limit",
            source=limits.source,
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
