"""A set of cables: what its cables make of the batteries."""

from collections import Counter
from collections.abc import Iterator

from euthyne.core.checks.ends.lugs import LUGS_ON_POST
from euthyne.core.checks.found import Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.bank import MINUS, PLUS


def _told(plan: Plan) -> SetBrief | None:
    """What is asked of a set; None for any other lead, and for a set without a cable."""
    brief = plan.lead.brief
    return brief if isinstance(brief, SetBrief) and brief.set_cables else None


@check(
    "stop",
    Stage.BRIEF,
    why="The last bolt that goes on is an arc of thousands of amps, with a spanner in it.",
    clears="Plus of one to minus of the next, and both ends of each row to their own side.",
    on="DC",
    laws=(10,),
)
def bank_shorted(plan: Plan) -> Said | None:
    """No ring of cables and batteries closes on itself."""
    told = _told(plan)
    ring = told.bank.ring if told else None
    if told is None or ring is None:
        return None
    cable = told.set_cables[ring.cable - 1]
    many = "a battery" if ring.batteries == 1 else f"{ring.batteries} batteries"
    return Said(
        "This set shorts a battery",
        f"Cable {ring.cable}, {cable.a} to {cable.b}, closes a ring with {many} in it that nothing uses up.",
        figures=(ring.cable, ring.batteries),
    )


@check(
    "stop",
    Stage.BRIEF,
    why="What is fed gets nothing, or other volts than it is made for.",
    clears="A cable from each end of the row to what it feeds, or the volts of the bank as it is.",
    on="DC",
    laws=(5,),
)
def bank_not_whole(plan: Plan) -> Iterator[Said]:
    """Every row of batteries reaches what it feeds, plus to plus, by both its ends."""
    told = _told(plan)
    if told is None or told.bank.ring is not None:
        return
    bank = told.bank
    for thing in bank.half_joined:
        yield Said(
            f"Only one cable on the {thing}",
            f"The {thing} has a cable on its {bank.things[thing][0]} alone.",
            about=thing,
        )
    if bank.half_joined:
        return
    if not bank.fed:
        yield Said(
            "Nothing is fed", "No cable goes to the plus and the minus of anything but batteries."
        )
    for thing in bank.fed:
        rows = bank.batteries_between(f"{thing} {MINUS}", f"{thing} {PLUS}")
        if rows is None or rows < 1:
            turned = rows is not None and rows < 0
            yield Said(
                f"The {thing} is turned round" if turned else f"Nothing reaches the {thing}",
                f"Its plus lies {-(rows or 0)} batteries below its minus."
                if turned
                else "No row of batteries lies between its two posts.",
                about=thing,
            )


@check(
    "caution",
    Stage.BRIEF,
    why="A bank of other volts than it was sized for burns what it feeds, or starves it.",
    clears="The volts of the bank, or of its batteries, as they are printed on them.",
    on="DC",
)
def bank_volts(plan: Plan) -> Said | None:
    """The volts of a bank are those of so many usual batteries in a row."""
    told = _told(plan)
    if told is None or told.bank.ring is not None or not told.bank.fed:
        return None
    fed = told.bank.fed[0]
    rows = told.bank.batteries_between(f"{fed} {MINUS}", f"{fed} {PLUS}")
    if rows is None or rows < 1 or plan.brief.volts / rows in USUAL_VOLTS:
        return None
    return Said(
        "Batteries of unusual volts",
        f"{rows} in a row make {plan.brief.volts:g} V: {plan.brief.volts / rows:.3g} V each. Read it on one of them.",
        figures=(rows, plan.brief.volts),
    )


USUAL_VOLTS = (2.0, 3.2, 6.0, 6.4, 8.0, 12.0, 12.8, 24.0, 25.6, 48.0, 51.2)  # generic


@check(
    "caution",
    Stage.BRIEF,
    why="The topmost lugs stand on thread, not on metal.",
    clears="A bus bar, or the cables shared out over the posts of the row.",
    on="DC",
)
def lugs_of_a_set(plan: Plan) -> Iterator[Said]:
    """At most four lugs of a set lie on one post."""
    told = _told(plan)
    if told is None or Trait.APART not in plan.kind.traits:
        return
    many = Counter(post for cable in told.set_cables for post in (cable.a, cable.b))
    for post, lugs in many.items():
        if lugs > LUGS_ON_POST:
            yield Said(
                f"Too many lugs on {post}",
                f"{lugs} lugs; {LUGS_ON_POST} is the most, the largest against the post.",
                figures=(lugs,),
                about=post,
            )
