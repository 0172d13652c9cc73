"""Conversions: another connector on a device's own tail."""

from dataclasses import dataclass
from typing import Literal

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
    LIVE,
    PLACE,
    RUN,
    SUPPLY_VOLTS,
    UNFUSED,
    WHOSE,
    there_already,
)
from euthyne.core.kinds.cautions import ONE_AT_A_TIME
from euthyne.core.kinds.kind import Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import POLES, MakeUpInput, poles, single, wires_of
from euthyne.core.lead import Brief, Conductor
from euthyne.core.shelf.parts import part
from euthyne.core.trade.quantity import CURRENT
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class TailBrief(Brief):
    """What is asked of a tail that gets a connector."""

    # how a tail is joined: core to core, or by a piece
    tail_by: Literal["straight", "piece"] = "straight"
    tail_of: Literal["device", "pack"] = "device"  # whose tail it is


DRAWS = Question("brief.amps", "Draws", measure=CURRENT, optional=True, hint="20 A")

ADDED = Question(
    "brief.tail_by",
    "The coupler goes",
    "choice",
    choices=(("straight", "straight on the tail"), ("piece", "on a new piece, spliced to it")),
)
WHOSE_TAIL = Question(
    "brief.tail_of",
    "The tail is",
    "choice",
    choices=(("device", "the device's"), ("pack", "the pack's own")),
)
PACK = Place("pack", "supply", source=True, ours=False, shows="socket")
DEVICE = Place("device", "load", ours=False)
COUPLERS = {PACK.id: "tee-pin", DEVICE.id: "tee-socket"}  # a pack carries the finger-safe half


def _splice(told: MakeUpInput, core: str) -> Fitting:
    name = f"splice{core}"
    return Fitting(name, told.at(name, default="butt-splice").id, function=core)


def on_its_tail(told: MakeUpInput) -> Assembly:
    """The tail of a device, or of the pack itself, a single a pole and shut where it comes from: the
    coupler straight on it, or on a new piece that is spliced to it pole by pole.
    """
    cores, ends = poles(told), (PACK.id, DEVICE.id)
    shut = TailBrief.of(told.brief).tail_of
    made = next(name for name in ends if name != shut)
    chosen = told.parts.get(made)
    if chosen is None or chosen.there_already:
        chosen = part(COUPLERS[made])
    coupler = Fitting(made, chosen.id, made)
    kept = Fitting(shut, None, shut, existing=True, cavities=cores)
    piece = TailBrief.of(told.brief).tail_by == "piece"
    splices = tuple(_splice(told, core) for core in cores if piece)
    cables: list[Cable] = []
    wires: tuple[WireCourse, ...] = ()
    for core in cores:
        tail = Cable(
            f"tail-{POLES[core]}",
            (Core(core),),
            size=told.brief.already_size if piece else None,
            existing=Existing(finished="b"),
        )
        meets = f"splice{core}.b" if piece else f"{made}.{core}"
        cables.append(tail)
        wires += wires_of(tail, (core, meets, f"{shut}.{core}"))
        if piece:
            new = single(core)
            cables.append(new)
            wires += wires_of(new, (core, f"{made}.{core}", f"splice{core}.a"))
    fittings = sorted((coupler, kept), key=lambda f: ends.index(f.place or ""))
    return Assembly(told.places, (fittings[0], *splices, fittings[1]), tuple(cables), wires)


KIND = Kind(
    id="conversion",
    name="New connector on a device",
    family=KindFamily.DEVICES,
    headline="What does the device draw, and what tail has it already?",
    wanted_for="connector on a device battery fan camera",
    source="supply",
    starts=(
        Start(
            "conversion",
            "New connector on a device",
            a="tee-pin",
            b="there-before",
            brief=TailBrief(
                feeds="current", system="dc", volts=12.0, fuse_family="blade-32v", run_m=0.15
            ),
            conductor=Conductor(cable_type="RV-105", drop_percent=3.0),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The device", (DRAWS, SUPPLY_VOLTS, FUSE, UNFUSED)),
        LIVE,
        QuestionGroup(
            "There already", there_already("Its own tail", length="0.3 m", size="2.5 mm2")
        ),
        QuestionGroup("What is added, and where", (WHOSE_TAIL, ADDED, RUN, PLACE, AROUND)),
    ),
    places=(PACK, DEVICE),
    make_up=on_its_tail,
    cables=("RV-105", "battery-105"),
    traits=frozenset({Trait.MOVED, Trait.FUSED_AT_THE_POST, Trait.CUT_ON_A_PACK}),
    proof=("device", "pack"),
    cautions=(ONE_AT_A_TIME,),
)
