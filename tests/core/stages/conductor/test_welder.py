"""A welder by its plate: what heats its cord, the breaker it may stand behind, and what the tag says of it."""

import math

import pytest
from leads import made

from euthyne.core.checks import checks
from euthyne.core.plan import Plan
from euthyne.core.stages.conductor.working import working
from in_metric import in_metric


def welder(amps, effective=None, duty=100.0, breaker=50.0, start="supply-240-50", **more):
    """The plan of a welder's supply, by its plate."""
    said = {
        "brief__run_m": 12.0,
        "brief__feeds": "loads",
        "brief__loads": (),
        "brief__plate_amps": amps,
        "brief__plate_effective_amps": effective,
        "brief__duty_percent": duty,
        "brief__upstream_amps": breaker,
    }
    return Plan(made(start, **said | more))


@pytest.mark.parametrize(
    ("amps", "effective", "duty", "percent", "heats"),
    [
        (46.0, 25.2, 100.0, 30.0, 25.2),
        (46.0, None, 30.0, 30.0, 46 * math.sqrt(0.3)),
        (20.0, 20.0, 40.0, 100.0, 20.0),
        # A plate that says more effective than most is read as at all times.
        (20.0, 25.0, 40.0, 100.0, 20.0),
        (20.0, None, 100.0, 100.0, 20.0),
    ],
)
def test_its_effective_amps_are_the_largest_times_the_root_of_its_duty(
    amps, effective, duty, percent, heats
):
    brief = welder(amps, effective, duty).brief
    assert brief.demand_amps == amps
    assert brief.duty_percent == pytest.approx(percent, abs=0.05)
    assert brief.steady_amps == pytest.approx(heats, abs=0.05)


def test_volts_are_lost_by_the_largest_amps_and_heat_by_the_effective():
    arc, always = welder(46.0, 25.2), welder(46.0)
    for one, other in zip(
        arc.conductor.sizing.candidates, always.conductor.sizing.candidates, strict=True
    ):
        # The cooler copper loses a little less; the amps are the same.
        assert one.drop_percent == pytest.approx(other.drop_percent, rel=0.15)
    assert arc.conductor.sizing.heating_amps < always.conductor.sizing.heating_amps


def test_its_working_says_where_its_amps_are_from():
    (demand,) = (w for w in working(welder(46.0, 25.2).conductor) if w.title == "Demand")
    assert "plate" in demand.formula and "plate" in demand.source


@pytest.mark.parametrize(
    ("amps", "breaker", "fires"), [(20.0, 40.0, False), (20.0, 50.0, True), (25.0, 50.0, False)]
)
def test_a_breaker_is_within_two_times_its_largest_amps(amps, breaker, fires):
    codes = {f.code: f for f in checks(welder(amps, breaker=breaker))}
    assert ("welder-breaker" in codes) == fires
    if fires:
        assert codes["welder-breaker"].figures == (breaker, amps)


def test_elsewhere_than_in_north_america_its_rule_is_not_named():
    plan = welder(20.0, breaker=50.0, start="supply-box-32", brief__volts=230.0)
    said = {f.code: in_metric(f.text) for f in checks(plan)}
    assert "welder-breaker" not in said
    assert "NFPA" not in said["welder-plate"]


def test_the_size_its_rule_lets_stand_is_named_and_passed_with_a_reason_only():
    plan = welder(46.0, 25.2)
    (note,) = (f for f in checks(plan) if f.code == "welder-plate")
    assert "8 AWG would do for a welder and nothing else" in in_metric(note.text)
    taken = welder(46.0, 25.2, conductor__size="8 AWG")
    said = {f.code: f for f in checks(taken)}
    assert said["protection-too-large"].level == "caution"
    assert "would do" not in in_metric(said["welder-plate"].text)
    thinner = welder(46.0, 25.2, conductor__size="14 AWG")
    assert {f.code: f for f in checks(thinner)}["protection-too-large"].level == "stop"


def test_its_tag_says_what_it_is_for_and_for_how_long():
    plan = welder(46.0, 25.2, conductor__size="8 AWG")
    facts = plan.tag.facts("2026-12-01", "AF").facts
    assert facts[0] == "WELDER ONLY, 30 % duty at most"
    assert not any(
        "WELDER" in line for line in welder(46.0, 25.2).tag.facts("2026-12-01", "AF").facts
    )


def test_a_machine_without_a_plate_is_as_before():
    plan = Plan(made("supply-240-50", brief__upstream_amps=50.0))
    assert plan.brief.duty_percent == 100.0
    assert not {"welder-plate", "welder-breaker"} & {f.code for f in checks(plan)}
