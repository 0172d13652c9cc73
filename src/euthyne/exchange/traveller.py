"""The traveller: the whole plan of a lead on paper, with the screen's drawings, boxes to tick, room
to write.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from io import BytesIO
from typing import Any

from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.standing.progress import Progress, not_to_be_built
from euthyne.core.stores import needs
from euthyne.core.trade.corewords import function_of, own_name
from euthyne.core.trade.shown import at_most
from euthyne.drawing.cutting import cutting_drawing
from euthyne.drawing.facing import facing_on_paper
from euthyne.drawing.laidout import said_of
from euthyne.drawing.ribbon import PAGE, ribbon
from euthyne.drawing.staircase import staircase_drawing
from euthyne.drawing.strip import strip_drawing
from euthyne.drawing.template import PAPERS
from euthyne.exchange.ink import fonts, on_paper

MARGIN_MM, GAP = 14.0, 7.0
BOX, ASK = "box", "[&nbsp;&nbsp;&nbsp;]"
Rows = Sequence[Sequence[str]]


@dataclass(frozen=True)
class _Sheet:
    """What every piece of the traveller is laid on: the style sheet of its drawings, its width in
    points, its hand.
    """

    css: str
    wide: float
    styles: dict[str, Any]

    def drawing(self, svg: str, share: float = 1.0) -> Any:
        """A drawing over a share of the width."""
        return on_paper(svg, self.css, self.wide * share)

    def words(self, text: str, style: str = "plain") -> Any:
        """A paragraph; what is between angle brackets is markup."""
        from reportlab.platypus import Paragraph

        return Paragraph(text, self.styles[style])

    def section(self, title: str, room_mm: float = 40) -> list[Any]:
        """A heading, on the next page where not even so much room is left below it."""
        from reportlab.lib.units import mm
        from reportlab.platypus import CondPageBreak

        return [CondPageBreak(room_mm * mm), self.words(title, "section")]

    def _cell(self, text: str, head: bool) -> Any:
        if text == BOX:
            return _box()
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


def traveller_pdf(plan: Plan, progress: Progress, css: str, paper: str) -> bytes:
    """The whole plan of a lead to work from on paper.

    Parameters: plan; progress, for its ribbon; css, the style sheet of its drawings; paper,
    ``"a4"`` or ``"letter"``.
    Returns: the file: ribbon, brief, cut and strip, wire map with both faces, what to lay out,
    steps, proof.
    """
    from reportlab.lib.units import mm
    from reportlab.platypus import SimpleDocTemplate

    fonts()
    wide, tall = PAPERS[paper]
    out = BytesIO()
    name = f"{plan.lead.tag}  {plan.lead.name}"
    margins = dict.fromkeys(
        ("leftMargin", "rightMargin", "topMargin", "bottomMargin"), MARGIN_MM * mm
    )
    document = SimpleDocTemplate(
        out, pagesize=(wide * mm, tall * mm), title=name, invariant=1, **margins
    )
    sheet = _Sheet(css, (wide - 2 * MARGIN_MM) * mm - 12, _styles())
    story = [
        sheet.words(_text(name), "title"),
        sheet.words(_standing(plan)),
        *_stops(sheet, progress),
        sheet.drawing(ribbon(plan, progress, PAGE, "")),
        *_brief(sheet, plan),
        *_cautions(sheet, progress),
        *_cut(sheet, plan),
        *_map(sheet, plan),
        *_laid_out(sheet, plan),
        *_steps(sheet, plan),
        *_proof(sheet, plan),
    ]
    edge = _edge(name, wide, tall, bool(progress.shut))
    document.build(story, onFirstPage=edge, onLaterPages=edge)
    return out.getvalue()


def _box() -> Any:
    """A box to tick with a pencil."""
    from reportlab.graphics.shapes import Drawing, Rect

    drawing = Drawing(11, 10)
    drawing.add(Rect(0, 0, 9, 9, 1, 1, fillColor=None, strokeWidth=0.9))
    return drawing


def _styles() -> dict[str, Any]:
    from reportlab.lib.styles import ParagraphStyle

    return {
        "title": ParagraphStyle("title", fontName="next-bold", fontSize=16, leading=20),
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


def _text(words: str) -> str:
    from xml.sax.saxutils import escape

    return escape(words.replace("Ω", "ohm").replace("mm2", "mm²"))


def _mono(words: str) -> str:
    return f'<font name="mono-bold">{_text(words)}</font>'


def _standing(plan: Plan) -> str:
    made = plan.lead.made_for or "made for nobody named"
    wanted = ""
    if plan.lead.wanted_by:
        wanted = f", wanted by {plan.lead.wanted_by}"
    return _text(
        f"{made}{wanted}. Computed from the tables named in the record; local rules, the "
        "makers' sheets and a licensed "
        "person decide."
    )


def _stops(sheet: _Sheet, progress: Progress) -> list[Any]:
    """Why it is not to be built, before anything else is read."""
    return [sheet.words(_text(words), "stop") for words in not_to_be_built(progress)]


def _cautions(sheet: _Sheet, progress: Progress) -> list[Any]:
    """Cautions that nobody has passed with a reason."""
    rows = [(BOX, _text(f.title), _text(f.text)) for f in progress.unpassed]
    if rows:
        return [*sheet.section("Cautions nobody has passed"), sheet.table(rows, (0.03, 0.27, 0.7))]
    return []


def _brief(sheet: _Sheet, plan: Plan) -> list[Any]:
    c = plan.conductor.candidate
    amps = "?"
    if plan.brief.demand_amps is not None:
        amps = f"{plan.brief.demand_amps:.1f} A"
    guard = "nothing known"
    if plan.conductor.protection.amps:
        guard = f"{plan.conductor.protection.amps:g} A {plan.conductor.protection.words}"
    run = "?"
    if plan.lead.brief.run_m:
        run = f"{plan.lead.brief.run_m:g} m one way"
    rows = [
        (
            "Carries",
            _mono(f"{amps}, {plan.brief.volts:g} V"),
            "From",
            _text(said_of(plan, "A")),
        ),
        ("Run", _mono(run), "To", _text(said_of(plan, "B"))),
        (
            "Cable",
            _mono(plan.conductor.written),
            "Weakest",
            _text(f"{plan.conductor.weakest.words}, {at_most(plan.conductor.weakest.amps)} A"),
        ),
        ("Loses", _mono(f"{c.drop_percent:.1f} %" if c else "?"), "Guarded by", _text(guard)),
    ]
    return [*sheet.section("Brief"), sheet.table(rows, (0.1, 0.28, 0.12, 0.5))]


def _cut(sheet: _Sheet, plan: Plan) -> list[Any]:
    """The cut, both ends stripped to scale, and a line to write each strip as it was measured."""
    from reportlab.platypus import Spacer, Table

    if not plan.cut.known:
        return []
    groups = plan.cut.groups
    drawings = [sheet.drawing(strip_drawing(plan, g), 0.49) for g in groups]
    rows = [["End", "Core", "Length", "Bare", "Measured"] * 2]
    told = [
        [g.named, own_name(s.core), f"{s.core_mm:.0f} mm", s.bare_words, "________ mm"]
        for g in groups
        for s in g.strip.cores
    ]
    half = (len(told) + 1) // 2
    for i in range(half):
        rows.append([*told[i], *(told[half + i] if half + i < len(told) else [""] * 5)])
    stairs = [
        sheet.drawing(staircase_drawing(s.stairs, s.whose), 0.6)
        for s in (g.strip for g in groups)
        if s.stairs
    ][:1]
    return [
        *sheet.section("Cut and strip", 90),
        *([sheet.drawing(cutting_drawing(plan))] if plan.cut.length else []),
        Table(_in_pairs(drawings), colWidths=[sheet.wide / 2] * 2),
        Spacer(1, GAP),
        sheet.table(rows, (0.1, 0.06, 0.1, 0.13, 0.11) * 2, head=True),
        *stairs,
    ]


def _in_pairs(drawings: list[Any]) -> list[list[Any]]:
    """Drawings two a row."""
    return [
        [*drawings[i : i + 2], *[""] * (2 - len(drawings[i : i + 2]))]
        for i in range(0, len(drawings), 2)
    ]


def _map(sheet: _Sheet, plan: Plan) -> list[Any]:
    from reportlab.platypus import KeepTogether

    first_end, last_end = (p.said.capitalize() for p in (plan.lead.places[0], plan.lead.places[-1]))
    rows = [("Core", "Colour", first_end, last_end)]
    for j in plan.ends.joints:
        core = _text(f"{j.core}, {function_of(j.core)}")
        rows.append(
            (
                core,
                plan.ends.colours.called(j.core),
                _text(j.a or "cut back"),
                _text(j.b or "cut back"),
            )
        )
    first, *more = [sheet.drawing(faces) for faces in facing_on_paper(plan)]
    return [
        KeepTogether([sheet.words("Wire map: both faces of both ends", "section"), first]),
        *more,
        sheet.table(rows, (0.3, 0.3, 0.2, 0.2), head=True),
    ]


def _laid_out(sheet: _Sheet, plan: Plan) -> list[Any]:
    """Everything to lay out, two abreast, with a box each."""
    told = []
    for need in needs(plan):
        if need.kind in ("tool", "die"):
            many = ""
        else:
            many = f" {_mono(need.in_words)}"
        told.append(f"{_text(need.words)}{many}")
    if not told:
        return []
    half = (len(told) + 1) // 2
    told += [""] * (2 * half - len(told))
    rows = [(BOX, told[i], BOX if told[half + i] else "", told[half + i]) for i in range(half)]
    return [*sheet.section("Lay out first"), sheet.table(rows, (0.03, 0.47, 0.03, 0.47))]


def _steps(sheet: _Sheet, plan: Plan) -> list[Any]:
    if not plan.build.steps:
        return []
    rows = [("", "", "Step", "Its numbers", "Initials, time")]
    rows += [
        (BOX, str(i), _step(s), _numbers(s), "") for i, s in enumerate(plan.build.steps, start=1)
    ]
    return [*sheet.section("Steps"), sheet.table(rows, (0.03, 0.04, 0.58, 0.22, 0.13), head=True)]


def _step(step: BuildStep) -> str:
    """A step's headline and detail; at a gate a box for each part it asks for."""
    asked = "".join(f"<br/>{ASK} {_text(a.words)}" for a in step.asks)
    return f'<font name="next-bold">{_text(step.headline)}</font><br/>{_text(step.detail)}{asked}'


def _numbers(step: BuildStep) -> str:
    return "<br/>".join(f"{_text(f.words)} {_mono(f.value)}" for f in step.figures)


def _proof(sheet: _Sheet, plan: Plan) -> list[Any]:
    if not plan.build.steps:
        return []
    rows = [("", "What", "Expected", "Read")]
    rows += [(BOX, _text(line.question), "yes", "") for line in plan.prove.looks]
    if plan.mains:
        rows += [(BOX, _text(x.words), _mono(x.band), "____________") for x in plan.prove.lines]
    return [*sheet.section("Proof"), sheet.table(rows, (0.03, 0.55, 0.24, 0.18), head=True)]


def _edge(name: str, wide: float, tall: float, shut: bool) -> Any:
    """What stands on the edge of every page: at its foot the lead and its page; on top that it is
    not to be built.
    """
    from reportlab.lib.units import mm

    def draw(canvas: Any, document: Any) -> None:
        if shut:
            canvas.setFillColor("#A2322A")
            canvas.rect(
                MARGIN_MM * mm,
                (tall - 9) * mm,
                (wide - 2 * MARGIN_MM) * mm,
                5 * mm,
                stroke=0,
                fill=1,
            )
            canvas.setFillColor("#FFFFFF")
            canvas.setFont("next-bold", 9)
            canvas.drawCentredString(
                wide / 2 * mm, (tall - 7.5) * mm, "Not to be built: a stop stands. See page 1."
            )
            canvas.setFillColor("#000000")
        canvas.setFont("next-normal", 7.5)
        canvas.drawString(
            MARGIN_MM * mm,
            8 * mm,
            f"{name}. Prove dead before touching. Nothing near a supply until proven.",
        )
        canvas.drawRightString((wide - MARGIN_MM) * mm, 8 * mm, f"page {document.page}")

    return draw
