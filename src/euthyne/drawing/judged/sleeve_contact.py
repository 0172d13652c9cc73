"""Contacts with one crimp sleeve, seen from the side."""

from euthyne.drawing.judged.example import Example, strands, wire
from euthyne.drawing.pen import path, rect


def examples() -> list[Example]:
    """A contact from the side: its wire, its sleeve, the brush in front of it; and a sleeve cut across."""
    across = _across(70, 0) + strands(70, 58, 26, 2)
    gaping = _across(70, 22) + strands(70, 58, 26, 2)
    return [
        Example("brush in front, none behind", True, _side(56)),
        Example("both flaps curled alike", True, across),
        Example("copper behind the sleeve", False, _side(30)),
        Example("one flap over the other", False, gaping),
    ]


def _side(insulation_end: float) -> str:
    """A contact from the side, its wire's insulation ending before or at the sleeve."""
    sleeve = rect(64, 38, 58, 36, "barrel", rx=3)
    tip = rect(136, 44, 60, 24, "barrel", rx=10)
    neck = rect(118, 62, 24, 8, "barrel")
    return neck + wire(insulation_end, bare=134 - insulation_end) + sleeve + tip


def _across(x: float, lift: float) -> str:
    """A sleeve cut across: a U whose flaps are curled in, one of them lifted."""
    d = (
        f"M{x - 40} 56Q{x - 40} 98 {x} 98Q{x + 40} 98 {x + 40} 56Q{x + 38} 20 {x + 5} 32"
        f"L{x + 5} 46Q{x + 26} 36 {x + 27} 58Q{x + 26} 86 {x} 86Q{x - 26} 86 {x - 27} 58"
        f"Q{x - 26} {36 - lift} {x - 5 + lift} {46 - lift}L{x - 5 + lift} {32 - lift}"
        f"Q{x - 38} {20 - lift} {x - 40} 56Z"
    )
    return path(d, "barrel")
