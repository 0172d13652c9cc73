"""What Conductor asks: the run, the load and the cable beside the ladder, and what is seldom asked."""

from euthyne.core.kinds import Kind, Trait
from euthyne.core.kinds.kind import EVERY_CORD
from euthyne.core.lead import Brief
from euthyne.core.lead.paths import can_be_salvaged
from euthyne.core.plan import Plan
from euthyne.core.trade.cable import CableType, cable_types, cords
from euthyne.core.trade.figure import celsius, mm
from euthyne.core.trade.protection import PLUG_FUSE, families
from euthyne.core.trade.quantity import (
    CELSIUS,
    CURRENT,
    DIAMETER,
    LENGTH,
    MONEY,
    PERCENT,
    POWER,
    STRAND,
    VOLTS,
    Measure,
)
from euthyne.core.trade.question import Question
from euthyne.core.trade.rating import bases

METALS = (
    ("copper", "copper"),
    ("aluminium", "aluminium"),
    ("cca-15", "copper-clad aluminium, 15 %"),
    ("cca-10", "copper-clad aluminium, 10 %"),
)
WEAKEST = (
    (None, "as its table"),
    (90.0, f"{celsius(90)} terminals"),
    (75.0, f"{celsius(75)} terminals"),
    (60.0, f"{celsius(60)} terminals"),
)
SCHOOL_K = Measure(word="constant", unit="", low=9, high=25, example="10.4 or 12.9", shown="")
SERIES = (("mm2", "mm²"), ("AWG", "gauge"))
SALVAGED = Question(
    "cable.salvaged", "Cable is", "choice", choices=((False, "new"), (True, "salvaged"))
)
METAL = (
    Question("conductor.metal", "Metal", "choice", choices=METALS),
    Question("conductor.tinned", "Tinned", "choice", choices=((False, "plain"), (True, "tinned"))),
)
MORE = (
    Question("brief.circuits_together", "Circuits lying together", "whole", bounds=(1, 20)),
    Question("conductor.school_k", "K, the circular-mil school", measure=SCHOOL_K, hint="12.9"),
    Question("conductor.start_drop_percent", "Dip at the start", measure=PERCENT),
    Question(
        "conductor.price_per_kg",
        "Its metal costs, a kg",
        measure=MONEY,
        optional=True,
        hint="11.50",
    ),
    Question("brief.hours_a_year", "Used, hours a year", "whole", bounds=(1, 8784)),
)


OF_THE_CORD_THERE = (
    Question(
        "old.printed", "Printed on it", "size-name", optional=True, hint="1.5, 16/3 or 2x0.75"
    ),
    Question("old.od_mm", "Over all, measured", measure=DIAMETER, optional=True, hint=f"{mm(8.2)}"),
    Question("old.strands", "Strands in a core", "whole", bounds=(1, 2000), optional=True),
    Question("old.strand_mm", "One strand is", measure=STRAND, optional=True, hint=f"{mm(0.25)}"),
)


def asked(plan: Plan) -> tuple[Question, ...]:
    """Everything it asks."""
    return beside_the_ladder(plan) + closer(plan)


def _cables(kind: Kind) -> list[CableType]:
    """The cables offered for a kind of lead."""
    if kind.cables == EVERY_CORD:
        return list(cords())
    return [cable_types()[name] for name in kind.cables]


def _cable_words(cable: CableType) -> str:
    """A cable as one picks it: its designation and what it is, or what it is alone."""
    if cable.called == cable.name:
        return f"{cable.name}, {cable.words}"
    return cable.words


def beside_the_ladder(plan: Plan) -> tuple[Question, ...]:
    """The fields beside the ladder; a fused plug adds its fuse."""
    cord_choices = tuple((c.name, _cable_words(c)) for c in _cables(plan.kind))
    brief = plan.lead.brief
    # A set goes once round through its cables, each of its own length: the Brief asks those.
    run = Question("brief.run_m", "Run, one way", measure=LENGTH, drag=(0.2, 200.0))
    found = [
        *(() if Trait.APART in plan.kind.traits else (run,)),
        *_load_fields(brief),
        Question(
            "conductor.cable_type",
            "Cord" if plan.mains else "Cable",
            "choice",
            choices=cord_choices,
        ),
        Question(
            "conductor.drop_percent",
            "Loss allowed",
            measure=PERCENT,
            of_volts=plan.brief.sent_volts,
        ),
        Question("brief.ambient_c", "Around it", measure=CELSIUS),
    ]
    if plan.given.fused_plug and plan.ends["A"].part.fuse_family:
        amps = families()[plan.ends["A"].part.fuse_family].amps
        usual_one = "what fits"
        if plan.ends["A"].part.fuse_family == PLUG_FUSE:
            usual_one = "3 or 13 A, else what fits"
        choices = ((None, usual_one), *((a, f"{a:g} A") for a in amps))
        label = f"Fuse in the {plan.ends['A'].part.short}"
        found.append(Question("conductor.fuse_amps", label, "choice", choices=choices))
    elif not plan.mains:
        found.append(Question("conductor.unit", "Sizes in", "choice", choices=SERIES))
        if brief.fuse_family != "none":
            usual = (
                (None, "what carries it"),
                *((a, f"{a:g} A") for a in families()[brief.fuse_family].amps),
            )
            found.append(
                Question("conductor.fuse_amps", "Fuse at the source", "choice", choices=usual)
            )
        found.append(
            Question("conductor.measured_od_mm", "Cable over all", measure=DIAMETER, optional=True)
        )
    elif brief.feeds == "socket":
        found.append(
            Question(
                "brief.own_breaker_amps", "Breaker on the lead", measure=CURRENT, optional=True
            )
        )
    if plan.conductor.there is not None:
        found += OF_THE_CORD_THERE
    return (*found, *_circuit_fields(plan))


def _circuit_fields(plan: Plan) -> list[Question]:
    """What a circuit beside the power carries, and the size its wires are of."""
    found = []
    for circuit in plan.lead.circuits:
        words = circuit.id.capitalize()
        size = Question(f"circuit.{circuit.id}.size", f"{words}, size", "size-name", optional=True)
        amps = Question(
            f"circuit.{circuit.id}.amps",
            f"{words} carry",
            measure=CURRENT,
            optional=True,
            hint="0.5 A",
        )
        found += [size, amps]
    return found


def _load_fields(brief: Brief) -> list[Question]:
    """What may be pulled about beside the ladder: the load where it is one figure, and the volts."""
    asked = {
        "power": Question(
            "brief.watts", "Delivers", measure=POWER, optional=True, drag=(10.0, 10000.0)
        ),
        "current": Question(
            "brief.amps", "Amps", measure=CURRENT, optional=True, drag=(0.5, 500.0)
        ),
    }
    if brief.cells:
        counted = []
    else:
        counted = [Question("brief.volts", "Supply", measure=VOLTS)]
    return [*([asked[brief.feeds]] if brief.feeds in asked else []), *counted]


def closer(plan: Plan) -> tuple[Question, ...]:
    """The fields a builder seldom needs; terminals only as hot as the cable's own table."""
    limit = bases()[plan.conductor.cable_type.basis].limit_c
    weakest = tuple((c, words) for c, words in WEAKEST if c is None or c < limit)
    terminals = Question("conductor.terminal_c", "Weakest part", "choice", choices=weakest)
    # A cord that is shut in something is what it is, a tape as well: nobody chooses whether it is new.
    salvaged = (SALVAGED,) if can_be_salvaged(plan.lead) else ()
    return (terminals, *METAL, *salvaged, *MORE)
