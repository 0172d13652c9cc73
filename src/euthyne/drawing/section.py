"""The cord cut across, to scale: sheath, cores in their colours, copper."""

import math

from euthyne.core.plan import Plan
from euthyne.core.trade.figure import mm
from euthyne.drawing.colours import core_paint
from euthyne.drawing.pen import circle, line, sheet, text

WIDTH, HEIGHT, ACROSS = 150.0, 168.0, 132.0


def section(plan: Plan) -> str:
    """The cross-section of a lead's cord; empty while its size or diameter is unknown."""
    cable = plan.conductor.heat_cable
    if cable is None:
        return ""
    per_mm = ACROSS / cable.outside_mm
    copper = math.sqrt(4 / math.pi * cable.wire.size.cross_section_mm2) * per_mm
    bundle = ACROSS * 0.78
    count = len(plan.cores)
    if count > 1:
        core = bundle / (1 + 1 / math.sin(math.pi / count))
    else:
        core = bundle
    if count > 1:
        orbit = (bundle - core) / 2
    else:
        orbit = 0.0
    mid = ACROSS / 2 + 9
    body = circle(75, mid, ACROSS / 2, "section-sheath") + circle(
        75, mid, bundle / 2, "section-fill"
    )
    for i, name in enumerate(plan.cores):
        turn = 2 * math.pi * i / count - math.pi / 2
        x, y = 75 + orbit * math.cos(turn), mid + orbit * math.sin(turn)
        tint = core_paint(plan.ends.colours.of(name))
        body += circle(x, y, core / 2, "section-core", fill=tint) + circle(
            x, y, min(copper, core * 0.9) / 2, "copper"
        )
    foot = HEIGHT - 12
    body += line(75 - ACROSS / 2, foot - 6, 75 - ACROSS / 2, foot + 2, "dimension")
    body += line(75 + ACROSS / 2, foot - 6, 75 + ACROSS / 2, foot + 2, "dimension")
    body += text(75, foot + 4, f"{mm(cable.outside_mm):.1f}", "reach-words", "middle")
    return sheet(
        WIDTH,
        HEIGHT,
        body,
        "section",
        f"{plan.conductor.written} cut across, {mm(cable.outside_mm):.1f} over all",
    )
