"""Circuits beside the power of a lead: taps, and whatever else runs along it."""

from euthyne.core.assembly.records import POWER
from euthyne.core.checks.found import Said, check
from euthyne.core.kinds import Trait
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.wire import size_words


@check(
    "stop",
    Stage.CONDUCTOR,
    why="A thin wire beside a thick one burns first, inside the bundle.",
    clears="A thicker wire for that circuit, or fewer amps on it.",
    laws=(12,),
)
def circuit_under_rated(plan: Plan) -> Said | None:
    """The wire of a circuit beside the power carries what the Brief says of it."""
    for circuit in plan.lead.circuits:
        carries = plan.conductor.circuit_amps(circuit.id)
        if circuit.amps is not None and carries is not None and carries < circuit.amps:
            return Said(
                f"The {circuit.id} are too thin",
                f"{size_words(circuit.conductor.size)} carries {at_most(carries)} A; {circuit.amps:g} A is "
                "wanted.",
            )
    return None


@check(
    "note",
    Stage.CONDUCTOR,
    why="A tap that touches its neighbour takes all that the cells between them give.",
    clears="A fuse in each tap at the pack, or the shortest run there is.",
    on="DC",
)
def taps_unfused(plan: Plan) -> Said | None:
    """Balance taps carry the pack's full fault current: nothing in them opens."""
    taps = [c.id for c in plan.lead.cables if c.circuit != POWER and not c.jumper]
    if Trait.CHARGES not in plan.kind.traits or not taps:
        return None
    return Said(
        "The taps have no fuse",
        f"{len(taps)} thin wires stand at the pack's own fault current for the whole run.",
    )
