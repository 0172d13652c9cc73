"""What people type on a metric bench and on one in gauge and feet, and what each becomes: the value in the unit of
its measure, or words of what is said back where it is not taken.
"""

import re
from dataclasses import replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from euthyne.core.envelope import INSTRUMENTS
from euthyne.core.kinds import KINDS
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.figure import celsius, kelvin, metres, mm, newton_metres, newtons
from euthyne.core.trade.measures import tell
from euthyne.core.trade.quantity import (
    AREA,
    CELSIUS,
    CURRENT,
    DIAMETER,
    HEAT,
    KELVIN,
    LEG,
    LENGTH,
    MEGOHMS,
    NEAR,
    OHMS,
    PERCENT,
    POWER,
    PULL,
    SHORT,
    STRAND,
    TORQUE,
    VOLTS,
    VOLUME,
    read_quantity,
)
from euthyne.core.trade.question import Question, read_answer

FT, IN, LB = 0.3048, 25.4, 4.4482216
# what is typed, of what, on a metric bench, on one in gauge and feet
TYPED = [
    # a run
    ("6", LENGTH, 6.0, 6 * FT),
    ("6 m", LENGTH, 6.0, 6.0),
    ("6 ft", LENGTH, 6 * FT, 6 * FT),
    ("6'", LENGTH, 6 * FT, 6 * FT),
    ("6 ft 4", LENGTH, 6 * FT + 4 * 0.0254, 6 * FT + 4 * 0.0254),
    ("6' 4 1/2\"", LENGTH, 6 * FT + 4.5 * 0.0254, 6 * FT + 4.5 * 0.0254),
    ("30 in", LENGTH, 0.762, 0.762),
    ("2.5", LENGTH, 2.5, 2.5 * FT),
    ("2,5 m", LENGTH, 2.5, 2.5),
    ("20 loop", LENGTH, 10.0, 10 * FT),
    ("4 + 3 + 2", LENGTH, 9.0, 9 * FT),
    ("4 + 3 m", LENGTH, 7.0, 7.0),
    ("9 ft 10 in (3 m)", LENGTH, 3.0, 3.0),
    ("9 ft (3 m)", LENGTH, "are not the same", "are not the same"),
    ("2500", LENGTH, "too large", 2500 * FT),
    ("6500", LENGTH, "too large", 6500 * FT),
    ("1,200", LENGTH, "two ways", "two ways"),
    ("six", LENGTH, "not a length", "not a length"),
    # a leg, a fuse to its post
    ("12", LEG, 12.0, 12 * FT),
    ("4", NEAR, 4.0, 4 * 0.0254),
    ("7 in", NEAR, 7 * 0.0254, 7 * 0.0254),
    ("0.15 m", NEAR, 0.15, 0.15),
    # slack, a strip
    ("3", SHORT, 3.0, 3 * IN),
    ("3 mm", SHORT, 3.0, 3.0),
    ("3/8", SHORT, 3 / 8, 3 / 8 * IN),
    ("1 1/4 in", SHORT, 1.25 * IN, 1.25 * IN),
    ("300", SHORT, 300.0, "type 300 mm"),
    ("1 ft", SHORT, 304.8, 304.8),
    # over all, a strand
    ("0.6", DIAMETER, 0.6, 0.6 * IN),
    ("8.2", DIAMETER, 8.2, "type 8.2 mm"),
    ("8.2 mm", DIAMETER, 8.2, 8.2),
    ("0.42 in", DIAMETER, 0.42 * IN, 0.42 * IN),
    ("0.010", STRAND, "too small", 0.01 * IN),
    ("0.25", STRAND, 0.25, 0.25 * IN),
    ("2.5", AREA, 2.5, 2.5),
    # warmth
    ("95", CELSIUS, 95.0, 35.0),
    ("30 C", CELSIUS, 30.0, 30.0),
    ("86 °F", CELSIUS, 30.0, 30.0),
    ("9", KELVIN, 9.0, 5.0),
    ("9 F", KELVIN, 5.0, 5.0),
    ("3 K", KELVIN, 3.0, 3.0),
    ("5.4 °F of rise (3 K)", KELVIN, 3.0, 3.0),
    ("1 °F of rise (0.5 K)", KELVIN, 0.5, 0.5),
    ("33 °F (0.5 °C)", CELSIUS, 0.5, 0.5),
    ("3/32 in (2 mm)", SHORT, 2.0, 2.0),
    ("3/8 in (2 mm)", SHORT, "are not the same", "are not the same"),
    ("18", HEAT, 18.0, 18 / FT),
    ("5 W/ft", HEAT, 5 / FT, 5 / FT),
    # pull, torque, a box
    ("234", PULL, 234.0, 234 * LB),
    ("234 lb (1041 N)", PULL, 1041.0, 1041.0),
    ("150 N", PULL, 150.0, 150.0),
    ("10", TORQUE, 10.0, 10 * 0.112984829),
    ("7 lb-in", TORQUE, 7 * 0.112984829, 7 * 0.112984829),
    ("1.2 N m", TORQUE, 1.2, 1.2),
    ("20 lb-ft", TORQUE, 27.1164, 27.1164),
    ("11.6 cu in", VOLUME, 190.09, 190.09),
    ("20", VOLUME, 20.0, 20 * 16.387064),
    ("190 ml", VOLUME, 190.0, 190.0),
    # what is the same everywhere
    ("13", CURRENT, 13.0, 13.0),
    ("2.2 kW", POWER, 2200.0, 2200.0),
    ("120", VOLTS, 120.0, 120.0),
    ("3", PERCENT, 3.0, 3.0),
    ("0R42", OHMS, 0.42, 0.42),
    ("420 mohm", OHMS, 0.42, 0.42),
    ("1.2 G", MEGOHMS, 1200.0, 1200.0),
    ("200", MEGOHMS, 200.0, 200.0),
]
# sizes: on a bench that buys by gauge a number that is both is asked back
SIZES = [
    ("16", "16 mm2", "16 can be read two ways"),
    ("16 AWG", "16 AWG", "16 AWG"),
    ("2.5", "2.5 mm2", "2.5 mm2"),
    ("14", "14 mm2 is not made", "14 AWG"),
    ("2/0", "2/0 AWG", "2/0 AWG"),
]


def became(question, text):
    """What an answer becomes, or what is said of it."""
    try:
        return read_answer(question, text)[0]
    except Refused as refused:
        return f"{refused.faults[0].problem}: {refused.faults[0].fix}"


@pytest.mark.parametrize(("typed", "measure", "metric", "gauge"), TYPED)
def test_a_bare_number_is_in_what_the_bench_measures_in(typed, measure, metric, gauge):
    for in_gauge, wanted in ((False, metric), (True, gauge)):
        asked = Question("field", "Field", measure=measure, gauge=in_gauge)
        found = became(asked, typed)
        if isinstance(wanted, str):
            assert wanted in str(found)
        else:
            assert found == pytest.approx(wanted, rel=1e-4)


@pytest.mark.parametrize(("typed", "metric", "gauge"), SIZES)
def test_a_size_is_a_gauge_or_an_area_and_never_silently_one_of_both(typed, metric, gauge):
    for in_gauge, wanted in ((False, metric), (True, gauge)):
        found = became(Question("field", "Size", "size-name", gauge=in_gauge), typed)
        assert wanted in found


def test_what_is_shown_as_an_example_can_be_typed():
    asked = {q.path: q for kind in KINDS.values() for q in kind.questions if q.measure}
    for question in asked.values():
        for example in (question.hint, question.measure.example):
            for one in filter(None, re.split(r",? or |, ", example)):
                if one[0].isdigit():  # "16 A, or empty" ends on words
                    assert read_quantity(one, question.measure).value > 0, (question.path, one)


def test_what_an_instrument_of_the_envelope_begins_with_is_the_same_on_both_benches():
    for instrument in INSTRUMENTS:
        for question, start in instrument.fields:
            here = read_answer(question, start)[0]
            assert read_answer(replace(question, gauge=True), start)[0] == here, question.path


@given(
    st.sampled_from([(mm, SHORT, 900), (metres, LENGTH, 90), (celsius, CELSIUS, 120)])
    | st.sampled_from([(kelvin, KELVIN, 60), (newtons, PULL, 2000), (newton_metres, TORQUE, 60)]),
    st.floats(0.01, 1),
    st.sampled_from(["", ".0f", ".1f", ".2f"]),
)
def test_any_figure_of_a_page_in_gauge_can_be_typed_as_it_stands(told, share, form):
    unit, measure, most = told
    # No page tells these in whole ones alone: half a metre is the end of a cord, half a newton metre a screw.
    assume(unit not in (metres, newton_metres) or form != ".0f")
    value = max(share * most, 1.0)
    page = tell(f"{format(unit(value), form)}", "gauge")
    read = read_quantity(page, measure, gauge=True).value
    assert read == pytest.approx(value, rel=0.02, abs=0.51), page


def test_how_a_bare_number_was_read_is_said():
    assert read_quantity("6", LENGTH, gauge=True).echo.startswith("read as ")
    assert read_quantity("6 ft", LENGTH, gauge=True).echo.startswith("read as ")
