"""Repairs: a lead that was whole, made whole again."""

from dataclasses import dataclass, replace
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
    # m from its plug to the damage
    damage_m: Annotated[float, Ge(0), Le(1e5)] | None = None
    mended_before: Annotated[int, Ge(0), Le(5)] = 0  # junctions that it has already


MENDED_BY = Question(
    "brief.repair_by",
    "Mended by",
    "choice",
    choices=(
        ("coupler", "a rated in-line junction"),
        ("resin", "a resin joint"),
        ("shorten", "shortening it, its far end made again"),
        ("shorten-plug", "shortening it, its plug made again"),
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
DAMAGE_AT = Question(
    "brief.damage_m", "From its plug", measure=LENGTH, optional=True, hint=f"{metres(8)}"
)
BEFORE = Question("brief.mended_before", "Junctions in it already", "whole", bounds=(0, 5))
TOOL = "there-before"  # a far end that is shut in a tool, and is not opened
JUNCTIONS = {"coupler": "inline-junction", "resin": "resin-joint"}


def mended(told: MakeUpInput) -> Assembly:
    """Two pieces of the old lead with a junction between them, each still in its old end; or one that is
    shortened, its plug or its far end made again. What is shut in a tool is never its far end made again:
    the plug is.
    """
    names = lines_and_earth(told)
    cores = cores_named(names)
    supply, load = told.ends
    plug = Fitting(SUPPLY.id, supply.id, SUPPLY.id, existing=True)
    far = Fitting(LOAD.id, load.id, LOAD.id, existing=True)
    if load.there_already:
        far = Fitting("tool", None, LOAD.id, existing=True, cavities=names)
    by = RepairBrief.of(told.brief).repair_by
    if by not in JUNCTIONS:
        at_plug = by == "shorten-plug" or load.there_already
        cord = Cable("cord", cores, existing=Existing(finished="b" if at_plug else "a"))
        made = replace(plug if at_plug else far, existing=False)
        ends = (made, far) if at_plug else (plug, made)
        return Assembly(told.places, ends, (cord,), straight(cord, plug.id, far.id, {}))
    junction = Fitting("junction", told.at("junction", default=JUNCTIONS[by]).id)
    old = Cable("plug-side", cores, existing=Existing(finished="a"))
    rest = Cable("tool-side", cores, existing=Existing(finished="b"))
    into = {core.id: (core.id, f"{core.id}a") for core in cores}
    out = {core.id: (f"{core.id}b", core.id) for core in cores}
    wires = straight(old, plug.id, junction.id, into) + straight(rest, junction.id, far.id, out)
    return Assembly(told.places, (plug, junction, far), (old, rest), wires)


def _start(
    name: str, words: str, a: str, b: str, brief: RepairBrief, conductor: Conductor | None = None
) -> Start:
    own = conductor or Conductor()
    scheme = "north-america" if own.unit == "AWG" else "iec"
    return Start(name, words, a=a, b=b, brief=brief, conductor=own, scheme=scheme)


OF_A_LEAD, OF_A_TOOL = "Repair of a lead", "Repair of a tool's cord"
METRIC = RepairBrief(feeds="socket", upstream_family="breaker-iec")
NORTH_AMERICA = RepairBrief(feeds="socket", volts=120.0, upstream_family="breaker-na")
RUBBER = Conductor(cable_type="H07RN-F")
SJOOW = Conductor(cable_type="SJOOW", unit="AWG")

KIND = Kind(
    id="repair",
    name=OF_A_LEAD,
    family=KindFamily.MAINS,
    headline="What does the mended lead feed, and how is it mended?",
    wanted_for="broken damaged cut cable mend fix",
    source="supply",
    starts=(
        _start("repair", OF_A_LEAD, "bs1363-plug", "bs1363-socket", METRIC),
        _start("repair-cee", OF_A_LEAD, "cee7-7-plug", "cee7-3-socket", METRIC),
        _start("repair-as", OF_A_LEAD, "as3112-10-plug", "as3112-10-socket", METRIC),
        _start(
            "repair-60309", OF_A_LEAD, "iec60309-16-plug", "iec60309-16-connector", METRIC, RUBBER
        ),
        _start("repair-nema", OF_A_LEAD, "nema-5-15p", "nema-5-15r", NORTH_AMERICA, SJOOW),
        _start("repair-tool", OF_A_TOOL, "bs1363-plug", TOOL, replace(METRIC, feeds="loads")),
        _start("repair-tool-cee", OF_A_TOOL, "cee7-7-plug", TOOL, replace(METRIC, feeds="loads")),
        _start(
            "repair-tool-nema",
            OF_A_TOOL,
            "nema-5-15p",
            TOOL,
            replace(NORTH_AMERICA, feeds="loads"),
            SJOOW,
        ),
    ),
    groups=(
        QuestionGroup("Whose", WHOSE.questions),
        QuestionGroup("The damage", (FOUND, DAMAGE_AT, CUT_OUT, MENDED_BY, BEFORE)),
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
