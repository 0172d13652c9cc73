"""A figure in SI said in gauge and feet: as close as a rule is read, never another figure."""

import math
import re
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from euthyne.core.trade.figure import (
    CLOSE,
    OPEN,
    STANDS,
    celsius,
    kelvin,
    kilograms,
    metres,
    millilitres,
    mm,
    mm2,
    newton_metres,
    newtons,
    number_of,
    price_a_metre,
    shortly,
    unit_of,
    written,
)
from euthyne.core.trade.measures import as_answer, feet, gauges_within, inches, tell
from euthyne.core.trade.quantity import CELSIUS, CURRENT, HEAT, LENGTH, SHORT, TORQUE, read_quantity
from euthyne.core.trade.wire import awg_area_mm2, awg_gauge


def in_mm(text):
    return float(sum(map(Fraction, text.split()))) * 25.4


@given(st.floats(1, 2000))
def test_inches_are_to_the_nearest_mark_of_a_rule_in_lowest_terms(mm):
    said = inches(mm)
    finest = 16 if mm >= 25.4 else 32 if mm >= 25.4 / 8 else 64
    assert abs(in_mm(said) - mm) <= 25.4 / finest / 2 + 1e-9
    if "/" in said:
        over, under = map(int, said.split()[-1].split("/"))
        assert over % 2 == 1 and under in (2, 4, 8, 16, 32, 64) and under <= finest


@given(st.floats(0.01, 1999))
def test_feet_and_inches_read_back_as_the_length(m):
    assert read_quantity(feet(m), LENGTH if m >= 0.06 else SHORT).value == pytest.approx(
        m if m >= 0.06 else m * 1000, abs=0.0008 if m >= 0.06 else 0.8
    )


@given(
    st.sampled_from(
        [(LENGTH, 0.06, 500), (SHORT, 2, 4000), (CELSIUS, -40, 140), (TORQUE, 0.3, 90)]
    ),
    st.floats(0, 1),
)
def test_an_answer_of_the_bench_reads_back_as_the_value(measured, share):
    measure, low, high = measured
    value = low + (high - low) * share
    read = read_quantity(as_answer(value, measure), measure).value
    assert read == pytest.approx(value, rel=0.006, abs=0.8 if measure is SHORT else 0.05)


def test_what_is_said_alike_everywhere_is_left_alone():
    assert as_answer(13.0, CURRENT) == "13 A"
    assert as_answer(18.0, HEAT) == "5.49 W/ft"
    for text in ("M10 stud, 13 A, 230 V, 3 %", "discharges at 2 C", "pole 1 N", "5 m (min)"):
        assert tell(text, "gauge") == tell(text, "metric") == text


@pytest.mark.parametrize(
    ("text", "metric", "gauge"),
    [
        (f"grip {mm(8, 13)}", "grip 8 to 13 mm", "grip 5/16 to 1/2 in (8 to 13 mm)"),
        (f"2 × {metres(1.83):.2f} to cut", "2 × 1.83 m to cut", "2 × 6 ft (1.83 m) to cut"),
        (f"typed, {metres(24.384):.2f}", "typed, 24.38 m", "typed, 80 ft (24.38 m)"),
        (f"{celsius(60)} at most", "60 °C at most", "140 °F (60 °C) at most"),
        (f"{kelvin(5)} over it", "5 K over it", "9 °F of rise (5 K) over it"),
        (f"{newton_metres(1.2)}", "1.2 N m", "11 lb-in (1.2 N m)"),
        (f"holds {newtons(1334.4):.0f}", "holds 1334 N", "holds 300 lb (1334 N)"),
        (f"{price_a_metre(0.62):.2f}", "0.62 a metre", "0.19 a foot (0.62 a metre)"),
        (f"a box of {millilitres(190)}", "a box of 190 ml", "a box of 11.6 cu in (190 ml)"),
        (f"takes {mm2(0.5, 2.5)}", "takes 0.5 to 2.5 mm²", "takes 20 to 14 AWG (0.5 to 2.5 mm²)"),
        (f"a core of {mm2(2.5)}", "a core of 2.5 mm²", "a core of about 14 AWG (2.5 mm²)"),
        (f"strands of {mm(0.25)}", "strands of 0.25 mm", "strands of 0.010 in (0.25 mm)"),
        (f"half a turn ({mm(26.6)})", "half a turn (26.6 mm)", "half a turn (1 1/16 in)"),
        (f"{mm(96, 44, between='by')}", "96 by 44 mm", "3 3/4 by 1 3/4 in (96 by 44 mm)"),
        (f"{mm(-10)}", "-10 mm", "-13/32 in (-10 mm)"),
        (f"{mm2(0)}", "0 mm²", "0 mm²"),
    ],
)
def test_a_figure_is_told_as_the_bench_measures_with_the_metric_one_beside(text, metric, gauge):
    assert tell(text, "metric") == metric
    assert tell(text, "gauge") == gauge


@given(
    st.floats(1, 900),
    st.sampled_from([mm, metres, celsius, kelvin, newton_metres, newtons, kilograms, millilitres]),
    st.sampled_from(["", ".0f", ".1f", ".3g", "three", "most", "least"]),
)
def test_what_stands_beside_is_the_metric_figure(value, unit, form):
    figure = f"it is {format(unit(value), form)}."
    metric = tell(figure, "metric").removeprefix("it is ").removesuffix(".")
    told = tell(figure, "gauge")
    assert told.endswith(f"({metric}).")
    assert unit.shown not in told.partition("(")[0].split()


# What one of a unit is in the unit that a bench in gauge says.
ONE_OF = {newtons: 0.224809, newton_metres: 8.85075, kilograms: 2.20462, millilitres: 0.0610237}


@given(st.floats(0.2, 900), st.sampled_from(list(ONE_OF)))
def test_a_limit_is_told_on_the_side_of_caution_in_every_unit(value, unit):
    """And no further from it than its last digit."""
    true = value * ONE_OF[unit]
    if tell(f"{unit(value)}", "gauge").split()[1] == "lb-ft":  # of a large nut
        true /= 12
    said = {
        form: float(tell(f"{format(unit(value), form)}", "gauge").split()[0])
        for form in ("most", "least")
    }
    assert said["most"] <= true * (1 + 1e-6) and said["least"] >= true * (1 - 1e-6)
    assert said["least"] - said["most"] <= max(0.1 * true, 1.0)


@given(st.floats(1, 3000))
def test_a_length_that_may_not_be_passed_is_told_on_the_side_of_caution(length):
    most = tell(shortly(f"{mm(length):most}"), "gauge")
    least = tell(shortly(f"{mm(length):least}"), "gauge")
    both = [read_quantity(said, SHORT).value for said in (most, least)]
    assert both[0] <= length + 0.001 and both[1] >= length - 0.001
    assert both[1] - both[0] <= 25.4 / 16 + 1e-6


def test_where_room_is_short_one_measure_stands_alone():
    assert tell(shortly(f"{mm2(2.5)}"), "gauge") == "2.5 mm²"
    assert tell(shortly(f"{mm2(5.26)}"), "gauge") == "10 AWG"
    assert tell(shortly(f"{metres(3):.2f} and {celsius(60)}"), "gauge") == "9 ft 10 in and 140 °F"


def test_a_number_may_stand_apart_from_its_unit():
    for figure, both in (
        (f"{metres(3)}", ("9 ft 10", "in")),
        (f"{newton_metres(0.8)}", ("7.1", "lb-in")),
        (f"{mm2(2.5)}", ("2.5", "mm²")),
        (f"{mm(40, 50)}", ("1 9/16 to 1 15/16", "in")),
    ):
        assert (tell(number_of(figure), "gauge"), tell(unit_of(figure), "gauge")) == both


def test_figures_of_a_written_text_stand_in_braces():
    assert tell(written("slip of {2 mm} at most"), "metric") == "slip of 2 mm at most"
    assert tell(written("{2.5 to 3 N m}, {20 and 25 mm}"), "metric") == "2.5 to 3 N m, 20 and 25 mm"
    assert written("the {short}, as it is") == "the {short}, as it is"
    for wrong in ("{2 mn}", "{two 3 mm}"):
        with pytest.raises(ValueError, match="is no figure"):
            written(wrong)
    with pytest.raises(ValueError, match="nan"):
        mm(math.nan)


@given(st.floats(0.2, 110), st.floats(1, 4))
def test_gauges_between_two_areas_lie_between_them(low, share):
    for gauge in re.findall(r"\d/0|\d+", gauges_within(low, low * share).replace(" to ", " ")):
        area = awg_area_mm2(awg_gauge(gauge))
        assert low * 0.98 <= area <= low * share * 1.02 or math.isclose(area, low, rel_tol=0.02)


@given(
    st.lists(
        st.one_of(
            st.text(max_size=6),
            st.sampled_from(
                [f"{mm(3)}", f"{mm2(1, 2):most}", OPEN, CLOSE, "mm;;3;to", "(", ")", "<"]
            ),
        ),
        max_size=8,
    ).map("".join)
)
def test_no_text_is_too_odd_to_be_told(text):
    """What somebody typed between the signs of a figure is no figure, and stays as it was typed."""
    for measures in ("metric", "gauge"):
        assert isinstance(tell(text, measures), str)


@given(st.from_regex(STANDS, fullmatch=True))
def test_a_figure_that_somebody_typed_is_told_or_left(text):
    for measures in ("metric", "gauge"):
        assert isinstance(tell(text, measures), str)
