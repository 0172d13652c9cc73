"""The Bench: every lead in hand, drawn, with its next action; and what is due for a test."""

from datetime import date, timedelta

from flask import Blueprint, redirect, render_template, url_for
from werkzeug.wrappers import Response

from euthyne.web.frame import LeadPage, page_of, store
from euthyne.web.stores import short

blueprint = Blueprint("bench", __name__)
SOON = timedelta(days=30)
LATELY = 4


@blueprint.get("/")
def home() -> Response:
    """The front door."""
    return redirect(url_for("bench.show"))


@blueprint.get("/bench")
def show() -> str:
    """Leads in hand, and sealed ones that want a test."""
    pages = [page_of(held) for held in store().all()]
    in_hand = [p for p in pages if not p.held.sealed]
    sealed = sorted(((p, due_on(p)) for p in pages if p.held.sealed), key=lambda pair: pair[1])
    soon = (date.today() + SOON).isoformat()
    return render_template(
        "bench/page.html",
        in_hand=in_hand,
        due=[s for s in sealed if s[1] <= soon],
        sealed=sealed[:LATELY],
        short=short([p.held.lead for p in in_hand]),
    )


def due_on(page: LeadPage) -> str:
    """When a sealed lead is to be tested again."""
    seal = store().seal_of(page.tag)
    if seal:
        return str(seal.record["tag"]["next_test"])
    return ""
