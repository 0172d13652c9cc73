"""The steps of a lead's build: its parts and cores put in an order, in words for the bench."""

from dataclasses import dataclass

from euthyne.core.buildplan import (
    EndToBuild,
    Job,
    fittings,
    order_of,
    sleeve_cut_mm,
    sleeve_on,
    threading_plan,
    torqued,
)
from euthyne.core.part import Part, ThreadedPart
from euthyne.core.practices import Stripper
from euthyne.core.pull import hand_tug
from euthyne.core.termination import TERMINATIONS
from euthyne.core.threading import HAND, BuildPlan, End, Gate, gates
from euthyne.core.wiremap import colour, function_of

MISTAKES = {
    "lay-out": "Parts not counted before the cut are found missing after it.",
    "cut": "Cut from the wrong mark, a lead is only ever shorter.",
    "thread": "Forgotten more often than anything else: then every core comes out of its terminal again.",
    "cores": "A nicked strand is a hot strand. None may be lost of up to six.",
    "land": "A strand outside the terminal, or insulation under its screw, is a fault waiting for a load.",
    "grip": "A grip on the cores instead of the sheath pulls them from their terminals.",
    "fuse": "A bigger fuse than the lead carries protects nothing.",
    "gate": "This is where a forgotten part costs a connector and an evening.",
    "shrink": "Heat in one place burns the sleeve and leaves its end loose.",
    "solder": "Solder wicks up the strands; where it ends they break when flexed.",
    "flame": "Flame burns adhesive and marks insulation; a battery beside it vents.",
    "tags": "A lead without a name is tested by nobody.",
    "pull": "One does not pull hard at one's own work.",
    "close": "A core pinched under a boss is cut through by the last turn of the screw.",
}

SHEATH_OFF: dict[Stripper, tuple[str, str]] = {
    "knife": (
        "Bend the cord and look.",
        "A blade that rings the sheath too deep marks a core. A marked core is cut back and done again.",
    ),
    "ring": (
        "Set the depth on an offcut first, turn once, bend and pull.",
        "A ring set for another cord cuts to the core all round, and nobody sees it.",
    ),
    "automatic": (
        "Stop at the length first; the jaws square to the cord.",
        "Jaws that slip stretch the sheath: it creeps back out of the grip later.",
    ),
}


@dataclass(frozen=True)
class BuildStep:
    """One step as the bench shows it: what to do, its numbers, the mistake people make here."""

    key: str
    kind: str
    end: End | None
    headline: str
    detail: str
    mistake: str
    button: str
    core: str | None = None
    part: str | None = None
    judge: tuple[str, ...] = ()


def steps(job: Job, cable_words: str, cut_m: float, pieces: int = 1) -> tuple[BuildStep, ...]:
    """Every step of a build, in order, with a gate before each that can not be undone.

    Parameters: job; the cable's words; the cut length in m and how many pieces of it.
    Returns: the steps, lay-out and cut first; empty when no order exists.
    """
    build = threading_plan(job)
    solved = order_of(build)
    if not solved.possible:
        return ()
    ends = dict(job.ends)
    shut = {g.before: g for g in gates(build, solved.steps)}
    found = [_lay_out(job, build), _cut(cable_words, cut_m, pieces)]
    for s in solved.steps:
        if s.what in shut and (shut[s.what].on_cable_from_tip or shut[s.what].on_core_from_tip):
            found.append(_gate(shut[s.what], job))
        found.append(_step(s.what, s.end, ends["A" if s.what[0] == "A" else "B"], s.threads, job))
    if job.tags_along or job.practices.labels == "printed-sleeve":
        found.append(_tags(job))
    if job.practices.pulled_by == "someone-else":
        found.append(_handed_over(job))
    return tuple(found)


def part_words(part_id: str, job: Job) -> str:
    """A threaded part in words: the gland nut of the plug, the sleeve of the + core."""
    end, kind, *rest = part_id.split("-", 2)
    home: End = "A" if end == "A" else "B"
    e, which = (job.a, "supply end") if end == "A" else (job.b, "load end")
    if kind in ("sleeve", "wireseal") and rest:
        name = "sleeve" if kind == "sleeve" else "wire seal"
        return f"the {name} on the {colour(e.scheme, rest[0])} core, {function_of(rest[0])}, {which}"
    words = next((t.words for t in fittings(home, job) if t.id == part_id[2:]), kind)
    return f"the {words} of the {e.part.short}, {which}"


def _gate(gate: Gate, job: Job) -> BuildStep:
    home: End = "A" if gate.before[0] == "A" else "B"
    on = [part_words(x, job) for x in gate.on_cable_from_tip]
    core = gate.before.split("-", 2)[2] if gate.before.count("-") > 1 else ""
    on += [part_words(x, job) for c, ids in gate.on_core_from_tip.items() if c == core or not core for x in ids]
    locked = [part_words(x, job) for x in gate.locked_out_after]
    after = f" After the next step {' and '.join(locked)} can not go on any more." if locked else ""
    return BuildStep(
        f"gate-{gate.before}",
        "gate",
        home,
        "Stop. Is everything on?",
        f"From the tip inwards: {', then '.join(on)}. Touch each one.{after}",
        MISTAKES["gate"],
        "all of it is on",
        core=core or None,
    )


def _lay_out(job: Job, build: BuildPlan) -> BuildStep:
    parts = [t.words for end, _ in job.ends for t in fittings(end, job)]
    tools = ["cable shear", *dict.fromkeys(e.tool for e in build.events if e.tool != HAND)]
    threaded = f" Loose parts to find now: {', '.join(parts)}." if parts else ""
    return BuildStep(
        "lay-out",
        "lay-out",
        None,
        "Lay everything out and try it dry",
        f"{job.a.part.words}. {job.b.part.words}.{threaded}{_sleeves(job)} Tools: {', '.join(tools)}.",
        MISTAKES["lay-out"],
        "all here",
    )


def _sleeves(job: Job) -> str:
    """The sleeves to lay out, counted by size; what would do where no single size does."""
    wanted: dict[str, int] = {}
    lacking = False
    for _, e in job.ends:
        sleeve = sleeve_on(e, job.cable)
        if sleeve is not None:
            wanted[sleeve.words] = wanted.get(sleeve.words, 0) + len(e.strip.cores)
        lacking = lacking or (sleeve is None and TERMINATIONS[e.part.joint].sleeved)
    counted = f" Sleeves: {', '.join(f'{n} of {name}' for name, n in wanted.items())}." if wanted else ""
    return counted + (" No single sleeve does both here: two layers, or a higher ratio." if lacking else "")


def _cut(cable_words: str, cut_m: float, pieces: int) -> BuildStep:
    many = f"{pieces} times " if pieces > 1 else ""
    detail = "Square, with a cable shear. Measure twice along the cord lying straight."
    return BuildStep(
        "cut", "cut", None, f"Cut {many}{cut_m:.2f} m of {cable_words}", detail, MISTAKES["cut"], "it is cut"
    )


def _step(what: str, fed_from: End, e: EndToBuild, threads: bool, job: Job) -> BuildStep:
    home: End = "A" if what[0] == "A" else "B"
    _, kind, *rest = what.split("-", 2)
    if threads and kind in ("sleeve", "wireseal"):
        return _on_core(what, home, e, rest[0], job)
    if threads:
        return _thread(what, home, fed_from, e, next(t for t in fittings(home, job) if t.id == what[2:]))
    if rest:
        return {"land": _land, "solder": _solder, "shrink": _shrink}[kind](what, home, e, rest[0], job)
    if kind == "strip":
        return _strip(what, home, e, job.practices.stripper)
    return {"cores": _cores, "grip": _grip, "fuse": _fuse, "close": _close}[kind](what, home, e)


def _thread(what: str, home: End, fed_from: End, e: EndToBuild, t: ThreadedPart) -> BuildStep:
    way = f"from the {e.part.short} end" if fed_from == home else f"from the far end, for the {e.part.short}"
    return BuildStep(
        what,
        "thread",
        home,
        f"Thread the {t.words} {way}",
        f"{t.facing[0].upper()}{t.facing[1:]}. Once the cores are in their terminals it can not go on any more.",
        MISTAKES["thread"],
        f"{t.words} is on",
        part=t.id,
    )


def _strip(what: str, home: End, e: EndToBuild, tool: Stripper) -> BuildStep:
    headline = f"Take {e.strip.sheath_mm:.0f} mm of sheath off the {e.part.short} end"
    how, mistake = SHEATH_OFF[tool]
    detail = f"The sheath must reach {e.strip.inside_mm:.0f} mm past the grip. {how} No core marked."
    return BuildStep(what, "strip", home, headline, detail, mistake, "sheath is off")


def _cores(what: str, home: End, e: EndToBuild) -> BuildStep:
    cut = ", ".join(f"{c.core} {c.core_mm:.0f} mm" for c in e.strip.cores)
    low, high = e.part.strip_mm
    return BuildStep(
        what,
        "cores",
        home,
        f"Trim the {e.part.short} cores to length, bare {low:.0f} to {high:.0f} mm",
        f"From the end of the grip: {cut}. Twist the strands; never tin them.",
        MISTAKES["cores"],
        "cores are bare",
    )


def _on_core(what: str, home: End, e: EndToBuild, core: str, job: Job) -> BuildStep:
    sleeve = sleeve_on(e, job.cable)
    tint = colour(e.scheme, core)
    if sleeve is None:
        words, shown, detail = (
            "wire seal",
            "wire seal",
            "Its wide end to the tip. It holds the insulation, never bare copper.",
        )
    else:
        words, shown = "sleeve", f"{sleeve_tint(job, tint)} sleeve".strip()
        lined = ", adhesive-lined" if sleeve.adhesive else ""
        detail = (
            f"{sleeve.expanded_mm:g} mm bore, {sleeve.ratio}{lined}, cut {sleeve_cut_mm(e, sleeve):.0f} mm. "
            "Park it well back from heat."
        )
    return BuildStep(
        what, "on-core", home, f"Put the {shown} on the {tint} core, {e.part.short} end", detail, MISTAKES["thread"],
        f"{words} is on", core=core, part=f"{'sleeve' if sleeve else 'wireseal'}-{core}",
    )  # fmt: skip


def sleeve_tint(job: Job, tint: str) -> str:
    """The colour of the sleeve on a direct-current core, as this bench works; empty on mains."""
    if job.mains:
        return ""
    return "black" if job.practices.sleeve_colour == "black" else tint


def _land(what: str, home: End, e: EndToBuild, core: str, job: Job) -> BuildStep:
    cavity = next(c.cavity for c in e.strip.cores if c.core == core)
    kind, tint = TERMINATIONS[e.part.joint], colour(e.scheme, core)
    astray = "" if cavity == core else f" The map puts the {function_of(core)} core in {cavity}."
    low, high = e.part.strip_mm
    said = {"tint": tint, "short": e.part.short, "cavity": cavity, "size": job.cable.size, "low": low, "high": high}
    return BuildStep(
        what,
        "land",
        home,
        kind.headline.format(**said),
        kind.detail.format(**said) + _as_practised(e.part, job) + astray,
        kind.mistake,
        f"{tint} is in {cavity}" if e.part.joint != "lug" else f"{tint} lug is on",
        core=core,
        judge=kind.judge,
    )


def _as_practised(part: Part, job: Job) -> str:
    """What this bench's practices add to a joint."""
    how, said = job.practices, ""
    if torqued(part, how):
        said = f" Torque {part.torque_nm:g} N m."
    elif part.torque_nm:
        said = f" By feel; its sheet gives {part.torque_nm:g} N m."
    if part.joint == "lug":
        said += {
            "dressed": " Flash: one more press, turned 60 degrees, if the maker allows.",
            "left": " Flash stays as it is; no sharp edge under the sleeve.",
        }[how.flash]
    if part.joint == "blade":
        over = how.over_pressed == "sleeved-over" and not job.mains
        said += " Metal through the plastic: " + ("sleeve it over." if over else "cut it off, do it again.")
    return said


def _solder(what: str, home: End, e: EndToBuild, core: str, job: Job) -> BuildStep:
    tint = colour(e.scheme, core)
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


def _shrink(what: str, home: End, e: EndToBuild, core: str, job: Job) -> BuildStep:
    tint = colour(e.scheme, core)
    where = "over the barrel and 12 mm of insulation, never the palm" if e.part.joint == "lug" else "over the joint"
    flame = " Keep the flame moving and a hand's breadth off." if job.practices.heat == "flame" else ""
    return BuildStep(
        what,
        "shrink",
        home,
        f"Slide the {tint} core's sleeve back and shrink it",
        f"It lies {where}. From the middle to the ends, turning all the while.{flame}",
        MISTAKES["flame" if flame else "shrink"],
        "sleeve is tight",
        core=core,
    )


def _grip(what: str, home: End, e: EndToBuild) -> BuildStep:
    low, high = e.part.grip_mm
    return BuildStep(
        what,
        "grip",
        home,
        f"Clamp the cord grip of the {e.part.short} on the sheath",
        f"It holds {low:g} to {high:g} mm. Pull 60 N, 80 N at 16 A: 2 mm of slip at most. Then twist.",
        MISTAKES["grip"],
        "grip holds",
    )


def _fuse(what: str, home: End, e: EndToBuild) -> BuildStep:
    return BuildStep(
        what,
        "fuse",
        home,
        f"Fit the {e.fuse_amps:g} A fuse in the {e.part.short}",
        "Read the figure on the fuse itself. It should sit tight in both clips.",
        MISTAKES["fuse"],
        f"{e.fuse_amps:g} A is in",
    )


def _close(what: str, home: End, e: EndToBuild) -> BuildStep:
    return BuildStep(
        what,
        "close",
        home,
        f"Close the {e.part.short}",
        "Cores down in their channels, clear of bosses and screws. The lid shuts without force.",
        MISTAKES["close"],
        f"{e.part.short} is closed",
    )


def _tags(job: Job) -> BuildStep:
    every = job.practices.labels_every
    along = f", and {job.tags_along} along the run, one every {every} m" if job.tags_along else ""
    printed = job.practices.labels == "printed-sleeve"
    how = (
        "Spread them, turn the words outward, shrink them."
        if printed
        else "Once round the cord, its own ends together."
    )
    verb = "Shrink the printed sleeves" if printed else "Wrap the flags on"
    return BuildStep(
        "tags", "tags", None, f"{verb}: both ends{along}", how, MISTAKES["tags"], "tags are on"
    )  # fmt: skip


def _handed_over(job: Job) -> BuildStep:
    figures = [
        f"{e.part.short} {low:.0f} to {high:.0f} N"
        for _, e in job.ends
        if (tug := hand_tug(job.cable.size, e.part.joint)) is not None
        for low, high in (tug,)
    ]
    wanted = f"A hand tug: {', '.join(dict.fromkeys(figures))}. " if figures else "A firm hand tug at each core. "
    return BuildStep(
        "pull",
        "pull",
        None,
        "Hand it over: someone else pulls every joint",
        f"{wanted}Nothing moves. Their initials, not the builder's.",
        MISTAKES["pull"],
        "nothing moved",
    )
