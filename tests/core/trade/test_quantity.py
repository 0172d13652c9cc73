"""Reading what people type: units, slips, refusals, and laws that hold for anything typed."""

import math
import time

import pytest
from hypothesis import given
from hypothesis import strategies as st

from euthyne.core.trade.fault import Refused
from euthyne.core.trade.quantity import (
    CELSIUS,
    CURRENT,
    HEAT,
    KELVIN,
    LENGTH,
    MEGOHMS,
    MONEY,
    OHMS,
    PERCENT,
    POWER,
    PULL,
    SHORT,
    TORQUE,
    VOLTS,
    VOLUME,
    read_quantity,
    read_whole,
)
from euthyne.core.trade.sizes import read_size
from in_metric import in_metric


@pytest.mark.parametrize(
    ("typed", "measure", "value"),
    [
        ("0.8 N m", TORQUE, 0.8),
        ("80 cNm", TORQUE, 0.8),
        ("1.2 n·m", TORQUE, 1.2),
        ("25 m", LENGTH, 25),
        ("25", LENGTH, 25),
        ("25m", LENGTH, 25),
        ("2,5 m", LENGTH, 2.5),
        ("80 ft", LENGTH, 24.384),
        ("80 feet", LENGTH, 24.384),
        ("3 ft 6 in", LENGTH, 1.0668),
        ("3' 6\"", LENGTH, 1.0668),
        ("12 yd", LENGTH, 10.9728),
        ("24 m loop", LENGTH, 12),
        ("80 ft out and back", LENGTH, 12.192),
        ("4.2 m + 3 m + 80 cm", LENGTH, 8),
        ("4 + 3 + 11 ft", LENGTH, 5.4864),
        ("1 ft", SHORT, 304.8),
        ("1500 W", POWER, 1500),
        ("2.2 kW", POWER, 2200),
        ("2,2kW", POWER, 2200),
        ("13 amps", CURRENT, 13),
        ("500 mA", CURRENT, 0.5),
        ("230 V", VOLTS, 230),
        ("3 %", PERCENT, 3),
        ("0.3 %", PERCENT, 0.3),
        ("86 F", CELSIUS, 30),
        ("9 F", KELVIN, 5),
        ("9 °F of rise", KELVIN, 5),
        ("5 °C warmer", KELVIN, 5),
        ("34 lb", PULL, 151.2395),
        ("15 kg", PULL, 147.09975),
        ("150", PULL, 150),
        ("30 °C", CELSIUS, 30),
        ("-5 C", CELSIUS, -5),
        ("420 mohm", OHMS, 0.42),
        ("0.42 ohms", OHMS, 0.42),
        ("200 Mohm", MEGOHMS, 200),
        ("1 Gohm", MEGOHMS, 1000),
        ("4.2 kΩ", OHMS, 4200),
        ("1500 VA", POWER, 1500),
        ("3 hp", POWER, 2237.1),
        ("7 lbf-in", TORQUE, 0.790894),
        ("0.19 l", VOLUME, 190),
        ("11,50", MONEY, 11.5),
        ("250 micrometers", SHORT, 0.25),
    ],
)
def test_what_is_typed_is_understood(typed, measure, value):
    assert read_quantity(typed, measure).value == pytest.approx(value)


@pytest.mark.parametrize(
    ("typed", "measure", "echo"),
    [
        ("25 m", LENGTH, ""),
        ("80 ft", LENGTH, "read as 24.38 m"),
        ("2,5", LENGTH, "read as 2.5 m"),
        ("2.2 kW", POWER, "read as 2200 W"),
        ("0.03", PERCENT, "read as 3 %, not as 0.03 of one percent"),
    ],
)
def test_what_was_not_obvious_is_said_back(typed, measure, echo):
    assert in_metric(read_quantity(typed, measure).echo) == echo


@pytest.mark.parametrize(
    ("typed", "measure", "part"),
    [
        ("", LENGTH, "no length is given"),
        ("far", LENGTH, "not a length"),
        ("25 kg", LENGTH, "not a unit of length"),
        ("25 W", CURRENT, "not a unit of current"),
        ("-3 m", LENGTH, "too small"),
        ("0 m", LENGTH, "too small"),
        ("10 km", LENGTH, "too large"),
        ("1,500 W", POWER, "two ways"),
        ("nan", LENGTH, "not a length"),
        ("1e400 m", LENGTH, "not a unit of length"),
        ("3 % %", PERCENT, "not a"),
        ("25 m; drop", LENGTH, "not a"),
    ],
)
def test_what_makes_no_sense_is_refused_with_what_would(typed, measure, part):
    with pytest.raises(Refused) as refused:
        read_quantity(typed, measure, "brief.run_m")
    fault = refused.value.faults[0]
    assert part in fault.problem
    assert fault.field == "brief.run_m"
    assert fault.fix


@given(st.text(max_size=30))
def test_any_text_is_read_or_refused_never_worse(text):
    try:
        value = read_quantity(text, LENGTH).value
    except Refused:
        return
    assert math.isfinite(value)
    assert LENGTH.low <= value <= LENGTH.high


@given(
    st.floats(0.2, 600), st.sampled_from([("m", 1.0), ("ft", 0.3048), ("yd", 0.9144), ("cm", 0.01)])
)
def test_the_answer_does_not_depend_on_the_unit_typed(metres, unit):
    name, size = unit
    assert read_quantity(f"{metres / size:.9f} {name}", LENGTH).value == pytest.approx(
        metres, abs=1e-6
    )


@pytest.mark.parametrize(
    ("typed", "name"),
    [
        ("1.5", "1.5 mm2"),
        ("1,5 mm2", "1.5 mm2"),
        ("2.5 mm²", "2.5 mm2"),
        ("14 AWG", "14 AWG"),
        ("#8", "8 AWG"),
        ("2/0", "2/0 AWG"),
        ("00 AWG", "2/0 AWG"),
        ("0000 awg", "4/0 AWG"),
    ],
)
def test_sizes_are_read_in_either_unit(typed, name):
    assert read_size(typed).name == name


@pytest.mark.parametrize("typed", ["", "thick", "3.3 mm2", "5/0", "-2.5", "0 mm2", "41 AWG"])
def test_a_size_nobody_makes_is_refused(typed):
    with pytest.raises(Refused):
        read_size(typed, "size")


def test_a_bigger_gauge_number_is_a_thinner_wire():
    areas = [read_size(f"{g} AWG").cross_section_mm2 for g in ("18", "14", "10", "1")]
    assert areas == sorted(areas)
    assert read_size("4/0").cross_section_mm2 > read_size("1/0").cross_section_mm2


def test_whole_numbers_keep_to_their_bounds():
    assert read_whole("3", 0, 10, "cut.reworks", "spare tries") == 3
    for typed in ("11", "-1", "2.5", "two", ""):
        with pytest.raises(Refused):
            read_whole(typed, 0, 10, "cut.reworks", "spare tries")


@pytest.mark.parametrize(
    ("typed", "echo"),
    [
        ("24 m loop", "read as 12 m one way, half of the loop"),
        ("4.2 m + 3 m + 80 cm", "3 legs, read as 8 m in all"),
        ("80 in", "read as 2.032 m; if feet were meant, 80 ft is 24.38 m"),
        ("6 in", "read as 0.1524 m"),
    ],
)
def test_a_length_that_can_be_meant_otherwise_is_echoed(typed, echo):
    assert in_metric(read_quantity(typed, LENGTH).echo) == echo


@pytest.mark.parametrize(
    "typed", ["4 m +", "loop", "4 m + twelve", "0.01 m + 0.01 m", "1500 m + 1500 m", "-4 m + 9 m"]
)
def test_legs_that_make_no_length_are_refused_with_what_would_do(typed):
    with pytest.raises(Refused) as refused:
        read_quantity(typed, LENGTH, "brief.run_m")
    assert refused.value.faults[0].field == "brief.run_m"
    assert "such as" in refused.value.faults[0].fix


@given(st.lists(st.floats(0.1, 100), min_size=2, max_size=6))
def test_legs_add_up_in_any_unit_and_any_order(legs):
    metres = " + ".join(f"{leg:.3f} m" for leg in legs)
    centimetres = " + ".join(f"{leg * 100:.1f} cm" for leg in reversed(legs))
    assert read_quantity(metres, LENGTH).value == pytest.approx(
        read_quantity(centimetres, LENGTH).value, abs=0.01
    )
    assert read_quantity(metres + " loop", LENGTH).value == pytest.approx(
        read_quantity(metres, LENGTH).value / 2
    )


@pytest.mark.parametrize(
    ("typed", "measure", "value"),
    [
        ("12ft6", LENGTH, 12.5 * 0.3048),
        ("12' 6\"", LENGTH, 12.5 * 0.3048),
        ("25’", LENGTH, 25 * 0.3048),
        ("5”", SHORT, 127.0),
        ("1/4 inch", SHORT, 6.35),
        ('5/8"', SHORT, 15.875),
        ("1 1/2 in", SHORT, 38.1),
        ("½ in", SHORT, 12.7),
        ("240VAC", VOLTS, 240.0),
        ("12 Vdc", VOLTS, 12.0),
        ("0R42", OHMS, 0.42),
        ("2R2", OHMS, 2.2),
        ("18 W/m", HEAT, 18.0),
        ("5 W/ft", HEAT, 5 / 0.3048),
        ("15", HEAT, 15.0),
        ("0.03", PERCENT, 3.0),
        ("0.4 %", PERCENT, 0.4),
    ],
)
def test_what_people_and_tablets_type_is_read(typed, measure, value):
    assert read_quantity(typed, measure).value == pytest.approx(value, rel=1e-5)


@pytest.mark.parametrize(
    ("typed", "measure", "fix"),
    [
        ("5 m 20", LENGTH, "5.20 m"),
        (".4", PERCENT, "0.4 %, or 40 %"),
        ("0.88", PERCENT, "0.88 %, or 88 %"),
        ("9" * 101, LENGTH, "such as"),
    ],
)
def test_what_can_be_read_two_ways_is_asked(typed, measure, fix):
    with pytest.raises(Refused) as refused:
        read_quantity(typed, measure, "brief.run_m")
    assert fix in refused.value.faults[0].fix


def test_hostile_text_is_answered_at_once():
    begun = time.perf_counter()
    for text in ("," * 24_000, "1," * 12_000, "1 m " * 9_000, "(" * 50_000):
        with pytest.raises(Refused):
            read_quantity(text, LENGTH)
    assert time.perf_counter() - begun < 0.5


@pytest.mark.parametrize(
    ("typed", "name"),
    [("8/3", "8 AWG"), ("3G2.5", "2.5 mm2"), ("16/2", "16 AWG"), ("3 x 1,5", "1.5 mm2")],
)
def test_the_size_of_a_make_up_is_read(typed, name):
    assert read_size(typed).name == name
