"""Facing ends: mating face, wiring side, cores, wiring side, mating face."""

from euthyne.core.assembly.joints import Joint
from euthyne.core.plan import Plan
from euthyne.core.shelf.face import Cavity, Face
from euthyne.core.shelf.part import Part, mating_face, wiring_side
from euthyne.core.trade.corewords import core_said, course_said
from euthyne.drawing.colours import core_paint
from euthyne.drawing.crowded import crowded_facing, is_crowded
from euthyne.drawing.face import face_drawing, pitch, wiring_drawing
from euthyne.drawing.pen import circle, element, group, path, rect, sheet, text
from euthyne.drawing.strands import core_label, hangs_together_otherwise, strands

WIDTH, LEAST_HEIGHT, HEAD = 1232.0, 258.0, 66.0
CORE_ROW, FEW = 26.0, 4
A_MATING, A_WIRING, B_WIRING, B_MATING = 112.0, 330.0, 902.0, 1120.0
FACE_PX = 172.0
NARROW = (232.0, 768.0)  # what a narrow page shows of it: where it begins, how wide it is
CROWDED_PX = (
    24.0  # cavities nearer than this to each other are drawn large, one end above the other
)
SEEN = {"pin": "as the socket sees it", "socket": "as the plug sees it"}


def facing(plan: Plan, turned_round: frozenset[str] = frozenset(), presses: bool = True) -> str:
    """Both ends of a lead with both their faces, and its cores between them.

    Parameters: plan; turned_round, the ends ("A", "B") whose faces have changed places: the cores
    then run to the mating face, as the other half sees it; presses, False on paper, where nothing
    can be turned. Returns: SVG text.
    """
    if hangs_together_otherwise(plan):
        return strands(plan, presses)
    if _crowded(plan):
        return crowded_facing(plan, turned_round, presses)
    cores = len(plan.ends.joints)
    height = max(LEAST_HEIGHT + 34, HEAD + 64 + cores * CORE_ROW)
    middle = HEAD - 12 + (height - HEAD) / 2
    body = ""
    inner = {}
    for end, outside, inside in (("A", A_MATING, A_WIRING), ("B", B_MATING, B_WIRING)):
        part = plan.ends[end].part
        face = wiring_side(part)
        places = {"mating": outside, "wiring": inside}
        if end in turned_round:
            face = mating_face(part)
            places = {"mating": inside, "wiring": outside}
        inner[end] = (face, inside)
        body += _both_faces(part, places, middle)
        if presses:
            body += _spots(end, face, inside, middle) + _turn(
                end=end, part=part, x=inside, height=height, turned_round=turned_round
            )
    body += "".join(
        _core(plan=plan, joint=j, inner=inner, place=i, total=cores, middle=middle)
        for i, j in enumerate(_by_height(plan))
    )
    label = "; ".join(
        f"{core_said(j.core)} {plan.ends.colours.of(j.core)} {course_said(j.a, j.b)}"
        for j in plan.ends.joints
    )
    left, wide = NARROW
    narrow = f"{left:g} 0 {wide:g} {height:g}"
    return sheet(
        WIDTH, height, body, "facing", f"Wire map. {label}", role="group", data_narrow=narrow
    )


def facing_on_paper(plan: Plan) -> tuple[str, ...]:
    """All four faces with nothing to press: one drawing, or two where many ways need the room."""
    if _crowded(plan) and not hangs_together_otherwise(plan):
        wiring_sides = crowded_facing(plan, frozenset(), presses=False)
        return wiring_sides, crowded_facing(plan, frozenset("AB"), presses=False)
    return (facing(plan, presses=False),)


def _crowded(plan: Plan) -> bool:
    return any(is_crowded(part, FACE_PX, CROWDED_PX) for part in plan.ends.parts)


def _both_faces(part: Part, places: dict[str, float], middle: float) -> str:
    """The mating face and the wiring side of an end, each under its title."""
    scale = _scale(part.face)
    mating, wiring = places["mating"], places["wiring"]
    seen = SEEN.get(part.contact, "as you look in")
    ours = wiring_drawing(
        wiring_side(part), part.contact, wiring, cy=middle, scale=scale, joint=part.joint
    )
    if part.open_end:  # it goes into nothing: nobody looks into it
        return _titled(part, "each by itself", "in its ferrule", wiring) + ours
    theirs = _titled(part, "mating face", seen, mating) + face_drawing(
        mating_face(part), part.contact, mating, cy=middle, scale=scale
    )
    ours = _titled(part, "wiring side", "as you hold it open", wiring) + ours
    if mating in (A_MATING, B_MATING):
        return group(theirs, class_="outer-face") + ours
    return theirs + group(ours, class_="outer-face")


def _spots(end: str, face: Face, x: float, middle: float) -> str:
    """Where a core can be put: one spot on each cavity of the inner face, for a tap, a drop or a
    key.
    """
    scale = _scale(face)
    size = min(22.0, pitch(face) * scale / 2)
    return "".join(
        circle(
            x + c.x * scale,
            middle - c.y * scale,
            size,
            "spot",
            data_end=end.lower(),
            data_mark=c.mark,
            tabindex="0",
            role="button",
            aria_label=f"{'Supply' if end == 'A' else 'Load'} end, cavity {c.mark}",
        )
        for c in face.cavities
    )


def _turn(end: str, part: Part, x: float, height: float, turned_round: frozenset[str]) -> str:
    """The press that turns an end round or back, the other end left as it is; none where there is nothing to
    look into.
    """
    if part.open_end:
        return ""
    words = f"turn the {part.short} {'back' if end in turned_round else 'round'}"
    then = "".join(sorted(turned_round ^ {end}))
    press = rect(x - 84, height - 26, 168, 22, "turn-press", rx=3) + text(
        x, height - 10, words, "turn-words", "middle"
    )
    return element("a", press, class_="turn", data_turn=end, href=f"?turn={then}", aria_label=words)


def _scale(face: Face) -> float:
    return min(FACE_PX / face.width, FACE_PX / face.height)


def _titled(part: Part, side: str, seen: str, x: float) -> str:
    name = part.short.capitalize()
    return text(x, 20, f"{name}, {side}", "facing-title", "middle") + text(
        x, 40, seen, "facing-sub", "middle"
    )


def _by_height(plan: Plan) -> list[Joint]:
    """Joints from the top of the drawing down, so that cores cross as little as they can."""
    places = {c.mark: c.y for c in plan.ends["A"].part.face.cavities}
    order = {m: i for i, m in enumerate(("E", "L", "N"))}
    return sorted(plan.ends.joints, key=lambda j: (-places.get(j.a or "", 0), order.get(j.core, 9)))


def _core(
    plan: Plan,
    joint: Joint,
    inner: dict[str, tuple[Face, float]],
    place: int,
    total: int,
    middle: float,
) -> str:
    if total <= FEW:
        spread = 148.0
    else:
        spread = CORE_ROW * (total - 1)
    y = middle - spread / 2 + place * spread / max(total - 1, 1)
    tint = plan.ends.colours.of(joint.core)
    paint, left, right = core_paint(tint), 548.0, 684.0
    ways = [
        _way(*inner["A"], joint.a, left, y, middle),
        _way(*inner["B"], joint.b, right, y, middle),
    ]
    thin = " core-thin"
    if total <= FEW:
        thin = ""
    edges = "".join(
        path(d, "core-edge" + thin) + path(d, "core" + thin, stroke=paint) for d in ways
    )
    edges += _broken_by(plan, joint.core, left, y)
    if total <= FEW:
        tall = 30
    else:
        tall = 22
    label = rect(left, y - tall / 2, right - left, tall, "core-label", rx=3)
    name = text(616, y + 5, core_label(plan, joint.core), "core-name", "middle")
    handle = element(
        "g",
        label + name,
        class_="core-handle",
        data_core=joint.core,
        tabindex="0",
        role="button",
        aria_label=f"{core_said(joint.core)} · {tint}: take this core",
        aria_pressed="false",
    )
    return group(edges + handle, class_="core-run")


def _broken_by(plan: Plan, core: str, edge: float, y: float) -> str:
    """The switch and the fuse that sit in a core, on its way from the supply end."""
    ends, body, x = plan.lead.ends, "", edge - 66
    for where, words in ((ends.switch, "switch"), (ends.fuse_in, "fuse")):
        line_core = core.startswith("L")
        if (
            where == core
            or (where == "L" and core == "L1")
            or (where == "all" and (line_core or core == "N"))
        ):
            body += rect(x, y - 12, 56, 24, "in-core", rx=3) + text(
                x + 28, y + 5, words, "in-core-words", "middle"
            )
            x -= 62
    return body


def _way(face: Face, cx: float, mark: str | None, edge: float, y: float, middle: float) -> str:
    """From a terminal to the label; a core that is landed nowhere ends short of the part."""
    if edge > cx:
        toward = 1
    else:
        toward = -1
    cavity = next((c for c in face.cavities if c.mark == mark), None)
    if cavity is None:
        return f"M{edge - toward * 70:g} {y:g}H{edge:g}"
    scale = _scale(face)
    x, y0 = cx + cavity.x * scale, middle - cavity.y * scale
    bend = edge - toward * 34
    if _hidden(face, cavity, toward, scale):
        if y >= y0:
            down = 1
        else:
            down = -1
        off = min(13.0, pitch(face) * scale / 2)
        start, lead = f"M{x:g} {y0 + down * off:g}", f"C{x:g} {y0 + down * 74:g}"
        return f"{start}{lead} {bend - toward * 60:g} {y:g} {bend:g} {y:g}H{edge:g}"
    x0 = x + toward * min(16.0, pitch(face) * scale / 2)
    half = (x0 + bend) / 2
    return f"M{x0:g} {y0:g}C{half:g} {y0:g} {half:g} {y:g} {bend:g} {y:g}H{edge:g}"


def _hidden(face: Face, cavity: Cavity, toward: int, scale: float) -> bool:
    """True when another terminal lies between this one and the cord."""
    return any(
        (c.x - cavity.x) * toward > 0
        and abs(c.y - cavity.y) * scale < min(34.0, pitch(face) * scale)
        for c in face.cavities
        if c.mark != cavity.mark
    )
