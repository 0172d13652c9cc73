"""Panels, cells and arcs: what is live, what burns, what comes back."""

from euthyne.core.checks.found import Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.solar_string import SolarBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan

LITHIUM_CELL_VOLTS = (4.2, 3.65)  # full: lithium ion, iron phosphate


@check(
    "stop",
    Stage.BRIEF,
    why="A string fuse larger than a module allows lets its neighbours burn a faulty one.",
    clears="A smaller fuse, or modules that allow more: the figure stands on the back of each.",
    on="DC",
    laws=(15,),
)
def string_fuse_over_module(plan: Plan) -> Said | None:
    """A string's fuse is at most what its modules allow."""
    brief = SolarBrief.of(plan.lead.brief)
    most, amps = brief.module_fuse_amps, brief.line_fuse_amps
    if amps is None and brief.strings_in_it == 1:
        amps = plan.conductor.protection.amps
    if amps is None or most is None or amps <= most:
        return None
    text = (
        f"{amps:g} A is 1.5 times the short-circuit current and up; the modules allow "
        f"{most:g} A (IEC 62548)."
    )
    return Said("The fuse is larger than the modules allow", text)


@check(
    "caution",
    Stage.BRIEF,
    why="Parting couplers under load draws an arc that does not go out.",
    clears="Work with the panels covered and the string open; a reason kept here.",
    on="DC",
)
def solar_is_live(plan: Plan) -> Said | None:
    """Panels cannot be switched off by day."""
    if Trait.LIVE_BY_DAY not in plan.kind.traits:
        return None
    return Said(
        "Live in daylight",
        f"The string stands at {plan.brief.volts:g} V whenever there is light. Cover the "
        "panels, or work by night.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="A cell that goes into runaway can not be put out.",
    clears="Someone beside it, a place that does not burn, above {0 °C}; a reason kept here.",
    on="DC",
)
def lithium(plan: Plan) -> Said | None:
    """Charging lithium wants someone there."""
    charges = Trait.CHARGES in plan.kind.traits
    if not charges or plan.lead.brief.cell_volts not in LITHIUM_CELL_VOLTS:
        return None
    return Said(
        "Never charged alone or below freezing",
        f"{plan.brief.volts:.1f} V when full. Charger end first, battery last; part them the "
        "other way round.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why=(
        "Current that returns through a building or a hoist burns its bearings and its earth wires."
    ),
    clears="A return lead of the same size to the joint; a reason kept here.",
    on="DC",
)
def welding_return(plan: Plan) -> Said | None:
    """The way back is a lead of its own."""
    if Trait.WELDS not in plan.kind.traits or plan.lead.brief.poles == 2:
        return None
    return Said(
        "One pole only",
        "This lengthens one pole. The other must have a lead of its own, clamped at the joint.",
    )
