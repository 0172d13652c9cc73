"""Contacts that are crimped, looked at, and click into their housing."""

from euthyne.core.shelf.terminations.termination import Insertion, Termination

TERMINATION = Termination(
    joint="click-in",
    words="click-in contact",
    tool="contact crimper",
    lasting=True,
    headline="Crimp the contact on the {thing}",
    detail=(
        "That make's tool, in the nest for this size. First the copper in the front wings, full cycle, and look: "
        "a brush in front, no insulation under them. Then the rear wings round the insulation, in their own nest, "
        "or in the same press where the tool has both: round it, not into it. Pull at it by hand: it is not in "
        "its housing yet."
    ),
    mistake="Looked at once it has clicked, a bad crimp costs the housing as well.",
    judge=(
        "B shape, even",
        "copper only in the conductor wings",
        "insulation in the rear wings, held and not cut",
    ),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the contact has clicked",
    joined_by="crimp",
    done="{tint} is crimped, and looked at",
    scrap="contact",
    insertion=Insertion(
        headline="Push the {thing}'s contact into {cavity} of the {short}",
        detail="Straight, by its wire close behind it, until it clicks. Pull back gently.",
        mistake="There may be no way out again: read the cavity before it is pushed.",
        judge=("it clicked", "same depth as its neighbours", "nothing comes back"),
    ),
    crimped=True,
)
