"""From what a lead feeds to the amps it must carry."""

import math
from dataclasses import dataclass

from euthyne.core.sizing.brief import Load, OneLoad, SizingBrief, System


@dataclass(frozen=True)
class Demand:
    """The currents of a brief, in amps: running, for design, for heating, at the start; and the
    duty as a share.
    """

    running_amps: float
    design_amps: float
    heating_amps: float
    start_amps: float
    duty: float

    @property
    def design_heating_amps(self) -> float:
        """Design current over a duty cycle: what the rating is held against."""
        return self.design_amps * math.sqrt(self.duty)


def amps_of_watts(
    watts: float, system: System, volts: float, power_factor: float = 1, efficiency: float = 1
) -> float:
    """Current a power draws.

    Parameters: watts at the output of what it feeds; system; volts, line to line on three-phase;
    power factor; efficiency of what it feeds. Returns: amps. Source: I = P / (k V pf eff), k =
    sqrt(3) on three-phase.

    >>> amps_of_watts(2300, "ac-single", 230)
    10.0
    """
    if system == "ac-three":
        phases = math.sqrt(3)
    else:
        phases = 1.0
    return watts / (phases * volts * power_factor * efficiency)


def _running(load: Load, system: System, volts: float) -> float:
    at = load.at_volts or volts
    if load.loads:
        return sum(_share(one, load, system, at) for one in load.loads)
    if load.amps is not None:
        return load.amps
    return amps_of_watts(
        watts=load.watts or 0.0,
        system=system,
        volts=at,
        power_factor=load.power_factor,
        efficiency=load.efficiency,
    )


def _share(one: OneLoad, load: Load, system: System, volts: float) -> float:
    each = one.amps
    if each is None:
        each = amps_of_watts(
            watts=one.watts or 0.0,
            system=system,
            volts=volts,
            power_factor=load.power_factor,
            efficiency=load.efficiency,
        )
    return each * one.quantity * one.diversity


def demand(brief: SizingBrief) -> Demand:
    """The currents of a brief.

    A continuous load counts 1.25 times on the North American cord table (NEC 210.19).
    """
    running = _running(brief.load, brief.supply.system, brief.supply.volts)
    duty = brief.load.duty_percent / 100
    if brief.load.continuous and brief.conductor.basis == "cord-na":
        margin = 1.25
    else:
        margin = 1.0
    heats = brief.load.heating_amps or running
    return Demand(
        running_amps=running,
        design_amps=heats * margin,
        heating_amps=heats * math.sqrt(duty),
        start_amps=running * brief.load.start_multiple,
        duty=duty,
    )
