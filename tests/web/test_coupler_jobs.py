"""Solar, sealed, multi-pole, tape and single terminations as people make them, from New lead to the seal."""

from dataclasses import replace

import pytest
from jobs import Job, begun, built, is_in_the_log, met_at, passed, proven_and_sealed, sealed
from person import words
from sampling import some
from test_to_the_seal import plan

GENDERS = {"panels+": "socket", "panels-": "pin", "controller+": "pin", "controller-": "socket"}


def tape(start, tape_m, watts_per_m, run_m, rcd, size, *, upstream_amps="16 A", **more):
    """A heating tape on its cord: how long and how warm it is, and what guards it."""
    brief = {
        "brief.tape_m": tape_m,
        "brief.watts_per_m": watts_per_m,
        "brief.run_m": run_m,
        "brief.rcd": rcd,
        "brief.upstream_amps": upstream_amps,
    }
    return Job(start, {**brief, **more.pop("brief", {})}, size, **more)


def couplers(kind):
    """The four halves of a run, in one kind of coupler."""
    return {f"fittings.{end}.part": f"solar-{half}{kind}" for end, half in GENDERS.items()}


JOBS = {
    "metric solar run": Job(
        "solar-string",
        {"brief.volts": "209 V", "brief.amps": "14.1 A", "brief.run_m": "18 m"},
        "6 mm2",
    ),
    "solar run of North America": Job(
        "solar-string",
        {
            "brief.volts": "388 V",
            "brief.amps": "10.8 A",
            "brief.margin": "1.56",
            "brief.run_m": "165 ft",
        },
        "10 AWG",
        conductor={"conductor.cable_type": "PV-wire", "conductor.unit": "AWG"},
    ),
    "couplers on the bare tail of a meter": Job(
        "solar-tail",
        {
            "brief.volts": "40 V",
            "brief.amps": "8 A",
            "brief.run_m": "1 ft",
            "brief.already_size": "12 AWG",
            "brief.module_plus": "pin",
        },
        "12 AWG",
        conductor={"conductor.cable_type": "RV-105", "conductor.unit": "AWG"},
        ends={
            "fittings.panels+.part": "solar-socket-thin",
            "fittings.panels-.part": "solar-pin-thin",
        },
    ),
    "trunk of three strings, contacts through the back": Job(
        "solar-string",
        {
            "brief.volts": "118 V",
            "brief.amps": "6 A",
            "brief.run_m": "6 m",
            "brief.strings": "3",
            "brief.meets": "branches",
            "brief.line_fuses": "yes",
            "brief.module_fuse_amps": "20 A",
        },
        "6 mm2",
        ends=couplers("-through"),
    ),
    "sealed lead on a cord, its other end open": Job(
        "sealed-multiway",
        {
            "brief.ways": "2",
            "brief.amps": "4.5 A",
            "brief.volts": "24 V",
            "brief.run_m": "3.6 m",
            "brief.supply_ways": "1 plus, 2 minus",
        },
        "1 mm2",
        conductor={"conductor.cable_type": "H05RN-F", "conductor.tinned": "no"},
        ends={"fit.supply": "sealed-8-socket", "fit.load": "open-2-ferrules"},
    ),
    "sealed lead of seven ways, covers in halves": Job(
        "sealed-multiway",
        {"brief.ways": "7", "brief.amps": "0.5 A", "brief.run_m": "2 m"},
        "0.75 mm2",
        ends={"fit.supply": "sealed-7-socket-halved", "fit.load": "sealed-7-pin-halved"},
    ),
    "feedback cable in pairs": Job(
        "signal-lead",
        {
            "brief.ways": "8",
            "brief.amps": "0.1 A",
            "brief.volts": "10 V",
            "brief.run_m": "5 m",
            "brief.key_supply": "90",
        },
        "0.14 mm2",
        conductor={"conductor.cable_type": "pair-screens"},
        ends={"fit.supply": "round-12-socket", "fit.load": "d9-socket-crimp"},
    ),
    "power for a dome motor": Job(
        "signal-lead",
        {
            "brief.ways": "4",
            "brief.amps": "3 A",
            "brief.volts": "24 V",
            "brief.run_m": "3 m",
            "brief.shield": "no",
        },
        "0.75 mm2",
        conductor={"conductor.cable_type": "H05RN-F"},
        ends={"fit.supply": "power-4-socket-push-in", "fit.load": "power-4-pin-screw"},
    ),
    "tape of 26 ft at 120 V": tape(
        "heating-tape-nema", "26 ft", "5 W/ft", "4 ft", "5 mA", "14 AWG", upstream_amps="20 A"
    ),
    "tape of 3 m on a short tail": tape(
        "heating-tape-cee", "3 m", "18 W/m", "0.4 m", "30 mA", "1 mm2"
    ),
    "tape on a cord that is there": tape(
        "heating-tape-cord", "6 m", "18 W/m", "1.5 m", "30 mA", "1.5 mm2"
    ),
    "tape of 90 m between two hots": tape(
        "heating-tape-240",
        "90 m",
        "26 W/m",
        "2 m",
        "30 mA",
        "10 AWG",
        upstream_amps="30 A",
        brief={"brief.start_multiple": "6"},
        ends={"fit.wall": "nema-l6-30p"},
        conductor={"conductor.cable_type": "SOOW"},
    ),
    "24 cores of 40 m between 19-pole connectors": Job(
        "signal-lead",
        {
            "brief.ways": "24",
            "brief.amps": "0.1 A",
            "brief.volts": "10 V",
            "brief.run_m": "40 m",
        },
        "0.25 mm2",
        ends={"fit.supply": "round-19-socket", "fit.load": "round-19-pin"},
    ),
    "two ways of 14 A among warm roofs": Job(
        "solar-string",
        {
            "brief.volts": "96 V",
            "brief.amps": "14 A",
            "brief.run_m": "20 m",
            "brief.ambient_c": "60 °C",
            "brief.circuits_together": "2",
        },
        "6 mm2",
    ),
    "5 V signal with pins at the load": Job(
        "signal-lead",
        {"brief.ways": "5", "brief.amps": "0.05 A", "brief.volts": "5 V", "brief.run_m": "3 m"},
        "0.14 mm2",
        ends={"fit.supply": "d9-socket", "fit.load": "d9-pin"},
    ),
}


@pytest.mark.parametrize("name", some(JOBS, 4))
def test_a_job_goes_from_new_lead_to_its_seal(person, store, name):
    tag, _ = sealed(person, store, JOBS[name])
    is_in_the_log(person, store, tag)


def test_a_contact_of_somebodys_connector_is_made_read_and_sealed(person, store):
    person.open("/bench/one?size=0.22 mm2&tint=brown&stripe=white")
    answer = person.client.post(
        "/bench/one", data={"size": "0.22 mm2", "tint": "brown-white", "part": "pin-crimp"}
    )
    tag = answer.headers["Location"].split("/")[2]
    page = person.send(
        f"/leads/{tag}/brief",
        **{
            "brief.connector": "left lamp of the mule",
            "brief.connector_ways": "16",
            "brief.cavity": "17",
            "brief.second_lock": "yes",
            "conductor.measured_od_mm": "1.4 mm",
        },
    )
    assert "The housing has 16 ways; way 17 is none of them." in words(page)
    person.send(f"/leads/{tag}/brief", **{"brief.cavity": "7"})
    said = [step.headline for step in plan(store, tag).build.steps]
    assert "Push the brown-white wire's contact into way 7 of 16, left lamp of the mule" in said
    assert said.index("Open the second lock of the housing") < said.index(
        "Shut the second lock of the housing"
    )
    titles = []
    passed(person, store, tag, titles)
    built(person, store, tag)
    person.send(f"/leads/{tag}/prove", **{"reading.one": "4 milliohm"})
    proven_and_sealed(person, store, tag, titles)
    assert store.get(tag).sealed
    assert "Sealed as number" in words(person.open(f"/leads/{tag}/tag"))


def test_a_booted_lug_on_a_thick_wire_is_sealed_by_itself(person, store):
    answer = person.client.post(
        "/bench/one", data={"size": "35 mm2", "tint": "red", "part": "lug-m8-booted"}
    )
    tag, titles = answer.headers["Location"].split("/")[2], []
    passed(person, store, tag, titles)
    built(person, store, tag)
    proven_and_sealed(person, store, tag, titles)
    assert store.get(tag).sealed


def test_a_string_too_strong_for_any_coupler_is_offered_no_other_family(person):
    job = replace(
        JOBS["metric solar run"],
        brief={"brief.volts": "900 V", "brief.amps": "44 A", "brief.run_m": "220 m"},
        size="16 mm2",
    )
    tag = begun(person, job)
    page = words(person.open(f"/leads/{tag}/ends"))
    assert "The conductor does not suit the coupler" in page
    assert "Take the welding bayonet" not in page


# A mistake of each trade, made on purpose: of which job, what is typed at which stage, and what is said there.
MISTAKES = {
    "colours of a string reversed": (
        "metric solar run",
        {"ends": {"tint.+": "black", "tint.-": "red"}},
        "ends",
        "bears",
    ),
    "both poles black": (
        "metric solar run",
        {"ends": {"tint.+": "black", "tint.-": "black"}},
        "ends",
        "Sleeves at both ends, marked",
    ),
    "the same half at both poles of a panel": (
        "metric solar run",
        {"ends": {"fittings.panels-.part": "solar-socket"}},
        "ends",
        "one of each",
    ),
    "strings in a trunk without a fuse each": (
        "trunk of three strings, contacts through the back",
        {"brief": {"brief.line_fuses": "no"}},
        "brief",
        "Strings in parallel, and no fuse",
    ),
    "a way that meets another": (
        "sealed lead on a cord, its other end open",
        {"brief": {"brief.load_ways": "1 minus, 2 plus"}},
        "ends",
        "A way meets one that is for something else",
    ),
    "ways that make no sense": (
        "sealed lead on a cord, its other end open",
        {"brief": {"brief.load_ways": "plus 1"}},
        "brief",
        "is not a way and what it is for",
    ),
    "a wire too thin for its seal": (
        "couplers on the bare tail of a meter",
        {"ends": {"fittings.panels+.part": "solar-socket"}},
        "ends",
        "The wire is too thin for the coupler",
    ),
    "half a pair": (
        "feedback cable in pairs",
        {"brief": {"brief.ways": "7"}},
        "ends",
        "Half a pair",
    ),
    "more cores than poles": (
        "24 cores of 40 m between 19-pole connectors",
        {},
        "ends",
        "Landed nowhere: number 20",
    ),
    "no residual-current device before a tape": (
        "tape of 3 m on a short tail",
        {"brief": {"brief.rcd": "none"}},
        "brief",
        "residual-current",
    ),
}


@pytest.mark.parametrize("name", MISTAKES)
def test_a_mistake_of_the_trade_is_met_where_it_is_made(person, name):
    of, changes, stage, said = MISTAKES[name]
    assert said in met_at(person, JOBS[of], changes, stage)
