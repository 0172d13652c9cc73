"""Leads: the list of every lead, the search, new ones, and a lead's document in and out."""

import re
from dataclasses import dataclass
from functools import cache, cached_property, partial

from flask import Blueprint, abort, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.jobs.job import for_job
from euthyne.core.kinds import Kind, KindFamily, Start, Trait, starts
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.kinds.plainwords import plain_words
from euthyne.core.lead.changes import can_be_put_back, shown_changes
from euthyne.core.lead.stage import Stage
from euthyne.core.people.roles import Act
from euthyne.core.plan import plan_of
from euthyne.core.shelf.part import Part
from euthyne.core.standing.progress import progress
from euthyne.core.standing.shop import PLUGS
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.glossary import words_with
from euthyne.core.trade.measures import Measures, tell
from euthyne.drawing.ribbon import START, ribbon
from euthyne.exchange.lead_file import read_lead, write_lead
from euthyne.store.clock import now
from euthyne.store.leads import ListQuery, file_of
from euthyne.store.listing import FIGURES
from euthyne.web.access import wants
from euthyne.web.afterlife import calendar_address
from euthyne.web.downloads import download
from euthyne.web.errors import NotNow
from euthyne.web.frame import begin_lead, jobs, lead_page, rows, store, wants_part, who
from euthyne.web.measures import measures
from euthyne.web.shop import first_starts, shop

blueprint = Blueprint("leads", __name__)
LATELY = 4


TAG = re.compile(r"([A-Za-z]{1,4})[- ]?(\d{1,4})")
# Words and figures, and a figure that stands on its unit: 12V, 13A.
WORD, UNIT = re.compile(r"[\w./+-]+"), re.compile(r"(\d)(v|a|w|kw|amp|volt)\b")


@dataclass(frozen=True)
class Offered:
    """A starting point as it is offered: its kind, its words, its drawing."""

    kind: Kind
    start: Start
    words: str
    drawing: Markup

    @cached_property
    def said(self) -> list[str]:
        """Every word it can be found by."""
        volts = f"{self.start.brief.volts:g} V"
        plain = plain_words(self.kind.wanted_for, self.words)
        name, kind = self.start.name, self.kind
        said = f"{name} {kind.name} {kind.family.value} {self.words} {volts} {plain}"
        return WORD.findall(tell(said, "metric").lower())

    def found_by(self, asked: str) -> bool:
        """True where every word that was asked begins one of its own; a figure is that figure."""
        wanted = WORD.findall(UNIT.sub(r"\1 \2", asked.lower()))
        return all(
            any(one == word if word[0].isdigit() else one.startswith(word) for one in self.said)
            for word in wanted
        )


def as_tag(words: str, prefix: str) -> str:
    """A tag of this log as it is written on its label, where somebody typed it in short: tr12, tr-12, TR 0012."""
    short = TAG.fullmatch(words)
    if short is None or short[1].lower() != prefix.lower():
        return words
    return f"{prefix}-{int(short[2]):04d}"


@blueprint.get("/leads")
def show() -> str:
    """Every lead, or those the words find, or those that wait at a stage; a page at a time."""
    words = as_tag(request.args.get("q", "").strip()[:100], store().setting("tag_prefix") or "L")
    away = "away" in request.args
    stage = next((x for x in Stage if x.value == request.args.get("at")), None)
    number = stage.number if stage else None
    after = request.args.get("after", "")[:60]
    listed = rows(store().listed(ListQuery(words, away, number, after)))
    return render_template(
        "leads/page.html",
        pages=listed.pages,
        unread=listed.unread,
        more=listed.more,
        later=bool(after),
        words=words,
        meant=words_with(words),
        away=away,
        at=stage,
        calendar=calendar_address(),
    )


@blueprint.get("/leads/new")
def new() -> str:
    """The starting points, each drawn."""
    words = request.args.get("q", "").strip()[:100].lower()
    template = "leads/starts.html" if wants_part() else "leads/new.html"
    first, others = _families(words)
    job = _number(request.args.get("job", ""))
    return render_template(
        template, first=first, others=others, words=words, said=shop().said, job=job
    )


Families = list[tuple[str, list[Offered]]]


def _families(words: str) -> tuple[Families, Families]:
    """The starting points that hold every word: what stands first, and the others, family by family.

    What was made last stands first, then what this bench makes; where nobody said what it is, or words are
    looked for, all of them.
    """
    offered = [one for one in _offered(measures()) if one.found_by(words)]
    last = _made_last(offered)
    own = first_starts(shop(), measures())
    made = sorted(
        (one for one in offered if one.start.id in own and one not in last),
        key=lambda one: own.index(one.start.id),
    )
    first = [(title, them) for title, them in (("Made last", last), ("Made here", made)) if them]
    families = []
    for family in KindFamily:
        rest = [x for x in offered if x.kind.family is family and x not in last and x not in made]
        if rest:
            families.append((family.value, rest))
    if words or not made:
        return first + families, []
    return first, families


def _made_last(offered: list[Offered]) -> list[Offered]:
    """The starting points of the newest leads, each once; none while nothing was made."""
    found: dict[str, Offered] = {}
    for begun in store().begun_last(LATELY):
        for one in offered:
            if begun == " ".join((one.kind.id, one.start.a, one.start.b)):
                found[one.start.id] = one
    return list(found.values())


@cache
def _offered(told_in: Measures) -> tuple[Offered, ...]:
    """Every starting point, drawn once for all who look."""
    return tuple(_drawn(kind, start) for kind, start in starts(told_in))


def _end_words(part: Part) -> str:
    """What an end is, in the words of one who picks it: its standard and its contacts, or what it is."""
    if part.there_already:
        return "what is there"
    if part.joint == "blind":
        return "a heating tape"
    if part.standard != "generic":
        return f"{part.standard} {part.contact_words}"
    return part.words


def _drawn(kind: Kind, start: Start) -> Offered:
    plan = plan_of(new_lead(kind, start, "new", "2026-01-01T00:00:00"))
    supply, load = plan.given.supply, plan.given.load
    words = f"{_end_words(supply)} to {_end_words(load)}"
    if supply == load:
        words = f"{supply.words}, at both ends"
    if Trait.ONE_END in kind.traits:
        words = "a ring, a lug, a ferrule, a contact, a splice"
    if plan.mains:
        lands = [PLUGS[land].partition(":")[0] for land in PLUGS if land in words]
        words = ", ".join((words, f"{start.brief.volts:g} V", *lands))
    drawing = Markup(ribbon(plan, progress(plan, False), START, "#"))
    return Offered(kind, start, words, drawing)


@blueprint.post("/leads/new")
def create() -> Response:
    """Begin a lead and go to its Brief."""
    begun = next(
        (pair for pair in starts(measures()) if pair[1].id == request.form.get("start")), None
    )
    if begun is None:
        abort(400)
    lead = begin_lead(lambda tag: new_lead(*begun, tag, now()), "begun")
    number = _number(request.form.get("job", ""))
    if number is not None:
        job = jobs().get(number).job
        jobs().join(number, lead.tag, now(), who())
        store().change(lead.tag, partial(for_job, job=job), now(), who(), "its job says so")
    return redirect(url_for("brief.show", tag=lead.tag), 303)


def _number(text: str) -> int | None:
    """The number of a job; None where none is said."""
    return int(text) if text.isdecimal() and len(text) < 10 else None


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
    return _file(tag, write_lead(file.lead, file.seal))


def _file(tag: str, text: str) -> Response:
    return download(text, "application/json", f"{tag}.json")


@blueprint.get("/leads/document")
def kept_document() -> Response:
    """A lead's document as it is kept, for one that cannot be read."""
    tag = request.args.get("tag", "")
    return _file(tag, store().kept_text(tag))


@blueprint.post("/leads/put-away")
def put_away() -> Response:
    """Put a lead away, or take it out again."""
    tag, away = request.form.get("tag", ""), request.form.get("away") == "yes"
    store().put_away(tag, away, now(), who())
    return redirect(url_for("leads.show", away=None if away else ""), 303)


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
        # Whatever says that it was proven is taken in by who may prove.
        if file.seal is not None or file.lead.proof.begun:
            wants(Act.PROVE)
        store().take_in(file, now(), who())
    except Refused as refused:
        return render_template("import.html", what="lead", faults=refused.faults, text=text), 422
    return redirect(url_for("leads.lead", tag=file.lead.tag), 303)


@blueprint.get("/leads/<tag>/log")
def log(tag: str) -> str:
    """What was done to a lead, line by line, with what it changed."""
    page, lines = lead_page(tag), store().journal(tag)
    can = {x.id for x in lines if not page.held.sealed and can_be_put_back(list(x.changes))}
    return render_template("leads/log.html", page=page, lines=lines, can=can, shown=shown_changes)


@blueprint.post("/leads/<tag>/log/put-back")
def put_back(tag: str) -> Response:
    """What a line of the log changed stands as it was before."""
    line = request.form.get("line", "")
    if not line.isascii() or not line.isdecimal() or len(line) > FIGURES:
        abort(400)
    try:
        store().put_back(tag, int(line), now(), who())
    except Refused as refused:
        fault = refused.faults[0]
        raise NotNow(
            f"It can not be put back: {fault.field}: {fault.problem}. What would do: {fault.fix}.",
            url_for("leads.log", tag=tag),
            "Back to the log",
        ) from refused
    return redirect(url_for("leads.log", tag=tag), 303)
