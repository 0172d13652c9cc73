"""One termination on a wire that is there already: a ring, a receptacle, a ferrule, a contact of
somebody's housing.
"""

from dataclasses import dataclass, replace
from typing import Annotated

from annotated_types import Ge, Le, MaxLen

from euthyne.core.assembly.records import Assembly, Cable, Core, Existing, Fitting, Place, Tint
from euthyne.core.kinds.asked import WHOSE
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import MakeUpInput, wires_of
from euthyne.core.lead import Brief, Conductor, Lead
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.quantity import DIAMETER, LENGTH
from euthyne.core.trade.question import Question
from euthyne.core.trade.wire import Size

END = Place("end", "supply")
REST = Place("rest", "load", words="where the wire comes from", ours=False)
CORE = "+"
BY_ONE = ("blade", "bare-barrel", "lug", "ferrule", "click-in", "sleeve-contact")


@dataclass(frozen=True)
class OneBrief(Brief):
    """What is asked of one termination, or of a row that is alike."""

    # how many alike are made, one after the other with one set-up
    many: Annotated[int, Ge(1), Le(500)] = 1
    connector: Annotated[str, MaxLen(60)] = ""  # the housing it goes into, as its owner knows it
    connector_ways: Annotated[int, Ge(1), Le(80)] | None = None  # how many ways that has
    cavity: Annotated[int, Ge(1), Le(80)] | None = None  # the one it goes into
    second_lock: bool = False  # True where that has a lock of its own behind its contacts


FAR = Place("far", "supply", words="where the other wire comes from", ours=False)
MANY = Question("brief.many", "How many alike", "whole", bounds=(1, 500))
OVER_ALL = Question(
    "conductor.measured_od_mm", "Over its insulation", measure=DIAMETER, optional=True
)
HOUSING = (
    Question(
        "brief.connector",
        "Called",
        "text",
        bounds=(0, 60),
        optional=True,
        hint="left tail lamp of the tractor",
    ),
    Question("brief.connector_ways", "Its ways", "whole", bounds=(1, 80), optional=True, hint="16"),
    Question(
        "brief.cavity", "This goes into way", "whole", bounds=(1, 80), optional=True, hint="7"
    ),
    Question(
        "brief.second_lock",
        "A second lock",
        "choice",
        choices=((False, "none, or not known"), (True, "yes: it is opened first, and shut last")),
    ),
)


def on_a_wire(told: MakeUpInput) -> Assembly:
    """A wire that is there already, shut where it comes from, and what goes on its open end: a terminal, or a
    splice with another wire that is there.
    """
    if told.parts[END.id].positions:
        return _spliced(told)
    made = Fitting(END.id, told.parts[END.id].id, END.id, function=CORE)
    rest = Fitting(REST.id, None, REST.id, existing=True, cavities=(CORE,))
    wire = Cable("wire", (Core(CORE),), existing=Existing(finished="b"))
    (mark,) = told.parts[END.id].marks[:1]
    wires = wires_of(wire, (CORE, f"{END.id}.{mark}", f"{REST.id}.{CORE}"))
    return Assembly(told.places, (made, rest), (wire,), wires)


def _spliced(told: MakeUpInput) -> Assembly:
    """Two wires that are there already, each shut where it comes from, and the splice between them."""
    splice = Fitting(END.id, told.parts[END.id].id, function=CORE)
    ends = [Fitting(p.id, None, p.id, existing=True, cavities=(CORE,)) for p in (FAR, REST)]
    wire = Cable("wire", (Core(CORE),), existing=Existing(finished="b"))
    other = Cable("other", (Core(CORE),), existing=Existing(finished="a"))
    one, two = told.parts[END.id].marks[:2]
    wires = wires_of(wire, (CORE, f"{END.id}.{one}", f"{REST.id}.{CORE}"))
    wires += wires_of(other, (CORE, f"{FAR.id}.{CORE}", f"{END.id}.{two}"))
    return Assembly((FAR, REST), (ends[0], splice, ends[1]), (wire, other), wires)


def terminations_for(size: Size) -> list[tuple[str, list[Part]]]:
    """The parts that end one wire of a size, by their family, as the shelf has them.

    Parameters: size of the wire. Returns: (family, its parts) in the order of the shelf.
    """
    found: dict[str, list[Part]] = {}
    for part in shelf().values():
        joins = part.joint == "splice" and part.face.name == "splice" and not part.threaded
        alone = (len(part.marks) == 1 and part.joint in BY_ONE) or joins
        alone = alone and not part.there_already
        low, high = part.terminal_mm2
        if (
            alone
            and low <= size.cross_section_mm2 <= high
            and (joins or TERMINATIONS[part.joint].crimped)
        ):
            found.setdefault(part.family, []).append(part)
    return list(found.items())


def on_wire(lead: Lead, size: Size, tint: Tint) -> Lead:
    """A lead of this kind with the wire it is made on: its size, and the colour it has."""
    cables = tuple(replace(c, cores=(Core(CORE, tint),)) for c in lead.cables)
    conductor = replace(lead.conductor, size=size.name, unit=size.unit)
    return replace(lead, cables=cables, conductor=conductor)


KIND = Kind(
    id="one-termination",
    name="One termination",
    family=KindFamily.DEVICES,
    headline="Which wire is it, and what does its end go into?",
    wanted_for="crimp ring terminal spade contact pin connector car tractor",
    source="end",
    starts=(
        Start(
            "one-termination",
            "One termination",
            a="ring-blue-m5",
            b="there-before",
            brief=OneBrief(feeds="current", system="dc", volts=12.0, run_m=1.0, fuse_family="none"),
            conductor=Conductor(cable_type="RV-105", size="1.5 mm2"),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup(
            "The wire", (Question("brief.run_m", "About", measure=LENGTH), MANY, OVER_ALL)
        ),
        QuestionGroup("The housing it goes into, where it goes into one", HOUSING),
    ),
    places=(END, REST),
    make_up=on_a_wire,
    cables=("RV-105", "battery-105"),
    traits=frozenset({Trait.LIES_STILL, Trait.ONE_END}),
    proof=("one", "pull"),
    cautions=(),
)
