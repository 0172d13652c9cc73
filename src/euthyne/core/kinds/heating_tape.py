"""Plugs for heating tapes: a cord spliced to a tape that lies in melt water."""

from euthyne.core.kinds.asked import AROUND, FROM_MAINS, PLACE, RUN, WHOSE
from euthyne.core.kinds.kind import EVERY_CORD, Caution, Family, Group, Kind, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, lines_and_earth, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.lead.stage import Stage
from euthyne.core.trade.quantity import HEAT, LENGTH
from euthyne.core.trade.question import Question

TAPE = Question("brief.tape_m", "Tape, in all", measure=LENGTH, optional=True, hint="12 m")
WATTS = Question(
    "brief.watts_per_m",
    "Watts a metre, warm",
    measure=HEAT,
    optional=True,
    hint="18 W/m or 5 W/ft",
)
COLD_START = Question(
    "brief.start_multiple",
    "Cold start",
    "choice",
    choices=((1.0, "as warm"), (2.5, "2.5 times, near freezing"), (6.0, "6 times, deep frost")),
)

KIND = Kind(
    id="heating-tape",
    name="Heating-tape plug",
    family=Family.DEVICES,
    headline="How much tape, at how many watts a metre, started how cold?",
    source="supply",
    starts=(
        Start(
            "heating-tape",
            "Heating-tape plug",
            a="bs1363-plug-heavy",
            b="tape-joint",
            brief=Brief(
                feeds="tape",
                place="outdoor",
                ambient_c=20.0,
                start_multiple=2.5,
                continuous=True,
                upstream_family="breaker-iec",
            ),
            conductor=Conductor(cable_type="H07RN-F"),
        ),
    ),
    groups=(
        WHOSE,
        Group("The tape", (TAPE, WATTS, COLD_START)),
        FROM_MAINS,
        Group("Its tail, and where", (RUN, PLACE, AROUND)),
    ),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(lines_and_earth),
    cables=EVERY_CORD,
    traits=frozenset({Trait.LIES_STILL, Trait.BUS_WIRES}),
    proof=("core", "earth", "insulation"),
    cautions=(
        Caution(
            code="tape-end",
            level="note",
            stage=Stage.BUILD,
            watches=(
                "The two bus wires of a tape never meet, its braid is the earth, its far end is "
                "sealed."
            ),
            title="The bus wires never meet",
            text="Cut the far end back in a step and seal it. The braid is the earth.",
            why="Joined at the far end the two bus wires are a dead short along the whole tape.",
            clears="Nothing to clear: the steps keep to it.",
        ),
    ),
)
