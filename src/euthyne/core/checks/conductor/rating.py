"""Which size carries the current and still arrives, and where sums and tables tell apart."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.shown import at_most

WELDER_SHARE = 2  # NFPA 70, 630.12: a welder's conductors are guarded at twice their rating
GUIDANCE_M = {
    1.0: 10.0,
    1.25: 12.0,
    1.5: 15.0,
    2.5: 25.0,
}  # usual longest extension by mm2, generic


@check(
    "stop",
    Stage.CONDUCTOR,
    why="A lead that is too thin heats and starves what it feeds.",
    clears="A shorter run, a smaller load, a cooler place, or another cord.",
)
def no_size_fits(plan: Plan) -> Said | None:
    """No size of the cord meets every limit."""
    if plan.conductor.sizing is None or plan.conductor.sizing.chosen is not None:
        return None
    text = plan.conductor.sizing.findings[-1].text
    return Said("No size of this cord fits", text)


@check(
    "stop",
    Stage.CONDUCTOR,
    why="The sheath softens, and what it lies on chars.",
    clears="A larger size, a smaller load, or unwound and cooler.",
)
def under_rated_cord(plan: Plan) -> Said | None:
    """The taken size must carry the design current where it lies."""
    found, sizing = plan.conductor.candidate, plan.conductor.sizing
    if found is None or sizing is None or "current" not in found.fails:
        return None
    fix = None
    if sizing.chosen is not None:
        fix = Fix(f"Take {sizing.chosen.size}", (("conductor.size", sizing.chosen.size),))
    return Said(
        "The cord is too thin for its current",
        f"{found.size} carries {at_most(found.rating_amps)} A as it lies; "
        f"{sizing.wanted_amps:.1f} A is wanted.",
        fix,
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="It lets a current through that cooks the cord, and never opens.",
    clears="A larger size, or a smaller fuse or breaker on the lead itself.",
)
def protection_too_large(plan: Plan) -> Said | None:
    """Protection above the derated rating protects nothing."""
    amps, found = plan.conductor.protection.amps, plan.conductor.candidate
    if amps is None or found is None or amps <= found.rating_amps:
        return None
    fix = None
    if (
        plan.conductor.sizing
        and plan.conductor.sizing.chosen
        and plan.conductor.sizing.chosen.size != found.size
    ):
        fix = Fix(
            f"Take {plan.conductor.sizing.chosen.size}",
            (("conductor.size", plan.conductor.sizing.chosen.size),),
        )
    told = (
        f"{amps:g} A {plan.conductor.protection.words}; {found.size} carries "
        f"{at_most(found.rating_amps)} A as it lies."
    )
    if _a_welder_alone(plan) and amps <= WELDER_SHARE * found.rating_amps:
        told += (
            f" NFPA 70, 630.12, lets what feeds a welder be guarded at up to {WELDER_SHARE} times what it "
            "carries. Where that rule, or one like it, holds, pass this with the rule and who says so."
        )
        return Said("The breaker is a welder's", told, fix, level="caution")
    return Said("The protection is larger than the lead carries", told, fix)


def _a_welder_alone(plan: Plan) -> bool:
    """True where the lead feeds loads on a duty, and nothing else can be plugged in."""
    brief = plan.lead.brief
    return brief.feeds == "loads" and brief.duty_percent < 100


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Motors run hot and supplies draw more on low volts.",
    clears="A larger size or a shorter run.",
)
def drop_over_limit(plan: Plan) -> Said | None:
    """More is lost on the way than was allowed."""
    if plan.conductor.candidate is None or "drop" not in plan.conductor.candidate.fails:
        return None
    c, limit = plan.conductor.candidate, plan.lead.conductor.drop_percent
    better = (
        plan.conductor.sizing.chosen.size
        if plan.conductor.sizing and plan.conductor.sizing.chosen
        else None
    )
    return Said(
        "Too much is lost on the way",
        f"{c.size} loses {c.drop_percent:.1f} % of {limit:g} % allowed: {c.drop_volts:.1f} V.",
        Fix(f"Take {better}", (("conductor.size", better),)) if better else None,
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="A motor that cannot start draws its starting current until something burns.",
    clears="A larger size, a shorter run, or a soft start.",
)
def starting_dip(plan: Plan) -> Said | None:
    """The dip while it starts is more than allowed."""
    if plan.conductor.candidate is None or "start" not in plan.conductor.candidate.fails:
        return None
    c, limit = plan.conductor.candidate, plan.lead.conductor.start_drop_percent
    return Said(
        "It dips while starting",
        f"{c.size} dips {c.start_drop_percent:.1f} % at the start; {limit:g} % is allowed.",
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="The whole path carries the same current; the thinnest part burns first.",
    clears="A smaller current or duty, or a larger lead in its place.",
)
def already_under_rated(plan: Plan) -> Said | None:
    """What is in the path already must carry the current too."""
    if plan.conductor.sizing:
        found = plan.conductor.sizing.findings
    else:
        found = ()
    thin = next((f for f in found if f.code == "already-under-rated"), None)
    if thin is None:
        return None
    return Said("What is there already is too thin", thin.text)


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Hours at the rating find every weak joint.",
    clears="The next size up, if it runs for hours.",
)
def near_rating(plan: Plan) -> Said | None:
    """Close to the rating there is nothing in hand."""
    if (
        plan.conductor.sizing is None
        or plan.conductor.candidate is None
        or not plan.conductor.candidate.fits
    ):
        return None
    share = plan.conductor.sizing.wanted_amps / plan.conductor.candidate.rating_amps
    if share <= 0.9:
        return None
    return Said(
        "Close to its rating",
        f"{plan.conductor.sizing.wanted_amps:.1f} A on "
        f"{at_most(plan.conductor.candidate.rating_amps)} A: {share:.0%} of it.",
        level="caution" if plan.lead.brief.continuous else "note",
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Above 60 °C a hand lets go, and PVC softens.",
    clears="A larger size, a cooler place, or unwound.",
)
def hot_sheath(plan: Plan) -> Said | None:
    """A sheath above 60 C where hands go."""
    layers = plan.lead.brief.drum_layers
    warm = plan.conductor.warmth(layers)
    if warm is None or warm.sheath_c <= max(60.0, plan.lead.brief.ambient_c + 5):
        return None
    return Said(
        "Too hot to hold",
        f"The sheath settles at {warm.sheath_c:.0f} °C, the conductor at {warm.conductor_c:.0f} "
        "°C, "
        f"{'as it lies on the drum' if layers else 'laid out straight'}.",
    )


@check(
    "note",
    Stage.CONDUCTOR,
    why="Keep to the lower of the two; cords under 1.5 mm² are rated far below physics on purpose.",
    clears="Nothing to clear: the table decides.",
)
def tables_and_physics(plan: Plan) -> Said | None:
    """Where the heat balance and the table tell apart by more than a quarter, both are said."""
    table, physics = plan.conductor.cord_amps, plan.conductor.physics_amps
    if not table or physics is None or abs(physics / table - 1) <= 0.25:
        return None
    return Said(
        "Table and physics differ",
        f"The table says {at_most(table)} A; a heat balance of this cord in still air says "
        f"{at_most(physics)} A.",
    )


@check(
    "note",
    Stage.CONDUCTOR,
    why="A school that rounds to the nearest loses what it rounds.",
    clears="Nothing to clear.",
)
def nearest_is_smaller(plan: Plan) -> Said | None:
    """What rounding to the nearest gauge would have taken."""
    found = _finding(plan, "nearest-is-smaller")
    if found:
        return Said("The nearest would be smaller", found)
    return None


def _finding(plan: Plan, code: str) -> str | None:
    if (
        plan.conductor.sizing is None
        or plan.conductor.sizing.chosen is None
        or plan.conductor.size_name != plan.conductor.sizing.chosen.size
    ):
        return None
    return next((f.text for f in plan.conductor.sizing.findings if f.code == code), None)


@check(
    "note",
    Stage.CONDUCTOR,
    why="A value between two rows is a straight line through what they say.",
    clears="Nothing to clear.",
)
def rating_interpolated(plan: Plan) -> Said | None:
    """A rating read between two rows of its table."""
    found = _finding(plan, "rating-interpolated")
    if found:
        return Said("Between two rows of the table", found)
    return None


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Far along a thin lead, a short may not trip the breaker in time.",
    clears="A residual-current device upstream, a larger size, or a shorter lead.",
    on="AC",
)
def long_for_its_size(plan: Plan) -> Said | None:
    """Longer than the usual guidance for an extension of its size."""
    run, size = plan.lead.brief.run_m, plan.conductor.size
    if (
        Trait.EXTENDS not in plan.kind.traits
        or run is None
        or size is None
        or plan.lead.brief.behind_device
    ):
        return None
    usual = next(
        (m for mm2, m in sorted(GUIDANCE_M.items(), reverse=True) if mm2 <= size.cross_section_mm2),
        None,
    )
    if size.cross_section_mm2 > 2.5 or usual is None or run <= usual:
        return None
    return Said(
        "Long for its size",
        f"{run:g} m; the usual guidance for {size.name} is {usual:g} m unless it is behind a "
        "residual-current device.",
        Fix(
            f"A {plan.lead.brief.usual_device} device is upstream",
            (("brief.rcd", plan.lead.brief.usual_device),),
        ),
    )


@check(
    "note",
    Stage.CONDUCTOR,
    why=(
        "The coldest volts and the brightest current never come together: the loss is shown on "
        "neither's terms."
    ),
    clears="The volts and amps the string works at, from its modules' sheet, in the Brief.",
    on="DC",
)
def working_point(plan: Plan) -> Said | None:
    """The loss of a string is worked at its working point."""
    brief = plan.lead.brief
    if Trait.LIVE_BY_DAY not in plan.kind.traits or (brief.working_volts and brief.working_amps):
        return None
    lacking = "other half"
    if not (brief.working_volts or brief.working_amps):
        lacking = "volts and amps"
    text = (
        f"The {lacking} it works at are not said: the loss is worked at {brief.margin:g} "
        "times the short-circuit "
    )
    return Said(
        "The working point is not known",
        text + "current and the coldest volts, which is not what arrives.",
    )
