"""Reading a JSON document into core values, listing every fault with its path."""

import json
from collections.abc import Hashable
from contextvars import ContextVar
from dataclasses import fields
from functools import cache
from typing import TYPE_CHECKING, Any, TypeVar, cast

from euthyne.core.kinds import KINDS
from euthyne.core.lead import Brief
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.worded import WillNotDo

if TYPE_CHECKING:
    from pydantic import GetCoreSchemaHandler, TypeAdapter, ValidationError
    from pydantic_core import CoreSchema, ErrorDetails

T = TypeVar("T")
STRICT = {"extra": "forbid", "allow_inf_nan": False}
# Fields that documents had and that nothing asks for any more, each with what it stands in.
GONE = {("build", "rule"), ("proof", "rule"), ("threaded", "since")}
# Every Brief that a kind brings, by its name, and which kind the lead of the document at hand is of.
BRIEFS: dict[str, type[Brief]] = {Brief.__name__: Brief}
BRIEFS |= {kind.brief.__name__: kind.brief for kind in KINDS.values()}
_kind_at_hand: ContextVar[str] = ContextVar("kind_at_hand", default="")


def adapter_for(cls: type[T]) -> "TypeAdapter[T]":
    """A document model of a core dataclass: unknown fields refused, no infinities, inner
    dataclasses alike; made once for each.
    """
    model: TypeAdapter[T] = _model(cast(Hashable, cls))
    return model


@cache
def _model(cls: Any) -> "TypeAdapter[Any]":
    from pydantic import TypeAdapter

    cls.__pydantic_config__ = STRICT
    Brief.__get_pydantic_core_schema__ = classmethod(_brief_schema)  # type: ignore[attr-defined]
    return TypeAdapter(cls)


def _brief_schema(cls: type[Brief], source: Any, handler: "GetCoreSchemaHandler") -> "CoreSchema":
    """The model of a Brief: the one that the kind of its lead brings."""
    from pydantic_core import core_schema

    if cls is not Brief:
        return handler(source)
    own = {name: handler.generate_schema(one) for name, one in BRIEFS.items() if one is not Brief}
    return core_schema.tagged_union_schema({Brief.__name__: handler(source), **own}, _brief_name)


def _brief_name(brief: Any) -> str:
    if isinstance(brief, Brief):
        return type(brief).__name__
    return _brief_of(_kind_at_hand.get()).__name__


def _brief_of(kind: Any) -> type[Brief]:
    """The Brief of a kind; that of all where nobody knows the kind, which is a fault of its own."""
    if isinstance(kind, str) and kind in KINDS:
        return KINDS[kind].brief
    return Brief


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
    _share_brief(schema["$defs"])
    return schema


def _share_brief(models: dict[str, Any]) -> None:
    """The fields of all Briefs are said once, in that of all leads; the others say their own."""
    shared = models.get(Brief.__name__)
    if shared is None:
        return
    ref = {"$ref": f"#/$defs/{Brief.__name__}"}
    closed = {"unevaluatedProperties": False}
    del shared["additionalProperties"]  # or no Brief with more fields could be one of these
    choices = models["Lead"]["properties"]["brief"]["oneOf"]
    choices[choices.index(ref)] = {**ref, **closed}
    for name in BRIEFS.keys() - {Brief.__name__}:
        own, known = models[name], shared["properties"]
        own["properties"] = {k: v for k, v in own["properties"].items() if k not in known}
        del own["additionalProperties"]
        own |= {"allOf": [ref], **closed}


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

    lead = _lead_in(document)
    at_hand = _kind_at_hand.set(str(lead.get("kind", "")))
    try:
        return adapter.validate_json(json.dumps(_still_asked(document)), strict=True)
    except ValidationError as error:
        raise Refused(*_faults(error)) from error
    finally:
        _kind_at_hand.reset(at_hand)


def _lead_in(document: dict[str, Any]) -> dict[str, Any]:
    """The lead of a document, or the document where it is a lead itself."""
    lead = document.get("lead", document)
    return lead if isinstance(lead, dict) else {}


def _of_other_kinds(lead: dict[str, Any]) -> set[str]:
    """The fields that only other kinds are asked. Documents written before a kind brought its own had
    all of them, and what stands in them was read by nothing.
    """
    known = {f.name for cls in BRIEFS.values() for f in fields(cls)}
    return known - {f.name for f in fields(_brief_of(lead.get("kind")))}


def _still_asked(value: Any, within: str = "") -> Any:
    """A document without what is gone; ``within`` is the field it stands in. What was sealed stays."""
    if within == "record":
        return value
    if isinstance(value, dict):
        other = _of_other_kinds(value) if isinstance(value.get("brief"), dict) else ()
        if other:
            brief = {k: v for k, v in value["brief"].items() if k not in other}
            value = {**value, "brief": brief}
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
    path = ".".join(str(part) for part in detail["loc"] if part not in BRIEFS)
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
