"""Each lug against an equal length of its own cable."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import At, ProofLine, Subject
from euthyne.core.stages.prove.readings.resistance import ResistanceLine
from euthyne.core.trade.figure import mm


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each lug: what lies in plastic has no bare copper to come to."""
    return tuple(_line(subject, end) for end in subject.ends if end.joint == "lug")


def _line(subject: Subject, end: At) -> ProofLine:
    limits = proof_limits().poles
    length = mm(limits.lug_mm)
    as_cable = limits.lug_mm / 1000 * end.wire.ohms_per_m(subject.room_c)
    amps = min(100.0, float(f"{subject.rating_amps:.2g}"))
    return ResistanceLine(
        id=f"lug-{end.fitting}",
        words=f"lug at {end.named}",
        bounds=Band(0.0, as_cable * limits.lug_watch, as_cable * limits.lug_fail),
        how=(
            f"Before its sleeve: {amps:g} A through it; from the palm beside the hole to the bare "
            f"cable just behind the barrel, {length}."
        ),
        why=f"as much as {length} of {end.wire.words}; half as much again is a bad press",
        source=limits.source,
        thinner=None,
        astray="This lug is pressed loose, or its strands were not bright: off with it, and anew.",
        mandatory=False,
        in_build=True,
        amps=amps,
        between=((end.contact,), (end.behind,)),
    )
