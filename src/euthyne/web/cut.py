"""Cut: the length to cut, and what comes off each core."""

from dataclasses import dataclass
from functools import cache, lru_cache
from importlib.resources import files

from flask import Blueprint, abort, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.lead import Lead, Stripped
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.stages.build.spoiled import Spoiled, spoiled
from euthyne.core.stages.cut.cut import StripGroup
from euthyne.core.stages.prove.wanted import TESTERS, instruments_wanted
from euthyne.core.standing.progress import not_to_be_built
from euthyne.core.stores.stock import Stock, StockNeed
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.quantity import SHORT
from euthyne.drawing.cutting import cutting_drawing
from euthyne.drawing.reel import cut_drawing
from euthyne.drawing.staircase import staircase_drawing
from euthyne.drawing.strip import strip_drawing
from euthyne.drawing.template import PAPERS, pages, svg
from euthyne.exchange.template import template_pdf
from euthyne.exchange.traveller import traveller_pdf
from euthyne.web.entry import Sent, StageForm, settle_at
from euthyne.web.errors import NotNow
from euthyne.web.fields import Entered, read_form, say
from euthyne.web.frame import LeadPage, drawn, lead_page, not_reached, show_stage
from euthyne.web.measures import measures, read_here, usual_paper
from euthyne.web.shop import shop
from euthyne.web.stores import laid, on_hand

blueprint = Blueprint("cut", __name__)


def _caption(group: StripGroup) -> str:
    """Where an end is and what goes on it, each word once."""
    words = ", ".join(dict.fromkeys((group.named, group.part.short)))
    return f"{words[0].upper()}{words[1:]}"


@lru_cache(maxsize=128)
def _strip_drawings(lead: Lead) -> tuple[tuple[str, Markup], ...]:
    """The strip plan of every group of cable ends, with what it is called; the very same lead is drawn
    once. A tape is drawn layer by layer alone.
    """
    plan = plan_of(lead)
    cords = (g for g in plan.cut.groups if not g.strip.is_of_a_tape)
    return tuple((_caption(g), Markup(strip_drawing(plan, g))) for g in cords)


@blueprint.get("/leads/<tag>/cut")
def show(tag: str) -> str:
    """The cut length and the strip plan."""
    page = lead_page(tag)
    if not page.reached(Stage.CUT):
        return not_reached(page, Stage.CUT)
    drawings = _strip_drawings(page.held.lead)
    cutting = drawn(cutting_drawing, page.held.lead) if page.plan.cut.length else None
    stairs = [
        (g.named, g.strip.whose, Markup(staircase_drawing(g.strip.stairs, g.strip.whose)))
        for g in page.plan.cut.groups
        if g.strip.stairs
    ]
    return show_stage(
        page,
        Stage.CUT,
        **FORM.shown(page),
        drawings=drawings,
        strips=_strips(page),
        source=_source(page),
        cutting=cutting,
        cables=_cables(page.plan),
        stairs=stairs,
        wanted=instruments_wanted(page.plan.prove.lines),
        lacks=list(filter(shop().lacks, TESTERS)),
    )


@dataclass(frozen=True)
class CableRow:
    """A cable of several: what it is, from where to where it is measured, its run and what is cut of
    it in m, None for one that was there before.
    """

    id: str
    written: str
    measured: str
    run_m: float | None
    cut_m: float | None


def _cables(plan: Plan) -> list[CableRow]:
    """Every cable of a lead that is more than one new cord."""
    found = []
    for cable in plan.lead.cables:
        length = plan.cut.lengths.get(cable.id)
        found.append(
            CableRow(
                id=cable.id,
                written=plan.conductor.laid[cable.id].written,
                measured=plan.cut.measured(cable),
                run_m=length.run_m if length else None,
                cut_m=length.cut_m if length else None,
            )
        )
    return found if len(found) > 1 or plan.cut.nothing_new else []


@dataclass(frozen=True)
class CutSource:
    """Where a lead is cut from: the cable it needs against Stores, its drawing, the pieces that are
    long enough, the longest there is, and how many of the wanted lengths there are.
    """

    laid: StockNeed | None
    drawing: Markup | None
    pieces: tuple[Stock, ...]
    longest_m: float
    there: int
    spoiled: tuple[Spoiled, ...]


def _source(page: LeadPage) -> CutSource:
    found = next((x for x in laid(page.plan) if x.need.kind == "cable"), None)
    if found is None or page.plan.cut.length is None:
        return CutSource(laid=None, drawing=None, pieces=(), longest_m=0.0, there=0, spoiled=())
    each = page.plan.cut.length.cut_m
    own = [s for s in on_hand() if (s.kind, s.what) == ("cable", found.need.what)]
    drawing = None
    if found.taken:
        drawing = Markup(cut_drawing(found.taken, each))
    return CutSource(
        laid=found,
        drawing=drawing,
        pieces=tuple(s for s in own if s.left >= each),
        longest_m=max((s.left for s in own), default=0.0),
        there=sum(int(s.left // each) for s in own),
        spoiled=spoiled(page.plan.build),
    )


def _read_piece(page: LeadPage, chosen: str) -> Entered:
    """The piece the form chose: one that is long enough, or none, for the shortest that is."""
    if page.held.lead.build.done:
        return Entered()
    names = {s.name for s in _source(page).pieces}
    return Entered(values={"cut.piece": chosen if chosen in names else None})


def _strips(page: LeadPage) -> list[dict[str, object]]:
    """A row for each strip: what is wanted, what was typed, and what it means."""
    rows: list[dict[str, object]] = []
    typed, drafts = page.held.lead.typed, page.held.drafts
    for group, core in [(g, core) for g in page.plan.cut.groups for core in g.strip.cores]:
        end = group.side
        path = f"cut.stripped.{end}.{core.core}"
        verdict = page.plan.cut.verdict(end, core.core)
        fault = ""
        if path in drafts:
            fault = _fault(path, drafts[path])
        text = drafts.get(path) or (typed.get(path, "") if verdict else "")
        rows.append(
            {
                "path": path,
                "named": group.named,
                "core": core,
                "text": text,
                "verdict": verdict,
                "fault": fault,
            }
        )
    return rows


def _fault(path: str, text: str) -> str:
    try:
        read_here(text, SHORT, path)
    except Refused as refused:
        return say(refused.faults[0])
    return ""


def _beside(page: LeadPage) -> dict[str, str]:
    """What its other controls say: the piece it is cut from, the strips."""
    chosen = page.held.lead.cut.piece
    if chosen and chosen not in {s.name for s in _source(page).pieces}:
        chosen = ""
    return {
        **{str(row["path"]): str(row["text"]) for row in _strips(page)},
        "cut.piece": chosen or "",
    }


def _read(page: LeadPage, sent: Sent) -> Entered:
    entered = read_form(FORM.questions(page), sent.changed)
    if sent.touches("cut.stripped."):
        entered = entered.with_more(_read_strips(page, sent))
    if "cut.piece" in sent.changed:
        entered = entered.with_more(_read_piece(page, sent.changed["cut.piece"]))
    return entered


FORM = StageForm(Stage.CUT, read=_read, beside=_beside)
FORM.keep_at(blueprint)
settle_at(blueprint, Stage.CUT)


def _read_strips(page: LeadPage, sent: Sent) -> Entered:
    """The strips as the form holds them; what can not be read is kept as typed."""
    entered, kept = Entered(), {(s.end, s.core): s for s in page.held.lead.cut.stripped}
    for group, core in [(g, core) for g in page.plan.cut.groups for core in g.strip.cores]:
        end = group.side
        path = f"cut.stripped.{end}.{core.core}"
        text = sent.whole.get(path)
        if text is None:
            continue
        entered.cleared.add(path)
        kept.pop((end, core.core), None)
        if not text.strip():
            continue
        try:
            kept[end, core.core] = Stripped(end, core.core, read_here(text, SHORT, path))
            entered.typed[path] = text.strip()
        except Refused:
            entered.drafts[path] = text
    if entered.cleared:
        entered.values["cut.stripped"] = tuple(kept.values())
    return entered


@cache
def drawing_style() -> str:
    """The style sheet the drawings are shown with."""
    sheets = files("euthyne.web") / "static" / "css"
    return "".join(
        (sheets / name).read_text(encoding="utf-8") for name in ("tokens.css", "drawings.css")
    )


def _paper() -> str:
    asked = request.args.get("paper", usual_paper())
    if asked in PAPERS:
        return asked
    return "a4"


def _settled_plan(tag: str) -> Plan:
    plan = lead_page(tag).plan
    if not plan.cut.known or plan.conductor.size_name is None:
        raise NotNow(
            "There is nothing to print yet: the run or the size is open.",
            url_for("cut.show", tag=tag),
            "Back",
        )
    return plan


@blueprint.get("/leads/<tag>/cut/template.pdf")
def template(tag: str) -> Response:
    """The strip plan at its true size, to print."""
    plan = _settled_plan(tag)
    return Response(
        template_pdf(plan, _paper(), not_to_be_built(lead_page(tag).progress), measures()),
        mimetype="application/pdf",
    )


@blueprint.get("/leads/<tag>/cut/template-<int:page>.svg")
def template_svg(tag: str, page: int) -> Response:
    """One page of the strip plan at its true size, as a drawing."""
    plan = _settled_plan(tag)
    stops = not_to_be_built(lead_page(tag).progress)
    if not 1 <= page <= len(pages(plan, _paper(), stops, measures())):
        abort(404)
    return Response(svg(plan, _paper(), page - 1, stops, measures()), mimetype="image/svg+xml")


@blueprint.get("/leads/<tag>/traveller.pdf")
def traveller(tag: str) -> Response:
    """The whole plan on paper."""
    plan, page = _settled_plan(tag), lead_page(tag)
    return Response(
        traveller_pdf(plan, page.progress, drawing_style(), _paper(), measures()),
        mimetype="application/pdf",
    )
