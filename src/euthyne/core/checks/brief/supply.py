"""The supply and the place: devices upstream, drums, generators, chains, repairs."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.linking_lead import LinkingBrief
from euthyne.core.kinds.vehicle_charger import VehicleBrief
from euthyne.core.lead import Brief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.figure import metres
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.wire import size_words

SPLASHED, LYING_IN_WET = 4, 7  # second figures of an ingress protection, IEC 60529


@check(
    "stop",
    Stage.BRIEF,
    why="A rating nobody has published is a guess.",
    clears="What the text says would do: a cooler place, a hotter cable, an unwound drum.",
)
def beyond_tables(plan: Plan) -> Said | None:
    """Nothing can be sized where the tables do not reach."""
    if not plan.conductor.beyond_tables:
        return None
    fault = plan.conductor.beyond_tables[0]
    return Said(
        "The tables do not reach this place",
        f"{fault.problem[0].upper()}{fault.problem[1:]}: {fault.fix}.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="The inner turns can not lose their heat; they melt together before anything trips.",
    clears="Unwinding it fully, or a reason why it stays wound.",
    laws=(21, 29),
)
def drum_use(plan: Plan) -> Said | None:
    """Rolled up, a cord carries less."""
    layers = plan.lead.brief.drum_layers
    if not layers or plan.conductor.cord_amps is None or plan.conductor.cord_amps_on_drum is None:
        return None
    if layers == 1:
        words = "one layer"
    else:
        words = f"{layers} layers"
    return Said(
        "Used on a drum",
        f"With {words} left on, {size_words(plan.conductor.size_name)} carries "
        f"{at_most(plan.conductor.cord_amps_on_drum)} A, not "
        f"{at_most(plan.conductor.cord_amps)} A. The tag says what it carries wholly rolled up.",
        Fix("It is always fully unwound", (("brief.drum_layers", 0),)),
        figures=(layers, plan.conductor.cord_amps_on_drum),
    )


@check(
    "stop",
    Stage.BRIEF,
    why="The first coupler of a chain carries every unit after it.",
    clears="Fewer units, or a second feed.",
    on="AC",
    laws=(12,),
)
def chain_too_long(plan: Plan) -> Said | None:
    """A chain is as long as the manual allows, or as its couplers carry, whichever is less."""
    brief = LinkingBrief.of(plan.lead.brief)
    units = sum(one.quantity for one in brief.loads)
    if (
        Trait.CHAINED not in plan.kind.traits
        or brief.units_allowed is None
        or units <= brief.units_allowed
    ):
        return None
    return Said(
        "More units than the manual allows",
        f"{units:g} hang on this lead; the manual allows {brief.units_allowed}.",
    )


def _there_is_one(brief: Brief) -> Fix:
    usual = brief.usual_device
    return Fix(f"There is one, {usual}", (("brief.rcd", usual),))


@check(
    "stop",
    Stage.BRIEF,
    why="On wet ground a damaged cord finds the earth through whoever picks it up.",
    clears="A 30 mA residual-current or 5 mA ground-fault device upstream, tried by its button each time.",
    on="AC",
    laws=(19,),
)
def no_residual_current_device(plan: Plan) -> Said | None:
    """Outdoor mains wants a residual-current device."""
    brief = plan.lead.brief
    if brief.place == "indoor" or brief.behind_device:
        return None
    said = "Nobody has said whether there is one."
    if brief.rcd == "none":
        said = "The Brief says there is none."
    return Said(
        "Outdoors without a residual-current device",
        said,
        _there_is_one(brief),
    )


@check(
    "stop",
    Stage.BRIEF,
    why="A tape lies in melt water against metal; a nick in it is a fault nobody sees.",
    clears="A 30 mA residual-current or 5 mA ground-fault device upstream, tried by its button each time.",
    on="AC",
    laws=(19,),
)
def tape_without_device(plan: Plan) -> Said | None:
    """A heating tape always sits behind a residual-current device."""
    brief = plan.lead.brief
    tape = Trait.BUS_WIRES in plan.kind.traits
    if not tape or brief.place != "indoor" or brief.behind_device:
        return None
    fix = _there_is_one(brief)
    return Said(
        "A heating tape without a residual-current device",
        "Indoors or out, the tape wants one.",
        fix,
    )


@check(
    "stop",
    Stage.BRIEF,
    why=(
        "Through an earth rod a fault draws too little to trip anything else, and every case on "
        "the lead stays live."
    ),
    clears="A 30 mA residual-current or 5 mA ground-fault device upstream, tried by its button each time.",
    on="AC",
    laws=(19,),
)
def rod_without_device(plan: Plan) -> Said | None:
    """A supply earthed by a rod has a residual-current device."""
    brief = plan.lead.brief
    if brief.earth_path != "rod" or brief.behind_device or not brief.earthed:
        return None
    fix = _there_is_one(brief)
    return Said(
        "An earth rod without a residual-current device",
        "The Brief says the supply's earth is a rod.",
        fix,
    )


@check(
    "stop",
    Stage.BRIEF,
    why="Every weak contact along the way is found, and burns, at night and unattended.",
    clears="The maker's permission, with the page it stands on, recorded in the Brief.",
    on="AC",
)
def vehicle_charging(plan: Plan) -> Said | None:
    """Charging a vehicle through an extension wants the maker's word for it."""
    wanted = Trait.MAKER_MUST_ALLOW in plan.kind.traits
    if not wanted or len(VehicleBrief.of(plan.lead.brief).permission.strip()) >= 3:
        return None
    return Said(
        "No permission to charge through an extension",
        "A vehicle draws its full current for hours. Nothing is recorded of its maker allowing "
        "an extension.",
    )


@check(
    "caution",
    Stage.BRIEF,
    why="Smooth direct current from a charger saturates a device of type AC or A: it stays shut on a shock.",
    clears="Type B, or type A where the charger itself opens at 6 mA of direct current; or a reason.",
    on="AC",
    laws=(19,),
)
def vehicle_device(plan: Plan) -> Said | None:
    """A vehicle is charged behind a residual-current device that direct current does not blind.

    Source: IEC 60364-7-722, 722.531; IEC 62955. North American chargers have theirs inside, UL 2231.
    """
    told = VehicleBrief.of(plan.lead.brief)
    american = plan.conductor.guards.breaker_family == "breaker-na"
    if (
        Trait.MAKER_MUST_ALLOW not in plan.kind.traits
        or american
        or told.rcd_type in ("B", "A-6mA")
    ):
        return None
    text = "Nobody has said of which type the residual-current device is."
    if told.rcd_type != "unknown":
        text = f"The residual-current device upstream is of type {told.rcd_type}."
    return Said("Its device may be blind", text, figures=(told.rcd_type,))


@check(
    "stop",
    Stage.BRIEF,
    why=(
        "Whatever is plugged in decides the current. Something must hold it to what the cord "
        "carries."
    ),
    clears="The breaker upstream, or a breaker on the lead.",
    on="AC",
    laws=(14,),
)
def no_protection(plan: Plan) -> Said | None:
    """A lead needs something that breaks a short, and that holds the current to what it carries where
    anything may be plugged in.
    """
    brief = plan.lead.brief
    if brief.run_m is None or plan.conductor.protection.amps is not None:
        return None
    if brief.feeds == "loads" and plan.brief.demand_amps is None:
        text = "Nothing is said yet of what it feeds: a name, and its watts or amps."
        return Said("Say what it feeds", text, level="note")
    what = "The Brief does not say which fuse or breaker feeds this lead, and it carries none of its own."
    if plan.given.fused_plug:
        what = "No fuse of its plug carries what it feeds."
        return Said("No fuse of this plug is large enough", what)
    return Said("Nothing is known to protect it", what, _usual_breaker(plan))


def _usual_breaker(plan: Plan) -> Fix:
    """The breaker that usually feeds such a socket."""
    if plan.conductor.guards.breaker_family == "breaker-na":
        amps, family = (15.0, "breaker-na")
    else:
        amps, family = (16.0, "breaker-iec")
    amps = max(amps, plan.given.supply.amps)
    return Fix(
        f"A {amps:g} A breaker feeds it",
        (("brief.upstream_amps", amps), ("brief.upstream_family", family)),
    )


@check(
    "caution",
    Stage.BRIEF,
    why="Its neutral floats, so a residual-current device on it may never see a fault.",
    clears=(
        "A generator with its neutral bonded to its frame, or a reason. Never feed it back "
        "into a building."
    ),
    on="AC",
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
    on="AC",
)
def extension_of_extension(plan: Plan) -> Said | None:
    """A lead plugged into another lead."""
    brief = plan.lead.brief
    if not plan.mains or plan.brief.already == ():
        return None
    ahead = f"{metres(brief.already_m or 0.0)} of {size_words(brief.already_size)}"
    text = f"{ahead} lie ahead of it; their loss is counted."
    figures = (brief.already_m or 0.0, brief.already_size or "")
    return Said("An extension of an extension", text, figures=figures)


@check(
    "caution",
    Stage.BRIEF,
    why="A joint that was sound when it was dry lets the water in at every warming.",
    clears="The whole lead replaced, a resin joint, or a reason.",
    on="AC",
    laws=(18,),
)
def repair_in_damp(plan: Plan) -> Said | None:
    """A mended lead does not go back into the wet on a joint that only keeps dust out."""
    brief = plan.lead.brief
    if Trait.MENDED not in plan.kind.traits or brief.place == "indoor":
        return None
    wanted = LYING_IN_WET if brief.place == "wet" else SPLASHED
    joint = next((e.part for e in plan.ends.ours if e.side is None), None)
    if joint is None or joint.keeps_out_water >= wanted:
        return None
    fix = Fix("Mend it with a resin joint", (("brief.repair_by", "resin"),))
    text = (
        f"{joint.words} is {joint.ip or 'of no said protection'}; IPX{wanted} is the least there."
    )
    return Said("A repair in a damp place", text, fix, figures=(joint.id, wanted))


@check(
    "note",
    Stage.BRIEF,
    why="The manual may count starting current, or heat in its own coupler, that the sum does not.",
    clears="Nothing to clear.",
    on="AC",
)
def chain_limit(plan: Plan) -> Said | None:
    """What sets the length of a chain: the manual, or the sum of currents."""
    brief = plan.lead.brief
    units = sum(one.quantity for one in brief.loads)
    if Trait.CHAINED not in plan.kind.traits or not plan.brief.demand_amps or not units:
        return None
    most = int(plan.conductor.weakest.amps / (plan.brief.demand_amps / units))
    allowed = LinkingBrief.of(brief).units_allowed
    by_manual = "the manual is not said"
    if allowed is not None:
        by_manual = f"the manual allows {allowed}"
    text = (
        f"{most} units by current ({plan.conductor.weakest.words}, "
        f"{at_most(plan.conductor.weakest.amps)} A); {by_manual}."
    )
    return Said(f"At most {min(most, allowed) if allowed is not None else most} units", text)
