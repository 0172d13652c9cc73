"""Leads whose connectors have numbered ways: sealed on cords and single wires, open ends, pairs, keys, shields."""

import pytest
from leads import codes, made

from euthyne.core.checks import checks
from euthyne.core.kinds.assembling import changed
from euthyne.core.plan import Plan
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.waywords import read_ways, ways_of

ON_A_CORD = {
    "brief__ways": 2,
    "fit__supply": "sealed-8-socket",
    "fit__load": "open-2-ferrules",
    "conductor__cable_type": "H05RN-F",
    "conductor__size": "1 mm2",
}


def sealed(**said):
    return Plan(made("sealed-multiway", **ON_A_CORD | said))


def signal(**said):
    return Plan(made("signal-lead", **{"brief__ways": 8, "brief__amps": 0.1} | said))


def said_at(plan, part):
    return [s for s in plan.build.steps if part in s.key and s.kind != "gate"]


def test_a_sealed_lead_may_be_a_cord_with_an_open_end():
    plan = sealed()
    assert not {f.key for f in checks(plan) if f.level == "stop"} - {"unbuilt", "untested"}
    keys = [s.key for s in plan.build.steps]
    # The cover goes on first, each seal after its core is free, the open end is covered.
    assert keys.index("A-boot") < keys.index("A-strip") < keys.index("A-wireseal-1")
    assert "B-make-open-covered" in keys
    assert not any("-grip" in key for key in keys)
    # No core hangs its cord: the sheath is tied to the cover.
    assert "tied to its tail" in said_at(plan, "A-make-elbow")[0].detail


def test_a_cover_in_two_halves_is_shut_last_and_threaded_never():
    plan = sealed(fit__supply="sealed-8-socket-halved")
    keys = [s.key for s in plan.build.steps]
    assert "A-boot" not in keys
    assert keys.index("A-close") < keys.index("A-make-halves")


def test_what_a_way_is_for_stands_on_the_step_that_fills_it():
    plan = sealed(brief__supply_ways="1 plus, 2 minus")
    assert "for cavity 1 (plus)" in said_at(plan, "A-land-1")[0].headline
    assert "cavity 2 (minus)" in said_at(plan, "A-insert-2")[0].headline


def test_ways_that_cross_stop_and_one_press_lands_each_at_its_name():
    plan = sealed(brief__supply_ways="1 plus, 2 minus", brief__load_ways="1 minus, 2 plus")
    crossed = next(f for f in checks(plan) if f.key == "ways-crossed")
    after = Plan(changed(plan.lead, crossed.fix.changes))
    assert "ways-crossed" not in codes(after)
    assert {(j.a, j.b) for j in after.ends.joints} == {("1", "2"), ("2", "1")}


@pytest.mark.parametrize(
    ("typed", "kept"),
    [
        ("1 plus, 2 minus", {"1": "plus", "2": "minus"}),
        ("01: plus ,2=minus", {"1": "plus", "2": "minus"}),
        (" 7  tail   lamp ", {"7": "tail lamp"}),
        ("", {}),
    ],
)
def test_ways_are_read_as_people_write_them(typed, kept):
    assert ways_of(read_ways(typed, "brief.supply_ways")) == kept


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ("plus 1", "'plus 1' is not a way and what it is for"),
        ("1 plus, 1 minus", "way 1 is said twice"),
        ("01 plus, 1 minus", "way 1 is said twice"),
        ("1 plus, 01 minus", "way 1 is said twice"),
        ("3", "'3' is not a way"),
        ("1 " + "x" * 400, "letters are too many"),
    ],
)
def test_ways_that_make_no_sense_are_refused_in_words(typed, said):
    with pytest.raises(Refused) as refused:
        read_ways(typed, "brief.supply_ways")
    assert said in str(refused.value)


def test_the_water_test_is_asked_of_what_lies_in_wet_and_offered_elsewhere():
    mandatory = {
        place: next(x for x in sealed(brief__place=place).prove.lines if x.id == "wet").mandatory
        for place in ("wet", "outdoor", "indoor")
    }
    assert mandatory == {"wet": True, "outdoor": False, "indoor": False}


def test_no_probe_comes_to_a_way_that_is_plugged_and_its_plug_is_looked_at():
    plan = sealed()
    fix = next(f.fix for f in checks(plan) if f.key == "open-cavities")
    blanked = Plan(changed(plan.lead, fix.changes))
    used = {("supply", "1"), ("supply", "2"), ("load", "1"), ("load", "2")}
    points = {(p.fitting, p.cavity) for x in blanked.prove.probe_plan for p in (x.one, *x.against)}
    assert points == used
    assert "A-blanks" in [look.id for look in blanked.prove.looks]


def test_seals_that_no_core_of_a_cord_goes_into_are_a_stop_and_those_that_may_a_caution():
    levels = {
        size: {f.level for f in checks(sealed(conductor__size=size)) if f.code == "core-in-seal"}
        for size in ("1 mm2", "4 mm2")
    }
    assert levels == {"1 mm2": {"caution"}, "4 mm2": {"stop"}}
    assert "core-in-seal" not in codes(sealed(conductor__cable_type="RV-105"))


def test_a_crimped_connector_has_a_contact_in_every_way_and_none_on_its_shield():
    plan = signal(
        fit__supply="d9-pin-crimp", fit__load="round-12-socket", conductor__size="0.25 mm2"
    )
    inserted = [s.key for s in said_at(plan, "-insert-")]
    assert inserted == [f"A-insert-{n}" for n in range(1, 9)]
    assert said_at(plan, "A-land-S")
    laid = next(kit for kit in plan.build.steps[0].kits if kit.words.startswith("9-pole"))
    assert laid.contents[0] == "8 contacts and one to spare"


def test_small_cores_are_offered_where_little_is_carried():
    plan = signal(fit__supply="d9-pin", fit__load="d15-socket", conductor__size=None)
    assert plan.conductor.size_name == "0.08 mm2"
    loaded = signal(
        fit__supply="d9-pin", fit__load="d15-socket", conductor__size=None, brief__amps=0.6
    )
    assert loaded.conductor.size_name not in ("0.08 mm2", None)


def test_foils_of_pairs_are_cut_where_they_land_with_their_drains_and_where_not():
    plan = signal(conductor__cable_type="pair-screens", conductor__size="0.25 mm2")
    supply, load = said_at(plan, "layer-pairs")
    assert {supply.end, load.end} == {"A", "B"}
    by_end = {s.end: s.detail for s in (supply, load)}
    landed = "A" if next(j for j in plan.ends.joints if j.function == "S").a else "B"
    other = {"A": "B", "B": "A"}[landed]
    assert "land as one" in by_end[landed]
    assert "cut its drain flush" in by_end[other]


def test_a_key_is_turned_by_what_the_brief_says_where_the_connector_has_one():
    plan = signal(
        fit__supply="round-12-pin", fit__load="d9-socket", brief__key_supply=90, brief__key_load=45
    )
    turned = {s.key: [f.value for f in s.figures] for s in plan.build.steps if s.kind == "close"}
    assert turned == {"A-close": ["90°"], "B-close": []}


def test_colours_of_a_signal_cable_run_on_in_two_colours():
    plan = signal(brief__ways=24, fit__supply="round-19-pin", fit__load="round-19-socket")
    tints = [plan.ends.tint(j.core) for j in plan.ends.joints if j.function.isdigit()]
    assert len(set(tints)) == 24
    assert tints[10:12] == ["grey-pink", "red-blue"]
    assert "cores-spare" in codes(plan)
