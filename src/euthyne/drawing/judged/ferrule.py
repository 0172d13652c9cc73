"""Bootlace ferrules."""

from euthyne.drawing.judged.example import Example, wire
from euthyne.drawing.pen import line, rect


def examples() -> list[Example]:
    collar = rect(54, 38, 34, 36, "plastic", rx=5)
    tube = rect(88, 46, 70, 20, "barrel")
    dents = "".join(line(x, 47, x, 65, "strand-line") for x in (100, 112, 124, 136, 148))
    pressed = collar + tube + dents
    return [
        Example("strands to the end, collar on", True, wire(64, bare=96) + pressed),
        Example("half empty", False, wire(64, bare=50) + pressed),
        Example("copper behind the collar", False, wire(30, bare=130) + pressed),
    ]
