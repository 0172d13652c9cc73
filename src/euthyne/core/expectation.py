"""What a sound lead should measure: one line for each reading, with the band it must fall in."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.conductor import Metal, Size, at_celsius, ohms_per_m_20
from euthyne.core.corewords import function_of
from euthyne.data.tables import toml

LineKind = Literal["core", "earth", "insulation"]


@dataclass(frozen=True)
class Line:
    """A reading to take: its id and words, the band in ohm (or the floors in Mohm), how to take it, and why."""

    id: str
    kind: LineKind
    words: str
    low: float
    high: float
    watch: float
    how: str
    why: str
    source: str


def band_factors(size: Size) -> tuple[float, float]:
    """Least and most a conductor may measure, as a share of its table value: class maximum, or nominal for a gauge."""
    t = toml("proof-limits.toml")["band"]
    return (t["awg_low"], t["awg_high"]) if size.unit == "AWG" else (t["metric_low"], t["metric_high"])


def core_band_ohm(
    size: Size, metal: Metal, length_m: float, room_c: float, tinned: bool = False
) -> tuple[float, float]:
    """Band a single core's resistance must fall in, without its contacts.

    Parameters: size; metal; length_m, as cut; room_c. Returns: least and most, ohm.
    """
    table = length_m * at_celsius(ohms_per_m_20(size, metal, tinned), metal, room_c)
    low, high = band_factors(size)
    return low * table, high * table


def expected(
    cores: tuple[str, ...], size: Size, metal: Metal, length_m: float, room_c: float, mains_amps: float
) -> tuple[Line, ...]:
    """Every line a new mains lead is measured on: its cores, its earth, its insulation.

    Parameters: cores by function; conductor size and metal; length as cut (m); room (C); the lead's amps.
    Returns: lines, each with its band.
    """
    low, high = core_band_ohm(size, metal, length_m, room_c)
    t = toml("proof-limits.toml")
    contacts = 2 * t["contacts"]["mains_end_ohm"]
    why = f"{length_m:.2f} m of {size.name} at {room_c:g} °C, and at most 20 mohm of contact at each end"
    lines = [
        Line(f"core-{c}", "core", f"{function_of(c)} core, end to end", low, high + contacts, high + contacts,
             "One probe at each end of the core, test leads zeroed. Flex both ends while you read.",
             why, t["band"]["source"])
        for c in cores
        if c != "E"
    ]  # fmt: skip
    if "E" in cores:
        over = t["earth"]["over_conductor_ohm"]
        lines.append(
            Line("earth", "earth", "earth, end to end, 200 mA or more", low, high + over, high + contacts,
                 "Earth pin to earth contact, flexing both ends. Every sound joint stays still.",
                 f"the core alone is {high:.3f} ohm at most; 0.1 ohm more is the limit", t["earth"]["source"])
        )  # fmt: skip
    return (*lines, *_insulation(cores))


def _insulation(cores: tuple[str, ...]) -> tuple[Line, ...]:
    t = toml("proof-limits.toml")["insulation"]
    volts = t["mains_test_volts"]
    how = f"{volts} V, the lead connected to nothing. Discharge it afterwards."
    why = f"a new lead under {t['new_fail_megohm']} Mohm is refused, under {t['new_watch_megohm']} Mohm watched"
    pairs = [("insulation-LN", "live to neutral")]
    if "E" in cores:
        pairs.insert(0, ("insulation-E", "live and neutral together to earth"))
    return tuple(
        Line(key, "insulation", f"insulation, {words}", t["new_fail_megohm"], float("inf"), t["new_watch_megohm"],
             how, why, t["source"])
        for key, words in pairs
    )  # fmt: skip
