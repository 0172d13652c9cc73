"""What is bought by gauge: singles, cords, breakers, screws, and the starts of a bench in gauge."""

import pytest

from euthyne.core.checks import checks
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.plan import Plan
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.trade.cable import made_in, make_up, outside_diameter
from euthyne.core.trade.rating import table
from euthyne.core.trade.wire import awg


def begun(start, **values):
    pair = next(pair for pair in starts("gauge") if pair[1].id == start)
    lead = new_lead(*pair, "TR-0001", "2026-11-02T09:00:00")
    return Plan(changed(lead, [(path.replace("__", "."), v) for path, v in values.items()]))


def found(plan, code):
    return next((f for f in checks(plan) if f.code == code), None)


def of_welder(breaker, duty=40.0, size="8 AWG"):
    return begun(
        "supply-240-50",
        brief__run_m=9.0,
        brief__upstream_amps=breaker,
        brief__feeds="loads",
        brief__loads=(OneLoad("welder", 48.0, None),),
        brief__duty_percent=duty,
        conductor__size=size,
    )


def test_a_welders_breaker_may_be_larger_with_the_rule_named():
    said = found(of_welder(50.0), "protection-too-large")
    assert said.level == "caution"
    assert "630.12" in said.text
    assert found(of_welder(90.0), "protection-too-large").level == "stop"
    assert found(of_welder(50.0, duty=100.0), "protection-too-large").level == "stop"


def test_two_ten_gauge_is_next_up_where_twelve_is_nearest():
    pump = begun("damp-lead", brief__run_m=3.048, brief__amps=10.0, brief__ambient_c=50.0)
    assert pump.conductor.size_name == "10 AWG"
    assert found(pump, "nearest-is-smaller") is None
    told = begun(
        "damp-lead",
        brief__run_m=3.048,
        brief__amps=10.0,
        brief__ambient_c=50.0,
        conductor__school_k=12.9,
    )
    assert told.conductor.size_name == "10 AWG"
    school = told.conductor.sizing.nearest_school
    assert school.circular_mils == pytest.approx(12.9 * 10 * 20 / 0.36)
    assert (school.nearest, school.next_up) == ("12 AWG", "10 AWG")
    assert "12 AWG" in found(told, "nearest-is-smaller").text


@pytest.mark.parametrize(
    ("cores", "amps"),
    [
        (3, {"16": 13, "14": 18, "12": 25, "10": 30, "8": 40, "6": 55}),
        (4, {"16": 10, "14": 15, "12": 20, "10": 25, "8": 35, "6": 45}),
    ],
)
def test_cords_carry_what_their_table_says(cores, amps):
    listed = {r.size.label: r.amps for r in table("cord-na", "AWG", cores - 1)}
    assert {g: listed[g] for g in amps} == amps


def test_a_neutral_of_two_hots_is_not_counted():
    split = begun("supply-split", brief__run_m=9.0, brief__upstream_amps=50.0)
    assert (split.conductor.made_up, split.conductor.size_name) == ("6/4", "6 AWG")
    assert split.conductor.candidate.rating_amps == 55


def test_singles_are_written_and_sold_by_gauge():
    assert make_up(1, False, "2/0 AWG") == "2/0 AWG"
    assert made_in("battery-105", 1, False, "mm2") is None
    assert {"2/0 AWG", "4 AWG"} <= made_in("battery-105", 1, False, "AWG")
    areas = [
        awg(s.removesuffix(" AWG")).cross_section_mm2 for s in made_in("H01N2-D", 1, False, "AWG")
    ]
    assert min(areas) > 10
    for cable in ("RV-105", "battery-105", "H01N2-D", "PV-wire", "USE-2"):
        grown = sorted(
            made_in(cable, 1, False, "AWG"), key=lambda s: awg(s.split()[0]).cross_section_mm2
        )
        widths = [outside_diameter(cable, s) for s in grown]
        assert [w.low_mm for w in widths] == sorted(w.low_mm for w in widths)
        for size, width in zip(grown, widths, strict=True):
            copper = (awg(size.split()[0]).cross_section_mm2 * 4 / 3.1416) ** 0.5
            assert copper * 1.05 < width.low_mm < width.high_mm < copper * 2 + 4


def test_a_rating_read_between_two_rows_says_so():
    weld = begun("welding-extension", brief__run_m=10.0, brief__amps=150.0)
    assert weld.conductor.size.unit == "AWG"
    assert found(weld, "rating-interpolated") is not None
    solar = begun("solar-string", brief__run_m=10.0, brief__working_amps=9.0)
    assert solar.conductor.cable_type.name == "PV-wire"


@pytest.mark.parametrize("start", [s.id for _, s in starts("gauge") if s.scheme == "north-america"])
def test_north_american_starts_are_earthed_and_their_screws_tell(start):
    plan = begun(start, brief__run_m=3.0, conductor__size="12 AWG")
    assert "E" in plan.cores
    assert plan.ends.colours.of("E") == "green"
    screws = {f.value for step in plan.build.steps for f in step.figures if f.words == "its screw"}
    if plan.build.steps and any(
        end.part.joint == "screw" and end.part.standard == "NEMA WD 6" for end in plan.ends.ours
    ):
        assert {"brass", "green"} <= screws <= {"brass", "silver", "green"}


def test_outdoors_it_asks_for_the_device_that_is_usual_there():
    plan = begun(
        "extension-nema", brief__run_m=9.0, brief__place="outdoor", brief__upstream_amps=15.0
    )
    said = found(plan, "no-residual-current-device")
    assert said.fix.changes == (("brief.rcd", "5 mA"),)
    put = Plan(changed(plan.lead, said.fix.changes))
    assert found(put, "no-residual-current-device") is None
    assert "5 mA device" in found(put, "try-the-button").text
