"""The steps of a lead's build: its parts and cores put in an order, in words for the bench."""

from functools import lru_cache

from euthyne.core.lead.practices import Stripper
from euthyne.core.order.order import HAND, BuildPlan, End, Gate, gates
from euthyne.core.shelf.part import ThreadedPart
from euthyne.core.shelf.pull import hand_tug
from euthyne.core.shelf.termination import TERMINATIONS
from euthyne.core.stages.build import joinsteps
from euthyne.core.stages.build.buildplan import (
    EndToBuild,
    Job,
    fittings,
    order_of,
    sleeve_on,
    threading_plan,
)
from euthyne.core.stages.build.buildstep import MISTAKES, SHEATH_OFF, Asked, BuildStep, Figure
from euthyne.core.trade.corewords import function_of


@lru_cache(maxsize=128)
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
        return (
            f"the {name} on the {e.colours.called(rest[0])} core, {function_of(rest[0])}, {which}"
        )
    words = next((t.words for t in fittings(home, job) if t.id == part_id[2:]), kind)
    return f"the {words} of the {e.part.short}, {which}"


def _gate(gate: Gate, job: Job) -> BuildStep:
    home: End = "A" if gate.before[0] == "A" else "B"
    core = gate.before.split("-", 2)[2] if gate.before.count("-") > 1 else ""
    on = [*gate.on_cable_from_tip]
    on += [x for c, ids in gate.on_core_from_tip.items() if c == core or not core for x in ids]
    locked = [part_words(x, job) for x in gate.locked_out_after]
    after = f" After the next step {' and '.join(locked)} can not go on any more." if locked else ""
    return BuildStep(
        f"gate-{gate.before}",
        "gate",
        home,
        "Stop. Is everything on?",
        f"From the tip inwards. Touch each one, then say so.{after}",
        MISTAKES["gate"],
        "all of it is on",
        core=core or None,
        asks=tuple(Asked(x, part_words(x, job)) for x in on),
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
    counted = (
        f" Sleeves: {', '.join(f'{n} of {name}' for name, n in wanted.items())}." if wanted else ""
    )
    return counted + (
        " No single sleeve does both here: two layers, or a higher ratio." if lacking else ""
    )


def _cut(cable_words: str, cut_m: float, pieces: int) -> BuildStep:
    many = f"{pieces} times " if pieces > 1 else ""
    detail = "Square, with a cable shear. Measure twice along the cord lying straight."
    figures = (
        Figure("length", f"{cut_m:.2f} m"),
        *([Figure("pieces", str(pieces))] if pieces > 1 else []),
    )
    return BuildStep(
        "cut", "cut", None, f"Cut {many}{cut_m:.2f} m of {cable_words}", detail, MISTAKES["cut"], "it is cut",
        figures=figures,
    )  # fmt: skip


def _step(what: str, fed_from: End, e: EndToBuild, threads: bool, job: Job) -> BuildStep:
    home: End = "A" if what[0] == "A" else "B"
    _, kind, *rest = what.split("-", 2)
    if threads and kind in ("sleeve", "wireseal"):
        return joinsteps.on_core(what, home, e, rest[0], job)
    if threads:
        return _thread(
            what, home, fed_from, e, next(t for t in fittings(home, job) if t.id == what[2:])
        )
    if kind == "layer":
        return _layer(what, home, e, rest[0])
    if rest:
        return {"land": joinsteps.land, "solder": joinsteps.solder, "shrink": joinsteps.shrink}[
            kind
        ](what, home, e, rest[0], job)
    if kind == "strip":
        return _strip(what, home, e, job.practices.stripper)
    return {
        "cores": _cores,
        "grip": joinsteps.grip,
        "fuse": joinsteps.fuse,
        "close": joinsteps.close,
    }[kind](what, home, e)


def _thread(what: str, home: End, fed_from: End, e: EndToBuild, t: ThreadedPart) -> BuildStep:
    way = (
        f"from the {e.part.short} end"
        if fed_from == home
        else f"from the far end, for the {e.part.short}"
    )
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
    detail = (
        f"The sheath must reach {e.strip.inside_mm:.0f} mm past the grip. {how} No core marked."
    )
    figures = (
        Figure("sheath off", f"{e.strip.sheath_mm:.0f} mm"),
        Figure("past the grip", f"{e.strip.inside_mm:g} mm"),
    )
    return BuildStep(
        what, "strip", home, headline, detail, mistake, "sheath is off", figures=figures
    )


def _layer(what: str, home: End, e: EndToBuild, layer_id: str) -> BuildStep:
    stair = next(s for s in e.strip.stairs if s.layer.id == layer_id)
    layer = stair.layer
    return BuildStep(
        what,
        "layer",
        home,
        f"{layer.words.capitalize()} of {e.strip.whose}, {e.part.short} end",
        layer.do,
        layer.mistake,
        f"{layer.words} done",
        part=layer_id,
        figures=(Figure("from the tip", f"{stair.back_mm:.0f} mm"),),
    )


def _cores(what: str, home: End, e: EndToBuild) -> BuildStep:
    first = e.strip.cores[0] if e.strip.cores else None
    bare = f", bare {first.bare_words}" if first else ""
    alike = len({round(c.core_mm) for c in e.strip.cores}) == 1
    shown = e.strip.cores[:1] if alike else e.strip.cores[:6]
    return BuildStep(
        what,
        "cores",
        home,
        f"Trim the cores at the {e.part.short} to length{bare}",
        f"From the {'end of the grip' if e.part.grips else 'edge of the part'}. Twist the strands; never tin them.",
        MISTAKES["cores"],
        "cores are bare",
        figures=tuple(
            Figure("each core" if alike else f"core {c.core}", f"{c.core_mm:.0f} mm") for c in shown
        ),
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
    wanted = (
        f"A hand tug: {', '.join(dict.fromkeys(figures))}. "
        if figures
        else "A firm hand tug at each core. "
    )
    return BuildStep(
        "pull",
        "pull",
        None,
        "Hand it over: someone else pulls every joint",
        f"{wanted}Nothing moves. Their initials, not the builder's.",
        MISTAKES["pull"],
        "nothing moved",
    )
