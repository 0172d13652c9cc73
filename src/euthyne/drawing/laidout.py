"""A lead laid out straight: its ends, what sits in its middle, and its cables between them, a cord as
one, singles as strands of their own. What was there before is drawn pale.
"""

from collections import Counter
from dataclasses import dataclass

from euthyne.core.assembly.records import POWER, Cable
from euthyne.core.order.laid import CableEnd
from euthyne.core.plan import Plan
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.drawing.colours import core_paint
from euthyne.drawing.outline import end_drawing, outline, scale_of
from euthyne.drawing.pen import group, line, path, rect

ALL_STAGES = 7
BRANCH, MIDDLE = 58.0, 0.95
THIN = 0.42


@dataclass(frozen=True)
class Form:
    """The measures of a lead laid out in one of its sizes, in px."""

    width: float
    height: float
    cord_y: float
    end_tall: float
    cord: float
    band: float
    words: bool
    dimension: bool
    tight: bool = False
    stacked: bool = False  # the word of a stage stands under its number


@dataclass(frozen=True)
class LaidOut:
    """A lead on the sheet: the drawing, where its cable begins and ends, and how wide what sits in
    the middle is.
    """

    drawn: str
    start: float
    end: float
    middle: float


@dataclass(frozen=True)
class _Place:
    """Where a fitting meets its cables: the point on the left of it, the point on the right."""

    left: tuple[float, float]
    right: tuple[float, float]


def parts_of(plan: Plan, side: str) -> list[str]:
    """What is on a side, in words, each part once."""
    many = Counter(end.part.words for end in plan.ends.on_side(side))
    return [f"{n} times {words}" if n > 1 else words for words, n in many.items()]


def said_of(plan: Plan, side: str) -> str:
    """What is on a side, in one line."""
    return " and ".join(parts_of(plan, side))


def lay(plan: Plan, form: Form, stages: int = ALL_STAGES) -> LaidOut:
    """A lead laid out along the middle of a form, with room for so many stages along it."""
    reach = {side: _reach(plan.ends.on_side(side), form) for side in ("A", "B")}
    start, end = reach["A"], form.width - reach["B"]
    between = [e for e in plan.ends.all if e.side is None]
    drawn, places = "", {}
    for side in ("A", "B"):
        for fitting, y, tall in _stacked(plan.ends.on_side(side), form):
            x = start if side == "A" else end
            branched = BRANCH * form.end_tall / 82 if _several(plan, side) else 0.0
            at = x - branched if side == "A" else x + branched
            shape = end_drawing(fitting.part, at, y, tall, left=side == "A")
            drawn += group(shape, class_="not-ours" if fitting.fitting.existing else None)
            places[fitting.id] = _Place((at, y), (at, y))
    middle, boxes = _in_the_middle(between, form, start, end, stages)
    places |= boxes
    cables = "".join(_cable(plan, cable, form, places) for cable in plan.lead.cables)
    return LaidOut(cables + drawn + _middles(between, form, boxes), start, end, middle)


def before_the_middle(stages: int) -> int:
    """How many of so many stages lie before what sits in the middle of a lead.

    >>> before_the_middle(7), before_the_middle(4)
    (4, 2)
    """
    return (stages + 1) // 2


def stages_along(
    start: float, end: float, form: Form, middle: float, many: int
) -> tuple[float, float, float]:
    """Where the stages lie along a lead: the first of so many, how wide each is, the gap between two,
    in px; ``middle`` is left free in the middle of them.
    """
    edge, gap = (24.0, 13.0) if form.words else (14.0, 8.0)
    if form.tight:
        edge, gap = 3.0, 4.0
    wide = (end - start - 2 * edge - middle - gap * (many - 1)) / many
    return start + edge, wide, gap


def _several(plan: Plan, side: str) -> bool:
    return len(plan.ends.on_side(side)) > 1


def _reach(ends: tuple[LeadEnd, ...], form: Form) -> float:
    """How much of the sheet the ends of a side take, with the way to where cables part."""
    tall = form.end_tall / len(ends)
    own = max(outline(e.part).reach_mm * scale_of(e.part, tall) for e in ends)
    return own + 1 + (BRANCH * form.end_tall / 82 if len(ends) > 1 else 0.0)


def _stacked(ends: tuple[LeadEnd, ...], form: Form) -> list[tuple[LeadEnd, float, float]]:
    """The ends of a side one above the other: each with its height on the sheet and its size."""
    each = form.end_tall / len(ends)
    first = form.cord_y - form.end_tall / 2 + each / 2
    small = each if len(ends) == 1 else each * 0.92
    return [(end, first + each * i, small) for i, end in enumerate(ends)]


def _in_the_middle(
    ends: list[LeadEnd], form: Form, start: float, end: float, stages: int
) -> tuple[float, dict[str, _Place]]:
    """The room that what sits in the middle takes, and where its cables meet it: one above the
    other.
    """
    if not ends:
        return 0.0, {}
    wide = form.band * (1.4 if form.words else 1.1)
    first, each, gap = stages_along(start, end, form, wide, stages)
    left = first + before_the_middle(stages) * (each + gap) - gap / 2
    tall = form.band * MIDDLE / len(ends)
    found = {}
    for i, one in enumerate(ends):
        y = form.cord_y + (i - (len(ends) - 1) / 2) * tall
        found[one.id] = _Place((left + 3, y), (left + wide - 3, y))
    return wide, found


def _middles(ends: list[LeadEnd], form: Form, places: dict[str, _Place]) -> str:
    body = ""
    tall = form.band * MIDDLE / max(len(ends), 1)
    for end in ends:
        (x1, y), (x2, _) = places[end.id].left, places[end.id].right
        box = rect(x1, y - tall / 2 + 1, x2 - x1, tall - 2, "body", rx=3)
        seams = line(x1 + 5, y - tall / 2 + 1, x1 + 5, y + tall / 2 - 1, "rib")
        seams += line(x2 - 5, y - tall / 2 + 1, x2 - 5, y + tall / 2 - 1, "rib")
        body += group(box + seams, class_="not-ours" if end.fitting.existing else None)
    return body


def _cable(plan: Plan, cable: Cable, form: Form, places: dict[str, _Place]) -> str:
    """A cable from fitting to fitting: a cord, or a single in the colour of its core."""
    here, there = _landed(plan, CableEnd(cable.id, "A")), _landed(plan, CableEnd(cable.id, "B"))
    if here is None or there is None or cable.jumper:
        return ""
    # A cable may be laid the other way about: what lies further left is where it begins.
    if places[here].left[0] > places[there].left[0]:
        here, there = there, here
    (x0, y0), (x1, y1) = places[here].right, places[there].left
    pale = "not-ours" if cable.existing is not None else None
    corded = plan.conductor.laid[cable.id].sheathed
    if corded and form.cord_y in (y0, y1):
        y0 = form.cord_y
        cord = rect(x0, y0 - form.cord / 2, x1 - x0, form.cord, "cord")
        high = y0 - form.cord * 0.22
        return group(cord + line(x0, high, x1, high, "cord-shine"), class_=pale)
    y = form.cord_y + _offset(plan, cable, form)
    bend = BRANCH * form.end_tall / 82
    way = f"M{x0:g} {y0:g}C{x0 + bend * 0.6:g} {y0:g} {x0 + bend * 0.4:g} {y:g} {x0 + bend:g} {y:g}"
    way += f"H{x1 - bend:g}C{x1 - bend * 0.4:g} {y:g} {x1 - bend * 0.6:g} {y1:g} {x1:g} {y1:g}"
    thick = min(
        form.cord * (0.62 if cable.circuit == POWER else THIN * 0.5), 0.7 * _between(plan, form)
    )
    if corded:
        return group(path(way, "run-cord", stroke_width=form.cord), class_=pale)
    name = plan.given.assembly.core_names[cable.id, cable.cores[0].id]
    paint = core_paint(plan.ends.colours.of(name))
    edge = path(way, "run-edge", stroke_width=thick + 1.6)
    return group(edge + path(way, "run", stroke=paint, stroke_width=thick), class_=pale)


def _landed(plan: Plan, end: CableEnd) -> str | None:
    """The fitting a cable end is drawn at: of several, the one at a place."""
    landed = plan.given.assembly.fittings_at(end)
    placed = (name for name in landed if plan.ends.by_id[name].side is not None)
    return next(placed, landed[0] if landed else None)


def _offset(plan: Plan, cable: Cable, form: Form) -> float:
    """How far from the middle a strand runs: those of the lead lie side by side."""
    alike = [c for c in plan.lead.cables if not c.jumper]
    place = next(i for i, c in enumerate(alike) if c.id == cable.id)
    return (place - (len(alike) - 1) / 2) * _between(plan, form)


def _between(plan: Plan, form: Form) -> float:
    """How far the middles of two strands lie apart."""
    many = len([c for c in plan.lead.cables if not c.jumper])
    return form.cord * 0.62 + 3 if many <= 3 else form.cord * 2.2 / many + 1
