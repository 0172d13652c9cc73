"""The cut: how tightly the cable is bent, and whether what is left of it still reaches."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stores import spoiled


@check(
    "caution",
    Stage.CUT,
    why="Bent tighter, strands break one by one and the sheath opens on the outside of the bend.",
    clears="A wider corner, or the maker's sheet for this cable.",
)
def bent_too_tight(plan: Plan) -> Said | None:
    """A corner tighter than the cable's diameter allows."""
    bend, least = plan.lead.cut.bend_mm, plan.least_bend_mm
    if bend is None or bend >= least:
        return None
    how = {
        "still": "four times, lying still",
        "moved": "six times, moved",
        "drum": "eight times, on a drum",
    }
    said = f"Bent to {bend:g} mm; its {plan.cable_od_mm:g} mm ask for {least:.0f} mm, {how[plan.bending]}."
    return Said(
        "Bent too tight", said, Fix(f"Bend it to {least:.0f} mm", (("cut.bend_mm", least),))
    )


@check(
    "stop",
    Stage.BUILD,
    why="A lead that is stretched to reach pulls at its grips for as long as it lives.",
    clears="A fresh piece, or a shorter run in the Brief.",
)
def no_longer_reaches(plan: Plan) -> Said | None:
    """Ends cut off until what is left is shorter than the run."""
    short = [-(s.spare_m * 1000 + s.costs_mm) for s in spoiled(plan)][:1]
    if not plan.length_lost_m or not short or short[0] <= 0:
        return None
    lost = plan.length_lost_m * 1000
    return Said(
        "It no longer reaches",
        f"{lost:.0f} mm went with ends cut off: {short[0]:.0f} mm more than there was.",
    )
