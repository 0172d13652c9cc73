"""Each joint of a heavy mains lead by itself, read in the build: from its contact to the bare copper
behind its clamp.
"""

from euthyne.core.stages.prove.contact import contact_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.pole import LIMITED
from euthyne.core.stages.prove.readings.resistance import Heats, ResistanceLine


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each joint of a lead from 50 A up; a rise of its end at its load stands in for it."""
    limits = proof_limits().joint
    if subject.rating_amps < limits.from_amps:
        return ()
    amps, most = float(limits.amps), contact_ohm(subject.heating_amps)
    return tuple(
        ResistanceLine(
            id=f"joint-{end.fitting}-{name}",
            words=f"joint of the {words} core at {end.named}, by itself",
            bounds=Band(0.0, most, 2 * most),
            how=(
                f"Four wires, while its body is open: {amps:g} A or more through it {LIMITED}; the "
                "millivolts from its contact to the bare copper behind its clamp."
            ),
            why="what burns 2.5 W at its rating is the most a sound one has; twice that is the limit",
            source=limits.source,
            thinner=None,
            astray="Slack the screw, look at the copper, tighten it to its torque.",
            heats=Heats(0.0, subject.heating_amps),
            instead=f"warm-{end.fitting}",
            amps=amps,
            between=((contact,), (behind,)),
        )
        for end in subject.ends
        for name, words, contact, behind in end.joints
    )
