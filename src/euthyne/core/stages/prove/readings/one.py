"""One termination by itself: from bare copper in front of it to its wire a hand's breadth behind."""

from euthyne.core.stages.prove.contact import contact_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import At, ProofLine, Subject
from euthyne.core.stages.prove.readings.resistance import Heats, ResistanceLine
from euthyne.core.trade.figure import mm

BEHIND_MM = 100.0
MOST_AMPS = 10.0


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for the termination that is made."""
    return tuple(_line(subject, end) for end in subject.ends[:1])


def _line(subject: Subject, end: At) -> ProofLine:
    own, most = (
        end.wire.ohms_per_m(subject.room_c) * BEHIND_MM / 1000,
        contact_ohm(subject.heating_amps),
    )
    amps = min(MOST_AMPS, float(f"{subject.rating_amps:.2g}"))
    return ResistanceLine(
        id="one",
        words="the crimp, with a hand's breadth of its wire",
        bounds=Band(0.0, own + most, own + 2 * most),
        how=(
            f"A sample of the same wire, tool and hand; or this one, where its other end is bare: four wires, "
            f"{amps:g} A, from the metal in front of the crimp to bare copper {mm(BEHIND_MM):g} behind it. A wire "
            "that stays in use is not pierced."
        ),
        why=f"{mm(BEHIND_MM):g} of {end.wire.words} and one contact, which is the most a sound one has",
        source=proof_limits().joint.source,
        thinner=None,
        astray="Off with it, and anew: strands nicked, a nest of another size, or tinned copper in a crimp.",
        heats=Heats(own, subject.heating_amps),
        mandatory=False,
        amps=amps,
        between=((end.contact,), (end.behind,)),
    )
