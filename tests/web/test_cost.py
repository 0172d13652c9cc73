"""What a lead costs: priced by what the bench measures length in, and true for what is there already."""

import re

import pytest
from person import words

from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
METRES_A_FOOT = 0.3048


def cost(person, lead):
    """The lines of a cost page, by what they are of: how much, each, what it comes to."""
    page = person.open(f"{lead}/cost")
    rows = re.findall(r'<th scope="row">(.*?)</th>(.*?)</tr>', page)
    return {words(what).strip(): words(told).strip() for what, told in rows}


def take_in_cable(person, price):
    return person.send(
        "/stores", kind="cable", what="battery cable 1x50", left="50 ft", name="New", price=price
    )


@pytest.mark.parametrize(("measured", "a_metre"), [("metric", 3.0), ("gauge", 3.0 / METRES_A_FOOT)])
def test_a_price_of_length_is_of_what_the_bench_measures_in(person, store, measured, a_metre):
    store.set("measures", measured)
    label = f"Price a {'foot' if measured == 'gauge' else 'metre'}, if known"
    assert label in words(person.open("/stores?add=cable"))
    take_in_cable(person, "3")
    stock = next(one for one in StoresStore(store.engine).all() if one.name == "New")
    assert (stock.what, stock.price) == ("battery-105 1x50", pytest.approx(a_metre))


def test_what_is_there_already_costs_nothing_and_lacks_no_price(person):
    tape = cost(person, "/leads/TR-0029")
    there = [told for told in tape.values() if "there already" in told]
    page = words(person.open("/leads/TR-0029/cost"))
    lacking = sum("no price" in told for what, told in tape.items() if what != "Together")
    assert there
    assert f"{lacking} of these" in page if lacking else "of these" not in page


def test_a_total_that_lacks_prices_says_so_and_money_stands_beside_its_fields(person):
    page = words(person.open("/leads/TR-0018/cost"))
    assert "EUR 25.18 and what has no price" in page
    assert "Or buy one for, EUR" in page and "An hour is worth, EUR" in page
    assert "1.38 a metre" in page


def test_a_price_typed_in_feet_stands_in_the_field_as_it_was_typed(person, store):
    store.set("measures", "gauge")
    page = person.open("/leads/TR-0029/cost")
    asked = re.findall(r'name="(price\.[^"]+)"', page)
    person.send("/leads/TR-0029/cost/prices", **dict.fromkeys(asked, "2.5"))
    after = person.open("/leads/TR-0029/cost")
    typed = re.findall(r'name="price\.[^"]+" value="([^"]*)"', after)
    assert typed == ["2.5"] * len(asked) and asked
