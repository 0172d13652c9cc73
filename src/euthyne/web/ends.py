"""Ends: what is on each end, which way round, and the wire map between them."""

from dataclasses import dataclass, replace
from functools import lru_cache

from flask import Blueprint, abort, redirect, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.assembly.joints import STARTING_MAPS, Joint
from euthyne.core.kinds import Trait
from euthyne.core.lead import Lead
from euthyne.core.lead.paths import THERE, with_value
from euthyne.core.lead.stage import Stage
from euthyne.core.order.laid import CableEnd, End
from euthyne.core.plan import Plan, plan_of
from euthyne.core.questions.ends import asked
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.standing.again import can_be_swapped
from euthyne.core.standing.maps import offered_maps
from euthyne.core.trade.colours import colour, schemes
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import mm
from euthyne.core.trade.question import Question
from euthyne.core.trade.tints import PLAIN, is_tint
from euthyne.drawing.bank import bank_drawing
from euthyne.drawing.facing import facing
from euthyne.drawing.shelfpiece import piece
from euthyne.exchange.photograph import leaflet as as_kept
from euthyne.store.clock import now
from euthyne.web.entry import Answer, Sent, StageForm, back, settle_at
from euthyne.web.errors import NotNow
from euthyne.web.fields import Entered, ShownField, put_in, read_form, under_more
from euthyne.web.frame import LeadPage, drawn, lead_page, not_reached, show_stage, store, who
from euthyne.web.shelf import added

blueprint = Blueprint("ends", __name__)
CUT_BACK = "-"
PARTS = ("fit.", "fittings.", "every.part")


@blueprint.get("/leads/<tag>/ends")
def show(tag: str) -> str:
    """The facing ends."""
    page = lead_page(tag)
    if not page.reached(Stage.ENDS):
        return not_reached(page, Stage.ENDS)
    lead, apart = page.held.lead, Trait.APART in page.plan.kind.traits
    turned = frozenset(request.args.get("turn", "")) & {"A", "B"}
    shown = FORM.shown(page)
    fields: dict[str, ShownField] = shown["fields"]
    maps = [] if apart else offered_maps(lead).items()
    return show_stage(
        page,
        Stage.ENDS,
        **shown,
        under_more=under_more(fields, [[one.field for one in fields.values()]]),
        faces=_faces(fields, page.plan),
        apart=apart,
        drawing=drawn(bank_drawing, lead) if apart else _drawn(lead, turned),
        leaflets=added().leaflets(tag),
        maps=[(name, words) for name, (words, _) in maps],
        joints=[] if apart else _rows(page.plan),
        told=_told(page.plan),
        tints=_tints(page.plan),
        cord_mm=_cord_words(page),
        can_swap=can_be_swapped(page.held.lead),
    )


def _faces(fields: dict[str, ShownField], plan: Plan) -> dict[str, Markup]:
    """The part at each place as the shelf draws it, by the path of its question; nothing where none is said,
    or is not opened.
    """
    own, drawn_faces = {part.id: part for part in plan.ends.parts}, {}
    for path, one in fields.items():
        if path.startswith(PARTS):
            part = None if one.text == THERE else own.get(one.text) or shelf().get(one.text)
            drawn_faces[path] = Markup(piece(part)) if part else Markup()
    return drawn_faces


def _tints(plan: Plan) -> tuple[str, ...]:
    """The colours a core can be said to have: plain ones, those of two that its scheme knows, and what is set."""
    own = (core.colour for cable in plan.lead.cables for core in cable.cores)
    known = (*PLAIN, *schemes()[plan.lead.ends.scheme].order, *filter(None, own))
    return tuple(dict.fromkeys(known))


@dataclass(frozen=True)
class MapRow:
    """A core in the table of the map: its joint, its colour, the marks it can land on at each end."""

    joint: Joint
    tint: str
    marks: dict[str, tuple[str, ...]]


def _rows(plan: Plan) -> list[MapRow]:
    return [
        MapRow(
            j, plan.ends.colours.of(j.core), {"a": _marks(plan, j, "A"), "b": _marks(plan, j, "B")}
        )
        for j in plan.ends.joints
    ]


def _marks(plan: Plan, joint: Joint, end: End) -> tuple[str, ...]:
    return plan.given.map.marks_at(CableEnd(joint.cable, end))


@dataclass(frozen=True)
class FittingNote:
    """What is said of the fittings of one part at one place: its words, the part, when it is live."""

    named: str
    part: Part
    live: str


def _told(plan: Plan) -> list[FittingNote]:
    if Trait.APART in plan.kind.traits:
        return _told_by_part(plan)
    found: dict[tuple[str, str], FittingNote] = {}
    for end in plan.ends.all:
        named = end.place.said if end.place else end.part.short
        found.setdefault((named, end.part.id), FittingNote(named, end.part, plan.when_live(end)))
    return list(found.values())


def _told_by_part(plan: Plan) -> list[FittingNote]:
    """What is said of the parts of a set, each once, with the posts it goes on."""
    posts: dict[str, list[LeadEnd]] = {}
    for end in plan.ends.all:
        posts.setdefault(end.part.id, []).append(end)
    if len(posts) == 1:
        return [FittingNote("every end", e[0].part, plan.when_live(e[0])) for e in posts.values()]
    return [
        FittingNote(", ".join(e.named for e in ends), ends[0].part, plan.when_live(ends[0]))
        for ends in posts.values()
    ]


@lru_cache(maxsize=256)
def _drawn(lead: Lead, turned_round: frozenset[str]) -> Markup:
    return Markup(facing(plan_of(lead), turned_round))


def _cord_words(page: LeadPage) -> str:
    cord = page.plan.conductor.diameter
    if cord is None:
        return "diameter not listed"
    if cord.low_mm == cord.high_mm:
        return f"{mm(cord.low_mm):g}, measured"
    return f"{mm(cord.low_mm, cord.high_mm):g} ({cord.source})"


def _questions(page: LeadPage) -> tuple[Question, ...]:
    return asked(page.plan, added().parts().values())


def _map(page: LeadPage) -> dict[str, str]:
    """What the controls of the map say: the colours, where each core lands."""
    texts = {}
    for row in _rows(page.plan):
        texts[f"tint.{row.joint.core}"] = row.tint
        texts[f"joint.{row.joint.core}.a"] = row.joint.a or CUT_BACK
        texts[f"joint.{row.joint.core}.b"] = row.joint.b or CUT_BACK
    return texts


def _read(page: LeadPage, sent: Sent) -> Entered:
    entered = read_form(_questions(page), sent.changed)
    if sent.touches("joint.") and not sent.touches(*PARTS):
        entered = entered.with_more(_read_joints(page, sent))
    if sent.touches(*PARTS):
        entered = entered.with_more(_own_parts(page, sent))
    if sent.touches("tint.", "ends.scheme"):
        entered = entered.with_more(_read_tints(page, sent))
    return entered


FORM = StageForm(Stage.ENDS, read=_read, beside=_map, own=_questions)
FORM.keep_at(blueprint)
settle_at(blueprint, Stage.ENDS)


def _read_tints(page: LeadPage, sent: Sent) -> Entered:
    """Colours set core by core; a core whose colour is the scheme's own keeps none of its own."""
    scheme = page.held.lead.ends.scheme
    cores = [j.core for j in page.plan.ends.joints]
    if sent.changed.get("ends.scheme", scheme) != scheme:
        return Entered({f"tint.{core}": None for core in cores})
    tints = {}
    for core in cores:
        given = sent.changed.get(f"tint.{core}", "")
        if is_tint(given):
            usual = colour(scheme, own_name(core))
            tints[f"tint.{core}"] = None if given == usual else given
    return Entered(tints)


def _own_parts(page: LeadPage, sent: Sent) -> Entered:
    """Copies of the parts of one's own that the lead now uses."""
    chosen = {v for k, v in sent.changed.items() if k.startswith(PARTS)}
    own = _own_with(page.held.lead, chosen)
    return Entered({"ends.own": own}) if own != page.held.lead.ends.own else Entered()


def _own_with(lead: Lead, chosen: set[str]) -> tuple[Part, ...]:
    """The parts of one's own that a lead uses with what is chosen: they stay with it whatever becomes of
    the shelf.
    """
    names = chosen | {f.part for f in lead.fittings if f.part is not None}
    mine = {p.id: p for p in lead.ends.own}
    kept = mine | {n: p for n, p in added().parts().items() if n not in mine}
    return tuple(kept[n] for n in sorted(names & set(kept)))


def with_part(lead: Lead, path: str, name: str) -> Lead:
    """The lead with a part at an end, and its copy where it is one's own."""
    return put_in(lead, Entered({"ends.own": _own_with(lead, {name}), path: name}))


def _read_joints(page: LeadPage, sent: Sent) -> Entered:
    """The wire map as the form holds it."""
    plan = page.plan

    def landed(joint: Joint, end: End, stands: str | None) -> str | None:
        path = f"joint.{joint.core}.{end.lower()}"
        if path not in sent.changed:
            return stands
        return _mark(sent.changed[path], _marks(plan, joint, end))

    read = [replace(j, a=landed(j, "A", j.a), b=landed(j, "B", j.b)) for j in plan.ends.joints]
    return Entered({"wires": plan.given.map.wires(read)})


def _mark(given: str, marks: tuple[str, ...]) -> str | None:
    if given in marks:
        return given
    return None


@blueprint.post("/leads/<tag>/ends/map")
def start_map(tag: str) -> Answer:
    """Begin the wire map again from one of the usual ones."""
    name = request.form.get("map", "")
    if name not in STARTING_MAPS:
        abort(400)
    offered = offered_maps(lead_page(tag).held.lead).get(name)
    if offered is None:
        raise NotNow(
            "That map would leave a core out, join two functions, or cross a pole.",
            url_for("ends.show", tag=tag),
            "Back to the ends",
        )
    words, wires = offered

    def begun(lead: Lead) -> Lead:
        return with_value(lead, "wires", wires)

    store().change(
        tag=tag,
        change=begun,
        at=now(),
        by=who(),
        what=f"Ends: wire map begun again, {words.lower()}",
    )
    return back(tag, Stage.ENDS)


@blueprint.post("/leads/<tag>/ends/leaflet")
def keep_leaflet(tag: str) -> Response:
    """Keep a leaflet with the lead: a picture or a PDF, by its content."""
    sent = request.files.get("leaflet")
    if sent is None or not sent.filename:
        raise Refused(Fault("leaflet", "no file was chosen", "a PDF, PNG or JPEG"))
    added().keep_leaflet(tag, sent.filename, as_kept(sent.read()), now(), who())
    return redirect(url_for("ends.show", tag=tag), 303)


@blueprint.post("/leads/<tag>/leaflets/<int(max=999999999999999999):number>/put-away")
def put_leaflet_away(tag: str, number: int) -> Response:
    """Put a leaflet away, or take it out again."""
    added().put_leaflet_away(tag, number, request.form.get("away") == "yes", now(), who())
    return redirect(url_for("ends.show", tag=tag), 303)


@blueprint.get("/leads/<tag>/leaflets/<int(max=999999999999999999):number>")
def leaflet(tag: str, number: int) -> Response:
    """A leaflet that was kept."""
    kind, content = added().leaflet(tag, number)
    return Response(content, mimetype=kind, headers={"X-Content-Type-Options": "nosniff"})
