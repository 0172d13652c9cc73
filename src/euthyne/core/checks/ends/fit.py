"""Whether cord and cores go into the parts."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import stand_ins
from euthyne.core.stages.conductor.laid import LaidCable
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.trade.barrel import lug_for
from euthyne.core.trade.boxroom import box_wants_ml
from euthyne.core.trade.cable import Diameter
from euthyne.core.trade.die import FILL_LEAST, filled

GAUGE_GIVE = 0.005  # a range rounded from a gauge takes that gauge: 13.3 mm2 is 6 AWG


OWN_SIZE = (
    1.02  # a lug marked with the conductor's own size is its maker's answer, whatever its bore
)


@check(
    "stop",
    Stage.ENDS,
    why="The terminals then take every pull, and let go one by one.",
    clears="A part whose grip takes this cord, or another cord.",
)
def cord_in_grip(plan: Plan) -> Said | None:
    """A cord outside what the grip holds is held by its cores, or not at all."""
    for p, laid in _gripping(plan):
        cord = laid.diameter
        if cord is None:
            continue
        low, high = p.grip_mm
        fat, thin = cord.low_mm > high, cord.high_mm < low
        if not (fat or thin):
            continue
        if cord.low_mm != cord.high_mm:
            size = f"{cord.low_mm:g} to {cord.high_mm:g} mm"
        else:
            size = f"{cord.low_mm:g} mm"
        held = "It would slide out."
        if fat:
            held = "It would be held by its cores."
        return Said(
            f"The cord is too {'fat' if fat else 'thin'} for the {p.short}",
            f"The grip takes {low:g} to {high:g} mm; {laid.written} is {size}. {held}",
            fitting_parts(plan),
        )
    return None


def _gripping(plan: Plan) -> list[tuple[Part, LaidCable]]:
    """The parts that hold the cord itself, each with the cable it holds; a panel part takes its
    cores alone, and so does what sits between two cables without a grip.
    """
    return [
        (end.part, laid)
        for end, laid in _landed(plan)
        if not end.part.panel_mm and (end.side is not None or end.part.grips)
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
    for end, p in both_ends(plan):
        if _takes(p, cord, size.cross_section_mm2):
            continue
        other = next(iter(stand_ins(p, (cord.low_mm, cord.high_mm), size.cross_section_mm2)), None)
        if other is None:
            return None
        words.append(f"the {other.words}, {other.grip_mm[0]:g} to {other.grip_mm[1]:g} mm")
        changes.append((end, other.id))
    if changes:
        return Fix(f"Take {' and '.join(words)}", tuple(changes))
    return None


def both_ends(plan: Plan) -> list[tuple[str, Part]]:
    """The part of every fitting that is made here, with the path of it."""
    return [(end.path, end.part) for end in plan.ends.ours]


def _takes(p: Part, cord: Diameter, copper_mm2: float) -> bool:
    """True when a part's grip holds a cord, whatever its standard lets it be, and its terminals its
    copper.
    """
    gripped = p.panel_mm or p.grip_mm[0] <= cord.low_mm and cord.high_mm <= p.grip_mm[1]
    return bool(gripped) and p.terminal_mm2[0] <= copper_mm2 <= p.terminal_mm2[1]


@check(
    "stop",
    Stage.ENDS,
    why="A terminal that is too big or too small clamps some of the strands.",
    clears="Another part, or another size.",
)
def conductor_in_terminal(plan: Plan) -> Said | None:
    """A conductor outside what the terminal takes is not clamped."""
    for end, laid in _landed(plan):
        if laid.size is None:
            continue
        p, area = end.part, laid.copper_mm2
        low, high = p.terminal_mm2
        if not low * (1 - GAUGE_GIVE) <= area <= high * (1 + GAUGE_GIVE):
            return Said(
                f"The conductor does not suit the {p.short}'s terminals",
                f"They take {low:g} to {high:g} mm²; {laid.size.name} is {area:.2f} mm².",
                fitting_parts(plan),
            )
    return None


@check(
    "stop",
    Stage.ENDS,
    why="A terminal that is overfull clamps the outer strands and lets the inner ones move.",
    clears="A larger terminal, smaller cores, or one core in each.",
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
            if marks.count(mark) > 1 and together > p.terminal_mm2[1]:
                text = (
                    f"{marks.count(mark)} cores of {area:g} mm² are {together:g} mm²; {mark} "
                    f"of the {p.short} takes "
                )
                return Said(
                    "More copper than the terminal takes", f"{text}{p.terminal_mm2[1]:g} mm²."
                )
    return None


@check(
    "stop",
    Stage.ENDS,
    why="A lug a size too big is pressed onto air: it pulls off, or heats until it does.",
    clears="A lug made for this very size, metric or gauge, pressed with its own die.",
)
def lug_too_big(plan: Plan) -> Said | None:
    """The copper fills its lug."""
    if plan.conductor.size is None:
        return None
    area = plan.conductor.size.cross_section_mm2
    lug = lug_for(area)
    lugged = next((p for _, p in both_ends(plan) if p.lug_by_size), None)
    if lugged is None or lug is None or lug.size_mm2 <= area * OWN_SIZE:
        return None
    share = filled(lug.bore_mm, area)
    if share >= FILL_LEAST:
        return None
    text = (
        f"{plan.conductor.size.name} fills {share:.0%} of the {lug.size.name} lug; "
        f"{FILL_LEAST:.0%} is the least."
    )
    return Said("The lug is a size too big", text)


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
    if cord is None or cord_in_grip(plan) is not None:
        return None
    for p, laid in _gripping(plan):
        low, high = p.grip_mm
        if laid.id != plan.conductor.main.id:
            continue
        if cord.low_mm < low or cord.high_mm > high:
            return Said(
                f"Measure the cord for the {p.short}",
                f"{plan.conductor.written} may be {cord.low_mm:g} to {cord.high_mm:g} mm; the "
                f"grip takes {low:g} to {high:g} mm.",
                fitting_parts(plan),
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
    return Said(
        "Measure the cord", f"No table here lists the outside diameter of {plan.conductor.written}."
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
        wanted = box_wants_ml(lines, max(x.copper_mm2 for x in laid))
        if wanted > end.part.volume_ml:
            return Said(
                f"Little room in the {end.part.short}'s box",
                f"Its cores and the device want {wanted:.0f} ml; it holds "
                f"{end.part.volume_ml:.0f} ml.",
            )
    return None
