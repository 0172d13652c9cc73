"""Solder cups."""

from euthyne.drawing.judged.example import Example, wire
from euthyne.drawing.pen import circle, line, path


def examples() -> list[Example]:
    cup = path("M70 34h80v44h-80q-8-22 0-44z", "barrel")
    good = cup + wire(40, bare=70) + path("M70 36Q96 46 118 56Q96 66 70 76Z", "solder")
    dry = (
        cup + wire(40, bare=70) + circle(92, 52, 25, "solder-dull") + line(84, 34, 100, 70, "crack")
    )
    back = cup + wire(14, bare=96) + path("M70 36Q96 46 118 56Q96 66 70 76Z", "solder")
    return [
        Example("bright hollow fillet", True, good),
        Example("grey ball: it moved", False, dry),
        Example("insulation shrunk back", False, back),
    ]
