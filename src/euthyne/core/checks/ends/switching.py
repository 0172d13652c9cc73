"""Switches, fuses and lamps in a lead."""

from euthyne.core.checks.ends.wiring import as_it_should
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.colours import role


@check(
    "stop",
    Stage.ENDS,
    why="Switched off, the device stays live; a blown fuse leaves it live too.",
    clears="The switch in the live, or in every live conductor.",
    on="AC",
    laws=(6, 20),
)
def switch_in_neutral(plan: Plan) -> Said | None:
    """A switch breaks the live, never the neutral alone."""
    if plan.lead.ends.switch != "N":
        return None
    both = _both_live(plan)
    fix = Fix("Break every line, double-pole", (("ends.switch", "all"),)) if both else None
    fix = fix or Fix("Put the switch in the live", (("ends.switch", "L"),))
    return Said(
        "The switch is in the neutral",
        "The map breaks the neutral core and leaves the live whole.",
        fix,
    )


def _both_live(plan: Plan) -> str:
    """Why both conductors are live, in words; empty where the neutral is fixed."""
    reversible = next((p.words for p in plan.ends.parts if p.face.reversible), None)
    if reversible:
        return f"the {reversible} goes in either way"
    if {"L1", "L2"} <= set(plan.cores):
        return "there are two hots"
    return ""


@check(
    "stop",
    Stage.ENDS,
    why="The fuse opens the return and leaves everything live behind it.",
    clears="The fuse in the live.",
    on="AC",
    laws=(20,),
)
def fuse_in_neutral(plan: Plan) -> Said | None:
    """A fuse sits in the live, never in the neutral."""
    if plan.lead.ends.fuse_in not in ("N", "all"):
        return None
    where = "live and the neutral"
    if plan.lead.ends.fuse_in == "N":
        where = "neutral"
    fix = Fix("Put the fuse in the live", (("ends.fuse_in", "L"),))
    return Said("A fuse in the neutral", f"The map has a fuse in the {where}.", fix)


@check(
    "stop",
    Stage.ENDS,
    why="Half of the ways it can be plugged in, the switch breaks the neutral.",
    clears="A double-pole switch.",
    on="AC",
    laws=(6,),
)
def single_pole_switch(plan: Plan) -> Said | None:
    """Where both conductors may be live, the switch breaks both."""
    both = _both_live(plan)
    if plan.lead.ends.switch != "L" or not both:
        return None
    fix = Fix("Break both, double-pole", (("ends.switch", "all"),))
    return Said(
        "A single-pole switch where both are live", f"One core is switched, and {both}.", fix
    )


@check(
    "stop",
    Stage.ENDS,
    why="Switched off, the device is as live as before.",
    clears="Every live conductor through the switch.",
    on="AC",
    laws=(6,),
)
def switch_passed_by(plan: Plan) -> Said | None:
    """A switch that is there breaks every live: with it open, no line of the supply reaches the load."""
    if plan.lead.ends.switch == "none" or len(plan.ends.positions) < 2:
        return None
    sides = {e.id: e.side for e in plan.ends.all}
    for net in plan.ends.positions[0].nets:
        lines = {p for p in net if role(plan.given.map.purpose(p)) == "line"}
        if {sides[f] for f, _ in lines} >= {"A", "B"}:
            fix = as_it_should(plan)
            return Said(
                "A live passes the switch by",
                "With the switch open a line still goes through.",
                fix,
            )
    return None


@check(
    "note",
    Stage.ENDS,
    why="Without its own neutral the lamp glows through the load, or not at all.",
    clears="Nothing to clear.",
    on="AC",
)
def lit_switch(plan: Plan) -> Said | None:
    """An illuminated switch needs a neutral of its own."""
    if not plan.lead.ends.switch_lit or plan.lead.ends.switch == "none":
        return None
    return Said(
        "The lamp in the switch wants a neutral",
        "One more jumper, neutral to the switch: strip it with the rest.",
    )
