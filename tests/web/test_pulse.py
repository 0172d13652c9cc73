"""An open page keeps up with what others do, and says who has the lead at a bench."""

import html
import re

import pytest
from person import Person, words

from euthyne.web import pulse

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
LEAD = "/leads/TR-0019"


def address_of(page):
    return html.unescape(re.search(r'hx-get="([^"]+/pulse[^"]*)"', page)[1])


def beat(person, address):
    return person.client.get(address, headers={"HX-Request": "true"})


def test_nothing_is_answered_while_nothing_is_new(person):
    address = address_of(person.open(f"{LEAD}/brief"))
    assert beat(person, address).status_code == 204
    assert beat(person, f"{LEAD}/pulse?at=cut&known=").status_code == 200
    assert beat(person, "/leads/TR-9999/pulse?at=cut").status_code == 404


def test_what_another_changed_comes_with_the_next_beat(person, app):
    address = address_of(person.open(f"{LEAD}/brief"))
    other = Person(app)
    other.send(f"{LEAD}/brief", **{"brief.run_m": "9 m"})
    answer = beat(person, address)
    assert answer.status_code == 200
    assert "9 m run" in answer.text
    assert '"brief.run_m": "9 m"' in html.unescape(answer.text), "the control is told of it"
    assert beat(person, address_of(answer.text)).status_code == 204


def test_who_has_it_at_a_bench_is_seen_until_the_bench_is_left(person, app, monkeypatch):
    moment = [1000.0]
    monkeypatch.setattr(pulse.time, "monotonic", lambda: moment[0])
    other = Person(app)
    other.client.post("/who", data={"who": "KL"})
    other.open(f"{LEAD}/build/bench")
    page = person.open(f"{LEAD}/conductor")
    assert "KL has it at a bench now" in words(page)
    assert "at a bench now" not in words(other.open(f"{LEAD}/conductor")), "not of oneself"
    moment[0] += pulse.GONE + 1
    answer = beat(person, address_of(page))
    assert answer.status_code == 200
    assert "KL has it" not in words(answer.text)


def test_a_step_another_confirmed_is_shown_at_the_bench(person, app, store):
    page = person.open(f"{LEAD}/build/bench")
    before = re.search(r'id="headline"[^>]*>([^<]+)', page)[1]
    other = Person(app)
    step = re.search(r'name="step" value="([^"]+)"', page)[1]
    other.confirm("TR-0019", step)
    answer = beat(person, address_of(page))
    assert answer.status_code == 200
    assert re.search(r'id="headline"[^>]*>([^<]+)', answer.text)[1] != before


def test_every_field_a_stage_asks_stands_on_its_page(person):
    for number in range(14, 39):
        for stage in ("brief", "conductor", "ends", "cut", "prove"):
            page = person.client.get(f"/leads/TR-{number:04d}/{stage}").text
            asks = re.search(r'data-asks="([^"]*)"', page)
            missing = [n for n in (asks[1].split() if asks else ()) if f'id="{n}"' not in page]
            assert not missing, (number, stage)
