"""Contacts that are crimped and click into their housing."""

from euthyne.core.shelf.terminations.termination import Termination

TERMINATION = Termination(
    joint="click-in",
    words="click-in contact",
    tool="contact crimper",
    lasting=True,
    headline="Crimp the contact on the {tint} core and click it in",
    detail="That make's tool, full cycle; then push to the click, pull back gently.",
    mistake="There may be no way out again: the right cavity first.",
    judge=("B shape, even", "copper only in the conductor wings", "same depth as its neighbours"),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the contact is on",
    looks="tube",
    joined_by="crimp",
    inserted=True,
    stays_in=True,
    crimped=True,
)
