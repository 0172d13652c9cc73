"""What each kind of lead is measured on, and from where on a reading is watched or refused: figures by hand,
from the copper and from what is good practice.
"""

import pytest
from proving import built

from euthyne.core.stages.prove.readings.typed import read_reading
from euthyne.core.stages.prove.verdict import Meter

FINE = Meter(percent=0.1, step_ohm=0.0001, zero_ohm=0.0, step_mv=0.01)
# Class 5 copper at 20 C, ohm/km, IEC 60228.
OHM_PER_KM = {0.75: 26.0, 1.5: 13.3, 50: 0.386}


def lines_of(start):
    return {x.id: x for x in built(start).prove.lines}


MANDATORY = {
    "extension-bs": {"earth", "insulation-E", "insulation-LN"},
    "supply-three": {"earth", "insulation-E", "insulation-L1", "insulation-L2", "insulation-L3"},
    "cord-bs": {"earth", "insulation-E", "insulation-LN"},
    "linking-lead": {"earth", "insulation-E", "insulation-LN"},
    "vehicle-charger": {"earth", "insulation-E", "insulation-LN"},
    "plug-bs": {"earth", "insulation-E"},
    "switch-harness": {"earth", "insulation-E", "insulation-LN"},
    "inverter-link": {"pole-+", "pole--", "polarity"},
    "damp-lead": {"pole-+", "pole--", "apart", "apart-+", "apart--", "polarity"},
    "solar-string": {"pole-+", "pole--", "apart", "apart-+", "apart--"},
    "welding-extension": {"pole-+"},
    "charger-lead": {"cell-1", "cell-2", "cell-3", "polarity"},
    "conversion": {"device"},
    "heating-tape": {"bus", "earth", "insulation-before", "insulation-after"},
    "signal-lead": {f"apart-{n}" for n in range(1, 8)},
    "sealed-multiway": {f"apart-{n}" for n in range(1, 6)},
}


@pytest.mark.parametrize("start", MANDATORY)
def test_nothing_is_sealed_without_these(start):
    assert {name for name, x in lines_of(start).items() if x.mandatory} == MANDATORY[start]


@pytest.mark.parametrize("start", MANDATORY)
def test_every_line_says_how_it_is_taken_why_its_band_and_whose_limit_it_is(start):
    for line in lines_of(start).values():
        assert line.how.endswith((".", ")")) and len(line.how) > 30, line.id
        assert line.why and line.source, line.id
        again = read_reading(line, line.example)
        assert line.judge(again.value, FINE, again.above).word == "pass", line.id


# The start, the line, what is read, and what is to be said of it.
JUDGED = [
    # Earth: the core and 0.1 ohm; one that reads open is no earth.
    ("extension-bs", "earth", "0.06 ohm", "pass"),
    ("extension-bs", "earth", "0.09 ohm", "watch"),
    ("extension-bs", "earth", "0.14 ohm", "fail"),
    ("extension-bs", "earth", "OL", "fail"),
    # New insulation: 20 megohm refused under it, 100 watched.
    ("extension-bs", "insulation-E", ">999", "pass"),
    ("extension-bs", "insulation-E", "60 megohm", "watch"),
    ("extension-bs", "insulation-E", "19 megohm", "fail"),
    ("supply-three", "insulation-L2", "19 megohm", "fail"),
    # A tool's own flex is older: 1 megohm.
    ("plug-bs", "insulation-E", "2 megohm", "pass"),
    ("plug-bs", "insulation-E", "0.9 megohm", "fail"),
    # A switch: 20 milliohm watched, 50 refused.
    ("switch-harness", "switch-switch", "10 mohm", "pass"),
    ("switch-harness", "switch-switch", "60 mohm", "fail"),
    # Volts with their sign; three cells of 3.0 to 4.2 V.
    ("inverter-link", "polarity", "12.8 V", "pass"),
    ("inverter-link", "polarity", "-12.8 V", "fail"),
    ("inverter-link", "polarity", "0 V", "fail"),
    ("charger-lead", "cell-2", "3.7 V", "pass"),
    ("charger-lead", "cell-2", "-3.7 V", "fail"),
    ("charger-lead", "cell-2", "7.4 V", "fail"),
    ("charger-lead", "cell-2", "0 V", "fail"),
    ("charger-lead", "polarity", "11.1 V", "pass"),
    ("charger-lead", "polarity", "-11.1 V", "fail"),
    # A lug 5 K over its neighbours is watched, 15 K refused; a welding coupler 30 K.
    ("inverter-link", "rise-+", "4 K", "pass"),
    ("inverter-link", "rise-+", "18 F", "watch"),
    ("inverter-link", "rise-+", "16 K", "fail"),
    ("welding-extension", "rise-+", "25 K", "watch"),
    ("welding-extension", "rise-+", "31 K", "fail"),
    # A coupler of a string across itself: 1 milliohm, watched to 5.
    ("solar-string", "coupler-panels+", "0.8 mohm", "pass"),
    ("solar-string", "coupler-panels+", "3 mohm", "watch"),
    ("solar-string", "coupler-panels+", "6 mohm", "fail"),
    ("solar-string", "apart", "19 megohm", "fail"),
    ("solar-string", "apart-+", ">999", "pass"),
    # A device that reads near nothing is shorted.
    ("conversion", "device", "0.2 ohm", "fail"),
    ("conversion", "device", "5 kohm", "pass"),
    # Wet for ten minutes: under a tenth of dry watched, under 1 megohm refused.
    ("sealed-multiway", "wet", "30 megohm", "pass"),
    ("sealed-multiway", "wet", "1.5 megohm", "watch"),
    ("sealed-multiway", "wet", "0.8 megohm", "fail"),
    ("signal-lead", "apart-3", "19 megohm", "fail"),
    # 12 m of 18 W/m at 230 V are 245 ohm warm; cold it draws up to three times as much.
    ("heating-tape", "bus", "150 ohm", "pass"),
    ("heating-tape", "bus", "40 ohm", "fail"),
    ("heating-tape", "bus", "OL", "fail"),
    ("heating-tape", "insulation-before", "19 megohm", "fail"),
]


@pytest.mark.parametrize(("start", "name", "typed", "word"), JUDGED)
def test_a_reading_is_judged_as_good_practice_has_it(start, name, typed, word):
    line = lines_of(start)[name]
    read = read_reading(line, typed)
    verdict = line.judge(read.value, FINE, read.above)
    assert verdict.word == word, verdict.reason
    assert verdict.reason.endswith(".")


def test_a_pole_may_read_its_copper_and_two_barrels():
    plan = built("inverter-link")
    pole = {x.id: x for x in plan.prove.lines}["pole-+"]
    cable = plan.prove.subject.runs[0]
    assert cable.wire.size.cross_section_mm2 == 50
    copper = OHM_PER_KM[50] / 1000 * cable.length_m
    # A barrel reads as much as 60 mm of its own cable at most, and 20 microohm are granted it.
    barrel = max(OHM_PER_KM[50] / 1000 * 0.060, 20e-6)
    assert pole.watch == pytest.approx(copper + 2 * barrel, rel=1e-3)
    assert pole.high == pytest.approx(1.2 * (copper + 2 * barrel), rel=1e-3)
    read = read_reading(pole, f"20 A {20000 * (copper + barrel):.2f} mV")
    assert read.amps == 20
    assert pole.judge(read.value, FINE, read.above).word == "pass"


def test_a_lug_is_no_worse_than_as_much_of_its_own_cable():
    lug = lines_of("inverter-link")["lug-battery+"]
    as_cable = OHM_PER_KM[50] / 1000 * 0.050
    assert (lug.watch, lug.high) == (pytest.approx(as_cable), pytest.approx(1.5 * as_cable))
    assert not lug.mandatory


@pytest.mark.parametrize("start", ["signal-lead", "sealed-multiway"])
def test_a_way_may_read_its_copper_and_a_contact_at_each_end(start):
    plan = built(start)
    way = {x.id: x for x in plan.prove.lines}["core-1"]
    run = plan.prove.subject.runs[0]
    band = run.wire.ohms_per_m(20) * run.length_m
    assert way.high == pytest.approx(band + 2 * 0.020, rel=1e-3)
    assert way.low == pytest.approx(0.85 * band, rel=1e-3)


def test_a_pole_counts_as_tested_by_its_millivolts_or_by_half_an_hour_at_its_load():
    lines = lines_of("inverter-link")
    assert lines["pole-+"].instead == "rise-+"
    assert lines["rise-+"].powered and not lines["rise-+"].mandatory
