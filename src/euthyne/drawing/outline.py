"""Outlines of ends: plugs from the side with their pins out, sockets from the front with their
holes.
"""

import math
from dataclasses import dataclass
from functools import cache

from euthyne.core.shelf.part import Part
from euthyne.drawing.face import contacts, placed, shell
from euthyne.drawing.pen import circle, group, line, path, rect

SLEEVE_MM = 11.0
TAILS_MM, MOST_TAILS = 9.0, 7  # half of what the cores of an open end fan out to; so many are drawn


@dataclass(frozen=True)
class Outline:
    """An end drawn in mm, x outward from where the cord enters, y down; and how far it reaches."""

    body: str
    reach_mm: float
    above_mm: float
    below_mm: float


@cache
def outline(part: Part) -> Outline:
    """The outline of a part, whichever way it is recognised best."""
    if part.outline in ("lug", "coupler"):
        return _one_of_a_pair(part) if len(part.marks) == 1 else _pair(part)
    if part.open_end:
        return _tails(part)
    if part.outline == "box":
        return _box(part)
    if part.outline == "clamp":
        return _clamp(part)
    if part.contact != "pin":
        return _front(part)
    if part.outline == "angled":
        return _angled(part)
    if part.outline == "shroud":
        return _shrouded(part)
    return _round(part)


def _cord_sleeve(x: float = 0.0, y: float = 0.0) -> str:
    ribs = "".join(
        line(x + 2.6 + i * 2.6, y - 3.4, x + 2.6 + i * 2.6, y + 3.4, "rib") for i in range(3)
    )
    return rect(x, y - 4, SLEEVE_MM, 8, "body", rx=1.6) + ribs


def _pins_from_the_side(part: Part) -> list[tuple[float, bool, float]]:
    """Each pin one sees: how high it lies over the middle in mm, whether it is earth, how thick."""
    pins = [c for c in part.face.cavities if c.shape != "clip"]
    lines = {c.y for c in part.face.cavities if c.mark != "E"}
    if len(lines) == 1 and not any(c.mark == "E" for c in pins):
        return sorted({(-c.x, False, min(c.w, c.h)) for c in pins})
    return sorted({(c.y, c.mark == "E", min(c.w, c.h)) for c in pins})


def _pins(part: Part, x: float, mid: float, inside: bool = False) -> str:
    """The pins seen from the side; where two lie behind each other the part is seen from above
    instead.
    """
    class_ = "pin"
    if inside:
        class_ = "pin-in"
    drawn = ""
    for offset, earth, thick in _pins_from_the_side(part):
        length, tall = part.pin_mm, max(thick, 3.0)
        if earth:
            length, tall = part.earth_pin_mm, max(thick, 3.6)
        top = mid - offset - tall / 2
        drawn += rect(x, top, length, tall, class_, rx=0.8)
        if part.sleeved and not earth:
            drawn += rect(x, top, length * part.sleeved, tall, "pin-sleeve")
    return drawn


def _pair(part: Part) -> Outline:
    """Two singles side by side, each with its own ring lug or coupler."""
    body = ""
    for y in (-7.5, 7.5):
        fork = path(f"M0 0C6 0 5 {y} 12 {y}H16", "cord-end cord-thin")
        body += fork + _on_one_single(part, 14, y)
    return Outline(body, 41.0, 15.0, 15.0)


def _one_of_a_pair(part: Part) -> Outline:
    """A ring lug or a coupler on a single of its own."""
    return Outline(_on_one_single(part, 0, 0), 27.0, 7.5, 7.5)


def _on_one_single(part: Part, x: float, y: float) -> str:
    if part.outline == "lug":
        return (
            rect(x, y - 3.4, 12, 6.8, "clip", rx=1)
            + circle(x + 19, y, 7, "clip")
            + circle(x + 19, y, 3.4, "shell")
        )
    shape = rect(x, y - 4.6, 18, 9.2, "body", rx=2) + rect(x + 18, y - 3, 9, 6, "body", rx=1)
    return shape + "".join(line(x + dx, y - 4.6, x + dx, y + 4.6, "rib") for dx in (6, 9))


def _front(part: Part) -> Outline:
    """A socket from the front, the cord coming in at its side."""
    half = part.face.width / 2
    middle = SLEEVE_MM - 1 + half
    face = shell(part.face, "body") + contacts(part.face, "hole")
    return Outline(
        _cord_sleeve() + group(face, transform=f"translate({middle:g} 0)"),
        middle + half,
        part.face.height / 2,
        part.face.height / 2,
    )


def _box(part: Part) -> Outline:
    """A box with a gland, its cover off: the face of what sits in it, each of them where there are several."""
    across = math.ceil(math.sqrt(part.outlets))
    down = math.ceil(part.outlets / across)
    # Wide and high enough for the faces.
    each_wide, each_high = part.face.width + 6, part.face.height + 6
    half = max(part.height_mm, down * each_high) / 2
    wide, start = max(part.depth_mm, across * each_wide), SLEEVE_MM - 1
    gland = path(f"M{start} -6h5v-2h4v16h-4v-2h-5z", "body", stroke_linejoin="round")
    box = rect(start + 9, -half, wide, half * 2, "body", rx=3)
    middle = start + 9 + wide / 2
    inside = ""
    for n in range(part.outlets):
        column, row = n % across, n // across
        x = middle + (column - (across - 1) / 2) * each_wide
        y = (row - (down - 1) / 2) * each_high
        front = contacts(part.face, "hole")
        if part.outlets > 1:
            front = shell(part.face, "body") + front
        inside += group(front, transform=f"translate({x:g} {y:g})")
    return Outline(_cord_sleeve() + gland + box + inside, start + 9 + wide, half, half)


def _clamp(part: Part) -> Outline:
    """A clamp or a holder: two jaws on a spring, its contact between them."""
    half, reach = part.height_mm / 2, SLEEVE_MM + part.depth_mm
    upper = path(
        f"M{SLEEVE_MM - 1} -4L{reach * 0.55:g} {-half:g}L{reach:g} -3V0L{reach * 0.5:g} -2z", "body"
    )
    lower = path(
        f"M{SLEEVE_MM - 1} 4L{reach * 0.55:g} {half:g}L{reach:g} 3V0L{reach * 0.5:g} 2z", "body"
    )
    spring = circle(reach * 0.45, 0, 4.5, "hole") + circle(reach * 0.45, 0, 7, "rib")
    return Outline(_cord_sleeve() + upper + lower + spring, reach, half, half)


def _tails(part: Part) -> Outline:
    """A cord that ends in its cores, each in its ferrule."""
    shown = min(len(part.marks), MOST_TAILS)
    apart = 2 * TAILS_MM / max(shown - 1, 1)
    body = ""
    for i in range(shown):
        y = -TAILS_MM + apart * i
        body += path(
            f"M{SLEEVE_MM - 1} 0Q{SLEEVE_MM + 8} {y:g} {SLEEVE_MM + 22} {y:g}", "cord-end cord-thin"
        )
        body += rect(SLEEVE_MM + 21, y - 1.6, 7, 3.2, "clip", rx=0.8)
    return Outline(_cord_sleeve() + body, SLEEVE_MM + 29, TAILS_MM + 3, TAILS_MM + 3)


def _angled(part: Part) -> Outline:
    """A plug whose cord leaves at its foot, square to the pins."""
    depth, height, foot = part.depth_mm, part.height_mm, 9.0
    left, base = 5.0, -foot
    mid = base - height / 2
    back = f"M{left + 5} {base}L{left} {base - 6}V{mid - 2}"
    back += f"L{left + depth * 0.45:g} {base - height}H{left + depth}V{base}Z"
    flange = line(left + depth - 4, base - height, left + depth - 4, base, "body-line")
    elbow = f"M0 0H{left + 4}Q{left + depth / 2:g} 0 {left + depth / 2:g} {base}"
    sleeve = rect(left + depth / 2 - 4.4, base - 0.5, 8.8, 5.6, "body", rx=1.4)
    body = (
        path(elbow, "cord-end")
        + _pins(part, left + depth, mid)
        + path(back, "body", stroke_linejoin="round")
    )
    return Outline(body + flange + sleeve, left + depth + part.earth_pin_mm, foot + height, 4.5)


def _round(part: Part) -> Outline:
    """A plug with its cord straight behind it."""
    depth, half, start = part.depth_mm, part.height_mm / 2, SLEEVE_MM - 1
    neck = max(half * 0.42, 5.0)
    d = (
        f"M{start} {-neck:g}C{start + depth * 0.3:g} {-neck:g} {start + depth * 0.35:g} {-half:g} "
        f"{start + depth * 0.62:g} {-half:g}H{start + depth}V{half:g}H{start + depth * 0.62:g}"
        f"C{start + depth * 0.35:g} {half:g} {start + depth * 0.3:g} {neck:g} {start} {neck:g}Z"
    )
    front = start + depth
    clips = ""
    if any(c.shape == "clip" for c in part.face.cavities):
        clips = rect(front - 9, -half + 0.4, 9, 2.6, "clip") + rect(
            front - 9, half - 3, 9, 2.6, "clip"
        )
    flange = line(front - 4, -half, front - 4, half, "body-line")
    body = (
        _cord_sleeve()
        + _pins(part, front, 0)
        + path(d, "body", stroke_linejoin="round")
        + flange
        + clips
    )
    return Outline(body, front + max(part.pin_mm, part.earth_pin_mm), half, half)


def _shrouded(part: Part) -> Outline:
    """A plug whose pins stand inside a shroud, drawn cut open."""
    depth, half, start = part.depth_mm, part.height_mm / 2, SLEEVE_MM - 1
    rear = depth * 0.5
    neck, shoulder = half * 0.5, start + rear * 0.5
    d = (
        f"M{start} {-neck:g}L{shoulder:g} "
        f"{-half:g}H{start + rear:g}V{half:g}H{shoulder:g}L{start} {neck:g}Z"
    )
    front = start + rear
    reach = max(part.pin_mm, part.earth_pin_mm) + 4
    walls = rect(front, -half, reach, half * 2, "shroud") + _pins(part, front, 0, inside=True)
    rims = rect(front, -half, reach, 2, "body") + rect(front, half - 2, reach, 2, "body")
    return Outline(
        _cord_sleeve() + walls + rims + path(d, "body", stroke_linejoin="round"),
        front + reach,
        half,
        half,
    )


def scale_of(part: Part, tall: float) -> float:
    """Px to the mm at which an end is about ``tall`` high, and reaches no more than half as far
    again.
    """
    shape = outline(part)
    return min(tall / (shape.above_mm + shape.below_mm), tall / 34, tall * 1.5 / shape.reach_mm)


def end_drawing(part: Part, x: float, y: float, tall: float, left: bool) -> str:
    """An end on the sheet, about ``tall`` high, its cord entry at a point."""
    return placed(outline(part).body, x, y, scale_of(part, tall), flip=left)
