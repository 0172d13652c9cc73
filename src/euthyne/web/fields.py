"""What a person types into a stage: kept where it can be used, kept as a draft where not, and shown
as understood.
"""

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Any

from markupsafe import Markup, escape

from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import Lead
from euthyne.core.lead.paths import value_at
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import M_PER_FOOT, as_answer
from euthyne.core.trade.question import Question, read_answer, read_answers, written
from euthyne.web.measures import in_gauge


@dataclass(frozen=True)
class ShownField:
    """A question as it stands: its text, and the note at its side."""

    field: Question
    text: str
    note: str = ""
    bad: bool = False
    value: Any = None

    @property
    def id(self) -> str:
        """The id of its control."""
        return self.field.path.replace(".", "-").replace("+", "plus")


def spoken(shown: ShownField) -> str:
    """What a question stands at, in words; empty where nothing is said."""
    return dict(shown.field.options).get(shown.text, shown.text)


def under_more(
    fields: Mapping[str, ShownField], groups: Iterable[Iterable[Question]]
) -> list[list[ShownField]]:
    """Of each group of questions those that only an expert fills."""
    return [[fields[q.path] for q in group if q.expert] for group in groups]


def options(shown: ShownField) -> Markup:
    """The choices of a question as HTML, the one that stands chosen."""
    return _options(shown.field.groups, shown.text)


@lru_cache(maxsize=512)
def _options(groups: tuple[tuple[str, tuple[tuple[str, str], ...]], ...], chosen: str) -> Markup:
    found = ""
    for head, choices in groups:
        lines = "".join(
            f'<option value="{escape(text)}"{" selected" if text == chosen else ""}>{escape(words)}</option>'
            for text, words in choices
        )
        found += f'<optgroup label="{escape(head)}">{lines}</optgroup>' if head else lines
    return Markup(found)


@dataclass
class Entered:
    """What a form held: values that can be used, what was typed for each, and texts that can not."""

    values: dict[str, Any] = field(default_factory=dict)
    typed: dict[str, str] = field(default_factory=dict)
    drafts: dict[str, str] = field(default_factory=dict)
    cleared: set[str] = field(default_factory=set)

    def with_more(self, more: "Entered") -> "Entered":
        """Both together."""
        return Entered(
            self.values | more.values,
            self.typed | more.typed,
            self.drafts | more.drafts,
            self.cleared | more.cleared,
        )


def read_form(questions: tuple[Question, ...], form: Mapping[str, str]) -> Entered:
    """Read the questions a form answers; those it does not hold stay as they are."""
    values, drafts = read_answers(tuple(map(as_here, questions)), form)
    return Entered(values, {path: form[path].strip() for path in values}, drafts)


def put_in(lead: Lead, entered: Entered) -> Lead:
    """The lead with what was entered; texts are kept where they say more than the value."""
    typed = dict(lead.typed)
    lead = changed(lead, entered.values.items())
    for path, value in entered.values.items():
        typed.pop(path, None)
        typed = {k: t for k, t in typed.items() if not k.startswith(f"{path}.")}
        if path in entered.typed and isinstance(value, float) and entered.typed[path]:
            typed[path] = entered.typed[path]
    within = {k: t for k, t in entered.typed.items() if k not in entered.values}
    return replace(lead, typed=typed | within)


def without_typed(lead: Lead, paths: list[str]) -> Lead:
    """The lead with the typed texts of some paths forgotten, since their values were set another
    way.
    """
    return replace(lead, typed={k: v for k, v in lead.typed.items() if k not in paths})


def show_fields(
    questions: tuple[Question, ...], lead: Lead, drafts: Mapping[str, str]
) -> dict[str, ShownField]:
    """Every question as it stands, with what was wrong or how it was understood, by path."""
    return {q.path: _shown(q, lead, drafts) for q in questions}


def texts_of(shown: Mapping[str, ShownField]) -> dict[str, str]:
    """What each control says, by path."""
    return {path: one.text for path, one in shown.items()}


def _shown(question: Question, lead: Lead, drafts: Mapping[str, str]) -> ShownField:
    draft = drafts.get(question.path)
    if draft is not None:
        return ShownField(question, draft, _fault_words(question, draft), bad=True)
    value = value_at(lead, question.path)
    text, note = _as_typed(question, lead.typed.get(question.path, ""), value)
    return ShownField(question, text or as_answered(question, value), note, value=value)


def as_here(question: Question) -> Question:
    """A question as this bench asks it: in gauge and feet a bare number is in those, and one that is an
    area and a gauge is asked back.
    """
    return replace(question, gauge=True) if in_gauge() else question


def as_answered(question: Question, value: Any) -> str:
    """A value as an answer, as this bench measures."""
    if isinstance(value, float) and question.measure is not None and in_gauge():
        return as_answer(value, question.measure)
    return written(value, question)


@dataclass(frozen=True)
class Pull:
    """What a slider under a field says: its unit, and its least, most and present in decades of it."""

    unit: str
    low: float
    high: float
    at: float


def pulled(shown: ShownField) -> Pull:
    """The slider of a question that can be pulled."""
    low, high = shown.field.drag or (1.0, 1.0)
    measure = shown.field.measure
    unit, share = measure.shown if measure else "", 1.0
    if unit == "m" and in_gauge():
        unit, share = "ft", 1 / M_PER_FOOT
    tens = (math.log10(value * share) for value in (low, high, shown.value or low))
    return Pull(unit, *tens)


def _as_typed(question: Question, text: str, value: Any) -> tuple[str, str]:
    """A value as it was typed, with its note; nothing where the text reads as another value."""
    if not text or question.reads != "quantity" or not isinstance(value, float | int):
        return "", ""
    try:
        found, note = read_answer(as_here(question), text)
    except Refused:
        return "", ""
    if found is None or not math.isclose(found, value, rel_tol=1e-9):
        return "", ""
    return text, note


def _fault_words(question: Question, text: str) -> str:
    try:
        read_answer(as_here(question), text)
    except Refused as refused:
        return say(refused.faults[0])
    return ""


def say(fault: Fault) -> str:
    """A fault as a sentence: what was wrong, and what would do."""
    problem = fault.problem[0].upper() + fault.problem[1:]
    return f"{problem}. What would do: {fault.fix}."
