"""Multi-pole leads for signals, with a shield."""

from dataclasses import dataclass

from euthyne.core.kinds.asked import EACH_CARRIES, LIES_BESIDE_OTHERS, SUPPLY_VOLTS, WAYS, WHOSE
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, MakeUpInput, numbered, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class SignalBrief(Brief):
    """What is asked of a lead for signals."""

    shield: bool = False  # True where it has a shield


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

KIND = Kind(
    id="signal-lead",
    name="Multi-pole lead with shield",
    family=KindFamily.MANY_CORES,
    headline="How many cores, each carrying what, and is there a shield?",
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
        LIES_BESIDE_OTHERS,
    ),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(with_shield),
    cables=("screened-multicore", "H05RN-F"),
    traits=frozenset({Trait.LIES_STILL}),
    proof=("pin", "pins"),
    cautions=(),
)
