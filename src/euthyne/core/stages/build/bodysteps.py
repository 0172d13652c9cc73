"""The steps before the joints and after them: parts threaded, sheath and layers off, grip, fuse and
body.
"""

from euthyne.core.shelf.making import Making
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.terminations.finishes import FINISHES
from euthyne.core.stages.build.buildstep import MISTAKES, SHEATH_OFF, BuildStep, StepFigure, Turn
from euthyne.core.stages.build.jobs import EARTH, SHIELD, BuildJob, fittings
from euthyne.core.stages.cut.strip import CoreStrip
from euthyne.core.stages.ends.ends import Marking
from euthyne.core.trade.corewords import function_of, own_name
from euthyne.core.trade.figure import mm, newton_metres, newtons
from euthyne.core.trade.shown import one_and_all

# A gland whose range is so wide has a seal of two rings, one inside the other; generic, check your part.
RINGS_FROM = 1.7
TORQUE = "torque"  # how the words of a torque begin


def thread(turn: Turn) -> BuildStep:
    """A loose part goes on the cable, from its own end or from the far one."""
    part = next(t for t in fittings(turn.e.at, turn.job) if t.id == turn.name.on)
    said = turn.said
    if not turn.e.cable.sheathed:
        said = f"{turn.body.said}{_pole(turn)}"
    near = turn.fed_from == turn.end
    if near:
        way = f"from the {said}"
    else:
        way = f"from the far end, for the {said}"
    facing = part.facing[0].upper() + part.facing[1:]
    if not near:
        facing += " once it lies there: so the other way round as it goes on"
    together = ""
    if len(turn.body.at) > 1 and not turn.e.cable.sheathed and part in turn.body.part.threaded:
        over = len(turn.job.bundle_at(turn.body)) if part.bundle else len(turn.body.at)
        together = f" Over {'both' if over == 2 else f'all {over}'} wires together."
        if turn.job.one_pole_at_a_time:
            together = " Over this wire now; over the other once its own old end is off."
    return BuildStep(
        key=turn.name.key,
        kind="thread",
        end=turn.end,
        headline=f"Thread the {part.words} {way}",
        detail=f"{facing}.{together} Once {turn.e.termination.then} it can not go on any more.",
        mistake=part.mistake or f"Forgotten, {turn.e.termination.undone} again.",
        button=f"{part.words} is on",
        part=part.id,
    )


def off(turn: Turn) -> BuildStep:
    """What is on the end of a cable that was there before comes off."""
    live = turn.job.one_pole_at_a_time
    what = "old end off the cord"
    joined = bool(turn.body.part.positions) and len(turn.body.at) > 1
    damaged = turn.job.mended and joined
    if not turn.e.cable.sheathed:
        what = f"old end off the {turn.single}"
    elif damaged:
        what = "damage off"
    detail = "Square, with a cable shear. Bright strands: cut back further while they are dull."
    mistake = "Black strands under a new contact are the old fault again."
    if turn.body.part.mains and turn.body.part.contact == "pin" and not turn.body.part.panel_mm:
        detail += (
            " The old plug into the bin, its pins bent: put in a socket, its stub of cord is live."
        )
    if turn.e.at in live:
        through = [t.words for t in turn.body.part.threaded]
        then = f" Then through the {' and the '.join(through)}." if through else ""
        detail = (
            "This one only. The other stays whole until this one is joined and under its sleeve. "
            f"The fuse is out, where there is one.{then} {detail}"
        )
        mistake = "A cutter through both at once is a dead short of the pack, in the hand."
    return BuildStep(
        key=turn.name.key,
        kind="off",
        end=turn.end,
        headline=f"Cut the {what}, {turn.said}",
        detail=detail,
        mistake=mistake,
        button="damage is off" if damaged else "old end is off",
    )


def again(job: BuildJob) -> BuildStep:
    """All screws of the lead are turned a second time."""
    shorts = list(dict.fromkeys(body.part.short for body in job.screwed))
    return BuildStep(
        key="again",
        kind="again",
        end=None,
        headline="After ten minutes: every screw once more",
        detail=f"In the {' and the '.join(shorts)}. Strands settle under a screw; the second turn holds.",
        mistake="Tightened once, it is loose by the first winter.",
        button="all are firm",
    )


def strip(turn: Turn) -> BuildStep:
    """The sheath comes off."""
    plan = turn.e.strip
    how, mistake = SHEATH_OFF[turn.job.practices.stripper]
    reach = "Measured from the tip."
    figures: tuple[StepFigure, ...] = (StepFigure("sheath off", f"{mm(plan.sheath_mm):.0f}"),)
    if turn.e.part.grips:
        reach = f"The sheath must reach {mm(plan.inside_mm):.0f} past the grip."
        figures += (StepFigure("past the grip", f"{mm(plan.inside_mm):g}"),)
    return BuildStep(
        key=turn.name.key,
        kind="strip",
        end=turn.end,
        headline=f"Take {mm(plan.sheath_mm):.0f} of sheath off the {turn.said}",
        detail=f"{reach} {how} No core marked.",
        mistake=mistake,
        button="sheath is off",
        figures=figures,
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
        # A layer that stays on to the tip has no length that comes off.
        figures=(StepFigure("from the tip", f"{mm(stair.back_mm):.0f}"),) if stair.back_mm else (),
    )


def cores(turn: Turn) -> BuildStep:
    """The cores are trimmed to length and bared; a single is only bared."""
    planned, kind = turn.e.strip.cores, turn.e.termination
    if turn.e.cable.own_layers:  # its braid is a tail by now
        planned = tuple(c for c in planned if own_name(c.core) != EARTH)
    if kind.unbared is not None:
        do, how, mistake, button = kind.unbared
        return BuildStep(
            key=turn.name.key,
            kind="cores",
            end=turn.end,
            headline=do.format(said=turn.said),
            detail=how,
            mistake=mistake,
            button=button,
        )
    which = "bus wires" if turn.e.cable.own_layers else "cores"
    if len(planned) == 1:
        which = turn.e.thing(planned[0].core)
    bare = planned[0].bare_words if planned else ""
    alike = len({round(c.core_mm) for c in planned}) == 1
    if alike:
        shown = planned[:1]
    else:
        shown = planned[:6]
    if turn.e.cable.sheathed:
        headline = f"Trim the {which}, {turn.said}, to length" + (f", bare {bare}" if bare else "")
        detail = f"From the {_measured_from(turn)}. {kind.bared}"
        figures = tuple(
            StepFigure("each core" if alike else _by_name(turn, c), f"{mm(c.core_mm):.0f}")
            for c in shown
        )
    else:
        headline = f"Bare {bare} of the {which}, {turn.said}"
        detail = f"From the tip, square. {kind.bared}"
        figures = (StepFigure("bare", bare),)
    return BuildStep(
        key=turn.name.key,
        kind="cores",
        end=turn.end,
        headline=headline,
        detail=detail,
        mistake=MISTAKES["cores"],
        button=f"{which} are bare" if len(planned) > 1 else f"{which} is bare",
        figures=figures,
    )


def _measured_from(turn: Turn) -> str:
    """Where the lengths of cores are measured from."""
    if turn.e.cable.own_layers:
        return "end of the inner jacket, one shorter than the other by more than a butt"
    if turn.body.joins:
        return "end of the sheath, each shorter than the next by more than a butt"
    return "end of the grip" if turn.e.part.grips else "edge of the part"


def _by_name(turn: Turn, planned: CoreStrip) -> str:
    """A core's length by its name."""
    if turn.e.cable.own_layers:
        return turn.e.thing(planned.core)
    return f"core {own_name(planned.core)}"


def mark(turn: Turn) -> BuildStep:
    """Cores whose colour does not say what they are, marked where they show."""
    marked = turn.e.marked
    named = one_and_all(_into(m) for m in marked)
    are = " ".join(f"The {m.tint} one is the {function_of(m.core)}." for m in marked)
    tints = one_and_all(dict.fromkeys(m.tint for m in marked))
    return BuildStep(
        key=turn.name.key,
        kind="mark",
        end=turn.end,
        headline=f"Mark {named}, {turn.said}",
        detail=f"{are} A sleeve or three turns of tape, where it shows at the terminal.",
        mistake=f"Whoever opens it next takes {tints} for what the colour says elsewhere.",
        button=f"{tints} {'are' if len(marked) > 1 else 'is'} marked",
    )


def _into(marking: Marking) -> str:
    """A core and what it is marked with: a colour, or its own name."""
    return f"the {marking.tint} core {marking.into}"


def spare(turn: Turn) -> BuildStep:
    """Cores that land nowhere are cut back and covered."""
    cores = turn.e.spare
    many = len(cores) > 1
    shielded = any(c.cavity == SHIELD for c in turn.e.strip.cores)
    named = one_and_all(turn.e.colours.called(core) for core in cores)
    what, it, where = "spare core", "it", "Back to the sheath"
    if many:
        what, it = f"{len(cores)} spare cores", "each"
        where = f"Each {mm(5)} further back than the one before"
    return BuildStep(
        key=turn.name.key,
        kind="spare",
        end=turn.end,
        headline=f"Cut the {what} back, and cover {it}, {turn.said}",
        detail=f"{named[0].upper()}{named[1:]}. {where}, a sleeve shrunk over the end.",
        mistake=f"A spare core left bare finds {'the shield' if shielded else 'a terminal'}, or its neighbour.",
        button="spares are covered" if many else "spare is covered",
    )


def make(turn: Turn) -> BuildStep:
    """Something that is done to a body beside its joints."""
    body = turn.body
    made = next(m for m in body.part.making if m.id == turn.name.on)
    headline = made.do.format(short=body.part.short) + _which(turn)
    detail = made.detail
    if made.of_a_cord and turn.e.cable.sheathed:
        detail = f"{detail} {made.of_a_cord}"
    return BuildStep(
        key=turn.name.key,
        kind="make",
        end=turn.end,
        headline=headline,
        detail=detail,
        mistake=made.mistake,
        button=made.done,
        part=made.seats or None,
        judge=made.judge,
        figures=_made_with(turn, made) + _hole(turn),
        reads=made.reads,
    )


def _made_with(turn: Turn, made: Making) -> tuple[StepFigure, ...]:
    """The figures of a step of a body; a torque of one's own sheet stands in place of the generic one."""
    part = turn.body.part
    own = part.torque_for(turn.e.cable.size)
    found = []
    for words, value in made.figures:
        if words.startswith(TORQUE) and own:
            told = "torque, your sheet" if part.own_sheet else TORQUE
            found.append(StepFigure(told, f"{newton_metres(own):g}"))
        else:
            found.append(StepFigure(words, value))
    return tuple(found)


def _hole(turn: Turn) -> tuple[StepFigure, ...]:
    """The knock-out that is opened, and the thread that goes through it."""
    part = turn.body.part
    if turn.name.on != "knockout" or part.knock_out_mm is None:
        return ()
    return (
        StepFigure("knock-out", f"{mm(part.knock_out_mm):g}"),
        StepFigure("thread of the gland", f"{mm(part.thread_mm):g}"),
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
    headline, detail = f"Clamp the cord grip of the {part.short} on the sheath", finish.detail
    if gland:
        headline = f"Tighten the gland of the {part.short} on the sheath"
    elif part.made.grips:
        headline = f"Pull and twist the cord at the {part.short}"
        detail = f"The {part.made.grips} is what holds it. {mm(2)} of slip at most."
    else:
        detail = f"{_seated_first(part)}{detail}"
    rings = ""
    if gland and not part.panel_mm and high >= RINGS_FROM * low:
        fat = turn.e.cable.over_all_mm > (low + high) / 2
        rings = f" The inner ring of its seal {'comes out' if fat else 'stays in'} for this cord."
    which = _which(turn)
    if len(turn.body.at) > 1 and turn.name.where:
        which = f", {turn.name.where.replace('-', ' ')}"
    return BuildStep(
        key=turn.name.key,
        kind="grip",
        end=turn.end,
        headline=f"{headline}{which}",
        detail=f"{detail}{rings}",
        mistake=finish.mistake,
        button="gland holds" if gland else "grip holds",
        judge=finish.judge,
        figures=(
            StepFigure("it holds", f"{mm(low, high):g}"),
            StepFigure("pull", f"{newtons(grip_pull_n(part.amps))}"),
        ),
    )


def _which(turn: Turn) -> str:
    """Which end a body is at, and on which core, where another is made with the same part."""
    shorts = [body.part.short for body in turn.job.bodies]
    if shorts.count(turn.body.part.short) > 1:
        return f", {turn.body.said}{_pole(turn)}"
    return ""


def _pole(turn: Turn) -> str:
    """The core a body is on by its colour, where its end has another such body."""
    body = turn.body
    alike = [b for b in turn.job.bodies if b.part.short == body.part.short and b.said == body.said]
    if len(alike) < 2:
        return ""
    e = turn.job.at(body.at[0])
    core = next(c.core for c in e.strip.cores if c.fitting == body.id)
    return f", {e.thing(core)}"


def _seated_first(part: Part) -> str:
    """What of a body's own loose parts is seated before its grip is clamped."""
    done = {m.seats for m in part.making}
    seats = (t.words for t in part.threaded if "seal" in t.words and t.id not in done)
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
        figures=(StepFigure("fuse", amps),),
    )


def close(turn: Turn) -> BuildStep:
    """The body is shut, in the way of that body."""
    part, key = turn.body.part, turn.body.key
    made = part.made
    turned: tuple[StepFigure, ...] = ()
    if key is not None:
        turned = (StepFigure("key, clockwise, looking at its face", f"{key:g}°"),)
    return BuildStep(
        key=turn.name.key,
        kind="close",
        end=turn.end,
        headline=f"{made.headline.format(short=part.short)}{_which(turn)}",
        detail=f"{made.detail} Clear of the boss." if part.posts else made.detail,
        figures=turned,
        mistake=made.mistake,
        button=f"{part.short} is closed",
        judge=made.judge,
    )
