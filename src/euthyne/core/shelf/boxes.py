"""Outlets in boxes: what is screwed into a box, the boxes, and every outlet in every box that takes it."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from functools import cache
from typing import Annotated, Any, Literal

from annotated_types import Ge, Gt, Le, MinLen

from euthyne.core.shelf.bodies import bodies
from euthyne.data.tables import TableError
from euthyne.data.typed import each_record

Said = Annotated[str, MinLen(1)]
Millimetres = Annotated[float, Gt(0), Le(500)]
Few = Annotated[int, Ge(1), Le(6)]
FILE, EARTH = "boxes.toml", "E"
COUNTED = {1: "one", 2: "two", 3: "three", 4: "four", 5: "five", 6: "six"}


@dataclass(frozen=True)
class OutletRecord:
    """What is screwed into a box."""

    like: Said  # the part it has its face, its volts and its terminals of
    mounting: Said  # the pattern of its screws, or its hole
    words: Said  # what it is called
    source: Said
    amps: Annotated[float, Gt(0), Le(200)] | None = None  # A, where not as the part it is like
    terminal_mm2: Annotated[tuple[float, ...], MinLen(2)] = ()  # mm2, where not as that part's
    switched: Literal["", "line", "all"] = ""  # what a switch in it breaks
    lit: bool = False  # True where that switch has a lamp
    outlets: Few = 1  # sockets on it, wired as one
    devices: Few = 1  # widths of a device that it counts for in its box


@dataclass(frozen=True)
class BoxRecord:
    """A box that outlets sit in."""

    words: Said  # what it is called after "in"
    mounting: Said  # the pattern it takes
    body: Said  # how it is made up, bodies.toml
    thread_mm: Millimetres  # of its gland
    grip_mm: Annotated[tuple[float, ...], MinLen(2)]  # mm of cord its gland holds, least and most
    volume_ml: Annotated[float, Gt(0), Le(10_000)]
    ip: Said  # what it keeps out with a plug in, or its lid shut
    ip_unmated: Said  # and with nothing in it
    further_mm: Millimetres  # from its gland to a terminal, more than in a cord connector
    source: Said
    earth_longer_mm: Annotated[float, Ge(0), Le(100)] = 4.0  # so much more again for the earth
    inside_mm: Millimetres = 8.0  # mm of sheath inside it
    knock_outs_mm: tuple[float, ...] = ()  # mm of the holes of its walls
    mates: str = ""  # what is said of a plug in it
    drain: bool = False  # True where it has a hole for water that is opened
    holds: Few = 1  # outlets in it, each linked to the next
    known: Mapping[str, str] = field(default_factory=dict)  # the names some have had before


@cache
def outlets() -> dict[str, OutletRecord]:
    """What can be screwed into a box, by name. Raises: TableError."""
    return each_record(FILE, "outlet", OutletRecord)


@cache
def boxes() -> dict[str, BoxRecord]:
    """Every box by name. Raises: TableError, also for one that nothing can be screwed into."""
    found = each_record(FILE, "box", BoxRecord)
    takes = {outlet.mounting for outlet in outlets().values()}
    for name, box in found.items():
        if box.mounting not in takes:
            raise TableError(f"{FILE}, box {name}: no outlet is mounted on {box.mounting!r}")
        if box.body not in bodies():
            raise TableError(f"{FILE}, box {name}: there is no body {box.body!r}")
    return found


def boxed(parts: Mapping[str, dict[str, Any]]) -> Iterator[tuple[str, dict[str, Any]]]:
    """Every outlet in every box of its mounting: the name and the record of a part.

    Parameters: parts, the records of the shelf by name, each whole. Raises: TableError for an outlet that
    is like no part, or that no box takes.
    """
    for name, outlet in outlets().items():
        if outlet.like not in parts:
            raise TableError(f"{FILE}, outlet {name}: there is no part {outlet.like!r}")
        into = [(b, box) for b, box in boxes().items() if box.mounting == outlet.mounting]
        if not into:
            raise TableError(f"{FILE}, outlet {name}: no box takes {outlet.mounting!r}")
        for box_name, box in into:
            part = box.known.get(name) or f"{name}-in-{box_name}"
            yield part, parts[outlet.like] | _record(outlet, box, parts[outlet.like])


def _counted(words: str, many: int) -> str:
    """Outlets as they are said, several of them counted.

    >>> _counted("twin BS 1363 outlet", 2)
    'two twin BS 1363 outlets'
    """
    if many == 1:
        return words
    return f"{COUNTED[many]} {words.replace('outlet', 'outlets')}"


def _record(outlet: OutletRecord, box: BoxRecord, like: Mapping[str, Any]) -> dict[str, Any]:
    """What the two make of the part that the outlet is like."""
    further = {
        mark: mm + box.further_mm + (mark == EARTH) * box.earth_longer_mm
        for mark, mm in like["path_mm"].items()
    }
    amps = outlet.amps or like["amps"]
    making = [*bodies()[box.body].get("making", ())]
    if box.holds > 1:
        making.insert(0, "linked")
    if box.drain:
        making.insert(0, "drain")
    linked: dict[str, Any] = {}
    if box.holds > 1:
        tails = "tails" if box.holds > 2 else "tail"
        linked = {
            "short": "box",
            "landing": "Put the {thing} in the first outlet of the box, terminal {cavity}",
            "kit": [f"{COUNTED[box.holds - 1]} linking {tails} of each core"],
        }
    return {
        "words": f"{_counted(outlet.words, box.holds)}, {amps:g} A, in {box.words}",
        "short": "outlet",
        "outline": "box",
        "amps": amps,
        "grip_mm": list(box.grip_mm),
        "terminal_mm2": list(outlet.terminal_mm2 or like["terminal_mm2"]),
        "path_mm": further,
        "inside_mm": box.inside_mm,
        "ip": box.ip,
        "ip_unmated": box.ip_unmated,
        "mates": box.mates or like["mates"],
        "body": box.body,
        "making": making,
        "volume_ml": box.volume_ml,
        "thread_mm": box.thread_mm,
        "knock_outs_mm": list(box.knock_outs_mm),
        "switched": outlet.switched,
        "lit": outlet.lit,
        "outlets": outlet.outlets * box.holds,
        "devices": outlet.devices * box.holds,
        "source": outlet.source,
        **linked,
    }
