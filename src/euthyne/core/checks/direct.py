"""Direct current: batteries, solar, welding, charging."""

from euthyne.core.checks.found import Fix, Found
from euthyne.core.plan import Plan
from euthyne.core.protection import families
from euthyne.core.stage import Stage

BATTERY = ("inverter-link", "charger-lead")


def battery_unfused(plan: Plan) -> Found | None:
    """A lead on a battery is fused within 0.2 m of the post."""
    if plan.lead.kind != "inverter-link" or plan.lead.brief.fuse_family != "none":
        return None
    return Found(
        "battery-unfused",
        "stop",
        Stage.BRIEF,
        "No fuse at the battery",
        "The Brief names no fuse for a lead that hangs on a battery post.",
        "A battery gives a short thousands of amps until something melts.",
        "A fuse of the right volts and breaking capacity, within 0.2 m of the post.",
        Fix("A high-breaking fuse at the post", (("brief.fuse_family", "high-breaking-dc"),)),
    )


def fuse_volts(plan: Plan) -> Found | None:
    """A fuse must be made for the volts, and for direct current."""
    name = plan.lead.brief.fuse_family
    if name == "none" or families()[name].volts >= plan.volts:
        return None
    return Found(
        "fuse-volts",
        "stop",
        Stage.BRIEF,
        "The fuse is made for fewer volts",
        f"{name} is made for {families()[name].volts:g} V; the Brief says {plan.volts:g} V.",
        "It would arc on after it has opened.",
        "A family made for the volts.",
    )


def no_fuse_large_enough(plan: Plan) -> Found | None:
    """The family ends below the load."""
    if plan.sizing is None or plan.sizing.protection is None or plan.sizing.protection.amps is not None:
        return None
    name = plan.lead.brief.fuse_family
    return Found(
        "fuse-too-small",
        "stop",
        Stage.BRIEF,
        "No fuse of this family is large enough",
        f"{plan.sizing.design_amps:.0f} A is wanted; {name} ends at {max(families()[name].amps):g} A.",
        "A fuse below its load opens in use.",
        "Another family, or two leads side by side, each with its own fuse.",
    )


def solar_cable(plan: Plan) -> Found | None:
    """Only ultraviolet-resistant, double insulated, tinned cable on a solar run."""
    if plan.lead.kind != "solar-string" or plan.cable_type.basis.startswith("solar"):
        return None
    return Found(
        "solar-cable",
        "stop",
        Stage.CONDUCTOR,
        "Not a solar cable",
        f"{plan.cable_type.name}: {plan.cable_type.use}.",
        "PVC cracks in the sun within a few summers, and the string stays live all day.",
        "H1Z2Z2-K, tinned.",
        Fix(
            "Take H1Z2Z2-K",
            (("conductor.cable_type", "H1Z2Z2-K"), ("conductor.tinned", True), ("conductor.size", None)),
        ),
    )


def volts_over_cable(plan: Plan) -> Found | None:
    """The insulation must be made for the volts; a harmonised cable takes 1.5 times its AC figure on direct current."""
    figures = [float(w) for w in plan.cable_type.volts.replace("/", " ").replace("(", " ").split() if w.isdigit()]
    if not figures:
        return None
    limit = max(figures) * (1.0 if "DC" in plan.cable_type.volts else 1.5)
    if plan.volts <= limit:
        return None
    return Found(
        "volts-over-cable",
        "stop",
        Stage.CONDUCTOR,
        "The cable is made for fewer volts",
        f"{plan.cable_type.name} is made for {plan.cable_type.volts} V; the Brief says {plan.volts:g} V.",
        "Insulation that is too thin tracks, then arcs.",
        "A cable made for the volts.",
    )


def precharge(plan: Plan) -> Found | None:
    """An inverter's capacitors draw a spark at the first touch."""
    if plan.lead.kind != "inverter-link":
        return None
    return Found(
        "precharge",
        "caution",
        Stage.BRIEF,
        "Precharge before connecting",
        "An inverter's capacitors take a rush of hundreds of amps at the first touch.",
        "The spark pits the post and frightens the hand that holds the spanner.",
        "A precharge resistor or circuit, or a reason why none is needed.",
    )


def solar_is_live(plan: Plan) -> Found | None:
    """Panels cannot be switched off by day."""
    if plan.lead.kind != "solar-string":
        return None
    return Found(
        "solar-is-live",
        "caution",
        Stage.BRIEF,
        "Live in daylight",
        f"The string stands at {plan.volts:g} V whenever there is light. Cover the panels, or work by night.",
        "Parting couplers under load draws an arc that does not go out.",
        "Work with the panels covered and the string open; a reason kept here.",
    )


def lithium(plan: Plan) -> Found | None:
    """Charging lithium wants someone there."""
    if plan.lead.kind != "charger-lead":
        return None
    return Found(
        "lithium",
        "caution",
        Stage.BRIEF,
        "Never charged alone or below freezing",
        f"{plan.volts:.1f} V when full. Charger end first, battery last; part them the other way round.",
        "A cell that goes into runaway can not be put out.",
        "Someone beside it, a place that does not burn, above 0 °C; a reason kept here.",
    )


def welding_return(plan: Plan) -> Found | None:
    """The way back is a lead of its own."""
    if plan.lead.kind != "welding-extension" or plan.lead.brief.poles == 2:
        return None
    return Found(
        "welding-return",
        "caution",
        Stage.BRIEF,
        "One pole only",
        "This lengthens one pole. The other must have a lead of its own, clamped at the joint.",
        "Current that returns through a building or a hoist burns its bearings and its earth wires.",
        "A return lead of the same size to the joint; a reason kept here.",
    )
