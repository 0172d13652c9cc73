"""Readings of a conductor's resistance, end to end: their band, and what a reading outside it
tells.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace

from euthyne.core.stages.prove.readings.line import Line, Run
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.quantity import OHMS, Measure
from euthyne.core.trade.wire import GAUGES, Size, Wire, awg, metric, metric_resistances
from euthyne.data.tables import toml

BAND_SHARE = 5  # a meter tells a band apart when right within a fifth of it, good practice, generic
FAR_OFF = 100.0  # times outside the band: the unit may be another one
IN_MILLIOHM = 0.1  # below it milliohm read better


def ohm_words(*ohms: float) -> str:
    """Resistances in one unit that reads well, ``a to b`` where there are two.

    >>> ohm_words(0.133), ohm_words(0.0008, 0.00093)
    ('0.133 ohm', '0.8 to 0.93 milliohm')
    """
    if max(ohms) < IN_MILLIOHM:
        return f"{' to '.join(f'{x * 1000:.3g}' for x in ohms)} milliohm"
    return f"{' to '.join(f'{x:.3f}' if x < 10 else f'{x:.4g}' for x in ohms)} ohm"


def _millivolts(*volts: float) -> str:
    return f"{' to '.join(f'{x * 1000:.3g}' for x in volts)} mV"


@dataclass(frozen=True, kw_only=True)
class ResistanceLine(Line):
    """A resistance to read, in ohm: least, most, and from where on it is watched.

    ``thinner`` is the next thinner size and the least it would read, None where there is none;
    ``astray`` says where to look for what reads too much, ``short`` what reads too little may be;
    ``amps`` what is driven through it where milliohms are read by millivolts.
    """

    low: float
    high: float
    watch: float
    thinner: tuple[str, float] | None
    astray: str
    short: str = "shorter or thicker than the plan, or two points are joined."
    amps: float | None = None

    @property
    def measure(self) -> Measure:
        """Resistance, in ohm."""
        return OHMS

    @property
    def example(self) -> str:
        """A reading as it is typed."""
        if self.amps is not None:
            return f"{self.amps:g} A {_millivolts(self.amps * self.sound)}"
        return ohm_words(self.sound)

    @property
    def band(self) -> str:
        """What a sound lead reads, in words."""
        return self._between(ohm_words, self.low, self.watch)

    @property
    def driven(self) -> str:
        """The band in millivolts at the amps that are driven through it."""
        if self.amps is None:
            return ""
        low, high = (x * self.amps for x in (self.low, self.watch))
        return f"at {self.amps:g} A {self._between(_millivolts, low, high)}"

    @staticmethod
    def _between(words: Callable[..., str], low: float, high: float) -> str:
        return words(low, high) if low > 0 else f"{words(high)} at most"

    @property
    def sound(self) -> float:
        """The middle of the band."""
        return (self.low + self.watch) / 2

    def far_off(self, value: float) -> float | None:
        """How many times outside its band a reading is, from a hundred on."""
        if value > self.high * FAR_OFF:
            return value / self.high
        if 0 < value < self.low / FAR_OFF:
            return value / self.low
        return None

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading in ohm, the test leads taken off; four-wire readings have none to take
        off.
        """
        if above:
            said = "The meter reads open: the core is broken, or lands somewhere else."
            return Verdict("fail", said)
        if self.amps is not None:
            meter = meter.four_wire(self.amps)
        net = value - meter.zero_ohm
        if net < 0:
            said = "Less than the test leads alone: zero them again and take the reading anew."
            return Verdict("unsure", said)
        give = meter.uncertainty_ohm(value)
        return self._outside(net, give) or self._unsure(net, give) or self._inside(net, give)

    def _outside(self, net: float, give: float) -> Verdict | None:
        if net - give > self.high:
            why = "a bad joint or too thin a core."
            said = f"{ohm_words(net)} is above {ohm_words(self.high)}: {why} {self.astray}"
            return Verdict("fail", said)
        if net + give < self.low:
            return Verdict("fail", f"{ohm_words(net)} is below {ohm_words(self.low)}: {self.short}")
        return None

    def _unsure(self, net: float, give: float) -> Verdict | None:
        fine = (self.high - self.low) / BAND_SHARE
        if give > fine:
            out = (
                f"give or take {ohm_words(give)}, and the band is {ohm_words(self.low, self.high)}"
            )
            needed = f"use a meter right within {ohm_words(fine)}."
            if self.amps is not None:
                needed = f"{needed[:-1]}: finer millivolts, or more amps."
            return Verdict("unsure", f"{ohm_words(net)}, {out}: {needed}")
        out = f"{ohm_words(net)}, and the meter may be {ohm_words(give)} out"
        if net + give > self.high:
            return Verdict("unsure", f"{out}: the limit {ohm_words(self.high)} lies inside.")
        if net - give < self.low:
            return Verdict("unsure", f"{out}: the least, {ohm_words(self.low)}, lies inside.")
        return None

    def _inside(self, net: float, give: float) -> Verdict:
        if net > self.watch:
            why = "yet more than sound contacts give. Look at both ends."
            return Verdict("watch", f"{ohm_words(net)} is within {ohm_words(self.high)}, {why}")
        thin = self._as_a_thinner_one(net + give)
        band = ohm_words(self.low, self.high)
        return Verdict("pass", f"{ohm_words(net)}, and a sound one reads {band}.{thin}")

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


def band_of(run: Run, room_c: float) -> tuple[float, float]:
    """Band of a conductor of a lead, in ohm."""
    return core_band_ohm(run.wire, run.length_m, room_c)


def contact_ohm(which: str = "mains") -> float:
    """What one sound end adds, in ohm: of a mains plug, a way, a pin, a tap, a coupler.

    Source: proof-limits.toml.
    """
    return float(toml("proof-limits.toml")["contacts"][f"{which}_end_ohm"])


def barrel_ohm(wire: Wire, room_c: float) -> float:
    """What a sound pressed or screwed barrel adds at most: as much as so many mm of its own cable, in
    ohm. Source: proof-limits.toml.
    """
    told = toml("proof-limits.toml")["contacts"]
    as_cable = told["barrel_as_mm"] / 1000 * wire.ohms_per_m(room_c)
    return float(max(as_cable, told["barrel_least_ohm"]))


def thinner_than(size: Size) -> Size | None:
    """The next thinner size of the same series; None below the thinnest."""
    if size.unit == "mm2":
        made = [metric(mm2) for mm2 in metric_resistances()]
    else:
        made = [awg(gauge) for gauge in GAUGES]
    below = [s for s in made if s.cross_section_mm2 < size.cross_section_mm2]
    return max(below, key=lambda s: s.cross_section_mm2, default=None)


def thinner_one(run: Run, room_c: float) -> tuple[str, float] | None:
    """The next thinner size and the least it would read, in ohm; None below the thinnest."""
    less = thinner_than(run.wire.size)
    if less is None:
        return None
    wire = replace(run.wire, size=less)
    return less.name, core_band_ohm(wire, run.length_m, room_c)[0]
