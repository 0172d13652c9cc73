"""A cutting plan: each piece a bar to one scale with its lengths in place, the tag on each; the rest plain,
what is lost hatched; what is bought apart.
"""

from collections.abc import Sequence

from euthyne.core.cutting.piece import Laid
from euthyne.core.trade.figure import metres, mm
from euthyne.drawing.pen import group, letters, line, rect, sheet, text

WIDTH, ROW, TOP = 900.0, 62.0, 6.0
START, SPAN, TALL = 150.0, 730.0, 26.0
# A letter of the words on a bar is so wide; below that a tag is left to the list beside.
LETTER = 6.6
HATCH = 6.0
MOST_SHORT = 4


def cut_plan(laid: Sequence[Laid], told: str) -> str:
    """The pieces of a plan that are cut into, what is there first.

    Parameters: laid; told, what the whole says to who does not see it.
    """
    ordered = sorted(laid, key=lambda one: one.source.bought)
    longest = max((one.source.length_mm for one in ordered), default=1)
    rows = [_row(one, SPAN / longest, TOP + n * ROW) for n, one in enumerate(ordered)]
    return sheet(WIDTH, TOP + ROW * max(len(rows), 1), "".join(rows), "cut-plan", told)


def _row(one: Laid, per_mm: float, top: float) -> str:
    y = top + 18
    body = text(0, y + TALL / 2 - 1, one.source.name, "cut-plan-name")
    kind = "to buy" if one.source.bought else "offcut" if one.source.offcut else ""
    whole = metres(one.source.length_mm / 1000)
    body += text(
        0, y + TALL / 2 + 13, f"{whole:.2f}{f', {kind}' if kind else ''}", "cut-plan-whole"
    )
    body += rect(START, y, one.source.length_mm * per_mm, TALL, "cut-plan-rest")
    x, short = START, []
    for portion in one.portions:
        for _ in range(portion.many):
            long = portion.cut.length_mm * per_mm
            body += rect(x, y, long, TALL, "cut-plan-cut")
            body += _words_on(portion.cut.id, portion.cut.length_mm, x, y, long)
            if len(portion.cut.id) * LETTER >= long - 4:
                short.append(f"{portion.cut.id} {metres(portion.cut.length_mm / 1000):.2f}")
            x += long
    if short:
        # Too short to be written on: under the bar, in their order.
        body += text(START, y + TALL + 14, ", ".join(short[:MOST_SHORT]), "cut-plan-left")
    return body + _lost(one, x, y, per_mm) + _left(one, y, per_mm)


def _words_on(tag: str, length_mm: int, x: float, y: float, long: float) -> str:
    """The tag in the middle of its length, and how long it is above, where there is room."""
    said = f"{metres(length_mm / 1000):.2f}"
    body = ""
    if len(tag) * LETTER < long - 4:
        body += text(x + long / 2, y + TALL / 2 + 4, tag, "cut-plan-tag", "middle")
    if letters(said) * LETTER < long - 4:
        body += text(x + long / 2, y - 5, said, "cut-plan-long", "middle")
    return body


def _lost(one: Laid, x: float, y: float, per_mm: float) -> str:
    """What is lost, hatched at the end of the lengths; never so thin that nobody sees it."""
    if not one.lost_mm:
        return ""
    long = max(one.lost_mm * per_mm, 3.0)
    marks = "".join(
        line(x + n, y + TALL, min(x + n + HATCH, x + long), y, "cut-plan-hatch")
        for n in range(0, max(int(long), 1), int(HATCH))
    )
    return group(rect(x, y, long, TALL, "cut-plan-lost") + marks)


def _left(one: Laid, y: float, per_mm: float) -> str:
    """What is left and what is lost, in words under the end of the bar."""
    lost = f"{mm(one.lost_mm):.0f} lost" if one.lost_mm else "nothing lost"
    said = f"{metres(one.left_mm / 1000):.2f} left, {lost}" if one.left_mm else lost
    end = START + one.source.length_mm * per_mm
    return text(
        min(max(end, START + 160), START + SPAN), y + TALL + 14, said, "cut-plan-left", "end"
    )
