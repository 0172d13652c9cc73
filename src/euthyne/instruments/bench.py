"""The instruments of a bench, as stand-ins that read a simulated lead."""

from dataclasses import dataclass, field
from random import Random

from euthyne.core.plan import Plan
from euthyne.core.shelf.pull import pull_out_n
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.stages.prove.readings.load import STEP_MV, DropLine
from euthyne.core.stages.prove.readings.megohm import InsulationLine
from euthyne.core.stages.prove.readings.pull import PullLine
from euthyne.core.stages.prove.readings.resistance import ResistanceLine
from euthyne.core.stages.prove.readings.volts import RiseLine, VoltsLine
from euthyne.core.stages.prove.subject import core_end
from euthyne.instruments.model import Broken, network_of
from euthyne.instruments.network import Network

SOUNDS_BELOW_OHM = 30.0
OVER_OHM, OVER_MEGOHM = 1e7, 999.0
UNLISTED_N = 60.0  # what a joint holds that no table lists, generic
BAD_SHARE, SOUND_SHARE = 0.2, 1.3  # of what it must hold, where a bad one and a sound one let go
MOST_KELVIN = 190.0  # where its thermometer ends
KELVIN_PER_WATT = 12.0  # a joint over its neighbour after half an hour, generic


@dataclass
class SimulatedBench:
    """The instruments of a bench, clipped to a simulated copy of one lead.

    ``broken`` is what is wrong with it; ``percent`` and the steps are what each reads to; ``zero_ohm``
    its test leads; ``seed`` its noise.
    """

    plan: Plan
    broken: tuple[Broken, ...] = ()
    percent: float = 0.3
    step_ohm: float = 0.001
    step_mv: float = 0.01
    step_volts: float = 0.01
    zero_ohm: float = 0.0
    seed: int = 1
    noise: Random = field(init=False)
    network: Network = field(init=False)
    sourced: Network = field(init=False)

    def __post_init__(self) -> None:
        self.noise = Random(self.seed)
        self.network = network_of(self.plan, self.broken)
        self.sourced = network_of(self.plan, self.broken, sourced=True)

    def _shown(self, value: float, step: float) -> float:
        """A value as an instrument shows it: with its noise, in whole steps."""
        noisy = value * (1 + self.noise.gauss(0, self.percent / 300))
        return round(noisy / step) * step

    def read_resistance(self, one: str, other: str) -> float | None:
        """Ohm between two points, the test leads with it; None past its range."""
        ohm = self.network.ohm((one,), (other,)) + self.zero_ohm
        return None if ohm > OVER_OHM else self._shown(ohm, self.step_ohm)

    def sounds(self, one: str, others: tuple[str, ...]) -> bool:
        """Whether it sounds between a point and others, strapped together where they are several."""
        return self.network.ohm((one,), others) < SOUNDS_BELOW_OHM

    def read_insulation(self, one: tuple[str, ...], other: tuple[str, ...]) -> float | None:
        """Megohm between two groups of points; None past its range."""
        megohm = self.network.ohm(one, other) / 1e6
        return None if megohm > OVER_MEGOHM else self._shown(megohm, 0.01)

    def read_volts(self, plus: str, minus: str) -> float:
        """Volts, red on the first, the source plugged in."""
        return self._shown(self.sourced.volts(plus, minus), self.step_volts)

    def read_millivolts(self, one: str, other: str, amps: float) -> float:
        """Millivolts between two points while so many amps go through them."""
        volts = self.network.drop(one, other, amps)
        return self._shown(volts * 1000, self.step_mv)

    @property
    def _bad_joints(self) -> tuple[Broken, ...]:
        """Joints that carry what they are given, and warm by it."""
        return tuple(b for b in self.broken if b.kind == "joint")

    def read_temperature(self, core: str, amps: float) -> float:
        """Kelvin of the warmest joint of a conductor over what lies beside it."""
        warmest = 0.0
        for course in self.plan.given.assembly.courses:
            if self.plan.given.assembly.core_names[course.cable, course.core] != core:
                continue
            for end, point in (("A", course.a), ("B", course.b)):
                name = f"{course.cable}.{course.core}@{end}"
                ohm = next((b.ohm for b in self._bad_joints if b.at[0] == name), None)
                if ohm is not None and point is not None:
                    warmest = max(warmest, ohm * amps**2 * KELVIN_PER_WATT)
        return self._shown(min(warmest, MOST_KELVIN), 0.1)

    def read_body(self, fitting: str, amps: float) -> float:
        """Kelvin of a body over the room: of the joints in it that are bad, together."""
        given = self.plan.given.assembly
        joints = {
            core_end(x.at.cable, x.core, x.at.end) for x in given.landings if x.fitting == fitting
        }
        ohm = sum(b.ohm for b in self._bad_joints if b.at[0] in joints)
        return self._shown(min(ohm * amps**2 * KELVIN_PER_WATT, MOST_KELVIN), 0.1)

    def _lost(self, line: DropLine) -> tuple[float, bool, float | None]:
        """What a plug-in meter shows to be lost on the way of a load, there and back."""
        amps = line.amps or 1.0
        volts = sum(self.network.drop(one[0], other[0], amps) for one, other in line.loop)
        if volts > self.plan.brief.volts:
            return 0.0, True, None  # nothing gets there
        return self._shown(volts, STEP_MV / 1000) / amps, False, amps

    def read_pull(self, core_end: str) -> float:
        """Newton at which a joint lets go: a bad one at a fifth of what a sound one holds."""
        cable, _, end = core_end.partition("@")
        name = cable.partition(".")[0]
        landed = next(
            x for x in self.plan.given.assembly.landings if (x.at.cable, x.at.end) == (name, end)
        )
        joint = self.plan.ends.by_id[landed.fitting].part.joint
        size = self.plan.conductor.laid[name].size_name
        holds = (pull_out_n(size, joint) if size else None) or UNLISTED_N
        bad = any(b.at[0] == core_end for b in self.broken)
        return self._shown(holds * (BAD_SHARE if bad else SOUND_SHARE), 1.0)

    def take(self, line: ProofLine) -> tuple[float, bool, float | None]:
        """The reading of a line of the proof: its value in the line's unit, whether the meter stood at
        its end, the amps where it was read by millivolts.
        """
        if isinstance(line, RiseLine):
            amps = self.plan.conductor.rating_amps(rolled=False)
            if line.at:
                return self.read_body(line.at, amps), False, None
            return self.read_temperature(line.id.partition("-")[2], amps), False, None
        if isinstance(line, PullLine):
            return self.read_pull(line.behind), False, None
        if isinstance(line, DropLine):
            return self._lost(line)
        (one, *ones), (other, *others) = line.between
        if isinstance(line, VoltsLine):
            return self.read_volts(one, other), False, None
        if isinstance(line, InsulationLine):
            megohm = self.read_insulation((one, *ones), (other, *others))
            return (OVER_MEGOHM, True, None) if megohm is None else (megohm, False, None)
        if isinstance(line, ResistanceLine) and line.amps is not None:
            millivolts = self.read_millivolts(one, other, line.amps)
            if millivolts > 1e4 * line.amps:
                return 0.0, True, None
            return millivolts / 1000 / line.amps, False, line.amps
        ohm = self.read_resistance(one, other)
        return (0.0, True, None) if ohm is None else (ohm, False, None)
