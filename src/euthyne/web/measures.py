"""How this bench measures: said once, and followed by every page."""

from typing import get_args

from flask import Blueprint, Response, abort, current_app, g, redirect, request, url_for
from werkzeug.wrappers import Response as Answer

from euthyne.core.trade.measures import Measures
from euthyne.drawing.retold import told_anew
from euthyne.store.leads import LeadStore

blueprint = Blueprint("measures", __name__)
CHOICES: tuple[Measures, ...] = get_args(Measures)
PAGES = ("text/html", "image/svg+xml")


def _settings() -> LeadStore:
    kept: LeadStore = current_app.extensions["leads"]
    return kept


def measures() -> Measures:
    """How this bench measures."""
    if "measures" not in g:
        said = _settings().setting("measures")
        g.measures = said if said in CHOICES else CHOICES[0]
    found: Measures = g.measures
    return found


def usual_paper() -> str:
    """The paper that is offered first."""
    return "letter" if measures() == "gauge" else "a4"


def papers() -> list[tuple[str, str]]:
    """Every paper with its words, the usual one first."""
    both = [("a4", "A4"), ("letter", "Letter")]
    return sorted(both, key=lambda paper: paper[0] != usual_paper())


@blueprint.post("/measures")
def save() -> Answer:
    """Say how this bench measures; nothing that is kept changes by it."""
    said = request.form.get("measures")
    if said not in CHOICES:
        abort(400)
    _settings().set("measures", said)
    return redirect(url_for("people.show", back=request.form.get("back", "")), 303)


def retell(response: Response) -> Response:
    """A page in gauge and feet, where this bench measures so."""
    nothing = response.status_code == 204 or request.endpoint == "static"
    if nothing or response.mimetype not in PAGES:
        return response
    if measures() == "gauge":
        response.set_data(told_anew(response.get_data(as_text=True)))
    return response
