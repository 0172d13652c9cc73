"""The cut: what the length is made of, end to end, and the legs of the route it lies along."""

from dataclasses import dataclass

from euthyne.core.kinds import Trait
from euthyne.core.order.laid import CableEnd, End
from euthyne.core.plan import Plan
from euthyne.core.stages.cut.cutlength import CutLength
from euthyne.core.trade.corewords import cable_said
from euthyne.core.trade.figure import metres, mm
from euthyne.drawing.colours import core_paint
from euthyne.drawing.pen import letters, line, path, rect, sheet, text

LETTERS: tuple[End, End] = ("A", "B")
WIDTH, LEFT, RIGHT = 1180.0, 10.0, 1170.0
CORD_Y, TALL, LEAST = 62.0, 26.0, 112.0


@dataclass(frozen=True)
class _Share:
    """A share of the cut: its words, metres, and how it is drawn."""

    words: str
    metres: float
    class_: str


def cutting_drawing(plan: Plan) -> str:
    """The length to cut as one cord under its whole dimension, each share of it named; shares are
    not to one scale.
    """
    cut = plan.cut.length
    if cut is None:
        return ""
    if Trait.APART in plan.kind.traits:
        return _set_drawing(plan)
    shares = _shares(plan, cut)
    small = [s for s in shares if s.class_ != "cord"]
    room = RIGHT - LEFT - LEAST * 1.25 * len(small)
    body, x = "", LEFT
    for share in shares:
        if share.class_ == "cord":
            body += _share(share, x, room) + _legs(plan.cut.legs_m, x, room)
            x += room
        else:
            body += _share(share, x, LEAST * 1.25)
            x += LEAST * 1.25
    many = ""
    if plan.conductor.pieces > 1:
        many = f"{plan.conductor.pieces} × "
    body += _whole(f"{many}{metres(cut.cut_m):.2f} to cut")
    label = f"{many}{metres(cut.cut_m):.2f} to cut: " + ", ".join(
        f"{metres(s.metres):.3f} {s.words}" for s in shares
    )
    return sheet(WIDTH, CORD_Y + 78, body, "cutting", label)


def _set_drawing(plan: Plan) -> str:
    """The cables of a set to one scale, the longest first, as they are cut."""
    laid = sorted(plan.cut.lengths.items(), key=lambda one: -one[1].cut_m)
    longest, room = laid[0][1].cut_m, RIGHT - LEFT - 210.0
    body = ""
    for i, (cable, length) in enumerate(laid):
        y = 58.0 + 26.0 * i
        wide = max(room * length.cut_m / longest, 6.0)
        paint = core_paint(plan.ends.colours.of(plan.lead.assembly.cable(cable).cores[0].id))
        body += rect(LEFT + 84, y, wide, 14, "cord-of-set", fill=paint)
        body += text(LEFT, y + 12, cable_said(cable), "share-words")
        body += text(
            LEFT + 84 + wide + 12, y + 13, f"{metres(length.cut_m):.2f}", "share-leg-of-set"
        )
    whole = sum(length.cut_m for _, length in laid)
    words = f"{len(laid)} to cut, {metres(whole):.2f} in all"
    label = f"{words}: " + ", ".join(
        f"{c.replace('-', ' ')} {metres(x.cut_m):.2f}" for c, x in laid
    )
    body = text((LEFT + RIGHT) / 2, 32, words, "share-whole", "middle") + body
    return sheet(WIDTH, 66.0 + 26.0 * len(laid), body, "cutting", label)


def _shares(plan: Plan, cut: CutLength) -> list[_Share]:
    """What the length is made of, from the supply end on; what comes to nothing is left out."""
    ends = [_end_share(plan, end) for end in LETTERS]
    run = "run"
    if len(plan.cut.legs_m) > 1:
        run = f"run, {len(plan.cut.legs_m)} legs"
    off = sum(min(share.metres, 0.0) for share in ends)
    if off:
        run += f", less {mm(-off * 1000):.0f} of lugs"
    every = (
        ends[0],
        _Share(run, cut.run_m + off, "cord"),
        ends[1],
        _Share("slack", cut.slack_m, "share-spare"),
        _Share("loops", cut.loops_m, "share-spare"),
        _Share("spare tries", cut.rework_m, "share-spare"),
    )
    return [s for s in every if s.metres > 0]


def _end_share(plan: Plan, end: End) -> _Share:
    """What one end of the main cable adds, with what it lands in."""
    at = CableEnd(plan.conductor.main.id, end)
    landed = plan.given.assembly.fittings_at(at)
    short = plan.given.parts[landed[0]].short if landed else "end"
    return _Share(f"inside the {short}", plan.cut.adds_mm(at) / 1000, "share-end")


def _share(share: _Share, x: float, wide: float) -> str:
    middle = x + wide / 2
    if share.metres >= 1:
        figure = f"{metres(share.metres):.2f}"
    else:
        figure = f"{mm(share.metres * 1000):.0f}"
    body = rect(x, CORD_Y - TALL / 2, wide, TALL, share.class_)
    if share.class_ == "cord":
        at = x + wide * 0.8
        waves = [f"M{at + dx:g} {CORD_Y - 20:g}q7 10 0 20t0 20" for dx in (0.0, 4.5, 9.0)]
        body += path(waves[1], "break-gap") + path(waves[0], "break") + path(waves[2], "break")
    else:
        body += line(x + wide, CORD_Y - TALL / 2, x + wide, CORD_Y + TALL / 2, "share-edge")
    y = CORD_Y + TALL / 2 + 26
    return (
        body
        + text(middle, y, figure, "share-figure", "middle")
        + text(middle, y + 21, share.words, "share-words", "middle")
    )


def _legs(legs_m: tuple[float, ...], x: float, wide: float) -> str:
    """Marks on the run where the route turns, each leg's length in its stretch of cord."""
    if len(legs_m) == 1:
        return ""
    body, at, whole = "", x, sum(legs_m)
    for i, leg in enumerate(legs_m):
        long = wide * leg / whole
        if long > 70:
            body += text(at + long / 2, CORD_Y + 5, f"{metres(leg):.2f}", "share-leg", "middle")
        at += long
        body += (
            line(at, CORD_Y - TALL / 2 - 5, at, CORD_Y + TALL / 2 + 5, "share-turn")
            if i < len(legs_m) - 1
            else ""
        )
    return body


def _whole(words: str) -> str:
    y, half, middle = 24.0, letters(words) * 7.4 + 14, (LEFT + RIGHT) / 2
    ends = line(LEFT, y - 8, LEFT, CORD_Y - TALL / 2, "dimension") + line(
        RIGHT, y - 8, RIGHT, CORD_Y - TALL / 2, "dimension"
    )
    lines = line(LEFT, y, middle - half, y, "dimension") + line(
        middle + half, y, RIGHT, y, "dimension"
    )
    return ends + lines + text(middle, y + 8, words, "share-whole", "middle")
