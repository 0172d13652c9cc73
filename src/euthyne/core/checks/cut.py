"""Cutting: bends, and the earth that parts last."""

import math

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.figure import metres, mm

LEAST_RUN_M = 0.1  # what a piece gives below it is no lead


@check(
    "caution",
    Stage.CUT,
    why="Bent tighter, strands break one by one and the sheath opens on the outside of the bend.",
    clears="A wider corner, or the maker's sheet for this cable.",
)
def bent_too_tight(plan: Plan) -> Said | None:
    """A corner tighter than the cable's diameter allows."""
    bend, least = plan.lead.cut.bend_mm, plan.cut.least_bend_mm
    if bend is None or bend >= least:
        return None
    how = {
        "still": "four times, lying still",
        "moved": "six times, moved",
        "drum": "eight times, on a drum",
    }
    said = (
        f"Bent to {mm(bend):g}; its {mm(plan.conductor.cable_od_mm):g} ask for {mm(least):.0f}, "
        f"{how[plan.cut.bending]}."
    )
    return Said(
        "Bent too tight",
        said,
        Fix(f"Bend it to {mm(least):.0f}", (("cut.bend_mm", least),)),
        figures=(bend, least),
    )


@check(
    "note",
    Stage.CUT,
    why="If the grip ever lets go, the live should come out first and the earth last.",
    clears="A roomier part, if it matters where it is used.",
    on="AC",
)
def earth_last(plan: Plan) -> Said | None:
    """Where the body has no room, the earth cannot be given the most slack."""
    tight = next(
        (e.part for e in plan.build.job.ends if not e.strip.earth_last),
        None,
    )
    if tight is None:
        return None
    return Said(
        "Little room for the earth to part last",
        f"The {tight.short} holds {mm(tight.room_mm):g} of spare core; the steps between the "
        "cores are made smaller.",
    )


@check(
    "stop",
    Stage.CUT,
    why="Found when both ends are off: the lead is short, and the cable spoiled for anything longer.",
    clears="A longer piece, a shorter run, or less cut away.",
)
def salvaged_too_short(plan: Plan) -> Said | None:
    """What is left of a salvaged piece, its old ends and damage off, makes the lead."""
    for name, length in plan.cut.lengths.items():
        left_m = plan.cut.left_m(name)
        if left_m is None or left_m >= length.cut_m:
            continue
        return Said(
            "Too little is left of the salvaged piece",
            f"With its old ends off {metres(left_m):.2f} are left; {metres(length.cut_m):.2f} are cut.",
        )
    return None


@check(
    "note",
    Stage.BRIEF,
    why="Begun from the piece in hand, the lead is as long as that allows.",
    clears="Nothing to clear: the run as it is, or the longest there is.",
)
def piece_gives(plan: Plan) -> Said | None:
    """The longest run that a salvaged piece gives with the ends that are chosen."""
    if not plan.cut.strips:
        return None
    for name in (cable.id for cable in plan.lead.cables):
        gives_m = plan.cut.gives_m(name)
        if gives_m is None:
            continue
        whole_cm = math.floor(gives_m * 100) / 100
        run_m = plan.lead.brief.run_m
        if whole_cm < LEAST_RUN_M or (run_m is not None and abs(run_m - whole_cm) < 0.01):
            continue
        left_m = plan.cut.left_m(name) or 0.0
        return Said(
            "What this piece gives",
            f"{metres(left_m):.2f} with its old ends off give a run of {metres(whole_cm):.2f}, slack and ends taken "
            "off.",
            Fix(f"Make it {metres(whole_cm):.2f}", (("brief.run_m", whole_cm),)),
            figures=(whole_cm,),
        )
    return None
