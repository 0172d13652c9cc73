"""Where the probes go: the faces of the ends as they are seen, each contact that is touched ringed, and a
lead from each to the meter between.
"""

from dataclasses import dataclass

from euthyne.core.plan import Plan
from euthyne.core.shelf.face import Face
from euthyne.core.shelf.part import Part, mating_face
from euthyne.core.stages.prove.probing import ToProbe
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.drawing.face import contacts, face_drawing, pitch, placed, shell
from euthyne.drawing.pen import circle, path, rect, sheet, text

HEIGHT, FACE_PX, LEFT, APART, FOOT = 330.0, 170.0, 150.0, 250.0, 300.0
MIDDLE = 180.0
ROOM_PX = 26.0  # between two contacts: less, and only those that are touched are named
METER_W, METER_H, METER_Y = 124.0, 46.0, 16.0
LEAST_RING, MOST_RING = 7.0, 17.0
METERS = {"ohm": "ohmmeter", "megaohm": "insulation", "V": "volts", "kelvin": "degrees"}
BAR_W, BAR_H = 150.0, 26.0


@dataclass(frozen=True)
class _Seen:
    """A face on the sheet: its fitting, its part, where its middle is, px for a mm."""

    fitting: str
    part: Part
    face: Face
    x: float
    scale: float

    @property
    def marked(self) -> bool:
        """True where there is room for the mark of every contact."""
        return pitch(self.face) * self.scale >= ROOM_PX

    def at(self, mark: str) -> tuple[float, float]:
        """Where a contact is on the sheet."""
        cavity = next(c for c in self.face.cavities if c.mark == mark)
        return self.x + cavity.x * self.scale, MIDDLE - cavity.y * self.scale


@dataclass(frozen=True)
class _Beside:
    """What is touched and is no contact of a face: bare copper behind one, water or metal round it."""

    words: str
    x: float
    class_: str

    def at(self, _mark: str) -> tuple[float, float]:
        """Where it is touched."""
        return self.x, MIDDLE


def probe_drawing(plan: Plan, probe: ToProbe) -> str:
    """A probe to take: red on the one contact, black on the other, or on all that are strapped."""
    word = "should sound" if probe.sounds else "stays silent"
    black = tuple(p.name for p in probe.against)
    touched = f"One probe on {_said(plan, (probe.one.name,))}, the other on {_said(plan, black)}"
    label = f"{touched}: {word}"
    return _at_the_meter(plan, (probe.one.name,), black, word, label)


def reading_drawing(plan: Plan, line: ProofLine) -> str:
    """Where the probes of a reading go; empty where it is not read between two points."""
    red, black = line.between
    if not red or not black:
        return ""
    word = METERS.get(line.measure.unit, line.measure.unit)
    label = f"One probe on {_said(plan, red)}, the other on {_said(plan, black)}"
    return _at_the_meter(plan, red, black, word, label)


def _at_the_meter(
    plan: Plan, red: tuple[str, ...], black: tuple[str, ...], word: str, label: str
) -> str:
    """The faces of all that is touched, and a lead from each to the meter between."""
    things = dict.fromkeys(_thing(name) for name in (*red, *black))
    seen = {thing: _seen(plan, thing, i) for i, thing in enumerate(things)}
    width = LEFT * 2 + APART * max(len(seen) - 1, 0)
    body = "".join(
        _shown(s, (*red, *black)) + text(s.x, FOOT, _called(plan, s), "probe-end", "middle")
        for s in seen.values()
    )
    middle = width / 2
    body += "".join(_lead(seen[_thing(p)], p, middle - 16, "probe-red") for p in red)
    body += "".join(_lead(seen[_thing(p)], p, middle + 16, "probe-black") for p in black)
    body += rect(middle - METER_W / 2, METER_Y, METER_W, METER_H, "probe-meter", rx=5)
    body += text(middle, METER_Y + 28, word, "probe-word", "middle")
    return sheet(width, HEIGHT, body, "probing", label)


def _said(plan: Plan, names: tuple[str, ...]) -> str:
    """What is touched, as it is said; what is no contact says itself."""
    return ", ".join(x if _thing(x) == x else plan.ends.contact_said(x) for x in names)


def _thing(name: str) -> str:
    """What a point is on: its fitting, or itself where it is no contact."""
    if "@" in name or "." not in name:
        return name
    return name.partition(".")[0]


def _called(plan: Plan, seen: "_Seen | _Beside") -> str:
    if isinstance(seen, _Beside):
        return seen.words
    return plan.ends.by_id[seen.fitting].named


def _shown(seen: "_Seen | _Beside", touched: tuple[str, ...]) -> str:
    """A face; or a bare conductor, or a trough of water, where there is none."""
    if isinstance(seen, _Seen):
        marks = (point.partition(".") for point in touched)
        return _face(seen, frozenset(m for fitting, _, m in marks if fitting == seen.fitting))
    return rect(seen.x - BAR_W / 2, MIDDLE - BAR_H / 2, BAR_W, BAR_H, seen.class_, rx=BAR_H / 2)


def _face(seen: _Seen, touched: frozenset[str]) -> str:
    """A face with its marks, but of what is touched; where they would lie on each other, without."""
    if seen.marked:
        return face_drawing(seen.face, seen.part.contact, seen.x, MIDDLE, seen.scale, touched)
    kind = "pin" if seen.part.contact == "pin" else "hole"
    bare = shell(seen.face, contact=seen.part.contact) + contacts(seen.face, kind)
    return placed(bare, seen.x, MIDDLE, seen.scale)


def _seen(plan: Plan, fitting: str, place: int) -> "_Seen | _Beside":
    x = LEFT + place * APART
    if "@" in fitting:
        return _Beside("bare copper behind it", x, "probe-bare")
    if fitting not in plan.ends.by_id:
        return _Beside("water or metal round it", x, "probe-round")
    part = plan.ends.by_id[fitting].part
    face = mating_face(part)
    scale = min(FACE_PX / face.width, FACE_PX / face.height)
    return _Seen(fitting, part, face, x, scale)


def _lead(seen: "_Seen | _Beside", point: str, start: float, class_: str) -> str:
    """A test lead from the meter to a point, ringed."""
    mark = point.partition(".")[2]
    x, y = seen.at(mark)
    ring, named = MOST_RING, ""
    if isinstance(seen, _Seen):
        near = [
            abs(c.x - d.x) + abs(c.y - d.y)
            for c in seen.face.cavities
            if c.mark == mark
            for d in seen.face.cavities
            if d.mark != mark
        ]
        ring = min(MOST_RING, max(LEAST_RING, min(near, default=99.0) * seen.scale / 2))
        if near and seen.marked:
            deep = next(c.h for c in seen.face.cavities if c.mark == mark) * seen.scale / 2
            named = text(x, y + max(ring + 15, deep + 17), mark, "probe-mark", "middle")
        elif near:
            named = text(x, y - ring - 5, mark, "probe-mark", "middle")
    top = METER_Y + METER_H
    d = f"M{start:g} {top:g}C{start:g} {top + 50:g} {x:g} {max(y - 90, top):g} {x:g} {y - ring:g}"
    halo = path(d, "probe-halo probe-lead") + circle(x, y, ring, "probe-halo probe-ring")
    return (
        halo + path(d, f"{class_} probe-lead") + circle(x, y, ring, f"{class_} probe-ring") + named
    )
