"""What guards a lead against overload and shorts: the fuse in its plug, at its source, or the
breaker upstream.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property

from euthyne.core.kinds import Trait
from euthyne.core.kinds.solar_string import SolarBrief
from euthyne.core.sizing.brief import ProtectionWanted
from euthyne.core.sizing.size import Sizing
from euthyne.core.stages.brief.brief import BriefStage
from euthyne.core.stages.conductor.least import AFLOAT_LEAST, cord_set_least
from euthyne.core.stages.conductor.upstream import UpstreamRule, upstream_rule
from euthyne.core.stages.given import Given
from euthyne.core.trade.clearing import CENTRE_TAPPED_VOLTS, Guard, earth_fault_seconds
from euthyne.core.trade.protection import (
    PLUG_FUSE,
    STRING_MARGIN,
    FuseWanted,
    fuse_for,
    plug_fuse,
)

NORTH_AMERICAN_BELOW_V = 200.0  # a supply below it is of the 120 V countries
LOOP_VOLTS_DIVISOR = {"ac-split": 2.0, "ac-three": math.sqrt(3)}


@dataclass(frozen=True)
class Protected:
    """What guards the lead: its amps, and where it sits; ``amps`` None when nobody has said."""

    amps: float | None
    words: str
    in_lead: bool


class Protection:
    """What guards a lead: what the sizing is told of it, what is there in the end, what it does to
    a fault.
    """

    def __init__(
        self, given: Given, brief: BriefStage, carried: Callable[[str | None], float | None]
    ) -> None:
        self.given = given
        self.brief = brief
        self._carried = carried

    @property
    def wanted(self) -> ProtectionWanted:
        """What the sizing is told: the plug's fuse, the fuse at the source, the lead's own breaker,
        or the one ahead.
        """
        told, taken = self.given.lead.brief, self.given.lead.conductor
        if self.given.fused_plug:
            return ProtectionWanted(
                self.given.supply.fuse_family, taken.fuse_amps or self._plug_fuse
            )
        if self.given.mains:
            if self.rule is not None:
                return ProtectionWanted()
            return ProtectionWanted(None, told.own_breaker_amps or told.upstream_amps)
        if told.fuse_family == "none":
            return ProtectionWanted(None, taken.fuse_amps)
        return ProtectionWanted(told.fuse_family, taken.fuse_amps or self._source_fuse)

    @cached_property
    def rule(self) -> UpstreamRule | None:
        """The rule by which the breaker upstream may be larger than the lead carries; None where
        there is none.
        """
        north_american = self.breaker_family == "breaker-na"
        return upstream_rule(self.given, self.brief.demand_amps, north_american)

    @property
    def rule_asks(self) -> bool:
        """True where the rule that holds asks for a least size itself."""
        return self.rule is not None and self.rule.least is not None

    @cached_property
    def least_size(self) -> str | None:
        """The least size that a rule or a standard asks of a cord or a boat's singles; None where none
        does.
        """
        if Trait.AFLOAT in self.given.kind.traits and not self.given.flex_is_there:
            return AFLOAT_LEAST[self.given.lead.conductor.unit]
        if self.rule_asks and self.rule is not None:
            return self.rule.least
        least = cord_set_least(self.given)
        if least is None or self.given.flex_is_there or self.breaker_family == "breaker-na":
            return None
        return least.name

    @property
    def _plug_fuse(self) -> float | None:
        """The fuse that goes into the plug where nobody chose one."""
        amps, told = self.brief.demand_amps, self.given.lead.brief
        if amps is None:
            return None
        wanted = FuseWanted(
            running_amps=amps,
            start_amps=amps * told.start_multiple,
            for_hours=told.continuous,
            couplers_amps=min(self.given.supply.amps, self.given.load.amps),
            cord_amps=self._carried(self.given.lead.conductor.size),
        )
        return plug_fuse(wanted, self.given.supply.fuse_family or PLUG_FUSE)

    @property
    def _source_fuse(self) -> float | None:
        """The fuse at the source where nobody chose one; a string's is held against its short-
        circuit current.
        """
        if self.brief.steady_amps is None:
            return None
        told = self.given.lead.brief
        panels = Trait.LIVE_BY_DAY in self.given.kind.traits
        shorted = told.amps if panels else None
        # Where the current is counted 1.56 times, so is its fuse: NFPA 70, 690.8 and 690.9.
        margin = max(STRING_MARGIN, SolarBrief.of(told).margin)
        return fuse_for(told.fuse_family, self.brief.steady_amps, shorted, margin)

    def there(self, sizing: Sizing | None) -> Protected:
        """What guards the lead in the end. Parameters: sizing, None while the brief is open."""
        told = self.given.lead.brief
        found = sizing.protection.amps if sizing and sizing.protection else None
        if self.given.fused_plug:
            known = sizing is not None and sizing.protection is not None
            if known:
                amps = found
            else:
                amps = self.given.lead.conductor.fuse_amps
            return Protected(amps, f"in the {self.given.supply.short}", in_lead=True)
        if not self.given.mains:
            return Protected(found, "at the source", in_lead=True)
        if told.own_breaker_amps is not None:
            return Protected(told.own_breaker_amps, "on the lead", in_lead=True)
        return Protected(told.upstream_amps, "upstream", in_lead=False)

    def guard(self, there: Protected) -> Guard | None:
        """The fuse or breaker that is there, of its own family; None while its amps are unknown."""
        told = self.given.lead.brief
        if there.amps is None:
            return None
        family = self._family_of_its_own
        behind_rcd = told.behind_device
        return Guard(family or self.breaker_family, there.amps, told.upstream_curve, behind_rcd)

    @property
    def _family_of_its_own(self) -> str | None:
        """The family of the fuse that the lead carries: in its plug, or at its source; None where a
        breaker guards it.
        """
        if self.given.fused_plug:
            return self.given.supply.fuse_family
        family = self.given.lead.brief.fuse_family
        if self.given.mains or family == "none":
            return None
        return family

    @property
    def breaker_family(self) -> str:
        """The family of the device upstream as said, or of a breaker on the lead: North American on
        such a supply.

        A breaker on the lead is a breaker, whatever stands upstream.
        """
        told = self.given.lead.brief
        if told.own_breaker_amps is None and told.upstream_family != "unknown":
            return told.upstream_family
        low_volts = self.brief.volts < NORTH_AMERICAN_BELOW_V
        north_american = told.upstream_family == "breaker-na" or low_volts
        if north_american:
            return "breaker-na"
        return "breaker-iec"

    @property
    def loop_volts(self) -> float:
        """Volts the sizing drives a far-end fault with: to neutral, or of one hot of a split
        supply.
        """
        return self.brief.volts / LOOP_VOLTS_DIVISOR.get(self.given.lead.brief.system, 1.0)

    @property
    def earth_seconds(self) -> float:
        """Time a fault to earth on this lead has."""
        split = self.given.lead.brief.system == "ac-split"
        centre_tapped = split and self.brief.volts <= CENTRE_TAPPED_VOLTS
        rod = self.given.lead.brief.earth_path == "rod"
        return earth_fault_seconds(self.brief.stands_at.to_earth, centre_tapped, rod)
