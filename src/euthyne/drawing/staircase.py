"""A layered cable stripped in steps: each layer to scale, cut back from the tip further than the
one inside it.
"""

from euthyne.core.trade.figure import mm
from euthyne.core.trade.layers import Drawn, Stair
from euthyne.drawing.pen import line, path, rect, sheet, text

# Right of the tip there is room for a length in inches, to the 64th.
WIDTH, TIP, SPAN, MIDDLE = 1240.0, 1070.0, 720.0, 118.0
TALLEST, THINNER, ROW = 124.0, 20.0, 30.0


def staircase_drawing(stairs: tuple[Stair, ...], whose: str, now: str = "") -> str:
    """The layers of a cable as they are cut back; with ``now``, as far as that layer and no
    further.

    Parameters: stairs, outermost first; whose cable it is; now, the id of the layer being worked
    on.
    """
    ids = [s.layer.id for s in stairs]
    if now in ids:
        upto = ids.index(now)
    else:
        upto = len(stairs) - 1
    per_mm = SPAN / max(stairs[0].back_mm, 1.0)
    shown = stairs[: upto + 2]
    if upto < len(stairs) - 1:
        body = ""
    else:
        body = _cores(stairs)
    for i in range(len(shown) - 1, -1, -1):
        end = TIP - (shown[i].back_mm * per_mm if i <= upto else 0.0)
        layer = shown[i].layer
        tail = layer.drawn == "braid" and layer.beyond_mm > 0
        body += _layer(
            drawn=layer.drawn, end=end, tall=TALLEST - THINNER * i, now=layer.id == now, combed=tail
        )
    y = MIDDLE + TALLEST / 2 + 30
    for stair in stairs[: upto + 1]:
        body += _cut_back(stair, TIP - stair.back_mm * per_mm, y, stair.layer.id == now)
        y += ROW
    label = f"{whose}: " + ", ".join(
        f"{s.layer.words} {mm(s.back_mm):.0f} from the tip" for s in stairs[: upto + 1]
    )
    return sheet(WIDTH, y + 6, body, "staircase", label)


def _cores(stairs: tuple[Stair, ...]) -> str:
    """What is left when every layer is off: two bus wires, or the cores; they reach the tip."""
    if stairs[-1].layer.drawn == "bus":
        return ""
    return "".join(
        rect(200, MIDDLE + dy - 9, TIP - 200, 15, "stair-core", rx=2) for dy in (-20, -2, 16)
    )


def _layer(drawn: Drawn, end: float, tall: float, now: bool, combed: bool) -> str:
    top = MIDDLE - tall / 2
    if drawn == "bus":
        wires = "".join(rect(0, MIDDLE + dy - 7, TIP, 13, "bare") for dy in (-14, 15))
        return wires + (rect(end, top, TIP - end, tall, "stair-now") if now else "")
    body = rect(0, top, end, tall, f"stair-{drawn}")
    if drawn == "braid":
        half = tall / 2
        places = range(max(int(end - 400), 0), int(end - half), 22)
        strokes = "".join(
            f"M{x:g} {top:g}l{half:g} {tall:g}M{x + half:g} {top:g}l{-half:g} {tall:g}"
            for x in places
        )
        tail = path(f"M{end - 8:g} {top + 6:g}q34 -46 96 -40", "stair-tail")
        body += path(strokes, "stair-hatch") + (tail if combed else "")
    return body + (line(end, top - 8, end, top + tall + 8, "cut-end") if now else "")


def _cut_back(stair: Stair, x: float, y: float, now: bool) -> str:
    """The dimension from a layer's cut to the tip, with the layer's name before it."""
    kind = "dimension"
    if now:
        kind = "dimension stair-dim-now"
    said = f"{mm(stair.back_mm):.0f}"
    ends = line(x, y - 7, x, y + 7, kind) + line(TIP, y - 7, TIP, y + 7, kind)
    name = text(x - 14, y + 6, stair.layer.words, "stair-words", "end")
    if stair.back_mm < 1:
        return name + text(TIP + 12, y + 6, "to the tip", "stair-words")
    return ends + line(x, y, TIP, y, kind) + name + text(TIP + 12, y + 6, said, "stair-figure")
