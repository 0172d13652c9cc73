"""The end of a heating tape at the bench: flat, its two bus wires in their core, its braid round it; as far
opened, joined and sealed as it is at a step.
"""

from euthyne.core.stages.build.jobs import EARTH, EndToBuild
from euthyne.core.stages.cut.strip import CoreStrip
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.layers import Stair
from euthyne.drawing.pen import circle, line, path, rect, sheet, text

WIDTH, HEIGHT, MIDDLE = 1240.0, 330.0, 150.0
TIP, SPAN = 930.0, 560.0
TALLEST, THINNER = 132.0, 18.0
BUS, BUS_APART = 13.0, 44.0
BUTT_BACK, BUTT_ON = 26.0, 96.0
LABELS_X = 1000.0
STEP_MM = 10.0  # how far one half of the tip is cut back behind the other, generic


def tape_drawing(
    e: EndToBuild,
    done: frozenset[str],
    joined: dict[str, str],
    sealed: str,
    meter: bool,
    label: str,
) -> str:
    """The end of a tape as it is at a step.

    Parameters: e, the end; done, the ids of the layers that are off; joined, by core ``now`` or ``done`` where
    it is in its splice; sealed, ``now`` or ``done`` where its seal is on, else empty; meter, True where it is
    measured; label, what the drawing says.
    Returns: SVG text.
    """
    stairs = e.strip.stairs
    per_mm = SPAN / max(stairs[0].back_mm, 1.0)
    wires = [c for c in e.strip.cores if own_name(c.core) != EARTH]
    body = _wires(e, wires, joined, per_mm, named=not meter)
    stepped = stairs[-1].layer.drawn != "bus"
    for i in range(len(stairs) - 1, -1, -1):
        off = stairs[i].layer.id in done
        body += _layer(stairs[i], i, TIP - (stairs[i].back_mm * per_mm if off else 0.0))
    if stepped:
        body += _step(wires, stairs, per_mm)
    body += _tail(e, stairs, done, joined, per_mm, named=not meter)
    if sealed:
        body += _seal(stairs, per_mm, now=sealed == "now")
    if meter:
        body += _meter(
            [(_end_of(w, per_mm), y) for w, y in zip(wires, _heights(wires), strict=True)]
        )
    return sheet(WIDTH, HEIGHT, body, "bench-drawing", label)


def _heights(wires: list[CoreStrip]) -> list[float]:
    apart = BUS_APART / max(len(wires) - 1, 1)
    return [MIDDLE - BUS_APART / 2 + apart * i for i in range(len(wires))]


def _wires(
    e: EndToBuild, wires: list[CoreStrip], joined: dict[str, str], per_mm: float, *, named: bool
) -> str:
    """The bus wires, each as long as it is cut, and its butt where it has one; each by its name."""
    body = ""
    for wire, y in zip(wires, _heights(wires), strict=True):
        end = _end_of(wire, per_mm)
        body += rect(0, y - BUS / 2, end, BUS, "bare")
        state = joined.get(wire.core)
        if state:
            kind = "terminal terminal-now" if state == "now" else "terminal"
            body += rect(end - BUTT_BACK, y - 14, BUTT_ON, 28, kind, rx=8)
            body += line(end + 20, y - 14, end + 20, y + 14, "screw")
        if named:
            body += text(LABELS_X + 60, y + 7, e.called(wire.core), "bench-facing")
    return body


def _step(wires: list[CoreStrip], stairs: tuple[Stair, ...], per_mm: float) -> str:
    """A tip that is cut in a step: a half of it ends behind the other, each with its bus wire in its core."""
    tall = TALLEST - THINNER * (len(stairs) - 1)
    body = rect(TIP - STEP_MM * per_mm - 1, MIDDLE, STEP_MM * per_mm + 4, tall / 2 + 2, "cut-away")
    for y, x in zip(_heights(wires), (TIP, TIP - STEP_MM * per_mm), strict=False):
        body += rect(x - 6, y - BUS / 2, 12, BUS, "bare")
    return body


def _end_of(wire: CoreStrip, per_mm: float) -> float:
    return TIP - wire.trim_mm * per_mm


def _layer(stair: Stair, place: int, end: float) -> str:
    """A layer of the tape as far as it reaches."""
    drawn, tall = stair.layer.drawn, TALLEST - THINNER * place
    top = MIDDLE - tall / 2
    if drawn == "bus":
        return ""
    body = rect(0, top, end, tall, f"stair-{drawn}", rx=10 if drawn == "sheath" else None)
    if drawn != "braid":
        return body
    half = tall / 2
    places = range(max(int(end - 260), 0), max(int(end - half), 0), 22)
    strokes = "".join(
        f"M{x:g} {top:g}l{half:g} {tall:g}M{x + half:g} {top:g}l{-half:g} {tall:g}" for x in places
    )
    return body + path(strokes, "stair-hatch")


def _tail(
    e: EndToBuild,
    stairs: tuple[Stair, ...],
    done: frozenset[str],
    joined: dict[str, str],
    per_mm: float,
    *,
    named: bool,
) -> str:
    """The braid drawn out into a tail, where it lands; the barrel on it once it has one."""
    earth = next((c.core for c in e.strip.cores if own_name(c.core) == EARTH), None)
    braid = next((s for s in stairs if s.layer.drawn == "braid"), None)
    if earth is None or braid is None or braid.layer.id not in done:
        return ""
    x = TIP - braid.back_mm * per_mm
    y = MIDDLE + TALLEST / 2 + 34
    tail = path(
        f"M{x:g} {MIDDLE + 50:g}Q{x + 40:g} {y:g} {x + 120:g} {y:g}H{TIP - 60:g}", "stair-tail"
    )
    state = joined.get(earth)
    if state:
        kind = "terminal terminal-now" if state == "now" else "terminal"
        tail += rect(TIP - 96, y - 15, 120, 30, kind, rx=6)
    return tail + (text(LABELS_X + 60, y + 7, e.called(earth), "bench-facing") if named else "")


def _seal(stairs: tuple[Stair, ...], per_mm: float, *, now: bool) -> str:
    """The seal over the whole end, on to the outer jacket."""
    left = TIP - stairs[0].back_mm * per_mm - 70
    kind = "part-now" if now else "part-on"
    tall = TALLEST + 20
    cap = rect(left, MIDDLE - tall / 2, TIP + 60 - left, tall, kind, rx=26, fill_opacity=0.75)
    holes = "".join(
        line(TIP - 40, y, TIP + 20, y, "screw")
        for y in (MIDDLE - BUS_APART / 2, MIDDLE + BUS_APART / 2)
    )
    return cap + holes


def _meter(ends: list[tuple[float, float]]) -> str:
    """A meter with a probe on the end of each bus wire."""
    x, y = 1120.0, 270.0
    body = rect(x - 62, y - 24, 124, 48, "bench-body", rx=6)
    body += text(x, y + 8, "meter", "bench-part", "middle")
    for (end, height), way in zip(ends, (40, -40), strict=False):
        lead = f"C{x + way:g} {height:g} {end + 60:g} {height:g} {end - 8:g} {height:g}"
        body += path(f"M{x + way:g} {y - 24:g}{lead}", "push-arrow")
        body += circle(end - 8, height, 7, "part-turn")
    return body
