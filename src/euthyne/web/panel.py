"""The schedule of a panel, to hang beside it: what was made for one boat or vehicle."""

import csv
from io import StringIO

from flask import Blueprint, Response, render_template, request

from euthyne.core.plan import plan_of
from euthyne.core.standing.panel import PanelCircuit, on_a_panel, panel_schedule
from euthyne.core.trade.measures import tell
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
    out = StringIO()
    table = csv.writer(out)
    table.writerow(HEADS)
    for one in circuits:
        fuse = "" if one.fuse_amps is None else f"{one.fuse_amps:g}"
        cable = tell(one.cable, measures())
        table.writerow(
            [_plain(x) for x in (one.number, one.name, one.colours, cable, fuse, one.tag)]
        )
    headers = {"Content-Disposition": "attachment; filename=panel.csv"}
    return Response(out.getvalue(), mimetype="text/csv", headers=headers)


def _plain(text: str) -> str:
    """A cell that no spreadsheet takes for a sum."""
    return f"'{text}" if text[:1] in "=+-@\t\r" else text
