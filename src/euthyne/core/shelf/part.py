"""Parts of the shelf: couplers in their bodies, and their two sides."""

import math
import re
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Annotated, Literal

from annotated_types import MaxLen

from euthyne.core.shelf.face import Face, turned
from euthyne.core.shelf.making import CLOSINGS, Closing, Making
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.barrel import OpenBarrel
from euthyne.core.trade.measures import tell
from euthyne.core.trade.volts import MadeFor, made_for

Contact = Literal["pin", "socket", "genderless", "lug", "clamp", "none"]


Rewirable = Literal["yes", "seldom", "never"]


Joining = Annotated[str, MaxLen(40)]


MARKS = ("L", "L1", "L2", "L3", "N", "E", "+", "-")


CONTACT_WORDS: dict[Contact, str] = {
    "pin": "pins",
    "socket": "holes",
    "genderless": "flat contacts, the same on both halves",
    "lug": "lugs",
    "clamp": "a clamp",
    "none": "terminals inside",
}


INGRESS = r"(?:IP([0-6X])([0-9X])[A-Z]*)?"  # IEC 60529; empty where a sheet gives none
ENTRY_PLAY_MM = 1.0
OTHER_HALF: dict[Contact, Contact] = {"pin": "socket", "socket": "pin"}
COVERS = ("elbow", "halves")  # shutting a cover that holds a sheath
OPEN_END = "open end"  # the family of what goes into nothing yet
LINED = "lined"  # what is done to a terminal whose sleeve is lined
OUT_OF_REACH = ("yes", "recessed", "boot", "cover", "insulated")


@dataclass(frozen=True)
class ThreadedPart:
    """A part that goes on the cord before the terminals."""

    id: str  # its name
    words: str  # what it is called
    bore_mm: float  # mm of the fattest cord it passes
    facing: str  # which way it faces
    needed_by: str = ""  # the step it must be on for; shutting the body where it does not say
    mistake: str = ""  # what goes wrong with it
    bundle: bool = False  # True for what goes over all the wires of its end, whatever they land in


@dataclass(frozen=True)
class Post:
    """A post or boss a core lies round on its way to a cavity."""

    cavity: str  # on the way to which it stands
    radius_mm: float  # mm
    degrees: float  # how far round it a core lies


@dataclass(frozen=True)
class Position:
    """What a part joins inside, in one position of it: pairs of cavities; a part that is no switch
    has one position without a name.
    """

    name: str  # of a switch; empty of a part that is none
    joins: tuple[tuple[str, str], ...]  # pairs of cavities it joins


@dataclass(frozen=True)
class Part:
    """A coupler in its body, or whatever else cores end in."""

    id: str  # its name in documents
    words: str  # what it is called
    short: str  # what it is called in a sentence
    standard: str  # the standard that names it
    contact: Contact  # what its contacts are
    amps: float  # A it carries
    volts: str  # what it is made for
    kind: str  # AC, DC or both
    finger_safe: str  # True where no finger reaches what is live
    mates: str  # what goes into it
    face: Face  # the pattern of its cavities
    outline: str  # the shape its body is drawn with
    depth_mm: float  # mm its cavities are deep
    height_mm: float  # mm its body is high
    pin_mm: float  # mm its pins are long
    earth_pin_mm: float  # mm its earth pin is long
    sleeved: float  # True where its pins are sleeved
    grip_mm: tuple[float, float]  # mm of cord its grip holds, least and most
    terminal_mm2: tuple[float, float]  # mm2 its terminals take, least and most
    inside_mm: float  # mm from its grip to where the sheath ends
    path_mm: tuple[
        tuple[str, float], ...
    ]  # mm from the grip's inner edge to each terminal, without the posts it lies round
    strip_mm: tuple[float, float]  # mm of bare copper, least and most, where no barrel says more
    room_mm: float  # mm of spare core its body holds
    ip: str  # what it keeps out, mated
    fuse_family: str | None  # the fuse in it
    threaded: tuple[ThreadedPart, ...]  # parts that go on the cord first, in their order
    source: str  # where its figures are from
    joint: Joining = "screw"  # how a core is ended in it
    panel_mm: float = 0.0  # mm of panel it goes through
    stud: str = ""  # the stud its hole is for
    torque_nm: float = 0.0  # N m of its screws, 0 where its sheet gives none
    torques_nm: tuple[
        tuple[str, float], ...
    ] = ()  # N m by the size of its conductor, where its sheet says so
    sheet_tool: str = ""  # the tool and die its sheet names
    sheet_presses: int = 0  # how often it is pressed by its sheet, 0 where that says nothing
    corrects: str = ""  # the part of the shelf whose figures it puts right
    lug_by_size: bool = False  # True where it is as deep as its size says
    wings: OpenBarrel | None = None  # an open barrel, along its wire
    posts: tuple[Post, ...] = ()  # what its cores lie round
    layers: str = ""  # what it joins, where that is in layers
    there_already: bool = False  # True where it may be there before
    duty_percent: float = 100.0  # % of ten minutes that its amps hold
    family: str = ""  # what else is shelved beside it
    rewirable: Rewirable = "yes"  # True where it can be opened and wired
    positions: tuple[Position, ...] = ()  # what it joins inside, in each of its positions
    closing: str = "plain"  # how it is shut
    making: tuple[Making, ...] = ()  # what is done to it beside its joints
    holds: bool | None = None  # whether it grips the cord, where its termination does not say
    has: tuple[str, ...] = ()  # what else its words may speak of
    tool: str = (
        ""  # what its joints are made with, where that is not what such joints are made with
    )
    landing: str = ""  # how landing a core in it is said
    at_landing: str = ""  # what else is said there
    landing_detail: str = ""  # how it is done, where not as its termination has it
    landing_mistake: str = ""  # the mistake made there, where it is another
    landing_judge: tuple[str, ...] = ()  # what good looks like, where it is something else
    inserting: str = ""  # how pushing a contact into its housing is said
    at_inserting: str = ""  # what else is said there
    inserting_mistake: str = ""  # the mistake made there, where it is another
    comes_out: str = ""  # how a contact is got out again; empty where none is
    kit: tuple[
        str, ...
    ] = ()  # what else is laid out with it: its own tools, what is wrapped round it
    thread_mm: float = 0.0  # mm of its thread
    knock_outs_mm: tuple[float, ...] = ()  # mm of its knock-outs
    # mm of bare copper by cavity, where they differ
    strips_mm: tuple[tuple[str, float, float], ...] = ()
    ip_unmated: str = ""  # what it keeps out with nothing in it
    volume_ml: float = 0.0  # ml of a box, or of resin it takes
    # what a switch in it breaks, between its terminals and its face
    switched: Literal["", "line", "all"] = ""
    lit: bool = False  # True where that switch has a lamp, behind it
    outlets: int = 1  # sockets on it, wired as one
    # mm of the hole it wants in a panel, across and up
    cut_out_mm: tuple[float, float] = (0.0, 0.0)
    screws_mm: float = 0.0  # mm between the two screws that hold it there, 0 where it snaps in
    devices: int = 1  # widths of a device that it counts for in its box

    @property
    def steady_amps(self) -> float:
        """What it carries for long: amps given at a duty are worth the root of it at all times."""
        return self.amps * math.sqrt(self.duty_percent / 100)

    @property
    def made_for(self) -> MadeFor:
        """Volts it is made for."""
        return made_for(self.volts)

    @property
    def keeps_out_water(self) -> int:
        """The second figure of its ingress protection, 0 where its sheet gives none.

        Source: IEC 60529.
        """
        return against_water(self.ip)

    @property
    def appliance_coupler(self) -> bool:
        """True for what goes into one appliance and nothing else: IEC 60320, or a locking coupler of a
        unit that hangs in a chain.
        """
        return self.mains and (self.standard == "IEC 60320" or "locking" in self.family)

    @property
    def outlet(self) -> bool:
        """True for a socket of mains that anything may be plugged into."""
        return self.mains and self.contact == "socket" and not self.appliance_coupler

    @property
    def lined(self) -> bool:
        """True for a terminal whose sleeve is lined with glue that is warmed until it runs."""
        return any(made.id == LINED for made in self.making)

    def torque_for(self, size_name: str) -> float:
        """The torque of its screws or its nut on a conductor, in N m; 0 where no sheet gives one."""
        return dict(self.torques_nm).get(size_name, self.torque_nm)

    @property
    def most_torque_nm(self) -> float:
        """The most that its screws or its nut are turned with, in N m."""
        return max((self.torque_nm, *(torque for _, torque in self.torques_nm)))

    @property
    def own_sheet(self) -> str:
        """The sheet that a part of one's own has its figures from; empty for one that came with the shelf."""
        return self.source if self.corrects else ""

    def strip_of(self, mark: str) -> tuple[float, float]:
        """Bare copper wanted at a terminal, least and most, in mm."""
        own = (pair for name, *pair in self.strips_mm if name == mark)
        return next(((low, high) for low, high in own), self.strip_mm)

    @property
    def has_earth(self) -> bool:
        """True when the coupler carries a protective contact."""
        return any(c.mark == "E" for c in self.face.cavities)

    @property
    def grips(self) -> bool:
        """True when its own grip or gland holds the cord."""
        if self.holds is not None:
            return self.holds
        own = any(not loose.bundle for loose in self.threaded)
        holds = TERMINATIONS[self.joint].holds_the_cord(has_loose_parts=own)
        return holds and not self.panel_mm

    @property
    def seals_cores(self) -> bool:
        """True where each core has a seal of its own, and nothing is round the cord."""
        return TERMINATIONS[self.joint].sealed

    @property
    def ties(self) -> bool:
        """True for a body whose cover the sheath of a cord is tied to."""
        return any(made.id in COVERS for made in self.making)

    @property
    def open_end(self) -> bool:
        """True for an end that goes into nothing yet: what it goes into holds its cord."""
        return self.family == OPEN_END

    def takes_cores_alone(self, sheathed: bool) -> bool:
        """True where nothing of it is round a sheath: in a panel, in seals of the cores, or an end that goes into
        nothing yet.

        Parameters: sheathed, whether what comes to it has a sheath.
        """
        return bool(self.panel_mm) or self.open_end or (self.seals_cores and sheathed)

    @property
    def closes(self) -> bool:
        """True when it has a body that is shut."""
        return self.closing != "none" and (self.grips or self.ties or bool(self.threaded))

    @property
    def knock_out_mm(self) -> float | None:
        """The knock-out that its gland goes through and its nut does not; None where none fits.

        Source: up to 1 mm wider than the thread, IEC 62444 practice; generic, check your part.
        """
        fitting = (
            hole for hole in self.knock_outs_mm if 0 <= hole - self.thread_mm <= ENTRY_PLAY_MM
        )
        return min(fitting, default=None)

    @property
    def made(self) -> Closing:
        """How its body closes."""
        return CLOSINGS[self.closing]

    @property
    def touchable(self) -> bool:
        """True when a finger can reach the metal while the coupler is unmated."""
        return self.finger_safe not in OUT_OF_REACH

    @cached_property
    def paths(self) -> dict[str, float]:
        """From the grip's inner edge to each terminal, in mm, by its mark."""
        return dict(self.path_mm)

    @cached_property
    def marks(self) -> tuple[str, ...]:
        """The cavities by mark: lines first, earth after them; numbered ones as the face counts
        them.
        """
        named = [c.mark for c in self.face.cavities]
        return (*(m for m in MARKS if m in named), *(m for m in named if m not in MARKS))

    @property
    def mains(self) -> bool:
        """True for a coupler made for alternating current mains."""
        return self.kind == "AC"

    @cached_property
    def searched(self) -> str:
        """What a search looks through, in small letters."""
        told = (self.words, self.standard, self.kind, self.mates, self.family)
        return f"{tell(' '.join(told), 'metric')} {self.amps:g} a {self.contact_words}".lower()

    def __hash__(self) -> int:
        """Told by its id and words alone: parts are looked up often and have many fields."""
        return hash((self.id, self.words))

    @property
    def contact_words(self) -> str:
        """What one sees: bare pins, holes, lugs, a clamp, ferrules that go into nothing yet."""
        if self.open_end:
            return "bare ferrules"
        return CONTACT_WORDS[self.contact]


def against_water(ip: str) -> int:
    """The second figure of an ingress protection, 0 where none is given. Source: IEC 60529.

    >>> against_water("IP44"), against_water("")
    (4, 0)
    """
    found = re.fullmatch(INGRESS, ip)
    if found and (found[2] or "").isdigit():
        return int(found[2])
    return 0


@lru_cache(maxsize=512)
def mating_face(of: Part) -> Face:
    """What the other half sees: the socket's front as the table has it, or for pins its mirror
    image.
    """
    if of.contact == "pin":
        return turned(of.face)
    return of.face


@lru_cache(maxsize=512)
def wiring_side(of: Part) -> Face:
    """What the builder sees with the cover off: the mirror image of the mating face."""
    return turned(mating_face(of))
