"""Starting maps, colour schemes and one's own parts."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import plan

from euthyne.core.assembly.joints import STARTING_MAPS, by_function, straight_through
from euthyne.core.lead import part_of
from euthyne.core.shelf.face import turned
from euthyne.core.shelf.faults import faults_of
from euthyne.core.shelf.part import mating_face, wiring_side
from euthyne.core.shelf.parts import part, shelf
from euthyne.core.trade.colours import false_friends, schemes, schemes_for

ALIKE = [
    ("round-8", "round-8"),
    ("sealed-6-way", "sealed-6-way"),
    ("bs1363-plug", "bs1363-socket"),
    ("d25-pin", "d25-pin"),
]
PAIRS = st.sampled_from(ALIKE).map(lambda names: tuple(part(n) for n in names))


def cores(p):
    return tuple(m for m in p.marks)


@given(PAIRS)
def test_straight_through_reads_the_same_from_either_end(pair):
    a, b = pair
    there = straight_through(a.marks, b.marks, cores(a))
    back = straight_through(b.marks, a.marks, cores(b))
    landed = {pair for pair in there if None not in pair}
    assert landed == {(a, b) for b, a in back if a is not None and b is not None}


@given(PAIRS, st.sampled_from(sorted(STARTING_MAPS)))
def test_a_starting_map_lands_every_core_in_a_cavity_of_its_own(pair, name):
    a, b = pair
    mapped = STARTING_MAPS[name][1](a.marks, b.marks, cores(a))
    for end, p in ((0, a), (1, b)):
        used = [pair[end] for pair in mapped if pair[end]]
        assert len(used) == len(set(used))
        assert set(used) <= set(p.marks)
    assert len(mapped) == len(cores(a))


def test_crossed_and_shifted_are_what_their_names_say():
    six = part("sealed-6-way")
    run = cores(six)
    assert [b for _, b in STARTING_MAPS["crossed"][1](six.marks, six.marks, run)] == [
        "6",
        "5",
        "4",
        "3",
        "2",
        "1",
    ]
    assert [b for _, b in STARTING_MAPS["shifted"][1](six.marks, six.marks, run)] == [
        "2",
        "3",
        "4",
        "5",
        "6",
        "1",
    ]


def test_a_shield_is_landed_at_the_supply_end_only():
    shield = by_function(part("d25-pin").marks, part("round-8").marks, ("1", "S"))[-1]
    assert shield == ("S", None)


@given(st.sampled_from(sorted(shelf())), st.randoms())
def test_the_wiring_side_mirrors_the_mating_face_whatever_the_map(name, chance):
    p = shelf()[name]
    places = {c.mark: (c.x, c.y) for c in mating_face(p).cavities}
    assert {c.mark: (-c.x, c.y) for c in wiring_side(p).cavities} == places
    assert turned(turned(p.face)) == p.face


def test_black_is_neutral_on_one_cable_and_live_on_another_leaflet():
    assert ("black", "neutral", "live") in false_friends("uk-old", "north-america", ("L", "N", "E"))
    assert false_friends("iec", "iec", ("L", "N", "E")) == ()


@pytest.mark.parametrize(
    "cores_",
    [("L", "N", "E"), ("L1", "L2", "L3", "N", "E"), ("+", "-"), ("1", "2", "S"), ("+", "-", "T0")],
)
def test_there_is_a_scheme_for_every_set_of_cores(cores_):
    found = schemes_for(cores_)
    assert found
    assert all(s.source for s in schemes().values())


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"grip_mm": (9.0, 6.0)}, "part.grip_mm"),
        ({"amps": float("inf")}, "part.amps"),
        ({"path_mm": (("L", 20.0), ("N", 20.0))}, "part.path_mm"),
        ({"path_mm": (*part("c13").path_mm, ("X", 3.0))}, "part.path_mm"),
        ({"grip_mm": (5.0, 20.0)}, "part.threaded"),
        ({"source": " "}, "part.source"),
        (
            {"face": replace(part("c13").face, cavities=part("c13").face.cavities * 2)},
            "part.face.cavities",
        ),
    ],
)
def test_a_part_of_ones_own_that_makes_no_sense_is_told_where(change, field):
    assert field in {f.field for f in faults_of(replace(part("c13"), **change))}


def test_a_lead_keeps_its_own_copy_of_a_part():
    mine = replace(
        part("bs1363-plug"),
        id="bs1363-plug-own-1",
        grip_mm=(5.0, 9.0),
        source="its sheet, June 2025",
    )
    assert faults_of(mine) == []
    p = plan(ends__a=mine.id, ends__own=(mine,))
    assert part_of(p.lead, p.lead.fittings[0]) == p.ends["A"].part == mine


def test_a_colour_set_by_hand_is_what_every_step_and_drawing_says():
    tints = (("L", "white"), ("N", "black"), ("E", "green"))
    p = plan(ends__tints=tints)
    said = " ".join(s.headline for s in p.build.steps)
    assert "white core" in said and "brown core" not in said
    assert p.ends.colours.of("N") == "black"


def test_two_cores_of_one_colour_are_told_apart_by_number():
    p = plan(ends__scheme="numbered")
    said = [s.headline for s in p.build.steps if "core" in s.headline]
    assert any("black number 1 core" in x for x in said)
    assert any("black number 2 core" in x for x in said)
    assert len(set(said)) == len(said)


def test_two_hots_keep_their_colours():
    p = plan(brief__system="ac-split", brief__volts=240.0, ends__scheme="north-america")
    assert [p.ends.colours.of(c) for c in ("L1", "L2", "N", "E")] == [
        "black",
        "red",
        "white",
        "green",
    ]
    assert "north-america" in {s.name for s in schemes_for(("L1", "L2", "N", "E"))}
