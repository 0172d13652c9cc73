"""Conversions: another connector on a device's own tail."""

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.asked import AROUND, FUSE, PLACE, RUN, SUPPLY_VOLTS, WHOSE, there_already
from euthyne.core.kinds.cautions import ONE_AT_A_TIME
from euthyne.core.kinds.kind import Family, Group, Kind, Start, Trait
from euthyne.core.kinds.makeup import poles, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.quantity import CURRENT
from euthyne.core.trade.question import Question

DRAWS = Question("brief.amps", "Draws", measure=CURRENT, optional=True, hint="20 A")

KIND = Kind(
    id="conversion",
    name="New connector on a device",
    family=Family.DEVICES,
    headline="What does the device draw, and what tail has it already?",
    source="supply",
    starts=(
        Start(
            "conversion",
            "New connector on a device",
            a="tee-pin",
            b="device-tail",
            brief=Brief(
                feeds="current", system="dc", volts=12.0, fuse_family="blade-32v", run_m=0.15
            ),
            conductor=Conductor(cable_type="RV-105", drop_percent=3.0),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        Group("The device", (DRAWS, SUPPLY_VOLTS, FUSE)),
        Group("There already", there_already("Its own tail", length="0.3 m", size="2.5 mm2")),
        Group("What is added, and where", (RUN, PLACE, AROUND)),
    ),
    places=(Place("pack", "supply", source=True, ours=False), Place("device", "load", ours=False)),
    make_up=two_ended(poles),
    cables=("RV-105", "battery-105"),
    traits=frozenset({Trait.MOVED, Trait.FUSED_AT_THE_POST, Trait.CUT_ON_A_PACK}),
    proof=(),
    cautions=(ONE_AT_A_TIME,),
)
