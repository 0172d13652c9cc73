"""Whether a fault at the far end clears before the cord burns."""

from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan

SOONER = "A larger size, a shorter run, a smaller fuse or breaker, or a faster curve."


@check(
    "stop",
    Stage.CONDUCTOR,
    why="A fault that nothing clears in time burns the cord along its whole length.",
    clears=SOONER,
    on="AC",
)
def far_end_short(plan: Plan) -> Said | None:
    """Live to neutral at the far end: no residual-current device answers for it."""
    return _far_end(plan, "short")


def _far_end(plan: Plan, kind: str) -> Said | None:
    fault = next((f for f in plan.conductor.faults if f.kind == kind), None)
    if fault is None:
        return None
    name = "earth fault"
    if kind == "short":
        name = "short"
    energy = (
        f"{fault.passes_a2s:.0f} A²s passes; {plan.conductor.size_name} stands "
        f"{fault.stands_a2s:.0f}."
    )
    if fault.survives:
        text = (
            f"{fault.amps:.0f} A at the far end; {fault.by} clears it in about "
            f"{fault.seconds:.2g} s. {energy}"
        )
        return Said(f"Far-end {name}", text, level="note")
    if fault.by:
        how = f"{fault.by} takes {fault.seconds:.2g} s"
    else:
        how = f"nothing clears it within {fault.within_s:g} s"
    return Said(
        f"A far-end {name} does not clear", f"{fault.amps:.0f} A at the far end; {how}. {energy}"
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="Until it clears, every metal case on the lead is live.",
    clears=SOONER,
    on="AC",
)
def far_end_earth(plan: Plan) -> Said | None:
    """Live to earth at the far end."""
    return _far_end(plan, "earth")


@check(
    "note",
    Stage.CONDUCTOR,
    why="Whether a fault at the far end clears in time rests on what the supply lets through.",
    clears="Its loop, measured at the socket the lead goes into, in the Brief.",
    on="AC",
)
def loop_unknown(plan: Plan) -> Said | None:
    """A fault loop that nobody has measured."""
    if plan.conductor.candidate is None or plan.lead.brief.loop_ohms is not None:
        return None
    text = (
        "The loop up to the lead is not said: whether a fault at its far end clears cannot "
        "be judged."
    )
    return Said("The fault loop is not known", text)
