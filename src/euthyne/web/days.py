"""The days of the bench: what can start, what will be late and why, who does what; and who is there when."""

import time
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime, timedelta
from hmac import compare_digest
from typing import Any

from flask import Blueprint, Response, abort, redirect, render_template, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response as Answer

from euthyne.core.cutting.cutting import propose
from euthyne.core.days.coming import Provisions, ToDo, WaitsFor, waits_for
from euthyne.core.days.days import (
    Called,
    Days,
    PlannedStretch,
    can_start,
    lay_days,
    merged,
    moved,
    next_days,
    undone,
)
from euthyne.core.days.minutes import bench_minutes
from euthyne.core.days.workshop import Hand, Workshop, clock
from euthyne.core.jobs.cuts import cuttings
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.measures import tell
from euthyne.drawing.weekplan import week_plan
from euthyne.exchange.days_calendar import days_calendar
from euthyne.exchange.reading import adapter_for
from euthyne.store import days as kept
from euthyne.store.clock import now
from euthyne.store.jobs import KeptJob
from euthyne.store.kept import NoSuchLead, Unreadable
from euthyne.web.access import SOMEONE_ELSE, setting
from euthyne.web.afterlife import CALENDAR
from euthyne.web.downloads import download, table
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, jobs, lead_page, rows, store, who
from euthyne.web.measures import measures
from euthyne.web.standstill import standing_still
from euthyne.web.stores import usable

blueprint = Blueprint("days", __name__)
MOST = 400  # leads that are planned at most
LATELY = 80  # leads whose log tells the minutes, beside those in hand
SECONDS = 4.6  # a plan is looked for no longer while somebody waits for it
FITS = 0.5  # seconds for the question whether all lengths can be cut
STARTS, SHOWN, WEEK = 6, 2, 7


@dataclass(frozen=True)
class Shown:
    """A stretch as it is shown: what it is, the job it is of, whether it is done."""

    stretch: PlannedStretch
    of: str
    done: bool

    @property
    def hours(self) -> str:
        """From when to when."""
        return f"{clock(self.stretch.begin)}-{clock(self.stretch.end)}"

    @property
    def on(self) -> str:
        """On which day, from when."""
        return f"{date.fromisoformat(self.stretch.on):%a %-d %b}, {clock(self.stretch.begin)}"


@blueprint.get("/jobs/days")
def show() -> str:
    """What can start, what will be late; behind it the days."""
    return _page()


def _page(problem: str = "") -> str:
    days, workshop = kept.days(store()), kept.workshop(store())
    at = datetime.now().astimezone()
    today = at.date()
    ahead = next_days(days, today, 3 * WEEK) if days else ()
    starts = can_start(days, is_done) if days else ()
    return render_template(
        "days/page.html",
        days=days,
        workshop=workshop,
        problem=problem,
        starts=[_shown(days, s) for s in starts[:STARTS]] if days else [],
        more_starts=max(len(starts) - STARTS, 0),
        undone=undone(days, is_done, at) if days else (),
        weeks=_weeks(days, workshop, ahead) if days else [],
        by_day=[(f"{date.fromisoformat(day):%A}", day, _by_hand(days, day)) for day in ahead]
        if days
        else [],
        shown=SHOWN,
        calendar=_calendar,
        old=bool(days and days.made_at[:10] < today.isoformat()),
    )


def _shown(days: Days, stretch: PlannedStretch) -> Shown:
    return Shown(stretch, days.deliveries[stretch.delivery].words, is_done(stretch))


def _by_hand(days: Days, day: str) -> dict[str, list[Shown]]:
    found: dict[str, list[Shown]] = {}
    for stretch in days.on(day):
        found.setdefault(stretch.hand, []).append(_shown(days, stretch))
    return found


def _weeks(days: Days, workshop: Workshop, ahead: Sequence[str]) -> list[tuple[str, Markup]]:
    """The days ahead by weeks, drawn: the Monday of each."""
    weeks: dict[date, list[str]] = {}
    for day in ahead:
        on = date.fromisoformat(day)
        weeks.setdefault(on - timedelta(days=on.weekday()), []).append(day)
    late = frozenset(n for n, delivery in enumerate(days.deliveries) if delivery.late)
    return [
        (monday.isoformat(), Markup(week_plan(days, workshop.hands, own, late)))
        for monday, own in weeks.items()
    ]


def is_done(stretch: PlannedStretch) -> bool:
    """True where a stretch of a plan is done on each of its leads; what is not there any more is."""
    return all(_done(tag, stretch) for tag in stretch.tags)


def _done(tag: str, stretch: PlannedStretch) -> bool:
    try:
        page = lead_page(tag)
    except (NoSuchLead, Unreadable):
        return True
    done = {d.step for d in page.held.lead.build.done}
    proven = stretch.does != "prove" or page.held.sealed or page.plan.prove.sound
    return proven and done >= set(stretch.steps)


def today_here() -> list[PlannedStretch]:
    """What is left of what is planned for today: that of whoever is here, where they are planned, else of all."""
    days = kept.days(store())
    if days is None:
        return []
    left = [s for s in days.on(date.today().isoformat()) if not is_done(s)]
    own = [s for s in left if s.hand == who()]
    return list(merged(own or left))


# ---- laying them -------------------------------------------------------------------------------


@blueprint.post("/jobs/days")
def lay() -> Answer | tuple[str, int]:
    """Lay the days as things are now."""
    if not kept.workshop(store()).hours:
        return _page(
            "There are no hours yet: say who is there when, and the days can be laid."
        ), 422
    new = laid_now(SECONDS)
    kept.keep_days(store(), replace(new, moved=moved(kept.days(store()), new)))
    return redirect(url_for("days.show"), 303)


def lay_first(seconds: float) -> None:
    """Lay the days where nobody did yet, looked for so long."""
    if kept.days(store()) is None and kept.workshop(store()).hours:
        kept.keep_days(store(), laid_now(seconds))


def laid_now(seconds: float) -> Days:
    """The days as things are now, looked for so long."""
    end = time.monotonic() + seconds
    pages = in_hand()
    known = jobs().by_tag()
    every = {k.number: k for away in (False, True) for k in jobs().all(away)}
    leads = [_to_do(page, known.get(page.tag), every) for page in pages]
    not_ready = {page.tag: why for page in pages if (why := _not_ready(page))}
    ready = [lead for lead in leads if lead.tag not in not_ready]
    workshop = kept.workshop(store())
    lately = [x.held.lead for x in map(_page_of, store().begun_last(LATELY)) if x is not None]
    return lay_days(
        leads,
        not_ready,
        _waits(ready, workshop),
        workshop,
        bench_minutes(
            {lead.tag: lead for lead in (*lately, *(p.held.lead for p in pages))}.values()
        ),
        Called({number: one.job.name for number, one in every.items()}, setting(SOMEONE_ELSE)),
        datetime.now().astimezone(),
        lambda: end - time.monotonic(),
    )


def in_hand() -> list[LeadPage]:
    """The leads that may be planned: of one termination that is made nothing is left to do."""
    return [p for p in rows(store().in_hand(MOST)).pages if not p.progress.over]


def _page_of(tag: str) -> LeadPage | None:
    try:
        return lead_page(tag)
    except (NoSuchLead, Unreadable):
        # Its log is not told; the others' is wanted.
        return None


def _to_do(page: LeadPage, job: int | None, every: dict[int, KeptJob]) -> ToDo:
    own = page.held.lead.wanted_by
    return ToDo(page.plan, job, own or (every[job].job.wanted_by if job in every else None))


def _not_ready(page: LeadPage) -> str:
    """Why a lead cannot be built as it stands; empty where it can."""
    if why := standing_still(page.tag):
        return why
    if page.progress.shut:
        return page.progress.shut[0].title
    stage = page.progress.next_stage
    settled = page.plan.build.steps and page.held.lead.cut.accepted
    if not page.held.lead.build.done and not settled:
        earlier = stage.number < Stage.BUILD.number
        return page.progress.next_action if earlier else "not settled up to Cut"
    return ""


def _waits(leads: Sequence[ToDo], workshop: Workshop) -> dict[str, tuple[WaitsFor, ...]]:
    rules = jobs().rules()
    stock = usable()

    def fits(plans: Sequence[Plan]) -> bool:
        end = time.monotonic() + FITS
        cut = cuttings(
            plans, stock, (), rules, lambda w: propose(w, lambda: end - time.monotonic())
        )
        return not any(cable.proposal.plan.missing for cable in cut)

    provisions = Provisions(
        stock,
        [k.pack for k in jobs().packs()],
        jobs().promises(),
        lambda what: rules.get(what) or rules[""],
        fits,
    )
    return waits_for(leads, provisions, workshop, date.today())


def short_now() -> dict[tuple[str, str], WaitsFor]:
    """What leads in hand wait for, by what it is."""
    known = jobs().by_tag()
    every = {k.number: k for k in jobs().all()}
    pages = [page for page in in_hand() if not _not_ready(page)]
    leads = [_to_do(page, known.get(page.tag), every) for page in pages]
    waits = _waits(leads, kept.workshop(store()))
    return {(w.kind, w.what): w for own in waits.values() for w in own}


# ---- taken away --------------------------------------------------------------------------------


def _there() -> Days:
    days = kept.days(store())
    if days is None:
        raise NotNow("No days are laid yet.", url_for("days.show"), "To the days")
    return days


def _told(days: Days) -> Days:
    """A plan with its words told as this bench measures."""
    read = adapter_for(Days)
    found: Days = read.validate_python(_in_words(read.dump_python(days, mode="json")))
    return found


def _in_words(value: Any) -> Any:
    if isinstance(value, dict):
        return {key: _in_words(one) for key, one in value.items()}
    if isinstance(value, list):
        return [_in_words(one) for one in value]
    return tell(value, measures()) if isinstance(value, str) else value


@blueprint.get("/jobs/days.json")
def document() -> Response:
    """The plan as an open document."""
    text = adapter_for(Days).dump_json(_told(_there()), indent=1).decode()
    return download(text + "\n", "application/json", "days.json")


@blueprint.get("/jobs/days.csv")
def as_csv() -> Response:
    """The plan as a table."""
    days = _told(_there())
    head = (
        "day",
        "who",
        "from",
        "to",
        "what",
        "leads",
        "set-up",
        "job",
        "beside the lead, minutes",
    )
    lines = [
        (
            s.on,
            s.hand,
            clock(s.begin),
            clock(s.end),
            s.words,
            " ".join(s.tags),
            s.set_up,
            days.deliveries[s.delivery].words,
            str(s.beside),
        )
        for s in days.stretches
    ]
    return table(head, lines, "days.csv")


def _calendar(hand: Hand) -> str:
    """Where a calendar program finds somebody's days: by the address that needs no sign-in, where one was made."""
    key = store().setting(CALENDAR)
    if key:
        return url_for("days.feed_by_key", key=key, name=hand.name, _external=True)
    return url_for("days.feed", name=hand.name, _external=True)


@blueprint.get("/jobs/days/<path:name>.ics")
def feed(name: str) -> Response:
    """Somebody's days as a calendar."""
    if name not in {hand.name for hand in kept.workshop(store()).hands}:
        abort(404)
    days = kept.days(store()) or Days(now())
    text = days_calendar(_told(days), name, datetime.now(UTC))
    return Response(text, mimetype="text/calendar")


@blueprint.get("/days/<key>/<path:name>.ics")
def feed_by_key(key: str, name: str) -> Response:
    """Somebody's days for whoever has the address of the calendar."""
    made = store().setting(CALENDAR)
    if not made or not compare_digest(made.encode(), key.encode()):
        abort(404)
    return feed(name)
