"""Bare barrels: rings without plastic, indented, and sleeved afterwards."""

from euthyne.core.shelf.terminations.termination import Termination, barrel_and_insulation

TERMINATION = Termination(
    joint="bare-barrel",
    words="bare barrel",
    tool="ratchet, bare barrel",
    lasting=True,
    scrap="bare terminal",
    headline="Crimp the bare terminal on the {thing}",
    detail=(
        "The nest for bare barrels, its indent opposite the seam. One press, the jaw's whole cycle. Tug."
    ),
    mistake="The jaw of insulated terminals flattens a bare barrel and opens its seam.",
    judge=("seam still closed", "one indent, in the middle", "strands seen past the barrel"),
    bared="Twist the strands; never tin them.",
    then="the terminal is on",
    joined_by="crimp",
    done="{tint} is crimped",
    sleeved=True,
    covers=barrel_and_insulation,
    under_sleeve="over the barrel and the insulation behind it, never the ring",
    crimped=True,
    solderable=True,
)
