"""What the parts are made for: amps, volts, kind of current, lines, weather."""

from euthyne.core.checks.ends.wiring import other_parts
from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part, against_water
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.shown import at_most, one_and_all, three
from euthyne.core.trade.volts import below_band, excess

RAIN = 4  # of the second figure of the ingress protection: splashed from any side, IEC 60529
HOURS_SHARE = (
    0.8  # of a coupler's rating for hours on end, generic; BS 1363 pairs 10 of 13 A, generic
)


BS1363_HOURS_AMPS = 10.0


@check(
    "stop",
    Stage.ENDS,
    why="Contacts that run over their rating lose their spring, then burn.",
    clears="A coupler of a higher rating, or a fuse in the lead that holds the current down.",
    laws=(12,),
)
def under_rated_part(plan: Plan) -> Said | None:
    """Every coupler in the chain must carry the demand."""
    if plan.brief.steady_amps is None:
        return None
    weak = next(
        (p for p in plan.ends.parts if p.steady_amps < plan.brief.steady_amps),
        None,
    )
    if weak is None or (
        plan.conductor.protection.in_lead
        and (plan.conductor.protection.amps or 1e9) <= weak.steady_amps
    ):
        return None
    at_duty = ""
    if weak.duty_percent < 100:
        at_duty = f" ({weak.amps:g} A at {weak.duty_percent:g} % duty)"
    carries = f"{weak.words} carries {at_most(weak.steady_amps)} A{at_duty}"
    return Said("A part is under-rated", f"{carries}; {three(plan.brief.steady_amps)} A is wanted.")


@check(
    "stop",
    Stage.ENDS,
    why="Direct current does not pass through nothing as alternating current does: the arc stays.",
    clears="A part made for the current it carries.",
    laws=(17,),
)
def wrong_kind(plan: Plan) -> Said | None:
    """A part made for alternating current says nothing of direct current, and the other way
    about.
    """
    wanted = "DC"
    if plan.mains:
        wanted = "AC"
    wrong = next(
        (p for p in plan.ends.parts if wanted not in p.kind.split("/")),
        None,
    )
    if wrong is None:
        return None
    return Said(
        "A part for the other kind of current",
        f"{wrong.words} is made for {wrong.kind}; this lead is {wanted}.",
    )


@check(
    "stop",
    Stage.ENDS,
    why="Insulation and keying are chosen by volts.",
    clears="A coupler made for the supply.",
    laws=(17,),
)
def volts_over_part(plan: Plan) -> Said | None:
    """Every coupler must be made for the volts, to earth and between its contacts."""
    for p in plan.ends.parts:
        over = excess(p.made_for, plan.brief.stands_at)
        if over is not None:
            there, most = over
            text = (
                f"{p.words} is made for {three(most)} V ({p.volts} V on it); the lead stands at "
                f"{three(there)} V."
            )
            return Said("A part is made for fewer volts", text)
    return None


@check(
    "caution",
    Stage.ENDS,
    why="The coupler melts, not the cord: its contacts are warm for hours and lose their spring.",
    clears=(
        "A coupler of a higher rating, a smaller load, or a reason: looked at after each long run."
    ),
)
def hours_on_a_coupler(plan: Plan) -> Said | None:
    """A coupler run for three hours or more has something in hand."""
    if not plan.lead.brief.continuous or plan.brief.steady_amps is None:
        return None
    for p in plan.ends.parts:
        if p.standard == "BS 1363":
            most = BS1363_HOURS_AMPS
        else:
            most = HOURS_SHARE * p.steady_amps
        if plan.brief.steady_amps > most + 1e-9:
            text = (
                f"{p.words}: {three(plan.brief.steady_amps)} A for hours; {at_most(most)} A is "
                "the most that is usual."
            )
            figures = (p.id, plan.brief.steady_amps)
            return Said("Hours on end at a coupler's rating", text, figures=figures)
    return None


@check(
    "caution",
    Stage.ENDS,
    why="Water in a coupler tracks across its contacts.",
    clears="Parts of IP44 or better, or a reason: a dry box round them, for one.",
    laws=(18,),
)
def ingress(plan: Plan) -> Said | None:
    """Outdoors the worst part sets the ingress protection of the whole."""
    if plan.lead.brief.place == "indoor":
        return None
    dry = [p for p in plan.ends.parts if p.keeps_out_water < RAIN and _has_a_body(p)]
    if not dry:
        return None
    text = f"{dry[0].words} is {dry[0].ip}; outdoors IP44 is the least."
    return Said("Not made for rain", text, figures=(dry[0].id,))


def _has_a_body(part: Part) -> bool:
    """True for what can keep water out: a lug, a ring and a splice have nothing but their own lining."""
    return part.contact in ("pin", "socket", "genderless") and not part.panel_mm


@check(
    "caution",
    Stage.ENDS,
    why="A rigid terminal open to the bilge is green inside before the season is over.",
    clears="Lined terminals, warmed until the lining shows; or a reason.",
    on="DC",
    laws=(18,),
)
def plain_in_the_wet(plan: Plan) -> Said | None:
    """Crimps in the wet are lined."""
    plain = [
        e
        for e in plan.ends.ours
        if TERMINATIONS[e.part.joint].crimped
        and not e.part.lined
        and not e.part.open_end
        and not _has_a_body(e.part)
    ]
    open_ones = [e for e in plain if not e.part.lug_by_size]
    if plan.lead.brief.place != "wet" or not open_ones:
        return None
    fix = other_parts("Take them lined", ((e, _lined(e.part)) for e in open_ones))
    names = one_and_all(dict.fromkeys(e.part.words for e in open_ones))
    return Said("Plain terminals in the wet", f"Not lined: {names}.", fix, figures=(names,))


def _lined(like: Part) -> Part | None:
    """The same terminal with a lining."""
    alike = (
        p for p in shelf().values() if p.lined and p.stud == like.stud and p.joint == like.joint
    )
    return next((p for p in alike if p.terminal_mm2 == like.terminal_mm2), None)


@check(
    "note",
    Stage.ENDS,
    why="What is not plugged in lies with its face to the rain: water waits there for the next plug.",
    clears="A cap or a cover on each end that hangs free, or parts that are shut when unmated.",
)
def open_unmated(plan: Plan) -> Said | None:
    """Outdoors an end that is tight when mated may let water in while it is not."""
    if plan.lead.brief.place == "indoor":
        return None
    for p in plan.ends.parts:
        if p.ip_unmated and against_water(p.ip_unmated) < RAIN <= p.keeps_out_water:
            return Said(
                "Tight only when mated",
                f"{p.words} is {p.ip} with its other half in, {p.ip_unmated} without.",
            )
    return None


@check(
    "stop",
    Stage.ENDS,
    why="A line that goes nowhere, or a motor on two of its three phases.",
    clears="Couplers with the lines the Brief says, or the Brief's own system put right.",
    on="AC",
    laws=(10,),
)
def lines_differ(plan: Plan) -> Said | None:
    """Couplers carry as many lines as the system of the Brief has."""
    wanted = len([c for c in plan.cores if c.startswith("L")])
    for p in dict.fromkeys(e.part for e in plan.ends.all if e.side is not None):
        has = len([m for m in p.marks if m.startswith("L")])
        if has != wanted:
            if has == 1:
                said = "one line"
            else:
                said = f"{has} lines"
            return Said(
                "The couplers and the Brief differ",
                f"{p.words} has {said}; the Brief's system has {wanted}.",
            )
    return None


@check(
    "stop",
    Stage.ENDS,
    why="The wrong pattern goes into nothing, or into something of another voltage.",
    clears="A coupler made for the volts.",
    on="AC",
    laws=(17,),
)
def volts_under_part(plan: Plan) -> Said | None:
    """A coupler coded for a band of volts is not used below it."""
    for p in plan.ends.parts:
        if below_band(p.made_for, plan.brief.stands_at):
            text = f"{p.words}: {p.volts} V; the Brief says {plan.brief.volts:g} V."
            return Said("The coupler is made for other volts", text)
    return None


@check(
    "caution",
    Stage.ENDS,
    why="A multiway plugged into it can draw more than the contacts carry.",
    clears="A breaker on the lead, or a reason why nothing larger is ever plugged in.",
    on="AC",
)
def protection_over_part(plan: Plan) -> Said | None:
    """What guards an extension must not exceed its couplers."""
    amps = plan.conductor.protection.amps
    weak = min(plan.ends.parts, key=lambda p: p.amps)
    if amps is None or amps <= weak.amps or plan.lead.brief.feeds != "socket":
        return None
    return Said(
        "The protection is larger than a coupler",
        f"{amps:g} A {plan.conductor.protection.words}; {weak.words} is rated {weak.amps:g} A.",
        figures=(amps, weak.id),
    )
