"""Springs that a bared or ferruled core is pushed into."""

from euthyne.core.shelf.terminations.termination import Termination

TERMINATION = Termination(
    joint="push-in",
    words="push-in spring",
    tool="small driver",
    lasting=False,
    headline="Push the {thing} into {cavity} of the {short}",
    detail=(
        "Its key held down, the strands straight in to the stop, the key let go; then a tug. A core of many "
        "fine strands goes in without its key only in a ferrule."
    ),
    mistake="Pushed against a shut spring fine strands fold back, and two of twenty hold the core.",
    judge=("in to the stop", "no strand folded back", "no copper showing", "it holds at a tug"),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the spring has shut",
    joined_by="spring",
    grips="with a body",
    pull_tested=False,
)
