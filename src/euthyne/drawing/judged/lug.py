"""Lugs, pressed well and badly."""

from euthyne.drawing.judged.example import Example, hexagon, strands, wire
from euthyne.drawing.pen import circle, line, path, rect


def examples() -> list[Example]:
    good = (
        hexagon(70, 58, 46, "barrel")
        + hexagon(70, 58, 34, "barrel-bore")
        + strands(x=70, y=58, r=31, rings=3, gap=0.98)
    )
    loose = (
        circle(70, 58, 46, "barrel")
        + circle(70, 58, 36, "barrel-bore")
        + strands(x=70, y=58, r=24, rings=3, gap=1.22)
    )
    ears = path("M24 58l-16-7v14zM116 58l16-7v14z", "barrel")
    crack = path("M70 12l-5 14 8 8-4 10", "crack")
    flash = (
        ears
        + hexagon(70, 58, 46, "barrel")
        + hexagon(70, 58, 32, "barrel-bore")
        + strands(x=70, y=58, r=30, rings=3, gap=0.95)
    )
    return [
        Example("strands pressed into one", True, good),
        Example("loose: die too big", False, loose),
        Example("flash and a crack", False, flash + crack),
        Example("copper showing", False, _side_lug(34)),
    ]


def _side_lug(gap: float) -> str:
    """A pressed lug from the side, the insulation so far from its barrel."""
    dents = "".join(line(x, 40, x, 72, "dent") for x in (96, 112, 128))
    barrel = rect(72, 38, 74, 36, "barrel", rx=3) + rect(144, 48, 46, 16, "barrel", rx=2)
    return wire(68 - gap, bare=gap + 8) + barrel + dents
