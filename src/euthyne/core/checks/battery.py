"""Battery work: cells, taps, fuses at the post, packs side by side, studs and lugs."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.protection import FOR_LONG, RUN_AT_A_SHARE, families
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.stud import gap_allowed_mm, hole_mm, stud_mm

NEAR_POST_M = 0.2
PACKS_APART_VOLTS = 0.05
LUGS_ON_POST = 4
BATTERY = ("inverter-link", "charger-lead", "conversion")
LOW_CUT_OFF_SHARE = (
    0.8  # of the battery: below it the figure is left over from another battery, generic
)


@check(
    "stop",
    Stage.BRIEF,
    why="A charger set for more cells overcharges every one of them until they burn.",
    clears="The charger set for the cells that are there.",
)
def cell_count(plan: Plan) -> Said | None:
    """The charger is set for as many cells as the pack has."""
    brief = plan.lead.brief
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
    Stage.ENDS,
    why="A balance wire that is shifted by one shorts a cell through a wire as thin as a hair.",
    clears="Taps from pack minus to pack plus, in order. Measure the pack with a voltmeter before wiring.",
)
def taps_out_of_order(plan: Plan) -> Said | None:
    """Balance taps run in cell order at both ends."""
    taps = [j for j in plan.joints if j.core.startswith("T")]
    astray = [j for j in taps if j.a != j.core or j.b != j.core]
    if not astray:
        return None
    words = ", ".join(f"{j.core} from {j.a or 'nowhere'} to {j.b or 'nowhere'}" for j in astray)
    return Said(
        "Balance taps out of order",
        f"Astray: {words}.",
        Fix("Put the taps in cell order", (("ends.joints", ()),)),
    )


@check(
    "stop",
    Stage.BRIEF,
    why="A fuse that cannot break the current arcs on, inside its own holder.",
    clears="A high-breaking fuse, or a battery that gives less.",
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
        and better.volts >= plan.volts
    )
    fix = Fix(
        "A high-breaking fuse", (("brief.fuse_family", better.name), ("conductor.fuse_amps", None))
    )
    return Said("The fuse cannot break the short", text, fix if breaks_it else None)


@check(
    "caution",
    Stage.BRIEF,
    why="The length before the fuse has nothing to save it.",
    clears="The fuse within 0.2 m of the post, or that length sheathed and clamped.",
)
def fuse_far_from_post(plan: Plan) -> Said | None:
    """The fuse sits at the post."""
    apart = plan.lead.brief.fuse_to_post_m
    if plan.lead.brief.fuse_family == "none" or apart <= NEAR_POST_M:
        return None
    return Said(
        "The fuse is far from the post",
        f"{apart:g} m of cable lie before it; {NEAR_POST_M:g} m is the most.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="A blade fuse that runs full warms its holder until the holder melts.",
    clears="The next blade up, if the cable carries it.",
)
def blade_over_share(plan: Plan) -> Said | None:
    """A blade or bolt-down fuse carries four fifths of its figure for long."""
    name, amps, load = plan.lead.brief.fuse_family, plan.protection.amps, plan.steady_amps
    if name not in RUN_AT_A_SHARE or amps is None or load is None or load <= FOR_LONG * amps:
        return None
    family = families()[name]
    carries = f"it carries {at_most(FOR_LONG * amps)} A for long (80 %, generic, check your part)"
    carried = plan.candidate.rating_amps if plan.candidate else float("inf")
    larger = next((a for a in family.amps if load <= FOR_LONG * a and a <= carried), None)
    fix = Fix(f"Take {larger:g} A", (("conductor.fuse_amps", larger),)) if larger else None
    return Said(
        f"A {family.words} run near its figure", f"{load:.1f} A on {amps:g} A; {carries}.", fix
    )


@check(
    "caution",
    Stage.BRIEF,
    why="The pack with the shorter leads, or the higher volts, does the work of both.",
    clears="Leads of equal length, diagonal take-off, packs brought within 0.05 V before they are joined.",
)
def packs_unequal(plan: Plan) -> Said | None:
    """Packs side by side are alike, and so are their leads."""
    brief = plan.lead.brief
    if brief.packs < 2 or (
        brief.packs_equal_leads and brief.packs_apart_volts <= PACKS_APART_VOLTS
    ):
        return None
    leads = "" if brief.packs_equal_leads else "their leads are of unequal length; "
    apart = f"{brief.packs_apart_volts:g} V apart (at most {PACKS_APART_VOLTS:g} V)"
    return Said("Packs that are not alike", f"{brief.packs} packs side by side: {leads}{apart}.")


def _lugs(plan: Plan) -> list[tuple[str, str, str]]:
    """Each lugged end with a stud said: its short name, the lug's own stud size, the stud it goes on."""
    ends = ((plan.a, plan.lead.ends.stud_a), (plan.b, plan.lead.ends.stud_b))
    return [(p.short, p.stud, stud) for p, stud in ends if p.stud and stud]


@check("stop", Stage.ENDS, why="It does not go on.", clears="A lug made for the stud.")
def lug_hole_small(plan: Plan) -> Said | None:
    """A lug's hole passes its stud."""
    for short, lug, stud in _lugs(plan):
        if hole_mm(lug) <= stud_mm(stud):
            return Said(
                "The stud is thicker than the hole",
                f"{short}: hole {hole_mm(lug):g} mm, stud {stud_mm(stud):g} mm.",
            )
    return None


@check(
    "caution",
    Stage.ENDS,
    why="A wide hole leaves contact area on the table, and lets soft post metal creep.",
    clears="A lug made for the stud.",
)
def lug_hole_large(plan: Plan) -> Said | None:
    """A lug's hole is little wider than its stud."""
    for short, lug, stud in _lugs(plan):
        gap = hole_mm(lug) - stud_mm(stud)
        if gap > gap_allowed_mm(stud):
            text = (
                f"{short}: {gap:.1f} mm wider than {stud}; {gap_allowed_mm(stud):g} mm is the most."
            )
            return Said("The lug's hole is too wide", text)
    return None


@check(
    "caution",
    Stage.ENDS,
    why="The topmost lugs stand on thread, not on metal.",
    clears="A bus bar.",
)
def lugs_on_post(plan: Plan) -> Said | None:
    """At most four lugs lie on a post."""
    lugs = plan.lead.ends.lugs_on_post
    if lugs <= LUGS_ON_POST:
        return None
    return Said(
        "Too many lugs on the post",
        f"{lugs} lugs; {LUGS_ON_POST} is the most, the largest against the post.",
    )


@check(
    "note",
    Stage.BUILD,
    why="Two bare ends on a connected pack meet sooner or later, and weld.",
    clears="Nothing to clear: the steps keep to it.",
)
def one_at_a_time(plan: Plan) -> Said | None:
    """On a connected pack one conductor is cut, stripped and finished before the next."""
    if plan.lead.kind not in BATTERY:
        return None
    return Said(
        "One conductor at a time",
        "The other stays insulated. Both bare on a connected pack is a stop.",
    )


@check(
    "note",
    Stage.TAG,
    why="The wrong order draws an arc at the battery.",
    clears="Nothing to clear: say it to whoever uses it.",
)
def connecting_order(plan: Plan) -> Said | None:
    """Between two sources, the order of connecting is said."""
    if len(plan.sources) < 2:
        return None
    return Said("Charger end first, battery last", "Part them the other way round.")


@check(
    "stop",
    Stage.BRIEF,
    why="A cut-off above the battery never lets the load run, and sizes the lead for less than it draws.",
    clears="The volts at which the load gives up, below the battery's own.",
)
def cut_off_above(plan: Plan) -> Said | None:
    """A load gives up below its battery's volts."""
    at = plan.lead.brief.at_volts
    if plan.lead.brief.feeds != "power" or at is None or at <= plan.volts:
        return None
    text = f"It cuts off at {at:g} V; the battery has {plan.volts:g} V."
    return Said(
        "Cuts off above the battery", text, Fix("0.875 of the battery", (("brief.at_volts", None),))
    )


@check(
    "caution",
    Stage.BRIEF,
    why="A figure left over from another battery asks for twice the copper.",
    clears="The volts at which the load really gives up; or a reason.",
)
def cut_off_low(plan: Plan) -> Said | None:
    """A load seldom runs far below its battery's volts."""
    at = plan.lead.brief.at_volts
    if (
        plan.lead.brief.feeds != "power"
        or at is None
        or at >= LOW_CUT_OFF_SHARE * plan.volts - 1e-9
    ):
        return None
    text = f"It cuts off at {at:g} V on a battery of {plan.volts:g} V: {plan.demand_amps or 0:.0f} A are wanted there."
    return Said(
        "Cuts off far below the battery",
        text,
        Fix("0.875 of the battery", (("brief.at_volts", None),)),
    )


@check(
    "note",
    Stage.BRIEF,
    why="A fuse that cannot break what the battery gives arcs on inside its holder.",
    clears="What the battery gives when shorted, from its sheet, in the Brief.",
)
def short_unknown(plan: Plan) -> Said | None:
    """What a battery gives when it is shorted, where nobody has said."""
    brief = plan.lead.brief
    if brief.fuse_family in ("none", "solar-gPV") or brief.battery_short_amps is not None:
        return None
    breaks = families()[brief.fuse_family].breaking_capacity_ka * 1000
    text = f"What the source gives when shorted is not said: whether {breaks:.0f} A is enough to break it cannot be "
    return Said("The short-circuit current is not known", text + "judged.")
