"""The steps that end a core, with this lead's own numbers."""

from euthyne.core.kinds.one_termination import OneBrief
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.pull import hand_tug
from euthyne.core.shelf.terminations import Termination
from euthyne.core.shelf.terminations.finishes import FINISHES, Finish
from euthyne.core.shelf.terminations.splice import STAGGERED
from euthyne.core.stages.build.bodysteps import sealed_grip
from euthyne.core.stages.build.buildstep import (
    MISTAKES,
    BuildStep,
    PressedTerminal,
    StepFigure,
    Turn,
)
from euthyne.core.stages.build.jobs import (
    SHIELD,
    Body,
    BuildJob,
    covered_mm,
    hammered,
    lug_on,
    second_sleeve,
    sleeve_cut_mm,
    sleeve_on,
    torqued,
)
from euthyne.core.stages.cut.strip import CoreStrip
from euthyne.core.trade.barrel import crimp_colour, presses
from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.die import filled
from euthyne.core.trade.figure import mm, newton_metres, newtons
from euthyne.core.trade.practices import Practices
from euthyne.core.trade.wire import size_words


def on_core(turn: Turn) -> BuildStep:
    """A sleeve or a wire seal goes on a core."""
    sleeve = sleeve_on(turn.e, turn.body)
    words, shown = "wire seal", "wire seal"
    detail = (
        "Its narrow barrel to the contact, its wide ribs to the rear. It holds the insulation, never "
        "bare copper."
    )
    figures: tuple[StepFigure, ...] = ()
    if sleeve is not None:
        words, shown = "sleeve", f"{sleeve_tint(turn.job, turn.tint)} sleeve".strip()
        detail = f"{'Adhesive-lined. ' if sleeve.adhesive else ''}Park it well back from heat."
        long_mm = sleeve_cut_mm(turn.e, sleeve, turn.body)
        figures = (StepFigure("sleeve", sleeve.words), StepFigure("cut to", f"{mm(long_mm):.0f}"))
    return BuildStep(
        key=turn.name.key,
        kind="on-core",
        end=turn.end,
        headline=f"Put the {shown} on the {turn.thing}, {turn.said}",
        detail=detail,
        mistake=f"Forgotten, {turn.body.termination.undone_one} again.",
        button=f"{turn.tint} {words} is on",
        core=turn.name.on,
        part=turn.name.does,
        figures=figures,
    )


def sleeve_tint(job: BuildJob, tint: str) -> str:
    """The colour of the sleeve on a direct-current core, as this bench works; empty on mains."""
    if job.mains:
        return ""
    if job.practices.sleeve_colour == "black":
        return "black"
    return tint


# Whose screw is whose on North American couplers. Source: UL 498.
SCREWS_TELL = "NEMA WD 6"
SCREWS = {"L": "brass", "N": "silver", "E": "green"}


WORDED = ("in", "out")
MANY_CUPS = 3  # from more than so many on, cups have rows


def land(turn: Turn) -> BuildStep:
    """A core is ended in its cavity, in the way of its kind of joint."""
    part, how = turn.body.part, turn.job.practices
    strip = _strip_of(turn)
    kind = turn.body.termination
    said = _said(turn, strip)
    if strip.cavity == SHIELD:
        return _land_shield(turn)
    if not turn.body.joins and (turn.more or turn.beside):
        if turn.more:
            return _laid_ready(turn, strip, said)
        said["thing"] = f"{' and the '.join((*turn.beside, turn.thing))} together"
    by_map = f" The map puts the {function_of(strip.core)} core in {said['cavity']}."
    made: Termination | Finish = kind
    if hammered(part, how):
        made = FINISHES["hammer"]
    more = f" {part.at_landing}" if part.at_landing else ""
    detail = (
        _begun_anew(turn, strip)
        + (part.landing_detail or made.detail).format(**said)
        + more
        + _by_feel(part, how)
        + (kind.practised(how, turn.job.mains) if _practised(turn) and made is kind else "")
    )
    if turn.job.one_pole_at_a_time and kind.joined_by == "solder" and made is kind:
        detail += " The pack lies covered, an arm's length from the iron: a cell that is heated or pierced burns."
    return BuildStep(
        key=turn.name.key,
        kind="land",
        end=turn.end,
        headline=(part.landing or kind.headline).format(**said) + turn.told_apart + _so_often(turn),
        detail=detail if turn.body.joins or _by_its_mark(part, strip) else detail + by_map,
        mistake=part.landing_mistake or made.mistake,
        button=kind.done.format(**said),
        core=strip.core,
        judge=tuple(
            look
            for look in part.landing_judge or made.judge
            if look != STAGGERED or said["staggered"]
        ),
        figures=_figures(turn, strip),
        reads=(f"lug-{turn.body.id}",) if kind.sleeved and kind.by_size else (),
        pressed=_pressed(turn) if kind.crimped else None,
    )


def _figures(turn: Turn, strip: CoreStrip) -> tuple[StepFigure, ...]:
    """The numbers of a joint; none where nothing is bared, and nothing that could be tugged is joined."""
    if turn.body.termination.unbared:
        return ()
    bare = StepFigure("bare", strip.bare_words)
    return (bare, *_screw(turn.body.part, strip), *_of_joint(turn))


def _so_often(turn: Turn) -> str:
    """How often it is done, where a row of them is made alike."""
    return f": all {turn.job.many}, one after the other" if turn.job.many > 1 else ""


def _pressed(turn: Turn) -> PressedTerminal:
    """What is pressed, for the tool that is taken to it: by hammer and by one's own sheet there is no code."""
    body, cable = turn.body, turn.e.cable
    lug = lug_on(body, cable)
    coded = lug and not body.part.sheet_tool and not hammered(body.part, turn.job.practices)
    return PressedTerminal(
        body.part.words, cable.size, body.part.joint, lug.die_code if lug and coded else ""
    )


def _laid_ready(turn: Turn, strip: CoreStrip, said: dict[str, str]) -> BuildStep:
    """A core that shares its barrel or its cup with another lies ready until that is ready too: they are joined
    as one.
    """
    where, how, wrong = (
        "barrel",
        "Bared like the other, its strands straight. Nothing is pressed yet: both go in as one.",
        "Pressed alone, the other finds no barrel, and a second terminal finds no tab.",
    )
    if turn.body.termination.joined_by == "solder":
        where, how, wrong = (
            "cup",
            "Bared like the other and laid along it. Nothing is soldered yet: both go in as one, under one sleeve.",
            "Soldered alone, the first comes loose as the second is heated.",
        )
    return BuildStep(
        key=turn.name.key,
        kind="land",
        end=turn.end,
        headline=f"Lay the {turn.thing} ready for {said['cavity']} of the {turn.body.part.short}: one "
        f"{where} takes another with it{turn.told_apart}",
        detail=how,
        mistake=wrong,
        button=f"{turn.tint} lies ready",
        core=strip.core,
        judge=("bared alike", "long enough to lie side by side"),
        ready=True,
        figures=(StepFigure("bare", strip.bare_words),),
    )


def _begun_anew(turn: Turn, strip: CoreStrip) -> str:
    """What comes first where a joint was cut off by itself: its core is bared once more."""
    if turn.name.key not in turn.job.shortened:
        return ""
    return (
        f"Cut the old one off close behind it, and bare {strip.bare_words} again: the {turn.thing} is "
        "shorter now, and takes less of a bend. "
    )


def insert(turn: Turn) -> BuildStep:
    """A contact that was looked at goes into its housing."""
    part, going_in = turn.body.part, turn.body.termination.insertion
    if going_in is None:
        raise ValueError(f"nothing is inserted at {turn.name.key}")
    strip = _strip_of(turn)
    said = _said(turn, strip)
    more = "".join(f" {words}" for words in (part.at_inserting, part.comes_out) if words)
    into = (part.inserting or going_in.headline).format(**said)
    if turn.job.housing is not None:
        into = _into_its_way(turn.job.housing, turn.thing)
    return BuildStep(
        key=turn.name.key,
        kind="insert",
        end=turn.end,
        headline=into + turn.told_apart,
        detail=going_in.detail + more,
        mistake=part.inserting_mistake or going_in.mistake,
        button=going_in.done.format(**said),
        core=strip.core,
        judge=going_in.judge,
    )


def _into_its_way(told: OneBrief, thing: str) -> str:
    """Which way of which housing a contact goes into."""
    way = "its own way"
    if told.cavity is not None:
        way = f"way {told.cavity}"
        way += f" of {told.connector_ways}" if told.connector_ways else ""
    return f"Push the {thing}'s contact into {way}, {told.connector or 'of its housing'}"


def _practised(turn: Turn) -> bool:
    """True where a bench's practice says something here: which of two cups comes first says nothing."""
    return not turn.body.termination.from_afar or len(turn.body.part.marks) > MANY_CUPS


def _strip_of(turn: Turn) -> CoreStrip:
    """The core a step is done to, as it is stripped."""
    return next(c for c in turn.e.strip.cores if c.core == turn.name.on)


def _said(turn: Turn, strip: CoreStrip) -> dict[str, str]:
    """What the words of a joint speak of."""
    several = len([body for body in turn.job.bodies if body.joins]) > 1
    return {
        "staggered": ", staggered" if several else "",
        "side_by_side": " No two bare cores side by side." if several else "",
        "tint": turn.tint,
        "thing": turn.thing,
        "short": turn.body.part.short,
        # A mark that is a word, the in and out of a switch, would read as one.
        "cavity": f"“{strip.cavity}”" if strip.cavity in WORDED else _way(turn.body, strip.cavity),
        "size": size_words(turn.e.cable.size),
    }


def _way(body: Body, cavity: str) -> str:
    """A way by its number, and what it is for where somebody said so."""
    what = dict(body.ways).get(cavity)
    return f"{cavity} ({what})" if what else cavity


def _screw(part: Part, strip: CoreStrip) -> list[StepFigure]:
    """What a screw is made of, where its colour says whose it is."""
    if part.joint != "screw" or part.standard != SCREWS_TELL:
        return []
    function = strip.cavity.rstrip("123")
    return [StepFigure("its screw", SCREWS[function])] if function in SCREWS else []


def _land_shield(turn: Turn) -> BuildStep:
    """The shield is brought to the ring or the clamp of its body."""
    shield = FINISHES["shield"]
    return BuildStep(
        key=turn.name.key,
        kind="land",
        end=turn.end,
        headline=f"Bring the shield to its place in the {turn.body.part.short}{turn.told_apart}",
        detail=shield.detail,
        mistake=shield.mistake,
        button="shield is landed",
        core=turn.name.on,
        judge=shield.judge,
    )


def _by_its_mark(part: Part, strip: CoreStrip) -> bool:
    """True when a core goes where its own function is marked, or where there is one place only."""
    return len(part.marks) == 1 or strip.cavity == strip.core.rpartition(".")[2]


def _of_joint(turn: Turn) -> list[StepFigure]:
    """The numbers of a kind of joint on this lead: its barrel and presses, its colour, torque and
    tug.
    """
    body, cable, how = turn.body, turn.e.cable, turn.job.practices
    found = []
    lug = lug_on(body, cable)
    if lug is not None and not hammered(body.part, how):
        fill = filled(lug.bore_mm, cable.copper_mm2)
        often = body.part.sheet_presses
        if not often:
            found.append(StepFigure("presses, narrow die", str(presses(lug.barrel_mm))))
        if not body.part.sheet_tool:
            found.append(StepFigure("die code", lug.die_code))
        found.append(StepFigure("copper fills the bore", f"{fill * 100:.0f} %"))
    if body.part.sheet_presses:
        found.append(StepFigure(by_sheet("presses", body.part), str(body.part.sheet_presses)))
    if body.part.sheet_tool:
        found.append(StepFigure(by_sheet("tool", body.part), body.part.sheet_tool))
    tint = ""
    if (
        body.termination.coloured and not body.part.landing
    ):  # a barrel for a braid has no sleeve of its own
        # One butt holds both conductors: its colour is that of the larger.
        strip = _strip_of(turn)
        together = [
            turn.job.at(at).cable.copper_mm2 for at, _ in turn.job.together(body, strip.cavity)
        ]
        largest = max(turn.job.at(at).cable.copper_mm2 for at in body.at)
        tint = crimp_colour(largest if body.joins else sum(together))
    if tint:
        found.append(StepFigure("its colour", tint))
    turned = body.part.torque_for(cable.size)
    if turned and body.termination.settles and torqued(body.part, how):
        found.append(StepFigure(by_sheet("torque", body.part), f"{newton_metres(turned):g}"))
    if cable.apart and turn.e.at.end == "B":
        lies = f"{cable.turned}° to the right" if cable.turned else "flat with it"
        found.append(StepFigure("palm, against the other", lies))
    tug = hand_tug(cable.size, body.part.joint) if cable.size else None
    if tug is not None:
        found.append(StepFigure("tug by hand", f"{newtons(tug[0], tug[1]):.0f}"))
    return found


def by_sheet(words: str, part: Part) -> str:
    """What a figure is called where it is from the builder's own sheet of a part."""
    return f"{words}, your sheet" if part.own_sheet else words


def _by_feel(part: Part, how: Practices) -> str:
    """What is said where a torque is given and this bench goes by feel."""
    if not part.torque_nm or torqued(part, how):
        return ""
    return f" By feel; its sheet gives {newton_metres(part.torque_nm):g}."


def solder(turn: Turn) -> BuildStep:
    """A pressed joint is soldered, where this bench does."""
    return BuildStep(
        key=turn.name.key,
        kind="solder",
        end=turn.end,
        headline=f"Solder the pressed joint of the {turn.thing}, {turn.said}",
        detail=(
            "Electrical flux-cored solder, heat from the metal side, only until it is drawn in. "
            "Hold still until it dulls."
        ),
        mistake=MISTAKES["solder"],
        button=f"{turn.tint} is soldered",
        core=turn.name.on,
    )


def shrink(turn: Turn) -> BuildStep:
    """A core's sleeve is slid over its joint and shrunk."""
    flame = turn.job.practices.heat == "flame"
    where = f"It lies {turn.body.termination.under_sleeve}."
    if second_sleeve(turn.e, turn.body):
        where = "It lies over the terminal's own sleeve and the insulation behind it: the second, for below water."
    how = "From the middle to the ends, turning all the while."
    careful = ""
    if flame:
        careful = " Keep the flame moving and a hand's breadth off."
    return BuildStep(
        key=turn.name.key,
        kind="shrink",
        end=turn.end,
        headline=f"Slide the {turn.thing}'s sleeve back and shrink it, {turn.said}",
        detail=f"{where} {how}{careful}",
        mistake=MISTAKES["flame" if flame else "shrink"],
        button=f"{turn.tint} sleeve is tight",
        core=turn.name.on,
        figures=(StepFigure("covers", f"{mm(covered_mm(turn.e, turn.body)):.0f}"),),
    )


def judged_kind(part: Part, step_kind: str, how: Practices) -> str:
    """What a judged step is judged as: the part's own joint, a hammer's, its grip or gland, its
    lid.
    """
    if step_kind == "grip":
        if sealed_grip(part):
            return "gland"
        return "grip"
    if step_kind == "close":
        return "close"
    if hammered(part, how):
        return "hammer"
    return part.joint
