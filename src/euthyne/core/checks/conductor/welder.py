"""A welder by its plate: what its cord has to carry, and the breaker it may stand behind."""

from euthyne.core.checks.found import Said, check
from euthyne.core.kinds.supply_extension import SupplyBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.shown import three
from euthyne.core.trade.wire import size_words

# A breaker over what an arc welder draws at most, and over what its conductors carry. Source: NFPA 70, 630.12(A), (B).
TIMES = 2.0


@check(
    "caution",
    Stage.CONDUCTOR,
    why="What is larger than that does not open before the welder itself burns.",
    clears="A breaker within two times its largest amps, or what its maker gives; or a reason.",
    on="AC",
    laws=(13,),
)
def welder_breaker(plan: Plan) -> Said | None:
    """The breaker upstream is within two times the largest amps on the plate of a welder."""
    plate, guard = SupplyBrief.of(plan.lead.brief).plate_amps, plan.lead.brief.upstream_amps
    american = plan.conductor.guards.breaker_family == "breaker-na"
    if plate is None or guard is None or not american or guard <= TIMES * plate:
        return None
    most = TIMES * plate
    text = f"{guard:g} A upstream; {three(most)} A is the most for {three(plate)} A. NFPA 70, 630.12(A)."
    return Said("The breaker is too large for this welder", text, figures=(guard, plate))


@check(
    "note",
    Stage.CONDUCTOR,
    why="An arc is off for most of its cycle: its cord need not be as thick as its largest amps ask.",
    clears="Nothing to clear: it says what its plate asks for.",
    on="AC",
)
def welder_plate(plan: Plan) -> Said | None:
    """What the plate of a welder asks of its cord. Source: NFPA 70, 630.11 and 630.12."""
    told = SupplyBrief.of(plan.lead.brief)
    steady = plan.brief.steady_amps
    if told.plate_amps is None or steady is None:
        return None
    duty = plan.brief.duty_percent
    text = (
        f"{three(told.plate_amps)} A at {duty:.0f} % duty are {three(steady)} A that heat: so much its "
        "cord carries at least."
    )
    if thinnest := _thinnest(plan, steady):
        text += (
            f" By NFPA 70, 630.12(B), {size_words(thinnest)} would do for a welder and nothing else: a "
            "breaker up to two times what it carries."
        )
    return Said("By its plate", text)


def _thinnest(plan: Plan, steady: float) -> str | None:
    """The thinnest size for so many amps that heat, behind the breaker that is there; None where there is
    none of that rule, or where it is the size that is taken.
    """
    sizing, guard = plan.conductor.sizing, plan.lead.brief.upstream_amps
    american = plan.conductor.guards.breaker_family == "breaker-na"
    if sizing is None or guard is None or not american:
        return None
    for one in sizing.candidates:
        made = "not-made" not in one.fails and "ends" not in one.fails
        if made and one.rating_amps >= steady and guard <= TIMES * one.rating_amps:
            return one.size if one.size != plan.conductor.size_name else None
    return None
