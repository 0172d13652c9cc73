"""Reading the reference tables that lie beside this file."""

import csv
import tomllib
from functools import cache
from importlib.resources import files
from typing import Any

from euthyne.data.schema import TableError, check_rows

__all__ = ["TableError", "records", "rows", "toml"]


@cache
def rows(name: str) -> tuple[dict[str, str], ...]:
    """Rows of a CSV table, in file order.

    Parameters: name, the file's name, for instance ``"ratings.csv"``.
    Returns: one dict a row, every value as text.
    Raises: TableError when a row has no source, or a cell is not what its column holds.
    """
    with (files("euthyne.data") / name).open(encoding="utf-8") as handle:
        table = tuple(csv.DictReader(handle))
    for number, row in enumerate(table, start=2):
        if None in row or None in row.values() or not row.get("source"):
            raise TableError(f"{name} line {number}: a cell or the source is missing")
    check_rows(name, table)
    return table


@cache
def toml(name: str) -> dict[str, Any]:
    """A TOML table; every top-level table must carry a source.

    Raises: TableError when a table has no source.
    """
    return _with_sources(name, _parsed(name))


@cache
def records(name: str, kind: str, *, optional: bool = False) -> dict[str, Any]:
    """Records of one kind of a TOML table that holds several, as ``[kind.name]``; each must carry a
    source.

    Raises: TableError when a record has no source, or there are none of that kind and it is not
    optional.
    """
    if kind not in _parsed(name):
        if optional:
            return {}
        raise TableError(f"{name}: there is no {kind}")
    return _with_sources(f"{name}, {kind}", _parsed(name)[kind])


@cache
def _parsed(name: str) -> dict[str, Any]:
    with (files("euthyne.data") / name).open("rb") as handle:
        return tomllib.load(handle)


def _with_sources(where: str, tables: dict[str, Any]) -> dict[str, Any]:
    for key, table in tables.items():
        if not isinstance(table, dict) or not table.get("source"):
            raise TableError(f"{where}, table {key}: the source is missing")
    return tables
