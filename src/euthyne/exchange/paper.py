"""Paper to work from: the strip plan at its true size, and the traveller with the whole plan of a lead."""

from collections.abc import Sequence
from io import BytesIO
from typing import Any

from euthyne.core.buildstep import BuildStep
from euthyne.core.lookover import look_list
from euthyne.core.part import Part, mating_face, wiring_side
from euthyne.core.plan import Plan
from euthyne.core.wiremap import colour, function_of
from euthyne.drawing.template import PAPERS, Mark, Patch, pages

INK = (0.13, 0.15, 0.16)
COPPER = (0.66, 0.33, 0.17)


def template_pdf(plan: Plan, paper: str) -> bytes:
    """The strip plan of a lead at its true size, as a PDF.

    Parameters: plan; paper, ``"a4"`` or ``"letter"``. Returns: the file.
    """
    from reportlab.lib.units import mm
    from reportlab.pdfgen.canvas import Canvas

    wide, tall = PAPERS[paper]
    out = BytesIO()
    canvas = Canvas(out, pagesize=(wide * mm, tall * mm), invariant=1)
    canvas.setTitle(f"Strip plan {plan.lead.tag}")
    canvas.setViewerPreference("PrintScaling", "None")
    for page in pages(plan, paper):
        for item in page:
            if isinstance(item, Mark):
                canvas.setLineWidth(item.thick * mm)
                canvas.line(item.x1 * mm, (tall - item.y1) * mm, item.x2 * mm, (tall - item.y2) * mm)
            elif isinstance(item, Patch):
                canvas.setFillGray(item.grey)
                canvas.rect(item.x * mm, (tall - item.y - item.h) * mm, item.w * mm, item.h * mm, stroke=0, fill=1)
                canvas.setFillGray(0)
            else:
                canvas.setFont("Helvetica-Bold" if item.heavy else "Helvetica", item.size * mm)
                canvas.drawString(item.x * mm, (tall - item.y) * mm, item.words)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def traveller_pdf(plan: Plan, paper: str) -> bytes:
    """The whole plan of a lead to work from on paper: brief, cut and strip, wire map with both faces, steps, proof.

    Parameters: plan; paper, ``"a4"`` or ``"letter"``. Returns: the file.
    """
    from reportlab.lib.styles import ParagraphStyle
    from reportlab.lib.units import mm
    from reportlab.platypus import Paragraph, SimpleDocTemplate, Spacer

    wide, tall = PAPERS[paper]
    out = BytesIO()
    name = f"{plan.lead.tag}  {plan.lead.name}"
    margins = dict.fromkeys(("leftMargin", "rightMargin", "topMargin", "bottomMargin"), 16 * mm)
    document = SimpleDocTemplate(out, pagesize=(wide * mm, tall * mm), title=name, invariant=1, **margins)
    head = ParagraphStyle("head", fontName="Helvetica-Bold", fontSize=15, leading=19)
    section = ParagraphStyle("section", fontName="Helvetica-Bold", fontSize=11, leading=16, spaceBefore=9)
    plain = ParagraphStyle("plain", fontName="Helvetica", fontSize=8.6, leading=11)
    story: list[Any] = [Paragraph(_text(name), head), Paragraph(_text(_standing(plan)), plain), Spacer(1, 3 * mm)]
    room = (wide - 32) * mm - 12
    story.append(_ribbon(plan, room))
    for title, rows, widths in _tables(plan):
        if rows:
            cells = [[Paragraph(_text(cell), plain) for cell in row] for row in rows]
            story += [Paragraph(title, section), _table(cells, [w * room for w in widths])]
        if title == "Wire map":
            story += [Spacer(1, 3 * mm), _faces(plan, room)]
    document.build(story, onFirstPage=_foot(name, wide), onLaterPages=_foot(name, wide))
    return out.getvalue()


def _text(words: str) -> str:
    from xml.sax.saxutils import escape

    return escape(words.replace("²", "2").replace("Ω", "ohm").replace("°", " ").replace("–", "-"))


def _standing(plan: Plan) -> str:
    amps = f"{plan.demand_amps:.1f} A" if plan.demand_amps is not None else "? A"
    return (
        f"{plan.lead.made_for or 'made for nobody named'}. {plan.written}, {amps}, {plan.volts:g} V. Computed from the "
        "tables named in the record; local rules, the makers' sheets and a licensed person decide."
    )


Rows = Sequence[Sequence[str]]


def _tables(plan: Plan) -> list[tuple[str, Rows, tuple[float, ...]]]:
    c, cut = plan.candidate, plan.cut
    brief = [
        ("Run, one way", f"{plan.lead.brief.run_m or 0:g} m", "Ends", f"{plan.a.words} to {plan.b.words}"),
        ("Conductor", plan.written, "Loses", f"{c.drop_percent:.1f} %" if c else "?"),
        ("Guarded by", f"{plan.protection.amps or 0:g} A {plan.protection.words}", "Weakest", plan.weakest.words),
    ]
    cuts = [] if cut is None else [
        ("Cut", f"{cut.cut_m:.2f} m", "of which in the ends", f"{cut.ends_m * 1000:.0f} mm"),
        *((f"{end} {s.core}", f"core {s.core_mm:.0f} mm", f"bare {s.strip_low_mm:g} to {s.strip_high_mm:g} mm",
           "measured: ________")
          for end, strip in (("supply", plan.strips[0]), ("load", plan.strips[1])) for s in strip.cores),
    ]  # fmt: skip
    scheme = plan.lead.ends.scheme
    wires = [("Core", "Colour", "Supply end", "Load end")]
    wires += [(f"{j.core}, {function_of(j.core)}", colour(scheme, j.core), j.a or "cut back", j.b or "cut back")
              for j in plan.joints]  # fmt: skip
    steps = [("[  ]", str(i), s.headline, _told(s)) for i, s in enumerate(plan.steps, start=1)]
    proof = [("[  ]", line.question, "", "") for line in look_list(plan.a, plan.b)] if plan.steps else []
    if plan.mains:
        proof += [("[  ]", x.words, _band(x.low, x.high), "read: ________") for x in plan.lines]
    return [
        ("Brief", brief, (0.16, 0.28, 0.16, 0.4)),
        ("Cut and strip", cuts, (0.2, 0.25, 0.3, 0.25)),
        ("Wire map", wires, (0.3, 0.3, 0.2, 0.2)),
        ("Steps", steps, (0.06, 0.05, 0.39, 0.5)),
        ("Proof", proof, (0.06, 0.5, 0.24, 0.2)),
    ]


def _told(step: BuildStep) -> str:
    """A step's detail with its numbers, and the parts a gate asks for with a box each."""
    asked = "".join(f" [  ] {a.words}." for a in step.asks)
    return f"{step.detail}{asked}" + (f" {step.numbers}." if step.figures else "")


def _band(low: float, high: float) -> str:
    return f"{low:.3g} to {high:.3g} ohm" if high < float("inf") else f"{low:g} Mohm or more"


def _table(cells: list[list[Any]], widths: list[float]) -> Any:
    from reportlab.platypus import Table, TableStyle

    table = Table(cells, colWidths=widths, repeatRows=0)
    style = [("VALIGN", (0, 0), (-1, -1), "TOP"), ("LINEBELOW", (0, 0), (-1, -1), 0.3, INK)]
    style += [("TOPPADDING", (0, 0), (-1, -1), 1.6), ("BOTTOMPADDING", (0, 0), (-1, -1), 1.8)]
    table.setStyle(TableStyle([*style, ("LEFTPADDING", (0, 0), (-1, -1), 0)]))
    return table


def _ribbon(plan: Plan, wide: float) -> Any:
    """The lead end to end: its cord with the stages along it."""
    from reportlab.graphics.shapes import Drawing, Line, Rect, String

    drawing = Drawing(wide, 34)
    drawing.add(Line(0, 18, wide, 18, strokeColor=_ink(INK), strokeWidth=4))
    names = ("Brief", "Conductor", "Ends", "Cut", "Build", "Prove", "Tag")
    step = (wide - 110) / len(names)
    for i, name in enumerate(names):
        x = 55 + i * step
        drawing.add(Rect(x, 8, step - 8, 20, 2, 2, fillColor=_ink((1, 1, 1)), strokeColor=_ink(INK)))
        drawing.add(String(x + 6, 15, f"{i + 1} {name}", fontName="Helvetica-Bold", fontSize=7))
    for x, part in ((0.0, plan.a), (wide - 50, plan.b)):
        drawing.add(Rect(x, 4, 50, 28, 3, 3, fillColor=_ink((0.95, 0.93, 0.88)), strokeColor=_ink(INK)))
        drawing.add(String(x + 5, 15, part.short, fontName="Helvetica", fontSize=8))
    return drawing


def _faces(plan: Plan, wide: float) -> Any:
    """Both faces of both ends, each named: the wiring side is the mirror of the mating face."""
    from reportlab.graphics.shapes import Drawing, String

    drawing, quarter = Drawing(wide, 118), wide / 4
    shown = (
        (plan.a, mating_face(plan.a), "supply end, mating face"),
        (plan.a, wiring_side(plan.a), "supply end, wiring side"),
        (plan.b, wiring_side(plan.b), "load end, wiring side"),
        (plan.b, mating_face(plan.b), "load end, mating face"),
    )
    for i, (part, face, words) in enumerate(shown):
        drawing.add(String(i * quarter, 108, words, fontName="Helvetica-Bold", fontSize=8))
        _face(drawing, part, face, i * quarter + quarter / 2 - 6, 52)
    return drawing


def _face(drawing: Any, part: Part, face: Any, x: float, y: float) -> None:
    from reportlab.graphics.shapes import Circle, Rect, String

    scale = min(100 / face.width, 80 / face.height)
    w, h = face.width * scale, face.height * scale
    if face.shell in ("round", "collar", "keyed"):
        drawing.add(Circle(x, y, w / 2, fillColor=None, strokeColor=_ink(INK)))
    else:
        drawing.add(Rect(x - w / 2, y - h / 2, w, h, 4, 4, fillColor=None, strokeColor=_ink(INK)))
    fill = _ink(COPPER) if part.contact == "pin" else _ink(INK)
    for c in face.cavities:
        drawing.add(
            Circle(x + c.x * scale, y + c.y * scale, max(c.w, 2.0) * scale / 2.4, fillColor=fill, strokeColor=None)
        )
        size = 7 if len(face.cavities) < 10 else 4.5
        drawing.add(String(x + c.x * scale + 3, y + c.y * scale + 4, c.mark, fontName="Helvetica", fontSize=size))


def _ink(rgb: tuple[float, float, float]) -> Any:
    from reportlab.lib.colors import Color

    return Color(*rgb)


def _foot(name: str, wide: float) -> Any:
    from reportlab.lib.units import mm

    def draw(canvas: Any, document: Any) -> None:
        canvas.setFont("Helvetica", 7.5)
        canvas.drawString(16 * mm, 9 * mm, name)
        canvas.drawRightString((wide - 16) * mm, 9 * mm, f"page {document.page}")

    return draw
