"""Bare barrels."""

from euthyne.drawing.judged.example import Example, strands, wire
from euthyne.drawing.pen import circle, line, path, rect


def examples() -> list[Example]:
    palm = circle(150, 56, 20, "barrel") + circle(150, 56, 9, "barrel-bore")
    barrel = rect(66, 44, 70, 24, "barrel", rx=2)
    indent = path("M92 44q8 14 16 0z", "barrel-bore")
    good = wire(60, bare=22) + barrel + palm + indent
    end_on = circle(70, 62, 40, "barrel") + strands(70, 64, 24, 2)
    open_seam = path("M40 26a40 40 0 1 0 60 0l-10 14a24 24 0 1 1 -40 0z", "barrel")
    return [
        Example("one indent, in the middle", True, good),
        Example("seam still closed", True, end_on + line(70, 22, 70, 38, "seam")),
        Example("seam open", False, open_seam + strands(70, 70, 20, 2)),
        Example(
            "flattened by another jaw",
            False,
            wire(60, bare=22) + rect(66, 50, 70, 10, "barrel") + palm,
        ),
    ]
