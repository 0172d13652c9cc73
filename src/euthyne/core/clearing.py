"""Whether a fault at the far end clears: to earth, and live to neutral, each on its own."""

import math
from dataclasses import dataclass
from functools import cache
from typing import Literal

from euthyne.core.protection import MAGNETIC_MULTIPLE
from euthyne.data.tables import rows

FaultKind = Literal["earth", "short"]
WITHSTAND_K = {"PVC": 115.0, "rubber": 141.0, "cross-linked": 143.0}  # A s^0.5 / mm2, IEC 60364-4-43 table 43A
LONGEST_SECONDS = 5.0
MAGNETIC_SECONDS = 0.1
RESIDUAL_SECONDS = 0.3  # 30 mA device at its rated residual current, IEC 61008


@dataclass(frozen=True)
class Guard:
    """What guards a lead: family, amps, curve if a breaker, and whether a residual-current device is there."""

    family: str
    amps: float
    curve: str = "C"
    residual_current_device: bool = False

    @property
    def word(self) -> str:
        """What it is called."""
        return f"the {self.amps:g} A {'breaker' if self.family.startswith('breaker') else 'fuse'}"


@dataclass(frozen=True)
class Cleared:
    """What becomes of a fault: its current (A), what clears it (None: nothing in five seconds), how soon, what passes.

    ``passes_a2s`` is the energy let through, ``stands_a2s`` what the conductor stands, both in A2 s.
    """

    kind: FaultKind
    amps: float
    by: str | None
    seconds: float
    passes_a2s: float
    stands_a2s: float

    @property
    def survives(self) -> bool:
        """True when something clears it in time, and the conductor outlasts it."""
        return self.by is not None and self.passes_a2s <= self.stands_a2s


def withstand_a2s(cross_section_mm2: float, insulation: str) -> float:
    """Energy a conductor stands, k2 S2, in A2 s. Source: IEC 60364-4-43.

    >>> withstand_a2s(1.5, "PVC")
    29756.25
    """
    return (WITHSTAND_K[insulation] * cross_section_mm2) ** 2


@cache
def curve_of(family: str) -> tuple[tuple[float, float], ...]:
    """A fuse family's gates: multiples of its rating and the seconds each clears in; slowest first."""
    return tuple((float(r["multiple"]), float(r["seconds"])) for r in rows("fuse-curves.csv") if r["family"] == family)


def seconds_to_clear(guard: Guard, fault_amps: float) -> float | None:
    """How soon a fuse or breaker clears a current; None when not within five seconds.

    Source: B, C, D at 5, 10, 20 times, IEC 60898; fuses by a straight line in log, log between their gates.
    """
    multiple = fault_amps / guard.amps
    if guard.family.startswith("breaker"):
        return MAGNETIC_SECONDS if multiple >= MAGNETIC_MULTIPLE[guard.curve] else None
    gates = curve_of(guard.family)
    if not gates or multiple < gates[0][0]:
        return None
    for (m0, s0), (m1, s1) in zip(gates, gates[1:], strict=False):
        if multiple <= m1:
            share = math.log(multiple / m0) / math.log(m1 / m0)
            return float(s0 * (s1 / s0) ** share)
    return gates[-1][1]


def cleared(kind: FaultKind, fault_amps: float, cross_section_mm2: float, insulation: str, guard: Guard) -> Cleared:
    """What clears a fault at the far end, and whether the conductor outlasts it.

    Parameters: which fault; its current (A); area (mm2); insulation, a key of WITHSTAND_K; what guards the lead. A
    residual-current device answers for the earth fault only, never for the short.
    Returns: Cleared. Source: IEC 60364-4-43, let-through against k2 S2.
    """
    stands = withstand_a2s(cross_section_mm2, insulation)
    seconds, by = seconds_to_clear(guard, fault_amps), guard.word
    if kind == "earth" and guard.residual_current_device and (seconds is None or seconds > RESIDUAL_SECONDS):
        seconds, by = RESIDUAL_SECONDS, "the residual-current device"
    lasts = LONGEST_SECONDS if seconds is None else seconds
    return Cleared(kind, fault_amps, by if seconds is not None else None, lasts, fault_amps**2 * lasts, stands)


def longest_m(u0_volts: float, loop_ohms: float, wanted_amps: float, ohms_per_m_out_and_back: float) -> float:
    """Longest lead whose far end still lets a current flow, in m; 0 when the supply alone does not.

    Source: IEC 60364-4-41, factor 0.95.
    """
    return max((0.95 * u0_volts / wanted_amps - loop_ohms) / ohms_per_m_out_and_back, 0.0)
