"""Verdicts on readings, the meter they are taken with, and cores held against their twins."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from euthyne.core.trade.shown import three

Judged = Literal["pass", "watch", "fail", "unsure"]
GRAVITY: tuple[Judged, ...] = ("pass", "watch", "unsure", "fail")
UNLIKE_OHM = 0.020  # F: cores of one cord differ by no more than the smaller of this ...
UNLIKE_VOLTS = 0.100  # ... and of what drops so many volts at the rated amps, generic
WATCH_SHARE = 0.02  # of the lowest twin: more is watched, good practice, generic
FAIL_SHARE = 0.04  # of the lowest twin: more is refused, good practice, generic
POLES_APART = 0.05  # of the lower pole: more is watched, good practice, generic
CELLS_APART_VOLTS = 0.05  # cells of one pack, good practice, generic


@dataclass(frozen=True)
class Verdict:
    """What a reading says of the lead: the word, and the reason in a sentence."""

    word: Judged
    reason: str

    def graver_than(self, other: "Verdict") -> bool:
        """True when it stands in the way more than another."""
        return GRAVITY.index(self.word) > GRAVITY.index(other.word)


@dataclass(frozen=True)
class Meter:
    """Stated accuracy of the instruments of a proof."""

    percent: float = 1.0  # of a reading of ohms or volts
    step_ohm: float = 0.001
    zero_ohm: float = 0.0  # what the test leads read alone
    step_mv: float = 0.1
    insulation_percent: float = 10.0  # of a reading of megohms, proof-limits.toml
    pull_percent: float = 2.0
    rise_k: float = 1.0

    def four_wire(self, amps: float) -> "Meter":
        """The meter as it reads ohms by millivolts at so many amps: no test leads in the way."""
        return replace(self, step_ohm=self.step_mv / 1000 / amps, zero_ohm=0.0)

    def uncertainty_ohm(self, reading_ohm: float) -> float:
        """How far a reading with the zero taken off may be out, in ohm: the reading's own error and
        the zero's.
        """
        return (reading_ohm + self.zero_ohm) * self.percent / 100 + 2 * self.step_ohm


def unlike(readings: dict[str, float], amps: float, meter: Meter) -> dict[str, Verdict]:
    """Cores of one size in one cord against the lowest of them, the fuse out.

    Parameters: what was read of each core in ohm, by its name; amps, the lead's rating; meter.
    Returns: a verdict for each core that reads more than its twin by more than sound joints
    explain.
    Source: good practice, generic: F is the smaller of 20 mohm and 100 mV at the rating; watch over
    the larger of F/2 and 2 %, fail over the larger of F and 4 %, each plus twice the meter's error.
    """
    if len(readings) < 2:
        return {}
    least, twin = min((ohm, core) for core, ohm in readings.items())
    f = min(UNLIKE_OHM, UNLIKE_VOLTS / amps)
    found: dict[str, Verdict] = {}
    for core, ohm in readings.items():
        more = ohm - least
        give = 2 * meter.uncertainty_ohm(ohm)
        if more <= max(f / 2, WATCH_SHARE * least) + give:
            continue
        fails = more > max(f, FAIL_SHARE * least) + give
        joints = f"its twin: a joint of the {core} core."
        burns = f"At {three(amps)} A it would burn {three(more * amps**2)} W."
        said = f"{three(more * 1000)} milliohm more than the {twin} core, {joints} {burns}"
        found[core] = Verdict("fail" if fails else "watch", f"{said} Flex one end, then the other.")
    return found


def poles_apart(readings: Mapping[str, float], meter: Meter) -> dict[str, Verdict]:
    """Poles of one lead against the lower one.

    Parameters: what was read of each in ohm, by its name; meter, as it reads ohms by millivolts.
    Source: good practice, generic: over 5 % apart, the worse is named.
    """
    if len(readings) < 2:
        return {}
    least, twin = min((ohm, pole) for pole, ohm in readings.items())
    found = {}
    for pole, ohm in readings.items():
        give = 2 * meter.uncertainty_ohm(ohm)
        if ohm - least > POLES_APART * least + give:
            more = (ohm / least - 1) * 100
            said = f"{more:.0f} % more than {twin}: one of its two joints is the worse. "
            found[pole] = Verdict("watch", f"{said}Read each half, or each lug.")
    return found


def cells_apart(readings: Mapping[str, float], meter: Meter) -> dict[str, Verdict]:
    """Cells of one pack against the lowest: what is apart is the pack's, not the lead's.

    Parameters: volts of each cell, by its tap; meter.
    """
    if len(readings) < 2:
        return {}
    least = min(readings.values())
    found = {}
    for tap, volts in readings.items():
        if volts - least > CELLS_APART_VOLTS + volts * meter.percent / 100:
            said = f"{volts - least:.2f} V more than the lowest cell: "
            found[tap] = Verdict("watch", f"{said}the pack's fault, not the lead's.")
    return found
