"""Cut: the length to cut, and what comes off each core."""

from flask import Blueprint
from werkzeug.wrappers import Response

from euthyne.core.lead import with_value
from euthyne.core.plan import Plan
from euthyne.core.quantity import PERCENT, SHORT
from euthyne.core.stage import Stage
from euthyne.drawing.strip import strip_drawing
from euthyne.web.entry import back, enter
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
