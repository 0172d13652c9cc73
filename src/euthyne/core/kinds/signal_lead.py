"""Multi-pole leads for signals, with a shield."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Le

from euthyne.core.kinds.asked import EACH_CARRIES, LIES_BESIDE_OTHERS, SUPPLY_VOLTS, WAYS, WHOSE
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, MakeUpInput, numbered, two_ended
from euthyne.core.kinds.ways import WAYS_SAID, WaysBrief
from euthyne.core.lead import Conductor
from euthyne.core.trade.question import Question

Degrees = Annotated[int, Ge(0), Le(359)]


@dataclass(frozen=True)
class SignalBrief(WaysBrief):
    """What is asked of a lead for signals."""

    shield: bool = False  # True where it has a shield
    # degrees that the key of a round connector is turned, clockwise as one looks at its face
    key_supply: Degrees | None = None
    key_load: Degrees | None = None  # and that at the load


def with_shield(told: MakeUpInput) -> tuple[str, ...]:
    """Cores by their number, and the shield where there is one."""
    if SignalBrief.of(told.brief).shield:
        return (*numbered(told), "S")
    return numbered(told)


SHIELD = Question(
    "brief.shield",
    "Shield",
    "choice",
    choices=((True, "yes, landed at one end"), (False, "none")),
)

KEYS = tuple(
    Question(
        f"brief.key_{place}",
        f"Key at the {place}, degrees",
        "whole",
        bounds=(0, 359),
        optional=True,
        hint="90, clockwise, looking at its face",
    )
    for place in ("supply", "load")
)

KIND = Kind(
    id="signal-lead",
    name="Multi-pole lead with shield",
    family=KindFamily.MANY_CORES,
    headline="How many cores, each carrying what, and is there a shield?",
    wanted_for="data sensor encoder serial audio control multicore",
    source="supply",
    starts=(
        Start(
            "signal-lead",
            "Multi-pole lead with shield",
            a="d25-pin",
            b="round-8",
            brief=SignalBrief(
                feeds="current", system="dc", volts=24.0, ways=8, shield=True, earthed=False
            ),
            conductor=Conductor(cable_type="screened-multicore", drop_percent=5.0),
            scheme="din-47100",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The cores", (WAYS, EACH_CARRIES, SUPPLY_VOLTS, SHIELD)),
        QuestionGroup("What each way is for, and the keys", (*WAYS_SAID, *KEYS)),
        LIES_BESIDE_OTHERS,
    ),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(with_shield),
    cables=("screened-multicore", "screened-pairs", "pair-screens", "H05RN-F"),
    traits=frozenset({Trait.LIES_STILL}),
    proof=("pin", "pins"),
    cautions=(),
)
