"""Each pole of a heavy lead end to end, by millivolts at a known current."""

from euthyne.core.stages.prove.readings.line import Line, Run, Subject
from euthyne.core.stages.prove.readings.resistance import (
    ResistanceLine,
    band_of,
    barrel_ohm,
    thinner_one,
)
from euthyne.data.tables import toml

LIMITED = "from a current-limited supply, never straight from a battery"
ASTRAY = "Read each half from a needle through the insulation at the middle: the worse half has it."


def lines(subject: Subject) -> tuple[Line, ...]:
    """A line for each pole, at the amps of a battery lead."""
    return pole_lines(subject, min(toml("proof-limits.toml")["poles"]["amps"][1], _most(subject)))


def pole_lines(subject: Subject, amps: float, coupled_ohm: float = 0.0) -> tuple[Line, ...]:
    """A line for each pole, read at so many amps; ``coupled_ohm`` is added for each coupler."""
    return tuple(_line(subject, run, amps, coupled_ohm) for run in subject.carrying)


def _most(subject: Subject) -> float:
    """No more than the thinnest thing in the path carries."""
    return float(f"{min(subject.rating_amps, 1000.0):.2g}")


def _line(subject: Subject, run: Run, amps: float, coupled_ohm: float) -> Line:
    limits = toml("proof-limits.toml")["poles"]
    low, cable = band_of(run, subject.room_c)
    top = cable + 2 * (barrel_ohm(run.wire, subject.room_c) + coupled_ohm)
    metres = f"{run.length_m:.2f} m of {run.wire.words} at {subject.room_c:g} °C"
    return ResistanceLine(
        id=f"pole-{run.name}",
        core=run.name,
        twins="poles",
        instead=f"rise-{run.name}",
        words=f"{run.words} pole, end to end",
        low=low,
        high=top * limits["fail_over"],
        watch=top * limits["watch_over"],
        how=(
            f"Four wires: {amps:g} A through it {LIMITED}; the millivolts from palm to palm, "
            "inside the clips that carry the current."
        ),
        why=f"{metres}, and two barrels",
        source=limits["source"],
        thinner=thinner_one(run, subject.room_c),
        astray=ASTRAY,
        amps=amps,
        between=((run.a,), (run.b,)),
    )
