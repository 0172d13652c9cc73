"""Leads that a pack of cells is charged through."""

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.asked import FUSE, LIES_SOMEWHERE, WHOSE
from euthyne.core.kinds.cautions import ONE_AT_A_TIME, PART_WITHOUT_LOAD
from euthyne.core.kinds.kind import Caution, Family, Group, Kind, Start, Trait
from euthyne.core.kinds.makeup import poles, taps, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.lead.stage import Stage
from euthyne.core.trade.quantity import CURRENT
from euthyne.core.trade.question import Question

CELLS = Question("brief.cells", "Cells in a row", "whole", bounds=(1, 64), optional=True)
EACH_FULL = Question(
    "brief.cell_volts",
    "Each, when full",
    "choice",
    choices=(
        (4.2, "4.2 V, lithium ion"),
        (3.65, "3.65 V, iron phosphate"),
        (1.5, "1.5 V, nickel"),
        (2.45, "2.45 V, lead"),
    ),
)
CHARGES_AT = Question("brief.amps", "Charges at", measure=CURRENT, optional=True, hint="6 A")
SET_FOR = Question("brief.charger_cells", "Set for cells", "whole", bounds=(1, 64), optional=True)
BALANCE = Question(
    "brief.taps",
    "Balance wires",
    "choice",
    choices=((False, "none"), (True, "one a cell joint")),
)

KIND = Kind(
    id="charger-lead",
    name="Battery charger lead",
    family=Family.DIRECT,
    headline="How many cells, charged how fast?",
    source="battery, full",
    starts=(
        Start(
            "charger-lead",
            "Battery charger lead",
            a="bullet-socket",
            b="bullet-pin",
            brief=Brief(feeds="current", system="dc", volts=12.6, cells=3, fuse_family="blade-32v"),
            conductor=Conductor(cable_type="RV-105", drop_percent=3.0),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        Group("The battery", (CELLS, EACH_FULL)),
        Group("The charger", (CHARGES_AT, SET_FOR, BALANCE, FUSE)),
        LIES_SOMEWHERE,
    ),
    places=(
        Place("pack", "supply", source=True, ours=False),
        Place("charger", "load", source=True, ours=False),
    ),
    make_up=two_ended(poles, taps),
    cables=("RV-105", "battery-105"),
    traits=frozenset(
        {
            Trait.MOVED,
            Trait.TWO_SOURCES,
            Trait.FUSED_AT_THE_POST,
            Trait.CUT_ON_A_PACK,
            Trait.CHARGES,
        }
    ),
    proof=(),
    cautions=(
        ONE_AT_A_TIME,
        PART_WITHOUT_LOAD,
        Caution(
            code="connecting-order",
            level="note",
            stage=Stage.TAG,
            watches="Between two sources, the order of connecting is said.",
            title="Charger end first, battery last",
            text="Part them the other way round.",
            why="The wrong order draws an arc at the battery.",
            clears="Nothing to clear: say it to whoever uses it.",
        ),
    ),
)
