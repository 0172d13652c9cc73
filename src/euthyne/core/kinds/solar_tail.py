"""Solar couplers on the bare tail of what hangs between panels and controller: a meter, a breaker, a
controller itself.
"""

from dataclasses import replace

from euthyne.core.assembly.records import (
    Assembly,
    Cable,
    Core,
    Existing,
    Fitting,
    Place,
    WireCourse,
)
from euthyne.core.kinds.asked import AROUND, PLACE, RUN, WHOSE, there_already
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Trait
from euthyne.core.kinds.makeup import POLES, MakeUpInput, at_place, poles, wires_of
from euthyne.core.kinds.solar_string import (
    BY_ITS_TOOL,
    COLDEST,
    COUNTED,
    MODULE_PLUS,
    NORTH_AMERICA,
    ON_A_ROOF,
    ONE_MAKE,
    ROOF_RUN,
    SHORT_CIRCUIT,
)

PANELS = Place("panels", "supply", source=True, ours=False)
DEVICE = Place("device", "load", ours=False)


def on_a_bare_tail(told: MakeUpInput) -> Assembly:
    """A half of a coupler on each pole of a tail that is there, shut where it comes from."""
    cores = poles(told)
    halves = at_place(told, PANELS, cores)
    kept = Fitting(DEVICE.id, None, DEVICE.id, existing=True, cavities=cores)
    cables: list[Cable] = []
    wires: tuple[WireCourse, ...] = ()
    for core in cores:
        tail = Cable(f"tail-{POLES[core]}", (Core(core),), existing=Existing(finished="b"))
        half = next(f for f in halves if f.function in (core, None))
        (mark, *others) = told.at(half.id, PANELS.id).marks
        cables.append(tail)
        landed = core if others else mark
        wires += wires_of(tail, (core, f"{half.id}.{landed}", f"{DEVICE.id}.{core}"))
    return Assembly(told.places, (*halves, kept), tuple(cables), wires)


BRIEF = replace(ON_A_ROOF, run_m=0.3, ambient_c=40.0)

KIND = Kind(
    id="solar-tail",
    name="Solar couplers on a bare tail",
    family=KindFamily.DEVICES,
    headline="What do the panels give, and what tail has the device?",
    wanted_for="panel meter breaker controller roof photovoltaic pv",
    source="panels",
    starts=(
        replace(
            ROOF_RUN,
            id="solar-tail",
            name="Solar couplers on a bare tail",
            b="there-before",
            more=(("panels-", "solar-pin"),),
            brief=BRIEF,
            gauge_brief=replace(BRIEF, margin=NORTH_AMERICA),
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The string", (COLDEST, SHORT_CIRCUIT, COUNTED, MODULE_PLUS)),
        QuestionGroup(
            "The tail that is there", (*there_already("It is long", "0.3 m", "12 AWG"), RUN)
        ),
        QuestionGroup("Where", (PLACE, AROUND)),
    ),
    places=(PANELS, DEVICE),
    make_up=on_a_bare_tail,
    cables=("H1Z2Z2-K", "PV-wire", "USE-2", "RV-105", "battery-105"),
    traits=frozenset({Trait.LIES_STILL, Trait.LIVE_BY_DAY}),
    proof=("device", "pull"),
    cautions=(ONE_MAKE, BY_ITS_TOOL),
)
