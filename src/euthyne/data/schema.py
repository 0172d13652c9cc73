"""What every row of a reference table must be: its columns, what they hold, and which of them name
it.
"""

import itertools
import re
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass


class TableError(Exception):
    """A reference table is damaged: the file, the row, and what is wrong with it."""


Cell = Callable[[str], bool]


def _number(text: str) -> bool:
    return re.fullmatch(r"-?\d+(\.\d+)?", text) is not None


def above_nothing(text: str) -> bool:
    """A number above nothing."""
    return _number(text) and float(text) > 0


def nothing_or_more(text: str) -> bool:
    """A number, nothing or more."""
    return _number(text) and float(text) >= 0


def any_text(text: str) -> bool:
    """Any text, none too."""
    return isinstance(text, str)


def some_text(text: str) -> bool:
    """Some text."""
    return bool(text.strip())


def share(text: str) -> bool:
    """A share of one."""
    return above_nothing(text) and float(text) <= 1


def volts(text: str) -> bool:
    """Volts as a sheet writes them: 250, 125/250, 380-415, 1500 DC, 600 or 1000 DC, 100/100 (150
    DC).
    """
    number = r"\d+(\.\d+)?"
    return (
        re.fullmatch(
            rf"{number}([/-]{number})?( \({number} DC\))?|{number}( or {number})* DC", text
        )
        is not None
    )


def size(text: str) -> bool:
    """A conductor size, metric or gauge."""
    return re.fullmatch(r"\d+(\.\d+)?|[1-4]/0", text) is not None


def make_up(text: str) -> bool:
    """Cores and size of a cable: 3G1.5, 2x0.75, or by gauge 14/3, a single 2/0 AWG."""
    return re.fullmatch(r"\d+[Gx]\d+(\.\d+)?|\d+/\d+|(\d+|[1-4]/0) AWG", text) is not None


def count(text: str) -> bool:
    """A whole number, or any."""
    return text == "any" or text.isdigit()


def ascending(text: str) -> bool:
    """Numbers, each above the one before."""
    words = text.split()
    if not words or not all(above_nothing(w) for w in words):
        return False
    return all(float(a) < float(b) for a, b in itertools.pairwise(words))


def one_of(*choices: str) -> Cell:
    """One of some words."""

    def chosen(text: str) -> bool:
        return text in choices

    chosen.__doc__ = f"One of: {', '.join(choices)}."
    return chosen


KINDS = one_of("AC", "DC", "AC/DC")
UNITS = one_of("mm2", "AWG")


@dataclass(frozen=True)
class TableShape:
    """A table's columns but its source, those that name a row, and pairs whose first may not exceed
    the second.
    """

    columns: Mapping[str, Cell]
    names: tuple[str, ...]
    ordered: tuple[tuple[str, str], ...] = ()


ROWS: dict[str, TableShape] = {
    "cord-sets.csv": TableShape(
        {"coupler_amps": above_nothing, "up_to_m": above_nothing, "least_mm2": above_nothing},
        ("coupler_amps", "up_to_m"),
    ),
    "breaker-let-through.csv": TableShape(
        {"curve": one_of("B", "C", "D"), "up_to_amps": above_nothing, "a2s": above_nothing},
        ("curve", "up_to_amps"),
    ),
    "cable-diameters.csv": TableShape(
        {
            "cable_type": some_text,
            "make_up": make_up,
            "od_min_mm": above_nothing,
            "od_max_mm": above_nothing,
        },
        ("cable_type", "make_up"),
        (("od_min_mm", "od_max_mm"),),
    ),
    "cable-types.csv": TableShape(
        {
            "cable_type": some_text,
            "words": some_text,
            "basis": any_text,
            "outdoor": one_of("yes", "no"),
            "sheath": some_text,
            "insulation": one_of("PVC", "rubber", "cross-linked"),
            "screened": one_of("yes", "no"),
            "volts": volts,
            "max_conductor_c": above_nothing,
            "note": any_text,
            "use": some_text,
        },
        ("cable_type",),
    ),
    "clearing-times.csv": TableShape(
        {"up_to_volts": above_nothing, "seconds": above_nothing, "rod_seconds": above_nothing},
        ("up_to_volts",),
    ),
    "conductors-metric.csv": TableShape(
        {
            "cross_section_mm2": above_nothing,
            "r20_plain_ohm_per_km": above_nothing,
            "r20_tinned_ohm_per_km": above_nothing,
            "max_strand_mm": above_nothing,
            "usual_strands": some_text,
        },
        ("cross_section_mm2",),
        (("r20_plain_ohm_per_km", "r20_tinned_ohm_per_km"),),
    ),
    "derating.csv": TableShape(
        {"kind": some_text, "count": count, "factor": share}, ("kind", "count")
    ),
    "fuse-curves.csv": TableShape(
        {
            "family": some_text,
            "up_to_amps": above_nothing,
            "multiple": above_nothing,
            "seconds": above_nothing,
        },
        ("family", "up_to_amps", "multiple"),
    ),
    "fuses.csv": TableShape(
        {
            "family": some_text,
            "words": some_text,
            "volts": above_nothing,
            "kind": KINDS,
            "breaking_capacity_ka": above_nothing,
            "amps": ascending,
        },
        ("family",),
    ),
    "heat-shrink.csv": TableShape(
        {
            "ratio": some_text,
            "adhesive": one_of("yes", "no"),
            "expanded_mm": above_nothing,
            "recovered_mm": above_nothing,
        },
        ("ratio", "expanded_mm"),
        (("recovered_mm", "expanded_mm"),),
    ),
    "insulated-terminals.csv": TableShape(
        {"colour": some_text, "min_mm2": above_nothing, "max_mm2": above_nothing, "awg": some_text},
        ("colour",),
        (("min_mm2", "max_mm2"),),
    ),
    "lugs.csv": TableShape(
        {
            "size": size,
            "unit": UNITS,
            "bore_mm": above_nothing,
            "outside_mm": above_nothing,
            "barrel_mm": above_nothing,
            "die_code": some_text,
        },
        ("size", "unit"),
        (("bore_mm", "outside_mm"),),
    ),
    "materials.csv": TableShape(
        {
            "metal": some_text,
            "rho20_ohm_mm2_per_m": above_nothing,
            "density_g_cm3": above_nothing,
            "alpha20_per_k": above_nothing,
        },
        ("metal",),
    ),
    "pull-out.csv": TableShape(
        {"scheme": some_text, "size": size, "unit": UNITS, "newtons": above_nothing},
        ("scheme", "size", "unit"),
    ),
    "ratings.csv": TableShape(
        {
            "basis": some_text,
            "size": size,
            "unit": UNITS,
            "loaded_conductors": one_of("1", "2", "3"),
            "amps": above_nothing,
        },
        ("basis", "size", "unit", "loaded_conductors"),
    ),
    "stud-holes.csv": TableShape(
        {"stud": some_text, "stud_mm": above_nothing, "hole_mm": above_nothing},
        ("stud",),
        (("stud_mm", "hole_mm"),),
    ),
}


def check_rows(name: str, table: Iterable[Mapping[str, str]]) -> None:
    """Hold every row of a table to what it must be.

    Parameters: name of the file; its rows as text. Raises: TableError naming file, line and column.
    """
    wanted = ROWS.get(name)
    if wanted is None:
        raise TableError(f"{name}: nothing says what its columns hold")
    seen: dict[tuple[str, ...], int] = {}
    for line, row in enumerate(table, start=2):
        _check_cells(f"{name} line {line}", row, wanted)
        key = tuple(row[c] for c in wanted.names)
        if key in seen:
            raise TableError(f"{name} line {line}: {' '.join(key)} stands in line {seen[key]} too")
        seen[key] = line


def _check_cells(where: str, row: Mapping[str, str], wanted: TableShape) -> None:
    for column in row.keys() - wanted.columns.keys() - {"source"}:
        raise TableError(f"{where}: no column {column!r} is known")
    for column, fits in wanted.columns.items():
        if column not in row:
            raise TableError(f"{where}: the column {column!r} is missing")
        if not fits(row[column]):
            meaning = (fits.__doc__ or "").strip().rstrip(".").lower()
            raise TableError(f"{where}: {column} is {row[column]!r}, wanted: {meaning}")
    for low, high in wanted.ordered:
        if float(row[low]) > float(row[high]):
            raise TableError(f"{where}: {low} {row[low]} is above {high} {row[high]}")


def check_keys(
    where: str, table: Mapping[str, object], needed: Iterable[str], optional: Iterable[str] = ()
) -> None:
    """Hold the keys of a table to those that are read.

    Raises: TableError naming the place and the key.
    """
    needed, allowed = set(needed), {*needed, *optional}
    for key in table:
        if key not in allowed:
            raise TableError(f"{where}: no key {key!r} is read by anything")
    for key in sorted(needed - set(table)):
        raise TableError(f"{where}: {key!r} is missing")
