"""Volts a part or a cable is made for, and the volts a lead puts on it."""

import math
import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

System = Literal["ac-single", "ac-split", "ac-three", "dc"]
HARMONISED_DC = 1.5  # DC a harmonised cable takes, as a share of its U; EN 50565-1
BELOW_BAND, ABOVE_BAND = (
    0.95,
    1.06,
)  # how far a supply may stand outside the band moulded on a coupler, IEC 60038


@dataclass(frozen=True)
class MadeFor:
    """Volts something is made for.

    ``to_earth`` (U0) and ``between`` (U) in AC volts; ``dc`` in DC volts, None where the sheet
    gives none; ``lowest`` where a band is moulded on it; all 0 where the volts follow from
    something else.
    """

    to_earth: float
    between: float
    dc: float | None = None
    lowest: float = 0.0


@dataclass(frozen=True)
class OnLead:
    """Volts a lead stands at: to earth, and between its conductors; whether they are direct."""

    to_earth: float
    between: float
    direct: bool


@lru_cache(maxsize=512)
def made_for(written: str) -> MadeFor:
    """Volts as a sheet writes them.

    ``300/500`` is U0/U; ``125/250`` to earth and between; ``380-415`` a band; ``1500 DC`` direct
    only; ``600 or 1000 or 2000 DC`` may be the least of them until the print says which; 0 follows
    the conductor.

    Raises: ValueError for what is none of these.

    >>> made_for("300/500"), made_for("600 or 1000 or 2000 DC").dc, made_for("380-415").lowest
    (MadeFor(to_earth=300.0, between=500.0, dc=None, lowest=0.0), 600.0, 380.0)
    """
    text = written.strip()
    if inner := re.fullmatch(r"([\d/.]+) \(([\d.]+) DC\)", text):
        plain = made_for(inner[1])
        return MadeFor(plain.to_earth, plain.between, float(inner[2]))
    if direct := re.fullmatch(r"([\d.]+(?: or [\d.]+)*) DC", text):
        least = min(float(v) for v in direct[1].split(" or "))
        return MadeFor(0.0, 0.0, least)
    if two := re.fullmatch(r"([\d.]+)/([\d.]+)", text):
        return MadeFor(float(two[1]), float(two[2]))
    if band := re.fullmatch(r"([\d.]+)-([\d.]+)", text):
        low, high = float(band[1]), float(band[2])
        if low >= high:
            raise ValueError(f"{written} is no band: the lower volts come first")
        return MadeFor(high, high, None, low)
    if re.fullmatch(r"[\d.]+", text):
        volts = float(text)
        return MadeFor(volts, volts, volts)
    raise ValueError(f"{written!r} is not volts as a sheet writes them")


def on_lead(system: System, volts: float, two_hots: bool = False) -> OnLead:
    """Volts a lead stands at.

    Parameters: system; volts, between lines where there are several; two_hots, a single phase
    between two hots of a centre-tapped supply. Returns: OnLead.

    >>> round(on_lead("ac-three", 400).to_earth), on_lead("ac-split", 240).to_earth
    (231, 120.0)
    """
    if system == "dc":
        return OnLead(volts, volts, True)
    if system == "ac-three":
        return OnLead(volts / math.sqrt(3), volts, False)
    if system == "ac-split" or two_hots:
        return OnLead(volts / 2, volts, False)
    return OnLead(volts, volts, False)


def excess(made: MadeFor, there: OnLead, harmonised: bool = False) -> tuple[float, float] | None:
    """The volts that are too many and the most it is made for; None where it stands them.

    Parameters: made, what it is made for; there, what the lead puts on it; harmonised, whether the
    direct-current rule of harmonised cable holds (1.5 times its U, EN 50565-1). Returns: (volts
    there, volts it is made for).
    """
    if there.direct:
        if made.dc is not None:
            most = made.dc
        else:
            most = made.between * (HARMONISED_DC if harmonised else 1.0)
        if most and there.between > most:
            return (there.between, most)
        return None
    if not made.between:
        if made.dc:
            return (there.between, 0.0)
        return None
    if there.between > made.between * _slack(made):
        return there.between, made.between
    if there.to_earth > made.to_earth * _slack(made):
        return there.to_earth, made.to_earth
    return None


def _slack(made: MadeFor) -> float:
    if made.lowest:
        return ABOVE_BAND
    return 1.0


def below_band(made: MadeFor, there: OnLead) -> bool:
    """True where a coupler is moulded for a band of volts and the supply stands under it."""
    return bool(made.lowest) and there.between < made.lowest * BELOW_BAND
