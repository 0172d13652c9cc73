"""What Build comes to: the job, its best order, its steps, and what of them is done."""

import hashlib
import math
from collections.abc import Iterator
from functools import cached_property
from itertools import takewhile

from euthyne.core.acts.records import ActedBuild
from euthyne.core.assembly.records import Cable, WireCourse
from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.kinds.kind import Trait
from euthyne.core.kinds.one_termination import OneBrief
from euthyne.core.kinds.signal_lead import SignalBrief
from euthyne.core.kinds.solar_string import SolarBrief
from euthyne.core.kinds.ways import WaysBrief
from euthyne.core.lead import Rework
from euthyne.core.order.laid import BuildPlan, CableEnd, End
from euthyne.core.order.order import OrderStep
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stages.build import buildsteps
from euthyne.core.stages.build.acted import acted_build
from euthyne.core.stages.build.buildplan import order_of, threading_plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.build.jobs import (
    SHIELD,
    Body,
    BuildJob,
    CableToBuild,
    EndToBuild,
    sleeve_of,
)
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.conductor.laid import LaidCable
from euthyne.core.stages.cut.cut import CutStage
from euthyne.core.stages.cut.strip import THE_CORD
from euthyne.core.stages.ends.ends import EndsStage, LeadEnd, Marking
from euthyne.core.stages.given import Given
from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.layers import layered
from euthyne.core.trade.practices import Practices

EARTH = "E"
# Work that is the same on one core after another.
REPEATED = ("on-core", "cores", "land", "insert", "solder", "shrink")

# What a contact goes into, in words.
_OTHER = {"pin": "hole", "socket": "pin"}


class BuildStage:
    """The build of a lead, each thing when first asked for."""

    def __init__(
        self, given: Given, conductor: ConductorStage, ends: EndsStage, cut: CutStage
    ) -> None:
        self.given = given
        self.conductor = conductor
        self.ends = ends
        self.cut = cut
        self.told = given.lead.build

    @property
    def _plug_fuse_amps(self) -> float | None:
        if self.given.fused_plug:
            return self.conductor.protection.amps
        return None

    @cached_property
    def job(self) -> BuildJob:
        """What is built."""
        run_m = self.given.lead.brief.run_m or 0.0
        every_m = float(self.told.practices.labels_every)
        if every_m:
            tags_along = max(math.ceil(run_m / every_m) - 1, 0)
        else:
            tags_along = 0
        cables = {laid.id: self._cable(laid) for laid in self.conductor.laid.values()}
        made = tuple(self.cut.strips)
        bodies = {end.id: self._body(end, made) for end in self.ends.ours}
        bodies = {name: body for name, body in bodies.items() if body.at}
        return BuildJob(
            cables=tuple(cables.values()),
            ends=tuple(self._end(at, cables[at.cable], bodies) for at in made),
            bodies=tuple(bodies.values()),
            places=tuple((at, self.given.map.where(at)) for at in self.given.assembly.cable_ends),
            practices=self.told.practices,
            mains=self.given.mains,
            tags_along=tags_along,
            one_pole_at_a_time=self._live_ends(made),
            shortened=self._shortened,
            loose=self._loose,
            beside=self._beside,
            many=OneBrief.of(self.given.lead.brief).many,
            housing=OneBrief.of(self.given.lead.brief) if self._into_a_housing else None,
            tugged=Trait.ONE_END in self.given.kind.traits,
            mended=Trait.MENDED in self.given.kind.traits,
            in_a_tool=self._in_a_tool,
        )

    @property
    def _in_a_tool(self) -> bool:
        """True where something that may hold a charge hangs on its cord for good; not so a cord that is cut off it."""
        given = self.given
        somebodys = Trait.MENDED in given.kind.traits or not given.lead.places[-1].ours
        return given.shut_in_a_tool and somebodys

    @property
    def _into_a_housing(self) -> bool:
        """True where one contact goes into a housing of which something is said."""
        told = OneBrief.of(self.given.lead.brief)
        clicks = any(end.part.joint == "click-in" for end in self.ends.ours)
        return clicks and bool(told.connector or told.cavity)

    @property
    def _beside(self) -> tuple[str, ...]:
        """What the strings of a solar run meet in, and what guards each in its own line."""
        told = SolarBrief.of(self.given.lead.brief)
        found = []
        if told.strings_in_it > 1:
            found += [
                f"branch coupler for the {function_of(end.fitting.function)}: {told.strings} "
                f"{end.part.contact_words} to the strings, one {_OTHER[end.part.contact]} to this trunk"
                for end in self.ends.ours
                if end.side == "A" and end.fitting.function and end.part.contact in _OTHER
            ]
        if told.line_fuse_amps is not None:
            found.append(
                f"{told.strings} in-line fuses, {told.line_fuse_amps:g} A gPV for "
                f"{self.given.lead.brief.volts:g} V or more, a half of the same make at each end: one a string, "
                "in each pole that is not earthed"
            )
        return tuple(found)

    @property
    def _loose(self) -> tuple[CableEnd, ...]:
        """Ends of wires by themselves that go into nothing: they are capped as they are cut."""
        assembly = self.given.assembly
        alone = {c.id for c in assembly.cables if len(c.cores) == 1 and c.existing is None}
        return tuple(
            at for at in assembly.cable_ends if at.cable in alone and not assembly.fittings_at(at)
        )

    @property
    def _shortened(self) -> frozenset[str]:
        """Joints of this piece that were cut off by themselves, and whose end was not cut off since."""
        found: set[str] = set()
        for again in self.told.reworks:
            if again.how == "alone":
                found.add(again.scrap[0])
            elif again.how in ("cut-again", "cut-back"):
                found -= {key for key in found if key in again.undone or again.how == "cut-again"}
        return frozenset(found)

    def _live_ends(self, made: tuple[CableEnd, ...]) -> tuple[CableEnd, ...]:
        """The ends that stay live while they are worked on."""
        if self.given.lead.brief.live_battery != "yes":
            return ()
        return tuple(at for at in self.given.live_ends if at in made)

    def _cable(self, laid: LaidCable) -> CableToBuild:
        length = self.cut.lengths.get(laid.id)
        existing = laid.cable.existing
        letters: tuple[End, End] = ("A", "B")
        shut = (end for end in letters if self.cut.shut_before(CableEnd(laid.id, end)))
        spliced_to = self._spliced_to(laid)
        return CableToBuild(
            id=laid.id,
            over_all_mm=laid.od_mm,
            passes_mm=laid.least_od_mm,
            core_mm=laid.core_mm,
            core_passes_mm=laid.least_core_mm,
            sheathed=laid.sheathed,
            size=laid.size_name or "",
            copper_mm2=laid.copper_mm2,
            written=laid.written,
            cut_m=length.cut_m if length else None,
            shut=tuple((end, existing.cut_back_mm if existing else None) for end in shut),
            old=existing is not None and existing.finished is not None,
            raw=existing is not None and existing.finished is None and length is None,
            apart=Trait.APART in self.given.kind.traits,
            turned=self._turned(laid.id),
            tail=spliced_to is not None and spliced_to.existing is None,
            second=spliced_to is not None and self._comes_after(laid, spliced_to),
            own_layers=(found := layered(laid.type.name)) is not None and found.whose != THE_CORD,
        )

    def _spliced_to(self, laid: LaidCable) -> Cable | None:
        """The single that one which was there is spliced to; None for any other cable."""
        assembly = self.given.assembly
        if laid.cable.existing is None or laid.sheathed or len(laid.cable.cores) > 1:
            return None
        meets = (
            {at.cable for at in assembly.ends_in(end.id)}
            for end in self.ends.ours
            if end.place is None
        )
        beside = next((them - {laid.id} for them in meets if laid.id in them), set())
        return next((c for c in assembly.cables if c.id in beside), None)

    def _comes_after(self, laid: LaidCable, other: Cable) -> bool:
        """True for the second of two that were there."""
        cables = self.given.assembly.cables
        return other.existing is not None and cables.index(laid.cable) > cables.index(other)

    def _turned(self, cable: str) -> int:
        """Degrees that the second palm of a cable of a set is turned against its first."""
        asked = SetBrief.of(self.given.lead.brief).set_cables
        at = [c.id for c in self.given.assembly.cables].index(cable)
        return asked[at].turned if at < len(asked) else 0

    def _body(self, end: LeadEnd, made: tuple[CableEnd, ...]) -> Body:
        there = self.given.assembly.ends_in(end.id)
        fuse = self._plug_fuse_amps if end.part.fuse_family else None
        return Body(
            id=end.id,
            part=end.part,
            at=tuple(at for at in there if at in made),
            said=self._said(end),
            fuse_amps=fuse,
            ways=tuple(WaysBrief.of(self.given.lead.brief).says(end.fitting.place).items()),
            key=self._key(end),
            blanked=tuple(
                mark
                for mark in self.given.assembly.fitting(end.id).blanked
                if mark not in end.landing.values()
            ),
        )

    def _key(self, end: LeadEnd) -> int | None:
        """Degrees that the key of an end is turned by, where it has one that can be turned."""
        told = SignalBrief.of(self.given.lead.brief)
        if "key" not in end.part.has:
            return None
        return {"supply": told.key_supply, "load": told.key_load}.get(end.fitting.place or "")

    def _said(self, end: LeadEnd) -> str:
        """The end as it is said at the bench: by its part, or where that does not tell, by where it
        goes.
        """
        if end.place is None:
            return f"{end.part.short} end"
        alike = [other for other in self.ends.all if other.part.short == end.part.short]
        if len(alike) == 1:
            return f"{end.part.short} end"
        if end.number:
            return f"{end.named} end"
        if end.posted:
            return f"at {end.place.called}"
        return f"{end.place.called} end"

    def _end(self, at: CableEnd, cable: CableToBuild, bodies: dict[str, Body]) -> EndToBuild:
        landed = self.given.assembly.fittings_at(at)
        return EndToBuild(
            at=at,
            cable=cable,
            strip=self.cut.strips[at],
            bodies=tuple(bodies[name] for name in landed),
            place=self.given.map.where(at),
            colours=self.ends.colours,
            spare=self._spare(at),
            marked=self._marked(at),
            wet=self.given.lies_in_the_wet,
            under_anothers=tuple(self._under_anothers(at)),
        )

    def _under_anothers(self, at: CableEnd) -> Iterator[str]:
        """The cores of a cable end that share a soldered cup with a thicker one, or one that comes first."""
        assembly, names = self.given.assembly, self.given.assembly.core_names
        for own in assembly.landing_at(at):
            part = self.given.parts[own.fitting]
            if TERMINATIONS[part.joint].joined_by != "solder" or part.positions:
                continue
            shared = [
                x for x in assembly.landings if (x.fitting, x.cavity) == (own.fitting, own.cavity)
            ]
            shared.sort(key=lambda x: -self.conductor.laid[x.at.cable].copper_mm2)
            if shared[0] != own:
                yield names[own.at.cable, own.core]

    def _marked(self, at: CableEnd) -> tuple[Marking, ...]:
        """The cores of a cable end that are marked, where it is ours to mark."""
        names = self.given.assembly.core_names
        own = {names[x.at.cable, x.core] for x in self.given.assembly.landing_at(at)}
        return tuple(m for m in self.ends.markings if m.core in own)

    def _spare(self, at: CableEnd) -> tuple[str, ...]:
        """The cores of a sheathed cable that land nowhere at an end; its screen is none."""
        assembly = self.given.assembly
        if len(assembly.cable(at.cable).cores) < 2:
            return ()
        of = layered(self.conductor.laid[at.cable].type.name)
        # What lies under a layer of its own, a screen or the braid of a tape, is told where that comes off.
        screen = "" if of is None else (SHIELD if of.whose == THE_CORD else EARTH)
        here = (c for c in assembly.courses if c.cable == at.cable and c.at(at.end) is None)
        return tuple(c.core for c in here if c.core != screen)

    @property
    def _settled(self) -> bool:
        """True when the length and the size are known."""
        return self.cut.known and self.conductor.size_name is not None

    @cached_property
    def steps(self) -> tuple[BuildStep, ...]:
        """The build in order; empty while the conductor is open, or when a part is trapped."""
        if not self._settled:
            return ()
        return buildsteps.steps(self.job)

    @cached_property
    def acted(self) -> ActedBuild:
        """The build as acts, to be walked."""
        return acted_build(self.given, self.job, self.steps)

    @cached_property
    def threading(self) -> BuildPlan:
        """The build as the order solver takes it."""
        return threading_plan(self.job)

    @cached_property
    def trapped(self) -> tuple[str, ...]:
        """Threaded parts that cannot go on this cord at all."""
        if self._settled:
            return order_of(self.threading).trapped
        return ()

    @cached_property
    def done_on_cable(self) -> tuple[OrderStep, ...]:
        """Steps of the order that are done, in the order they were done."""
        known = {s.what: s for s in order_of(self.threading).steps}
        return tuple(known[d.step] for d in self.told.done if d.step in known)

    @cached_property
    def steps_left(self) -> tuple[BuildStep, ...]:
        """Steps not done yet, in order."""
        done = {d.step for d in self.told.done}
        return tuple(s for s in self.steps if s.key not in done)

    @property
    def come_too_late(self) -> tuple[BuildStep, ...]:
        """Steps that are not done though one after them is: they came to the plan as it was built, or were opened."""
        done = {d.step for d in self.told.done}
        known = [s.key in done for s in self.steps]
        return tuple(s for i, s in enumerate(self.steps) if not known[i] and any(known[i:]))

    def alike(self, step: BuildStep) -> tuple[BuildStep, ...]:
        """The steps that come straight after an open one and are the same work at the same end, on
        other cores.
        """
        left = self.steps_left
        if step not in left or step.kind not in REPEATED:
            return ()
        place = left.index(step)
        same = takewhile(lambda s: (s.kind, s.end) == (step.kind, step.end), left[place + 1 :])
        return tuple(same)

    @property
    def _on_this_piece(self) -> tuple[Rework, ...]:
        """What was done again since its cables were last cut."""
        reworks = self.told.reworks
        fresh = max((i + 1 for i, r in enumerate(reworks) if r.how == "cut-again"), default=0)
        return reworks[fresh:]

    @property
    def length_lost_m(self) -> float:
        """Length that went with ends cut off its cables, in metres."""
        return (
            sum(sum(x.mm for x in r.lost) or r.length_lost_mm for r in self._on_this_piece) / 1000
        )

    def lost_m(self, cable: str) -> float:
        """Length that went with ends cut off one cable, in metres.

        Parameters: cable, its id. What was kept before each cable was told apart counts for the main one.
        """
        lost = 0.0
        for r in self._on_this_piece:
            if r.lost:
                lost += sum(x.mm for x in r.lost if x.cable == cable)
            elif cable == self.conductor.main.id:
                lost += r.length_lost_mm
        return lost / 1000

    def spare_m(self, cable: str) -> float | None:
        """What a cable has more than its run and its ends need, less what went, in metres; None for one that is
        not cut here.
        """
        length = self.cut.lengths.get(cable)
        if length is None:
            return None
        return length.cut_m - length.run_m - length.ends_m - self.lost_m(cable)

    @cached_property
    def stamp(self) -> str:
        """A short sum of what the build and the proof rest on, so that a later change shows."""
        lead = self.given.lead
        taken = (self.conductor.size_name, lead.conductor.cable_type)
        fitted = tuple((f.id, f.part) for f in lead.fittings)
        laid = tuple((c.id, c.type, c.size, c.existing) for c in lead.cables)
        resting: tuple[object, ...] = (*taken, fitted, laid, lead.wires)
        practices = self.told.practices.of_build
        if practices != Practices():
            resting += (practices,)
        lengths = tuple(length.cut_m for length in self.cut.lengths.values())
        resting += (lengths, self._plug_fuse_amps)
        # Sums of builds that were begun are kept in their leads: they were made when a wire's course was
        # called a wire, and what a class is called may not change them.
        rests_on = repr(resting).replace(f"{WireCourse.__name__}(", "Wire(")
        return _sum_of(rests_on)

    @cached_property
    def steps_stamp(self) -> str:
        """A short sum of the steps themselves beside what they rest on: which there are, the colours they name,
        and the sleeves they thread.
        """
        lead = self.given.lead
        colours = tuple((c.id, core.id, core.colour) for c in lead.cables for core in c.cores)
        keys = tuple(sorted(step.key for step in self.steps))
        sleeves = tuple(
            (e.at.words, core.core, sleeve.name)
            for e in self.job.ends
            for core in e.strip.cores
            if (sleeve := sleeve_of(e, core)) is not None
        )
        return _sum_of(repr((self.stamp, keys, lead.ends.scheme, colours, sleeves)))

    @property
    def begun_otherwise(self) -> bool:
        """True where steps were done to another plan than this one. A build begun before the steps had a sum of
        their own is held to what they rest on.
        """
        known = (None, self.stamp, self.steps_stamp)
        return bool(self.told.done) and self.told.plan_stamp not in known


def _sum_of(text: str) -> str:
    return hashlib.sha256(text.encode()).hexdigest()[:12]
