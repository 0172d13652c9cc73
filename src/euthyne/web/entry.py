"""A stage's form: every change is kept as it is typed, field by field, inside one write; and the
page answers with what it means.

A form says, for each of its fields, which text it was opened with, as a short sum. A field that still
says that text was not touched. One that was is kept where the lead still says what the form was
opened with; where someone else set it meanwhile, nothing of it is kept and both are shown.
"""

import json
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from flask import Blueprint, abort, current_app, g, redirect, request, url_for
from werkzeug.wrappers import Response

from euthyne.core.lead import Lead
from euthyne.core.lead.paths import with_value
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import plan_of
from euthyne.core.questions import ASKED
from euthyne.core.standing.progress import progress
from euthyne.core.trade.question import Question
from euthyne.store.clock import now
from euthyne.store.leads import WORDS, FormResult, Held
from euthyne.web.errors import NotNow
from euthyne.web.fields import Entered, ShownField, put_in, show_fields, texts_of
from euthyne.web.frame import LeadPage, lead_page, page_of, store, sum_of, wants_part, who

Answer = str | Response | tuple[str, int]

# What every form holds that is no field of the lead.
FRAME = ("csrf_token", "seen", "mine", "theirs", "stage", "map")


@dataclass(frozen=True)
class Sent:
    """What a form sent: the fields that were changed, and every field as it would stand with them."""

    changed: Mapping[str, str]
    whole: Mapping[str, str]

    def touches(self, *starts: str) -> bool:
        """True when a field that begins so was changed."""
        return any(path.startswith(starts) for path in self.changed)


@dataclass(frozen=True)
class Both:
    """A field that two set: what it is called, what stands, what was typed over it."""

    path: str
    words: str
    theirs: str
    mine: str

    @property
    def set_mine(self) -> str:
        """What the press says that sets one's own over what stands."""
        told = {"path": self.path, "text": self.mine, "over": sum_of(self.theirs)}
        return json.dumps(told, ensure_ascii=False)


def _nothing(_page: LeadPage) -> dict[str, str]:
    return {}


@dataclass(frozen=True)
class StageForm:
    """The form of a stage: what a sent one means.

    ``beside`` is what its controls say that are no question, by path; ``own`` the questions where a
    stage asks otherwise than ``ASKED`` says; ``words`` what else of the form is called something.
    """

    stage: Stage
    read: Callable[[LeadPage, Sent], Entered]
    beside: Callable[[LeadPage], dict[str, str]] = _nothing
    own: Callable[[LeadPage], tuple[Question, ...]] | None = None
    words: Callable[[LeadPage], dict[str, str]] = _nothing

    def questions(self, page: LeadPage) -> tuple[Question, ...]:
        """What it asks of a lead."""
        return self.own(page) if self.own else ASKED[self.stage](page.plan)

    def fields(self, page: LeadPage) -> dict[str, ShownField]:
        """Its questions with what stands in them, by path."""
        return show_fields(self.questions(page), page.held.lead, page.held.drafts)

    def texts(self, page: LeadPage) -> dict[str, str]:
        """What every control says, by path."""
        return texts_of(self.fields(page)) | self.beside(page)

    def shown(self, page: LeadPage) -> dict[str, Any]:
        """What a page of it shows: its questions, and what each control says, worked out once."""
        fields = self.fields(page)
        return {"fields": fields, "texts": texts_of(fields) | self.beside(page)}

    def keep_at(self, blueprint: Blueprint) -> None:
        """Take the form where a stage's own pages are."""

        def save(tag: str) -> Answer:
            return enter(tag, self)

        blueprint.add_url_rule(f"/leads/<tag>/{self.stage.value}", "save", save, methods=["POST"])


def settle_at(blueprint: Blueprint, stage: Stage) -> None:
    """Let a stage be settled, as long as no stop stands at it, and go on to the next."""

    def settle(tag: str) -> Answer:
        def settled(lead: Lead) -> Lead:
            refuse_stopped(lead, stage)
            return with_value(lead, f"{stage.value}.accepted", True)

        store().change(tag=tag, change=settled, at=now(), by=who(), what=f"{stage.word}: settled")
        return onward(tag, stage)

    address = f"/leads/<tag>/{stage.value}/settle"
    blueprint.add_url_rule(address, "settle", settle, methods=["POST"])


def refuse_stopped(lead: Lead, stage: Stage) -> None:
    """Raise NotNow when a stop stands at a stage: it is not settled, whatever else is saved."""
    stops = progress(plan_of(lead), False).stops(stage)
    if stops:
        why = f"{stage.word} is not settled while a stop stands: {stops[0].title}. {stops[0].text}"
        words = f"{why} What clears it: {stops[0].clears}"
        raise NotNow(words, url_for(f"{stage.value}.show", tag=lead.tag), f"Back to {stage.word}")


def enter(tag: str, form: StageForm) -> Answer:
    """Take a stage's form, and answer with the parts that changed or send the browser back to the
    stage.
    """
    both: dict[str, Both] = {}
    typed: set[str] = set()

    def entry(held: Held) -> FormResult:
        page = page_of(held)
        texts = form.texts(page)
        sent = _against(texts, _called(form, page), both)
        typed.update(sent.changed, both)
        entered = form.read(page, sent)
        after = put_in(held.lead, entered)
        forgotten = set(entered.values) | entered.cleared
        drafts = {f: t for f, t in held.drafts.items() if f not in forgotten} | entered.drafts
        then = page_of(Held(after, held.sealed, held.changed_at, held.revision, drafts))
        return FormResult(after, drafts, _told(form, then, texts, sent))

    g.kept = store().enter(tag, entry, now(), who())
    g.both, g.typed = both, typed
    g.sent = {path: text for path, text in request.form.items() if path not in FRAME}
    return back(tag, form.stage)


def _against(texts: Mapping[str, str], called: Mapping[str, str], both: dict[str, Both]) -> Sent:
    """The form that was sent, held against what the lead says; fields that two set go to ``both``."""
    form = {path: text for path, text in request.form.items() if path not in FRAME}
    seen = _seen()
    if seen is None:
        return Sent(form, form)
    mine = _mine()
    if mine:
        form[mine["path"]], seen[mine["path"]] = mine["text"], mine["over"]
    changed: dict[str, str] = {}
    for path, text in form.items():
        stands = texts.get(path)
        if text == stands or sum_of(text) == seen.get(path) or path == request.form.get("theirs"):
            continue
        if stands is None or seen.get(path) in (None, sum_of(stands)):
            changed[path] = text
        else:
            both[path] = Both(path, _label(called, path), stands, text)
    return Sent(changed, {**texts, **changed})


def _seen() -> dict[str, str] | None:
    """The sums a form was opened with, by field; None for one that says nothing of it."""
    return _json("seen")


def _mine() -> dict[str, str] | None:
    """The field whose own text was chosen over what stands."""
    found = _json("mine")
    if found is not None and set(found) != {"path", "text", "over"}:
        abort(400)
    return found


def _json(name: str) -> dict[str, str] | None:
    if name not in request.form:
        return None
    try:
        found = json.loads(request.form[name])
    except ValueError:
        abort(400)
    if not isinstance(found, dict) or not all(isinstance(text, str) for text in found.values()):
        abort(400)
    return found


def _called(form: StageForm, page: LeadPage) -> dict[str, str]:
    """What each field is called, by path."""
    return {q.path: q.label for q in form.questions(page)} | form.words(page)


def _label(called: Mapping[str, str], path: str) -> str:
    """What a field is called; one that nobody named by its path."""
    own = path.partition(".")[2].replace(".", " ").replace("_", " ")
    return called.get(path) or own or path


def _told(form: StageForm, then: LeadPage, was: Mapping[str, str], sent: Sent) -> str:
    """The words of the log: each field that was changed, with what it said and what it says."""
    called, stands = _called(form, then), form.texts(then)
    words = {q.path: dict(q.options) for q in form.questions(then)}

    def answer(path: str, text: str) -> str:
        return words.get(path, {}).get(text) or text or "nothing"

    said = [
        f"{_label(called, path)}: {answer(path, was.get(path, ''))}, "
        f"now {answer(path, stands.get(path, text))}"
        for path, text in sent.changed.items()
        if path in was and was[path] != stands.get(path, text)
    ]
    return f"{form.stage.word}: {'; '.join(said) or 'kept'}"[:WORDS]


def onward(tag: str, stage: Stage) -> Answer:
    """To the stage after one that has what it needs; where a stop stands at it, back to it."""
    standing = lead_page(tag).progress
    then = standing.after(stage)
    if then is None or standing.stops(stage):
        return back(tag, stage)
    there = url_for(f"{then.value}.show", tag=tag)
    if not wants_part():
        return redirect(there, 303)
    answer = Response(status=204)
    answer.headers["HX-Trigger"] = json.dumps({"onward": there})
    return answer


def back(tag: str, stage: Stage) -> Answer:
    """To the stage: htmx gets the parts that changed, a browser is sent to the page; where two set a
    field it is shown the page at once, with both.
    """
    both = g.get("both")
    if not wants_part() and not both:
        return redirect(url_for(f"{stage.value}.show", tag=tag), 303)
    shown: Any = current_app.view_functions[f"{stage.value}.show"](tag)
    return str(shown) if wants_part() else (str(shown), 409)
