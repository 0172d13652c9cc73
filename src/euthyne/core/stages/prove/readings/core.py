"""Each core end to end, against what its copper and sound contacts give."""

from euthyne.core.stages.prove.readings.line import Line, Measured
from euthyne.core.stages.prove.readings.resistance import (
    ResistanceLine,
    band_of,
    contacts_ohm,
    thinner_one,
)
from euthyne.core.trade.corewords import function_of
from euthyne.data.tables import toml

# what a plug fuse burns at its rating at most, BS 1362; cold it has about half that resistance
FUSE_WATTS = 1.0
ASTRAY = (
    "Flex one end at a time while reading: where it jumps, the joint is bad. "
    "If it is still, look at the size."
)


def lines(cores: tuple[str, ...], measured: Measured) -> tuple[Line, ...]:
    """A line for each core that carries current."""
    low, high = band_of(measured)
    most = high + contacts_ohm()
    metres = f"{measured.length_m:.2f} m of {measured.wire.words} at {measured.room_c:g} °C"
    return tuple(
        ResistanceLine(
            id=f"core-{core}",
            core=core,
            words=f"{function_of(core)} core, end to end",
            low=low,
            high=most,
            watch=most,
            how=_how(core, measured.fuse_amps),
            why=f"{metres}, and at most 20 mohm of contact at each end",
            source=toml("proof-limits.toml")["band"]["source"],
            thinner=thinner_one(measured),
            astray=ASTRAY,
        )
        for core in cores
        if core != "E"
    )


def _how(core: str, fuse_amps: float | None) -> str:
    """How a core is measured; the live of a fused plug without its fuse."""
    if core != "L" or fuse_amps is None:
        return (
            "One probe at each end of the core, test leads zeroed. Flex both ends while you read."
        )
    alone = FUSE_WATTS / fuse_amps**2
    reads = f"{alone * 500:.3g} to {alone * 1000:.3g} mohm (BS 1362, about 1 W at {fuse_amps:g} A)"
    return (
        "Take the fuse out, and probe from the clip on the core's side, not from the pin. "
        f"Flex both ends. The fuse by itself reads {reads}."
    )
