"""What a check offers: its fix as one press, and a reason for a caution."""

from dataclasses import replace

from flask import Blueprint, redirect, request, url_for
from werkzeug.wrappers import Response

from euthyne.core.checks import checks
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import Lead, Reason
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import plan_of
from euthyne.core.standing.again import same_again, swapped
from euthyne.core.trade.measures import tell
from euthyne.store.clock import now
from euthyne.web.entry import Answer, back
from euthyne.web.errors import NotNow
from euthyne.web.fields import without_typed
from euthyne.web.frame import lead_page, store, wants_part, who

blueprint = Blueprint("actions", __name__)


def _stage() -> Stage:
    given = request.form.get("stage", "brief")
    if given in list(Stage):
        return Stage(given)
    return Stage.BRIEF


@blueprint.post("/leads/<tag>/fix/<code>")
def fix(tag: str, code: str) -> str | Response:
    """Do what a check offers."""
    page = lead_page(tag)
    found = next((f for f in page.progress.found if f.key == code), None)
    stage = _stage()
    offered = page.fix_of(found) if found is not None else None
    if found is None or offered is None:
        raise NotNow(
            "That is put right already.",
            url_for(f"{stage.value}.show", tag=tag),
            "Back to the lead",
        )
    changes = offered.changes

    def fixed(lead: Lead) -> Lead:
        return without_typed(changed(lead, changes), [path for path, _ in changes])

    store().change(
        tag=tag, change=fixed, at=now(), by=who(), what=f"{found.title}: {offered.words}"
    )
    if wants_part():
        response = Response(status=204)
        response.headers["HX-Refresh"] = "true"
        return response
    return redirect(url_for(f"{stage.value}.show", tag=tag), 303)


@blueprint.post("/leads/<tag>/again")
def again(tag: str) -> Response:
    """The same lead again, under a tag of its own: planned as this one, nothing of it built."""
    like = store().get(tag).lead
    begun = store().begin(lambda new: same_again(like, new, now()), now(), who(), f"as {tag} again")
    return redirect(url_for("leads.lead", tag=begun.lead.tag), 303)


@blueprint.post("/leads/<tag>/swap")
def swap(tag: str) -> Answer:
    """The parts of both ends change places."""
    words = "Ends: turned end for end"
    store().change(tag=tag, change=swapped, at=now(), by=who(), what=words)
    return back(tag, Stage.ENDS)


@blueprint.post("/leads/<tag>/reason/<code>")
def reason(tag: str, code: str) -> Answer:
    """Pass a caution with a reason, which the record keeps; an empty one takes the reason back."""
    text = request.form.get("reason", "").strip()[:400]
    stage = _stage()
    if text and len(text) < 3:
        raise NotNow(
            "A reason is a few words.", url_for(f"{stage.value}.show", tag=tag), "Back to the lead"
        )

    def given(lead: Lead) -> Lead:
        others = tuple(r for r in lead.reasons if r.key != code)
        if not text:
            return replace(lead, reasons=others)
        fired = next((f for f in checks(plan_of(lead)) if f.key == code), None)
        if fired is None or fired.level != "caution":
            raise NotNow(
                "No caution of that name stands here, so there is nothing to pass.",
                url_for(f"{stage.value}.show", tag=tag),
                "Back to the lead",
            )
        given = Reason(
            check=fired.code,
            text=text,
            at=now(),
            by=who(),
            of=tell(fired.text, "metric"),
            about=fired.about,
            figures=fired.kept_figures,
        )
        return replace(lead, reasons=(*others, given))

    store().change(
        tag=tag, change=given, at=now(), by=who(), what=f"{code}: {text or 'reason taken back'}"
    )
    return back(tag, stage)
