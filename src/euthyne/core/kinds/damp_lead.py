"""Leads for damp places and boats: tinned singles between lined rings."""

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.asked import (
    AROUND,
    FUSE,
    FUSE_SHEATHED,
    FUSE_TO_POST,
    PLACE,
    RUN,
    SUPPLY_VOLTS,
    UNFUSED,
    WHOSE,
)
from euthyne.core.kinds.conversion import DRAWS
from euthyne.core.kinds.kind import Caution, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import poles, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.lead.stage import Stage

KIND = Kind(
    id="damp-lead",
    name="Boat and damp lead",
    family=KindFamily.DIRECT,
    headline="What does it draw, how far, and how wet does it lie?",
    source="battery",
    starts=(
        Start(
            "damp-lead",
            "Boat and damp lead",
            a="ring-blue-m5-lined",
            b="ring-blue-m5-lined",
            brief=Brief(
                feeds="current", system="dc", volts=12.0, place="wet", fuse_family="blade-32v"
            ),
            conductor=Conductor(cable_type="RV-105", drop_percent=3.0, tinned=True),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup(
            "What it feeds", (DRAWS, SUPPLY_VOLTS, FUSE, UNFUSED, FUSE_TO_POST, FUSE_SHEATHED)
        ),
        QuestionGroup("How far, and where", (RUN, PLACE, AROUND)),
    ),
    places=(Place("panel", "supply", source=True, ours=False), Place("load", "load", ours=False)),
    make_up=two_ended(poles),
    cables=("RV-105", "battery-105"),
    traits=frozenset({Trait.LIES_STILL, Trait.FUSED_AT_THE_POST, Trait.AFLOAT}),
    proof=("pole", "lug", "apart", "polarity", "rise", "pull"),
    cautions=(
        Caution(
            code="damp-joints",
            level="note",
            stage=Stage.BUILD,
            watches="In damp and salt every crimp is lined, and nothing is twisted on or taped.",
            title="Lined crimps, no tape, nothing twisted on",
            text=(
                "Tinned wire, lined terminals, no bare copper behind a barrel. Below water a second "
                "lined sleeve over each."
            ),
            why="Salt creeps along bare strands under the insulation for a hand's breadth and more.",
            clears="Nothing to clear: the steps keep to it.",
        ),
    ),
)
