"""Wires shut blind: each in a hole of its own."""

from euthyne.drawing.judged.example import WIDE, Example
from euthyne.drawing.pen import line, rect


def examples() -> list[Example]:
    def wires(apart: bool) -> str:
        seal = rect(70, 20, WIDE - 90, 76, "barrel", rx=8)
        short = 118 if apart else 136
        drawn = ""
        for y, end in ((42, short), (74, 136)):
            drawn += rect(0, y - 7, 84, 14, "insulation") + line(84, y, end, y, "dent")
        if not apart:
            drawn += line(136, 42, 136, 74, "dent")
        return seal + drawn

    return [
        Example("stepped, each in its own hole", True, wires(True)),
        Example("side by side: they meet", False, wires(False)),
    ]
