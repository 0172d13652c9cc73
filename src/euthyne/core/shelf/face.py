"""Faces: the pattern of cavities two mating couplers share, what of it makes no sense, and its
other side.
"""

import math
import re
from collections.abc import Callable
from dataclasses import dataclass, replace

from euthyne.core.trade.figure import mm

SHELL = "S"  # a shield lands on the shell, outside the face
HOUR_GIVE = 0.2  # hours a contact may be off the hour its note says


@dataclass(frozen=True)
class Cavity:
    """One contact's place on the face, in mm from its middle, x right and y up as one looks into
    the socket.
    """

    mark: str  # what is moulded beside it
    x: float  # mm right of the middle
    y: float  # mm up from the middle
    shape: str  # how its contact looks from the front
    w: float  # mm wide
    h: float  # mm high
    angle: float = 0.0  # degrees it is turned


@dataclass(frozen=True)
class Face:
    """The pattern of cavities two mating couplers share, as the front of the socket shows it."""

    name: str  # its name
    shell: str  # the shape of the socket's front
    width: float  # mm
    height: float  # mm
    sure: bool  # True where its figures are of a standard
    reversible: bool  # True where it goes in both ways round
    note: str  # what there is to know of it
    cavities: tuple[Cavity, ...]  # the contacts, in the order they are counted
    source: str  # where its figures are from
    plug_shell: str  # the shape of the plug's front


def said_mark(mark: str) -> str:
    """A contact as it is said: its mark, the shell by its name."""
    if mark == SHELL:
        return "the shell"
    return mark


def size_faults(face: Face) -> list[str]:
    """Sizes nothing can have: of the face itself, and of its cavities."""
    found = []
    if not (0 < face.width <= 1000 and 0 < face.height <= 1000):
        found.append(f"a face of {mm(face.width, face.height, between='by'):g}")
    found += [
        f"cavity {c.mark} of {mm(c.w, c.h, between='by'):g}"
        for c in face.cavities
        if not (0 < c.w <= 1000 and 0 < c.h <= 1000)
    ]
    return found


def face_faults(face: Face) -> list[str]:
    """What of a face makes no sense: a cavity outside its body, one twice, or places against its
    own words.
    """
    found = []
    marks = [c.mark for c in face.cavities]
    found += [
        f"cavity {m} is there twice" for m in sorted({m for m in marks if marks.count(m) > 1})
    ]
    for c in (c for c in face.cavities if c.mark != "S"):  # a shield is landed on the shell
        if abs(c.x) > face.width / 2 or abs(c.y) > face.height / 2:
            found.append(
                f"cavity {c.mark} lies outside its {mm(face.width, face.height, between='by'):g}"
            )
    return found + _against_its_words(face)


def _against_its_words(face: Face) -> list[str]:
    """Statements of a face's note that its cavities contradict."""
    said = face.note.lower()
    at = {c.mark: c for c in face.cavities}
    found = [f"its note says {words!r}, its cavities do not" for words in _wrong_sides(said, at)]
    if hour := re.search(r"earth at (\d+) o'clock", said):
        clock = math.degrees(math.atan2(at["E"].x, at["E"].y)) / 30 % 12
        if abs(clock - int(hour[1]) % 12) > HOUR_GIVE:
            found.append(
                f"its note says the earth is at {hour[1]} o'clock, its cavity is at {clock:.1f}"
            )
    side = re.search(r"numbered from the (left|right)", said)
    if side and (at["1"].x < at["2"].x) != (side[1] == "left"):
        found.append(f"its note numbers from the {side[1]}, its cavities do not")
    if "no neutral" in said and "N" in at:
        found.append("its note says that there is no neutral, and there is one")
    return found


# What a note says of a contact's place, the contact, and what then holds of it and the line contacts.
SIDES: tuple[tuple[str, str, Callable[[Cavity, list[float]], bool]], ...] = (
    (r"neutral(?: left|,[^,;]*, left)", "N", lambda c, lines: c.x < 0),
    (r"neutral right", "N", lambda c, lines: c.x > 0),
    (r"live left", "L", lambda c, lines: c.x < 0),
    (r"live right", "L", lambda c, lines: c.x > 0),
    (r"earth (?:up|at the top)", "E", lambda c, lines: c.y > max(lines)),
    (r"earth down", "E", lambda c, lines: c.y < min(lines)),
)


def _wrong_sides(said: str, at: dict[str, Cavity]) -> list[str]:
    """Of what a note says of left, right, up and down, what does not hold."""
    lines = [c.y for c in at.values() if c.mark != "E"]
    wrong = []
    for words, mark, holds in SIDES:
        found = re.search(words, said)
        if found and not (mark in at and holds(at[mark], lines)):
            wrong.append(found[0])
    return wrong


def turned(face: Face) -> Face:
    """The face seen from its other side: its mirror image left to right. Turning twice gives the
    face back.
    """
    # A slanted slot leans the other way in the mirror.
    mirrored = tuple(replace(c, x=-c.x, angle=-c.angle) for c in face.cavities)
    return replace(face, cavities=mirrored)
