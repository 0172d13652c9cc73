"""Choosing the conductor: every candidate held against every limit, and which limit decided."""

import math
from collections.abc import Collection
from dataclasses import dataclass, replace

from euthyne.core.sizing.brief import ProtectionWanted, SizingBrief, faults_in
from euthyne.core.sizing.demand import Demand, demand
from euthyne.core.sizing.drop import (
    NearestSchool,
    already_percent,
    conductors_in_loop,
    drop_already_per_amp,
    impedance_per_m,
    nearest_school,
    ohms_already,
)
from euthyne.core.trade.fault import Level, Refused
from euthyne.core.trade.protection import far_end_fault_amps, smallest_carrying
from euthyne.core.trade.rating import (
    Rated,
    bases,
    k_ambient,
    k_bunch,
    k_drum,
    k_metal,
    loaded_conductors,
    table,
)
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.wire import Size, at_celsius, ohms_per_m_20, size_named

NEAR_RATING = 0.9


@dataclass(frozen=True)
class Finding:
    """Something to know about a sizing: a stable code, how grave, and a sentence with the numbers."""

    code: str
    level: Level
    text: str


@dataclass(frozen=True)
class Candidate:
    """One size held against the brief; ``fails`` names the limits it does not meet."""

    size: str
    cross_section_mm2: float
    rating_amps: float
    conductor_c: float
    ohms_per_m: float
    drop_volts: float
    drop_percent: float
    start_drop_percent: float
    loss_watts: float
    far_end_fault_amps: float | None
    fits: bool
    fails: tuple[str, ...]


@dataclass(frozen=True)
class Chosen:
    """The size taken and the limit that ruled out the next smaller."""

    size: str
    decided_by: str


@dataclass(frozen=True)
class ProtectionChosen:
    """The fuse or breaker: its family, and amps (None when the family has none large enough)."""

    family: str | None
    amps: float | None


@dataclass(frozen=True)
class Sizing:
    """The whole answer to a brief."""

    running_amps: float
    design_amps: float
    heating_amps: float
    start_amps: float
    drop_limit_volts: float
    candidates: tuple[Candidate, ...]
    chosen: Chosen | None
    nearest_school: NearestSchool | None
    protection: ProtectionChosen | None
    findings: tuple[Finding, ...]

    @property
    def wanted_amps(self) -> float:
        """What the rating is held against: the design current over its duty cycle."""
        return self.design_amps * min(self.heating_amps / self.running_amps, 1.0)


@dataclass(frozen=True)
class Factors:
    """What the place, the bunch and the metal take off the table."""

    ambient: float
    crowding: float
    metal: float


def factors(brief: SizingBrief) -> Factors:
    """Derating factors of a brief. Raises Refused where the tables do not reach."""
    basis = bases()[brief.conductor.basis]
    bunch, drum = k_bunch(brief.place.circuits_together), k_drum(brief.place.drum_layers)
    if bunch is None or drum is None:
        raise Refused(*faults_in(brief))
    ambient = k_ambient(basis, brief.place.ambient_c, brief.max_c)
    return Factors(ambient, min(bunch, drum), k_metal(brief.conductor.metal))


def rating_of(brief: SizingBrief, name: str) -> float | None:
    """What a size carries under a brief's factors, in amps; None when its basis does not list it."""
    takes_off = factors(brief)
    off = takes_off.ambient * takes_off.crowding * takes_off.metal
    return next((r.amps * off for r in _rated(brief) if r.size.name == name), None)


def _rated(brief: SizingBrief) -> tuple[Rated, ...]:
    return table(
        brief.conductor.basis,
        brief.unit,
        loaded_conductors(brief.conductor.basis, brief.supply.system) or 0,
    )


def protection_for(brief: SizingBrief, amps: Demand) -> ProtectionChosen | None:
    """The breaker that is there, else the smallest of the family that carries the design current; None if unsought."""
    wanted = brief.protection
    if wanted.existing_amps is not None:
        return ProtectionChosen(wanted.family, wanted.existing_amps)
    if wanted.family is None:
        return None
    return ProtectionChosen(
        wanted.family, smallest_carrying(wanted.family, amps.design_heating_amps)
    )


def size(brief: SizingBrief, made: Collection[str] | None = None) -> Sizing:
    """Hold every size of the brief's basis against every limit, and take the smallest that meets them all.

    Parameters: brief; made, the names of the sizes the cable is made in (None: all).
    Returns: Sizing. Raises: Refused with every fault when the brief makes no sense.
    """
    faults = faults_in(brief)
    if faults:
        raise Refused(*faults)
    amps, takes_off = demand(brief), factors(brief)
    limit_volts = brief.supply.volts * brief.drop_limit_percent / 100
    protection = protection_for(brief, amps)
    rated = _rated(brief)
    candidates = tuple(_candidate(brief, amps, takes_off, protection, r, made) for r in rated)
    chosen = _choose(brief, candidates, amps)
    school = nearest_school(brief, amps.running_amps, limit_volts)
    findings = _findings(brief, amps, rated, takes_off, candidates, chosen, school)
    return Sizing(
        amps.running_amps,
        amps.design_amps,
        amps.heating_amps,
        amps.start_amps,
        limit_volts,
        candidates,
        chosen,
        school,
        protection,
        findings,
    )


def _candidate(
    brief: SizingBrief,
    amps: Demand,
    takes_off: Factors,
    protection: ProtectionChosen | None,
    rated: Rated,
    made: Collection[str] | None,
) -> Candidate:
    system, metal, volts = brief.supply.system, brief.conductor.metal, brief.supply.volts
    cool = ohms_per_m_20(rated.size, metal, brief.conductor.tinned)
    celsius = conductor_celsius(
        brief, amps.heating_amps, rated.amps * takes_off.crowding * takes_off.metal
    )
    ohms = at_celsius(cool, metal, celsius)
    pf = brief.load.power_factor
    area = rated.size.cross_section_mm2
    per_amp = (
        conductors_in_loop(system, brief.poles)
        * brief.run_m
        * impedance_per_m(ohms, area, system, pf)
    )
    per_amp += drop_already_per_amp(brief)
    rating = rated.amps * takes_off.ambient * takes_off.crowding * takes_off.metal
    running_percent = amps.running_amps * per_amp / volts * 100
    start_percent = amps.start_amps * per_amp / volts * 100
    fails = _fails(
        brief, amps, rated.size, rating, running_percent, start_percent, protection, made
    )
    return Candidate(
        size=rated.size.name,
        cross_section_mm2=area,
        rating_amps=rating,
        conductor_c=celsius,
        ohms_per_m=ohms,
        drop_volts=amps.running_amps * per_amp,
        drop_percent=running_percent,
        start_drop_percent=start_percent,
        loss_watts=amps.running_amps**2 * ohms * brief.run_m * carrying(brief),
        far_end_fault_amps=_far_end(brief, cool),
        fits=not fails,
        fails=fails,
    )


def carrying(brief: SizingBrief) -> int:
    """How many conductors of the lead carry its current: three phases, out and back, or one pole."""
    return (
        3
        if brief.supply.system == "ac-three"
        else brief.poles
        if brief.supply.system == "dc"
        else 2
    )


def conductor_celsius(brief: SizingBrief, heating_amps: float, amps_at_reference: float) -> float:
    """Conductor temperature under load, held at the weakest of insulation and terminals."""
    basis = bases()[brief.conductor.basis]
    rise = (basis.limit_c - basis.reference_c) * (heating_amps / amps_at_reference) ** 2
    return min(brief.max_c, brief.place.ambient_c + rise)


def _far_end(brief: SizingBrief, ohms_20: float) -> float | None:
    if brief.supply.loop_ohms is None:
        return None
    hot = brief.run_m * at_celsius(ohms_20, brief.conductor.metal, brief.max_c)
    hot += sum(ohms_already(a, brief.max_c) for a in brief.already)
    divisor = {"ac-split": 2.0, "ac-three": math.sqrt(3)}.get(brief.supply.system, 1.0)
    return far_end_fault_amps(brief.supply.volts / divisor, brief.supply.loop_ohms, 2 * hot)


def _fails(
    brief: SizingBrief,
    amps: Demand,
    which: Size,
    rating: float,
    running_percent: float,
    start_percent: float,
    protection: ProtectionChosen | None,
    made: Collection[str] | None,
) -> tuple[str, ...]:
    floor = (
        size_named(brief.conductor.smallest).cross_section_mm2 if brief.conductor.smallest else 0.0
    )
    tests = {
        "current": amps.design_heating_amps > rating,
        "drop": running_percent > brief.drop_limit_percent,
        "start": start_percent > brief.limits.start_drop_percent,
        "smallest": which.cross_section_mm2 < floor,
        "protection": protection is not None
        and (protection.amps is None or protection.amps > rating),
        "not-made": made is not None and which.name not in made,
    }
    return tuple(name for name, failed in tests.items() if failed)


def strains(brief: SizingBrief, candidate: Candidate, amps: Demand) -> dict[str, float]:
    """How hard a size is pressed on each limit: value over limit, above 1 where it fails."""
    return {
        "current": amps.design_heating_amps / candidate.rating_amps,
        "drop": candidate.drop_percent / brief.drop_limit_percent,
        "start": candidate.start_drop_percent / brief.limits.start_drop_percent,
    }


def _choose(brief: SizingBrief, candidates: tuple[Candidate, ...], amps: Demand) -> Chosen | None:
    chosen = next((c for c in candidates if c.fits), None)
    if chosen is None:
        return None
    smaller = [
        c
        for c in candidates
        if c.cross_section_mm2 < chosen.cross_section_mm2 and "not-made" not in c.fails
    ]
    return Chosen(chosen.size, _decider(brief, smaller[-1], amps) if smaller else "smallest-made")


def _decider(brief: SizingBrief, smaller: Candidate, amps: Demand) -> str:
    pressed = {
        name: v for name, v in strains(brief, smaller, amps).items() if name in smaller.fails
    }
    if pressed:
        return max(pressed, key=lambda name: pressed[name])
    return "protection" if "protection" in smaller.fails else "smallest"


def _findings(
    brief: SizingBrief,
    amps: Demand,
    rated: tuple[Rated, ...],
    takes_off: Factors,
    candidates: tuple[Candidate, ...],
    chosen: Chosen | None,
    school: NearestSchool | None,
) -> tuple[Finding, ...]:
    found = [*_under_rated_already(brief, amps, takes_off)]
    if chosen is None:
        return (*found, _no_size_fits(brief, candidates, amps))
    taken = next(c for c in candidates if c.size == chosen.size)
    if amps.design_heating_amps > NEAR_RATING * taken.rating_amps:
        text = f"{amps.design_heating_amps:.1f} A is close to the {at_most(taken.rating_amps)} A that {taken.size} "
        text += "carries."
        found.append(Finding("near-rating", "caution", text))
    if any(r.interpolated and r.size.name == chosen.size for r in rated):
        found.append(
            Finding(
                "rating-interpolated",
                "note",
                f"{taken.size} is read between two rows of the table.",
            )
        )
    if (
        school
        and school.nearest
        and school.nearest != school.next_up
        and chosen.decided_by == "drop"
    ):
        text = f"Rounding the circular mils to the nearest gauge would have taken {school.nearest}."
        found.append(Finding("nearest-is-smaller", "note", text))
    return tuple(found)


def _under_rated_already(brief: SizingBrief, amps: Demand, takes_off: Factors) -> list[Finding]:
    found = []
    for there in brief.already:
        limit = _carries_already(brief, size_named(there.size), takes_off)
        if limit is not None and amps.heating_amps > limit:
            text = f"{there.size} already in the path carries {at_most(limit)} A; {amps.heating_amps:.1f} A is wanted."
            found.append(Finding("already-under-rated", "stop", text))
    return found


def _carries_already(brief: SizingBrief, there: Size, takes_off: Factors) -> float | None:
    """What a size that is there carries by the brief's basis, in either unit; None where the basis lists it not."""
    loaded = loaded_conductors(brief.conductor.basis, brief.supply.system) or 0
    listed = table(brief.conductor.basis, there.unit, loaded)
    off = takes_off.ambient * takes_off.crowding * takes_off.metal
    return next((r.amps * off for r in listed if r.size.name == there.name), None)


def _no_size_fits(brief: SizingBrief, candidates: tuple[Candidate, ...], amps: Demand) -> Finding:
    made = [c for c in candidates if "not-made" not in c.fails]
    if not made:
        return Finding(
            "no-size-fits", "stop", "No size fits: this cable is not made with so many cores."
        )
    largest = made[-1]
    failed = [f for f in largest.fails if f in ("current", "drop", "start")] or list(largest.fails)
    here = already_percent(brief)
    longest = max(
        (brief.drop_limit_percent - here) / max(largest.drop_percent - here, 1e-9) * brief.run_m,
        0.0,
    )
    words = {
        "current": f"it carries {at_most(largest.rating_amps)} A of {amps.design_heating_amps:.1f} A",
        "drop": f"it loses {largest.drop_percent:.1f} % of {brief.drop_limit_percent:g} % allowed: "
        f"{at_most(longest)} m is the longest it allows",
        "start": f"it dips {largest.start_drop_percent:.1f} % at the start: a shorter run or a soft start would help",
        "protection": "the fuse or breaker is larger than the size carries: a smaller one on the lead would help",
        "smallest": "the smallest size asked for is larger than any in this cable",
    }
    text = (
        f"No size fits. The largest is {largest.size}, and "
        + "; ".join(words[f] for f in failed)
        + "."
    )
    return Finding("no-size-fits", "stop", " ".join([text, *_remedies(brief, amps, largest)]))


def _remedies(brief: SizingBrief, amps: Demand, largest: Candidate) -> list[str]:
    """What would fit instead: twice the volts on direct current, or runs side by side."""
    found = []
    if brief.supply.system == "dc":
        doubled = replace(brief.supply, volts=brief.supply.volts * 2)
        half = replace(brief.load, watts=None, loads=None, amps=amps.running_amps / 2)
        fits = _smallest_fitting(replace(brief, supply=doubled, load=half))
        if fits:
            found.append(
                f"{doubled.volts:g} V instead of {brief.supply.volts:g} V would need {fits}."
            )
    for runs in range(2, 7):
        share = replace(brief.load, watts=None, loads=None, amps=amps.running_amps / runs)
        fits = _smallest_fitting(replace(brief, load=share, protection=ProtectionWanted()))
        if fits:
            found.append(f"{runs} runs of {fits} side by side would do, each with its own fuse.")
            break
    return found


def _smallest_fitting(brief: SizingBrief) -> str | None:
    """The smallest size that fits a changed brief, without asking for further remedies."""
    amps, takes_off = demand(brief), factors(brief)
    protection = protection_for(brief, amps)
    candidates = (_candidate(brief, amps, takes_off, protection, r, None) for r in _rated(brief))
    return next((c.size for c in candidates if c.fits), None)
