"""The cord as it must be now: threaded parts on it, sheath off, cores bare, terminals landed."""

from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part, ThreadedPart
from euthyne.core.stages.build.buildplan import fittings
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.cut.strip import StripPlan
from euthyne.drawing.colours import STRIPES, core_paint
from euthyne.drawing.outline import end_drawing
from euthyne.drawing.pen import circle, group, line, mark, path, rect, sheet, text
from euthyne.drawing.staircase import staircase_drawing

WIDTH, HEIGHT, LOW, CORD_Y, CORD = 1240.0, 380.0, 300.0, 150.0, 62.0
SHEATH_END, CORE_END, BARE = 880.0, 1060.0, 46.0
SINGLE, PER_MM, MOST_BARE = 48.0, 3.4, 104.0
SHAPE_HALF = {"cover": 74.0, "shell": 74.0, "nut": 60.0, "marker": 38.0, "along": 38.0}


def bench_drawing(plan: Plan, step: BuildStep) -> str:
    """The end being worked on, as it should look at a step: all that comes before it done, nothing after it."""
    done = {s.key for s in plan.build.steps[: plan.build.steps.index(step)]}
    if step.end is None:
        return _whole(plan, step)
    part = plan.ends[step.end].part
    strip = plan.cut.strips[step.end]
    if step.kind == "layer":
        return staircase_drawing(strip.stairs, strip.whose, step.part or "")
    bare_now = (
        f"{step.end}-strip" in done or step.kind == "strip" or not plan.conductor.cable_type.cord
    )
    tip = SHEATH_END if bare_now else CORE_END
    body = STRIPES
    if plan.conductor.cable_type.cord:
        body += rect(0, CORD_Y - CORD / 2, tip, CORD, "cord")
        body += line(0, CORD_Y - 18, tip, CORD_Y - 18, "cord-shine wide")
    if bare_now:
        body += _cores(plan, strip, step, done)
    else:
        body += path(f"M{tip} {CORD_Y - 31}v62", "cut-end")
    on_cable = fittings(step.end, plan.build.job)
    half = (
        CORD / 2
        if plan.conductor.cable_type.cord
        else _spread(plan, len(strip.cores)) / 2 + SINGLE / 2
    )
    body += "".join(
        _threaded(t, i, step, done, len(on_cable), half) for i, t in enumerate(on_cable)
    )
    if step.kind in ("grip", "fuse", "close"):
        body += _body(part, step)
    tall = HEIGHT + max(half - 60, 0.0) if on_cable else LOW
    return sheet(WIDTH, tall, body, "bench-drawing", f"{step.headline}. {step.detail}")


def _whole(plan: Plan, step: BuildStep) -> str:
    """The whole lead, laid out or cut."""
    low = CORD_Y + 40
    left = end_drawing(plan.ends["A"].part, 300, low, 190, left=True)
    right = end_drawing(plan.ends["B"].part, 900, low, 190, left=False)
    apart = 46 if step.kind == "cut" else 90
    cord = rect(300 + apart, low - 19, 600 - 2 * apart, 38, "cord") + line(
        300 + apart, low - 9, 900 - apart, low - 9, "cord-shine wide"
    )
    words = ""
    if plan.cut.length is not None:
        y = low + 80
        words = text(600, y + 7, f"{plan.cut.length.cut_m:.2f} m", "bench-figure", "middle")
        words += line(300 + apart, y, 500, y, "dimension") + line(
            700, y, 900 - apart, y, "dimension"
        )
        words += line(300 + apart, y - 9, 300 + apart, y + 9, "dimension")
        words += line(900 - apart, y - 9, 900 - apart, y + 9, "dimension")
    names = text(30, 352, plan.ends["A"].part.words, "bench-part") + text(
        1210, 352, plan.ends["B"].part.words, "bench-part", "end"
    )
    cordname = text(600, low - 44, plan.conductor.written, "bench-part", "middle")
    return sheet(
        WIDTH,
        HEIGHT,
        cord + left + right + words + names + cordname,
        "bench-drawing",
        step.headline,
    )


def _cores(plan: Plan, strip: StripPlan, step: BuildStep, done: set[str]) -> str:
    trimmed = f"{step.end}-cores" in done or step.kind == "cores"
    longest = max((c.core_mm for c in strip.cores), default=1.0)
    thick = _thick(plan)
    many = len(strip.cores)
    apart = _spread(plan, many) / max(many - 1, 1)
    thick = min(thick, (apart - 10) / 1.42) if many > 1 else thick
    body = ""
    for i, core in enumerate(strip.cores):
        bare = min(max(core.strip_mm * PER_MM, 30.0), MOST_BARE)
        y = CORD_Y + (i - (many - 1) / 2) * apart
        start = CORD_Y + (i - (many - 1) / 2) * min(18.0, CORD / many)
        long = (core.core_mm / longest if trimmed else 1.0) * (CORE_END + BARE - SHEATH_END)
        end = (
            SHEATH_END
            + (long if plan.conductor.cable_type.cord else CORE_END + BARE - SHEATH_END)
            - (bare if trimmed else 0)
        )
        tint = plan.ends.colours.of(core.core)
        turn = f"C{SHEATH_END + 40} {start:g} {SHEATH_END + 34} {y:g} {SHEATH_END + 80} {y:g}"
        way = (
            f"M{SHEATH_END} {start:g}{turn}H{end:g}"
            if plan.conductor.cable_type.cord
            else f"M0 {y:g}H{end:g}"
        )
        faint = "" if step.core in (None, core.core) else " faint"
        body += path(way, f"bench-core-edge{faint}", style=f"stroke-width:{thick + 1.6:g}")
        body += path(
            way, f"bench-core{faint}", stroke=core_paint(tint), style=f"stroke-width:{thick:g}"
        )
        if trimmed:
            body += rect(end, y - thick * 0.36, bare, thick * 0.72, "bare")
        landed = f"{step.end}-land-{core.core}" in done
        if landed or (step.core == core.core and step.kind == "land"):
            part = plan.ends["A"].part if step.end == "A" else plan.ends["B"].part
            body += _terminal(part, end, bare, thick, y, landed)
        body += _on_core(step, core.core, done, end, y, thick)
        body += text(1206, y + 7, f"{core.core}", "bench-core-mark")
    return body


def _spread(plan: Plan, many: int) -> float:
    """From the middle of the first core to that of the last, in px: with room for their sleeves, within the sheet."""
    return min(max(46.0, 1.42 * _thick(plan) + 16) * (many - 1), 208.0)


def _thick(plan: Plan) -> float:
    """A core's thickness in px: its share of the cord; a single cable fills the hand by itself."""
    return (
        CORD * plan.conductor.core_mm / plan.conductor.cable_od_mm
        if plan.conductor.cable_type.cord
        else SINGLE
    )


def _on_core(step: BuildStep, core: str, done: set[str], end: float, y: float, thick: float) -> str:
    """The sleeve or seal of a core: parked back from the tip, or over the joint once it is shrunk."""
    kind = next(
        (
            k
            for k in ("sleeve", "wireseal")
            if f"{step.end}-{k}-{core}" in done or step.part == f"{k}-{core}"
        ),
        "",
    )
    if not kind:
        return ""
    now = step.part == f"{kind}-{core}" or (step.kind == "shrink" and step.core == core)
    tight = f"{step.end}-shrink-{core}" in done or (step.kind == "shrink" and step.core == core)
    long, tall = 40 + 1.4 * thick, thick * (1.16 if tight else 1.42) + 6
    at = (
        end - long * 0.45
        if tight
        else max(end - long - 54, SHEATH_END + 70 if thick < SINGLE else 0)
    )
    return rect(at, y - tall / 2, long, tall, "part-now" if now else "part-on", rx=4)


def _terminal(part: Part, end: float, bare: float, thick: float, y: float, landed: bool) -> str:
    """What a core is ended in: a lug over its bare copper, a cup or barrel, or a terminal with its screw."""
    kind = "terminal" if landed else "terminal terminal-now"
    half = thick * 0.56
    if part.joint == "lug":
        palm = end + bare + half * 1.5
        barrel = rect(end + 3, y - half, bare + half * 0.6, 2 * half, kind, rx=3)
        return barrel + circle(palm, y, half * 1.45, kind) + circle(palm, y, half * 0.6, "screw")
    if part.joint in ("solder", "click-in", "wire-seal", "blade", "splice"):
        return rect(end + 4, y - 10, bare + 4, 20, kind, rx=7) + rect(
            end + bare + 8, y - 5, 24, 10, kind, rx=2
        )
    screw = circle(end + bare - 4, y, 9, "screw") + line(
        end + bare - 10, y, end + bare + 2, y, "screw"
    )
    return rect(end + bare - 26, y - 17, 44, 34, kind, rx=4) + screw


def _threaded(
    t: ThreadedPart, place: int, step: BuildStep, done: set[str], total: int, half: float
) -> str:
    key = f"{step.end}-{t.id}"
    now, on = step.part == t.id, key in done
    if not (now or on):
        return ""
    x = 290.0 + place * min(225.0, 540.0 / max(total, 1))
    wider = max((half + 12) / SHAPE_HALF.get(t.id, 46.0), 1.0)
    about = f"translate(0 {CORD_Y:g}) scale(1 {wider:.2f}) translate(0 {-CORD_Y:g})"
    shape = group(
        _shape(t.id, x, "part-now" if now else "part-on"), transform=about if wider > 1 else None
    )
    y = CORD_Y + max(104.0, half + 48)
    sign = (
        mark("done", x, y + 34, 21)
        if on and not now
        else circle(x, y + 34, 21, "part-turn")
        + text(x, y + 41, str(place + 1), "part-number", "middle")
    )
    words = text(x, y + 86, t.words.capitalize(), "bench-part", "middle")
    words += text(x, y + 112, t.facing, "bench-facing", "middle")
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
    if kind == "nut":
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


def _body(part: Part, step: BuildStep) -> str:
    words = {
        "grip": "clamp here, on sheath",
        "fuse": "the fuse sits in the live side",
        "close": "nothing pinched",
    }
    frame = rect(SHEATH_END - 74, CORD_Y - 104, 366, 208, "bench-body", rx=18)
    clamp = rect(
        SHEATH_END - 66,
        CORD_Y - 42,
        30,
        84,
        "clamp clamp-now" if step.kind == "grip" else "clamp",
        rx=5,
    )
    return (
        frame
        + clamp
        + text(SHEATH_END + 90, CORD_Y + 140, words[step.kind], "bench-facing", "middle")
    )
