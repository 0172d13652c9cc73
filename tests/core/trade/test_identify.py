"""What wire is this: the worked values, the instruments' error, and the command."""

import json
from pathlib import Path

import pytest
from click.testing import CliRunner
from hypothesis import given
from hypothesis import strategies as st

from euthyne.cli import main
from euthyne.core.trade.identify import Measured, Outside, Strands, Weighed, WireQuestion, identify
from euthyne.exchange.formats import formats_files


def test_sold_as_ten_gauge_and_a_little_over_twelve():
    found = identify(WireQuestion(printed="10 AWG", strands=Strands(37, 0.36)))
    assert found.areas[0].mm2 == pytest.approx(3.766, rel=0.001)
    assert found.short_percent == pytest.approx(28.4, abs=0.2)
    assert found.verdict == "thinner"
    assert found.next_down_awg == "12 AWG"
    assert "28 % short of the 10 AWG" in found.text


def test_a_caliper_reading_is_eight_percent_in_area():
    area = identify(WireQuestion(strands=Strands(50, 0.25, 0.01))).areas[0]
    assert area.high_mm2 / area.mm2 == pytest.approx(1.08, abs=0.003)
    assert area.low_mm2 / area.mm2 == pytest.approx(0.92, abs=0.003)


def test_a_conforming_cord_may_weigh_in_below_its_name():
    honest = identify(
        WireQuestion(printed="2.5 mm2", resistance=Measured(10, 0.0765, meter_percent=0.2))
    )
    assert honest.areas[0].mm2 == pytest.approx(2.254, rel=0.001)
    assert honest.verdict == "as-printed"


def test_within_the_instruments_error_it_does_not_say():
    assert (
        identify(WireQuestion(printed="2.5 mm2", strands=Strands(50, 0.24))).verdict == "cannot-say"
    )


@pytest.mark.parametrize(
    ("grams", "metal", "words"),
    [
        (33.3, "copper", "that of copper."),
        (12.6, "cca-10", "copper-clad aluminium"),
        (10.1, "aluminium", "aluminium"),
        (5, None, "fits no metal"),
    ],
)
def test_weight_and_strands_unmask_the_metal(grams, metal, words):
    found = identify(
        WireQuestion(strands=Strands(56, 0.292, 0.003), weight=Weighed(1.0, grams, 0.05))
    )
    assert (found.metal or "").startswith(metal or "") and (found.metal is None) == (metal is None)
    assert words in found.text


def test_a_warm_conductor_is_not_taken_for_a_thin_one():
    cold = identify(WireQuestion(resistance=Measured(10, 0.0798, 20))).areas[0].mm2
    warm = identify(WireQuestion(resistance=Measured(10, 0.0798 * 1.1179, 50))).areas[0].mm2
    assert warm == pytest.approx(cold, rel=1e-3)


def test_the_outside_narrows_it_likeliest_first():
    found = identify(WireQuestion(outside=Outside(10.4, 3, earth=True)))
    names = [c.cable for c in found.cables]
    assert names[0] in ("H05VV-F 3G2.5", "H07RN-F 3G1.5")
    assert "H07RN-F 3G1.5" in names
    assert [c.middle for c in found.cables] == sorted(c.middle for c in found.cables)
    assert identify(WireQuestion(outside=Outside(90, 3))).cables == ()


@given(st.integers(1, 500), st.floats(0.05, 2), st.floats(0, 0.04))
def test_the_area_lies_between_its_bounds_and_grows_with_the_strands(count, diameter, out):
    area = identify(WireQuestion(strands=Strands(count, diameter, out))).areas[0]
    more = identify(WireQuestion(strands=Strands(count + 1, diameter, out))).areas[0]
    assert area.low_mm2 <= area.mm2 <= area.high_mm2
    assert more.mm2 > area.mm2


def wire(document):
    answer = CliRunner().invoke(main, ["wire", "-"], input=json.dumps(document))
    return answer.exit_code, json.loads(answer.output)


def test_the_command_answers_in_json():
    code, answer = wire({"printed": "10 AWG", "strands": {"count": 37, "diameter_mm": 0.36}})
    assert code == 0
    assert answer["verdict"] == "thinner"


@pytest.mark.parametrize(
    ("document", "fields"),
    [
        ({}, {""}),
        ({"printed": "thick", "strands": {"count": 7, "diameter_mm": 0.3}}, {"printed"}),
        (
            {"strands": {"count": 0, "diameter_mm": -1}, "smell": "burnt"},
            {"strands.count", "strands.diameter_mm", "smell"},
        ),
    ],
)
def test_a_question_that_makes_no_sense_is_refused_field_by_field(document, fields):
    code, answer = wire(document)
    assert code == 2
    assert {e["field"] for e in answer["errors"]} == fields


def test_the_published_formats_are_those_of_the_program():
    docs = Path(__file__).parents[3] / "docs"
    for name, text in formats_files().items():
        assert (docs / name).read_text("utf-8") == text, f"{name} wants: euthyne formats docs"
    there = {f"schemas/{file.name}" for file in (docs / "schemas").iterdir()} | {"formats.md"}
    assert there == set(formats_files())
