"""Leads of several circuits in one sealed coupler."""

from euthyne.core.kinds.asked import (
    EACH_CARRIES,
    FUSE,
    LIES_BESIDE_OTHERS,
    SUPPLY_VOLTS,
    UNFUSED,
    WAYS,
    WHOSE,
)
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, numbered, two_ended
from euthyne.core.kinds.ways import WAYS_SAID, WaysBrief
from euthyne.core.lead import Conductor

KIND = Kind(
    id="sealed-multiway",
    name="Sealed multi-way lead",
    family=KindFamily.MANY_CORES,
    headline="How many circuits, each carrying what, lying together how far?",
    wanted_for="waterproof automotive tractor trailer lamp sensor",
    source="supply",
    starts=(
        Start(
            "sealed-multiway",
            "Sealed multi-way lead",
            a="sealed-6-way",
            b="sealed-6-way",
            brief=WaysBrief(
                feeds="current",
                system="dc",
                volts=12.0,
                ways=6,
                place="wet",
                fuse_family="blade-32v",
            ),
            conductor=Conductor(cable_type="RV-105", drop_percent=3.0, tinned=True),
            scheme="din-47100",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The circuits", (WAYS, EACH_CARRIES, SUPPLY_VOLTS, FUSE, UNFUSED)),
        QuestionGroup("What each way is for", WAYS_SAID),
        LIES_BESIDE_OTHERS,
    ),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(numbered),
    cables=("RV-105", "H05RN-F", "H07RN-F", "SJOOW", "SOOW"),
    traits=frozenset({Trait.LIES_STILL, Trait.FUSED_AT_THE_POST}),
    proof=("way", "ways", "pull"),
    cautions=(),
)
