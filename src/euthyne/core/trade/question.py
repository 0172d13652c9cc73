"""What is asked of a person: a question, how its answer is read, and how a value is written back."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date
from functools import cached_property
from typing import Any, Literal

from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import VOLTS, Measure, read_quantity, read_whole
from euthyne.core.trade.sizes import in_gauge_first, read_size
from euthyne.core.trade.waywords import read_ways
from euthyne.core.trade.wire import Size, size_named

# Letters of an answer, whatever is asked.
LONGEST = 1000
Reads = Literal["quantity", "choice", "date", "whole", "text", "size", "size-name", "ways"]


@dataclass(frozen=True)
class Question:
    """A question: the path of its value in what is asked about, its words, and how an answer is
    read.

    ``measure`` of a quantity; ``choices`` as (value, words), and ``heads`` the heading each stands
    under, where they have any; ``bounds`` of a whole number, or of
    the letters of a text; ``drag`` the least and most it may be pulled to; ``of_volts`` the supply
    a loss may also be given in volts of.
    """

    path: str
    label: str
    reads: Reads = "quantity"
    measure: Measure | None = None
    choices: tuple[tuple[Any, str], ...] = ()
    hint: str = ""
    optional: bool = False
    bounds: tuple[int, int] = (0, 0)
    drag: tuple[float, float] | None = None
    of_volts: float | None = None
    heads: tuple[str, ...] = ()
    expert: bool = False  # it stands under More, with what is taken instead
    gauge: bool = False  # asked on a bench in gauge and feet: what a bare number is there

    def __hash__(self) -> int:
        """Of its path alone: pages are remembered by their questions, and choices are many."""
        return hash(self.path)

    @cached_property
    def options(self) -> tuple[tuple[str, str], ...]:
        """The choices as (text, words), the text being what an answer says."""
        return tuple((written(value), words) for value, words in self.choices)

    @cached_property
    def groups(self) -> tuple[tuple[str, tuple[tuple[str, str], ...]], ...]:
        """The options under their headings, in the order they first come; one without a heading
        where there are none.
        """
        found: dict[str, list[tuple[str, str]]] = {}
        for head, option in zip(self.heads or ("",) * len(self.options), self.options, strict=True):
            found.setdefault(head, []).append(option)
        return tuple((head, tuple(under)) for head, under in found.items())


def written(value: Any, question: Question | None = None) -> str:
    """A value as an answer that reads back as it.

    Parameters: value; question, for the unit of its measure. Returns: text, empty for None.

    >>> written(True), written(2.50), written(None)
    ('yes', '2.5', '')
    """
    if value is None:
        return ""
    if isinstance(value, bool):
        if value:
            return "yes"
        return "no"
    if isinstance(value, float):
        unit = ""
        if question and question.measure:
            unit = f" {question.measure.shown}"
        return f"{value:g}{unit}"
    return str(value)


def read_answer(question: Question, text: str) -> tuple[Any, str]:
    """The value of an answer, and a note where it was not read as it stands.

    Parameters: question; text as it was typed. Returns: (value, note); for an empty answer
    that may be left out None, of words no words.
    Raises: Refused with what would do.

    >>> read_answer(Question("n", "Cells", "whole", bounds=(1, 64)), " 3 ")
    (3, '')
    """
    text = text.strip()
    if len(text) > LONGEST:
        problem = f"{len(text)} letters are more than any answer has"
        raise Refused(Fault(question.path, problem, f"{LONGEST} at most"))
    if not text and question.optional:
        return ("" if question.reads in ("text", "ways") else None), ""
    match question.reads:
        case "quantity":
            return _quantity(question, text)
        case "whole":
            low, high = question.bounds
            return read_whole(
                text=text, low=low, high=high, field=question.path, word=question.label.lower()
            ), ""
        case "choice":
            return _choice(question, text), ""
        case "size":
            return _size(question, _meant(question, text))
        case "size-name":
            return _size_name(question, _meant(question, text))
        case "date":
            return _date(question, text), ""
        case "text":
            return _words(question, text), ""
        case "ways":
            return read_ways(text, question.path), ""


def _quantity(question: Question, text: str) -> tuple[float, str]:
    if question.measure is None:
        raise TypeError(f"{question.path} is a quantity of nothing")
    if question.of_volts and text.lower().endswith("v"):
        return _share_of_volts(question, text, question.of_volts)
    entry = read_quantity(text, question.measure, question.path, question.gauge)
    return entry.value, entry.echo


def _share_of_volts(question: Question, text: str, volts: float) -> tuple[float, str]:
    """A loss typed in volts, as percent of the supply. Raises Refused."""
    lost = read_quantity(text, replace(VOLTS, low=0.01), question.path).value
    if lost >= volts:
        problem = f"{lost:g} V is all there is"
        raise Refused(Fault(question.path, problem, f"less than the {volts:g} V of the supply"))
    share = lost / volts * 100
    return share, f"read as {share:.3g} % of {volts:g} V"


def _meant(question: Question, text: str) -> str:
    return in_gauge_first(text, question.path) if question.gauge else text


def _size(question: Question, text: str) -> tuple[Size, str]:
    """A size, and how it was read where that is not as it was typed."""
    name, note = _size_name(question, text)
    return size_named(name), note


def _size_name(question: Question, text: str) -> tuple[str, str]:
    """The name of a size, and what of a make-up was read."""
    name = read_size(text, question.path).name
    typed = text.lower().replace(" ", "").replace(",", ".")
    as_typed = name.lower().replace(" ", "").startswith(typed)
    return name, "" if as_typed else f"read as {name.replace('mm2', 'mm²')}"


def _choice(question: Question, text: str) -> Any:
    for value, _ in question.choices:
        if written(value) == text:
            return value
    problem = f"{text!r} is not one of the choices"
    raise Refused(Fault(question.path, problem, "one of those listed"))


def _date(question: Question, text: str) -> str:
    try:
        return date.fromisoformat(text).isoformat()
    except ValueError:
        problem = f"{text!r} is not a date"
        raise Refused(Fault(question.path, problem, "a day such as 2026-12-03")) from None


def _words(question: Question, text: str) -> str:
    fewest, most = question.bounds
    if len(text) > most:
        raise Refused(Fault(question.path, f"{len(text)} letters are too many", f"{most} at most"))
    if len(text) < fewest:
        raise Refused(Fault(question.path, "it is empty", "a few words"))
    return text


def read_answers(
    questions: tuple[Question, ...], answers: Mapping[str, str]
) -> tuple[dict[str, Any], dict[str, str]]:
    """Read every question that is answered.

    Parameters: questions; answers by path. Returns: values by path, and by path the answers that
    can not be read.
    """
    values: dict[str, Any] = {}
    unread: dict[str, str] = {}
    for question in questions:
        if question.path not in answers:
            continue
        text = answers[question.path]
        try:
            values[question.path], _ = read_answer(question, text)
        except Refused:
            unread[question.path] = text
    return values, unread
