"""Switches and fuses in a core, and how many lines there are to break."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.volts import below_band, made_for

LINES_OF = {"ac-single": 1, "ac-split": 2, "ac-three": 3}


def _both_live(plan: Plan) -> str:
    """Why both conductors are live, in words; empty where the neutral is fixed."""
    reversible = next((p.words for p in (plan.a, plan.b) if p.face.reversible), None)
    if reversible:
        return f"the {reversible} goes in either way"
    return "there are two hots" if {"L1", "L2"} <= set(plan.cores) else ""


@check(
    "stop",
    Stage.ENDS,
    why="Switched off, the device stays live; a blown fuse leaves it live too.",
    clears="The switch in the live, or in every live conductor.",
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


@check(
    "stop",
    Stage.ENDS,
    why="The fuse opens the return and leaves everything live behind it.",
    clears="The fuse in the live.",
)
def fuse_in_neutral(plan: Plan) -> Said | None:
    """A fuse sits in the live, never in the neutral."""
    if plan.lead.ends.fuse_in not in ("N", "all"):
        return None
    where = "neutral" if plan.lead.ends.fuse_in == "N" else "live and the neutral"
    fix = Fix("Put the fuse in the live", (("ends.fuse_in", "L"),))
    return Said("A fuse in the neutral", f"The map has a fuse in the {where}.", fix)


@check(
    "stop",
    Stage.ENDS,
    why="Half of the ways it can be plugged in, the switch breaks the neutral.",
    clears="A double-pole switch.",
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
    "note",
    Stage.ENDS,
    why="Without its own neutral the lamp glows through the load, or not at all.",
    clears="Nothing to clear.",
)
def lit_switch(plan: Plan) -> Said | None:
    """An illuminated switch needs a neutral of its own."""
    if not plan.lead.ends.switch_lit or plan.lead.ends.switch == "none":
        return None
    return Said(
        "The lamp in the switch wants a neutral",
        "One more jumper, neutral to the switch: strip it with the rest.",
    )


@check(
    "stop",
    Stage.ENDS,
    why="A line that goes nowhere, or a motor on two of its three phases.",
    clears="Couplers with the lines the Brief says, or the Brief's own system put right.",
)
def lines_differ(plan: Plan) -> Said | None:
    """Couplers carry as many lines as the system of the Brief has."""
    wanted = len([c for c in plan.cores if c.startswith("L")])
    for p in (plan.a, plan.b):
        has = len([m for m in p.marks if m.startswith("L")])
        if has != wanted:
            said = "one line" if has == 1 else f"{has} lines"
            return Said(
                "The couplers and the Brief differ",
                f"{p.words} has {said}; the Brief's system has {wanted}.",
            )
    return None


@check(
    "stop",
    Stage.ENDS,
    why="The wrong pattern goes into nothing, or into something of another voltage.",
    clears="A coupler made for the volts.",
)
def volts_under_part(plan: Plan) -> Said | None:
    """A coupler coded for a band of volts is not used below it."""
    for p in (plan.a, plan.b):
        if below_band(made_for(p.volts), plan.stands_at):
            text = f"{p.words}: {p.volts} V; the Brief says {plan.volts:g} V."
            return Said("The coupler is made for other volts", text)
    return None


@check(
    "stop",
    Stage.BRIEF,
    why="The first coupler of a chain carries every unit after it.",
    clears="Fewer units, or a second feed.",
)
def chain_too_long(plan: Plan) -> Said | None:
    """A chain is as long as the manual allows, or as its couplers carry, whichever is less."""
    brief = plan.lead.brief
    units = sum(one.quantity for one in brief.loads)
    if (
        plan.lead.kind != "linking-lead"
        or brief.units_allowed is None
        or units <= brief.units_allowed
    ):
        return None
    return Said(
        "More units than the manual allows",
        f"{units:g} hang on this lead; the manual allows {brief.units_allowed}.",
    )


@check(
    "note",
    Stage.BRIEF,
    why="The manual may count starting current, or heat in its own coupler, that the sum does not.",
    clears="Nothing to clear.",
)
def chain_limit(plan: Plan) -> Said | None:
    """What sets the length of a chain: the manual, or the sum of currents."""
    brief = plan.lead.brief
    units = sum(one.quantity for one in brief.loads)
    if plan.lead.kind != "linking-lead" or not plan.demand_amps or not units:
        return None
    most = int(plan.weakest.amps / (plan.demand_amps / units))
    allowed = brief.units_allowed
    by_manual = f"the manual allows {allowed}" if allowed is not None else "the manual is not said"
    text = f"{most} units by current ({plan.weakest.words}, {at_most(plan.weakest.amps)} A); {by_manual}."
    return Said(f"At most {min(most, allowed) if allowed is not None else most} units", text)
