"""What is built, and what of it the numbers of an end are: sleeves, lugs, torque, tools."""

from dataclasses import dataclass, field
from functools import cached_property

from euthyne.core.kinds.one_termination import OneBrief
from euthyne.core.lead.step import Does, End, StepName
from euthyne.core.order.laid import CableEnd
from euthyne.core.shelf.making import Making, When
from euthyne.core.shelf.part import Part, ThreadedPart
from euthyne.core.shelf.terminations import TERMINATIONS, Termination
from euthyne.core.stages.cut.strip import CoreStrip, StripPlan
from euthyne.core.stages.ends.ends import Marking
from euthyne.core.trade.barrel import Lug, lug_for
from euthyne.core.trade.colours import Colours
from euthyne.core.trade.corewords import function_of, own_name
from euthyne.core.trade.practices import Practices
from euthyne.core.trade.sleeve import Sleeve, copper_mm, cut_mm, sleeve_for, sleeves_for

AT_BODY: tuple[Does, ...] = ("grip", "fuse", "close", "make")
AT_CABLE_END: tuple[Does, ...] = (
    "dead",
    "off",
    "strip",
    "mark",
    "cores",
    "spare",
    "layer",
    "thread",
)
ON_CORE: tuple[Does, ...] = ("land", "insert", "solder", "shrink", "sleeve", "wireseal")
MARKERS = ("marker", "along")  # threaded like a part, and of no body
TAG_SLEEVE_MM = 50.0
SIDE_WORDS = {"supply": "supply end", "load": "load end"}
SHIELD = "S"  # the cavity that a shield lands in
EARTH = "E"
PAST_BUTT_MM = 10.0  # of insulation under a sleeve, beyond each end of a butt; generic
JOINT_OVER_COPPER = (
    1.5  # a joint without a lug is so much wider than its copper; generic, check your part
)


@dataclass(frozen=True)
class CableToBuild:
    """A cable as the build needs it: its id, over all in mm and the thinnest it may be, each core in
    mm and the thinnest it may be, whether a sheath is round
    them, the conductor, its words; the length to cut in m, None for what was there before; what
    cutting an end costs that was shut before, by its letter, None where it is not to be cut; ``old``
    where what is on its open end comes off first.
    """

    id: str
    over_all_mm: float
    passes_mm: float
    core_mm: float
    core_passes_mm: float
    sheathed: bool
    size: str
    copper_mm2: float
    written: str
    cut_m: float | None
    shut: tuple[tuple[End, float | None], ...] = ()
    old: bool = False
    raw: bool = False  # True for one that is there and has an open tip at both ends
    apart: bool = False  # True for one of a set of singles, each between two posts of its own
    turned: int = 0  # degrees that its second palm is turned against its first
    tail: bool = False  # True for a single that was there, and is spliced to a new one
    second: bool = False  # True for the second of two singles that were there and are spliced
    own_layers: bool = (
        False  # True for a tape: its layers are its own, and no sheath of a cord is over them
    )


@dataclass(frozen=True)
class Body:
    """A fitting as the build needs it: its id, its part, the ends that land in it, how its end is
    said, the fuse it takes.
    """

    id: str
    part: Part
    at: tuple[CableEnd, ...]
    said: str
    fuse_amps: float | None = None
    blanked: tuple[str, ...] = ()  # its ways that are left empty and shut with a plug
    ways: tuple[tuple[str, str], ...] = ()  # what its ways are for, where somebody said so
    key: int | None = None  # degrees its key is turned, where somebody said so

    @property
    def termination(self) -> Termination:
        """How its cores are ended."""
        return TERMINATIONS[self.part.joint]

    def clicks(self, cavity: str) -> bool:
        """True where what is on a core goes into its housing afterwards; a shield has no contact."""
        return self.termination.inserted and cavity != SHIELD

    @property
    def closes(self) -> bool:
        """True when the part has a body that shuts."""
        return self.part.closes

    @property
    def joins(self) -> bool:
        """True for a splice: two conductors meet in it, under one sleeve."""
        return bool(self.part.positions) and self.termination.sleeved and len(self.at) > 1

    @property
    def cast(self) -> bool:
        """True where resin goes over all of its joints: no sleeve lies under it."""
        return any(m.tool == "resin" for m in self.part.making)

    @property
    def end(self) -> End:
        """The letter its own steps are named by: that of the first cable end in it."""
        return self.at[0].end


@dataclass(frozen=True)
class EndToBuild:
    """A cable end as the build needs it: its cable, its strip plan, the fittings its cores land in,
    where it lies, its cores' colours; ``spare`` cores of it land nowhere here;
    ``marked`` its cores that are marked, since their colour does not say what they are.
    """

    at: CableEnd
    cable: CableToBuild
    strip: StripPlan
    bodies: tuple[Body, ...]
    place: str
    colours: Colours
    spare: tuple[str, ...] = ()
    marked: tuple[Marking, ...] = ()
    wet: bool = False  # True where it lies in the wet, and lined terminals get a second sleeve
    # cores that share a cup with another, whose sleeve goes over both
    under_anothers: tuple[str, ...] = ()

    @property
    def body(self) -> Body:
        """The fitting it lands in; of several, that of most cores."""
        landed = [c.fitting for c in self.strip.cores]
        return max(self.bodies, key=lambda body: landed.count(body.id))

    @property
    def side(self) -> str:
        """Which end of the lead it is, in words."""
        if self.cable.apart:
            return self.body.said
        if self.place in SIDE_WORDS:
            return SIDE_WORDS[self.place]
        return f"{self.place} end"

    @property
    def part(self) -> Part:
        """The part it lands in."""
        return self.body.part

    @property
    def termination(self) -> Termination:
        """How its cores are ended."""
        return self.body.termination

    def called(self, core: str) -> str:
        """A core as it is told from the others of its end: by its colour; a tape's by what they are, since a
        bus wire has none.
        """
        if self.cable.apart:
            return self.colours.of(core)
        if not self.cable.own_layers:
            return self.colours.called(core)
        return "braid" if own_name(core) == EARTH else f"{function_of(core)} bus wire"

    def thing(self, core: str) -> str:
        """A core as one says it at the bench: the brown core, the red wire of a single, the braid of a tape."""
        if self.cable.own_layers:
            return self.called(core)
        if self.cable.apart:
            return f"{self.called(core)} cable\u00a0{own_name(core)}"
        if self.cable.sheathed:
            return f"{self.called(core)} core"
        which = "other " if self.cable.second else ""
        return f"{which}{self.called(core)} {'tail' if self.cable.tail else 'wire'}"

    def body_of(self, core: str) -> Body:
        """The fitting a core lands in."""
        wanted = next(c.fitting for c in self.strip.cores if c.core == core)
        return next(body for body in self.bodies if body.id == wanted)


@dataclass(frozen=True)
class BuildJob:
    """What is built: every cable, every end that is made here, every fitting; how this bench works,
    whether it is mains, tags along the run; the ends of a live battery that are opened, made and
    covered one after the other; whether it is built by the rule that holds now, and
    whether it ends with a tug.
    """

    cables: tuple[CableToBuild, ...]
    ends: tuple[EndToBuild, ...]
    bodies: tuple[Body, ...]
    places: tuple[tuple[CableEnd, str], ...]
    practices: Practices = field(default_factory=Practices)
    mains: bool = True
    tags_along: int = 0
    one_pole_at_a_time: tuple[CableEnd, ...] = ()
    tugged: bool = False
    mended: bool = False  # True for a lead whose damage is cut out
    in_a_tool: bool = False  # True where its far end is shut in a tool that is not opened
    many: int = 1  # how many of it are made alike, with one set-up
    housing: OneBrief | None = None  # the housing that one contact goes into, where it is known
    loose: tuple[CableEnd, ...] = ()  # ends of wires that go into nothing
    beside: tuple[
        str, ...
    ] = ()  # what is bought made and goes between this lead and others, in words
    shortened: frozenset[str] = (
        frozenset()
    )  # joints that were cut off by themselves, by their steps

    @property
    def cable(self) -> CableToBuild:
        """The first cable that is cut for this lead, or else the first."""
        return next((c for c in self.cables if c.cut_m is not None), self.cables[0])

    @cached_property
    def _by_end(self) -> dict[CableEnd, EndToBuild]:
        return {e.at: e for e in self.ends}

    @cached_property
    def _by_core(self) -> dict[tuple[End, str], EndToBuild]:
        return {(e.at.end, c.core): e for e in reversed(self.ends) for c in e.strip.cores}

    def ends_of(self, cable: str) -> tuple[EndToBuild, ...]:
        """The ends of a cable that are made here."""
        return tuple(e for at, e in self._by_end.items() if at.cable == cable)

    def at(self, end: CableEnd) -> EndToBuild:
        """A cable end. Raises KeyError for one that is not made here."""
        return self._by_end[end]

    def step(self, does: Does, at: CableEnd, on: str = "") -> StepName:
        """The name of what is done to a cable end as a whole, or to a part threaded on it."""
        where = at.cable if len(self.cables) > 1 else ""
        return StepName(at.end, does, on, where)

    def step_on_core(self, does: Does, at: CableEnd, core: str) -> StepName:
        """The name of what is done to a core: its own name says which."""
        return StepName(at.end, does, core)

    def step_at_body(
        self, does: Does, body: Body, at: CableEnd | None = None, on: str = ""
    ) -> StepName:
        """The name of what is done to a fitting, or where a cable enters it."""
        if at is not None and len(body.at) > 1:
            return StepName(at.end, does, where=at.cable)
        alike = [b for b in self.bodies if b.end == body.end]
        return StepName(body.end, does, on, where=body.id if len(alike) > 1 else "")

    def together(self, body: Body, cavity: str) -> tuple[tuple[CableEnd, str], ...]:
        """The cores that land in one cavity of a fitting, in one contact or barrel."""
        return tuple(
            (at, core.core)
            for at in body.at
            for core in self.at(at).strip.cores
            if (core.fitting, core.cavity) == (body.id, cavity)
        )

    def bundle_at(self, body: Body) -> tuple[EndToBuild, ...]:
        """The cable ends that lie where a fitting is, whatever they land in."""
        place = self.at(body.at[0]).place
        return tuple(e for e in self.ends if e.place == place)

    @property
    def screwed(self) -> tuple[Body, ...]:
        """The fittings whose screws are turned again after a wait."""
        return tuple(body for body in self.bodies if body.termination.settles)

    def makings(self, body: Body, when: When) -> tuple[Making, ...]:
        """What is done to a fitting at a time beside its joints, on this lead."""
        return tuple(m for m in body.part.making if m.when == when and self._wanted(m, body))

    def _wanted(self, made: Making, body: Body) -> bool:
        filled = {
            c.cavity for at in body.at for c in self.at(at).strip.cores if c.fitting == body.id
        }
        if made.only == "spare ways":
            return bool(set(body.part.marks) - filled)
        return True

    def end_of(self, name: StepName) -> EndToBuild:
        """The cable end a step is done at."""
        if name.does in AT_BODY:
            return self.at(self.body_of(name).at[0])
        if name.does in ON_CORE:
            return self._by_core[name.end, name.on]
        return next(e for e in self.ends if e.at.end == name.end and name.where in ("", e.at.cable))

    def body_of(self, name: StepName) -> Body:
        """The fitting a step is done to."""
        if name.does in AT_BODY:
            here = [b for b in self.bodies if name.end in {at.end for at in b.at}]
            if not name.where:
                return next(b for b in here if b.end == name.end)
            return next(
                b for b in here if name.where == b.id or CableEnd(name.where, name.end) in b.at
            )
        e = self.end_of(name)
        if name.does in AT_CABLE_END:
            return e.body
        return e.body_of(name.on)


def fittings(at: CableEnd, job: BuildJob) -> tuple[ThreadedPart, ...]:
    """What goes on the cable at an end, nearest the tip last: printed sleeves with the tag, then
    what the fitting's own are. Of several singles in one body, the first carries what goes round
    all.
    """
    e = job.at(at)
    own = tuple(
        part
        for body in e.bodies
        if (e.cable.sheathed and not body.joins) or body.at[0] == at
        for part in body.part.threaded
    )
    sleeve = marker_on(job, e.cable)
    if sleeve is None:
        return own
    marker = ThreadedPart(
        id="marker",
        words="printed sleeve",
        bore_mm=sleeve.expanded_mm,
        facing="its words the way they will be read",
    )
    if at.end == "A" or not job.tags_along:
        return (marker, *own)
    along = ThreadedPart(
        id="along",
        words=f"{job.tags_along} printed sleeves for along the run",
        bore_mm=sleeve.expanded_mm,
        facing="spread out later, shrunk last",
    )
    return (along, marker, *own)


def marker_on(job: BuildJob, cable: CableToBuild) -> Sleeve | None:
    """The sleeve that carries the tag on a cable; None where tags are wrapped on, or no sleeve
    fits.
    """
    if job.practices.labels != "printed-sleeve":
        return None
    return sleeve_for(cable.over_all_mm, cable.over_all_mm)


def sleeves_on(e: EndToBuild, body: Body | None = None) -> tuple[Sleeve, ...]:
    """Sleeves that do for each core of an end, over its insulation and gripping the copper's
    barrel, best first.

    A barrel is as wide as its lug; others are taken half as wide again as their copper: generic,
    check your part.
    """
    into, cable = body or e.body, e.cable
    if not (into.termination.sleeved or second_sleeve(e, into)) or (
        into.joins and into.at[0] != e.at
    ):
        return ()
    if into.cast or (into.joins and (into.part.threaded or (into.part.lined and not e.wet))):
        return ()  # it has sleeves of its own, over all of it, or resin
    lug = lug_on(into, cable)
    if lug:
        barrel = lug.outside_mm
    elif into.joins:
        barrel = into.part.height_mm
    else:
        barrel = JOINT_OVER_COPPER * copper_mm(cable.copper_mm2)
    widest, thinnest = max(cable.core_mm, barrel), min(cable.core_mm, barrel)
    lined = into.termination.lined or second_sleeve(e, into)
    return sleeves_for(widest, thinnest, adhesive=lined)


def second_sleeve(e: EndToBuild, into: Body) -> bool:
    """True where a lined sleeve goes over a lined terminal once that is warmed: its joint lies in the wet."""
    return e.wet and into.part.lined


def sleeve_of(e: EndToBuild, core: CoreStrip) -> Sleeve | None:
    """The sleeve of a core at an end; a shield has none, nor what lies under another's."""
    if core.cavity == SHIELD or core.core in e.under_anothers:
        return None
    return sleeve_on(e, e.body_of(core.core))


def sleeve_on(e: EndToBuild, body: Body | None = None) -> Sleeve | None:
    """The sleeve for each core of an end; None where none is used, or none does."""
    return next(iter(sleeves_on(e, body)), None)


def lug_on(body: Body, cable: CableToBuild) -> Lug | None:
    """The lug on each core of an end; None where its part has barrels of its own, or the table has
    none so big.
    """
    if body.part.lug_by_size and cable.copper_mm2:
        return lug_for(cable.copper_mm2)
    return None


def covered_mm(e: EndToBuild, body: Body | None = None) -> float:
    """What each core's sleeve covers at an end, in mm."""
    into = body or e.body
    if into.joins:
        return into.part.depth_mm + 2 * PAST_BUTT_MM
    lug = lug_on(into, e.cable)
    bare = max((c.strip_high_mm for c in e.strip.cores if c.fitting == into.id), default=0.0)
    return into.termination.covers(lug.barrel_mm if lug else bare, bare)


def sleeve_cut_mm(e: EndToBuild, sleeve: Sleeve, body: Body | None = None) -> float:
    """How long each core's sleeve is cut at an end, in mm."""
    return cut_mm(covered_mm(e, body), sleeve.adhesive)


def barrel_mm(part: Part, core: CoreStrip) -> float:
    """What of a core is inside what was pressed on it, in mm: the wings that hold its insulation as well."""
    if part.wings is None:
        return core.strip_mm
    return (
        max(core.strip_mm, part.wings.conductor_mm + part.wings.window_mm)
        + part.wings.insulation_mm
    )


def soldered(part: Part, how: Practices) -> bool:
    """True when a press is soldered afterwards on this bench."""
    # An iron at a barrel in its plastic burns that first.
    bare = (
        TERMINATIONS[part.joint].solderable
        and not part.lined
        and not TERMINATIONS[part.joint].coloured
    )
    return how.crimp == "crimp-then-solder" and bare


def torqued(part: Part, how: Practices) -> bool:
    """True when a torque is given for a part's screws and this bench uses it."""
    return bool(part.torque_nm or part.torques_nm) and how.torque == "tool"


def hammered(part: Part, how: Practices) -> bool:
    """True when a part's lugs are indented by hammer or vice on this bench."""
    return TERMINATIONS[part.joint].hammered and how.pressed_with == "hammer"


def tool_of(part: Part, how: Practices) -> str:
    """What a core is ended with in a part, on this bench."""
    if hammered(part, how):
        return "hammer and indenter"
    if torqued(part, how):
        return "torque driver"
    return part.tool or TERMINATIONS[part.joint].tool
