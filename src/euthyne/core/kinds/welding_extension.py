"""Extensions of a welding lead."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.asked import AROUND, DRUM_LAYERS, PLACE, RUN, WHOSE, there_already
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import poles, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.quantity import CURRENT, LENGTH, PERCENT, VOLTS
from euthyne.core.trade.question import Question

WELDS_AT = Question("brief.amps", "Welds at", measure=CURRENT, optional=True, hint="150 A")
DUTY = Question("brief.duty_percent", "Duty", measure=PERCENT)
ARC_VOLTS = Question("brief.volts", "Arc volts", measure=VOLTS)
LENGTHENS = Question(
    "brief.poles", "Lengthens", "choice", choices=((1, "one of the two leads"), (2, "both of them"))
)
SALVAGED = Question(
    "cable.salvaged",
    "Made from",
    "choice",
    choices=((False, "new cable"), (True, "a piece that is there")),
)
PIECE = Question(
    "cable.length_m", "The piece, as found", measure=LENGTH, optional=True, hint="4 m or 13 ft 2 in"
)
PRINTED = Question(
    "conductor.size", "Printed on it", "size-name", optional=True, hint="35 mm2 or 1 AWG"
)
WHICH = Question(
    "brief.lead",
    "Which",
    "choice",
    choices=(
        ("electrode", "the electrode lead, to the hand"),
        ("work", "the work lead, to the clamp"),
    ),
)


@dataclass(frozen=True)
class WeldBrief(Brief):
    """What is asked of the leads of a welder."""

    lead: Literal["electrode", "work"] = "electrode"  # which of its two leads, where it is one


def leads_of(brief: Brief) -> dict[str, str]:
    """What each pole of a welding lead is called, by its core."""
    asked = WeldBrief.of(brief)
    if asked.poles == 1:
        return {"+": f"{asked.lead} lead"}
    return {"+": "electrode lead", "-": "work lead"}


KIND = Kind(
    id="welding-extension",
    name="Welding extension",
    family=KindFamily.DIRECT,
    headline="How hard does it weld, for how long, and what is there already?",
    wanted_for="weld welder stinger clamp electrode",
    source="arc",
    starts=(
        Start(
            "welding-extension",
            "Welding extension",
            a="bayonet-pin",
            b="bayonet-socket",
            brief=WeldBrief(feeds="current", system="dc", volts=26.0, duty_percent=40.0, poles=1),
            conductor=Conductor(cable_type="H01N2-D", drop_percent=8.0),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The welder", (WELDS_AT, DUTY, ARC_VOLTS)),
        QuestionGroup("The piece in hand", (SALVAGED, PIECE, PRINTED)),
        QuestionGroup(
            "There already",
            (
                *there_already("The lead it lengthens", length="3 m", size="25 mm2"),
                LENGTHENS,
                WHICH,
            ),
        ),
        QuestionGroup("How far, and where", (RUN, PLACE, AROUND, DRUM_LAYERS)),
    ),
    places=(Place("welder", "supply", source=True, ours=False), Place("arc", "load", ours=False)),
    make_up=two_ended(poles),
    cables=("H01N2-D", "battery-105"),
    traits=frozenset({Trait.MOVED, Trait.WELDS}),
    proof=("arc", "clear", "warm"),
    cautions=(),
)
