"""The schedule of a panel, to hang beside it: what was made for one boat or vehicle."""

from flask import Blueprint, Response, render_template, request

from euthyne.core.plan import plan_of
from euthyne.core.standing.panel import PanelCircuit, on_a_panel, panel_schedule
from euthyne.core.trade.measures import tell
from euthyne.web.downloads import table
from euthyne.web.frame import store
from euthyne.web.measures import measures

blueprint = Blueprint("panel", __name__)
HEADS = ("Number", "Circuit", "Wires", "Cable", "Fuse, A", "Tag")


def _circuits() -> tuple[str, tuple[PanelCircuit, ...]]:
    """What is asked for, and its circuits; all there are where nothing is."""
    whose = request.args.get("for", "")[:80]
    leads = (held.lead for held in store().all(whose))
    plans = (plan_of(lead) for lead in leads if not whose or lead.made_for == whose)
    return whose, panel_schedule(plan for plan in plans if on_a_panel(plan))


@blueprint.get("/panel")
def show() -> str:
    """The schedule as a page."""
    whose, circuits = _circuits()
    return render_template("panel/page.html", whose=whose, circuits=circuits, heads=HEADS)


@blueprint.get("/panel.csv")
def as_csv() -> Response:
    """The schedule as a table for other programs."""
    _, circuits = _circuits()
    told_in = measures()
    rows = [
        (
            one.number,
            one.name,
            one.colours,
            tell(one.cable, told_in),
            "" if one.fuse_amps is None else f"{one.fuse_amps:g}",
            one.tag,
        )
        for one in circuits
    ]
    return table(HEADS, rows, "panel.csv")
