"""Solder cups."""

from euthyne.core.shelf.terminations.termination import Termination
from euthyne.core.trade.figure import mm
from euthyne.core.trade.practices import Practices


def _practised(practices: Practices, mains: bool) -> str:
    """Which cups come first, by the hand that holds the iron."""
    return f" Iron in the {practices.iron_hand} hand: far cups first, away from it."


TERMINATION = Termination(
    joint="solder",
    words="solder cup",
    tool="iron",
    lasting=False,
    headline="Solder the {thing} into {cavity} of the {short}",
    detail=(
        "Tin wire and cup apart, fill the cup, heat from the metal side; hold still until it dulls. Look at it "
        "cold, before its sleeve."
    ),
    mistake="A joint that moved while it cooled is grey, and cracks.",
    judge=("bright hollow fillet", f"insulation shrunk back {mm(1)} at most", "nothing moves"),
    bared="Strands twisted as they lie; they are tinned at the cup, apart from it.",
    then="the wire is in its cup",
    joined_by="solder",
    grips="with a body",
    practised=_practised,
    sleeved=True,
    pull_tested=False,
    from_afar=True,
)
