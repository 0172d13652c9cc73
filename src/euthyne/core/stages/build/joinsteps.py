"""The steps that end a core, with this lead's own numbers."""

from euthyne.core.shelf.part import Part
from euthyne.core.shelf.pull import hand_tug
from euthyne.core.shelf.terminations import Termination
from euthyne.core.shelf.terminations.finishes import FINISHES, Finish
from euthyne.core.stages.build.bodysteps import sealed_grip
from euthyne.core.stages.build.buildstep import MISTAKES, BuildStep, StepFigure, Turn
from euthyne.core.stages.build.jobs import (
    SHIELD,
    BuildJob,
    covered_mm,
    hammered,
    lug_on,
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
        headline=f"Put the {shown} on the {turn.tint} core, {turn.said}",
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


def land(turn: Turn) -> BuildStep:
    """A core is ended in its cavity, in the way of its kind of joint."""
    part, how = turn.body.part, turn.job.practices
    strip = next(c for c in turn.e.strip.cores if c.core == turn.name.on)
    kind = turn.body.termination
    said = {
        "tint": turn.tint,
        "short": part.short,
        # A mark that is a word, the in and out of a switch, would read as one.
        "cavity": f"“{strip.cavity}”" if strip.cavity in WORDED else strip.cavity,
        "size": size_words(turn.e.cable.size),
    }
    if strip.cavity == SHIELD:
        return _land_shield(turn)
    by_map = f" The map puts the {function_of(strip.core)} core in {said['cavity']}."
    made: Termination | Finish = kind
    if hammered(part, how):
        made = FINISHES["hammer"]
    more = f" {part.at_landing}" if part.at_landing else ""
    detail = (
        made.detail.format(**said)
        + more
        + _by_feel(part, how)
        + kind.practised(how, turn.job.mains)
    )
    return BuildStep(
        key=turn.name.key,
        kind="land",
        end=turn.end,
        headline=(part.landing or kind.headline).format(**said) + turn.told_apart,
        detail=detail if _by_its_mark(part, strip) else detail + by_map,
        mistake=made.mistake,
        button=kind.done.format(**said),
        core=strip.core,
        judge=made.judge,
        figures=(StepFigure("bare", strip.bare_words), *_screw(part, strip), *_of_joint(turn)),
    )


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
        found.append(StepFigure("presses, narrow die", str(presses(lug.barrel_mm))))
        found.append(StepFigure("die code", lug.die_code))
        found.append(StepFigure("copper fills the bore", f"{fill * 100:.0f} %"))
    tint = ""
    if body.termination.coloured:
        tint = crimp_colour(cable.copper_mm2)
    if tint:
        found.append(StepFigure("its colour", tint))
    if torqued(body.part, how):
        found.append(StepFigure("torque", f"{newton_metres(body.part.torque_nm):g}"))
    tug = hand_tug(cable.size, body.part.joint) if cable.size else None
    if tug is not None:
        found.append(StepFigure("tug by hand", f"{newtons(tug[0], tug[1]):.0f}"))
    return found


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
        headline=f"Solder the pressed joint of the {turn.tint} core, {turn.said}",
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
    how = "From the middle to the ends, turning all the while."
    careful = ""
    if flame:
        careful = " Keep the flame moving and a hand's breadth off."
    return BuildStep(
        key=turn.name.key,
        kind="shrink",
        end=turn.end,
        headline=f"Slide the {turn.tint} core's sleeve back and shrink it, {turn.said}",
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
