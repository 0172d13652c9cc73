"""The jobs of those who make mains leads, each from New lead to its seal, and the mistakes they make."""

import re
from dataclasses import replace
from html import unescape

import pytest
from jobs import Job, begun, is_in_the_log, met_at, sealed
from person import words
from sampling import some
from test_to_the_seal import plan

RACK_CORD = Job(
    "cord-c14",
    {
        "brief.run_m": "2.1 m",
        "brief.upstream_amps": "16 A",
        "brief.loads.0.name": "switch",
        "brief.loads.0.draws": "640 W",
    },
    "1 mm2",
)
WELDER = Job(
    "supply-box-50",
    {
        "brief.run_m": "44 ft",
        "brief.feeds": "loads",
        "brief.plate_amps": "44 A",
        "brief.plate_effective_amps": "24 A",
        "brief.upstream_amps": "50 A",
    },
    "8 AWG",
)
CHARGER = Job(
    "vehicle-charger-bs",
    {
        "brief.run_m": "7.2 m",
        "brief.permission": "page 41 of its book",
        "brief.upstream_amps": "16 A",
        "brief.own_breaker_amps": "10 A",
        "brief.rcd": "30 mA",
        "brief.rcd_type": "A-6mA",
    },
    "2.5 mm2",
)
SWITCH_BOX = Job(
    "switch-harness-pigtail",
    {
        "brief.run_m": "0.5 m",
        "brief.upstream_amps": "10 A",
        "brief.loads.0.name": "heater pad",
        "brief.loads.0.draws": "55 W",
    },
    "0.75 mm2",
    conductor={"old.printed": "3G0.75"},
    ends={"ends.switch": "L"},
)
MENDED = Job(
    "repair-60309",
    {
        "brief.run_m": "22 m",
        "brief.damage": "run over at the gate",
        "brief.damage_m": "9 m",
        "brief.cut_out_m": "0.4 m",
        "brief.upstream_amps": "16 A",
    },
    "2.5 mm2",
    conductor={"old.printed": "2.5", "old.strands": "50", "old.strand_mm": "0.26 mm"},
    ends={"fittings.junction.part": "inline-junction-9-14"},
)
LINK = Job(
    "linking-lead",
    {
        "brief.run_m": "1.6 m",
        "brief.units_allowed": "7",
        "brief.upstream_amps": "16 A",
        "brief.loads.0.name": "lamp",
        "brief.loads.0.draws": "0.9 A",
    },
    "1.5 mm2",
)
NEW_PLUG = Job(
    "plug-as",
    {
        "brief.run_m": "1.1 m",
        "brief.upstream_amps": "10 A",
        "brief.loads.0.name": "kettle",
        "brief.loads.0.draws": "2.2 kW",
    },
    "1 mm2",
    conductor={"old.printed": "1 mm2"},
)
SPLITTER = Job(
    "splitter-nema",
    {"brief.run_m": "6 ft", "brief.outlets": "3", "brief.upstream_amps": "15 A"},
    "14 AWG",
)
SEVERAL = Job("outlets-cee", {"brief.run_m": "3.3 m", "brief.upstream_amps": "16 A"}, "1.5 mm2")
TOOL_CORD = Job(
    "repair-tool-nema",
    {
        "brief.run_m": "9 ft",
        "brief.damage": "chewed",
        "brief.damage_m": "1 ft",
        "brief.repair_by": "shorten-plug",
        "brief.upstream_amps": "15 A",
        "brief.loads.0.name": "planer",
        "brief.loads.0.draws": "9 A",
    },
    "16 AWG",
    conductor={"old.printed": "16/3"},
)
THREE_PHASE = Job(
    "supply-three",
    {"brief.run_m": "28 m", "brief.upstream_amps": "32 A", "brief.loop_ohms": "0.3 ohm"},
    "6 mm2",
)
JOBS = {
    "rack cord": RACK_CORD,
    "welder outlet": WELDER,
    "charger extension": CHARGER,
    "inlet and switch": SWITCH_BOX,
    "mended lead": MENDED,
    "linking lead": LINK,
    "new plug": NEW_PLUG,
    "splitter": SPLITTER,
    "several outlets": SEVERAL,
    "tool's cord": TOOL_CORD,
    "three phase": THREE_PHASE,
}


@pytest.mark.parametrize("name", some(JOBS, 3))
def test_a_job_goes_from_new_lead_to_its_seal(person, store, name):
    tag, _ = sealed(person, store, JOBS[name])
    is_in_the_log(person, store, tag)


# A mistake of each trade, made on purpose: where it is begun, what is typed, where it is met and how.
MISTAKES = {
    "plug where the holes belong": (RACK_CORD, {"ends": {"fit.load": "c14"}}, "ends", "shows pins"),
    "mains cord of two countries": (
        Job("supply-240-30", {"brief.run_m": "5 m", "brief.upstream_amps": "30 A"}, "10 AWG"),
        {"ends": {"fit.load": "cee7-3-socket"}},
        "ends",
        "CEE 7/3",
    ),
    "a breaker twice what the welder takes": (
        WELDER,
        {"brief": {"brief.plate_amps": "20 A", "brief.plate_effective_amps": "11 A"}},
        "conductor",
        "The breaker is too large for this welder",
    ),
    "a box too small for its cord": (
        Job("extension-box-bs", {"brief.run_m": "8 m"}, "4 mm2"),
        {},
        "ends",
        "Little room in the outlet's box",
    ),
    "a vehicle without its maker's word": (
        CHARGER,
        {"brief": {"brief.permission": ""}},
        "brief",
        "No permission to charge through an extension",
    ),
    "a device that direct current blinds": (
        CHARGER,
        {"brief": {"brief.rcd_type": "AC"}},
        "brief",
        "Its device may be blind",
    ),
    "a switch in the neutral": (
        SWITCH_BOX,
        {"ends": {"ends.switch": "N"}},
        "ends",
        "The switch is in the neutral",
    ),
    "a repair taken for a thicker cord": (
        MENDED,
        {"conductor": {"old.printed": "1.5"}},
        "conductor",
        "The cord does not measure as its size",
    ),
    "a cord nobody looked at": (
        Job("plug-na", {"brief.run_m": "6 ft"}, "", ends={}),
        {},
        "conductor",
        "Which size is the cord that is there?",
    ),
    "a joint near the plug": (
        MENDED,
        {"brief": {"brief.damage_m": "0.6 m"}},
        "brief",
        "Shortened, it needs no junction",
    ),
    "a third junction": (
        MENDED,
        {"brief": {"brief.mended_before": "2"}},
        "brief",
        "It was mended before",
    ),
    "damage behind the end": (
        MENDED,
        {"brief": {"brief.damage_m": "23 m"}},
        "brief",
        "The damage lies past the end of the lead",
    ),
    "a plug that is only made moulded on": (
        Job("cord-cee", {"brief.run_m": "1.4 m"}, "0.75 mm2"),
        {"ends": {"fit.supply": "cee7-16-plug", "fit.load": "c7"}},
        "ends",
        "Only made moulded on",
    ),
    "250 ft of a small cord": (
        Job(
            "extension-box-nema", {"brief.run_m": "250 ft", "brief.upstream_amps": "15 A"}, "12 AWG"
        ),
        {},
        "conductor",
        "lost",
    ),
}


@pytest.mark.parametrize("name", MISTAKES)
def test_a_mistake_of_the_trade_is_met_where_it_is_made(person, name):
    job, changes, stage, said = MISTAKES[name]
    assert said in met_at(person, job, changes, stage)


def test_a_repairs_old_ends_are_said_and_its_tag_says_where_it_was_mended(person, store):
    tag, _ = sealed(person, store, MENDED)
    facts = " ".join(store.seal_of(tag).record["tag"]["facts"])
    assert "mended: in-line junction" in facts and "run over at the gate" in facts
    looked = [x.question for x in plan(store, tag).prove.looks]
    assert sum("that was there" in q for q in looked) == 2


def test_an_old_cord_is_not_refused_at_the_figure_of_a_new_one(person, store):
    tag = begun(person, MENDED)
    line = next(x for x in plan(store, tag).prove.lines if x.id == "insulation-E")
    assert (line.fail_under, line.watch_under) == (1.0, 20.0)


def test_a_lead_with_several_sockets_is_read_at_each(person, store):
    tag = begun(person, SPLITTER)
    read = [x.words for x in plan(store, tag).prove.lines]
    for n in (1, 2, 3):
        assert f"connector {n}'s live core, end to end" in read
        assert f"connector {n}'s earth, end to end, 200 mA or more" in read
    boxed = begun(person, SEVERAL)
    assert all(
        "each of its 3 outlets" in x.how
        for x in plan(store, boxed).prove.lines
        if x.id in ("core-L", "core-N", "earth")
    )


def test_a_switched_and_lit_outlet_is_read_with_its_switch_on_and_tested_with_it_off(person, store):
    tag = begun(person, CHARGER)
    lines = {x.id: x for x in plan(store, tag).prove.lines}
    assert "The switch of the outlet on." in lines["core-L"].how
    assert "The switch of the outlet off" in lines["insulation-LN"].how
    sound = begun(person, Job("extension-box-bs", {"brief.run_m": "7.2 m"}, "2.5 mm2"))
    assert "switch" not in plan(store, sound).prove.lines[0].how


def test_an_end_is_picked_by_its_face(person, store):
    tag = begun(person, MENDED)
    page = person.open(f"/leads/{tag}/ends/pick?at=fit.load")
    assert page.index("IEC 60309 connector, blue, 16 A") < page.index("NEMA 5-15R")
    few = words(person.open(f"/leads/{tag}/ends/pick?at=fit.load&q=6-50 box"))
    assert "NEMA 6-50R outlet, 50 A, in a weatherproof box of two gangs" in few
    assert "IEC 60309 connector" not in few.replace(
        "IEC 60309 connector, blue, 16 A 2P+E, 6 h it is", ""
    )
    yellow = "iec60309-16-yellow-connector"
    answer = person.send(f"/leads/{tag}/ends/pick", at="fit.load", picked=yellow)
    assert "yellow" in words(answer)
    assert store.get(tag).lead.assembly.fitting("load").part == yellow
    person.send(f"/leads/{tag}/ends/pick", 409, at="fit.load", picked="no-such-part")
    person.open(f"/leads/{tag}/ends/pick?at=fit.nowhere", code=404)


def test_the_hole_of_each_panel_part_is_on_the_template_at_its_size(person):
    tag = begun(person, SWITCH_BOX)
    first, second = (words(person.open(f"/leads/{tag}/cut/template-{n}.svg")) for n in (1, 2))
    assert "cut out 27.5 mm by 20 mm, two screws 40 mm apart" in first
    assert "cut out 22 mm by 30 mm, it snaps in" in second


def test_a_fused_inlet_has_its_own_fuse_by_its_load(person, store):
    job = replace(SWITCH_BOX, ends={"ends.switch": "L", "fit.inlet": "c14-inlet-fused"})
    tag = begun(person, job)
    person.send(f"/leads/{tag}/brief", **{"brief.loads.0.draws": "180 W"})
    p = plan(store, tag)
    assert (p.conductor.protection.amps, p.conductor.protection.words) == (1.0, "in the inlet")
    (fuse,) = (s for s in p.build.steps if s.kind == "fuse")
    assert "1 A fuse in the inlet" in fuse.headline
    live = next(x for x in p.prove.lines if x.id == "core-L")
    assert "Take the fuse out" in live.how and "BS 1362" not in live.how
    assert "Fuse in the inlet" in words(person.open(f"/leads/{tag}/conductor"))
    person.send(f"/leads/{tag}/conductor", **{"conductor.fuse_amps": "0.5"})
    assert "The fuse is smaller than the load" in words(person.open(f"/leads/{tag}/conductor"))


def test_a_cord_that_is_there_is_asked_and_nothing_of_its_size_assumed(person, store):
    tag = begun(person, replace(NEW_PLUG, size="", conductor={}))
    page = words(person.open(f"/leads/{tag}/conductor"))
    assert "Which size is the cord that is there" in page and "Take 1 mm²" not in page
    page = words(
        person.send(
            f"/leads/{tag}/conductor",
            **{"old.od_mm": "7.0 mm", "old.strands": "32", "old.strand_mm": "0.2 mm"},
        )
    )
    assert "32 strands of 0.20 mm are 1 mm²" in page
    assert "Over all it is 7.0 mm: 0.75 mm² or 1 mm²" in page
    assert "It is 1 mm²" in page and "It is 0.75 mm²" not in page
    person.send(f"/leads/{tag}/conductor", **{"old.od_mm": "30 mm"})
    assert "no H05VV-F with 3 cores is" in words(person.open(f"/leads/{tag}/conductor"))


def test_what_stores_have_no_price_of_is_priced_for_the_lead_alone(person, store):
    tag = begun(person, RACK_CORD)
    page = person.open(f"/leads/{tag}/cost")
    asked = [unescape(x) for x in re.findall(r'name="(price\.[^"]+)"', page)]
    assert asked and "no price" in words(page)
    page = person.send(f"/leads/{tag}/cost/prices", 422, **{asked[0]: "a lot", asked[1]: "2.50"})
    assert "a lot" in page and 'value="2.50"' in page
    person.send(f"/leads/{tag}/cost/prices", **dict.fromkeys(asked, "2.50"))
    person.send(f"/leads/{tag}/cost", bought="14", one_in="20")
    page = words(person.open(f"/leads/{tag}/cost"))
    assert "no price" not in page and "said for this lead" in page
    assert "than a bought one" in page
    assert {price.each for price in store.get(tag).lead.cut.prices} == {2.5}


def test_a_stage_with_a_caution_that_wants_its_reason_says_so_beside_its_way_on(person, store):
    tag = begun(person, CHARGER)
    person.send(f"/leads/{tag}/brief", **{"brief.rcd_type": "AC"})
    said = words(person.open(f"/leads/{tag}/brief"))
    assert "a caution here wants its reason before the seal" in said
    person.send(
        f"/leads/{tag}/reason/vehicle-device?stage=brief", reason="its charger opens at 6 mA"
    )
    assert "wants its reason before the seal" not in words(person.open(f"/leads/{tag}/brief"))
