"""A stage's form: every change is kept as it is typed, and the page answers with what it means."""

from typing import Any

from flask import current_app, redirect, request, url_for
from werkzeug.wrappers import Response

from euthyne.core.lead import Lead
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import plan_of
from euthyne.core.standing.progress import progress
from euthyne.core.trade.question import Question
from euthyne.web.errors import NotNow
from euthyne.web.fields import Entered, put_in, read_form
from euthyne.web.frame import lead_page, now, stamp_of, store, wants_part, who


class Stale(Exception):
    """The form was opened before someone changed the same stage; ``typed`` is what it held."""

    def __init__(self, tag: str, stage: Stage, typed: dict[str, str]) -> None:
        super().__init__(tag)
        self.tag, self.stage, self.typed = tag, stage, typed


def refuse_stale(tag: str, stage: Stage) -> None:
    """Raise Stale when the form's stamp is not the stage's own."""
    sent = request.form.get("stamp")
    if sent is not None and sent != stamp_of(lead_page(tag), stage):
        typed = {k: v for k, v in request.form.items() if k not in ("stamp", "csrf_token") and v}
        raise Stale(tag, stage, typed)


def refuse_stopped(lead: Lead, stage: Stage) -> None:
    """Raise NotNow when a stop stands at a stage: it is not settled, whatever else is saved."""
    stops = progress(plan_of(lead), False).stops(stage)
    if stops:
        why = f"{stage.word} is not settled while a stop stands: {stops[0].title}. {stops[0].text}"
        words = f"{why} What clears it: {stops[0].clears}"
        raise NotNow(words, url_for(f"{stage.value}.show", tag=lead.tag), f"Back to {stage.word}")


def keep(tag: str, stage: Stage, entered: Entered) -> None:
    """Keep what was entered at a stage: usable values in the lead, the rest as drafts beside it."""
    if entered.values:
        words = f"{stage.word}: " + ", ".join(
            k.split(".")[-1].replace("_", " ") for k in entered.values
        )
        store().change(
            tag=tag, change=lambda lead: put_in(lead, entered), at=now(), by=who(), what=words[:300]
        )
    store().keep_drafts(
        tag, set(entered.values) | set(entered.drafts) | entered.cleared, entered.drafts
    )


def enter(
    tag: str, stage: Stage, specs: tuple[Question, ...], more: Entered | None = None
) -> str | Response:
    """Take a stage's form, and answer with the parts that changed or send the browser back to the
    stage.
    """
    refuse_stale(tag, stage)
    entered = read_form(specs, request.form)
    if more is not None:
        entered = entered.with_more(more)
    keep(tag, stage, entered)
    return back(tag, stage)


def back(tag: str, stage: Stage) -> str | Response:
    """To the stage: htmx gets the parts that changed, a browser is sent to the page."""
    if wants_part():
        shown: Any = current_app.view_functions[f"{stage.value}.show"](tag)
        return str(shown)
    return redirect(url_for(f"{stage.value}.show", tag=tag), 303)
