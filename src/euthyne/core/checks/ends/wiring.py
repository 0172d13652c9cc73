"""The wire map: earth, neutral, crossings, what is left out, what shares a cavity."""

from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import replace

from euthyne.core.assembly.joints import Joint
from euthyne.core.assembly.nets import Net
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.assembling import wired_anew
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.trade.colours import role
from euthyne.core.trade.corewords import (
    core_said,
    course_said,
    function_of,
    is_function,
    own_name,
)
from euthyne.core.trade.shown import one_and_all

NUMBERED_OR_SHIELD = "0123456789ST"


def as_it_should(plan: Plan, words: str = "Wire it by function") -> Fix:
    """The fix that wires a lead as its kind is wired."""
    return Fix(words, (("wires", wired_anew(plan.lead)),))


def other_parts(words: str, others: Iterable[tuple[LeadEnd, Part | None]]) -> Fix | None:
    """The fix that puts another part at each of some ends; None where one has none."""
    found = list(others)
    if not all(part is not None for _, part in found):
        return None
    return Fix(words, tuple((end.path, part.id) for end, part in found if part is not None))


@check(
    "stop",
    Stage.ENDS,
    why="What is switched off stays live, or what is fed sees its supply the wrong way round.",
    clears="Each core in the cavity of its own function.",
    laws=(10,),
)
def crossed(plan: Plan) -> Said | None:
    """A core that lands on another function's cavity at one end. Line and neutral exchanged at an end
    that goes in either way are a note.
    """
    astray = [
        j for j in plan.ends.joints if has_one_place(j.function) and _apart(plan, j.for_a, j.for_b)
    ]
    if not astray:
        return None
    words = ", ".join(f"{function_of(j.core)} {course_said(j.a, j.b)}" for j in astray)
    if all(_either_way(plan, j) for j in astray):
        text = f"Exchanged: {words}. The plug goes in either way, so neither is always live."
        return Said("Line and neutral exchanged at a plug that fits both ways", text, level="note")
    return Said("Polarity crossed in the map", f"Crossed: {words}.", as_it_should(plan))


def _either_way(plan: Plan, joint: Joint) -> bool:
    """True for a line or neutral whose wrong end is at a coupler that goes in either way."""
    own = role(joint.function)
    if own not in ("line", "neutral") or {role(joint.for_a), role(joint.for_b)} != {
        "line",
        "neutral",
    }:
        return False
    wrong = "A" if role(joint.for_a) != own else "B"
    return all(end.part.face.reversible for end in plan.ends.on_side(wrong))


def _apart(plan: Plan, one: str | None, other: str | None) -> bool:
    """True for two cavities that are each for something, and not for the same."""
    if not one or not other or not is_function(one) or not is_function(other):
        return False
    return _pole(plan, one) != _pole(plan, other)


def _pole(plan: Plan, function: str) -> str:
    """What a cavity is for; the first tap of a pack is its minus, the last its plus."""
    return {"T0": "-", f"T{plan.lead.brief.cells}": "+"}.get(function, function)


def has_one_place(core: str) -> bool:
    """True for a core whose function fixes its cavity: lines, neutral, earth, plus, minus."""
    return core[0] not in NUMBERED_OR_SHIELD


@check(
    "stop",
    Stage.ENDS,
    why="The lead would carry nothing.",
    clears="Both ends of each core landed.",
    laws=(5,),
)
def left_out(plan: Plan) -> Said | None:
    """Lines, neutral, plus and minus land at both ends, each core in a cavity of its own."""
    short = [
        j.core
        for j in plan.ends.joints
        if j.function != "E" and has_one_place(j.function) and not (j.a and j.b)
    ]
    if not short:
        return None
    words = listed(dict.fromkeys(function_of(c) for c in short))
    are = "are" if len({function_of(c) for c in short}) > 1 else "is"
    text = f"{words[0].upper()}{words[1:]} {are} cut back at one end."
    return Said("A core is not landed", text, as_it_should(plan))


def listed(words: Iterable[str]) -> str:
    """Words in a row: one, two and three.

    >>> listed(["line 1", "line 2", "neutral"])
    'line 1, line 2 and neutral'
    """
    *first, last = words
    return f"{', '.join(first)} and {last}" if first else last


@check(
    "stop",
    Stage.ENDS,
    why="It would be a plan of cutting, not of a lead: nothing joins what is cut.",
    clears="A core landed in it, or a lead that is made without it.",
    laws=(6,),
)
def nothing_lands(plan: Plan) -> Iterator[Said]:
    """Whatever a lead is made of has a core in it: the junction of a repair, the splice of a tail, the
    switch of a harness.
    """
    for end in plan.ends.all:
        if end.landing or end.fitting.blanked:
            continue
        yield Said(
            f"Nothing lands in the {end.part.short}",
            f"No core lands in the {end.part.words}: the lead would not have the joint it is about.",
            as_it_should(plan),
            about=end.id,
        )


@check(
    "stop",
    Stage.ENDS,
    why="They are one wire from then on: the first moment it is live is a short.",
    clears="A terminal, a splice way or a barrel for each.",
    laws=(5,),
)
def functions_joined(plan: Plan) -> Said | None:
    """One net has one function: plus and minus, two lines, line and neutral never meet inside a lead."""
    joined = next((f for f in _functions_of_nets(plan) if len(f) > 1), None)
    if joined is None:
        return None
    words = listed(sorted(function_of(f) for f in joined))
    text = f"{words[0].upper()}{words[1:]} are joined by the map."
    return Said("Two functions in one joint", text, as_it_should(plan))


def _functions_of_nets(plan: Plan) -> Iterator[frozenset[str]]:
    """The functions of the cores of each net, taps of a pack's ends counted as its poles."""
    names = {(x.fitting, x.cavity): x for x in plan.given.assembly.landings}
    cores: dict[tuple[str, str], set[str]] = {}
    for x in plan.given.assembly.landings:
        jumper = plan.given.assembly.cable(x.at.cable).jumper
        # A jumper has a function at each end, not along it.
        if not jumper and has_one_place(x.core):
            cores.setdefault((x.fitting, x.cavity), set()).add(_pole(plan, x.core))
    for position in plan.ends.positions:
        for net in position.nets:
            found = {f for point in net if point in names for f in cores.get(point, ())}
            yield frozenset(found)


@check(
    "stop",
    Stage.ENDS,
    why="What they belong to is joined there.",
    clears="One core in each terminal, or a part that is made for two.",
    laws=(5,),
)
def shared_cavity(plan: Plan) -> Said | None:
    """Two cores in one cavity of a single-phase lead are a short or a mistake."""
    for end in plan.ends.all:
        if end.part.positions:
            continue
        # The neutral of two cores may share a receptacle: what they belong to is one already.
        alike = {
            (own_name(c), mark) for c, mark in end.landing.items() if has_one_place(own_name(c))
        }
        marks = Counter(mark for _, mark in alike)
        twice = next((mark for mark, n in marks.items() if n > 1), None)
        if twice:
            what = f"Two cores land in {twice} at the {end.named}."
            return Said("Two cores in one terminal", what, as_it_should(plan))
    return None


@check(
    "stop",
    Stage.ENDS,
    why="A fault then leaves the case of what is plugged in at mains volts.",
    clears="Three cores, with the earth landed at both ends.",
    on="AC",
    laws=(7,),
)
def no_earth(plan: Plan) -> Said | None:
    """An earthed load, or an earthed socket, needs an earth core through both ends."""
    needed = plan.lead.brief.earthed or plan.ends["B"].part.has_earth
    if not needed or _sounds(plan, "E", "E", across=True) or _reaches_the_braid(plan):
        return None
    without = next(
        (e.part for e in plan.ends.all if e.side is not None and not e.part.has_earth), None
    )
    if without is not None:
        return Said(
            "No earth through the lead",
            f"{without.words} has no earth contact, and the load wants one.",
        )
    if not plan.lead.brief.earthed:
        fix = Fix(
            "Make it a three-core earthed lead",
            (("wires", wired_anew(plan.lead)), ("brief.earthed", True)),
        )
        return Said(
            "No earth through the lead",
            "The cord has two cores, yet its far end offers an earth.",
            fix,
        )
    text = "The earth contact of one end does not reach the earth contact of the other."
    return Said("No earth through the lead", text, as_it_should(plan))


def _sounds(plan: Plan, one: str, other: str, across: bool = False) -> bool:
    """True when a cavity for one function conducts to one for another; ``across`` the lead, from the
    supply side to the load side, whichever way its switches stand.
    """
    if across:
        return all(_in_one_net(plan, p.nets, one, other, across) for p in plan.ends.positions)
    return _in_one_net(plan, plan.ends.positions[-1].nets, one, other, across)


def _in_one_net(plan: Plan, nets: Iterable[Net], one: str, other: str, across: bool) -> bool:
    wanted = plan.given.map.purpose
    for net in nets:
        ones = {point[0] for point in net if wanted(point) == one}
        others = {point[0] for point in net if wanted(point) == other}
        if not across and ones and others:
            return True
        if _on(plan, ones, "A") and _on(plan, others, "B"):
            return True
    return False


def _reaches_the_braid(plan: Plan) -> bool:
    """True where the earth is the braid of a tape: it ends before the far end, and is joined to the
    plug.
    """
    if Trait.BUS_WIRES not in plan.kind.traits:
        return False
    braids = {end.id for end in plan.ends.all if end.side is None and end.fitting.function == "E"}
    return any(
        _on(plan, {f for f, mark in net if mark == "E"}, "A") and braids & {f for f, _ in net}
        for net in plan.ends.positions[-1].nets
    )


def _on(plan: Plan, fittings: set[str], side: str) -> bool:
    return any(plan.ends.by_id[name].side == side for name in fittings)


@check(
    "stop",
    Stage.ENDS,
    why=(
        "The case of everything plugged in then carries the return current, and a "
        "residual-current device trips."
    ),
    clears="Each in its own cavity, at both ends.",
    on="AC",
    laws=(20,),
)
def neutral_earth(plan: Plan) -> Said | None:
    """Neutral and earth are never joined in a lead."""
    if not _sounds(plan, "N", "E"):
        return None
    return Said(
        "Neutral joined to earth",
        "The map lets neutral and earth sound together.",
        as_it_should(plan),
    )


@check(
    "note",
    Stage.ENDS,
    why="Polarity is kept along the lead, not at the wall.",
    clears="Nothing to clear.",
    on="AC",
)
def reversible(plan: Plan) -> Said | None:
    """A plug that goes in either way fixes no polarity."""
    ends = [p.words for p in plan.ends.parts if p.face.reversible]
    if not ends:
        return None
    return Said(
        "The plug goes in either way",
        f"{ends[0]}: either line pin may be live. A switch or fuse must break both lines.",
    )


@check(
    "note",
    Stage.ENDS,
    why=(
        "The drawing shows the earth in its place; the other two may be the other way on your part."
    ),
    clears="Read L and N on the part itself.",
    on="AC",
)
def marks_decide(plan: Plan) -> Said | None:
    """Where the standard does not fix the places, the moulded marks do."""
    unsure = [p for p in plan.ends.parts if not p.face.sure and not p.face.reversible]
    if not unsure:
        return None
    return Said("Go by the moulded marks", unsure[0].face.note)


@check(
    "stop",
    Stage.ENDS,
    why="A balance wire that is shifted by one shorts a cell through a wire as thin as a hair.",
    clears=(
        "Taps from pack minus to pack plus, in order. Measure the pack with a voltmeter "
        "before wiring."
    ),
    on="DC",
    laws=(10,),
)
def taps_out_of_order(plan: Plan) -> Said | None:
    """Balance taps run in cell order at both ends."""
    taps = [j for j in plan.ends.joints if j.function.startswith("T")]
    astray = [
        j
        for j in taps
        if {_pole(plan, x or "") for x in (j.for_a, j.for_b, j.function)}
        != {_pole(plan, j.function)}
    ]
    if not astray:
        return None
    words = ", ".join(f"{core_said(j.core)} {course_said(j.a, j.b)}" for j in astray)
    return Said(
        "Balance taps out of order",
        f"Astray: {words}.",
        as_it_should(plan, "Put the taps in cell order"),
    )


@check(
    "caution",
    Stage.ENDS,
    why=(
        "Landed nowhere it does nothing; landed at both ends it carries whatever the two earths "
        "disagree about."
    ),
    clears="The shield landed at one end, its other end cut back and insulated; or a reason.",
    on="DC",
)
def shield_landing(plan: Plan) -> Said | None:
    """A shield is landed at one end."""
    shield = next((j for j in plan.ends.joints if j.function == "S"), None)
    if shield is None or bool(shield.a) != bool(shield.b):
        return None
    where = "nowhere"
    if shield.a:
        where = "at both ends"
    one = tuple(
        replace(j, a=j.a or "S", b=None) if j.function == "S" else j for j in plan.ends.joints
    )
    fix = None
    if "S" in plan.ends["A"].part.marks:
        wires = plan.given.map.wires(one)
        fix = Fix("Land it at the supply end only", (("wires", wires),))
    text = f"The map lands the shield {where}."
    return Said("The shield is landed " + where, text, fix, figures=(where,))


@check(
    "caution",
    Stage.ENDS,
    why="Water finds the one hole that was left.",
    clears="A blanking plug in every cavity that is not used.",
    on="DC",
    laws=(18,),
)
def open_cavities(plan: Plan) -> Said | None:
    """Cavities of a sealed connector that are not used are blanked."""
    ends = [e for e in plan.ends.ours if TERMINATIONS[e.part.joint].sealed and _empty(e)]
    if not ends:
        return None
    empty = _empty(ends[0])
    plugged = tuple((f"fittings.{e.id}.blanked", (*e.fitting.blanked, *_empty(e))) for e in ends)
    return Said(
        "Open cavities",
        f"{ends[0].part.words}: {', '.join(empty)} {'is' if len(empty) == 1 else 'are'} empty.",
        Fix("They are plugged", plugged),
        figures=tuple(empty),
    )


def _empty(end: LeadEnd) -> tuple[str, ...]:
    """The ways of an end with neither a core nor a blank in them."""
    used = {*end.landing.values(), *end.fitting.blanked}
    return tuple(mark for mark in end.part.marks if mark not in used)


@check(
    "caution",
    Stage.ENDS,
    why="What was meant to be one circuit is two, or a short.",
    clears="Each core in a cavity of its own; or a reason, where a core is looped on.",
    on="DC",
)
def looped_cavity(plan: Plan) -> Said | None:
    """Two numbered cores in one cavity are looped on: meant, or a mistake."""
    for end in plan.ends.all:
        cores = {c: m for c, m in end.landing.items() if not has_one_place(own_name(c))}
        marks = list(cores.values())
        twice = next((m for m in marks if marks.count(m) > 1), None)
        if twice:
            shared = one_and_all(own_name(c) for c, mark in cores.items() if mark == twice)
            return Said(
                f"Cores {shared} share a cavity",
                f"Both land in {twice} at the {end.named}.",
                figures=(shared, twice, end.id),
            )
    return None
