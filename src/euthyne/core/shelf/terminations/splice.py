"""Splices under a sleeve."""

from euthyne.core.shelf.terminations.termination import Termination

STAGGERED = "staggered"  # where there are several

TERMINATION = Termination(
    joint="splice",
    words="splice, sleeved",
    tool="ratchet, butt",
    lasting=True,
    scrap="butt",
    headline="Splice the {thing}{staggered}",
    detail=("One press near each end of the butt, not in its middle.{side_by_side} Tug."),
    mistake="Two bare joints side by side meet the day the sleeve chafes.",
    judge=(STAGGERED, "one press near each end", "sleeve past both ends"),
    bared="Twist the strands; never tin them.",
    then="the butt is pressed",
    joined_by="splice",
    done="{tint} is pressed",
    grips="with a body",
    sleeved=True,
    solderable=True,
    coloured=True,
)
