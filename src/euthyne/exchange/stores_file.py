"""Stores as an open JSON document: out, and in with every fault listed."""

import json
from dataclasses import dataclass
from functools import cache
from typing import TYPE_CHECKING, Literal

from euthyne.core.stores.stock import Stock
from euthyne.exchange.reading import adapter_for, parse_json, read, refuse_newer

if TYPE_CHECKING:
    from pydantic import TypeAdapter


@dataclass(frozen=True)
class StoresFile:
    """The document: what it is, its version, everything on hand."""

    format: Literal["euthyne-stores"]  # what this document is
    version: Literal[1]  # of its format
    stock: tuple[Stock, ...]  # everything on hand


@cache
def adapter() -> "TypeAdapter[StoresFile]":
    """The document model; also publishes its JSON Schema."""
    return adapter_for(StoresFile)


def write_stores(stock: tuple[Stock, ...]) -> str:
    """The document of what is on hand, as text that reads well."""
    document = adapter().dump_python(StoresFile("euthyne-stores", 1, stock), mode="json")
    return json.dumps(document, indent=1, ensure_ascii=False) + "\n"


def read_stores(text: str | bytes) -> tuple[Stock, ...]:
    """What is on hand, from JSON text. Raises Refused listing every fault with its path."""
    document = parse_json(text)
    refuse_newer(document)
    return read(adapter(), document).stock
