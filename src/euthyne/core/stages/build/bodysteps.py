"""The steps before the joints and after them: parts threaded, sheath and layers off, grip, fuse and
body.
"""

from euthyne.core.shelf.part import Part
from euthyne.core.shelf.terminations.finishes import FINISHES
from euthyne.core.stages.build.buildstep import MISTAKES, SHEATH_OFF, BuildStep, Figure, Turn
from euthyne.core.stages.build.jobs import fittings


def thread(turn: Turn) -> BuildStep:
    """A loose part goes on the cable, from its own end or from the far one."""
    part = next(t for t in fittings(turn.e.at, turn.job) if t.id == turn.name.on)
    near = turn.fed_from == turn.end
    if near:
        way = f"from the {turn.said}"
    else:
        way = f"from the far end, for the {turn.said}"
    facing = part.facing[0].upper() + part.facing[1:]
    return BuildStep(
        key=turn.name.key,
        kind="thread",
        end=turn.end,
        headline=f"Thread the {part.words} {way}",
        detail=f"{facing}. Once the cores are in their terminals it can not go on any more.",
        mistake=MISTAKES["thread"],
        button=f"{part.words} is on",
        part=part.id,
    )


def strip(turn: Turn) -> BuildStep:
    """The sheath comes off."""
    plan = turn.e.strip
    how, mistake = SHEATH_OFF[turn.job.practices.stripper]
    reach = f"The sheath must reach {plan.inside_mm:.0f} mm past the grip."
    return BuildStep(
        key=turn.name.key,
        kind="strip",
        end=turn.end,
        headline=f"Take {plan.sheath_mm:.0f} mm of sheath off the {turn.said}",
        detail=f"{reach} {how} No core marked.",
        mistake=mistake,
        button="sheath is off",
        figures=(
            Figure("sheath off", f"{plan.sheath_mm:.0f} mm"),
            Figure("past the grip", f"{plan.inside_mm:g} mm"),
        ),
    )


def layer(turn: Turn) -> BuildStep:
    """A layer below the sheath comes off, or is made ready."""
    plan = turn.e.strip
    stair = next(s for s in plan.stairs if s.layer.id == turn.name.on)
    words = stair.layer.words
    return BuildStep(
        key=turn.name.key,
        kind="layer",
        end=turn.end,
        headline=f"{words.capitalize()} of {plan.whose}, {turn.said}",
        detail=stair.layer.do,
        mistake=stair.layer.mistake,
        button=f"{words} done",
        part=turn.name.on,
        figures=(Figure("from the tip", f"{stair.back_mm:.0f} mm"),),
    )


def cores(turn: Turn) -> BuildStep:
    """The cores are trimmed to length and bared."""
    part, planned = turn.e.part, turn.e.strip.cores
    which = "cores"
    if len(planned) == 1:
        which = f"{turn.e.colours.called(planned[0].core)} core"
    bare = ""
    if planned:
        bare = f", bare {planned[0].bare_words}"
    alike = len({round(c.core_mm) for c in planned}) == 1
    if alike:
        shown = planned[:1]
    else:
        shown = planned[:6]
    edge = "edge of the part"
    if part.grips:
        edge = "end of the grip"
    return BuildStep(
        key=turn.name.key,
        kind="cores",
        end=turn.end,
        headline=f"Trim the {which}, {turn.said}, to length{bare}",
        detail=f"From the {edge}. Twist the strands; never tin them.",
        mistake=MISTAKES["cores"],
        button="cores are bare" if len(planned) > 1 else "core is bare",
        figures=tuple(
            Figure("each core" if alike else f"core {c.core}", f"{c.core_mm:.0f} mm") for c in shown
        ),
    )


def grip_pull_n(amps: float) -> int:
    """What a cord grip is pulled with, in newtons: 60, 80 at 16 A, 100 above.

    >>> grip_pull_n(13), grip_pull_n(16), grip_pull_n(32)
    (60, 80, 100)
    """
    if amps < 16:
        return 60
    if amps == 16:
        return 80
    return 100


def sealed_grip(part: Part) -> bool:
    """True where the cord is held by a gland: a nut over a seal."""
    return {"nut", "seal"} <= {t.id for t in part.threaded}


def grip(turn: Turn) -> BuildStep:
    """The cord grip is clamped on the sheath, or the gland tightened on its seal."""
    part = turn.body.part
    low, high = part.grip_mm
    gland = sealed_grip(part)
    finish = FINISHES["gland" if gland else "grip"]
    verb = "Clamp the cord grip of"
    if gland:
        verb = "Tighten the gland of"
    which = _which(turn)
    if len(turn.body.at) > 1 and turn.name.where:
        which = f", {turn.name.where}"
    return BuildStep(
        key=turn.name.key,
        kind="grip",
        end=turn.end,
        headline=f"{verb} the {part.short} on the sheath{which}",
        detail=finish.detail if gland else f"{_seated_first(part)}{finish.detail}",
        mistake=finish.mistake,
        button="gland holds" if gland else "grip holds",
        judge=finish.judge,
        figures=(
            Figure("it holds", f"{low:g} to {high:g} mm"),
            Figure("pull", f"{grip_pull_n(part.amps)} N"),
        ),
    )


def _which(turn: Turn) -> str:
    """Which end a body is at, where another is made with the same part."""
    shorts = [body.part.short for body in turn.job.bodies]
    if shorts.count(turn.body.part.short) > 1:
        return f", {turn.body.said}"
    return ""


def _seated_first(part: Part) -> str:
    """What of a body's own loose parts is seated before its grip is clamped."""
    seats = (t.words for t in part.threaded if "grommet" in t.words or "seal" in t.words)
    first = next(seats, None)
    if first:
        return f"The {first} seated first. "
    return ""


def fuse(turn: Turn) -> BuildStep:
    """The fuse goes in."""
    amps = f"{turn.body.fuse_amps:g} A"
    return BuildStep(
        key=turn.name.key,
        kind="fuse",
        end=turn.end,
        headline=f"Fit the {amps} fuse in the {turn.body.part.short}",
        detail="Read the figure on the fuse itself. It should sit tight in both clips.",
        mistake=MISTAKES["fuse"],
        button=f"{amps} is in",
        figures=(Figure("fuse", amps),),
    )


def close(turn: Turn) -> BuildStep:
    """The body is shut."""
    finish, part = FINISHES["close"], turn.body.part
    return BuildStep(
        key=turn.name.key,
        kind="close",
        end=turn.end,
        headline=f"Close the {part.short}{_which(turn)}",
        detail=f"{finish.detail} Clear of the boss." if part.posts else finish.detail,
        mistake=finish.mistake,
        button=f"{part.short} is closed",
        judge=finish.judge,
    )
