"""Links from a battery to an inverter."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Le

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.asked import (
    FUSE,
    FUSE_SHEATHED,
    FUSE_TO_POST,
    LIES_SOMEWHERE,
    SHORTED,
    UNFUSED,
    WHOSE,
)
from euthyne.core.kinds.cautions import ONE_AT_A_TIME, PART_WITHOUT_LOAD
from euthyne.core.kinds.kind import Caution, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import poles, two_ended
from euthyne.core.lead import Brief, Conductor, Count
from euthyne.core.lead.stage import Stage
from euthyne.core.sizing.brief import Percent, Positive
from euthyne.core.trade.quantity import PERCENT, POWER, VOLTS
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class InverterBrief(Brief):
    """What is asked of a link from a battery to an inverter."""

    watts: Positive | None = None  # W that what it feeds delivers
    efficiency_percent: Percent = 100.0  # % of what goes in that what it feeds gives out
    # V at which a battery is cut off, where the current is largest
    at_volts: Positive | None = None
    packs: Count = 1  # packs in parallel
    # V the packs may be apart when they are joined
    packs_apart_volts: Annotated[float, Ge(0), Le(1000)] = 0.0
    packs_equal_leads: bool = True  # True where each pack has a lead as long as the others'


DELIVERS = Question("brief.watts", "Delivers", measure=POWER, optional=True, hint="1500 W")
EFFICIENCY = Question("brief.efficiency_percent", "Efficiency", measure=PERCENT)
BATTERY = Question("brief.volts", "Battery", measure=VOLTS)
CUTS_OFF = Question(
    "brief.at_volts",
    "Cuts off at",
    measure=VOLTS,
    optional=True,
    hint="empty: 0.875 of the battery",
)

KIND = Kind(
    id="inverter-link",
    name="Battery to inverter link",
    family=KindFamily.DIRECT,
    headline="What does the inverter deliver, and how low may the battery fall?",
    wanted_for="12v 24v 48v 12 24 48 car van battery inverter solar bank cable starter",
    source="battery",
    starts=(
        Start(
            "inverter-link",
            "Battery to inverter link",
            a="lug-m8",
            b="lug-m8",
            brief=InverterBrief(
                feeds="power",
                system="dc",
                volts=12.0,
                efficiency_percent=88.0,
                fuse_family="high-breaking-dc",
            ),
            conductor=Conductor(cable_type="battery-105", drop_percent=3.0),
            scheme="dc-red-black",
            gauge_part="lug-3-8",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The inverter", (DELIVERS, EFFICIENCY)),
        QuestionGroup(
            "The battery", (BATTERY, CUTS_OFF, SHORTED, FUSE, UNFUSED, FUSE_TO_POST, FUSE_SHEATHED)
        ),
        LIES_SOMEWHERE,
    ),
    places=(
        Place("battery", "supply", source=True, ours=False),
        Place("inverter", "load", ours=False),
    ),
    make_up=two_ended(poles),
    cables=("battery-105", "RV-105", "H01N2-D"),
    traits=frozenset({Trait.LIES_STILL, Trait.FUSED_AT_THE_POST, Trait.CUT_ON_A_PACK}),
    proof=("pole", "lug", "clear", "polarity", "rise", "pull"),
    cautions=(
        Caution(
            code="precharge",
            level="caution",
            stage=Stage.BRIEF,
            watches="An inverter's capacitors draw a spark at the first touch.",
            title="Precharge before connecting",
            text="An inverter's capacitors take a rush of hundreds of amps at the first touch.",
            why="The spark pits the post and frightens the hand that holds the spanner.",
            clears="A precharge resistor or circuit, or a reason why none is needed.",
        ),
        ONE_AT_A_TIME,
        PART_WITHOUT_LOAD,
    ),
)
