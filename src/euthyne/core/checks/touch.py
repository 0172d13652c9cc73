"""Nothing live may be touched."""

from euthyne.core.checks.found import Fix, Found
from euthyne.core.part import Part, shelf
from euthyne.core.plan import Plan
from euthyne.core.stage import Stage


def _same_face(like: Part, contact: str) -> Part | None:
    return next((p for p in shelf().values() if p.face == like.face and p.contact == contact), None)


def live_contact(plan: Plan) -> Found | None:
    """The load end is live as soon as the other end is plugged in: its contacts must be out of reach."""
    if not plan.b.touchable:
        return None
    holes = _same_face(plan.b, "socket")
    fix = Fix(f"Take the {holes.words} instead", (("ends.b", holes.id),)) if holes and not holes.touchable else None
    return Found(
        "live-contact",
        "stop",
        Stage.ENDS,
        "A live contact can be touched",
        f"The load end shows {plan.b.contact_words} ({plan.b.words}), and they are live once the other end is in.",
        "A hand that pulls the two apart closes on a live pin. That kills.",
        "Holes, or contacts behind a guard, on the load end.",
        fix,
    )


def pins_both_ends(plan: Plan) -> Found | None:
    """A mains lead with pins on both ends is refused."""
    if not plan.a.contact == plan.b.contact == "pin":
        return None
    return Found(
        "pins-both-ends",
        "stop",
        Stage.ENDS,
        "Pins on both ends",
        f"{plan.a.words} on one end, {plan.b.words} on the other.",
        "Whichever end goes in first, bare live pins stick out of the other.",
        "Pins at the supply end, holes at the load end.",
    )


def holes_both_ends(plan: Plan) -> Found | None:
    """A mains lead with holes on both ends is refused."""
    if not plan.a.contact == plan.b.contact == "socket":
        return None
    pins = _same_face(plan.a, "pin")
    return Found(
        "holes-both-ends",
        "stop",
        Stage.ENDS,
        "Holes on both ends",
        f"{plan.a.words} on one end, {plan.b.words} on the other.",
        "It goes into nothing, until someone makes the lead with two plugs that fits it.",
        "A plug at the supply end.",
        Fix(f"Take the {pins.words} at the supply end", (("ends.a", pins.id),)) if pins else None,
    )
