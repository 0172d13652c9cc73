"""Each pole of a string, and each coupler across itself."""

from euthyne.core.stages.prove.contact import part_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import At, ProofLine, Subject
from euthyne.core.stages.prove.readings.pole import pole_lines
from euthyne.core.stages.prove.readings.resistance import ResistanceLine

AMPS = 10.0


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each pole and for each coupler."""
    amps = min(AMPS, float(f"{subject.rating_amps:.2g}"))
    couplers = (_coupler(end, amps) for end in subject.ends if end.coupler)
    return (*pole_lines(subject, amps, part_ohm("coupler")), *couplers)


def _coupler(end: At, amps: float) -> ProofLine:
    limits = proof_limits().solar
    return ResistanceLine(
        id=f"coupler-{end.fitting}",
        words=f"coupler at {end.named}, across itself",
        bounds=Band(0.0, limits.coupler_pass_ohm, limits.coupler_fail_ohm),
        how=(
            f"Its own other half clicked in, {amps:g} A through it; a sample with its cable cut "
            "bare just behind each contact. Pierce no insulation."
        ),
        why="one milliohm is a sound pair of one make, five a bad one",
        source=limits.source,
        thinner=None,
        astray="Not clicked, two makes, or a barrel pressed in the wrong die.",
        mandatory=False,
        amps=amps,
        between=((end.contact,), (end.behind,)),
    )
