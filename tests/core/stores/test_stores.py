"""Stores: what a lead needs, what it is taken from, what is lacking, what would do, what a spoiled
end costs.
"""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import AT, INVERTER, extension, made, plan

from euthyne.core.lead import Build, Rework
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.stages.build.spoiled import spoiled
from euthyne.core.standing.at_hand import at_hand
from euthyne.core.stores.laying import laid_out, shortages
from euthyne.core.stores.naming import what_of, words_of
from euthyne.core.stores.needs import comes_off, needs
from euthyne.core.stores.stock import Need, Stock, Taken
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.practices import Practices
from euthyne.drawing.reel import cut_drawing, length_left
from euthyne.exchange.stores_file import read_stores, write_stores
from in_metric import in_metric

LINK = {**INVERTER, "conductor__measured_od_mm": 14.6, "conductor__size": "50 mm2"}
CABLE = "H05VV-F 3G1.5"


def reel(name, left, what=CABLE, **more):
    return Stock(name, "cable", what, left, **more)


def wanted(p, kind):
    return [n for n in needs(p) if n.kind == kind]


def cable(metres, pieces=1, others=()):
    return Need("cable", CABLE, CABLE, metres * pieces, others, pieces)


def test_a_lead_needs_its_cable_couplers_fuse_and_tools():
    found = {n.key: n for n in needs(plan())}
    assert found[f"cable:{CABLE}"].amount == pytest.approx(plan().cut.length.cut_m)
    assert found["part:bs1363-plug"].amount == found["part:bs1363-socket"].amount == 1
    assert found["consumable:13 A fuse"].in_words == "1"
    assert {"tool:cable shear", "tool:knife", "tool:driver"} <= set(found)


def test_lugs_are_counted_by_size_for_each_core_with_their_sleeves_and_die():
    p = plan(**LINK)
    (lug,) = wanted(p, "part")
    assert (lug.what, lug.amount) == ("lug-m8 50 mm2", 4)
    (sleeve,) = wanted(p, "sleeve")
    assert sleeve.amount == pytest.approx(4 * 0.040 / 0.87, abs=0.001)
    assert [n.what for n in wanted(p, "die")] == ["50 mm2"]
    (cut,) = wanted(p, "cable")
    assert (cut.pieces, in_metric(cut.in_words)) == (2, f"2 of {p.cut.length.cut_m:.2f} m")


def test_the_same_part_on_both_ends_is_counted_twice_and_a_tool_once():
    p = plan(**{**LINK, "ends__b": "lug-m10"})
    assert [(n.what, n.amount) for n in wanted(p, "part")] == [
        ("lug-m8 50 mm2", 2),
        ("lug-m10 50 mm2", 2),
    ]
    assert [n.amount for n in wanted(p, "tool") if n.what == "press"] == [1]


def test_practices_are_laid_out_too():
    p = plan(
        **LINK,
        build__practices=Practices(
            crimp="crimp-then-solder", labels="printed-sleeve", heat="flame"
        ),
    )
    keys = {n.key for n in needs(p)}
    assert {"consumable:flux-cored solder", "tool:iron", "tool:small flame"} <= keys
    assert any("printed" in n.words for n in wanted(p, "sleeve"))


def test_nothing_is_needed_while_the_run_or_the_size_is_open():
    assert needs(plan(brief__run_m=None)) == ()
    assert needs(plan(conductor__size="1 AWG", conductor__cable_type="SJOOW"))


@pytest.mark.parametrize(
    ("pieces", "chosen", "left"),
    [
        ((61.4, 28.2, 7.3), "Reel 1", 18.2),
        ((61.4, 9.0), "Reel 0", 51.4),
        ((10.0, 12.0), "Reel 0", 0.0),
    ],
)
def test_the_shortest_that_is_long_enough_is_cut(pieces, chosen, left):
    stores = tuple(reel(f"Reel {i}", m) for i, m in enumerate(pieces))
    (found,) = laid_out((cable(10.0),), stores)
    assert [t.stock.name for t in found.taken] == [chosen]
    assert found.taken[0].left == pytest.approx(left)


def test_a_chosen_piece_goes_before_the_shortest_when_it_is_long_enough():
    stores = (reel("Reel 1", 61.4), reel("Reel 2", 28.2), reel("Offcut", 3.0))
    for piece, cut in (("Reel 1", "Reel 1"), ("Offcut", "Reel 2"), ("Reel 9", "Reel 2")):
        assert laid_out((cable(10.0),), stores, piece)[0].taken[0].stock.name == cut


def test_pieces_may_come_from_several_reels_but_one_is_never_joined():
    short = (reel("Reel 1", 4.0), reel("Reel 2", 4.5))
    (two,) = laid_out((cable(3.0, 2),), short)
    assert [(t.stock.name, t.amount) for t in two.taken] == [("Reel 1", 3.0), ("Reel 2", 3.0)]
    (one,) = laid_out((cable(6.0),), short)
    assert one.lacking
    assert one.on_hand == 8.5
    assert one.instead == "another cable is another sum: take it in Conductor"


@given(
    st.lists(st.floats(0.1, 60), min_size=1, max_size=6),
    st.floats(0.5, 20),
    st.integers(1, 5),
)
def test_what_is_taken_is_there_and_every_length_is_whole(lengths, each, many):
    stores = tuple(reel(f"Reel {i}", m) for i, m in enumerate(lengths))
    (found,) = laid_out((cable(each, many),), stores)
    could = sum(int(m / each + 1e-9) for m in lengths)
    assert found.lacking == (could < many)
    for t in found.taken:
        assert t.left > -1e-6
        assert round(t.amount / each) == pytest.approx(t.amount / each)
    assert found.lacking or sum(t.amount for t in found.taken) == pytest.approx(each * many)


def test_what_would_do_is_named_and_what_can_not_stand_in_is_said():
    p = plan(**LINK)
    other = Stock("Spare lugs", "part", "lug-m10 50 mm2", 4)
    found = {x.need.key: x for x in laid_out(needs(p), (other,))}
    assert found["part:lug-m8 50 mm2"].other is None
    spare = Stock("Rubber plugs", "part", "bs1363-plug-heavy", 4)
    cord = {x.need.key: x for x in laid_out(needs(plan(conductor__measured_od_mm=8.5)), (spare,))}
    assert cord["part:bs1363-plug"].instead == "Rubber plugs would do"
    assert cord["part:bs1363-plug"].other == spare
    assert found["tool:press"].instead == "a press can be borrowed"
    assert found["die:50 mm2"].instead == "a die of another size can not stand in"


def test_a_larger_cable_would_do_where_it_fits():
    heavy = {"ends__a": "bs1363-plug-heavy", "ends__b": "bs1363-socket-heavy"}
    p = plan(brief__run_m=10.0, conductor__cable_type="H07RN-F", **heavy)
    larger = next(n for n in needs(p) if n.kind == "cable").others[0]
    (found, *_) = laid_out(needs(p), (reel("Reel 4", 40.0, larger),))
    assert found.lacking
    assert found.instead == f"Reel 4 would do: {larger}"


def test_what_one_end_takes_is_not_there_for_the_other():
    needed = (Need("part", "c13", "c13", 3), Need("part", "c13", "c13", 3))
    first, second = laid_out(needed, (Stock("Box", "part", "c13", 5),))
    assert (first.lacking, second.lacking, second.on_hand) == (False, True, 2)


def test_a_spoiled_end_costs_what_it_swallows_and_the_slack_pays():
    p = plan(brief__run_m=10.0)
    supply, _load = spoiled(p.build)
    assert supply.costs_mm == p.cut.at_side("A").swallows_mm
    assert supply.times == int(300 // supply.costs_mm)
    assert supply.spare_m == pytest.approx(0.3 - supply.costs_mm / 1000)
    tight = spoiled(plan(brief__run_m=1.0).build)
    assert [s.times for s in tight] == [0, 0]
    assert tight[0].spare_m < 0


def test_length_that_went_already_is_not_spare_any_more():
    lost = Rework("A-cover", "cut-back", (), (), 250.0, AT, "RM")
    p = Plan(with_value(extension(), "build", Build(reworks=(lost,))))
    assert spoiled(p.build)[0].times == 0 < spoiled(plan().build)[0].times


def test_shortages_are_summed_over_the_leads_that_wait():
    both = shortages(
        [needs(plan()), needs(plan())],
        (reel("Reel 1", 15.0), Stock("Fuses", "consumable", "13 A fuse", 2)),
    )
    lacking = {n.key: (n.amount, there) for n, there in both}
    assert lacking[f"cable:{CABLE}"] == (pytest.approx(2 * plan().cut.length.cut_m), 15.0)
    assert lacking["part:bs1363-plug"] == (2, 0.0)
    assert "consumable:13 A fuse" not in lacking
    assert not any(key.startswith("tool") for key in lacking)


@pytest.mark.parametrize(
    ("kind", "typed", "what"),
    [
        ("cable", " H07RN-F   3G1.5 ", "H07RN-F 3G1.5"),
        ("cable", "battery cable 1x50", "battery-105 1x50"),
        ("cable", "battery cable 1 AWG", "battery-105 1 AWG"),
        ("cable", "1 AWG battery cable", "battery-105 1 AWG"),
        ("cable", "Battery cable 50 mm²", "battery-105 1x50"),
        ("cable", "vehicle and boat wire 1x1", "RV-105 1x1"),
        ("cable", "h07rn-f 3G1.5", "H07RN-F 3G1.5"),
        ("part", "c13", "c13"),
        ("part", "lug-m8 50mm²", "lug-m8 50 mm2"),
        ("sleeve", "12 mm 3:1", "12 mm 3:1"),
        ("die", "50 mm²", "50 mm2"),
        ("tool", "press", "press"),
    ],
)
def test_what_is_typed_is_understood(kind, typed, what):
    assert what_of(kind, typed) == what


@pytest.mark.parametrize(
    ("kind", "typed"),
    [
        ("cable", ""),
        ("cable", "string 3G1.5"),
        ("cable", "H07RN-F"),
        ("cable", "1 AWG"),
        ("part", "c99"),
        ("part", "lug-m8"),
        ("part", "c13 50 mm2"),
        ("sleeve", "13 mm"),
        ("die", "fifty"),
        ("tool", "x"),
    ],
)
def test_what_can_not_be_is_refused(kind, typed):
    with pytest.raises((Refused, ValueError)):
        what_of(kind, typed)


def test_a_die_of_16_is_asked_back_where_a_bench_buys_by_gauge():
    assert what_of("die", "16") == "16 mm2"
    assert what_of("die", "14", gauge=True) == "14 AWG"
    with pytest.raises(Refused) as refused:
        what_of("die", "16", gauge=True)
    assert refused.value.faults[0].fix == "type 16 AWG, or 16 mm2"


def test_things_are_said_in_the_words_of_the_shelf():
    assert in_metric(words_of("part", "lug-m8 50 mm2")) == "ring lug, M8, 50 mm²"
    assert in_metric(words_of("die", "50 mm2")) == "die for lugs of 50 mm²"


def test_the_document_goes_out_and_comes_in_and_lists_every_fault():
    stock = (reel("Reel 1", 61.4, price=1.38), Stock("Fuses", "consumable", "13 A fuse", 12))
    assert read_stores(write_stores(stock)) == stock
    broken = json.loads(write_stores(stock))
    broken["stock"][0]["left"] = -1
    broken["stock"][1]["kind"] = "magic"
    with pytest.raises(Refused) as refused:
        read_stores(json.dumps(broken))
    assert [f.field for f in refused.value.faults] == ["stock.0.left", "stock.1.kind"]


def test_a_cut_is_drawn_to_the_scale_of_the_piece():
    drawn = in_metric(cut_drawing((Taken(reel("Reel 2", 40.0), 10.0),), 10.0))
    assert "10.00 m off" in drawn
    assert "30.00 m stay on Reel 2" in drawn
    assert 'width="525"' in drawn
    assert 'width="175"' in drawn
    assert "2 × 5.00 m off" in in_metric(cut_drawing((Taken(reel("Reel 2", 40.0), 10.0),), 5.0))
    assert "12.5 m" in in_metric(length_left(reel("Reel 7", 12.5), 60.0))


def test_what_is_pressed_on_is_waste_and_what_is_screwed_on_comes_off():
    assert comes_off(Plan(made("inverter-link"))) == []
    assert {n.what for n in comes_off(Plan(made("extension-bs")))} == {
        "bs1363-plug",
        "bs1363-socket",
    }


@pytest.mark.parametrize("unit", ["AWG", "mm2"])
def test_a_bench_in_either_unit_sees_the_cable_of_the_other(unit):
    lead = made("inverter-link", conductor__unit=unit, conductor__size=None)
    on_hand = (
        Stock(name="Reel 6", kind="cable", what="battery-105 1x70", left=9.0),
        Stock(name="Reel 7", kind="cable", what="battery-105 2/0 AWG", left=9.0),
        Stock(name="Reel 8", kind="cable", what="battery-105 1x6", left=9.0),
    )
    found = {x.stock.name: x for x in at_hand(Plan(lead), on_hand)}
    assert {name for name, x in found.items() if x.would_do} == {"Reel 6", "Reel 7"}
    assert found["Reel 8"].stop == "too thin for its current"
