"""The papers of a job, each in one press: travellers, templates, labels, certificates, a delivery note."""

import json

from flask import Blueprint, Response, abort, redirect, request, url_for
from werkzeug.wrappers import Response as Answer

from euthyne.core.jobs.cuts import CuttingList
from euthyne.core.jobs.job import alike
from euthyne.core.trade.figure import metres
from euthyne.core.trade.measures import all_told
from euthyne.drawing.template import PAPERS
from euthyne.exchange.archived_jobs import job_adapter
from euthyne.exchange.cutting_contract import plan_as_answer
from euthyne.exchange.job_papers import joined, list_pdf, on_sheets
from euthyne.store.archived_jobs import archived_jobs
from euthyne.store.clock import now
from euthyne.store.jobs import KeptJob, NoSuchJob
from euthyne.web.cut import template, traveller
from euthyne.web.downloads import download, table
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, jobs, store, who
from euthyne.web.jobs import NUMBER, cut_from, open_plans, pages_of
from euthyne.web.measures import measures, usual_paper
from euthyne.web.tag import certificate, label_pdf
from euthyne.web.words import day

blueprint = Blueprint("job_papers", __name__)
BLANK = "_" * 12


def _paper() -> str:
    paper = request.args.get("paper", usual_paper())
    return paper if paper in PAPERS else abort(404)


def _pdf(content: bytes) -> Response:
    return Response(content, mimetype="application/pdf")


def _back(kept: KeptJob, why: str) -> NotNow:
    return NotNow(why, url_for("jobs.one", number=kept.number), "To the job")


def _settled(pages: list[LeadPage]) -> list[LeadPage]:
    """The leads that there is something to print of."""
    return [p for p in pages if p.plan.cut.known and p.plan.conductor.size_name is not None]


@blueprint.get(f"/jobs/<{NUMBER}>/travellers.pdf")
def travellers(number: int) -> Response:
    """One traveller for all leads of a plan, with a row for each tag before it; its strip template behind."""
    kept = jobs().get(number)
    pages = {p.tag: p for p in _settled(pages_of(kept))}
    files = []
    for like in alike(p.held.lead for p in pages.values()):
        rows = [[lead.tag, lead.name, _long(pages[lead.tag]), *[BLANK] * 3] for lead in like.leads]
        head = ["Tag", "Name", "Cut to", "Cut by", "Built by", "Proven by"]
        widths = [0.13, 0.27, 0.15, 0.15, 0.15, 0.15]
        words = [f"{len(rows)} to one plan: the traveller that follows is that of each."]
        files.append(
            list_pdf("Traveller", kept.job, head, rows, widths, _paper(), words, measures())
        )
        files += [traveller(like.first.tag).get_data(), template(like.first.tag).get_data()]
    if not files:
        raise _back(kept, "There is nothing to print yet: no lead of it has its run and its size.")
    return _pdf(joined(files, f"{kept.job.name}, travellers"))


def _long(page: LeadPage) -> str:
    length = page.plan.cut.length
    return f"{metres(length.cut_m):.2f}" if length else "as it is"


@blueprint.get(f"/jobs/<{NUMBER}>/labels.pdf")
def labels(number: int) -> Response:
    """Every label of a job, true to size, side by side on sheets."""
    kept = jobs().get(number)
    files = [label_pdf(p.tag).get_data() for p in pages_of(kept) if p.plan.conductor.size_name]
    if not files:
        raise _back(kept, "There is no label yet: no lead of it has its size.")
    return _pdf(on_sheets(files, _paper(), f"{kept.job.name}, labels"))


@blueprint.get(f"/jobs/<{NUMBER}>/certificates.pdf")
def certificates(number: int) -> Response:
    """Every certificate of a job, with a first page that lists them."""
    kept = jobs().get(number)
    pages = pages_of(kept)
    sealed = [p for p in pages if p.held.sealed]
    if not sealed:
        raise _back(kept, "There is no certificate before the first seal.")
    open_ones = [p.tag for p in pages if not p.held.sealed]
    words = [f"Not sealed yet, and not in here: {', '.join(open_ones)}."] if open_ones else []
    first = list_pdf(
        "Certificates",
        kept.job,
        ["Tag", "Name", "Sealed", "Seal"],
        _seals(sealed),
        [0.14, 0.4, 0.22, 0.24],
        _paper(),
        words,
        measures(),
    )
    files = [first, *(certificate(p.tag).get_data() for p in sealed)]
    return _pdf(joined(files, f"{kept.job.name}, certificates"))


def _seals(pages: list[LeadPage]) -> list[list[str]]:
    rows = []
    for page in pages:
        seal = store().seal_of(page.tag)
        if seal is not None:
            name = page.held.lead.name
            said = f"{day(seal.sealed_at)}, {seal.sealed_by}"
            rows.append([page.tag, name, said, f"{seal.number}, {seal.sha256[:12]}"])
    return rows


@blueprint.get(f"/jobs/<{NUMBER}>/document.json")
def document(number: int) -> Response:
    """The job as an open document: what was asked for, its tags, its log, its cutting list, its quotes."""
    with store().engine.connect() as db:
        found = next((one for one in archived_jobs(db).jobs if one.number == number), None)
    if found is None:
        raise NoSuchJob(number)
    text = job_adapter().dump_json(found, indent=1).decode()
    return download(text, "application/json", f"J-{number}.json")


@blueprint.get(f"/jobs/<{NUMBER}>/cutting.json")
def cutting(number: int) -> Response:
    """What its leads are cut from, cable by cable, each as `euthyne cutting` answers it."""
    cables = cut_from(open_plans(pages_of(jobs().get(number))))
    told = [{"cable": one.what, **all_told(plan_as_answer(one.proposal))} for one in cables]
    return download(
        json.dumps(told, indent=1, ensure_ascii=False), "application/json", "cutting.json"
    )


@blueprint.get(f"/jobs/<{NUMBER}>/cutting.csv")
def cutting_csv(number: int) -> Response:
    """The cutting list as it lies at the bench."""
    listed = jobs().cutting(number) or CuttingList(())
    rows = [
        (c.piece, c.tag, str(c.length_mm), "yes" if c.bought else "", "yes" if c.done else "")
        for c in listed.cuts
    ]
    return table(("piece", "tag", "length_mm", "to buy", "cut"), rows, "cutting.csv")


@blueprint.post(f"/jobs/<{NUMBER}>/handed")
def hand(number: int) -> Answer:
    """Some of a job go out: it stands in the job's log, and the note lists them."""
    kept, asked = jobs().get(number), request.form.getlist("tag")
    tags = [p.tag for p in pages_of(kept) if p.tag in asked and p.held.sealed]
    if not tags:
        raise _back(
            kept, "Nothing is handed out before it is sealed. What would do: a tag that is sealed."
        )
    jobs().say(
        number, now(), who(), f"handed out, {len(tags)} of {len(kept.tags)}: {', '.join(tags)}"
    )
    return redirect(url_for("job_papers.delivery", number=number, tag=tags), 303)


@blueprint.get(f"/jobs/<{NUMBER}>/delivery.pdf")
def delivery(number: int) -> Response:
    """The delivery note of what was ticked."""
    kept, asked = jobs().get(number), set(request.args.getlist("tag"))
    pages = [p for p in pages_of(kept) if p.tag in asked and p.held.sealed]
    words = [
        f"{len(pages)} of {len(kept.tags)}.",
        "Each lead has its tag, its seal and its certificate; what was computed, measured and seen stands there.",
        f"Received: {BLANK * 2}   on {BLANK}",
    ]
    head, widths = ["Tag", "Name", "Sealed", "Seal"], [0.14, 0.4, 0.22, 0.24]
    return _pdf(
        list_pdf("Delivery", kept.job, head, _seals(pages), widths, _paper(), words, measures())
    )
