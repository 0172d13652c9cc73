"""Facing ends: mating face, wiring side, cores, wiring side, mating face."""

from euthyne.core.lead import Joint
from euthyne.core.part import Cavity, Face, Part, mating_face, wiring_side
from euthyne.core.plan import Plan
from euthyne.core.wiremap import colour
from euthyne.drawing.colours import STRIPES, core_paint
from euthyne.drawing.face import face_drawing, wiring_drawing
from euthyne.drawing.pen import path, rect, sheet, text

WIDTH, HEIGHT, MIDDLE = 1232.0, 258.0, 162.0
A_MATING, A_WIRING, B_WIRING, B_MATING = 112.0, 330.0, 902.0, 1120.0
FACE_PX = 172.0
SEEN = {"pin": "as the socket sees it", "socket": "as the plug sees it"}


def facing(plan: Plan) -> str:
    """Both ends of a lead with both their faces, and its cores between them."""
    a, b, scheme = plan.a, plan.b, plan.lead.ends.scheme
    sides = (
        _titled(a, "mating face", SEEN.get(a.contact, "as you look in"), A_MATING)
        + _titled(a, "wiring side", "as you hold it open", A_WIRING)
        + _titled(b, "wiring side", "as you hold it open", B_WIRING)
        + _titled(b, "mating face", SEEN.get(b.contact, "as you look in"), B_MATING)
    )
    faces = face_drawing(mating_face(a), a.contact, A_MATING, MIDDLE, _scale(a.face))
    faces += face_drawing(mating_face(b), b.contact, B_MATING, MIDDLE, _scale(b.face))
    wires = wiring_drawing(wiring_side(a), a.contact, A_WIRING, MIDDLE, _scale(a.face))
    wires += wiring_drawing(wiring_side(b), b.contact, B_WIRING, MIDDLE, _scale(b.face))
    cores = "".join(_core(plan, j, i, len(plan.joints), scheme) for i, j in enumerate(_by_height(plan)))
    label = "; ".join(
        f"{j.core} {colour(scheme, j.core)} from {j.a or 'nowhere'} to {j.b or 'nowhere'}" for j in plan.joints
    )
    return sheet(WIDTH, HEIGHT, STRIPES + sides + faces + wires + cores, "facing", f"Wire map. {label}")


def _scale(face: Face) -> float:
    return min(FACE_PX / face.width, FACE_PX / face.height)


def _titled(part: Part, side: str, seen: str, x: float) -> str:
    name = part.short.capitalize()
    return text(x, 20, f"{name}, {side}", "facing-title", "middle") + text(x, 40, seen, "facing-sub", "middle")


def _by_height(plan: Plan) -> list[Joint]:
    """Joints from the top of the drawing down, so that cores cross as little as they can."""
    places = {c.mark: c.y for c in plan.a.face.cavities}
    order = {m: i for i, m in enumerate(("E", "L", "N"))}
    return sorted(plan.joints, key=lambda j: (-places.get(j.a or "", 0), order.get(j.core, 9)))


def _core(plan: Plan, joint: Joint, place: int, total: int, scheme: str) -> str:
    y = MIDDLE - 74 + place * 148 / max(total - 1, 1)
    tint = colour(scheme, joint.core)
    paint, left, right = core_paint(tint), 548.0, 684.0
    ways = [
        _way(wiring_side(plan.a), joint.a, A_WIRING, left, y),
        _way(wiring_side(plan.b), joint.b, B_WIRING, right, y),
    ]
    edges = "".join(path(d, "core-edge") + path(d, "core", stroke=paint) for d in ways)
    label = rect(left, y - 15, right - left, 30, "core-label", rx=3)
    return edges + label + text(616, y + 5, f"{joint.core} · {tint}", "core-name", "middle")


def _way(face: Face, mark: str | None, cx: float, edge: float, y: float) -> str:
    """From a terminal to the label; a core that is landed nowhere ends short of the part."""
    toward = 1 if edge > cx else -1
    cavity = next((c for c in face.cavities if c.mark == mark), None)
    if cavity is None:
        return f"M{edge - toward * 70:g} {y:g}H{edge:g}"
    scale = _scale(face)
    x, y0 = cx + cavity.x * scale, MIDDLE - cavity.y * scale
    bend = edge - toward * 34
    if _hidden(face, cavity, toward, scale):
        down = 1 if y >= y0 else -1
        return (
            f"M{x:g} {y0 + down * 13:g}C{x:g} {y0 + down * 74:g} {bend - toward * 60:g} {y:g} {bend:g} {y:g}H{edge:g}"
        )
    x0 = x + toward * 16
    half = (x0 + bend) / 2
    return f"M{x0:g} {y0:g}C{half:g} {y0:g} {half:g} {y:g} {bend:g} {y:g}H{edge:g}"


def _hidden(face: Face, cavity: Cavity, toward: int, scale: float) -> bool:
    """True when another terminal lies between this one and the cord."""
    return any(
        (c.x - cavity.x) * toward > 0 and abs(c.y - cavity.y) * scale < 34
        for c in face.cavities
        if c.mark != cavity.mark
    )
