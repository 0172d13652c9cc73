"""A housing of many ways from behind: the way that a contact goes into, counted by the numbers moulded on it."""

from euthyne.drawing.pen import group, rect, text

ACROSS, DOWN, IN_A_ROW = 30.0, 34.0, 12
EDGE = 10.0


def ways_tall(ways: int) -> float:
    """How much of a sheet a housing of so many ways and its words take, in px."""
    return -(-ways // IN_A_ROW) * DOWN + 2 * EDGE + 30


def ways_drawing(ways: int, this: int, right: float, top: float) -> str:
    """The ways of a housing in rows, one of them marked.

    Parameters: ways; this one of them, from 1; right and top of the housing, in px. Returns: SVG elements.
    """
    rows = -(-ways // IN_A_ROW)
    each = -(-ways // rows)
    wide, tall = each * ACROSS + 2 * EDGE, rows * DOWN + 2 * EDGE
    left = right - wide
    body = rect(left, top, wide, tall, "bench-body", rx=8)
    for n in range(1, ways + 1):
        row, place = divmod(n - 1, each)
        x, y = left + EDGE + place * ACROSS + 3, top + EDGE + row * DOWN + 4
        body += rect(x, y, ACROSS - 6, DOWN - 8, "way-this" if n == this else "way", rx=3)
        if n in (1, this, each, ways):
            body += text(x + ACROSS / 2 - 3, y + DOWN / 2 + 1, str(n), "way-number", "middle")
    said = f"way {this} of {ways}, from behind: the numbers moulded on it decide"
    return group(body + text(right, top + tall + 24, said, "bench-facing", "end"))
