"""Drawings on paper: the same SVG as on screen, with its style sheet written into it, as a
ReportLab drawing.
"""

import re
from collections.abc import Iterator
from copy import deepcopy
from functools import cache
from importlib.resources import as_file, files
from io import BytesIO
from typing import Any
from xml.etree import ElementTree

from euthyne.drawing.colours import ALONG, PAINT, in_two

FACES = (
    ("next", "400", "normal"),
    ("next", "700", "bold"),
    ("mono", "400", "normal"),
    ("mono", "700", "bold"),
)
FONT = re.compile(r"(?:(\d00)\s+)?([\d.]+)px(?:/[\d.]+)?\s+(.*)")
VARIABLE = re.compile(r"(--[\w-]+):\s*([^;]+);")
SVG = "{http://www.w3.org/2000/svg}"


@cache
def fonts() -> None:
    """Make the screen's fonts known to ReportLab and svglib, once: ``next`` and ``mono``, each
    plain and bold.
    """
    from reportlab.pdfbase.pdfmetrics import registerFontFamily
    from svglib.svglib import register_font

    for name, number, weight in FACES:
        with as_file(files("euthyne.exchange") / "fonts" / f"{name}-{number}.ttf") as path:
            register_font(name, str(path), weight=weight, rlgFontName=f"{name}-{weight}")
    for name in ("next", "mono"):
        plain, bold = f"{name}-normal", f"{name}-bold"
        registerFontFamily(name, normal=plain, bold=bold, italic=plain, boldItalic=bold)


def on_paper(svg: str, css: str, wide: float) -> Any:
    """A drawing as ReportLab draws it.

    Parameters: svg text of a drawing; css, the style sheet it is shown with on screen; wide, its
    width in points.
    Returns: a ReportLab Drawing of that width.
    """
    from svglib.svglib import svg2rlg

    fonts()
    drawing: Any = svg2rlg(BytesIO(styled(svg, css)))
    share = wide / drawing.width
    drawing.width, drawing.height = wide, drawing.height * share
    drawing.scale(share, share)
    return drawing


def styled(svg: str, css: str) -> bytes:
    """The SVG with what the style sheet says of each element written on the element itself."""
    from cssselect2 import ElementWrapper

    ElementTree.register_namespace("", SVG[1:-1])
    root = ElementTree.fromstring(
        svg if "xmlns=" in svg else svg.replace("<svg ", f'<svg xmlns="{SVG[1:-1]}" ', 1)
    )
    matcher = _matcher(css)
    for wrapped in ElementWrapper.from_xml_root(root).iter_subtree():
        element = wrapped.etree_element
        if element is root:
            continue
        for _, _, _, said in sorted(matcher.match(wrapped), key=lambda found: found[:2]):
            for name, value in _attributes(said):
                element.set(name, value)
    _stripe(root)
    return ElementTree.tostring(root)


def _attributes(said: tuple[tuple[str, str], ...]) -> Iterator[tuple[str, str]]:
    """Declarations as SVG attributes: the font's parts one by one."""
    for name, value in said:
        if name == "font" and (font := FONT.match(value)):
            yield "font-weight", "bold" if int(font[1] or 400) >= 600 else "normal"
            yield "font-size", font[2]
            yield "font-family", "mono" if "Mono" in font[3] else "next"
        elif name != "font":
            yield name, value


@cache
def _matcher(css: str) -> Any:
    """The rules of a style sheet, its variables filled in."""
    import tinycss2
    from cssselect2 import Matcher, SelectorError, compile_selector_list

    known = dict(VARIABLE.findall(css))
    for _ in range(3):
        css = re.sub(r"var\((--[\w-]+)\)", lambda m: known.get(m[1], "black"), css)
    matcher = Matcher()
    for rule in tinycss2.parse_stylesheet(css, skip_comments=True, skip_whitespace=True):
        if rule.type != "qualified-rule":
            continue
        try:
            selectors = compile_selector_list(rule.prelude)
        except SelectorError:
            continue
        parsed = tinycss2.parse_blocks_contents(rule.content)
        said = tuple(
            (d.lower_name, tinycss2.serialize(d.value).strip())
            for d in parsed
            if d.type == "declaration"
        )
        for selector in selectors:
            if selector.pseudo_element is None:
                matcher.add_selector(selector, said)
    return matcher


def _stripe(root: ElementTree.Element) -> None:
    """Two colours as a line of the one with dashes of the other on it, since paper knows no patterns."""
    for parent in list(root.iter()):
        for i, element in reversed(list(enumerate(parent))):
            for painted in ("stroke", "fill"):
                named = PAINT.fullmatch(element.get(painted, ""))
                both = in_two(named[1]) if named else None
                if both is None:
                    continue
                first, second, wide = both
                over = deepcopy(element) if painted == "stroke" else _line_over(element)
                element.set(painted, first)
                over.set("stroke", second)
                over.set("stroke-dasharray", f"{ALONG - wide},{wide}")
                parent.insert(i + 1, over)


def _line_over(box: ElementTree.Element) -> ElementTree.Element:
    x, y, wide, tall = (float(box.get(name, "0")) for name in ("x", "y", "width", "height"))
    ends = {"x1": x, "y1": y + tall / 2, "x2": x + wide, "y2": y + tall / 2, "stroke-width": tall}
    return ElementTree.Element(f"{SVG}line", {k: f"{v:g}" for k, v in ends.items()})
