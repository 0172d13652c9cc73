"""A line of the table of readings: what to measure and how, in which unit, and how a reading is
judged.
"""

from abc import ABC, abstractmethod
from dataclasses import dataclass

from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.quantity import Measure
from euthyne.core.trade.wire import Wire

AT_ITS_END = ("ol", "open", "over")  # what a meter shows, and people write, past its range


@dataclass(frozen=True)
class Measured:
    """What is measured: the wire of each core, its length as cut (m), the room (C), the fuse in a
    plug (A).
    """

    wire: Wire
    length_m: float
    room_c: float
    fuse_amps: float | None = None


@dataclass(frozen=True, kw_only=True)
class Line(ABC):
    """A reading to take: its id and words, how to take it, why its band is what it is, and where
    its limits are from.

    ``core`` names the core it is a reading of where others of the same cord are its twins.
    """

    id: str
    words: str
    how: str
    why: str
    source: str
    core: str | None = None

    @property
    @abstractmethod
    def measure(self) -> Measure:
        """What kind of quantity is read, with its unit."""

    @property
    @abstractmethod
    def example(self) -> str:
        """A reading as it is typed."""

    @property
    @abstractmethod
    def band(self) -> str:
        """What a sound lead reads, in words."""

    @abstractmethod
    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading.

        Parameters: value in the unit of ``measure``; meter it was taken with; above, the meter
        stood at its end.
        Returns: Verdict. A limit inside the meter's uncertainty is "unsure": it cannot be said.
        """

    def written(self, value: float, above: bool) -> str:
        """A reading as it would be typed."""
        return f"{'>' if above else ''}{value:g} {self.measure.shown}"
