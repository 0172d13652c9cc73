"""The first minute of a bench: what it is, asked once, and followed where a lead is begun and cut."""

from person import words

from euthyne.core.shelf.parts import shelf
from euthyne.web.shop import SHOWN


def said(person, **more):
    return person.send(
        "/bench/what", **{"plugs": "CEE 7", "measures": "metric", "money": "EUR"} | more
    )


def test_an_empty_bench_asks_what_it_is_and_then_shows_what_it_makes_first(person, store):
    page = words(person.open("/bench"))
    assert "First, what is this bench?" in page and "Which plugs go into its wall?" in page
    page = person.send("/bench/what", plugs="CEE 7", measures="gauge", money="EUR", makes="MAINS")
    first, _, rest = page.partition('id="other-starts"')
    assert 'value="extension-cee"' in first and 'value="extension-bs"' not in first
    assert 'value="extension-bs"' in rest and 'value="inverter-link"' in rest
    assert store.setting("measures") == "gauge"
    assert "What is this bench?" not in words(person.open("/bench"))
    assert "EUR" in person.open("/bench/what")


def test_what_is_looked_for_is_found_behind_the_word_too(person):
    said(person)
    assert 'id="other-starts"' not in person.open("/leads/new?q=uk")
    assert 'value="extension-bs"' in person.open("/leads/new?q=uk")


def test_a_plug_that_is_not_drawn_is_asked_for_again(person, store):
    page = words(person.send("/bench/what", 422, plugs="type 99"))
    assert "which plugs go into its wall is not said" in page.lower()
    assert not store.setting("shop")


def test_what_is_not_there_to_prove_with_is_said_before_the_cable_is_cut(person):
    said(person, testers="multimeter")
    person.send("/leads/new", start="extension-cee")
    person.send("/leads/L-0001/brief", **{"brief.run_m": "4 m"})
    person.send("/leads/L-0001/conductor/take", size="1.5 mm2")

    def lacking():
        return words(person.open("/leads/L-0001/cut")).partition("not here:")[2][:90]

    assert "an insulation tester, 500 V" in lacking() and "milliohms" in lacking()
    said(person, testers="insulation")
    assert "insulation" not in lacking() and "milliohms" in lacking()


def test_the_plugs_that_are_drawn_are_on_the_shelf():
    assert set(SHOWN.values()) <= set(shelf())
