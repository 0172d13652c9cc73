"""Where the probes go: the faces of the ends as they are seen, each contact that is touched ringed, and a
lead from each to the meter between.
"""

from dataclasses import dataclass

from euthyne.core.plan import Plan
from euthyne.core.shelf.face import Face
from euthyne.core.shelf.part import Part, mating_face
from euthyne.core.stages.prove.probing import ToProbe
from euthyne.core.wiring.grid import Point
from euthyne.drawing.face import contacts, face_drawing, pitch, placed, shell
from euthyne.drawing.pen import circle, path, rect, sheet, text

HEIGHT, FACE_PX, LEFT, APART, FOOT = 330.0, 170.0, 150.0, 250.0, 300.0
MIDDLE = 180.0
ROOM_PX = 26.0  # between two contacts: less, and only those that are touched are named
METER_W, METER_H, METER_Y = 124.0, 46.0, 16.0
LEAST_RING, MOST_RING = 7.0, 17.0


@dataclass(frozen=True)
class _Seen:
    """A face on the sheet: its fitting, its part, where its middle is, px for a mm."""

    fitting: str
    part: Part
    face: Face
    x: float
    scale: float

    def at(self, mark: str) -> tuple[float, float]:
        """Where a contact is on the sheet."""
        cavity = next(c for c in self.face.cavities if c.mark == mark)
        return self.x + cavity.x * self.scale, MIDDLE - cavity.y * self.scale


def probe_drawing(plan: Plan, probe: ToProbe) -> str:
    """A probe to take: red on the one contact, black on the other, or on all that are strapped."""
    points = (probe.one, *probe.against)
    seen = {f: _seen(plan, f, i) for i, f in enumerate(dict.fromkeys(p.fitting for p in points))}
    width = LEFT * 2 + APART * max(len(seen) - 1, 0)
    body = "".join(
        _face(s) + text(s.x, FOOT, plan.ends.by_id[s.fitting].named, "probe-end", "middle")
        for s in seen.values()
    )
    middle = width / 2
    body += _lead(seen, probe.one, middle - 16, "probe-red")
    body += "".join(_lead(seen, p, middle + 16, "probe-black") for p in probe.against)
    body += rect(middle - METER_W / 2, METER_Y, METER_W, METER_H, "probe-meter", rx=5)
    word = "should sound" if probe.sounds else "stays silent"
    body += text(middle, METER_Y + 28, word, "probe-word", "middle")
    said = ", ".join(p.name for p in probe.against)
    label = f"One probe on {probe.one.name}, the other on {said}: {word}"
    return sheet(width, HEIGHT, body, "probing", label)


def _face(seen: _Seen) -> str:
    """A face with its marks; where they would lie on each other, without."""
    if pitch(seen.face) * seen.scale >= ROOM_PX:
        return face_drawing(seen.face, seen.part.contact, seen.x, MIDDLE, seen.scale)
    kind = "pin" if seen.part.contact == "pin" else "hole"
    bare = shell(seen.face, contact=seen.part.contact) + contacts(seen.face, kind)
    return placed(bare, seen.x, MIDDLE, seen.scale)


def _seen(plan: Plan, fitting: str, place: int) -> _Seen:
    part = plan.ends.by_id[fitting].part
    face = mating_face(part)
    scale = min(FACE_PX / face.width, FACE_PX / face.height)
    return _Seen(fitting, part, face, LEFT + place * APART, scale)


def _lead(seen: dict[str, _Seen], point: Point, start: float, class_: str) -> str:
    """A test lead from the meter to a contact, ringed."""
    face = seen[point.fitting]
    x, y = face.at(point.cavity)
    near = [
        abs(c.x - d.x) + abs(c.y - d.y)
        for c in face.face.cavities
        if c.mark == point.cavity
        for d in face.face.cavities
        if d.mark != point.cavity
    ]
    ring = min(MOST_RING, max(LEAST_RING, min(near, default=99.0) * face.scale / 2))
    top = METER_Y + METER_H
    d = f"M{start:g} {top:g}C{start:g} {top + 50:g} {x:g} {max(y - 90, top):g} {x:g} {y - ring:g}"
    named = text(x, y - ring - 5, point.cavity, "probe-mark", "middle") if len(near) else ""
    halo = path(d, "probe-halo probe-lead") + circle(x, y, ring, "probe-halo probe-ring")
    return (
        halo + path(d, f"{class_} probe-lead") + circle(x, y, ring, f"{class_} probe-ring") + named
    )
