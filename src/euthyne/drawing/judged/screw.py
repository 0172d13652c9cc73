"""Screws, pillars and clamps."""

from euthyne.drawing.judged.example import Example, box, wire
from euthyne.drawing.pen import path


def examples() -> list[Example]:
    astray = path("M62 64C84 92 108 100 150 96", "strand-line")
    return [
        Example("insulation to the edge", True, box(60, 8) + wire(58, bare=64)),
        Example("a strand outside", False, box(60, 8) + wire(58, bare=64) + astray),
        Example("insulation under the screw", False, box(60) + wire(104, bare=24)),
        Example("copper showing", False, box(60, 8) + wire(28, bare=92)),
    ]
