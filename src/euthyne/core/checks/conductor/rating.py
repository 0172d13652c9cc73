"""Which size carries the current and still arrives, and where sums and tables tell apart."""

import math

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.kind import EVERY_CORD
from euthyne.core.kinds.solar_string import SolarBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.stages.conductor.upstream import UpstreamRule
from euthyne.core.trade.figure import celsius, metres
from euthyne.core.trade.protection import families
from euthyne.core.trade.shown import at_most, three
from euthyne.core.trade.wire import size_named, size_words

WELDER_SHARE = 2  # NFPA 70, 630.12: a welder's conductors are guarded at twice their rating
AS_MUCH_OVER = 1.001  # arithmetic leaves a speck
AS_MUCH = 0.995  # of a size asked for: areas by gauge are rounded
BUILDING_WIRE = "wet-na-90"
# NFPA 70, 240.4(D): 14, 12 and 10 AWG copper by area in mm2, and the most that guards each in A
SMALL_WIRE = ((2.1, 15.0), (3.4, 20.0), (5.3, 30.0))
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
    laws=(12,),
)
def no_size_fits(plan: Plan) -> Said | None:
    """No size of the cord meets every limit."""
    sizing = plan.conductor.sizing
    if sizing is None or sizing.chosen is not None:
        return None
    told = {f.code: f.text for f in sizing.findings}
    text = f"{told['no-size-fits']} {told.get('higher-volts') or '' if on_a_battery(plan) else ''}".strip()
    return Said("No size of this cord fits", f"{text} {_instead(plan)}".strip(), _other_cable(plan))


def on_a_battery(plan: Plan) -> bool:
    """True for a lead whose source is a battery that is not an arc's, the sun's or a charger's."""
    others = {Trait.WELDS, Trait.LIVE_BY_DAY, Trait.CHARGES}
    return not plan.mains and not others & plan.kind.traits


def _instead(plan: Plan) -> str:
    """What would fit in place of a lead that no size is large enough for."""
    if Trait.WELDS in plan.kind.traits:
        return "Bring the welder nearer; the arc's volts are the process's."
    if Trait.LIVE_BY_DAY in plan.kind.traits:
        return "More modules in a row at fewer amps would need less."
    if plan.mains:
        return "A socket nearer by, higher volts, or fixed wiring by a licensed person."
    return ""


def _other_cable(plan: Plan) -> Fix | None:
    """Another cable of this kind that a size fits of; None where none is offered by name."""
    for name in plan.kind.cables if plan.kind.cables != EVERY_CORD else ():
        if name == plan.lead.conductor.cable_type:
            continue
        changes = (("conductor.cable_type", name), ("conductor.size", None))
        tried = plan_of(changed(plan.lead, changes)).conductor
        if tried.sizing is not None and tried.sizing.chosen is not None:
            return Fix(f"Take {tried.written}", changes)
    return None


@check(
    "stop",
    Stage.CONDUCTOR,
    why="The sheath softens, and what it lies on chars.",
    clears="A larger size, a smaller load, or unwound and cooler.",
    laws=(12,),
)
def under_rated_cord(plan: Plan) -> Said | None:
    """The taken size must carry the design current where it lies."""
    found, sizing = plan.conductor.candidate, plan.conductor.sizing
    if found is None or sizing is None or "current" not in found.fails:
        return None
    return Said(
        "The cord is too thin for its current",
        f"{size_words(found.size)} carries {at_most(found.rating_amps)} A as it lies; "
        f"{three(sizing.wanted_amps)} A is wanted.",
        _take_chosen(plan),
    )


def take_size(plan: Plan, name: str | None) -> Fix | None:
    """The fix that takes a size; None where there is none, it is taken, or the cable is there already."""
    if name is None or name == plan.conductor.size_name or plan.given.flex_is_there:
        return None
    return Fix(f"Take {name}", (("conductor.size", name),))


def _take_chosen(plan: Plan) -> Fix | None:
    """The fix that takes the smallest size that fits."""
    sizing = plan.conductor.sizing
    return take_size(plan, sizing.chosen.size if sizing and sizing.chosen else None)


@check(
    "stop",
    Stage.CONDUCTOR,
    why="It lets a current through that cooks the cord, and never opens.",
    clears=(
        "A larger size, a smaller fuse or breaker on the lead itself, or a rule that lets it be "
        "larger and is met."
    ),
    laws=(13,),
)
def protection_too_large(plan: Plan) -> Said | None:
    """What guards a lead is at most what the lead carries, or a rule that lets it be larger is met
    and named.
    """
    amps, found = plan.conductor.protection.amps, plan.conductor.candidate
    if amps is None or found is None:
        return None
    most = min(found.rating_amps, small_wire_amps(plan))
    if amps <= most:
        return None
    told = (
        f"{amps:g} A {plan.conductor.protection.words}; {size_words(found.size)} carries "
        f"{at_most(most)} A as it lies."
    )
    rule = plan.conductor.guards.rule
    figures = (amps, found.rating_amps)
    if rule is not None and _thick_enough(rule, found.cross_section_mm2):
        told += f" {rule.name} lets it be larger here: {rule.because}. Pass it with who says so."
        title = "The breaker is larger than the cord carries"
        return Said(title, told, level="caution", figures=(*figures, rule.name))
    if _a_welder_alone(plan) and amps <= WELDER_SHARE * found.rating_amps:
        told += (
            f" NFPA 70, 630.12, lets what feeds a welder be guarded at up to {WELDER_SHARE} times what it "
            "carries. Where that rule, or one like it, holds, pass this with the rule and who says so."
        )
        title = "The breaker is a welder's"
        return Said(title, told, _take_chosen(plan), "caution", (*figures, "630.12"))
    fix = _take_chosen(plan) or _breaker_of_its_own(plan, most)
    return Said("The protection is larger than the lead carries", told, fix, figures=figures)


def _breaker_of_its_own(plan: Plan, most: float) -> Fix | None:
    """A breaker on the lead itself that its weakest part carries; None on what has no room for one."""
    if not plan.mains or plan.given.fused_plug or plan.given.flex_is_there:
        return None
    carries = min(most, *(link.amps for link in plan.conductor.chain))
    listed = families()[plan.conductor.guards.breaker_family].amps
    amps = max((a for a in listed if a <= carries), default=None)
    if amps is None:
        return None
    return Fix(f"Give the lead a breaker of {amps:g} A", (("brief.own_breaker_amps", amps),))


def _thick_enough(rule: UpstreamRule, area_mm2: float) -> bool:
    """True for a size that a rule takes; what it asks by gauge a metric size of its area meets."""
    return rule.least is None or area_mm2 >= size_named(rule.least).cross_section_mm2 * AS_MUCH


def small_wire_amps(plan: Plan) -> float:
    """The most that guards small building and PV wire, in A; no limit for other cable.

    Source: NFPA 70, 240.4(D). It holds of no cord, no boat and no vehicle.
    """
    size = plan.conductor.size
    if plan.conductor.cable_type.basis != BUILDING_WIRE or size is None:
        return math.inf
    return next((amps for area, amps in SMALL_WIRE if size.cross_section_mm2 <= area), math.inf)


def _a_welder_alone(plan: Plan) -> bool:
    """True where the lead feeds loads on a duty, and nothing else can be plugged in."""
    brief = plan.lead.brief
    return brief.feeds == "loads" and plan.brief.duty_percent < 100


@check(
    "caution",
    Stage.CONDUCTOR,
    why="A cord set is made so thick by its standard that it outlasts a short of its socket.",
    clears="The size the standard gives its coupler and length; or a reason.",
    on="AC",
    laws=(13,),
)
def cord_set_thin(plan: Plan) -> Said | None:
    """A cord to an appliance coupler is as thick as cord sets of its coupler and length."""
    if plan.conductor.guards.rule_asks:
        return None
    run_m, to = plan.lead.brief.run_m or 0.0, plan.given.load.words
    asked = f"{metres(run_m):g} to a {to}: IEC 60799 gives it {size_words(plan.conductor.guards.least_size)}."
    return _under_the_least(plan, "Thinner than a cord set is made", asked)


def _under_the_least(plan: Plan, title: str, asked: str) -> Said | None:
    """What is said of a size below the least that a standard asks for.

    Parameters: plan; title; asked, what the standard asks, in words.
    """
    least, size = plan.conductor.guards.least_size, plan.conductor.size
    if least is None or size is None:
        return None
    if size.cross_section_mm2 >= size_named(least).cross_section_mm2 * AS_MUCH:
        return None
    figures = (size.cross_section_mm2, least)
    return Said(title, f"{size.words}, {asked}", take_size(plan, least), figures=figures)


@check(
    "caution",
    Stage.CONDUCTOR,
    why="A thin single alone in a boat breaks by shaking, long before its current harms it.",
    clears="16 AWG or {1 mm²} and thicker; or a reason: it lies in a sheath with others, or ashore.",
    on="DC",
)
def thin_afloat(plan: Plan) -> Said | None:
    """Singles of a boat have a least size. Source: ABYC E-11; ISO 13297."""
    asked = "where ABYC E-11 asks 16 AWG of singles, ISO 13297 1 mm²."
    return _under_the_least(plan, "Thinner than a boat's singles", asked)


@check(
    "caution",
    Stage.CONDUCTOR,
    why="A fuse below its load opens in use; whoever is tired of it wraps it in foil.",
    clears="The next fuse up that the lead carries, a smaller load, or a reason.",
    laws=(13,),
)
def fuse_below_load(plan: Plan) -> Said | None:
    """The fuse of a lead carries what the lead feeds, in a plug as at a battery."""
    guard, load = plan.conductor.protection, plan.brief.steady_amps
    if not guard.in_lead or guard.amps is None or load is None or load <= guard.amps * AS_MUCH_OVER:
        return None
    fix = None
    if plan.lead.conductor.fuse_amps is not None:
        fix = Fix("Take the fuse that carries it", (("conductor.fuse_amps", None),))
    return Said(
        "The fuse is smaller than the load",
        f"{guard.amps:g} A {guard.words}; the load takes {three(load)} A.",
        fix,
        figures=(guard.amps, load),
    )


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
        f"{size_words(c.size)} loses {c.drop_percent:.1f} % of {limit:g} % allowed: {three(c.drop_volts)} V.",
        take_size(plan, better),
        figures=(c.drop_percent, limit),
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
        f"{size_words(c.size)} dips {c.start_drop_percent:.1f} % at the start; {limit:g} % is allowed.",
        figures=(c.start_drop_percent, limit),
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="The whole path carries the same current; the thinnest part burns first.",
    clears="A smaller current or duty, or a larger lead in its place.",
    laws=(12,),
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
    """Close to the rating there is nothing in hand; above it the lead is stopped for that."""
    sizing, taken = plan.conductor.sizing, plan.conductor.candidate
    if sizing is None or taken is None or "current" in taken.fails:
        return None
    share = sizing.wanted_amps / taken.rating_amps
    if share <= 0.9:
        return None
    return Said(
        "Close to its rating",
        f"{sizing.wanted_amps:.1f} A on {at_most(taken.rating_amps)} A: {share:.0%} of it.",
        level="caution" if plan.lead.brief.continuous else "note",
        figures=(share,),
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Above {60 °C} a hand lets go, and PVC softens.",
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
        f"The sheath settles at {celsius(warm.sheath_c):.0f}, the conductor at "
        f"{celsius(warm.conductor_c):.0f}, "
        f"{'as it lies on the drum' if layers else 'laid out straight'}.",
        figures=(warm.sheath_c,),
    )


@check(
    "note",
    Stage.CONDUCTOR,
    why="Keep to the lower of the two; cords under {1.5 mm²} are rated far below physics on purpose.",
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
        f"{metres(run):g}; the usual guidance for {size.words} is {metres(usual):g} unless it is behind a "
        "residual-current device.",
        Fix(
            f"A {plan.lead.brief.usual_device} device is upstream",
            (("brief.rcd", plan.lead.brief.usual_device),),
        ),
        figures=(run, size.name),
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
    brief = SolarBrief.of(plan.lead.brief)
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
