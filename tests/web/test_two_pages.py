"""Two pages open on one lead: nothing is undone in silence, both are shown, and the log can put back."""

import json
import random
import re
from html import unescape

import pytest
from person import Person, words
from sampling import LONG

BRIEF = "/leads/L-0001/brief"
CONDUCTOR = "/leads/L-0001/conductor"


@pytest.fixture
def lead(person):
    person.send("/leads/new", start="extension-bs")
    person.send(BRIEF, brief__run_m="20 m")
    return person


def run_m(store):
    return store.get("L-0001").lead.brief.run_m


def test_a_page_that_did_not_touch_a_field_does_not_undo_it(lead, store):
    seen = lead.opened(CONDUCTOR)
    lead.send(BRIEF, brief__run_m="95 m")
    lead.send(CONDUCTOR, seen=seen, brief__run_m="20 m", conductor__drop_percent="3 %")
    assert run_m(store) == 95
    assert store.get("L-0001").lead.conductor.drop_percent == 3


def test_an_open_page_is_told_what_others_set(lead):
    seen = lead.opened(CONDUCTOR)
    lead.send(BRIEF, brief__run_m="95 m")
    part = lead.send(
        CONDUCTOR, part=True, seen=seen, brief__run_m="20 m", conductor__drop_percent="3 %"
    )
    news = json.loads(unescape(re.search(r'data-news="([^"]*)"', part)[1]))
    assert news == {"brief.run_m": "95 m"}


def test_the_same_field_twice_shows_both_and_keeps_the_first(lead, store):
    seen = lead.opened(BRIEF)
    lead.send(BRIEF, brief__run_m="95 m")
    page = lead.send(BRIEF, code=409, seen=seen, brief__run_m="30 m", made_for="The hut")
    assert "was set to 95 m by someone else" in words(page)
    assert "Yours is not kept: 30 m" in words(page)
    held = store.get("L-0001").lead
    assert (held.brief.run_m, held.made_for) == (95, "The hut")


def test_a_press_says_which_of_the_two_holds(lead, store):
    seen = lead.opened(BRIEF)
    lead.send(BRIEF, brief__run_m="95 m")
    page = lead.send(BRIEF, code=409, seen=seen, brief__run_m="30 m")
    mine = unescape(re.search(r'name="mine" value="([^"]+)"', page)[1])
    lead.send(BRIEF, seen=lead.opened(BRIEF), brief__run_m="95 m", theirs="brief.run_m")
    assert run_m(store) == 95
    lead.send(BRIEF, seen=lead.opened(BRIEF), brief__run_m="95 m", mine=mine)
    assert run_m(store) == 30


def test_a_choice_between_two_is_asked_again_when_a_third_came_between(lead, store):
    seen = lead.opened(BRIEF)
    lead.send(BRIEF, brief__run_m="95 m")
    page = lead.send(BRIEF, code=409, seen=seen, brief__run_m="30 m")
    mine = unescape(re.search(r'name="mine" value="([^"]+)"', page)[1])
    lead.send(BRIEF, brief__run_m="40 m")
    page = lead.send(BRIEF, code=409, seen=seen, brief__run_m="30 m", mine=mine)
    assert "was set to 40 m by someone else" in words(page)
    assert run_m(store) == 40


def test_untouched_empty_fields_say_nothing_before_they_are_reached(person):
    person.send("/leads/new", start="extension-bs")
    seen = person.opened(BRIEF)
    page = person.send(BRIEF, part=True, seen=seen, made_for="The hut", brief__run_m="")
    assert "What would do" not in page


def test_sixty_rounds_of_two_forms_opened_alike(lead, store, app):
    """One field: never both kept in silence. Two fields: both kept."""
    draw = random.Random(13)
    one, other = Person(app), Person(app)
    for turn in range(60 if LONG else 20):
        seen = one.opened(BRIEF)
        a, b = draw.sample(range(1, 400), 2)
        if turn % 2:
            first = one.client.post(BRIEF, data={"seen": seen, "brief.run_m": f"{a} m"})
            second = other.client.post(BRIEF, data={"seen": seen, "brief.run_m": f"{b} m"})
            assert first.status_code == 303 or run_m(store) == a
            assert second.status_code == 409
            assert run_m(store) == a
        else:
            one.client.post(BRIEF, data={"seen": seen, "brief.run_m": f"{a} m"})
            other.client.post(BRIEF, data={"seen": seen, "made_for": f"bench {b}"})
            assert (run_m(store), store.get("L-0001").lead.made_for) == (a, f"bench {b}")


def test_loads_of_two_pages_go_row_by_row(lead, store):
    lead.send(BRIEF, **{"brief.feeds": "loads", "brief.loads.0.draws": "60 W"})
    lead.send(
        BRIEF,
        seen=lead.opened(BRIEF),
        **{"brief.loads.0.draws": "60 W", "brief.loads.1.draws": "2 A"},
    )
    seen = lead.opened(BRIEF)
    lead.send(BRIEF, seen=seen, **{"brief.loads.0.draws": "75 W"})
    lead.send(BRIEF, seen=seen, **{"brief.loads.0.draws": "60 W", "brief.loads.1.draws": "3 A"})
    loads = store.get("L-0001").lead.brief.loads
    assert [(x.watts, x.amps) for x in loads] == [(75, None), (None, 3)]


def test_a_core_of_the_map_is_moved_without_undoing_another(lead, store):
    ends = "/leads/L-0001/ends"
    seen = lead.opened(ends)
    lead.send(ends, seen=seen, **{"joint.L.b": "N"})
    lead.send(ends, seen=seen, **{"joint.L.b": "L", "joint.N.b": "L"})
    where = {w.core: w.b for w in store.get("L-0001").lead.wires}
    assert [name.rpartition(".")[2] for core, name in where.items() if core.endswith(".L")] == ["N"]
    assert [name.rpartition(".")[2] for core, name in where.items() if core.endswith(".N")] == ["L"]


def test_the_log_tells_both_values_with_year_and_zone(lead, store):
    lead.send(BRIEF, brief__run_m="95 m")
    said = words(lead.open("/leads/L-0001/log"))
    assert "20 m, now 95 m" in said
    assert re.search(r"\d+ \w+ \d{4}, \d\d:\d\d:\d\d, UTC[+-]\d", said)
    assert "brief.run_m" in said


def test_a_change_is_put_back_from_the_log(lead, store):
    lead.send(BRIEF, brief__run_m="80 ft")
    line = store.journal("L-0001")[-1]
    lead.send("/leads/L-0001/log/put-back", line=str(line.id))
    assert run_m(store) == 20
    assert 'value="20 m"' in lead.open(BRIEF)
    assert "put back: Brief" in lead.open("/leads/L-0001/log")


def test_what_was_changed_again_since_is_not_put_back(lead, store):
    lead.send(BRIEF, brief__run_m="95 m")
    line = store.journal("L-0001")[-1]
    lead.send(BRIEF, brief__run_m="40 m")
    page = lead.send("/leads/L-0001/log/put-back", code=409, line=str(line.id))
    assert "changed again since" in page
    assert run_m(store) == 40


def test_a_step_is_not_put_back_from_the_log(person, store, at_tarn_ridge):
    step = next(x for x in reversed(store.journal("TR-0019")) if x.what)
    person.send("/leads/TR-0019/build/tick", code=409, key="none")
    done = person.confirm("TR-0019", "A-cover")
    assert done.status_code == 200
    line = store.journal("TR-0019")[-1]
    assert line.id > step.id
    person.send("/leads/TR-0019/log/put-back", code=409, line=str(line.id))


def test_a_reason_lapses_when_its_figures_change(lead, store):
    lead.send(BRIEF, brief__run_m="8 m", brief__drum_layers="1")
    lead.send("/leads/L-0001/reason/drum-use", stage="brief", reason="Half of it stays on.")
    assert "Passed: Half of it stays on." in lead.open(BRIEF)
    lead.send(BRIEF, brief__drum_layers="2")
    page = lead.open(BRIEF)
    assert "Passed:" not in page
    assert "Its figures have changed since it was passed with: Half of it stays on." in page
    lead.send(BRIEF, brief__drum_layers="1")
    assert "Passed: Half of it stays on." in lead.open(BRIEF)


@pytest.mark.parametrize("code", ["drum-use", "no-such-check"])
def test_a_reason_for_a_check_that_does_not_stand_is_refused(lead, code, store):
    page = lead.send(
        f"/leads/L-0001/reason/{code}", code=409, stage="brief", reason="I know better"
    )
    assert "nothing to pass" in page
    assert store.get("L-0001").lead.reasons == ()


@pytest.mark.parametrize("seen", ["{", "[1]", '{"a": 1}'])
def test_a_form_whose_opening_makes_no_sense_is_refused(lead, seen, store):
    lead.send(BRIEF, code=400, seen=seen, brief__run_m="30 m")
    assert run_m(store) == 20
