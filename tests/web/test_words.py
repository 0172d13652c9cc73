"""Words are explained where they stand, on a page of their own, and by the search; starts are found by plain words."""

import re
from html import unescape

import pytest
from person import words

from euthyne.core.kinds import KINDS
from euthyne.core.trade.glossary import explained_at, glossary, words_with
from euthyne.web.leads import WORD


def starts_for(person, asked):
    page = person.open(f"/leads/new?q={asked}")
    return [unescape(x) for x in re.findall(r'name="start" value="([^"]+)"', page)]


@pytest.mark.parametrize(
    ("asked", "among"),
    [
        ("UK", "extension-bs"),
        ("British", "extension-bs"),
        ("USA lamp", "extension-nema"),
        ("Europe kettle", "extension-cee"),
        ("fan", "extension-bs"),
        ("12V inverter", "inverter-link"),
        ("12 V", "inverter-link"),
        ("three pin", "extension-bs"),
        ("boat pump", "damp-lead"),
        ("roof meter", "solar-tail"),
        ("tractor lamp", "sealed-multiway"),
        ("gutter", "heating-tape"),
    ],
)
def test_a_start_is_found_by_what_somebody_calls_it(person, asked, among):
    assert among in starts_for(person, asked)


@pytest.mark.parametrize(("asked", "never"), [("12 V", "cord-nema"), ("UK", "extension-nema")])
def test_and_not_by_what_only_looks_alike(person, asked, never):
    assert never not in starts_for(person, asked)


def test_a_word_that_no_start_has_says_so(person):
    assert "No start has all these words" in person.open("/leads/new?q=submarine")


def test_a_question_is_explained_beside_its_field(person):
    answer = person.client.post("/leads/new", data={"start": "extension-bs"})
    page = words(person.open(answer.headers["Location"]))
    assert "The whole way a short to earth takes" in page
    assert "How quickly a breaker opens" in page


def test_every_word_stands_on_its_page_and_is_found_by_the_search(person):
    page = words(person.open("/words"))
    for word, term in glossary().items():
        assert word in page
        assert " ".join(term.says.split()) in page
    found = words(person.open("/leads?q=fault loop"))
    assert "The whole way a short to earth takes" in found
    assert "The whole way" not in words(person.open("/leads?q=dome"))


def test_a_word_is_drawn_on_its_page_and_beside_its_question(person):
    assert 'aria-label="drum, drawn: ' in person.open("/words")
    assert person.open("/words/fault loop").startswith("<svg")
    assert person.client.get("/words/neutral").status_code == 404
    assert person.client.get("/words/nonsense").status_code == 404


def test_each_explained_question_is_one_that_is_asked():
    asked = {q.path for kind in KINDS.values() for q in kind.questions}
    for word, term in glossary().items():
        brief = [path for path in term.at if path.startswith("brief.")]
        assert set(brief) <= asked, word
        assert set(term.kinds) <= set(KINDS), word
    assert explained_at("brief.start_multiple", "extension") == "starting surge"
    assert explained_at("brief.volts", "extension") == ""
    assert words_with("of") == {}


def test_figures_and_units_are_words_of_their_own():
    assert WORD.findall("bs 1363 pins, 13 a") == ["bs", "1363", "pins", "13", "a"]
