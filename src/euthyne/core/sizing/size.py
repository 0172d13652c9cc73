"""Choosing the conductor: every size held against every limit, and which limit decided."""

from collections.abc import Callable, Collection
from dataclasses import dataclass

from euthyne.core.sizing.brief import SizingBrief, faults_in
from euthyne.core.sizing.candidate import (
    Candidate,
    ProtectionChosen,
    Trial,
    carrying,
    factors,
    rating_of,
)
from euthyne.core.sizing.demand import Demand
from euthyne.core.sizing.drop import NearestSchool, nearest_school
from euthyne.core.sizing.findings import (
    Finding,
    higher_volts,
    no_size_fits,
    of_the_school,
    of_the_taken,
    under_rated_already,
)
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.wire import Size

__all__ = ["Candidate", "Chosen", "Finding", "Sizing", "carrying", "factors", "rating_of", "size"]


@dataclass(frozen=True)
class Chosen:
    """The size taken and the limit that ruled out the next smaller."""

    size: str  # the size taken
    decided_by: str  # the limit that ruled out the next smaller


@dataclass(frozen=True)
class Sizing:
    """The whole answer to a brief."""

    running_amps: float  # A it draws
    design_amps: float  # A it is sized for
    heating_amps: float  # A that heat it
    start_amps: float  # A while it starts
    drop_limit_volts: float  # V that may be lost
    candidates: tuple[Candidate, ...]  # each size held against the brief
    chosen: Chosen | None  # the size taken
    nearest_school: NearestSchool | None  # the circular-mil school's answer
    protection: ProtectionChosen | None  # the fuse or breaker
    findings: tuple[Finding, ...]  # what there is to know

    @property
    def wanted_amps(self) -> float:
        """What the rating is held against: the design current over its duty cycle."""
        return self.design_amps * min(self.heating_amps / self.running_amps, 1.0)


def size(
    brief: SizingBrief,
    made: Collection[str] | None = None,
    into_ends: Callable[[Size], bool] | None = None,
) -> Sizing:
    """Hold every size of the brief's basis against every limit, and take the smallest that meets
    them all.

    Parameters: brief; made, the names of the sizes the cable is made in (None: all); into_ends,
    whether a size goes into the ends that are known (None: they are not). Where no size meets every
    limit and goes into the ends, the smallest that meets the limits is taken.
    Returns: Sizing. Raises: Refused with every fault when the brief makes no sense.
    """
    faults = faults_in(brief)
    if faults:
        raise Refused(*faults)
    trial = Trial(brief)
    amps = trial.amps
    limit_volts = brief.supply.volts * brief.drop_limit_percent / 100
    candidates = trial.candidates(made, into_ends)
    chosen = _choose(brief, candidates, amps)
    school = nearest_school(brief, amps.running_amps, limit_volts)
    findings = under_rated_already(trial)
    if chosen is None:
        findings += [no_size_fits(trial, candidates), *higher_volts(trial)]
    else:
        taken = next(c for c in candidates if c.size == chosen.size)
        findings += of_the_taken(trial, taken) + of_the_school(school, chosen.decided_by)
    return Sizing(
        running_amps=amps.running_amps,
        design_amps=amps.design_amps,
        heating_amps=amps.heating_amps,
        start_amps=amps.start_amps,
        drop_limit_volts=limit_volts,
        candidates=candidates,
        chosen=chosen,
        nearest_school=school,
        protection=trial.protection,
        findings=tuple(findings),
    )


def strains(brief: SizingBrief, candidate: Candidate, amps: Demand) -> dict[str, float]:
    """How hard a size is pressed on each limit: value over limit, above 1 where it fails."""
    return {
        "current": amps.design_heating_amps / candidate.rating_amps,
        "drop": candidate.drop_percent / brief.drop_limit_percent,
        "start": candidate.start_drop_percent / brief.limits.start_drop_percent,
    }


def _choose(brief: SizingBrief, candidates: tuple[Candidate, ...], amps: Demand) -> Chosen | None:
    """The smallest size that fits, and what ruled out the one below it."""
    carries = (c for c in candidates if c.fails == ("ends",))
    chosen = next((c for c in candidates if c.fits), None) or next(carries, None)
    if chosen is None:
        return None
    # A size nobody makes did not lose against a limit, so it can not say which limit decided.
    made = [c for c in candidates if "not-made" not in c.fails]
    smaller = [c for c in made if c.cross_section_mm2 < chosen.cross_section_mm2]
    decider = "smallest-made"
    if smaller:
        decider = _decider(brief, smaller[-1], amps)
    return Chosen(chosen.size, decider)


def _decider(brief: SizingBrief, smaller: Candidate, amps: Demand) -> str:
    """The limit the next smaller size misses by most."""
    strained = strains(brief, smaller, amps)
    pressed = {limit: strain for limit, strain in strained.items() if limit in smaller.fails}
    if pressed:
        return max(pressed, key=lambda limit: pressed[limit])
    return next((limit for limit in ("protection", "smallest") if limit in smaller.fails), "ends")
