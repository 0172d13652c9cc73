"""A build operation by operation: what one mistake costs, what a gate holds, what is measured at its step, what
one's own sheet says.
"""

import re
from dataclasses import replace

import pytest
from person import words

from euthyne.core.lead.paths import with_value
from euthyne.core.plan import plan_of
from in_metric import in_metric

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
SEALED, SCREENED, TAPE, ROOF, LINK = "TR-0026", "TR-0027", "TR-0029", "TR-0015", "TR-0014"


def steps_left(store, tag):
    return plan_of(store.get(tag).lead).build.steps_left


def build_to(person, store, tag, key):
    """Every open step is confirmed before the one named, gates answered."""
    while steps_left(store, tag)[0].key != key:
        assert person.confirm(tag, steps_left(store, tag)[0].key).status_code == 200


def done(store, tag):
    return {d.step for d in store.get(tag).lead.build.done}


def test_a_bad_crimp_of_the_second_contact_costs_that_contact_alone(person, store):
    build_to(person, store, SEALED, "B-insert-2")
    page = words(person.open(f"/leads/{SEALED}/build/wrong?step=B-land-2"))
    assert "Cut this one off, close behind it, and make it anew" in page
    assert "To throw away contact and its wire seal" in page
    before = done(store, SEALED)
    person.client.post(
        f"/leads/{SEALED}/build/wrong", data={"step": "B-land-2", "initials": "RM", "why": "flat"}
    )
    gone = before - done(store, SEALED)
    assert gone == {"B-wireseal-2", "gate-B-land-2", "B-land-2"}
    assert "contact and its wire seal" in words(person.open(f"/leads/{SEALED}/build"))


def test_a_shell_that_is_not_on_is_held_at_the_gate_before_the_first_cup(person, store):
    first = next(s for s in steps_left(store, SCREENED) if s.kind == "land")
    build_to(person, store, SCREENED, f"gate-{first.key}")
    page = words(person.open(f"/leads/{SCREENED}/build/bench"))
    assert "The shell of the 8-pole" in page
    assert "until every joint is unsoldered again" in page
    gate = steps_left(store, SCREENED)[0]
    touched = [a.part for a in gate.asks if not a.part.endswith("-shell")]
    answer = person.client.post(
        f"/leads/{SCREENED}/build/done",
        data={"step": gate.key, "initials": "RM", "on": touched},
    )
    assert answer.status_code == 409
    assert "Not asked for yet: the shell of the 8-pole" in words(answer.text)


@pytest.fixture
def tape_bare(store):
    """The demonstration's tape as it is before it is measured."""
    at = "2026-11-24T09:00:00"

    def unmeasured(lead):
        kept = lead.build.done[:-1]
        assert lead.build.done[-1].step == "B-make-measured@roof"
        lead = replace(lead, build=replace(lead.build, done=kept))
        return with_value(lead, "proof.readings", ())

    store.change(tag=TAPE, change=unmeasured, at=at, by="RM", what="not measured yet")


def measured(person, **typed):
    said = {"step": "B-make-measured@roof", "initials": "RM"}
    fields = {f"reading.{line}": text for line, text in typed.items() if line != "volts"}
    at = {"volts.insulation-before": typed.get("volts", "")}
    return person.client.post(f"/leads/{TAPE}/build/done", data=said | fields | at)


@pytest.mark.usefixtures("tape_bare")
def test_a_tape_is_measured_before_its_cord_is_on_and_prove_shows_it(person, store):
    page = person.open(f"/leads/{TAPE}/build/bench")
    assert 'name="reading.insulation-before"' in page
    assert "20 megohm at least" in words(page)
    measured(person, **{"bus-before": "110 ohm", "insulation-before": ">999", "volts": "500 V"})
    assert "B-make-measured@roof" in done(store, TAPE)
    prove = person.open(f"/leads/{TAPE}/prove")
    assert re.search(r'name="reading.insulation-before"\s+value="&gt;999', prove)
    assert "at its step of the build" in words(prove)


@pytest.mark.usefixtures("tape_bare")
@pytest.mark.parametrize(
    ("insulation", "volts", "told"),
    [
        ("", "500 V", "Type what the meter says"),
        ("wet", "500 V", "What would do"),
        ("300 Mohm", "", "At what volts?"),
        ("2 Mohm", "500 V", "no cord goes on it"),
    ],
)
def test_what_is_not_measured_or_fails_keeps_its_step_open_and_what_was_typed(
    person, store, insulation, volts, told
):
    typed = {"insulation-before": insulation, "volts": volts, "bus-before": "110 ohm"}
    page = in_metric(words(measured(person, **typed).text))
    assert told in page
    assert "B-make-measured@roof" not in done(store, TAPE)
    read = {r.line: r.value for r in store.get(TAPE).lead.proof.readings}
    assert read.get("bus-before") == 110.0, "what was read is kept"


def test_the_torque_of_ones_own_sheet_stands_on_the_step_and_the_generic_one_nowhere(person, store):
    solar = {
        "words": "roof coupler, hole",
        "amps": "30 A",
        "source": "its sheet, 12 May 2026",
        "grip_mm.least": "4.5 mm",
        "grip_mm.most": "8 mm",
        "terminal_mm2.least": "2.5 mm2",
        "terminal_mm2.most": "6 mm2",
        "strip_mm.least": "6 mm",
        "strip_mm.most": "7.5 mm",
        "torque": "4 mm2 3.1 N m, 6 mm2 3.6 N m",
        "tool": "its own pliers, nest 6",
    }
    answer = person.client.post("/shelf/part/solar-socket/correct", data=solar)
    assert answer.status_code == 303
    own = answer.headers["Location"].rpartition("/")[2]
    assert "6 mm2 3.6 N m" in words(person.open(f"/shelf/part/{own}"))
    person.send(f"/leads/{ROOF}/ends", **{"fittings.panels+.part": own})
    steps = {s.key: s for s in plan_of(store.get(ROOF).lead).build.steps}
    nut = in_metric(steps["A-make-nut@panels+"].numbers)
    assert nut == "torque, your sheet 3.6 N m"
    assert "its own pliers, nest 6" in steps["A-land-+"].numbers
    generic = in_metric(steps["A-make-nut@panels-"].numbers)
    assert "generic" in generic, "the other coupler has no sheet"


def test_a_jumper_measured_from_stud_to_stud_is_cut_shorter_than_its_run_and_slack(person, store):
    person.send(f"/leads/{LINK}/brief", **{"brief.run_m": "6 in"})
    length = plan_of(store.get(LINK).lead).cut.length
    assert length.run_m == pytest.approx(0.1524)
    assert length.cut_m < length.run_m + length.slack_m


@pytest.mark.usefixtures("tape_bare")
def test_practice_throws_away_nothing_that_was_measured_in_the_build(person, store):
    measured(person, **{"bus-before": "110 ohm", "insulation-before": ">999", "volts": "500 V"})
    person.send(f"/leads/{TAPE}/prove/standin", **{"with": "sound"})
    person.send(f"/leads/{TAPE}/prove/take")
    person.send(f"/leads/{TAPE}/prove/standin", **{"with": "off"})
    read = {r.line: r for r in store.get(TAPE).lead.proof.readings}
    assert set(read) == {"bus-before", "insulation-before"}
    assert read["bus-before"].value == 110.0 and not read["bus-before"].simulated


@pytest.mark.usefixtures("tape_bare")
def test_what_a_simulated_copy_read_is_not_measured_at_the_bench(person):
    person.send(f"/leads/{TAPE}/prove/standin", **{"with": "sound"})
    person.send(f"/leads/{TAPE}/prove/take")
    page = person.open(f"/leads/{TAPE}/build/bench")
    assert re.search(r'name="reading.insulation-before"\s+value=""', page)
