"""Each core end to end, against what its copper and sound contacts give."""

from euthyne.core.stages.prove.contact import part_ohm
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Run, Subject
from euthyne.core.stages.prove.readings.resistance import (
    Heats,
    ResistanceLine,
    band_of,
    crossed,
    thinner_one,
)
from euthyne.core.trade.figure import celsius, metres
from euthyne.core.trade.shown import three
from euthyne.data.tables import toml

# what a plug fuse burns at its rating at most, BS 1362; cold it has about half that resistance
FUSE_WATTS = 1.0
ASTRAY = (
    "Flex one end at a time while reading: where it jumps, the joint is bad. "
    "If it is still, look at the size."
)
SOURCE = (
    "contacts by the smallest of 20 milliohm, 100 mV and 2.5 W at its amps, good practice, generic"
)
HOW = "One probe at each end of the core, test leads zeroed. Flex both ends while you read."


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each core that carries current."""
    return core_lines(subject, "mains")


def core_lines(subject: Subject, contacts: str, how: str = HOW) -> tuple[ProofLine, ...]:
    """A line for each core that carries current, with contacts of a kind on its way."""
    return tuple(_line(subject, run, contacts, how) for run in subject.every_way)


def _line(subject: Subject, run: Run, contacts: str, how: str) -> ProofLine:
    low, copper = band_of(run, subject.room_c)
    amps = subject.heating_amps
    added, largest = crossed(run, amps, part_ohm(contacts))
    most = copper + added
    path = f"{metres(run.length_m):.2f} of {run.wire.words} at {celsius(subject.room_c):g}"
    return ResistanceLine(
        id=f"core-{run.name}",
        core=run.name,
        twins="cores",
        mandatory=subject.salvaged,
        words=f"{run.said} core, end to end",
        bounds=Band(low, most, most + largest),
        how=subject.switch_on + subject.at_each + (_without_its_fuse(run, subject) or how),
        why=f"{path}, and {_on_its_way(run, added)}; the limit is one contact more",
        source=f"{toml('proof-limits.toml')['band']['source']}; {SOURCE}",
        thinner=thinner_one(run, subject.room_c),
        astray=ASTRAY,
        heats=Heats(copper, amps),
        between=((run.a,), (run.b,)),
    )


def _on_its_way(run: Run, added: float) -> str:
    """The contacts on the way of a conductor, with what they may add."""
    switch = " and a switch" if run.switches else ""
    return f"at most {three(added * 1000)} milliohm in {run.joints} contacts{switch}"


def _without_its_fuse(run: Run, subject: Subject) -> str:
    """How the live of a fused end is measured: without its fuse."""
    fuse_amps = subject.fuse_amps
    if run.words != "live" or fuse_amps is None:
        return ""
    taken_out = (
        "Take the fuse out, and probe from the clip on the core's side, not from the pin. "
        "Flex both ends."
    )
    if not subject.fuse_is_a_plugs:
        return taken_out
    alone = FUSE_WATTS / fuse_amps**2
    reads = f"{three(alone * 500)} to {three(alone * 1000)} milliohm (BS 1362, about 1 W at {fuse_amps:g} A)"
    return f"{taken_out} The fuse by itself reads {reads}."
