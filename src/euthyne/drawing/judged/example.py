"""One picture of a joint, good or bad, and the pieces several of them are drawn from."""

import math
from dataclasses import dataclass

from euthyne.drawing.pen import circle, line, path, rect

WIDE, TALL = 190.0, 120.0


@dataclass(frozen=True)
class Example:
    """One picture: its words, whether it is good, and the drawing in a box of WIDE by TALL px."""

    words: str
    good: bool
    body: str


def strands(x: float, y: float, r: float, rings: int, gap: float = 1.0) -> str:
    """Strands of a bunch cut across: one in the middle and rings of six round it, ``gap`` 1 when
    they touch.
    """
    small = r / (2 * rings + 1)
    body = circle(x, y, small, "strand")
    for ring in range(1, rings + 1):
        for k in range(6 * ring):
            angle = math.tau * k / (6 * ring)
            reach = 2 * small * ring * gap
            body += circle(
                x + reach * math.cos(angle), y + reach * math.sin(angle), small, "strand"
            )
    return body


def hexagon(x: float, y: float, r: float, class_: str) -> str:
    """A hexagon standing on a flat."""
    points = [
        (x + r * math.cos(math.tau * k / 6), y + r * math.sin(math.tau * k / 6)) for k in range(6)
    ]
    return path("M" + "L".join(f"{px:.1f} {py:.1f}" for px, py in points) + "Z", class_)


def wire(end: float, y: float = 56.0, bare: float = 34.0, thick: float = 26.0) -> str:
    """A conductor from the left: insulation up to a point, bare strands beyond it."""
    body = rect(0, y - thick / 2, end, thick, "insulation")
    for dy in (-7, -2.4, 2.4, 7):
        body += line(end, y + dy, end + bare, y + dy, "strand-line")
    return body


def box(x: float, screw_down: float = 0.0) -> str:
    frame = rect(x, 26, 70, 60, "terminal-open", rx=3)
    return (
        frame
        + rect(x + 24, 4, 22, 36 + screw_down, "screw-body", rx=2)
        + line(x + 26, 9, x + 44, 9, "screw")
    )
