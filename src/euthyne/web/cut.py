"""Cut: the length to cut, and what comes off each core."""

from flask import Blueprint, abort, request, url_for
from werkzeug.wrappers import Response

from euthyne.core.lead import with_value
from euthyne.core.plan import Plan
from euthyne.core.quantity import PERCENT, SHORT
from euthyne.core.stage import Stage
from euthyne.drawing.strip import strip_drawing
from euthyne.drawing.template import PAPERS, pages, svg
from euthyne.exchange.paper import template_pdf, traveller_pdf
from euthyne.web.entry import back, enter
from euthyne.web.errors import NotNow
from euthyne.web.fields import Field, show_fields
from euthyne.web.frame import drawn, lead_page, not_reached, now, show_stage, store, who

blueprint = Blueprint("cut", __name__)
FIELDS = (
    Field("cut.slack_percent", "Slack", measure=PERCENT),
    Field("cut.loops_mm", "Service loops, both ends together", measure=SHORT),
    Field("cut.reworks", "Spare tries", "whole", bounds=(0, 10)),
)


def _supply_end(plan: Plan) -> str:
    return strip_drawing(plan, "a", max(s.swallows_mm for s in plan.strips))


def _load_end(plan: Plan) -> str:
    return strip_drawing(plan, "b", max(s.swallows_mm for s in plan.strips))


@blueprint.get("/leads/<tag>/cut")
def show(tag: str) -> str:
    """The cut length and the strip plan."""
    page = lead_page(tag)
    if not page.reached(Stage.CUT):
        return not_reached(page, Stage.CUT)
    drawings = [drawn(_supply_end, page.held.lead), drawn(_load_end, page.held.lead)]
    fields = show_fields(FIELDS, page.held.lead, page.held.drafts)
    return show_stage(page, Stage.CUT, fields=fields, drawings=drawings)


@blueprint.post("/leads/<tag>/cut")
def save(tag: str) -> str | Response:
    """Keep the allowances."""
    return enter(tag, Stage.CUT, FIELDS)


@blueprint.post("/leads/<tag>/cut/settle")
def settle(tag: str) -> str | Response:
    """The cut length is settled."""
    store().change(tag, lambda lead: with_value(lead, "cut.accepted", True), now(), who(), "Cut: settled")
    return back(tag, Stage.CUT)


def _paper() -> str:
    asked = request.args.get("paper", "a4")
    return asked if asked in PAPERS else "a4"


def _settled_plan(tag: str) -> Plan:
    plan = lead_page(tag).plan
    if plan.cut is None or plan.size_name is None:
        raise NotNow(
            "There is nothing to print yet: the run or the size is open.", url_for("cut.show", tag=tag), "Back"
        )
    return plan


@blueprint.get("/leads/<tag>/cut/template.pdf")
def template(tag: str) -> Response:
    """The strip plan at its true size, to print."""
    return Response(template_pdf(_settled_plan(tag), _paper()), mimetype="application/pdf")


@blueprint.get("/leads/<tag>/cut/template-<int:page>.svg")
def template_svg(tag: str, page: int) -> Response:
    """One page of the strip plan at its true size, as a drawing."""
    plan = _settled_plan(tag)
    if not 1 <= page <= len(pages(plan, _paper())):
        abort(404)
    return Response(svg(plan, _paper(), page - 1), mimetype="image/svg+xml")


@blueprint.get("/leads/<tag>/traveller.pdf")
def traveller(tag: str) -> Response:
    """The whole plan on paper."""
    return Response(traveller_pdf(_settled_plan(tag), _paper()), mimetype="application/pdf")
