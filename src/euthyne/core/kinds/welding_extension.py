"""Extensions of a welding lead."""

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.asked import AROUND, DRUM_LAYERS, PLACE, RUN, WHOSE, there_already
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import poles, two_ended
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.quantity import CURRENT, PERCENT, VOLTS
from euthyne.core.trade.question import Question

WELDS_AT = Question("brief.amps", "Welds at", measure=CURRENT, optional=True, hint="150 A")
DUTY = Question("brief.duty_percent", "Duty", measure=PERCENT)
ARC_VOLTS = Question("brief.volts", "Arc volts", measure=VOLTS)
POLES = Question("brief.poles", "Lengthens", "choice", choices=((1, "one pole"), (2, "both poles")))

KIND = Kind(
    id="welding-extension",
    name="Welding extension",
    family=KindFamily.DIRECT,
    headline="How hard does it weld, for how long, and what is there already?",
    source="arc",
    starts=(
        Start(
            "welding-extension",
            "Welding extension",
            a="bayonet-pin",
            b="bayonet-socket",
            brief=Brief(feeds="current", system="dc", volts=26.0, duty_percent=40.0, poles=1),
            conductor=Conductor(cable_type="H01N2-D", drop_percent=8.0),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The welder", (WELDS_AT, DUTY, ARC_VOLTS)),
        QuestionGroup(
            "There already",
            (*there_already("The lead it lengthens", length="3 m", size="25 mm2"), POLES),
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
