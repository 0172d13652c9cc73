"""Judging a reading against its line, with the meter's own uncertainty, and saying why in words."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.expectation import Line

Judged = Literal["pass", "watch", "fail", "unsure"]


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
        """Half the width of what a reading may really be, in ohm."""
        return reading_ohm * self.percent / 100 + self.step_ohm


def judge(line: Line, value: float, meter: Meter, above: bool = False) -> Verdict:
    """Judge one reading.

    Parameters: line; value in ohm, or Mohm for insulation; meter; above, the meter stood at its end.
    Returns: Verdict. A limit inside the meter's uncertainty is "unsure".
    """
    if line.kind == "insulation":
        return _judge_insulation(line, value, above)
    if above:
        return Verdict("fail", "The meter reads open: the core is broken, or lands somewhere else.")
    net = value - meter.zero_ohm
    if net < 0:
        return Verdict("unsure", "Less than the test leads alone: zero them again and take the reading anew.")
    return _judge_ohms(line, net, meter.uncertainty_ohm(value))


def _judge_insulation(line: Line, value: float, above: bool) -> Verdict:
    said = f"{'more than ' if above else ''}{value:g} Mohm"
    if value < line.low:
        if above:
            return Verdict("unsure", f"{said}: the meter ends below the limit. Use a higher range.")
        return Verdict("fail", f"{said} is under {line.low:g}: damp, a pinched core or a stray strand. Open and look.")
    if value < line.watch and not above:
        return Verdict("watch", f"{said} is in service range, yet low for a new lead: dry it and measure again.")
    return Verdict("pass", f"{said}, and {line.low:g} is the least.")


def _judge_ohms(line: Line, net: float, give: float) -> Verdict:
    said, band = f"{net:.3f} ohm", f"{line.low:.3f} to {line.high:.3f} ohm"
    if net - give > line.high:
        return Verdict("fail", f"{said} is above {line.high:.3f}: a bad joint or too thin a core. {_where(line)}")
    if net + give > line.high:
        return Verdict("unsure", f"{said}, and the meter may be {give:.3f} out: the limit {line.high:.3f} lies inside.")
    if net + give < line.low:
        return Verdict(
            "fail", f"{said} is below {line.low:.3f}: shorter or thicker than the plan, or two points are joined."
        )
    if net - give < line.low:
        return Verdict(
            "unsure", f"{said}, and the meter may be {give:.3f} out: the least, {line.low:.3f}, lies inside."
        )
    if net > line.watch:
        return Verdict(
            "watch", f"{said} is within {line.high:.3f}, yet more than sound contacts give. Look at both ends."
        )
    return Verdict("pass", f"{said}, and a sound one reads {band}.")


def _where(line: Line) -> str:
    if line.kind == "earth":
        return "Flex one end at a time: the end where the figure moves is the bad one."
    return "Flex one end at a time while reading: where it jumps, the joint is bad. If it is still, look at the size."


def twins(one: float, other: float, line: Line) -> str | None:
    """Live against neutral by difference in ohm: a sentence when one is worse than sound contacts explain."""
    spread = line.high - line.low
    if abs(one - other) <= spread / 2:
        return None
    worse = "live" if one > other else "neutral"
    return f"The {worse} core reads {abs(one - other) * 1000:.0f} mohm more than its twin: look at its two joints."
