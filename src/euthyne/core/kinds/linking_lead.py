"""Linking leads: from one unit of a chain to the next."""

from dataclasses import dataclass

from euthyne.core.kinds.asked import (
    EARTH_CORE,
    FROM_MAINS,
    MOVES_ABOUT,
    OF_LOADS,
    WHOSE,
    loaded_by,
)
from euthyne.core.kinds.cautions import PART_WITHOUT_LOAD
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, lines_and_earth, two_ended
from euthyne.core.lead import Brief, Conductor, Count
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class LinkingBrief(Brief):
    """What is asked of a lead between units of a chain."""

    units_allowed: Count | None = None  # units that may be linked behind it


UNITS_ALLOWED = Question(
    "brief.units_allowed",
    "The manual allows",
    "whole",
    bounds=(1, 64),
    optional=True,
    hint="units",
)

KIND = Kind(
    id="linking-lead",
    name="Linking lead",
    family=KindFamily.MAINS,
    headline="How many units hang on this lead, and how many does the manual allow?",
    wanted_for="stage fan chain daisy",
    source="supply",
    starts=(
        Start(
            "linking-lead",
            "Linking lead",
            a="power-out",
            b="power-in",
            brief=LinkingBrief(feeds="loads", upstream_family="breaker-iec"),
            conductor=Conductor(cable_type="H07RN-F"),
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup(
            "The units after this lead",
            (loaded_by(("loads", "these units, in a chain")), UNITS_ALLOWED, *OF_LOADS, EARTH_CORE),
        ),
        FROM_MAINS,
        MOVES_ABOUT,
    ),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(lines_and_earth),
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED, Trait.CHAINED}),
    proof=("core", "joint", "earth", "insulation", "load"),
    cautions=(PART_WITHOUT_LOAD,),
)
