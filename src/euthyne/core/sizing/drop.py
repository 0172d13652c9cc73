"""Volt drop: out and back, and the circular-mil school beside it."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from euthyne.core.sizing.brief import AlreadyThere, SizingBrief, System
from euthyne.core.sizing.demand import demand
from euthyne.core.trade.rating import GAUGES_OFFERED
from euthyne.core.trade.wire import Wire, awg, circular_mils, size_named

REACTANCE_FROM_MM2 = 16.0
REACTANCE_OHMS_PER_M = 0.00008  # usual of low-voltage cable, 0.08 ohm/km, IEC 60364-5-52 annex G
SCHOOL_GAUGES = tuple(g for g in GAUGES_OFFERED if g != "3")


def conductors_in_loop(system: System, poles: int) -> float:
    """How many lengths of the lead the drop counts: sqrt(3) on three-phase, the poles on dc, else
    out and back.
    """
    if system == "ac-three":
        return math.sqrt(3)
    if system == "dc":
        return poles
    return 2


def impedance_per_m(
    ohms_per_m: float, cross_section_mm2: float, system: System, power_factor: float
) -> float:
    """What a metre of one conductor drops for each amp, in ohm; reactance counts from 16 mm2 on ac."""
    if system == "dc" or cross_section_mm2 < REACTANCE_FROM_MM2:
        return ohms_per_m
    return ohms_per_m * power_factor + REACTANCE_OHMS_PER_M * math.sqrt(1 - power_factor**2)


def ohms_already(there: AlreadyThere, celsius: float) -> float:
    """Resistance of one conductor of a length already in the path, plain copper, at a conductor
    temperature.
    """
    return there.run_m * Wire(size_named(there.size)).ohms_per_m(celsius)


def drop_already_per_amp(brief: SizingBrief) -> float:
    """Volts lost for each amp in what is already in the path, taken 20 K above ambient."""
    celsius = brief.place.ambient_c + 20
    system = brief.supply.system
    return sum(
        conductors_in_loop(system, a.poles) * ohms_already(a, celsius) for a in brief.already
    )


def already_percent(brief: SizingBrief) -> float:
    """What is lost in the path before this lead, in percent of the supply."""
    return demand(brief).running_amps * drop_already_per_amp(brief) / brief.supply.volts * 100


def longest_run_m(brief: SizingBrief, drop_percent: float) -> float:
    """Longest run of a size before the limit is lost, in m, its conductor as warm as under the
    brief.

    Parameters: brief; drop_percent of the size over the brief's run. Returns: metres, 0 when what
    is there takes it all.
    """
    here = already_percent(brief)
    along = (drop_percent - here) / brief.run_m
    return max((brief.drop_limit_percent - here) / along, 0.0)


def drops_along(brief: SizingBrief, drop_percent: float, runs_m: Sequence[float]) -> list[float]:
    """What a size loses over other runs, its conductor as warm as under the brief.

    Parameters: brief; drop_percent of the size over the brief's own run; runs_m. Returns: percent,
    one a run.
    """
    here = already_percent(brief)
    along = (drop_percent - here) / brief.run_m
    return [here + along * run for run in runs_m]


@dataclass(frozen=True)
class NearestSchool:
    """The circular-mil school's answer: what it computes, the nearest gauge, and the next gauge up."""

    circular_mils: float  # what it computes
    nearest: str | None  # the nearest gauge
    next_up: str | None  # the next gauge up


def nearest_school(
    brief: SizingBrief, running_amps: float, drop_limit_volts: float
) -> NearestSchool | None:
    """CM = K I L / dU, K the brief's and L the loop in feet; None on three-phase."""
    if brief.supply.system == "ac-three":
        return None
    loop_feet = brief.poles * brief.run_m / 0.3048
    wanted = brief.school_k * running_amps * loop_feet / drop_limit_volts
    gauges = [(circular_mils(awg(g).cross_section_mm2), f"{g} AWG") for g in SCHOOL_GAUGES]
    if wanted > gauges[-1][0]:
        return NearestSchool(wanted, None, None)
    nearest = min(gauges, key=lambda g: abs(g[0] - wanted))[1]
    return NearestSchool(wanted, nearest, next(name for mils, name in gauges if mils >= wanted))
