"""The steps of a lead's build: its parts and cores put in an order, in words for the bench."""

from collections import Counter
from collections.abc import Callable, Iterable
from dataclasses import replace
from functools import lru_cache

from euthyne.core.lead.step import Does, is_step, step_named
from euthyne.core.order.gates import Gate, gates
from euthyne.core.order.laid import HAND, BuildPlan, CableEnd, Event, Threaded
from euthyne.core.order.order import OrderStep
from euthyne.core.shelf.pull import hand_tug, pull_out_n
from euthyne.core.stages.build import bodysteps, deadsteps, joinsteps
from euthyne.core.stages.build.buildplan import AGAIN, order_of, threading_plan
from euthyne.core.stages.build.buildstep import MISTAKES, BuildStep, GatePart, StepFigure, Turn
from euthyne.core.stages.build.jobs import MARKERS, BuildJob, CableToBuild, fittings
from euthyne.core.stages.build.kit import kits
from euthyne.core.trade.corewords import cable_said, function_of
from euthyne.core.trade.figure import metres, newtons

SAID: dict[Does, Callable[[Turn], BuildStep]] = {
    "thread": bodysteps.thread,
    "dead": deadsteps.dead,
    "off": bodysteps.off,
    "strip": bodysteps.strip,
    "layer": bodysteps.layer,
    "mark": bodysteps.mark,
    "cores": bodysteps.cores,
    "spare": bodysteps.spare,
    "make": bodysteps.make,
    "sleeve": joinsteps.on_core,
    "wireseal": joinsteps.on_core,
    "land": joinsteps.land,
    "insert": joinsteps.insert,
    "solder": joinsteps.solder,
    "shrink": joinsteps.shrink,
    "grip": bodysteps.grip,
    "fuse": bodysteps.fuse,
    "close": bodysteps.close,
}


@lru_cache(maxsize=128)
def steps(job: BuildJob) -> tuple[BuildStep, ...]:
    """Every step of a build, in order, with a gate before each that can not be undone.

    Returns: the steps, lay-out and cut first; empty when no order exists.
    """
    build = threading_plan(job)
    solved = order_of(build)
    if not solved.possible:
        return ()
    shut = {g.before: g for g in gates(build, solved.steps, _costly(job, solved.steps))}
    found = [_lay_out(job, build), *_cut(job), *_sample(job)]
    known: set[str] = set()
    barrels: dict[tuple[str, str], list[str]] = {}
    for step in solved.steps:
        gate = shut.get(step.what)
        if gate is not None and (
            asked := [x for x in _asked_for(gate, build, job) if x not in known]
        ):
            found.append(_gate(gate, asked, job))
            known |= set(asked)
        found.append(_said(step, job, barrels))
        # What is shrunk or screwed where it belongs is looked for no more.
        known |= {part.id for part in build.parts if part.needed_by == step.what}
    if job.tags_along or job.practices.labels == "printed-sleeve":
        found.append(_tags(job))
    if job.practices.pulled_by == "someone-else":
        found.append(_handed_over(job))
    elif job.tugged and job.ends:
        found.append(_tugged(job))
    return tuple(found)


def _said(step: OrderStep, job: BuildJob, barrels: dict[tuple[str, str], list[str]]) -> BuildStep:
    """A step of the solved order in words; ``barrels`` is what lies ready for each by now, and is kept up."""
    if step.what == AGAIN:
        return bodysteps.again(job)
    name = step_named(step.what)
    if name is None:
        raise ValueError(f"{step.what} is done to neither end")
    turn = Turn(name, job, fed_from=step.at[0].end)
    ends = turn.body.termination
    if name.does == "land" and (ends.lasting or ends.joined_by == "solder") and not turn.body.joins:
        cavity = next(c.cavity for c in turn.e.strip.cores if c.core == name.on)
        ready = barrels.setdefault((turn.body.id, cavity), [])
        many = len(job.together(turn.body, cavity))
        turn = replace(turn, beside=tuple(ready), more=len(ready) + 1 < many)
        ready.append(turn.thing)
    return SAID[name.does](turn)


def part_words(part_id: str, job: BuildJob) -> str:
    """A threaded part in words: the gland nut of the plug, the sleeve of the + core."""
    name = step_named(part_id)
    if name is None:
        return part_id
    try:
        e = job.end_of(name)
    except (StopIteration, KeyError):
        return part_id
    if name.does in ("sleeve", "wireseal"):
        what = "wire seal"
        if name.does == "sleeve":
            what = "sleeve"
        function = "" if e.cable.apart else f", {function_of(name.on)}"
        return f"the {what} on the {e.thing(name.on)}{function}, {e.body_of(name.on).said}"
    words = next((t.words for t in fittings(e.at, job) if t.id == name.on), name.on)
    whose = next((b for b in e.bodies if name.on in {t.id for t in b.part.threaded}), e.body)
    return f"the {words} of the {whose.part.short}, {whose.said}"


def _costly(job: BuildJob, solved: Iterable[OrderStep]) -> frozenset[str]:
    """The first soldered joint of each end: it can be undone, and what was forgotten takes all of its end
    with it.
    """
    found: dict[CableEnd, str] = {}
    for step in solved:
        name = step_named(step.what)
        soldered = name is not None and name.does == "land" and job.body_of(name)
        if name and soldered and soldered.termination.joined_by == "solder":
            found.setdefault(job.end_of(name).at, step.what)
    return frozenset(found.values())


def _asked_for(gate: Gate, build: BuildPlan, job: BuildJob) -> list[str]:
    """The parts a gate asks for, on the cable and on the core that is ended next: each where it is the last
    moment for it. Before the first cup, those of all cores.
    """
    name, event = step_named(gate.before), build.event(gate.before)
    if event is not None and not event.irreversible:
        on_all = [x for ids in gate.on_core.values() for x in ids]
        return [*gate.on_cable_from_tip, *on_all]
    own = name.on if name is not None else ""
    on_cores = [x for (_, core), ids in gate.on_core.items() if own in ("", core) for x in ids]
    on = [build.part(x) for x in (*gate.on_cable_from_tip, *on_cores)]
    # Once two cables are one there is no tip to come over.
    joins = name is not None and name.does == "land" and job.body_of(name).joins
    return [
        p.id
        for p in on
        if p is not None and event is not None and (joins or _last_moment(p, event))
    ]


def _last_moment(part: Threaded, event: Event) -> bool:
    """True where a part can not go on any more once something is done: it does not pass it, or belongs under
    it. What has no width, and what clicks in, is passed by nothing.
    """
    clicks = is_step(event.id, "insert")
    shut = not event.od_mm or clicks or event.stands_before(part, part.home)
    return shut or part.needed_by == event.id


def _gate(gate: Gate, on: list[str], job: BuildJob) -> BuildStep:
    name = step_named(gate.before)
    if name is None:
        raise ValueError(f"{gate.before} shuts neither end")
    after = ""
    if set(gate.locked_out_after) & set(on):
        which = "it goes on no more" if len(on) == 1 else "none of these goes on any more"
        undone = job.body_of(name).termination
        if undone.joined_by == "solder":
            which += f" until {undone.undone} again"
        after = f" After the next step {which}."
    return BuildStep(
        key=name.gate,
        kind="gate",
        end=name.end,
        headline="Stop. Is everything on?",
        detail=f"From the tip inwards. Touch each one, then say so.{after}",
        mistake=MISTAKES["gate"],
        button="all of it is on",
        core=name.on or None,
        asks=tuple(GatePart(x, part_words(x, job)) for x in on),
    )


def _lay_out(job: BuildJob, build: BuildPlan) -> BuildStep:
    tools = dict.fromkeys(["cable shear", *(e.tool for e in build.events if e.tool != HAND)])
    found = kits(job)
    printed = [t.words for e in job.ends for t in fittings(e.at, job) if t.id in MARKERS]
    marked = f" {', '.join(printed)}." if printed else ""
    told = " ".join(f"{kit.sentence[:1].upper()}{kit.sentence[1:]}." for kit in found)
    return BuildStep(
        key="lay-out",
        kind="lay-out",
        end=None,
        headline="Lay everything out and try it dry",
        detail=f"{told}{marked} Tools: {', '.join(tools)}.",
        mistake=MISTAKES["lay-out"],
        button="all here",
        kits=found,
    )


def _cut(job: BuildJob) -> list[BuildStep]:
    """The cut: one step for all the pieces; none where nothing new is cut."""
    lengths = Counter((c.written, c.cut_m) for c in job.cables if c.cut_m is not None)
    if not lengths:
        return []
    said = [
        f"{f'{n} times ' if n > 1 else ''}{metres(cut_m):.2f} of {written}"
        for (written, cut_m), n in lengths.items()
    ]
    raw = "".join(
        f" The {c.written} that is there: cut square and dry at both ends."
        for c in job.cables
        if c.raw
    )
    laid = "cord" if all(c.sheathed for c in job.cables if c.cut_m is not None) else "wire"
    capped = "".join(
        f" The {at.cable} wire goes into nothing at the {dict(job.places)[at]} end: a cap is shrunk over it."
        for at in job.loose
    )
    apart = [c for c in job.cables if c.apart and c.cut_m is not None]
    if apart:
        return [_cut_apart(apart)]
    many = len(lengths) > 1
    figures = []
    for (written, cut_m), n in lengths.items():
        figures.append(StepFigure(written if many else "length", f"{metres(cut_m):.2f}"))
        if n > 1:
            figures.append(StepFigure("pieces", str(n)))
    return [
        BuildStep(
            key="cut",
            kind="cut",
            end=None,
            headline=f"Cut {', and '.join(said)}",
            detail=f"Square, with a cable shear. Measure twice along the {laid} lying straight.{raw}{capped}",
            mistake=MISTAKES["cut"],
            button="it is cut",
            figures=tuple(figures),
        )
    ]


def _cut_apart(cables: list[CableToBuild]) -> BuildStep:
    """The cut of a set: the longest first, so that a short rest is still a short cable."""
    longest = sorted(cables, key=lambda c: -(c.cut_m or 0.0))
    return BuildStep(
        key="cut",
        kind="cut",
        end=None,
        headline=f"Cut {len(cables)} of {cables[0].written}, the longest first",
        detail=(
            "Square, with a cable shear. Its number goes on both ends of each as it is cut, on tape: apart "
            "they all look alike."
        ),
        mistake=MISTAKES["cut"],
        button="all are cut and numbered",
        figures=tuple(
            StepFigure(cable_said(c.id), f"{metres(c.cut_m or 0.0):.2f}") for c in longest
        ),
    )


def _tags(job: BuildJob) -> BuildStep:
    every_m = job.practices.labels_every
    along = ""
    if job.tags_along:
        along = f", and {job.tags_along} along the run, one every {metres(float(every_m))}"
    verb, how = "Wrap the flags on", "Once round the cord, its own ends together."
    if job.practices.labels == "printed-sleeve":
        verb = "Shrink the printed sleeves"
        how = "Spread them, turn the words outward, shrink them."
    if any(c.apart for c in job.cables):
        how = f"Each cable's own, with its number. {how}"
    return BuildStep(
        key="tags",
        kind="tags",
        end=None,
        headline=f"{verb}: both ends{along}",
        detail=how,
        mistake=MISTAKES["tags"],
        button="tags are on",
    )


def _sample(job: BuildJob) -> list[BuildStep]:
    """A sample for a row that is alike: one set-up, pulled once, before the first of them."""
    if job.many == 1:
        return []
    e = job.ends[0]
    least = pull_out_n(e.cable.size, e.part.joint) if e.cable.size else None
    figures = (StepFigure("has to hold", f"{newtons(least):.0f}"),) if least else ()
    return [
        BuildStep(
            key="sample",
            kind="sample",
            end=None,
            headline=f"Press one on an offcut, and pull it: then all {job.many} are made so",
            detail=(
                "The same wire, terminal, jaw and hand. Pull steadily in line until it lets go. What it held stands "
                "for the row; the tool is not set anew before its last."
            ),
            mistake="A jaw that was set for the row before spoils this one whole.",
            button="the sample held",
            figures=figures,
        )
    ]


def _tugged(job: BuildJob) -> BuildStep:
    e = job.ends[0]
    tug = hand_tug(e.cable.size, e.part.joint) if e.cable.size else None
    figures = (StepFigure("tug by hand", f"{newtons(tug[0], tug[1]):.0f}"),) if tug else ()
    return BuildStep(
        key="pull",
        kind="pull",
        end=None,
        headline=(
            f"Tug the {e.part.short}, and look once more"
            if job.many == 1
            else f"Count them, and tug each of the {job.many}"
        ),
        detail="Straight, by hand. Nothing moves, nothing shows that should not.",
        mistake="A crimp that was never tugged is found loose by what it feeds.",
        button="nothing moved",
        figures=figures,
        judge=e.termination.judge,
    )


def _handed_over(job: BuildJob) -> BuildStep:
    tugs = {e.part.short: hand_tug(e.cable.size, e.part.joint) for e in job.ends if e.cable.size}
    figures = [f"{short} {newtons(tug[0], tug[1]):.0f}" for short, tug in tugs.items() if tug]
    wanted = "A firm hand tug at each core."
    if figures:
        wanted = f"A hand tug: {', '.join(figures)}."
    return BuildStep(
        key="pull",
        kind="pull",
        end=None,
        headline="Hand it over: someone else pulls every joint",
        detail=f"{wanted} Nothing moves. Their initials, not the builder's.",
        mistake=MISTAKES["pull"],
        button="nothing moved",
    )
