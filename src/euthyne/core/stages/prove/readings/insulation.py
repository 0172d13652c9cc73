"""Insulation, between what must never meet."""

from dataclasses import dataclass

from euthyne.core.stages.prove.readings.line import Line, Measured
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.quantity import MEGOHMS, Measure
from euthyne.data.tables import toml

TO_EARTH = "all that carry current joined, to earth"


@dataclass(frozen=True, kw_only=True)
class InsulationLine(Line):
    """An insulation to read, in Mohm: refused under ``fail_under``, watched under ``watch_under``."""

    fail_under: float
    watch_under: float

    @property
    def measure(self) -> Measure:
        """Insulation, in Mohm."""
        return MEGOHMS

    @property
    def example(self) -> str:
        """A reading as it is typed."""
        return ">999"

    @property
    def band(self) -> str:
        """What a sound lead reads, in words."""
        return f"{self.fail_under:g} Mohm at least, {self.watch_under:g} wanted"

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading in Mohm; a meter at its end has read more than the figure."""
        said = f"{'more than ' if above else ''}{value:g} Mohm"
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


def lines(cores: tuple[str, ...], measured: Measured) -> tuple[Line, ...]:
    """A line to earth where there is one, and between the cores that carry current."""
    carrying = [c for c in cores if c != "E"]
    if "E" in cores:
        pairs = [("insulation-E", TO_EARTH)]
    else:
        pairs = []
    if len(carrying) == 2:
        one, other = carrying
        words = f"{function_of(one)} to {function_of(other)}"
        pairs.append((f"insulation-{one}{other}", words))
    else:
        pairs += [
            # The last one was measured against all others when they were measured against it.
            (f"insulation-{c}", f"{function_of(c)} to the others joined")
            for c in carrying[:-1]
        ]
    return tuple(_line(key, words) for key, words in pairs)


def _line(key: str, words: str) -> InsulationLine:
    limits = toml("proof-limits.toml")["insulation"]
    fail, watch = limits["new_fail_megohm"], limits["new_watch_megohm"]
    return InsulationLine(
        id=key,
        words=f"insulation, {words}",
        fail_under=fail,
        watch_under=watch,
        how=(
            f"{limits['mains_test_volts']} V, the lead connected to nothing. Discharge it "
            "afterwards."
        ),
        why=f"a new lead under {fail} Mohm is refused, under {watch} Mohm watched",
        source=limits["source"],
    )
