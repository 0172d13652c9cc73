"""Direct current: batteries, solar, welding, charging."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.protection import families

FUSED_AT_THE_POST = ("inverter-link", "charger-lead", "sealed-multiway", "conversion")
LITHIUM_CELL_VOLTS = (4.2, 3.65)  # full: lithium ion, iron phosphate


@check(
    "stop",
    Stage.BRIEF,
    why="A battery gives a short thousands of amps until something melts.",
    clears="A fuse of the right volts and breaking capacity, within 0.2 m of the post.",
)
def battery_unfused(plan: Plan) -> Said | None:
    """A lead on a battery is fused within 0.2 m of the post."""
    if plan.lead.kind not in FUSED_AT_THE_POST or plan.lead.brief.fuse_family != "none":
        return None
    family = families()["high-breaking-dc"]
    wanted = plan.steady_amps or 0.0
    carried = plan.candidate.rating_amps if plan.candidate else float("inf")
    fits = any(wanted <= a <= carried for a in family.amps) and family.volts >= plan.volts
    return Said(
        "No fuse at the battery",
        "The Brief names no fuse for a lead that hangs on a battery post.",
        Fix("A high-breaking fuse at the post", (("brief.fuse_family", "high-breaking-dc"),))
        if fits
        else None,
    )


@check(
    "stop",
    Stage.BRIEF,
    why="It would arc on after it has opened.",
    clears="A family made for the volts.",
)
def fuse_volts(plan: Plan) -> Said | None:
    """A fuse must be made for the volts, and for direct current."""
    name = plan.lead.brief.fuse_family
    if name == "none" or families()[name].volts >= plan.volts:
        return None
    return Said(
        "The fuse is made for fewer volts",
        f"A {families()[name].words} is made for {families()[name].volts:g} V; the Brief says {plan.volts:g} V.",
    )


@check(
    "stop",
    Stage.BRIEF,
    why="A fuse below its load opens in use.",
    clears="Another family, or two leads side by side, each with its own fuse.",
)
def fuse_too_small(plan: Plan) -> Said | None:
    """The family ends below the load."""
    if (
        plan.sizing is None
        or plan.sizing.protection is None
        or plan.sizing.protection.amps is not None
    ):
        return None
    name = plan.lead.brief.fuse_family
    return Said(
        "No fuse of this family is large enough",
        f"{plan.sizing.wanted_amps:.0f} A is wanted; a {families()[name].words} ends at "
        f"{max(families()[name].amps):g} A.",
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="PVC cracks in the sun within a few summers, and the string stays live all day.",
    clears="H1Z2Z2-K, tinned.",
)
def solar_cable(plan: Plan) -> Said | None:
    """Only ultraviolet-resistant, double insulated, tinned cable on a solar run."""
    if plan.lead.kind != "solar-string" or plan.cable_type.basis.startswith("solar"):
        return None
    return Said(
        "Not a solar cable",
        f"{plan.cable_type.name}: {plan.cable_type.use}.",
        Fix(
            "Take H1Z2Z2-K",
            (
                ("conductor.cable_type", "H1Z2Z2-K"),
                ("conductor.tinned", True),
                ("conductor.size", None),
            ),
        ),
    )


@check(
    "caution",
    Stage.BRIEF,
    why="The spark pits the post and frightens the hand that holds the spanner.",
    clears="A precharge resistor or circuit, or a reason why none is needed.",
)
def precharge(plan: Plan) -> Said | None:
    """An inverter's capacitors draw a spark at the first touch."""
    if plan.lead.kind != "inverter-link":
        return None
    return Said(
        "Precharge before connecting",
        "An inverter's capacitors take a rush of hundreds of amps at the first touch.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="Parting couplers under load draws an arc that does not go out.",
    clears="Work with the panels covered and the string open; a reason kept here.",
)
def solar_is_live(plan: Plan) -> Said | None:
    """Panels cannot be switched off by day."""
    if plan.lead.kind != "solar-string":
        return None
    return Said(
        "Live in daylight",
        f"The string stands at {plan.volts:g} V whenever there is light. Cover the panels, or work by night.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="A cell that goes into runaway can not be put out.",
    clears="Someone beside it, a place that does not burn, above 0 °C; a reason kept here.",
)
def lithium(plan: Plan) -> Said | None:
    """Charging lithium wants someone there."""
    if plan.lead.kind != "charger-lead" or plan.lead.brief.cell_volts not in LITHIUM_CELL_VOLTS:
        return None
    return Said(
        "Never charged alone or below freezing",
        f"{plan.volts:.1f} V when full. Charger end first, battery last; part them the other way round.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="Current that returns through a building or a hoist burns its bearings and its earth wires.",
    clears="A return lead of the same size to the joint; a reason kept here.",
)
def welding_return(plan: Plan) -> Said | None:
    """The way back is a lead of its own."""
    if plan.lead.kind != "welding-extension" or plan.lead.brief.poles == 2:
        return None
    return Said(
        "One pole only",
        "This lengthens one pole. The other must have a lead of its own, clamped at the joint.",
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="Open copper goes green from the cut end inwards, where nobody sees it.",
    clears="Tinned copper.",
)
def solar_untinned(plan: Plan) -> Said | None:
    """A solar run is tinned."""
    if (
        plan.lead.kind != "solar-string"
        or plan.lead.conductor.tinned
        or plan.lead.conductor.metal != "copper"
    ):
        return None
    return Said(
        "Plain copper on a solar run",
        "The cable is plain.",
        Fix("Take it tinned", (("conductor.tinned", True),)),
    )


@check(
    "caution",
    Stage.ENDS,
    why="Halves of two makes look as if they fit; the contact between them heats.",
    clears="Both halves of one make, crimped with that make's tool; or a reason.",
)
def one_make(plan: Plan) -> Said | None:
    """The halves of a solar coupler are of one make."""
    if plan.lead.kind != "solar-string":
        return None
    return Said(
        "Both halves of one make",
        "Look at the mark on each half, the string's own and the regulator's too.",
    )


@check(
    "stop",
    Stage.BRIEF,
    why="A string fuse larger than a module allows lets its neighbours burn a faulty one.",
    clears="A smaller fuse, or modules that allow more: the figure stands on the back of each.",
)
def string_fuse_over_module(plan: Plan) -> Said | None:
    """A string's fuse is at most what its modules allow."""
    amps, most = plan.protection.amps, plan.lead.brief.module_fuse_amps
    if plan.lead.kind != "solar-string" or amps is None or most is None or amps <= most:
        return None
    text = f"{amps:g} A is 1.5 times the short-circuit current and up; the modules allow {most:g} A (IEC 62548)."
    return Said("The fuse is larger than the modules allow", text)


@check(
    "note",
    Stage.CONDUCTOR,
    why="The coldest volts and the brightest current never come together: the loss is shown on neither's terms.",
    clears="The volts and amps the string works at, from its modules' sheet, in the Brief.",
)
def working_point(plan: Plan) -> Said | None:
    """The loss of a string is worked at its working point."""
    brief = plan.lead.brief
    if plan.lead.kind != "solar-string" or (brief.working_volts and brief.working_amps):
        return None
    lacking = "volts and amps" if not (brief.working_volts or brief.working_amps) else "other half"
    text = f"The {lacking} it works at are not said: the loss is worked at {brief.margin:g} times the short-circuit "
    return Said(
        "The working point is not known",
        text + "current and the coldest volts, which is not what arrives.",
    )
