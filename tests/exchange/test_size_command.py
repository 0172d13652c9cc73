"""The sizing contract at the command line."""

import json
from pathlib import Path

import pytest
from click.testing import CliRunner

from euthyne.cli import main

EXAMPLES = json.loads(
    (Path(__file__).parents[1] / "core" / "sizing" / "size-examples.json").read_text()
)


def size(text):
    answer = CliRunner().invoke(main, ["size", "-"], input=text)
    return answer.exit_code, json.loads(answer.output)


@pytest.mark.parametrize("example", EXAMPLES, ids=lambda e: e["name"])
def test_a_brief_is_answered(example):
    code, answer = size(json.dumps(example["brief"]))
    assert code == 0
    assert answer["chosen"]["size"] == example["expect"]["chosen"]
    assert set(answer["candidates"][0]) == {
        "size",
        "cross_section_mm2",
        "rating_amps",
        "conductor_c",
        "ohms_per_m",
        "drop_volts",
        "drop_percent",
        "start_drop_percent",
        "loss_watts",
        "far_end_fault_amps",
        "fits",
        "fails",
    }


def test_a_brief_that_makes_no_sense_is_answered_with_every_fault():
    code, answer = size(
        '{"supply": {"system": "steam"}, "load": {"watts": "many"}, "run_m": 0, "conductor": {}}'
    )
    assert code == 2
    assert list(answer) == ["errors"]
    fields = {e["field"] for e in answer["errors"]}
    assert fields == {"supply.system", "supply.volts", "load.watts", "run_m", "conductor.basis"}
    assert all(set(e) == {"field", "problem", "fix"} and e["fix"] for e in answer["errors"])


@pytest.mark.parametrize("text", ["", "not json", "[1, 2]", '{"run_m": NaN}'])
def test_what_is_no_brief_is_refused_the_same_way(text):
    code, answer = size(text)
    assert code == 2
    assert answer["errors"]
