"""The traveller: the whole plan of a lead on paper, with the screen's drawings, boxes to tick, room
to write.
"""

from typing import Any

from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.standing.progress import Progress, not_to_be_built
from euthyne.core.stores.needs import needs
from euthyne.core.trade.corewords import core_said, function_of, mark_said, own_name
from euthyne.core.trade.figure import metres, mm
from euthyne.core.trade.measures import Measures
from euthyne.core.trade.shown import at_most, three
from euthyne.drawing.cutting import cutting_drawing
from euthyne.drawing.facing import facing_on_paper
from euthyne.drawing.laidout import said_of
from euthyne.drawing.ribbon import PAGE, ribbon
from euthyne.drawing.staircase import staircase_drawing
from euthyne.drawing.strip import strip_drawing
from euthyne.drawing.template import PAPERS
from euthyne.exchange.paper import (
    BOX,
    MARGIN_MM,
    Sheet,
    mono,
    plain,
    printed,
    sheet_of,
)

GAP = 7.0
ASK = "[&nbsp;&nbsp;&nbsp;]"
ROOM = "_" * 14  # for a reading


def traveller_pdf(
    plan: Plan, progress: Progress, css: str, paper: str, measures: Measures = "metric"
) -> bytes:
    """The whole plan of a lead to work from on paper.

    Parameters: plan; progress, for its ribbon; css, the style sheet of its drawings; paper,
    ``"a4"`` or ``"letter"``; measures of its bench.
    Returns: the file: ribbon, brief, cut and strip, wire map with both faces, what to lay out,
    steps, proof.
    """
    name = f"{plan.lead.tag}  {plan.lead.name}"
    wide, tall = PAPERS[paper]
    sheet = sheet_of(css, paper, measures)
    story = [
        sheet.words(plain(name), "title"),
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
    return printed(name, paper, story, _edge(name, wide, tall, bool(progress.shut)))


def _standing(plan: Plan) -> str:
    made = plan.lead.made_for or "made for nobody named"
    wanted = ""
    if plan.lead.wanted_by:
        wanted = f", wanted by {plan.lead.wanted_by}"
    return plain(
        f"{made}{wanted}. Computed from the tables named in the record; local rules, the "
        "makers' sheets and a licensed "
        "person decide."
    )


def _stops(sheet: Sheet, progress: Progress) -> list[Any]:
    """Why it is not to be built, before anything else is read."""
    return [sheet.words(plain(words), "stop") for words in not_to_be_built(progress)]


def _cautions(sheet: Sheet, progress: Progress) -> list[Any]:
    """Cautions that nobody has passed with a reason."""
    rows = [(BOX, plain(f.title), plain(f.text)) for f in progress.unpassed]
    if rows:
        return [*sheet.section("Cautions nobody has passed"), sheet.table(rows, (0.03, 0.27, 0.7))]
    return []


def _brief(sheet: Sheet, plan: Plan) -> list[Any]:
    c = plan.conductor.candidate
    amps = "?"
    if plan.brief.demand_amps is not None:
        amps = f"{three(plan.brief.demand_amps)} A"
    guard = "nothing known"
    if plan.conductor.protection.amps:
        guard = f"{plan.conductor.protection.amps:g} A {plan.conductor.protection.words}"
    run = "?"
    if plan.lead.brief.run_m:
        run = f"{metres(plan.lead.brief.run_m):g} one way"
    rows = [
        (
            "Carries",
            mono(f"{amps}, {plan.brief.volts:g} V"),
            "From",
            plain(said_of(plan, "A")),
        ),
        ("Run", mono(run), "To", plain(said_of(plan, "B"))),
        (
            "Cable",
            mono(plan.conductor.written),
            "Weakest",
            plain(f"{plan.conductor.weakest.words}, {at_most(plan.conductor.weakest.amps)} A"),
        ),
        ("Loses", mono(f"{c.drop_percent:.1f} %" if c else "?"), "Guarded by", plain(guard)),
    ]
    return [*sheet.section("Brief"), sheet.table(rows, (0.1, 0.28, 0.12, 0.5))]


def _cut(sheet: Sheet, plan: Plan) -> list[Any]:
    """The cut, both ends stripped to scale, and a line to write each strip as it was measured."""
    from reportlab.platypus import Spacer, Table

    if not plan.cut.known:
        return []
    groups = plan.cut.groups
    cords = [g for g in groups if not g.strip.is_of_a_tape]
    drawings = [sheet.drawing(strip_drawing(plan, g), 0.49) for g in cords]
    rows = [["End", "Core", "Length", "Bare", "Measured"] * 2]
    told = [
        [
            g.named,
            own_name(s.core),
            f"{mm(s.core_mm):.0f}",
            s.bare_words,
            f"________ {'in' if sheet.measures == 'gauge' else 'mm'}",
        ]
        for g in groups
        for s in g.strip.cores
    ]
    half = (len(told) + 1) // 2
    for i in range(half):
        rows.append([*told[i], *(told[half + i] if half + i < len(told) else [""] * 5)])
    stepped = {
        staircase_drawing(g.strip.stairs, g.strip.whose): g for g in groups if g.strip.stairs
    }
    stairs = [sheet.drawing(drawn, 0.6) for drawn in stepped]
    return [
        *sheet.section("Cut and strip", 90),
        *([sheet.drawing(cutting_drawing(plan))] if plan.cut.length else []),
        *([Table(_in_pairs(drawings), colWidths=[sheet.wide / 2] * 2)] if drawings else []),
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


def _map(sheet: Sheet, plan: Plan) -> list[Any]:
    from reportlab.platypus import KeepTogether

    first_end, last_end = (p.said.capitalize() for p in (plan.lead.places[0], plan.lead.places[-1]))
    rows = [("Core", "Colour", first_end, last_end)]
    for j in plan.ends.joints:
        core = plain(f"{core_said(j.core)}, {function_of(j.core)}")
        rows.append(
            (
                core,
                plan.ends.colours.called(j.core),
                plain(mark_said(j.a) if j.a else "cut back"),
                plain(mark_said(j.b) if j.b else "cut back"),
            )
        )
    first, *more = [sheet.drawing(faces) for faces in facing_on_paper(plan)]
    return [
        KeepTogether([sheet.words("Wire map: both faces of both ends", "section"), first]),
        *more,
        sheet.table(rows, (0.3, 0.3, 0.2, 0.2), head=True),
    ]


def _laid_out(sheet: Sheet, plan: Plan) -> list[Any]:
    """Everything to lay out, two abreast, with a box each."""
    told = []
    for need in needs(plan):
        if need.kind in ("tool", "die"):
            many = ""
        else:
            many = f" {mono(need.in_words)}"
        told.append(f"{plain(need.words)}{many}")
    if not told:
        return []
    half = (len(told) + 1) // 2
    told += [""] * (2 * half - len(told))
    rows = [(BOX, told[i], BOX if told[half + i] else "", told[half + i]) for i in range(half)]
    return [*sheet.section("Lay out first"), sheet.table(rows, (0.03, 0.47, 0.03, 0.47))]


def _steps(sheet: Sheet, plan: Plan) -> list[Any]:
    if not plan.build.steps:
        return []
    rows = [("", "", "Step", "Its numbers", "Initials, time")]
    rows += [
        (BOX, str(i), _step(plan, s), _numbers(s), "")
        for i, s in enumerate(plan.build.steps, start=1)
    ]
    return [*sheet.section("Steps"), sheet.table(rows, (0.03, 0.04, 0.58, 0.22, 0.13), head=True)]


def _step(plan: Plan, step: BuildStep) -> str:
    """A step's headline and detail; at a gate a box for each part it asks for, a line for each reading."""
    asked = "".join(f"<br/>{ASK} {plain(a.words)}" for a in step.asks)
    read = "".join(
        f"<br/>{plain(line.words)}: {ROOM} sound: {mono(line.band)}"
        for line in plan.prove.lines
        if line.id in step.reads
    )
    said = f"{plain(step.detail)}{asked}{read}"
    return f'<font name="next-bold">{plain(step.headline)}</font><br/>{said}'


def _numbers(step: BuildStep) -> str:
    return "<br/>".join(f"{plain(f.words)} {mono(f.value)}" for f in step.figures)


def _proof(sheet: Sheet, plan: Plan) -> list[Any]:
    if not plan.build.steps:
        return []
    rows = [("", "What", "Expected", "Read")]
    rows += [(BOX, plain(line.question), "yes", "") for line in plan.prove.looks]
    if plan.mains:
        rows += [(BOX, plain(x.words), mono(x.band), "____________") for x in plan.prove.lines]
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
