"""The days through their pages: hours, stations, what comes; what can start, what will be late; taken away."""

import csv
import json
from dataclasses import replace
from datetime import date, datetime, timedelta
from io import StringIO

import pytest
from icalendar import Calendar
from person import words
from tents import next_step, tags

from euthyne.core.days.days import Days
from euthyne.core.days.minutes import bench_minutes
from euthyne.core.days.stretches import stretches
from euthyne.core.days.workshop import Workshop
from euthyne.core.plan import plan_of
from euthyne.core.trade.figure import mm
from euthyne.exchange.reading import adapter_for
from euthyne.store import days as kept
from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_the_tents")
WEEK = ("monday", "tuesday", "wednesday", "thursday", "friday")
DAYS, HOURS = "/jobs/days", "/jobs/hours"


@pytest.fixture(autouse=True)
def soon(monkeypatch):
    """Looked for a short while: what is laid is a plan, whichever."""
    monkeypatch.setattr("euthyne.web.days.SECONDS", 0.4)


def hours(name, text="0-24", **more):
    """Somebody who is there every day, since tests are run at any hour."""
    week = dict.fromkeys((*WEEK, "saturday", "sunday"), text)
    return {"name": name, "was": name, "makes": "y", "proves": "y"} | week | more


@pytest.fixture
def manned(person, store):
    """A bench with two people round the clock."""
    kept.keep_workshop(store, Workshop())
    for name in ("RM", "AK"):
        person.send(HOURS, **hours(name, was=""))


def test_without_hours_there_is_no_plan_and_it_says_so(person, store):
    kept.keep_workshop(store, Workshop())
    assert "There are no hours to plan" in words(person.open(DAYS))
    page = words(person.send(DAYS, 422))
    assert "There are no hours yet: say who is there when" in page
    assert kept.days(store) is None


def test_hours_that_cannot_be_are_said_at_their_field_and_nothing_typed_is_lost(person, store):
    page = person.send(
        HOURS,
        422,
        **hours("", was="", monday="noon", tuesday="12-8", off="Christmas", makes="", proves=""),
    )
    assert page.count("note-bad") >= 5
    for typed in ("noon", "12-8", "Christmas"):
        assert f'value="{typed}"' in page
    assert [hand.name for hand in kept.workshop(store).hands] == ["RM", "AK"]
    page = words(person.send(HOURS, 422, **hours("AK", was="RM")))
    assert "AK is there already" in page


def test_hours_are_kept_and_people_leave(person, store):
    person.send(HOURS, **hours("RM", "8-12, 13-17", proves="", off="2026-12-24 to 2026-12-26"))
    hand = kept.workshop(store).hands[0]
    assert (hand.makes, hand.proves, len(hand.off), hand.minutes_a_week) == (
        True,
        False,
        3,
        7 * 480,
    )
    page = person.open(HOURS)
    assert 'value="8-12, 13-17"' in page
    assert 'value="2026-12-24 to 2026-12-26"' in page
    person.send(f"{HOURS}/leave", name="RM")
    assert [h.name for h in kept.workshop(store).hands] == ["AK"]


@pytest.mark.parametrize(
    ("address", "field", "typed", "said"),
    [
        ("stations", "station-press", "-1", "from 0 to 20"),
        ("weights", "weight-1", "99", "from 1 to 9"),
        ("coming", "on", "Tuesday", "such as"),
    ],
)
def test_stations_weights_and_days_that_cannot_be_are_said_at_their_field(
    person, address, field, typed, said
):
    about = {"kind": "part", "what": "bs1363-socket-heavy"} if address == "coming" else {}
    page = person.send(f"{HOURS}/{address}", 422, **{field: typed} | about)
    assert f'value="{typed}"' in page
    assert said in words(page)


@pytest.mark.usefixtures("manned")
def test_the_days_are_laid_and_say_what_can_start_and_what_will_be_late(person, store, jobs):
    person.send(DAYS)
    page = words(person.open(DAYS))
    first = tags(jobs)[0]
    assert "Can start now" in page
    assert f"{first} to" in page
    # Sockets are short and come in three days: the other half of the tents waits for them.
    assert "Waits for BS 1363 trailing socket" in page
    assert "TR-0019 Warm hut bench extension" in page.partition("Will be late")[2]
    days = kept.days(store)
    planned = {tag for s in days.stretches for tag in s.tags}
    assert set(tags(jobs)) <= planned
    assert days.deliveries[0].words
    # Minutes before midnight nothing of it is today's any more.
    today = days.on(date.today().isoformat())
    bench = words(person.open("/bench"))
    assert ("Today" in bench) == bool(today)
    assert not today or any(s.words in bench for s in today)


@pytest.mark.usefixtures("manned")
def test_what_is_said_to_come_later_makes_its_job_later(person, store):
    def done_on():
        person.send(DAYS)
        return next(o.done_on for o in kept.days(store).deliveries if o.job == 1)

    before, late = done_on(), (date.today() + timedelta(days=40)).isoformat()
    person.send(f"{HOURS}/coming", kind="part", what="bs1363-socket-heavy", on=late)
    assert before < late <= done_on()
    page = words(person.open(DAYS))
    assert (
        "Leads for the visitor tents" in page.partition("Will be late")[2].partition("The days")[0]
    )
    assert "It waits for BS 1363 trailing socket" in page
    assert "What moved when they were laid Leads for the visitor tents" in page


@pytest.mark.usefixtures("manned")
def test_what_is_done_is_ticked_and_what_was_to_be_done_is_told(person, store, jobs):
    person.send(DAYS)
    days = kept.days(store)
    first = next(s for s in days.stretches if tags(jobs)[0] in s.tags and s.steps)
    earlier = adapter_for(Days).dump_python(days, mode="json")
    for stretch in earlier["stretches"]:
        stretch["on"] = (date.today() - timedelta(days=1)).isoformat()
    kept.keep_days(store, adapter_for(Days).validate_python(earlier))
    before = words(person.open(DAYS))
    assert f"{len(days.stretches)} stretches that were to be done by now are not" in before
    for tag in first.tags:
        while (step := next_step(store, tag)) in first.steps:
            person.confirm(tag, step)
    assert f"{len(days.stretches) - 1} stretches that were" in words(person.open(DAYS))


@pytest.mark.usefixtures("manned")
def test_a_lead_in_quarantine_is_in_no_plan(person, store, jobs):
    person.send("/stores/one/lot", name="Reel 1", number="K 4471")
    person.send("/stores/lot/bar", number="K 4471", why="aluminium under the plating")
    person.send(DAYS)
    assert "stands still" in kept.days(store).why(tags(jobs)[0])
    assert "aluminium under the plating" in words(person.open(DAYS))


@pytest.mark.usefixtures("manned")
def test_the_days_are_taken_away_as_table_document_and_a_calendar_for_each(person, store):
    assert "No days are laid yet" in words(person.open(f"{DAYS}.csv", 409))
    person.send(DAYS)
    days = kept.days(store)
    lines = list(csv.DictReader(StringIO(person.client.get(f"{DAYS}.csv").text)))
    assert len(lines) == len(days.stretches)
    assert {line["who"] for line in lines} <= {"RM", "AK"}
    told = json.loads(person.client.get(f"{DAYS}.json").text)
    read = adapter_for(Days).validate_python(told)
    # Alike but for figures, which are told as this bench measures.
    plain = [replace(x, set_up="", words="") for x in days.stretches]
    assert [replace(x, set_up="", words="") for x in read.stretches] == plain
    assert (read.deliveries, read.late, read.made_at) == (days.deliveries, days.late, days.made_at)
    assert any("35 mm²" in x.set_up for x in read.stretches)
    for name in ("RM", "AK"):
        calendar = Calendar.from_ical(person.client.get(f"{DAYS}/{name}.ics").data)
        events = calendar.walk("VEVENT")
        own = [s for s in days.stretches if s.hand == name]
        assert len(events) == len(own)
        begins = min(event["DTSTART"].dt for event in events).astimezone()
        assert begins.date().isoformat() == own[0].on
        assert begins.hour * 60 + begins.minute == own[0].begin
        assert len({event["UID"] for event in events}) == len(events)
    assert person.client.get(f"{DAYS}/nobody.ics").status_code == 404
    assert person.client.get("/days/guessed/RM.ics").status_code == 404


def test_a_lot_called_back_stands_in_the_demonstration(person):
    page = words(person.open("/stores/lot?number=K 3308"))
    assert "1 lead has some of it" in page
    assert "TR-0012" in page
    assert all(
        s.name for s in StoresStore(person.client.application.extensions["leads"].engine).all()
    )


def test_every_step_that_is_left_of_every_lead_is_in_its_stretches_once_and_none_ends_on_bare_metal(
    store,
):
    """What bares, and what is asked before a joint, is followed in the same stretch by the joint."""
    minutes = bench_minutes([])
    for held in store.all():
        plan = plan_of(held.lead)
        kinds = {s.key: s.kind for s in plan.build.steps}
        found = stretches(plan, minutes, 1, (held.lead.tag,))
        told = [key for s in found if s.does != "prove" for key in s.steps]
        assert told == [s.key for s in plan.build.steps_left if s.kind != "pull"]
        for one in found:
            assert one.minutes > 0
            if one.does != "prove":
                assert kinds[one.steps[-1]] not in ("strip", "cores", "layer", "gate"), one
            assert one.words.endswith(held.lead.tag)


def test_the_plan_was_made_at_the_hour_it_says(person, store):
    person.send(DAYS)
    made = datetime.fromisoformat(kept.days(store).made_at)
    assert abs(made - datetime.now().astimezone()) < timedelta(minutes=5)


@pytest.mark.usefixtures("manned")
def test_what_is_taken_away_says_figures_as_this_bench_measures_and_names_with_a_stroke_are_found(
    person, store
):
    person.send(HOURS, **hours("RM/AK", was="RM"))
    person.send(DAYS)
    days = kept.days(store)
    first = replace(days.stretches[0], hand="RM/AK", set_up=f"die of {mm(16):g}")
    kept.keep_days(store, replace(days, stretches=(first,)))
    for end in (".json", ".csv", "/RM/AK.ics"):
        told = person.client.get(f"{DAYS}{end}").text
        assert "die of 16 mm" in told, end
        assert "/RM/AK.ics" in person.open(DAYS)
