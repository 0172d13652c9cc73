"""What is built, and what of it the numbers of an end are: sleeves, lugs, torque, tools."""

from dataclasses import dataclass, field

from euthyne.core.lead.step import End
from euthyne.core.shelf.part import Part, ThreadedPart
from euthyne.core.shelf.terminations import TERMINATIONS, Termination
from euthyne.core.stages.cut.strip import StripPlan
from euthyne.core.trade.barrel import Lug, lug_for
from euthyne.core.trade.colours import Colours
from euthyne.core.trade.practices import Practices
from euthyne.core.trade.sleeve import Sleeve, copper_mm, cut_mm, sleeve_for, sleeves_for

TAG_SLEEVE_MM = 50.0
JOINT_OVER_COPPER = (
    1.5  # a joint without a lug is so much wider than its copper; generic, check your part
)


@dataclass(frozen=True)
class EndToBuild:
    """An end as the build needs it: its part, its strip plan, its cores' colours, the fuse it
    takes.
    """

    part: Part
    strip: StripPlan
    colours: Colours
    fuse_amps: float | None

    @property
    def termination(self) -> Termination:
        """How its cores are ended."""
        return TERMINATIONS[self.part.joint]

    @property
    def closes(self) -> bool:
        """True when the part has a body that shuts."""
        return self.part.grips or bool(self.part.threaded)


@dataclass(frozen=True)
class CableToBuild:
    """The cable as the build needs it: over all and each core in mm, whether a sheath is round
    them, the conductor.
    """

    over_all_mm: float
    core_mm: float
    sheathed: bool
    size: str
    copper_mm2: float


@dataclass(frozen=True)
class Job:
    """What is built: both ends, the cable, how this bench works, whether it is mains, tags along
    the run.
    """

    a: EndToBuild
    b: EndToBuild
    cable: CableToBuild
    practices: Practices = field(default_factory=Practices)
    mains: bool = True
    tags_along: int = 0

    def __getitem__(self, name: End) -> EndToBuild:
        if name == "A":
            return self.a
        return self.b

    @property
    def ends(self) -> tuple[tuple[End, EndToBuild], ...]:
        """Both ends with their names."""
        return (("A", self.a), ("B", self.b))


def fittings(end: End, job: Job) -> tuple[ThreadedPart, ...]:
    """What goes on the cable at an end, nearest the tip last: printed sleeves with the tag, then
    the part's own.
    """
    own = job[end].part.threaded
    sleeve = marker_on(job)
    if sleeve is None:
        return own
    marker = ThreadedPart(
        id="marker",
        words="printed sleeve",
        bore_mm=sleeve.expanded_mm,
        facing="its words the way they will be read",
    )
    if end == "A" or not job.tags_along:
        return (marker, *own)
    along = ThreadedPart(
        id="along",
        words=f"{job.tags_along} printed sleeves for along the run",
        bore_mm=sleeve.expanded_mm,
        facing="spread out later, shrunk last",
    )
    return (along, marker, *own)


def marker_on(job: Job) -> Sleeve | None:
    """The sleeve that carries the tag on this cable; None where tags are wrapped on, or no sleeve
    fits.
    """
    if job.practices.labels != "printed-sleeve":
        return None
    return sleeve_for(job.cable.over_all_mm, job.cable.over_all_mm)


def sleeves_on(e: EndToBuild, cable: CableToBuild) -> list[Sleeve]:
    """Sleeves that do for each core of an end, over its insulation and gripping the copper's
    barrel, best first.

    A barrel is as wide as its lug; others are taken half as wide again as their copper: generic,
    check your part.
    """
    if not e.termination.sleeved:
        return []
    lug = lug_on(e, cable)
    if lug:
        barrel = lug.outside_mm
    else:
        barrel = JOINT_OVER_COPPER * copper_mm(cable.copper_mm2)
    widest, thinnest = max(cable.core_mm, barrel), min(cable.core_mm, barrel)
    return sleeves_for(widest, thinnest, adhesive=e.termination.lined)


def sleeve_on(e: EndToBuild, cable: CableToBuild) -> Sleeve | None:
    """The sleeve for each core of an end; None where none is used, or none does."""
    return next(iter(sleeves_on(e, cable)), None)


def lug_on(e: EndToBuild, cable: CableToBuild) -> Lug | None:
    """The lug on each core of an end; None where its part has barrels of its own, or the table has
    none so big.
    """
    if e.part.lug_by_size and cable.copper_mm2:
        return lug_for(cable.copper_mm2)
    return None


def covered_mm(e: EndToBuild, cable: CableToBuild) -> float:
    """What each core's sleeve covers at an end, in mm."""
    lug = lug_on(e, cable)
    bare = max((c.strip_high_mm for c in e.strip.cores), default=0.0)
    return e.termination.covers(lug.barrel_mm if lug else bare, bare)


def sleeve_cut_mm(e: EndToBuild, sleeve: Sleeve, cable: CableToBuild) -> float:
    """How long each core's sleeve is cut at an end, in mm."""
    return cut_mm(covered_mm(e, cable), sleeve.adhesive)


def soldered(part: Part, how: Practices) -> bool:
    """True when a press is soldered afterwards on this bench."""
    return how.crimp == "crimp-then-solder" and TERMINATIONS[part.joint].solderable


def torqued(part: Part, how: Practices) -> bool:
    """True when a torque is given for a part's screws and this bench uses it."""
    return bool(part.torque_nm) and how.torque == "tool"


def hammered(part: Part, how: Practices) -> bool:
    """True when a part's lugs are indented by hammer or vice on this bench."""
    return TERMINATIONS[part.joint].hammered and how.pressed_with == "hammer"


def tool_of(part: Part, how: Practices) -> str:
    """What a core is ended with in a part, on this bench."""
    if hammered(part, how):
        return "hammer and indenter"
    if torqued(part, how):
        return "torque driver"
    return TERMINATIONS[part.joint].tool
