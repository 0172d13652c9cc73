"""Judging a reading against its line, with the meter's own uncertainty, and saying why in words."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.stages.prove.expectation import Line

Judged = Literal["pass", "watch", "fail", "unsure"]
GRAVITY: tuple[Judged, ...] = ("pass", "watch", "unsure", "fail")


@dataclass(frozen=True)
class Verdict:
    """What a reading says of the lead: the word, and the reason in a sentence."""

    word: Judged
    reason: str


@dataclass(frozen=True)
class Meter:
    """Stated accuracy of an instrument: percent of reading, smallest step (ohm), and the test-lead zero (ohm)."""

    percent: float = 1.0
    step_ohm: float = 0.001
    zero_ohm: float = 0.0

    def uncertainty_ohm(self, reading_ohm: float) -> float:
        """How far a reading with the zero taken off may be out, in ohm: the reading's own error and the zero's."""
        return (reading_ohm + self.zero_ohm) * self.percent / 100 + 2 * self.step_ohm


BAND_SHARE = (
    5  # a meter tells a band apart when it is right within a fifth of it, good practice, generic
)
UNLIKE_OHM = 0.020  # F: cores of one cord differ by no more than the smaller of this ...
UNLIKE_VOLTS = (
    0.100  # ... and of what drops so many volts at the rated amps, good practice, generic
)
WATCH_SHARE, FAIL_SHARE = 0.02, 0.04


def judge(line: Line, value: float, meter: Meter, above: bool = False) -> Verdict:
    """Judge one reading.

    Parameters: line; value in ohm, or Mohm for insulation; meter; above, the meter stood at its end.
    Returns: Verdict. A limit inside the meter's uncertainty is "unsure": it cannot be said.
    """
    if line.kind == "insulation":
        return _judge_insulation(line, value, above)
    if above:
        return Verdict("fail", "The meter reads open: the core is broken, or lands somewhere else.")
    net = value - meter.zero_ohm
    if net < 0:
        return Verdict(
            "unsure", "Less than the test leads alone: zero them again and take the reading anew."
        )
    return _judge_ohms(line, net, meter.uncertainty_ohm(value))


def _judge_insulation(line: Line, value: float, above: bool) -> Verdict:
    said = f"{'more than ' if above else ''}{value:g} Mohm"
    if value < line.low:
        if above:
            return Verdict("unsure", f"{said}: the meter ends below the limit. Use a higher range.")
        return Verdict(
            "fail",
            f"{said} is under {line.low:g}: damp, a pinched core or a stray strand. Open and look.",
        )
    if value < line.watch and not above:
        return Verdict(
            "watch",
            f"{said} is in service range, yet low for a new lead: dry it and measure again.",
        )
    return Verdict("pass", f"{said}, and {line.low:g} is the least.")


def _judge_ohms(line: Line, net: float, give: float) -> Verdict:
    said, band = f"{net:.3f} ohm", f"{line.low:.3f} to {line.high:.3f} ohm"
    fine = (line.high - line.low) / BAND_SHARE
    if net - give > line.high:
        return Verdict(
            "fail",
            f"{said} is above {line.high:.3f}: a bad joint or too thin a core. {_where(line)}",
        )
    if net + give < line.low:
        return Verdict(
            "fail",
            f"{said} is below {line.low:.3f}: shorter or thicker than the plan, or two points are joined.",
        )
    if give > fine:
        needed = f"a meter right within {fine * 1000:.2g} mohm"
        return Verdict(
            "unsure",
            f"{said}, give or take {give * 1000:.2g} mohm, and the band is {band}: use {needed}.",
        )
    if net + give > line.high:
        return Verdict(
            "unsure",
            f"{said}, and the meter may be {give:.3f} out: the limit {line.high:.3f} lies inside.",
        )
    if net - give < line.low:
        return Verdict(
            "unsure",
            f"{said}, and the meter may be {give:.3f} out: the least, {line.low:.3f}, lies inside.",
        )
    if net > line.watch:
        return Verdict(
            "watch",
            f"{said} is within {line.high:.3f}, yet more than sound contacts give. Look at both ends.",
        )
    return Verdict("pass", f"{said}, and a sound one reads {band}.{_thin_too(line, net + give)}")


def _thin_too(line: Line, most: float) -> str:
    """What a reading cannot tell apart: the next thinner size, where the lead is too short for it."""
    if line.thinner is None or most < line.thinner[1]:
        return ""
    return f" {line.thinner[0]} may read so too at this length: go by the print, and count the strands."


def _where(line: Line) -> str:
    if line.kind == "earth":
        return "Flex one end at a time: the end where the figure moves is the bad one."
    return "Flex one end at a time while reading: where it jumps, the joint is bad. If it is still, look at the size."


def unlike(readings: dict[str, float], amps: float, meter: Meter) -> dict[str, Verdict]:
    """Cores of one size in one cord against the lowest of them, the fuse out.

    Parameters: what was read of each core in ohm, by its name; amps, the lead's rating; meter.
    Returns: a verdict for each core that reads more than its twin by more than sound joints explain.
    Source: good practice, generic: F is the smaller of 20 mohm and 100 mV at the rating; watch over the larger of F/2
    and 2 %, fail over the larger of F and 4 %, each plus twice the meter's error.
    """
    if len(readings) < 2:
        return {}
    least, twin = min((ohm, core) for core, ohm in readings.items())
    f = min(UNLIKE_OHM, UNLIKE_VOLTS / amps)
    found: dict[str, Verdict] = {}
    for core, ohm in readings.items():
        more, give = ohm - least, 2 * meter.uncertainty_ohm(ohm)
        watch, fail = max(f / 2, WATCH_SHARE * least) + give, max(f, FAIL_SHARE * least) + give
        if more > watch:
            said = f"{more * 1000:.0f} mohm more than {twin}, its twin: one of the two joints of the {core} core."
            burns = f" At {amps:.3g} A it would burn {more * amps**2:.1f} W."
            found[core] = Verdict(
                "fail" if more > fail else "watch", said + burns + " Flex one end, then the other."
            )
    return found
