"""Drop along the length: one line a size, and where each meets the limit."""

from dataclasses import dataclass, replace

from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.sizing.drop import drops_along, longest_run_m
from euthyne.core.sizing.size import Sizing
from euthyne.core.trade.figure import metres
from euthyne.core.trade.wire import size_words
from euthyne.drawing.ladder import shown
from euthyne.drawing.pen import circle, line, path, sheet, text

WIDTH, HEIGHT = 400.0, 200.0
LEFT, RIGHT, TOP, FOOT = 34.0, 352.0, 18.0, 172.0
# Between two marks at the edge, and between the mark of the run and that of nothing.
APART, FROM_NOTHING = 12.0, 60.0

Spot = tuple[float, float]


@dataclass(frozen=True)
class _ReachLine:
    """The loss of one size along the run: from where to where, its name, whether it gets to the edge."""

    start: Spot
    end: Spot
    label: str
    taken: bool
    to_the_edge: bool

    def drawn(self, mark_y: float) -> str:
        """Its line, its name beside the end at a height, or above where it leaves early."""
        kind, words = (" reach-taken", " reach-words-taken") if self.taken else ("", "")
        (x, y), (end_x, end_y) = self.start, self.end
        way = path(f"M{x:.1f} {y:.1f}L{end_x:.1f} {end_y:.1f}", f"reach-line{kind}")
        if self.to_the_edge:
            return way + text(end_x + 5, mark_y, self.label, f"reach-words{words}", "start")
        return way + text(end_x, end_y - 5, self.label, f"reach-words{words}", "middle")


def _apart(rungs: list[_ReachLine]) -> str:
    """Every line, the marks at the edge moved down where they would lie on each other."""
    body, free = "", -APART
    for rung in sorted(rungs, key=lambda r: r.end[1]):
        mark_y = rung.end[1]
        if rung.to_the_edge:
            free = mark_y = max(mark_y, free + APART)
        body += rung.drawn(mark_y)
    return body


def reach(brief: SizingBrief, sizing: Sizing, taken: str | None) -> str:
    """Percent lost against metres of run, for the rungs of the ladder, with the longest run of each
    at the limit.
    """
    rungs = shown(sizing, taken)
    limit = brief.drop_limit_percent
    runs = {c.size: longest_run_m(brief, c.drop_percent) for c in rungs}
    most_m = max(brief.run_m * 1.5, runs.get(taken or "", 0.0) * 1.6)
    most_percent = limit * 1.6

    def x(metres: float) -> float:
        return LEFT + metres / most_m * (RIGHT - LEFT)

    def y(percent: float) -> float:
        return FOOT - percent / most_percent * (FOOT - TOP)

    body = line(LEFT, TOP, LEFT, FOOT, "reach-axis") + line(LEFT, FOOT, RIGHT, FOOT, "reach-axis")
    body += line(LEFT, y(limit), RIGHT, y(limit), "limit") + text(
        LEFT - 5, y(limit) + 4, f"{limit:g}%", "reach-words", "end"
    )
    body += line(x(brief.run_m), TOP, x(brief.run_m), FOOT, "reach-here")
    run, said = x(brief.run_m), f"{metres(round(brief.run_m, 2)):g}"
    if run - LEFT > FROM_NOTHING:
        body += text(run, FOOT + 15, said, "reach-words", "middle")
        body += text(LEFT, FOOT + 15, "0", "reach-words", "middle")
    else:
        body += text(LEFT, FOOT + 15, said, "reach-words")
    lines = []
    for c in rungs:
        runs_out_m = longest_run_m(
            replace(brief, limits=replace(brief.limits, drop_percent=most_percent)), c.drop_percent
        )
        end_m = min(most_m, runs_out_m)
        start_percent, end_percent = drops_along(brief, c.drop_percent, (0.0, end_m))
        start = (x(0), y(min(start_percent, most_percent)))
        end = (x(end_m), y(end_percent))
        label = c.size.replace(" mm2", "").replace(" AWG", "")
        lines.append(_ReachLine(start, end, label, c.size == taken, end_m >= most_m))
    body += _apart(lines)
    if taken in runs:
        body += circle(x(runs[taken]), y(limit), 5, "reach-dot")
        words = f"{format(metres(runs[taken]), 'most0' if runs[taken] >= 10 else 'most1')} at most"
        said = "reach-words reach-words-taken over"
        body += text(x(runs[taken]) - 8, y(limit) - 8, words, said, "end")
    unit = brief.unit.replace("mm2", "mm²")
    body += text(RIGHT + 6, FOOT + 15, unit, "reach-words")
    label = (
        f"Drop along the length; {size_words(taken)} reaches {metres(runs.get(taken or '', 0)):.0f} before "
        f"{limit:g} % is lost"
    )
    return sheet(WIDTH, HEIGHT, body, "reach", label)
