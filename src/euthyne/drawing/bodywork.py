"""What is done to a box or a panel beside its joints, drawn as it lies before the hands: the hole that is opened,
the gland in the wall, the tails between outlets, the cores through a panel.
"""

from collections.abc import Callable

from euthyne.core.plan import Plan
from euthyne.core.shelf.face import SHELL, said_mark
from euthyne.core.shelf.part import Part, wiring_side
from euthyne.core.trade.figure import mm
from euthyne.drawing.colours import core_paint
from euthyne.drawing.face import pitch, placed, shell
from euthyne.drawing.pen import circle, path, rect, text

BLANKS_WIDE, BLANKS_TALL = 900.0, 200.0  # px that the face of a connector is drawn in
MIDDLE, CORD_HALF = 130.0, 31.0  # where the cord runs, and half of its thickness, in px
WALL = 640.0  # where the wall or the panel stands


def body_drawing(plan: Plan, part: Part, done: str) -> str:
    """What is done to a body, drawn; empty where the end of the cord shows it well enough.

    Parameters: plan; part, the body; done, the id of what is done to it, bodies.toml.
    """
    drawn = DRAWN.get(done)
    return drawn(plan, part) if drawn is not None else ""


def _knock_outs(_: Plan, part: Part) -> str:
    """The wall of a box with its knock-outs side by side, the one to open marked."""
    if part.knock_out_mm is None:
        return ""
    body = rect(320, 20, 600, 210, "bench-body", rx=10)
    apart = 600 / (len(part.knock_outs_mm) + 1)
    for i, hole in enumerate(part.knock_outs_mm):
        x, opened = 320 + apart * (i + 1), hole == part.knock_out_mm
        body += circle(x, 112, hole * 2.4, "part-now" if opened else "hole")
        words = f"{mm(hole):g}: open this one" if opened else f"{mm(hole):g}: stays shut"
        # Two holes stand close: their words one above the other.
        body += text(
            x, 258 if opened else 284, words, "bench-part" if opened else "bench-facing", "middle"
        )
    return body


def _entry(plan: Plan, part: Part) -> str:
    """The gland in the wall, from the side: its body outside, its thread through, its nut or its washer."""
    spout = not part.knock_outs_mm
    body = _cord(WALL + 66) + _fan(plan, WALL + 66, WALL + 240)
    # The wall, open where the thread goes through.
    for y, tall in ((10, 76), (174, 76)):
        body += rect(WALL - 8, y, 16, tall, "bench-body")
    if spout:
        body += path(f"M{WALL - 8} 86H{WALL - 74}V76H{WALL - 8}z", "bench-body")
        body += path(f"M{WALL - 8} 174H{WALL - 74}V184H{WALL - 8}z", "bench-body")
    head = WALL - (150 if spout else 76)
    body += rect(head, 84, 64, 92, "part-now", rx=4)
    body += rect(head + 64, 96, WALL - head - 64 + 34, 68, "part-now", opacity="0.55")
    body += rect(head - 54, 88, 40, 84, "part-on", rx=6)
    body += text(head + 64, 208, "gland body", "bench-part", "end")
    body += text(head - 34, 74, "nut", "bench-facing", "middle")
    if not spout:
        body += rect(WALL + 10, 82, 24, 96, "part-now", rx=3)
        body += text(WALL + 44, 208, "lock nut", "bench-part")
    else:
        body += rect(WALL - 82, 82, 8, 96, "part-on")
        body += text(WALL + 16, 208, "on its washer", "bench-part")
    sides = text(WALL - 300, 40, "outside", "bench-facing") + text(
        WALL + 130, 40, "inside", "bench-facing"
    )
    return body + sides + text(WALL + 70, 240, "sheath seen inside", "bench-facing")


def _blanks(plan: Plan, part: Part) -> str:
    """A sealed connector from behind, a blanking plug in every way that no wire comes to."""
    if (
        not part.seals_cores
    ):  # a charger's plug counts from its first way: its empty ones are left empty
        return ""
    end = next(e for e in plan.ends.ours if e.part == part)
    used, ways = (
        set(end.landing.values()),
        [c for c in wiring_side(part).cavities if c.mark != SHELL],
    )
    scale = min(BLANKS_WIDE / part.face.width, BLANKS_TALL / part.face.height)
    x, y = 620.0, MIDDLE
    body = placed(shell(wiring_side(part), "bench-body"), x, y, scale)
    r = pitch(part.face) * scale * 0.34
    for c in ways:
        at = (x + c.x * scale, y - c.y * scale)
        open_ = c.mark in used
        body += circle(*at, r, "hole" if open_ else "part-now")
        body += text(at[0], at[1] + 5, c.mark, "cavity-open" if open_ else "cavity-mark", "middle")
    many = len(ways) - len(used)
    plugs = "1 plug" if many == 1 else f"{many} plugs"
    said = f"{plugs}, the ways of the wires left open; numbers as one sees them from behind"
    return body + text(x, y + part.face.height * scale / 2 + 34, said, "bench-facing", "middle")


def _drain(_: Plan, __: Part) -> str:
    """A box as it will hang, its one drain at the lowest place."""
    body = rect(500, 16, 240, 186, "bench-body", rx=10)
    body += rect(540, 50, 160, 104, "hole", rx=6, opacity="0.12")
    body += circle(620, 202, 13, "part-now")
    body += path("M620 222V262M612 252L620 264L628 252", "dimension", fill="none")
    body += text(660, 250, "lowest as it hangs, and the only one", "bench-part")
    return body + rect(440, 96, 60, 30, "part-on", rx=4) + _cord(440, half=11, y=111)


def _linked(plan: Plan, part: Part) -> str:
    """Outlets side by side in their box: every terminal joined to its like on the next."""
    count = max(part.devices, 2)
    wide = 150.0
    left = 620 - (count * (wide + 60) - 60) / 2
    marks = part.marks
    body = rect(left - 40, 8, count * (wide + 60) + 20, 232, "bench-body", rx=10)
    for i in range(count):
        body += rect(left + i * (wide + 60), 26, wide, 196, "bench-body", rx=6)
    for i in range(count):
        x = left + i * (wide + 60)
        for n, mark in enumerate(marks):
            y = 60 + n * 128 / max(len(marks) - 1, 1)
            paint = core_paint(plan.ends.colours.of(mark))
            if i + 1 < count:
                tail = f"M{x + wide - 30} {y}C{x + wide + 20} {y} {x + wide + 10} {y} {x + wide + 90} {y}"
                body += path(tail, "bench-core-edge", stroke_width=9.6)
                body += path(tail, "bench-core", stroke=paint, stroke_width=8)
            body += rect(x + 24, y - 13, 26, 26, "part-on", rx=3)
            body += rect(x + wide - 50, y - 13, 26, 26, "part-on", rx=3)
            body += text(x + wide / 2, y + 6, said_mark(mark), "bench-part", "middle")
    return body + text(
        620, 266, "the same terminal of each, and no other", "bench-facing", "middle"
    )


def _through(plan: Plan, part: Part) -> str:
    """A panel from the side: the cores come out through its hole before a receptacle is on any of them."""
    return (
        _cord(WALL - 90)
        + _fan(plan, WALL - 90, WALL + 150)
        + _panel()
        + _front(part, WALL + 260, "bench-body")
        + path(
            f"M{WALL + 250} 216H{WALL + 60}M{WALL + 74} 208L{WALL + 58} 216L{WALL + 74} 224",
            "dimension",
        )
        + text(WALL + 156, 250, "it goes in from here, afterwards", "bench-facing", "middle")
    )


def _seated(plan: Plan, part: Part) -> str:
    """A panel from the side, its part in its hole, the flange flat on the front."""
    body = _cord(WALL - 250) + _fan(plan, WALL - 250, WALL - 66)
    for n in (-1, 0, 1):
        body += rect(WALL - 84, MIDDLE + n * 40 - 9, 46, 18, "part-on", rx=3)
    return body + _panel() + _front(part, WALL + 8, "part-now")


def _panel() -> str:
    """A panel from the side with a hole in it, and which side is which."""
    body = "".join(rect(WALL - 6, y, 12, tall, "bench-body") for y, tall in ((4, 62), (194, 62)))
    body += text(WALL - 40, 28, "inside", "bench-facing", "end")
    return body + text(WALL + 40, 28, "front", "bench-facing")


def _front(part: Part, x: float, kind: str) -> str:
    """A part that goes into a panel from its front, from the side: its flange, and what lies behind it."""
    body = rect(x, 56, 14, 148, kind, rx=2)
    body += rect(x - 44, 72, 44, 116, kind, rx=3)
    return body + text(x + 26, MIDDLE + 6, part.short, "bench-part")


def _cord(end: float, half: float = CORD_HALF, y: float = MIDDLE) -> str:
    """The sheath of the cord, coming from the left."""
    return rect(0, y - half, end, half * 2, "cord")


def _fan(plan: Plan, start: float, end: float) -> str:
    """The cores out of their sheath, apart, in their colours."""
    found, many = "", len(plan.cores)
    apart = min(40.0, 120 / max(many - 1, 1))
    for n, core in enumerate(plan.cores):
        off = n - (many - 1) / 2
        near, far = MIDDLE + off * 14 * 3 / many, MIDDLE + off * apart
        way = f"M{start} {near:g}C{start + 50} {near:g} {start + 50} {far:g} {end} {far:g}"
        paint = core_paint(plan.ends.colours.of(core))
        found += path(way, "bench-core-edge", stroke_width=15.6)
        found += path(way, "bench-core", stroke=paint, stroke_width=14)
        found += rect(end, far - 5, 24, 10, "bare")
    return found


def _ways(part: Part) -> list[tuple[str, float]]:
    """The ways of a plug in their order, each with its height on the sheet."""
    apart = min(44.0, 190 / max(len(part.marks), 1))
    first = MIDDLE - apart * (len(part.marks) - 1) / 2
    return [(mark, first + apart * n) for n, mark in enumerate(part.marks)]


def _shell(part: Part, x: float) -> str:
    """The housing of a plug from the side, a slot for each way."""
    ways = _ways(part)
    body = rect(x, ways[0][1] - 28, 190, ways[-1][1] - ways[0][1] + 56, "bench-body", rx=6)
    for mark, y in ways:
        body += rect(x, y - 11, 168, 22, "hole", opacity="0.14")
        body += text(x + 206, y + 6, said_mark(mark), "bench-part")
    return body


def _one_contact(x: float, y: float, kind: str) -> str:
    """A contact out of its plug: its old wings, its tab, its nose."""
    wings = rect(x, y - 9, 34, 18, kind, rx=3)
    return (
        wings
        + rect(x + 34, y - 5, 84, 10, kind, rx=3)
        + path(f"M{x + 58:g} {y - 5:g}l16 -9", "rib")
    )


def _drawn_out(_: Plan, part: Part) -> str:
    """The contacts beside their plug, a needle on the tab of the first."""
    body, ways = _shell(part, 700), _ways(part)
    for n, (_mark, y) in enumerate(ways):
        body += _one_contact(330, y, "part-now" if n == 0 else "part-on")
        body += path(f"M600 {y:g}H490M504 {y - 8:g}l-16 8 16 8", "dimension", fill="none")
    top = ways[0][1]
    body += path(f"M800 {top - 62:g}L770 {top - 14:g}", "part-leader", stroke_width=5)
    return body + text(812, top - 58, "a needle on its tab", "bench-facing")


def _back_in(plan: Plan, part: Part) -> str:
    """The contacts with their wires on the way into their housing; the sleeve of a soldered one short of it."""
    body = _shell(part, 760)
    end = next((e for e in plan.ends.all if e.part == part), None)
    core_at = {cavity: core for core, cavity in end.landing.items()} if end else {}
    for mark, y in _ways(part):
        if mark in core_at:
            way, paint = (
                f"M0 {y:g}H{512 if part.joint != 'solder' else 470}",
                core_paint(plan.ends.colours.of(core_at[mark])),
            )
            body += path(way, "bench-core-edge", stroke_width=17.6)
            body += path(way, "bench-core", stroke=paint, stroke_width=16)
            if part.joint == "solder":
                body += rect(440, y - 12, 70, 24, "part-on", rx=4)
        body += _one_contact(508, y, "part-now")
        body += path(f"M650 {y:g}H736M722 {y - 8:g}l16 8 -16 8", "dimension", fill="none")
    return body


def _braid(plan: Plan, part: Part) -> str:
    """A bundle under its braid, a sleeve half over each end of it."""
    body, many = "", min(len(plan.lead.cables), 6)
    for n, cable in enumerate(plan.lead.cables[:many]):
        near = MIDDLE + (n - (many - 1) / 2) * 14
        far = MIDDLE + (n - (many - 1) / 2) * 30
        name = plan.given.assembly.core_names[cable.id, cable.cores[0].id]
        way = f"M40 {far:g}C140 {far:g} 160 {near:g} 240 {near:g}H1000C1080 {near:g} 1100 {far:g} 1200 {far:g}"
        body += path(way, "bench-core-edge", stroke_width=13.6)
        body += path(
            way, "bench-core", stroke=core_paint(plan.ends.colours.of(name)), stroke_width=12
        )
    half = 14 * many / 2 + 12
    body += braid_drawing(250, 990, MIDDLE, half, "part-now")
    for x in (214, 936):
        body += rect(x, MIDDLE - half - 6, 90, 2 * half + 12, "part-on", rx=5)
    return body + text(
        620,
        MIDDLE + half + 44,
        "half of each sleeve on the braid, half on the wires",
        "bench-facing",
        "middle",
    )


def braid_drawing(start: float, end: float, y: float, half: float, kind: str) -> str:
    """A length of braid: a tube of crossing strands."""
    strands = ""
    at = start
    while at < end:
        x = min(at + 2 * half, end)
        rise = (x - at) / (2 * half) * 2 * half
        strands += f"M{at:g} {y + half:g}L{x:g} {y + half - rise:g}M{at:g} {y - half:g}L{x:g} {y - half + rise:g}"
        at += 16
    return rect(start, y - half, end - start, 2 * half, kind, rx=4) + path(
        strands, "part-rib", fill="none"
    )


DRAWN: dict[str, Callable[[Plan, Part], str]] = {
    "blanks": _blanks,
    "knockout": _knock_outs,
    "entry": _entry,
    "drain": _drain,
    "linked": _linked,
    "through": _through,
    "seated": _seated,
    "drawn": _drawn_out,
    "housed": _back_in,
    "braid": _braid,
}
