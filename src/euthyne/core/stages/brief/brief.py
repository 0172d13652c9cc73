"""What a Brief comes to: the volts the lead stands at, and the amps it has to carry."""

import math
from functools import cached_property

from euthyne.core.kinds import Trait
from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.kinds.conversion import TailBrief
from euthyne.core.kinds.heating_tape import TapeBrief
from euthyne.core.kinds.inverter_link import InverterBrief
from euthyne.core.kinds.solar_string import SolarBrief
from euthyne.core.kinds.supply_extension import SupplyBrief
from euthyne.core.sizing.brief import AlreadyThere, OneLoad
from euthyne.core.sizing.demand import amps_of_watts
from euthyne.core.stages.given import Given
from euthyne.core.trade.volts import OnLead, on_lead

OPEN_ARC_VOLTS = 113.0  # peak of a welder with its arc open, at most, IEC 60974-1
CUT_OFF_SHARE = 0.875  # of a battery's volts: where a constant-power load gives up, generic


class BriefStage:
    """The demand of a lead, each number when first asked for."""

    def __init__(self, given: Given) -> None:
        self.given = given
        self.told = given.lead.brief

    @cached_property
    def sources(self) -> tuple[str, ...]:
        """The sides at which something gives current: where a place is a source, the supply end where
        none is said to be.
        """
        sides = {p.side for p in self.given.assembly.places if p.source}
        found = tuple(end for end, side in (("A", "supply"), ("B", "load")) if side in sides)
        return found or ("A",)

    def live_when_unmated(self, end: str) -> bool:
        """True when an end can be live with nothing in it, because a source is at another end."""
        return any(source != end for source in self.sources)

    @cached_property
    def volts(self) -> float:
        """Supply volts: as said, or of the cells in a row, each full."""
        if self.told.cells:
            return self.told.cells * self.told.cell_volts
        return self.told.volts

    @cached_property
    def run_m(self) -> float | None:
        """m one way that the current passes: of a set of cables once round, through all of them."""
        if isinstance(self.told, SetBrief):
            return self.told.around_m
        return self.told.run_m

    @property
    def fuse_to_post_m(self) -> float:
        """m from the post to the fuse: as said, or as the cable of a set between them is long."""
        if isinstance(self.told, SetBrief):
            return self.told.before_fuse_m or 0.0
        return self.told.fuse_to_post_m

    @property
    def sent_volts(self) -> float:
        """Volts that the loss is counted against: a string's at its working point, else the
        supply's.
        """
        return SolarBrief.of(self.told).working_volts or self.volts

    @property
    def sent_amps(self) -> float | None:
        """Amps that lose volts on the way: a string's at its working point, else those that heat
        it.
        """
        return SolarBrief.of(self.told).working_amps or self.demand_amps

    @cached_property
    def cut_off_volts(self) -> float:
        """The lowest volts a load that draws constant power still runs at: as said, or 0.875 of the
        battery.
        """
        return InverterBrief.of(self.told).at_volts or CUT_OFF_SHARE * self.volts

    @cached_property
    def stands_at(self) -> OnLead:
        """Volts the lead stands at, to earth and between its conductors."""
        two_hots = self.told.system == "ac-single" and self.given.cores[:2] == ("L1", "L2")
        volts = self.volts
        if Trait.WELDS in self.given.kind.traits:
            volts = max(volts, OPEN_ARC_VOLTS)
        return on_lead(self.told.system, volts, two_hots)

    @cached_property
    def demand_amps(self) -> float | None:
        """Running amps: what may be plugged in, what is said, or the loads added up; None while
        unknown.
        """
        match self.told.feeds:
            case "socket":
                return self._socket_amps
            case "tape":
                return self._tape_amps
            case "current":
                if self.told.amps is None:
                    return None
                solar = SolarBrief.of(self.told)
                return self.told.amps * solar.margin * solar.strings_in_it
            case "power":
                return self._power_amps
            case "loads":
                return self._loads_amps

    @property
    def _socket_amps(self) -> float | None:
        """The socket's rating, or what the lead's own fuse or breaker allows where that is less; None
        where its far end is no socket and carries what its conductor does.
        """
        fuse_amps = self.given.lead.conductor.fuse_amps if self.given.fused_plug else None
        allowed = (self.given.load.amps, self.told.own_breaker_amps, fuse_amps)
        least = min(amps for amps in allowed if amps is not None)
        return None if math.isinf(least) else least

    @property
    def _tape_amps(self) -> float | None:
        """Amps of a heating tape, warm; None while its length or its watts a metre are unknown."""
        tape = TapeBrief.of(self.told)
        if tape.tape_m is None or tape.watts_per_m is None:
            return None
        watts = tape.tape_m * tape.watts_per_m
        return amps_of_watts(watts, self.told.system, self.told.volts)

    @property
    def _power_amps(self) -> float | None:
        """Amps of a load that draws constant power, at the lowest volts it runs at."""
        inverter = InverterBrief.of(self.told)
        if inverter.watts is None:
            return None
        return amps_of_watts(
            inverter.watts,
            self.told.system,
            self.cut_off_volts,
            efficiency=inverter.efficiency_percent / 100,
        )

    @property
    def _loads_amps(self) -> float | None:
        if not self.told.loads:
            return SupplyBrief.of(self.told).plate_amps
        return sum(
            self._one_load_amps(one) * one.quantity * one.diversity for one in self.told.loads
        )

    def _one_load_amps(self, one: OneLoad) -> float:
        if one.amps:
            return one.amps
        told = self.told
        return amps_of_watts(one.watts or 0.0, told.system, told.volts, told.power_factor)

    @cached_property
    def steady_amps(self) -> float | None:
        """Amps that heat the lead as its load does: the running amps over their duty; None while
        unknown.
        """
        if self.demand_amps is None:
            return None
        return self.demand_amps * math.sqrt(self.duty_percent / 100)

    @property
    def duty_percent(self) -> float:
        """% of its cycle that its load draws: by the plate of a welder where that says it."""
        return SupplyBrief.of(self.told).plate_duty_percent or self.told.duty_percent

    @property
    def circuits(self) -> int:
        """Loaded pairs lying together: those the Brief counts, times the pairs of a multi-pole
        cable.
        """
        if self.told.ways:
            pairs = math.ceil(self.told.ways / 2)
        else:
            pairs = 1
        return self.told.circuits_together * pairs

    @property
    def already(self) -> tuple[AlreadyThere, ...]:
        """What is in the path before this lead, out and back."""
        if self.told.already_m is None or self.told.already_size is None:
            return ()
        if isinstance(self.told, TailBrief) and self.told.tail_by == "straight":
            return ()  # it is the lead itself, not something before it
        return (AlreadyThere(self.told.already_m, self.told.already_size),)
