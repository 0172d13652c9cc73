"""Ends that are shut blind: a conductor in a hole of its own, joined to nothing."""

from euthyne.core.shelf.terminations.termination import Termination
from euthyne.core.trade.figure import mm

TERMINATION = Termination(
    joint="blind",
    words="blind, sealed apart",
    tool="heat gun",
    lasting=True,
    scrap="seal",
    headline="Push the end of the {thing} into its own hole of the seal",
    detail="To the bottom of its own hole. Nothing joins the two.",
    mistake="Bus wires that meet at the far end are a dead short along the whole tape.",
    judge=("each in a hole of its own", "seal up to the jacket", "nothing bare"),
    bared="Nothing is bared here.",
    unbared=(
        "Cut the tip of the tape in a step, {said}",
        f"One bus wire ends {mm(10):g} behind the other, cut square with the core round it. Nothing is bared.",
        "Two ends side by side in one seal have a drop of water between them one day.",
        "the tip is a step",
    ),
    then="the end is sealed",
    joined_by="crimp",
    done="{tint} is in its hole",
    grips="with a body",
)
