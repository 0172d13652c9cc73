"""What the drawings of words are put together from: a cord, a core, a box, a conductor, a few letters."""

import math
from collections.abc import Callable

from euthyne.drawing.colours import core_paint
from euthyne.drawing.pen import line, path, rect, text

WIDTH, HEIGHT = 240.0, 104.0
LETTER = 6.0  # px, about, of the letters of a note
Drawn = dict[str, tuple[str, Callable[[], str]]]  # by its word: what is to be seen, and its pen


def words(x: float, y: float, what: str, anchor: str = "middle", class_: str = "word-note") -> str:
    """A few letters beside what they name."""
    return text(x, y, what, class_, anchor)


def cord(left: float, right: float, y: float, tall: float = 22) -> str:
    """A cord in its sheath, its middle at a height."""
    return rect(left, y - tall / 2, right - left, tall, "cord") + line(
        left, y - tall * 0.26, right, y - tall * 0.26, "cord-shine"
    )


def core(
    left: float, right: float, y: float, colour: str, bare: float = 0, tall: float = 10
) -> str:
    """A core in its colour, so many px of it bare at the right."""
    body = rect(
        left, y - tall / 2, right - bare - left, tall, "strip-core", fill=core_paint(colour)
    )
    if bare:
        body += rect(right - bare, y - tall * 0.3, bare, tall * 0.6, "bare")
    return body


def box(left: float, top: float, wide: float, tall: float, what: str = "") -> str:
    """A box with a word in it."""
    return rect(left, top, wide, tall, "loop-box", rx=3) + words(
        left + wide / 2, top + tall / 2 + 4, what
    )


def conductor(*points: tuple[float, float], class_: str = "word-wire") -> str:
    """A conductor through points."""
    steps = " ".join(f"{x:g} {y:g}" for x, y in points)
    return path(f"M{steps}", class_)


def arrow(x: float, y: float, to: str) -> str:
    """The head of an arrow that points left, right, up or down."""
    steps = {
        "right": f"M{x - 9:g} {y - 5:g}l9 5-9 5z",
        "left": f"M{x + 9:g} {y - 5:g}l-9 5 9 5z",
        "down": f"M{x - 5:g} {y - 9:g}l5 9 5-9z",
        "up": f"M{x - 5:g} {y + 9:g}l5-9 5 9z",
    }
    return path(steps[to], "loop-arrow")


def measured(left: float, right: float, y: float, what: str) -> str:
    """A dimension line with its word in the middle of it."""
    middle, half = (left + right) / 2, 4.0 * len(what) + 4
    ticks = line(left, y - 5, left, y + 5, "dimension") + line(
        right, y - 5, right, y + 5, "dimension"
    )
    return (
        ticks
        + line(left, y, middle - half, y, "dimension")
        + line(middle + half, y, right, y, "dimension")
        + words(middle, y + 4, what)
    )


def measured_down(x: float, top: float, foot: float) -> str:
    """A dimension line from top to foot."""
    return (
        line(x, top, x, foot, "dimension")
        + line(x - 5, top, x + 5, top, "dimension")
        + line(x - 5, foot, x + 5, foot, "dimension")
    )


def named(what: str, at: tuple[float, float], thing: tuple[float, float]) -> str:
    """A word, its middle at a point, and a thin line from it to what it names."""
    (x, y), (to_x, to_y) = at, thing
    half = LETTER * len(what) / 2 + 4
    if abs(to_x - x) > half:
        start_x, start_y = x + math.copysign(half, to_x - x), y - 4
    else:
        start_x, start_y = (x + to_x) / 2, y + (6 if to_y > y else -12)
    return words(x, y, what) + line(start_x, start_y, to_x, to_y, "dimension")
