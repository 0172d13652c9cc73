"""Ends: what is on each end, which way round, and the wire map between them."""

from functools import lru_cache

from flask import Blueprint, abort, request
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.lead import Joint, Lead, with_value
from euthyne.core.part import shelf
from euthyne.core.plan import Plan, plan_of
from euthyne.core.quantity import DIAMETER
from euthyne.core.stage import Stage
from euthyne.core.stud import studs
from euthyne.core.wiremap import STARTING_MAPS, Scheme, by_function, colour, schemes_for
from euthyne.drawing.facing import facing
from euthyne.web.entry import back, enter
from euthyne.web.fields import Entered, Field, show_fields
from euthyne.web.frame import LeadPage, lead_page, not_reached, now, show_stage, store, who

blueprint = Blueprint("ends", __name__)
SWITCHED = (("none", "none"), ("L", "in the live"), ("N", "in the neutral"), ("all", "in every line, double-pole"))
OVER_ALL = Field(
    "conductor.measured_od_mm",
    "Over all, measured",
    measure=DIAMETER,
    optional=True,
    hint="empty: its standard's range",
)
LUGS = Field("ends.lugs_on_post", "Lugs on the post", "whole", bounds=(1, 12))


def fields_of(plan: Plan) -> tuple[Field, ...]:
    """What the ends of a lead are asked: parts and colours always, the rest where the parts give cause."""
    parts = tuple((p.id, p.words) for p in shelf().values() if p.mains == plan.mains or p.kind == "AC/DC")
    tints = tuple((s.name, _scheme_words(s, plan.cores)) for s in schemes_for(plan.cores))
    found = [
        Field("ends.a", "Supply end", "choice", choices=parts),
        Field("ends.b", "Load end", "choice", choices=parts),
        Field("ends.scheme", "Colours of the cable", "choice", choices=tints),
        Field("ends.plug_scheme", "Colours on the leaflet", "choice", choices=((None, "the same"), *tints)),
        OVER_ALL,
    ]
    if plan.mains:
        found.append(Field("ends.switch", "Switch", "choice", choices=SWITCHED))
        found.append(Field("ends.fuse_in", "Fuse of its own", "choice", choices=SWITCHED))
    if plan.mains and plan.lead.ends.switch != "none":
        found.append(Field("ends.switch_lit", "Lamp in it", "choice", choices=((False, "no"), (True, "yes"))))
    on = ((None, "not said"), *((s, s) for s in studs()))
    for end, p in (("a", plan.a), ("b", plan.b)):
        if p.stud:
            words = "Stud, supply end" if end == "a" else "Stud, load end"
            found.append(Field(f"ends.stud_{end}", words, "choice", choices=on))
    if plan.a.stud or plan.b.stud:
        found.append(LUGS)
    if "wire-seal" in (plan.a.joint, plan.b.joint):
        found.append(Field("ends.blanked", "Empty cavities", "choice", choices=((False, "open"), (True, "blanked"))))
    return tuple(found)


def _scheme_words(scheme: Scheme, cores: tuple[str, ...]) -> str:
    return ", ".join(f"{c} {colour(scheme.name, c)}" for c in cores[:4]) + (" ..." if len(cores) > 4 else "")


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
        maps=[(name, words) for name, (words, _) in STARTING_MAPS.items()],
        joints=[(j, colour(page.plan.lead.ends.scheme, j.core)) for j in page.plan.joints],
        cord_mm=_cord_words(page),
    )


@lru_cache(maxsize=256)
def _drawn(lead: Lead, turned_round: frozenset[str]) -> Markup:
    return Markup(facing(plan_of(lead), turned_round))


def _cord_words(page: LeadPage) -> str:
    cord = page.plan.diameter
    if cord is None:
        return "diameter not listed"
    if cord.low_mm == cord.high_mm:
        return f"{cord.low_mm:g} mm, measured"
    return f"{cord.low_mm:g} to {cord.high_mm:g} mm ({cord.source})"


@blueprint.post("/leads/<tag>/ends")
def save(tag: str) -> str | Response:
    """Keep the parts, the colours and the map."""
    page = lead_page(tag)
    return enter(tag, Stage.ENDS, fields_of(page.plan), _read_joints(page))


def _read_joints(page: LeadPage) -> Entered | None:
    """The wire map as the form holds it; empty when it is the usual one, so that a change of part keeps it right."""
    if not any(k.startswith("joint.") for k in request.form):
        return None
    if any(request.form.get(p) not in (None, getattr(page.held.lead.ends, p[-1])) for p in ("ends.a", "ends.b")):
        return Entered({"ends.joints": ()})
    plan = page.plan
    read = tuple(
        Joint(j.core, _mark(f"joint.{j.core}.a", plan.a.marks), _mark(f"joint.{j.core}.b", plan.b.marks))
        for j in plan.joints
    )
    usual = by_function(plan.a, plan.b, plan.cores)
    return Entered({"ends.joints": () if read == usual else read})


def _mark(name: str, marks: tuple[str, ...]) -> str | None:
    given = request.form.get(name)
    return given if given in marks else None


@blueprint.post("/leads/<tag>/ends/map")
def start_map(tag: str) -> str | Response:
    """Begin the wire map again from one of the usual ones."""
    words, make = STARTING_MAPS.get(request.form.get("map", ""), (None, None))
    if words is None or make is None:
        abort(400)
    plan = lead_page(tag).plan
    made = make(plan.a, plan.b, plan.cores)
    usual = by_function(plan.a, plan.b, plan.cores)

    def begun(lead: Lead) -> Lead:
        return with_value(lead, "ends.joints", () if made == usual else made)

    store().change(tag, begun, now(), who(), f"Ends: wire map begun again, {words.lower()}")
    return back(tag, Stage.ENDS)


@blueprint.post("/leads/<tag>/ends/settle")
def settle(tag: str) -> str | Response:
    """The ends are as they should be."""

    def settled(lead: Lead) -> Lead:
        return with_value(lead, "ends.accepted", True)

    store().change(tag, settled, now(), who(), "Ends: settled")
    return back(tag, Stage.ENDS)
