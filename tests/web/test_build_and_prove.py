"""Building step by step and proving line by line, through the pages."""

import re

import pytest
from person import words

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
BENCH = "/leads/TR-0019/build/bench"


def step_of(page):
    return re.search(r'name="step" value="([\w-]+)"', page)[1]


def test_the_bench_wakes_where_it_was_left(person):
    assert "Clamp the cord grip of the socket" in person.open(BENCH)
    page = person.send("/leads/TR-0019/build/done", step="B-grip", initials="RM")
    assert "Close the socket" in page
    assert "Close the socket" in person.open(BENCH)
    assert "step 12 of 21" in words(page)


def test_a_step_is_recorded_with_time_and_initials(person, store):
    person.send("/leads/TR-0019/build/done", step="B-grip", initials="QX")
    done = store.get("TR-0019").lead.build.done[-1]
    assert (done.step, done.by) == ("B-grip", "QX")
    assert re.fullmatch(r"\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d", done.at)


def test_a_step_can_not_be_jumped(person, store):
    page = person.send("/leads/TR-0019/build/done", code=409, step="A-close", initials="RM")
    assert "First comes: Clamp the cord grip" in words(page)
    assert len(store.get("TR-0019").lead.build.done) == 10


def test_pressing_twice_does_it_once(person, store):
    for _ in range(2):
        person.send("/leads/TR-0019/build/done", step="B-grip", initials="RM")
    assert [d.step for d in store.get("TR-0019").lead.build.done].count("B-grip") == 1


def test_what_was_not_right_is_opened_again_and_logged(person, store):
    person.send("/leads/TR-0019/build/back")
    assert len(store.get("TR-0019").lead.build.done) == 9
    assert "B-land-L taken back" in person.open("/leads/TR-0019/log")


def test_a_changed_plan_says_so_beside_the_build(person):
    person.send("/leads/TR-0019/brief", brief__run_m="9 m")
    assert "The plan changed after building began" in person.open("/leads/TR-0019/build")


def test_the_crossed_pair_is_put_right_and_probed_afresh(person, store):
    assert "Live and neutral are crossed" in person.open("/leads/TR-0017/prove")
    person.send("/leads/TR-0017/prove/afresh")
    for mark in "LNE":
        person.send("/leads/TR-0017/prove/probe", pair=f"A.{mark} B.{mark}")
    page = person.send("/leads/TR-0017/prove/silent")
    assert "Every square is as the map says" in page
    log = words(person.open("/leads/TR-0017/log")).split("these had sounded: ")[1]
    assert all(pair in log for pair in ("A.L B.N", "A.N B.L", "A.E B.E"))


def test_a_square_goes_from_sounds_to_silent_to_not_probed(person, store):
    def heard():
        return {(p.one, p.other): p.sounds for p in store.get("TR-0017").lead.proof.probes}.get(("A.L", "B.L"))

    assert heard() is False
    seen = []
    for _ in range(3):
        person.send("/leads/TR-0017/prove/probe", pair="B.L A.L")
        seen.append(heard())
    assert seen == [None, True, False]


def test_points_that_are_not_there_are_refused(person):
    person.send("/leads/TR-0017/prove/probe", code=409, pair="A.L B.Q")
    person.send("/leads/TR-0017/prove/look", code=409, look="Z-pull yes")


@pytest.mark.parametrize(
    ("line", "typed", "said"),
    [
        ("core-L", "160 mohm", "pass"),
        ("core-L", "0,9 ohm", "fail"),
        ("core-L", "OL", "reads open"),
        ("earth", "0.21 ohm", "watch"),
        ("insulation-E", ">999", "more than 999 Mohm"),
        ("insulation-E", "3", "damp, a pinched core"),
        ("insulation-E", "0.2 Gohm", "pass"),
    ],
)
def test_a_typed_reading_is_judged(person, line, typed, said):
    page = person.send("/leads/TR-0017/prove", **{f"reading.{line}": typed})
    assert said in words(page)


def test_a_reading_that_makes_no_sense_stays_typed(person):
    page = person.send("/leads/TR-0017/prove", **{"reading.earth": "about right", "reading.core-L": "0.16 ohm"})
    assert 'value="about right"' in page
    assert "is not a resistance" in words(page)
    assert 'value="0.16 ohm"' in page


def test_every_reading_is_kept_though_only_the_newest_counts(person, store):
    for typed in ("0.9 ohm", "0.16 ohm"):
        person.send("/leads/TR-0017/prove", **{"reading.core-L": typed})
    kept = [r.value for r in store.get("TR-0017").lead.proof.readings if r.line == "core-L"]
    assert kept == [0.9, 0.16]


def test_a_bad_look_stops(person):
    page = person.send("/leads/TR-0017/prove/look", look="A-pull no")
    assert "Something looked wrong" in page


def test_a_proven_lead_is_sealed_and_chained(person, store):
    person.send("/leads/TR-0017/prove/afresh")
    for mark in "LNE":
        person.send("/leads/TR-0017/prove/probe", pair=f"A.{mark} B.{mark}")
    person.send("/leads/TR-0017/prove/silent")
    typed = {"core-L": "0.17", "core-N": "0.172", "earth": "0.18", "insulation-E": ">999", "insulation-LN": ">999"}
    person.send("/leads/TR-0017/prove", **{f"reading.{line}": text for line, text in typed.items()})
    page = person.send("/leads/TR-0017/tag/seal", initials="AF")
    assert "Sealed as number 2" in words(page)
    first, second = store.seal_of("TR-0012"), store.seal_of("TR-0017")
    assert second.previous == first.sha256
    assert second.record["verdicts"]["core-L"]["word"] == "pass"
    assert store.broken_seals() == []
