"""Like leads judge each other: a joint that reads far off its siblings stands out, even inside its band."""

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from euthyne.core.lead import Reading
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.readings.resistance import ResistanceLine
from euthyne.core.trade.shown import three

# Generic, good practice: with fewer nothing is said; so many spreads off, and so many errors of the meter.
LEAST, SPREADS, ERRORS = 5, 3.5, 2.0


@dataclass(frozen=True)
class AmongSiblings:
    """A line of a lead among those of its siblings, all as if they were as long and as warm as it: their
    median and the median distance from it, in ohm, how many they are, and what was read of this one.
    """

    middle: float
    spread: float
    many: int
    read: float | None
    give: float  # twice the meter's error, in ohm

    @property
    def apart(self) -> bool:
        """True where it stands out."""
        if self.read is None:
            return False
        off = abs(self.read - self.middle)
        return off > SPREADS * self.spread and off > self.give

    @property
    def words(self) -> str:
        """What its siblings read; and how far off this one is, where it stands out."""
        said = (
            f"{self.many} like it read {three(self.middle * 1000)} milliohm in the middle, "
            f"half of them within {three(self.spread * 1000)}."
        )
        if not self.apart or self.read is None:
            return said
        off = self.read - self.middle
        side = "more" if off > 0 else "less"
        return (
            f"{three(abs(off) * 1000)} milliohm {side} than its siblings: {said} "
            "Flex each end, look at each joint."
        )


def among_siblings(plan: Plan, others: Sequence[Plan]) -> dict[str, AmongSiblings]:
    """The resistances of a lead among those of leads made to its plan, line by line.

    Parameters: plan of the lead; others, plans of its siblings. A reading of another length or another room
    is taken by its own expectation to what it would be here. Returns: by the id of the line; nothing with
    fewer than five siblings that were read.
    """
    found = {}
    read = {r.line: r.value for r in _real(plan)}
    for line in plan.prove.lines:
        if not isinstance(line, ResistanceLine) or line.bounds.middle <= 0:
            continue
        like = [x for x in (_here(line, other) for other in others) if x is not None]
        if len(like) < LEAST:
            continue
        middle = median(like)
        spread = median(abs(x - middle) for x in like)
        meter = plan.prove.meter if line.amps is None else plan.prove.meter.four_wire(line.amps)
        give = ERRORS * meter.uncertainty_ohm(middle)
        found[line.id] = AmongSiblings(middle, spread, len(like), read.get(line.id), give)
    return found


def _real(plan: Plan) -> list[Reading]:
    """What was read of a lead itself: nothing past the end of a meter, nothing of a simulated copy."""
    return [r for r in plan.lead.proof.readings if not r.above and not r.simulated]


def _here(line: ResistanceLine, other: Plan) -> float | None:
    """What a sibling's reading of a line would be on this lead; None where it has none."""
    value = next((r.value for r in _real(other) if r.line == line.id), None)
    theirs = next((x for x in other.prove.lines if x.id == line.id), None)
    if value is None or not isinstance(theirs, ResistanceLine) or theirs.bounds.middle <= 0:
        return None
    return value * line.bounds.middle / theirs.bounds.middle
