"""Building step by step and proving line by line, through the pages."""

import re

import pytest
from person import words

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
BENCH = "/leads/TR-0019/build/bench"


def step_of(page):
    return re.search(r'name="step" value="([\w-]+)"', page)[1]


def test_the_bench_wakes_where_it_was_left(person):
    assert "Thread the back cover" in person.open(BENCH)
    page = person.send("/leads/TR-0019/build/done", step="A-cover", initials="RM")
    assert "of sheath off the plug end" in page
    assert "of sheath off the plug end" in person.open(BENCH)
    assert "step 12 of 22" in words(page)


def test_a_step_is_recorded_with_time_and_initials(person, store):
    person.send("/leads/TR-0019/build/done", step="A-cover", initials="QX")
    done = store.get("TR-0019").lead.build.done[-1]
    assert (done.step, done.by) == ("A-cover", "QX")
    assert re.fullmatch(r"\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d[+-]\d\d:\d\d", done.at)


def test_a_step_can_not_be_jumped(person, store):
    page = person.send("/leads/TR-0019/build/done", code=409, step="A-close", initials="RM")
    assert "First comes: Thread the back cover" in words(page)
    assert len(store.get("TR-0019").lead.build.done) == 10


def test_pressing_twice_does_it_once(person, store):
    for _ in range(2):
        person.send("/leads/TR-0019/build/done", step="A-cover", initials="RM")
    assert [d.step for d in store.get("TR-0019").lead.build.done].count("A-cover") == 1


def test_what_was_not_right_is_opened_again_and_logged(person, store):
    person.send("/leads/TR-0019/build/back")
    assert len(store.get("TR-0019").lead.build.done) == 9
    assert "B-land-L taken back" in person.open("/leads/TR-0019/log")


def test_a_changed_plan_says_so_beside_the_build(person):
    person.send("/leads/TR-0019/brief", brief__run_m="9 m")
    assert "The plan changed after building began" in person.open("/leads/TR-0019/build")


def test_the_crossed_pair_is_put_right_and_probed_afresh(person, store):
    assert "Live and neutral are exchanged" in person.open("/leads/TR-0017/prove")
    person.send("/leads/TR-0017/prove/afresh")
    for mark in "LNE":
        person.send("/leads/TR-0017/prove/probe", pair=f"supply.{mark} load.{mark}")
    page = person.send("/leads/TR-0017/prove/silent")
    assert "Every contact is as the map says" in page
    log = words(person.open("/leads/TR-0017/log")).split("these had sounded: ")[1]
    assert all(pair in log for pair in ("supply.L load.N", "supply.N load.L", "supply.E load.E"))


def test_a_square_goes_from_sounds_to_silent_to_not_probed(person, store):
    def heard():
        probes = store.get("TR-0017").lead.proof.probes
        found = {frozenset((p.one, p.other)): p.sounds for p in probes}
        return found.get(frozenset(("supply.L", "load.L")))

    assert heard() is False
    seen = []
    for _ in range(3):
        person.send("/leads/TR-0017/prove/probe", pair="load.L supply.L")
        seen.append(heard())
    assert seen == [None, True, False]


def test_points_that_are_not_there_are_refused(person):
    person.send("/leads/TR-0017/prove/probe", code=409, pair="supply.L load.Q")
    person.send("/leads/TR-0017/prove/look", code=409, look="Z-pull yes")


@pytest.mark.parametrize(
    ("line", "typed", "said"),
    [
        ("core-L", "160 mohm", "pass"),
        ("core-L", "0,9 ohm", "fail"),
        ("core-L", "OL", "reads open"),
        ("earth", "0.21 ohm", "watch"),
        ("insulation-E", ">999", "more than 999 megohm"),
        ("insulation-E", "3", "damp, a pinched core"),
        ("insulation-E", "0.2 Gohm", "pass"),
    ],
)
def test_a_typed_reading_is_judged(person, line, typed, said):
    page = person.send("/leads/TR-0017/prove", **{f"reading.{line}": typed})
    assert said in words(page)


def test_a_reading_that_makes_no_sense_stays_typed(person):
    page = person.send(
        "/leads/TR-0017/prove", **{"reading.earth": "about right", "reading.core-L": "0.16 ohm"}
    )
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
        person.send("/leads/TR-0017/prove/probe", pair=f"supply.{mark} load.{mark}")
    person.send("/leads/TR-0017/prove/silent")
    typed = {
        "core-L": "0.17",
        "core-N": "0.172",
        "earth": "0.18",
        "insulation-E": ">999",
        "insulation-LN": ">999",
    }
    person.send("/leads/TR-0017/prove", **{f"reading.{line}": text for line, text in typed.items()})
    page = person.send("/leads/TR-0017/tag/seal", initials="AF")
    assert "Sealed as number 2" in words(page)
    first, second = store.seal_of("TR-0012"), store.seal_of("TR-0017")
    assert second.previous == first.sha256
    assert second.record["verdicts"]["core-L"]["word"] == "pass"
    assert store.faults_of_log() == []


LUGS = "/leads/TR-0014/build"


def build_up_to(person, store, last):
    """Confirms every step of the inverter link up to one of them, gates and all."""
    from euthyne.core.plan import plan_of

    for step in plan_of(store.get("TR-0014").lead).build.steps:
        person.confirm("TR-0014", step.key)
        if step.key == last:
            return


def take_the_way_back(person, missing):
    return person.client.post(f"{LUGS}/forgot", data={"part": missing, "initials": "RM"})


def test_a_gate_stands_before_each_press_and_names_what_must_be_on(person, store):
    build_up_to(person, store, "A-cores@plus")
    page = words(person.open(f"{LUGS}/bench"))
    assert "Stop. Is everything on?" in page
    assert "The sleeve on the red wire, plus, battery end" in page
    assert "After the next step it goes on no more." in page
    page = words(person.send(f"{LUGS}/done", code=409, step="A-land-+", initials="RM"))
    assert "First comes: Stop. Is everything on?" in page


def test_a_part_missed_at_the_gate_is_put_on_without_loss(person, store):
    build_up_to(person, store, "A-cores@plus")
    page = words(person.open(f"{LUGS}/forgot?part=A-sleeve-%2B"))
    assert "There is still time" in page
    take_the_way_back(person, "A-sleeve-+")
    build = store.get("TR-0014").lead.build
    assert "A-sleeve-+" not in {d.step for d in build.done}
    assert (build.reworks[0].how, build.reworks[0].length_lost_mm) == ("still-time", 0.0)


def test_a_part_forgotten_after_the_press_costs_the_lug_and_its_length_and_the_record_shows_it(
    person, store
):
    build_up_to(person, store, "B-land-+")
    page = words(person.open(f"{LUGS}/forgot?part=B-sleeve-%2B"))
    assert "Cut this one joint off, put it on, and make the joint anew" in page
    assert "To throw away lug" in page
    take_the_way_back(person, "B-sleeve-+")
    build = store.get("TR-0014").lead.build
    done = {d.step for d in build.done}
    assert {"A-shrink-+", "A-shrink--"} <= done, "the other end stays as it is"
    assert "B-cores@plus" in done and "B-land-+" not in done, "it is bared anew at its press"
    assert build.reworks[0].scrap == ("B-land-+",)
    assert build.reworks[0].length_lost_mm > 10
    assert "Done again" in person.open(LUGS)
    assert "B-sleeve-+ was forgotten" in person.open("/leads/TR-0014/log")
    assert "reworks" in person.open("/leads/TR-0014/document.json")


def test_asking_for_a_part_that_is_not_there_says_so(person):
    assert "The build has no such part" in words(person.open(f"{LUGS}/forgot?part=teapot"))
    assert take_the_way_back(person, "teapot").status_code == 409


@pytest.mark.parametrize("paper", ["a4", "letter", "napkin"])
def test_template_and_traveller_are_printed_from_the_cut(person, paper):
    for name in ("cut/template.pdf", "traveller.pdf"):
        answer = person.client.get(f"/leads/TR-0014/{name}?paper={paper}")
        assert answer.data.startswith(b"%PDF-")
    assert "210mm" in person.open("/leads/TR-0014/cut/template-1.svg")
    person.open("/leads/TR-0014/cut/template-9.svg", code=404)


def test_nothing_is_printed_while_the_size_is_open(person):
    person.send("/leads/new", start="extension-bs")
    assert "There is nothing to print yet" in words(
        person.open("/leads/TR-0043/traveller.pdf", code=409)
    )


def test_the_bench_shows_good_and_bad_where_a_core_is_ended(person):
    page = words(person.open(f"{LUGS}/bench?step=A-land--"))
    assert "strands pressed into one" in page
    assert "loose: die too big" in page
    assert "strands pressed into one" not in person.open(f"{LUGS}/bench?step=A-cores@plus")


def test_a_strip_that_was_measured_is_judged_beside_its_field(person, store):
    person.send("/leads/TR-0019/cut", **{"cut.stripped.A.L": "9.5 mm", "cut.stripped.A.N": "lots"})
    page = words(person.open("/leads/TR-0019/cut"))
    assert "9.5 mm is too long: trim 2.5 mm off the tip" in page
    assert "'lots' is not a length" in page
    assert 'value="lots"' in person.open("/leads/TR-0019/cut")
    assert [(s.end, s.core, s.bare_mm) for s in store.get("TR-0019").lead.cut.stripped] == [
        ("A", "L", 9.5)
    ]
    person.send("/leads/TR-0019/cut", **{"cut.stripped.A.L": ""})
    assert store.get("TR-0019").lead.cut.stripped == ()
