"""Working practices, on the Shelf: each school with its reason, and what a choice changes, at once."""

from threading import Thread

from flask import Blueprint, redirect, render_template, request, url_for
from werkzeug.wrappers import Response

from euthyne.core.lead.paths import with_value
from euthyne.core.standing.effect import Effect, effect_of
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.practices import NOT_OFFERED, PRACTICES, Practices, taken_up
from euthyne.store.clock import now
from euthyne.store.leads import LeadStore
from euthyne.store.practices import practise, spread_practices
from euthyne.web.errors import NotNow
from euthyne.web.fields import say
from euthyne.web.frame import LeadPage, lead_page, rows, store, wants_part, who

# Leads in hand that are offered to show a choice on.
OFFERED = 30
# Seconds that a page waits for them to have followed.
AT_ONCE = 1.0
blueprint = Blueprint("practices", __name__)


@blueprint.get("/shelf/practices")
def show() -> str:
    """Every practice, and what the present choices do to a lead."""
    return _shown({}, "", {})


def _shown(wrong: dict[str, str], kept: str, typed: dict[str, str]) -> str:
    practices = store().practices()
    shown = _sample(practices)
    return render_template(
        "practices/live.html" if wants_part() else "practices/page.html",
        all=PRACTICES,
        practices=practices,
        not_offered=NOT_OFFERED,
        wrong=wrong,
        kept=kept,
        typed=typed,
        tags=[(p.tag, p.held.lead.name) for p in _in_hand()],
        shown=shown[0],
        effect=shown[1],
    )


def _in_hand() -> list[LeadPage]:
    """The leads in hand that are due next, for the changes to be shown on."""
    return rows(store().in_hand(OFFERED)).pages


def _sample(practices: Practices) -> tuple[str, Effect | None]:
    """The lead the changes are shown on: the one asked for, or the one they change most."""
    leads = {p.tag: p.held.lead for p in _in_hand()}
    asked = request.values.get("lead", "")
    if asked in leads:
        return asked, effect_of(leads[asked], practices)
    effects = {tag: effect_of(lead, practices) for tag, lead in leads.items()}
    tag = max(effects, key=lambda t: (effects[t].changed, -len(effects[t].steps)), default="")
    return tag, effects.get(tag)


@blueprint.post("/shelf/practices")
def save() -> str | Response:
    """Take up what the form says, where it has its reason; leads not begun follow at once."""
    before = practices = store().practices()
    wrong, typed = {}, {}
    for each in PRACTICES:
        value, reason = request.form.get(each.name), request.form.get(f"{each.name}.reason", "")
        typed[each.name], typed[f"{each.name}.reason"] = value or "", reason
        if value is None:
            continue
        try:
            practices = taken_up(practices, each.name, value, reason)
        except Refused as refused:
            wrong[each.name] = say(refused.faults[0])
    kept = ""
    if practices != before:
        names = ", ".join(
            p.name.replace("_", " ") for p in PRACTICES if _differs(p.name, before, practices)
        )
        practise(store(), practices, now(), who(), f"Practices: {names or 'reason'}")
        kept = f"Kept. {_spread(store())}"
    if wants_part() or wrong:
        return _shown(wrong, kept, typed)
    return redirect(url_for("practices.show"), 303)


def spread(leads: LeadStore) -> Thread:
    """Leads that are not begun take up how the bench works, behind the page."""
    work = Thread(target=spread_practices, args=(leads,), daemon=True, name="practices")
    work.start()
    return work


def _spread(leads: LeadStore) -> str:
    """What is said of them: of a few that they took it up, of many that they are at it."""
    work = spread(leads)
    work.join(AT_ONCE)
    if work.is_alive():
        return "The leads that are not begun yet take it up one by one; go on meanwhile."
    return "The leads that are not begun yet took it up."


def _differs(name: str, one: Practices, other: Practices) -> bool:
    return bool(getattr(one, name) != getattr(other, name))


@blueprint.post("/leads/<tag>/build/practices")
def take_up(tag: str) -> Response:
    """A lead that was begun otherwise takes up how this bench works now."""
    if lead_page(tag).held.sealed:
        raise NotNow(
            "A sealed lead keeps how it was made.",
            url_for("build.show", tag=tag),
            "Back to the build",
        )
    practices = store().practices()
    store().change(
        tag=tag,
        change=lambda lead: with_value(lead, "build.practices", practices),
        at=now(),
        by=who(),
        what="Build: the bench's practices",
    )
    return redirect(url_for("build.show", tag=tag), 303)
