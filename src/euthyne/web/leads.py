"""Leads: the list of every lead, the search, new ones, and a lead's document in and out."""

from functools import cache

from flask import Blueprint, abort, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.kinds import Kind, Start, starts
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.standing.progress import progress
from euthyne.core.trade.fault import Refused
from euthyne.drawing.ribbon import ROW, ribbon
from euthyne.exchange.lead_file import read_lead, write_lead
from euthyne.store.leads import file_of
from euthyne.web.frame import begin_lead, lead_page, now, page_of, store, who

blueprint = Blueprint("leads", __name__)


@blueprint.get("/leads")
def show() -> str:
    """Every lead, or those the words find."""
    words = request.args.get("q", "").strip()[:100]
    pages = [page_of(held) for held in store().all(words)]
    return render_template("leads/page.html", pages=pages, words=words)


@blueprint.get("/leads/new")
def new() -> str:
    """The starting points, each drawn."""
    return render_template(
        "leads/new.html", drawn=[(start, _drawn(kind, start)) for kind, start in starts()]
    )


@cache
def _drawn(kind: Kind, start: Start) -> tuple[Plan, Markup]:
    plan = plan_of(new_lead(kind, start, "new", "2026-01-01T00:00:00"))
    return plan, Markup(ribbon(plan, progress(plan, False), ROW, "#"))


@blueprint.post("/leads/new")
def create() -> Response:
    """Begin a lead and go to its Brief."""
    begun = next((pair for pair in starts() if pair[1].id == request.form.get("start")), None)
    if begun is None:
        abort(400)
    lead = new_lead(*begun, store().next_tag(), now())
    begin_lead(lead, "begun")
    return redirect(url_for("brief.show", tag=lead.tag), 303)


@blueprint.get("/leads/<tag>")
def lead(tag: str) -> Response:
    """A lead, at the stage that is next."""
    page = lead_page(tag)
    if page.held.sealed:
        stage = Stage.TAG
    else:
        stage = page.progress.next_stage
    return redirect(url_for(f"{stage.value}.show", tag=tag))


@blueprint.get("/leads/<tag>/document.json")
def document(tag: str) -> Response:
    """The lead's open document."""
    file = file_of(store(), tag)
    headers = {"Content-Disposition": f'attachment; filename="{tag}.json"'}
    return Response(write_lead(file.lead, file.seal), mimetype="application/json", headers=headers)


@blueprint.get("/leads/import")
def bring() -> str:
    """Where a document is taken in."""
    return render_template("import.html", what="lead", faults=(), text="")


@blueprint.post("/leads/import")
def take_in() -> str | Response | tuple[str, int]:
    """Take a document in whole, or list everything that is wrong with it."""
    sent = request.files.get("file")
    if sent and sent.filename:
        text = sent.read().decode("utf-8", "replace")
    else:
        text = request.form.get("text", "")
    try:
        file = read_lead(text)
        store().add(file, now(), who(), "imported")
    except Refused as refused:
        return render_template("import.html", what="lead", faults=refused.faults, text=text), 422
    return redirect(url_for("leads.lead", tag=file.lead.tag), 303)


@blueprint.get("/leads/<tag>/log")
def log(tag: str) -> str:
    """What was done to a lead, line by line."""
    return render_template("leads/log.html", page=lead_page(tag), lines=store().journal(tag))
