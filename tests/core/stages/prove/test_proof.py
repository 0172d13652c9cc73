"""Expectations, verdicts, diagnoses, seals, dates."""

from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import AT, INVERTER, plan

from euthyne.core.checks import checks
from euthyne.core.lead import Probe, Proof, Reading
from euthyne.core.stages.prove.provegrid import all_pairs, name_faults, read_grid
from euthyne.core.stages.prove.readings.resistance import core_band_ohm
from euthyne.core.stages.prove.readings.typed import read_reading
from euthyne.core.stages.prove.verdict import Meter, unlike
from euthyne.core.stages.tag.seal import FIRST, Seal, digest, holds, seal
from euthyne.core.stages.tag.tag import months_on, retest_months
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.practices import Practices, taken_up
from euthyne.core.trade.wire import Wire, awg, metric
from in_metric import in_metric

INVERTER_2_0 = {**INVERTER, "conductor__unit": "AWG", "conductor__size": "2/0 AWG"}
METER = Meter(percent=1.0, step_ohm=0.001, zero_ohm=0.0)


def line(name):
    return next(x for x in plan().prove.lines if x.id == name)


def test_the_band_of_a_metric_core_is_below_its_class_maximum():
    low, high = core_band_ohm(Wire(metric(1.5)), 10, 20)
    assert high == pytest.approx(0.133)
    assert low == pytest.approx(0.133 * 0.85)


def test_the_band_of_a_gauge_is_round_its_nominal():
    low, high = core_band_ohm(Wire(awg("14")), 10, 20)
    assert high / low == pytest.approx(1.05 / 0.95)


def test_a_warmer_room_expects_more():
    assert core_band_ohm(Wire(metric(1.5)), 10, 30) > core_band_ohm(Wire(metric(1.5)), 10, 20)


@pytest.mark.parametrize(
    ("name", "value", "above", "word"),
    [
        ("core-L", 0.150, False, "pass"),
        ("core-L", 0.400, False, "fail"),
        ("core-L", 0.020, False, "watch"),
        ("core-L", 0.162, False, "unsure"),
        ("core-L", 0.0, True, "fail"),
        ("earth", 0.150, False, "pass"),
        ("earth", 0.200, False, "watch"),
        ("earth", 0.400, False, "fail"),
        ("insulation-E", 999, True, "pass"),
        ("insulation-E", 150, False, "pass"),
        ("insulation-E", 60, False, "watch"),
        ("insulation-E", 5, False, "fail"),
        ("insulation-E", 10, True, "unsure"),
    ],
)
def test_a_reading_is_judged_and_told_why(name, value, above, word):
    verdict = line(name).judge(value, METER, above)
    assert verdict.word == word
    assert len(verdict.reason) > 15


def test_the_test_leads_are_taken_off():
    heavy_leads = Meter(zero_ohm=0.25)
    assert line("core-L").judge(0.400, heavy_leads, above=False).word == "pass"
    assert line("core-L").judge(0.100, heavy_leads, above=False).word == "unsure"


def test_a_coarse_meter_can_not_say():
    assert line("core-L").judge(0.15, Meter(percent=1, step_ohm=0.1), above=False).word == "unsure"


@given(st.floats(0, 5), st.floats(0, 5))
def test_a_higher_reading_is_never_judged_better_once_above_the_limit(one, other):
    order = ["pass", "watch", "unsure", "fail"]
    limit = line("earth").bounds.limit
    low, high = sorted((limit + one, limit + other))
    assert order.index(line("earth").judge(low, METER, above=False).word) <= order.index(
        line("earth").judge(high, METER, above=False).word
    )


FINE = Meter(percent=0.0, step_ohm=0.0)


@pytest.mark.parametrize(
    ("live", "neutral", "amps", "word"),
    [
        (0.330, 0.330, 13, None),
        (0.336, 0.330, 13, None),
        (0.341, 0.330, 13, "watch"),
        (0.375, 0.330, 13, "fail"),
        (0.108, 0.100, 13, "fail"),
        (0.1035, 0.100, 13, None),
        (0.121, 0.100, 2, "fail"),
        (0.112, 0.100, 2, "watch"),
    ],
)
def test_cores_of_one_cord_agree_or_the_worse_one_is_named(live, neutral, amps, word):
    found = unlike({"L": live, "N": neutral}, amps, FINE)
    assert (found["L"].word if "L" in found else None) == word
    assert "N" not in found


def test_one_bad_joint_hides_in_no_long_lead():
    """35 milliohm in 25 m of 1.5 mm2 are inside the band, and burn 5.9 W at 13 A."""
    heard = (Reading("core-L", 0.325, AT, "RM"), Reading("core-N", 0.290, AT, "RM"))
    p = plan(brief__run_m=25.0, proof=Proof(readings=heard))
    assert line_of(p, "core-L").judge(0.325, METER, above=False).word == "pass"
    assert p.prove.verdicts["core-L"].word == "fail"
    assert "5.92 W" in p.prove.verdicts["core-L"].reason
    assert p.prove.verdicts["core-N"].word == "pass"


def test_a_meter_too_coarse_for_the_band_cannot_say_and_names_what_would_do():
    found = line("core-L").judge(0.15, Meter(percent=1, step_ohm=0.01), above=False)
    assert found.word == "unsure"
    assert "a meter right within" in found.reason
    assert line("core-L").judge(3.0, Meter(percent=1, step_ohm=0.01), above=False).word == "fail"


def test_the_zero_of_the_test_leads_is_a_reading_of_its_own():
    assert Meter(1, 0.001, 0.3).uncertainty_ohm(0.5) > Meter(1, 0.001, 0.0).uncertainty_ohm(0.5)


def test_a_thinner_core_that_reads_alike_is_named():
    short, long = plan(brief__run_m=2.0), plan(brief__run_m=40.0, conductor__size="1.5 mm2")
    for p, told in ((short, True), (long, False)):
        x = line_of(p, "core-N")
        said = in_metric(x.judge(x.bounds.sound_to, FINE, above=False).reason)
        assert ("1 mm² may read so too" in said) == told


def test_the_plug_fuse_is_out_and_tested_by_itself():
    p = plan(conductor__fuse_amps=3.0)
    assert "Take the fuse out" in line_of(p, "core-L").how
    assert "111 milliohm" in line_of(p, "core-L").how
    assert "fuse" not in line_of(p, "core-N").how


def test_tinned_cores_are_expected_to_read_as_tinned():
    plain, tinned = (line_of(plan(conductor__tinned=t), "core-L") for t in (False, True))
    assert tinned.bounds.sound_from / plain.bounds.sound_from == pytest.approx(13.7 / 13.3)


def line_of(p, name):
    return next(x for x in p.prove.lines if x.id == name)


ENDS = ("supply", "load")
NEUTRAL_TO_EARTH = [(f"{x}.N", f"{y}.E") for x in ENDS for y in ENDS]


def heard_with(moved, *, opens=(), shorts=()):
    """Every probe of a lead whose load end was wired in another order, with cores open or
    shorted.
    """
    p = plan()
    swap = {f"load.{a}": f"load.{b}" for a, b in moved.items()}
    sounding = {frozenset(swap.get(x, x) for x in pair) for pair in p.ends.wanted_pairs}
    sounding = {s for s in sounding if not any(x[-1] in opens for x in s)}
    sounding |= {frozenset(s) for s in shorts}
    return p, tuple(Probe(min(x), max(x), x in sounding) for x in all_pairs(p.ends.points))


@pytest.mark.parametrize(
    ("heard", "title", "words"),
    [
        (
            heard_with({"L": "N", "N": "L"}),
            "Exchanged pair",
            "Live and neutral are exchanged at one end",
        ),
        (
            heard_with({"L": "E", "E": "L"}),
            "Exchanged pair",
            "Live and earth are exchanged at one end",
        ),
        (
            heard_with({"L": "N", "N": "E", "E": "L"}),
            "Every core one place along",
            "one place along at one end",
        ),
        (heard_with({}, opens=("N",)), "Open core", "Neutral does not get through"),
        (heard_with({}, shorts=NEUTRAL_TO_EARTH), "Neutral joined to earth", "open both ends"),
        (
            heard_with({}, shorts=[("supply.N", "supply.E")]),
            "The probes contradict each other",
            "Probe these again",
        ),
    ],
    ids=["L-N", "L-E", "round", "open", "N-E", "short"],
)
def test_the_fault_is_named_in_words(heard, title, words):
    p, probes = heard
    first = name_faults(p.ends, probes).faults[0]
    assert first.title == title
    assert words in first.text


def test_live_and_neutral_exchanged_may_be_the_other_face():
    p, probes = heard_with({"L": "N", "N": "L"})
    assert name_faults(p.ends, probes).faults[0].text.startswith("Check first which face")


def test_a_grid_as_planned_has_no_diagnosis():
    p, probes = heard_with({})
    assert name_faults(p.ends, probes).faults == ()
    assert read_grid(p.ends.points, p.ends.wanted_pairs, probes).agrees
    assert not read_grid(p.ends.points, p.ends.wanted_pairs, probes[1:]).agrees


def test_a_seal_holds_until_anything_is_changed():
    first = seal(1, "2026-10-03T12:00:00", "AF", FIRST, {"lead": {"run_m": 3.0}})
    second = seal(2, "2026-10-04T12:00:00", "AF", first.sha256, {"lead": {"run_m": 4.0}})
    assert holds(first)
    assert holds(second)
    for change in (
        {"number": 3},
        {"sealed_at": "2026-10-05"},
        {"sealed_by": "QQ"},
        {"journal": "x"},
    ):
        assert not holds(replace(first, **change))
    assert not holds(replace(second, previous=FIRST))
    first.record["lead"]["run_m"] = 9.9
    assert not holds(first)


def test_a_seal_of_the_first_kind_is_read_by_its_own_rule():
    old = Seal(1, "2025-10-03", "AF", FIRST, digest(FIRST, {"a": 1}), {"a": 1})
    assert holds(old)
    assert not holds(replace(old, record={"a": 2}))


def test_the_order_of_keys_changes_no_seal():
    assert digest(FIRST, {"a": 1, "b": 2.5}) == digest(FIRST, {"b": 2.5, "a": 1})
    with pytest.raises(ValueError, match="Out of range"):
        digest(FIRST, {"a": float("inf")})


@given(st.dates(date(2020, 1, 1), date(2060, 1, 1)), st.integers(0, 60))
def test_months_on_lands_in_the_right_month(day, months):
    later = months_on(day, months)
    assert (later.year * 12 + later.month) - (day.year * 12 + day.month) == months
    assert later.day <= day.day


def test_the_tag_carries_the_weakest_rating_and_the_next_test():
    facts = plan().tag.facts("2026-11-23", "AF")
    assert (facts.amps, facts.fuse_amps) == (13, 13)
    assert facts.amps_rolled < facts.amps
    assert facts.next_test == "2028-11-23"
    assert retest_months("outdoor") == 6


@pytest.mark.parametrize(
    ("place", "policy", "due", "late"),
    [
        ("indoor", "by-place", "2028-11-23", False),
        ("indoor", "12", "2027-11-23", False),
        ("outdoor", "by-place", "2027-05-23", False),
        ("outdoor", "3", "2027-02-23", False),
        ("outdoor", "12", "2027-11-23", True),
    ],
)
def test_a_bench_has_a_policy_of_its_own_and_a_later_test_is_a_caution(place, policy, due, late):
    own = taken_up(Practices(), "tested_again", policy, "All on the first Sunday of spring.")
    p = plan(brief__place=place, build__practices=own)
    assert p.tag.facts("2026-11-23", "AF").next_test == due
    found = next((f for f in checks(p) if f.code == "tested-late"), None)
    assert (found is not None) == late
    assert not late or ("after 6 months" in found.text and "first Sunday" in found.text)


def test_a_lead_at_its_load_loses_what_its_copper_and_contacts_give():
    drop = line("load-drop")
    # 1.5 mm2, class 5 at 20 C: there, and as much back.
    core = plan().prove.subject.runs[0].length_m * 0.0133
    assert drop.bounds.sound_from == pytest.approx(2 * 0.85 * core, rel=0.02)
    assert drop.bounds.limit == pytest.approx(
        2 * core * (1 + 0.00393 * 40) + 5 * 0.1 / 13, rel=0.02
    )
    assert not drop.mandatory and drop.powered
    for typed, word in (("13 A 3.9 V", "pass"), ("6.5 A 2 V", "pass"), ("13 A 7 V", "fail")):
        read = read_reading(drop, typed)
        assert drop.judge(read.value, METER, read.above).word == word, typed
    assert drop.band == "3.1 to 4.6 V lost at 13 A; 4.7 V is the limit"
    assert drop.written(0.3, False, 13) == "13 A 3.9 V"
    with pytest.raises(Refused, match="half of it"):
        read_reading(drop, "9.1 V")


def test_a_small_load_is_not_judged_by_a_meter_of_tenths_of_a_volt():
    drop = replace(line("load-drop"), amps=1.5)
    assert drop.judge(drop.sound, METER, above=False).word == "unsure"


@pytest.mark.parametrize(
    ("given", "most"),
    [({}, 45), ({"ends__a": "nema-5-15p", "ends__b": "nema-5-15r", "brief__volts": 120.0}, 30)],
)
def test_an_end_that_runs_hot_is_the_one_to_open(given, most):
    rises = [x for x in plan(**given).prove.lines if x.id.startswith("warm-")]
    assert len(rises) == 2
    words = [rises[0].judge(k, METER, above=False) for k in (10, most - 5, most + 2)]
    assert [v.word for v in words] == ["pass", "watch", "fail"]
    assert "its load explains" in words[1].reason and "Open this end" in words[2].reason


def test_a_sample_is_held_to_what_its_size_has_to_hold():
    (pull,) = (x for x in plan(**INVERTER_2_0).prove.lines if x.id.startswith("pull-"))
    assert (pull.least, pull.source, pull.mandatory) == (1334, "UL 486A", False)
    for typed, word in (("1500 N", "pass"), ("290 lb", "fail"), (">1000", "unsure")):
        read = read_reading(pull, typed)
        assert pull.judge(read.value, METER, read.above).word == word, typed
