"""Dies and lugs: how much metal meets how large a closed die. Advice: the maker's die code decides."""

import math
from dataclasses import dataclass
from typing import Literal

Verdict = Literal["loose", "light", "usual", "heavy"]
LOOSE_BELOW, USUAL_FROM, USUAL_TO = 1.00, 1.02, 1.20
FILL_LEAST = 0.58


@dataclass(frozen=True)
class Pressed:
    """A lug in a die: metal and die area in mm2, their ratio, how far the copper fills the bore,
    and what it says.
    """

    metal_mm2: float
    die_mm2: float
    ratio: float
    fill: float
    verdict: Verdict
    words: str


def hexagon_mm2(across_flats_mm: float) -> float:
    """Area of a closed hexagonal die from its width across the flats, in mm2.

    >>> round(hexagon_mm2(10), 2)
    86.6
    """
    return math.sqrt(3) / 2 * across_flats_mm**2


def filled(bore_mm: float, copper_mm2: float) -> float:
    """The share of a barrel's bore, in mm, that its copper, in mm2, fills before it is pressed.

    >>> round(filled(10, 50), 3)
    0.637
    """
    return copper_mm2 / (math.pi / 4 * bore_mm**2)


def pressed(outside_mm: float, bore_mm: float, copper_mm2: float, die_mm2: float) -> Pressed:
    """What a closed die makes of a barrel and its copper.

    Parameters: outside and bore of the barrel in mm; copper in mm2; closed die area in mm2.
    Returns: Pressed.
    Source: press ratio = (barrel section + copper) / closed die area; 1.02 to 1.20 usual.
    """
    metal = math.pi / 4 * (outside_mm**2 - bore_mm**2) + copper_mm2
    ratio, fill = metal / die_mm2, filled(bore_mm, copper_mm2)
    verdict, words = _judged(ratio)
    if fill < FILL_LEAST:
        words = f"The copper fills {fill:.0%} of the bore: the lug is a size too big. {words}"
    return Pressed(
        metal_mm2=metal, die_mm2=die_mm2, ratio=ratio, fill=fill, verdict=verdict, words=words
    )


def _judged(ratio: float) -> tuple[Verdict, str]:
    if ratio < LOOSE_BELOW:
        return (
            "loose",
            "The die is bigger than the metal: loose, with voids. Cut it off and use a new lug.",
        )
    if ratio < USUAL_FROM:
        return "light", "The die barely closes on the metal: look for the next smaller die."
    if ratio <= USUAL_TO:
        return "usual", "Usual. The maker's die code decides."
    return (
        "heavy",
        "More metal than the die holds: flash or cracks. The die is too small, or the barrel "
        "overfilled.",
    )
