"""What a finger can reach while it can be live."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.trade.fault import Level

EXTRA_LOW_VOLTS = 60.0  # direct current up to here does not shock a dry hand, IEC 61140


@check(
    "stop",
    Stage.ENDS,
    why="A hand or a spanner that meets it while the other end is in takes the whole supply.",
    clears="Holes, or contacts behind a guard, on every end that another end can make live.",
)
def live_contact(plan: Plan) -> Said | None:
    """An end that another end can make live keeps its contacts out of reach, whatever its gender is
    called.
    """
    bare = next((end for end in plan.ends.ours if _bare_and_live(plan, end)), None)
    if bare is None:
        return None
    p = bare.part
    holes = _same_face(p, "socket")
    fix = (
        Fix(f"Take the {holes.words} instead", ((bare.path, holes.id),))
        if holes and not holes.touchable
        else None
    )
    level: Level = "stop"
    ends = ""
    if plan.brief.volts <= EXTRA_LOW_VOLTS and _must_be(bare) == p.contact:
        # What it goes into shows holes: it can only be pins, and what they can do is short.
        level, fix = "caution", None
        ends = " It can only be pins: cover them, the other end in first."
    return Said(
        "A live contact can be touched",
        f"The {bare.named} shows {p.contact_words} ({p.words}), and they are live once the "
        f"other end is in.{ends}",
        fix,
        level,
    )


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
        if (p.family, p.face, p.contact) == (like.family, like.face, contact)
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
)
def pins_both_ends(plan: Plan) -> Said | None:
    """A mains lead with pins on both ends is refused."""
    if not plan.ends["A"].part.contact == plan.ends["B"].part.contact == "pin":
        return None
    return Said(
        "Pins on both ends",
        f"{plan.ends['A'].part.words} on one end, {plan.ends['B'].part.words} on the other.",
    )


@check(
    "stop",
    Stage.ENDS,
    why="It goes into nothing, until someone makes the lead with two plugs that fits it.",
    clears="A plug at the supply end.",
    on="AC",
)
def holes_both_ends(plan: Plan) -> Said | None:
    """A mains lead with holes on both ends is refused."""
    if not plan.ends["A"].part.contact == plan.ends["B"].part.contact == "socket":
        return None
    pins = _same_face(plan.ends["A"].part, "pin")
    return Said(
        "Holes on both ends",
        f"{plan.ends['A'].part.words} on one end, {plan.ends['B'].part.words} on the other.",
        Fix(f"Take the {pins.words} at the supply end", ((plan.ends["A"].path, pins.id),))
        if pins
        else None,
    )
