"""What each field of a document means: the comment that stands beside it in the program."""

import ast
import inspect
import io
import sys
import textwrap
import tokenize
from dataclasses import is_dataclass
from functools import cache
from typing import Any


def with_meanings(schema: dict[str, Any]) -> dict[str, Any]:
    """A JSON Schema with the meaning of each field, where the program says one.

    Parameters: schema; its objects are named as the classes they are of, and no two classes share a name.
    """
    classes = _classes()
    for name, told in {schema.get("title", ""): schema, **schema.get("$defs", {})}.items():
        cls = classes.get(name)
        if cls is None:
            continue
        meanings = meanings_of(cls)
        for field, said in told.get("properties", {}).items():
            if field in meanings:
                said["description"] = meanings[field]
    return schema


def _classes() -> dict[str, type]:
    """Every class of the program that is only values, by its name."""
    return {
        name: one
        for module in [m for n, m in sorted(sys.modules.items()) if n.startswith("euthyne.")]
        for name, one in vars(module).items()
        if isinstance(one, type) and is_dataclass(one)
    }


@cache
def meanings_of(cls: type) -> dict[str, str]:
    """The comment of each field of a class and of those it builds on, behind it or on the lines above it.

    Raises: OSError where the source is not there.
    """
    above = [meanings_of(base) for base in reversed(cls.__mro__[1:]) if is_dataclass(base)]
    return {name: said for each in (*above, _own_meanings(cls)) for name, said in each.items()}


def _own_meanings(cls: type) -> dict[str, str]:
    source = textwrap.dedent(inspect.getsource(cls))
    lines = source.splitlines()
    comments = {
        token.start[0]: token.string.lstrip("# ")
        for token in tokenize.generate_tokens(io.StringIO(source).readline)
        if token.type == tokenize.COMMENT
    }
    found: dict[str, str] = {}
    (told,) = ast.parse(source).body
    for one in told.body if isinstance(told, ast.ClassDef) else ():
        if not (isinstance(one, ast.AnnAssign) and isinstance(one.target, ast.Name)):
            continue
        first = one.lineno
        while first - 1 in comments and lines[first - 2].lstrip().startswith("#"):
            first -= 1
        within = range(first, (one.end_lineno or one.lineno) + 1)
        if said := " ".join(comments[n] for n in within if n in comments):
            found[one.target.id] = said
    return found
