"""Connectors of many ways: every number of ways, both contacts and every make of a series, and their faces."""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from functools import cache
from itertools import product
from typing import Annotated, Any

from annotated_types import Ge, Gt, Le, MinLen

from euthyne.core.shelf.bodies import bodies
from euthyne.core.shelf.part import CONTACT_WORDS, Contact
from euthyne.data.tables import TableError
from euthyne.data.typed import each_record

Said = Annotated[str, MinLen(1)]
Millimetres = Annotated[float, Ge(0), Le(500)]
Amperes = Annotated[float, Gt(0), Le(200)]
Ways = Annotated[int, Ge(2), Le(40)]
FILE, SHIELD = "ways.toml", "S"
ROWS = 2  # rows of them, where nothing says how many lie in one
ONE_ROW = 3  # up to so many lie in one row
HOLE_MM = 2.6  # of a cavity with a wire seal, or of a pole that carries power
# mm from cavity to cavity along a row, from row to row, and of wall about them; generic
ALONG_MM, ACROSS_MM, WALL_MM, WALL_HIGH_MM = 4.2, 4.6, 8.0, 7.0
RING_MM, RING_WAYS = 4.2, 6  # the radius of a ring of so many; a larger one grows with its ways


@dataclass(frozen=True)
class MakeRecord:
    """How a core is ended in a connector, or how its back is covered: what is not as in the first make."""

    words: str  # what is said of it after the contacts; empty of the first
    source: Said
    joint: str = ""  # the termination
    body: str = ""  # how it is made up
    without: tuple[str, ...] = ()  # what its words may not speak of
    strip_mm: tuple[float, ...] = ()  # mm of bare copper, least and most
    wings_mm: tuple[float, ...] = ()  # mm of an open barrel, along its wire
    comes_out: str = ""  # how a contact is got out again
    at_landing: str = ""  # what else is said where a core is ended
    kit: tuple[str, ...] = ()  # what else is laid out with it


@dataclass(frozen=True)
class ContactRecord:
    """The contacts of one half."""

    contact: Contact
    finger_safe: Said
    pin_mm: Millimetres
    named: str = ""  # in the name of a part, where not by its contact
    words: str | None = None  # what is said of it, where not its contacts


@dataclass(frozen=True)
class SizeRecord:
    """Numbers of ways that are alike."""

    ways: Annotated[tuple[Ways, ...], MinLen(1)]
    face: str = ""  # where its cavities lie in no plain rows and no ring
    ring: bool = False  # True where they lie on a ring, from the key clockwise
    per_row: Annotated[int, Ge(0), Le(20)] = 0  # in one row; 0 for two rows, one up to three ways
    amps: Amperes | None = None
    terminal_mm2: tuple[float, ...] = ()
    height_mm: Millimetres | None = None


@dataclass(frozen=True)
class SeriesRecord:
    """Connectors that differ by their ways."""

    like: Said  # the part that everything else is of
    words: Said  # with {n} ways and {amps}
    family: Said
    short: Said
    path_mm: Millimetres  # from its grip to each terminal
    makes: Annotated[tuple[str, ...], MinLen(1)]
    contacts: Annotated[tuple[ContactRecord, ...], MinLen(1)]
    sizes: Annotated[tuple[SizeRecord, ...], MinLen(1)]
    source: Said
    shield_mm: Millimetres = 0.0  # and to where its shield lands; 0 where it takes none
    body: str = ""
    volts: str = ""
    note: str = "Numbered on the wire side, from the key; the moulded numbers decide."
    known: Mapping[str, str] = field(default_factory=dict)  # the names some have had before


@cache
def makes() -> dict[str, MakeRecord]:
    """Every make by name. Raises: TableError."""
    return each_record(FILE, "make", MakeRecord)


@cache
def series() -> dict[str, SeriesRecord]:
    """Every series by name. Raises: TableError, also for a make that there is not."""
    found = each_record(FILE, "series", SeriesRecord)
    for name, one in found.items():
        if unknown := set(one.makes) - set(makes()):
            raise TableError(
                f"{FILE}, series {name}: there is no make {', '.join(sorted(unknown))}"
            )
    return found


def ways_of(parts: Mapping[str, dict[str, Any]]) -> Iterator[tuple[str, dict[str, Any]]]:
    """Every connector of every series that the shelf has not yet: its name and its record.

    Parameters: parts, the records of the shelf by name, each whole. Raises: TableError for a series that is
    like no part.
    """
    for name, one in series().items():
        if one.like not in parts:
            raise TableError(f"{FILE}, series {name}: there is no part {one.like!r}")
        for size in one.sizes:
            for n, half, make in product(size.ways, one.contacts, one.makes):
                usual = f"{stem(name, n)}-{half.named or half.contact}"
                part = one.known.get(usual, usual)
                if make != one.makes[0]:
                    part = f"{usual}-{make}"
                if part not in parts:
                    like = parts[one.like]
                    yield part, like | _record(like, one, size, n, half, makes()[make])


def stem(name: str, n: int) -> str:
    """What a part of a series is called by its ways.

    >>> stem("d", 9), stem("round", 12)
    ('d9', 'round-12')
    """
    return f"{name}{n}" if len(name) == 1 else f"{name}-{n}"


def _record(
    like: Mapping[str, Any],
    one: SeriesRecord,
    size: SizeRecord,
    n: int,
    half: ContactRecord,
    make: MakeRecord,
) -> dict[str, Any]:
    """What is not as in the part that a series is like."""
    paths = {str(way): one.path_mm for way in range(1, n + 1)}
    if one.shield_mm:
        paths[SHIELD] = one.shield_mm
    amps = size.amps or like["amps"]
    words = (one.words.format(n=n, amps=f"{amps:g}"), _contacts(half), make.words)
    body = make.body or one.body or like["body"]
    always = {
        "contact": half.contact,
        "finger_safe": half.finger_safe,
        "pin_mm": half.pin_mm,
        "face": size.face or _face_name(size, n),
        "family": one.family.format(n=n),
        "words": ", ".join(filter(None, words)),
        "short": one.short.format(n=n),
        "path_mm": paths,
        "amps": amps,
        "body": body,
        "has": [word for word in bodies()[body].get("has", ()) if word not in make.without],
        "kit": list(make.kit),
        "source": one.source,
    }
    where_told = {
        "terminal_mm2": list(size.terminal_mm2),
        "height_mm": size.height_mm,
        "volts": one.volts,
        "joint": make.joint,
        "strip_mm": list(make.strip_mm),
        "wings_mm": list(make.wings_mm),
        "comes_out": make.comes_out,
        "at_landing": make.at_landing,
    }
    return always | {key: value for key, value in where_told.items() if value}


def _contacts(half: ContactRecord) -> str:
    return CONTACT_WORDS[half.contact] if half.words is None else half.words


def faces_of() -> Iterator[tuple[str, dict[str, Any]]]:
    """The faces of all that lies in plain rows or on a ring: the name and the record of each."""
    sizes = {_face_name(size, n): (one, size, n) for one, size, n in _plain()}
    for name, (one, size, n) in sizes.items():
        points = _ring(n) if size.ring else _rows(n, size.per_row or math.ceil(n / ROWS))
        wide = 2 * max(abs(x) for x, _ in points) + ALONG_MM + WALL_MM
        high = 2 * max(abs(y) for _, y in points) + ACROSS_MM + WALL_HIGH_MM
        cavities = [
            {"mark": str(i), "x": x, "y": y, "shape": "round", "w": HOLE_MM, "h": HOLE_MM}
            for i, (x, y) in enumerate(points, start=1)
        ]
        yield (
            name,
            {
                "shell": "round" if size.ring else "rounded",
                "width": max(wide, high) if size.ring else wide,
                "height": max(wide, high) if size.ring else high,
                "sure": True,
                "reversible": False,
                "note": one.note,
                "cavities": cavities,
                "source": one.source,
            },
        )


def _plain() -> Iterator[tuple[SeriesRecord, SizeRecord, int]]:
    """Everything that has no face of its own."""
    for one in series().values():
        yield from ((one, size, n) for size in one.sizes if not size.face for n in size.ways)


def _face_name(size: SizeRecord, n: int) -> str:
    return f"ring-{n}" if size.ring else f"sealed-{n}"


def _rows(n: int, per_row: int) -> list[tuple[float, float]]:
    """Where the cavities of plain rows lie, in mm from the middle, row by row from the left.

    >>> _rows(4, 2)
    [(-2.1, 2.3), (2.1, 2.3), (-2.1, -2.3), (2.1, -2.3)]
    """
    per_row = n if n <= ONE_ROW else per_row
    rows = math.ceil(n / per_row)
    return [
        (
            round((i % per_row - (per_row - 1) / 2) * ALONG_MM, 3),
            round(((rows - 1) / 2 - i // per_row) * ACROSS_MM, 3) + 0.0,
        )
        for i in range(n)
    ]


def _ring(n: int) -> list[tuple[float, float]]:
    """Where the cavities of a ring lie, in mm from its middle, clockwise on the wire side."""
    radius = RING_MM * max(1.0, n / RING_WAYS)
    turns = (math.tau * (i + 0.5) / n for i in range(n))
    return [(round(radius * math.sin(t), 3), round(radius * math.cos(t), 3)) for t in turns]
