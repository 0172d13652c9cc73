"""An end that is spoiled: what cutting it off costs, and whether the run is still reached then."""

import math
from dataclasses import dataclass

from euthyne.core.stages.build.build import BuildStage


@dataclass(frozen=True)
class Spoiled:
    """An end in words, what it costs in mm once it is spoiled, how often the cut allows for it, what is
    spare then in metres, and what went of its cable already.
    """

    words: str
    costs_mm: float
    times: int
    spare_m: float
    lost_m: float = 0.0

    @property
    def left_mm(self) -> float:
        """What is to spare as it stands, in mm; less than nothing where it no longer reaches."""
        return self.spare_m * 1000 + self.costs_mm


def spoiled(build: BuildStage) -> tuple[Spoiled, ...]:
    """For each end, whether it may be cut off and begun again and the run still be reached; ends of
    which the same is said, once. Of cables made alike, the one that has least to spare; none of a cable
    that is not cut here.

    Source: cutting an end back costs all that it swallows; slack, loops and spare tries of its own cable
    pay for it, less what went.
    """
    found = []
    for group in build.cut.groups:
        spares = {at.cable: build.spare_m(at.cable) for at in group.ends}
        known = [(spare, cable) for cable, spare in spares.items() if spare is not None]
        if not known:
            continue
        spare, cable = min(known)
        costs = group.strip.swallows_mm
        if costs > 0:
            times = max(math.floor(spare * 1000 / costs + 1e-9), 0)
        else:
            times = 0
        words = group.named if group.named.endswith("end") else f"{group.named} end"
        found.append(Spoiled(words, costs, times, spare - costs / 1000, build.lost_m(cable)))
    return tuple(dict.fromkeys(found))
