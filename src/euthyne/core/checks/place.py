"""Where the lead lives: wet, outdoors, on a drum."""

from typing import Any

from euthyne.core.checks.fit import conductor_in_terminal, cord_in_grip, fitting_parts
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead import with_value
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.shown import at_most


@check(
    "stop",
    Stage.BRIEF,
    why="A rating nobody has published is a guess.",
    clears="What the text says would do: a cooler place, a hotter cable, an unwound drum.",
)
def beyond_tables(plan: Plan) -> Said | None:
    """Nothing can be sized where the tables do not reach."""
    if not plan.beyond_tables:
        return None
    fault = plan.beyond_tables[0]
    return Said(
        "The tables do not reach this place",
        f"{fault.problem[0].upper()}{fault.problem[1:]}: {fault.fix}.",
    )


@check(
    "stop",
    Stage.BRIEF,
    why="On wet ground a damaged cord finds the earth through whoever picks it up.",
    clears="A 30 mA residual-current device upstream, tried by its button each time.",
)
def no_residual_current_device(plan: Plan) -> Said | None:
    """Outdoor mains wants a residual-current device."""
    brief = plan.lead.brief
    if brief.place == "indoor" or brief.rcd == "30 mA":
        return None
    said = (
        "The Brief says there is none."
        if brief.rcd == "none"
        else "Nobody has said whether there is one."
    )
    return Said(
        "Outdoors without a residual-current device",
        said,
        Fix("There is one, 30 mA", (("brief.rcd", "30 mA"),)),
    )


@check(
    "note",
    Stage.PROVE,
    why="It answers for the earth fault only, never for a short between live and neutral.",
    clears="Nothing to clear.",
)
def try_the_button(plan: Plan) -> Said | None:
    """The device upstream is only as good as its last test."""
    if plan.lead.brief.place == "indoor" or plan.lead.brief.rcd != "30 mA":
        return None
    return Said(
        "A residual-current device upstream",
        "Used outdoors behind a 30 mA device. Press its test button each time.",
    )


@check(
    "stop",
    Stage.BRIEF,
    why="Every weak contact along the way is found, and burns, at night and unattended.",
    clears="The maker's permission, with the page it stands on, recorded in the Brief.",
)
def vehicle_charging(plan: Plan) -> Said | None:
    """Charging a vehicle through an extension wants the maker's word for it."""
    if plan.lead.kind != "vehicle-charger" or len(plan.lead.brief.permission.strip()) >= 3:
        return None
    return Said(
        "No permission to charge through an extension",
        "A vehicle draws its full current for hours. Nothing is recorded of its maker allowing an extension.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="The inner turns can not lose their heat; they melt together before anything trips.",
    clears="Unwinding it fully, or a reason why it stays wound.",
)
def drum_use(plan: Plan) -> Said | None:
    """Rolled up, a cord carries less."""
    layers = plan.lead.brief.drum_layers
    if not layers or plan.cord_amps is None or plan.cord_amps_on_drum is None:
        return None
    words = "one layer" if layers == 1 else f"{layers} layers"
    return Said(
        "Used on a drum",
        f"With {words} left on, {plan.size_name} carries {at_most(plan.cord_amps_on_drum)} A, not "
        f"{at_most(plan.cord_amps)} A. The tag says what it carries wholly rolled up.",
        Fix("It is always fully unwound", (("brief.drum_layers", 0),)),
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="PVC goes hard in the cold, cracks in the sun, and lets water in.",
    clears="A rubber or polyurethane cord.",
)
def cord_for_the_place(plan: Plan) -> Said | None:
    """Indoor cord does not live outdoors."""
    if plan.lead.brief.place == "indoor" or plan.cable_type.outdoor:
        return None
    return Said(
        "An indoor cord, used outdoors",
        f"{plan.cable_type.name}: {plan.cable_type.use}.",
        _heavy_rubber(plan),
    )


def _heavy_rubber(plan: Plan) -> Fix | None:
    """Heavy rubber cord, with parts that take it where these do not; None where no such parts are on the shelf."""
    changes: tuple[tuple[str, Any], ...] = (
        ("conductor.cable_type", "H07RN-F"),
        ("conductor.size", None),
        ("conductor.measured_od_mm", None),
    )
    words = "Take H07RN-F, heavy rubber"
    tried = _with_changes(plan, changes)
    parts = fitting_parts(tried)
    if parts is not None:
        words += f", and {parts.words[5:]}"
        changes += parts.changes
        tried = _with_changes(plan, changes)
    stopped = (
        tried.trapped or tried.sizing is None or tried.sizing.chosen is None or fitting_parts(tried)
    )
    return (
        None
        if stopped or cord_in_grip(tried) or conductor_in_terminal(tried)
        else Fix(words, changes)
    )


def _with_changes(plan: Plan, changes: tuple[tuple[str, Any], ...]) -> Plan:
    lead = plan.lead
    for path, value in changes:
        lead = with_value(lead, path, value)
    return Plan(lead)


@check(
    "caution",
    Stage.ENDS,
    why="Water in a coupler tracks across its contacts.",
    clears="Parts of IP44 or better, or a reason why they stay in the dry.",
)
def ingress(plan: Plan) -> Said | None:
    """Outdoors the worst part sets the ingress protection of the whole."""
    if plan.lead.brief.place == "indoor":
        return None
    dry = [p for p in (plan.a, plan.b) if int(p.ip[2:].ljust(2, "0")[1]) < 4]
    if not dry:
        return None
    return Said("Not made for rain", f"{dry[0].words} is {dry[0].ip}; outdoors IP44 is the least.")


@check(
    "stop",
    Stage.BRIEF,
    why="A tape lies in melt water against metal; a nick in it is a fault nobody sees.",
    clears="A 30 mA residual-current device upstream, tried by its button each time.",
)
def tape_without_device(plan: Plan) -> Said | None:
    """A heating tape always sits behind a residual-current device."""
    brief = plan.lead.brief
    if plan.lead.kind != "heating-tape" or brief.place != "indoor" or brief.rcd == "30 mA":
        return None
    fix = Fix("There is one, 30 mA", (("brief.rcd", "30 mA"),))
    return Said(
        "A heating tape without a residual-current device",
        "Indoors or out, the tape wants one.",
        fix,
    )


@check(
    "note",
    Stage.BUILD,
    why="Joined at the far end the two bus wires are a dead short along the whole tape.",
    clears="Nothing to clear: the steps keep to it.",
)
def tape_end(plan: Plan) -> Said | None:
    """The two bus wires of a tape never meet, its braid is the earth, its far end is sealed."""
    if plan.lead.kind != "heating-tape":
        return None
    return Said(
        "The bus wires never meet",
        "Cut the far end back in a step and seal it. The braid is the earth.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="Its neutral floats, so a residual-current device on it may never see a fault.",
    clears="A generator with its neutral bonded to its frame, or a reason. Never feed it back into a building.",
)
def from_a_generator(plan: Plan) -> Said | None:
    """A generator leaves the neutral floating."""
    if not plan.lead.brief.generator:
        return None
    return Said(
        "Fed from a generator", "A floating neutral leaves a residual-current device blind."
    )


@check(
    "caution",
    Stage.BRIEF,
    why="Two plugs more to come apart, and a fault loop nobody has added up.",
    clears="One lead of the whole length; or a reason, with the lead ahead counted in the sums.",
)
def extension_of_extension(plan: Plan) -> Said | None:
    """A lead plugged into another lead."""
    brief = plan.lead.brief
    if not plan.mains or plan.already == ():
        return None
    text = f"{brief.already_m:g} m of {brief.already_size} lie ahead of it; their loss is counted."
    return Said("An extension of an extension", text)


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Old insulation cracks where it bends, and green strands carry no more than half.",
    clears="New cable; or a reason: bright strands at both ends, no stiff length, its resistance measured.",
)
def salvaged_cable(plan: Plan) -> Said | None:
    """Cable that has lived already is judged before it is trusted."""
    if not plan.lead.conductor.salvaged:
        return None
    return Said(
        "Salvaged cable",
        "Cut back to bright metal, count the length lost, and measure what is left.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="A joint that was sound when it was dry lets the water in at every warming.",
    clears="The whole lead replaced, a resin joint, or a reason.",
)
def repair_in_damp(plan: Plan) -> Said | None:
    """A mended lead does not go back into the wet on a joint that only keeps dust out."""
    brief = plan.lead.brief
    if plan.lead.kind != "repair" or brief.place == "indoor" or brief.repair_by != "coupler":
        return None
    fix = Fix("Mend it with a resin joint", (("brief.repair_by", "resin"),))
    return Said("A repair in a damp place", "An in-line coupler stands in the wet.", fix)


@check(
    "note",
    Stage.BUILD,
    why="Tape and bare connector strips are what burns.",
    clears="Nothing to clear: neither is offered.",
)
def repair_ways(plan: Plan) -> Said | None:
    """How a lead is mended: cut out, then joined with a rated part or shortened."""
    if plan.lead.kind != "repair":
        return None
    ways = {
        "coupler": "Cut the damage out, then join with a rated in-line coupler, its holes on the supply side.",
        "resin": "Cut the damage out; stagger the joints, crimp, and pour resin over all of it.",
        "shorten": "Cut the damage out and shorten: the end goes on again.",
    }
    return Said("How it is mended", ways[plan.lead.brief.repair_by])


@check(
    "note",
    Stage.TAG,
    why="What is parted under load draws an arc that eats the contact.",
    clears="Nothing to clear: say it to whoever uses it.",
)
def part_without_load(plan: Plan) -> Said | None:
    """Couplers that must not be parted while current flows."""
    if plan.lead.kind not in ("solar-string", "inverter-link", "linking-lead", "charger-lead"):
        return None
    return Said("Part it without load", "Switch off first, then part the couplers.")


@check(
    "note",
    Stage.TAG,
    why="Tables are not rules: rules differ from place to place.",
    clears="Nothing to clear.",
)
def who_decides(plan: Plan) -> Said | None:
    """Fixed wiring, three phases and heavy supplies belong to a licensed person in many places."""
    if plan.lead.brief.system == "ac-single" or not plan.mains:
        return None
    return Said(
        "A licensed person decides",
        "Leads on more than one line are licensed work in many places. Ask first.",
    )


@check(
    "stop",
    Stage.BRIEF,
    why="Through an earth rod a fault draws too little to trip anything else, and every case on the lead stays live.",
    clears="A 30 mA residual-current device upstream, tried by its button each time.",
)
def rod_without_device(plan: Plan) -> Said | None:
    """A supply earthed by a rod has a residual-current device."""
    brief = plan.lead.brief
    if brief.earth_path != "rod" or brief.rcd == "30 mA" or not brief.earthed:
        return None
    fix = Fix("There is one, 30 mA", (("brief.rcd", "30 mA"),))
    return Said(
        "An earth rod without a residual-current device",
        "The Brief says the supply's earth is a rod.",
        fix,
    )
