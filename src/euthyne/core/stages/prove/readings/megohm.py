"""Readings of insulation, in megohm: what must be there at least."""

from dataclasses import dataclass

from euthyne.core.stages.prove.readings.line import Line
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.quantity import MEGOHMS, Measure

RELEASE = "Hands off, nothing connected; let go only when the tester shows it is discharged."


@dataclass(frozen=True, kw_only=True)
class InsulationLine(Line):
    """An insulation to read, in megohm: refused under ``fail_under``, watched under ``watch_under``."""

    fail_under: float
    watch_under: float

    @property
    def measure(self) -> Measure:
        """Insulation, in megohm."""
        return MEGOHMS

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
        """Judge a reading in megohm; a meter at its end has read more than the figure."""
        said = f"{'more than ' if above else ''}{value:g} megohm"
        if value < self.fail_under and above:
            why = "the meter ends below the limit. Use a higher range."
            return Verdict("unsure", f"{said}: {why}")
        if value < self.fail_under:
            why = "damp, a pinched core or a stray strand. Open and look."
            return Verdict("fail", f"{said} is under {self.fail_under:g}: {why}")
        if value < self.watch_under and not above:
            why = "yet low for a new lead: dry it and measure again."
            return Verdict("watch", f"{said} is in service range, {why}")
        return Verdict("pass", f"{said}, and {self.fail_under:g} is the least.")
