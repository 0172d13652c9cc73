"""Harnesses in a box: an inlet, a switch, an outlet, and the jumpers between them."""

from euthyne.core.kinds.asked import (
    AROUND,
    BUNCH,
    FROM_MAINS,
    OF_LOADS,
    RUN,
    WHOSE,
    loaded_by,
)
from euthyne.core.kinds.kind import EVERY_CORD, Family, Group, Kind, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, lines_and_earth, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.question import Question

METAL_IN_REACH = Question(
    "brief.earthed",
    "Metal in reach",
    "choice",
    choices=((True, "yes, earthed"), (False, "class II")),
)

KIND = Kind(
    id="switch-harness",
    name="Inlet and switch harness",
    family=Family.DEVICES,
    headline="What does the box feed, and how long are its jumpers?",
    source="supply",
    starts=(
        Start(
            "switch-harness",
            "Inlet and switch harness",
            a="c14-inlet",
            b="boxed-outlet-bs",
            brief=Brief(feeds="loads", ambient_c=40.0, run_m=0.6, upstream_family="breaker-iec"),
            conductor=Conductor(),
        ),
    ),
    groups=(
        WHOSE,
        Group(
            "The device in the box",
            (loaded_by(("loads", "what is in the box")), *OF_LOADS, METAL_IN_REACH),
        ),
        FROM_MAINS,
        Group("How far, and where", (RUN, AROUND, BUNCH)),
    ),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(lines_and_earth),
    cables=EVERY_CORD,
    traits=frozenset({Trait.LIES_STILL}),
    proof=("core", "earth", "insulation"),
    cautions=(),
)
