"""The Bench: every lead in hand, drawn, with its next action; and what is due for a test."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date, timedelta

from flask import Blueprint, redirect, render_template, url_for
from werkzeug.wrappers import Response

from euthyne.core.jobs.kit import broken
from euthyne.core.lead.stage import Stage
from euthyne.core.stores.naming import words_of
from euthyne.core.stores.stock import BY_LENGTH
from euthyne.store.afterlife import quarantined
from euthyne.store.kept import Held, Listed
from euthyne.store.leads import LeadGroup
from euthyne.store.listing import NO_DAY
from euthyne.web.copies import age, copies, warnings
from euthyne.web.days import today_here
from euthyne.web.frame import LeadPage, jobs, rows, store
from euthyne.web.handing import waiting
from euthyne.web.people import wrong_pins
from euthyne.web.shop import bench_questions
from euthyne.web.stores import lots, short, usable

blueprint = Blueprint("bench", __name__)
SOON = timedelta(days=30)
# Leads in hand that are shown, each drawn; the others are counted by what they wait for.
SHOWN = 30
# So many of one name for one job are one row; no more of them are drawn, so that they do not hide the others.
MANY, DRAWN = 3, 6
MOST = 240  # leads looked through for rows to show
LATELY = 4
DUE = 12


@dataclass(frozen=True)
class Waiting:
    """Leads in hand that wait for the same thing: at which stage, what is to be done, whether a stop
    stands; those that are shown, and how many there are.
    """

    stage: Stage
    action: str
    stopped: bool
    pages: list[LeadPage]
    many: int

    @property
    def rows(self) -> list[list[LeadPage]]:
        """Its leads, several of one name for one job as one row."""
        return together(self.pages)

    @property
    def folded(self) -> int:
        """How many are not shown."""
        return max(self.many - len(self.pages), 0)


@blueprint.get("/")
def home() -> Response:
    """The front door."""
    return redirect(url_for("bench.show"))


@blueprint.get("/bench")
def show() -> str:
    """Leads in hand, and sealed ones that want a test."""
    last_line = store().last_line()
    drawn, alike = _drawn()
    listed, counted = rows(drawn), store().groups()
    soon = (date.today() + SOON).isoformat()
    later = (date.today() + SOON + timedelta(days=1)).isoformat()
    return render_template(
        "bench/page.html",
        in_hand=sum(group.many for group in counted),
        shown=len(listed.pages),
        unread=listed.unread,
        groups=grouped(listed.pages, counted),
        alike=alike,
        quarantine=quarantined(store().engine, DUE),
        due=store().due(soon, DUE),
        sealed=store().due(NO_DAY, LATELY, since=later),
        copy=copies().last,
        age=age,
        warnings=[*warnings(), *wrong_pins()],
        waiting=waiting(),
        last_line=last_line,
        short=short(),
        broken=_broken(),
        today=today_here(),
        overdue=[x for x in lots().lent() if x.back_on and x.back_on < date.today().isoformat()],
        **(bench_questions() if store().newest() is None else {}),
    )


def _broken() -> list[tuple[int, str, str, str]]:
    """Promises that Stores cannot keep any more: the job's number and name, of what, and how much is there."""
    return [
        (
            promise.job,
            jobs().get(promise.job).job.name,
            words_of(promise.kind, promise.what),  # type: ignore[arg-type]
            f"{there:g} of {promise.amount:g}{' m' if promise.kind in BY_LENGTH else ''}",
        )
        for promise, there in broken(jobs().promises(), usable())
    ]


def _drawn() -> tuple[Listed, dict[str, int]]:
    """The leads in hand that are shown: so many rows, of leads of one name for one job the first few; and how
    many there are of those in hand, by the tag of each that is shown.
    """
    of_job, many = jobs().by_tag(), SHOWN
    while True:
        listed = store().in_hand(many)
        found: dict[tuple[str, str], list[Held]] = {}
        for held in listed.leads:
            found.setdefault(_row_of(held, of_job), []).append(held)
        if len(found) >= SHOWN or many >= MOST or len(listed.leads) + len(listed.unread) < many:
            break
        many *= 2
    shown = list(found.values())[:SHOWN]
    kept = {held.lead.tag for them in shown for held in them[:DRAWN]}
    leads = [held for held in listed.leads if held.lead.tag in kept]
    return replace(listed, leads=leads), {
        held.lead.tag: len(them) for them in shown for held in them
    }


def _row_of(held: Held, of_job: Mapping[str, int]) -> tuple[str, str]:
    number = of_job.get(held.lead.tag)
    return (f"J-{number}", held.lead.name) if number else (held.lead.tag, "")


def together(pages: list[LeadPage]) -> list[list[LeadPage]]:
    """Leads in the order they come, those of one name for one job together where they are so many that
    they would hide the others.
    """
    of_job = jobs().by_tag()
    found: dict[tuple[str, str], list[LeadPage]] = {}
    for page in pages:
        found.setdefault(_row_of(page.held, of_job), []).append(page)
    rows = []
    for them in found.values():
        rows += [them] if len(them) >= MANY else [[page] for page in them]
    return rows


def grouped(pages: list[LeadPage], counted: list[LeadGroup]) -> list[Waiting]:
    """Leads in hand by what is to be done next: those that are stopped first, then the nearest to
    their tag; each group with the leads of it that are shown.
    """
    found: dict[tuple[bool, int, str], list[LeadPage]] = {}
    for page in pages:
        stage = page.progress.next_stage
        stopped = page.progress.mark(stage) == "stop"
        found.setdefault((not stopped, -stage.number, page.progress.next_action), []).append(page)
    many = {(not g.stopped, -g.stage, g.action): g.many for g in counted}
    return [
        Waiting(
            stage=next(stage for stage in Stage if stage.number == -key[1]),
            action=key[2],
            stopped=not key[0],
            pages=found.get(key, []),
            many=many.get(key, len(found.get(key, []))),
        )
        for key in sorted(found.keys() | many.keys())
    ]
