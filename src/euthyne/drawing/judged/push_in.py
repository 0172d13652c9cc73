"""Push-in springs."""

from euthyne.drawing.judged.example import WIDE, Example, wire
from euthyne.drawing.pen import line, path, rect


def examples() -> list[Example]:
    folded = path("M66 50h26q10 -3 8 -12t-22 -6", "strand-line")
    return [
        Example("in to the stop", True, _block() + wire(54, bare=92)),
        Example("strands folded back", False, _block() + wire(54, bare=40) + folded),
        Example("copper showing", False, _block() + wire(26, bare=104)),
    ]


def _block() -> str:
    """A block cut through: its stop at the right, its spring from above."""
    frame = rect(50, 26, WIDE - 70, 60, "terminal-open", rx=4)
    spring = path("M60 32h66q12 0 9 12l-36 7", "cage-spring")
    return frame + spring + line(150, 40, 150, 72, "strand-line")
