"""The lead: what is known of it at each stage. Values only; everything computed lives in its own
module.
"""

from dataclasses import dataclass, field, fields
from functools import cached_property
from typing import Annotated, Literal

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
RepairBy = Literal["coupler", "resin", "shorten"]
AgainFor = Literal["", "re-test", "mended", "corrected"]
Switch = Literal["none", "L", "N", "all"]
Text = Annotated[str, MaxLen(400)]
Count = Annotated[int, Ge(1), Le(64)]
KindName = Annotated[str, MinLen(1), MaxLen(40)]


@dataclass(frozen=True)
class Brief:
    """What it feeds, from what, how far, where it lives."""

    feeds: Literal["socket", "loads", "power", "current", "tape"] = "socket"
    watts: Positive | None = None
    amps: Positive | None = None
    efficiency_percent: Percent = 100.0
    at_volts: Positive | None = None
    duty_percent: Percent = 100.0
    margin: Annotated[float, Ge(1), Le(2)] = 1.0
    poles: Literal[1, 2] = 2
    cells: Count | None = None
    cell_volts: Annotated[float, Gt(0), Le(5)] = 4.2
    already_m: Positive | None = None
    already_size: Text | None = None
    permission: Annotated[str, MaxLen(200)] = ""
    fuse_family: Literal["none", "blade-32v", "bolt-down-32v", "high-breaking-dc", "solar-gPV"] = (
        "none"
    )
    loads: tuple[OneLoad, ...] = ()
    power_factor: Fraction = 1.0
    start_multiple: Annotated[float, Ge(1), Le(20)] = 1.0
    continuous: bool = False
    earthed: bool = True
    system: System = "ac-single"
    volts: Positive = 230.0
    loop_ohms: Annotated[float, Ge(0), Le(1e6)] | None = None
    upstream_family: Literal["breaker-iec", "breaker-na", "fuse-gG", "unknown"] = "unknown"
    upstream_amps: Positive | None = None
    upstream_curve: Literal["B", "C", "D"] = "C"
    own_breaker_amps: Positive | None = None
    rcd: Rcd = "unknown"
    run_m: Annotated[float, Gt(0), Le(1e5)] | None = None
    legs_m: tuple[Positive, ...] = ()
    place: PlaceKind = "indoor"
    ambient_c: Annotated[float, Ge(-60), Le(200)] = 30.0
    drum_layers: Annotated[int, Ge(0), Le(4)] = 0
    circuits_together: Annotated[int, Ge(1), Le(20)] = 1
    hours_a_year: Annotated[float, Gt(0), Le(8784)] = 1000.0
    generator: bool = False
    ways: Count | None = None
    shield: bool = False
    taps: bool = False
    tap_form: Literal["through", "short"] = "through"
    charger_cells: Count | None = None
    tape_m: Positive | None = None
    watts_per_m: Positive | None = None
    units_allowed: Count | None = None
    repair_by: RepairBy = "coupler"
    cut_out_m: Annotated[float, Ge(0), Le(1e5)] | None = None
    damage: Annotated[str, MaxLen(200)] = ""
    tail_by: Literal["straight", "piece"] = "straight"
    tail_of: Literal["device", "pack"] = "device"
    live_battery: Literal["unknown", "no", "yes"] = "unknown"
    fuse_out: bool = False
    battery_short_amps: Positive | None = None
    working_volts: Positive | None = None
    working_amps: Positive | None = None
    module_fuse_amps: Positive | None = None
    earth_path: EarthPath = "unknown"
    fuse_to_post_m: Annotated[float, Ge(0), Le(100)] = 0.0
    fuse_sheathed: bool = False  # the length before the fuse lies in a sheath or conduit of its own
    unfused: Literal["no", "choice", "cranking"] = "no"  # why there is none, where there is none
    strings: Count = 1  # in parallel with this one
    module_plus: Literal["unknown", "pin", "socket"] = "unknown"  # what a module's plus shows
    packs: Count = 1
    packs_apart_volts: Annotated[float, Ge(0), Le(1000)] = 0.0
    packs_equal_leads: bool = True

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
    """Which cable a circuit is made of, and within which limits; ``size`` is what the builder took,
    None while nothing is taken; ``school_k`` the constant of the circular-mil school, ohm cmil/ft.
    """

    cable_type: Text = "H05VV-F"
    unit: Unit = "mm2"
    metal: Metal = "copper"
    tinned: bool = False
    terminal_c: Annotated[float, Gt(0), Le(250)] | None = None
    size: Text | None = None
    drop_percent: Percent = 5.0
    start_drop_percent: Percent = 15.0
    fuse_amps: Positive | None = None
    measured_od_mm: Annotated[float, Gt(0), Le(100)] | None = None
    price_per_kg: Positive | None = None
    school_k: Annotated[float, Ge(9), Le(25)] = CIRCULAR_MIL_OHM_FT


@dataclass(frozen=True)
class Circuit:
    """A circuit beside the power of a lead, such as its taps: the amps it carries, and what its
    cables are made of.
    """

    id: Id
    conductor: Conductor
    amps: Positive | None = None


@dataclass(frozen=True)
class Ends:
    """What holds of all ends: the colour scheme of the cables and that of the leaflet, whether the
    map is settled, switch and fuse of its own, the lugs on a post, parts of one's own.
    """

    scheme: Text = "iec"
    accepted: bool = False
    plug_scheme: Text | None = None
    switch: Switch = "none"
    switch_lit: bool = False
    fuse_in: Switch = "none"
    lugs_on_post: Count = 1
    own: tuple[Part, ...] = ()


@dataclass(frozen=True)
class Stripped:
    """Bare copper as it was measured on one core, named as the lead names it, at one end, in mm."""

    end: Literal["A", "B"]
    core: Text
    bare_mm: Annotated[float, Ge(0), Le(500)]


@dataclass(frozen=True)
class Cut:
    """Allowances on the measured run: slack (percent), service loops (mm), reworks (spare tries);
    strips measured; the reel or offcut it is cut from; what the legs were measured with, and the
    radius corners are bent to (mm); what one like it is bought for.
    """

    slack_percent: Annotated[float, Ge(0), Le(100)] = 3.0
    loops_mm: Annotated[float, Ge(0), Le(1e5)] = 0.0
    reworks: Annotated[int, Ge(0), Le(10)] = 0
    accepted: bool = False
    stripped: tuple[Stripped, ...] = ()
    piece: Annotated[str, MaxLen(40)] | None = None
    measured_with: MeasuredWith = "string"
    bend_mm: Annotated[float, Gt(0), Le(10_000)] | None = None
    bought_for: Annotated[float, Gt(0), Le(1e6)] | None = None


@dataclass(frozen=True)
class StepDone:
    """A step of the build, when it was done and by whom."""

    step: Text
    at: Moment
    by: Annotated[str, MaxLen(40)]
    taken_in_by: Annotated[str, MaxLen(40)] = (
        ""  # whoever took it in, where it came with a document
    )


@dataclass(frozen=True)
class Rework:
    """What had to be done again, and what it cost: the part that was forgotten or the step that was
    not right, how it was put right, steps undone, scrap, and length lost in mm; what was wrong with
    it, where that was said.
    """

    part: Text
    how: Text
    undone: tuple[Text, ...]
    scrap: tuple[Text, ...]
    length_lost_mm: Annotated[float, Ge(0)]
    at: Moment
    by: Annotated[str, MaxLen(40)]
    cause: Literal["forgotten", "not-right"] = "forgotten"
    why: Annotated[str, MaxLen(200)] = ""


@dataclass(frozen=True)
class Build:
    """Steps done, in order, the plan they belong to, what had to be done again, what was ticked off
    by hand when laying out, and how this bench works."""

    done: tuple[StepDone, ...] = ()
    plan_stamp: str | None = None
    reworks: tuple[Rework, ...] = ()
    ticked: tuple[Text, ...] = ()
    practices: Practices = Practices()


@dataclass(frozen=True)
class Look:
    """An answer to one line of the look list."""

    line: Text
    good: bool
    at: Moment
    by: Annotated[str, MaxLen(40)]
    taken_in_by: Annotated[str, MaxLen(40)] = (
        ""  # whoever took it in, where it came with a document
    )


@dataclass(frozen=True)
class Probe:
    """One probe of the map: two points, named fitting.cavity, and whether the meter sounded; ``gang``
    names all that ``one`` was held against where they were strapped together, ``position`` where the
    switches stood, by their fitting, where that matters.
    """

    one: Text
    other: Text
    sounds: bool
    gang: tuple[Text, ...] = ()
    position: tuple[tuple[Text, Text], ...] = ()
    taken_in_by: Annotated[str, MaxLen(40)] = (
        ""  # whoever took it in, where it came with a document
    )


@dataclass(frozen=True)
class Reading:
    """A reading of one line, in its unit: ohm, megohm for insulation, volts with their sign, kelvin;
    ``above`` when at the meter's end; ``amps`` where it was read by millivolts; ``simulated`` where it
    is of a simulated copy, for practice.
    """

    line: Text
    value: Annotated[float, Ge(-1e7), Le(1e7)]
    at: Moment
    by: Annotated[str, MaxLen(40)]
    above: bool = False
    amps: Positive | None = None
    simulated: bool = False
    at_volts: Positive | None = None  # what an insulation was tested at, where that was said
    taken_in_by: Annotated[str, MaxLen(40)] = (
        ""  # whoever took it in, where it came with a document
    )


@dataclass(frozen=True)
class Proof:
    """What was looked at, probed and measured, the room, and the meter's stated accuracy; ``gangs``
    whether there are clips to strap points together; ``stand_in`` where a simulated copy is probed for
    practice, ``sound`` or the number of the fault hidden in it.
    """

    looks: tuple[Look, ...] = ()
    probes: tuple[Probe, ...] = ()
    readings: tuple[Reading, ...] = ()
    room_c: Annotated[float, Ge(-60), Le(60)] = 20.0
    meter_percent: Annotated[float, Ge(0), Le(50)] = 1.0
    meter_step_ohm: Annotated[float, Ge(0), Le(10)] = 0.001
    zero_ohm: Annotated[float, Ge(0), Le(10)] = 0.0
    meter_step_mv: Annotated[float, Ge(0), Le(1000)] = 0.1
    gangs: bool = False
    stand_in: Annotated[str, MaxLen(20)] = ""
    plan_stamp: str | None = None
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
    text: Annotated[str, MinLen(3), MaxLen(400)]
    at: Moment
    by: Annotated[str, MaxLen(40)]
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
    """A lead, from its brief to its proof; ``follows`` names the sealed one that it tests again,
    repairs or corrects, ``again_for`` which of the three.
    """

    tag: Tag
    name: Annotated[str, MinLen(1), MaxLen(80)]
    kind: KindName
    brief: Brief
    conductor: Conductor
    ends: Ends
    created_at: Moment
    places: tuple[Place, ...]
    fittings: tuple[Fitting, ...]
    cables: tuple[Cable, ...]
    wires: tuple[WireCourse, ...]
    circuits: tuple[Circuit, ...] = ()
    made_for: Annotated[str, MaxLen(80)] = ""
    follows: Tag | None = None
    again_for: AgainFor = ""
    wanted_by: Day | None = None
    cut: Cut = field(default_factory=Cut)
    build: Build = field(default_factory=Build)
    proof: Proof = field(default_factory=Proof)
    reasons: tuple[Reason, ...] = ()
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
