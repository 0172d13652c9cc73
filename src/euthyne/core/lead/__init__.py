"""The lead: what is known of it at each stage. Values only; everything computed lives in its own
module.
"""

from dataclasses import dataclass, field, fields
from functools import cached_property
from typing import Annotated, Literal, Self

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from euthyne.core.assembly.records import Assembly, Cable, Fitting, Id, Place, WireCourse
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import part, there_before
from euthyne.core.sizing.brief import (
    CIRCULAR_MIL_OHM_FT,
    Fraction,
    OneLoad,
    Percent,
    Positive,
    System,
)
from euthyne.core.trade.practices import Practices
from euthyne.core.trade.route import MeasuredWith
from euthyne.core.trade.wire import Metal, Unit
from euthyne.core.trade.worded import Day, Moment, Tag

PlaceKind = Literal["indoor", "outdoor", "wet"]
Rcd = Literal["unknown", "none", "30 mA", "5 mA"]
EarthPath = Literal["unknown", "wire", "rod"]
RepairBy = Literal["coupler", "resin", "shorten", "shorten-plug"]
AgainFor = Literal["", "re-test", "mended", "corrected"]
Switch = Literal["none", "L", "N", "all"]
Text = Annotated[str, MaxLen(400)]
Count = Annotated[int, Ge(1), Le(64)]
KindName = Annotated[str, MinLen(1), MaxLen(40)]


@dataclass(frozen=True)
class Brief:
    """What it feeds, from what, how far, where it lives: what leads of several kinds are asked. What one
    kind alone is asked stands in a Brief of its own, in the file of that kind.
    """

    # what it feeds: a socket, known loads, power, a current, or a heating tape
    feeds: Literal["socket", "loads", "power", "current", "tape"] = "socket"
    amps: Positive | None = None  # A that it carries, where that is what is known
    duty_percent: Percent = 100.0  # % of ten minutes that it runs: a welder's duty
    poles: Literal[1, 2] = 2  # how many poles are lengthened: both, or one alone
    already_m: Positive | None = None  # m of the same loop that are there already
    already_size: Text | None = None  # size of what is there already
    # the family of fuse at its source
    fuse_family: Literal["none", "blade-32v", "bolt-down-32v", "high-breaking-dc", "solar-gPV"] = (
        "none"
    )
    loads: tuple[OneLoad, ...] = ()  # each load by itself
    power_factor: Fraction = 1.0  # of its loads together
    # times its running current that it draws at the start
    start_multiple: Annotated[float, Ge(1), Le(20)] = 1.0
    continuous: bool = False  # True where it runs three hours or more
    earthed: bool = True  # True where it has an earth
    system: System = "ac-single"  # the system of its supply
    volts: Positive = 230.0  # V of its supply, between lines on three phases
    # ohm of the loop to earth where it is plugged in
    loop_ohms: Annotated[float, Ge(0), Le(1e6)] | None = None
    # what guards it upstream
    upstream_family: Literal["breaker-iec", "breaker-na", "fuse-gG", "unknown"] = "unknown"
    upstream_amps: Positive | None = None  # A of what guards it upstream
    upstream_curve: Literal["B", "C", "D"] = "C"  # the curve of a breaker upstream
    own_breaker_amps: Positive | None = None  # A of a breaker on the lead itself
    rcd: Rcd = "unknown"  # the residual-current or ground-fault device upstream
    # m one way, from where it begins to where it ends
    run_m: Annotated[float, Gt(0), Le(1e5)] | None = None
    legs_m: tuple[Positive, ...] = ()  # m of each leg of its run, where it has corners
    place: PlaceKind = "indoor"  # where it lives
    ambient_c: Annotated[float, Ge(-60), Le(200)] = 30.0  # °C around it, at the hottest
    drum_layers: Annotated[int, Ge(0), Le(4)] = 0  # layers that stay on a drum while it is used
    circuits_together: Annotated[int, Ge(1), Le(20)] = 1  # circuits that lie together
    hours_a_year: Annotated[float, Gt(0), Le(8784)] = 1000.0  # hours a year it is used
    generator: bool = False  # True where a generator feeds it
    cells: Count | None = None  # cells of its pack in series
    cell_volts: Annotated[float, Gt(0), Le(5)] = 4.2  # V of a full cell
    ways: Count | None = None  # numbered cores
    battery_short_amps: Positive | None = None  # A that its battery gives into a short
    # whether a battery stays connected while it is made
    live_battery: Literal["unknown", "no", "yes"] = "unknown"
    fuse_out: bool = False  # True where its fuse is out while it is made
    earth_path: EarthPath = "unknown"  # how a fault comes back: by a wire, by a rod
    fuse_to_post_m: Annotated[float, Ge(0), Le(100)] = 0.0  # m from the post to the fuse
    fuse_sheathed: bool = False  # the length before the fuse lies in a sheath or conduit of its own
    unfused: Literal["no", "choice", "cranking"] = "no"  # why there is none, where there is none

    @classmethod
    def of(cls, brief: "Brief") -> Self:
        """A Brief as this kind of it; where it is another kind's, one that says nothing."""
        if isinstance(brief, cls):
            return brief
        return cls()

    @property
    def behind_device(self) -> bool:
        """True where a residual-current or ground-fault device is known to sit upstream."""
        return self.rcd in ("30 mA", "5 mA")

    @property
    def usual_device(self) -> Rcd:
        """The device that is usual where it is plugged in. Source: IEC 61008; UL 943, class A."""
        return "5 mA" if self.upstream_family == "breaker-na" else "30 mA"


@dataclass(frozen=True)
class Conductor:
    """Which cable a circuit is made of, and within which limits."""

    cable_type: Text = "H05VV-F"  # its designation
    unit: Unit = "mm2"  # which series its sizes are of
    metal: Metal = "copper"  # of its conductors
    tinned: bool = False  # True where its strands are tinned
    # °C that the weakest terminal takes, where its table is not to decide
    terminal_c: Annotated[float, Gt(0), Le(250)] | None = None
    size: Text | None = None  # what the builder took; None while nothing is taken
    drop_percent: Percent = 5.0  # % of its volts that may be lost
    start_drop_percent: Percent = 15.0  # % that may be lost while it starts
    fuse_amps: Positive | None = None  # A of the fuse in its plug or at its source
    measured_od_mm: Annotated[float, Gt(0), Le(100)] | None = None  # mm over all, measured
    price_per_kg: Positive | None = None  # what its metal costs, a kg
    # the constant of the circular-mil school, ohm cmil/ft
    school_k: Annotated[float, Ge(9), Le(25)] = CIRCULAR_MIL_OHM_FT


@dataclass(frozen=True)
class Circuit:
    """A circuit beside the power of a lead, such as its taps."""

    id: Id  # its name
    conductor: Conductor  # what its cables are made of
    amps: Positive | None = None  # A that it carries


@dataclass(frozen=True)
class Ends:
    """What holds of all ends."""

    scheme: Text = "iec"  # the colours of its cables
    accepted: bool = False  # True once the map is settled
    plug_scheme: Text | None = None  # the colours on the leaflet, where they are others
    switch: Switch = "none"  # what a switch on it breaks
    switch_lit: bool = False  # True where the switch has a lamp
    fuse_in: Switch = "none"  # where it has a fuse of its own
    lugs_on_post: Count = 1  # lugs on one post
    own: tuple[Part, ...] = ()  # parts that are on no shelf but this lead's


@dataclass(frozen=True)
class Stripped:
    """Bare copper as it was measured on one core, named as the lead names it, at one end, in mm."""

    end: Literal["A", "B"]  # of its cable
    core: Text  # as the lead names it
    bare_mm: Annotated[float, Ge(0), Le(500)]  # mm of bare copper, measured


@dataclass(frozen=True)
class Price:
    """What one thing of a lead costs, said for this lead alone: Stores have none of it, or no price."""

    what: Annotated[str, MinLen(1), MaxLen(120)]  # as the lines of its cost call it
    each: Annotated[float, Gt(0), Le(1e6)]  # a metre, or a piece


@dataclass(frozen=True)
class Cut:
    """What is allowed on the measured run, and what it is cut from."""

    slack_percent: Annotated[float, Ge(0), Le(100)] = 3.0  # % of the run beside it
    loops_mm: Annotated[float, Ge(0), Le(1e5)] = 0.0  # mm of service loops, both ends together
    reworks: Annotated[int, Ge(0), Le(10)] = 0  # spare tries
    accepted: bool = False  # True once the length is settled
    stripped: tuple[Stripped, ...] = ()  # bare copper as it was measured
    piece: Annotated[str, MaxLen(40)] | None = None  # the reel or offcut it is cut from
    measured_with: MeasuredWith = "string"  # what its legs were measured with
    # mm of radius that corners are bent to
    bend_mm: Annotated[float, Gt(0), Le(10_000)] | None = None
    bought_for: Annotated[float, Gt(0), Le(1e6)] | None = None  # what one like it is bought for
    prices: tuple[Price, ...] = ()  # of what Stores have no price of


@dataclass(frozen=True)
class StepDone:
    """A step of the build, when it was done and by whom."""

    step: Text  # its name in the plan
    at: Moment  # when it was done
    by: Annotated[str, MaxLen(40)]  # who did it
    taken_in_by: Annotated[str, MaxLen(40)] = (
        ""  # whoever took it in, where it came with a document
    )
    tool: Annotated[str, MaxLen(60)] = ""  # the tool and die it was pressed with, as taken


@dataclass(frozen=True)
class CableLoss:
    """What a cable lost when its ends were cut off."""

    cable: Text  # its id
    mm: Annotated[float, Ge(0)]  # mm of it


@dataclass(frozen=True)
class Rework:
    """What had to be done again, and what it cost."""

    part: Text  # the part that was forgotten, or the step that was not right
    how: Text  # how it was put right
    undone: tuple[Text, ...]  # steps that were undone
    scrap: tuple[Text, ...]  # what was thrown away
    length_lost_mm: Annotated[float, Ge(0)]  # mm of cable lost
    at: Moment  # when
    by: Annotated[str, MaxLen(40)]  # who
    # whether something was forgotten, or not right
    cause: Literal["forgotten", "not-right"] = "forgotten"
    why: Annotated[str, MaxLen(200)] = ""  # what was wrong with it
    # what each cable lost, both its ends together; none where only the most that one end lost was kept
    lost: tuple[CableLoss, ...] = ()


@dataclass(frozen=True)
class Build:
    """How far it is built."""

    done: tuple[StepDone, ...] = ()  # steps done, in order
    plan_stamp: str | None = None  # the sum of the plan they belong to
    reworks: tuple[Rework, ...] = ()  # what had to be done again
    ticked: tuple[Text, ...] = ()  # what was ticked off by hand when laying out
    practices: Practices = Practices()  # how this bench works


@dataclass(frozen=True)
class Look:
    """An answer to one line of the look list."""

    line: Text  # its name in the look list
    good: bool  # True where it is as it should be
    at: Moment  # when
    by: Annotated[str, MaxLen(40)]  # who looked
    taken_in_by: Annotated[str, MaxLen(40)] = (
        ""  # whoever took it in, where it came with a document
    )


@dataclass(frozen=True)
class Probe:
    """One probe of the map: two points, and whether the meter sounded."""

    one: Text  # the point of one probe, fitting.cavity
    other: Text  # the point of the other
    sounds: bool  # True where the meter sounded
    gang: tuple[Text, ...] = ()  # all that it was held against, strapped together
    position: tuple[tuple[Text, Text], ...] = ()  # where the switches stood, by their fitting
    taken_in_by: Annotated[str, MaxLen(40)] = (
        ""  # whoever took it in, where it came with a document
    )


@dataclass(frozen=True)
class Reading:
    """A reading of one line."""

    line: Text  # its name in the plan
    # in the unit of its line: ohm, megohm, V with their sign, K
    value: Annotated[float, Ge(-1e7), Le(1e7)]
    at: Moment  # when
    by: Annotated[str, MaxLen(40)]  # who read it
    above: bool = False  # True where the meter stood at its end
    amps: Positive | None = None  # A it was read at, where it was read by millivolts
    simulated: bool = False  # True where it is of a simulated copy, for practice
    at_volts: Positive | None = None  # what an insulation was tested at, where that was said
    taken_in_by: Annotated[str, MaxLen(40)] = (
        ""  # whoever took it in, where it came with a document
    )


@dataclass(frozen=True)
class Proof:
    """What was looked at, probed and measured, and with what."""

    looks: tuple[Look, ...] = ()  # what was looked at
    probes: tuple[Probe, ...] = ()  # what was probed
    readings: tuple[Reading, ...] = ()  # what was measured, every reading that was taken
    room_c: Annotated[float, Ge(-60), Le(60)] = 20.0  # °C of the room
    meter_percent: Annotated[float, Ge(0), Le(50)] = 1.0  # % of the meter's stated accuracy
    meter_step_ohm: Annotated[float, Ge(0), Le(10)] = 0.001  # ohm of its smallest step
    zero_ohm: Annotated[float, Ge(0), Le(10)] = 0.0  # ohm of its leads alone
    meter_step_mv: Annotated[float, Ge(0), Le(1000)] = 0.1  # mV of its smallest step
    # True where there are clips to strap points together, False where not; None while nobody said: then with
    # clips where point by point would take long
    gangs: bool | None = None
    # where a simulated copy is probed: sound, or the number of the fault in it
    stand_in: Annotated[str, MaxLen(20)] = ""
    plan_stamp: str | None = None  # the sum of the plan it is held against
    tested_volts: Annotated[float, Gt(0), Le(10_000)] | None = None  # insulation, in this session
    tested_with: Annotated[str, MaxLen(120)] = ""  # the instruments, in words

    @property
    def begun(self) -> bool:
        """True once anything was looked at, probed or read."""
        return bool(self.looks or self.probes or self.readings)


@dataclass(frozen=True)
class Reason:
    """Why a caution was passed. It lapses once the figures of the caution are others."""

    check: Text  # the code of the check
    text: Annotated[str, MinLen(3), MaxLen(400)]  # why it was passed
    at: Moment  # when
    by: Annotated[str, MaxLen(40)]  # who passed it
    of: Annotated[str, MaxLen(2000)] = ""  # what the caution said then, to be read
    about: Annotated[str, MaxLen(120)] = ""  # the line or end it passes, where there are several
    # what the caution stood on; None for a reason kept before figures were: it lapses
    figures: tuple[Annotated[str, MaxLen(200)], ...] | None = None

    @property
    def key(self) -> str:
        """What it passes, as a finding is told from others."""
        return f"{self.check}:{self.about}" if self.about else self.check


@dataclass(frozen=True)
class Lead:
    """A lead, from its brief to its proof."""

    tag: Tag  # its number on this bench
    name: Annotated[str, MinLen(1), MaxLen(80)]  # what it is called
    kind: KindName  # what kind of lead it is
    brief: Brief  # what it feeds, from what, how far
    conductor: Conductor  # what its power is carried by
    ends: Ends  # what holds of all its ends
    created_at: Moment  # when it was begun
    places: tuple[Place, ...]  # where its ends live
    fittings: tuple[Fitting, ...]  # what its cores land in
    cables: tuple[Cable, ...]  # the pieces of cable it is made of
    wires: tuple[WireCourse, ...]  # where each core lands
    circuits: tuple[Circuit, ...] = ()  # circuits beside the power
    made_for: Annotated[str, MaxLen(80)] = ""  # who or what it is made for
    follows: Tag | None = None  # the sealed one that it tests again, repairs or corrects
    again_for: AgainFor = ""  # which of the three
    wanted_by: Day | None = None  # the day it is wanted
    cut: Cut = field(default_factory=Cut)  # its length, and what it is cut from
    build: Build = field(default_factory=Build)  # how far it is built
    proof: Proof = field(default_factory=Proof)  # what was looked at, probed and measured
    reasons: tuple[Reason, ...] = ()  # why cautions were passed
    # what was typed at a field, where it says more than its value
    typed: dict[str, str] = field(default_factory=dict, compare=False, hash=False)

    def __hash__(self) -> int:
        return self._sum

    @cached_property
    def _sum(self) -> int:
        """Taken once: whatever is worked out of a lead is remembered by it."""
        return hash(tuple(getattr(self, f.name) for f in fields(self) if f.hash is not False))

    @cached_property
    def assembly(self) -> Assembly:
        """All that it is made of."""
        return Assembly(self.places, self.fittings, self.cables, self.wires)


def part_of(lead: Lead, fitting: Fitting) -> Part:
    """The part of a fitting: one of the lead's own, or of the shelf; for what was there before and
    gives its own cavities, a part with those. Raises Refused.
    """
    if fitting.part is None:
        return there_before(fitting.id, fitting.cavities)
    own = next((p for p in lead.ends.own if p.id == fitting.part), None)
    return own or part(fitting.part, f"fittings.{fitting.id}.part")
