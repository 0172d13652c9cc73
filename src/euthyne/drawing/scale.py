"""An instrument's scale: what was given, what came out and the limits, on one ruled line."""

import math
from collections.abc import Sequence

from euthyne.core.envelope import ScaleMark
from euthyne.drawing.pen import circle, group, line, path, rect, sheet, text

WIDTH, LINE_Y, LEFT, RIGHT = 760.0, 128.0, 40.0, 720.0
ROW = 21.0


def scale(marks: Sequence[ScaleMark], unit: str, log: bool = False) -> str:
    """The scale of an instrument; marks are named above it on as many levels as they need.

    Parameters: marks; unit; log, for sizes that grow by ratio. Returns: SVG text, empty without marks.
    """
    if not marks:
        return ""
    values = [v for m in marks for v in (m.value, m.upto) if v is not None]
    low, high = (min(values) / 1.25, max(values) * 1.25) if log else (min(0.0, min(values)), max(values) * 1.12 or 1.0)

    def x(value: float) -> float:
        share = math.log(value / low) / math.log(high / low) if log else (value - low) / (high - low)
        return LEFT + share * (RIGHT - LEFT)

    body = line(LEFT, LINE_Y, RIGHT, LINE_Y, "scale-line") + _ticks(low, high, log, unit, x)
    taken: list[list[float]] = []
    for m in sorted(marks, key=lambda m: (m.kind == "quiet", m.value)):
        half = len(m.words) * 3.7 + 8
        at = min(max(x(m.value), LEFT + half - 20), RIGHT - half + 20)
        level = next((i for i, ends in enumerate(taken) if at - half > ends[-1] or at + half < ends[0]), len(taken))
        if level == len(taken):
            taken.append([at - half, at + half])
        taken[level] = [min(taken[level][0], at - half), max(taken[level][1], at + half)]
        body += _mark(m, x, at, level)
    label = "; ".join(f"{m.words} {m.value:.3g} {unit}" for m in marks)
    return sheet(WIDTH, LINE_Y + 34, body, "scale", label)


def _mark(m: ScaleMark, x, at: float, level: int) -> str:  # type: ignore[no-untyped-def]
    top = LINE_Y - 26 - level * ROW
    body = ""
    if m.upto is not None:
        first, last = sorted((x(m.value), x(m.upto)))
        body += rect(first, LINE_Y - 7, max(last - first, 2.0), 14, f"scale-band scale-{m.kind}")
    stem = line(x(m.value), top + 5, x(m.value), LINE_Y, f"scale-stem scale-{m.kind}")
    head = circle(x(m.value), LINE_Y, 5.5, f"scale-dot scale-{m.kind}")
    if m.kind == "limit":
        head = path(f"M{x(m.value):.1f} {LINE_Y - 9}v18", "scale-bar")
    return group(body + stem + head + text(at, top, m.words, f"scale-words scale-words-{m.kind}", "middle"))


def _ticks(low: float, high: float, log: bool, unit: str, x) -> str:  # type: ignore[no-untyped-def]
    if log:
        decade = [s * 10**e for e in range(-3, 4) for s in (1, 2, 5)]
        places = [p for p in decade if low <= p <= high]
    else:
        step = 10 ** math.floor(math.log10((high - low) / 2))
        while (high - low) / step < 5:
            step /= 2
        while (high - low) / step > 11:
            step *= 2
        places = [i * step for i in range(math.ceil(low / step), math.floor(high / step) + 1)]
    ticks = "".join(
        line(x(p), LINE_Y, x(p), LINE_Y + 7, "scale-tick") + text(x(p), LINE_Y + 22, f"{p:g}", "scale-figure", "middle")
        for p in places
    )
    return ticks + text(RIGHT + 8, LINE_Y + 22, unit, "scale-figure")
