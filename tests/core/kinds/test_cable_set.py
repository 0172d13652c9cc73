"""A set of battery cables: one plan, one cut, a tag for each."""

from collections import Counter

import pytest
from leads import made

from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.cable_set import SetCable, usual_bank
from euthyne.core.plan import Plan
from euthyne.core.stores.needs import needs
from euthyne.core.trade.measures import tell


@pytest.fixture
def bank():
    """Four batteries, fuse, switch, winch: 30 cm each, 90 cm from the switch on."""
    lead = made("cable-set", brief__amps=100.0, brief__run_m=0.3, conductor__size="35 mm2")
    rows = list(usual_bank(4, 1, switched=True, feeds="winch"))
    rows[5] = SetCable(rows[5].a, rows[5].b, 0.9, "red", 90)
    return changed(lead, [("brief.set_cables", tuple(rows))])


def said(plan):
    return [tell(s.headline, "metric") for s in plan.build.steps]


def test_the_loss_is_that_of_all_its_cables_in_a_row(bank):
    plan = Plan(bank)
    assert plan.brief.run_m == pytest.approx(6 * 0.3 + 0.9)
    assert plan.conductor.sizing_brief.run_m == pytest.approx(plan.brief.run_m)


def test_it_is_cut_once_the_longest_first_and_each_piece_numbered(bank):
    (cut,) = [s for s in Plan(bank).build.steps if s.key == "cut"]
    assert next(f.words for f in cut.figures) == "cable 6"
    assert "Its number goes on both ends" in tell(cut.detail, "metric")


def test_its_kit_counts_every_lug_and_each_length(bank):
    kit = needs(Plan(bank))
    lugs = next(need for need in kit if need.kind == "part")
    cables = [need for need in kit if need.kind == "cable"]
    assert lugs.amount == 14
    assert Counter({need.pieces: 1 for need in cables}) == Counter({6: 1, 1: 1})


def test_a_step_names_the_cable_and_its_post(bank):
    heads = said(Plan(bank))
    assert "Press the lug on the red cable\u00a06, 35 mm², at winch plus" in heads
    assert not [h for h in heads if "number" in h or "core" in h]


def test_the_second_palm_is_pressed_as_it_will_lie(bank):
    last = {s.core: s for s in Plan(bank).build.steps if s.key.startswith("B-land")}
    lies = {c: {f.words: f.value for f in s.figures} for c, s in last.items()}
    assert lies["6"]["palm, against the other"] == "90° to the right"
    assert lies["1"]["palm, against the other"] == "flat with it"


def test_each_cable_has_a_tag_of_its_own(bank):
    tag = Plan(bank).tag
    tags = tag.each(tag.facts("2026-11-30", "RM"))
    assert [t.tag for t in tags] == [f"{bank.tag}/{n}" for n in range(1, 8)]
    assert tags[5].end_b == "winch plus: ring lug, M8"
    assert tags[5].run_m == 0.9


def test_ends_that_are_not_alike_are_chosen_post_by_post_and_stay(bank):
    lead = changed(bank, [("fit.c4b", "lug-m10"), ("stud.c4b", "M10")])
    more = changed(
        lead, [("brief.set_cables", (*lead.brief.set_cables, SetCable("winch minus", "hull")))]
    )
    parts = {f.id: (f.part, f.stud) for f in more.fittings}
    assert parts["c4b"] == ("lug-m10", "M10")
    assert len(more.fittings) == 16
    assert Plan(more).build.steps


def test_every_end_at_once(bank):
    lead = changed(bank, [("every.part", "lug-m8-booted"), ("every.stud", "M8")])
    assert {(f.part, f.stud) for f in lead.fittings} == {("lug-m8-booted", "M8")}


def test_two_cables_on_one_post_are_told_apart(bank):
    more = changed(
        bank, [("brief.set_cables", (*bank.brief.set_cables, SetCable("battery 1 minus", "hull")))]
    )
    words = {p.words for p in more.places}
    assert {"battery 1 minus, cable 7", "battery 1 minus, cable 8"} <= words
