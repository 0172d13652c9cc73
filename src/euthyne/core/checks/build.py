"""Building: what is trapped, how this bench works, what the plan said before."""

from euthyne.core.checks.found import Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.repair import RepairBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.lead.step import step_named
from euthyne.core.plan import Plan
from euthyne.core.stages.build.jobs import hammered, sleeve_on, soldered
from euthyne.core.stages.build.spoiled import spoiled
from euthyne.core.trade.figure import mm, newton_metres


@check(
    "stop",
    Stage.BUILD,
    why="It can not be threaded, now or later.",
    clears="A part with a larger bore, or the measured diameter of a thinner cord.",
)
def trapped(plan: Plan) -> Said | None:
    """A threaded part that cannot pass over this cord."""
    if not plan.build.trapped:
        return None
    trapped_names = [step_named(key) for key in plan.build.trapped]
    names = [
        part.words
        for name in trapped_names
        if name is not None
        for part in plan.build.job.end_of(name).part.threaded
        if part.id == name.on
    ] or ["a sleeve"]
    return Said(
        "A part does not go over the cord",
        f"{', '.join(names).capitalize()}: the bore is smaller than the "
        f"{mm(plan.conductor.main.least_od_mm):three} the cable has at least.",
    )


@check(
    "stop",
    Stage.BUILD,
    why="A lead that is stretched to reach pulls at its grips for as long as it lives.",
    clears="A fresh piece, or a shorter run in the Brief.",
)
def no_longer_reaches(plan: Plan) -> Said | None:
    """Ends cut off until what is left is shorter than the run."""
    begun_again = [s for s in spoiled(plan.build) if s.lost_m]
    shortest = min(begun_again, key=lambda s: s.left_mm, default=None)
    if shortest is None or shortest.left_mm >= 0:
        return None
    of = f" the cable at its {shortest.words}" if len(plan.cut.lengths) > 1 else ""
    lost, short = mm(shortest.lost_m * 1000), mm(-shortest.left_mm)
    return Said(
        "It no longer reaches",
        f"{lost:.0f} went with ends cut off{of}: {short:.0f} more than there was.",
    )


@check(
    "caution",
    Stage.BUILD,
    why="Solder wicks up the strands; where it ends, a flexing lead breaks them.",
    clears="Crimp only, or a reason why this lead is never flexed.",
)
def crimp_soldered(plan: Plan) -> Said | None:
    """A press that is soldered afterwards."""
    ends = [
        b.part.short for b in plan.build.job.bodies if soldered(b.part, plan.build.job.practices)
    ]
    if not ends:
        return None
    return Said(
        "Crimps are soldered on this bench",
        f"Solder after the press at the {' and the '.join(dict.fromkeys(ends))}.",
        figures=tuple(dict.fromkeys(ends)),
    )


@check(
    "caution",
    Stage.BUILD,
    why=(
        "An indent is as deep as the blow; a shallow one holds at the tug and heats at the "
        "first load."
    ),
    clears="A press with the lug's own die, or a reason, with every joint pulled and measured.",
)
def hammer_crimp(plan: Plan) -> Said | None:
    """A lug indented by hammer or vice."""
    ends = [
        b.part.short for b in plan.build.job.bodies if hammered(b.part, plan.build.job.practices)
    ]
    if not ends:
        return None
    why = plan.build.job.practices.reason("pressed_with")
    return Said(
        "Lugs struck, not pressed",
        f"At both ends where there are lugs: {why} Pull and measure each one.",
        figures=(why,),
    )


@check(
    "caution",
    Stage.BUILD,
    why="Flame burns adhesive and marks insulation; a battery beside it vents what burns.",
    clears="A heat gun, or a reason, with batteries out of the room.",
)
def flame_near_sleeves(plan: Plan) -> Said | None:
    """Sleeves shrunk by flame."""
    sleeves = [s for e in plan.build.job.ends if (s := sleeve_on(e)) is not None]
    if plan.build.job.practices.heat != "flame" or not sleeves:
        return None
    lined = "sleeves"
    if any(s.adhesive for s in sleeves):
        lined = "adhesive-lined sleeves"
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
    given = [b.part for b in plan.build.job.bodies if b.part.torque_nm or b.part.torques_nm]
    if plan.build.job.practices.torque != "feel" or not given:
        return None
    why = plan.build.job.practices.reason("torque")
    return Said(
        "Screws by feel",
        f"The sheet of the {given[0].short} gives {newton_metres(given[0].most_torque_nm):three}. The bench says: "
        f"{why}",
        figures=(given[0].id, given[0].most_torque_nm, why),
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


@check(
    "caution",
    Stage.BUILD,
    why="A strip length or a terminal may not be what the record says.",
    clears="Doing the changed steps again, or a reason why they stand.",
)
def plan_changed_after_build(plan: Plan) -> Said | None:
    """A plan changed after steps were done makes them doubtful."""
    if not plan.build.begun_otherwise:
        return None
    text = (
        f"{len(plan.lead.build.done)} steps were done to another plan. Look at what is on the bench "
        "against this one."
    )
    if late := plan.build.come_too_late:
        first = f"{late[0].headline[0].lower()}{late[0].headline[1:]}"
        more = f", and {len(late) - 1} more" if late[1:] else ""
        text += (
            f" Wanted before what is done: {first}{more}. What goes on no more counts as forgotten: say so "
            "at the bench."
        )
    return Said("The plan changed after building began", text)


@check(
    "note",
    Stage.BUILD,
    why="Tape and bare connector strips are what burns.",
    clears="Nothing to clear: neither is offered.",
    on="AC",
)
def repair_ways(plan: Plan) -> Said | None:
    """How a lead is mended: cut out, then joined with a rated part or shortened."""
    if Trait.MENDED not in plan.kind.traits:
        return None
    ways = {
        "coupler": "Cut the damage out, then join with a rated in-line junction.",
        "resin": "Cut the damage out; stagger the joints, crimp, and pour resin over all of it.",
        "shorten": "Cut the damage out and shorten: the far end goes on again.",
        "shorten-plug": "Cut the damage out and shorten: the plug goes on again.",
    }
    return Said("How it is mended", ways[RepairBrief.of(plan.lead.brief).repair_by])
