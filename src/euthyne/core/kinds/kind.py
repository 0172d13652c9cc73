"""What a kind of lead is: one value that says everything the rest of the program may know of it."""

from dataclasses import dataclass, fields
from enum import Enum
from typing import Literal

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.makeup import MakeUp
from euthyne.core.lead import Brief, Conductor
from euthyne.core.lead.stage import Stage
from euthyne.core.trade.fault import Level
from euthyne.core.trade.question import Question

EVERY_CORD: Literal["every cord"] = "every cord"


class KindFamily(Enum):
    """A heading that kinds stand under, in the order people look for them."""

    MAINS = "From a socket to a load"
    DEVICES = "In and on devices"
    DIRECT = "Batteries, sun, welding"
    MANY_CORES = "Many cores in one cable"


class Trait(Enum):
    """What checks and sums ask of a kind instead of its name; the words say what holds of it."""

    MOVED = "it is moved about in use"
    LIES_STILL = "it lies still once it is in place"
    EXTENDS = "it takes a socket further, and is as long as people like"
    MAKER_MUST_ALLOW = "its use wants the word of the maker of what it feeds"
    MENDED = "it is an old lead that is mended"
    CHAINED = "units hang on it one after the other"
    BUS_WIRES = "it feeds two bus wires that lie in melt water and must never meet"
    LIVE_BY_DAY = "its source is panels, which nobody can switch off by day"
    FUSED_AT_THE_POST = "it hangs on a battery post, and a fuse belongs there"
    CUT_ON_A_PACK = "its conductors are cut on a pack that may be connected"
    AFLOAT = "it may lie in a boat, where singles are of a least size"
    TWO_SOURCES = "both of its ends give current, so each can be live while it is unmated"
    CHARGES = "it charges a pack of cells"
    ONE_END = "one end is made on a wire that is there; nothing is sized and nothing asked"
    APART = "its cables lie apart, each between two posts of its own"
    WELDS = "it carries an arc, and its current comes back by a lead of its own"


@dataclass(frozen=True)
class Start:
    """A point to begin at: its name in an address, its words, the parts at its ends, and all that
    is set already; ``more`` names the part of a fitting that is not as its end's; ``gauge_cable``,
    ``gauge_part`` and ``gauge_brief`` what it is made of, what is at its ends, and what is asked of it,
    where a bench buys by gauge.
    """

    id: str
    name: str
    a: str
    b: str
    brief: Brief
    conductor: Conductor
    scheme: str = "iec"
    more: tuple[tuple[str, str], ...] = ()
    gauge_cable: str = ""
    gauge_part: str = ""
    gauge_brief: Brief | None = None


@dataclass(frozen=True)
class QuestionGroup:
    """Questions that belong together, under their title."""

    title: str
    questions: tuple[Question, ...]


@dataclass(frozen=True)
class Caution:
    """What is always said of a kind, whatever its figures: its code, level and stage, and the words
    of a check.
    """

    code: str
    level: Level
    stage: Stage
    watches: str
    title: str
    text: str
    why: str
    clears: str


@dataclass(frozen=True, kw_only=True)
class Kind:
    """A kind of lead. Nothing has a default: what is left out is an error before any lead is drawn.

    ``headline`` is the question of its Brief; ``source`` what the loop begins at; ``groups`` what
    its Brief asks; ``places`` where its ends live, supply first; ``make_up`` gives what it is made
    of; ``cables`` the cables offered by name;
    ``traits`` what checks ask of it; ``proof`` the tests it is proven by, none while nobody has
    worked them out; ``cautions`` what is always said of it.
    """

    id: str
    name: str
    family: KindFamily
    headline: str
    wanted_for: str  # what people look for who do not know what it is called
    source: str
    starts: tuple[Start, ...]
    groups: tuple[QuestionGroup, ...]
    places: tuple[Place, ...]
    make_up: MakeUp
    cables: tuple[str, ...] | Literal["every cord"]
    traits: frozenset[Trait]
    proof: tuple[str, ...]
    cautions: tuple[Caution, ...]

    @property
    def questions(self) -> tuple[Question, ...]:
        """Every question its Brief asks, in order."""
        return tuple(q for group in self.groups for q in group.questions)

    @property
    def brief(self) -> type[Brief]:
        """The Brief of its leads: its own, where it asks what no other kind does."""
        return type(self.starts[0].brief)

    @property
    def direct(self) -> bool:
        """True for a kind on direct current."""
        return self.starts[0].brief.system == "dc"

    @property
    def lies_still(self) -> bool:
        """True when the lead lies still once it is in place."""
        return Trait.LIES_STILL in self.traits


def faults_in(kind: Kind) -> list[str]:
    """Everything about a kind that makes no sense, in words."""
    empty = ("id", "name", "headline", "source", "starts", "groups", "places", "cables")
    found = [f"it has no {name}" for name in empty if not getattr(kind, name)]
    if len({Trait.MOVED, Trait.LIES_STILL} & kind.traits) != 1:
        found.append("it says neither, or both, of: moved about, lies still")
    if [p.side for p in (kind.places[0], kind.places[-1])] != ["supply", "load"]:
        found.append("its first place is not on the supply side, or its last not on the load side")
    asked = {f.name for start in kind.starts for f in fields(start.brief)}
    found += [
        f"it asks {q.path}, and its Brief has no such field"
        for q in kind.questions
        if q.path.startswith("brief.") and q.path.removeprefix("brief.") not in asked
    ]
    paths = [q.path for q in kind.questions]
    found += [f"it asks {path} twice" for path in sorted(set(paths)) if paths.count(path) > 1]
    if len({start.brief.system == "dc" for start in kind.starts}) > 1:
        found.append("some of its starts are on direct current, and some are not")
    if len({type(start.brief) for start in kind.starts}) > 1:
        found.append("its starts have different Briefs")
    return found
