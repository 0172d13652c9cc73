"""Readings of volts with their sign, and of how much warmer one thing runs than another."""

from dataclasses import dataclass

from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.figure import kelvin
from euthyne.core.trade.quantity import KELVIN, SIGNED_VOLTS, Measure
from euthyne.core.trade.shown import three

NOTHING_VOLTS = 0.05  # less than it is nothing at all, whatever the meter floats at
FAR_OFF = 100.0


@dataclass(frozen=True, kw_only=True)
class VoltsLine(ProofLine):
    """Volts to read, with sign, red probe first: least and most.

    ``crossed``, ``nothing``, ``low_words`` and ``high_words`` say what a wrong reading most likely is;
    ``give`` what a meter may be out, in volts.
    """

    low: float
    high: float
    crossed: str
    nothing: str
    low_words: str
    high_words: str
    give: float = 0.0

    @property
    def bounds(self) -> Band:
        """The least and the most a sound one gives."""
        return Band(self.low, self.high, self.high)

    @property
    def measure(self) -> Measure:
        """Volts, with their sign."""
        return SIGNED_VOLTS

    @property
    def example(self) -> str:
        """A reading as it is typed."""
        return f"{three(self.sound)} V"

    @property
    def band(self) -> str:
        """What a sound lead reads, in words."""
        return f"+{three(self.low)} to +{three(self.high)} V"

    @property
    def sound(self) -> float:
        """The middle of the band."""
        return (self.low + self.high) / 2

    def far_off(self, value: float) -> float | None:
        """How many times too much it is, from a hundred on."""
        return abs(value) / self.high if abs(value) > FAR_OFF * self.high else None

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading in volts."""
        if above:
            return Verdict("unsure", "The meter stands at its end: take a higher range.")
        said = f"{value:.4g} V"
        give = abs(value) * meter.percent / 100 + self.give
        if abs(value) <= NOTHING_VOLTS:
            return Verdict("fail", f"{said}: {self.nothing}")
        if value < 0:
            return Verdict("fail", f"{said}: {self.crossed}")
        if value + give < self.low:
            return Verdict("fail", f"{said} is under {three(self.low)} V: {self.low_words}")
        if value - give > self.high:
            return Verdict("fail", f"{said} is over {three(self.high)} V: {self.high_words}")
        return Verdict("pass", f"{said}, plus where it is drawn.")


@dataclass(frozen=True, kw_only=True)
class RiseLine(ProofLine):
    """How many kelvin it runs above what lies beside it: watched and refused from where on; ``over``
    what explains so much; ``at`` the fitting it is a rise of, empty where it is a conductor's.
    """

    watch: float
    fail: float
    astray: str
    over: str = "its neighbour"
    at: str = ""

    @property
    def bounds(self) -> Band:
        """How much warmer a sound one may run, and the limit."""
        return Band(0.0, self.watch, self.fail)

    @property
    def measure(self) -> Measure:
        """A difference of temperatures, in kelvin."""
        return KELVIN

    @property
    def example(self) -> str:
        """A reading as it is typed."""
        return "3 K"

    @property
    def band(self) -> str:
        """What a sound lead reads, in words."""
        return f"{kelvin(self.watch):g} at most; {kelvin(self.fail):g} is the limit"

    @property
    def sound(self) -> float:
        """Well under what is watched."""
        return self.watch / 4

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a rise in kelvin."""
        if above:
            return Verdict("unsure", "The thermometer stands at its end: read it anew.")
        said, give = f"{kelvin(value):.3g} warmer", meter.rise_k
        if value - give > self.fail:
            return Verdict("fail", f"{said}, {kelvin(self.fail):g} is the most. {self.astray}")
        if value + give > self.fail:
            out = f"{said}, give or take {kelvin(give):g}: the limit, {kelvin(self.fail):g}, lies inside."
            return Verdict("unsure", f"{out} Another half hour, another thermometer.")
        if value > self.watch:
            return Verdict("watch", f"{said}: more than {self.over} explains. {self.astray}")
        return Verdict("pass", f"{said}; a sound one stays under {kelvin(self.watch):g}.")
