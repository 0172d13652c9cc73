"""Where the lead lives: wet, outdoors, on a drum."""

from euthyne.core.checks.found import Fix, Found
from euthyne.core.plan import Plan
from euthyne.core.stage import Stage


def beyond_tables(plan: Plan) -> Found | None:
    """Nothing can be sized where the tables do not reach."""
    if not plan.beyond_tables:
        return None
    fault = plan.beyond_tables[0]
    return Found(
        "beyond-tables",
        "stop",
        Stage.BRIEF,
        "The tables do not reach this place",
        f"{fault.problem[0].upper()}{fault.problem[1:]}.",
        "A rating nobody has published is a guess.",
        f"{fault.fix[0].upper()}{fault.fix[1:]}.",
    )


def no_residual_current_device(plan: Plan) -> Found | None:
    """Outdoor mains wants a residual-current device."""
    brief = plan.lead.brief
    if brief.place == "indoor" or brief.rcd == "30 mA":
        return None
    said = "The Brief says there is none." if brief.rcd == "none" else "Nobody has said whether there is one."
    return Found(
        "no-residual-current-device",
        "stop",
        Stage.BRIEF,
        "Outdoors without a residual-current device",
        said,
        "On wet ground a damaged cord finds the earth through whoever picks it up.",
        "A 30 mA residual-current device upstream, tried by its button each time.",
        Fix("There is one, 30 mA", (("brief.rcd", "30 mA"),)),
    )


def try_the_button(plan: Plan) -> Found | None:
    """The device upstream is only as good as its last test."""
    if plan.lead.brief.place == "indoor" or plan.lead.brief.rcd != "30 mA":
        return None
    return Found(
        "try-the-button",
        "note",
        Stage.PROVE,
        "A residual-current device upstream",
        "Used outdoors behind a 30 mA device. Press its test button each time.",
        "It answers for the earth fault only, never for a short between live and neutral.",
        "Nothing to clear.",
    )


def vehicle_charging(plan: Plan) -> Found | None:
    """Charging a vehicle through an extension wants the maker's word for it."""
    if plan.lead.kind != "vehicle-charger" or len(plan.lead.brief.permission.strip()) >= 3:
        return None
    return Found(
        "vehicle-charging",
        "stop",
        Stage.BRIEF,
        "No permission to charge through an extension",
        "A vehicle draws its full current for hours. Nothing is recorded of its maker allowing an extension.",
        "Every weak contact along the way is found, and burns, at night and unattended.",
        "The maker's permission, with the page it stands on, recorded in the Brief.",
    )


def drum_use(plan: Plan) -> Found | None:
    """Rolled up, a cord carries less."""
    layers = plan.lead.brief.drum_layers
    if not layers or plan.cord_amps is None or plan.cord_amps_rolled is None:
        return None
    words = "one layer" if layers == 1 else f"{layers} layers"
    return Found(
        "drum-use",
        "caution",
        Stage.BRIEF,
        "Used on a drum",
        f"With {words} left on, {plan.size_name} carries {plan.cord_amps_rolled:.1f} A, not {plan.cord_amps:.1f} A. "
        "The tag will say so.",
        "The inner turns can not lose their heat; they melt together before anything trips.",
        "Unwinding it fully, or a reason why it stays wound.",
        Fix("It is always fully unwound", (("brief.drum_layers", 0),)),
    )


def cord_for_the_place(plan: Plan) -> Found | None:
    """Indoor cord does not live outdoors."""
    if plan.lead.brief.place == "indoor" or plan.cable_type.outdoor:
        return None
    return Found(
        "cord-for-the-place",
        "caution",
        Stage.CONDUCTOR,
        "An indoor cord, used outdoors",
        f"{plan.cable_type.name}: {plan.cable_type.use}.",
        "PVC goes hard in the cold, cracks in the sun, and lets water in.",
        "A rubber or polyurethane cord.",
        Fix("Take H07RN-F, heavy rubber", (("conductor.cable_type", "H07RN-F"), ("conductor.size", None))),
    )


def ingress(plan: Plan) -> Found | None:
    """Outdoors the worst part sets the ingress protection of the whole."""
    if plan.lead.brief.place == "indoor":
        return None
    dry = [p for p in (plan.a, plan.b) if int(p.ip[2:].ljust(2, "0")[1]) < 4]
    if not dry:
        return None
    return Found(
        "ingress",
        "caution",
        Stage.ENDS,
        "Not made for rain",
        f"{dry[0].words} is {dry[0].ip}; outdoors IP44 is the least.",
        "Water in a coupler tracks across its contacts.",
        "Parts of IP44 or better, or a reason why they stay in the dry.",
    )
