"""Ends that are shut blind: a conductor in a hole of its own, joined to nothing."""

from euthyne.core.shelf.terminations.termination import Termination
from euthyne.core.trade.figure import mm

TERMINATION = Termination(
    joint="blind",
    words="blind, sealed apart",
    tool="heat gun",
    lasting=True,
    headline="Shut the {tint} wire in its own blind hole",
    detail="To the bottom of its own hole. Nothing joins the two.",
    mistake="Bus wires that meet at the far end are a dead short along the whole tape.",
    judge=("each in a hole of its own", "seal up to the jacket", "nothing bare"),
    bared="Nothing bare: the wires only parted.",
    unbared=(
        "Cut one wire back behind the other, {said}",
        f"{mm(10):g} apart, so that no two ends lie side by side. Nothing bare: the wires only parted.",
        "Two ends side by side in one seal have a drop of water between them one day.",
        "wires end in a step",
    ),
    then="the end is sealed",
    looks="tube",
    joined_by="crimp",
    grips="with a body",
)
