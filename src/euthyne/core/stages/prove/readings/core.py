"""Each core end to end, against what its copper and sound contacts give."""

from euthyne.core.stages.prove.readings.line import Line, Run, Subject
from euthyne.core.stages.prove.readings.resistance import (
    ResistanceLine,
    band_of,
    contact_ohm,
    thinner_one,
)
from euthyne.data.tables import toml

# what a plug fuse burns at its rating at most, BS 1362; cold it has about half that resistance
FUSE_WATTS = 1.0
ASTRAY = (
    "Flex one end at a time while reading: where it jumps, the joint is bad. "
    "If it is still, look at the size."
)
HOW = "One probe at each end of the core, test leads zeroed. Flex both ends while you read."


def lines(subject: Subject) -> tuple[Line, ...]:
    """A line for each core that carries current."""
    return core_lines(subject, "mains")


def core_lines(subject: Subject, contacts: str, how: str = HOW) -> tuple[Line, ...]:
    """A line for each core that carries current, with contacts of a kind at both ends."""
    return tuple(_line(subject, run, contacts, how) for run in subject.carrying)


def _line(subject: Subject, run: Run, contacts: str, how: str) -> Line:
    low, high = band_of(run, subject.room_c)
    each = contact_ohm(contacts)
    most = high + 2 * each
    metres = f"{run.length_m:.2f} m of {run.wire.words} at {subject.room_c:g} °C"
    return ResistanceLine(
        id=f"core-{run.name}",
        core=run.name,
        twins="cores",
        mandatory=subject.salvaged,
        words=f"{run.words} core, end to end",
        low=low,
        high=most,
        watch=most,
        how=_without_its_fuse(run, subject.fuse_amps) or how,
        why=f"{metres}, and at most {each * 1000:g} milliohm of contact at each end",
        source=toml("proof-limits.toml")["band"]["source"],
        thinner=thinner_one(run, subject.room_c),
        astray=ASTRAY,
        between=((run.a,), (run.b,)),
    )


def _without_its_fuse(run: Run, fuse_amps: float | None) -> str:
    """How the live of a fused plug is measured: without its fuse."""
    if run.name != "L" or fuse_amps is None:
        return ""
    alone = FUSE_WATTS / fuse_amps**2
    reads = (
        f"{alone * 500:.3g} to {alone * 1000:.3g} milliohm (BS 1362, about 1 W at {fuse_amps:g} A)"
    )
    return (
        "Take the fuse out, and probe from the clip on the core's side, not from the pin. "
        f"Flex both ends. The fuse by itself reads {reads}."
    )
