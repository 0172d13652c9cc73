"""What browsers are told, whom the program answers to, and where it sends people."""

import re

import pytest

from euthyne.cli import DEMO_ORDER, open_store
from euthyne.web import create_app

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
PAGES = ("/bench", "/leads", "/leads/new", "/leads/TR-0022/ends", "/leads/TR-0019/build/bench")


@pytest.mark.parametrize("address", PAGES)
def test_pages_carry_a_policy_and_keep_to_it(person, address):
    answer = person.client.get(address)
    policy = answer.headers["Content-Security-Policy"]
    assert "script-src 'self'" in policy
    assert "unsafe" not in policy
    assert "frame-ancestors 'none'" in policy
    assert answer.headers["Referrer-Policy"] == "same-origin"
    assert answer.headers["X-Content-Type-Options"] == "nosniff"
    assert not re.search(r"<[^>]+\s(style|on\w+)=", answer.text), "nothing the policy would stop"
    assert not re.search(r"<style|<script(?! src)", answer.text)


@pytest.mark.parametrize("host", ["evil.example", "127.0.0.1.evil.example", "10.0.0.7:8460"])
def test_an_unlisted_host_is_refused_in_words_and_nothing_is_written(person, store, host):
    answer = person.client.get("/bench", headers={"Host": host})
    assert answer.status_code == 400
    assert "does not answer to that host name" in answer.text
    answer = person.client.post("/leads/new", data={"start": "x"}, headers={"Host": host})
    assert answer.status_code == 400
    assert len(store.all()) == len(DEMO_ORDER)


@pytest.mark.parametrize("host", ["127.0.0.1:8460", "localhost"])
def test_the_machine_itself_is_answered(person, host):
    assert person.client.get("/bench", headers={"Host": host}).status_code == 200


@pytest.mark.parametrize(
    "goal",
    [
        "//evil.example",
        "/\t/evil.example",
        "/\\evil.example",
        "https://evil.example",
        "\n/bench",
        "",
    ],
)
def test_initials_never_lead_away_from_here(person, goal):
    answer = person.client.post("/who", data={"who": "RM", "back": goal})
    assert answer.location == "/bench"


def test_initials_lead_back_to_where_one_was(person):
    goal = "/leads/TR-0019/build/bench?step=A-land-L"
    answer = person.client.post("/who", data={"who": "RM", "back": goal})
    assert answer.location == goal


def test_two_data_folders_keep_their_cookies_apart(tmp_path):
    names = set()
    for name in ("one", "other"):
        folder = tmp_path / name
        names.add(create_app(open_store(folder), folder).config["SESSION_COOKIE_NAME"])
    assert len(names) == 2


def test_a_key_cut_short_by_a_crash_is_made_anew(folder, store):
    (folder / "secret").write_text("")
    made = create_app(store, folder).config["SECRET_KEY"]
    assert len(made) == 64
    assert create_app(store, folder).config["SECRET_KEY"] == made
    assert not [p for p in folder.iterdir() if p.name.startswith("secret-")]


def test_a_listed_name_is_answered(store, folder):
    client = create_app(store, folder, names=("bench.local",)).test_client()
    assert client.get("/bench", headers={"Host": "bench.local:8460"}).status_code == 200
    assert client.get("/bench", headers={"Host": "other.local"}).status_code == 400


def test_an_address_of_endless_length_is_not_read(person):
    answer = person.client.get("/leads", query_string={"q": "x" * 20_000})
    assert answer.status_code == 414
    assert "far more than any page" in answer.text


def test_a_form_of_endless_length_is_not_read(person):
    answer = person.client.post("/leads/TR-0017/brief", data={"brief.run_m": "," * 40_000})
    assert answer.status_code == 413
    assert "32,000 letters in a form" in answer.text
    assert "24 m" in person.send("/leads/TR-0017/brief", brief__run_m="24 m")
