"""A table of this folder as values of a class: every key that the class has and no other, each of its type
and within the bounds written at its field.
"""

import math
from collections.abc import Callable
from functools import cache
from typing import Annotated, Any, TypeVar, get_args, get_origin

from euthyne.data.tables import TableError, records, toml

Shape = TypeVar("Shape")


@cache
def typed(name: str, shape: type[Shape]) -> Shape:
    """A whole TOML table as one value, a field of it each section.

    Parameters: name of the file; shape, a frozen dataclass whose fields may say bounds with annotated-types.
    Raises: TableError naming the file and every place that is wrong in it.
    """
    return _structured(name, toml(name), shape)


@cache
def each(name: str, shape: type[Shape]) -> dict[str, Shape]:
    """The sections of a TOML table, all of one shape, by their names. Raises: TableError."""
    return {key: _structured(f"{name}, {key}", own, shape) for key, own in toml(name).items()}


def each_record(name: str, kind: str, shape: type[Shape]) -> dict[str, Shape]:
    """The records of one kind of a TOML table that holds several, by their names. Raises: TableError."""
    found = records(name, kind)
    return {key: _structured(f"{name}, {kind} {key}", own, shape) for key, own in found.items()}


def _structured(where: str, record: dict[str, Any], shape: type[Shape]) -> Shape:
    from cattrs import BaseValidationError, transform_error

    try:
        found: Shape = _converter().structure(record, shape)
        return found
    except BaseValidationError as error:
        faults = transform_error(error, path="", format_exception=_words)
        raise TableError(f"{where}: {'; '.join(map(_place_first, faults))}") from error


def _place_first(fault: str) -> str:
    """``it is missing @ .poles.lug_fail`` as it is said here."""
    words, _, place = fault.rpartition(" @ ")
    return f"{place.removeprefix('.')}: {words}"


def _words(error: BaseException, wanted: Any) -> str:
    """What is wrong, in words."""
    if isinstance(error, KeyError):
        return "it is missing"
    return str(error)


@cache
def _converter() -> Any:
    """What makes records into values: nothing is taken for what it is not, nothing unknown is passed over."""
    from cattrs import Converter

    made = Converter(forbid_extra_keys=True)
    made.register_structure_hook(float, _number)
    made.register_structure_hook(int, _whole)
    made.register_structure_hook(bool, _yes_or_no)
    made.register_structure_hook(str, _text)
    made.register_structure_hook_factory(_has_bounds, _bounded)
    return made


def _has_bounds(annotated: Any) -> bool:
    return get_origin(annotated) is Annotated


def _number(value: Any, _: Any) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
        raise ValueError(f"{value!r} is no number")
    return float(value)


def _whole(value: Any, _: Any) -> int:
    if isinstance(value, bool) or not isinstance(value, int):
        raise ValueError(f"{value!r} is no whole number")
    return value


def _yes_or_no(value: Any, _: Any) -> bool:
    if not isinstance(value, bool):
        raise ValueError(f"{value!r} is neither true nor false")
    return value


def _text(value: Any, _: Any) -> str:
    if not isinstance(value, str):
        raise ValueError(f"{value!r} is no text")
    return value


# Names of annotated-types' bounds, what they hold, and how that is said.
BOUNDS: dict[str, tuple[Callable[[Any, Any], bool], str]] = {
    "gt": (lambda value, bound: value > bound, "more than"),
    "ge": (lambda value, bound: value >= bound, "at least"),
    "lt": (lambda value, bound: value < bound, "less than"),
    "le": (lambda value, bound: value <= bound, "at most"),
    "min_length": (lambda value, bound: len(value) >= bound, "of a length of at least"),
}


def _bounded(annotated: Any) -> Callable[[Any, Any], Any]:
    """The hook of a type with bounds."""
    inner, *bounds = get_args(annotated)

    def structure(value: Any, _: Any) -> Any:
        found = _converter().structure(value, inner)
        for bound in bounds:
            for name, (holds, words) in BOUNDS.items():
                limit = getattr(bound, name, None)
                if limit is not None and not holds(found, limit):
                    raise ValueError(f"{value!r} is not {words} {limit:g}")
        return found

    return structure
