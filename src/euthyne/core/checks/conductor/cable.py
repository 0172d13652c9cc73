"""The cable itself: whether it belongs in this place, and what it is made of."""

from typing import Any

from euthyne.core.checks.ends.fit import fitting_parts
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.cable import cable_types, made_by
from euthyne.core.trade.colours import COUNTRIES, NORTH_AMERICAN
from euthyne.core.trade.figure import celsius
from euthyne.core.trade.shown import three
from euthyne.core.trade.volts import excess
from euthyne.core.trade.wire import size_words

METAL_WORDS = {
    "aluminium": "Aluminium",
    "cca-10": "Copper-clad aluminium",
    "cca-15": "Copper-clad aluminium",
}


@check(
    "stop",
    Stage.CONDUCTOR,
    why="You would be building with something else than planned.",
    clears="Another size, or another cord.",
)
def not_made(plan: Plan) -> Said | None:
    """A size the cord is not sold in."""
    taken = plan.lead.conductor.size
    unlisted = (
        plan.conductor.sizing is not None and taken is not None and plan.conductor.candidate is None
    )
    if not unlisted and (
        plan.conductor.candidate is None or "not-made" not in plan.conductor.candidate.fails
    ):
        return None
    many = plan.conductor.cores_in_cable
    cores = f" with {many} cores" if many > 1 else ""
    return Said(
        "That size is not made in this cord",
        f"{plan.conductor.cable_type.called}{cores} is not listed in "
        f"{size_words(taken or plan.conductor.size_name)}.",
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="Insulation that is too thin tracks, then arcs.",
    clears="A cable made for the volts.",
    laws=(17,),
)
def volts_over_cable(plan: Plan) -> Said | None:
    """The insulation is made for the volts: to earth U0, between cores U; 1.5 times U on DC where
    it is harmonised.
    """
    cable = plan.conductor.cable_type
    over = excess(cable.made_for, plan.brief.stands_at, cable.harmonised)
    if over is None:
        return None
    there, most = over
    text = (
        f"{cable.called} is made for {three(most)} V ({cable.volts} V on it); the lead stands at "
        f"{three(there)} V."
    )
    return Said("The cable is made for fewer volts", text)


@check(
    "stop",
    Stage.CONDUCTOR,
    why="The joint loosens with every warm day, and burns where nobody looks.",
    clears="Copper, plain or tinned.",
    laws=(21,),
)
def copper_clad_refused(plan: Plan) -> Said | None:
    """Aluminium, clad with copper or bare, is never crimped into a battery lead, nor made into a
    mains cord.
    """
    metal = METAL_WORDS.get(plan.lead.conductor.metal)
    if metal is None or not _refused_in(plan):
        return None
    return Said(
        f"{metal}, {_refused_in(plan)}",
        "It carries four fifths of copper of its size, and creeps under a crimp or a screw.",
        Fix("Take copper", (("conductor.metal", "copper"),)),
    )


def _refused_in(plan: Plan) -> str:
    """Where aluminium, clad or not, is refused, in words; empty where it is only doubtful."""
    crimped = next(
        (p.short for p in plan.ends.parts if TERMINATIONS[p.joint].crimped),
        None,
    )
    if plan.mains:
        return "in a mains cord"
    if crimped:
        return f"crimped into a {crimped}"
    return ""


@check(
    "caution",
    Stage.CONDUCTOR,
    why="It may be sold as copper; nobody who mends the lead later will know.",
    clears="Copper; or a reason, its joints looked at every season.",
)
def copper_clad(plan: Plan) -> Said | None:
    """Aluminium, clad with copper or bare, anywhere else wants a reason."""
    metal = METAL_WORDS.get(plan.lead.conductor.metal)
    if metal is None or _refused_in(plan):
        return None
    return Said(
        metal,
        "It carries four fifths of copper of its size, and its strands break where they bend.",
        Fix("Take copper", (("conductor.metal", "copper"),)),
        figures=(metal,),
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Old insulation cracks where it bends, and green strands carry no more than half.",
    clears=(
        "New cable; or a reason: bright strands at both ends, no stiff length, its "
        "resistance measured."
    ),
)
def salvaged_cable(plan: Plan) -> Said | None:
    """Cable that has lived already is judged before it is trusted."""
    if not any(c.existing is not None and c.existing.salvaged for c in plan.lead.cables):
        return None
    return Said(
        "Salvaged cable",
        "Cut back to bright metal, count the length lost, and measure what is left.",
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="PVC goes hard in the cold, cracks in the sun, and lets water in.",
    clears="A rubber or polyurethane cord.",
    on="AC",
    laws=(18,),
)
def cord_for_the_place(plan: Plan) -> Said | None:
    """Indoor cord does not live outdoors."""
    if plan.lead.brief.place == "indoor" or plan.conductor.cable_type.outdoor:
        return None
    return Said(
        "An indoor cord, used outdoors",
        f"{plan.conductor.cable_type.called}: {plan.conductor.cable_type.use}.",
        _heavy_rubber(plan),
        figures=(plan.conductor.cable_type.name, plan.lead.brief.place),
    )


def _heavy_rubber(plan: Plan) -> Fix | None:
    """Heavy rubber cord of the lead's own country, with parts that take it where these do not."""
    american = plan.given.supply.standard == NORTH_AMERICAN
    heavy, name = ("SJOOW", "hard-service") if american else ("H07RN-F", "heavy")
    changes: tuple[tuple[str, Any], ...] = (
        ("conductor.cable_type", heavy),
        ("conductor.unit", "AWG" if american else "mm2"),
        ("conductor.size", None),
        ("conductor.measured_od_mm", None),
    )
    words = f"Take {heavy}, {name} rubber"
    tried = _with_changes(plan, changes)
    parts = fitting_parts(tried)
    if parts is not None:
        words += f", and {parts.words[5:]}"
        changes += parts.changes
    return Fix(words, changes)


def _with_changes(plan: Plan, changes: tuple[tuple[str, Any], ...]) -> Plan:
    return Plan(changed(plan.lead, changes))


@check(
    "stop",
    Stage.CONDUCTOR,
    why="PVC cracks in the sun within a few summers, and the string stays live all day.",
    clears="Solar cable: H1Z2Z2-K, or PV wire or USE-2 in North America.",
    on="DC",
    laws=(18,),
)
def solar_cable(plan: Plan) -> Said | None:
    """Only cable made for the sun on a solar run. Source: EN 50618; NFPA 70, 690.31(C)."""
    kind = plan.conductor.cable_type
    if Trait.LIVE_BY_DAY not in plan.kind.traits or kind.for_the_sun or plan.given.flex_is_there:
        return None
    by_gauge = plan.lead.conductor.unit == "AWG"
    name = "PV-wire" if by_gauge else "H1Z2Z2-K"
    return Said(
        "Not a solar cable",
        f"{kind.called}: {kind.use}.",
        Fix(
            f"Take {cable_types()[name].called}",
            (
                ("conductor.cable_type", name),
                ("conductor.tinned", True),
                ("conductor.size", None),
            ),
        ),
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="Open copper goes green from the cut end inwards, where nobody sees it.",
    clears="Tinned copper; a caution where plain copper is usual, as in PV wire and USE-2.",
    on="DC",
    laws=(18,),
)
def solar_untinned(plan: Plan) -> Said | None:
    """A solar run is tinned."""
    taken = plan.lead.conductor
    if Trait.LIVE_BY_DAY not in plan.kind.traits or taken.tinned or taken.metal != "copper":
        return None
    if plan.given.flex_is_there:  # nobody chose the tail of a device
        return None
    plain_is_usual = plan.conductor.cable_type.basis == "wet-na-90"
    return Said(
        "Plain copper on a solar run",
        "The cable is plain: green from its cut ends inwards where water reaches them.",
        Fix("Take it tinned", (("conductor.tinned", True),)),
        level="caution" if plain_is_usual else None,
        figures=(plan.conductor.cable_type.name,),
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Whoever mends it later looks for cord that is not sold there, and inspectors refuse it.",
    clears="A cord of the plug's own country; or a reason.",
    on="AC",
    laws=(4,),
)
def cord_of_another_country(plan: Plan) -> Said | None:
    """A cord type that the country of the plug does not take in a lead made by hand."""
    plug, kind = plan.given.supply, plan.conductor.cable_type
    if plan.given.flex_is_there or plug.standard not in COUNTRIES:
        return None
    american = plug.standard == NORTH_AMERICAN
    if american == (kind.basis == "cord-na"):
        return None
    name = "SJOOW" if american else "H05VV-F"
    changes = (
        ("conductor.cable_type", name),
        ("conductor.unit", "AWG" if american else "mm2"),
        ("conductor.size", None),
    )
    return Said(
        "A cord of another country",
        f"{kind.called} ({kind.source}) under a {plug.words} ({plug.standard}).",
        Fix(f"Take {name}", changes),
        figures=(kind.name, plug.standard),
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="A size that nobody makes is bought as the next one that comes to hand.",
    clears="Sizes in mm²; or a reason: it is printed on the cable that is there.",
)
def made_in_mm2(plan: Plan) -> Said | None:
    """Cable of a standard that makes it in square millimetres only, sized by gauge."""
    kind, told = plan.conductor.cable_type, plan.lead.conductor
    if told.unit != "AWG" or made_by(kind.name) != {"mm2"} or plan.given.flex_is_there:
        return None
    return Said(
        "Not made by gauge",
        f"{kind.called} ({kind.source}) is made in mm².",
        Fix("Take its sizes in mm²", (("conductor.unit", "mm2"), ("conductor.size", None))),
        figures=(kind.name,),
    )


@check(
    "note",
    Stage.CONDUCTOR,
    why="A terminal made for {60 °C} chars the insulation that would stand 90.",
    clears="The temperature that stands on the terminals, as the weakest part, in C.",
    on="DC",
    laws=(21,),
)
def terminal_temperature(plan: Plan) -> Said | None:
    """Wire rated at 90 °C ends in terminals that say their own temperature. Source: NFPA 70,
    110.14(C).
    """
    if plan.conductor.cable_type.basis != "wet-na-90" or plan.lead.conductor.terminal_c is not None:
        return None
    return Said(
        "What its terminals stand is not said",
        f"Its table is for {celsius(90)}; screw terminals stand {celsius(60)} up to 100 A where nothing is marked, "
        f"{celsius(75)} where it is (NFPA 70, 110.14(C)).",
    )
