"""Leads on direct current as people make them, by gauge and in metric, from New lead to the seal."""

from dataclasses import replace

import pytest
from jobs import Job, begun, is_in_the_log, met_at, sealed
from person import words
from sampling import some
from test_to_the_seal import plan

JOBS = {
    "short charger lead of two cells": Job(
        "charger-lead",
        {
            "brief.cells": "2",
            "brief.amps": "1.5 A",
            "brief.charger_cells": "2",
            "brief.taps": "yes",
            "brief.tap_form": "short",
            "brief.braided": "yes",
            "brief.run_m": "11 in",
        },
        "18 AWG",
        conductor={"circuit.taps.size": "22 AWG"},
    ),
    "charger lead to banana plugs": Job(
        "charger-lead",
        {"brief.cells": "3", "brief.amps": "6 A", "brief.run_m": "0.5 m"},
        "16 AWG",
        ends={"fit.charger": "plug-4mm-shrouded"},
    ),
    "cable of a motorcycle": Job(
        "inverter-link",
        {"brief.watts": "6 kW", "brief.volts": "48 V", "brief.run_m": "28 in"},
        "1/0 AWG",
        ends={"fit.battery": "lug-5-16-booted", "fit.inverter": "lug-5-16-booted"},
    ),
    "bank of eight batteries": Job(
        "cable-set",
        {"brief.amps": "150 A", "brief.volts": "24 V", "brief.run_m": "9 in"},
        "1 AWG",
        ends={"every.part": "lug-5-16-booted", "every.stud": "5/16 in"},
    ),
    "pump in a bilge": Job(
        "damp-lead",
        {
            "brief.amps": "8 A",
            "brief.run_m": "14 ft",
            "brief.load_end": "tails",
            "loss.serves": "other",
            "brief.number": "7",
        },
        "12 AWG",
        ends={
            "fit.panel": "ring-yellow-no10-lined",
            "fittings.splice+.part": "butt-yellow-lined",
            "fittings.splice-.part": "butt-yellow-lined",
        },
    ),
    "welding extension of a salvaged piece": Job(
        "welding-extension",
        {
            "cable.salvaged": "yes",
            "cable.length_m": "20 ft",
            "brief.amps": "140 A",
            "brief.duty_percent": "35 %",
            "brief.run_m": "18 ft",
            "brief.place": "outdoor",
        },
        "1 AWG",
    ),
    "lugs on a short heavy pair": Job(
        "inverter-link",
        {"brief.watts": "800 W", "brief.run_m": "11 ft"},
        "1/0 AWG",
        ends={"fit.battery": "lug-3-8-booted", "fit.inverter": "lug-1-4-booted"},
    ),
    "new coupler on a fan": Job(
        "conversion",
        {
            "brief.amps": "18 A",
            "brief.volts": "11.1 V",
            "brief.fuse_family": "none",
            "brief.unfused": "choice",
            "brief.live_battery": "no",
            "brief.already_size": "14 AWG",
        },
        "14 AWG",
    ),
    "new coupler on a live pack": Job(
        "conversion",
        {
            "brief.tail_of": "pack",
            "brief.amps": "18 A",
            "brief.volts": "11.1 V",
            "brief.fuse_family": "none",
            "brief.unfused": "choice",
            "brief.live_battery": "yes",
            "brief.already_size": "14 AWG",
        },
        "14 AWG",
        ends={"fit.device": "tee-socket"},
    ),
    "both poles of a welder": Job(
        "welding-extension",
        {
            "brief.amps": "200 A",
            "brief.duty_percent": "60 %",
            "brief.run_m": "30 ft",
            "brief.poles": "2",
        },
        "2/0 AWG",
        ends={
            f"fittings.{end}{pole}.part": f"welding-70-{contact}"
            for end, contact in (("welder", "pin"), ("arc", "socket"))
            for pole in "+-"
        },
    ),
    "cabin lamp": Job(
        "damp-lead",
        {"brief.amps": "0.2 A", "brief.run_m": "22 ft", "loss.serves": "other"},
        "16 AWG",
    ),
    "winch at the bow": Job(
        "inverter-link",
        {
            "brief.watts": "1.2 kW",
            "brief.volts": "24 V",
            "brief.run_m": "12 ft",
            "brief.place": "outdoor",
        },
        "2 AWG",
        ends={"fit.battery": "lug-5-16-booted", "fit.inverter": "lug-5-16-booted"},
    ),
    "fish finder on its own tail": Job(
        "conversion",
        {
            "brief.amps": "1 A",
            "brief.tail_by": "piece",
            "brief.run_m": "3 ft",
            "brief.already_m": "2 ft",
            "brief.already_size": "20 AWG",
            "brief.live_battery": "no",
        },
        "16 AWG",
        ends={"fittings.splice+.part": "butt-red-plain", "fittings.splice-.part": "butt-red-plain"},
    ),
    "jumper from post to post": Job(
        "cable-set",
        {"brief.amps": "40 A", "brief.volts": "12 V", "brief.run_m": "6 in"},
        "4 AWG",
        ends={"every.part": "lug-1-4-booted", "every.stud": "1/4 in"},
    ),
    "a pack of small cells": Job(
        "charger-lead",
        {
            "brief.cells": "2",
            "brief.amps": "0.5 A",
            "brief.run_m": "10 in",
            "brief.cell_volts": "4.35",
        },
        "18 AWG",
        ends={"fit.pack": "pack-200-pin-drawn", "fit.charger": "pack-254-socket-drawn"},
    ),
}
# What is on the rack of a bench in square millimetres, where the other has a gauge.
IN_METRIC = {
    "18 AWG": "0.75 mm2",
    "16 AWG": "1.5 mm2",
    "14 AWG": "2.5 mm2",
    "12 AWG": "4 mm2",
    "4 AWG": "25 mm2",
    "2 AWG": "35 mm2",
    "1 AWG": "50 mm2",
    "1/0 AWG": "50 mm2",
    "2/0 AWG": "70 mm2",
}
# What is laid out as a set, where it is not the bank that a set begins as.
LAID_OUT = {
    "bank of eight batteries": {"batteries": "2", "strings": "4", "feeds": "inverter"},
    "jumper from post to post": {"batteries": "1", "strings": "2", "feeds": "lamp"},
}


@pytest.fixture
def laid(person, monkeypatch):
    """A job with its bank laid out as soon as it is begun."""
    import jobs

    usual = jobs.begun

    def with_bank(person, job):
        tag = usual(person, job)
        name = next(n for n, one in JOBS.items() if one.brief is job.brief)
        if name in LAID_OUT:
            person.send(f"/leads/{tag}/brief/bank", **LAID_OUT[name])
            person.send(f"/leads/{tag}/ends", **job.ends)
        return tag

    monkeypatch.setattr(jobs, "begun", with_bank)


@pytest.mark.usefixtures("laid")
@pytest.mark.parametrize("measures", ["gauge", "metric"])
@pytest.mark.parametrize("name", some(JOBS, 4))
def test_a_job_goes_from_new_lead_to_its_seal(person, store, name, measures):
    person.send("/measures", measures=measures)
    job = JOBS[name]
    if measures == "metric":
        job = replace(job, size=IN_METRIC.get(job.size, job.size))
    tag, _ = sealed(person, store, job)
    is_in_the_log(person, store, tag)


# A mistake of each trade, made on purpose: what is typed, at which stage, and what is said of it.
MISTAKES = {
    "plus and minus of one battery": (
        "bank of eight batteries",
        {
            "brief": {
                "brief.set_cables.0.a": "battery 1 plus",
                "brief.set_cables.0.b": "battery 1 minus",
            }
        },
        "brief",
        "This set shorts a battery",
    ),
    "a battery left hanging": (
        "bank of eight batteries",
        {
            "brief": {
                "brief.set_cables.7.a": "battery 4 plus",
                "brief.set_cables.7.b": "battery 5 plus",
            }
        },
        "brief",
        "Only one cable on the battery 5",
    ),
    "a charger set for more cells": (
        "short charger lead of two cells",
        {"brief": {"brief.charger_cells": "3"}},
        "brief",
        "The charger counts other cells",
    ),
    "plain rings in the bilge": (
        "pump in a bilge",
        {"ends": {"fit.panel": "ring-yellow-no10"}},
        "ends",
        "Plain terminals in the wet",
    ),
    "a piece that is too short": (
        "welding extension of a salvaged piece",
        {"brief": {"cable.length_m": "17 ft"}},
        "cut",
        "Too little is left of the salvaged piece",
    ),
    "a lug for another stud": (
        "lugs on a short heavy pair",
        {"ends": {"stud.battery": "1/2 in"}},
        "ends",
        "The stud is thicker than the hole",
    ),
    "a tail of another size": (
        "new coupler on a fan",
        {"brief": {"brief.already_size": "18 AWG"}},
        "conductor",
        "The cord does not measure as its size",
    ),
    "clad aluminium under a lug": (
        "cable of a motorcycle",
        {"conductor": {"conductor.metal": "cca"}},
        "conductor",
        "aluminium",
    ),
}


@pytest.mark.parametrize("name", MISTAKES)
def test_a_mistake_of_the_trade_is_met_where_it_is_made(person, name):
    of, changes, stage, said = MISTAKES[name]
    assert said in met_at(person, JOBS[of], changes, stage)


def test_what_a_piece_gives_is_one_press(person, store):
    tag = begun(person, JOBS["welding extension of a salvaged piece"])
    person.send(f"/leads/{tag}/brief", **{"brief.run_m": ""})
    page = person.open(f"/leads/{tag}/brief")
    assert "What this piece gives" in page
    person.send(f"/leads/{tag}/fix/piece-gives")
    left = plan(store, tag).cut
    assert left.left_m("plus") - left.length.cut_m == pytest.approx(0, abs=0.02)


def test_a_panel_says_its_circuits_by_their_numbers(person):
    for number, name in (("10", "bilge pump"), ("2", "mast light")):
        tag = begun(person, JOBS["pump in a bilge"])
        person.send(
            f"/leads/{tag}/brief",
            name=name,
            made_for="Survey boat",
            **{"brief.number": number, "loss.serves": "critical"},
        )
    page = words(person.open("/panel?for=Survey boat"))
    assert page.index("mast light") < page.index("bilge pump")
    table = person.client.get("/panel.csv?for=Survey boat").text
    assert "2,mast light,red and black" in table


def test_what_must_not_fail_may_lose_three_percent_and_what_may_run_dim_ten(person, store):
    tag = begun(person, JOBS["cabin lamp"])
    assert store.get(tag).lead.conductor.drop_percent == 10.0
    person.send(f"/leads/{tag}/brief", **{"loss.serves": "critical"})
    assert store.get(tag).lead.conductor.drop_percent == 3.0


def test_a_usual_bank_is_laid_out_and_a_row_that_makes_no_sense_is_kept_as_typed(person, store):
    tag = begun(person, JOBS["bank of eight batteries"])
    person.send(f"/leads/{tag}/brief/bank", batteries="2", strings="2", feeds="Motor")
    assert len(store.get(tag).lead.brief.set_cables) == 7
    page = person.send(
        f"/leads/{tag}/brief",
        **{"brief.set_cables.0.a": "battery 1 plus", "brief.set_cables.0.run": "about a foot"},
    )
    assert "about a foot" in page
    refused = person.client.post(
        f"/leads/{tag}/brief/bank", data={"batteries": "0", "strings": "2"}
    )
    assert "a whole number from 1 to 16" in words(refused.text)
