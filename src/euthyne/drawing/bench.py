"""The cord as it must be now: threaded parts on it, sheath off, cores bare, terminals landed."""

from collections.abc import Sequence
from dataclasses import dataclass
from textwrap import wrap

from euthyne.core.lead.step import Does, StepName, step_named
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import ThreadedPart
from euthyne.core.stages.build.bodysteps import sealed_grip
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.build.jobs import SHIELD, fittings
from euthyne.core.stages.cut.strip import CoreStrip
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.figure import metres
from euthyne.drawing.bodywork import body_drawing, braid_drawing
from euthyne.drawing.colours import core_paint
from euthyne.drawing.housing import ways_drawing, ways_tall
from euthyne.drawing.joint import Tip, joint_drawing
from euthyne.drawing.laidout import Form, lay, parts_of
from euthyne.drawing.pen import circle, group, letters, line, mark, path, rect, sheet, text
from euthyne.drawing.staircase import staircase_drawing
from euthyne.drawing.tape import tape_drawing

WIDTH, HEIGHT, LOW, CORD_Y, CORD = 1240.0, 380.0, 300.0, 150.0, 62.0
SHEATH_END, CORE_END, BARE = 880.0, 1060.0, 46.0
SINGLE, PER_MM, LEAST_BARE, MOST_BARE = 48.0, 3.4, 74.0, 104.0
OTHER_Y, OTHER_THICK = 24.0, 24.0
FIRST_PART_X, SEATED_X = 130.0, 1010.0
AT_SHEATH = {
    "tail": 880.0,
    "grommet": 850.0,
}  # what comes to the end of the sheath, not over the joints
COPPER = "copper"  # the step of a body that puts a copper sleeve round strands
BUTT = 150.0  # what the sleeve of a butt covers, in px
SHAPE_HALF = {
    "boot": 62.0,
    "cowl": 74.0,
    "box": 74.0,
    "cap": 60.0,
    "cover": 74.0,
    "shell": 74.0,
    "nut": 60.0,
    "marker": 38.0,
    "along": 38.0,
}


# What is said below a loose part: a line of its name and of its facing, and a letter of each, in px.
PART_LINE, FACING_LINE, PART_PX, FACING_PX = 27.0, 21.0, 14.0, 11.0
# Where the names of the ends stand, a line of them, and a letter of the figure, in px.
NAMES_Y, NAME_PX, FIGURE_PX = 352.0, 32.0, 20.5
WHOLE_FORM = Form(
    width=1240, height=380, cord_y=190, end_tall=190, cord=38, band=60, words=True, dimension=False
)


BODY_WORDS = {
    "grip": "clamp here, on sheath",
    "fuse": "the fuse sits in the live side",
    "close": "nothing pinched",
}


class _Bench:
    """The end being worked on at a step: what is done before it, and how thick and how far apart
    its cores are.
    """

    def __init__(self, plan: Plan, step: BuildStep, name: StepName) -> None:
        self.plan = plan
        self.step = step
        self.name = name
        self.job = plan.build.job
        self.e = self.job.end_of(name)
        self.part = self.job.body_of(name).part
        self.strip = self.e.strip
        self.corded = self.e.cable.sheathed
        self._done = {s.key for s in plan.build.steps[: plan.build.steps.index(step)]}

    @property
    def done_keys(self) -> frozenset[str]:
        """The steps before this one."""
        return frozenset(self._done)

    def _key(self, does: Does, on: str) -> str:
        if does in ("strip", "cores", "layer", "thread"):
            return self.job.step(does, self.e.at, on).key
        return self.job.step_on_core(does, self.e.at, on).key

    def done(self, does: Does, on: str = "") -> bool:
        """True when something is done at this end before the step."""
        return self._key(does, on) in self._done

    def done_or_now(self, does: Does, on: str = "") -> bool:
        """True when something is done at this end, or is what the step does."""
        return self.done(does, on) or self.step.key == self._key(does, on)

    def seated(self, part: str) -> bool:
        """True once a loose part has come to its place, or where the step brings it there."""
        body = self.job.body_of(self.name)
        for made in body.part.making:
            if made.seats == part:
                key = self.job.step_at_body("make", body, on=made.id).key
                return key in self._done or key == self.step.key
        return False

    def comes_up(self, part: str) -> bool:
        """True where a loose part is brought up to the body: as it shuts, or its gland as it is tightened."""
        if self.step.kind == "grip":
            return part in {t.id for t in self.part.threaded} and sealed_grip(self.part)
        return self.step.kind == "close"

    @property
    def bare(self) -> bool:
        """True once the cores can be seen."""
        return self.done_or_now("strip") or not self.corded

    @property
    def thick(self) -> float:
        """A core's thickness in px: its share of the cord; a single cable fills the hand by itself."""
        if self.corded:
            return CORD * self.e.cable.core_mm / self.e.cable.over_all_mm
        return SINGLE

    @property
    def spread(self) -> float:
        """From the middle of the first core to that of the last, in px: room for sleeves, within
        the sheet.
        """
        apart = max(46.0, 1.42 * self.thick + 16)
        return min(apart * (len(self.strip.cores) - 1), 208.0)

    @property
    def half(self) -> float:
        """Half of what the loose parts pass over, in px."""
        if self.corded:
            return CORD / 2
        return self.spread / 2 + SINGLE / 2


def bench_drawing(plan: Plan, step: BuildStep) -> str:
    """The end being worked on, as it should look at a step: all that comes before it done, nothing
    after it.
    """
    name = step_named(step.key)
    if step.end is None or name is None:
        return _whole(plan, step)
    bench = _Bench(plan, step, name)
    if step.kind == "make" and (made := body_drawing(plan, bench.part, name.on)):
        return sheet(WIDTH, LOW, made, "bench-drawing", step.headline)
    if step.kind == "layer":
        return staircase_drawing(bench.strip.stairs, bench.strip.whose, step.part or "")
    if bench.e.cable.own_layers:
        return _tape(bench)
    if bench.bare:
        tip = SHEATH_END
    else:
        tip = CORE_END
    body = ""
    if bench.corded:
        body += rect(0, CORD_Y - CORD / 2, tip, CORD, "cord")
        body += line(0, CORD_Y - 18, tip, CORD_Y - 18, "cord-shine wide")
    body += _cores(bench) if bench.bare else path(f"M{tip} {CORD_Y - 31}v62", "cut-end")
    on_cable = fittings(bench.e.at, plan.build.job)
    home = next((i for i, part in enumerate(on_cable) if bench.seated(part.id)), None)
    for place, part in enumerate(on_cable):
        if home is not None and place > home:
            continue  # what lies nearer the tip is inside what has come to its place
        body += _threaded(bench, part, place, on_cable)
    if step.kind in BODY_WORDS:
        body += _body(step)
    housing, more = plan.build.job.housing, 0.0
    if step.kind == "insert" and housing and housing.cavity and housing.connector_ways:
        body += ways_drawing(housing.connector_ways, housing.cavity, WIDTH - 24, CORD_Y + 62)
        more = ways_tall(housing.connector_ways) - LOW + CORD_Y + 70
    body += _other_pole(bench)
    if on_cable:
        tall = HEIGHT + max(bench.half - 60, 0.0) + max(_said(p, on_cable).more for p in on_cable)
    else:
        tall = LOW
    return sheet(
        WIDTH, tall + max(more, 0.0), body, "bench-drawing", f"{step.headline}. {step.detail}"
    )


def _tape(bench: _Bench) -> str:
    """The end of a tape: what is measured of it before its cord is on is measured where it is spliced."""
    job, step = bench.job, bench.step
    made = next((m for m in bench.part.making if m.id == bench.name.on), None)
    measured = step.kind == "make" and made is not None and made.ahead
    e = job.at(bench.e.at.other) if measured else bench.e
    off = {
        s.layer.id
        for s in e.strip.stairs
        if job.step("layer", e.at, s.layer.id).key in bench.done_keys
    }
    joined = {}
    for core in e.strip.cores:
        key = job.step_on_core("land", e.at, core.core).key
        if key == step.key:
            joined[core.core] = "now"
        elif key in bench.done_keys:
            joined[core.core] = "done"
    sealed = ""
    if e.termination.joint == "blind":
        joined = {}
        if step.kind == "make":
            sealed = "now"
    label = f"{step.headline}. {step.detail}"
    return tape_drawing(e, frozenset(off), joined, sealed, measured, label)


def _other_pole(bench: _Bench) -> str:
    """On a live battery the other pole is shown above: whole, or joined and under its sleeve."""
    live = bench.job.one_pole_at_a_time
    if bench.e.at not in live:
        return ""
    body = ""
    for at in live:
        if at == bench.e.at:
            continue
        other = bench.job.at(at)
        core = other.strip.cores[0].core
        covered = bench.job.step_on_core("shrink", at, core).key in bench.done_keys
        paint = core_paint(bench.plan.ends.colours.of(core))
        way = f"M0 {OTHER_Y:g}H{CORE_END:g}"
        body += path(way, "bench-core-edge", stroke_width=OTHER_THICK + 1.6)
        body += path(way, "bench-core", stroke=paint, stroke_width=OTHER_THICK)
        tint = other.colours.called(core)
        said = f"{tint}: joined, under its sleeve" if covered else f"{tint}: stays whole"
        end = "part-on" if covered else "bench-body"
        body += rect(CORE_END - 46, OTHER_Y - 19, 92, 38, end, rx=5)
        body += text(CORE_END - 64, OTHER_Y + 34, said, "bench-facing", "end")
    return body


def _whole(plan: Plan, step: BuildStep) -> str:
    """The whole lead, laid out or cut."""
    low = CORD_Y + 40
    laid = lay(plan, WHOLE_FORM)
    apart = 46 if step.kind == "cut" else 90
    words = ""
    if plan.cut.length is not None:
        y = low + 80
        lengths = dict.fromkeys(f"{metres(x.cut_m):.2f}" for x in plan.cut.lengths.values())
        said = " and ".join(lengths)
        words = text(600, y + 7, said, "bench-figure", "middle")
        half = letters(said) * FIGURE_PX / 2 + 16
        for start, end in ((300 + apart, 600 - half), (600 + half, 900 - apart)):
            words += line(start, y, end, y, "dimension") if start < end else ""
        words += line(300 + apart, y - 9, 300 + apart, y + 9, "dimension")
        words += line(900 - apart, y - 9, 900 - apart, y + 9, "dimension")
    names = _names(plan, "A", 30, "start") + _names(plan, "B", WIDTH - 30, "end")
    cordname = text(620, low - 84, plan.conductor.written, "bench-part", "middle")
    return sheet(
        WIDTH,
        HEIGHT,
        laid.drawn + words + names + cordname,
        "bench-drawing",
        step.headline,
    )


def _names(plan: Plan, side: str, x: float, anchor: str) -> str:
    """What is at an end, a line for each part, by the first of its words: the rest is in the step."""
    named = [words.partition(",")[0] for words in parts_of(plan, side)]
    top = NAMES_Y - NAME_PX * (len(named) - 1)
    return "".join(
        text(x, top + NAME_PX * i, words, "bench-part", anchor) for i, words in enumerate(named)
    )


def _cores(bench: _Bench) -> str:
    cores = bench.strip.cores
    many = len(cores)
    apart = bench.spread / max(many - 1, 1)
    if many > 1:
        thick = min(bench.thick, (apart - 10) / 1.42)
    else:
        thick = bench.thick
    body = ""
    for place, core in enumerate(cores):
        off = place - (many - 1) / 2
        leaves = CORD_Y + off * min(18.0, CORD / many)
        body += _core(bench, core, _Lie(CORD_Y + off * apart, leaves, thick))
    return body


@dataclass(frozen=True)
class _Lie:
    """Where a core lies: its height, the height it leaves the sheath at, its thickness, in px."""

    y: float
    leaves: float
    thick: float


def _core(bench: _Bench, core: CoreStrip, lie: _Lie) -> str:
    """A core from the sheath to its end, bared, sleeved and landed as far as it is."""
    trimmed = bench.done_or_now("cores")
    bare = min(max(core.strip_mm * PER_MM, 30.0 if bench.corded else LEAST_BARE), MOST_BARE)
    full = CORE_END + (BARE if bench.corded else LEAST_BARE - 40) - SHEATH_END
    longest = max(c.core_mm for c in bench.strip.cores)
    if trimmed and bench.corded:
        long = full * core.core_mm / longest
    else:
        long = full
    end = SHEATH_END + long - (bare if trimmed else 0)
    way = f"M0 {lie.y:g}H{end:g}"
    if bench.corded:
        bend = f"{SHEATH_END + 40} {lie.leaves:g} {SHEATH_END + 34} {lie.y:g}"
        way = f"M{SHEATH_END} {lie.leaves:g}C{bend} {SHEATH_END + 80} {lie.y:g}H{end:g}"
    faint = " faint"
    if bench.step.core in (None, core.core):
        faint = ""
    paint = core_paint(bench.plan.ends.colours.of(core.core))
    body = path(way, f"bench-core-edge{faint}", stroke_width=lie.thick + 1.6)
    body += path(way, f"bench-core{faint}", stroke=paint, stroke_width=lie.thick)
    if trimmed:
        body += rect(end, lie.y - lie.thick * 0.36, bare, lie.thick * 0.72, "bare")
        body += _copper_sleeve(bench, core.core, end, bare, lie)
    ready = bench.step.ready and bench.step.core == core.core
    # A shield is clamped or twisted: no contact of the others is on it.
    landed = bench.done_or_now("land", core.core) and core.cavity != SHIELD
    if landed and not ready:
        tip = Tip(end, end + bare, lie.y, lie.thick / 2)
        into = bench.e.body_of(core.core).part
        inserted = bench.done_or_now("insert", core.core)
        now = bench.step.core == core.core and bench.step.kind in ("land", "insert")
        mark_of = f"way {core.cavity}" if inserted and len(into.marks) > 1 else ""
        body += joint_drawing(into, tip, now=now, inserted=inserted, cavity=mark_of)
    body += _on_core(bench, core.core, end, lie)
    return body + text(1206, lie.y + 7, own_name(core.core), "bench-core-mark")


def _copper_sleeve(bench: _Bench, core: str, end: float, bare: float, lie: _Lie) -> str:
    """The copper sleeve round the strands, where a clamp wants one; its split along it."""
    body = bench.e.body_of(core)
    made = next((m for m in body.part.making if m.id == COPPER), None)
    if made is None:
        return ""
    key = bench.job.step_at_body("make", body, on=made.id).key
    now = key == bench.step.key
    if not now and key not in bench.done_keys:
        return ""
    kind = "part-now" if now else "terminal"
    sleeve = rect(end + 3, lie.y - lie.thick * 0.42, bare - 2, lie.thick * 0.84, kind, rx=3)
    return sleeve + line(end + 3, lie.y - 3, end + bare, lie.y - 3, "screw")


def _on_core(bench: _Bench, core: str, end: float, lie: _Lie) -> str:
    """The sleeve or seal of a core: parked back from the tip, or over the joint once it is shrunk."""
    if not (bench.done_or_now("sleeve", core) or bench.done_or_now("wireseal", core)):
        return ""
    shrinking = bench.step.kind == "shrink" and bench.step.core == core
    now = shrinking or (bench.step.kind == "on-core" and bench.step.core == core)
    tight = bench.done_or_now("shrink", core)
    long = 40 + 1.4 * lie.thick
    tall = lie.thick * (1.16 if tight else 1.42) + 6
    if lie.thick < SINGLE:
        furthest_back = SHEATH_END + 36
    else:
        furthest_back = 0
    if tight and bench.e.body_of(core).joins:
        at, long, tall = end - 24, BUTT, tall + 8
    elif tight:
        at = end - long * 0.45
    elif bench.done_or_now("wireseal", core) and bench.done_or_now("land", core):
        at = end - long + 4
    else:
        at = max(end - long - 54, furthest_back)
    kind = "part-now" if now else "part-on"
    if bench.done_or_now("wireseal", core):
        return _wire_seal(at, lie.y, long, tall, kind)
    return rect(at, lie.y - tall / 2, long, tall, kind, rx=4)


def _wire_seal(x: float, y: float, long: float, tall: float, kind: str) -> str:
    """A seal on a wire: its wide ribs to the rear, its narrow barrel to the contact."""
    barrel = rect(x, y - tall * 0.36, long, tall * 0.72, kind, rx=3)
    ribs = (
        rect(x + long * at, y - tall / 2, long * 0.13, tall, kind, rx=4) for at in (0.08, 0.3, 0.52)
    )
    return barrel + "".join(ribs)


@dataclass(frozen=True)
class _Said:
    """What stands below a loose part: its name and which way it faces, in lines."""

    name: tuple[str, ...]
    facing: tuple[str, ...]

    @property
    def more(self) -> float:
        """What it takes beyond a line of each, in px."""
        return PART_LINE * (len(self.name) - 1) + FACING_LINE * (len(self.facing) - 1)

    def drawn(self, x: float, y: float) -> str:
        """Its lines, the first at a height."""
        body = ""
        for words in self.name:
            body += text(x, y, words, "bench-part", "middle")
            y += PART_LINE
        for words in self.facing:
            body += text(x, y, words, "bench-facing", "middle")
            y += FACING_LINE
        return body


def _room(many: int) -> float:
    """What a loose part has to itself along the cable, in px."""
    return min(225.0, 700.0 / max(many, 1))


def _said(part: ThreadedPart, on_cable: Sequence[ThreadedPart]) -> _Said:
    """What stands below a loose part, no wider than it has room."""
    room = _room(len(on_cable))
    name = wrap(part.words.capitalize(), int(room / PART_PX))
    return _Said(tuple(name), tuple(wrap(part.facing, int(room / FACING_PX))) or ("",))


def _threaded(
    bench: _Bench, part: ThreadedPart, place: int, on_cable: Sequence[ThreadedPart]
) -> str:
    """A loose part on the cable, or being threaded; nothing while it is still off."""
    many = len(on_cable)
    now, on = bench.step.part == part.id, bench.done("thread", part.id)
    closing = on and bench.step.kind == "close"
    if not (now or on):
        return ""
    x = FIRST_PART_X + place * _room(many)
    if bench.seated(part.id):
        x = AT_SHEATH.get(part.id, SEATED_X)
    elif bench.comes_up(part.id):
        x = SHEATH_END - 150 - (many - 1 - place) * min(_room(many), 165.0)
    wider = max((bench.half + 12) / SHAPE_HALF.get(part.id, 46.0), 1.0)
    about = f"translate(0 {CORD_Y:g}) scale(1 {wider:.2f}) translate(0 {-CORD_Y:g})"
    drawn = _shape(part.id, x, "part-now" if now or closing else "part-on")
    shape = group(drawn, transform=about if wider > 1 else None)
    y = CORD_Y + max(104.0, bench.half + 48)
    sign = mark("done", x, y + 34, 21)
    if now or not on:
        number = text(x, y + 41, str(place + 1), "part-number", "middle")
        sign = circle(x, y + 34, 21, "part-turn") + number
    words = _said(part, on_cable).drawn(x, y + 86)
    return group(shape + line(x, y - 12, x, y + 8, "part-leader") + sign + words)


def _shape(kind: str, x: float, class_: str) -> str:
    """Recognisable bodies for the usual threaded parts, the tip to the right."""
    y = CORD_Y
    if kind in ("marker", "along"):
        words = "".join(
            line(x - 24 + dx, y - 8, x - 16 + dx, y - 8, "part-rib") for dx in (0, 14, 28, 42)
        )
        return (
            rect(x - 42, y - 38, 84, 76, class_, rx=3)
            + words
            + line(x - 24, y + 8, x + 10, y + 8, "part-rib")
        )
    if kind in ("cover", "shell"):
        return path(
            f"M{x - 70} {y - 44}L{x - 30} {y - 74}H{x + 70}V{y + 74}H{x - 30}L{x - 70} {y + 44}Z",
            class_,
        )
    if kind in ("boot", "cowl", "handle"):
        return path(
            f"M{x - 64} {y - 36}H{x - 20}C{x - 4} {y - 36} {x - 2} {y - 62} {x + 16} {y - 62}H{x + 64}"
            f"V{y + 62}H{x + 16}C{x - 2} {y + 62} {x - 4} {y + 36} {x - 20} {y + 36}H{x - 64}Z",
            class_,
        )
    if kind == "braid":
        return braid_drawing(x - 110, x + 130, y, 50, class_)
    if kind in ("long", "short"):
        half = 96 if kind == "long" else 58
        return rect(x - half, y - 42, 2 * half, 84, class_, rx=4)
    if kind in ("chuck", "claws"):
        fingers = "".join(
            line(x + 6, y + dy, x + 40, y + dy, "part-rib") for dy in (-30, -10, 10, 30)
        )
        return rect(x - 30, y - 44, 70, 88, class_, rx=8) + fingers
    if kind in ("nut", "cap", "locknut"):
        body = path(
            f"M{x - 34} {y - 48}L{x - 16} {y - 60}H{x + 34}V{y + 60}H{x - 16}L{x - 34} {y + 48}Z",
            class_,
        )
        return body + "".join(
            line(x - 12, y + dy, x + 34, y + dy, "part-rib") for dy in (-40, -14, 14, 40)
        )
    return path(
        f"M{x - 28} {y - 46}H{x + 16}L{x + 28} {y - 36}V{y + 36}L{x + 16} {y + 46}H{x - 28}Z",
        class_,
    )


def _body(step: BuildStep) -> str:
    frame = rect(SHEATH_END - 74, CORD_Y - 104, 366, 208, "bench-body", rx=18)
    held = "clamp"
    if step.kind == "grip":
        held = "clamp clamp-now"
    clamp = rect(SHEATH_END - 66, CORD_Y - 42, 30, 84, held, rx=5)
    words = BODY_WORDS[step.kind]
    return frame + clamp + text(SHEATH_END + 90, CORD_Y + 140, words, "bench-facing", "middle")
