"""Whether a fault at the far end clears before the cord burns."""

from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.conductor.least import cord_set_least
from euthyne.core.trade.clearing import Cleared, FaultKind
from euthyne.core.trade.shown import kilo
from euthyne.core.trade.wire import size_words

SOONER = "A larger size, a shorter run, a smaller fuse or breaker, or a faster curve."
CALLED: dict[FaultKind, str] = {"short": "short", "earth": "earth fault"}


@check(
    "stop",
    Stage.CONDUCTOR,
    why="A fault that nothing clears in time burns the cord along its whole length.",
    clears=SOONER,
    laws=(14,),
)
def far_end_short(plan: Plan) -> Said | None:
    """What carries current, shorted at the far end: no residual-current device answers for it."""
    fault = next((f for f in plan.conductor.faults if f.kind == "short"), None)
    if fault is None or fault.survives:
        return _survived(plan, fault)
    if _lets_through_at_once(plan, fault):
        return _near_end(plan, fault)
    if fault.burns:
        return _burns(plan, fault)
    if fault.amps <= _carries(plan):
        return None
    return _time_unknown(plan, fault)


def _lets_through_at_once(plan: Plan, fault: Cleared) -> bool:
    """True where all that passes too much is what a breaker lets through as it opens at once: right behind the
    plug, and at the far end of a cord so short that it opens at once there too.
    """
    at_once = fault.burns and all(x.at_once for x in fault.burning)
    return at_once and _of_its_standard(plan)


def _of_its_standard(plan: Plan) -> bool:
    """True for a cord that is as thick as its standard, or its maker, has it, behind a breaker: what a
    breaker lets through at once is known by its maker alone, and cords of one appliance are made for it.
    """
    guard, size = plan.conductor.guard, plan.conductor.size
    if guard is None or size is None or not guard.family.startswith("breaker"):
        return False
    if plan.given.flex_is_there:
        return True
    least = cord_set_least(plan.given)
    return least is not None and size.cross_section_mm2 >= least.cross_section_mm2


def _near_end(plan: Plan, fault: Cleared) -> Said:
    """A short right behind the plug, by a breaker's generic let-through."""
    text = (
        f"Right behind its plug {kilo(fault.passes_a2s)} kA²s may pass, by a generic breaker; "
        f"{size_words(plan.conductor.size_name)} stands {kilo(fault.stands_a2s)}. The breaker's own let-through "
        "figure would settle it; IEC 60799 makes such cords of this size."
    )
    figures: tuple[float, ...] = (fault.passes_a2s, fault.stands_a2s)
    if fault.by is None and fault.amps > _carries(plan):
        text += f" {_unsure(plan, fault)}"
        figures = (*figures, fault.amps)
    return Said("A short right behind the plug", text, level="caution", figures=figures)


def _survived(plan: Plan, fault: Cleared | None) -> Said | None:
    """A fault that clears in time: said, with its figures."""
    if fault is None:
        return None
    name = CALLED[fault.kind]
    text = (
        f"{fault.amps:.0f} A at the far end; {fault.by} clears it in about "
        f"{fault.seconds:.2g} s. {kilo(fault.passes_a2s)} kA²s passes; {_stands(plan, fault)}"
    )
    return Said(f"Far-end {name}", text, level="note")


def _carries(plan: Plan) -> float:
    return plan.conductor.candidate.rating_amps if plan.conductor.candidate is not None else 0.0


def _burns(plan: Plan, fault: Cleared) -> Said:
    """More passes than the conductor stands: the energy stops it, whatever the time."""
    name = CALLED[fault.kind]
    burning = fault.burning[0]  # at the far end, where it burns there
    if burning is not fault.far:
        where = "near the supply end"
        title = f"{'An' if fault.kind == 'earth' else 'A'} {name} {where} burns the cord"
        opens, word = burning.seconds, fault_word(plan)
    else:
        where, title = "at the far end", f"A far-end {name} burns the cord"
        opens, word = fault.seconds if fault.known else None, fault.by or fault_word(plan)
    how = (
        "nothing is known to clear it within 5 s"
        if opens is None
        else f"{word} takes {opens:.2g} s"
    )
    passes = f"{kilo(burning.a2s)} kA²s passes; {_stands(plan, fault)}"
    return Said(
        title,
        f"{burning.amps:.0f} A {where}; {how}. {passes}",
        figures=(burning.amps, burning.a2s, fault.stands_a2s),
    )


def _stands(plan: Plan, fault: Cleared) -> str:
    return f"{size_words(plan.conductor.size_name)} stands {kilo(fault.stands_a2s)}."


def _time_unknown(plan: Plan, fault: Cleared) -> Said:
    """Nothing says when it clears, and within five seconds the conductor stands it."""
    title = f"When a far-end {CALLED[fault.kind]} clears is not known"
    figures = (fault.amps, fault.stands_a2s)
    return Said(title, _unsure(plan, fault), level="caution", figures=figures)


def _unsure(plan: Plan, fault: Cleared) -> str:
    return (
        f"{fault.amps:.0f} A at the far end is below where {fault_word(plan)} is sure to act at once. "
        f"{size_words(plan.conductor.size_name)} stands it for {min(fault.stands_s, 99.0):.2g} s: hold that "
        "against its curve (IEC 60364-4-43, 434.5.2)."
    )


@check(
    "stop",
    Stage.CONDUCTOR,
    why="Until it clears, every metal case on the lead is live.",
    clears=f"{SOONER[:-1]}; or a residual-current device upstream.",
    on="AC",
    laws=(14,),
)
def far_end_earth(plan: Plan) -> Said | None:
    """A line to earth at the far end: cleared in the time its volts to earth give a person."""
    fault = next((f for f in plan.conductor.faults if f.kind == "earth"), None)
    if fault is None or fault.survives:
        return _survived(plan, fault)
    # What only a fault right behind the plug lets through is said of the short already; its time is not.
    if fault.burns and not _lets_through_at_once(plan, fault):
        return _burns(plan, fault)
    if fault.by is not None:
        return None
    if plan.conductor.guards.breaker_family == "breaker-na" and not plan.given.fused_plug:
        # NFPA 70 sets no time for a fault to earth.
        return _time_unknown(plan, fault)
    if fault.known:
        how = f"{fault_word(plan)} takes {fault.seconds:.2g} s"
    else:
        how = f"nothing is known to clear it within {fault.within_s:g} s"
    return Said(
        "A far-end earth fault does not clear",
        f"{fault.amps:.0f} A at the far end; {how}, and {fault.within_s:g} s is the most "
        "(IEC 60364-4-41, table 41.1).",
        figures=(fault.amps, fault.within_s),
    )


def fault_word(plan: Plan) -> str:
    """What guards the lead, as it is called."""
    guard = plan.conductor.guard
    return guard.word if guard is not None else "what guards it"


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
