"""Contacts of sealed housings, with a seal on each wire."""

from euthyne.core.shelf.terminations.termination import Termination

TERMINATION = Termination(
    joint="wire-seal",
    words="sealed contact",
    tool="contact crimper",
    lasting=True,
    headline="Crimp the sealed contact on the {tint} core, cavity {cavity}",
    detail=(
        "The seal is on already. Insulation end just through the seal, the second wings round it. "
        "Push to the click, second lock."
    ),
    mistake="A seal that was squashed lets water in; one that was forgotten is not there at all.",
    judge=(
        "seal round, not squashed",
        "wings biting in the seal",
        "locked at the depth of its neighbours",
    ),
    bared="Strands as they lie, every one of them; never tinned.",
    then="the contact is on",
    looks="tube",
    joined_by="crimp",
    inserted=True,
    sealed=True,
    crimped=True,
)
