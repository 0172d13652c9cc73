"""A metal box, its lid and its plate, to the earth pin."""

from euthyne.core.stages.prove.contact import contact_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.resistance import ResistanceLine, band_of


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each end whose body is metal."""
    earth = next((run for run in subject.runs if run.earth), None)
    if earth is None:
        return ()
    low, high = band_of(earth, subject.room_c)
    limits = proof_limits().earth
    each, limit = contact_ohm(subject.heating_amps), high + limits.over_conductor_ohm
    return tuple(
        ResistanceLine(
            id=f"bond-{end.fitting}",
            words=f"earth pin to the metal of {end.named}: box, lid and plate",
            bounds=Band(low, min(high + 3 * each, limit), limit),
            how="200 mA or more, to bare metal of each: the highest of the three is the reading.",
            why="the earth core and its tails; 0.1 ohm more than the core is the limit",
            source=limits.source,
            thinner=None,
            astray="The tail to that metal: paint under it, or a screw not home.",
            between=((earth.a,), (f"{end.fitting}.body",)),
        )
        for end in subject.ends
        if end.fitting in subject.metal
    )
