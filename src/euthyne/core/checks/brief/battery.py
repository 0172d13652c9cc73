"""Battery work: cells, fuses at the post, cut-offs, packs side by side."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.charger_lead import PackBrief
from euthyne.core.kinds.inverter_link import InverterBrief
from euthyne.core.kinds.solar_string import SolarBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.figure import metres
from euthyne.core.trade.protection import FOR_LONG, RUN_AT_A_SHARE, families
from euthyne.core.trade.shown import at_most, three

NEAR_POST_M = 0.2  # from the post to the fuse, ISO 13297


PACKS_APART_VOLTS = 0.05
SHEATHED_M = 1.83  # 72 in from a battery, in a sheath or conduit of its own, ABYC E-11
UNFUSED_STRINGS = 2  # so many in parallel need none, IEC 62548
UNFUSED = {
    "choice": "None by choice, for a small pack: a short takes all that the cells give.",
    "cranking": "None, for a lead that cranks an engine: keep it short, in a sheath of its own.",
}


LOW_CUT_OFF_SHARE = (
    0.8  # of the battery: below it the figure is left over from another battery, generic
)


@check(
    "stop",
    Stage.BRIEF,
    why="A charger set for more cells overcharges every one of them until they burn.",
    clears="The charger set for the cells that are there.",
    on="DC",
)
def cell_count(plan: Plan) -> Said | None:
    """The charger is set for as many cells as the pack has."""
    brief = PackBrief.of(plan.lead.brief)
    if brief.charger_cells is None or brief.cells is None or brief.charger_cells == brief.cells:
        return None
    text = f"The pack has {brief.cells} in a row; the charger is set for {brief.charger_cells}."
    return Said(
        "The charger counts other cells",
        text,
        Fix("Set it for the pack", (("brief.charger_cells", brief.cells),)),
    )


@check(
    "stop",
    Stage.BRIEF,
    why="A fuse that cannot break the current arcs on, inside its own holder.",
    clears="A high-breaking fuse, or a battery that gives less.",
    on="DC",
    laws=(15,),
)
def fuse_breaking(plan: Plan) -> Said | None:
    """A fuse breaks at least what the battery gives when it is shorted."""
    brief = plan.lead.brief
    if brief.fuse_family == "none" or brief.battery_short_amps is None:
        return None
    breaks = families()[brief.fuse_family].breaking_capacity_ka * 1000
    if breaks >= brief.battery_short_amps:
        return None
    text = (
        f"A {families()[brief.fuse_family].words} breaks {breaks:.0f} A; the battery gives "
        f"{brief.battery_short_amps:.0f} A when shorted."
    )
    better = families()["high-breaking-dc"]
    breaks_it = (
        better.breaking_capacity_ka * 1000 >= brief.battery_short_amps
        and better.volts >= plan.brief.volts
    )
    fix = Fix(
        "A high-breaking fuse", (("brief.fuse_family", better.name), ("conductor.fuse_amps", None))
    )
    return Said("The fuse cannot break the short", text, fix if breaks_it else None)


@check(
    "stop",
    Stage.BRIEF,
    why=(
        "A cut-off above the battery never lets the load run, and sizes the lead for less than "
        "it draws."
    ),
    clears="The volts at which the load gives up, below the battery's own.",
    on="DC",
)
def cut_off_above(plan: Plan) -> Said | None:
    """A load gives up below its battery's volts."""
    at = InverterBrief.of(plan.lead.brief).at_volts
    if plan.lead.brief.feeds != "power" or at is None or at <= plan.brief.volts:
        return None
    text = f"It cuts off at {at:g} V; the battery has {plan.brief.volts:g} V."
    return Said(
        "Cuts off above the battery", text, Fix("0.875 of the battery", (("brief.at_volts", None),))
    )


@check(
    "caution",
    Stage.BRIEF,
    why="A figure left over from another battery asks for twice the copper.",
    clears="The volts at which the load really gives up; or a reason.",
    on="DC",
)
def cut_off_low(plan: Plan) -> Said | None:
    """A load seldom runs far below its battery's volts."""
    at = InverterBrief.of(plan.lead.brief).at_volts
    if (
        plan.lead.brief.feeds != "power"
        or at is None
        or at >= LOW_CUT_OFF_SHARE * plan.brief.volts - 1e-9
    ):
        return None
    text = (
        f"It cuts off at {at:g} V on a battery of {plan.brief.volts:g} V: "
        f"{plan.brief.demand_amps or 0:.0f} A are wanted there."
    )
    return Said(
        "Cuts off far below the battery",
        text,
        Fix("0.875 of the battery", (("brief.at_volts", None),)),
        figures=(at, plan.brief.volts),
    )


@check(
    "note",
    Stage.BRIEF,
    why="A fuse that cannot break what the battery gives arcs on inside its holder.",
    clears="What the battery gives when shorted, from its sheet, in the Brief.",
    on="DC",
)
def short_unknown(plan: Plan) -> Said | None:
    """What a battery gives when it is shorted, where nobody has said."""
    brief = plan.lead.brief
    if brief.fuse_family in ("none", "solar-gPV") or brief.battery_short_amps is not None:
        return None
    breaks = families()[brief.fuse_family].breaking_capacity_ka * 1000
    text = (
        f"What the source gives when shorted is not said: whether {breaks:.0f} A is enough "
        "to break it cannot be "
    )
    return Said("The short-circuit current is not known", text + "judged.")


@check(
    "stop",
    Stage.BRIEF,
    why="A battery gives a short thousands of amps until something melts.",
    clears=(
        "A fuse of the right volts and breaking capacity near the source; or the Brief says why "
        "there is none, and a reason is kept."
    ),
    on="DC",
    laws=(15,),
)
def battery_unfused(plan: Plan) -> Said | None:
    """A lead on a battery has its fuse near the battery."""
    brief = plan.lead.brief
    if Trait.FUSED_AT_THE_POST not in plan.kind.traits or brief.fuse_family != "none":
        return None
    if brief.unfused in UNFUSED:
        return Said("No fuse, and said why", UNFUSED[brief.unfused], level="caution")
    family = families()["high-breaking-dc"]
    wanted = plan.brief.steady_amps or 0.0
    if plan.conductor.candidate:
        carried = plan.conductor.candidate.rating_amps
    else:
        carried = float("inf")
    fits = any(wanted <= a <= carried for a in family.amps) and family.volts >= plan.brief.volts
    return Said(
        "No fuse at the battery",
        "The Brief names no fuse for a lead whose source is a battery.",
        Fix("A high-breaking fuse at the post", (("brief.fuse_family", "high-breaking-dc"),))
        if fits
        else None,
    )


@check(
    "stop",
    Stage.BRIEF,
    why="The other strings push their current back through a faulty one until it burns.",
    clears="A string fuse in each pole that is not earthed.",
    on="DC",
    laws=(15,),
)
def string_unfused(plan: Plan) -> Said | None:
    """From three strings in parallel each has its fuse. Source: IEC 62548; NFPA 70, 690.9(A)."""
    brief = SolarBrief.of(plan.lead.brief)
    fused = brief.line_fuses or (brief.fuse_family != "none" and brief.strings_in_it == 1)
    if brief.strings <= UNFUSED_STRINGS or fused:
        return None
    each = (
        ("brief.line_fuses", True)
        if brief.strings_in_it > 1
        else ("brief.fuse_family", "solar-gPV")
    )
    return Said(
        "Strings in parallel, and no fuse",
        f"{brief.strings} strings lie in parallel; from {UNFUSED_STRINGS + 1} on each has its fuse.",
        Fix("A fuse for each string", (each,)),
    )


@check(
    "stop",
    Stage.BRIEF,
    why="It would arc on after it has opened.",
    clears="A family made for the volts.",
    on="DC",
    laws=(15,),
)
def fuse_volts(plan: Plan) -> Said | None:
    """A fuse must be made for the volts, and for direct current."""
    name = plan.lead.brief.fuse_family
    if name == "none" or families()[name].volts >= plan.brief.volts:
        return None
    return Said(
        "The fuse is made for fewer volts",
        f"A {families()[name].words} is made for {families()[name].volts:g} V; the Brief says "
        f"{plan.brief.volts:g} V.",
    )


@check(
    "stop",
    Stage.BRIEF,
    why="A fuse below its load opens in use.",
    clears="Another family of fuses.",
    on="DC",
    laws=(13,),
)
def fuse_too_small(plan: Plan) -> Said | None:
    """The family ends below the load."""
    if (
        plan.conductor.sizing is None
        or plan.conductor.sizing.protection is None
        or plan.conductor.sizing.protection.amps is not None
    ):
        return None
    name = plan.lead.brief.fuse_family
    return Said(
        "No fuse of this family is large enough",
        f"{plan.conductor.sizing.wanted_amps:.0f} A is wanted; a {families()[name].words} ends at "
        f"{max(families()[name].amps):g} A.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="The length before the fuse has nothing to save it.",
    clears="The fuse within {0.2 m} of the post, or that length sheathed and clamped.",
    on="DC",
    laws=(15,),
)
def fuse_far_from_post(plan: Plan) -> Said | None:
    """The fuse sits at the post. Source: ISO 13297; ABYC E-11 where that length is sheathed."""
    brief = plan.lead.brief
    apart = plan.brief.fuse_to_post_m
    most = SHEATHED_M if brief.fuse_sheathed else NEAR_POST_M
    if brief.fuse_family == "none" or apart <= most:
        return None
    return Said(
        "The fuse is far from the post",
        f"{metres(apart):g} of cable lie before it; {metres(most):g} is the most.",
        figures=(apart, most),
    )


@check(
    "caution",
    Stage.BRIEF,
    why="A blade fuse that runs full warms its holder until the holder melts.",
    clears="The next blade up, if the cable carries it.",
    on="DC",
    laws=(12,),
)
def blade_over_share(plan: Plan) -> Said | None:
    """A blade or bolt-down fuse carries four fifths of its figure for long."""
    name, amps, load = (
        plan.lead.brief.fuse_family,
        plan.conductor.protection.amps,
        plan.brief.steady_amps,
    )
    if name not in RUN_AT_A_SHARE or amps is None or load is None or load <= FOR_LONG * amps:
        return None
    family = families()[name]
    carries = f"it carries {at_most(FOR_LONG * amps)} A for long (80 %, generic, check your part)"
    if plan.conductor.candidate:
        carried = plan.conductor.candidate.rating_amps
    else:
        carried = float("inf")
    larger = next((a for a in family.amps if load <= FOR_LONG * a and a <= carried), None)
    fix = Fix(f"Take {larger:g} A", (("conductor.fuse_amps", larger),)) if larger else None
    return Said(
        f"A {family.words} run near its figure",
        f"{three(load)} A on {amps:g} A; {carries}.",
        fix,
        figures=(load, amps),
    )


@check(
    "caution",
    Stage.BRIEF,
    why="The pack with the shorter leads, or the higher volts, does the work of both.",
    clears=(
        "Leads of equal length, diagonal take-off, packs brought within 0.05 V before they "
        "are joined."
    ),
    on="DC",
)
def packs_unequal(plan: Plan) -> Said | None:
    """Packs side by side are alike, and so are their leads."""
    brief = InverterBrief.of(plan.lead.brief)
    if brief.packs < 2 or (
        brief.packs_equal_leads and brief.packs_apart_volts <= PACKS_APART_VOLTS
    ):
        return None
    leads = "their leads are of unequal length; "
    if brief.packs_equal_leads:
        leads = ""
    apart = f"{brief.packs_apart_volts:g} V apart (at most {PACKS_APART_VOLTS:g} V)"
    figures = (brief.packs, brief.packs_apart_volts, leads)
    text = f"{brief.packs} packs side by side: {leads}{apart}."
    return Said("Packs that are not alike", text, figures=figures)
