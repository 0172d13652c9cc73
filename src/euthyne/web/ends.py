"""Ends: what is on each end, which way round, and the wire map between them."""

from functools import lru_cache
from typing import get_args

from flask import Blueprint, abort, redirect, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.lead import CoreTint, Joint, Lead, Tint, with_value
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.shelf.parts import shelf
from euthyne.core.stages.ends.wiremap import STARTING_MAPS, by_function
from euthyne.core.trade.colours import Scheme, colour, schemes_for
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import DIAMETER
from euthyne.core.trade.question import Question
from euthyne.core.trade.stud import studs
from euthyne.drawing.facing import facing
from euthyne.web.entry import back, enter, refuse_stopped
from euthyne.web.fields import Entered, show_fields
from euthyne.web.frame import LeadPage, lead_page, not_reached, now, show_stage, store, who
from euthyne.web.shelf import added

blueprint = Blueprint("ends", __name__)
SWITCHED = (
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
SWITCH = Question("ends.switch", "Switch", "choice", choices=SWITCHED)
FUSE_IN = Question("ends.fuse_in", "Fuse of its own", "choice", choices=SWITCHED)
LAMP = Question("ends.switch_lit", "Lamp in it", "choice", choices=((False, "no"), (True, "yes")))
BLANKED = Question(
    "ends.blanked", "Empty cavities", "choice", choices=((False, "open"), (True, "blanked"))
)
LUGS = Question("ends.lugs_on_post", "Lugs on the post", "whole", bounds=(1, 12))


def fields_of(plan: Plan) -> tuple[Question, ...]:
    """What the ends of a lead are asked: parts and colours always, the rest where the parts give
    cause.
    """
    own = tuple(
        (p.id, p.words)
        for p in {
            **added().parts(),
            plan.ends["A"].part.id: plan.ends["A"].part,
            plan.ends["B"].part.id: plan.ends["B"].part,
        }.values()
    )
    return _fields(
        mains=plan.mains,
        cores=plan.cores,
        switched=plan.lead.ends.switch != "none",
        stud_a=plan.ends["A"].part.stud,
        stud_b=plan.ends["B"].part.stud,
        own=own,
        sealed="wire-seal" in (plan.ends["A"].part.joint, plan.ends["B"].part.joint),
    )


@lru_cache(maxsize=128)
def _fields(
    mains: bool,
    cores: tuple[str, ...],
    switched: bool,
    stud_a: str,
    stud_b: str,
    own: tuple[tuple[str, str], ...],
    sealed: bool,
) -> tuple[Question, ...]:
    suits = {p.id: p.words for p in shelf().values() if p.mains == mains or p.kind == "AC/DC"}
    parts = tuple((suits | dict(own)).items())
    tints = tuple((s.name, _scheme_words(s, cores)) for s in schemes_for(cores))
    leaflet = ((None, "the same"), *tints)
    found = [
        Question("ends.a", "Supply end", "choice", choices=parts),
        Question("ends.b", "Load end", "choice", choices=parts),
        Question("ends.scheme", "Colours of the cable", "choice", choices=tints),
        Question("ends.plug_scheme", "Colours on the leaflet", "choice", choices=leaflet),
        OVER_ALL,
    ]
    if mains:
        found += [SWITCH, FUSE_IN]
    if mains and switched:
        found.append(LAMP)
    found += _studs(stud_a, stud_b)
    if sealed:
        found.append(BLANKED)
    return tuple(found)


def _studs(stud_a: str, stud_b: str) -> list[Question]:
    """The stud each lug goes on, and how the lugs are made; nothing where there is no lug."""
    on = ((None, "not said"), *((s, s) for s in studs()))
    found = []
    if stud_a:
        found.append(Question("ends.stud_a", "Stud, supply end", "choice", choices=on))
    if stud_b:
        found.append(Question("ends.stud_b", "Stud, load end", "choice", choices=on))
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
        fields=show_fields(fields_of(page.plan), page.held.lead, page.held.drafts),
        drawing=_drawn(page.held.lead, frozenset(request.args.get("turn", "")) & {"A", "B"}),
        leaflets=added().leaflets(tag),
        maps=[(name, words) for name, (words, _) in STARTING_MAPS.items()],
        joints=[(j, page.plan.ends.colours.of(j.core)) for j in page.plan.ends.joints],
        tints=get_args(Tint),
        own_tints={t.core: t.colour for t in page.plan.lead.ends.tints},
        cord_mm=_cord_words(page),
    )


@lru_cache(maxsize=256)
def _drawn(lead: Lead, turned_round: frozenset[str]) -> Markup:
    return Markup(facing(plan_of(lead), turned_round))


def _cord_words(page: LeadPage) -> str:
    cord = page.plan.conductor.diameter
    if cord is None:
        return "diameter not listed"
    if cord.low_mm == cord.high_mm:
        return f"{cord.low_mm:g} mm, measured"
    return f"{cord.low_mm:g} to {cord.high_mm:g} mm ({cord.source})"


@blueprint.post("/leads/<tag>/ends")
def save(tag: str) -> str | Response:
    """Keep the parts, the colours and the map."""
    page = lead_page(tag)
    more = (
        (_read_joints(page) or Entered()).with_more(_own_parts(page)).with_more(_read_tints(page))
    )
    return enter(tag, Stage.ENDS, fields_of(page.plan), more)


def _read_tints(page: LeadPage) -> Entered:
    """Colours set core by core; a core whose colour is the scheme's own keeps none of its own."""
    scheme = page.held.lead.ends.scheme
    if request.form.get("ends.scheme", scheme) != scheme:
        return Entered({"ends.tints": ()})
    if not any(k.startswith("tint.") for k in request.form):
        return Entered()
    tints = []
    for core in page.plan.cores:
        given = request.form.get(f"tint.{core}", "")
        if given in get_args(Tint) and given != colour(scheme, core):
            tints.append(CoreTint(core, given))  # type: ignore[arg-type]
    return Entered({"ends.tints": tuple(tints)})


def _own_parts(page: LeadPage) -> Entered:
    """Copies of the parts of one's own that the lead now uses: they stay with it whatever becomes
    of the shelf.
    """
    ends = page.held.lead.ends
    names = {request.form.get(f"ends.{end}", getattr(ends, end)) for end in ("a", "b")}
    kept = {p.id: p for p in ends.own} | {
        n: p for n, p in added().parts().items() if n not in {o.id for o in ends.own}
    }
    own = tuple(kept[n] for n in sorted(names & set(kept)))
    if own != ends.own:
        return Entered({"ends.own": own})
    return Entered()


def _read_joints(page: LeadPage) -> Entered | None:
    """The wire map as the form holds it; empty when it is the usual one, so that a change of part
    keeps it right.
    """
    if not any(k.startswith("joint.") for k in request.form):
        return None
    if any(
        request.form.get(p) not in (None, getattr(page.held.lead.ends, p[-1]))
        for p in ("ends.a", "ends.b")
    ):
        return Entered({"ends.joints": ()})
    plan = page.plan
    read = tuple(
        Joint(
            j.core,
            _mark(f"joint.{j.core}.a", plan.ends["A"].part.marks),
            _mark(f"joint.{j.core}.b", plan.ends["B"].part.marks),
        )
        for j in plan.ends.joints
    )
    usual = by_function(plan.ends["A"].part, plan.ends["B"].part, plan.cores)
    return Entered({"ends.joints": () if read == usual else read})


def _mark(name: str, marks: tuple[str, ...]) -> str | None:
    given = request.form.get(name)
    if given in marks:
        return given
    return None


@blueprint.post("/leads/<tag>/ends/map")
def start_map(tag: str) -> str | Response:
    """Begin the wire map again from one of the usual ones."""
    words, make = STARTING_MAPS.get(request.form.get("map", ""), (None, None))
    if words is None or make is None:
        abort(400)
    plan = lead_page(tag).plan
    made = make(plan.ends["A"].part, plan.ends["B"].part, plan.cores)
    usual = by_function(plan.ends["A"].part, plan.ends["B"].part, plan.cores)

    def begun(lead: Lead) -> Lead:
        return with_value(lead, "ends.joints", () if made == usual else made)

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
    added().keep_leaflet(tag, sent.filename, sent.read(), now(), who())
    return redirect(url_for("ends.show", tag=tag), 303)


@blueprint.get("/leads/<tag>/leaflets/<int:number>")
def leaflet(tag: str, number: int) -> Response:
    """A leaflet that was kept."""
    kind, content = added().leaflet(tag, number)
    return Response(content, mimetype=kind, headers={"X-Content-Type-Options": "nosniff"})


@blueprint.post("/leads/<tag>/ends/settle")
def settle(tag: str) -> str | Response:
    """The ends are as they should be."""

    def settled(lead: Lead) -> Lead:
        refuse_stopped(lead, Stage.ENDS)
        return with_value(lead, "ends.accepted", True)

    store().change(tag=tag, change=settled, at=now(), by=who(), what="Ends: settled")
    return back(tag, Stage.ENDS)
