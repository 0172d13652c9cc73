"""What a lead is made of: places its ends live in, fittings that cores land in, pieces of cable, and
the course of every core. Values only; they are the document too.
"""

from dataclasses import dataclass, field
from functools import cached_property
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, Len, MaxLen, Predicate

from euthyne.core.order.laid import CableEnd, End
from euthyne.core.trade.tints import is_tint

Id = Annotated[str, Len(1, 24)]
Words = Annotated[str, MaxLen(80)]
Side = Literal["supply", "load"]
Volts = tuple[Annotated[float, Ge(0), Le(1e6)], Annotated[float, Ge(0), Le(1e6)]]
Metres = Annotated[float, Gt(0), Le(1e5)]
Millimetres = Annotated[float, Gt(0), Le(1e4)]
NOT_IN_A_NAME = ".:@ "
POWER = "power"

Tint = Annotated[str, Predicate(is_tint)]


@dataclass(frozen=True)
class Place:
    """Where an end lives, and what it goes to."""

    id: Id  # its name
    side: Side  # supply or load
    words: Words = ""  # what it is called, where its name says too little
    source: bool = False  # True where volts can come from it
    volts: Volts | None = None  # V it gives, least and most
    ours: bool = True  # True where it is ours to open
    shows: Literal["pin", "socket"] | None = None  # which contacts it shows, where that is known

    @property
    def called(self) -> str:
        """The place as it is said."""
        return self.words or self.id

    @property
    def said(self) -> str:
        """An end at this place, as it is said: a side that has no name of its own is an end."""
        if self.id == self.side:
            return f"{self.side} end"
        return self.called


@dataclass(frozen=True)
class Fitting:
    """Whatever cores land in."""

    id: Id  # its name
    part: Annotated[str, MaxLen(60)] | None = None  # its part on the Shelf
    place: Id | None = None  # where it stands; None in the middle of a lead
    stud: Annotated[str, MaxLen(8)] | None = None  # the stud it goes on
    function: Id | None = None  # what its only cavity is for
    existing: bool = False  # True where it was there before
    cavities: tuple[Id, ...] = ()  # its own cavities, in place of a part's
    blanked: tuple[Id, ...] = ()  # ways that are closed with nothing in them


@dataclass(frozen=True)
class Core:
    """A core of a cable."""

    id: Id  # its name
    colour: Tint | None = None  # where it is not what the cable's scheme says


@dataclass(frozen=True)
class Existing:
    """What is known of a cable that was there before."""

    # which of its ends is shut in something that is not opened
    finished: Literal["a", "b"] | None = None
    salvaged: bool = False  # True where both its ends are ours to cut
    od_mm: Millimetres | None = None  # mm over all
    cut_back_mm: Millimetres | None = None  # mm that cutting the shut end off would cost
    had: Annotated[str, MaxLen(120)] = ""  # what it was
    length_m: Metres | None = None  # m it is long
    # what was read or counted on it, which no step of a build rests on: the size that is printed on it,
    printed: Annotated[str, MaxLen(20)] | None = field(default=None, repr=False)
    # the strands of one core,
    strands: Annotated[int, Ge(1), Le(10_000)] | None = field(default=None, repr=False)
    strand_mm: Millimetres | None = field(default=None, repr=False)  # and mm of one strand


@dataclass(frozen=True)
class Cable:
    """One piece of cable."""

    id: Id  # its name
    cores: Annotated[tuple[Core, ...], Len(1)]  # in their order
    circuit: Id = POWER  # the circuit that sizes it
    type: Annotated[str, MaxLen(60)] | None = None  # its designation, where it is not its circuit's
    size: Annotated[str, MaxLen(20)] | None = None  # its size, where it is not its circuit's
    legs_m: tuple[Metres, ...] = ()  # m of the legs of its own run
    existing: Existing | None = None  # where it was there before
    jumper: bool = False  # True where it joins two cavities of one place

    @property
    def new(self) -> bool:
        """True for a piece that is taken from Stores for this lead."""
        return self.existing is None

    @property
    def cut_here(self) -> bool:
        """True for a piece that is cut to length: a new one, or a salvaged one with both its old
        ends off.
        """
        return self.existing is None or self.existing.salvaged


@dataclass(frozen=True)
class WireCourse:
    """One core's course, from a cavity to a cavity."""

    core: Annotated[str, Len(3, 50)]  # cable.core
    # fitting.cavity at its first end; None where it is cut back
    a: Annotated[str, Len(3, 50)] | None
    b: Annotated[str, Len(3, 50)] | None  # fitting.cavity at its other end
    spare: bool = False  # True where it lands nowhere


def parted(name: str) -> tuple[str, str]:
    """The two halves of ``fitting.cavity`` or ``cable.core``.

    >>> parted("battery+.1")
    ('battery+', '1')
    """
    whole, _, rest = name.partition(".")
    return whole, rest


@dataclass(frozen=True)
class Course:
    """A wire with its halves apart: its cable and core, and fitting and cavity at each end."""

    cable: str
    core: str
    a: tuple[str, str] | None
    b: tuple[str, str] | None

    def at(self, end: End) -> tuple[str, str] | None:
        """Fitting and cavity at an end of its cable."""
        if end == "A":
            return self.a
        return self.b


@dataclass(frozen=True)
class Landing:
    """A core that lands: the cable end it comes from, and the cavity of a fitting it goes into."""

    at: CableEnd
    core: str
    fitting: str
    cavity: str


@dataclass(frozen=True)
class Assembly:
    """All that a lead is made of."""

    places: tuple[Place, ...] = ()
    fittings: tuple[Fitting, ...] = ()
    cables: tuple[Cable, ...] = ()
    wires: tuple[WireCourse, ...] = ()

    @cached_property
    def courses(self) -> tuple[Course, ...]:
        """Every wire with its halves apart."""
        return tuple(
            Course(
                *parted(wire.core),
                a=parted(wire.a) if wire.a is not None else None,
                b=parted(wire.b) if wire.b is not None else None,
            )
            for wire in self.wires
        )

    def place(self, name: str | None) -> Place | None:
        """A place by its id."""
        return next((p for p in self.places if p.id == name), None)

    def fitting(self, name: str) -> Fitting:
        """A fitting by its id. Raises KeyError."""
        return self._fittings[name]

    @cached_property
    def _fittings(self) -> dict[str, Fitting]:
        return {f.id: f for f in self.fittings}

    def cable(self, name: str) -> Cable:
        """A cable by its id. Raises KeyError."""
        return self._cables[name]

    @cached_property
    def _cables(self) -> dict[str, Cable]:
        return {c.id: c for c in self.cables}

    def of_circuit(self, circuit: str) -> tuple[Cable, ...]:
        """The cables of a circuit."""
        return tuple(c for c in self.cables if c.circuit == circuit)

    @cached_property
    def cable_ends(self) -> tuple[CableEnd, ...]:
        """Both ends of every cable."""
        letters: tuple[End, End] = ("A", "B")
        return tuple(CableEnd(c.id, end) for c in self.cables for end in letters)

    @cached_property
    def landings(self) -> tuple[Landing, ...]:
        """Where every core lands, at the A ends first."""
        letters: tuple[End, End] = ("A", "B")
        return tuple(
            Landing(CableEnd(c.cable, end), c.core, *to)
            for end in letters
            for c in self.courses
            if (to := c.at(end)) is not None
        )

    @cached_property
    def _by_end(self) -> dict[CableEnd, tuple[Landing, ...]]:
        found: dict[CableEnd, list[Landing]] = {}
        for landing in self.landings:
            found.setdefault(landing.at, []).append(landing)
        return {end: tuple(landings) for end, landings in found.items()}

    @cached_property
    def _fitted(self) -> dict[CableEnd, tuple[str, ...]]:
        return {
            end: tuple(dict.fromkeys(x.fitting for x in landings))
            for end, landings in self._by_end.items()
        }

    def landing_at(self, end: CableEnd) -> tuple[Landing, ...]:
        """Where each core of a cable end lands."""
        return self._by_end.get(end, ())

    def fittings_at(self, end: CableEnd) -> tuple[str, ...]:
        """The fittings that a cable end lands in, in the order its cores say."""
        return self._fitted.get(end, ())

    @cached_property
    def _ends_in(self) -> dict[str, tuple[CableEnd, ...]]:
        return {
            f.id: tuple(end for end in self.cable_ends if f.id in self.fittings_at(end))
            for f in self.fittings
        }

    def ends_in(self, fitting: str) -> tuple[CableEnd, ...]:
        """The cable ends that land in a fitting."""
        return self._ends_in[fitting]

    def places_at(self, end: CableEnd) -> tuple[str, ...]:
        """The places a cable end lies at; a fitting in the middle of the lead is its own place."""
        found = (self.fitting(name) for name in self.fittings_at(end))
        return tuple(dict.fromkeys(f.place or f.id for f in found))

    @cached_property
    def core_names(self) -> dict[tuple[str, str], str]:
        """What each core is called in the whole lead: its own id, with its cable before it where
        another cable has a core of that id.
        """
        ids = [core.id for cable in self.cables for core in cable.cores]
        return {
            (cable.id, core.id): core.id if ids.count(core.id) == 1 else f"{cable.id}.{core.id}"
            for cable in self.cables
            for core in cable.cores
        }
