"""Fields a person types into: reading them, keeping what could not be read, saying what was understood."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from datetime import date
from functools import cached_property
from typing import Any, Literal

from markupsafe import Markup, escape

from euthyne.core.lead import Lead, with_value
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import VOLTS, Measure, read_quantity, read_size, read_whole


@dataclass(frozen=True)
class Field:
    """A field: the path of its value in the lead, its label, and how it is read."""

    path: str
    label: str
    kind: Literal["quantity", "choice", "date", "whole", "text", "size", "size-name"] = "quantity"
    measure: Measure | None = None
    choices: tuple[tuple[Any, str], ...] = ()
    hint: str = ""
    optional: bool = False
    bounds: tuple[int, int] = (0, 0)
    drag: tuple[float, float] | None = None
    of_volts: float | None = None

    @property
    def id(self) -> str:
        """The id of its control."""
        return self.path.replace(".", "-")

    @cached_property
    def options(self) -> tuple[tuple[str, str], ...]:
        """The choices as a form carries them."""
        return tuple((_as_text(value), words) for value, words in self.choices)

    @cached_property
    def _written(self) -> tuple[tuple[str, str, str], ...]:
        return tuple((text, str(escape(text)), str(escape(words))) for text, words in self.options)

    def options_written(self, chosen: str) -> Markup:
        """The choices as HTML, one of them chosen."""
        lines = (
            f'<option value="{value}"{" selected" if text == chosen else ""}>{words}</option>'
            for text, value, words in self._written
        )
        return Markup("".join(lines))


@dataclass(frozen=True)
class Shown:
    """A field as it stands: its text, and the note at its side."""

    field: Field
    text: str
    note: str = ""
    bad: bool = False
    value: Any = None


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


def value_at(lead: Lead, path: str) -> Any:
    """The value of a path in a lead."""
    found: Any = lead
    for part in path.split("."):
        found = getattr(found, part)
    return found


def read_text(spec: Field, text: str) -> tuple[Any, str]:
    """The value of a text and a note of how it was understood. Raises Refused."""
    text = text.strip()
    if not text and spec.optional:
        return None, ""
    match spec.kind:
        case "quantity":
            assert spec.measure is not None
            if spec.of_volts and text.lower().rstrip().endswith("v"):
                return _share_of_volts(spec, text, spec.of_volts)
            entry = read_quantity(text, spec.measure, spec.path)
            return entry.value, entry.echo
        case "whole":
            return read_whole(text, *spec.bounds, spec.path, spec.label.lower()), ""
        case "choice":
            return _choice(spec, text), ""
        case "size":
            return read_size(text, spec.path), ""
        case "size-name":
            return _size_name(spec, text)
        case "date":
            return _date(spec, text), ""
    return _plain_text(spec, text), ""


def _share_of_volts(spec: Field, text: str, volts: float) -> tuple[float, str]:
    """A loss typed in volts, as percent of the supply. Raises Refused."""
    lost = read_quantity(text, replace(VOLTS, low=0.01), spec.path).value
    if lost >= volts:
        raise Refused(
            Fault(
                spec.path, f"{lost:g} V is all there is", f"less than the {volts:g} V of the supply"
            )
        )
    return lost / volts * 100, f"read as {lost / volts * 100:.3g} % of {volts:g} V"


def _size_name(spec: Field, text: str) -> tuple[str, str]:
    """A size, and what of a make-up was read."""
    name = read_size(text, spec.path).name
    plain = text.strip().lower().replace(" ", "").replace(",", ".")
    return name, "" if name.lower().replace(" ", "").startswith(
        plain
    ) else f"read as {name.replace('mm2', 'mm²')}"


def _choice(spec: Field, text: str) -> Any:
    for value, _ in spec.choices:
        if _as_text(value) == text:
            return value
    raise Refused(Fault(spec.path, f"{text!r} is not one of the choices", "one of those listed"))


def _date(spec: Field, text: str) -> str:
    try:
        return date.fromisoformat(text).isoformat()
    except ValueError:
        raise Refused(
            Fault(spec.path, f"{text!r} is not a date", "a day such as 2026-12-03")
        ) from None


def _plain_text(spec: Field, text: str) -> str:
    if len(text) > spec.bounds[1]:
        raise Refused(
            Fault(spec.path, f"{len(text)} letters are too many", f"{spec.bounds[1]} at most")
        )
    if len(text) < spec.bounds[0]:
        raise Refused(Fault(spec.path, "it is empty", "a few words"))
    return text


def read_form(specs: tuple[Field, ...], form: Mapping[str, str]) -> Entered:
    """Read the fields a form holds; those it does not hold stay as they are."""
    entered = Entered()
    for spec in specs:
        if spec.path not in form:
            continue
        text = form[spec.path]
        try:
            entered.values[spec.path], _ = read_text(spec, text)
            entered.typed[spec.path] = text.strip()
        except Refused:
            entered.drafts[spec.path] = text
    return entered


def put_in(lead: Lead, entered: Entered) -> Lead:
    """The lead with what was entered; texts are kept where they say more than the value."""
    typed = dict(lead.typed)
    for path, value in entered.values.items():
        lead = with_value(lead, path, value)
        typed.pop(path, None)
        typed = {k: t for k, t in typed.items() if not k.startswith(f"{path}.")}
        if path in entered.typed and isinstance(value, float) and entered.typed[path]:
            typed[path] = entered.typed[path]
    within = {k: t for k, t in entered.typed.items() if k not in entered.values}
    return replace(lead, typed=typed | within)


def without_typed(lead: Lead, paths: list[str]) -> Lead:
    """The lead with the typed texts of some paths forgotten, since their values were set another way."""
    return replace(lead, typed={k: v for k, v in lead.typed.items() if k not in paths})


def show_fields(
    specs: tuple[Field, ...], lead: Lead, drafts: Mapping[str, str]
) -> dict[str, Shown]:
    """Every field as it stands, with what was wrong or how it was understood, by path."""
    return {spec.path: _shown(spec, lead, drafts) for spec in specs}


def _shown(spec: Field, lead: Lead, drafts: Mapping[str, str]) -> Shown:
    if spec.path in drafts:
        return Shown(spec, drafts[spec.path], _fault_words(spec, drafts[spec.path]), bad=True)
    value = value_at(lead, spec.path)
    text = lead.typed.get(spec.path) or _as_text(value, spec)
    note = ""
    if spec.path in lead.typed:
        try:
            _, note = read_text(spec, text)
        except Refused:
            text = _as_text(value, spec)
    return Shown(spec, text, note, value=value)


def _fault_words(spec: Field, text: str) -> str:
    try:
        read_text(spec, text)
    except Refused as refused:
        return say(refused.faults[0])
    return ""


def say(fault: Fault) -> str:
    """A fault as a sentence: what was wrong, and what would do."""
    problem = fault.problem[0].upper() + fault.problem[1:]
    return f"{problem}. What would do: {fault.fix}."


def _as_text(value: Any, spec: Field | None = None) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        unit = f" {spec.measure.shown}" if spec and spec.measure else ""
        return f"{value:g}{unit}"
    return str(value)
