"""A part of one's own as an open JSON document: out, and in again with every fault listed."""

import json
from dataclasses import dataclass
from functools import cache
from typing import TYPE_CHECKING, Literal

from euthyne.core.shelf.faults import faults_of
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import tell
from euthyne.exchange.reading import adapter_for, parse_json, read, refuse_newer

if TYPE_CHECKING:
    from pydantic import TypeAdapter


@dataclass(frozen=True)
class PartFile:
    """The document: what it is, its version, the part."""

    format: Literal["euthyne-part"]  # what this document is
    version: Literal[1]  # of its format
    part: Part  # the part


@cache
def adapter() -> "TypeAdapter[PartFile]":
    """The document model; also publishes its JSON Schema."""
    return adapter_for(PartFile)


def write_part(part: Part) -> str:
    """The document of a part, as text that reads well."""
    document = adapter().dump_python(PartFile("euthyne-part", 1, part), mode="json")
    return tell(json.dumps(document, indent=2, ensure_ascii=False), "metric") + "\n"


def kept_part(text: str | bytes) -> Part:
    """A part as it was kept, whatever the shelf has by now. Raises Refused."""
    return read(adapter(), parse_json(text)).part


def read_part(text: str | bytes) -> Part:
    """A part from JSON text. Raises Refused listing every fault with its path."""
    document = parse_json(text)
    refuse_newer(document)
    part = read(adapter(), document).part
    faults = faults_of(part)
    if part.id in shelf():
        faults.append(
            Fault(
                "part.id",
                f"{part.id} is on the shelf already",
                "another id; it may say what it corrects",
            )
        )
    if faults:
        raise Refused(*faults)
    return part
