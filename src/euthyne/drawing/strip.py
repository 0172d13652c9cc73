"""The strip plan of an end, true to scale along the cord: sheath, cores, bare copper, trims."""

from euthyne.core.plan import Plan
from euthyne.core.stages.cut.cut import StripGroup
from euthyne.core.stages.cut.strip import CoreStrip, StripPlan
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.figure import mm
from euthyne.drawing.colours import core_paint
from euthyne.drawing.pen import letters, line, rect, sheet, text

WIDTH, TOP, ROW = 600.0, 74.0, 44.0
LINE = 16.0  # of what is said of a core
DATUM, SPAN = 120.0, 372.0


class _Ruler:
    """Turns mm from the grip's edge into px; the tip points away from the middle of the lead."""

    def __init__(self, longest_mm: float, tip_left: bool) -> None:
        self.per_mm = SPAN / max(longest_mm, 10.0)
        self.tip_left = tip_left

    def x(self, mm: float) -> float:
        """The place on the sheet of a point so many mm beyond the grip's edge."""
        along = DATUM + mm * self.per_mm
        if self.tip_left:
            return WIDTH - along
        return along

    def bar(
        self,
        start_mm: float,
        end_mm: float,
        y: float,
        tall: float,
        class_: str,
        fill: str | None = None,
    ) -> str:
        """A bar between two points along the cord."""
        left = min(self.x(start_mm), self.x(end_mm))
        return rect(
            left, y - tall / 2, abs(end_mm - start_mm) * self.per_mm, tall, class_, fill=fill
        )


def strip_drawing(plan: Plan, group: StripGroup) -> str:
    """The strip plan of cable ends that are stripped alike, all of a lead to the same scale."""
    strip, part, sheathed = group.strip, group.part, group.sheathed
    ruler = _Ruler(plan.cut.longest_mm, tip_left=group.side == "A")
    said = [_said(core, plan.ends.colours.of(core.core)) for core in strip.cores]
    row = ROW + LINE * (max(map(len, said), default=1) - 1)
    foot = TOP + row * len(strip.cores)
    body = _sheath(ruler, strip, foot) if sheathed else ""
    for i, core in enumerate(strip.cores):
        tint = plan.ends.colours.of(core.core)
        if sheathed:
            back = 0.0
        else:
            back = (DATUM - 4) / ruler.per_mm
        body += _core(
            ruler=ruler,
            core=core,
            inside_mm=strip.inside_mm,
            said=said[i],
            tint=tint,
            y=TOP + row * i + 18,
            back_mm=back,
        )
    body += _grip(ruler, foot, "grip" if sheathed else "edge of the part")
    body += (_sheath_dimension(ruler, strip) if sheathed else "") + _scale_bar(ruler, foot + 44)
    off = "singles, no sheath"
    if sheathed:
        off = f"take off {mm(strip.sheath_mm):.0f} of sheath"
    label = f"{part.short}: {off}; " + ", ".join(
        f"{own_name(c.core)} {mm(c.core_mm):.0f} with {mm(c.strip_mm):.0f} bare"
        for c in strip.cores
    )
    return sheet(WIDTH, foot + 62, body, "strip", label)


def _sheath(ruler: _Ruler, strip: StripPlan, foot: float) -> str:
    back = -(DATUM - 4) / ruler.per_mm
    middle, tall = (TOP + foot) / 2 - 2, foot - TOP
    shine = line(
        ruler.x(back),
        middle - tall * 0.28,
        ruler.x(strip.inside_mm),
        middle - tall * 0.28,
        "cord-shine",
    )
    return ruler.bar(back, strip.inside_mm, middle, tall, "cord") + shine


def _said(core: CoreStrip, tint: str) -> tuple[str, ...]:
    """What is said of a core, in one line or two."""
    words = f"{own_name(core.core)} · {tint}  {mm(core.core_mm):.0f}, bare {core.bare_words}"
    if not core.round_mm:
        return (words,)
    return (f"{words},", f"{mm(core.round_mm):.0f} round a boss")


def _core(
    *,
    ruler: _Ruler,
    core: CoreStrip,
    inside_mm: float,
    said: tuple[str, ...],
    tint: str,
    y: float,
    back_mm: float,
) -> str:
    bare = core.core_mm - core.strip_mm
    body = ruler.bar(-back_mm, bare, y, 13, "strip-core", fill=core_paint(tint)) + ruler.bar(
        bare, core.core_mm, y, 7, "bare"
    )
    side, anchor = (-1, "end") if ruler.tip_left else (1, "start")
    x = ruler.x(inside_mm) + side * 10
    return body + "".join(
        text(x, y + 22 + LINE * i, words, "strip-words", anchor) for i, words in enumerate(said)
    )


def _grip(ruler: _Ruler, foot: float, name: str) -> str:
    x = ruler.x(0)
    words = text(x, 20, name, "strip-sub", "middle")
    return line(x, 26, x, foot + 8, "datum") + words


def _sheath_dimension(ruler: _Ruler, strip: StripPlan) -> str:
    start, end, y = ruler.x(strip.inside_mm), ruler.x(strip.swallows_mm), 52.0
    middle = (start + end) / 2
    ends = line(start, y - 5, start, y + 14, "dimension") + line(
        end, y - 5, end, y + 14, "dimension"
    )
    words = f"sheath off {mm(strip.sheath_mm):.0f}"
    half = letters(words) * 4.2 + 8
    low, high = min(start, end), max(start, end)
    lines = line(low, y, middle - half, y, "dimension") + line(
        middle + half, y, high, y, "dimension"
    )
    return ends + lines + text(middle, y + 5, words, "dimension-words", "middle")


def _scale_bar(ruler: _Ruler, y: float) -> str:
    first, last = sorted((ruler.x(0), ruler.x(20)))
    marks = "".join(line(ruler.x(mm), y - 4, ruler.x(mm), y + 4, "dimension") for mm in (0, 10, 20))
    return (
        line(first, y, last, y, "dimension")
        + marks
        + text((first + last) / 2, y - 9, f"{mm(20)}, to scale", "strip-sub", "middle")
    )
