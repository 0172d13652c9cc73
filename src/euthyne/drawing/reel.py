"""Reels, coils and offcuts, each with the length left on it, to one scale; and a cut taken from
them.
"""

from euthyne.core.stores.stock import Stock, Taken
from euthyne.core.trade.figure import metres
from euthyne.drawing.pen import circle, letters, line, rect, sheet, text

WIDTH, ROW = 400.0, 34.0
START, SPAN = 58.0, 226.0
CUT_WIDTH, CUT_ROW, CUT_SPAN = 860.0, 84.0, 700.0


def length_left(stock: Stock, longest_m: float) -> str:
    """One piece in a list: what it lies on, and its length, the longest of the list filling the
    row.
    """
    long = max(SPAN * stock.left / max(longest_m, 0.1), 2.0)
    body = _lies_on(stock.offcut, 26, ROW / 2, 13)
    body += rect(START - 18, ROW / 2 - 4.5, long + 18, 9, "cord")
    body += text(START + long + 8, ROW / 2 + 5, f"{metres(stock.left):.1f}", "reel-words")
    return sheet(
        WIDTH, ROW, body, "reel", f"{stock.name}: {metres(stock.left):.1f} of {stock.what}"
    )


def _lies_on(offcut: bool, x: float, y: float, r: float) -> str:
    """A reel with its flange and hub; or a bare coil with its tie."""
    if offcut:
        rings = circle(x, y, r - 1, "coil") + circle(x, y, r - 5, "coil")
        return rings + line(x - r - 1, y - 3, x - r + 7, y + 3, "coil-tie")
    return (
        circle(x, y, r, "reel-flange")
        + circle(x, y, r * 0.66, "reel-wound")
        + circle(x, y, r * 0.25, "reel-hub")
    )


def cut_drawing(taken: tuple[Taken, ...], cut_m: float) -> str:
    """The pieces a lead is cut from: what is cut off in copper marks, what stays on, to one scale."""
    longest = max((t.stock.left for t in taken), default=1.0)
    body = "".join(_cut_row(t, cut_m, longest, i * CUT_ROW) for i, t in enumerate(taken))
    said = "; ".join(
        f"{metres(t.amount):.2f} from {t.stock.name}, {metres(t.left):.2f} left" for t in taken
    )
    return sheet(CUT_WIDTH, CUT_ROW * max(len(taken), 1), body, "reel-cut", said)


def _where(stock: Stock) -> str:
    if stock.place:
        return f"{stock.name}, {stock.place}"
    return stock.name


def _cut_row(t: Taken, cut_m: float, longest_m: float, top: float) -> str:
    per_m = CUT_SPAN / max(longest_m, 0.1)
    y, start = top + 46, 116.0
    off, left = max(t.amount * per_m, 3.0), t.left * per_m
    body = _lies_on(t.stock.offcut, 50, y, 30) + rect(70, y - 8, start - 70, 16, "cord")
    body += rect(start, y - 8, left, 16, "cord") if left > 0.5 else ""
    body += rect(start + left, y - 8, off, 16, "cut-off")
    many = round(t.amount / cut_m)
    for i in range(many + 1):
        x = start + left + off * i / max(many, 1)
        body += line(x, y - 16, x, y + 16, "cut-end")
    if many > 1:
        words = f"{many} × {metres(cut_m):.2f} off"
    else:
        words = f"{metres(t.amount):.2f} off"
    kept, narrow = f"{metres(t.left):.2f} stay on {_where(t.stock)}", off < 9 * letters(words)
    right = start + left + off
    body += text(
        right if narrow else start + left + off / 2,
        y - 22,
        words,
        "reel-cut-words",
        "end" if narrow else "middle",
    )
    if left < 9 * letters(kept):
        below = start
    else:
        below = start + left / 2
    return body + text(below, y + 34, kept, "reel-words", "start" if below == start else "middle")
