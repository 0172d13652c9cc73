"""Faults at the far end: what clears them, how soon, and what the conductor stands."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import plan

from euthyne.core.checks import checks
from euthyne.core.clearing import Guard, cleared, curve_of, longest_m, seconds_to_clear, withstand_a2s
from euthyne.core.protection import families


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
    ],
)
def test_how_soon_it_clears(guard, amps, seconds):
    assert seconds_to_clear(guard, amps) == (seconds and pytest.approx(seconds))


@given(st.sampled_from([f for f in families() if curve_of(f)]), st.floats(1, 2000), st.floats(1, 2000))
def test_more_current_never_clears_later(family, one, other):
    low, high = (seconds_to_clear(Guard(family, 10), amps) for amps in sorted((one, other)))
    assert low is None or (high is not None and high <= low)


def test_a_residual_current_device_answers_for_the_earth_fault_never_for_the_short():
    guard = Guard("breaker-iec", 32, "C", residual_current_device=True)
    assert cleared("earth", 100, 1.5, "PVC", guard).by == "the residual-current device"
    assert cleared("short", 100, 1.5, "PVC", guard).by is None
    assert not cleared("short", 100, 1.5, "PVC", guard).survives


def test_the_conductor_must_outlast_it():
    guard = Guard("bs1362-plug", 13)
    found = cleared("short", 62, 0.5, "PVC", guard)
    assert found.by == "the 13 A fuse"
    assert found.passes_a2s > found.stands_a2s == withstand_a2s(0.5, "PVC")
    assert not found.survives
    assert cleared("short", 62, 1.5, "PVC", guard).survives


def test_the_longest_lead_and_its_fault_agree():
    run = longest_m(230, 0.8, 95, 0.0307)
    assert 0.95 * 230 / (0.8 + run * 0.0307) == pytest.approx(95)
    assert longest_m(230, 5, 95, 0.0307) == 0


def test_both_faults_of_a_lead_are_told_apart():
    found = {f.code: f for f in checks(plan(brief__run_m=25.0, brief__loop_ohms=0.8, brief__rcd="30 mA"))}
    assert "13 A fuse clears it" in found["far-end-short"].text
    assert found["far-end-short"].level == found["far-end-earth"].level == "note"


def test_a_short_that_does_not_clear_is_a_stop_though_a_residual_current_device_is_there():
    cee = {"ends__a": "cee7-7-plug", "ends__b": "cee7-3-socket", "brief__upstream_amps": 16.0}
    p = plan(brief__run_m=25.0, brief__loop_ohms=1.2, brief__rcd="30 mA", **cee)
    found = {f.code: f for f in checks(p)}
    assert found["far-end-short"].level == "stop"
    assert found["far-end-earth"].level == "note"
    assert "residual-current device" in found["far-end-earth"].text
