"""The steps that end a core and shut the body round it, with this lead's own numbers."""

from euthyne.core.lead.practices import Practices
from euthyne.core.order.order import End
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.pull import hand_tug
from euthyne.core.shelf.termination import FINISHES, TERMINATIONS, JudgedKind
from euthyne.core.stages.build.buildplan import (
    EndToBuild,
    Job,
    covered_mm,
    hammered,
    lug_on,
    sleeve_cut_mm,
    sleeve_on,
    torqued,
)
from euthyne.core.stages.build.buildstep import MISTAKES, BuildStep, Figure
from euthyne.core.trade.barrel import crimp_colour, presses
from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.die import filled


def grip_pull_n(amps: float) -> int:
    """What a cord grip is pulled with, in newtons: 60, 80 at 16 A, 100 above.

    >>> grip_pull_n(13), grip_pull_n(16), grip_pull_n(32)
    (60, 80, 100)
    """
    return 60 if amps < 16 else 80 if amps == 16 else 100


def sealed_grip(part: Part) -> bool:
    """True where the cord is held by a gland: a nut over a seal."""
    return {"nut", "seal"} <= {t.id for t in part.threaded}


def on_core(what: str, home: End, e: EndToBuild, core: str, job: Job) -> BuildStep:
    """A sleeve or a wire seal goes on a core."""
    sleeve = sleeve_on(e, job.cable)
    tint = e.colours.called(core)
    figures: tuple[Figure, ...] = ()
    if sleeve is None:
        words, shown, detail = (
            "wire seal",
            "wire seal",
            "Its wide end to the tip. It holds the insulation, never bare copper.",
        )
    else:
        words, shown = "sleeve", f"{sleeve_tint(job, tint)} sleeve".strip()
        long = sleeve_cut_mm(e, sleeve, job.cable)
        detail = f"{'Adhesive-lined. ' if sleeve.adhesive else ''}Park it well back from heat."
        figures = (Figure("sleeve", sleeve.words), Figure("cut to", f"{long:.0f} mm"))
    return BuildStep(
        what, "on-core", home, f"Put the {shown} on the {tint} core, {e.part.short} end", detail, MISTAKES["thread"],
        f"{words} is on", core=core, part=f"{'sleeve' if sleeve else 'wireseal'}-{core}", figures=figures,
    )  # fmt: skip


def sleeve_tint(job: Job, tint: str) -> str:
    """The colour of the sleeve on a direct-current core, as this bench works; empty on mains."""
    if job.mains:
        return ""
    return "black" if job.practices.sleeve_colour == "black" else tint


def land(what: str, home: End, e: EndToBuild, core: str, job: Job) -> BuildStep:
    """A core is ended in its cavity, in the way of its kind of joint."""
    strip = next(c for c in e.strip.cores if c.core == core)
    kind, tint, cavity = TERMINATIONS[e.part.joint], e.colours.called(core), strip.cavity
    astray = "" if cavity == core else f" The map puts the {function_of(core)} core in {cavity}."
    struck = FINISHES["hammer"] if hammered(e.part, job.practices) else None
    said = {"tint": tint, "short": e.part.short, "cavity": cavity, "size": job.cable.size}
    return BuildStep(
        what,
        "land",
        home,
        kind.headline.format(**said),
        (struck or kind).detail.format(**said) + _as_practised(e.part, job) + astray,
        (struck or kind).mistake,
        f"{tint} is in {cavity}" if e.part.joint != "lug" else f"{tint} lug is on",
        core=core,
        judge=(struck or kind).judge,
        figures=(Figure("bare", strip.bare_words), *_of_joint(e, job)),
    )


def _of_joint(e: EndToBuild, job: Job) -> list[Figure]:
    """The numbers of a kind of joint on this lead: its barrel and presses, its colour, torque and tug."""
    found, lug, cable = [], lug_on(e, job.cable), job.cable
    if lug is not None and not hammered(e.part, job.practices):
        found.append(Figure("presses, narrow die", str(presses(lug.barrel_mm))))
        found.append(Figure("die code", lug.die_code))
        found.append(
            Figure("copper fills the bore", f"{filled(lug.bore_mm, cable.copper_mm2) * 100:.0f} %")
        )
    if e.part.joint in ("blade", "splice") and (tint := crimp_colour(cable.copper_mm2)):
        found.append(Figure("its colour", tint))
    if torqued(e.part, job.practices):
        found.append(Figure("torque", f"{e.part.torque_nm:g} N m"))
    tug = hand_tug(cable.size, e.part.joint) if cable.size else None
    if tug is not None:
        found.append(Figure("tug by hand", f"{tug[0]:.0f} to {tug[1]:.0f} N"))
    return found


def _as_practised(part: Part, job: Job) -> str:
    """What this bench's practices add to a joint."""
    how, said = job.practices, ""
    if part.torque_nm and not torqued(part, how):
        said = f" By feel; its sheet gives {part.torque_nm:g} N m."
    if part.joint == "lug":
        said += {
            "dressed": " Flash: one more press, turned 60 degrees, if the maker allows.",
            "left": " Flash stays as it is; no sharp edge under the sleeve.",
        }[how.flash]
    if part.joint == "blade":
        over = how.over_pressed == "sleeved-over" and not job.mains
        said += " Metal through the plastic: " + (
            "sleeve it over." if over else "cut it off, do it again."
        )
    if part.joint == "solder":
        said += f" Iron in the {how.iron_hand} hand: far cups first, away from it."
    return said


def solder(what: str, home: End, e: EndToBuild, core: str, job: Job) -> BuildStep:
    """A pressed joint is soldered, where this bench does."""
    tint = e.colours.called(core)
    return BuildStep(
        what,
        "solder",
        home,
        f"Solder the pressed joint of the {tint} core, {e.part.short} end",
        "Electrical flux-cored solder, heat from the metal side, only until it is drawn in. Hold still until it dulls.",
        MISTAKES["solder"],
        f"{tint} is soldered",
        core=core,
    )


def shrink(what: str, home: End, e: EndToBuild, core: str, job: Job) -> BuildStep:
    """A core's sleeve is slid over its joint and shrunk."""
    tint = e.colours.called(core)
    where = (
        "over the barrel and 12 mm of insulation, never the palm"
        if e.part.joint == "lug"
        else "over the joint"
    )
    flame = (
        " Keep the flame moving and a hand's breadth off." if job.practices.heat == "flame" else ""
    )
    return BuildStep(
        what,
        "shrink",
        home,
        f"Slide the {tint} core's sleeve back and shrink it",
        f"It lies {where}. From the middle to the ends, turning all the while.{flame}",
        MISTAKES["flame" if flame else "shrink"],
        "sleeve is tight",
        core=core,
        figures=(Figure("covers", f"{covered_mm(e, job.cable):.0f} mm"),),
    )


def grip(what: str, home: End, e: EndToBuild) -> BuildStep:
    """The cord grip is clamped on the sheath, or the gland tightened on its seal."""
    low, high = e.part.grip_mm
    gland = sealed_grip(e.part)
    finish = FINISHES["gland" if gland else "grip"]
    what_it_is = (
        f"Tighten the gland of the {e.part.short}"
        if gland
        else f"Clamp the cord grip of the {e.part.short}"
    )
    return BuildStep(
        what,
        "grip",
        home,
        f"{what_it_is} on the sheath",
        f"{_seated_first(e.part)}{finish.detail}" if not gland else finish.detail,
        finish.mistake,
        "gland holds" if gland else "grip holds",
        judge=finish.judge,
        figures=(
            Figure("it holds", f"{low:g} to {high:g} mm"),
            Figure("pull", f"{grip_pull_n(e.part.amps)} N"),
        ),
    )


def _seated_first(part: Part) -> str:
    """What of a body's own loose parts is seated before its grip is clamped."""
    first = next(
        (t.words for t in part.threaded if "grommet" in t.words or "seal" in t.words), None
    )
    return f"The {first} seated first. " if first else ""


def fuse(what: str, home: End, e: EndToBuild) -> BuildStep:
    """The fuse goes in."""
    return BuildStep(
        what,
        "fuse",
        home,
        f"Fit the {e.fuse_amps:g} A fuse in the {e.part.short}",
        "Read the figure on the fuse itself. It should sit tight in both clips.",
        MISTAKES["fuse"],
        f"{e.fuse_amps:g} A is in",
        figures=(Figure("fuse", f"{e.fuse_amps:g} A"),),
    )


def close(what: str, home: End, e: EndToBuild) -> BuildStep:
    """The body is shut."""
    finish = FINISHES["close"]
    return BuildStep(
        what,
        "close",
        home,
        f"Close the {e.part.short}",
        f"{finish.detail} Clear of the boss." if e.part.posts else finish.detail,
        finish.mistake,
        f"{e.part.short} is closed",
        judge=finish.judge,
    )


def judged_kind(part: Part, step_kind: str, how: Practices) -> JudgedKind:
    """What a judged step is judged as: the part's own joint, a hammer's, its grip or gland, its lid."""
    if step_kind == "grip":
        return "gland" if sealed_grip(part) else "grip"
    if step_kind == "close":
        return "close"
    return "hammer" if hammered(part, how) else part.joint
