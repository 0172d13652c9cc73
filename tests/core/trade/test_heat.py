"""The heat balance lands on its reference values, and keeps to what heat does."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from euthyne.core.trade.heat import (
    HeatedCable,
    amps_at,
    convection_w_per_m,
    radiation_w_per_m,
    warmth,
)
from euthyne.core.trade.wire import Wire, metric

REFERENCE = [
    (HeatedCable(Wire(metric(2.5)), 3, 2, 10.3), 60, 30, 25),
    (HeatedCable(Wire(metric(4)), 3, 2, 14.4), 60, 30, 34),
    (HeatedCable(Wire(metric(50)), 1, 1, 14.8), 85, 30, 251),
    (HeatedCable(Wire(metric(6), tinned=True), 1, 1, 6.2), 120, 60, 65),
    (HeatedCable(Wire(metric(35)), 1, 1, 12.5), 105, 30, 230),
]


@pytest.mark.parametrize(
    ("cable", "conductor", "ambient", "amps"), REFERENCE, ids=lambda x: str(getattr(x, "size", x))
)
def test_it_lands_on_the_reference_values(cable, conductor, ambient, amps):
    assert amps_at(cable, conductor, ambient) == pytest.approx(amps, rel=0.10)


@pytest.mark.parametrize(
    ("cable", "conductor", "ambient", "amps"), REFERENCE, ids=lambda x: str(getattr(x, "size", x))
)
def test_current_and_temperature_are_the_same_sum_both_ways(cable, conductor, ambient, amps):
    assert warmth(cable, amps_at(cable, conductor, ambient), ambient).conductor_c == pytest.approx(
        conductor, abs=0.01
    )


CORD = HeatedCable(Wire(metric(1.5)), 3, 2, 8.4)


@given(st.floats(0.1, 40), st.floats(0.1, 40), st.floats(-20, 60))
def test_more_current_is_hotter_and_the_sheath_is_cooler_than_the_core(one, other, ambient):
    low, high = (warmth(CORD, amps, ambient) for amps in sorted((one, other)))
    assert low.conductor_c <= high.conductor_c + 1e-6
    assert ambient - 1e-6 <= high.sheath_c <= high.conductor_c + 1e-6


def test_what_goes_in_comes_out():
    found = warmth(CORD, 13, 30)
    assert found.watts_per_m == pytest.approx(
        2 * 13**2 * 0.0133 * (1 + 0.00393 * (found.conductor_c - 20)), rel=1e-3
    )


def test_no_current_is_no_warmth():
    assert warmth(CORD, 0, 30).conductor_c == pytest.approx(30, abs=0.001)
    assert amps_at(CORD, 30, 30) == 0
    assert convection_w_per_m(30, 30, 8.4) == 0


def test_far_too_much_current_is_held_where_nothing_is_left():
    assert warmth(CORD, 500, 30).conductor_c == 400


def test_radiation_is_that_of_stefan_and_boltzmann_at_nine_tenths():
    hot, cool, round_mm = 60 + 273.15, 30 + 273.15, 3.14159265 * 10.3
    by_hand = 0.9 * 5.670374e-8 * round_mm / 1000 * (hot**4 - cool**4)
    assert radiation_w_per_m(60, 30, 10.3) == pytest.approx(by_hand, rel=1e-6)
