"""Screws, pillars and clamps."""

from euthyne.core.shelf.terminations.termination import Termination

TERMINATION = Termination(
    joint="screw",
    words="screw, pillar or clamp",
    tool="driver",
    lasting=False,
    headline="Put the {thing} in the {short}, terminal {cavity}",
    detail=(
        "Bent to its way first. Screw slack, strands in to the insulation, tightened firm but not by force, "
        "tug."
    ),
    mistake=(
        "A strand outside the terminal, or insulation under its screw, is a fault waiting for a "
        "load."
    ),
    judge=("no strand out", "no insulation under the clamp", "no copper showing"),
    joined_by="screw",
    grips="always",
    pull_tested=False,
    settles=True,
)
