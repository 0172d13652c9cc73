"""Lugs, pressed onto the conductor."""

from euthyne.core.shelf.terminations.termination import Termination, barrel_and_insulation
from euthyne.core.trade.figure import mm
from euthyne.core.trade.practices import Practices


def _practised(practices: Practices, mains: bool) -> str:
    """What is done with the flash of a press."""
    return {
        "dressed": " Flash: one more press, turned 60 degrees, if the maker allows.",
        "left": " Flash stays as it is; no sharp edge under the sleeve.",
    }[practices.flash]


TERMINATION = Termination(
    joint="lug",
    words="lug, pressed",
    tool="press",
    lasting=True,
    scrap="lug",
    headline="Press the lug on the {thing}, {size}",
    detail=(
        "The maker's die code for this lug; push home to the stop; from the palm outwards, "
        "full cycle each press. Tug."
    ),
    mistake="A die of another size looks pressed and is loose inside.",
    judge=(
        "no crack, no gap",
        "flash small",
        "copper seen in the window",
        "nothing moves at a tug",
    ),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the lug is pressed",
    joined_by="press",
    done="{tint} lug is on",
    practised=_practised,
    sleeved=True,
    lined=True,
    covers=barrel_and_insulation,
    under_sleeve=f"over the barrel and {mm(12)} of insulation, never the palm",
    crimped=True,
    solderable=True,
    hammered=True,
    by_size=True,
)
