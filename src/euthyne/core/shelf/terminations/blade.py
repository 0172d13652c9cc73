"""Insulated crimps, picked by the colour of their wire range."""

from euthyne.core.shelf.terminations.termination import Termination
from euthyne.core.trade.practices import Practices


def _practised(practices: Practices, mains: bool) -> str:
    """What is done where metal shows through the plastic."""
    over = practices.over_pressed == "sleeved-over" and not mains
    what = "cut it off, do it again."
    if over:
        what = "sleeve it over."
    return f" Metal through the plastic: {what}"


TERMINATION = Termination(
    joint="blade",
    words="insulated crimp",
    tool="ratchet, insulated",
    lasting=True,
    scrap="insulated terminal",
    headline="Crimp the terminal on the {thing}, for {cavity}",
    detail=("Its colour is its wire range; seam to the cradle; the jaw's whole cycle. Tug."),
    mistake="The wrong colour holds until it is warm.",
    judge=("jaw cycle complete", "no metal through the plastic", "insulation up to the barrel"),
    bared="Twist the strands; never tin them.",
    then="the terminal is on",
    joined_by="crimp",
    done="{tint} is crimped",
    practised=_practised,
    crimped=True,
    coloured=True,
)
