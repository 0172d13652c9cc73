"""A sheet of paper: its hand, its tables, its boxes to tick, the drawings of the screen on it."""

from collections.abc import Sequence
from dataclasses import dataclass
from io import BytesIO
from typing import Any

from euthyne.core.trade.measures import Measures, tell
from euthyne.drawing.template import PAPERS
from euthyne.exchange.ink import fonts, on_paper

MARGIN_MM = 14.0
BOX = "box"
Rows = Sequence[Sequence[str]]


@dataclass(frozen=True)
class Sheet:
    """What everything is laid on: the style sheet of its drawings, its width in points, its hand, how its
    bench measures.
    """

    css: str
    wide: float
    styles: dict[str, Any]
    measures: Measures = "metric"

    def drawing(self, svg: str, share: float = 1.0) -> Any:
        """A drawing over a share of the width."""
        return on_paper(self._told(svg), self.css, self.wide * share)

    def words(self, text: str, style: str = "plain") -> Any:
        """A paragraph; what is between angle brackets is markup."""
        from reportlab.platypus import Paragraph

        return Paragraph(self._told(text), self.styles[style])

    def _told(self, markup: str) -> str:
        return tell(markup, self.measures)

    def section(self, title: str, room_mm: float = 40) -> list[Any]:
        """A heading, on the next page where not even so much room is left below it."""
        from reportlab.lib.units import mm
        from reportlab.platypus import CondPageBreak

        return [CondPageBreak(room_mm * mm), self.words(title, "section")]

    def _cell(self, text: str, head: bool) -> Any:
        if text == BOX:
            return box()
        return self.words(text, "head" if head else "plain")

    def table(self, rows: Rows, widths: Sequence[float], head: bool = False) -> Any:
        """A table with hairlines below its rows; widths are shares of the whole."""
        from reportlab.platypus import Table, TableStyle

        cells = [[self._cell(text, head and not i) for text in row] for i, row in enumerate(rows)]
        lines = [
            ("VALIGN", (0, 0), (-1, -1), "TOP"),
            ("LINEBELOW", (0, 0), (-1, -1), 0.3, "#8C8577"),
        ]
        lines += [("TOPPADDING", (0, 0), (-1, -1), 2.2), ("BOTTOMPADDING", (0, 0), (-1, -1), 2.6)]
        lines += [("LEFTPADDING", (0, 0), (-1, -1), 0), ("RIGHTPADDING", (0, 0), (-1, -1), 6)]
        table = Table(cells, colWidths=[w * self.wide for w in widths], repeatRows=1 if head else 0)
        table.setStyle(TableStyle(lines))
        return table


def sheet_of(css: str, paper: str, measures: Measures) -> Sheet:
    """A sheet within the margins of a paper, its type ready.

    Parameters: css, the style sheet of its drawings; paper, ``"a4"`` or ``"letter"``; measures of its bench.
    """
    from reportlab.lib.units import mm

    fonts()
    wide, _ = PAPERS[paper]
    return Sheet(css, (wide - 2 * MARGIN_MM) * mm - 12, styles_of_paper(), measures)


def printed(title: str, paper: str, story: list[Any], edge: Any = None) -> bytes:
    """A file of what stands on some sheets, always the same for the same story.

    Parameters: title of the file; paper; story, what stands on them in order; edge, what is drawn on each.
    """
    from reportlab.lib.units import mm
    from reportlab.platypus import SimpleDocTemplate

    wide, tall = PAPERS[paper]
    out = BytesIO()
    margins = dict.fromkeys(
        ("leftMargin", "rightMargin", "topMargin", "bottomMargin"), MARGIN_MM * mm
    )
    document = SimpleDocTemplate(
        out, pagesize=(wide * mm, tall * mm), title=title, invariant=1, **margins
    )
    on_each = {"onFirstPage": edge, "onLaterPages": edge} if edge else {}
    document.build(story, **on_each)
    return out.getvalue()


def box() -> Any:
    """A box to tick with a pencil."""
    from reportlab.graphics.shapes import Drawing, Rect

    drawing = Drawing(11, 10)
    drawing.add(Rect(0, 0, 9, 9, 1, 1, fillColor=None, strokeWidth=0.9))
    return drawing


def styles_of_paper() -> dict[str, Any]:
    """The hand everything on paper is set in."""
    from reportlab.lib.styles import ParagraphStyle

    return {
        "title": ParagraphStyle("title", fontName="next-bold", fontSize=16, leading=20),
        "large": ParagraphStyle("large", fontName="mono-bold", fontSize=34, leading=40),
        "section": ParagraphStyle(
            "section", fontName="next-bold", fontSize=11.5, leading=15, spaceBefore=9, spaceAfter=3
        ),
        "stop": ParagraphStyle(
            "stop",
            fontName="next-bold",
            fontSize=10.5,
            leading=13.5,
            textColor="#7E221C",
            borderColor="#A2322A",
            borderWidth=1.2,
            borderPadding=4,
            spaceBefore=8,
            spaceAfter=12,
        ),
        "head": ParagraphStyle("head", fontName="next-bold", fontSize=8.4, leading=11),
        "plain": ParagraphStyle("plain", fontName="next-normal", fontSize=8.8, leading=11.4),
    }


def plain(words: str) -> str:
    """Words as a paragraph takes them."""
    from xml.sax.saxutils import escape

    return escape(words.replace("Ω", "ohm"))


def mono(words: str) -> str:
    """Figures, heavy and evenly spaced."""
    return f'<font name="mono-bold">{plain(words)}</font>'
