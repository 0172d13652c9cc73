"""Ends: what is on each end, which way round, and the wire map between them."""

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import get_args

from flask import Blueprint, abort, redirect, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.assembly.joints import STARTING_MAPS, Joint
from euthyne.core.assembly.records import Tint
from euthyne.core.lead import Lead
from euthyne.core.lead.paths import with_value
from euthyne.core.lead.stage import Stage
from euthyne.core.order.laid import CableEnd, End
from euthyne.core.plan import Plan, plan_of
from euthyne.core.shelf.finder import shelved_under
from euthyne.core.shelf.part import Contact, Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.standing.again import can_be_swapped
from euthyne.core.standing.maps import offered_maps
from euthyne.core.trade.colours import Scheme, colour, schemes_for
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import mm
from euthyne.core.trade.quantity import DIAMETER
from euthyne.core.trade.question import Question
from euthyne.core.trade.stud import studs
from euthyne.drawing.facing import facing
from euthyne.exchange.photograph import leaflet as as_kept
from euthyne.store.clock import now
from euthyne.web.entry import Answer, Sent, StageForm, back, enter, refuse_stopped
from euthyne.web.errors import NotNow
from euthyne.web.fields import Entered, read_form, show_fields, texts_of
from euthyne.web.frame import LeadPage, lead_page, not_reached, show_stage, store, who
from euthyne.web.shelf import added

blueprint = Blueprint("ends", __name__)
BREAKS = (
    ("none", "nothing, no switch"),
    ("L", "the live"),
    ("N", "the neutral"),
    ("all", "every line, double-pole"),
)
FUSED = (
    ("none", "none"),
    ("L", "in the live"),
    ("N", "in the neutral"),
    ("all", "in every line, double-pole"),
)
OVER_ALL = Question(
    "conductor.measured_od_mm",
    "Over all, measured",
    measure=DIAMETER,
    optional=True,
    hint="empty: its standard's range",
)
SWITCH = Question("ends.switch", "Switch breaks", "choice", choices=BREAKS)
FUSE_IN = Question("ends.fuse_in", "Fuse of its own", "choice", choices=FUSED)
LAMP = Question("ends.switch_lit", "Lamp in it", "choice", choices=((False, "no"), (True, "yes")))
FITS, OWN = "Fits here", "Of your own"
CUT_BACK = "-"
PARTS = ("fit.", "fittings.")
BLANKED = ((False, "open"), (True, "blanked"))
LUGS = Question("ends.lugs_on_post", "Lugs on the post", "whole", bounds=(1, 12))


def fields_of(plan: Plan) -> tuple[Question, ...]:
    """What the ends of a lead are asked: parts and colours always, the rest where the parts give
    cause.
    """
    own = {p.id: p.words for p in (*added().parts().values(), *plan.ends.parts)}
    return _fields(
        mains=plan.mains,
        cores=plan.cores,
        switched=plan.lead.ends.switch != "none",
        fitted=tuple(replace(one, fits=_fits(plan, one)) for one in _fitted(plan)),
        own=tuple(own.items()),
    )


def _fits(plan: Plan, one: "_Fitted") -> frozenset[str]:
    """The parts that fit a place: shown by its side, with a cavity for each core that lands there,
    for this copper and, where it grips, this cord.
    """
    here = next(e for e in plan.ends.ours if e.id in one.at)
    cables = plan.given.assembly.ends_in(here.id)
    if not cables:
        return frozenset()
    laid = plan.conductor.laid[cables[0].cable]
    cord = (laid.diameter.low_mm, laid.diameter.high_mm) if laid.diameter else None
    return _fitting(here.part.marks, here.part.contact, plan.mains, laid.copper_mm2, cord)


@lru_cache(maxsize=256)
def _fitting(
    marks: tuple[str, ...],
    contact: Contact,
    mains: bool,
    copper_mm2: float,
    cord: tuple[float, float] | None,
) -> frozenset[str]:
    """The parts of the shelf with these cavities and contact, for this copper and this cord."""
    found = []
    for p in shelf().values():
        if (p.mains != mains and p.kind != "AC/DC") or p.contact != contact:
            continue
        low, high = p.terminal_mm2
        if set(p.marks) != set(marks) or not low <= copper_mm2 <= high:
            continue
        if p.grips and cord and not p.grip_mm[0] <= cord[0] <= cord[1] <= p.grip_mm[1]:
            continue
        found.append(p.id)
    return frozenset(found)


@dataclass(frozen=True)
class _Fitted:
    """What is asked of a fitting, or of all at a place: the path of its part, its words, whether its
    stud and its empty ways are asked; the fittings it is of, and the parts of the shelf that fit
    there.
    """

    path: str
    words: str
    stud: str = ""
    blank: str = ""
    at: tuple[str, ...] = ()
    fits: frozenset[str] = frozenset()


def _fitted(plan: Plan) -> list[_Fitted]:
    """A question for each place, where all that stands there is alike; else one for each fitting."""
    found: dict[str, _Fitted] = {}
    for end in plan.ends.ours:
        here = [other for other in plan.ends.ours if other.place == end.place]
        alike = {other.part.id for other in here} == {end.part.id} and not _of_a_gender(end)
        blank = end.id if TERMINATIONS[end.part.joint].sealed else ""
        if end.place is None or (len(here) > 1 and not alike):
            words = end.named[0].upper() + end.named[1:]
            if len(here) > 1 and end.place is not None and end.fitting.function is None:
                words = f"{words}, {end.part.short}"
            one = _Fitted(f"fittings.{end.id}.part", words, blank=blank, at=(end.id,))
        else:
            stud = end.place.id if end.part.stud else ""
            words = end.place.said.capitalize()
            one = _Fitted(f"fit.{end.place.id}", words, stud, blank, at=tuple(e.id for e in here))
        found.setdefault(one.path, one)
    return list(found.values())


def _of_a_gender(end: LeadEnd) -> bool:
    """True for the coupler of one pole: which contact it has is chosen pole by pole."""
    return end.fitting.function is not None and end.part.contact in ("pin", "socket")


@lru_cache(maxsize=128)
def _fields(
    mains: bool,
    cores: tuple[str, ...],
    switched: bool,
    fitted: tuple[_Fitted, ...],
    own: tuple[tuple[str, str], ...],
) -> tuple[Question, ...]:
    suits = {p.id: p.words for p in shelf().values() if p.mains == mains or p.kind == "AC/DC"}
    parts = tuple((suits | dict(own)).items())
    tints = tuple((s.name, _scheme_words(s, cores)) for s in schemes_for(cores))
    leaflet = ((None, "the same"), *tints)
    found = [_of_parts(one, parts) for one in fitted]
    found += [
        Question("ends.scheme", "Colours of the cable", "choice", choices=tints),
        Question("ends.plug_scheme", "Colours on the leaflet", "choice", choices=leaflet),
        OVER_ALL,
    ]
    if mains:
        found += [SWITCH, FUSE_IN]
    if mains and switched:
        found.append(LAMP)
    found += _studs(fitted)
    found += [
        Question(
            f"blank.{one.blank}", f"Empty cavities, {one.words.lower()}", "choice", choices=BLANKED
        )
        for one in fitted
        if one.blank
    ]
    return tuple(found)


def _of_parts(one: _Fitted, parts: tuple[tuple[str, str], ...]) -> Question:
    """The question for a part: what fits there first, all else under its own headings."""
    heads = {name: _head(name, one.fits) for name, _ in parts}
    order = list(dict.fromkeys((FITS, OWN, *heads.values())))
    sorted_parts = sorted(parts, key=lambda pair: order.index(heads[pair[0]]))
    return Question(
        one.path,
        one.words,
        "choice",
        choices=tuple(sorted_parts),
        heads=tuple(heads[name] for name, _ in sorted_parts),
    )


def _head(name: str, fits: frozenset[str]) -> str:
    if name in fits:
        return FITS
    known = shelf().get(name)
    return shelved_under(known) if known else OWN


def _studs(fitted: tuple[_Fitted, ...]) -> list[Question]:
    """The stud the lugs of each place go on, and how many lie on a post; nothing where there is no
    lug.
    """
    on = ((None, "not said"), *((s, s) for s in studs()))
    found = [
        Question(f"stud.{one.stud}", f"Stud, {one.words.lower()}", "choice", choices=on)
        for one in fitted
        if one.stud
    ]
    if found:
        found.append(LUGS)
    return found


def _scheme_words(scheme: Scheme, cores: tuple[str, ...]) -> str:
    listed = ", ".join(f"{c} {colour(scheme.name, c)}" for c in cores[:4]) + (
        " ..." if len(cores) > 4 else ""
    )
    if scheme.words:
        return f"{listed} ({scheme.words})"
    return listed


@blueprint.get("/leads/<tag>/ends")
def show(tag: str) -> str:
    """The facing ends."""
    page = lead_page(tag)
    if not page.reached(Stage.ENDS):
        return not_reached(page, Stage.ENDS)
    return show_stage(
        page,
        Stage.ENDS,
        texts=_texts(page),
        fields=show_fields(fields_of(page.plan), page.held.lead, page.held.drafts),
        drawing=_drawn(page.held.lead, frozenset(request.args.get("turn", "")) & {"A", "B"}),
        leaflets=added().leaflets(tag),
        maps=[(name, words) for name, (words, _) in offered_maps(page.held.lead).items()],
        joints=_rows(page.plan),
        told=_told(page.plan),
        tints=get_args(Tint),
        cord_mm=_cord_words(page),
        can_swap=can_be_swapped(page.held.lead),
    )


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
    found: dict[tuple[str, str], FittingNote] = {}
    for end in plan.ends.all:
        named = end.place.said if end.place else end.part.short
        found.setdefault((named, end.part.id), FittingNote(named, end.part, plan.when_live(end)))
    return list(found.values())


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
    return fields_of(page.plan)


def _texts(page: LeadPage) -> dict[str, str]:
    """What every control says: the fields, the colours, where each core lands."""
    texts = texts_of(show_fields(_questions(page), page.held.lead, page.held.drafts))
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


FORM = StageForm(Stage.ENDS, texts=_texts, read=_read, questions=_questions)


@blueprint.post("/leads/<tag>/ends")
def save(tag: str) -> Answer:
    """Keep the parts, the colours and the map."""
    return enter(tag, FORM)


def _read_tints(page: LeadPage, sent: Sent) -> Entered:
    """Colours set core by core; a core whose colour is the scheme's own keeps none of its own."""
    scheme = page.held.lead.ends.scheme
    cores = [j.core for j in page.plan.ends.joints]
    if sent.changed.get("ends.scheme", scheme) != scheme:
        return Entered({f"tint.{core}": None for core in cores})
    tints = {}
    for core in cores:
        given = sent.changed.get(f"tint.{core}", "")
        if given in get_args(Tint):
            usual = colour(scheme, own_name(core))
            tints[f"tint.{core}"] = None if given == usual else given
    return Entered(tints)


def _own_parts(page: LeadPage, sent: Sent) -> Entered:
    """Copies of the parts of one's own that the lead now uses: they stay with it whatever becomes
    of the shelf.
    """
    ends = page.held.lead.ends
    chosen = {v for k, v in sent.changed.items() if k.startswith(PARTS)}
    names = chosen | {f.part for f in page.held.lead.fittings if f.part is not None}
    kept = {p.id: p for p in ends.own} | {
        n: p for n, p in added().parts().items() if n not in {o.id for o in ends.own}
    }
    own = tuple(kept[n] for n in sorted(names & set(kept)))
    if own != ends.own:
        return Entered({"ends.own": own})
    return Entered()


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


@blueprint.post("/leads/<tag>/ends/settle")
def settle(tag: str) -> Answer:
    """The ends are as they should be."""

    def settled(lead: Lead) -> Lead:
        refuse_stopped(lead, Stage.ENDS)
        return with_value(lead, "ends.accepted", True)

    store().change(tag=tag, change=settled, at=now(), by=who(), what="Ends: settled")
    return back(tag, Stage.ENDS)
