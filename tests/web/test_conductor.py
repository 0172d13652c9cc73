"""The Conductor without scripts: what each limit, metal, place and price does to the ladder and its
checks.
"""

import re

import pytest
from person import words

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
HUT, LINK = "/leads/TR-0023/conductor", "/leads/TR-0014/conductor"


def rating(page, size):
    """What a rung of the ladder says a size carries, in amps."""
    return float(re.search(rf'aria-label="{re.escape(size)} mm² [^"]*carries ([\d.]+) A', page)[1])


def test_the_weakest_part_takes_off_what_the_cable_could_carry(person):
    before = rating(person.open(LINK), "50")
    after = rating(person.send(LINK, **{"conductor.terminal_c": "75"}), "50")
    assert after == pytest.approx(before * ((75 - 30) / (105 - 30)) ** 0.5, rel=0.01)


@pytest.mark.parametrize(
    ("metal", "share"), [("aluminium", 0.78), ("cca-15", 0.80), ("cca-10", 0.80)]
)
def test_another_metal_carries_its_share_of_copper(person, metal, share):
    before = rating(person.open(LINK), "70")
    assert rating(person.send(LINK, **{"conductor.metal": metal}), "70") == pytest.approx(
        before * share, rel=0.01
    )


def test_copper_clad_in_a_crimped_lead_is_stopped_and_put_right_by_one_press(person, store):
    assert "Copper-clad aluminium, crimped into a lug" in words(
        person.send(LINK, **{"conductor.metal": "cca-15"})
    )
    person.send("/leads/TR-0014/fix/copper-clad-refused", stage="conductor")
    assert store.get("TR-0014").lead.conductor.metal == "copper"


def test_circuits_lying_together_warm_each_other(person):
    before = rating(person.open(HUT), "2.5")
    after = rating(person.send(HUT, **{"brief.circuits_together": "4"}), "2.5")
    assert after == pytest.approx(before * 0.65 / 0.85, rel=0.02), (
        "the worse of bunching and the drum counts, not both"
    )
    assert "is not a number" in words(person.send(HUT, **{"brief.circuits_together": "many"}))


def test_a_price_by_the_kilo_prices_every_rung_and_its_neighbours(person):
    page = words(person.send(LINK, **{"conductor.price_per_kg": "11,50"}))
    assert "costs" in page
    kilos, cost = (
        float(x)
        for x in re.search(
            r"50 mm² taken 1/0 AWG [\d.]+ % \d+ kWh ([\d.]+) kg ([\d.]+)", page
        ).groups()
    )
    assert cost == pytest.approx(11.5 * kilos, rel=0.01)


def test_hours_of_use_are_counted_where_they_are_said(person):
    assert "burns in 250 hours" in words(person.send(LINK, **{"brief.hours_a_year": "250"}))


def test_the_dip_at_the_start_is_drawn_against_its_own_limit(person):
    page = person.send("/leads/TR-0025/conductor", **{"conductor.start_drop_percent": "1 %"})
    assert "thin bar: start, 1 % at the line" in words(page)
    assert "dips low" in words(page)


def test_salvaged_cable_wants_a_reason(person):
    assert "Salvaged cable" in person.send(LINK, **{"cable.salvaged": "yes"})


def test_both_units_stand_side_by_side(person):
    metric = words(person.open(HUT))
    assert "2.5 mm² over 14 AWG" in metric
    person.send("/leads/new", start="supply-split")
    person.send("/leads/TR-0043/brief", **{"brief.run_m": "20 ft"})
    assert re.search(r"6 AWG 13\.30 mm²", words(person.open("/leads/TR-0043/conductor")))


TYPED = [
    ("vehicle-charger", {"brief.permission": "page 41", "brief.upstream_amps": "16 A"}, "16.0 A"),
    ("supply-three", {"brief.upstream_amps": "32 A"}, "32.0 A"),
    (
        "heating-tape",
        {"brief.tape_m": "20 m", "brief.watts_per_m": "23 W", "brief.rcd": "30 mA"},
        "2.0 A",
    ),
    ("linking-lead", {"brief.loads.0.draws": "1.6 A", "brief.loads.0.quantity": "3"}, "4.8 A"),
    ("switch-harness", {"brief.loads.0.draws": "230 W", "brief.loads.0.quantity": "2"}, "2.0 A"),
    ("sealed-multiway", {"brief.amps": "1500 mA", "brief.ways": "5"}, "1.5 A"),
    ("signal-lead", {"brief.amps": "0,4 A", "brief.ways": "12"}, "0.4 A"),
    ("conversion", {"brief.amps": "20 A"}, "20.0 A"),
    ("repair", {"brief.repair_by": "resin", "brief.upstream_amps": "16 A"}, "13.0 A"),
]


@pytest.mark.parametrize(("start", "typed", "demand"), TYPED, ids=[t[0] for t in TYPED])
def test_each_kind_is_briefed_in_its_own_words_and_sized(person, store, start, typed, demand):
    person.send("/leads/new", start=start)
    tag = store.all()[0].lead.tag
    page = words(person.send(f"/leads/{tag}/brief", **{"brief.run_m": "2.5 m + 1.5 m"}, **typed))
    assert demand in page
    page = words(person.open(f"/leads/{tag}/conductor"))
    assert "over 4 m" in page
    assert re.search(r"Take [\d./]+ (mm²|AWG)|Which size is the cord that is there", page)
    assert "Show the working" in page


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("24 m loop", "read as 12 m one way, half of the loop"),
        ("12 ft + 18 in", "2 legs, read as 4.115 m in all"),
        ("80 in", "if feet were meant, 80 ft is 24.38 m"),
        ("10 km", "10 km is too large"),
        ("-3 m", "-3 m is too small"),
        ("", "No length is given"),
        ("3 bananas", "is not a unit of length"),
    ],
)
def test_what_is_typed_for_a_run_is_echoed_or_refused_beside_the_field(person, text, said):
    page = person.send("/leads/TR-0023/brief", **{"brief.run_m": text})
    note = re.search(r'id="note-brief-run_m"[^>]*>([^<]*)<', page)[1]
    assert said in note or said in words(page)
