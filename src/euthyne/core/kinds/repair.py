"""Repairs: a lead that was whole, made whole again."""

from euthyne.core.kinds.asked import FEEDS, FROM_MAINS, MOVES_ABOUT, WHOSE
from euthyne.core.kinds.kind import EVERY_CORD, Family, Group, Kind, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, lines_and_earth, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.question import Question

MENDED_BY = Question(
    "brief.repair_by",
    "Mended by",
    "choice",
    choices=(
        ("coupler", "a rated in-line coupler"),
        ("resin", "a resin joint"),
        ("shorten", "shortening it"),
    ),
)

KIND = Kind(
    id="repair",
    name="Repair of a lead",
    family=Family.MAINS,
    headline="What does the mended lead feed, and how is it mended?",
    source="supply",
    starts=(
        Start(
            "repair",
            "Repair of a lead",
            a="bs1363-plug",
            b="bs1363-socket",
            brief=Brief(feeds="socket", upstream_family="breaker-iec"),
            conductor=Conductor(),
        ),
    ),
    groups=(Group("Whose", (*WHOSE.questions, MENDED_BY)), FEEDS, FROM_MAINS, MOVES_ABOUT),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(lines_and_earth),
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED, Trait.MENDED}),
    proof=("core", "earth", "insulation"),
    cautions=(),
)
