"""Current, protection and drop: what the chain carries, what guards it, what arrives."""

from euthyne.core.checks.found import Fix, Found
from euthyne.core.lead import EXTENSIONS
from euthyne.core.plan import Plan
from euthyne.core.stage import Stage

GUIDANCE_M = {1.0: 10.0, 1.25: 12.0, 1.5: 15.0, 2.5: 25.0}  # usual longest extension by mm2, generic


def no_size_fits(plan: Plan) -> Found | None:
    """No size of the cord meets every limit."""
    if plan.sizing is None or plan.sizing.chosen is not None:
        return None
    text = plan.sizing.findings[-1].text
    return Found(
        "no-size-fits",
        "stop",
        Stage.CONDUCTOR,
        "No size of this cord fits",
        text,
        "A lead that is too thin heats and starves what it feeds.",
        "A shorter run, a smaller load, a cooler place, or another cord.",
    )


def under_rated_cord(plan: Plan) -> Found | None:
    """The taken size must carry the design current where it lies."""
    found, sizing = plan.candidate, plan.sizing
    if found is None or sizing is None or "current" not in found.fails:
        return None
    fix = None
    if sizing.chosen is not None:
        fix = Fix(f"Take {sizing.chosen.size}", (("conductor.size", sizing.chosen.size),))
    return Found(
        "under-rated-cord",
        "stop",
        Stage.CONDUCTOR,
        "The cord is too thin for its current",
        f"{found.size} carries {found.rating_amps:.1f} A as it lies; {sizing.design_amps:.1f} A is wanted.",
        "The sheath softens, and what it lies on chars.",
        "A larger size, a smaller load, or unwound and cooler.",
        fix,
    )


def under_rated_part(plan: Plan) -> Found | None:
    """Every coupler in the chain must carry the demand."""
    if plan.demand_amps is None:
        return None
    weak = next((p for p in (plan.a, plan.b) if p.amps < plan.demand_amps), None)
    if weak is None or (plan.protection.in_lead and (plan.protection.amps or 1e9) <= weak.amps):
        return None
    return Found(
        "under-rated-part",
        "stop",
        Stage.ENDS,
        "A part is under-rated",
        f"{weak.words} carries {weak.amps:g} A; {plan.demand_amps:.1f} A is wanted.",
        "Contacts that run over their rating lose their spring, then burn.",
        "A coupler of a higher rating, or a fuse in the lead that holds the current down.",
    )


def not_made(plan: Plan) -> Found | None:
    """A size the cord is not sold in."""
    taken = plan.lead.conductor.size
    unlisted = plan.sizing is not None and taken is not None and plan.candidate is None
    if not unlisted and (plan.candidate is None or "not-made" not in plan.candidate.fails):
        return None
    return Found(
        "not-made",
        "stop",
        Stage.CONDUCTOR,
        "That size is not made in this cord",
        f"{plan.cable_type.name} with {len(plan.cores)} cores is not listed in {taken or plan.size_name}.",
        "You would be building with something else than planned.",
        "Another size, or another cord.",
    )


def no_protection(plan: Plan) -> Found | None:
    """A lead loaded by whatever is plugged in needs something that holds the current to what it carries."""
    if plan.lead.brief.run_m is None or plan.protection.amps is not None:
        return None
    return Found(
        "no-protection",
        "stop",
        Stage.BRIEF,
        "Nothing is known to protect it",
        "The Brief does not say which fuse or breaker feeds this lead, and it carries none of its own.",
        "Whatever is plugged in decides the current. Something must hold it to what the cord carries.",
        "The breaker upstream, or a breaker on the lead.",
        Fix("A 16 A breaker feeds it", (("brief.upstream_amps", 16.0), ("brief.upstream_family", "breaker-iec"))),
    )


def protection_too_large(plan: Plan) -> Found | None:
    """Protection above the derated rating protects nothing."""
    amps, found = plan.protection.amps, plan.candidate
    if amps is None or found is None or amps <= found.rating_amps:
        return None
    fix = None
    if plan.sizing and plan.sizing.chosen and plan.sizing.chosen.size != found.size:
        fix = Fix(f"Take {plan.sizing.chosen.size}", (("conductor.size", plan.sizing.chosen.size),))
    return Found(
        "protection-too-large",
        "stop",
        Stage.CONDUCTOR,
        "The protection is larger than the lead carries",
        f"{amps:g} A {plan.protection.words}; {found.size} carries {found.rating_amps:.1f} A as it lies.",
        "It lets a current through that cooks the cord, and never opens.",
        "A larger size, or a smaller fuse or breaker on the lead itself.",
        fix,
    )


def part_above_protection(plan: Plan) -> Found | None:
    """What guards an extension must not exceed its couplers."""
    amps = plan.protection.amps
    weak = min((plan.a, plan.b), key=lambda p: p.amps)
    if amps is None or amps <= weak.amps or plan.lead.brief.feeds != "socket":
        return None
    return Found(
        "protection-over-part",
        "caution",
        Stage.ENDS,
        "The protection is larger than a coupler",
        f"{amps:g} A {plan.protection.words}; {weak.words} is rated {weak.amps:g} A.",
        "A multiway plugged into it can draw more than the contacts carry.",
        "A breaker on the lead, or a reason why nothing larger is ever plugged in.",
    )


def volts_over_part(plan: Plan) -> Found | None:
    """Every coupler must be made for the volts."""
    volts = plan.volts
    for p in (plan.a, plan.b):
        bounds = [float(v) for v in p.volts.replace("/", "-").split("-")]
        low, high = (bounds[0], bounds[-1]) if len(bounds) > 1 else (0.0, bounds[0])
        if not low * 0.9 <= volts <= high:
            return Found(
                "volts-over-part",
                "stop",
                Stage.ENDS,
                "A part is made for other volts",
                f"{p.words} is made for {p.volts} V; the Brief says {volts:g} V.",
                "Insulation and keying are chosen by volts.",
                "A coupler made for the supply.",
            )
    return None


def drop_over_limit(plan: Plan) -> Found | None:
    """More is lost on the way than was allowed."""
    if plan.candidate is None or "drop" not in plan.candidate.fails:
        return None
    c, limit = plan.candidate, plan.lead.conductor.drop_percent
    better = plan.sizing.chosen.size if plan.sizing and plan.sizing.chosen else None
    return Found(
        "drop-over-limit",
        "caution",
        Stage.CONDUCTOR,
        "Too much is lost on the way",
        f"{c.size} loses {c.drop_percent:.1f} % of {limit:g} % allowed: {c.drop_volts:.1f} V.",
        "Motors run hot and supplies draw more on low volts.",
        "A larger size or a shorter run.",
        Fix(f"Take {better}", (("conductor.size", better),)) if better else None,
    )


def starting_dip(plan: Plan) -> Found | None:
    """The dip while it starts is more than allowed."""
    if plan.candidate is None or "start" not in plan.candidate.fails:
        return None
    c, limit = plan.candidate, plan.lead.conductor.start_drop_percent
    return Found(
        "starting-dip",
        "caution",
        Stage.CONDUCTOR,
        "It dips while starting",
        f"{c.size} dips {c.start_drop_percent:.1f} % at the start; {limit:g} % is allowed.",
        "A motor that cannot start draws its starting current until something burns.",
        "A larger size, a shorter run, or a soft start.",
    )


def already_under_rated(plan: Plan) -> Found | None:
    """What is in the path already must carry the current too."""
    found = plan.sizing.findings if plan.sizing else ()
    thin = next((f for f in found if f.code == "already-under-rated"), None)
    if thin is None:
        return None
    return Found(
        "already-under-rated",
        "stop",
        Stage.CONDUCTOR,
        "What is there already is too thin",
        thin.text,
        "The whole path carries the same current; the thinnest part burns first.",
        "A smaller current or duty, or a larger lead in its place.",
    )


def near_rating(plan: Plan) -> Found | None:
    """Close to the rating there is nothing in hand."""
    if plan.sizing is None or plan.candidate is None or not plan.candidate.fits:
        return None
    share = plan.sizing.design_amps / plan.candidate.rating_amps
    if share <= 0.9:
        return None
    return Found(
        "near-rating",
        "caution" if plan.lead.brief.continuous else "note",
        Stage.CONDUCTOR,
        "Close to its rating",
        f"{plan.sizing.design_amps:.1f} A on {plan.candidate.rating_amps:.1f} A: {share:.0%} of it.",
        "Hours at the rating find every weak joint.",
        "The next size up, if it runs for hours.",
    )


def long_for_its_size(plan: Plan) -> Found | None:
    """Longer than the usual guidance for an extension of its size."""
    run, size = plan.lead.brief.run_m, plan.size
    if plan.lead.kind not in EXTENSIONS or run is None or size is None or plan.lead.brief.rcd == "30 mA":
        return None
    usual = next((m for mm2, m in sorted(GUIDANCE_M.items(), reverse=True) if mm2 <= size.cross_section_mm2), None)
    if size.cross_section_mm2 > 2.5 or usual is None or run <= usual:
        return None
    return Found(
        "long-for-its-size",
        "caution",
        Stage.CONDUCTOR,
        "Long for its size",
        f"{run:g} m; the usual guidance for {size.name} is {usual:g} m unless it is behind a residual-current device.",
        "Far along a thin lead, a short may not trip the breaker in time.",
        "A residual-current device upstream, a larger size, or a shorter lead.",
        Fix("A 30 mA device is upstream", (("brief.rcd", "30 mA"),)),
    )


def tables_and_physics(plan: Plan) -> Found | None:
    """Where the heat balance and the table tell apart by more than a quarter, both are said."""
    table, physics = plan.cord_amps, plan.physics_amps
    if not table or physics is None or abs(physics / table - 1) <= 0.25:
        return None
    small = plan.size is not None and plan.size.cross_section_mm2 < 1.5
    why = "Cords under 1.5 mm² are rated far below physics on purpose." if small else "Keep to the lower of the two."
    return Found(
        "tables-and-physics",
        "note",
        Stage.CONDUCTOR,
        "Table and physics differ",
        f"The table says {table:.1f} A; a heat balance of this cord in still air says {physics:.1f} A.",
        why,
        "Nothing to clear: the table decides.",
    )


def hot_sheath(plan: Plan) -> Found | None:
    """A sheath above 60 C where hands go."""
    layers = plan.lead.brief.drum_layers
    warm = plan.warmth(layers)
    if warm is None or warm.sheath_c <= max(60.0, plan.lead.brief.ambient_c + 5):
        return None
    return Found(
        "hot-sheath",
        "caution",
        Stage.CONDUCTOR,
        "Too hot to hold",
        f"The sheath settles at {warm.sheath_c:.0f} °C, the conductor at {warm.conductor_c:.0f} °C, "
        f"{'as it lies on the drum' if layers else 'laid out straight'}.",
        "Above 60 °C a hand lets go, and PVC softens.",
        "A larger size, a cooler place, or unwound.",
    )


def _far_end(plan: Plan, kind: str) -> Found | None:
    fault = next((f for f in plan.faults if f.kind == kind), None)
    if fault is None:
        return None
    name = "short" if kind == "short" else "earth fault"
    energy = f"{fault.passes_a2s:.0f} A²s passes; {plan.size_name} stands {fault.stands_a2s:.0f}."
    if fault.survives:
        text = f"{fault.amps:.0f} A at the far end; {fault.by} clears it in about {fault.seconds:.2g} s. {energy}"
    else:
        how = f"{fault.by} takes {fault.seconds:.2g} s" if fault.by else "nothing clears it within 5 s"
        text = f"{fault.amps:.0f} A at the far end; {how}. {energy}"
    return Found(
        f"far-end-{kind}",
        "note" if fault.survives else "stop",
        Stage.CONDUCTOR,
        f"Far-end {name}" if fault.survives else f"A far-end {name} does not clear",
        text,
        "A fault that nothing clears in time burns the cord along its whole length."
        if kind == "short"
        else "Until it clears, every metal case on the lead is live.",
        "A larger size, a shorter run, a smaller fuse or breaker, or a faster curve.",
    )


def far_end_short(plan: Plan) -> Found | None:
    """Live to neutral at the far end: no residual-current device answers for it."""
    return _far_end(plan, "short")


def far_end_earth(plan: Plan) -> Found | None:
    """Live to earth at the far end."""
    return _far_end(plan, "earth")


def weakest_part(plan: Plan) -> Found | None:
    """Which link sets the rating on the label."""
    if plan.candidate is None:
        return None
    return Found(
        "weakest-part",
        "note",
        Stage.TAG,
        "What sets the rating",
        f"The weakest link is {plan.weakest.words}, {plan.weakest.amps:.1f} A. That figure goes on the tag.",
        "A chain is rated by its weakest link.",
        "Nothing to clear.",
    )


TERMINALS_THAT_CRIMP = ("lug", "blade", "click-in", "wire-seal")


def _clad_in(plan: Plan) -> str:
    """Where copper-clad aluminium is refused, in words; empty where it is only doubtful."""
    crimped = next((p.short for p in (plan.a, plan.b) if p.joint in TERMINALS_THAT_CRIMP), None)
    return "in a mains cord" if plan.mains else f"crimped into {crimped}" if crimped else ""


def copper_clad_refused(plan: Plan) -> Found | None:
    """Copper-clad aluminium is never crimped into a battery lead, nor made into a mains cord."""
    if not plan.lead.conductor.metal.startswith("cca") or not _clad_in(plan):
        return None
    return Found(
        "copper-clad-refused",
        "stop",
        Stage.CONDUCTOR,
        f"Copper-clad aluminium, {_clad_in(plan)}",
        "It carries four fifths of copper of its size, and creeps under a crimp or a screw.",
        "The joint loosens with every warm day, and burns where nobody looks.",
        "Copper, plain or tinned.",
        Fix("Take copper", (("conductor.metal", "copper"),)),
    )


def copper_clad(plan: Plan) -> Found | None:
    """Copper-clad aluminium anywhere else wants a reason."""
    if not plan.lead.conductor.metal.startswith("cca") or _clad_in(plan):
        return None
    return Found(
        "copper-clad",
        "caution",
        Stage.CONDUCTOR,
        "Copper-clad aluminium",
        "It carries four fifths of copper of its size, and its strands break where they bend.",
        "It is sold as copper; nobody who mends the lead later will know.",
        "Copper; or a reason, its joints looked at every season.",
        Fix("Take copper", (("conductor.metal", "copper"),)),
    )
