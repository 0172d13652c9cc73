"""How this bench works: what its practices ask to be looked at, where they touch a lead."""

from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildplan import hammered, sleeve_on, soldered


@check(
    "caution",
    Stage.BUILD,
    why="Solder wicks up the strands; where it ends, a flexing lead breaks them.",
    clears="Crimp only, or a reason why this lead is never flexed.",
)
def crimp_soldered(plan: Plan) -> Said | None:
    """A press that is soldered afterwards."""
    ends = [e.part.short for _, e in plan.job.ends if soldered(e.part, plan.job.practices)]
    if not ends:
        return None
    return Said(
        "Crimps are soldered on this bench",
        f"Solder after the press at the {' and the '.join(dict.fromkeys(ends))}.",
    )


@check(
    "caution",
    Stage.BUILD,
    why="An indent is as deep as the blow; a shallow one holds at the tug and heats at the first load.",
    clears="A press with the lug's own die, or a reason, with every joint pulled and measured.",
)
def hammer_crimp(plan: Plan) -> Said | None:
    """A lug indented by hammer or vice."""
    ends = [e.part.short for _, e in plan.job.ends if hammered(e.part, plan.job.practices)]
    if not ends:
        return None
    why = plan.job.practices.reason("pressed_with")
    return Said(
        "Lugs struck, not pressed",
        f"At both ends where there are lugs: {why} Pull and measure each one.",
    )


@check(
    "caution",
    Stage.BUILD,
    why="Flame burns adhesive and marks insulation; a battery beside it vents what burns.",
    clears="A heat gun, or a reason, with batteries out of the room.",
)
def flame_near_sleeves(plan: Plan) -> Said | None:
    """Sleeves shrunk by flame."""
    sleeves = [s for _, e in plan.job.ends if (s := sleeve_on(e, plan.job.cable)) is not None]
    if plan.job.practices.heat != "flame" or not sleeves:
        return None
    lined = "adhesive-lined sleeves" if any(s.adhesive for s in sleeves) else "sleeves"
    return Said(
        "A flame near sleeves",
        f"This bench shrinks with a flame; this lead has {lined}. No battery near it.",
    )


@check(
    "caution",
    Stage.BUILD,
    why="A screw by feel is right until someone else's hand did it.",
    clears="A torque driver, or a reason.",
)
def torque_by_feel(plan: Plan) -> Said | None:
    """A screw tightened by feel although its sheet gives a torque."""
    given = [e.part for _, e in plan.job.ends if e.part.torque_nm]
    if plan.job.practices.torque != "feel" or not given:
        return None
    why = plan.job.practices.reason("torque")
    return Said(
        "Screws by feel",
        f"The sheet of the {given[0].short} gives {given[0].torque_nm:g} N m. The bench says: {why}",
    )


@check(
    "caution",
    Stage.BUILD,
    why="One does not pull hard at one's own work.",
    clears="Someone else pulling every joint, or a reason why nobody else could.",
)
def one_pair_of_hands(plan: Plan) -> Said | None:
    """Joints pulled by whoever made them, where this bench wants two people."""
    done = plan.lead.build.done
    pulled = next((d.by for d in done if d.step == "pull"), None)
    if pulled is None or pulled not in {d.by for d in done if "-land-" in d.step}:
        return None
    return Said(
        "Pulled by whoever made it", f"{pulled} made joints of this lead and pulled them too."
    )
