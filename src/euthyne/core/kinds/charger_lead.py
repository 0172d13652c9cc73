"""Leads that a pack of cells is charged through."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.assembly.records import Assembly, Cable, Core, Fitting, Place
from euthyne.core.kinds.asked import FUSE, LIES_SOMEWHERE, UNFUSED, WHOSE
from euthyne.core.kinds.cautions import ONE_AT_A_TIME, PART_WITHOUT_LOAD
from euthyne.core.kinds.kind import Caution, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import (
    TAPS,
    MakeUpInput,
    poles,
    single,
    straight,
    two_ended,
    wires_of,
)
from euthyne.core.lead import Brief, Conductor, Count
from euthyne.core.lead.stage import Stage
from euthyne.core.shelf.parts import part
from euthyne.core.trade.quantity import CURRENT
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class PackBrief(Brief):
    """What is asked of a lead that charges a pack of cells."""

    charger_cells: Count | None = None  # cells that the charger's socket is made for
    taps: bool = False  # True where it has taps between the cells
    tap_form: Literal["through", "short"] = "through"  # whether taps run through, or are short ends
    braided: bool = False  # True where a braided sleeve lies over the whole bundle


CELLS = Question("brief.cells", "Cells in a row", "whole", bounds=(1, 64), optional=True)
EACH_FULL = Question(
    "brief.cell_volts",
    "Each, when full",
    "choice",
    choices=(
        (4.2, "4.2 V, lithium ion"),
        (4.35, "4.35 V, lithium ion, high volts"),
        (3.65, "3.65 V, iron phosphate"),
        (1.5, "1.5 V, nickel"),
        (2.45, "2.45 V, lead"),
    ),
)
CHARGES_AT = Question("brief.amps", "Charges at", measure=CURRENT, optional=True, hint="6 A")
SET_FOR = Question("brief.charger_cells", "Set for cells", "whole", bounds=(1, 64), optional=True)
BALANCE = Question(
    "brief.taps",
    "Balance wires",
    "choice",
    choices=((False, "none"), (True, "one a cell joint")),
)

TAP_FORM = Question(
    "brief.tap_form",
    "Balance wires run",
    "choice",
    choices=(
        ("through", "all, from plug to plug"),
        ("short", "short form: one plug on the pack, the middle ones only"),
    ),
)
BRAIDED = Question(
    "brief.braided",
    "Over the bundle",
    "choice",
    choices=((False, "nothing"), (True, "a braided sleeve, its ends under two sleeves")),
)
PACK = Place("pack", "supply", source=True, ours=False, shows="socket")
CHARGER = Place("charger", "load", source=True, ours=False)
FEWEST, MOST = 3, 9
LOOP_M = 0.05


def taps(told: MakeUpInput) -> tuple[str, ...]:
    """A tap for each joint of the cells and for both ends of the pack."""
    brief = PackBrief.of(told.brief)
    if not brief.taps or not brief.cells:
        return ()
    return tuple(f"T{i}" for i in range(brief.cells + 1))


def with_taps(told: MakeUpInput) -> Assembly:
    """Power from coupler to coupler; the taps beside it from the pack's balance plug to the
    charger's, or from the one plug of the pack, both its ends looped at the charger's posts.
    """
    ways = taps(told)
    if not ways:
        return two_ended(poles)(told)
    if PackBrief.of(told.brief).tap_form == "short":
        return _short_form(told, ways)
    power = two_ended(poles)(told)
    plugs = (
        _plug(told, "pack-taps", PACK, ways, "pin"),
        _plug(told, "charger-taps", CHARGER, ways, "socket"),
    )
    runs = tuple(single(tap, circuit=TAPS) for tap in ways)
    wires = tuple(wire for run in runs for wire in straight(run, "pack-taps", "charger-taps", {}))
    return Assembly(
        told.places,
        (*power.fittings, *plugs),
        (*power.cables, *runs),
        (*power.wires, *wires),
    )


def _short_form(told: MakeUpInput, ways: tuple[str, ...]) -> Assembly:
    """One balance plug on the pack carries the power by its first way and its last; at the charger
    both go on to the first and the last way of its own plug.
    """
    first, last = ways[0], ways[-1]
    pack = _plug(told, "pack", PACK, ways, "pin", drawn=True)
    coupler = Fitting("charger", told.parts[CHARGER.id].id, CHARGER.id)
    balance = _plug(told, "charger-taps", CHARGER, ways, "socket")
    power = (single("-"), single("+"))
    runs = tuple(single(tap, circuit=TAPS) for tap in ways[1:-1])
    wires = wires_of(power[0], ("-", f"pack.{first}", "charger.-"))
    wires += wires_of(power[1], ("+", f"pack.{last}", "charger.+"))
    for run in runs:
        wires += straight(run, "pack", "charger-taps", {})
    loops = tuple(
        Cable(f"loop-{end}", (Core(end),), circuit=TAPS, legs_m=(LOOP_M,), jumper=True)
        for end in (first, last)
    )
    wires += wires_of(loops[0], (first, "charger.-", f"charger-taps.{first}"))
    wires += wires_of(loops[1], (last, "charger.+", f"charger-taps.{last}"))
    return Assembly(told.places, (pack, coupler, balance), (*power, *runs, *loops), wires)


def _plug(
    told: MakeUpInput,
    name: str,
    place: Place,
    ways: tuple[str, ...],
    contact: str,
    *,
    drawn: bool = False,
) -> Fitting:
    """A balance plug with a way for each tap; one with more that was chosen stays. ``drawn`` where power runs
    through it: no crimp of its contacts takes so thick a wire, they are drawn and soldered.
    """
    many = min(max(len(ways), FEWEST), MOST)
    chosen = told.parts.get(name)
    own = f"balance-{many}-{contact}{'-drawn' if drawn else ''}"
    if (
        chosen is not None
        and set(ways) <= set(chosen.marks)
        and (chosen.joint == "solder") == drawn
    ):
        own = chosen.id
    spare = tuple(mark for mark in part(own).marks if mark not in ways)
    return Fitting(name, own, place.id, blanked=spare)


KIND = Kind(
    id="charger-lead",
    name="Battery charger lead",
    family=KindFamily.DIRECT,
    headline="How many cells, charged how fast?",
    wanted_for="lithium pack balance hobby model aeroplane cells",
    source="battery, full",
    starts=(
        Start(
            "charger-lead",
            "Battery charger lead",
            a="tee-pin",
            b="tee-socket",
            brief=PackBrief(
                feeds="current", system="dc", volts=12.6, cells=3, fuse_family="blade-32v"
            ),
            conductor=Conductor(cable_type="RV-105", drop_percent=3.0),
            scheme="dc-red-black",
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The battery", (CELLS, EACH_FULL)),
        QuestionGroup(
            "The charger", (CHARGES_AT, SET_FOR, BALANCE, TAP_FORM, BRAIDED, FUSE, UNFUSED)
        ),
        LIES_SOMEWHERE,
    ),
    places=(PACK, CHARGER),
    make_up=with_taps,
    cables=("RV-105", "battery-105"),
    traits=frozenset(
        {
            Trait.MOVED,
            Trait.TWO_SOURCES,
            Trait.FUSED_AT_THE_POST,
            Trait.CUT_ON_A_PACK,
            Trait.CHARGES,
        }
    ),
    proof=("tap", "clear", "cells"),
    cautions=(
        ONE_AT_A_TIME,
        PART_WITHOUT_LOAD,
        Caution(
            code="connecting-order",
            level="note",
            stage=Stage.TAG,
            watches="Between two sources, the order of connecting is said.",
            title="Charger end first, battery last",
            text="Part them the other way round.",
            why="The wrong order draws an arc at the battery.",
            clears="Nothing to clear: say it to whoever uses it.",
        ),
    ),
)
