"""Ends that are shut blind: a conductor in a hole of its own, joined to nothing."""

from euthyne.core.shelf.terminations.termination import Termination

TERMINATION = Termination(
    joint="blind",
    words="blind, sealed apart",
    tool="heat gun",
    lasting=True,
    headline="Shut the {tint} wire in its own blind hole",
    detail="Cut back in a step, so that no two ends lie side by side. Nothing joins them.",
    mistake="Bus wires that meet at the far end are a dead short along the whole tape.",
    judge=("each in a hole of its own", "seal up to the jacket", "nothing bare"),
    bared="Nothing bare: the wires only parted.",
    then="the end is sealed",
    looks="tube",
    grips="with a body",
)
