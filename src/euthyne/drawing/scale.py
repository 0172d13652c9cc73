"""An instrument's scale: what was given, what came out and the limits, on one ruled line."""

import math
from collections.abc import Callable, Sequence
from dataclasses import replace

from euthyne.core.envelope.answer import ScaleMark
from euthyne.core.trade.measures import M_PER_FOOT, Measures, fahrenheit
from euthyne.drawing.pen import circle, group, letters, line, path, rect, sheet, text

WIDTH, LEFT, RIGHT = 760.0, 40.0, 720.0
ROW = 21.0
# What a bench that works in gauge and feet rules its line in.
RULED: dict[str, tuple[str, Callable[[float], float]]] = {
    "°C": ("°F", fahrenheit),
    "m": ("ft", lambda m: m / M_PER_FOOT),
}


def scale(
    marks: Sequence[ScaleMark], unit: str, log: bool = False, measures: Measures = "metric"
) -> str:
    """The scale of an instrument; marks are named above it on as many levels as they need.

    Parameters: marks; unit; log, for sizes that grow by ratio; measures of the bench, whose unit the
    line is ruled in. Returns: SVG text, empty without marks.
    """
    if not marks:
        return ""
    if measures == "gauge" and unit in RULED:
        unit, told = RULED[unit]
        marks = [
            replace(m, value=told(m.value), upto=None if m.upto is None else told(m.upto))
            for m in marks
        ]
    values = [v for m in marks for v in (m.value, m.upto) if v is not None]
    if log:
        low, high = (min(values) / 1.25, max(values) * 1.25)
    else:
        low, high = (min(0.0, min(values)), max(values) * 1.12 or 1.0)

    def x(value: float) -> float:
        if log:
            share = math.log(value / low) / math.log(high / low)
        else:
            share = (value - low) / (high - low)
        return LEFT + share * (RIGHT - LEFT)

    placed = _levels(marks, x)
    floor = 30 + ROW * max(level for _, _, level in placed)
    body = line(LEFT, floor, RIGHT, floor, "scale-line") + _ticks(
        low=low, high=high, log=log, unit=unit, x=x, floor=floor
    )
    body += "".join(_mark(m=m, x=x, at=at, level=level, floor=floor) for m, at, level in placed)
    label = "; ".join(f"{m.words} {m.value:.3g} {unit}" for m in marks)
    return sheet(WIDTH, floor + 34, body, "scale", label)


def _levels(
    marks: Sequence[ScaleMark], x: Callable[[float], float]
) -> list[tuple[ScaleMark, float, int]]:
    """Each mark with the place of its words and the level they stand on, so that no words touch."""
    taken: list[list[tuple[float, float]]] = []
    placed = []
    for m in sorted(marks, key=lambda m: (m.kind == "quiet", m.value)):
        half = letters(m.words) * 3.7 + 8
        at = min(max(x(_middle(m)), LEFT + half - 20), RIGHT - half + 20)
        free = (
            i
            for i, ends in enumerate(taken)
            if all(at - half > b or at + half < a for a, b in ends)
        )
        level = next(free, len(taken))
        if level == len(taken):
            taken.append([])
        taken[level].append((at - half, at + half))
        placed.append((m, at, level))
    return placed


def _middle(m: ScaleMark) -> float:
    if m.upto is None:
        return m.value
    return (m.value + m.upto) / 2


def _mark(m: ScaleMark, x: Callable[[float], float], at: float, level: int, floor: float) -> str:
    top, place = floor - 16 - level * ROW, x(_middle(m))
    stem = line(place, top + 4, place, floor, f"scale-stem scale-{m.kind}")
    if m.upto is not None:
        first, last = sorted((x(m.value), x(m.upto)))
        head = rect(first, floor - 7, max(last - first, 2.0), 14, f"scale-band scale-{m.kind}")
    elif m.kind == "limit":
        head = path(f"M{place:.1f} {floor - 9:g}v18", "scale-bar")
    else:
        head = circle(place, floor, 5.5, f"scale-dot scale-{m.kind}")
    return group(
        stem + head + text(at, top, m.words, f"scale-words over scale-words-{m.kind}", "middle")
    )


def _ticks(
    low: float, high: float, log: bool, unit: str, x: Callable[[float], float], floor: float
) -> str:
    if log:
        decade = [s * 10**e for e in range(-3, 4) for s in (1, 1.5, 2, 3, 5, 7)]
        places = [p for p in decade if low <= p <= high]
    else:
        step = 10 ** math.floor(math.log10((high - low) / 2))
        while (high - low) / step < 5:
            step /= 2
        while (high - low) / step > 11:
            step *= 2
        places = [i * step for i in range(math.ceil(low / step), math.floor(high / step) + 1)]
    ticks = "".join(
        line(x(p), floor, x(p), floor + 7, "scale-tick")
        + text(x(p), floor + 22, f"{p:g}", "scale-figure", "middle")
        for p in places
    )
    return ticks + text(RIGHT + 8, floor + 22, unit, "scale-figure")
