"""The Bench: every lead in hand, drawn, with its next action; and what is due for a test."""

from dataclasses import dataclass
from datetime import date, timedelta

from flask import Blueprint, redirect, render_template, url_for
from werkzeug.wrappers import Response

from euthyne.core.lead.stage import Stage
from euthyne.core.stages.tag.tag import facts_in
from euthyne.core.trade.fault import Refused
from euthyne.web.copies import age, copies, warnings
from euthyne.web.frame import LeadPage, rows, store
from euthyne.web.stores import short

blueprint = Blueprint("bench", __name__)
SOON = timedelta(days=30)
LATELY = 4


@dataclass(frozen=True)
class Waiting:
    """Leads in hand that wait for the same thing: at which stage, what is to be done, whether a stop stands."""

    stage: Stage
    action: str
    stopped: bool
    pages: list[LeadPage]


@blueprint.get("/")
def home() -> Response:
    """The front door."""
    return redirect(url_for("bench.show"))


@blueprint.get("/bench")
def show() -> str:
    """Leads in hand, and sealed ones that want a test."""
    listed = rows()
    pages = listed.pages
    in_hand = [p for p in pages if not p.held.sealed]
    sealed = sorted(((p, due_on(p)) for p in pages if p.held.sealed), key=lambda pair: pair[1])
    soon = (date.today() + SOON).isoformat()
    return render_template(
        "bench/page.html",
        in_hand=in_hand,
        unread=listed.unread,
        groups=grouped(in_hand),
        due=[s for s in sealed if s[1] <= soon],
        sealed=sealed[:LATELY],
        copy=copies().last,
        age=age,
        warnings=warnings(),
        short=short([p.held.lead for p in in_hand]),
    )


def grouped(in_hand: list[LeadPage]) -> list[Waiting]:
    """Leads in hand by what is to be done next: those that are stopped first, then the nearest to their tag."""
    found: dict[tuple[bool, int, str], list[LeadPage]] = {}
    for page in in_hand:
        stage = page.progress.next_stage
        stopped = page.progress.mark(stage) == "stop"
        key = (not stopped, -stage.number, page.progress.next_action)
        found.setdefault(key, []).append(page)
    return [
        Waiting(pages[0].progress.next_stage, action, stopped=not going, pages=pages)
        for (going, _, action), pages in sorted(found.items(), key=lambda group: group[0])
    ]


def due_on(page: LeadPage) -> str:
    """When a sealed lead is to be tested again; now, where its record says no day."""
    seal = store().seal_of(page.tag)
    try:
        return facts_in(seal.record).next_test if seal else ""
    except Refused:
        return date.today().isoformat()
