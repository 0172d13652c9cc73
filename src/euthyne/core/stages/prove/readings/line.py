"""A line of the table of readings: what to measure and how, in which unit, and how a reading is
judged; and what of a lead the tests are told.
"""

from abc import ABC, abstractmethod
from dataclasses import dataclass
from typing import Literal

from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.quantity import Measure
from euthyne.core.trade.shown import three
from euthyne.core.trade.wire import Wire

AT_ITS_END = ("ol", "open", "over")  # what a meter shows, and people write, past its range
Between = tuple[tuple[str, ...], tuple[str, ...]]
Twins = Literal["", "cores", "poles", "cells"]


@dataclass(frozen=True)
class Run:
    """One conductor end to end."""

    name: str
    words: str  # what it is for
    wire: Wire
    length_m: float  # of all pieces on its way, as cut
    a: str  # its contact at the supply end, named fitting.cavity
    b: str  # its contact at the far end
    joints: int = 2  # terminals and barrels on its way
    switches: int = 0  # switch contacts on its way, closed
    leg: str = ""  # the socket it ends in, where a lead has several
    again: bool = False  # True where it begins at a contact that another began at

    @property
    def said(self) -> str:
        """What it is, with its socket: ``socket 2's live``."""
        return f"{self.leg}'s {self.words}" if self.leg else self.words

    @property
    def earth(self) -> bool:
        """True for the protective one."""
        return self.words == "earth"


@dataclass(frozen=True)
class At:
    """An end as the meter comes to it: its fitting, what it is called, how it is terminated, the wire
    that lands there; its contact, and the bare core just behind it.
    """

    fitting: str
    named: str
    joint: str
    wire: Wire
    coupler: bool = False
    contact: str = ""
    behind: str = ""
    # each core that carries current here: its name, what it is for, its contact, the core behind it
    joints: tuple[tuple[str, str, str, str], ...] = ()


@dataclass(frozen=True)
class Subject:
    """What is measured: every conductor, every end made here, the room (C); the fuse in a plug and the
    lead's rating (A); its volts, its cells and the volts of a full one; how many taps come out; what
    the tape reads by its watts (ohm) and is long (m); ``switches`` with the two blades of a pole, ends
    of ``metal``, the ``braid`` and the ``buses`` of a tape where they are spliced.
    """

    runs: tuple[Run, ...]
    ends: tuple[At, ...] = ()
    room_c: float = 20.0
    fuse_amps: float | None = None
    fuse_is_a_plugs: bool = True  # its fuse is one of BS 1362, whose own resistance is known
    rating_amps: float = 10.0
    volts: float = 230.0
    cells: int = 0
    cell_volts: float = 4.2
    taps: bool = False
    salvaged: bool = False
    in_use: bool = False  # True where its cable is an old one that goes on being used
    tape_ohm: float | None = None
    tape_m: float = 0.0
    switches: tuple[tuple[str, str, str], ...] = ()
    metal: tuple[str, ...] = ()
    braid: str = ""
    buses: tuple[str, ...] = ()
    earthed: bool = True
    on_pack: bool = False
    in_wet: bool = False  # True where it lies in wet
    lamp: bool = False  # a lamp stands between a line and the neutral
    switched_ends: tuple[str, ...] = ()  # ends with a switch inside, as they are called
    outlets: int = 1  # sockets of its far end, wired as one
    lit_ends: tuple[str, ...] = ()  # those whose switch has a lamp behind it
    # of a set of cables, the ends that go to the plus and to the minus of what is fed
    to_fed: Between = ((), ())
    heating_amps: float = 0.0  # what heats its joints: its rating, or over its duty

    @property
    def switch_on(self) -> str:
        """That a switch inside an end is on, or what lies behind it is not read."""
        return "".join(f"The switch of the {short} on. " for short in self.switched_ends)

    @property
    def at_each(self) -> str:
        """That each of several outlets is read, where there are several."""
        if self.outlets == 1:
            return ""
        return f"At each of its {self.outlets} outlets in turn: the highest is the reading. "

    @property
    def cores(self) -> tuple[str, ...]:
        """The names of all conductors."""
        return tuple(run.name for run in self.runs)

    def far(self, name: str) -> tuple[str, ...]:
        """The far contact of a conductor, none where there is none of that name."""
        return tuple(run.b for run in self.runs if run.name == name)

    @property
    def carrying(self) -> tuple[Run, ...]:
        """The conductors that carry current; of a lead with several sockets those to its first."""
        return tuple(run for run in self.runs if not run.earth and not run.again)

    @property
    def every_way(self) -> tuple[Run, ...]:
        """The conductors that carry current, to each socket."""
        return tuple(run for run in self.runs if not run.earth)


@dataclass(frozen=True, kw_only=True)
class ProofLine(ABC):
    """A reading to take: its id and words, how to take it, why its band is what it is, and where
    its limits are from.

    ``core`` names the conductor it is a reading of, ``twins`` those it is held against;
    ``mandatory`` where nothing is sealed without it, unless the line ``instead`` was read;
    ``powered`` where something is plugged in for it; ``in_build`` where it is measured at a step of the
    build, and covered afterwards; ``between`` the points each of the two probes is
    on, strapped together where they are several.
    """

    id: str
    words: str
    how: str
    why: str
    source: str
    core: str | None = None
    twins: Twins = ""
    mandatory: bool = True
    instead: str = ""
    powered: bool = False
    in_build: bool = False
    between: Between = ((), ())

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

    @property
    def driven(self) -> str:
        """The band in the other way it may be read, empty where there is none."""
        return ""

    @property
    def test_volts(self) -> tuple[float, ...]:
        """The volts a reading of it is taken at, the usual first; none where that is not asked."""
        return ()

    @property
    @abstractmethod
    def sound(self) -> float:
        """A reading that a sound one gives, in the unit of ``measure``."""

    @abstractmethod
    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading.

        Parameters: value in the unit of ``measure``; meter it was taken with; above, the meter
        stood at its end.
        Returns: Verdict. A limit inside the meter's uncertainty is "unsure": it cannot be said.
        """

    def far_off(self, value: float) -> float | None:
        """How many times too much or too little a reading is, where that is so much that its unit may
        be another; None where it is not.
        """
        return None

    def written(self, value: float, above: bool, amps: float | None = None) -> str:
        """A reading as it would be typed; by amps and millivolts where it was taken so."""
        if amps is not None:
            return f"{amps:g} A {three(value * amps * 1000)} mV"
        return f"{'>' if above else ''}{value:g} {self.measure.shown}"
