"""One press each: the same lead again, ends swapped, the cable that is there, on to the next stage; and
what a lead costs.
"""

import pytest
from person import words

from euthyne.core.plan import plan_of
from euthyne.core.standing.cost import minutes_of

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
HUT = "/leads/TR-0023"


def test_the_same_lead_again_is_planned_alike_and_nothing_of_it_is_built(person, store):
    person.send("/leads/TR-0017/again")
    like, again = store.get("TR-0017").lead, store.get("TR-0043").lead
    assert (again.brief, again.conductor, again.fittings) == (
        like.brief,
        like.conductor,
        like.fittings,
    )
    assert again.build.done == ()
    assert again.proof.readings == ()
    assert like.build.done
    assert "as TR-0017 again" in words(person.open("/leads/TR-0043/log"))


def test_a_name_that_holds_its_tag_holds_the_new_one(person, store):
    answer = person.client.post("/leads/new", data={"start": "inverter-link"})
    tag = answer.headers["Location"].split("/")[2]
    assert store.get(tag).lead.name.endswith(tag)
    answer = person.client.post(f"/leads/{tag}/again")
    again = answer.headers["Location"].split("/")[2]
    assert again != tag
    assert store.get(again).lead.name == store.get(tag).lead.name.replace(tag, again)


def test_a_sealed_lead_can_be_made_again(person, store):
    person.send("/leads/TR-0012/again")
    assert not store.get("TR-0043").sealed


def test_the_same_as_a_re_test_again_comes_after_no_lead_and_takes_the_place_of_none(person, store):
    person.send("/leads/TR-0012/follow", why="re-test")
    assert store.get("TR-0043").lead.follows == "TR-0012"
    person.send("/leads/TR-0043/again")
    again = store.get("TR-0044").lead
    assert (again.follows, again.again_for) == (None, "")


def test_the_ends_change_places_and_the_checks_say_what_that_means(person, store):
    assert "Swap the two ends" in person.open(f"{HUT}/ends")
    before = [f.part for f in store.get("TR-0023").lead.fittings]
    page = words(person.send(f"{HUT}/swap"))
    assert [f.part for f in store.get("TR-0023").lead.fittings] == before[::-1]
    assert "A live contact can be touched" in page
    person.send(f"{HUT}/swap")
    assert [f.part for f in store.get("TR-0023").lead.fittings] == before


def test_an_end_that_is_not_ours_is_not_swapped(person, store):
    assert "Swap the two ends" not in person.open("/leads/TR-0033/ends")
    before = store.get("TR-0033").lead
    assert "is not ours to change" in words(person.send("/leads/TR-0033/swap", 422))
    assert store.get("TR-0033").lead == before


def test_the_cable_that_is_there_is_named_and_taken_in_one_press(person, store):
    assert "Use the cable that is there" in person.open(f"{HUT}/conductor")
    page = words(person.open(f"{HUT}/conductor/there"))
    assert "Reel 1, rack, top 61.4 m 25.9 m yes" in page
    assert "too short" in page
    person.send(f"{HUT}/conductor/take", size="2.5 mm2", cable="H07RN-F")
    lead = store.get("TR-0023").lead
    assert (lead.conductor.cable_type, lead.conductor.size) == ("H07RN-F", "2.5 mm2")
    assert lead.conductor.measured_od_mm is None, "what was measured was another cord"
    assert "took H07RN-F, 2.5 mm²" in words(person.open(f"{HUT}/log"))
    said = words(person.send(f"{HUT}/conductor/take", 422, size="2.5 mm2", cable="rope"))
    assert "is no type of cable" in said


def test_a_stage_that_is_done_has_a_press_to_the_next(person):
    assert "On to Conductor" in person.open(f"{HUT}/brief")
    person.send("/leads/new", start="welding-extension")
    assert "On to Conductor" not in person.open("/leads/TR-0043/brief")


def test_a_lead_costs_what_stores_paid_and_its_largest_item_is_named(person, store):
    page = words(person.open(f"{HUT}/cost"))
    cut_m = sum(x.cut_m for x in plan_of(store.get("TR-0023").lead).cut.lengths.values())
    assert f"{round(cut_m, 2) * 1.38:.2f}" in page
    assert "H07RN-F 3G1.5 costs most" in page
    assert "one rework in 20" in page


def test_tax_the_hour_and_a_bought_one_are_counted(person, store):
    assert "47.39" in words(person.open(f"{HUT}/cost"))
    page = words(
        person.send(f"{HUT}/cost", bought="60", money="EUR", tax="20 %", hour="30", one_in="10")
    )
    plan = plan_of(store.get("TR-0023").lead)
    # Each line multiplies out as it is shown, and the lines add up to what is shown below them.
    cable = round(1.2 * 1.38 * round(sum(x.cut_m for x in plan.cut.lengths.values()), 2), 2)
    work, parts = round(round(minutes_of(plan)) / 60 * 30, 2), round(11.40 * 1.2, 2)
    total = cable + parts + work + round((parts + work) / 2 / 10, 2)
    assert f"EUR {total:.2f}" in page
    assert f"EUR {total - 60:.2f} more than a bought one" in page
    assert "its own length to the hand" in page
    assert store.get("TR-0023").lead.cut.bought_for == 60.0
    assert "EUR" in person.open("/leads/TR-0018/cost")


@pytest.mark.parametrize(
    ("field", "typed", "said"),
    [("bought", "a lot", "not a price"), ("one_in", "0", "1 to 1000"), ("tax", "many", "not a")],
)
def test_a_figure_that_cannot_be_is_said_beside_it_and_stays(person, store, field, typed, said):
    sent = {"bought": "", "money": "", "tax": "0", "hour": "", "one_in": "20"} | {field: typed}
    answer = person.client.post(f"{HUT}/cost", data=sent)
    assert answer.status_code == 422
    assert f'value="{typed}"' in answer.text
    assert said in words(answer.text)
    assert store.get("TR-0023").lead.cut.bought_for is None


def test_what_has_no_price_is_said(person):
    assert "no price" in words(person.open("/leads/TR-0026/cost"))
