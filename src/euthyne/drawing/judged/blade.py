"""Insulated crimps."""

from euthyne.drawing.judged.example import Example, wire
from euthyne.drawing.pen import path, rect


def examples() -> list[Example]:
    blade = rect(112, 46, 70, 20, "barrel") + rect(58, 36, 62, 40, "plastic", rx=5)
    dents = rect(74, 33, 26, 7, "barrel-bore") + rect(74, 72, 26, 7, "barrel-bore")
    return [
        Example("insulation up to the barrel", True, wire(64, bare=30) + blade + dents),
        Example(
            "metal through the plastic",
            False,
            wire(64, bare=30) + blade + path("M78 33l9 18 9-18z", "barrel"),
        ),
        Example("copper showing", False, wire(30, bare=60) + blade + dents),
    ]
