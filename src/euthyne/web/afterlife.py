"""After the seal: tested again, repaired, in quarantine, scrapped; the whole history on one page; the feed
of re-tests.
"""

from datetime import UTC, date, datetime, timedelta
from hmac import compare_digest

from flask import Blueprint, abort, redirect, render_template, request, url_for
from werkzeug.wrappers import Response

from euthyne.core.lead import AgainFor
from euthyne.core.standing.again import followed
from euthyne.core.stores.needs import comes_off
from euthyne.core.stores.stock import Stock
from euthyne.exchange.retests import retests_calendar
from euthyne.store.afterlife import Aside, aside_for, history, set_aside
from euthyne.store.clock import now
from euthyne.store.listing import NO_DAY
from euthyne.store.stores import StoresStore
from euthyne.web.errors import NotNow
from euthyne.web.frame import lead_page, store, who
from euthyne.web.stores import lots

blueprint = Blueprint("afterlife", __name__)
FOLLOWS: dict[str, AgainFor] = {"re-test": "re-test", "mended": "mended", "corrected": "corrected"}
ASIDES: dict[str, Aside] = {"quarantine": "quarantine", "scrapped": "scrapped", "back": ""}
# The setting that holds the secret of the calendar's own address; empty where it has none.
CALENDAR = "calendar_key"
MOST_EVENTS, MOST_OVERDUE, OVERDUE = 5000, 200, timedelta(days=90)


def _sealed(tag: str) -> None:
    """Raise NotNow for a lead that is not sealed: it is simply worked on."""
    if not lead_page(tag).held.sealed:
        raise NotNow(
            "This lead is not sealed: it is still in hand.",
            url_for("leads.lead", tag=tag),
            "Back to the lead",
        )


@blueprint.post("/leads/<tag>/follow")
def follow(tag: str) -> Response:
    """Begin the lead that comes after a sealed one: a re-test, a repair, or a correction."""
    _sealed(tag)
    why = FOLLOWS.get(request.form.get("why", ""))
    if why is None:
        raise NotNow(
            "A sealed lead is tested again, repaired, or its record corrected.",
            url_for("tag.show", tag=tag),
            "Back",
        )
    like, practices = store().get(tag).lead, store().practices()
    begun = store().begin(
        lambda new: followed(like, new, now(), why, practices),
        now(),
        who(),
        f"{why} of {tag}",
        follows=tag,
    )
    stage = {"re-test": "prove", "mended": "build", "corrected": "brief"}[why]
    return redirect(url_for(f"{stage}.show", tag=begun.lead.tag), 303)


@blueprint.post("/leads/<tag>/aside")
def aside(tag: str) -> Response:
    """Quarantine, scrap, or back into use; the parts that are good go back to Stores."""
    if not aside_for(store().engine, tag):
        _sealed(tag)
    what = ASIDES.get(request.form.get("what", ""))
    if what is None:
        raise NotNow(
            "A lead goes into quarantine, is scrapped, or is taken up again.",
            url_for("afterlife.show", tag=tag),
            "Back",
        )
    set_aside(store().engine, tag, what, request.form.get("why", ""), now(), who())
    if what == "scrapped":
        _to_stores(tag, request.form.getlist("part"))
    return redirect(url_for("afterlife.show", tag=tag), 303)


def _to_stores(tag: str, names: list[str]) -> None:
    """Parts of a scrapped lead that are good, back to Stores."""
    shelf, plan = StoresStore(store().engine), lead_page(tag).plan
    for need in comes_off(plan):
        if need.what in names:
            stock = Stock(
                name=f"{need.what} from {tag}"[:40], kind="part", what=need.what, left=need.amount
            )
            shelf.add(stock, now(), who(), f"from {tag}, scrapped")


@blueprint.get("/leads/<tag>/history")
def show(tag: str) -> str:
    """Everything that became of a lead, on one page."""
    page = lead_page(tag)
    chapters = history(store().engine, tag)
    parts = comes_off(page.plan) if page.held.sealed else []
    return render_template(
        "leads/history.html",
        page=page,
        lots=lots().of_lead(tag),
        chapters=chapters,
        here=next(c for c in chapters if c.tag == tag),
        parts=parts,
        who=who(),
    )


def calendar_address() -> str:
    """Where a calendar program, which cannot sign in, finds the re-tests; empty where none was made."""
    key = store().setting(CALENDAR)
    return url_for("afterlife.feed_by_key", key=key, _external=True) if key else ""


@blueprint.get("/retests/<key>.ics")
def feed_by_key(key: str) -> Response:
    """The re-tests for whoever has the address of the calendar."""
    kept = store().setting(CALENDAR)
    if not kept or not compare_digest(kept.encode(), key.encode()):
        abort(404)
    return feed()


@blueprint.get("/retests.ics")
def feed() -> Response:
    """The re-tests of all sealed leads in use, as a calendar that a telephone can follow."""
    today = date.today()
    last = (date.fromisoformat(NO_DAY) - timedelta(days=1)).isoformat()
    # What lies ahead first; of what was missed, the latest.
    missed = (today - timedelta(days=1)).isoformat()
    since = (today - OVERDUE).isoformat()
    due = [
        *store().due(missed, MOST_OVERDUE, since=since),
        *store().due(last, MOST_EVENTS, since=today.isoformat()),
    ]
    text = retests_calendar(((tag, name, day) for tag, name, day, _ in due), datetime.now(UTC))
    return Response(text, mimetype="text/calendar")
