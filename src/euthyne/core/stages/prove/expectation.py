"""What a sound lead should measure: one line for each reading, with the band it must fall in."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.wire import (
    GAUGES,
    Metal,
    Size,
    at_celsius,
    awg,
    metric,
    metric_resistances,
    ohms_per_m_20,
)
from euthyne.data.tables import toml

LineKind = Literal["core", "earth", "insulation"]
FUSE_WATTS = 1.0  # what a plug fuse burns at its rating at most, BS 1362; cold it has about half that resistance
TO_EARTH = "all that carry current joined, to earth"


@dataclass(frozen=True)
class Line:
    """A reading to take: its id and words, the band in ohm (or the floors in Mohm), how to take it, and why.

    ``thinner`` is the next thinner size and the least it would read, where that can be told from the band.
    """

    id: str
    kind: LineKind
    words: str
    low: float
    high: float
    watch: float
    how: str
    why: str
    source: str
    thinner: tuple[str, float] | None = None


@dataclass(frozen=True)
class Measured:
    """What is measured: conductor size and metal, plain or tinned, length as cut (m), room (C), fuse in a plug (A)."""

    size: Size
    metal: Metal
    tinned: bool
    length_m: float
    room_c: float
    fuse_amps: float | None = None


def band_factors(size: Size) -> tuple[float, float]:
    """Least and most a conductor may measure, as a share of its table value: class maximum, or nominal for a gauge."""
    t = toml("proof-limits.toml")["band"]
    return (
        (t["awg_low"], t["awg_high"]) if size.unit == "AWG" else (t["metric_low"], t["metric_high"])
    )


def core_band_ohm(
    size: Size, metal: Metal, length_m: float, room_c: float, tinned: bool = False
) -> tuple[float, float]:
    """Band a single core's resistance must fall in, without its contacts.

    Parameters: size; metal; length_m, as cut; room_c; tinned, for copper. Returns: least and most, ohm.
    """
    table = length_m * at_celsius(ohms_per_m_20(size, metal, tinned), metal, room_c)
    low, high = band_factors(size)
    return low * table, high * table


def thinner_than(size: Size) -> Size | None:
    """The next thinner size of the same series; None below the thinnest."""
    made = (
        [metric(m) for m in metric_resistances()]
        if size.unit == "mm2"
        else [awg(g) for g in GAUGES]
    )
    below = [s for s in made if s.cross_section_mm2 < size.cross_section_mm2]
    return max(below, key=lambda s: s.cross_section_mm2, default=None)


def expected(cores: tuple[str, ...], what: Measured) -> tuple[Line, ...]:
    """Every line a new mains lead is measured on: its cores, its earth, its insulation.

    Parameters: cores by function; what is measured. Returns: lines, each with its band.
    """
    low, high = core_band_ohm(what.size, what.metal, what.length_m, what.room_c, what.tinned)
    t = toml("proof-limits.toml")
    contacts = 2 * t["contacts"]["mains_end_ohm"]
    kind = "tinned " if what.tinned else ""
    why = f"{what.length_m:.2f} m of {kind}{what.size.name} at {what.room_c:g} °C, and at most 20 mohm of contact at "
    why += "each end"
    lines = [
        Line(
            id=f"core-{c}",
            kind="core",
            words=f"{function_of(c)} core, end to end",
            low=low,
            high=high + contacts,
            watch=high + contacts,
            how=_how(c, what.fuse_amps),
            why=why,
            source=t["band"]["source"],
            thinner=_thinner(what),
        )
        for c in cores
        if c != "E"
    ]
    if "E" in cores:
        lines.append(
            Line(
                id="earth",
                kind="earth",
                words="earth, end to end, 200 mA or more",
                low=low,
                high=high + t["earth"]["over_conductor_ohm"],
                watch=high + contacts,
                how="Earth pin to earth contact, flexing both ends. Every sound joint stays still.",
                why=f"the core alone is {high:.3f} ohm at most; 0.1 ohm more is the limit",
                source=t["earth"]["source"],
                thinner=_thinner(what),
            )
        )
    return (*lines, *_insulation(cores))


def _how(core: str, fuse_amps: float | None) -> str:
    how = "One probe at each end of the core, test leads zeroed. Flex both ends while you read."
    if core != "L" or fuse_amps is None:
        return how
    alone = FUSE_WATTS / fuse_amps**2
    return (
        "Take the fuse out, and probe from the clip on the core's side, not from the pin. Flex both ends. The fuse by "
        f"itself reads {alone * 500:.3g} to {alone * 1000:.3g} mohm (BS 1362, about 1 W at {fuse_amps:g} A)."
    )


def _thinner(what: Measured) -> tuple[str, float] | None:
    less = thinner_than(what.size)
    if less is None:
        return None
    return less.name, core_band_ohm(less, what.metal, what.length_m, what.room_c, what.tinned)[0]


def _insulation(cores: tuple[str, ...]) -> tuple[Line, ...]:
    t = toml("proof-limits.toml")["insulation"]
    volts = t["mains_test_volts"]
    carrying = [c for c in cores if c != "E"]
    pairs = [("insulation-E", TO_EARTH)] if "E" in cores else []
    if len(carrying) == 2:
        one, other = carrying
        pairs.append((f"insulation-{one}{other}", f"{function_of(one)} to {function_of(other)}"))
    else:
        pairs += [
            (f"insulation-{c}", f"{function_of(c)} to the others joined") for c in carrying[:-1]
        ]
    return tuple(
        Line(
            id=key,
            kind="insulation",
            words=f"insulation, {words}",
            low=t["new_fail_megohm"],
            high=float("inf"),
            watch=t["new_watch_megohm"],
            how=f"{volts} V, the lead connected to nothing. Discharge it afterwards.",
            why=f"a new lead under {t['new_fail_megohm']} Mohm is refused, under {t['new_watch_megohm']} Mohm watched",
            source=t["source"],
        )
        for key, words in pairs
    )
