"""Working practices as they are chosen on the Shelf, and as leads follow them."""

import time

import pytest
from person import words

from euthyne.store.practices import SPREADING
from euthyne.web import create_app

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
SHELF = "/shelf/practices"


@pytest.fixture(autouse=True)
def leads_follow_before_the_page(monkeypatch):
    monkeypatch.setattr("euthyne.web.practices.AT_ONCE", 60.0)


def test_every_school_stands_with_its_reason(person):
    page = words(person.open(SHELF))
    assert "Is a crimp left as pressed, or soldered too?" in page
    assert "A full press is gas-tight" in page
    assert "Strands tinned before a screw or a crimp. Solder creeps" in page
    assert "Built as usual: nothing here differs." in page


def test_a_choice_shows_at_once_what_it_changes(person):
    answer = words(person.send(SHELF, part=True, crimp="crimp-then-solder", lead="TR-0014"))
    assert "Solder the pressed joint of the red wire" in answer
    assert "Crimps are soldered on this bench." in answer
    assert "that are not begun yet took it up" in answer
    assert 'value="crimp-then-solder" checked' in person.open(SHELF)


def test_leads_not_begun_follow_and_those_begun_keep_what_they_were_begun_with(person, store):
    before = store.get("TR-0019").lead
    person.send(SHELF, stripper="ring")
    assert store.get("TR-0023").lead.build.practices.stripper == "ring"
    assert "Practices: stripper" in [line.what for line in store.journal("TR-0023")]
    assert store.get("TR-0019").lead == before
    page = words(person.open("/leads/TR-0019/build"))
    assert "The bench works otherwise now." in page
    page = words(person.send("/leads/TR-0019/build/practices"))
    assert "Built with a ring stripper." in page
    assert "The plan changed after building began" in page


def test_a_sealed_lead_stays_as_it_was_made(person, store):
    sealed = store.get("TR-0012")
    person.send(SHELF, stripper="automatic")
    assert store.get("TR-0012") == sealed
    assert "A sealed lead keeps how it was made." in words(
        person.send("/leads/TR-0012/build/practices", code=409)
    )


def test_a_choice_that_wants_a_reason_is_asked_for_it_beside_the_field(person, store):
    answer = person.send(SHELF, part=True, torque="feel", **{"torque.reason": ""})
    assert "wants a reason" in words(answer)
    assert 'id="wrong-torque"' in answer
    assert store.practices().torque == "tool"
    person.send(SHELF, torque="feel", **{"torque.reason": "no driver fits"})
    assert store.practices().reason("torque") == "no driver fits"


def test_what_was_typed_is_there_again_when_a_reason_is_lacking(person):
    page = person.send(SHELF, torque="feel", heat="flame", **{"torque.reason": "x"})
    assert 'name="torque.reason" class="words" maxlength="200" value="x"' in page
    assert 'value="flame" checked' in page


def test_nonsense_is_refused_in_words(person, store):
    assert "is not one of the choices" in words(person.send(SHELF, part=True, heat="dragon"))
    assert store.practices().heat == "gun"


def test_a_new_lead_is_built_as_this_bench_works(person, store):
    person.send(SHELF, labels="printed-sleeve")
    tag = store.next_tag()
    person.send("/leads/new", start="extension-bs")
    assert store.get(tag).lead.build.practices.labels == "printed-sleeve"


def test_a_reader_may_ask_for_another_lead(person):
    person.send(SHELF, crimp="crimp-then-solder")
    assert "TR-0023 Hut to dome extension" in words(person.open(f"{SHELF}?lead=TR-0023"))
    assert "Built as usual" in words(person.open(f"{SHELF}?lead=TR-0023"))


def test_a_hammer_wants_a_reason_and_changes_tool_step_pictures_and_checks(person, store):
    page = words(person.send("/shelf/practices", part=True, pressed_with="hammer"))
    assert "wants a reason" in page
    person.send(
        "/shelf/practices",
        **{"pressed_with": "hammer", "pressed_with.reason": "no press on the hill"},
    )
    assert store.practices().pressed_with == "hammer"
    person.send("/leads/TR-0014/build/practices")
    page = words(person.open("/leads/TR-0014/build/bench?step=A-land-%2B"))
    assert "One deep indent in the middle of the barrel" in page
    assert "shallow: strands lie loose" in page
    assert "presses, narrow die" not in page
    assert "Lugs struck, not pressed" in words(person.open("/leads/TR-0014/build"))
    assert "hammer and indenter" in words(person.open("/leads/TR-0014/build"))


def test_the_iron_hand_turns_the_order_of_the_cups(person, store):
    from euthyne.core.plan import plan_of

    def order():
        return [
            s.core
            for s in plan_of(store.get("TR-0027").lead).build.steps
            if s.kind == "land" and s.end == "B"
        ]

    right = order()
    person.send("/shelf/practices", iron_hand="left")
    left = order()
    assert sorted(left) == sorted(right)
    assert left != right


def test_a_choice_for_many_leads_is_kept_at_once_and_gone_on_with_after_a_crash(
    person, store, folder, monkeypatch
):
    """The program ends before the leads have followed; the next start goes on with them."""
    monkeypatch.setattr("euthyne.web.practices.spread_practices", lambda _store: None)
    person.send(SHELF, stripper="ring")
    assert store.practices().stripper == "ring"
    assert store.get("TR-0023").lead.build.practices.stripper != "ring"
    monkeypatch.undo()
    create_app(store, folder)
    until = time.monotonic() + 60
    while store.setting(SPREADING) and time.monotonic() < until:
        time.sleep(0.05)
    assert store.get("TR-0023").lead.build.practices.stripper == "ring"
    assert "Practices: stripper" in [line.what for line in store.journal("TR-0023")]
