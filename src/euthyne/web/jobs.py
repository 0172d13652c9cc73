"""Jobs: what somebody asked for, its leads, what it needs, what it is cut from."""

import time
from dataclasses import dataclass
from functools import lru_cache, partial

from flask import Blueprint, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response
from wtforms import Form, StringField, TextAreaField
from wtforms.validators import Length

from euthyne.core.cutting.cutting import propose
from euthyne.core.cutting.piece import Wanted
from euthyne.core.cutting.task import Proposal
from euthyne.core.cutting.why import how_good, why_left_out
from euthyne.core.jobs.cuts import CableCuts, Pack, cuttings
from euthyne.core.jobs.job import (
    MOST_ALIKE,
    Job,
    alike,
    as_planned,
    for_job,
    is_cut,
    one_more,
    same_plan,
)
from euthyne.core.jobs.kit import KitLine, Promise, kit, to_buy
from euthyne.core.jobs.spares import spares
from euthyne.core.lead import Lead
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.standing.cost import minutes_left
from euthyne.core.stores.stock import USED_UP
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import metres
from euthyne.core.trade.quantity import read_whole
from euthyne.drawing.cutplan import cut_plan
from euthyne.store.articles import kept_articles
from euthyne.store.clock import now
from euthyne.store.jobs import KeptJob
from euthyne.store.kept import NoSuchLead, Unreadable
from euthyne.web.errors import NotNow
from euthyne.web.fields import say
from euthyne.web.frame import LeadPage, jobs, lead_page, store, who
from euthyne.web.leads import as_tag
from euthyne.web.stores import lots, usable
from euthyne.web.takein import ReadField, one_line, read_day
from euthyne.web.words import day, theirs

blueprint = Blueprint("jobs", __name__)
NUMBER = "int(max=999999999):number"
SECONDS = 4.0  # a plan is looked for no longer while somebody waits for a page


class JobForm(Form):
    """What was asked for."""

    name = StringField(
        "What it is called",
        [Length(1, 80, "1 to 80 letters, such as Six for the roof")],
        filters=[one_line],
    )
    made_for = StringField("For whom", [Length(0, 80, "80 letters at most")])
    wanted_by = ReadField("Wanted by", read=read_day)
    order = StringField("Their order", [Length(0, 60, "60 letters at most")])
    drawing = StringField("Drawing and revision", [Length(0, 60, "60 letters at most")])
    note = TextAreaField("Note", [Length(0, 400, "400 letters at most")])

    def job(self) -> Job:
        """The job it says."""
        words = {
            name: one_line(self[name].data)
            for name in ("name", "made_for", "order", "drawing", "note")
        }
        return Job(wanted_by=self.wanted_by.value, **words)


def form_of(job: Job) -> JobForm:
    """The form as it says a job."""
    return JobForm(
        name=job.name,
        made_for=job.made_for,
        wanted_by=job.wanted_by or "",
        order=job.order,
        drawing=job.drawing,
        note=job.note,
    )


@blueprint.get("/jobs")
def show() -> str:
    """Every job in hand, the nearest day first; and a form for the next."""
    return _all(JobForm())


def _all(form: JobForm) -> str:
    away = "away" in request.args
    return render_template("jobs/all.html", kept=jobs().all(away), away=away, form=form)


@blueprint.post("/jobs")
def begin() -> Response | tuple[str, int]:
    """Begin a job and go to it."""
    form = JobForm(request.form)
    if not form.validate():
        return _all(form), 422
    return redirect(url_for("jobs.one", number=jobs().begin(form.job(), now(), who())), 303)


@dataclass(frozen=True)
class Together:
    """Leads of a job made to one plan: the page of the first, and of each."""

    page: LeadPage
    pages: list[LeadPage]

    @property
    def open(self) -> int:
        """How many are not cut yet, and so can still be planned otherwise."""
        return sum(not page.held.sealed and not is_cut(page.held.lead) for page in self.pages)


@dataclass(frozen=True)
class CableShown:
    """A cable's cutting plan as it is shown: its drawing, how good it is, what is left out and why, and the
    pieces whose length nobody measured.
    """

    cuts: CableCuts
    drawing: Markup
    good: str
    left_out: list[tuple[str, int, str]]
    doubtful: list[str]


def pages_of(kept: KeptJob) -> list[LeadPage]:
    """The leads of a job that can be read."""
    return [page for page in map(_page_of, kept.tags) if page is not None]


def _page_of(tag: str) -> LeadPage | None:
    try:
        return lead_page(tag)
    except (Unreadable, Refused):
        # It is named on the page; the others of the job are wanted.
        return None


def open_plans(pages: list[LeadPage]) -> list[Plan]:
    """The plans of leads that are not sealed."""
    return [page.plan for page in pages if not page.held.sealed]


@blueprint.get(f"/jobs/<{NUMBER}>")
def one(number: int) -> str:
    """A job: its leads, what it needs, what it is cut from."""
    return _one(jobs().get(number))


def kit_of(kept: KeptJob, plans: list[Plan]) -> tuple[KitLine, ...]:
    """What leads of a job need together, with what is to spare."""
    articles = (one.article for one in kept_articles(store().engine))
    spare = spares(plans, articles)
    return kit(plans, usable(), jobs().promises(), kept.number, spare)


@dataclass(frozen=True)
class Wrong:
    """What was typed at a field of a job's page and cannot be, and why."""

    field: str
    typed: str
    said: str


def _one(kept: KeptJob, form: JobForm | None = None, wrong: Wrong | None = None) -> str:
    pages = pages_of(kept)
    by_tag = {page.tag: page for page in pages}
    groups = [
        Together(by_tag[like.first.tag], [by_tag[lead.tag] for lead in like.leads])
        for like in alike(page.held.lead for page in pages)
    ]
    plans = open_plans(pages)
    lines = kit_of(kept, plans)
    return render_template(
        "jobs/one.html",
        kept=kept,
        facts=_facts(kept.job),
        unread=[tag for tag in kept.tags if tag not in by_tag],
        groups=groups,
        differing=_differing(groups),
        lines=[line for line in lines if line.need.kind in USED_UP],
        tools=[line for line in lines if line.need.kind not in USED_UP],
        to_buy=to_buy((x for x in lines if x.need.kind in USED_UP), _packs()),
        cables=[cable_shown(cable) for cable in cut_from(plans)],
        can_be=_can_be(kept, pages, lines),
        minutes=sum(minutes_left(plan) for plan in plans),
        log=jobs().log(kept.number)[:12],
        form=form or form_of(kept.job),
        editing=form is not None,
        wrong=wrong,
    )


def _facts(job: Job) -> list[Markup]:
    """What was asked for, fact by fact; what somebody typed is theirs."""
    said = [Markup("for ") + theirs(job.made_for)] if job.made_for else []
    said += [Markup("wanted ") + day(job.wanted_by)] if job.wanted_by else []
    said += [Markup("order ") + theirs(job.order)] if job.order else []
    return said + ([Markup("drawing ") + theirs(job.drawing)] if job.drawing else [])


def _differing(groups: list[Together]) -> dict[str, int]:
    """Of leads that bear the name of a larger group and are planned otherwise: how many those are, by tag."""
    found = {}
    for small in groups:
        for large in groups:
            kinds = {g.page.held.lead.kind for g in (small, large)}
            names = {g.page.held.lead.name for g in (small, large)}
            if small is not large and len(kinds) == len(names) == 1 and len(small.pages) == 1:
                found[small.page.tag] = len(large.pages)
    return found


def _packs() -> list[Pack]:
    return [kept.pack for kept in jobs().packs()]


@lru_cache(maxsize=64)
def planned(wanted: Wanted) -> Proposal:
    """A cutting plan, looked for once."""
    end = time.monotonic() + SECONDS
    return propose(wanted, lambda: end - time.monotonic())


def cut_from(plans: list[Plan]) -> tuple[CableCuts, ...]:
    """What some leads are cut from, as Stores are now."""
    return cuttings(plans, usable(), _packs(), jobs().rules(), planned)


def cable_shown(cable: CableCuts) -> CableShown:
    proposal = cable.proposal
    why = {u.cut.id: why_left_out(cable.wanted, u) for u in proposal.plan.left_out}
    left_out = [
        (id, many, why[id] or "there is no room for it with the others")
        for id, many in proposal.plan.missing.items()
    ]
    good = how_good(proposal)
    printed = {kept.stock for kept in lots().all() if kept.lot.length == "printed"}
    doubtful = [x.source.name for x in proposal.plan.laid if x.source.name in printed]
    drawing = Markup(cut_plan(proposal.plan.laid, good))
    return CableShown(cable, drawing, good, left_out, doubtful)


@dataclass(frozen=True)
class CanBe:
    """Whether a job can be done with what is here, and what stands in its way."""

    words: str
    mark: str
    lacking: list[str]


def _can_be(kept: KeptJob, pages: list[LeadPage], lines: tuple[KitLine, ...]) -> CanBe:
    """An answer to "can it be done": what of it lacks, what is stopped."""
    left = [p for p in pages if not p.held.sealed]
    if not pages:
        return CanBe("No lead of it is begun yet.", "open", [])
    if not left:
        return CanBe("All of it is made and sealed.", "done", [])
    lacking = [
        f"{line.need.words}: {_amount(line, line.short)} short"
        if line.need.kind in USED_UP
        else f"{line.need.words}: none in Stores, to be borrowed"
        for line in lines
        if line.short > 1e-9
    ]
    stopped = [f"{p.tag}: {p.progress.next_action}" for p in left if p.progress.shut]
    if lacking or stopped:
        many = len(lacking) + len(stopped)
        words = f"{many} {'thing stands' if many == 1 else 'things stand'} in its way."
        return CanBe(words, "stop" if stopped else "caution", stopped + lacking)
    unsettled = [p.tag for p in left if not p.held.lead.cut.accepted]
    if unsettled:
        return CanBe(f"Not known yet: {', '.join(unsettled)} not settled up to Cut.", "open", [])
    return CanBe("What is here is enough for all of it.", "done", [])


def _amount(line: KitLine, amount: float) -> str:
    return f"{metres(amount):.2f}" if line.need.by_length else f"{amount:g}"


@blueprint.post(f"/jobs/<{NUMBER}>")
def change(number: int) -> Response | tuple[str, int]:
    """What was asked for, said anew; its leads that said the same take it over."""
    form, kept = JobForm(request.form), jobs().get(number)
    if not form.validate():
        return _one(kept, form), 422
    new = form.job()
    jobs().change(number, new, now(), who())
    for page in pages_of(kept):
        if not page.held.sealed:
            store().change(
                page.tag, partial(_carried, was=kept.job, new=new), now(), who(), "its job says so"
            )
    return redirect(url_for("jobs.one", number=number), 303)


def _carried(lead: Lead, was: Job, new: Job) -> Lead:
    """A lead that said of whom and when what its job said says it as the job does now."""
    if lead.made_for == was.made_for:
        lead = with_value(lead, "made_for", new.made_for)
    if lead.wanted_by == was.wanted_by:
        lead = with_value(lead, "wanted_by", new.wanted_by)
    return lead


@blueprint.post(f"/jobs/<{NUMBER}>/put-away")
def put_away(number: int) -> Response:
    """Put a job away, or take it out again; its leads stay where they are."""
    jobs().put_away(number, request.form.get("away") == "yes", now(), who())
    return redirect(url_for("jobs.show"), 303)


@blueprint.post(f"/jobs/<{NUMBER}>/join")
def join(number: int) -> Response | tuple[str, int]:
    """A lead that is there already is of this job."""
    kept, typed = jobs().get(number), request.form.get("tag", "").strip()[:24]
    asked = as_tag(typed, store().setting("tag_prefix") or "L")
    try:
        sealed = store().get(asked).sealed
    except NoSuchLead:
        said = f"No lead is tagged {asked or 'nothing'}. What would do: a tag of this log."
        return _one(kept, wrong=Wrong("join", typed, said)), 422
    jobs().join(number, asked, now(), who())
    if not sealed:
        store().change(asked, partial(for_job, job=kept.job), now(), who(), "its job says so")
    return redirect(url_for("jobs.one", number=number), 303)


@blueprint.post(f"/jobs/<{NUMBER}>/leave")
def leave(number: int) -> Response:
    """A lead is of this job no more."""
    jobs().leave(request.form.get("tag", ""), now(), who())
    return redirect(url_for("jobs.one", number=number), 303)


@blueprint.post(f"/jobs/<{NUMBER}>/more")
def more(number: int) -> Response | tuple[str, int]:
    """So many of one lead in all: the others to its plan, each under its own tag."""
    kept = jobs().get(number)
    like = _of_job(kept, request.form.get("tag", "")).held.lead
    others = same_plan(like, [page.held.lead for page in pages_of(kept)])
    typed, there = request.form.get("many", ""), len(others) + 1
    try:
        many = read_whole(typed, 1, MOST_ALIKE, "many", "how many")
        if many < there:
            raise Refused(Fault("many", f"there are {there} already", "as many, or more"))
    except Refused as refused:
        return _one(kept, wrong=Wrong(f"many-{like.tag}", typed, say(refused.faults[0]))), 422
    wanted = many - there
    made = [lambda tag: one_more(like, tag, now())] * wanted
    if made:
        jobs().make(store(), number, made, now(), who(), f"the same as {like.tag}")
    return redirect(url_for("jobs.one", number=number), 303)


@blueprint.post(f"/jobs/<{NUMBER}>/alike")
def plan_alike(number: int) -> Response:
    """The others that are not cut yet are planned as one of them is; those that are cut stay."""
    kept = jobs().get(number)
    like = _of_job(kept, request.form.get("tag", "")).held.lead
    named = [p for p in pages_of(kept) if p.held.lead.name == like.name and p.tag != like.tag]
    changed, stay = [], []
    for page in named:
        if page.held.sealed or is_cut(page.held.lead):
            stay.append(page.tag)
            continue
        store().change(
            page.tag, partial(_planned_as, like=like), now(), who(), f"planned as {like.tag} is"
        )
        changed.append(page.tag)
    said = f"planned as {like.tag}: {', '.join(changed) or 'none'}"
    if stay:
        said += f"; cut already, and as they were: {', '.join(stay)}"
    jobs().say(number, now(), who(), said)
    return redirect(url_for("jobs.one", number=number), 303)


def _planned_as(lead: Lead, like: Lead) -> Lead:
    return lead if is_cut(lead) else as_planned(lead, like)


def _of_job(kept: KeptJob, tag: str) -> LeadPage:
    if tag not in kept.tags:
        raise NotNow(
            f"{tag or 'That lead'} is not of this job any more.",
            url_for("jobs.one", number=kept.number),
            "To the job",
        )
    return lead_page(tag)


@blueprint.post(f"/jobs/<{NUMBER}>/keep")
def keep(number: int) -> Response:
    """What is free of what this job needs is kept for it; or nothing any more."""
    kept = jobs().get(number)
    promised: list[Promise] = []
    if request.form.get("keep") == "yes":
        lines = kit_of(kept, open_plans(pages_of(kept)))
        promised = [
            Promise(number, line.need.kind, line.need.what, min(line.need.amount, line.free))
            for line in lines
            if line.need.kind in USED_UP and line.free > 1e-9
        ]
    jobs().promise(number, promised, now(), who())
    return redirect(url_for("jobs.one", number=number), 303)
