"""The wire map: earth through, neutral and earth apart, nothing crossed, nothing left out."""

from euthyne.core.checks.found import Fix, Found
from euthyne.core.plan import Plan
from euthyne.core.stage import Stage
from euthyne.core.wiremap import function_of, schemes

AS_IT_SHOULD = Fix("Wire it by function", (("ends.joints", ()),))


def _sounds(plan: Plan, one: str, other: str) -> bool:
    return frozenset((one, other)) in plan.wanted_pairs


def no_earth(plan: Plan) -> Found | None:
    """An earthed load, or an earthed socket, needs an earth core through both ends."""
    needed = plan.lead.brief.earthed or plan.b.has_earth
    if not needed or _sounds(plan, "A.E", "B.E"):
        return None
    two_core = not plan.lead.brief.earthed
    return Found(
        "no-earth",
        "stop",
        Stage.ENDS,
        "No earth through the lead",
        "The cord has two cores, yet its far end offers an earth contact."
        if two_core
        else "The earth contact of one end does not reach the earth contact of the other.",
        "A fault then leaves the case of what is plugged in at mains volts.",
        "Three cores, with the earth landed at both ends.",
        Fix("Make it a three-core earthed lead", (("brief.earthed", True), ("ends.joints", ())))
        if two_core
        else AS_IT_SHOULD,
    )


def neutral_earth_joined(plan: Plan) -> Found | None:
    """Neutral and earth are never joined in a lead."""
    joined = any(_sounds(plan, f"{x}.N", f"{y}.E") for x in "AB" for y in "AB")
    if not joined:
        return None
    return Found(
        "neutral-earth",
        "stop",
        Stage.ENDS,
        "Neutral joined to earth",
        "The map lets neutral and earth sound together.",
        "The case of everything plugged in then carries the return current, and a residual-current device trips.",
        "Each in its own cavity, at both ends.",
        AS_IT_SHOULD,
    )


def crossed(plan: Plan) -> Found | None:
    """A core that lands on another function's cavity at one end."""
    astray = [j for j in plan.joints if j.a and j.b and j.a != j.b]
    if not astray:
        return None
    words = ", ".join(f"{function_of(j.core)} from {j.a} to {j.b}" for j in astray)
    return Found(
        "crossed",
        "stop",
        Stage.ENDS,
        "Polarity crossed in the map",
        f"Crossed: {words}.",
        "A switch or fuse then breaks the neutral, and what is switched off stays live.",
        "Each core in the cavity of its own function.",
        AS_IT_SHOULD,
    )


def left_out(plan: Plan) -> Found | None:
    """Live and neutral must be landed at both ends, each core in a cavity of its own."""
    short = [j.core for j in plan.joints if j.core != "E" and not (j.a and j.b)]
    if not short:
        return None
    words = " and ".join(function_of(c) for c in short)
    return Found(
        "left-out",
        "stop",
        Stage.ENDS,
        "A core is not landed",
        f"The {words} core is cut back at one end.",
        "The lead would carry nothing.",
        "Both ends of each core landed.",
        AS_IT_SHOULD,
    )


def shared_cavity(plan: Plan) -> Found | None:
    """Two cores in one cavity of a single-phase lead are a short or a mistake."""
    for end, marks in (("A", [j.a for j in plan.joints if j.a]), ("B", [j.b for j in plan.joints if j.b])):
        twice = next((m for m in marks if marks.count(m) > 1), None)
        if twice:
            return Found(
                "shared-cavity",
                "stop",
                Stage.ENDS,
                "Two cores in one terminal",
                f"Two cores land in {twice} at the {'supply' if end == 'A' else 'load'} end.",
                "What they belong to is joined there.",
                "One core in each terminal.",
                AS_IT_SHOULD,
            )
    return None


def old_colours(plan: Plan) -> Found | None:
    """Old core colours mean other things today."""
    scheme = plan.lead.ends.scheme
    if not scheme.endswith("-old"):
        return None
    return Found(
        "old-colours",
        "caution",
        Stage.ENDS,
        "Old core colours",
        f"Black is neutral on this cord ({schemes()[scheme].source}); black is live in North America.",
        "The next person may read the colours the other way.",
        "A cord in today's colours, or a note of why this one is used.",
    )


def reversible(plan: Plan) -> Found | None:
    """A plug that goes in either way fixes no polarity."""
    ends = [p.words for p in (plan.a, plan.b) if p.face.reversible]
    if not ends:
        return None
    return Found(
        "reversible",
        "note",
        Stage.ENDS,
        "The plug goes in either way",
        f"{ends[0]}: either line pin may be live. A switch or fuse must break both lines.",
        "Polarity is kept along the lead, not at the wall.",
        "Nothing to clear.",
    )


def marks_decide(plan: Plan) -> Found | None:
    """Where the standard does not fix the places, the moulded marks do."""
    unsure = [p for p in (plan.a, plan.b) if not p.face.sure and not p.face.reversible]
    if not unsure:
        return None
    return Found(
        "marks-decide",
        "note",
        Stage.ENDS,
        "Go by the moulded marks",
        unsure[0].face.note,
        "The drawing shows the earth in its place; the other two may be the other way on your part.",
        "Read L and N on the part itself.",
    )
