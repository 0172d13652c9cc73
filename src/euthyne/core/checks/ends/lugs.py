"""Lugs on their studs."""

from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.figure import mm
from euthyne.core.trade.stud import gap_allowed_mm, hole_mm, stud_mm

LUGS_ON_POST = 4


@check("stop", Stage.ENDS, why="It does not go on.", clears="A lug made for the stud.", on="DC")
def lug_hole_small(plan: Plan) -> Said | None:
    """A lug's hole passes its stud."""
    for short, lug, stud in _lugs(plan):
        if hole_mm(lug) <= stud_mm(stud):
            return Said(
                "The stud is thicker than the hole",
                f"{short}: hole {mm(hole_mm(lug)):g}, stud {mm(stud_mm(stud)):g}.",
            )
    return None


def _lugs(plan: Plan) -> list[tuple[str, str, str]]:
    """Each lug with a stud said: its end, the lug's own stud size, the stud it goes on."""
    ends = plan.ends.ours
    return [(e.named.capitalize(), e.part.stud, e.stud) for e in ends if e.part.stud and e.stud]


@check(
    "caution",
    Stage.ENDS,
    why="A wide hole leaves contact area on the table, and lets soft post metal creep.",
    clears="A lug made for the stud.",
    on="DC",
)
def lug_hole_large(plan: Plan) -> Said | None:
    """A lug's hole is little wider than its stud."""
    for short, lug, stud in _lugs(plan):
        gap = hole_mm(lug) - stud_mm(stud)
        if gap > gap_allowed_mm(stud):
            text = f"{short}: {mm(gap):.1f} wider than {stud}; {mm(gap_allowed_mm(stud)):g} is the most."
            return Said("The lug's hole is too wide", text, figures=(lug, stud))
    return None


@check(
    "caution",
    Stage.ENDS,
    why="The topmost lugs stand on thread, not on metal.",
    clears="A bus bar.",
    on="DC",
)
def lugs_on_post(plan: Plan) -> Said | None:
    """At most four lugs lie on a post."""
    lugs = plan.lead.ends.lugs_on_post
    if lugs <= LUGS_ON_POST:
        return None
    return Said(
        "Too many lugs on the post",
        f"{lugs} lugs; {LUGS_ON_POST} is the most, the largest against the post.",
        figures=(lugs,),
    )
