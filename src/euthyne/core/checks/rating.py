"""Current, protection and drop: what the chain carries, what guards it, what arrives."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead import EXTENSIONS
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.volts import excess, made_for

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
    if plan.sizing is None or plan.sizing.chosen is not None:
        return None
    text = plan.sizing.findings[-1].text
    return Said("No size of this cord fits", text)


@check(
    "stop",
    Stage.CONDUCTOR,
    why="The sheath softens, and what it lies on chars.",
    clears="A larger size, a smaller load, or unwound and cooler.",
)
def under_rated_cord(plan: Plan) -> Said | None:
    """The taken size must carry the design current where it lies."""
    found, sizing = plan.candidate, plan.sizing
    if found is None or sizing is None or "current" not in found.fails:
        return None
    fix = None
    if sizing.chosen is not None:
        fix = Fix(f"Take {sizing.chosen.size}", (("conductor.size", sizing.chosen.size),))
    return Said(
        "The cord is too thin for its current",
        f"{found.size} carries {at_most(found.rating_amps)} A as it lies; {sizing.wanted_amps:.1f} A is wanted.",
        fix,
    )


@check(
    "stop",
    Stage.ENDS,
    why="Contacts that run over their rating lose their spring, then burn.",
    clears="A coupler of a higher rating, or a fuse in the lead that holds the current down.",
)
def under_rated_part(plan: Plan) -> Said | None:
    """Every coupler in the chain must carry the demand."""
    if plan.steady_amps is None:
        return None
    weak = next((p for p in (plan.a, plan.b) if p.steady_amps < plan.steady_amps), None)
    if weak is None or (
        plan.protection.in_lead and (plan.protection.amps or 1e9) <= weak.steady_amps
    ):
        return None
    at_duty = (
        f" ({weak.amps:g} A at {weak.duty_percent:g} % duty)" if weak.duty_percent < 100 else ""
    )
    carries = f"{weak.words} carries {at_most(weak.steady_amps)} A{at_duty}"
    return Said("A part is under-rated", f"{carries}; {plan.steady_amps:.1f} A is wanted.")


@check(
    "stop",
    Stage.CONDUCTOR,
    why="You would be building with something else than planned.",
    clears="Another size, or another cord.",
)
def not_made(plan: Plan) -> Said | None:
    """A size the cord is not sold in."""
    taken = plan.lead.conductor.size
    unlisted = plan.sizing is not None and taken is not None and plan.candidate is None
    if not unlisted and (plan.candidate is None or "not-made" not in plan.candidate.fails):
        return None
    return Said(
        "That size is not made in this cord",
        f"{plan.cable_type.name} with {len(plan.cores)} cores is not listed in {taken or plan.size_name}.",
    )


@check(
    "stop",
    Stage.BRIEF,
    why="Whatever is plugged in decides the current. Something must hold it to what the cord carries.",
    clears="The breaker upstream, or a breaker on the lead.",
)
def no_protection(plan: Plan) -> Said | None:
    """A lead loaded by whatever is plugged in needs something that holds the current to what it carries."""
    if plan.lead.brief.run_m is None or plan.protection.amps is not None:
        return None
    return Said(
        "Nothing is known to protect it",
        "The Brief does not say which fuse or breaker feeds this lead, and it carries none of its own.",
        _usual_breaker(plan),
    )


def _usual_breaker(plan: Plan) -> Fix | None:
    """The breaker that usually feeds such a socket, where the cord that is taken carries it."""
    amps, family = (
        (15.0, "breaker-na") if plan.breaker_family == "breaker-na" else (16.0, "breaker-iec")
    )
    weakest = min(link.amps for link in plan.chain)
    if weakest < amps or (plan.sizing is not None and plan.sizing.chosen is None):
        return None
    return Fix(
        f"A {amps:g} A breaker feeds it",
        (("brief.upstream_amps", amps), ("brief.upstream_family", family)),
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="It lets a current through that cooks the cord, and never opens.",
    clears="A larger size, or a smaller fuse or breaker on the lead itself.",
)
def protection_too_large(plan: Plan) -> Said | None:
    """Protection above the derated rating protects nothing."""
    amps, found = plan.protection.amps, plan.candidate
    if amps is None or found is None or amps <= found.rating_amps:
        return None
    fix = None
    if plan.sizing and plan.sizing.chosen and plan.sizing.chosen.size != found.size:
        fix = Fix(f"Take {plan.sizing.chosen.size}", (("conductor.size", plan.sizing.chosen.size),))
    return Said(
        "The protection is larger than the lead carries",
        f"{amps:g} A {plan.protection.words}; {found.size} carries {at_most(found.rating_amps)} A as it lies.",
        fix,
    )


@check(
    "caution",
    Stage.ENDS,
    why="A multiway plugged into it can draw more than the contacts carry.",
    clears="A breaker on the lead, or a reason why nothing larger is ever plugged in.",
)
def protection_over_part(plan: Plan) -> Said | None:
    """What guards an extension must not exceed its couplers."""
    amps = plan.protection.amps
    weak = min((plan.a, plan.b), key=lambda p: p.amps)
    if amps is None or amps <= weak.amps or plan.lead.brief.feeds != "socket":
        return None
    return Said(
        "The protection is larger than a coupler",
        f"{amps:g} A {plan.protection.words}; {weak.words} is rated {weak.amps:g} A.",
    )


@check(
    "stop",
    Stage.ENDS,
    why="Insulation and keying are chosen by volts.",
    clears="A coupler made for the supply.",
)
def volts_over_part(plan: Plan) -> Said | None:
    """Every coupler must be made for the volts, to earth and between its contacts."""
    for p in (plan.a, plan.b):
        over = excess(made_for(p.volts), plan.stands_at)
        if over is not None:
            there, most = over
            text = f"{p.words} is made for {most:g} V of {p.volts} V; the lead stands at {round(there, 1):g} V."
            return Said("A part is made for fewer volts", text)
    return None


@check(
    "stop",
    Stage.CONDUCTOR,
    why="Insulation that is too thin tracks, then arcs.",
    clears="A cable made for the volts.",
)
def volts_over_cable(plan: Plan) -> Said | None:
    """The insulation is made for the volts: to earth U0, between cores U; 1.5 times U on DC where it is harmonised."""
    cable = plan.cable_type
    over = excess(made_for(cable.volts), plan.stands_at, cable.harmonised)
    if over is None:
        return None
    there, most = over
    text = f"{cable.name} is made for {cable.volts} V, here {most:g} V; the lead stands at {round(there, 1):g} V."
    return Said("The cable is made for fewer volts", text)


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Motors run hot and supplies draw more on low volts.",
    clears="A larger size or a shorter run.",
)
def drop_over_limit(plan: Plan) -> Said | None:
    """More is lost on the way than was allowed."""
    if plan.candidate is None or "drop" not in plan.candidate.fails:
        return None
    c, limit = plan.candidate, plan.lead.conductor.drop_percent
    better = plan.sizing.chosen.size if plan.sizing and plan.sizing.chosen else None
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
    if plan.candidate is None or "start" not in plan.candidate.fails:
        return None
    c, limit = plan.candidate, plan.lead.conductor.start_drop_percent
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
    found = plan.sizing.findings if plan.sizing else ()
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
    if plan.sizing is None or plan.candidate is None or not plan.candidate.fits:
        return None
    share = plan.sizing.wanted_amps / plan.candidate.rating_amps
    if share <= 0.9:
        return None
    return Said(
        "Close to its rating",
        f"{plan.sizing.wanted_amps:.1f} A on {at_most(plan.candidate.rating_amps)} A: {share:.0%} of it.",
        level="caution" if plan.lead.brief.continuous else "note",
    )


@check(
    "caution",
    Stage.CONDUCTOR,
    why="Far along a thin lead, a short may not trip the breaker in time.",
    clears="A residual-current device upstream, a larger size, or a shorter lead.",
)
def long_for_its_size(plan: Plan) -> Said | None:
    """Longer than the usual guidance for an extension of its size."""
    run, size = plan.lead.brief.run_m, plan.size
    if (
        plan.lead.kind not in EXTENSIONS
        or run is None
        or size is None
        or plan.lead.brief.rcd == "30 mA"
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
        f"{run:g} m; the usual guidance for {size.name} is {usual:g} m unless it is behind a residual-current device.",
        Fix("A 30 mA device is upstream", (("brief.rcd", "30 mA"),)),
    )


@check(
    "note",
    Stage.CONDUCTOR,
    why="Keep to the lower of the two; cords under 1.5 mm² are rated far below physics on purpose.",
    clears="Nothing to clear: the table decides.",
)
def tables_and_physics(plan: Plan) -> Said | None:
    """Where the heat balance and the table tell apart by more than a quarter, both are said."""
    table, physics = plan.cord_amps, plan.physics_amps
    if not table or physics is None or abs(physics / table - 1) <= 0.25:
        return None
    return Said(
        "Table and physics differ",
        f"The table says {at_most(table)} A; a heat balance of this cord in still air says {at_most(physics)} A.",
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
    warm = plan.warmth(layers)
    if warm is None or warm.sheath_c <= max(60.0, plan.lead.brief.ambient_c + 5):
        return None
    return Said(
        "Too hot to hold",
        f"The sheath settles at {warm.sheath_c:.0f} °C, the conductor at {warm.conductor_c:.0f} °C, "
        f"{'as it lies on the drum' if layers else 'laid out straight'}.",
    )


def _far_end(plan: Plan, kind: str) -> Said | None:
    fault = next((f for f in plan.faults if f.kind == kind), None)
    if fault is None:
        return None
    name = "short" if kind == "short" else "earth fault"
    energy = f"{fault.passes_a2s:.0f} A²s passes; {plan.size_name} stands {fault.stands_a2s:.0f}."
    if fault.survives:
        text = f"{fault.amps:.0f} A at the far end; {fault.by} clears it in about {fault.seconds:.2g} s. {energy}"
        return Said(f"Far-end {name}", text, level="note")
    how = (
        f"{fault.by} takes {fault.seconds:.2g} s"
        if fault.by
        else f"nothing clears it within {fault.within_s:g} s"
    )
    return Said(
        f"A far-end {name} does not clear", f"{fault.amps:.0f} A at the far end; {how}. {energy}"
    )


SOONER = "A larger size, a shorter run, a smaller fuse or breaker, or a faster curve."


@check(
    "stop",
    Stage.CONDUCTOR,
    why="A fault that nothing clears in time burns the cord along its whole length.",
    clears=SOONER,
)
def far_end_short(plan: Plan) -> Said | None:
    """Live to neutral at the far end: no residual-current device answers for it."""
    return _far_end(plan, "short")


@check(
    "stop",
    Stage.CONDUCTOR,
    why="Until it clears, every metal case on the lead is live.",
    clears=SOONER,
)
def far_end_earth(plan: Plan) -> Said | None:
    """Live to earth at the far end."""
    return _far_end(plan, "earth")


@check("note", Stage.TAG, why="A chain is rated by its weakest link.", clears="Nothing to clear.")
def weakest_part(plan: Plan) -> Said | None:
    """Which link sets the rating on the label."""
    if plan.candidate is None:
        return None
    return Said(
        "What sets the rating",
        f"The weakest link is {plan.weakest.words}, {at_most(plan.weakest.amps)} A. That figure goes on the tag.",
    )


TERMINALS_THAT_CRIMP = ("lug", "blade", "click-in", "wire-seal")


METAL_WORDS = {
    "aluminium": "Aluminium",
    "cca-10": "Copper-clad aluminium",
    "cca-15": "Copper-clad aluminium",
}


def _refused_in(plan: Plan) -> str:
    """Where aluminium, clad or not, is refused, in words; empty where it is only doubtful."""
    crimped = next((p.short for p in (plan.a, plan.b) if p.joint in TERMINALS_THAT_CRIMP), None)
    return "in a mains cord" if plan.mains else f"crimped into {crimped}" if crimped else ""


@check(
    "stop",
    Stage.CONDUCTOR,
    why="The joint loosens with every warm day, and burns where nobody looks.",
    clears="Copper, plain or tinned.",
)
def copper_clad_refused(plan: Plan) -> Said | None:
    """Aluminium, clad with copper or bare, is never crimped into a battery lead, nor made into a mains cord."""
    metal = METAL_WORDS.get(plan.lead.conductor.metal)
    if metal is None or not _refused_in(plan):
        return None
    return Said(
        f"{metal}, {_refused_in(plan)}",
        "It carries four fifths of copper of its size, and creeps under a crimp or a screw.",
        Fix("Take copper", (("conductor.metal", "copper"),)),
    )


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
    )


@check(
    "stop",
    Stage.ENDS,
    why="Direct current does not pass through nothing as alternating current does: the arc stays.",
    clears="A part made for the current it carries.",
)
def wrong_kind(plan: Plan) -> Said | None:
    """A part made for alternating current says nothing of direct current, and the other way about."""
    wanted = "AC" if plan.mains else "DC"
    wrong = next((p for p in (plan.a, plan.b) if wanted not in p.kind.split("/")), None)
    if wrong is None:
        return None
    return Said(
        "A part for the other kind of current",
        f"{wrong.words} is made for {wrong.kind}; this lead is {wanted}.",
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
    return Said("The nearest would be smaller", found) if found else None


@check(
    "note",
    Stage.CONDUCTOR,
    why="A value between two rows is a straight line through what they say.",
    clears="Nothing to clear.",
)
def rating_interpolated(plan: Plan) -> Said | None:
    """A rating read between two rows of its table."""
    found = _finding(plan, "rating-interpolated")
    return Said("Between two rows of the table", found) if found else None


def _finding(plan: Plan, code: str) -> str | None:
    if (
        plan.sizing is None
        or plan.sizing.chosen is None
        or plan.size_name != plan.sizing.chosen.size
    ):
        return None
    return next((f.text for f in plan.sizing.findings if f.code == code), None)


HOURS_SHARE = (
    0.8  # of a coupler's rating for hours on end, generic; BS 1363 pairs 10 of 13 A, generic
)
BS1363_HOURS_AMPS = 10.0


@check(
    "caution",
    Stage.ENDS,
    why="The coupler melts, not the cord: its contacts are warm for hours and lose their spring.",
    clears="A coupler of a higher rating, a smaller load, or a reason: looked at after each long run.",
)
def hours_on_a_coupler(plan: Plan) -> Said | None:
    """A coupler run for three hours or more has something in hand."""
    if not plan.lead.brief.continuous or plan.steady_amps is None:
        return None
    for p in (plan.a, plan.b):
        most = BS1363_HOURS_AMPS if p.standard == "BS 1363" else HOURS_SHARE * p.steady_amps
        if plan.steady_amps > most + 1e-9:
            text = f"{p.words}: {plan.steady_amps:.1f} A for hours; {at_most(most)} A is the most that is usual."
            return Said("Hours on end at a coupler's rating", text)
    return None


@check(
    "note",
    Stage.CONDUCTOR,
    why="Whether a fault at the far end clears in time rests on what the supply lets through.",
    clears="Its loop, measured at the socket the lead goes into, in the Brief.",
)
def loop_unknown(plan: Plan) -> Said | None:
    """A fault loop that nobody has measured."""
    if plan.candidate is None or plan.lead.brief.loop_ohms is not None:
        return None
    text = "The loop up to the lead is not said: whether a fault at its far end clears cannot be judged."
    return Said("The fault loop is not known", text)
