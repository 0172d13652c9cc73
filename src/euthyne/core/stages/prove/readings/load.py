"""A lead at its load, where somebody wants to know: the volts it loses against what its copper and its
contacts give, and how warm each end runs.
"""

from dataclasses import dataclass, replace

from euthyne.core.stages.conductor.guard import NORTH_AMERICAN_BELOW_V
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import Between, ProofLine, Run, Subject
from euthyne.core.stages.prove.readings.resistance import (
    ResistanceLine,
    core_band_ohm,
    crossed,
    ohm_words,
)
from euthyne.core.stages.prove.readings.volts import RiseLine
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.figure import celsius, kelvin, metres
from euthyne.core.trade.shown import three, two

STEP_MV = 100.0  # of a plug-in meter
HOW_DROP = (
    "A heater or the like on its far end, near its rating. The same meter at the supply, then at the "
    "far end, the load on both times: write the amps, and the volts that are lost between."
)
HOW_RISE = "Thirty minutes at its rating, then the thermometer on the body by its pins, and the room taken off."


@dataclass(frozen=True, kw_only=True)
class DropLine(ResistanceLine):
    """The volts lost on the way there and back at a measured current; ``loop`` the two ends of each
    conductor on that way.
    """

    loop: tuple[Between, ...]

    @property
    def example(self) -> str:
        """A reading as it is typed."""
        amps = self.amps or 1.0
        return f"{amps:g} A {two(amps * self.sound)} V"

    @property
    def band(self) -> str:
        """What a sound lead loses at its rating."""
        bounds, amps = self.bounds, self.amps or 1.0
        low, high, limit = (amps * x for x in (bounds.sound_from, bounds.sound_to, bounds.limit))
        return f"{two(low)} to {two(high)} V lost at {amps:g} A; {two(limit)} V is the limit"

    @property
    def driven(self) -> str:
        """Nothing more: its band is in volts already."""
        return ""

    def written(self, value: float, above: bool, amps: float | None = None) -> str:
        """A reading as it would be typed: amps, and the volts that are lost."""
        if amps is None:
            return super().written(value, above)
        return f"{amps:g} A {three(value * amps)} V"

    @property
    def sound(self) -> float:
        """Cooler copper and better contacts than it is granted."""
        return (3 * self.bounds.sound_from + self.bounds.sound_to) / 4

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading by the steps of a plug-in meter: two readings of one meter, and what is wrong
        with its scale is wrong in both. Whether it is thinner than planned is for the ohms to tell.
        """
        if above:
            return Verdict("fail", "Nothing gets there: a core is broken, or lands somewhere else.")
        amps = self.amps or 1.0
        give = replace(meter, step_mv=STEP_MV).four_wire(amps).uncertainty_ohm(value)
        said, most = f"{two(value * amps)} V at {amps:g} A", f"{two(self.bounds.limit * amps)} V"
        if value - give > self.bounds.limit:
            return Verdict("fail", f"{said}, {most} is the most. {self.astray}")
        if value + give > self.bounds.limit:
            return Verdict("unsure", f"{said}, and a plug-in meter does not tell it from {most}.")
        return Verdict("pass", f"{said}, {most} is the most.")


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """What it loses on its way there and back, and a line for each end that is made here."""
    if len(subject.carrying) < 2:
        return ()
    return (_drop(subject, subject.carrying[0], subject.carrying[1]), *_rises(subject))


def _drop(subject: Subject, there: Run, back: Run) -> ProofLine:
    limits = proof_limits().load
    low = sum(_band(run, subject.room_c)[0] for run in (there, back))
    # Copper at its load is warmer than the room; how much, the load decides.
    warm = sum(_band(run, limits.warmest_c)[1] for run in (there, back))
    added, largest = zip(
        *(crossed(run, subject.heating_amps) for run in (there, back)), strict=True
    )
    most = warm + sum(added)
    alone = "" if len(subject.carrying) == 2 else f" Between {there.words} and {back.words} alone."
    return DropLine(
        id="load-drop",
        words=f"volts lost at its load, {there.words} and {back.words}",
        bounds=Band(low, most, most + max(largest)),
        how=f"{HOW_DROP}{alone}",
        why=(
            f"{metres(there.length_m):.2f} there and back, from {celsius(subject.room_c):g} to "
            f"{celsius(limits.warmest_c):g}, and at most {three(sum(added) * 1000)} milliohm in its "
            f"contacts; at other amps, {ohm_words(low, most)} times them"
        ),
        source=limits.source,
        thinner=None,
        astray="Feel both ends: the warmer one is the worse joint.",
        amps=subject.rating_amps,
        mandatory=False,
        powered=True,
        loop=tuple(((run.a,), (run.b,)) for run in (there, back)),
    )


def _band(run: Run, celsius: float) -> tuple[float, float]:
    return core_band_ohm(run.wire, run.length_m, celsius)


def _rises(subject: Subject) -> tuple[ProofLine, ...]:
    """How warm each end runs over the room."""
    limits = proof_limits().load
    gauge = any(run.wire.size.unit == "AWG" for run in subject.runs)
    north_american = gauge or subject.volts < NORTH_AMERICAN_BELOW_V
    watch, most = limits.north_american_k if north_american else limits.iec_k
    return tuple(
        RiseLine(
            id=f"warm-{end.fitting}",
            words=f"{end.named} over the room, after its load",
            watch=watch,
            fail=most,
            over="its load",
            at=end.fitting,
            how=HOW_RISE,
            why=f"{kelvin(most):g} is the most; the hotter end is the worse joint",
            source=limits.source,
            astray="Open this end: a loose screw, a strand outside, or a tired contact.",
            mandatory=False,
            powered=True,
        )
        for end in subject.ends
    )
