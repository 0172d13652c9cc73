"""What a finger can reach while it can be live."""

from collections.abc import Iterator

from euthyne.core.checks.ends.wiring import listed, other_parts
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.solar_string import SolarBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.trade.colours import COUNTRIES
from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.fault import Level

# Volts that a dry hand does not feel, and one that is wet: direct and alternating. IEC 60364-4-41, 414.4.5
DRY_VOLTS, WET_VOLTS = (60.0, 25.0), (30.0, 12.0)
MANY_LUGS = 6  # as many as a sentence names one by one
WANT_A_COVER = ("no", "cover")  # nothing of the lug itself keeps a spanner off it
HARMLESS_AMPS, HARMLESS_VA = 8.0, 100.0  # a limited source, IEC 62368-1 annex Q


@check(
    "stop",
    Stage.ENDS,
    why="A hand or a spanner that meets it while the other end is in takes the whole supply.",
    clears="Holes, or contacts behind a guard, on every end that another end can make live.",
    laws=(9,),
)
def live_contact(plan: Plan) -> Iterator[Said]:
    """Each end that a source can make live while it is unmated keeps its contacts out of reach,
    whatever its gender is called: a stop above the volts a hand stands, below them a caution, and of a
    source that gives little a note.
    """
    for end in plan.ends.ours:
        if _bare_and_live(plan, end):
            yield _live(plan, end)


def _live(plan: Plan, end: LeadEnd) -> Said:
    p, level = end.part, how_grave(plan)
    holes = _same_face(p, "socket")
    fix = None
    if holes and not holes.touchable and _must_be(end) != p.contact:
        fix = Fix(f"Take the {holes.words} instead", ((end.path, holes.id),))
    order = ""
    if level == "caution":
        order = " Put this end in first, the end at its source last."
        if Trait.TWO_SOURCES in plan.kind.traits:
            order = " Cover them until they are in: charger end first, battery last."
    return Said(
        "A live contact can be touched",
        f"The {end.named} shows {p.contact_words} ({p.words}), and they are live once the "
        f"other end is in.{order}",
        fix,
        level,
        figures=(p.id, plan.brief.volts, plan.lead.brief.place),
        about=end.id,
    )


def how_grave(plan: Plan) -> Level:
    """How grave a contact is that can be touched while it is live: by volts, by place, by what its
    source gives.
    """
    there = plan.brief.stands_at
    dry = plan.lead.brief.place == "indoor"
    direct, alternating = DRY_VOLTS if dry else WET_VOLTS
    if there.between > (direct if there.direct else alternating):
        return "stop"
    amps = plan.brief.demand_amps or 0.0
    battery = {Trait.FUSED_AT_THE_POST, Trait.CHARGES, Trait.CUT_ON_A_PACK} & plan.kind.traits
    if battery or amps > HARMLESS_AMPS or amps * there.between > HARMLESS_VA:
        return "caution"
    return "note"


@check(
    "caution",
    Stage.ENDS,
    why="A spanner from a lug to the next pole takes all that the battery gives.",
    clears="Lugs with boots, or a cover over the post; or a reason.",
    on="DC",
    laws=(9,),
)
def lugs_uncovered(plan: Plan) -> Said | None:
    """Bolted lugs want a boot or a cover."""
    bare = [e for e in plan.ends.ours if e.part.lug_by_size and e.part.finger_safe in WANT_A_COVER]
    if not bare:
        return None
    fix = other_parts("Take lugs with boots", ((e, _booted(e.part)) for e in bare))
    names = listed(dict.fromkeys(e.named for e in bare))
    where = names if len(bare) <= MANY_LUGS else f"any of {len(bare)} lugs"
    return Said("Bare lugs", f"No boot at {where}.", fix, figures=(names,))


def _booted(like: Part) -> Part | None:
    """A lug for the same stud whose metal a boot covers."""
    return next(
        (
            p
            for p in shelf().values()
            if p.lug_by_size
            and p.stud == like.stud
            and p.finger_safe == "boot"
            and p.joint == like.joint
        ),
        None,
    )


@check(
    "stop",
    Stage.ENDS,
    why="It goes into nothing, or plus goes into minus: this is the mistake made most on a roof.",
    clears="A pole that lengthens has a pin at one end and a hole at the other; each place shows one of each.",
    on="DC",
    laws=(10,),
)
def solar_genders(plan: Plan) -> Iterator[Said]:
    """The contacts of a string's run follow what the module's plus shows."""
    if Trait.LIVE_BY_DAY not in plan.kind.traits:
        return
    poles = {e.id: e for e in plan.ends.ours if e.fitting.function in ("+", "-") and _mates(e)}
    for function in ("+", "-"):
        own = [e for e in poles.values() if e.fitting.function == function]
        if len(own) == 2 and own[0].part.contact == own[1].part.contact:
            text = f"The {function_of(function)} pole shows {own[0].part.contact_words} at both its ends."
            yield Said(
                "A pole with one contact at both ends", text, _turned(own[1]), about=function
            )
    for side in ("A", "B"):
        here = [e for e in poles.values() if e.side == side]
        if len(here) == 2 and here[0].part.contact == here[1].part.contact:
            place = here[0].place.said if here[0].place else "one end"
            text = f"Both poles show {here[0].part.contact_words} at {place}: each takes either."
            yield Said(
                "Plus and minus with one contact", text, _turned(here[1]), about=f"at-{side}"
            )
    module = SolarBrief.of(plan.lead.brief).module_plus
    first = next((e for e in poles.values() if e.side == "A" and e.fitting.function == "+"), None)
    if module != "unknown" and first is not None and first.part.contact == module:
        shows = {"pin": "a pin", "socket": "a hole"}[module]
        text = f"A module's plus shows {shows}, and so does the plus of this run at the panels."
        yield Said(
            "It does not go into the module",
            text,
            _turned_all(list(poles.values())),
            about="module",
        )


def _mates(end: LeadEnd) -> bool:
    return end.part.contact in ("pin", "socket")


def _turned(end: LeadEnd) -> Fix | None:
    return _turned_all([end])


def _turned_all(ends: list[LeadEnd]) -> Fix | None:
    """The other half at each of some ends; None where one has none."""
    other: dict[str, str] = {"pin": "socket", "socket": "pin"}
    words = "Take the other half there" if len(ends) == 1 else "Turn every half round"
    return other_parts(words, ((e, _same_face(e.part, other[e.part.contact])) for e in ends))


@check(
    "caution",
    Stage.ENDS,
    why="The device at its end was made for the other country's earth, fuse and colours.",
    clears="Both ends of one country; or a reason, with the use it is made for.",
    on="AC",
    laws=(10,),
)
def two_countries(plan: Plan) -> Said | None:
    """A plug of one country and an outlet of another."""
    a, b = (e.part for e in (plan.ends["A"], plan.ends["B"]))
    lands = [part.standard.rpartition(", ")[2] for part in (a, b)]
    if lands[0] == lands[1] or not {a.standard, b.standard} <= set(COUNTRIES):
        return None
    text = f"{a.words} on one end, {b.words} on the other."
    return Said("Two countries", text, figures=(a.id, b.id))


def _must_be(end: LeadEnd) -> str | None:
    """The contact an end has to have where it is known what it goes into; None where it is not."""
    if end.place is None or end.place.shows is None:
        return None
    return {"pin": "socket", "socket": "pin"}[end.place.shows]


@check(
    "stop",
    Stage.ENDS,
    why="It goes into nothing, until somebody makes an adaptor that takes the guard away.",
    clears="The other half of what it goes into.",
    laws=(10,),
)
def alike_contacts(plan: Plan) -> Said | None:
    """An end that mates has the other contact than what it goes into."""
    for end in plan.ends.ours:
        wanted = _must_be(end)
        if wanted is None or end.part.contact not in ("pin", "socket"):
            continue
        if end.part.contact != wanted and not end.id.endswith("-taps"):
            other = _same_face(end.part, wanted)
            fix = Fix(f"Take the {other.words}", ((end.path, other.id),)) if other else None
            words = {"pin": "Pins to pins", "socket": "Holes to holes"}[end.part.contact]
            return Said(
                words,
                f"The {end.named} is {end.part.words}, and what it goes into shows "
                f"{end.part.contact_words} too.",
                fix,
            )
    return None


def _bare_and_live(plan: Plan, end: LeadEnd) -> bool:
    """True for an end with a face that another end can make live, and a finger can reach."""
    faces = end.side is not None and plan.brief.live_when_unmated(end.side)
    return faces and end.part.touchable and end.part.contact != "clamp"


def _same_face(like: Part, contact: str) -> Part | None:
    """The other half of a part: of its family and face, with other contacts; of the same terminals
    where several.
    """
    found = [
        p
        for p in shelf().values()
        if p.contact == contact and p.face == like.face and p.family == like.family
    ]
    return min(
        found,
        key=lambda p: (p.terminal_mm2 != like.terminal_mm2, p.amps != like.amps),
        default=None,
    )


@check(
    "stop",
    Stage.ENDS,
    why="Whichever end goes in first, bare live pins stick out of the other.",
    clears="Pins at the supply end, holes at the load end.",
    on="AC",
    laws=(9, 20),
)
def pins_both_ends(plan: Plan) -> Said | None:
    """A mains lead with pins on both ends is refused."""
    return _alike_on_both(plan, "pin", "Pins on both ends")


@check(
    "stop",
    Stage.ENDS,
    why="It goes into nothing, until someone makes the lead with two plugs that fits it.",
    clears="A plug at the supply end.",
    on="AC",
    laws=(10, 20),
)
def holes_both_ends(plan: Plan) -> Said | None:
    """A mains lead with holes on both ends is refused."""
    pins = _same_face(plan.ends["A"].part, "pin")
    fix = None
    if pins is not None:
        fix = Fix(f"Take the {pins.words} at the supply end", ((plan.ends["A"].path, pins.id),))
    return _alike_on_both(plan, "socket", "Holes on both ends", fix)


def _alike_on_both(plan: Plan, contact: str, title: str, fix: Fix | None = None) -> Said | None:
    """Contacts of one kind on both sides of a lead."""
    sides = [
        [e.part for e in plan.ends.on_side(s) if e.part.contact == contact] for s in ("A", "B")
    ]
    if not all(sides):
        return None
    return Said(title, f"{sides[0][0].words} on one end, {sides[1][0].words} on the other.", fix)
