"""Plugs for heating tapes: a cord spliced to a tape that lies in melt water."""

from dataclasses import dataclass, replace

from euthyne.core.assembly.records import Assembly, Cable, Core, Existing, Fitting, Place
from euthyne.core.kinds.asked import AROUND, FROM_MAINS, PLACE, RUN, WHOSE
from euthyne.core.kinds.kind import (
    EVERY_CORD,
    Caution,
    Kind,
    KindFamily,
    QuestionGroup,
    Start,
    Trait,
)
from euthyne.core.kinds.makeup import MakeUpInput, cores_named, lines_and_earth, wires_of
from euthyne.core.lead import Brief, Conductor
from euthyne.core.lead.stage import Stage
from euthyne.core.sizing.brief import Positive
from euthyne.core.trade.figure import metres
from euthyne.core.trade.quantity import HEAT, LENGTH
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class TapeBrief(Brief):
    """What is asked of a heating tape."""

    tape_m: Positive | None = None  # m of heating tape
    watts_per_m: Positive | None = None  # W a metre of tape, warm


TAPE = Question("brief.tape_m", "Tape, in all", measure=LENGTH, optional=True, hint=f"{metres(12)}")
WATTS = Question(
    "brief.watts_per_m",
    "Its heat, warm",
    measure=HEAT,
    optional=True,
    hint="18 W/m or 5 W/ft",
)
COLD_START = Question(
    "brief.start_multiple",
    "Cold start",
    "choice",
    choices=((1.0, "as warm"), (2.5, "2.5 times, near freezing"), (6.0, "6 times, deep frost")),
)

WALL = Place("wall", "supply", source=True)
ROOF = Place("roof", "load")
BUS_WIRES = "16 AWG"
TAPE_OD_MM = 14.0
TWO_HOTS_VOLTS = 200.0  # from so many a plug of North America has two hots
SEALS = {False: "end-seal", True: "end-seal-hots"}  # by whether its bus wires are both hot


def _joint(function: str) -> str:
    """The fitting that a core of the cord is joined to the tape in."""
    if function == "E":
        return "braid"
    return f"splice-{function}"


def _of_a_cord_that_is_there(told: MakeUpInput) -> tuple[str, ...]:
    """The cores of a cord whose plug is moulded on: between two hots by its volts, in North America."""
    american = told.brief.upstream_family == NORTH_AMERICA.upstream_family
    return ("L1", "L2", "E") if american and told.brief.volts > TWO_HOTS_VOLTS else ("L", "N", "E")


def _splice(told: MakeUpInput, function: str) -> Fitting:
    """The splice of a bus wire, or the barrel of the braid: the one that was chosen."""
    name = _joint(function)
    usual = "braid-barrel" if function == "E" else "butt-splice"
    return Fitting(name, told.at(name, default=usual).id, function=function)


def on_a_tape(told: MakeUpInput) -> Assembly:
    """A cord to the tape's joint: a splice a bus wire and a barrel for the braid; the tape, its bus
    wires ending apart in the seal of its far end.
    """
    there = told.parts[WALL.id].there_already
    functions = _of_a_cord_that_is_there(told) if there else lines_and_earth(told)
    hots = {"L1", "L2"} <= set(functions)
    if hots:  # a tape has two bus wires: between two hots no neutral comes to it
        functions = tuple(f for f in functions if f != "N")
    buses = tuple(f for f in functions if f != "E")
    plug = Fitting(WALL.id, told.parts[WALL.id].id, WALL.id)
    if there:
        plug = Fitting(WALL.id, None, WALL.id, existing=True, cavities=functions)
    splices = tuple(_splice(told, f) for f in functions)
    sealed = told.parts[ROOF.id].id
    if sealed in SEALS.values():
        sealed = SEALS[hots]
    seal = Fitting(ROOF.id, sealed, ROOF.id)
    cord = Cable("cord", cores_named(functions), existing=Existing(finished="a") if there else None)
    tape = Cable(
        "tape",
        tuple(Core(f, "black" if f == "L2" else None) for f in functions),
        type="heating-tape",
        size=BUS_WIRES,
        existing=Existing(od_mm=TAPE_OD_MM, length_m=TapeBrief.of(told.brief).tape_m),
    )
    wires = wires_of(cord, *((f, f"{plug.id}.{f}", f"{_joint(f)}.a") for f in functions))
    wires += wires_of(
        tape,
        *((f, f"{_joint(f)}.b", f"{seal.id}.{f}" if f in buses else None) for f in functions),
    )
    return Assembly(told.places, (plug, *splices, seal), (cord, tape), wires)


BRIEF = TapeBrief(
    feeds="tape",
    place="outdoor",
    ambient_c=20.0,
    start_multiple=2.5,
    continuous=True,
    upstream_family="breaker-iec",
)
NORTH_AMERICA = replace(BRIEF, upstream_family="breaker-na")
RUBBER = Conductor(cable_type="H07RN-F")
GAUGE = Conductor(cable_type="SJOOW", unit="AWG")


def _start(name: str, plug: str, brief: TapeBrief, cord: Conductor) -> Start:
    """A tape behind a plug; between two hots its far end is sealed in a seal of its own."""
    scheme = "north-america" if cord.unit == "AWG" else "iec"
    seal = SEALS[cord.unit == "AWG" and brief.volts > TWO_HOTS_VOLTS]
    words = (
        "Heating tape on a cord that is there" if plug == "there-before" else "Heating-tape plug"
    )
    return Start(name, words, plug, seal, brief, cord, scheme)


KIND = Kind(
    id="heating-tape",
    name="Heating-tape plug",
    family=KindFamily.DEVICES,
    headline="How much tape, at how many watts a metre, started how cold?",
    wanted_for="gutter pipe frost roof de-icing heat trace",
    source="supply",
    starts=(
        _start("heating-tape", "bs1363-plug-heavy", BRIEF, RUBBER),
        _start("heating-tape-cee", "cee7-7-plug-rubber", BRIEF, RUBBER),
        _start("heating-tape-nema", "nema-5-15p", replace(NORTH_AMERICA, volts=120.0), GAUGE),
        _start("heating-tape-240", "nema-6-15p", replace(NORTH_AMERICA, volts=240.0), GAUGE),
        _start("heating-tape-cord", "there-before", BRIEF, RUBBER),
        _start("heating-tape-cord-na", "there-before", replace(NORTH_AMERICA, volts=120.0), GAUGE),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The tape", (TAPE, WATTS, COLD_START)),
        FROM_MAINS,
        QuestionGroup("Its tail, and where", (RUN, PLACE, AROUND)),
    ),
    places=(WALL, ROOF),
    make_up=on_a_tape,
    cables=EVERY_CORD,
    traits=frozenset({Trait.LIES_STILL, Trait.BUS_WIRES}),
    proof=("tape",),
    cautions=(
        Caution(
            code="tape-end",
            level="note",
            stage=Stage.BUILD,
            watches=(
                "The two bus wires of a tape never meet, its braid is the earth, its far end is "
                "sealed."
            ),
            title="The bus wires never meet",
            text="Cut the far end back in a step and seal it. The braid is the earth.",
            why="Joined at the far end the two bus wires are a dead short along the whole tape.",
            clears="Nothing to clear: the steps keep to it.",
        ),
    ),
)
