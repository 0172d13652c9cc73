"""Whether cord and cores go into the parts."""

import math
from collections.abc import Iterator

from euthyne.core.checks.conductor.rating import take_size
from euthyne.core.checks.ends.wiring import listed
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import keeps, stand_ins
from euthyne.core.stages.conductor.into_ends import GAUGE_GIVE, lug_share
from euthyne.core.stages.conductor.laid import LaidCable
from euthyne.core.stages.ends.ends import CLOSED_FOR_GOOD, LeadEnd
from euthyne.core.trade.barrel import lug_for, most_crimped_mm2
from euthyne.core.trade.boxroom import box_wants_ml
from euthyne.core.trade.cable import Diameter
from euthyne.core.trade.die import FILL_LEAST
from euthyne.core.trade.figure import millilitres, mm, mm2
from euthyne.core.trade.volts import excess


@check(
    "stop",
    Stage.ENDS,
    why="The terminals then take every pull, and let go one by one.",
    clears="A part whose grip takes this cord, or another cord.",
    laws=(16,),
)
def cord_in_grip(plan: Plan) -> Iterator[Said]:
    """A cord outside what the grip holds is held by its cores, or not at all."""
    for end, laid in _gripping(plan):
        p, cord = end.part, laid.diameter
        if cord is None:
            continue
        low, high = p.grip_mm
        fat, thin = cord.low_mm > high, cord.high_mm < low
        if not (fat or thin):
            continue
        if cord.low_mm != cord.high_mm:
            size = f"{mm(cord.low_mm, cord.high_mm):g}"
        else:
            size = f"{mm(cord.low_mm):g}"
        what = "cord" if laid.sheathed else "wire"
        held = f"It takes {mm(low, high):g}; {laid.written} is {size}."
        if laid.sheathed:
            held += " It would be held by its cores." if fat else " It would slide out."
        else:
            held += " Its seal would split, or not go in." if fat else " Water would pass its seal."
        yield Said(
            f"The {what} is too {'fat' if fat else 'thin'} for the {p.short}",
            f"At the {end.named}: {held}",
            fitting_parts(plan),
            about=f"{end.id}-{laid.id}",
        )


@check(
    "caution",
    Stage.ENDS,
    why="A seal that is too tight splits on its way in; one that is too wide lets water along the core.",
    clears="A core of this cord measured, and written down as the reason; or another cord, or single wires.",
    laws=(12,),
)
def core_in_seal(plan: Plan) -> Iterator[Said]:
    """Where each core of a cord has a seal of its own, its insulation is in the seal's range: a stop where it
    cannot be.
    """
    for end, laid in _landed(plan):
        if not (end.part.seals_cores and laid.sheathed) or laid.size is None:
            continue
        (low, high), least, most = end.part.grip_mm, laid.least_core_mm, laid.core_mm
        never = least > high or most < low
        if low <= least and most <= high:
            continue
        yield Said(
            f"A core does not suit the seals of the {end.part.short}"
            if never
            else f"Measure a core for the seals of the {end.part.short}",
            f"They take {mm(low, high):g}; no table lists a core of {laid.written}, which may be "
            f"{mm(least, most):.2g}.",
            level="stop" if never else "caution",
            figures=(end.part.id, laid.written),
            about=end.id,
        )


@check(
    "stop",
    Stage.ENDS,
    why="The first pull is on the joints, and they part one by one.",
    clears="A part that grips the sheath, or a box or body that clamps it.",
    laws=(16,),
)
def nothing_grips(plan: Plan) -> Iterator[Said]:
    """Every cord that is handled is held by its sheath at both its ends."""
    for end, laid in _landed(plan):
        own = laid.cable.existing is None and laid.sheathed
        part = end.part
        held = part.grips or part.ties or part.open_end or part.panel_mm or end.side is None
        if own and not held and end.part.closing != "blind" and end.part.joint != CLOSED_FOR_GOOD:
            text = f"The {end.part.words} has no grip: {laid.written} hangs on its cores there."
            yield Said("Nothing holds the sheath", text, about=f"{end.id}-{laid.id}")


def _gripping(plan: Plan) -> list[tuple[LeadEnd, LaidCable]]:
    """The parts that hold the cord itself, each with the cable it holds; a panel part takes its
    cores alone, and so does what sits between two cables without a grip.
    """
    return [
        (end, laid)
        for end, laid in _landed(plan)
        if not end.part.takes_cores_alone(laid.sheathed)
        and (end.side is not None or end.part.grips)
    ]


def _landed(plan: Plan) -> list[tuple[LeadEnd, LaidCable]]:
    """Every fitting that is made here with every cable that lands in it."""
    assembly = plan.given.assembly
    return [
        (end, plan.conductor.laid[at.cable])
        for end in plan.ends.ours
        for at in assembly.ends_in(end.id)
    ]


def fitting_parts(plan: Plan) -> Fix | None:
    """Parts of the same faces and contacts, at each end that does not take this cord, that do; None
    where one lacks.
    """
    cord, size = plan.conductor.diameter, plan.conductor.size
    if cord is None or size is None:
        return None
    words, changes = [], []
    dry = plan.lead.brief.place == "indoor"
    for end, p in both_ends(plan):
        if _takes(plan, p, cord, size.cross_section_mm2):
            continue
        others = stand_ins(p, (cord.low_mm, cord.high_mm), size.cross_section_mm2)
        other = next((o for o in others if keeps(p, o, dry) and _stands(plan, o)), None)
        if other is None:
            return None
        words.append(f"the {other.words}, {mm(other.grip_mm[0], other.grip_mm[1]):g}")
        changes.append((end, other.id))
    if changes:
        return Fix(f"Take {listed(dict.fromkeys(words))}", tuple(changes))
    return None


def _stands(plan: Plan, other: Part) -> bool:
    """True for a part that stands the volts and the amps of the lead."""
    enough = plan.brief.steady_amps is None or other.steady_amps >= plan.brief.steady_amps
    return enough and excess(other.made_for, plan.brief.stands_at) is None


def both_ends(plan: Plan) -> list[tuple[str, Part]]:
    """The part of every fitting that is made here, with the path of it."""
    return [(end.path, end.part) for end in plan.ends.ours]


def _takes(plan: Plan, p: Part, cord: Diameter, copper_mm2: float) -> bool:
    """True when a part's grip holds a cord, whatever its standard lets it be, or nothing of it is round one, and
    its terminals its copper.
    """
    alone = p.takes_cores_alone(plan.conductor.cable_type.cord)
    gripped = alone or (p.grip_mm[0] <= cord.low_mm and cord.high_mm <= p.grip_mm[1])
    return gripped and p.terminal_mm2[0] <= copper_mm2 <= p.terminal_mm2[1]


@check(
    "stop",
    Stage.ENDS,
    why="A terminal that is too big or too small clamps some of the strands.",
    clears="Another part, or another size.",
    laws=(12, 21),
)
def conductor_in_terminal(plan: Plan) -> Iterator[Said]:
    """A conductor outside what the terminal takes is not clamped."""
    said: set[str] = set()
    for end, laid in _landed(plan):
        if laid.size is None or end.part.id in said:
            continue
        p, area = end.part, laid.copper_mm2
        low, high = p.terminal_mm2
        if not low * (1 - GAUGE_GIVE) <= area <= high * (1 + GAUGE_GIVE):
            said.add(p.id)
            own = laid.size.words
            if laid.size.unit == "AWG":
                own = f"{own}, {mm2(area):three}"
            yield Said(
                f"The conductor does not suit the {p.short}",
                f"Its terminals take {mm2(low, high):g}; this is {own}.",
                fitting_parts(plan) or _size_that_fits(plan),
                about=p.id,
            )


def _size_that_fits(plan: Plan) -> Fix | None:
    """The smallest size that carries the load and goes into the ends; None where it is taken."""
    sizing = plan.conductor.sizing
    fits = (c.size for c in sizing.candidates if c.fits) if sizing else iter(())
    return take_size(plan, next(fits, None))


@check(
    "stop",
    Stage.ENDS,
    why="A terminal that is overfull clamps the outer strands and lets the inner ones move.",
    clears="A larger terminal, smaller cores, or one core in each.",
    laws=(5,),
)
def terminal_overfull(plan: Plan) -> Said | None:
    """Two conductors in one terminal are added up."""
    if plan.conductor.size is None:
        return None
    area = plan.conductor.size.cross_section_mm2
    for end in plan.ends.ours:
        p, marks = end.part, list(end.landing.values())
        for mark in dict.fromkeys(marks):
            together = marks.count(mark) * area
            # A tab minds its receptacle, and that takes what its barrel takes: not the tab's own range.
            most = most_crimped_mm2() if p.joint == "blade" else p.terminal_mm2[1]
            if marks.count(mark) > 1 and together > most * (1 + GAUGE_GIVE):
                text = (
                    f"{marks.count(mark)} cores of {plan.conductor.size.words} are "
                    f"{mm2(together):three} together; {mark} of the {p.short} takes "
                    f"{mm2(most):three}."
                )
                return Said("More copper than the terminal takes", text)
    return None


@check(
    "stop",
    Stage.ENDS,
    why="A lug a size too big is pressed onto air: it pulls off, or heats until it does.",
    clears="A lug made for this very size, metric or gauge, pressed with its own die.",
    laws=(12, 21),
)
def lug_too_big(plan: Plan) -> Said | None:
    """The copper fills its lug."""
    size = plan.conductor.size
    if size is None or not any(e.landing and e.part.lug_by_size for e in plan.ends.ours):
        return None
    lug, share = lug_for(size.cross_section_mm2), lug_share(size)
    if lug is None or share >= FILL_LEAST:
        return None
    text = f"{size.words} fills {share:.0%} of the {lug.size.words} lug; {FILL_LEAST:.0%} is the least."
    return Said("The lug is a size too big", text, _size_that_fits(plan))


@check(
    "stop",
    Stage.ENDS,
    why=(
        "It is sold moulded onto its cord only: what opens and closes again is not made to its "
        "standard."
    ),
    clears="A plug that is made to be wired, or a cord that comes with it moulded on.",
)
def moulded_only(plan: Plan) -> Said | None:
    """A coupler that is never made to be wired."""
    part = next((p for _, p in both_ends(plan) if p.rewirable == "never"), None)
    if part is None:
        return None
    return Said("Only made moulded on", f"{part.words}: {part.standard} knows no other.")


@check(
    "note",
    Stage.ENDS,
    why="Most of them are moulded on; one that opens may be rated for less than its shape says.",
    clears="Nothing to clear: look for the mark of its maker and its rating.",
)
def seldom_wired(plan: Plan) -> Said | None:
    """A coupler that is seldom made to be wired."""
    part = next((p for _, p in both_ends(plan) if p.rewirable == "seldom"), None)
    if part is None:
        return None
    return Said("Seldom made to be wired", f"{part.words}: look at the one in your hand.")


@check(
    "caution",
    Stage.ENDS,
    why="A cord at the wrong end of its range is not held.",
    clears="Its measured diameter, entered here.",
)
def measure_the_cord(plan: Plan) -> Said | None:
    """The standard lets the cord be fatter or thinner than the grip takes: measure the one in hand."""
    cord = plan.conductor.diameter
    if cord is None or cord_in_grip(plan):
        return None
    for end, laid in _gripping(plan):
        p = end.part
        low, high = p.grip_mm
        if laid.id != plan.conductor.main.id:
            continue
        if cord.low_mm < low or cord.high_mm > high:
            return Said(
                f"Measure the cord for the {p.short}",
                f"{plan.conductor.written} may be {mm(cord.low_mm, cord.high_mm):g}; the "
                f"grip takes {mm(low, high):g}.",
                fitting_parts(plan),
                figures=(p.id, plan.conductor.written),
            )
    return None


@check(
    "caution",
    Stage.ENDS,
    why="Whether the grips hold it can not be said.",
    clears="Its measured diameter, entered here.",
)
def diameter_unknown(plan: Plan) -> Said | None:
    """No table lists this cord's diameter."""
    if plan.conductor.size is None or plan.conductor.diameter is not None:
        return None
    what = "cord" if plan.conductor.main.sheathed else "wire"
    return Said(
        f"Measure the {what}",
        f"No table here lists the outside diameter of {plan.conductor.written}.",
        figures=(plan.conductor.written,),
    )


@check(
    "caution",
    Stage.ENDS,
    why="Cores pressed into a full box are pinched, warm each other, and lean on the terminals.",
    clears="A deeper box, or thinner cores.",
)
def room_in_box(plan: Plan) -> Said | None:
    """A box has room for its conductors and its device.

    Source: NFPA 70, 314.16(B): a volume for each conductor by its size, one for all earths, two for
    a device; used for every box whose volume is known.
    """
    for end in plan.ends.ours:
        laid = [x for fitted, x in _landed(plan) if fitted.id == end.id and x.size is not None]
        if not end.part.volume_ml or not laid:
            continue
        lines = sum(x.count - x.earthed for x in laid)
        wanted = box_wants_ml(lines, max(x.copper_mm2 for x in laid), end.part.devices)
        if wanted > end.part.volume_ml:
            if math.isinf(wanted):
                wants = "Its cores are thicker than any that a box is counted for"
            else:
                wants = f"Its cores and the device want {millilitres(wanted):.0f}"
            return Said(
                f"Little room in the {end.part.short}'s box",
                f"{wants}; it holds {millilitres(end.part.volume_ml):.0f}.",
                figures=(wanted, end.part.volume_ml),
            )
    return None
