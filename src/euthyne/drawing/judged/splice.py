"""Splices under a sleeve."""

from euthyne.drawing.judged.example import WIDE, Example
from euthyne.drawing.pen import line, rect


def examples() -> list[Example]:
    def core(y: float, at: float) -> str:
        wire = rect(0, y - 7, WIDE, 14, "insulation") + rect(at, y - 11, 46, 22, "barrel", rx=3)
        return (
            wire
            + line(at + 9, y - 11, at + 9, y + 11, "dent")
            + line(at + 37, y - 11, at + 37, y + 11, "dent")
        )

    return [
        Example("staggered, two presses each", True, core(26, 20) + core(58, 72) + core(90, 124)),
        Example("side by side", False, core(26, 72) + core(58, 72) + core(90, 72)),
    ]
