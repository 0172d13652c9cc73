"""What is computed of a lead's Brief and Conductor: demand, size, protection, faults, heat, the chain's rating."""

import math
from dataclasses import dataclass, replace
from functools import cached_property

from euthyne.core.kinds import Trait, kind_named
from euthyne.core.lead import Lead, part_on
from euthyne.core.shelf.part import Part
from euthyne.core.sizing.brief import (
    AlreadyThere,
    ConductorWanted,
    Limits,
    Load,
    Place,
    ProtectionWanted,
    SizingBrief,
    Supply,
    faults_in,
)
from euthyne.core.sizing.demand import amps_of_watts
from euthyne.core.sizing.size import Candidate, Sizing, rating_of, size
from euthyne.core.stages.ends import wiremap
from euthyne.core.trade.cable import (
    CableType,
    Diameter,
    cable_types,
    insulation_of,
    made_in,
    make_up,
    outside_diameter,
)
from euthyne.core.trade.clearing import (
    CENTRE_TAPPED_VOLTS,
    Cleared,
    Guard,
    cleared,
    earth_fault_seconds,
)
from euthyne.core.trade.fault import Fault
from euthyne.core.trade.heat import Cable, Warmth, amps_at, warmth
from euthyne.core.trade.protection import FuseWanted, fuse_for, plug_fuse
from euthyne.core.trade.rating import bases, k_drum
from euthyne.core.trade.volts import OnLead, on_lead
from euthyne.core.trade.wire import Size, size_named

ROLLED_UP_LAYERS = 4
CUT_OFF_SHARE = (
    0.875  # of a battery's volts: where a load that draws constant power gives up, generic
)
SHORTEST_TO_ROLL_M = 3.0  # a moved cord shorter than this is not rolled up, generic


@dataclass(frozen=True)
class Link:
    """One link of the chain a current passes, with the amps it may carry."""

    words: str
    amps: float


@dataclass(frozen=True)
class Protected:
    """What guards the lead: its amps, and where it sits; ``amps`` None when nobody has said."""

    amps: float | None
    words: str
    in_lead: bool


class SizedPlan:
    """A lead with what its Brief and Conductor come to, each number when first asked for."""

    def __init__(self, lead: Lead) -> None:
        self.lead = lead
        self.a: Part = part_on(lead.ends, "a")
        self.b: Part = part_on(lead.ends, "b")
        self.mains = lead.brief.system != "dc"
        self.kind = kind_named(lead.kind)
        self.cores = self.kind.make_up(lead.brief, self.a, self.b)

    @cached_property
    def colours(self) -> wiremap.Colours:
        """The colours of the cores."""
        return wiremap.Colours(self.lead.ends.scheme, self.lead.ends.tints, self.cores)

    @cached_property
    def sources(self) -> tuple[str, ...]:
        """The ends at which something gives current: the supply end, or both where a charger meets a battery."""
        return ("A", "B") if Trait.TWO_SOURCES in self.kind.traits else ("A",)

    def live_when_unmated(self, end: str) -> bool:
        """True when an end can be live with nothing in it, because a source is at another end."""
        return any(source != end for source in self.sources)

    @cached_property
    def volts(self) -> float:
        """Supply volts: as said, or of the cells in a row, each full."""
        brief = self.lead.brief
        return brief.cells * brief.cell_volts if brief.cells else brief.volts

    @property
    def sent_volts(self) -> float:
        """Volts that the loss is counted against: a string's at its working point, else the supply's."""
        return self.lead.brief.working_volts or self.volts

    @property
    def sent_amps(self) -> float | None:
        """Amps that lose volts on the way: a string's at its working point, else those that heat it."""
        return self.lead.brief.working_amps or self.demand_amps

    @cached_property
    def cut_off_volts(self) -> float:
        """The lowest volts a load that draws constant power still runs at: as said, or 0.875 of the battery."""
        return self.lead.brief.at_volts or CUT_OFF_SHARE * self.volts

    @cached_property
    def fused_plug(self) -> bool:
        """True when the plug carries a fuse of its own."""
        return self.a.fuse_family is not None

    @cached_property
    def demand_amps(self) -> float | None:
        """Running amps: the socket's rating or what the lead's own device allows, or the loads; None while unknown."""
        brief = self.lead.brief
        if brief.feeds == "socket":
            own = (
                brief.own_breaker_amps,
                self.lead.conductor.fuse_amps if self.fused_plug else None,
            )
            return min([self.b.amps, *(x for x in own if x is not None)])
        if brief.feeds == "tape":
            return self._tape_amps
        if brief.feeds == "current":
            return brief.amps * brief.margin if brief.amps is not None else None
        if brief.feeds == "power":
            if brief.watts is None:
                return None
            share = brief.efficiency_percent / 100
            return amps_of_watts(brief.watts, brief.system, self.cut_off_volts, efficiency=share)
        if not brief.loads:
            return None
        return sum(
            (
                one.amps
                or amps_of_watts(one.watts or 0.0, brief.system, brief.volts, brief.power_factor)
            )
            * one.quantity
            * one.diversity
            for one in brief.loads
        )

    @cached_property
    def steady_amps(self) -> float | None:
        """Amps that heat the lead as its load does: the running amps over their duty; None while unknown."""
        if self.demand_amps is None:
            return None
        return self.demand_amps * math.sqrt(self.lead.brief.duty_percent / 100)

    @property
    def _tape_amps(self) -> float | None:
        """Amps of a heating tape, warm; None while its length or its watts a metre are unknown."""
        brief = self.lead.brief
        if brief.tape_m is None or brief.watts_per_m is None:
            return None
        return amps_of_watts(brief.tape_m * brief.watts_per_m, brief.system, brief.volts)

    @property
    def circuits(self) -> int:
        """Loaded pairs lying together: those the Brief counts, times the pairs of a multi-pole cable."""
        brief = self.lead.brief
        return brief.circuits_together * (math.ceil(brief.ways / 2) if brief.ways else 1)

    @cached_property
    def protection_wanted(self) -> ProtectionWanted:
        """What the sizing is told of protection: the plug's fuse, the lead's own breaker, or the one upstream."""
        brief, taken = self.lead.brief, self.lead.conductor
        if self.fused_plug:
            return ProtectionWanted(self.a.fuse_family, taken.fuse_amps or self._plug_fuse)
        if not self.mains:
            if brief.fuse_family == "none":
                return ProtectionWanted(None, taken.fuse_amps)
            return ProtectionWanted(brief.fuse_family, taken.fuse_amps or self._source_fuse)
        if brief.own_breaker_amps is not None:
            return ProtectionWanted(None, brief.own_breaker_amps)
        return ProtectionWanted(None, brief.upstream_amps)

    @property
    def _plug_fuse(self) -> float | None:
        """The fuse that goes into the plug where nobody chose one."""
        amps, brief = self.demand_amps, self.lead.brief
        if amps is None:
            return None
        couplers = min(self.a.amps, self.b.amps)
        start = amps * brief.start_multiple
        wanted = FuseWanted(
            amps, start, brief.continuous, couplers, self._carried(self.lead.conductor.size)
        )
        return plug_fuse(wanted)

    @property
    def _source_fuse(self) -> float | None:
        """The fuse at the source where nobody chose one."""
        if self.steady_amps is None:
            return None
        panels = Trait.LIVE_BY_DAY in self.kind.traits
        short = self.lead.brief.amps if panels else None
        return fuse_for(self.lead.brief.fuse_family, self.steady_amps, short)

    def _carried(self, size: str | None) -> float | None:
        """What a size that was taken carries where it lies, whatever guards it; None while none is."""
        brief = self._brief_guarded_by(ProtectionWanted())
        if size is None or brief is None or faults_in(brief):
            return None
        return rating_of(brief, size)

    @cached_property
    def sizing_brief(self) -> SizingBrief | None:
        """The brief as the sizing takes it; None while the run or the demand is unknown."""
        return (
            self._brief_guarded_by(self.protection_wanted)
            if self.lead.brief.run_m is not None
            else None
        )

    def _brief_guarded_by(self, protection: ProtectionWanted) -> SizingBrief | None:
        """The brief with a protection; None while the run or the demand is unknown."""
        brief, wanted = self.lead.brief, self.lead.conductor
        if brief.run_m is None or self.demand_amps is None:
            return None
        return SizingBrief(
            Supply(brief.system, self.sent_volts, brief.loop_ohms),
            Load(
                amps=self.sent_amps,
                heating_amps=self.demand_amps if self.sent_amps != self.demand_amps else None,
                duty_percent=brief.duty_percent,
                power_factor=brief.power_factor,
                start_multiple=brief.start_multiple,
                continuous=brief.continuous,
            ),
            brief.run_m,
            ConductorWanted(
                self.cable_type.basis,
                wanted.unit if self.cable_type.basis != "cord-na" else "AWG",
                wanted.metal,
                wanted.tinned,
                wanted.terminal_c,
            ),
            poles=brief.poles,
            already=self.already,
            limits=Limits(wanted.drop_percent, wanted.start_drop_percent),
            place=Place(brief.ambient_c, brief.drum_layers, self.circuits),
            protection=protection,
        )

    @property
    def already(self) -> tuple[AlreadyThere, ...]:
        """What is in the path before this lead, out and back."""
        brief = self.lead.brief
        if brief.already_m is None or brief.already_size is None:
            return ()
        return (AlreadyThere(brief.already_m, brief.already_size),)

    @cached_property
    def beyond_tables(self) -> tuple[Fault, ...]:
        """What about the brief the rating tables can not answer."""
        return tuple(faults_in(self.sizing_brief)) if self.sizing_brief is not None else ()

    @cached_property
    def cable_type(self) -> CableType:
        """The cord's designation."""
        return cable_types()[self.lead.conductor.cable_type]

    @cached_property
    def sizing(self) -> Sizing | None:
        """The answer to the brief; None while the brief is open, or where the tables do not reach."""
        if self.sizing_brief is None or self.beyond_tables:
            return None
        return size(
            self.sizing_brief, made_in(self.cable_type.name, self.cores_in_cable, self._earthed)
        )

    @property
    def cores_in_cable(self) -> int:
        """Cores under one sheath: all of them in a cord, one in a single; a shield is not counted."""
        return len([c for c in self.cores if c != "S"]) if self.cable_type.cord else 1

    @property
    def _earthed(self) -> bool:
        return "E" in self.cores

    @cached_property
    def size_name(self) -> str | None:
        """The size the builder took, or else the smallest that fits."""
        if self.lead.conductor.size is not None:
            return self.lead.conductor.size
        return self.sizing.chosen.size if self.sizing and self.sizing.chosen else None

    @cached_property
    def candidate(self) -> Candidate | None:
        """The taken size as the sizing sees it."""
        if self.sizing is None:
            return None
        return next((c for c in self.sizing.candidates if c.size == self.size_name), None)

    @cached_property
    def size(self) -> Size | None:
        """The taken size itself."""
        return size_named(self.size_name) if self.size_name else None

    @cached_property
    def written(self) -> str:
        """The cord as it is written: ``H07RN-F 3G1.5``."""
        if self.size_name is None:
            return self.cable_type.name
        return (
            f"{self.cable_type.name} {make_up(self.cores_in_cable, self._earthed, self.size_name)}"
        )

    @cached_property
    def diameter(self) -> Diameter | None:
        """Outside diameter of the cord: measured, or what its standard allows."""
        measured = self.lead.conductor.measured_od_mm
        if measured is not None:
            return Diameter(measured, measured, "measured")
        if self.size_name is None:
            return None
        written = make_up(self.cores_in_cable, self._earthed, self.size_name)
        return outside_diameter(self.cable_type.name, written)

    @cached_property
    def protection(self) -> Protected:
        """What guards the lead against overload."""
        brief = self.lead.brief
        if self.fused_plug:
            found = self.sizing.protection if self.sizing else None
            return Protected(
                found.amps if found else self.lead.conductor.fuse_amps, "in the plug", True
            )
        if not self.mains:
            found = self.sizing.protection if self.sizing else None
            return Protected(found.amps if found else None, "at the source", True)
        if brief.own_breaker_amps is not None:
            return Protected(brief.own_breaker_amps, "on the lead", True)
        return Protected(brief.upstream_amps, "upstream", False)

    @cached_property
    def faults(self) -> tuple[Cleared, ...]:
        """Both faults at the far end; none while the loop, the size or the protection is unknown."""
        c, brief = self.candidate, self.lead.brief
        if c is None or c.far_end_fault_amps is None or self.guard is None or not brief.loop_ohms:
            return ()
        insulation, area = insulation_of(self.cable_type), c.cross_section_mm2
        near = self._loop_volts / brief.loop_ohms
        found = [cleared("short", (c.far_end_fault_amps, near), area, insulation, self.guard)]
        if brief.earthed:
            share = self.stands_at.to_earth / self._loop_volts
            amps = (c.far_end_fault_amps * share, near * share)
            found.append(cleared("earth", amps, area, insulation, self.guard, self.earth_seconds))
        return tuple(found)

    @property
    def _loop_volts(self) -> float:
        """Volts the sizing drives a far-end fault with: to neutral, or of one hot of a split supply."""
        divisor = {"ac-split": 2.0, "ac-three": math.sqrt(3)}.get(self.lead.brief.system, 1.0)
        return self.volts / divisor

    @property
    def earth_seconds(self) -> float:
        """Time a fault to earth on this lead has."""
        centre_tapped = self.lead.brief.system == "ac-split" and self.volts <= CENTRE_TAPPED_VOLTS
        return earth_fault_seconds(self.stands_at.to_earth, centre_tapped)

    @property
    def guard(self) -> Guard | None:
        """The fuse or breaker that is there, of its own family; None while its amps are unknown."""
        amps, brief = self.protection.amps, self.lead.brief
        if amps is None:
            return None
        family = self.a.fuse_family if self.fused_plug else None
        return Guard(
            family or self.breaker_family, amps, brief.upstream_curve, brief.rcd == "30 mA"
        )

    @property
    def breaker_family(self) -> str:
        """The family of the device upstream as said, or of a breaker on the lead: North American on such a supply.

        A breaker on the lead is a breaker, whatever stands upstream.
        """
        brief = self.lead.brief
        breaker = (
            "breaker-na"
            if brief.upstream_family == "breaker-na" or self.volts < 200
            else "breaker-iec"
        )
        if brief.own_breaker_amps is not None or brief.upstream_family == "unknown":
            return breaker
        return brief.upstream_family

    @cached_property
    def stands_at(self) -> OnLead:
        """Volts the lead stands at, to earth and between its conductors."""
        two_hots = self.lead.brief.system == "ac-single" and self.cores[:2] == ("L1", "L2")
        return on_lead(self.lead.brief.system, self.volts, two_hots)

    @cached_property
    def heat_cable(self) -> Cable | None:
        """The cord as the heat leaves it; None while its size or diameter is unknown."""
        if self.size is None or self.diameter is None:
            return None
        middle = (self.diameter.low_mm + self.diameter.high_mm) / 2
        loaded = 3 if self.lead.brief.system == "ac-three" else min(2, self.cores_in_cable)
        wanted = self.lead.conductor
        return Cable(self.size, self.cores_in_cable, loaded, middle, wanted.metal, wanted.tinned)

    def warmth(self, layers: int, ambient_c: float | None = None) -> Warmth | None:
        """Temperatures under the running current, laid out or rolled up.

        Rolled up, the cord is as warm as it would be straight with its current divided by the table's drum factor.
        """
        factor = k_drum(layers)
        if self.heat_cable is None or self.sizing is None or factor is None:
            return None
        ambient = self.lead.brief.ambient_c if ambient_c is None else ambient_c
        return warmth(self.heat_cable, self.sizing.heating_amps / factor, ambient)

    @cached_property
    def physics_amps(self) -> float | None:
        """Current that brings the straight cord to its table's own limit at the place's ambient; None while unknown."""
        if self.heat_cable is None:
            return None
        return amps_at(
            self.heat_cable, bases()[self.cable_type.basis].limit_c, self.lead.brief.ambient_c
        )

    @cached_property
    def cord_amps(self) -> float | None:
        """What the cord carries laid out straight, other factors of its place taken off."""
        return self._cord_amps_at(0)

    @cached_property
    def cord_amps_rolled(self) -> float | None:
        """What the cord carries rolled up in four layers, whatever part of it the brief leaves on a drum."""
        return self._cord_amps_at(ROLLED_UP_LAYERS)

    @cached_property
    def cord_amps_on_drum(self) -> float | None:
        """What the cord carries with the layers on a drum that the brief leaves."""
        return self._cord_amps_at(self.lead.brief.drum_layers)

    @property
    def can_be_rolled_up(self) -> bool:
        """True for a cord that is moved and long enough to be left in a roll; a jumper in a box is not."""
        run = self.lead.brief.run_m or 0.0
        return self.cable_type.cord and not self.kind.lies_still and run > SHORTEST_TO_ROLL_M

    def _cord_amps_at(self, layers: int) -> float | None:
        if self.sizing_brief is None or self.size_name is None or self.beyond_tables:
            return None
        laid = replace(
            self.sizing_brief, place=replace(self.sizing_brief.place, drum_layers=layers)
        )
        return rating_of(laid, self.size_name)

    @cached_property
    def chain(self) -> tuple[Link, ...]:
        """Every link the current passes, in order."""
        links = [Link(self.a.words, self.a.steady_amps)]
        if self.protection.in_lead and self.protection.amps is not None:
            what = "breaker" if self.mains and not self.fused_plug else "fuse"
            links.append(
                Link(
                    f"{self.protection.amps:g} A {what} {self.protection.words}",
                    self.protection.amps,
                )
            )
        if self.candidate is not None:
            links.append(Link(self.written, self.candidate.rating_amps))
        return (*links, Link(self.b.words, self.b.steady_amps))

    @cached_property
    def weakest(self) -> Link:
        """The link that sets the lead's rating."""
        return min(self.chain, key=lambda link: link.amps)

    def rating_amps(self, rolled: bool) -> float:
        """The lead's rating: the weakest of its parts, with the cord straight or rolled up."""
        cord = self.cord_amps_rolled if rolled else self.cord_amps
        others = [link.amps for link in self.chain if link.words != self.written]
        return min([*others, cord] if cord is not None else others)
