"""Leads for damp places and boats: tinned singles between lined rings."""

from dataclasses import dataclass, replace
from typing import Annotated, Literal

from annotated_types import MaxLen

from euthyne.core.assembly.records import (
    Assembly,
    Cable,
    Core,
    Existing,
    Fitting,
    Place,
    WireCourse,
)
from euthyne.core.kinds.asked import (
    AROUND,
    FUSE,
    FUSE_SHEATHED,
    FUSE_TO_POST,
    PLACE,
    RUN,
    SUPPLY_VOLTS,
    UNFUSED,
    WHOSE,
)
from euthyne.core.kinds.conversion import DRAWS
from euthyne.core.kinds.kind import Caution, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import (
    POLES,
    MakeUpInput,
    at_place,
    poles,
    single,
    two_ended,
    wires_of,
)
from euthyne.core.lead import Brief, Conductor
from euthyne.core.lead.stage import Stage
from euthyne.core.shelf.parts import part
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class BoatBrief(Brief):
    """What is asked of a lead of a boat, or of any damp place."""

    # what its cores end in at the load: terminals of their own, or splices to the tails it has
    load_end: Literal["terminals", "tails"] = "terminals"
    number: Annotated[str, MaxLen(8)] = ""  # its number at the panel


# How much may be lost by what it feeds. Source: ABYC E-11.
SERVES = Question(
    "loss.serves",
    "It feeds",
    "choice",
    choices=(
        ("critical", "3 %: lights, bilge, radio"),
        ("other", "10 %: cabin lights, a fan"),
        ("own", "as said at Conductor"),
    ),
)
LOAD_END = Question(
    "brief.load_end",
    "At the load",
    "choice",
    choices=(
        ("terminals", "terminals, on its posts"),
        ("tails", "splices, on its two tails"),
    ),
)
NUMBER = Question(
    "brief.number", "Number at the panel", "text", bounds=(0, 8), optional=True, hint="7"
)
PANEL = Place("panel", "supply", source=True, ours=False)
AT_LOAD = Place("load", "load", ours=False)
SPLICE = "butt-blue-lined"
TERMINAL = "ring-blue-m5-lined"


def to_its_load(told: MakeUpInput) -> Assembly:
    """A single a pole from the panel to the load, or to the splices on the tails the load has."""
    if BoatBrief.of(told.brief).load_end == "terminals":
        if told.parts[AT_LOAD.id].there_already:  # it had splices until now
            told = replace(told, parts={**told.parts, AT_LOAD.id: part(TERMINAL)})
        return two_ended(poles)(told)
    cores = poles(told)
    panel = at_place(told, PANEL, cores)
    kept = Fitting(AT_LOAD.id, None, AT_LOAD.id, existing=True, cavities=cores)
    splices, cables = [], []
    wires: tuple[WireCourse, ...] = ()
    for core in cores:
        name = f"splice{core}"
        splices.append(Fitting(name, told.at(name, default=SPLICE).id, function=core))
        tail = Cable(f"tail-{POLES[core]}", (Core(core),), existing=Existing(finished="b"))
        new = single(core)
        at = next(f for f in panel if f.function in (core, None))
        wires += wires_of(new, (core, f"{at.id}.{_mark(told, at, core)}", f"{name}.a"))
        wires += wires_of(tail, (core, f"{name}.b", f"{AT_LOAD.id}.{core}"))
        cables += [new, tail]
    return Assembly(told.places, (*panel, *splices, kept), tuple(cables), wires)


def _mark(told: MakeUpInput, at: Fitting, core: str) -> str:
    """The cavity of a core in a fitting: its own, or the only one there is."""
    marks = told.at(at.id, PANEL.id).marks
    return core if core in marks else marks[0]


KIND = Kind(
    id="damp-lead",
    name="Boat and damp lead",
    family=KindFamily.DIRECT,
    headline="What does it draw, how far, and how wet does it lie?",
    wanted_for="boat marine 12v 12 24 lamp pump bilge",
    source="battery",
    starts=(
        Start(
            "damp-lead",
            "Boat and damp lead",
            a=TERMINAL,
            b=TERMINAL,
            brief=BoatBrief(
                feeds="current", system="dc", volts=12.0, place="wet", fuse_family="blade-32v"
            ),
            conductor=Conductor(cable_type="RV-105", drop_percent=3.0, tinned=True),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup(
            "What it feeds",
            (
                SERVES,
                DRAWS,
                LOAD_END,
                NUMBER,
                SUPPLY_VOLTS,
                FUSE,
                UNFUSED,
                FUSE_TO_POST,
                FUSE_SHEATHED,
            ),
        ),
        QuestionGroup("How far, and where", (RUN, PLACE, AROUND)),
    ),
    places=(PANEL, AT_LOAD),
    make_up=to_its_load,
    cables=("RV-105", "battery-105"),
    traits=frozenset({Trait.LIES_STILL, Trait.FUSED_AT_THE_POST, Trait.AFLOAT}),
    proof=("pole", "lug", "apart", "polarity", "rise", "pull"),
    cautions=(
        Caution(
            code="damp-joints",
            level="note",
            stage=Stage.BUILD,
            watches="In damp and salt every crimp is lined, and nothing is twisted on or taped.",
            title="Lined crimps, no tape, nothing twisted on",
            text=(
                "Tinned wire, lined terminals, no bare copper behind a barrel. Below water a second "
                "lined sleeve over each."
            ),
            why="Salt creeps along bare strands under the insulation for a hand's breadth and more.",
            clears="Nothing to clear: the steps keep to it.",
        ),
    ),
)
