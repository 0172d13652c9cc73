"""What a build is said in: cables with what lies over their cores, parts that are threaded, bodies with
their ways, and the acts, each with what it is done to. A core is named ``cable.core``, its end
``cable.core:A``, a way ``body.mark``.
"""

from dataclasses import dataclass, field
from typing import ClassVar, Literal

CableSide = Literal["A", "B"]
JoinedBy = Literal["crimp", "press", "screw", "set-screw", "solder", "spring", "splice"]


@dataclass(frozen=True)
class ActedCable:
    """A cable as it lies on the bench."""

    layers: tuple[str, ...]  # from outside in, down to what lies over its cores
    cores: tuple[str, ...]  # its cores by name
    ends: dict[str, str]  # what each end goes to, by A and B
    existing: bool = False  # True where it was there before, whole, both ends finished
    live: tuple[str, ...] = ()  # cores that hang on a source that stays live
    source: str = ""  # that source; all live cores are of one where it has no name
    # a core that is a braid or a screen, with the layer it lies under
    screens: dict[str, str] = field(default_factory=dict)


@dataclass(frozen=True)
class ActedPart:
    """Something that is threaded over a cable, or over cores of it."""

    cable: str  # over whose tip it goes
    end: CableSide  # the end it belongs to
    over: tuple[str, ...] = ()  # the cores it goes over; none for the cable as a whole
    bore_mm: float | None = None  # mm it passes
    od_mm: float | None = None  # mm over all once it is fixed
    split: bool = False  # True where it opens, and is placed without being threaded
    fitting: str | None = None  # the body it is of


@dataclass(frozen=True)
class ActedBody:
    """A body that cores land in."""

    cavities: tuple[str, ...] = ()  # its ways
    click: tuple[str, ...] | bool = ()  # those whose contact is inserted; True for all of them
    mates: bool = True  # True where it has a mating face
    blanks: tuple[str, ...] | bool = ()  # unused ways that are to be closed; True for all that are

    def clicks(self, mark: str) -> bool:
        """True for a way that a contact is inserted into."""
        if isinstance(self.click, bool):
            return self.click
        return mark in self.click

    def to_be_blanked(self, used: set[str]) -> list[str]:
        """The ways that are to be closed, with those that are used."""
        if isinstance(self.blanks, bool):
            return [mark for mark in self.cavities if self.blanks and mark not in used]
        return list(self.blanks)


class BenchAct:
    """Something that is done; ``name`` as it is written."""

    name: ClassVar[str]


@dataclass(frozen=True)
class DeadAct(BenchAct):
    """Unplug it, the plug in sight, and prove it dead."""

    name: ClassVar[str] = "dead"
    cable: str


@dataclass(frozen=True)
class CutAct(BenchAct):
    """Cut a cable to its length: both ends are free."""

    name: ClassVar[str] = "cut"
    cable: str
    length_mm: float


@dataclass(frozen=True)
class CutOffAct(BenchAct):
    """Cut a cable through at an end, or some cores of it."""

    name: ClassVar[str] = "cut-off"
    cable: str
    end: CableSide
    cores: tuple[str, ...] = ()


@dataclass(frozen=True)
class StripAct(BenchAct):
    """Take a layer off, so many mm from the tip."""

    name: ClassVar[str] = "strip"
    cable: str
    end: CableSide
    layer: str
    mm: float


@dataclass(frozen=True)
class TrimAct(BenchAct):
    """Shorten one core by so many mm."""

    name: ClassVar[str] = "trim"
    core: str
    end: CableSide
    mm: float


@dataclass(frozen=True)
class BareAct(BenchAct):
    """Take the insulation off a core."""

    name: ClassVar[str] = "bare"
    core: str
    end: CableSide
    mm: float


@dataclass(frozen=True)
class ThreadAct(BenchAct):
    """Put a part over the tip of an end."""

    name: ClassVar[str] = "thread"
    part: str
    from_end: CableSide


@dataclass(frozen=True)
class JoinAct(BenchAct):
    """Join bare cores into a way or a barrel."""

    name: ClassVar[str] = "join"
    at: str
    cores: tuple[str, ...]
    by: JoinedBy
    tip_mm: float | None = None  # the largest thing at that end afterwards
    joint_mm: float | None = None  # how long the joint is, in splices
    lasting: bool = False  # True where only cutting undoes it


@dataclass(frozen=True)
class InsertAct(BenchAct):
    """Push a joined contact into its housing, to the click."""

    name: ClassVar[str] = "insert"
    at: str
    lasting: bool = False


@dataclass(frozen=True)
class BlankAct(BenchAct):
    """Close an unused way."""

    name: ClassVar[str] = "blank"
    at: str


@dataclass(frozen=True)
class PlaceAct(BenchAct):
    """Slide a part to where it belongs."""

    name: ClassVar[str] = "place"
    part: str


@dataclass(frozen=True)
class FixAct(BenchAct):
    """Shrink, screw or clamp a part where it lies."""

    name: ClassVar[str] = "fix"
    part: str
    covers: tuple[str, ...] = ()


@dataclass(frozen=True)
class OffAct(BenchAct):
    """Take a part off again."""

    name: ClassVar[str] = "off"
    part: str


@dataclass(frozen=True)
class GripAct(BenchAct):
    """Hold the cable in a body."""

    name: ClassVar[str] = "grip"
    fitting: str
    cable: str
    end: CableSide


@dataclass(frozen=True)
class CloseAct(BenchAct):
    """Shut a body."""

    name: ClassVar[str] = "close"
    fitting: str


@dataclass(frozen=True)
class ReadAct(BenchAct):
    """Measure between some points."""

    name: ClassVar[str] = "read"
    line: str
    touches: tuple[str, ...]


@dataclass(frozen=True)
class LookAct(BenchAct):
    """Look at something that can be seen."""

    name: ClassVar[str] = "look"
    of: tuple[str, ...]


@dataclass(frozen=True)
class GateAct(BenchAct):
    """Make sure that some parts are on, before what shuts them out."""

    name: ClassVar[str] = "gate"
    parts: tuple[str, ...]


@dataclass(frozen=True)
class MarkAct(BenchAct):
    """Mark a core, as spare where it ends nowhere."""

    name: ClassVar[str] = "mark"
    at: str
    what: str = ""


@dataclass(frozen=True)
class TugAct(BenchAct):
    """Pull at a joint."""

    name: ClassVar[str] = "tug"
    at: str


@dataclass(frozen=True)
class SolderOnAct(BenchAct):
    """Let solder run into a joint that is made."""

    name: ClassVar[str] = "solder-on"
    at: str


@dataclass(frozen=True)
class WaitAct(BenchAct):
    """Wait."""

    name: ClassVar[str] = "wait"
    minutes: float = 0.0
    what: str = ""


@dataclass(frozen=True)
class LayOutAct(BenchAct):
    """Lay out what is wanted."""

    name: ClassVar[str] = "lay-out"
    minutes: float = 0.0
    what: str = ""


@dataclass(frozen=True)
class CleanAct(BenchAct):
    """Clean something."""

    name: ClassVar[str] = "clean"
    minutes: float = 0.0
    what: str = ""


ACTS: dict[str, type[BenchAct]] = {
    cls.name: cls
    for cls in (
        *(DeadAct, CutAct, CutOffAct, StripAct, TrimAct, BareAct, ThreadAct, JoinAct, InsertAct),
        *(BlankAct, PlaceAct, FixAct, OffAct, GripAct, CloseAct, ReadAct, LookAct, GateAct),
        *(MarkAct, TugAct, SolderOnAct, WaitAct, LayOutAct, CleanAct),
    )
}


@dataclass(frozen=True)
class ActedStep:
    """A step as its acts, in order."""

    key: str
    acts: tuple[BenchAct, ...]


@dataclass(frozen=True)
class WireEnds:
    """A wire as it is to be in the end: its core, and what each end lands in; None for nothing, or for
    whatever is there at an end of an existing cable that nobody cuts off.
    """

    core: str
    a: str | None
    b: str | None

    def at(self, end: str) -> str | None:
        """What an end lands in."""
        return self.a if end == "A" else self.b


@dataclass(frozen=True)
class ActedBuild:
    """A whole build."""

    map: tuple[WireEnds, ...]
    cables: dict[str, ActedCable]
    parts: dict[str, ActedPart]
    fittings: dict[str, ActedBody]
    steps: tuple[ActedStep, ...]


@dataclass(frozen=True)
class WalkFault:
    """Something that cannot be done, or was left undone: at which step, by which act, and why."""

    step: str
    act: str
    why: str
