"""The strip plan on paper at its true size, as a PDF that asks the printer not to scale it."""

from io import BytesIO

from euthyne.core.plan import Plan
from euthyne.core.trade.measures import Measures
from euthyne.drawing.template import PAPERS, Item, Mark, Patch, pages
from euthyne.exchange.ink import fonts


def template_pdf(
    plan: Plan, paper: str, stops: tuple[str, ...] = (), measures: Measures = "metric"
) -> bytes:
    """The strip plan of a lead at its true size, as a PDF.

    Parameters: plan; paper, ``"a4"`` or ``"letter"``; stops, sentences across the top of every
    page; measures of its bench. Returns: the file.
    """
    from reportlab.lib.units import mm
    from reportlab.pdfgen.canvas import Canvas

    fonts()
    wide, tall = PAPERS[paper]
    out = BytesIO()
    canvas = Canvas(out, pagesize=(wide * mm, tall * mm), invariant=1)
    canvas.setTitle(f"Strip plan {plan.lead.tag}")
    canvas.setViewerPreference("PrintScaling", "None")
    for page in pages(plan, paper, stops, measures):
        canvas.scale(mm, mm)
        for item in page:
            _draw(canvas, item, tall)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _draw(canvas, item: Item, tall: float) -> None:  # type: ignore[no-untyped-def]
    """One item, in mm from the top left corner."""
    from reportlab.lib.colors import HexColor

    if isinstance(item, Mark):
        canvas.setLineWidth(item.thick)
        canvas.line(item.x1, tall - item.y1, item.x2, tall - item.y2)
    elif isinstance(item, Patch):
        canvas.setFillColor(HexColor(item.fill))
        canvas.rect(item.x, tall - item.y - item.h, item.w, item.h, stroke=0, fill=1)
        canvas.setFillColor(HexColor("#000000"))
    else:
        canvas.setFont("next-bold" if item.heavy else "next-normal", item.size)
        canvas.drawString(item.x, tall - item.y, item.words)
