"""A build as it lies on the bench: cables with their ends, parts to thread on them, and what is done
at their ends.
"""

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Annotated, Literal

from annotated_types import Ge, Gt, MinLen

from euthyne.core.trade.fault import Fault

End = Literal["A", "B"]

OTHER: dict[End, End] = {"A": "B", "B": "A"}
HAND, CABLE = "hand", "cable"
Name = Annotated[str, MinLen(1)]
Millimetres = Annotated[float, Ge(0)]


@dataclass(frozen=True, order=True)
class CableEnd:
    """One end of one cable; the cable of a lead that has but one may go without a name."""

    cable: str
    end: End

    @property
    def other(self) -> "CableEnd":
        """The far end of the same cable."""
        return CableEnd(self.cable, OTHER[self.end])

    @property
    def words(self) -> str:
        """As documents write it: ``red:A``, or the letter alone where the cable has no name."""
        return f"{self.cable}:{self.end}".removeprefix(":")


@dataclass(frozen=True)
class Threaded:
    """A part to thread: its end, where it goes, its rank from the tip inwards, the fattest cable it
    passes in mm; the cable it belongs to.
    """

    id: Name
    end: End
    rank: int
    bore_mm: Annotated[float, Gt(0)]
    needed_by: str | None = None
    after: tuple[str, ...] = ()
    split: bool = False
    on: str = CABLE
    must_pass: tuple[str, ...] = ()
    facing: str = ""
    split_exists: bool = False
    cable: str = ""
    spent: bool = False  # True where it is of no more use once it came to its place
    stays: bool = False  # True where it is still on its cable when the end is cut off

    @cached_property
    def home(self) -> CableEnd:
        """The cable end it belongs to."""
        return CableEnd(self.cable, self.end)

    @cached_property
    def slot(self) -> tuple[CableEnd, str]:
        """Its cable end, and whether it is on the cable or on which core."""
        return self.home, self.on

    @property
    def slides(self) -> bool:
        """True for a closed part on the whole cable: it comes on over an end, and can travel to the
        other.
        """
        return self.on == CABLE and not self.split


@dataclass(frozen=True)
class Event:
    """Something done at a cable end, or at several at once: its tool, the obstruction it leaves (mm),
    what it waits for, what cutting it costs.

    ``on`` names cores as ``cable.core``; empty for the cables themselves. ``alone_mm`` is what it costs
    where it is cut off by itself and all else at its end stays; None where the whole end goes.
    ``rather_after`` is what had better be done by then, and could still be done later.
    """

    id: Name
    at: tuple[CableEnd, ...]
    tool: str = HAND
    od_mm: Millimetres = 0.0
    after: tuple[str, ...] = ()
    irreversible: bool = False
    on: tuple[str, ...] = ()
    cut_back_mm: Millimetres = 0.0
    alone_mm: Millimetres | None = None
    rather_after: tuple[str, ...] = ()

    def stands_before(self, p: Threaded, entry: CableEnd) -> bool:
        """True when it obstructs a part that comes in over a cable end: what is done on the cable
        obstructs its cores too.
        """
        if entry not in self.at or self.od_mm <= p.bore_mm:
            return False
        return p.on == CABLE or not self.on or f"{p.cable}.{p.on}" in self.on


@dataclass(frozen=True)
class EndState:
    """An end as it is found: open, or finished with its diameter and what cutting it off would cost
    in mm; and where it lies on the bench, its letter where nothing is said.
    """

    state: Literal["open", "finished"] = "open"
    od_mm: Millimetres = 0.0
    cut_back_mm: Millimetres | None = None
    place: str | None = None

    @property
    def opened(self) -> "EndState":
        """The same end once it is cut off."""
        return EndState(place=self.place)


OPEN = EndState()


@dataclass(frozen=True)
class CableLayout:
    """A cable as it is laid out: its name, its largest diameter and its cores' in mm, both ends."""

    name: str
    od_mm: float
    cores: Mapping[str, float] = field(default_factory=dict, hash=False)
    a: EndState = OPEN
    b: EndState = OPEN

    def end(self, name: End) -> EndState:
        """An end as it is found."""
        if name == "A":
            return self.a
        return self.b

    @property
    def slots(self) -> tuple[str, ...]:
        """Where a part can go: on the cable, on each core."""
        return (CABLE, *self.cores)


@dataclass(frozen=True)
class BuildPlan:
    """Cables with their ends, the parts to thread on them, and the events."""

    cables: tuple[CableLayout, ...]
    parts: tuple[Threaded, ...]
    events: tuple[Event, ...]
    apart: bool = False  # True where cables that share nothing are made one after the other

    @cached_property
    def separate(self) -> tuple["BuildPlan", ...]:
        """The plan by what hangs together: cables that an event, a part or a wait joins are one plan; one by
        one in their order.
        """
        of = {x.id: {end.cable for end in x.at} for x in self.events}
        of |= {p.id: {p.cable} for p in self.parts}
        groups = [{c.name} for c in self.cables]
        for x in self.everything:
            waits = (*x.after, getattr(x, "needed_by", None) or "")
            joined = of[x.id].union(*(of.get(name, set()) for name in waits))
            touched = [g for g in groups if g & joined]
            if len(touched) > 1:
                first = groups.index(touched[0])
                groups[first] = set().union(*touched)
                groups = [g for i, g in enumerate(groups) if i == first or g not in touched]
        return tuple(
            BuildPlan(
                tuple(c for c in self.cables if c.name in group),
                tuple(p for p in self.parts if p.cable in group),
                tuple(e for e in self.events if of[e.id] <= group),
            )
            for group in groups
        )

    @cached_property
    def _cables(self) -> dict[str, CableLayout]:
        return {c.name: c for c in self.cables}

    @cached_property
    def _parts(self) -> dict[str, Threaded]:
        return {p.id: p for p in self.parts}

    @cached_property
    def _events(self) -> dict[str, Event]:
        return {e.id: e for e in self.events}

    @cached_property
    def _by_end(self) -> dict[CableEnd, tuple[Event, ...]]:
        return {end: tuple(e for e in self.events if end in e.at) for end in self.ends}

    @cached_property
    def _by_slot(self) -> dict[tuple[CableEnd, str], tuple[Threaded, ...]]:
        slots = dict.fromkeys(p.slot for p in self.parts)
        return {slot: tuple(p for p in self.parts if p.slot == slot) for slot in slots}

    @cached_property
    def ends(self) -> tuple[CableEnd, ...]:
        """Every end of every cable."""
        letters: tuple[End, End] = ("A", "B")
        return tuple(CableEnd(c.name, end) for c in self.cables for end in letters)

    @property
    def everything(self) -> tuple[Threaded | Event, ...]:
        """Parts, then events."""
        return (*self.parts, *self.events)

    def cable(self, name: str) -> CableLayout:
        """A cable by its name."""
        return self._cables[name]

    def end(self, at: CableEnd) -> EndState:
        """A cable end as it is found."""
        return self._cables[at.cable].end(at.end)

    def place(self, at: CableEnd) -> str:
        """Where a cable end lies on the bench."""
        return self.end(at).place or at.end

    def part(self, name: str) -> Threaded | None:
        """A part by its id."""
        return self._parts.get(name)

    def event(self, name: str) -> Event | None:
        """An event by its id."""
        return self._events.get(name)

    def done_at(self, end: CableEnd) -> tuple[Event, ...]:
        """The events that are done at a cable end."""
        return self._by_end.get(end, ())

    def in_slot(self, slot: tuple[CableEnd, str]) -> tuple[Threaded, ...]:
        """The parts of one cable end that go on its cable, or on one of its cores."""
        return self._by_slot.get(slot, ())

    def ends_of(self, name: str) -> tuple[CableEnd, ...]:
        """The cable ends a part or an event belongs to."""
        event = self.event(name)
        if event is not None:
            return event.at
        return (self._parts[name].home,)


def faults_in(build: BuildPlan) -> list[Fault]:
    """Everything about a build that names what is not there, or the same thing twice."""
    events = {e.id for e in build.events}
    slots = {c.name: c.slots for c in build.cables}
    cores = {f"{c.name}.{core}" for c in build.cables for core in c.cores}
    found = _named_twice(build)
    for i, p in enumerate(build.parts):
        found += _astray_part(f"parts.{i}", p, events, slots)
    for i, e in enumerate(build.events):
        found += _no_such_event(f"events.{i}.after", e.after, events)
        found += [
            Fault(f"events.{i}.at", f"there is no cable {at.cable}", "a cable that is listed")
            for at in e.at
            if at.cable not in slots
        ]
        found += [
            Fault(
                f"events.{i}.on",
                f"there is no core {core.removeprefix('.')}",
                "cores that are listed",
            )
            for core in e.on
            if core not in cores
        ]
    return found


def _named_twice(build: BuildPlan) -> list[Fault]:
    found = []
    count = Counter(x.id for x in build.everything)
    for twice in sorted(name for name, n in count.items() if n > 1):
        if build.part(twice):
            field = "parts"
        else:
            field = "events"
        found.append(Fault(field, f"{twice} is there twice", "an id for each"))
    return found


def _astray_part(
    field: str, p: Threaded, events: set[str], slots: Mapping[str, tuple[str, ...]]
) -> list[Fault]:
    found = []
    if p.needed_by:
        found += _no_such_event(f"{field}.needed_by", [p.needed_by], events)
    found += _no_such_event(f"{field}.after", p.after, events)
    found += _no_such_event(f"{field}.must_pass", p.must_pass, events)
    if p.cable not in slots:
        what = f"there is no cable {p.cable}"
        found.append(Fault(f"{field}.cable", what, "a cable that is listed"))
    elif p.on not in slots[p.cable]:
        what = f"there is no core {p.on}"
        found.append(Fault(f"{field}.on", what, "cable, or a core that is listed"))
    return found


def _no_such_event(field: str, ids: Iterable[str], events: set[str]) -> list[Fault]:
    return [
        Fault(field, f"there is no event {lacking}", "the id of an event")
        for lacking in ids
        if lacking not in events
    ]
