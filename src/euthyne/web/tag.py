"""Tag: the label, the sealed record, when to test again."""

import re

from flask import (
    Blueprint,
    abort,
    current_app,
    redirect,
    render_template,
    request,
    session,
    url_for,
)
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.lead import Lead
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import plan_of
from euthyne.core.stages.tag.tag import TagFacts, facts_in
from euthyne.core.standing.progress import progress
from euthyne.core.standing.taken_in import refuse_taken_in
from euthyne.drawing.facing import facing_on_paper
from euthyne.drawing.label import FORMS, Sealed
from euthyne.drawing.ribbon import end_to_end
from euthyne.drawing.template import PAPERS
from euthyne.exchange import label
from euthyne.exchange.certificate import PHOTOGRAPHS, Pictures, certificate_pdf
from euthyne.exchange.record import record_of
from euthyne.instruments.printer import PrintsLabels
from euthyne.store.clock import now
from euthyne.store.leads import NoSuchLead
from euthyne.web.access import SOMEONE_ELSE, here, setting
from euthyne.web.cut import drawing_style
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, lead_page, not_reached, show_stage, store, who
from euthyne.web.measures import measures, usual_paper
from euthyne.web.shelf import added
from euthyne.web.standstill import refuse_set_aside

blueprint = Blueprint("tag", __name__)


def facts_of(page: LeadPage) -> TagFacts:
    """What the tag says: as sealed, or as it would be sealed now."""
    seal = store().seal_of(page.tag)
    if seal is not None:
        return facts_in(seal.record)
    return page.plan.tag.facts(now()[:10], who() or "?")


def tags_of(page: LeadPage) -> tuple[TagFacts, ...]:
    """What each tag of a lead says: a set has one for each of its cables."""
    return page.plan.tag.each(facts_of(page))


def _sealed(page: LeadPage) -> Sealed:
    """Where a lead was sealed, as its label says it."""
    if page.held.elsewhere:
        return "elsewhere"
    return "here" if page.held.sealed else "no"


ADDRESS = re.compile(r"https?://[\w.-]{1,80}(:\d{1,5})?", re.ASCII)


def _address(tag: str) -> str:
    """Where the code of a label opens its lead; empty while nobody has said."""
    place = store().setting("address")
    return f"{place}{url_for('leads.lead', tag=tag)}" if place else ""


@blueprint.post("/leads/<tag>/tag/address")
def say_address(tag: str) -> Response:
    """Where this log is opened: what the codes of its labels say."""
    given = request.form.get("address", "").strip().rstrip("/")
    if not ADDRESS.fullmatch(given):
        raise NotNow(
            f"{given[:60]!r} is no address of this program. What would do: one such as "
            "http://192.168.1.20:8460, as a telephone at the bench would open it.",
            url_for("tag.show", tag=tag),
            "Back to Tag",
        )
    store().set("address", given)
    return redirect(url_for("tag.show", tag=tag), 303)


@blueprint.get("/leads/<tag>/tag")
def show(tag: str) -> str:
    """The label, and what still stands before the seal."""
    page = lead_page(tag)
    if not page.reached(Stage.TAG):
        return not_reached(page, Stage.TAG)
    ready = page.plan.conductor.size_name is not None and page.plan.brief.run_m is not None
    tags = tags_of(page) if ready else ()
    drawing = Markup(label.svg(tags[0], _address(tag), _sealed(page))) if tags else None
    return show_stage(
        page,
        Stage.TAG,
        drawing=drawing,
        facts=facts_of(page) if ready else None,
        tags=tags,
        seal=store().seal_of(tag),
        address=store().setting("address"),
        forms=FORMS,
        guess=request.host_url.rstrip("/"),
        blocking=[f for f in page.progress.found if f.open],
        unsettled=[
            s
            for s in page.progress.standings
            if s.mark == "open" and s.stage is not Stage.TAG and page.reached(s.stage)
        ],
    )


def _with_a_label(tag: str) -> LeadPage:
    """The lead, if there is enough of it to print. Raises NotNow."""
    page = lead_page(tag)
    if not page.reached(Stage.TAG) or page.plan.conductor.size_name is None:
        raise NotNow(
            "There is no label of this lead yet.", url_for("tag.show", tag=tag), "See what is left"
        )
    return page


@blueprint.get("/leads/<tag>/facts")
def facts(tag: str) -> str:
    """What a tag's address shows to whoever reads it without being signed in: what the tag says, and
    the certificate, of a sealed lead; of any other nothing, whether there is one or not.
    """
    try:
        seal = store().seal_of(tag)
    except NoSuchLead:
        seal = None
    told = facts_in(seal.record) if seal is not None else None
    return render_template(
        "tag/facts.html", tag=tag, facts=told, seal=seal, elsewhere=store().sealed_elsewhere(tag)
    )


@blueprint.get("/leads/<tag>/label.svg")
def label_svg(tag: str) -> Response:
    """The label as SVG."""
    page = _with_a_label(tag)
    tags = tags_of(page)
    which = request.args.get("cable", "1")
    number = int(which) if which.isdigit() and 1 <= int(which) <= len(tags) else abort(404)
    drawing = label.svg(tags[number - 1], _address(tag), _sealed(page), _form())
    return Response(drawing, mimetype="image/svg+xml")


@blueprint.get("/leads/<tag>/label.pdf")
def label_pdf(tag: str) -> Response:
    """The label as PDF, true to size."""
    page = _with_a_label(tag)
    paper = label.pdf(tags_of(page), _address(tag), _sealed(page), _form(), measures())
    return Response(paper, mimetype="application/pdf")


@blueprint.post("/leads/<tag>/label/print")
def print_label(tag: str) -> Response:
    """Give the label to the bench's label printer."""
    page, form = _with_a_label(tag), _form()
    printer: PrintsLabels = current_app.extensions["label printer"]
    paper = label.pdf(tags_of(page), _address(tag), _sealed(page), form, measures())
    printer.print_label(f"{page.tag} {form}", paper)
    return redirect(url_for("tag.show", tag=page.tag, laid=form), 303)


def _form() -> str:
    """The form of label that is asked for."""
    form = request.values.get("form", "tag")
    return form if form in FORMS else abort(404)


@blueprint.get("/leads/<tag>/certificate.pdf")
def certificate(tag: str) -> Response:
    """The certificate of a sealed lead, one page."""
    page, sealed = lead_page(tag), store().seal_of(tag)
    if sealed is None:
        raise NotNow(
            "There is no certificate before the seal.",
            url_for("tag.show", tag=page.tag),
            "See what is left",
        )
    paper = request.args.get("paper", usual_paper())
    names = {line.id: line.words for line in page.plan.prove.lines}
    if paper not in PAPERS:
        abort(404)
    file = certificate_pdf(
        sealed,
        _address(tag),
        store().head(),
        paper,
        names,
        measures(),
        page.held.elsewhere,
        _pictures(page),
    )
    return Response(file, mimetype="application/pdf")


def _pictures(page: LeadPage) -> Pictures:
    """What the certificate of a lead shows of it."""
    words = {look.id: look.question for look in page.plan.prove.looks}
    kept = [
        (words.get(one.line, one.name), added().leaflet(page.tag, one.id)[1])
        for one in added().photographs(page.tag)[:PHOTOGRAPHS]
    ]
    drawings = (end_to_end(page.plan), *facing_on_paper(page.plan))
    return Pictures(drawings, drawing_style(), tuple(kept))


@blueprint.post("/leads/<tag>/tag/seal")
def seal(tag: str) -> Response:
    """Freeze the record; refused while a stop stands, a caution has no reason, or a stage is open."""
    refuse_set_aside(tag)
    me = here()
    signed = me.name if me else request.form.get("initials", "").strip()[:12]
    if not signed:
        raise NotNow(
            "A seal needs the initials of whoever answers for it.",
            url_for("tag.show", tag=tag),
            "Back to Tag",
        )
    if me is None:
        session["who"], session.permanent = signed, True
    pictures = added().photographs(tag)

    def record(lead: Lead) -> dict[str, object]:
        plan = plan_of(lead)
        if setting(SOMEONE_ELSE):
            refuse_taken_in(lead)
        found = progress(plan, False)
        standing = [f.title for f in found.found if f.open]
        standing += [
            f"{s.stage.word} is open"
            for s in found.standings
            if s.mark == "open" and s.stage is not Stage.TAG and s.stage in found.reach
        ]
        if standing:
            words = f"It can not be sealed yet: {standing[0]}."
            raise NotNow(words, url_for("tag.show", tag=tag), "See what is left")
        frozen = record_of(plan, plan.tag.facts(now()[:10], signed))
        return frozen | {"photographs": [{"line": x.line, "sha256": x.sha256} for x in pictures]}

    store().seal(tag, now(), signed, record)
    return redirect(url_for("tag.show", tag=tag), 303)
