"""The instruments of the Envelope: their worked values, bad entries, and a lead from each in one
press.
"""

import pytest
from person import words

from euthyne.core.envelope import INSTRUMENTS


@pytest.mark.parametrize("name", [i.id for i in INSTRUMENTS])
def test_each_opens_with_a_sum_done_and_drawn(person, name):
    page = person.open(f"/envelope/{name}")
    assert "sum-figures" in page
    assert "<svg xmlns" in page
    assert "/envelope/" + name in page


@pytest.mark.parametrize(
    ("address", "said"),
    [
        (
            "size?system=ac-single&volts=230&amps=13&run=25 m&loss=5&basis=light-cord",
            "Size 1.5 mm²",
        ),
        ("size?system=dc&volts=48&amps=16&run=22 m&loss=4&basis=boat-vehicle-105", "Size 10 mm²"),
        (
            "drop?size=2.5&system=ac-single&volts=230&amps=16&run=20 m&basis=light-cord",
            "Lost 5.55 V",
        ),
        (
            "current?size=1.5&system=ac-single&volts=230&run=100 ft&loss=3&basis=rubber-60",
            "The loss decides",
        ),
        (
            "current?size=1.5&system=ac-single&volts=230&run=3 m&loss=5&basis=rubber-60",
            "At most 16 A",
        ),
        ("gauge?size=12 AWG", "Copper 3.309 mm²"),
        ("gauge?size=12 AWG", "Circular mils 6530 cmil"),
        ("gauge?size=2/0", "Next metric up 70 mm²"),
        ("amps?watts=7.4 kW&volts=230&pf=1&efficiency=100 %", "single-phase 32.17 A"),
        ("duty?amps=160&duty=35", "Heats as 94.7 A"),
        ("fuse?amps=2.6&rating=6&family=bs1362-plug", "Fuse 3 A"),
        ("fuse?amps=11&rating=6&family=bs1362-plug", "larger than the cable carries"),
        (
            "heat?size=2.5&cores=3&outside=10.3 mm&amps=25&ambient=30&limit=60",
            "Reaches its limit at 23.4 A",
        ),
        ("earth?size=1.5&volts=230&loop=0.8&family=breaker-iec&amps=16&curve=B", "At most 62"),
        ("earth?size=1.5&volts=230&loop=0.8&family=bs1362-plug&amps=13", "At most 48.8 m"),
        ("wire?size=10 AWG&strands=37&strand=0.36 mm", "28 % short of the 10 AWG"),
        ("wire?size=&strands=&strand=&outside=10.4 mm&cores=3&earth=yes", "H07RN-F 3G1.5"),
    ],
)
def test_worked_values(person, address, said):
    assert said in words(person.open(f"/envelope/{address}"))


@pytest.mark.parametrize(
    ("address", "said"),
    [
        ("size?run=far", "is not a length"),
        ("size?loss=0.03", "read as 3 %"),
        ("gauge?size=3.3 mm2", "is not made"),
        ("drop?size=50 mm2&basis=light-cord", "50 mm² is not in this rating table"),
        ("size?system=ac-three&basis=welding", "no column for three"),
        ("heat?cores=many", "not a number of cores"),
        ("size?run=9999", "too large"),
        ("size?amps=900", "No size fits"),
    ],
)
def test_what_makes_no_sense_is_said_at_its_field(person, address, said):
    page = person.open(f"/envelope/{address}")
    assert said in words(page)
    assert "Traceback" not in page


def test_an_instrument_that_is_not_there_gets_our_page(person):
    assert "nothing at this address" in words(person.open("/envelope/crystal-ball", code=404))


def test_a_sum_becomes_a_lead_with_everything_it_knows(person, store):
    figures = {"system": "ac-single", "volts": "230 V", "amps": "9 A", "run": "18 m", "loss": "3 %"}
    page = person.send("/envelope/size/lead", start="cord-bs", basis="rubber-60", **figures)
    assert "18 m out" in words(page)
    lead = store.get("L-0001").lead
    assert (lead.kind, lead.brief.run_m, lead.brief.loads[0].amps) == ("mains-cord", 18, 9)
    assert (lead.conductor.drop_percent, lead.conductor.cable_type) == (3, "H07RN-F")


def test_a_sum_on_direct_current_becomes_a_lead_on_direct_current(person, store):
    offered = person.open(
        "/envelope/size?system=dc&volts=12 V&amps=10 A&run=3 m&loss=3 %&basis=boat-vehicle-105"
    )
    assert "Battery to inverter link" in offered and "Mains cord" not in offered
    figures = {"system": "dc", "volts": "12 V", "amps": "10 A", "run": "3 m", "loss": "3 %"}
    person.send("/envelope/size/lead", start="inverter-link", basis="boat-vehicle-105", **figures)
    lead = store.get("L-0001").lead
    assert (lead.brief.system, lead.brief.volts, lead.brief.feeds, lead.brief.amps) == (
        "dc",
        12,
        "current",
        10,
    )


def test_a_sum_is_no_lead_of_another_system(person, store):
    page = person.send(
        "/envelope/size/lead", code=422, start="cord-bs", system="dc", volts="12 V", amps="10 A"
    )
    assert "cannot be a lead of that kind" in page
    assert store.all() == []
    nema = person.send("/envelope/amps/lead", start="cord-nema", volts="120 V", watts="1.2 kW")
    assert "NEMA" in nema
