"""Heat balance of one cable in still air: what physics says beside what the tables say."""

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

from euthyne.core.trade.wire import Wire

GRAVITY = 9.81
STEFAN_BOLTZMANN = 5.670374e-8
EMISSIVITY = 0.9  # dull plastic or rubber
SHEATH_K_M_PER_W = 5.0  # thermal resistivity of PVC and rubber, IEC 60287-2-1
KELVIN = 273.15
HOTTEST_C = 400.0
LAY_UP = {
    1: 1.0,
    2: 2.0,
    3: 2.155,
    4: 2.414,
    5: 2.701,
    6: 3.0,
    7: 3.0,
}  # circle round so many equal ones that touch
LAY_UP_MANY = 1.2  # and round more of them, times the root of how many: 6 at 25, generic


@dataclass(frozen=True)
class HeatedCable:
    """A cable as the heat leaves it: its wire, cores in all, cores loaded, outside diameter (mm)."""

    wire: Wire
    cores: int
    loaded: int
    outside_mm: float

    @property
    def copper_mm(self) -> float:
        """Diameter of the circle round the laid-up conductors, in mm."""
        laid = LAY_UP.get(self.cores) or LAY_UP_MANY * math.sqrt(self.cores)
        return math.sqrt(4 / math.pi * self.wire.size.cross_section_mm2) * laid


@dataclass(frozen=True)
class Warmth:
    """Temperatures a current settles at: conductor and sheath, in C; and the heat, in W/m."""

    conductor_c: float
    sheath_c: float
    watts_per_m: float


def convection_w_per_m(sheath_c: float, ambient_c: float, outside_mm: float) -> float:
    """Heat a metre of horizontal cylinder gives to still air.

    Parameters: sheath and ambient in C; outside diameter in mm. Returns: W/m.
    Source: Churchill and Chu, natural convection from a horizontal cylinder; air by power laws
    about 300 K.
    """
    rise = sheath_c - ambient_c
    if rise <= 0:
        return 0.0
    film = (sheath_c + ambient_c) / 2 + KELVIN
    conductivity = 0.0263 * (film / 300) ** 0.8646
    viscosity = 15.89e-6 * (film / 300) ** 1.76
    prandtl, diameter = 0.707, outside_mm / 1000
    rayleigh = GRAVITY / film * rise * diameter**3 / viscosity**2 * prandtl
    nusselt: float = (
        0.60 + 0.387 * rayleigh ** (1 / 6) / (1 + (0.559 / prandtl) ** (9 / 16)) ** (8 / 27)
    ) ** 2
    return float(nusselt * conductivity * math.pi * rise)


def radiation_w_per_m(sheath_c: float, ambient_c: float, outside_mm: float) -> float:
    """Heat a metre radiates to surroundings at ambient, in W/m.

    Source: Stefan and Boltzmann, emissivity 0.9.
    """
    difference = (sheath_c + KELVIN) ** 4 - (ambient_c + KELVIN) ** 4
    return EMISSIVITY * STEFAN_BOLTZMANN * math.pi * outside_mm / 1000 * difference


def surface_w_per_m(sheath_c: float, ambient_c: float, outside_mm: float) -> float:
    """All heat a metre loses at its surface, in W/m."""
    return convection_w_per_m(sheath_c, ambient_c, outside_mm) + radiation_w_per_m(
        sheath_c, ambient_c, outside_mm
    )


def sheath_k_per_w_per_m(cable: HeatedCable) -> float:
    """Thermal resistance from the laid-up copper to the surface, in K m/W.

    Source: IEC 60287-2-1.
    """
    ratio = max(cable.outside_mm / cable.copper_mm, 1.0)
    return SHEATH_K_M_PER_W / (2 * math.pi) * math.log(ratio)


def _root(below: float, above: float, grows: Callable[[float], float]) -> float:
    """Where a growing function passes zero, between two bounds, to a micro-unit.

    Source: false position, Illinois.
    """
    low, high = grows(below), grows(above)
    if low >= 0 or high <= 0:
        if low >= 0:
            return below
        return above
    side = 0
    for _ in range(80):
        middle = (below * high - above * low) / (high - low)
        value = grows(middle)
        if abs(value) < 1e-9 or above - below < 1e-6:
            return middle
        if value < 0:
            below, low = middle, value
            if side < 0:
                high = high / 2
            side = -1
        else:
            above, high = middle, value
            if side > 0:
                low = low / 2
            side = 1
    return (below + above) / 2


@lru_cache(maxsize=512)
def warmth(cable: HeatedCable, amps: float, ambient_c: float) -> Warmth:
    """Temperatures a cable settles at, alone in still air.

    Parameters: cable; amps in each loaded core; ambient in C. Returns: Warmth; held at 400 C, where
    nothing is left.
    """
    through = sheath_k_per_w_per_m(cable)

    def heat(conductor_c: float) -> float:
        return cable.loaded * amps**2 * cable.wire.ohms_per_m(conductor_c)

    def conductor(sheath_c: float) -> float:
        return sheath_c + surface_w_per_m(sheath_c, ambient_c, cable.outside_mm) * through

    def spare(sheath_c: float) -> float:
        return surface_w_per_m(sheath_c, ambient_c, cable.outside_mm) - heat(conductor(sheath_c))

    sheath = _root(ambient_c, HOTTEST_C, spare)
    return Warmth(
        min(conductor(sheath), HOTTEST_C),
        sheath,
        surface_w_per_m(sheath, ambient_c, cable.outside_mm),
    )


def amps_at(cable: HeatedCable, conductor_c: float, ambient_c: float) -> float:
    """Current that brings the conductor to a temperature.

    Parameters: cable; conductor and ambient in C. Returns: amps in each loaded core,
    0 when it is no hotter than ambient.
    """
    if conductor_c <= ambient_c:
        return 0.0
    through = sheath_k_per_w_per_m(cable)

    def over(sheath_c: float) -> float:
        return (
            sheath_c
            + surface_w_per_m(sheath_c, ambient_c, cable.outside_mm) * through
            - conductor_c
        )

    sheath = _root(ambient_c, conductor_c, over)
    heat = surface_w_per_m(sheath, ambient_c, cable.outside_mm)
    return math.sqrt(heat / (cable.loaded * cable.wire.ohms_per_m(conductor_c)))
