"""Readings of a conductor's resistance, end to end: their band, and what a reading outside it
tells.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from euthyne.core.stages.prove.contact import contact_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Run
from euthyne.core.stages.prove.verdict import Judged, Meter, Verdict
from euthyne.core.trade.quantity import OHMS, Measure
from euthyne.core.trade.shown import three
from euthyne.core.trade.wire import GAUGES, Size, Wire, awg, metric, metric_resistances

BAND_SHARE = (
    5  # a meter that is right within a fifth of a band tells it apart, good practice, generic
)
SELDOM_MADE = (1.25,)  # of the metric sizes: nobody took it by mistake
SAME = 1 + 1e-9  # what arithmetic leaves between two figures that are one
FAR_OFF = 100.0  # times outside the band: the unit may be another one
IN_MILLIOHM = 0.1  # below it milliohm read better


def ohm_words(*ohms: float, beside: float = 0.0) -> str:
    """Resistances in one unit that reads well, ``a to b`` where there are two; in the unit of what stands
    ``beside`` them.

    >>> ohm_words(0.133), ohm_words(0.0008, 0.00093), ohm_words(0.05, beside=0.2)
    ('0.133 ohm', '0.8 to 0.93 milliohm', '0.050 ohm')
    """
    if max(*ohms, beside) < IN_MILLIOHM:
        return f"{' to '.join(three(x * 1000) for x in ohms)} milliohm"
    return f"{' to '.join(f'{x:.3f}' if x < 1 else three(x) for x in ohms)} ohm"


def _millivolts(*volts: float, beside: float = 0.0) -> str:
    return f"{' to '.join(three(x * 1000) for x in volts)} mV"


@dataclass(frozen=True)
class Heats:
    """What warms in a conductor beside its copper: the most its copper reads (ohm), and the amps."""

    copper_ohm: float
    amps: float

    def watts(self, ohm: float) -> float:
        """What burns beside the copper at the rating, in W."""
        return max(ohm - self.copper_ohm, 0.0) * self.amps**2


@dataclass(frozen=True, kw_only=True)
class ResistanceLine(ProofLine):
    """A resistance to read, in ohm."""

    bounds: Band
    thinner: tuple[str, float] | None  # the next thinner size, and the least it would read
    astray: str  # where to look for what reads too much
    short: str = "shorter or thicker than the plan, or the probes meet: take it again."
    danger: bool = False  # True where too little is a short that must not be
    heats: Heats | None = None
    amps: float | None = None  # driven through it where milliohms are read by millivolts

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
        """What a sound lead reads and the limit, in words."""
        return self._between(ohm_words, 1.0)

    @property
    def driven(self) -> str:
        """The band in millivolts at the amps that are driven through it."""
        if self.amps is None:
            return ""
        return f"at {self.amps:g} A {self._between(_millivolts, self.amps)}"

    def _between(self, words: Callable[..., str], times: float) -> str:
        low, high, limit = (
            x * times for x in (self.bounds.sound_from, self.bounds.sound_to, self.bounds.limit)
        )
        sound = (
            words(low, high, beside=limit) if low > 0 else f"{words(high, beside=limit)} at most"
        )
        return f"{sound}; {words(limit)} is the limit" if limit > high * SAME else sound

    @property
    def sound(self) -> float:
        """The middle of what a sound one reads."""
        return self.bounds.middle

    def far_off(self, value: float) -> float | None:
        """How many times outside its band a reading is, from a hundred on."""
        if value > self.bounds.limit * FAR_OFF:
            return value / self.bounds.limit
        if 0 < value < self.bounds.sound_from / FAR_OFF:
            return value / self.bounds.sound_from
        return None

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading in ohm, the test leads taken off; four-wire readings have none to take
        off. It can not be said only where the limit is in doubt.
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
        if net - give > self.bounds.limit:
            return self._too_much(net, give)
        if net + give < self.bounds.sound_from:
            word: Judged = "fail" if self.danger else "watch"
            said = f"{ohm_words(net, beside=self.bounds.limit)}; a sound one reads {self.band}: {self.short}"
            return Verdict(word, said)
        if net + give > self.bounds.limit:
            return self._unsure(net, give)
        return self._within(net, give)

    def _too_much(self, net: float, give: float) -> Verdict:
        why = "a bad joint or too thin a core."
        said = f"{ohm_words(net, beside=self.bounds.limit)}, and {ohm_words(self.bounds.limit)} is the limit: {why}"
        return Verdict(
            "fail", f"{said}{self._burns(net)} {self.astray}{self._thinner(net + give)}".strip()
        )

    def _burns(self, net: float) -> str:
        if self.heats is None:
            return ""
        watts = self.heats.watts(net)
        return f" At {three(self.heats.amps)} A its joints would burn {three(watts)} W."

    def _unsure(self, net: float, give: float) -> Verdict:
        fine = max(
            self.bounds.limit - net, (self.bounds.limit - self.bounds.sound_from) / BAND_SHARE
        )
        needed = f"use a meter right within {ohm_words(fine)}."
        if self.amps is not None:
            needed = f"{needed[:-1]}: finer millivolts, or more amps."
        out = f"{ohm_words(net, beside=self.bounds.limit)}, give or take {ohm_words(give)}"
        limit = ohm_words(self.bounds.limit)
        return Verdict("unsure", f"{out}: the limit, {limit}, lies inside. To say it, {needed}")

    def _within(self, net: float, give: float) -> Verdict:
        said = f"{ohm_words(net, beside=self.bounds.limit)}; a sound one reads {self.band}"
        if net > self.bounds.sound_to * SAME:
            why = "more than sound contacts give. Look at both ends."
            return Verdict("watch", f"{said}: {why}{self._thinner(net + give)}")
        said = f"{said}."
        return Verdict("pass", f"{said}{self._thinner(net + give)}")

    def _thinner(self, most: float) -> str:
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
    t = proof_limits().band
    if size.unit == "AWG":
        return t.awg_low, t.awg_high
    return t.metric_low, t.metric_high


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


def barrel_ohm(wire: Wire, room_c: float) -> float:
    """The own figure of a pressed or screwed barrel: as much as so many mm of its own cable, in ohm.
    Source: proof-limits.toml.
    """
    told = proof_limits().contacts
    as_cable = told.barrel_as_mm / 1000 * wire.ohms_per_m(room_c)
    return float(max(as_cable, told.barrel_least_ohm))


def thinner_than(size: Size) -> Size | None:
    """The next thinner size of the same series; None below the thinnest."""
    if size.unit == "mm2":
        made = [metric(mm2) for mm2 in metric_resistances() if mm2 not in SELDOM_MADE]
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
    return less.words, core_band_ohm(wire, run.length_m, room_c)[0]


def crossed(run: Run, amps: float, own_ohm: float = math.inf) -> tuple[float, float]:
    """What the contacts on the way of a conductor may add, and the largest of them, in ohm.

    Parameters: run; amps it carries at its rating; own_ohm, the figure of each of its joints.
    Source: contact.py; a switch by its own rule, proof-limits.toml.
    """
    each = contact_ohm(amps, own_ohm)
    switch = switch_ohm(amps)
    largest = max(each, switch) if run.switches else each
    return run.joints * each + run.switches * switch, largest


def switch_ohm(amps: float) -> float:
    """What a sound switch adds at most, in ohm. Source: proof-limits.toml."""
    told = proof_limits().switch
    return float(min(told.most_ohm, told.most_volts / max(amps, 1e-6)))
