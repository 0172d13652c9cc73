"""Contacts with one crimp sleeve and no wings for the insulation, that click into a body that is sealed
behind them.
"""

from euthyne.core.shelf.terminations.termination import Insertion, Termination
from euthyne.core.trade.figure import mm

TERMINATION = Termination(
    joint="sleeve-contact",
    words="contact with one crimp sleeve",
    tool="contact crimper",
    lasting=True,
    headline="Crimp the contact on the {thing}",
    detail=(
        "In the locator, its flaps pinched first; in the nest for this wire, seam up; the wire to the stop and "
        "held there; full cycle. Look at it now: it is in no body yet."
    ),
    mistake="Another make's contact, or another make's tool, looks the same and runs hot on a roof.",
    judge=(
        f"strands through, a brush of {mm(1)} at most in front",
        f"{mm(1)} of bare copper behind, at most",
        "both flaps curled alike, no crack",
    ),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the contact has clicked",
    joined_by="crimp",
    done="{tint} is crimped, and looked at",
    scrap="contact",
    insertion=Insertion(
        headline="Push the {thing}'s contact into the {short} until it clicks",
        detail=(
            "By the wire, straight in from behind. Pull back gently, then the test pin from the front where "
            "its make has one: the contact does not give."
        ),
        mistake="A contact that has not clicked is pushed back when the halves meet, and burns there.",
        judge=("it clicked", "nothing comes back", "the test pin stands where it should"),
        done="{tint} has clicked",
    ),
    crimped=True,
)
