"""Faces, the shelf, the wire map, and the strip plan."""

import pytest
from leads import extension, plan

from euthyne.core.assembly.joints import Joint
from euthyne.core.shelf.face import turned
from euthyne.core.shelf.part import mating_face, wiring_side
from euthyne.core.shelf.parts import faces, part, shelf
from euthyne.core.stages.cut.cutlength import cut_length
from euthyne.core.stages.cut.strip import strip_plan
from euthyne.core.trade.colours import colour, schemes_for
from euthyne.core.trade.fault import Refused

PARTS = list(shelf().values())


def place(face, mark):
    cavity = next(c for c in face.cavities if c.mark == mark)
    return cavity.x, cavity.y


@pytest.mark.parametrize("p", PARTS, ids=lambda p: p.id)
def test_the_wiring_side_is_the_mirror_of_the_mating_face(p):
    mating, wiring = mating_face(p), wiring_side(p)
    for cavity in mating.cavities:
        x, y = place(wiring, cavity.mark)
        assert (x, y) == (-cavity.x, cavity.y)
    assert turned(turned(mating)) == mating


@pytest.mark.parametrize("p", PARTS, ids=lambda p: p.id)
def test_a_shelf_part_makes_sense(p):
    assert p.grip_mm[0] < p.grip_mm[1]
    assert p.terminal_mm2[0] < p.terminal_mm2[1]
    assert p.strip_mm[0] <= p.strip_mm[1]
    assert set(dict(p.path_mm)) == set(p.marks)
    assert p.amps > 0
    assert p.source
    assert not p.mains or p.positions or {m[0] for m in p.marks} <= set("LNE")
    assert all(t.bore_mm >= p.grip_mm[1] for t in p.threaded), (
        "what the grip holds must pass the threaded parts"
    )
    within = max(p.face.width, p.face.height) / 2
    assert all(abs(c.x) < within and abs(c.y) < within for c in p.face.cavities)


@pytest.mark.parametrize(
    ("face", "live", "neutral", "earth"),
    [
        ("bs1363", "right", "left", "above"),
        ("nema5-15", "right", "left", "below"),
        ("as3112", "left", "right", "below"),
        ("c13", "right", "left", "above"),
    ],
)
def test_contacts_sit_where_the_standard_puts_them(face, live, neutral, earth):
    side = {True: "right", False: "left"}
    found = faces()[face]
    assert side[place(found, "L")[0] > 0] == live
    assert side[place(found, "N")[0] > 0] == neutral
    assert ("above" if place(found, "E")[1] > place(found, "L")[1] else "below") == earth


def test_pins_and_holes_of_one_face_meet():
    plug, socket = part("bs1363-plug"), part("bs1363-socket")
    for mark in "LNE":
        x, y = place(mating_face(plug), mark)
        assert (-x, y) == place(mating_face(socket), mark)


def test_a_part_that_is_not_there_is_refused():
    with pytest.raises(Refused):
        part("nail")


def test_the_usual_map_joins_by_function():
    p = plan()
    assert [(j.core, j.a, j.b) for j in p.ends.joints] == [
        ("L", "L", "L"),
        ("N", "N", "N"),
        ("E", "E", "E"),
    ]
    assert p.ends.wanted_pairs == {frozenset((f"supply.{m}", f"load.{m}")) for m in "LNE"}
    assert p.ends.points == tuple(f"{end}.{m}" for end in ("supply", "load") for m in "LNE")


def test_joined_cores_sound_all_the_way_through():
    mapped = (Joint("L", "L", "L"), Joint("N", "N", "N"), Joint("E", "N", "E"))
    heard = plan(ends__joints=mapped).ends.wanted_pairs
    assert frozenset(("load.N", "load.E")) in heard
    assert frozenset(("supply.N", "load.E")) in heard
    assert frozenset(("supply.L", "load.N")) not in heard


def test_colours_mean_other_things_in_other_schemes():
    assert colour("north-america", "L") == "black" == colour("uk-old", "N")
    assert {s.name for s in schemes_for(("L", "N", "E"))} >= {
        "iec",
        "north-america",
        "au-nz-old",
        "uk-old",
    }
    assert all(s.source for s in schemes_for(("L", "N", "E")))


def test_the_earth_parts_last():
    strip = strip_plan(part("bs1363-plug"), {"L": "L", "N": "N", "E": "E"})
    slack = {c.core: c.slack_mm for c in strip.cores}
    assert slack["E"] >= slack["N"] + 5 >= slack["L"] + 10
    assert strip.earth_last


def test_where_there_is_no_room_the_plan_says_so():
    strip = strip_plan(part("c13"), {"L": "L", "N": "N", "E": "E"})
    assert not strip.earth_last
    assert max(c.slack_mm for c in strip.cores) <= part("c13").room_mm


def test_core_and_sheath_lengths_add_up():
    p = part("bs1363-plug")
    strip = strip_plan(p, {"L": "L", "N": "N", "E": "E"})
    for core in strip.cores:
        assert core.core_mm == pytest.approx(core.path_mm + core.slack_mm + core.strip_mm)
        assert core.core_mm + core.trim_mm == pytest.approx(strip.swallows_mm)
    assert strip.sheath_mm == pytest.approx(strip.swallows_mm - p.inside_mm)


def test_a_core_landed_elsewhere_takes_that_path():
    straight = strip_plan(part("bs1363-plug"), {"L": "L"}).cores[0]
    astray = strip_plan(part("bs1363-plug"), {"L": "E"}).cores[0]
    assert astray.path_mm > straight.path_mm


@pytest.mark.parametrize(
    ("run", "slack", "reworks", "cut"),
    [(25, 3, 0, 25.87), (0.5, 3, 0, 0.67), (10, 0, 0, 10.17), (10, 3, 2, 10.54)],
)
def test_cut_length_with_its_least_slack(run, slack, reworks, cut):
    assert cut_length(run, (60, 60), slack, 0, reworks).cut_m == pytest.approx(cut)


def test_the_demand_of_an_extension_is_its_socket_until_it_carries_its_own_breaker():
    assert plan().brief.demand_amps == 13
    assert plan(brief__own_breaker_amps=6.0).brief.demand_amps == 6
    assert plan(conductor__fuse_amps=5.0).brief.demand_amps == 5
    assert plan(ends__b="c13").brief.demand_amps == 10


def test_the_weakest_link_is_the_rating():
    assert plan().conductor.weakest.amps == 13
    assert plan().conductor.rating_amps(rolled=True) == pytest.approx(16 * 0.35)
    assert plan(ends__b="c13").conductor.weakest.amps == part("c13").amps


def test_the_same_lead_is_the_same_plan():
    assert extension() == extension()
    assert hash(extension()) == hash(extension())
    assert plan().build.stamp != plan(conductor__size="2.5 mm2").build.stamp
