"""Ends: what is on each end, which way round, and the wire map between them."""

from flask import Blueprint, request
from werkzeug.wrappers import Response

from euthyne.core.lead import Joint, Lead, with_value
from euthyne.core.part import shelf
from euthyne.core.quantity import DIAMETER
from euthyne.core.stage import Stage
from euthyne.core.wiremap import by_function, colour, mains_schemes
from euthyne.drawing.facing import facing
from euthyne.web.entry import back, enter
from euthyne.web.fields import Entered, Field, show_fields
from euthyne.web.frame import LeadPage, drawn, lead_page, not_reached, now, show_stage, store, who

blueprint = Blueprint("ends", __name__)
PARTS = tuple((p.id, p.words) for p in shelf().values() if p.mains)
SCHEMES = tuple((s.name, ", ".join(s.colours[c] for c in "LNE")) for s in mains_schemes())
FIELDS = (
    Field("ends.a", "Supply end", "choice", choices=PARTS),
    Field("ends.b", "Load end", "choice", choices=PARTS),
    Field("ends.scheme", "Core colours, live, neutral, earth", "choice", choices=SCHEMES),
    Field(
        "conductor.measured_od_mm",
        "Cord over all, measured",
        measure=DIAMETER,
        optional=True,
        hint="empty: what its standard allows",
    ),
)


@blueprint.get("/leads/<tag>/ends")
def show(tag: str) -> str:
    """The facing ends."""
    page = lead_page(tag)
    if not page.reached(Stage.ENDS):
        return not_reached(page, Stage.ENDS)
    return show_stage(
        page,
        Stage.ENDS,
        fields=show_fields(FIELDS, page.held.lead, page.held.drafts),
        drawing=drawn(facing, page.held.lead),
        joints=[(j, colour(page.plan.lead.ends.scheme, j.core)) for j in page.plan.joints],
        cord_mm=_cord_words(page),
    )


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
    return enter(tag, Stage.ENDS, FIELDS, _read_joints(lead_page(tag)))


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


@blueprint.post("/leads/<tag>/ends/settle")
def settle(tag: str) -> str | Response:
    """The ends are as they should be."""

    def settled(lead: Lead) -> Lead:
        return with_value(lead, "ends.accepted", True)

    store().change(tag, settled, now(), who(), "Ends: settled")
    return back(tag, Stage.ENDS)
