"""Readings of insulation, in megohm: what must be there at least."""

import math
from dataclasses import dataclass

from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.quantity import MEGOHMS, Measure
from euthyne.core.trade.shown import three

RELEASE = "Hands off, nothing connected; let go only when the tester shows it is discharged."


SURGE_VOLTS = 250.0  # where it holds surge parts or electronics


@dataclass(frozen=True, kw_only=True)
class InsulationLine(ProofLine):
    """An insulation to read, in megohm."""

    fail_under: float
    watch_under: float
    if_bad: str = "damp, a pinched core or a stray strand. Open and look."
    volts: tuple[float, ...] = ()  # it is taken at, the usual first; none for an ordinary ohmmeter

    @property
    def bounds(self) -> Band:
        """What is wanted, and the least: the limit lies below."""
        return Band(self.watch_under, math.inf, self.fail_under)

    @property
    def measure(self) -> Measure:
        """Insulation, in megohm."""
        return MEGOHMS

    @property
    def test_volts(self) -> tuple[float, ...]:
        """The volts a reading of it is taken at."""
        return self.volts

    @property
    def example(self) -> str:
        """A reading as it is typed."""
        return ">999"

    @property
    def band(self) -> str:
        """What a sound lead reads, in words."""
        least = f"{self.fail_under:g} megohm at least"
        if self.watch_under > self.fail_under:
            return f"{least}, {self.watch_under:g} wanted"
        return least

    @property
    def sound(self) -> float:
        """Ten times what is wanted."""
        return 10 * self.watch_under

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading in megohm, with the tester's own error; a tester at its end has read more than
        the figure, and no more is known.
        """
        if above and not value:
            top = "type the top of your tester's scale, such as >200"
            return Verdict("unsure", f"Past its range, and how far that goes is not said: {top}.")
        said = f"{'more than ' if above else ''}{value:g} megohm"
        give = 0.0 if above else value * meter.insulation_percent / 100
        if above and value < self.fail_under:
            why = f"the tester ends below {self.fail_under:g}. Use a higher range."
            return Verdict("unsure", f"{said}: {why}")
        if value + give < self.fail_under:
            return Verdict("fail", f"{said} is under {self.fail_under:g}: {self.if_bad}")
        if value - give < self.fail_under:
            out = f"{said}, give or take {three(give)}"
            return Verdict(
                "unsure", f"{out}: the least, {self.fail_under:g}, lies inside. Dry it, test again."
            )
        if above and value < self.watch_under:
            return Verdict("watch", f"{said}: it is not shown to be over {self.watch_under:g}.")
        if value < self.watch_under:
            why = "yet low for a new lead: dry it and measure again."
            return Verdict("watch", f"{said} is in service range, {why}")
        return Verdict("pass", f"{said}, and {self.fail_under:g} is the least.")
