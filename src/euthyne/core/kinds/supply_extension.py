"""Extensions of a machine's supply: heavy, on one phase, on two hots or on three phases."""

from dataclasses import dataclass

from euthyne.core.kinds.asked import FEEDS, FROM_MAINS_OR_A_LEAD, MOVES_ABOUT, WHOSE
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY_AND_LOAD, lines_and_earth, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.sizing.brief import Positive, System
from euthyne.core.trade.quantity import CURRENT, PERCENT
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class SupplyBrief(Brief):
    """What is asked of a machine's supply; of a welder what stands on its plate."""

    plate_amps: Positive | None = None  # A it draws at most: I1max of its plate
    # A that heat as it does over its cycle: I1eff of its plate
    plate_effective_amps: Positive | None = None

    @property
    def plate_duty_percent(self) -> float | None:
        """The duty that its two figures come to, in %; None where one is not said.

        Source: IEC 60974-1, the effective is the largest times the root of the duty.
        """
        if self.plate_amps is None or self.plate_effective_amps is None:
            return None
        return min(100.0, (self.plate_effective_amps / self.plate_amps) ** 2 * 100)


PLATE = QuestionGroup(
    "A welder's plate",
    (
        Question(
            "brief.plate_amps", "Largest amps, I1max", measure=CURRENT, optional=True, hint="46 A"
        ),
        Question(
            "brief.plate_effective_amps",
            "Effective amps, I1eff",
            measure=CURRENT,
            optional=True,
            hint="25 A, or its duty",
        ),
        Question("brief.duty_percent", "Duty, where no I1eff stands", measure=PERCENT),
    ),
)
RUBBER = Conductor(cable_type="H07RN-F")


def _north_american(
    name: str, words: str, a: str, b: str, volts: float = 240.0, system: System = "ac-single"
) -> Start:
    """A start of that continent: extra-hard-service cord by gauge, its colours, its breakers."""
    brief = SupplyBrief(feeds="socket", system=system, volts=volts, upstream_family="breaker-na")
    cord = Conductor(cable_type="SOOW", unit="AWG")
    return Start(name, words, a=a, b=b, brief=brief, conductor=cord, scheme="north-america")


KIND = Kind(
    id="supply-extension",
    name="Machine supply extension",
    family=KindFamily.MAINS,
    headline="What does it feed, from what, how far, and where does it live?",
    wanted_for="workshop machine lathe saw generator",
    source="supply",
    starts=(
        Start(
            "supply-cee",
            "Machine supply extension",
            a="cee7-7-plug-rubber",
            b="cee7-3-socket-rubber",
            brief=SupplyBrief(feeds="socket", upstream_family="breaker-iec"),
            conductor=RUBBER,
        ),
        Start(
            "supply-three",
            "Three-phase extension",
            a="iec60309-32-red5-plug",
            b="iec60309-32-red5-connector",
            brief=SupplyBrief(
                feeds="socket", system="ac-three", volts=400.0, upstream_family="breaker-iec"
            ),
            conductor=RUBBER,
        ),
        _north_american(
            "supply-split", "120/240 V extension", "nema-14-50p", "nema-14-50r", system="ac-split"
        ),
        _north_american(
            "supply-240-50", "Welder extension, 240 V 50 A", "nema-6-50p", "nema-6-50r"
        ),
        _north_american(
            "supply-split-30",
            "120/240 V extension, 30 A",
            "nema-14-30p",
            "nema-14-30r",
            system="ac-split",
        ),
        _north_american(
            "supply-240-20", "Machine extension, 240 V 20 A", "nema-6-20p", "nema-6-20r"
        ),
        _north_american(
            "supply-120-30",
            "Extension, 120 V 30 A, locking",
            "nema-l5-30p",
            "nema-l5-30r",
            volts=120.0,
        ),
        _north_american(
            "supply-240-30", "Machine extension, 240 V 30 A, locking", "nema-l6-30p", "nema-l6-30r"
        ),
        _north_american(
            "supply-split-30-locking",
            "Generator extension, 120/240 V 30 A, locking",
            "nema-l14-30p",
            "nema-l14-30r",
            system="ac-split",
        ),
        _north_american(
            "supply-box-50",
            "Welder outlet in a box, 240 V 50 A",
            "nema-6-50p",
            "nema-6-50-outlet-in-na-two-gang",
        ),
        Start(
            "supply-box-32",
            "Machine outlet in a box, 32 A",
            a="iec60309-32-plug",
            b="iec60309-32-outlet-in-flange-32",
            brief=SupplyBrief(feeds="socket", upstream_family="breaker-iec"),
            conductor=RUBBER,
        ),
    ),
    groups=(
        WHOSE,
        FEEDS,
        PLATE,
        FROM_MAINS_OR_A_LEAD,
        MOVES_ABOUT,
    ),
    places=SUPPLY_AND_LOAD,
    make_up=two_ended(lines_and_earth),
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED, Trait.EXTENDS}),
    proof=("core", "joint", "earth", "insulation", "load"),
    cautions=(),
)
