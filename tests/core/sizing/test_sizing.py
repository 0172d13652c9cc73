"""The worked answers of the sizing contract, and the laws any sizing keeps."""

import itertools
import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from euthyne.core.sizing.brief import ConductorWanted, Load, SizingBrief, Supply, Surroundings
from euthyne.core.sizing.size import size
from euthyne.core.trade.fault import Refused
from euthyne.exchange.size_contract import read_brief
from in_metric import in_metric

EXAMPLES = json.loads((Path(__file__).parent / "size-examples.json").read_text())


def near(expected):
    return pytest.approx(expected, rel=0.005) if isinstance(expected, float | int) else expected


@pytest.mark.parametrize("example", EXAMPLES, ids=lambda e: e["name"])
def test_worked_answer(example):
    answer = size(read_brief(json.dumps(example["brief"])))
    expect = example["expect"]
    for name in ("running_amps", "design_amps", "heating_amps"):
        assert getattr(answer, name) == near(expect[name])
    assert (answer.chosen.size, answer.chosen.decided_by) == (
        expect["chosen"],
        expect["decided_by"],
    )
    assert (answer.protection.amps if answer.protection else None) == near(
        expect["protection_amps"]
    )
    for name, value in expect["nearest_school"].items():
        assert getattr(answer.nearest_school, name) == near(value)
    chosen = next(c for c in answer.candidates if c.size == answer.chosen.size)
    for name, value in expect["of_chosen"].items():
        assert getattr(chosen, name) == near(value)
    assert {
        c.size: list(c.fails) for c in answer.candidates if c.fails and c.size in expect["fails"]
    } == expect["fails"]


def test_five_faults_are_all_listed():
    brief = {
        "supply": {"system": "ac-single", "volts": -1},
        "load": {"watts": 100, "duty_percent": 200},
        "run_m": "far",
        "conductor": {"basis": "light-cord", "colour": "blue"},
        "place": {"drum_layers": 9},
    }
    with pytest.raises(Refused) as refused:
        read_brief(json.dumps(brief))
    fields = {f.field for f in refused.value.faults}
    assert fields == {
        "supply.volts",
        "load.duty_percent",
        "run_m",
        "conductor.colour",
        "place.drum_layers",
    }


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"conductor": {"basis": "none"}}, "conductor.basis"),
        ({"load": {}}, "load"),
        ({"load": {"loads": [{"amps": 1, "watts": 2}]}}, "load.loads.0"),
        ({"load": {"loads": [{"amps": -1}]}}, "load.loads.0.amps"),
        ({"poles": 1}, "poles"),
        ({"place": {"ambient_c": 60}}, "place.ambient_c"),
        ({"conductor": {"basis": "cord-na", "unit": "mm2"}}, "conductor.unit"),
        ({"already": [{"run_m": 5, "size": "3.3 mm2"}]}, "already.0.size"),
        ({"protection": {"family": "nails"}}, "protection.family"),
        ({"unknown": 1}, "unknown"),
    ],
)
def test_a_fault_names_its_field(change, field):
    brief = EXAMPLES[0]["brief"] | change
    with pytest.raises(Refused) as refused:
        read_brief(json.dumps(brief))
    assert [f.field for f in refused.value.faults] == [field]


lengths = st.floats(0.5, 200)
currents = st.floats(0.5, 30)


def asked(run_m, amps, ambient_c=30.0):
    return SizingBrief(
        Supply("ac-single", 230),
        Load(amps=amps),
        run_m,
        ConductorWanted("rubber-60"),
        place=Surroundings(ambient_c),
    )


@given(lengths, lengths, currents)
def test_drop_rises_with_length_and_falls_with_area(one, other, amps):
    near_end, far_end = (size(asked(run, amps)).candidates for run in sorted((one, other)))
    assert all(a.drop_volts <= b.drop_volts for a, b in zip(near_end, far_end, strict=True))
    assert all(a.drop_volts >= b.drop_volts for a, b in itertools.pairwise(near_end))


@given(lengths, currents, st.floats(-10, 58), st.floats(-10, 58))
def test_a_hotter_place_never_takes_a_smaller_conductor(run_m, amps, one, other):
    def area(celsius):
        answer = size(asked(run_m, amps, celsius))
        return next((c.cross_section_mm2 for c in answer.candidates if c.fits), 1e9)

    cool, hot = sorted((one, other))
    assert area(cool) <= area(hot)


def test_a_size_the_cord_is_not_made_in_is_passed_over():
    answer = size(asked(25, 13), made=["1 mm2", "2.5 mm2"])
    assert (answer.chosen.size, answer.chosen.decided_by) == ("2.5 mm2", "current")
    assert next(c for c in answer.candidates if c.size == "1.5 mm2").fails == ("not-made",)


def test_when_nothing_fits_the_finding_says_what_would_help():
    answer = size(asked(900, 13))
    assert answer.chosen is None
    finding = answer.findings[-1]
    assert (finding.code, finding.level) == ("no-size-fits", "stop")
    text = in_metric(finding.text)
    assert "25 mm²" in text and "m is the longest it allows" in text
