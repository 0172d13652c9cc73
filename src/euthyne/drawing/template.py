"""The strip plan at its true size: what to print, lay the cord on, and cut by. All in mm, y down."""

import math
from dataclasses import dataclass, replace
from textwrap import wrap

from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.stages.cut.cut import StripGroup
from euthyne.core.stages.cut.strip import CoreStrip, StripPlan
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.figure import mm
from euthyne.core.trade.measures import MM_PER_INCH, Measures, tell
from euthyne.drawing.colours import ALONG, core_paint, in_two
from euthyne.drawing.pen import line, rect, sheet, text

PAPERS = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
MARGIN, RULE_MM, ROW, STAIR, HEAD = 15.0, 100.0, 9.0, 7.0, 30.0
STOP_ROW, STOP_WIDE = 5.0, 95  # mm a row of a stop takes, and letters in it
SHEATH, COPPER, GREEN, YELLOW, STRIPE = "#D9D6D0", "#A9542B", "#3F8F4A", "#E8C63A", 3.0
WARNING = (
    "Printed at 100 %? This rule must measure 100 mm. If it does not, the page was "
    "scaled: do not cut by it."
)
RULE_IN, INCH_ROW = 4, 8.0
BOTH_RULES = (
    "Printed at 100 %? These rules must measure 100 mm and 4 inches. If they do not, the page was "
    "scaled: do not cut by it."
)


@dataclass(frozen=True)
class Mark:
    """A line of ink from one point to another, so many mm thick."""

    x1: float
    y1: float
    x2: float
    y2: float
    thick: float = 0.25


@dataclass(frozen=True)
class Patch:
    """A rectangle: its fill as a hex colour, and what it stands for."""

    x: float
    y: float
    w: float
    h: float
    fill: str
    what: str = ""


@dataclass(frozen=True)
class Note:
    """Words at a point, so many mm tall; ``theirs`` where a person wrote them."""

    x: float
    y: float
    words: str
    size: float = 3.0
    heavy: bool = False
    theirs: bool = False


Item = Mark | Patch | Note


def pages(
    plan: Plan, paper: str, stops: tuple[str, ...] = (), measures: Measures = "metric"
) -> list[list[Item]]:
    """The pages of a template: both ends on one where they fit, the rule and its warning on every
    page.

    Parameters: plan; paper, a name of PAPERS; stops, sentences that stand across the top of every
    page; measures of its bench, which may want a rule of inches beside the other.
    Returns: items of each page, in mm from its top left corner.
    """
    _, tall = PAPERS[paper]
    banner = _banner(stops)
    top = STOP_ROW * len(banner)
    inches = INCH_ROW if measures == "gauge" else 0.0
    found: list[list[Item]] = []
    y = tall
    for cut in plan.cut.groups:
        strip = cut.strip
        cores = 0.0 if strip.is_of_a_tape else ROW * len(strip.cores)
        height = 26.0 + cores + (14.0 + STAIR * len(strip.stairs) if strip.stairs else 0.0)
        if y + height > tall - MARGIN:
            found.append([*banner, *_head(plan, top, inches)])
            y = HEAD + 24 + top + inches
        found[-1] += _end(plan, cut, y)
        y += height + 8
    for part in dict.fromkeys(e.part for e in plan.ends.ours if any(e.part.cut_out_mm)):
        height = 22.0 + part.cut_out_mm[1]
        if y + height > tall - MARGIN:
            found.append([*banner, *_head(plan, top, inches)])
            y = HEAD + 24 + top + inches
        found[-1] += _cut_out(part, y)
        y += height + 8
    return [[_told(item, measures) for item in page] for page in found]


def _told(item: Item, measures: Measures) -> Item:
    """An item with its figures as the bench measures."""
    if not isinstance(item, Note):
        return item
    return replace(item, words=tell(item.words, measures))


def _banner(stops: tuple[str, ...]) -> list[Item]:
    """Why it is not to be built, in as many rows as it takes."""
    rows = [row for words in stops for row in wrap(words, STOP_WIDE)]
    return [
        Note(x=MARGIN, y=MARGIN + STOP_ROW * i, words=row, size=3.6, heavy=True)
        for i, row in enumerate(rows)
    ]


def _rule(y: float, long: float, part: float) -> list[Item]:
    """A rule of a length with a tick at each part of it, in mm."""
    ends: list[Item] = [
        Mark(x1=MARGIN + x, y1=y - 3, x2=MARGIN + x, y2=y + 3, thick=0.2) for x in (0.1, long - 0.1)
    ]
    inner = (part * i for i in range(1, round(long / part)))
    ticks = [Mark(x1=MARGIN + x, y1=y - 1.5, x2=MARGIN + x, y2=y, thick=0.2) for x in inner]
    return [Mark(x1=MARGIN, y1=y, x2=MARGIN + long, y2=y, thick=0.2), *ends, *ticks]


def _head(plan: Plan, top: float, inches: float) -> list[Item]:
    y = HEAD + 6 + top
    ruled = _rule(y, RULE_MM, 10)
    if inches:
        ruled += _rule(y + inches, RULE_IN * MM_PER_INCH, MM_PER_INCH / 2)
    return [
        Note(
            x=MARGIN,
            y=MARGIN + 3 + top,
            words=f"{plan.lead.tag}  {plan.lead.name}",
            size=5.0,
            heavy=True,
            theirs=True,
        ),
        Note(
            MARGIN,
            MARGIN + 9 + top,
            f"{plan.conductor.written}. Strip plan, 1:1. Generic dimensions: check your part.",
            3.2,
        ),
        *ruled,
        Note(MARGIN, y + inches + 8, BOTH_RULES if inches else WARNING, size=3.0, heavy=True),
    ]


def _end(plan: Plan, cut: StripGroup, y: float) -> list[Item]:
    strip, part, sheathed = cut.strip, cut.part, cut.sheathed
    words = cut.named[0].upper() + cut.named[1:]
    title = Note(x=MARGIN, y=y, words=f"{words}: {part.words}", size=4.0, heavy=True)
    if strip.is_of_a_tape:
        return [title, *_stairs(strip, y + 7)]
    datum = MARGIN + 25
    foot = y + 12 + ROW * len(strip.cores)
    off = ""
    if sheathed:
        off = f"sheath off {mm(strip.sheath_mm):.1f}, "
    items: list[Item] = [
        title,
        Note(
            MARGIN,
            y + 5,
            f"{off}measured {'from the tip' if sheathed else 'from the edge of the part'}",
        ),
        Mark(x1=datum, y1=y + 7, x2=datum, y2=foot, thick=0.35),
        Note(datum - 5, foot + 4, "grip edge" if sheathed else "edge"),
    ]
    if sheathed:
        items.append(
            Patch(
                x=MARGIN,
                y=y + 9,
                w=datum - MARGIN + strip.inside_mm,
                h=ROW * len(strip.cores),
                fill=SHEATH,
            )
        )
        items.append(
            Mark(
                x1=datum + strip.inside_mm, y1=y + 8, x2=datum + strip.inside_mm, y2=foot, thick=0.2
            )
        )
    for i, core in enumerate(strip.cores):
        tint = plan.ends.colours.of(core.core)
        items += _core(core, tint, datum, y + 13 + ROW * i)
    return items + (_stairs(strip, foot + 13) if strip.stairs else [])


def _cut_out(part: Part, y: float) -> list[Item]:
    """The hole of a part in its panel, as it is scribed: its outline, its middle lines, its screws."""
    wide, high = part.cut_out_mm
    apart = part.screws_mm
    left, top = MARGIN + max(apart, wide) / 2 - wide / 2 + 6, y + 10
    middle_x, middle_y = left + wide / 2, top + high / 2
    edges = [
        Mark(left, top, left + wide, top),
        Mark(left + wide, top, left + wide, top + high),
        Mark(left + wide, top + high, left, top + high),
        Mark(left, top + high, left, top),
    ]
    lines = [
        Mark(left - 5, middle_y, left + wide + 5, middle_y, 0.15),
        Mark(middle_x, top - 3, middle_x, top + high + 3, 0.15),
    ]
    screws: list[Item] = []
    if apart:
        for x in (middle_x - apart / 2, middle_x + apart / 2):
            screws += [
                Mark(x - 2, middle_y, x + 2, middle_y),
                Mark(x, middle_y - 2, x, middle_y + 2),
            ]
    held = f", two screws {mm(apart):g} apart" if apart else ", it snaps in"
    return [
        Note(x=MARGIN, y=y, words=f"Panel, from the front: {part.words}", size=4.0, heavy=True),
        Note(MARGIN, y + 5, f"cut out {mm(wide):g} by {mm(high):g}{held}; check your part"),
        *edges,
        *lines,
        *screws,
    ]


def _core(core: CoreStrip, tint: str, datum: float, y: float) -> list[Item]:
    bare = core.core_mm - core.strip_mm
    said = f"{own_name(core.core)} {tint}: core {mm(core.core_mm):.1f}, bare {core.bare_words}"
    return [
        *_insulation(tint, datum, y - 1.2, bare),
        Patch(x=datum + bare, y=y - 0.6, w=core.strip_mm, h=1.2, fill=COPPER, what="bare"),
        Note(datum + core.core_mm + 4, y + 1, said),
    ]


def _insulation(tint: str, x: float, y: float, long: float) -> list[Item]:
    """A core's insulation in its colour, edged so that white and yellow show on paper; stripes
    where it has them.
    """
    edge: list[Item] = [Patch(x=x, y=y - 0.3, w=long, h=3.0, fill="#333333")] if long > 0 else []
    both = in_two(tint)
    if both is None:
        return [*edge, Patch(x=x, y=y, w=long, h=2.4, fill=core_paint(tint))]
    first, second, wide = both
    dash = 2 * STRIPE * (1 - wide / ALONG)
    ground = Patch(x=x, y=y, w=long, h=2.4, fill=first)
    stripes = [
        Patch(x=x + at, y=y, w=min(dash, long - at), h=2.4, fill=second)
        for i in range(math.ceil(long / (2 * STRIPE)))
        for at in (i * 2 * STRIPE + 2 * STRIPE - dash,)
        if at < long
    ]
    return [*edge, ground, *stripes]


def _stairs(strip: StripPlan, y: float) -> list[Item]:
    """The layers as steps, each bar from its cut to the tip at its true length."""
    tip = MARGIN + max(s.back_mm for s in strip.stairs)
    items: list[Item] = [
        Note(
            x=MARGIN,
            y=y,
            words=f"Layers of {strip.whose}, each cut back from the tip",
            size=3.2,
            heavy=True,
        )
    ]
    for i, stair in enumerate(strip.stairs):
        at = y + 4 + STAIR * i
        items.append(
            Patch(x=tip - stair.back_mm, y=at, w=stair.back_mm, h=2.4, fill="#8C9296", what="layer")
        )
        items.append(Note(tip + 4, at + 2.4, f"{stair.layer.words}: {mm(stair.back_mm):.1f}"))
    return [
        *items,
        Mark(x1=tip, y1=y + 2, x2=tip, y2=y + 4 + STAIR * len(strip.stairs), thick=0.35),
    ]


def svg(
    plan: Plan,
    paper: str,
    page: int,
    stops: tuple[str, ...] = (),
    measures: Measures = "metric",
) -> str:
    """One page of a template as SVG, its size in mm; stops stand across its top."""
    wide, tall = PAPERS[paper]
    body = "".join(_drawn(item) for item in pages(plan, paper, stops, measures)[page])
    drawn = sheet(
        wide,
        tall,
        rect(0, 0, wide, tall, fill="#fff") + body,
        "template",
        f"Strip plan of {plan.lead.tag}",
    )
    return drawn.replace("<svg ", f'<svg width="{wide:g}mm" height="{tall:g}mm" ', 1)


def _drawn(item: Item) -> str:
    if isinstance(item, Mark):
        return line(item.x1, item.y1, item.x2, item.y2, stroke="#000", stroke_width=item.thick)
    if isinstance(item, Patch):
        return rect(item.x, item.y, item.w, item.h, fill=item.fill)
    weight = "400"
    if item.heavy:
        weight = "700"
    # Its figures are told here already.
    return text(
        item.x,
        item.y,
        item.words,
        font_size=item.size,
        font_family="sans-serif",
        font_weight=weight,
        translate="no",
    )
