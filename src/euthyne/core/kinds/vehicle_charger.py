"""Extensions that a vehicle is charged through."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import MaxLen

from euthyne.core.kinds.asked import FEEDS, FROM_MAINS_OR_A_LEAD, MOVES_ABOUT, WHOSE
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, lines_and_earth, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class VehicleBrief(Brief):
    """What is asked of an extension that a vehicle is charged through."""

    permission: Annotated[str, MaxLen(200)] = ""  # by whose leave it is built, where that is wanted
    # the residual-current device upstream: blind to smooth direct current, or not
    rcd_type: Literal["unknown", "AC", "A", "A-6mA", "B"] = "unknown"


NAME = "Vehicle-charger extension"
PERMISSION = Question(
    "brief.permission", "Maker's permission", "text", bounds=(0, 200), hint="which page allows it"
)
RCD_TYPE = Question(
    "brief.rcd_type",
    "Type of that device",
    "choice",
    choices=(
        ("unknown", "not known"),
        ("AC", "AC, a sine on it"),
        ("A", "A, a sine and pulses"),
        ("A-6mA", "A, the charger opens at 6 mA"),
        ("B", "B"),
    ),
)

KIND = Kind(
    id="vehicle-charger",
    name=NAME,
    family=KindFamily.MAINS,
    headline="Does the vehicle's maker allow an extension, and what does it draw for hours?",
    wanted_for="electric car ev charge charging",
    source="supply",
    starts=(
        Start(
            "vehicle-charger-bs",
            "Vehicle-charger extension to a boxed outlet",
            a="bs1363-plug-heavy",
            b="bs1363-outlet-lit-in-bs-weatherproof",
            brief=VehicleBrief(
                feeds="socket", continuous=True, place="outdoor", upstream_family="breaker-iec"
            ),
            conductor=Conductor(cable_type="H07RN-F"),
        ),
        Start(
            "vehicle-charger",
            NAME,
            a="iec60309-16-plug",
            b="iec60309-16-connector",
            brief=VehicleBrief(
                feeds="socket", continuous=True, place="outdoor", upstream_family="breaker-iec"
            ),
            conductor=Conductor(cable_type="H07RN-F"),
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("Feeds", (PERMISSION, *FEEDS.questions)),
        QuestionGroup("From", (*FROM_MAINS_OR_A_LEAD.questions, RCD_TYPE)),
        MOVES_ABOUT,
    ),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(lines_and_earth),
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED, Trait.EXTENDS, Trait.MAKER_MUST_ALLOW}),
    proof=("core", "joint", "earth", "insulation", "load"),
    cautions=(),
)
