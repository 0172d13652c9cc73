"""Reading a JSON document into core values, listing every fault with its path."""

import json
from typing import TYPE_CHECKING, Any, TypeVar

from euthyne.core.kinds import KINDS
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.worded import WillNotDo

if TYPE_CHECKING:
    from pydantic import TypeAdapter, ValidationError
    from pydantic_core import ErrorDetails

T = TypeVar("T")
STRICT = {"extra": "forbid", "allow_inf_nan": False}
# Fields that documents had and that nothing asks for any more, each with what it stands in.
GONE = {("build", "rule"), ("proof", "rule"), ("threaded", "since")}


def adapter_for(cls: type[T]) -> "TypeAdapter[T]":
    """A document model of a core dataclass: unknown fields refused, no infinities, inner
    dataclasses alike.
    """
    from pydantic import TypeAdapter

    cls.__pydantic_config__ = STRICT  # type: ignore[attr-defined]
    return TypeAdapter(cls)


def schema_of(adapter: "TypeAdapter[Any]") -> dict[str, Any]:
    """The JSON Schema of a document, with the names that the shelf and the kinds of lead know as
    its choices.
    """
    schema: dict[str, Any] = adapter.json_schema()
    known = {("Lead", "kind"): list(KINDS), ("Part", "joint"): list(TERMINATIONS)}
    for (model, name), choices in known.items():
        field = schema["$defs"].get(model, {}).get("properties", {}).get(name)
        if field is not None:
            field.pop("maxLength", None)
            field.pop("minLength", None)
            field["enum"] = choices
    return schema


def parse_json(text: str | bytes) -> dict[str, Any]:
    """The document as a dict. Raises Refused when it is no JSON object."""
    try:
        found = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise Refused(Fault("", f"this is not JSON: {error}", "a JSON object")) from error
    if not isinstance(found, dict):
        raise Refused(Fault("", "this is JSON, but not an object", "an object in braces"))
    return found


def refuse_newer(document: dict[str, Any], version: int = 1) -> None:
    """Raise Refused for a document whose version is newer than this program knows."""
    given = document.get("version")
    if isinstance(given, int) and given > version:
        problem = f"version {given} is newer than this program knows"
        raise Refused(Fault("version", problem, f"version {version}, or a newer Euthyne"))


def read(adapter: "TypeAdapter[T]", document: dict[str, Any]) -> T:
    """Validate a document, what it had before passed over. Raises Refused with one fault for each wrong
    field.
    """
    from pydantic import ValidationError

    try:
        return adapter.validate_json(json.dumps(_still_asked(document)), strict=True)
    except ValidationError as error:
        raise Refused(*_faults(error)) from error


def _still_asked(value: Any, within: str = "") -> Any:
    """A document without what is gone; ``within`` is the field it stands in. What was sealed stays."""
    if within == "record":
        return value
    if isinstance(value, dict):
        return {k: _still_asked(v, k) for k, v in value.items() if (within, k) not in GONE}
    if isinstance(value, list):
        return [_still_asked(one, within) for one in value]
    return value


def _faults(error: "ValidationError") -> list[Fault]:
    seen: dict[str, Fault] = {}
    for detail in error.errors(include_url=False):
        fault = _fault(detail)
        seen.setdefault(fault.field, fault)
    return list(seen.values())


def _fault(detail: "ErrorDetails") -> Fault:
    path = ".".join(str(part) for part in detail["loc"])
    context = detail.get("ctx", {})
    given = detail["input"]
    match detail["type"]:
        case "missing":
            return Fault(path, "it is missing", "give it")
        case "unexpected_keyword_argument" | "extra_forbidden":
            return Fault(path, "no such field is known", "take it out, or mend its name")
        case "greater_than":
            return Fault(path, f"{given} is too small", f"more than {context['gt']:g}")
        case "greater_than_equal":
            return Fault(path, f"{given} is too small", f"{context['ge']:g} or more")
        case "less_than_equal":
            return Fault(path, f"{given} is too large", f"{context['le']:g} at most")
        case "literal_error":
            return Fault(
                path, f"{given!r} is not one of the choices", f"one of: {context['expected']}"
            )
        case "value_error" if isinstance(context["error"], WillNotDo):
            return Fault(path, context["error"].problem, context["error"].fix)
    wanted = {
        "float": "a number",
        "int": "a whole number",
        "bool": "true or false",
        "string": "text in quotes",
    }
    kind = next(
        (words for start, words in wanted.items() if detail["type"].startswith(start)), None
    )
    return Fault(path, f"{_short(given)} will not do", kind or detail["msg"])


def _short(given: Any) -> str:
    text = json.dumps(given, default=str)
    if len(text) <= 40:
        return text
    return text[:37] + "..."
