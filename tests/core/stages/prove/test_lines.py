"""What each kind of lead is measured on, and from where on a reading is watched or refused: figures by hand,
from the copper and from what is good practice.
"""

import re
from dataclasses import replace

import pytest
from leads import AT, made
from proving import built

from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import Proof, Reading
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.readings.typed import read_reading
from euthyne.core.stages.prove.verdict import Meter
from euthyne.core.stages.prove.wanted import instruments_wanted
from euthyne.core.trade.fault import Refused

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
    "sealed-multiway": {"wet", *(f"apart-{n}" for n in range(1, 6))},  # it lies in wet
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
    # Earth: the core and 0.1 ohm; at 13 A a contact may add 7.7 milliohm; one that reads open is no earth.
    ("extension-bs", "earth", "0.04 ohm", "pass"),
    ("extension-bs", "earth", "0.06 ohm", "watch"),
    ("extension-bs", "earth", "0.14 ohm", "fail"),
    ("extension-bs", "earth", "OL", "fail"),
    # New insulation: 20 megohm refused under it, 100 watched.
    ("extension-bs", "insulation-E", ">999", "pass"),
    ("extension-bs", "insulation-E", "60 megohm", "watch"),
    ("extension-bs", "insulation-E", "17 megohm", "fail"),
    ("supply-three", "insulation-L2", "17 megohm", "fail"),
    # A tester within 10 %: 19 megohm may be 20.9. At its end it has shown what it shows, and no more.
    ("extension-bs", "insulation-E", "19 megohm", "unsure"),
    ("extension-bs", "insulation-E", ">40", "watch"),
    # A tool's own flex is older: 1 megohm.
    ("plug-bs", "insulation-E", "2 megohm", "pass"),
    ("plug-bs", "insulation-E", "0.8 megohm", "fail"),
    ("plug-bs", "insulation-E", "0.95 megohm", "unsure"),
    # A switch behind 3 A: sound to 20 milliohm, twice that is the limit.
    ("switch-harness", "switch-switch", "15 mohm", "pass"),
    ("switch-harness", "switch-switch", "30 mohm", "watch"),
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
    ("inverter-link", "rise-+", "17 K", "fail"),
    ("inverter-link", "rise-+", "15 K", "unsure"),
    ("welding-extension", "rise-+", "25 K", "watch"),
    ("welding-extension", "rise-+", "32 K", "fail"),
    # A coupler of a string across itself: 1 milliohm, watched to 5.
    ("solar-string", "coupler-panels+", "0.8 mohm", "pass"),
    ("solar-string", "coupler-panels+", "3 mohm", "watch"),
    ("solar-string", "coupler-panels+", "6 mohm", "fail"),
    ("solar-string", "apart", "17 megohm", "fail"),
    ("solar-string", "apart-+", ">999", "pass"),
    # A device that reads nothing is shorted; a brushed motor reads some tenths of an ohm.
    ("conversion", "device", "0.01 ohm", "fail"),
    ("conversion", "device", "0.3 ohm", "watch"),
    ("conversion", "device", "5 kohm", "pass"),
    # Wet for ten minutes: under a tenth of dry watched, under 1 megohm refused.
    ("sealed-multiway", "wet", "30 megohm", "pass"),
    ("sealed-multiway", "wet", "1.5 megohm", "watch"),
    ("sealed-multiway", "wet", "0.8 megohm", "fail"),
    ("signal-lead", "apart-3", "17 megohm", "fail"),
    # 12 m of 18 W/m at 230 V are 245 ohm warm; cold it draws up to three times as much.
    ("heating-tape", "bus", "150 ohm", "pass"),
    ("heating-tape", "bus", "40 ohm", "fail"),
    ("heating-tape", "bus", "OL", "fail"),
    ("heating-tape", "insulation-before", "17 megohm", "fail"),
]


@pytest.mark.parametrize(("start", "name", "typed", "word"), JUDGED)
def test_a_reading_is_judged_as_good_practice_has_it(start, name, typed, word):
    line = lines_of(start)[name]
    read = read_reading(line, typed)
    verdict = line.judge(read.value, FINE, read.above)
    assert verdict.word == word, verdict.reason
    assert verdict.reason.endswith(".")


@pytest.mark.parametrize("typed", ["OL", "open", "Over"])
def test_a_tester_at_its_end_is_asked_how_far_it_goes(typed):
    with pytest.raises(Refused) as refused:
        read_reading(lines_of("extension-bs")["insulation-E"], typed)
    assert "such as >200" in refused.value.faults[0].fix


def contact(amps, own=1.0):
    """What a sound contact may add, by hand: 20 milliohm, 100 mV, 2.5 W, or its own figure."""
    return min(own, 0.020, 0.1 / amps, 2.5 / amps**2)


def test_a_pole_may_read_its_copper_and_two_barrels():
    plan = built("inverter-link")
    pole = {x.id: x for x in plan.prove.lines}["pole-+"]
    cable = plan.prove.subject.runs[0]
    assert cable.wire.size.cross_section_mm2 == 50
    copper = OHM_PER_KM[50] / 1000 * cable.length_m
    # A barrel reads as much as 60 mm of its own cable, at least 20 microohm, and what its amps allow.
    barrel = contact(plan.prove.subject.rating_amps, max(OHM_PER_KM[50] / 1000 * 0.060, 20e-6))
    assert pole.bounds.sound_to == pytest.approx(copper + 2 * barrel, rel=1e-3)
    assert pole.bounds.limit == pytest.approx(copper + 3 * barrel, rel=1e-3)
    read = read_reading(pole, f"20 A {20000 * (copper + barrel):.2f} mV")
    assert read.amps == 20
    assert pole.judge(read.value, FINE, read.above).word == "pass"


def test_eighty_watts_in_the_lugs_of_a_pole_fail_it_and_are_told():
    plan = built("inverter-link")
    pole, run = {x.id: x for x in plan.prove.lines}["pole-+"], plan.prove.subject.runs[0]
    amps = plan.prove.subject.rating_amps
    copper = OHM_PER_KM[50] / 1000 * run.length_m
    verdict = pole.judge(copper + 80 / amps**2, FINE, above=False)
    assert verdict.word == "fail"
    assert "its joints would burn 80 W" in verdict.reason


def test_a_lug_is_no_worse_than_as_much_of_its_own_cable():
    lug = lines_of("inverter-link")["lug-battery+"]
    as_cable = OHM_PER_KM[50] / 1000 * 0.050
    assert lug.bounds.sound_to == pytest.approx(as_cable)
    assert lug.bounds.limit == pytest.approx(1.5 * as_cable)
    assert not lug.mandatory


@pytest.mark.parametrize("start", ["signal-lead", "sealed-multiway"])
def test_a_way_may_read_its_copper_and_a_contact_at_each_end(start):
    plan = built(start)
    way = {x.id: x for x in plan.prove.lines}["core-1"]
    run = plan.prove.subject.runs[0]
    band = run.wire.ohms_per_m(20) * run.length_m
    each = contact(plan.prove.subject.rating_amps, 0.020)
    assert way.bounds.sound_to == pytest.approx(band + 2 * each, rel=1e-3)
    assert way.bounds.limit == pytest.approx(band + 3 * each, rel=1e-3)
    assert way.bounds.sound_from == pytest.approx(0.85 * band, rel=1e-3)


def test_a_heavy_lead_with_45_milliohm_a_core_fails_and_says_how_many_watts():
    """10 m of 16 mm2 are 12.1 milliohm at most; what is more burns at 63 A."""
    heavy = {"fit__supply": "iec60309-63-red5-plug", "fit__load": "iec60309-63-red5-connector"}
    lead = made("supply-three", **heavy, brief__run_m=10.0, conductor__size="16 mm2")
    line = {x.id: x for x in Plan(lead).prove.lines}["core-L1"]
    verdict = line.judge(0.045, Meter(), above=False)
    assert verdict.word == "fail"
    watts = float(re.search(r"would burn (\d+) W", verdict.reason)[1])
    length = Plan(lead).prove.subject.runs[0].length_m
    assert watts == pytest.approx((0.045 - length * 0.00121) * 63**2, rel=0.01)
    joints = [x for x in Plan(lead).prove.lines if x.id.startswith("joint-")]
    assert len(joints) == 8 and all(x.mandatory and x.instead.startswith("warm-") for x in joints)
    assert joints[0].bounds.sound_to == pytest.approx(2.5 / 63**2)


def test_column_verdict_example_and_file_show_one_band():
    for start in MANDATORY:
        for line in lines_of(start).values():
            if line.measure.shown != "ohm" or line.id == "device":
                continue
            verdict = line.judge(line.sound, FINE, above=False)
            assert verdict.word == "pass", (start, line.id, verdict.reason)
            assert line.id == "load-drop" or line.band in verdict.reason


def test_an_insulation_not_tested_at_its_volts_is_no_reading():
    p = built("extension-bs")
    read = Reading("insulation-E", 999, AT, "AF", above=True)
    said = {}
    for volts in (None, 9.0, 500.0):
        proof = Proof(readings=(read,), tested_volts=volts)
        said[volts] = Plan(replace(p.lead, proof=proof)).prove.verdicts["insulation-E"]
    assert [v.word for v in said.values()] == ["unsure", "unsure", "pass"]
    assert "this is a test at 500 V" in said[9.0].reason


def test_the_earth_is_held_against_live_and_neutral():
    """25 m of 2.5 mm2: 40 milliohm more in the earth than in both its twins is a bad joint."""
    lead = made(
        "extension-60309", brief__run_m=25.0, conductor__size="2.5 mm2", brief__upstream_amps=16.0
    )
    ohms = {"core-L": 0.200, "core-N": 0.200, "earth": 0.240}
    proof = Proof(readings=tuple(Reading(k, v, AT, "AF") for k, v in ohms.items()))
    told = Plan(replace(lead, proof=proof)).prove.verdicts["earth"]
    assert told.word == "fail" and "more than the live core" in told.reason


def test_three_phases_lose_at_their_load_what_two_lines_alone_do():
    assert "Between line 1 and line 2 alone" in lines_of("supply-three")["load-drop"].how


def test_a_lamp_is_off_before_the_insulation_beside_it_is_read():
    lit = built("switch-harness").lead
    lit = changed(lit, [("ends.switch", "L"), ("ends.switch_lit", True)])
    (line,) = (
        x for x in Plan(lit).prove.lines if x.id.startswith("insulation") and x.id != "insulation-E"
    )
    assert "Take the lamp's neutral off its tab first" in line.how


def test_a_pole_counts_as_tested_by_its_millivolts_or_by_half_an_hour_at_its_load():
    lines = lines_of("inverter-link")
    assert lines["pole-+"].instead == "rise-+"
    assert lines["rise-+"].powered and not lines["rise-+"].mandatory


@pytest.mark.parametrize(
    ("start", "among", "not_among"),
    [
        ("extension-bs", "an insulation tester, 500 V", "a source of 20 A"),
        ("inverter-link", "a source of 20 A and a meter that reads millivolts", "insulation"),
        ("signal-lead", "an insulation tester, 100 V", "a source"),
        ("conversion", "a meter that reads milliohms", "insulation"),
    ],
)
def test_what_it_will_be_proven_with_is_said_with_what_does_without(start, among, not_among):
    wanted = instruments_wanted(lines_of(start).values())
    assert wanted[0].words == "a multimeter with a sounder"
    assert among in [x.words for x in wanted]
    assert not any(not_among in x.words for x in wanted)
    assert all(x.without for x in wanted)
