"""The way out and the way back: what the current passes between the supply and the load."""

from euthyne.core.plan import Plan
from euthyne.core.trade.figure import metres
from euthyne.drawing.pen import group, line, mark, path, rect, sheet, text

WIDTH, HEIGHT = 848.0, 180.0
SUPPLY, LOAD, TOP, FOOT = 150.0, 690.0, 54.0, 118.0


def loop(plan: Plan) -> str:
    """The loop of a lead with its numbers beside what they measure."""
    brief = plan.lead.brief
    run = brief.run_m
    if brief.poles == 1:
        return _one_pole(plan)
    way = "? m"
    if run is not None:
        way = f"{metres(round(run, 2)):g}"
    wires = line(SUPPLY, TOP, LOAD, TOP, "loop-wire") + line(SUPPLY, FOOT, LOAD, FOOT, "loop-wire")
    arrows = path(f"M{410} {TOP - 6}l10 6-10 6z", "loop-arrow") + path(
        f"M{430} {FOOT - 6}l-10 6 10 6z", "loop-arrow"
    )
    words = text(420, TOP - 14, f"{way} out", "loop-words", "middle")
    words += text(420, FOOT + 26, f"{way} back", "loop-words", "middle")
    copper = "the run is not said yet"
    if run is not None:
        copper = f"{metres(round(2 * run, 2)):g} of copper"
    words += text(420, (TOP + FOOT) / 2 + 6, copper, "loop-total", "middle")
    label = f"{way} out and {way} back; {copper}"
    return sheet(
        WIDTH,
        HEIGHT,
        wires + arrows + words + _supply(plan) + _guards(plan) + _load(plan),
        "loop",
        label,
    )


def _one_pole(plan: Plan) -> str:
    """A run that lengthens one pole: the other stays as it is."""
    run, already = plan.lead.brief.run_m, plan.lead.brief.already_m
    way = "? m added"
    if run is not None:
        way = f"{metres(round(run, 2)):g} added"
    wires = line(SUPPLY, TOP, LOAD, TOP, "loop-wire") + line(
        SUPPLY, FOOT, LOAD, FOOT, "loop-wire loop-other"
    )
    there = ""
    if already:
        there = f", {metres(round(already, 2)):g} there already"
    words = text(420, TOP - 14, f"{way} to this pole{there}", "loop-words", "middle")
    words += text(420, FOOT + 26, "the other pole: a lead of its own", "loop-words", "middle")
    return sheet(
        WIDTH, HEIGHT, wires + words + _supply(plan) + _load(plan), "loop", f"{way}, one pole"
    )


def _supply(plan: Plan) -> str:
    box = rect(20, TOP - 34, 130, FOOT - TOP + 68, "loop-box", rx=4)
    return (
        box
        + text(85, TOP + 30, f"{round(plan.brief.volts, 1):g} V", "loop-figure", "middle")
        + text(85, TOP + 54, plan.kind.source, "loop-sub", "middle")
    )


def _load(plan: Plan) -> str:
    amps = plan.brief.demand_amps
    figure = "? A"
    if amps is not None:
        figure = f"{amps:.3g} A"
    what = "its load"
    if plan.lead.brief.feeds == "socket":
        what = "its socket"
    box = rect(LOAD, TOP - 34, 138, FOOT - TOP + 68, "loop-box", rx=4)
    return (
        box
        + text(LOAD + 69, TOP + 30, figure, "loop-figure", "middle")
        + text(LOAD + 69, TOP + 54, what, "loop-sub", "middle")
    )


def _guards(plan: Plan) -> str:
    """The fuse or breaker in the live, and the residual-current device round both."""
    guard = plan.conductor.protection
    if not plan.mains and plan.lead.brief.fuse_family == "none":
        return text(222, TOP - 12, "no fuse", "loop-guard-words", "middle")
    known = guard.amps is not None
    fuse = rect(196, TOP - 12, 52, 24, "loop-guard" if known else "loop-guard loop-unknown", rx=3)
    fuse += line(196, TOP, 248, TOP, "loop-fuse")
    body = fuse + text(
        222, TOP - 22, f"{guard.amps:g} A" if known else "? A", "loop-guard-words", "middle"
    )
    body += text(222, TOP + 30, guard.words, "loop-sub", "middle")
    if plan.lead.brief.behind_device:
        body += rect(292, TOP - 16, 40, FOOT - TOP + 32, "loop-rcd", rx=14)
        body += text(312, FOOT + 36, plan.lead.brief.rcd, "loop-guard-words", "middle")
    elif plan.lead.brief.place != "indoor" and plan.mains:
        body += mark("stop", 312, (TOP + FOOT) / 2, 9) + text(
            312, FOOT + 36, f"no {plan.lead.brief.usual_device} device", "loop-sub", "middle"
        )
    return group(body)
