"""Harnesses in a box: an inlet, a switch, an outlet, and the jumpers between them."""

from euthyne.core.assembly.records import Assembly, Cable, Existing, Fitting, Place, WireCourse
from euthyne.core.kinds.asked import (
    AROUND,
    BUNCH,
    FROM_MAINS,
    OF_LOADS,
    RUN,
    WHOSE,
    loaded_by,
)
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import MakeUpInput, cores_named, lines_and_earth, straight, wires_of
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.question import Question

METAL_IN_REACH = Question(
    "brief.earthed",
    "Metal in reach",
    "choice",
    choices=((True, "yes, earthed"), (False, "class II")),
)

INLET = Place("inlet", "supply", source=True)
BOX = Place("box", "load")
SWITCHES = {"L": "switch-single", "N": "switch-single", "all": "switch-double"}
JUMPER_M = 0.12
LIVE = ("L", "L1")


def in_a_box(told: MakeUpInput) -> Assembly:
    """An inlet, an outlet on a cord, and the switch between them: jumpers of the cord's own cores
    from the inlet to the switch, the neutral of the lamp beside that of the cord in one receptacle.
    """
    functions = lines_and_earth(told)
    inlet = Fitting(INLET.id, told.parts[INLET.id].id, INLET.id)
    outlet = Fitting(BOX.id, told.parts[BOX.id].id, BOX.id)
    cord = Cable("cord", cores_named(functions))
    if told.parts[BOX.id].there_already:
        # A pigtail cut from a bought cord: its moulded end stays as it is.
        outlet = Fitting(BOX.id, None, BOX.id, existing=True, cavities=functions)
        cord = Cable("cord", cores_named(functions), existing=Existing(finished="b"))
    if told.switch == "none":
        wires = straight(cord, inlet.id, outlet.id, {})
        return Assembly(told.places, (inlet, outlet), (cord,), wires)
    made = SWITCHES[told.switch]
    if told.switch_lit and told.switch == "L":
        made = "switch-lit"
    switch = Fitting("switch", told.at("switch", default=made).id)
    live = next(f for f in functions if f in LIVE)
    broken = {"L": {live: ""}, "N": {"N": ""}, "all": {live: "", "N": "N-"}}[told.switch]
    jumpers = [_jumper(function) for function in broken]
    runs: tuple[WireCourse, ...] = ()
    for jumper, (function, pole) in zip(jumpers, broken.items(), strict=True):
        runs += wires_of(jumper, (function, f"inlet.{function}", f"switch.{pole}in"))
    if made == "switch-lit":
        lamp = _jumper("N")
        jumpers.append(lamp)
        runs += wires_of(lamp, ("N", "inlet.N", "switch.N"))
    runs += wires_of(
        cord,
        *(
            (f, f"switch.{broken[f]}out" if f in broken else f"inlet.{f}", f"box.{f}")
            for f in functions
        ),
    )
    return Assembly(told.places, (inlet, switch, outlet), (cord, *jumpers), runs)


def _jumper(function: str) -> Cable:
    """A short piece of the cord's own core."""
    return Cable(f"jumper-{function}", cores_named((function,)), legs_m=(JUMPER_M,), jumper=True)


KIND = Kind(
    id="switch-harness",
    name="Inlet and switch harness",
    family=KindFamily.DEVICES,
    headline="What does the box feed, and how long are its jumpers?",
    wanted_for="box panel switch inlet",
    source="supply",
    starts=(
        Start(
            "switch-harness",
            "Inlet and switch harness",
            a="c14-inlet",
            b="boxed-outlet-bs",
            brief=Brief(feeds="loads", ambient_c=40.0, run_m=0.6, upstream_family="breaker-iec"),
            conductor=Conductor(),
        ),
        Start(
            "switch-harness-pigtail",
            "Inlet and switch on a moulded pigtail",
            a="c14-inlet",
            b="there-before",
            brief=Brief(feeds="loads", ambient_c=40.0, run_m=0.4, upstream_family="breaker-iec"),
            conductor=Conductor(),
        ),
        Start(
            "switch-harness-na",
            "Inlet and switch harness, 120 V",
            a="c14-inlet",
            b="c13",
            brief=Brief(
                feeds="loads", volts=120.0, ambient_c=40.0, run_m=0.4, upstream_family="breaker-na"
            ),
            conductor=Conductor(cable_type="SJOOW", unit="AWG"),
            scheme="north-america",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup(
            "The device in the box",
            (loaded_by(("loads", "what is in the box")), *OF_LOADS, METAL_IN_REACH),
        ),
        FROM_MAINS,
        QuestionGroup("How far, and where", (RUN, AROUND, BUNCH)),
    ),
    places=(INLET, BOX),
    make_up=in_a_box,
    cables=EVERY_CORD,
    traits=frozenset({Trait.LIES_STILL}),
    proof=("core", "joint", "earth", "bond", "insulation", "switch", "pull"),
    cautions=(),
)
