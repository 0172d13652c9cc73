"""What Ends come to: the part of each fitting, which core lands where, and in what colour."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from euthyne.core.assembly.joints import Joint
from euthyne.core.assembly.nets import Switched, every_position
from euthyne.core.assembly.records import POWER, Fitting, Place, parted
from euthyne.core.kinds import Trait
from euthyne.core.kinds.welding_extension import leads_of
from euthyne.core.order.laid import End
from euthyne.core.shelf.face import said_mark
from euthyne.core.shelf.part import Part
from euthyne.core.stages.given import Given
from euthyne.core.trade.colours import EARTH_TINTS, PROTECTIVE, Colours, colour, role, schemes
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.layers import layered
from euthyne.core.trade.wire import size_named
from euthyne.core.wiring.grid import Point

SIGNS = {"+": "plus", "-": "minus"}  # a pole in a sentence
CLOSED_FOR_GOOD = "blind"  # the termination under an end seal
SIDES: dict[str, End] = {"supply": "A", "load": "B"}


@dataclass(frozen=True)
class LeadEnd:
    """A fitting as it stands in a lead: its part, its place, None in the middle, and the mark that
    each core lands on there, by the core's name in the lead.
    """

    fitting: Fitting
    part: Part
    place: Place | None
    landing: dict[str, str]
    pole: str = ""  # which pole it is of, as it is said behind its place
    alone: bool = False  # True where nothing else of its part is between the ends of the lead

    @property
    def id(self) -> str:
        """The id of the fitting."""
        return self.fitting.id

    @property
    def number(self) -> str:
        """Its number among its like at one place, empty where it is the only one: ``2`` of ``load-2``."""
        last = self.id.rpartition("-")[2]
        return last if self.place is not None and last.isdigit() else ""

    @property
    def path(self) -> str:
        """The path of its part, as a fix changes it."""
        return f"fittings.{self.id}.part"

    @property
    def stud(self) -> str | None:
        """The stud it goes on, where one is said."""
        return self.fitting.stud

    @property
    def side(self) -> End | None:
        """A on the supply side, B on the load side; None in the middle of the lead."""
        if self.place is None:
            return None
        return SIDES[self.place.side]

    @property
    def reached(self) -> bool:
        """True where a probe comes to its contacts: it stands at an end of the lead, is a part that is
        known, and is not closed for good.
        """
        known = self.fitting.part is not None and not self.part.there_already
        return self.side is not None and known and self.part.joint != CLOSED_FOR_GOOD

    @property
    def named(self) -> str:
        """The end as it is said: by its side where its place has no name of its own."""
        if self.place is None:
            which = "" if self.alone else self.fitting.function or ""
            return f"{self.part.short} {SIGNS.get(which, which)}".strip()
        if self.number:
            return f"{self.part.short} {self.number}"
        return f"{self.place.said}{self.pole}"

    @property
    def posted(self) -> bool:
        """True for an end that is called by the post it goes on: its one core has a number."""
        return self.place is not None and (self.fitting.function or "").isdigit()

    @property
    def by_name(self) -> bool:
        """True for an end that is called by a name of its own: its number, its post."""
        return bool(self.number) or self.posted

    @property
    def the(self) -> str:
        """The end in a sentence: ``the plug``, but ``socket 2`` and ``battery 2 plus``, a post by its name."""
        return self.named if self.by_name else f"the {self.named}"


@dataclass(frozen=True)
class Marking:
    """A core that is marked at both its ends, since its colour does not say what it is."""

    core: str  # as the lead names it
    tint: str  # the colour it has
    into: str  # the colour of its sleeve; its name, where its own colour is right and not its alone
    because: Literal["says otherwise", "alike"]


class EndsStage:
    """The ends of a lead: ``ends.all`` are its fittings; ``ends["A"]`` is the first on the supply
    side, ``ends["B"]`` the first on the load side.
    """

    def __init__(self, given: Given) -> None:
        self.given = given
        self.told = given.lead.ends

    def __getitem__(self, side: str) -> LeadEnd:
        return self.on_side(side)[0]

    @cached_property
    def all(self) -> tuple[LeadEnd, ...]:
        """Every fitting: those on the supply side, those in the middle, those on the load side."""
        order = {"A": 0, None: 1, "B": 2}
        found = (self._end(f) for f in self.given.assembly.fittings)
        return tuple(sorted(found, key=lambda end: order[end.side]))

    def _end(self, fitting: Fitting) -> LeadEnd:
        assembly, names = self.given.assembly, self.given.assembly.core_names
        landing = {
            names[x.at.cable, x.core]: x.cavity
            for x in assembly.landings
            if x.fitting == fitting.id
        }
        part = self.given.parts[fitting.id]
        pole = self._poles.get(fitting.function or "", "")
        between = [f.part for f in assembly.fittings if f.place is None]
        alone = between.count(fitting.part) == 1
        return LeadEnd(fitting, part, assembly.place(fitting.place), landing, pole, alone)

    @cached_property
    def _poles(self) -> dict[str, str]:
        """What a pole is called at an end: of a welder by its lead, where both are lengthened."""
        if Trait.ONE_END in self.given.kind.traits:
            return {}  # a wire that is there: which pole it is, if any, nobody was asked
        if Trait.WELDS not in self.given.kind.traits:
            return {"+": " plus", "-": " minus"}
        two = self.given.lead.brief.poles == 2
        leads = leads_of(self.given.lead.brief)
        return {core: f" end of the {lead}" if two else " end" for core, lead in leads.items()}

    @cached_property
    def by_id(self) -> dict[str, LeadEnd]:
        """Every fitting by its id."""
        return {end.id: end for end in self.all}

    def contact_said(self, name: str) -> str:
        """A contact, named fitting.mark, as it is said: ``L at the plug``. Raises KeyError."""
        fitting, mark = parted(name)
        end = self.by_id[fitting]
        return end.the if len(end.part.marks) == 1 else f"{said_mark(mark)} at {end.the}"

    def on_side(self, side: str) -> tuple[LeadEnd, ...]:
        """The fittings on a side."""
        return tuple(end for end in self.all if end.side == side)

    @cached_property
    def ours(self) -> tuple[LeadEnd, ...]:
        """The fittings that are made here; what was there before is not among them."""
        return tuple(end for end in self.all if not end.fitting.existing)

    @cached_property
    def parts(self) -> tuple[Part, ...]:
        """The parts the power passes, each once; what was there before and has no sheet is not
        among them.
        """
        assembly = self.given.assembly
        power = {cable.id for cable in assembly.of_circuit(POWER)}
        fed = {x.fitting for x in assembly.landings if x.at.cable in power}
        beside = {x.fitting for x in assembly.landings} - fed
        named = (e for e in self.all if e.id not in beside and e.fitting.part is not None)
        return tuple(dict.fromkeys(end.part for end in named))

    @property
    def joints(self) -> tuple[Joint, ...]:
        """The wire map."""
        return self.given.map.joints

    @cached_property
    def colours(self) -> Colours:
        """The colours of the cores."""
        names = self.given.assembly.core_names
        own = {
            names[cable.id, core.id]: core.colour
            for cable in self.given.assembly.cables
            for core in cable.cores
            if core.colour is not None
        }
        return Colours(self.told.scheme, own, tuple(names.values()))

    @property
    def _corded(self) -> bool:
        """True where a cable of it has its cores in one sheath."""
        return any(len(cable.cores) > 1 for cable in self.given.assembly.cables)

    def tint(self, core: str) -> str:
        """The colour a core has: as it was set, or as its cord is made: the second hot of a cord with no
        neutral has the colour of the neutral it was made with.

        Parameters: core, as the lead names it.
        """
        own, name = self.colours.own.get(core), own_name(core)
        cores = self.given.cores
        if (
            own is None
            and name == "L2"
            and cores[:2] == ("L1", "L2")
            and "N" not in cores
            and self._corded
        ):
            return colour(self.told.scheme, "N")
        return own or self.colours.of(core)

    @cached_property
    def markings(self) -> tuple[Marking, ...]:
        """Cores that are marked at both ends: those whose colour says another function in the scheme of
        their cord, and those of unlike functions that are coloured alike.
        """
        said = [m for joint in self.joints if (m := self._says_otherwise(joint)) is not None]
        known = {m.core for m in said}
        return (*said, *(m for m in self._alike if m.core not in known))

    @property
    def thick_american(self) -> bool:
        """True for a North American cable of 4 AWG and thicker, whose cores may be marked into white or
        green. Source: NFPA 70, 200.6 and 250.119.
        """
        taken = self.given.lead.conductor
        if self.told.scheme != "north-america" or taken.size is None:
            return False
        return size_named(taken.size).cross_section_mm2 >= size_named("4 AWG").cross_section_mm2

    def _says_otherwise(self, joint: Joint) -> Marking | None:
        tint, own = self.tint(joint.core), role(joint.function)
        says = schemes()[self.told.scheme].says(tint)
        if own == "earth" and tint not in EARTH_TINTS and self.thick_american:
            return Marking(joint.core, tint, "green", "says otherwise")
        if not own or not says or own in says or tint == PROTECTIVE or own == "earth":
            return None
        into = colour(self.told.scheme, own_name(joint.core))
        return Marking(joint.core, tint, into, "says otherwise")

    @property
    def _alike(self) -> Iterator[Marking]:
        """Cores that carry current, are of different functions, and have one colour."""
        carry = (
            j.core
            for j in self.joints
            if role(j.function) not in ("", "earth") and (j.a or j.b) and j.cable not in self.tapes
        )
        for tint, cores in self._by_tint(carry).items():
            functions = {own_name(core) for core in cores}
            if len(functions) < 2 or not schemes()[self.told.scheme].tells:
                continue
            for core in cores:
                into = colour(self.told.scheme, own_name(core))
                yield Marking(core, tint, into if into != tint else own_name(core), "alike")
        for core in self._numbered_alike:
            yield Marking(core, self.tint(core), own_name(core), "alike")

    @cached_property
    def tapes(self) -> frozenset[str]:
        """The tapes of a lead: their bus wires have no colour, and either of them is either line."""
        cables = self.given.assembly.cables
        of = {c.id: layered(c.type) for c in cables if c.type is not None}
        return frozenset(
            name for name, layers in of.items() if layers is not None and layers.parted
        )

    @property
    def _numbered_alike(self) -> Iterator[str]:
        """Cores that are told by number, where somebody gave one of them the colour of another, and no
        number is printed on them.
        """
        if self.told.scheme == "numbered" or Trait.APART in self.given.kind.traits:
            return
        numbered = (j.core for j in self.joints if own_name(j.core).isdigit())
        for cores in self._by_tint(numbered).values():
            if len(cores) > 1 and any(self.colours.own.get(core) for core in cores):
                yield from cores

    def _by_tint(self, cores: Iterable[str]) -> dict[str, list[str]]:
        """Cores by the colour they have."""
        found: dict[str, list[str]] = {}
        for core in cores:
            found.setdefault(self.tint(core), []).append(core)
        return found

    @cached_property
    def courses(self) -> dict[tuple[Point, Point], str]:
        """Every way from a contact on the supply side to one on the load side, by the contacts it
        joins: a core that lands at both, or the function of cores that are joined in between.
        """
        names = self.given.assembly.core_names
        found = {
            (Point(*c.a), Point(*c.b)): names[c.cable, c.core]
            for c in self.given.assembly.courses
            if c.a is not None and c.b is not None and self._across(c.a[0], c.b[0])
        }
        ends = {end for ways in found for end in ways}
        joined = {}
        for net in self.positions[-1].nets:
            here = [Point(*p) for p in sorted(net) if self.by_id[p[0]].side == "A"]
            there = [Point(*p) for p in sorted(net) if self.by_id[p[0]].side == "B"]
            if here and there and not ends & {*here, *there}:
                each = [p for p in there if self.by_id[p.fitting].number]
                for far in each or there[:1]:
                    joined[here[0], far] = self.given.map.purpose(here[0]) or ""
        # Nets have no order of their own: lines of the proof are called by it, and kept by their names.
        place = {core: i for i, core in enumerate(self.given.cores)}
        in_order = sorted(joined.items(), key=lambda way: (place.get(way[1], len(place)), way[0]))
        return found | dict(in_order)

    @cached_property
    def loops(self) -> dict[tuple[Point, Point], str]:
        """Every short piece from a contact to one of another part of the same place, by what it joins."""
        names = self.given.assembly.core_names
        return {
            (Point(*c.a), Point(*c.b)): names[c.cable, c.core]
            for c in self.given.assembly.courses
            if c.a is not None and c.b is not None and self._beside(c.a[0], c.b[0])
        }

    def _beside(self, one: str, other: str) -> bool:
        """True for two parts of one place, both of which a probe comes to."""
        here, there = self.by_id[one], self.by_id[other]
        same = here.place is not None and here.place == there.place
        return same and one != other and here.reached and there.reached

    def _across(self, one: str, other: str) -> bool:
        return {self.by_id[one].side, self.by_id[other].side} == {"A", "B"}

    @property
    def through(self) -> tuple[str, ...]:
        """The cores that land at both ends."""
        return tuple(dict.fromkeys(self.courses.values()))

    @cached_property
    def positions(self) -> tuple[Switched, ...]:
        """What conducts to what, for every position of the switches; the first is as they are
        found.
        """
        return every_position(self.given.assembly, self.given.parts)

    @cached_property
    def points(self) -> tuple[str, ...]:
        """Every point a probe can touch, named fitting.cavity: what sits in the middle is shut."""
        return tuple(name for side in ("A", "B") for name in self.points_on(side))

    def points_on(self, side: str) -> tuple[str, ...]:
        """The points of a side."""
        return tuple(
            f"{end.id}.{mark}"
            for end in self.on_side(side)
            if end.reached
            for mark in end.part.marks
            if mark not in end.fitting.blanked or mark in end.landing.values()
        )

    @cached_property
    def bridged(self) -> tuple[frozenset[str], ...]:
        """Points that somebody else's device or pack joins, and that no probe can part: those of each net
        that carries current into it.
        """
        there = set(self.points)
        found = []
        for end in self.all:
            if not end.fitting.existing or end.fitting.part is not None:
                continue
            nets = [
                net
                for net in self.positions[-1].nets
                if any(
                    f == end.id and role(self.given.map.purpose((f, m))) != "earth" for f, m in net
                )
            ]
            names = {name for net in nets for p in net if (name := ".".join(p)) in there}
            if len(nets) > 1 and names:
                found.append(frozenset(names))
        return tuple(found)

    @cached_property
    def wanted_pairs(self) -> frozenset[frozenset[str]]:
        """Pairs that must sound, every switch closed."""
        nets, there = self.positions[-1].nets, set(self.points)
        names = [sorted(n for p in net if (n := ".".join(p)) in there) for net in nets]
        return frozenset(frozenset((p, q)) for net in names for p in net for q in net if p < q)
