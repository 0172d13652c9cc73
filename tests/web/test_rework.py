"""A step that is not right, a gate that was not answered, a press too many: what the pages say and
what is kept.
"""

from dataclasses import replace

import pytest
from person import words
from proving import proven

from euthyne.core.checks import checks
from euthyne.core.lead import StepDone
from euthyne.core.plan import plan_of
from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
LINK, EXTENSION = "TR-0014", "TR-0019"


def build(person, store, tag, last):
    """Confirms every open step up to one of them, gates answered."""
    for step in plan_of(store.get(tag).lead).build.steps_left:
        assert person.confirm(tag, step.key).status_code == 200
        if step.key == last:
            return


def wrong(person, tag, step, **more):
    return person.client.post(
        f"/leads/{tag}/build/wrong", data={"step": step, "initials": "QX"} | more
    )


def left(store, name):
    return next(s.left for s in StoresStore(store.engine).all() if s.name == name)


def keys(store, tag):
    return [d.step for d in store.get(tag).lead.build.done]


def test_a_gate_is_not_passed_until_each_part_is_ticked(person, store):
    build(person, store, LINK, "A-cores@plus")
    page = person.open(f"/leads/{LINK}/build/bench")
    assert page.count('name="on"') == 1
    answer = person.client.post(
        f"/leads/{LINK}/build/done", data={"step": "gate-A-land-+", "initials": "RM"}
    )
    assert answer.status_code == 409
    assert "Not asked for yet: the sleeve on the red wire, plus, battery end." in words(answer.text)
    assert "gate-A-land-+" not in keys(store, LINK)
    assert person.confirm(LINK, "gate-A-land-+").status_code == 200
    assert "gate-A-land-+" in keys(store, LINK)


def test_a_gate_that_was_answered_shows_its_ticks(person, store):
    build(person, store, LINK, "A-land--")
    page = person.open(f"/leads/{LINK}/build/bench?step=gate-A-land--")
    assert 'value="A-sleeve--" form="bench-done" checked disabled' in page


def test_the_last_step_is_asked_about_unless_another_is_named(person, store):
    page = words(person.open(f"/leads/{EXTENSION}/build/wrong"))
    assert "Not right: Put the brown core in the socket, terminal L" in page
    assert "It can be undone" in page
    assert "steps again 1" in page
    page = words(person.open(f"/leads/{EXTENSION}/build/wrong?step=B-land-E"))
    assert "steps again 3" in page
    assert "Put the blue core in the socket" in page
    assert "not done yet" not in page


def test_a_reversible_step_opens_what_waited_for_it_and_costs_nothing(person, store):
    wrong(person, EXTENSION, "B-land-E", why="a strand out")
    assert not {"B-land-E", "B-land-N", "B-land-L"} & set(keys(store, EXTENSION))
    rework = store.get(EXTENSION).lead.build.reworks[0]
    assert (rework.part, rework.cause, rework.why, rework.by) == (
        "B-land-E",
        "not-right",
        "a strand out",
        "QX",
    )
    assert (rework.how, rework.scrap, rework.length_lost_mm) == ("undo", (), 0.0)
    page = words(person.open(f"/leads/{EXTENSION}/build"))
    assert "was not right (a strand out): what stood in its way taken back" in page
    assert "B-land-E was not right" in words(person.open(f"/leads/{EXTENSION}/log"))


def test_a_lasting_step_says_what_it_costs_before_anything_is_lost(person, store):
    build(person, store, LINK, "A-shrink-+")
    before = keys(store, LINK)
    page = words(person.open(f"/leads/{LINK}/build/wrong?step=A-land-%2B"))
    assert "Cut this one off, close behind it, and make it anew." in page
    assert "scrapped 2" in page
    assert "To throw away lug shrunk sleeve" in page
    assert keys(store, LINK) == before


def test_a_press_cut_off_takes_lugs_and_sleeves_from_stores_and_its_length_from_the_lead(
    person, store
):
    build(person, store, LINK, "A-shrink-+")
    lugs, sleeving = left(store, "Lugs 50 mm², M8"), left(store, "Lined sleeve, large")
    wrong(person, LINK, "A-land-+", why="flash and a crack")
    assert keys(store, LINK) == ["lay-out", "cut", "A-cores@plus"]
    anew = words(person.open(f"/leads/{LINK}/build/bench?step=A-land-%2B"))
    assert "Cut the old one off close behind it, and bare 29.1 to 31.1 mm again" in anew
    assert left(store, "Lugs 50 mm², M8") == lugs - 1
    assert left(store, "Lined sleeve, large") == pytest.approx(sleeving - 0.040 / 0.87, abs=0.001)
    lost = store.get(LINK).lead.build.reworks[0].length_lost_mm
    assert plan_of(store.get(LINK).lead).build.length_lost_m == pytest.approx(lost / 1000)
    assert "lost in all" in words(person.open(f"/leads/{LINK}/build"))


def test_ends_cut_off_again_and_again_leave_a_lead_that_no_longer_reaches(person, store):
    for turn in range(3):
        build(person, store, LINK, "A-land--")
        page = words(person.open(f"/leads/{LINK}/build/wrong"))
        assert ("The lead no longer reaches its run." in page) == (turn > 0)
        wrong(person, LINK, "A-land--")
    page = words(person.open(f"/leads/{LINK}/build"))
    assert "It no longer reaches" in page
    assert "A fresh piece, or a shorter run in the Brief" in page


def test_a_wrong_cut_is_cut_again_from_a_fresh_piece(person, store):
    build(person, store, LINK, "cut")
    once = left(store, "Reel 6")
    page = words(person.open(f"/leads/{LINK}/build/wrong"))
    assert "What was cut is an offcut now." in page
    wrong(person, LINK, "cut")
    assert left(store, "Reel 6") == once
    build(person, store, LINK, "cut")
    assert left(store, "Reel 6") == pytest.approx(once - (8.4 - once))
    assert plan_of(store.get(LINK).lead).build.length_lost_m == 0


def test_what_is_opened_after_its_proof_is_proven_again(person, store):
    build(person, store, EXTENSION, "")
    store.change(
        EXTENSION, lambda lead: proven(plan_of(lead)).lead, "2026-11-03T09:00:00", "AF", ""
    )
    before = plan_of(store.get(EXTENSION).lead)
    assert before.prove.sound
    page = words(person.open(f"/leads/{EXTENSION}/build/wrong?step=B-land-N"))
    assert f"To prove again {len(before.prove.looks)} looks" not in page, (
        "the other end stays looked at"
    )
    assert f"{len(before.lead.proof.probes)} probes" in page
    assert f"{len(before.lead.proof.readings)} readings" in page
    wrong(person, EXTENSION, "B-land-N", why="a strand out")
    build(person, store, EXTENSION, "")
    after = plan_of(store.get(EXTENSION).lead)
    assert not after.build.steps_left
    assert not after.prove.sound
    looked = {look.line for look in after.lead.proof.looks}
    sides = {line.id: line.end for line in after.prove.looks}
    assert {sides[line] for line in looked} == {"", before.lead.fittings[0].id}
    assert after.lead.proof.probes == after.lead.proof.readings == ()
    assert "untested" in {found.code for found in checks(after) if found.level == "stop"}


def test_what_opens_nothing_leaves_the_proof_as_it_is(person, store):
    build(person, store, EXTENSION, "")
    store.change(
        EXTENSION, lambda lead: proven(plan_of(lead)).lead, "2026-11-03T09:00:00", "AF", ""
    )
    proof = store.get(EXTENSION).lead.proof
    assert "To prove again" not in person.open(f"/leads/{EXTENSION}/build/wrong?step=lay-out")
    wrong(person, EXTENSION, "lay-out")
    assert store.get(EXTENSION).lead.proof == proof


def test_a_slip_of_the_finger_puts_back_what_it_took(person, store):
    full = left(store, "Reel 6")
    build(person, store, LINK, "cut")
    person.send(f"/leads/{LINK}/build/back")
    assert left(store, "Reel 6") == full
    assert store.get(LINK).lead.build.reworks == ()


@pytest.mark.parametrize("step", ["A-close", "teapot"])
def test_what_was_never_done_can_not_be_wrong(person, store, step):
    before = keys(store, EXTENSION)
    person.open(f"/leads/{EXTENSION}/build/wrong?step={step}", code=409)
    assert wrong(person, EXTENSION, step).status_code == 409
    assert keys(store, EXTENSION) == before


def test_with_nothing_done_there_is_nothing_wrong(person):
    assert "Lay everything out" in person.open(f"/leads/{LINK}/build/wrong")


def test_a_sealed_lead_is_never_reworked(person, store):
    before = store.get("TR-0012").lead
    assert wrong(person, "TR-0012", before.build.done[-1].step).status_code == 409
    assert "is sealed" in wrong(person, "TR-0012", before.build.done[-1].step).text
    assert store.get("TR-0012").lead == before


def test_initials_stay_on_the_device_that_gave_them(person):
    person.confirm(EXTENSION, "A-cover", initials="AF")
    assert 'value="AF"' in person.open(f"/leads/{EXTENSION}/build/bench")
    person.send("/who", who="RM")
    assert 'value="RM"' in person.open("/who")
    assert 'value="RM"' in person.open(f"/leads/{EXTENSION}/build/bench")


def test_a_step_without_initials_is_signed_by_whoever_is_here(person, store):
    person.send("/who", who="ZZ")
    person.confirm(EXTENSION, "A-cover", initials="")
    assert store.get(EXTENSION).lead.build.done[-1].by == "ZZ"


def test_the_bench_says_what_comes_next_and_no_more_than_three(person):
    page = words(person.open(f"/leads/{EXTENSION}/build/bench?step=A-cores"))
    then = page[page.index("Then:") : page.index("look back")]
    assert then.count("Put the") == 3


def test_a_step_that_is_no_longer_planned_stands_in_nobodys_way(person, store):
    def with_one_gone(lead):
        gone = StepDone("B-marker", "2026-11-24T09:00:00", "RM")
        return replace(lead, build=replace(lead.build, done=(*lead.build.done, gone)))

    store.change("TR-0019", with_one_gone, "2026-11-24T09:00:00", "RM", "built otherwise before")
    before = store.get("TR-0019").lead.build.done[-2].step
    assert f'value="{before}"' in person.open("/leads/TR-0019/build/wrong")
    page = person.open("/leads/TR-0019/build/wrong?step=B-marker", 409)
    assert "not in the plan any more" in words(page)
