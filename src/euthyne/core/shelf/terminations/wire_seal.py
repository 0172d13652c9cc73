"""Contacts of sealed housings, with a seal on each wire."""

from euthyne.core.shelf.terminations.termination import Insertion, Termination

TERMINATION = Termination(
    joint="wire-seal",
    words="sealed contact",
    tool="contact crimper",
    lasting=True,
    headline="Crimp the contact and the seal on the {thing}, for cavity {cavity}",
    detail=(
        "Copper in the front nest first. Then the seal up against the insulation's end, its narrow barrel in "
        "the rear wings, and those in the nest for the seal: round it, not through it. Look at it now, and "
        "pull at it by hand."
    ),
    mistake="A seal that was squashed lets water in; one that was forgotten is not there at all.",
    judge=(
        "seal round, not squashed",
        "rear wings round the seal",
        "copper only in the front wings",
    ),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the contact has clicked",
    joined_by="crimp",
    done="{tint} is crimped, and looked at",
    scrap="contact",
    insertion=Insertion(
        headline="Push the {thing}'s contact into cavity {cavity} of the {short}",
        detail=(
            "By its wire, straight, until it clicks and its seal has gone in whole. Pull back gently. In its "
            "right cavity at once: contacts of this kind are seldom drawn again."
        ),
        mistake="One cavity along, it feeds another circuit; a seal left outside is a hole.",
        judge=("it clicked", "seal in whole, level with its neighbours", "nothing comes back"),
    ),
    sealed=True,
    crimped=True,
)
