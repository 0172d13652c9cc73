"""Set screws with a copper sleeve round the strands."""

from euthyne.core.shelf.terminations.termination import Termination

TERMINATION = Termination(
    joint="set-screw",
    words="set screw with copper sleeve",
    tool="hex key",
    lasting=False,
    headline="Clamp the {thing} in the {short}",
    detail=("The copper sleeve round every strand, the screw onto its solid side, tight; tug."),
    mistake="A screw on bare strands parts them, and holds half.",
    judge=("sleeve flush with the end", "no strand behind the sleeve", "screw on the solid side"),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the strands are clamped",
    joined_by="set-screw",
    done="{tint} is clamped",
    pull_tested=False,
    settles=True,
)
