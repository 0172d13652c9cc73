"""The pen: SVG elements as text, attributes written the SVG way."""

import re
from functools import cache
from html import escape

from euthyne.core.trade.figure import shortly
from euthyne.core.trade.measures import tell
from euthyne.drawing.colours import patterns

SPECIAL = re.compile(r"[<>&\"']")
Attribute = str | float | None


def element(name: str, body: str = "", **attributes: Attribute) -> str:
    """One SVG element; underscores in attribute names become dashes, a trailing one is dropped."""
    written = "".join(
        [
            f' {_dashed(key)}="{_value(value)}"'
            for key, value in attributes.items()
            if value is not None
        ]
    )
    if body:
        return f"<{name}{written}>{body}</{name}>"
    return f"<{name}{written}/>"


@cache
def _dashed(key: str) -> str:
    return key.rstrip("_").replace("_", "-")


def _value(value: Attribute) -> str:
    if isinstance(value, str):
        return _plain(value)
    return _figure(value)


def _plain(words: str) -> str:
    if SPECIAL.search(words):
        return escape(words)
    return words


def _figure(value: float | None) -> str:
    """A number to a hundredth, without idle noughts."""
    if isinstance(value, float):
        return f"{round(value, 2):g}"
    return str(value)


def text(
    x: float, y: float, words: str, class_: str = "", anchor: str = "start", **more: Attribute
) -> str:
    """Words at a point."""
    if not more:
        kind = ""
        if class_:
            kind = f' class="{class_}"'
        return f'<text x="{_figure(x)}" y="{_figure(y)}"{kind} text-anchor="{anchor}">{_plain(words)}</text>'
    return element(
        "text", escape(words), x=x, y=y, class_=class_ or None, text_anchor=anchor, **more
    )


def group(body: str, **attributes: Attribute) -> str:
    """A group of elements."""
    return element("g", body, **attributes)


def rect(
    x: float,
    y: float,
    w: float,
    h: float,
    class_: str = "",
    rx: float | None = None,
    **more: Attribute,
) -> str:
    """A rectangle."""
    if rx is None and not more:
        sides = f'x="{_figure(x)}" y="{_figure(y)}" width="{_figure(w)}" height="{_figure(h)}"'
        if class_:
            return f'<rect {sides} class="{class_}"/>'
        return f"<rect {sides}/>"
    return element("rect", "", x=x, y=y, width=w, height=h, rx=rx, class_=class_ or None, **more)


def line(x1: float, y1: float, x2: float, y2: float, class_: str = "", **more: Attribute) -> str:
    """A straight line."""
    if not more:
        ends = f'x1="{_figure(x1)}" y1="{_figure(y1)}" x2="{_figure(x2)}" y2="{_figure(y2)}"'
        if class_:
            return f'<line {ends} class="{class_}"/>'
        return f"<line {ends}/>"
    return element("line", "", x1=x1, y1=y1, x2=x2, y2=y2, class_=class_ or None, **more)


def circle(cx: float, cy: float, r: float, class_: str = "", **more: Attribute) -> str:
    """A circle."""
    return element("circle", "", cx=cx, cy=cy, r=r, class_=class_ or None, **more)


def path(d: str, class_: str = "", **more: Attribute) -> str:
    """A path."""
    return element("path", "", d=d, class_=class_ or None, **more)


def letters(words: str) -> int:
    """How many letters words take on a drawing, their figures told."""
    return len(tell(words, "metric"))


def sheet(
    width: float, height: float, body: str, class_: str, label: str, role: str = "img", **more: str
) -> str:
    """A whole drawing, scaled to the width it is given; ``label`` says what it shows.

    There is little room on a drawing: its figures are told in one measure alone.
    """
    return element(
        "svg",
        patterns(body) + shortly(body),
        xmlns="http://www.w3.org/2000/svg",
        viewBox=f"0 0 {width:g} {height:g}",
        class_=class_,
        role=role,
        aria_label=shortly(label),
        **more,
    )


def mark(kind: str, x: float, y: float, r: float = 6) -> str:
    """The mark of a stage or a check, told apart by shape: done, open, caution, stop, note."""
    if kind in ("done", "pass"):
        tick = (
            f"M{x - r * 0.45:g} {y + r * 0.05:g}l{r * 0.32:g} {r * 0.34:g} {r * 0.58:g} "
            f"{-r * 0.66:g}"
        )
        return circle(x, y, r, "mark-done") + path(tick, "mark-tick")
    if kind == "caution":
        return path(f"M{x:g} {y - r:g}L{x + r:g} {y + r * 0.85:g}H{x - r:g}Z", "mark-caution")
    if kind == "stop":
        bar = rect(x=x - r * 0.5, y=y - r * 0.16, w=r, h=r * 0.32, class_="mark-bar")
        return (
            rect(x=x - r * 0.92, y=y - r * 0.92, w=r * 1.84, h=r * 1.84, class_="mark-stop") + bar
        )
    return circle(x, y, r - 0.8, "mark-open")
