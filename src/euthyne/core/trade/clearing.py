"""Whether a fault at the far end clears: to earth in time for a person, live to neutral in time for
the cord.
"""

import itertools
import math
from dataclasses import dataclass
from functools import cache
from typing import Literal

from euthyne.core.trade.protection import MAGNETIC_MULTIPLE
from euthyne.data.tables import rows

FaultKind = Literal["earth", "short"]
# A s^0.5 / mm2 of copper and of aluminium, IEC 60364-4-43 table 43A; clad copper as aluminium
WITHSTAND_K = {
    "PVC": (115.0, 76.0),
    "rubber": (141.0, 94.0),
    "cross-linked": (143.0, 94.0),
}
LONGEST_SECONDS = 5.0  # beyond, heat leaves the conductor and k2 S2 says nothing, IEC 60364-4-43
MAGNETIC_SECONDS = 0.1
INSTANT_SECONDS = 0.01  # half a period: what a breaker lets through at once, generic
# total let-through of a fuse at a dead short, as a share of I2t at its curve's 0.1 s point, generic
TWICE = 2.0
RESIDUAL_SECONDS = 0.3  # 30 mA device at its rated residual current, IEC 61008
RESIDUAL_AT_ONCE = 0.04  # and from five times that on
RESIDUAL_AMPS = 0.030
NOMINAL = 1.06  # a supply up to 6 % above counts as its nominal volts: 240 V as 230, IEC 60038
CENTRE_TAPPED_VOLTS = 120.0  # a two-hot supply up to this is the site transformer, 55 V to earth


@dataclass(frozen=True)
class Guard:
    """What guards a lead: family, amps, curve if an IEC breaker, and whether a residual-current
    device is there.
    """

    family: str
    amps: float
    curve: str = "C"
    residual_current_device: bool = False

    @property
    def word(self) -> str:
        """What it is called."""
        if self.family == "breaker-iec":
            return f"the {self.amps:g} A breaker, curve {self.curve},"
        return f"the {self.amps:g} A {'breaker' if self.family.startswith('breaker') else 'fuse'}"


@dataclass(frozen=True)
class LetThrough:
    """What passes a fault somewhere along a lead: its current in A, how soon its breaker or fuse opens in s (None:
    not within five), and the energy in A2 s that passes until anything does.
    """

    amps: float
    seconds: float | None
    a2s: float

    @property
    def at_once(self) -> bool:
        """True where it opens as fast as it can: what passes then is the maker's to say."""
        return self.seconds is not None and self.seconds <= MAGNETIC_SECONDS


@dataclass(frozen=True)
class Cleared:
    """What becomes of a fault: its current at the far end (A), what clears it there (None: nothing in time), how
    soon, what passes.

    ``within_s`` is the time it has; ``far`` and ``near`` what a fault at either end lets through; ``stands_a2s``
    what the conductor stands, in A2 s. ``known`` is False where no gate of the device says when it acts at the far
    end, and five seconds are counted.
    """

    kind: FaultKind
    by: str | None
    seconds: float
    within_s: float
    far: LetThrough
    near: LetThrough
    stands_a2s: float
    known: bool = True

    @property
    def amps(self) -> float:
        """The current of a fault at the far end, in A."""
        return self.far.amps

    @property
    def passes_a2s(self) -> float:
        """The largest energy that passes, wherever along the lead the fault is, in A2 s."""
        return max(self.far.a2s, self.near.a2s)

    @property
    def burning(self) -> tuple[LetThrough, ...]:
        """The faults that let more through than the conductor stands: at the far end, at the near one."""
        return tuple(x for x in (self.far, self.near) if x.a2s > self.stands_a2s)

    @property
    def burns(self) -> bool:
        """True where more energy passes than the conductor stands."""
        return bool(self.burning)

    @property
    def survives(self) -> bool:
        """True when something clears it in time, and the conductor outlasts it."""
        return self.by is not None and not self.burns

    @property
    def stands_s(self) -> float:
        """How long the conductor stands the current at the far end, in s."""
        return self.stands_a2s / self.amps**2


def withstand_a2s(cross_section_mm2: float, insulation: str, copper: bool = True) -> float:
    """Energy a conductor stands, k2 S2, in A2 s. Source: IEC 60364-4-43.

    >>> withstand_a2s(1.5, "PVC"), withstand_a2s(2.5, "rubber", copper=False)
    (29756.25, 55225.0)
    """
    k = WITHSTAND_K[insulation][0 if copper else 1]
    return (k * cross_section_mm2) ** 2


def residual_seconds(fault_amps: float) -> float:
    """How soon a 30 mA device acts on a current to earth. Source: IEC 61008.

    >>> residual_seconds(0.05), residual_seconds(60.0)
    (0.3, 0.04)
    """
    return RESIDUAL_AT_ONCE if fault_amps >= 5 * RESIDUAL_AMPS else RESIDUAL_SECONDS


def earth_fault_seconds(
    volts_to_earth: float, centre_tapped: bool = False, rod: bool = False
) -> float:
    """Time a fault to earth has to be cleared in.

    Parameters: volts_to_earth, alternating; centre_tapped, a site transformer with 55 V to earth;
    rod, a supply whose earth is a rod of its own (TT).
    Returns: seconds. Source: IEC 60364-4-41 table 41.1; the centre-tapped supply by 411.8 of BS
    7671.

    >>> [earth_fault_seconds(v) for v in (120, 230, 240, 277)]
    [0.8, 0.4, 0.4, 0.2]
    """
    if centre_tapped:
        return LONGEST_SECONDS
    for row in rows("clearing-times.csv"):
        if volts_to_earth <= float(row["up_to_volts"]) * NOMINAL:
            return float(row["rod_seconds" if rod else "seconds"])
    return 0.04 if rod else 0.1


@cache
def curve_of(family: str, amps: float) -> tuple[tuple[float, float], ...]:
    """A device's gates: multiples of its rating and the seconds each clears in, slowest first; none
    where unknown.
    """
    listed = [
        r
        for r in rows("fuse-curves.csv")
        if r["family"] == family and amps <= float(r["up_to_amps"])
    ]
    least = min((float(r["up_to_amps"]) for r in listed), default=0.0)
    return tuple(
        (float(r["multiple"]), float(r["seconds"]))
        for r in listed
        if float(r["up_to_amps"]) == least
    )


def gates_of(guard: Guard) -> tuple[tuple[float, float], ...]:
    """The gates of what guards a lead; a breaker has one, where its magnetic trip is sure to act."""
    if guard.family == "breaker-iec":
        return ((MAGNETIC_MULTIPLE[guard.curve], MAGNETIC_SECONDS),)
    return curve_of(guard.family, guard.amps)


def seconds_to_clear(guard: Guard, fault_amps: float) -> float | None:
    """How soon a fuse or breaker clears a current; None when not within five seconds.

    Source: B, C, D at 5, 10, 20 times, IEC 60898; fuses by a straight line in log, log between
    their gates.
    """
    multiple = fault_amps / guard.amps
    gates = gates_of(guard)
    if not gates or multiple < gates[0][0]:
        return None
    for (m0, s0), (m1, s1) in itertools.pairwise(gates):
        if multiple <= m1:
            share = math.log(multiple / m0) / math.log(m1 / m0)
            return float(s0 * (s1 / s0) ** share)
    return gates[-1][1]


def amps_to_clear(guard: Guard, within_s: float) -> float | None:
    """The least current that is cleared within a time, in A; None where no current is known to be.

    Parameters: guard; within_s, seconds.

    >>> round(amps_to_clear(Guard("bs1362-plug", 13), 0.4), 1)
    94.9
    """
    gates = gates_of(guard)
    if not gates or gates[-1][1] > within_s:
        return None
    if gates[0][1] <= within_s:
        return gates[0][0] * guard.amps
    for (m0, s0), (m1, s1) in itertools.pairwise(gates):
        if s1 <= within_s:
            share = math.log(within_s / s0) / math.log(s1 / s0)
            return float(guard.amps * m0 * (m1 / m0) ** share)
    return None


def let_through_a2s(guard: Guard, fault_amps: float) -> float:
    """Energy a device lets through at a current, in A2 s.

    Slower than a tenth of a second it is the current squared by the time. Faster, the device itself
    limits it: a fuse to twice its energy at the curve's last gate, a breaker to its class, or to
    half a period where that is less.
    Source: generic, the maker's let-through figure decides; breakers EN 60898-1.
    """
    seconds = seconds_to_clear(guard, fault_amps)
    if seconds is None:
        return fault_amps**2 * LONGEST_SECONDS
    last_multiple, last_seconds = gates_of(guard)[-1]
    if fault_amps < last_multiple * guard.amps or last_seconds > MAGNETIC_SECONDS:
        return fault_amps**2 * seconds
    if guard.family.startswith("breaker"):
        return min(fault_amps**2 * INSTANT_SECONDS, breaker_limit_a2s(guard))
    return TWICE * (last_multiple * guard.amps) ** 2 * last_seconds


def breaker_limit_a2s(guard: Guard) -> float:
    """What a breaker's class lets through at most, in A2 s; endless where no class covers it."""
    for row in rows("breaker-let-through.csv"):
        if (
            guard.family == "breaker-iec"
            and row["curve"] == guard.curve
            and guard.amps <= float(row["up_to_amps"])
        ):
            return float(row["a2s"])
    return math.inf


def cleared(
    kind: FaultKind,
    amps: tuple[float, float],
    stands_a2s: float,
    guard: Guard,
    within_s: float = LONGEST_SECONDS,
) -> Cleared:
    """What clears a fault at the far end, and whether the conductor outlasts it, wherever along it
    the fault is.

    Parameters: which fault; its currents at the far end and at the near one (A); stands_a2s, what
    the conductor stands; what guards the lead; within_s, the time a fault to earth has.
    A residual-current device answers for the earth fault only, never for the short. Returns:
    Cleared. Source: IEC 60364-4-41, IEC 60364-4-43.
    """
    far, near = (_let_through(kind, guard, a) for a in amps)
    seconds, by = far.seconds, guard.word
    if kind == "earth" and guard.residual_current_device and (seconds or math.inf) > within_s:
        seconds, by = residual_seconds(far.amps), "the residual-current device"
    in_time = seconds is not None and seconds <= within_s
    return Cleared(
        kind=kind,
        by=by if in_time else None,
        seconds=LONGEST_SECONDS if seconds is None else seconds,
        within_s=within_s,
        far=far,
        near=near,
        stands_a2s=stands_a2s,
        known=seconds is not None,
    )


def _let_through(kind: FaultKind, guard: Guard, amps: float) -> LetThrough:
    a2s = let_through_a2s(guard, amps)
    if kind == "earth" and guard.residual_current_device:
        # Whichever acts first opens it.
        a2s = min(a2s, amps**2 * residual_seconds(amps))
    return LetThrough(amps, seconds_to_clear(guard, amps), a2s)


def longest_m(
    u0_volts: float, loop_ohms: float, wanted_amps: float, ohms_per_m_out_and_back: float
) -> float:
    """Longest lead whose far end still lets a current flow, in m; 0 when the supply alone does not.

    Source: IEC 60364-4-41, factor 0.95.
    """
    return max((0.95 * u0_volts / wanted_amps - loop_ohms) / ohms_per_m_out_and_back, 0.0)
