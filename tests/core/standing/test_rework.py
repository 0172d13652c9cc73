"""What has to be done again: a step that is not right, a forgotten part, a wrong cut; what it opens
and costs.
"""

import itertools
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import AT, INVERTER, SIGNAL, made, plan, with_done
from proving import NAMES, built, proven
from sampling import some

from euthyne.core.checks import checks
from euthyne.core.kinds.cable_set import usual_bank
from euthyne.core.lead import Build, CableLoss, Rework, StepDone
from euthyne.core.order.forgotten import redo
from euthyne.core.order.laid import CableEnd
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import wiring_side
from euthyne.core.standing.rework import back_from, back_to, still_proven, thrown_away
from euthyne.core.stores.needs import spoiled_needs
from euthyne.core.trade.practices import Practices

LINK = {**INVERTER, "conductor__measured_od_mm": 14.6, "conductor__size": "50 mm2"}
EXTENSION = {
    "ends__a": "bs1363-plug-heavy",
    "ends__b": "bs1363-socket-heavy",
    "conductor__cable_type": "H07RN-F",
}


def built_upto(upto, **changes):
    """A lead with every step done up to one of them."""
    p = plan(**changes)
    keys = [s.key for s in p.build.steps]
    done = tuple(StepDone(key, AT, "RM") for key in keys[: keys.index(upto) + 1])
    return Plan(with_done(p.lead, done))


def test_a_screw_that_is_not_right_is_taken_back_with_what_came_after_it():
    p = built_upto("B-close", **EXTENSION)
    way = back_from(p, "B-land-N")
    assert way.how == "undo"
    assert way.length_lost_mm == 0
    assert way.opened[0] == "B-close"
    assert way.opened[-1] == "B-land-N"
    assert {"B-land-L", "B-grip"} <= set(way.opened)
    assert "B-land-E" not in way.opened
    assert way.then == "B-land-N"


def test_a_press_that_is_not_right_costs_its_lug_and_its_sleeve():
    p = built_upto("A-shrink-+", **LINK)
    way = back_from(p, "A-land-+")
    assert way.how == "alone"
    assert way.scrap == ("A-land-+",)
    assert way.sleeves == ("A-shrink-+",)
    assert thrown_away(p, (*way.scrap, *way.sleeves)) == ("lug", "shrunk sleeve")
    strip = p.cut.strips[CableEnd("plus", "A")]
    assert way.length_lost_mm == pytest.approx(strip.swallows_mm), "what Cut says an end costs"
    assert set(way.opened) == {"gate-A-land-+", "A-land-+", "A-sleeve-+", "A-shrink-+"}


def reworked(p, key):
    """The lead once a step that was not right was taken back, and the build it has then."""
    way = back_from(p, key)
    again = Rework(
        key, way.how, way.opened, way.scrap, way.length_lost_mm, AT, "RM", "not-right", "", way.lost
    )
    done = tuple(d for d in p.lead.build.done if d.step not in way.opened)
    lead = with_done(p.lead, done)
    return Plan(replace(lead, build=replace(lead.build, reworks=(*lead.build.reworks, again)))), way


def done_upto(lead, upto):
    """A lead with every step done up to one of them."""
    keys = [s.key for s in Plan(lead).build.steps]
    done = tuple(StepDone(key, AT, "RM") for key in keys[: keys.index(upto) + 1])
    return Plan(with_done(lead, done))


def sealed_built(upto):
    """A sealed lead of five ways, built up to a step."""
    return done_upto(made("sealed-multiway", conductor__size="1.5 mm2"), upto)


def test_a_bad_crimp_costs_its_contact_alone_until_it_has_clicked():
    p = sealed_built("B-land-2")
    after, way = reworked(p, "B-land-2")
    assert way.how == "alone"
    assert set(way.opened) == {"gate-B-land-2", "B-land-2", "B-wireseal-2"}
    assert thrown_away(p, way.scrap) == ("contact and its wire seal",)
    assert {"B-insert-1", "B-nut@1"} <= {d.step for d in after.lead.build.done}
    anew = next(s for s in after.build.steps if s.key == "B-land-2")
    assert anew.detail.startswith("Cut the old one off close behind it, and bare")
    assert after.build.steps_left[0].key == "B-wireseal-2"


def test_once_it_has_clicked_the_housing_goes_with_it():
    assert back_from(sealed_built("B-insert-2"), "B-land-2").how == "cut-back"


def test_a_core_of_a_cord_is_shortened_once_and_then_its_whole_end_is_cut():
    harness = made("switch-harness", conductor__size="1 mm2")
    event = next(e for e in Plan(harness).build.threading.events if e.alone_mm and e.on)
    after, way = reworked(done_upto(harness, event.id), event.id)
    assert (way.how, way.length_lost_mm) == ("alone", 0.0)
    assert back_from(done_upto(after.lead, event.id), event.id).how == "cut-back"


def test_what_is_wrong_on_one_single_costs_the_other_nothing():
    p = built_upto("A-shrink--", **LINK)
    assert {"A-land-+", "A-shrink-+"} <= {d.step for d in p.lead.build.done}
    way = back_from(p, "A-land-+")
    assert way.scrap == ("A-land-+",)
    assert not [key for key in way.opened if key.endswith(("--", "minus"))]


def test_a_forgotten_black_sleeve_comes_from_the_bare_far_end_and_costs_nothing():
    keys = [s.key for s in plan(**LINK).build.steps]
    last = max(("A-shrink-+", "A-land--"), key=keys.index)
    p = built_upto(last, **LINK)
    assert "B-cores@minus" not in {d.step for d in p.lead.build.done}
    way = back_to(p, "A-sleeve--")
    assert (way.how, way.scrap, way.length_lost_mm) == ("other-end", (), 0.0)
    assert way.then == "A-sleeve--"


def test_a_sleeve_that_is_not_right_before_the_press_only_comes_off():
    way = back_from(built_upto("A-cores@plus", **LINK), "A-sleeve-+")
    assert (way.how, way.opened, way.scrap) == ("undo", ("A-sleeve-+",), ())


def test_a_wrong_cut_costs_its_whole_length_and_opens_all_after_it():
    p = built_upto("A-cores@plus", **LINK)
    way = back_from(p, "cut")
    assert way.how == "cut-again"
    assert way.length_lost_mm == pytest.approx(2000 * p.cut.length.cut_m)
    assert way.opened[-1] == "cut"
    assert way.opened[0] == "A-cores@plus"


def test_a_gate_or_the_laying_out_is_only_opened_again():
    p = built_upto("A-land--", **LINK)
    assert back_from(p, "gate-A-land--").opened == ("gate-A-land--",)
    assert back_from(p, "lay-out").opened == ("lay-out",)
    assert back_from(p, "B-cores@plus") is None


def test_a_step_that_was_never_done_can_not_be_done_again():
    p = built_upto("A-cores@plus", **LINK)
    with pytest.raises(KeyError):
        redo(p.build.threading, p.build.done_on_cable, "A-land-+")


@pytest.mark.parametrize("changes", [LINK, EXTENSION], ids=["link", "extension"])
@given(data=st.data())
def test_whatever_is_not_right_the_lead_can_be_finished_and_nothing_is_opened_twice(changes, data):
    keys = [s.key for s in plan(**changes).build.steps]
    p = built_upto(data.draw(st.sampled_from(keys)), **changes)
    wrong = data.draw(st.sampled_from([d.step for d in p.lead.build.done]))
    way = back_from(p, wrong)
    assert way.possible
    assert wrong in way.opened
    assert len(set(way.opened)) == len(way.opened)
    kept = tuple(d for d in p.lead.build.done if d.step not in way.opened)
    again = Plan(replace(p.lead, build=replace(p.lead.build, done=kept)))
    assert set(again.build.steps_left) >= {s for s in p.build.steps if s.key in way.opened}
    assert {d.step for d in kept} | {s.key for s in again.build.steps_left} == set(keys)
    if way.how == "undo":
        assert way.scrap == ()


def test_a_forgotten_part_and_a_wrong_step_of_one_end_come_to_the_same_cut():
    p = built_upto("B-land-+", **LINK)
    forgotten, wrong = back_to(p, "B-sleeve-+"), back_from(p, "B-land-+")
    assert (forgotten.how, forgotten.scrap, forgotten.length_lost_mm) == (
        wrong.how,
        wrong.scrap,
        wrong.length_lost_mm,
    )
    assert back_to(p, "A-teapot") is None


def test_what_was_spoiled_is_counted_in_parts_and_sleeves():
    p = plan(**LINK)
    scrap = ("A-land-+", "A-land--", "A-shrink-+")
    needs = {
        n.kind: n
        for n in spoiled_needs(p, Rework("A-land-+", "cut-back", (), scrap, 40.0, AT, "RM"))
    }
    assert (needs["part"].what, needs["part"].amount) == ("lug-m8 50 mm2", 2)
    assert needs["sleeve"].amount == pytest.approx(0.040 / 0.87, abs=0.001)


def test_a_fresh_cut_forgives_the_length_lost_before_it():
    lost = Rework("A-land-+", "cut-back", (), (), 400.0, AT, "RM")
    fresh = Rework("cut", "cut-again", (), (), 10_000.0, AT, "RM")
    short = plan(build=Build(reworks=(lost,)))
    assert "no-longer-reaches" in {f.code for f in checks(short)}
    assert plan(build=Build(reworks=(lost, fresh))).build.length_lost_m == 0
    assert plan(build=Build(reworks=(lost, fresh, lost))).build.length_lost_m == pytest.approx(0.4)


def begun_again(lead, key, share=1.0):
    """A lead with so much of its build done, and then the way back from one of its steps taken."""
    steps = Plan(lead).build.steps
    done = tuple(StepDone(s.key, AT, "RM") for s in steps[: int(len(steps) * share)])
    again, _ = reworked(Plan(with_done(lead, done)), key)
    return again.lead


def test_what_a_tape_loses_is_not_taken_from_its_cord():
    lead = begun_again(made("heating-tape"), "A-layer-jacket@tape", 0.75)
    p = Plan(lead)
    assert p.build.lost_m("tape") == pytest.approx(0.066)
    assert p.build.lost_m("cord") == 0
    assert p.build.length_lost_m == pytest.approx(0.066)
    assert "no-longer-reaches" not in {f.code for f in checks(p)}


def test_what_two_singles_lose_is_each_taken_from_its_own():
    lead = made("inverter-link", conductor__size="50 mm2")
    once = begun_again(begun_again(lead, "A-land-+"), "A-land--")
    p = Plan(once)
    assert p.build.lost_m("plus") == p.build.lost_m("minus") > 0
    assert p.build.length_lost_m == pytest.approx(2 * p.build.lost_m("plus"))
    assert "no-longer-reaches" not in {f.code for f in checks(p)}
    twice = Plan(begun_again(begun_again(once, "A-land-+"), "A-land-+"))
    found = next(f for f in checks(twice) if f.code == "no-longer-reaches")
    assert "off the cable at its battery end" in found.text


def test_a_short_single_of_a_set_has_no_slack_of_a_long_one():
    first, *others = usual_bank(2, 1, switched=True, feeds="winch")
    rows = (replace(first, run_m=5.0), *(replace(row, run_m=0.3) for row in others))
    lead = made("cable-set", brief__amps=100.0, conductor__size="50 mm2", brief__set_cables=rows)
    p = Plan(lead)
    short = min(p.cut.lengths, key=lambda cable: p.cut.lengths[cable].cut_m)
    long = max(p.cut.lengths, key=lambda cable: p.cut.lengths[cable].cut_m)
    spare = {cable: p.build.spare_m(cable) for cable in (short, long)}
    assert spare[short] < spare[long]
    went = (spare[short] + spare[long]) / 2 * 1000
    for cable, stopped in ((short, True), (long, False)):
        lost = Rework("A-land", "cut-back", (), (), went, AT, "RM", lost=(CableLoss(cable, went),))
        again = Plan(replace(lead, build=replace(lead.build, reworks=(lost,))))
        assert ("no-longer-reaches" in {f.code for f in checks(again)}) == stopped


def test_of_two_ends_with_one_name_each_is_held_to_its_own_cable():
    lead = made("splitter-bs", conductor__size="1.5 mm2")
    little = 1.0  # mm, of every other cable
    for short in Plan(lead).cut.lengths:
        went = Plan(lead).build.spare_m(short) * 1000 + 5
        lost = tuple(
            CableLoss(cable, went if cable == short else little) for cable in Plan(lead).cut.lengths
        )
        again = Rework("A-land", "cut-back", (), (), went, AT, "RM", lost=lost)
        p = Plan(replace(lead, build=replace(lead.build, reworks=(again,))))
        found = next((f for f in checks(p) if f.code == "no-longer-reaches"), None)
        assert found is not None, short
        assert "5" in found.text


def test_cups_are_soldered_from_the_far_side_away_from_the_iron():
    orders = {}
    for hand in ("right", "left"):
        p = plan(**SIGNAL, build__practices=Practices(iron_hand=hand))
        at = {c.mark: c for c in wiring_side(p.ends["B"].part).cavities}
        landed = [at[s.core] for s in p.build.steps if s.kind == "land" and s.end == "B"]
        assert all(one.y > other.y - 1.0 for one, other in itertools.pairwise(landed))
        orders[hand] = [c.mark for c in landed]
        first, second = landed[:2]
        assert (first.x < second.x) == (hand == "right")
    assert orders["right"] != orders["left"]


def test_an_end_that_is_cut_off_leaves_nut_and_seal_on_the_cable():
    p = done_upto(made("solar-string", conductor__size="6 mm2"), "A-make-nut@panels+")
    way = back_from(p, "A-land-+")
    assert way.how == "cut-back"
    assert not {"A-nut@plus", "A-claws@plus"} & set(way.opened), "they lie behind the cut"
    assert {"A-cores@plus", "A-land-+", "A-insert-+", "A-make-nut@panels+"} <= set(way.opened)
    assert thrown_away(p, way.scrap) == ("contact", "coupler they had clicked into")


def test_a_sleeve_that_is_shrunk_goes_with_the_end_it_is_shrunk_on():
    p = done_upto(made("heating-tape"), "B-make-long@braid")
    way = back_from(p, "B-land-cord.L")
    assert {"B-long@cord", "B-short@cord"} <= set(way.opened)


@pytest.mark.parametrize("start", some(NAMES, 4))
def test_nothing_that_was_opened_counts_as_proven(start):
    p = proven(built(start))
    for done in p.lead.build.done:
        way = back_from(p, done.step)
        if way is None or not way.possible:
            continue
        kept = still_proven(p, way)
        opens = [step for step in p.build.steps if step.key in way.opened and step.end is not None]
        worked = [step for step in opens if step.kind != "gate"]
        if not worked:
            assert kept == p.lead.proof
            continue
        assert kept.probes == ()
        read = {line: step.key for step in p.build.steps for line in step.reads}
        assert {x.line for x in kept.readings} <= read.keys()
        assert not {read[x.line] for x in kept.readings} & set(way.opened)
        again = Plan(replace(p.lead, proof=kept))
        assert not again.prove.sound
        if way.how != "cut-again":
            assert len(kept.looks) < len(p.lead.proof.looks)
