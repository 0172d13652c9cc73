"""Facing ends of many ways: one end above, one below, each large enough to read, the cores in columns between."""

from dataclasses import dataclass

from euthyne.core.assembly.joints import Joint
from euthyne.core.plan import Plan
from euthyne.core.shelf.face import SHELL, Cavity, Face
from euthyne.core.shelf.part import Part, mating_face, wiring_side
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.trade.corewords import core_said, course_said, own_name
from euthyne.drawing.colours import core_paint
from euthyne.drawing.face import pitch, placed, shell
from euthyne.drawing.pen import circle, element, group, path, rect, sheet, text

WIDTH = 1232.0
FACE_WIDE, FACE_TALL = 900.0, 200.0
TOP = 58.0  # of the upper face
APART = 250.0  # between the two faces: wires, labels, wires
LABEL_TALL = 28.0
WIDEST_COLUMN = 118.0
WORDS_FROM = 88.0  # a column as wide as this has room for the colour in words
SEEN = {"pin": "as the socket sees it", "socket": "as the plug sees it"}


@dataclass(frozen=True)
class _Shown:
    """A face as it is drawn: where its middle is, how many px a mm is, and which way the cores leave it."""

    end: LeadEnd
    face: Face
    y: float
    scale: float
    down: int

    @property
    def r(self) -> float:
        """Radius of a terminal, in px: never so large that two touch."""
        return min(15.0, pitch(self.face) * self.scale * 0.3)

    @property
    def edge(self) -> float:
        """The height at which cores leave the face."""
        return self.y + self.down * (self.face.height * self.scale / 2 + 8)

    def at(self, cavity: Cavity) -> tuple[float, float]:
        """The middle of a cavity on the sheet."""
        return WIDTH / 2 + cavity.x * self.scale, self.y - cavity.y * self.scale

    def cavity(self, mark: str | None) -> Cavity | None:
        """The cavity of a mark; None for a core that is cut back."""
        return next((c for c in self.face.cavities if c.mark == mark), None)


def is_crowded(part: Part, face_px: float, least_px: float) -> bool:
    """True where a face drawn ``face_px`` across has cavities nearer to each other than ``least_px``."""
    scale = min(face_px / part.face.width, face_px / part.face.height)
    return pitch(part.face) * scale < least_px


def crowded_facing(plan: Plan, turned_round: frozenset[str], presses: bool) -> str:
    """Both ends of a lead of many ways, its cores in columns between them.

    Parameters: plan; turned_round, the ends whose mating face is shown instead of the wiring side; presses, False on
    paper. Returns: SVG text.
    """
    upper = _shown(plan.ends["A"], TOP, "A" in turned_round, down=1)
    lower_top = upper.y + upper.face.height * upper.scale / 2 + APART
    lower = _shown(plan.ends["B"], lower_top, "B" in turned_round, down=-1)
    foot = lower.y + lower.face.height * lower.scale / 2
    body = "".join(
        placed(shell(s.face, contact=s.end.part.contact), WIDTH / 2, s.y, s.scale)
        + "".join(circle(*s.at(c), s.r, "terminal") for c in s.face.cavities)
        for s in (upper, lower)
    )
    columns = _columns(plan, upper)
    for joint, x in columns:
        body += _core(plan, joint, x, upper, lower, wide=_width(len(columns)))
    body += "".join(_marks(s) for s in (upper, lower))
    body += _title(upper, 22.0, "A" in turned_round) + _title(lower, foot + 30, "B" in turned_round)
    if presses:
        for s, y in ((upper, 8.0), (lower, foot + 16)):
            body += _spots(s) + _turn(s.end, y, turned_round)
    said = (
        f"{core_said(j.core)} {plan.ends.colours.of(j.core)} {course_said(j.a, j.b)}"
        for j in plan.ends.joints
    )
    label = f"Wire map. {'; '.join(said)}"
    return sheet(WIDTH, foot + 58, body, "facing", label, role="group")


def _shown(end: LeadEnd, top: float, turned: bool, *, down: int) -> _Shown:
    face = mating_face(end.part) if turned else wiring_side(end.part)
    scale = min(FACE_WIDE / face.width, FACE_TALL / face.height)
    return _Shown(end, face, top + face.height * scale / 2, scale, down)


def _width(columns: int) -> float:
    return min(WIDEST_COLUMN, (WIDTH - 20) / max(columns, 1))


def _columns(plan: Plan, upper: _Shown) -> list[tuple[Joint, float]]:
    """Each core with the middle of its column, in the order of the upper face, so that none crosses there."""

    def place(joint: Joint) -> tuple[bool, float]:
        cavity = upper.cavity(joint.a)
        return cavity is None, cavity.x if cavity else 0.0

    ordered = sorted(plan.ends.joints, key=place)
    wide = _width(len(ordered))
    first = WIDTH / 2 - wide * (len(ordered) - 1) / 2
    return [(joint, first + wide * i) for i, joint in enumerate(ordered)]


def _core(plan: Plan, joint: Joint, x: float, upper: _Shown, lower: _Shown, *, wide: float) -> str:
    """A core from its cavity above through its label to its cavity below, lit as one when it is touched."""
    tint = plan.ends.colours.of(joint.core)
    middle = (upper.edge + lower.edge) / 2
    ways = [
        _way(upper, joint.a, x, middle - LABEL_TALL / 2),
        _way(lower, joint.b, x, middle + LABEL_TALL / 2),
    ]
    paint = core_paint(tint)
    drawn = "".join(
        path(d, "core-edge core-thin") + path(d, "core core-thin", stroke=paint) for d in ways
    )
    box = rect(x - wide / 2 + 3, middle - LABEL_TALL / 2, wide - 6, LABEL_TALL, "core-label", rx=3)
    words = own_name(joint.core)
    if wide >= WORDS_FROM:
        words = f"{words} · {tint}"
    handle = element(
        "g",
        box + text(x, middle + 5, words, "core-name", "middle"),
        class_="core-handle",
        data_core=joint.core,
        tabindex="0",
        role="button",
        aria_label=f"{core_said(joint.core)} · {tint}: take this core",
        aria_pressed="false",
    )
    return group(drawn + handle, class_="core-run")


def _way(shown: _Shown, mark: str | None, x: float, label_y: float) -> str:
    """From a cavity out of its face and to the label; beside what lies between, never across it."""
    cavity = shown.cavity(mark)
    if cavity is None:
        return f"M{x:g} {label_y + -shown.down * 46:g}V{label_y:g}"
    cx, cy = shown.at(cavity)
    half = (shown.edge + label_y) / 2
    onward = f"C{{0:g}} {half:g} {x:g} {half:g} {x:g} {label_y:g}"
    side = _side_step(shown, cavity)
    if (cy - shown.edge) * shown.down > 0:
        return f"M{cx:g} {cy:g}" + onward.format(cx)
    if not side:
        return f"M{cx:g} {cy:g}V{shown.edge:g}" + onward.format(cx)
    out = cx + side
    turn = cy + (shown.edge - cy) * 0.4
    beside = f"M{cx:g} {cy:g}C{out:g} {cy:g} {out:g} {turn:g} {out:g} {shown.edge:g}"
    return beside + onward.format(out)


def _side_step(shown: _Shown, cavity: Cavity) -> float:
    """How far a core steps aside, in px, to pass the terminals between its own and the edge."""
    cx, cy = shown.at(cavity)
    room = shown.r + 7
    others = [shown.at(c) for c in shown.face.cavities if c.mark not in (cavity.mark, SHELL)]
    ahead = [x for x, y in others if (y - cy) * shown.down > 0 and abs(x - cx) < room]
    if not ahead:
        return 0.0
    outward = 1 if cx >= WIDTH / 2 else -1
    return outward * (room + 5)


def _marks(shown: _Shown) -> str:
    """The mark of each cavity, over its terminal and above every wire."""
    return "".join(
        text(x, y + 4.5, c.mark, "cavity-mark cavity-on over", "middle")
        for c in shown.face.cavities
        for x, y in (shown.at(c),)
    )


def _title(shown: _Shown, y: float, turned: bool) -> str:
    part = shown.end.part
    side, seen = "wiring side", "as you hold it open"
    if turned:
        side, seen = "mating face", SEEN.get(part.contact, "as you look in")
    words = f"{part.short[0].upper()}{part.short[1:]}, {side}"
    return text(20, y, words, "facing-title") + text(20, y + 20, seen, "facing-sub")


def _spots(shown: _Shown) -> str:
    """Where a core can be put: one spot on each cavity, for a tap, a drop or a key."""
    words = shown.end.named.capitalize()
    return "".join(
        circle(
            *shown.at(c),
            shown.r + 3,
            "spot",
            data_end=(shown.end.side or "A").lower(),
            data_mark=c.mark,
            tabindex="0",
            role="button",
            aria_label=f"{words}, cavity {c.mark}",
        )
        for c in shown.face.cavities
    )


def _turn(end: LeadEnd, y: float, turned_round: frozenset[str]) -> str:
    """The press that turns an end round or back, the other end left as it is."""
    side = end.side or "A"
    words = f"turn the {end.part.short} {'back' if side in turned_round else 'round'}"
    then = "".join(sorted(turned_round ^ {side}))
    press = rect(WIDTH - 190, y, 170, 22, "turn-press", rx=3)
    press += text(WIDTH - 105, y + 16, words, "turn-words", "middle")
    return element(
        "a", press, class_="turn", data_turn=side, href=f"?turn={then}", aria_label=words
    )
