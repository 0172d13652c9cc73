"""A lead that is not one cord between two faces: its fittings down both sides and in the middle, its
cables as separate strands between them. A lug lies on its stud; only what mates shows a face.
"""

from collections import Counter
from dataclasses import dataclass
from functools import cached_property
from itertools import accumulate, pairwise

from euthyne.core.assembly.joints import Joint
from euthyne.core.assembly.records import POWER
from euthyne.core.kinds.ways import WaysBrief
from euthyne.core.order.laid import CableEnd, End
from euthyne.core.plan import Plan
from euthyne.core.shelf.face import Face
from euthyne.core.shelf.part import Part, mating_face, wiring_side
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.trade.corewords import cable_said, core_said, course_said, own_name
from euthyne.drawing.colours import core_paint
from euthyne.drawing.face import face_drawing, pitch, wiring_drawing
from euthyne.drawing.pen import circle, element, group, path, rect, sheet, text

WIDTH, TOP, TITLE, GAP = 1232.0, 14.0, 58.0, 22.0
COLUMNS = {"A": 250.0, None: 616.0, "B": 982.0}
MATING = {"A": 90.0, "B": 1142.0}
FACE_PX, LUG_TALL, ROW = 104.0, 64.0, 34.0
UNDER = 30.0  # under the cores of a cable, for its words
LABEL_WIDE, LABEL_TALL = 132.0, 26.0
ON_A_LABEL = 18  # letters
FACES = ("pin", "socket", "genderless")
SEEN = {"pin": "as the socket sees it", "socket": "as the plug sees it"}


def hangs_together_otherwise(plan: Plan) -> bool:
    """True for a lead that is more, or other, than one fitting with its face on each side."""
    if len(plan.ends.all) != 2 or any(end.side is None for end in plan.ends.all):
        return True
    if any(cable.existing is not None for cable in plan.lead.cables):
        return True
    return any(_lugged(end) or end.fitting.existing for end in plan.ends.all)


def mates(part: Part) -> bool:
    """True for a part with a face that another half goes onto."""
    return part.contact in FACES


_Spot = tuple[float, float] | None


@dataclass(frozen=True)
class _Stood:
    """A fitting where it stands on the sheet: its end, the middle of it, how tall it is in px."""

    end: LeadEnd
    x: float
    y: float
    tall: float

    @property
    def lug(self) -> bool:
        """True for a lug or a clamp: it has no face, and lies on its stud."""
        return _lugged(self.end)

    @property
    def face(self) -> Face:
        """What is seen of it: its wiring side, or what sits in the middle from above."""
        if self.end.side is None:
            return self.end.part.face
        return wiring_side(self.end.part)

    @property
    def scale(self) -> float:
        """Px to the mm of its face."""
        face = self.end.part.face
        return min(FACE_PX / face.width, (self.tall - 4) / face.height)

    @property
    def inward(self) -> int:
        """1 where its cores leave to the right, -1 to the left, 0 in the middle."""
        return {"A": 1, "B": -1, None: 0}[self.end.side]

    def cavity(self, mark: str) -> tuple[float, float]:
        """Where a cavity is on the sheet."""
        if self.lug:
            return self.x + self.inward * 44, self.y
        at = next(c for c in self.face.cavities if c.mark == mark)
        return self.x + at.x * self.scale, self.y - at.y * self.scale


class _Sheet:
    """Everything where it stands: fittings in their columns, and a row for each core between."""

    def __init__(self, plan: Plan) -> None:
        self.plan = plan
        columns = {side: [e for e in plan.ends.all if e.side == side] for side in COLUMNS}
        heights = {side: sum(map(_height, ends)) for side, ends in columns.items()}
        rows = len(plan.ends.joints) * ROW
        self.tall = TOP + max(*heights.values(), rows + 40.0)
        self.stood = {
            stood.end.id: stood
            for side, ends in columns.items()
            for stood in self._stack(side, ends, heights[side])
        }

    def _stack(self, side: str | None, ends: list[LeadEnd], tall: float) -> list[_Stood]:
        found, y = [], TOP + (self.tall - TOP - tall) / 2
        for end in ends:
            title = 0.0 if _lugged(end) else TITLE
            own = _height(end) - title - GAP
            found.append(_Stood(end, COLUMNS[side], y + title + own / 2, own))
            y += _height(end)
        return found

    def point(self, fitting: str, cavity: str) -> tuple[float, float]:
        """Where a cavity is on the sheet."""
        return self.stood[fitting].cavity(cavity)

    def hidden(self, spot: _Spot, edge: float) -> bool:
        """True where the terminal of another core lies between a cavity and the label it runs to."""
        if spot is None:
            return False
        x, y = spot
        others = (
            stood.cavity(mark) for stood in self.stood.values() for mark in stood.end.part.marks
        )
        return any(
            min(x, edge) + 1 < ox < max(x, edge) - 1 and abs(ox - x) < FACE_PX and abs(oy - y) < 14
            for ox, oy in others
        )

    @cached_property
    def runs(self) -> list["_Run"]:
        """Every core with the ends of its way and its row, from the top down."""
        courses = self.plan.given.assembly.courses
        ways: dict[str, tuple[Joint, _Spot, _Spot]] = {}
        for joint, course in zip(self.plan.ends.joints, courses, strict=True):
            a = self.point(*course.a) if course.a else None
            b = self.point(*course.b) if course.b else None
            ways[joint.core] = (joint, a, b)
        columns = self._label_columns(list(ways.values()))
        return _rows([self._run(*way, columns[way[0].cable]) for way in ways.values()])

    def _label_columns(self, ways: list[tuple[Joint, _Spot, _Spot]]) -> dict[str, float]:
        """For each cable the middle of its labels: half way between its ends; a cable whose cores
        begin in two columns has them all where its last ones begin.
        """
        found: dict[str, float] = {}
        for joint, a, b in ways:
            x = (self._column(joint, "A", a) + self._column(joint, "B", b)) / 2
            found[joint.cable] = max(x, found.get(joint.cable, 0.0))
        return found

    def _column(self, joint: Joint, end: End, spot: _Spot) -> float:
        if spot is not None:
            return self._column_of(spot[0])
        places = self.plan.given.assembly.places_at(CableEnd(joint.cable, end))
        return COLUMNS[None] if places and places[0] in self.stood else COLUMNS[end]

    def _run(self, joint: Joint, a: _Spot, b: _Spot, x: float) -> "_Run":
        """A core on its way; one that passes what sits in the middle passes below it."""
        ys = [spot[1] for spot in (a, b) if spot is not None] or [self.tall / 2]
        y = sum(ys) / len(ys)
        between = [s for s in self.stood.values() if s.end.side is None]
        if (
            between
            and a
            and b
            and {self._column_of(a[0]), self._column_of(b[0])} == {COLUMNS["A"], COLUMNS["B"]}
        ):
            y = max(y, max(s.y + s.tall / 2 for s in between) + ROW)
        return _Run(joint, a, b, x, y)

    @staticmethod
    def _column_of(x: float) -> float:
        return min(COLUMNS.values(), key=lambda column: abs(column - x))


@dataclass(frozen=True)
class _Run:
    """A core on the sheet: where it lands at each end, and the middle of its label."""

    joint: Joint
    a: tuple[float, float] | None
    b: tuple[float, float] | None
    x: float
    y: float


def _rows(runs: list[_Run]) -> list[_Run]:
    """The runs with labels of one column a row apart, and room for the words of a cable under its cores."""
    found: list[_Run] = []
    for x in dict.fromkeys(run.x for run in runs):
        column = sorted((run for run in runs if run.x == x), key=lambda run: run.y)
        many = Counter(run.joint.cable for run in column)
        apart = [_apart(a, b, many) for a, b in pairwise(column)]
        if all(b.y - a.y >= least for (a, b), least in zip(pairwise(column), apart, strict=True)):
            found += column
            continue
        middle = sum(run.y for run in column) / len(column)
        first = max(middle - sum(apart) / 2, TOP + LABEL_TALL)
        rows = accumulate(apart, initial=first)
        found += [
            _Run(run.joint, run.a, run.b, run.x, y) for run, y in zip(column, rows, strict=True)
        ]
    return found


def _apart(a: _Run, b: _Run, many: Counter[str]) -> float:
    """How far the labels of two neighbours are apart at least."""
    sheathed = max(many[a.joint.cable], many[b.joint.cable]) > 1
    return ROW + (UNDER if sheathed and a.joint.cable != b.joint.cable else 0.0)


def _height(end: LeadEnd) -> float:
    if _lugged(end):
        return LUG_TALL + GAP
    face = end.part.face
    own = max(face.height * min(FACE_PX / face.width, FACE_PX / face.height), 40.0)
    return TITLE + own + GAP


def _lugged(end: LeadEnd) -> bool:
    return end.part.contact in ("lug", "clamp")


def strands(plan: Plan, presses: bool = True) -> str:
    """All the fittings of a lead and its cores between them.

    Parameters: plan; presses, False on paper, where nothing can be moved. Returns: SVG text.
    """
    laid = _Sheet(plan)
    body = "".join(_fitting(stood) for stood in laid.stood.values())
    body += "".join(_wires(plan, laid, run) for run in laid.runs) + _cables(plan, laid)
    body += "".join(_handle(plan, run) for run in laid.runs)
    if presses:
        body += "".join(_spots(plan, stood) for stood in laid.stood.values())
    said = "; ".join(
        f"{core_said(j.core)} {plan.ends.colours.of(j.core)} {course_said(j.a, j.b)}"
        for j in plan.ends.joints
    )
    foot = max([laid.tall, *(run.y + 44 for run in laid.runs)])
    return sheet(WIDTH, foot + 12, body, "facing", f"Wire map. {said}", role="group")


def _fitting(stood: _Stood) -> str:
    end, part = stood.end, stood.end.part
    title = end.named[0].upper() + end.named[1:]
    below = part.words if end.side is not None else part.words.partition(",")[0]
    y = stood.y - stood.tall / 2
    if stood.lug:
        y = stood.y + 12
    else:
        y -= 12
    anchor = {1: "start", -1: "end", 0: "middle"}[stood.inward]
    x = stood.x - stood.inward * 216
    body = text(x, y - 22, title, "facing-title", anchor) + text(
        x, y - 4, below, "facing-sub", anchor
    )
    if stood.lug and end.stud:
        body += text(x, y + 13, f"on an {end.stud} stud", "facing-sub", anchor)
    if stood.lug:
        body += _lug(stood)
    else:
        body += wiring_drawing(
            stood.face, part.contact, stood.x, cy=stood.y, scale=stood.scale, joint=part.joint
        )
        if mates(part) and end.side is not None:
            x = MATING[end.side]
            body += face_drawing(mating_face(part), part.contact, x, cy=stood.y, scale=stood.scale)
    return group(body, class_="not-ours" if end.fitting.existing else None)


def _lug(stood: _Stood) -> str:
    """A lug with its palm on a stud, its barrel towards the cable."""
    x, y, way = stood.x, stood.y, stood.inward or 1
    barrel = rect(min(x + way * 16, x + way * 58), y - 9, 42, 18, "lug-metal", rx=2)
    palm = circle(x, y, 22, "lug-metal")
    nut = "".join(
        f"{'M' if i == 0 else 'L'}{x + 11 * dx:g} {y + 11 * dy:g}"
        for i, (dx, dy) in enumerate(
            ((1, 0), (0.5, 0.87), (-0.5, 0.87), (-1, 0), (-0.5, -0.87), (0.5, -0.87))
        )
    )
    return palm + barrel + path(f"{nut}Z", "stud-nut") + circle(x, y, 5.5, "stud")


def _wires(plan: Plan, laid: _Sheet, run: _Run) -> str:
    """A core from its cavity to its label and on to its other cavity, pale where it was there."""
    joint = run.joint
    cable = plan.given.assembly.cable(joint.cable)
    # A bus wire has no insulation of its own, and so no colour.
    tint = "bare" if cable.id in plan.ends.tapes else plan.ends.colours.of(joint.core)
    thin = " core-thin"
    if not plan.conductor.laid[cable.id].sheathed and cable.circuit == POWER:
        thin = ""
    left, right = run.x - LABEL_WIDE / 2, run.x + LABEL_WIDE / 2
    hidden = (laid.hidden(run.a, left), laid.hidden(run.b, right))
    ways = [_way(run.a, left, run.y, hidden[0]), _way(run.b, right, run.y, hidden[1])]
    paint = core_paint(tint)
    drawn = "".join(
        path(d, f"core-edge{thin}") + path(d, f"core{thin}", stroke=paint) for d in ways
    )
    there = " not-ours" if cable.existing is not None else ""
    return group(drawn, class_=f"core-run{there}")


def core_label(plan: Plan, core: str) -> str:
    """What stands on the label of a core: its number or function, what its way is for where somebody said so,
    its colour where there is room.
    """
    joint = next(j for j in plan.ends.joints if j.core == core)
    if joint.cable in plan.ends.tapes:
        return "E · braid" if joint.function == "E" else f"{joint.function} · bus wire"
    told = WaysBrief.of(plan.lead.brief)
    what = told.says("supply").get(joint.a or "") or told.says("load").get(joint.b or "", "")
    words = [own_name(core), what, plan.ends.colours.of(core)]
    said = " · ".join(filter(None, words))
    return said if len(said) <= ON_A_LABEL else " · ".join(filter(None, words[:2]))[:ON_A_LABEL]


def _handle(plan: Plan, run: _Run) -> str:
    """The label of a core, by which it is taken in the hand."""
    joint, left = run.joint, run.x - LABEL_WIDE / 2
    tint = plan.ends.colours.of(joint.core)
    box = rect(left, run.y - LABEL_TALL / 2, LABEL_WIDE, LABEL_TALL, "core-label", rx=3)
    return element(
        "g",
        box + text(run.x, run.y + 5, core_label(plan, joint.core), "core-name", "middle"),
        class_="core-handle",
        data_core=joint.core,
        tabindex="0",
        role="button",
        aria_label=f"{core_said(joint.core)} · {tint}: take this core",
        aria_pressed="false",
    )


def _way(point: _Spot, edge: float, y: float, hidden: bool) -> str:
    """From a cavity to a label's edge; a core that is cut back ends short, one that lies behind
    another's terminal leaves it sideways.
    """
    if point is None:
        return f"M{edge:g} {y:g}h0"
    x, y0 = point
    half = (x + edge) / 2
    if hidden:
        off = max(abs(y - y0), 34.0) if y >= y0 else -max(abs(y - y0), 34.0)
        return f"M{x:g} {y0:g}C{x:g} {y0 + off:g} {half:g} {y:g} {edge:g} {y:g}"
    return f"M{x:g} {y0:g}C{half:g} {y0:g} {half:g} {y:g} {edge:g} {y:g}"


def _cables(plan: Plan, laid: _Sheet) -> str:
    """The words of each cable under its cores, and the sheath round those that share one."""
    body = ""
    for cable in plan.given.assembly.cables:
        own = [run for run in laid.runs if run.joint.cable == cable.id]
        if len(own) < 2:
            if not _crowded(own[0], laid.runs) and (cable.existing is not None or cable.jumper):
                words = cable_said(cable.id)
                body += text(own[0].x, own[0].y - 20, words, "facing-sub", "middle")
            continue
        top, foot = own[0].y - LABEL_TALL / 2 - 5, own[-1].y + LABEL_TALL / 2 + 5
        x = own[0].x - LABEL_WIDE / 2 - 8
        body += rect(x, top, LABEL_WIDE + 16, foot - top, "sheath-round", rx=8)
        words = cable_said(cable.id)
        if not cable.new:
            words = f"{words}, there already"
        body += text(own[0].x, foot + 16, words, "facing-sub", "middle")
    return body


def _crowded(run: _Run, runs: list[_Run]) -> bool:
    """True where the label of another core stands right above or below: there is no room for words."""
    others = (other for other in runs if other is not run and other.x == run.x)
    return any(abs(other.y - run.y) <= ROW + 4 for other in others)


def _spots(plan: Plan, stood: _Stood) -> str:
    """Where a core can be put: one spot on each cavity, for a tap, a drop or a key."""
    side = (stood.end.side or "m").lower()
    size = 15.0 if stood.lug else min(20.0, pitch(stood.end.part.face) * stood.scale / 2)
    marks = plan.given.map
    return "".join(
        circle(
            *stood.cavity(cavity),
            size,
            "spot",
            data_end=side,
            data_mark=marks.mark((stood.end.id, cavity)),
            tabindex="0",
            role="button",
            aria_label=f"{stood.end.named}, cavity {cavity}",
        )
        for cavity in stood.end.part.marks
    )
