"""Splitters: one plug, and several sockets each on a piece of cord of its own."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Le

from euthyne.core.assembly.records import Assembly, Cable, Fitting
from euthyne.core.kinds.asked import FEEDS, FROM_MAINS, MOVES_ABOUT, WHOSE
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import (
    CORD,
    LOAD,
    SUPPLY,
    SUPPLY_AND_LOAD,
    MakeUpInput,
    cores_named,
    lines_and_earth,
    straight,
)
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.figure import metres
from euthyne.core.trade.quantity import LENGTH
from euthyne.core.trade.question import Question

WAYS_OUT = "bcd"  # the letters of the sides of a junction that its sockets hang on


@dataclass(frozen=True)
class SplitterBrief(Brief):
    """What is asked of a splitter."""

    outlets: Annotated[int, Ge(2), Le(3)] = 2  # sockets, each on a leg of its own
    leg_m: Annotated[float, Ge(0.05), Le(2000)] = 0.5  # m of each leg


OUTLETS = Question("brief.outlets", "Sockets", "whole", bounds=(2, 3))
LEG = Question("brief.leg_m", "Each on a leg of", measure=LENGTH, hint=f"{metres(0.5)}")


def split(told: MakeUpInput) -> Assembly:
    """A cord from the plug to a junction, and from there a leg to each socket; all of one size, since
    the one device upstream guards them all.
    """
    cores = lines_and_earth(told)
    asked = SplitterBrief.of(told.brief)
    sides = WAYS_OUT[: asked.outlets]
    plug = Fitting(SUPPLY.id, told.parts[SUPPLY.id].id, SUPPLY.id)
    junction = Fitting("junction", told.at("junction", default=f"junction-to-{asked.outlets}").id)
    cord = Cable(CORD, cores_named(cores))
    into = {core: (core, f"{core}a") for core in cores}
    wires = straight(cord, plug.id, junction.id, into)
    sockets, legs = [], []
    for n, side in enumerate(sides, start=1):
        name = f"{LOAD.id}-{n}"
        socket = Fitting(name, told.at(name, LOAD.id).id, LOAD.id)
        leg = Cable(f"leg-{n}", cores_named(cores), legs_m=(asked.leg_m,))
        out = {core: (f"{core}{side}", core) for core in cores}
        wires += straight(leg, junction.id, name, out)
        sockets.append(socket)
        legs.append(leg)
    return Assembly(told.places, (plug, junction, *sockets), (cord, *legs), wires)


def _start(name: str, plug: str, socket: str, brief: SplitterBrief, conductor: Conductor) -> Start:
    scheme = "north-america" if conductor.unit == "AWG" else "iec"
    return Start(name, "Splitter", plug, socket, brief, conductor, scheme)


RUBBER = Conductor(cable_type="H07RN-F")
BRIEF = SplitterBrief(feeds="socket", upstream_family="breaker-iec")
NORTH_AMERICA = SplitterBrief(feeds="socket", volts=120.0, upstream_family="breaker-na")

KIND = Kind(
    id="splitter",
    name="Splitter",
    family=KindFamily.MAINS,
    headline="What does it feed, from what, how far, and into how many sockets?",
    wanted_for="two three sockets y double",
    source="supply",
    starts=(
        _start("splitter-bs", "bs1363-plug-heavy", "bs1363-socket-heavy", BRIEF, RUBBER),
        _start("splitter-cee", "cee7-7-plug-rubber", "cee7-3-socket-rubber", BRIEF, RUBBER),
        _start(
            "splitter-nema",
            "nema-5-15p",
            "nema-5-15r",
            NORTH_AMERICA,
            Conductor(cable_type="SJOOW", unit="AWG"),
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("Feeds", (OUTLETS, LEG, *FEEDS.questions)),
        FROM_MAINS,
        MOVES_ABOUT,
    ),
    places=SUPPLY_AND_LOAD,
    make_up=split,
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED, Trait.EXTENDS}),
    proof=("core", "joint", "earth", "insulation", "load"),
    cautions=(),
)
