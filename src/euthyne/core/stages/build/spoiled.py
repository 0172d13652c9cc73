"""An end that is spoiled: what cutting it off costs, and whether the run is still reached then."""

import math
from dataclasses import dataclass

from euthyne.core.stages.build.build import BuildStage


@dataclass(frozen=True)
class Spoiled:
    """An end in words, what it costs in mm once it is spoiled, how often the cut allows for it, and
    what is spare then, in
    metres.
    """

    words: str
    costs_mm: float
    times: int
    spare_m: float


def spoiled(build: BuildStage) -> tuple[Spoiled, ...]:
    """For each end, whether it may be cut off and begun again and the run still be reached; ends of
    which the same is said, once.

    Source: cutting an end back costs all that it swallows; slack, loops and spare tries pay for it,
    less what went.
    """
    if build.cut.length is None:
        return ()
    length = build.cut.length
    spare = length.cut_m - length.run_m - length.ends_m - build.length_lost_m
    found = []
    for group in build.cut.groups:
        costs = group.strip.swallows_mm
        if costs > 0:
            times = max(math.floor(spare * 1000 / costs + 1e-9), 0)
        else:
            times = 0
        words = group.named if group.named.endswith("end") else f"{group.named} end"
        found.append(Spoiled(words, costs, times, spare - costs / 1000))
    return tuple(dict.fromkeys(found))
