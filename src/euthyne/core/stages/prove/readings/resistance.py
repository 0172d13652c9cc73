"""Readings of a conductor's resistance, end to end: their band, and what a reading outside it
tells.
"""

from dataclasses import dataclass, replace

from euthyne.core.stages.prove.readings.line import Line, Measured
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.quantity import OHMS, Measure
from euthyne.core.trade.wire import GAUGES, Size, Wire, awg, metric, metric_resistances
from euthyne.data.tables import toml

BAND_SHARE = 5  # a meter tells a band apart when right within a fifth of it, good practice, generic


@dataclass(frozen=True, kw_only=True)
class ResistanceLine(Line):
    """A resistance to read, in ohm: least, most, and from where on it is watched.

    ``thinner`` is the next thinner size and the least it would read, None where there is none;
    ``astray`` says where to look for what reads too much.
    """

    low: float
    high: float
    watch: float
    thinner: tuple[str, float] | None
    astray: str

    @property
    def measure(self) -> Measure:
        """Resistance, in ohm."""
        return OHMS

    @property
    def example(self) -> str:
        """A reading as it is typed."""
        return "0.42 ohm"

    @property
    def band(self) -> str:
        """What a sound lead reads, in words."""
        return f"{self.low:.3f} to {self.watch:.3f} ohm"

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading in ohm, the test leads taken off."""
        if above:
            said = "The meter reads open: the core is broken, or lands somewhere else."
            return Verdict("fail", said)
        net = value - meter.zero_ohm
        if net < 0:
            said = "Less than the test leads alone: zero them again and take the reading anew."
            return Verdict("unsure", said)
        give = meter.uncertainty_ohm(value)
        return self._outside(net, give) or self._unsure(net, give) or self._inside(net, give)

    def _outside(self, net: float, give: float) -> Verdict | None:
        said = f"{net:.3f} ohm"
        if net - give > self.high:
            why = f"is above {self.high:.3f}: a bad joint or too thin a core."
            return Verdict("fail", f"{said} {why} {self.astray}")
        if net + give < self.low:
            why = "shorter or thicker than the plan, or two points are joined."
            return Verdict("fail", f"{said} is below {self.low:.3f}: {why}")
        return None

    def _unsure(self, net: float, give: float) -> Verdict | None:
        said = f"{net:.3f} ohm"
        fine = (self.high - self.low) / BAND_SHARE
        if give > fine:
            band = f"{self.low:.3f} to {self.high:.3f} ohm"
            out = f"give or take {give * 1000:.2g} mohm, and the band is {band}"
            needed = f"use a meter right within {fine * 1000:.2g} mohm."
            return Verdict("unsure", f"{said}, {out}: {needed}")
        out = f"{said}, and the meter may be {give:.3f} out"
        if net + give > self.high:
            return Verdict("unsure", f"{out}: the limit {self.high:.3f} lies inside.")
        if net - give < self.low:
            return Verdict("unsure", f"{out}: the least, {self.low:.3f}, lies inside.")
        return None

    def _inside(self, net: float, give: float) -> Verdict:
        said = f"{net:.3f} ohm"
        if net > self.watch:
            why = "yet more than sound contacts give. Look at both ends."
            return Verdict("watch", f"{said} is within {self.high:.3f}, {why}")
        band = f"{self.low:.3f} to {self.high:.3f} ohm"
        thin = self._as_a_thinner_one(net + give)
        return Verdict("pass", f"{said}, and a sound one reads {band}.{thin}")

    def _as_a_thinner_one(self, most: float) -> str:
        """What a reading cannot tell apart: the next thinner size, where the lead is too short for
        it.
        """
        if self.thinner is None or most < self.thinner[1]:
            return ""
        size = self.thinner[0]
        return f" {size} may read so too at this length: go by the print, and count the strands."


def band_factors(size: Size) -> tuple[float, float]:
    """Least and most a conductor may measure, as a share of its table value: class maximum, or
    nominal for a gauge.
    """
    t = toml("proof-limits.toml")["band"]
    if size.unit == "AWG":
        return t["awg_low"], t["awg_high"]
    return t["metric_low"], t["metric_high"]


def core_band_ohm(wire: Wire, length_m: float, room_c: float) -> tuple[float, float]:
    """Band a single core's resistance must fall in, without its contacts.

    Parameters: wire; length_m, as cut; room_c. Returns: least and most, ohm.
    Source: IEC 60228 class 5 maximum or nominal gauge; how far below it good cable measures,
    proof-limits.toml.
    """
    table = length_m * wire.ohms_per_m(room_c)
    low, high = band_factors(wire.size)
    return low * table, high * table


def band_of(measured: Measured) -> tuple[float, float]:
    """Band of a core of a lead as it is measured, in ohm."""
    return core_band_ohm(measured.wire, measured.length_m, measured.room_c)


def contacts_ohm() -> float:
    """What the sound contacts of both ends add, in ohm. Source: proof-limits.toml."""
    return 2 * float(toml("proof-limits.toml")["contacts"]["mains_end_ohm"])


def thinner_than(size: Size) -> Size | None:
    """The next thinner size of the same series; None below the thinnest."""
    if size.unit == "mm2":
        made = [metric(mm2) for mm2 in metric_resistances()]
    else:
        made = [awg(gauge) for gauge in GAUGES]
    below = [s for s in made if s.cross_section_mm2 < size.cross_section_mm2]
    return max(below, key=lambda s: s.cross_section_mm2, default=None)


def thinner_one(measured: Measured) -> tuple[str, float] | None:
    """The next thinner size and the least it would read, in ohm; None below the thinnest."""
    less = thinner_than(measured.wire.size)
    if less is None:
        return None
    wire = replace(measured.wire, size=less)
    return less.name, core_band_ohm(wire, measured.length_m, measured.room_c)[0]
