"""Bootlace ferrules, that hold the strands for a screw or a spring."""

from euthyne.core.shelf.terminations.termination import Termination

TERMINATION = Termination(
    joint="ferrule",
    words="bootlace ferrule",
    tool="ferrule press",
    lasting=True,
    scrap="ferrule",
    headline="Press the ferrule on the {thing}",
    detail="Strands to the end of the tube, the collar over the insulation; full cycle. Tug.",
    mistake="A strand outside the tube, or a tube half empty: both come loose under the screw.",
    judge=("strands at the end of the tube", "collar over the insulation", "nothing moves"),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the ferrule is on",
    joined_by="screw",
    done="{tint} ferrule is on",
    crimped=True,
)
