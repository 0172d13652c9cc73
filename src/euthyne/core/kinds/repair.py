"""Repairs: a lead that was whole, made whole again."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Le, MaxLen

from euthyne.core.assembly.records import Assembly, Cable, Existing, Fitting
from euthyne.core.kinds.asked import FEEDS, FROM_MAINS, MOVES_ABOUT, WHOSE
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import (
    LOAD,
    SUPPLY,
    MakeUpInput,
    cores_named,
    lines_and_earth,
    straight,
)
from euthyne.core.lead import Brief, Conductor, RepairBy
from euthyne.core.trade.figure import metres
from euthyne.core.trade.quantity import LENGTH
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class RepairBrief(Brief):
    """What is asked of a lead that is mended."""

    repair_by: RepairBy = "coupler"  # how it is repaired
    cut_out_m: Annotated[float, Ge(0), Le(1e5)] | None = None  # m that are cut out of it
    damage: Annotated[str, MaxLen(200)] = ""  # what was wrong with it, and where


MENDED_BY = Question(
    "brief.repair_by",
    "Mended by",
    "choice",
    choices=(
        ("coupler", "a rated in-line coupler"),
        ("resin", "a resin joint"),
        ("shorten", "shortening it"),
    ),
)

CUT_OUT = Question(
    "brief.cut_out_m", "Cut out", measure=LENGTH, optional=True, hint=f"{metres(0.3)}"
)
FOUND = Question(
    "brief.damage",
    "What was found, and where",
    "text",
    bounds=(0, 200),
    hint=f"cut by the door, {metres(8)} on",
)
JUNCTIONS = {"coupler": "inline-junction", "resin": "resin-joint"}


def mended(told: MakeUpInput) -> Assembly:
    """Two pieces of the old lead with a junction between them, each still in its old coupler; or one
    that is shortened, its far end made again.
    """
    cores = cores_named(lines_and_earth(told))
    supply, load = told.ends
    plug = Fitting(SUPPLY.id, supply.id, SUPPLY.id, existing=True)
    if RepairBrief.of(told.brief).repair_by == "shorten":
        cord = Cable("cord", cores, existing=Existing(finished="a"))
        end = Fitting(LOAD.id, load.id, LOAD.id)
        return Assembly(told.places, (plug, end), (cord,), straight(cord, plug.id, end.id, {}))
    joint = JUNCTIONS[RepairBrief.of(told.brief).repair_by]
    junction = Fitting("junction", told.at("junction", default=joint).id)
    end = Fitting(LOAD.id, load.id, LOAD.id, existing=True)
    old = Cable("plug-side", cores, existing=Existing(finished="a"))
    rest = Cable("tool-side", cores, existing=Existing(finished="b"))
    into = {core.id: (core.id, f"{core.id}a") for core in cores}
    out = {core.id: (f"{core.id}b", core.id) for core in cores}
    wires = straight(old, plug.id, junction.id, into) + straight(rest, junction.id, end.id, out)
    return Assembly(told.places, (plug, junction, end), (old, rest), wires)


KIND = Kind(
    id="repair",
    name="Repair of a lead",
    family=KindFamily.MAINS,
    headline="What does the mended lead feed, and how is it mended?",
    source="supply",
    starts=(
        Start(
            "repair",
            "Repair of a lead",
            a="bs1363-plug",
            b="bs1363-socket",
            brief=RepairBrief(feeds="socket", upstream_family="breaker-iec"),
            conductor=Conductor(),
        ),
    ),
    groups=(
        QuestionGroup("Whose", (*WHOSE.questions, MENDED_BY, CUT_OUT, FOUND)),
        FEEDS,
        FROM_MAINS,
        MOVES_ABOUT,
    ),
    places=(SUPPLY, LOAD),
    make_up=mended,
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED, Trait.MENDED}),
    proof=("core", "joint", "earth", "insulation", "load"),
    cautions=(),
)
