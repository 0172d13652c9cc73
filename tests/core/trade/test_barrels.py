"""Barrels, layers and routes: what is stripped for each kind of terminal, in which steps, round
which corners.
"""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import INVERTER, SIGNAL, TAPE, plan

from euthyne.core.checks import checks
from euthyne.core.shelf.faults import faults_of
from euthyne.core.shelf.part import Post
from euthyne.core.shelf.parts import part
from euthyne.core.stages.cut.strip import strip_plan
from euthyne.core.trade.barrel import (
    OpenBarrel,
    closed_bare,
    crimp_colour,
    lug_for,
    lug_strips,
    lugs,
    open_bare,
    presses,
)
from euthyne.core.trade.layers import layered, staircase
from euthyne.core.trade.quantity import read_legs
from euthyne.core.trade.route import LEAST_BEND, left_over_mm
from euthyne.core.trade.wire import awg
from euthyne.drawing.cutting import cutting_drawing
from euthyne.drawing.staircase import staircase_drawing
from in_metric import in_metric

LINK = {**INVERTER, "conductor__measured_od_mm": 14.6, "conductor__size": "50 mm2"}
LNE = {"L": "L", "N": "N", "E": "E"}


@pytest.mark.parametrize(
    ("depth", "copper", "low", "aim", "high"),
    [(28, 9.2, 29.05, 30.05, 31.05), (20, 6.5, 20.7, 21.7, 22.7), (10, 1.0, 10.35, 10.85, 10.85)],
)
def test_a_closed_barrel_wants_its_depth_the_play_and_what_it_grows(depth, copper, low, aim, high):
    found = closed_bare(depth, copper)
    assert (found.low_mm, found.aim_mm, found.high_mm) == pytest.approx((low, aim, high))


@given(st.floats(4, 60), st.floats(0.5, 20))
def test_copper_between_insulation_and_barrel_is_never_more_than_half_its_diameter_or_two_mm(
    depth, copper
):
    found = closed_bare(depth, copper)
    assert found.low_mm <= found.aim_mm <= found.high_mm
    assert found.high_mm - found.low_mm <= min(copper / 2, 2.0) + 1e-9
    assert found.low_mm > depth


@given(st.floats(1, 12), st.floats(0.2, 3), st.floats(1, 8))
def test_in_an_open_barrel_the_insulation_ends_in_the_window_and_a_brush_stands_beyond(
    wings, window, insulation
):
    found = open_bare(OpenBarrel(wings, window, insulation))
    assert found.low_mm >= wings + 0.5
    assert wings + 0.5 < found.aim_mm < wings + window + 1.0
    assert found.high_mm <= wings + window + 1.0


def test_a_lug_is_the_smallest_that_holds_the_conductor():
    for lug in lugs():
        assert lug_for(lug.size_mm2) == lug
        assert lug.bore_mm < lug.outside_mm
        assert "check your part" in lug.source
    assert lug_for(33.0).size_mm2 == 35
    assert lug_for(awg("2").cross_section_mm2).size.name == "2 AWG"
    assert lug_for(300) is None


@given(st.floats(3, 80))
def test_presses_lie_side_by_side_on_the_barrel(barrel):
    many = presses(barrel)
    assert many >= 1
    assert many == 1 or many * 8.5 <= barrel


@pytest.mark.parametrize(
    ("copper", "colour"), [(0.5, "red"), (1.5, "red"), (2.08, "blue"), (6, "yellow"), (10, "")]
)
def test_an_insulated_terminal_has_the_colour_of_its_wire_range(copper, colour):
    assert crimp_colour(copper) == colour


def test_a_lug_step_carries_this_leads_own_numbers():
    p = plan(**LINK)
    land = next(s for s in p.build.steps if s.kind == "land")
    assert {f.words: in_metric(f.value) for f in land.figures} == {
        "bare": "29.1 to 31.1 mm",
        "presses, narrow die": "3",
        "die code": "14",
        "copper fills the bore": "64 %",
    }
    sleeve = next(s for s in p.build.steps if s.kind == "on-core")
    assert "cut to 46 mm" in in_metric(sleeve.numbers)
    cut = next(s for s in p.build.steps if s.kind == "cut")
    assert in_metric(cut.numbers) == f"length {p.cut.length.cut_m:.2f} m; pieces 2"


def test_the_table_of_lugs_says_bare_and_presses_for_each_size():
    found = {x.lug.size_mm2: x for x in lug_strips()}
    assert (round(found[50].bare.low_mm, 2), found[50].presses) == (29.05, 3)
    assert all(x.bare.low_mm > x.lug.barrel_mm for x in found.values())


def test_from_stud_to_stud_the_copper_ends_short_of_both():
    """Of an M8 lug the bore ends 16 mm from the middle of its stud: that much less is cut at each end."""
    length = plan(**LINK).cut.length
    assert length.ends_m == pytest.approx(-2 * 0.016)
    assert length.cut_m == pytest.approx(1.8 - 0.032 + length.slack_m)


def test_a_contact_is_stripped_for_its_own_wings():
    core = strip_plan(part("sealed-6-way"), {"1": "1"}, 1.5, 2.4).cores[0]
    assert (core.strip_low_mm, core.strip_high_mm) == pytest.approx(
        (4.0 + 0.2 * 1.0 + 0.5, 4.0 + 0.8 * 1.0 + 1.0)
    )


def test_a_core_that_lies_round_a_post_is_longer_by_its_own_middle():
    straight = part("bs1363-socket")
    bent = replace(straight, posts=(Post("E", 5.0, 180.0),))
    for core_mm in (2.0, 4.0):
        lengths = [
            {c.core: c.core_mm for c in strip_plan(of, LNE, 1.5, core_mm).cores}
            for of in (straight, bent)
        ]
        assert lengths[1]["E"] - lengths[0]["E"] == pytest.approx(
            3.14159 * (5 + core_mm / 2), abs=0.001
        )
        assert lengths[1]["L"] == lengths[0]["L"]


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"path_mm": (("L", -4.0), ("N", 15.0), ("E", 21.0))}, "part.path_mm"),
        ({"strip_mm": (-1.0, 5.0)}, "part.strip_mm"),
        ({"posts": (Post("E", 4.0, 700.0),)}, "part.posts"),
        ({"wings": OpenBarrel(4.0, 0.0, 3.0)}, "part.wings"),
    ],
)
def test_dimensions_that_can_not_be_are_said_where_they_are(changes, field):
    assert field in {f.field for f in faults_of(replace(part("c13"), **changes))}


def test_a_staircase_goes_down_from_the_outside_in():
    for name in ("screened-multicore", "heating-tape"):
        stairs = staircase(layered(name), 40.0)
        backs = [s.back_mm for s in stairs]
        assert backs == sorted(backs, reverse=True)
        assert min(backs) >= 0
        assert all(s.layer.do or s.layer.drawn == "sheath" for s in stairs)
    assert layered("H07RN-F") is None


def test_a_shielded_cable_is_stripped_in_steps_and_the_braid_is_used_at_one_end_only():
    p = plan(**SIGNAL)
    keys = [s.key for s in p.build.steps]
    for end in "AB":
        assert (
            keys.index(f"{end}-strip")
            < keys.index(f"{end}-layer-braid")
            < keys.index(f"{end}-layer-wrap")
        )
        assert keys.index(f"{end}-layer-wrap") < keys.index(f"{end}-cores")
    braids = {s.end: s.detail for s in p.build.steps if s.key.endswith("layer-braid")}
    assert "twist it" in braids["A"]
    assert "landed at the other end only" in braids["B"]


def test_a_heating_tape_is_opened_layer_by_layer_and_its_bus_wires_never_meet():
    p = plan(**TAPE)
    layers = [s for s in p.build.steps if s.kind == "layer"]
    for end in "AB":
        here = [s for s in layers if s.end == end]
        assert [s.part for s in here] == ["jacket", "braid", "inner", "core", "bus"]
        assert "must never meet" in here[-1].detail
    assert in_metric(layers[0].numbers) == "from the tip 75 mm"


def test_layers_are_drawn_to_scale_and_no_further_than_the_step():
    stairs = plan(**SIGNAL).cut.at_side("A").stairs
    whole = staircase_drawing(stairs, "the cord")
    assert all(s.layer.words in whole for s in stairs)
    first = staircase_drawing(stairs, "the cord", stairs[1].layer.id)
    assert stairs[2].layer.words not in first


@pytest.mark.parametrize(
    ("typed", "legs"),
    [
        ("4 m + 3.5 m + 2 m", (4, 3.5, 2)),
        ("25 m", ()),
        ("10 ft + 10 ft", (3.048, 3.048)),
        ("6 m loop", ()),
    ],
)
def test_a_run_typed_as_legs_keeps_them(typed, legs):
    assert read_legs(typed) == pytest.approx(legs)


@given(st.integers(0, 12), st.floats(1, 500))
def test_a_rounded_corner_is_never_longer_than_its_legs(corners, bend):
    assert 0 <= left_over_mm(corners, bend, "tape") < corners * 2 * bend + 1e-9
    assert left_over_mm(corners, bend, "string") == 0


@pytest.mark.parametrize(
    ("changes", "bending"),
    [({}, "moved"), ({"brief__drum_layers": 2}, "drum"), (LINK, "still")],
)
def test_how_tightly_a_cable_may_be_bent_depends_on_how_it_lives(changes, bending):
    p = plan(**changes)
    assert p.cut.bending == bending
    assert p.cut.least_bend_mm == pytest.approx(LEAST_BEND[bending] * p.conductor.cable_od_mm)


def test_corners_leave_over_what_a_tape_measured_too_much():
    p = plan(brief__legs_m=(4.0, 4.0, 2.0), cut__measured_with="tape", cut__bend_mm=100.0)
    assert p.cut.left_over_mm == pytest.approx(2 * 0.4292 * 100, abs=0.1)
    assert p.cut.length.cut_m == plan().cut.length.cut_m
    astray = plan(brief__legs_m=(4.0, 4.0))
    assert astray.cut.legs_m == (10.0,)


def test_a_bend_just_wide_enough_is_left_alone():
    least = plan().cut.least_bend_mm
    assert "bent-too-tight" not in {f.code for f in checks(plan(cut__bend_mm=least))}
    found = next(f for f in checks(plan(cut__bend_mm=least - 0.1)) if f.code == "bent-too-tight")
    assert found.fix.changes == (("cut.bend_mm", least),)


def test_the_cut_is_drawn_share_by_share():
    drawn = cutting_drawing(plan(cut__loops_mm=400.0, cut__reworks=1, brief__legs_m=(6.0, 4.0)))
    for words in (
        "run, 2 legs",
        "loops",
        "spare tries",
        "400 mm",
        ">6.00 m<",
        ">4.00 m<",
        "m to cut",
    ):
        assert words in in_metric(drawn)
    assert f"2 × {plan(**LINK).cut.length.cut_m:.2f} m to cut" in in_metric(
        cutting_drawing(plan(**LINK))
    )
