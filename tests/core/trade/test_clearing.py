"""Faults at the far end: what clears them, how soon, and what the conductor stands."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import plan

from euthyne.core.checks import checks
from euthyne.core.envelope.earth import FaultPath, what_earth_length
from euthyne.core.trade.clearing import (
    Guard,
    amps_to_clear,
    cleared,
    curve_of,
    earth_fault_seconds,
    let_through_a2s,
    longest_m,
    seconds_to_clear,
    withstand_a2s,
)
from euthyne.core.trade.protection import families
from euthyne.core.trade.wire import metric

CEE = {"ends__a": "cee7-7-plug", "ends__b": "cee7-3-socket", "brief__upstream_amps": 16.0}


@pytest.mark.parametrize(
    ("guard", "amps", "seconds"),
    [
        (Guard("breaker-iec", 16, "B"), 80, 0.1),
        (Guard("breaker-iec", 16, "C"), 80, None),
        (Guard("breaker-iec", 16, "C"), 160, 0.1),
        (Guard("breaker-iec", 16, "D"), 160, None),
        (Guard("bs1362-plug", 13), 50, None),
        (Guard("bs1362-plug", 13), 13 * 4.6, 5.0),
        (Guard("bs1362-plug", 13), 13 * 7.3, 0.4),
        (Guard("bs1362-plug", 13), 5000, 0.1),
        (Guard("fuse-gG", 16), 16 * 4.05, None),
        (Guard("fuse-gG", 100), 100 * 5.8, 5.0),
        (Guard("fuse-gG", 100), 100 * 14.5, 0.1),
    ],
)
def test_how_soon_it_clears(guard, amps, seconds):
    assert seconds_to_clear(guard, amps) == (seconds and pytest.approx(seconds))


@given(
    st.sampled_from([f for f in families() if curve_of(f, 10)]),
    st.floats(1, 2000),
    st.floats(1, 2000),
)
def test_more_current_never_clears_later(family, one, other):
    low, high = (seconds_to_clear(Guard(family, 10), amps) for amps in sorted((one, other)))
    assert low is None or (high is not None and high <= low)


@given(
    st.sampled_from(["bs1362-plug", "fuse-gG", "breaker-iec"]),
    st.sampled_from([0.2, 0.4, 0.8, 5.0]),
)
def test_the_least_current_that_clears_in_time_does_so_and_a_little_less_does_not(family, within):
    guard = Guard(family, 13)
    amps = amps_to_clear(guard, within)
    assert seconds_to_clear(guard, amps * 1.0001) <= within * 1.0001
    late = seconds_to_clear(guard, amps * 0.98)
    assert late is None or late > within


@pytest.mark.parametrize(
    ("volts", "seconds"),
    [
        (55, 0.8),
        (120, 0.8),
        (127, 0.8),
        (220, 0.4),
        (230, 0.4),
        (240, 0.4),
        (277, 0.2),
        (400, 0.2),
        (50, 5.0),
    ],
)
def test_a_fault_to_earth_has_the_time_its_volts_to_earth_give_it(volts, seconds):
    assert earth_fault_seconds(volts) == seconds


def test_a_site_transformer_of_55_volts_to_earth_has_five_seconds():
    assert earth_fault_seconds(55, centre_tapped=True) == 5
    assert plan(brief__system="ac-split", brief__volts=110.0).conductor.guards.earth_seconds == 5
    assert plan(brief__system="ac-split", brief__volts=240.0).conductor.guards.earth_seconds == 0.8


def test_a_thirteen_amp_fuse_reaches_48_metres_of_1_5():
    """Recomputed by hand: 0.95 x 230 / 94.9 A - 0.8, over 2 x 13.3 mohm x 1.1572."""
    found = what_earth_length(metric(1.5), FaultPath(230, 0.8, Guard("bs1362-plug", 13)))
    assert found.figures[0].value == pytest.approx(48.8, abs=0.1)
    assert found.figures[0].limit == "most"


def test_a_residual_current_device_answers_for_the_earth_fault_never_for_the_short():
    guard = Guard("breaker-iec", 32, "C", residual_current_device=True)
    assert (
        cleared("earth", (100, 250), withstand_a2s(1.5, "PVC"), guard, 0.4).by
        == "the residual-current device"
    )
    assert cleared("short", (100, 250), withstand_a2s(1.5, "PVC"), guard).by is None
    assert not cleared("short", (100, 250), withstand_a2s(1.5, "PVC"), guard).survives


def test_an_earth_fault_that_clears_too_late_is_not_cleared():
    slow = cleared("earth", (62, 287), withstand_a2s(1.5, "PVC"), Guard("bs1362-plug", 13), 0.4)
    assert slow.by is None and slow.within_s == 0.4
    assert (
        cleared("short", (62, 287), withstand_a2s(1.5, "PVC"), Guard("bs1362-plug", 13)).by
        == "the 13 A fuse"
    )


def test_the_conductor_must_outlast_it():
    guard = Guard("bs1362-plug", 13)
    found = cleared("short", (62, 300), withstand_a2s(0.5, "PVC"), guard)
    assert found.by == "the 13 A fuse"
    assert found.passes_a2s > found.stands_a2s == withstand_a2s(0.5, "PVC")
    assert not found.survives
    assert cleared("short", (62, 300), withstand_a2s(1.5, "PVC"), guard).survives


def test_a_device_that_acts_at_once_limits_what_it_lets_through():
    fuse, breaker = Guard("bs1362-plug", 3), Guard("breaker-iec", 16, "B")
    assert (
        let_through_a2s(fuse, 657) == let_through_a2s(fuse, 5000) == pytest.approx(2 * 33**2 * 0.1)
    )
    assert let_through_a2s(breaker, 300) == pytest.approx(300**2 * 0.01)
    assert let_through_a2s(breaker, 6000) == 35_000


def test_a_small_fuse_on_a_stiff_supply_stops_nothing():
    p = plan(
        brief__run_m=2.0,
        brief__loop_ohms=0.35,
        conductor__fuse_amps=3.0,
        conductor__size="0.75 mm2",
    )
    found = {f.code: f.level for f in checks(p)}
    assert found["far-end-short"] == found["far-end-earth"] == "note"


def test_the_longest_lead_and_its_fault_agree():
    run = longest_m(230, 0.8, 95, 0.0307)
    assert 0.95 * 230 / (0.8 + run * 0.0307) == pytest.approx(95)
    assert longest_m(230, 5, 95, 0.0307) == 0


def test_both_faults_of_a_lead_are_told_apart():
    found = {
        f.code: f for f in checks(plan(brief__run_m=25.0, brief__loop_ohms=0.8, brief__rcd="30 mA"))
    }
    assert "13 A fuse clears it" in found["far-end-short"].text
    assert found["far-end-short"].level == found["far-end-earth"].level == "note"


def test_a_short_that_does_not_clear_is_a_stop_though_a_residual_current_device_is_there():
    p = plan(brief__run_m=25.0, brief__loop_ohms=1.2, brief__rcd="30 mA", **CEE)
    found = {f.code: f for f in checks(p)}
    assert found["far-end-short"].level == "stop"
    assert found["far-end-earth"].level == "note"
    assert "residual-current device" in found["far-end-earth"].text


def test_a_breaker_on_the_lead_is_a_breaker_whatever_stands_upstream():
    own = {"ends__a": "cee7-7-plug", "ends__b": "cee7-3-socket", "brief__own_breaker_amps": 10.0}
    assert plan(**own, brief__upstream_family="fuse-gG").conductor.guard.family == "breaker-iec"
    american = plan(**own, brief__upstream_family="breaker-na", brief__volts=120.0).conductor.guard
    assert american.family == "breaker-na"
    assert "curve" not in american.word
