"""A figure in SI said in gauge and feet: as close as a rule is read, never another figure."""

import math
import re
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from euthyne.core.trade.measures import (
    FIGURES,
    as_answer,
    feet,
    gauges_within,
    inches,
    retold,
    split,
)
from euthyne.core.trade.quantity import (
    CELSIUS,
    CURRENT,
    HEAT,
    LENGTH,
    SHORT,
    TORQUE,
    read_quantity,
)
from euthyne.core.trade.wire import awg_area_mm2, awg_gauge
from euthyne.drawing.retold import told_anew


def in_mm(text):
    return float(sum(map(Fraction, text.split()))) * 25.4


@given(st.floats(1, 2000))
def test_inches_are_to_the_nearest_sixty_fourth_in_lowest_terms(mm):
    said = inches(mm)
    assert abs(in_mm(said) - mm) <= 25.4 / 128 + 1e-9
    if "/" in said:
        over, under = map(int, said.split()[-1].split("/"))
        assert over % 2 == 1 and under in (2, 4, 8, 16, 32, 64)


@given(st.floats(0.01, 2000))
def test_feet_and_inches_read_back_as_the_length(m):
    assert read_quantity(feet(m), LENGTH if m >= 0.06 else SHORT).value == pytest.approx(
        m if m >= 0.06 else m * 1000, abs=0.0002 if m >= 0.06 else 0.2
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
    assert read == pytest.approx(value, rel=0.006, abs=0.25 if measure is SHORT else 0.05)


def test_what_is_said_alike_everywhere_is_left_alone():
    assert as_answer(13.0, CURRENT) == "13 A"
    assert as_answer(18.0, HEAT) == "5.49 W/ft"
    for text in (
        "M10 stud, 13 A, 230 V, 3 %",
        "C13 to BS 1363",
        "0.42 ohm, 20 A 14 mV",
        "5 m/s",
        "H07RN-F 3G1.5",
    ):
        assert retold(text) == text


@pytest.mark.parametrize(
    ("told", "found"),
    [
        ("grip 8 to 13 mm", "grip 5/16 to 33/64 in (8 to 13 mm)"),
        ("2 × 1.83 m to cut", "2 × 6 ft (1.83 m) to cut"),
        ("80 ft typed is 24.38 m", "80 ft typed is 80 ft (24.38 m)"),
        ("60 °C at most", "140 °F (60 °C) at most"),
        ("5 K over its neighbour", "9 °F of rise (5 K) over its neighbour"),
        ("1.2 N m", "11 lb-in (1.2 N m)"),
        ("holds 1334 N", "holds 300 lb (1334 N)"),
        ("0.62 a metre", "0.19 a foot (0.62 a metre)"),
        ("a box of 190 ml", "a box of 11.6 cu in (190 ml)"),
        ("terminals 0.5 to 2.5 mm²", "terminals 20 to 14 AWG (0.5 to 2.5 mm²)"),
        ("a core of 2.5 mm²", "a core of about 14 AWG (2.5 mm²)"),
        ("10 AWG is 5.26 mm²", "10 AWG is 5.26 mm²"),
        ("strands of 0.25 mm", "strands of 0.010 in (0.25 mm)"),
        ("half a turn (26.6 mm)", "half a turn (1 3/64 in)"),
    ],
)
def test_a_text_is_told_with_the_metric_figure_beside(told, found):
    assert retold(told) == found


@given(
    st.floats(0.01, 900).map(lambda x: f"{x:.3g}"),
    st.sampled_from(["mm", "m", "°C", "K", "N m", "N", "kg", "ml", "W/m"]),
)
def test_what_stands_beside_is_the_figure_that_was_said(number, unit):
    if "e" in number:
        return
    told = retold(f"it is {number} {unit}.")
    assert told.endswith(f"({number} {unit}).")
    assert not FIGURES.search(told.partition("(")[0])


def test_what_is_told_shortly_is_never_an_area_that_no_gauge_has():
    assert retold("2.5 mm²", beside=False) == "2.5 mm²"
    assert retold("5.26 mm²", beside=False) == "10 AWG"
    assert split("2.5", "mm²") is None
    assert split("3", "m") == ("9 ft 10", "in")
    assert split("40 to 50", "mm") == ("1 37/64 to 1 31/32", "in")


@given(st.floats(0.2, 110), st.floats(1, 4))
def test_gauges_between_two_areas_lie_between_them(low, share):
    for gauge in re.findall(r"\d/0|\d+", gauges_within(low, low * share).replace(" to ", " ")):
        area = awg_area_mm2(awg_gauge(gauge))
        assert low * 0.98 <= area <= low * share * 1.02 or math.isclose(area, low, rel_tol=0.02)


UNITS = (
    "mm",
    "m",
    "mm²",
    "mm2",
    "°C",
    "C",
    "K",
    "N m",
    "N",
    "kg",
    "g",
    "ml",
    "W/m",
    "a metre",
    "AWG",
    "A",
)


@given(
    st.lists(
        st.one_of(
            st.text(max_size=6),
            st.from_regex(r"-?[0-9]{1,400}([.,][0-9]{1,12})?", fullmatch=True),
            st.sampled_from(
                (*UNITS, " to ", " by ", "(", ")", " ", "<b>", "</b>", "<", ">", "&nbsp;")
            ),
        ),
        max_size=8,
    ).map("".join)
)
def test_no_text_is_too_odd_to_be_told(text):
    for beside in (True, False):
        assert isinstance(retold(text, beside), str)
    assert isinstance(told_anew(text), str)
    split(text, "mm")


def test_what_is_no_area_and_what_is_no_figure_is_left_alone():
    for text in ("-2.5 mm²", "0 mm²", "1234567890123 mm"):
        assert retold(text) == text
    assert retold("-10 mm") == "-25/64 in (-10 mm)"
