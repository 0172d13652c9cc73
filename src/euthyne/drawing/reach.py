"""Drop along the length: one line a size, and where each meets the limit."""

from dataclasses import replace

from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.sizing.drop import drops_along, longest_run_m
from euthyne.core.sizing.size import Sizing
from euthyne.core.trade.shown import at_most
from euthyne.drawing.ladder import shown
from euthyne.drawing.pen import circle, line, path, sheet, text

WIDTH, HEIGHT = 400.0, 200.0
LEFT, RIGHT, TOP, FOOT = 34.0, 352.0, 18.0, 172.0


Spot = tuple[float, float]


def _rung_line(start: Spot, end: Spot, label: str, *, taken: bool, to_the_edge: bool) -> str:
    """The loss of one size along the run, its name beside the end, or above where it leaves early."""
    kind = words = ""
    if taken:
        kind, words = " reach-taken", " reach-words-taken"
    drawn = path(f"M{start[0]:.1f} {start[1]:.1f}L{end[0]:.1f} {end[1]:.1f}", f"reach-line{kind}")
    if to_the_edge:
        return drawn + text(end[0] + 5, end[1], label, f"reach-words{words}", "start")
    return drawn + text(end[0], end[1] - 5, label, f"reach-words{words}", "middle")


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
    body += text(x(brief.run_m), FOOT + 15, f"{round(brief.run_m, 2):g} m", "reach-words", "middle")
    for c in rungs:
        runs_out_m = longest_run_m(
            replace(brief, limits=replace(brief.limits, drop_percent=most_percent)), c.drop_percent
        )
        end_m = min(most_m, runs_out_m)
        start_percent, end_percent = drops_along(brief, c.drop_percent, (0.0, end_m))
        start = (x(0), y(min(start_percent, most_percent)))
        end = (x(end_m), y(end_percent))
        label = c.size.replace(" mm2", "").replace(" AWG", "")
        body += _rung_line(start, end, label, taken=c.size == taken, to_the_edge=end_m >= most_m)
    if taken in runs:
        body += circle(x(runs[taken]), y(limit), 5, "reach-dot")
        words = f"{at_most(runs[taken], 0 if runs[taken] >= 10 else 1)} m at most"
        body += text(x(runs[taken]) + 9, y(limit) + 18, words, "reach-words reach-words-taken over")
    unit = brief.unit.replace("mm2", "mm²")
    body += text(RIGHT + 6, FOOT + 15, unit, "reach-words") + text(
        LEFT, FOOT + 15, "0", "reach-words", "middle"
    )
    label = (
        f"Drop along the length; {taken} reaches {runs.get(taken or '', 0):.0f} m before "
        f"{limit:g} % is lost"
    )
    return sheet(WIDTH, HEIGHT, body, "reach", label)
