"""Prove through its pages: looks by the end, one probe after another, readings of every kind, practice."""

import io
import re
from html import unescape

import pytest
from person import words
from PIL import Image

from euthyne.core.plan import Plan

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
LINK = "/leads/TR-0014"


def plan(store, tag):
    return Plan(store.get(tag).lead)


def probe_asked(person, tag):
    page = person.open(f"/leads/{tag}/prove/bench?at=probe")
    found = re.search(r'name="probe" value="([^"]+)"', page)
    return unescape(found[1]) if found else ""


def probe_through(person, store, tag):
    """Every probe of the list, answered as a sound lead answers."""
    while key := probe_asked(person, tag):
        wanted = plan(store, tag).prove.next_probe
        said = "sounds" if wanted.sounds else "silent"
        person.send(f"/leads/{tag}/prove/heard", probe=key, heard=said, bench="yes")


def look_good(person, store, tag):
    for end in {x.end for x in plan(store, tag).prove.looks}:
        person.send(f"/leads/{tag}/prove/good", end=end)


def test_all_of_an_end_is_good_in_one_press_and_a_no_stays(person, store):
    lines = [x for x in plan(store, "TR-0014").prove.looks if x.end == "battery+"]
    person.send(f"{LINK}/prove/look", look=f"{lines[0].id} no")
    page = person.send(f"{LINK}/prove/good", end="battery+")
    answers = {a.line: a.good for a in store.get("TR-0014").lead.proof.looks}
    assert answers == {x.id: i > 0 for i, x in enumerate(lines)}
    assert "Something looked wrong" in page
    person.send(f"{LINK}/prove/good", end="teapot", code=409)


def test_probes_are_asked_one_by_one_and_the_map_is_proven(person, store):
    page = words(person.open(f"{LINK}/prove/bench?at=probe"))
    assert "The battery plus to the inverter plus" in page
    assert "probe 1 of 3" in page
    probe_through(person, store, "TR-0014")
    assert "Every contact is as the map says" in person.open(f"{LINK}/prove/bench?at=probe")
    assert plan(store, "TR-0014").prove.proven_map


def test_a_probe_that_was_taken_is_refused_and_a_slip_is_taken_back(person, store):
    key = probe_asked(person, "TR-0014")
    person.send(f"{LINK}/prove/heard", probe=key, heard="sounds")
    person.send(f"{LINK}/prove/heard", probe=key, heard="sounds", code=409)
    person.send(f"{LINK}/prove/slip")
    assert probe_asked(person, "TR-0014") == key
    person.send(f"{LINK}/prove/heard", probe=key, heard="louder", code=409)


def test_the_first_wrong_answer_is_named_with_the_probe_that_tells(person, store):
    person.send(f"{LINK}/prove/heard", probe=probe_asked(person, "TR-0014"), heard="silent")
    page = words(person.open(f"{LINK}/prove"))
    assert "does not get through" in page
    assert "what tells which" in page
    person.send(f"{LINK}/prove/heard", probe=probe_asked(person, "TR-0014"), heard="silent")
    assert probe_asked(person, "TR-0014") == ""
    person.send(f"{LINK}/prove/afresh")
    assert "probe 1 of 3" in words(person.open(f"{LINK}/prove/bench?at=probe"))


def test_clips_strap_points_together_and_a_strap_that_sounds_is_gone_through(person, store):
    tag = "TR-0022"
    without = len(plan(store, tag).prove.probe_plan)
    person.send(f"/leads/{tag}/prove/gangs", gangs="yes")
    p = plan(store, tag)
    nets = len(
        {
            frozenset(n)
            for n in p.ends.positions[-1].nets
            if any(".".join(x) in p.ends.points for x in n)
        }
    )
    assert len(p.prove.probe_plan) == len(p.ends.points) - 1 < without
    assert sum(not x.sounds for x in p.prove.probe_plan) == nets - 1
    while (asked := plan(store, tag).prove.next_probe).sounds or len(asked.against) == 1:
        said = "sounds" if asked.sounds else "silent"
        person.send(f"/leads/{tag}/prove/heard", probe=asked.key, heard=said)
    assert "strapped together" in words(person.open(f"/leads/{tag}/prove/bench?at=probe"))
    person.send(f"/leads/{tag}/prove/heard", probe=asked.key, heard="sounds")
    after = plan(store, tag).prove.next_probe
    assert (after.one, len(after.against)) == (asked.one, 1)


def test_nothing_is_powered_before_the_dead_tests_are_through(person, store):
    page = person.send(f"{LINK}/prove", **{"reading.polarity": "12.6 V"})
    assert "type it again" in page
    assert not store.get("TR-0014").lead.proof.readings
    look_good(person, store, "TR-0014")
    probe_through(person, store, "TR-0014")
    sound = {x.id: x for x in plan(store, "TR-0014").prove.lines}
    for pole in ("+", "-"):
        mv = sound[f"pole-{pole}"].sound * 20 * 1000
        person.send(f"{LINK}/prove", **{f"reading.pole-{pole}": f"20 A {mv:.1f} mV"})
    page = person.send(f"{LINK}/prove", **{"reading.polarity": "-12.6 V"})
    assert "plus and minus are crossed" in page
    page = person.send(f"{LINK}/prove", **{"reading.polarity": "12.6 V"})
    p = plan(store, "TR-0014")
    assert p.prove.unanswered == ()
    assert p.prove.sound


def test_a_reading_a_hundred_times_off_is_asked_about_and_kept_when_one_is_sure(person, store):
    page = person.send(f"{LINK}/prove", **{"reading.pole-+": "0.7 ohm"})
    assert "Is the unit right?" in words(page)
    assert 'value="0.7 ohm"' in page
    assert not store.get("TR-0014").lead.proof.readings
    page = person.send(f"{LINK}/prove", **{"reading.pole-+": "0.7 ohm", "sure": "pole-+"})
    assert [r.value for r in store.get("TR-0014").lead.proof.readings] == [0.7]
    assert "a bad joint or too thin a core" in page


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ("16 mV", "is half of it"),
        ("20 A", "is half of it"),
        ("5 kg", "resistance"),
        ("20 A 16 bananas", "resistance"),
    ],
)
def test_a_reading_in_another_unit_is_said_and_stays_typed(person, typed, said):
    page = person.send(f"{LINK}/prove", **{"reading.pole-+": typed})
    assert said in words(page)
    assert f'value="{typed}"' in page


def test_what_is_measured_may_be_typed_either_way_round(person, store):
    for typed in ("20 A 14.2 mV", "14.2 mV at 20 A", "14.2 mV 20 A", "0.71 milliohm"):
        person.send(f"{LINK}/prove", **{"reading.pole-+": typed})
        last = store.get("TR-0014").lead.proof.readings[-1]
        assert last.value == pytest.approx(0.00071)


def test_a_long_pin_list_has_its_grid_row_by_row(person, store):
    tag = "TR-0027"
    assert "The whole grid, contact by contact" in person.open(f"/leads/{tag}/prove")
    at, *others = plan(store, tag).ends.points
    page = person.open(f"/leads/{tag}/prove/grid?at={at}")
    assert page.count('name="pair"') == len(others)
    person.send(f"/leads/{tag}/prove/probe", pair=f"{at} {others[0]}", at=at)
    assert len(store.get(tag).lead.proof.probes) == 1
    person.send(f"/leads/{tag}/prove/silent", at=at)
    assert len(store.get(tag).lead.proof.probes) == len(others)
    person.open(f"/leads/{tag}/prove/grid?at=teapot", code=409)


def test_practice_on_a_simulated_copy_is_never_sealed(person, store):
    person.send(f"{LINK}/prove/standin", **{"with": "sound"})
    look_good(person, store, "TR-0014")
    while key := probe_asked(person, "TR-0014"):
        person.send(f"{LINK}/prove/heard", probe=key, heard="meter")
    person.send(f"{LINK}/prove/take")
    person.send(f"{LINK}/prove/take")
    p = plan(store, "TR-0014")
    assert p.prove.sound
    assert all(r.simulated for r in p.lead.proof.readings)
    assert "Proven on a simulated copy" in person.open(f"{LINK}/tag")
    assert "nothing: it is a sound copy" in words(person.open(f"{LINK}/prove?hidden=yes"))
    person.send(f"{LINK}/prove/standin", **{"with": "off"})
    proof = store.get("TR-0014").lead.proof
    assert (proof.readings, proof.probes, proof.stand_in) == ((), (), "")


def test_a_lead_under_proof_is_not_practised_on(person):
    person.send("/leads/TR-0017/prove/standin", **{"with": "fault"}, code=409)
    person.send("/leads/TR-0017/prove/take", code=409)
    person.send(f"{LINK}/prove/standin", **{"with": "teapot"}, code=409)


def photograph(size=(2400, 1800), kind="JPEG"):
    made = Image.new("RGB", size, "brown")
    exif = Image.Exif()
    exif[0x0110] = "a camera"
    exif.get_ifd(0x8825)[2] = (50.0, 0.0, 0.0)
    out = io.BytesIO()
    made.save(out, kind, exif=exif)
    return out.getvalue()


def send_photograph(person, content, name="lug.jpg", line="battery+-strands"):
    data = {"line": line, "photograph": (io.BytesIO(content), name)}
    return person.client.post(f"{LINK}/prove/photograph", data=data, follow_redirects=True)


def test_a_photograph_is_kept_scaled_without_its_place_and_its_sum_is_sealed(person, store):
    assert b"a camera" in photograph()
    assert send_photograph(person, photograph()).status_code == 200
    assert "photograph of battery+-strands" in person.open(f"{LINK}/prove")
    kept = person.client.get(f"{LINK}/leaflets/1").data
    shown = Image.open(io.BytesIO(kept))
    assert max(shown.size) == 1600
    assert not shown.getexif()
    assert b"a camera" not in kept


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b"<svg onload='x'></svg>", "no photograph"),
        (b"GIF89a not a picture", "no photograph"),
        (b"", "no photograph"),
        (b"0" * 20_500_000, "is too much"),
    ],
)
def test_what_is_no_photograph_is_refused_with_a_sentence(person, content, said):
    answer = send_photograph(person, content)
    assert answer.status_code == 422
    assert said in words(answer.text)


def test_a_photograph_beside_nothing_is_refused(person):
    assert send_photograph(person, photograph((40, 30)), line="teapot").status_code == 409


def send_readings(person, text, tag="TR-0017"):
    data = {"readings": (io.BytesIO(text.encode()), "bench.csv")}
    address = f"/leads/{tag}/prove/readings.csv"
    return person.client.post(address, data=data, follow_redirects=True)


def test_readings_come_in_from_the_file_that_went_out(person, store):
    file = person.client.get("/leads/TR-0017/prove/readings.csv").text
    filled = file.replace("core-L,", "core-L,", 1).splitlines()
    read = {"core-L": "0.18 ohm", "earth": "180 milliohm", "insulation-E": ">999"}
    filled = [x + read.get(x.partition(",")[0], "") for x in filled]
    assert send_readings(person, "\n".join(filled)).status_code == 200
    kept = {r.line: (r.value, r.above) for r in store.get("TR-0017").lead.proof.readings}
    assert kept == {"core-L": (0.18, False), "earth": (0.18, False), "insulation-E": (999, True)}


def test_a_file_that_does_not_fit_lists_every_fault_and_is_not_taken(person, store):
    rows = [
        "line,reading",
        "core-L,0.18 ohm",
        "teapot,3",
        "earth,5 kg",
        "core-N,900 ohm",
        "core-L,0.2",
    ]
    answer = send_readings(person, "\n".join(rows))
    assert answer.status_code == 422
    for said in ("row 3", "row 4", "row 5", "row 6", "is there twice", "Is the unit right?"):
        assert said in words(answer.text)
    assert not store.get("TR-0017").lead.proof.readings
    assert "which column is which" in words(send_readings(person, "a,b\n1,2").text)
    early = send_readings(person, "line,reading\npolarity,12.6 V", "TR-0014")
    assert "before the tests" in words(early.text)


def test_where_the_probes_of_a_reading_go_is_drawn(person):
    page = person.open("/leads/TR-0026/prove/where/wet")
    assert "water or metal round it" in page and page.count("probe-red probe-lead") == 5
    lug = person.open("/leads/TR-0014/prove/where/lug-battery+")
    assert "bare copper behind it" in lug and "battery plus" in lug
    person.open("/leads/TR-0014/prove/where/no-such", code=404)
