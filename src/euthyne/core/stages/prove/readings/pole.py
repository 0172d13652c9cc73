"""Each pole of a heavy lead end to end, by millivolts at a known current."""

from euthyne.core.stages.prove.contact import contact_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Run, Subject, Twins
from euthyne.core.stages.prove.readings.resistance import (
    Heats,
    ResistanceLine,
    band_of,
    barrel_ohm,
    thinner_one,
)
from euthyne.core.trade.figure import celsius, metres

LIMITED = "from a current-limited supply, never straight from a battery"
ASTRAY = "Read each joint by itself: the worse one is cut off and made anew. Pierce no insulation."


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each pole, at the amps of a battery lead."""
    return pole_lines(subject, amps_through(subject))


def pole_lines(subject: Subject, amps: float, coupled_ohm: float = 0.0) -> tuple[ProofLine, ...]:
    """A line for each pole, read at so many amps; ``coupled_ohm`` is added for each coupler."""
    return tuple(
        end_to_end(subject, run, f"{run.words} pole", amps, coupled_ohm, twins="poles")
        for run in subject.carrying
    )


def amps_through(subject: Subject) -> float:
    """What a heavy cable is read at: no more than the thinnest thing in the path carries."""
    most = float(f"{min(subject.rating_amps, 1000.0):.2g}")
    return min(proof_limits().poles.amps[1], most)


def end_to_end(
    subject: Subject,
    run: Run,
    words: str,
    amps: float,
    coupled_ohm: float = 0.0,
    twins: Twins = "",
) -> ProofLine:
    """A conductor end to end, at so many amps; ``words`` say which, ``twins`` what it is held against."""
    limits = proof_limits().poles
    low, cable = band_of(run, subject.room_c)
    rated = subject.heating_amps
    barrel = contact_ohm(rated, barrel_ohm(run.wire, subject.room_c))
    coupler = contact_ohm(rated, coupled_ohm) if coupled_ohm else 0.0
    top = cable + run.joints * barrel + 2 * coupler
    # Two rules give a limit, and the smaller holds: what one bad joint adds, and a share of the whole.
    by_joint, by_share = top + max(barrel, coupler), top * limits.fail_over
    path = f"{metres(run.length_m):.2f} of {run.wire.words} at {celsius(subject.room_c):g}"
    joints = f"{run.joints} barrels" + (" and two couplers" if coupler else "")
    rule = "one joint more" if by_joint < by_share else "a fifth more"
    return ResistanceLine(
        id=f"pole-{run.name}",
        core=run.name,
        twins=twins,
        instead=f"rise-{run.name}",
        words=f"{words}, end to end",
        bounds=Band(low, top * limits.watch_over, min(by_joint, by_share)),
        how=(
            f"Four wires: {amps:g} A through it {LIMITED}; the millivolts from contact to contact, "
            "inside the clips that carry the current."
        ),
        why=f"{path}, and {joints}; the limit is {rule}",
        source=limits.source,
        thinner=thinner_one(run, subject.room_c),
        astray=ASTRAY,
        heats=Heats(cable, rated),
        amps=amps,
        between=((run.a,), (run.b,)),
    )
