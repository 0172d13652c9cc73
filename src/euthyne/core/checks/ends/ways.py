"""Ways that somebody named: what a core joins is for the same at both its ends."""

from dataclasses import replace

from euthyne.core.assembly.joints import Joint
from euthyne.core.checks.ends.wiring import listed
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds.ways import WaysBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan

Ways = dict[str, str]


def _said(plan: Plan) -> tuple[Ways, Ways]:
    """What the ways are for at the supply and at the load, in small letters."""
    told = WaysBrief.of(plan.lead.brief)
    supply, load = told.says("supply"), told.says("load")
    return _small(supply), _small(load)


def _small(ways: Ways) -> Ways:
    return {way: what.lower() for way, what in ways.items()}


@check(
    "stop",
    Stage.ENDS,
    why="Plus on the way of minus destroys what is fed; a lamp's feed on a sensor's way does it slower.",
    clears="Each core between ways that are for the same; or the ways put right in the Brief.",
    laws=(10,),
)
def ways_crossed(plan: Plan) -> Said | None:
    """A core joins ways that are each for something, and not for the same."""
    supply, load = _said(plan)
    astray = [
        j for j in plan.ends.joints if j.a in supply and j.b in load and supply[j.a] != load[j.b]
    ]
    if not astray:
        return None
    words = listed(
        f"{supply[j.a or '']}, way {j.a}, to {load[j.b or '']}, way {j.b}" for j in astray
    )
    return Said(
        "A way meets one that is for something else",
        f"From supply to load: {words}.",
        _landed_by_name(plan),
    )


def _landed_by_name(plan: Plan) -> Fix | None:
    """The fix that lands each core at the load in the way of its name; None where two are called alike, or
    the load has no such way.
    """
    supply, load = _said(plan)
    by_name = {what: way for way, what in load.items()}
    if len(by_name) < len(load):
        return None
    wanted = {j.core: by_name.get(supply.get(j.a or "", "")) for j in plan.ends.joints}
    taken = {way for way in wanted.values() if way}
    free = iter(
        m for m in plan.ends["B"].part.marks if m.isdigit() and m not in taken and m not in load
    )
    joints: list[Joint] = []
    for joint in plan.ends.joints:
        to = wanted[joint.core]
        if to is None and joint.b is not None and (joint.b in taken or joint.b in load):
            to = next(free, None)
        joints.append(replace(joint, b=to or joint.b))
    landed = [j.b for j in joints if j.b is not None]
    if len(set(landed)) < len(landed):
        return None
    return Fix("Land each at the way of its name", (("wires", plan.given.map.wires(joints)),))


@check(
    "caution",
    Stage.ENDS,
    why="What is named and not wired is looked for on the day it does not work.",
    clears="A core for it; or the name taken out of the Brief; or a reason.",
    laws=(5,),
)
def way_unfed(plan: Plan) -> Said | None:
    """A way that is for something, and that no core comes to, or that its part has not."""
    found = []
    for side, ways in zip(("A", "B"), _said(plan), strict=True):
        landed = {j.a if side == "A" else j.b for j in plan.ends.joints}
        where = "supply" if side == "A" else "load"
        found += [
            f"{what}, way {way} at the {where}" for way, what in ways.items() if way not in landed
        ]
    if not found:
        return None
    return Said(
        "Nothing comes to a way", f"No core lands in {listed(found)}.", figures=tuple(found)
    )
