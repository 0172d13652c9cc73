"""`euthyne cutting`: plans in, worked answers out; what is wrong is named with its path."""

import json
from pathlib import Path

import pytest
from click.testing import CliRunner

from euthyne.cli import main

WORKED = json.loads((Path(__file__).parent / "cutting.json").read_text())


def asked(document):
    done = CliRunner().invoke(main, ["cutting", "-"], input=json.dumps(document))
    return done.exit_code, json.loads(done.output)


@pytest.mark.parametrize("worked", WORKED, ids=[one["name"] for one in WORKED])
def test_worked_plans_have_their_counts(worked):
    code, answer = asked(worked["plan"])
    assert code == 0
    assert answer["counts"] == answer["best"] == worked["counts"]
    assert answer["proven"]


def test_the_cuts_stand_in_the_order_they_are_made():
    _, answer = asked(WORKED[0]["plan"])
    (reel,) = answer["laid"]
    assert (reel["piece"], reel["bought"]) == ("Reel 4", False)
    assert [cut["length_mm"] for cut in reel["cuts"]] == [7720, 2100, 2100]
    assert (reel["left_mm"], reel["lost_mm"]) == (6670, 10)


def test_what_is_left_out_says_how_many_and_why():
    plan = {"cable": "x", "trim_mm": 10, "stock": [{"name": "Reel 4", "length_mm": 28200}]}
    code, answer = asked(plan | {"cuts": [{"id": "TR-0040", "length_mm": 41200}]})
    why = "41.2 m; the longest piece gives 28.19 m after its trim"
    assert code == 0
    assert answer["left_out"] == [{"id": "TR-0040", "count": 1, "why": why}]


@pytest.mark.parametrize(
    ("changed", "path"),
    [
        ({"cuts": []}, "cuts"),
        ({"cuts": [{"id": "a", "length_mm": 0}]}, "cuts.0.length_mm"),
        ({"cuts": [{"id": "a", "length_mm": 1_000_001}]}, "cuts.0.length_mm"),
        ({"cuts": [{"id": "a", "length_mm": 9, "count": 0}]}, "cuts.0.count"),
        ({"cuts": [{"id": "a", "length_mm": 9, "count": 1.5}]}, "cuts.0.count"),
        ({"cuts": [{"id": "a", "length_mm": 9}, {"id": "a", "length_mm": 8}]}, "cuts.1.id"),
        ({"cuts": [{"id": "a", "length_mm": 9, "count": 5001}]}, "cuts"),
        ({"stock": [{"name": "a", "length_mm": 9}] * 2}, "stock.1.name"),
        ({"buy": [{"name": "a", "length_mm": 9, "price": 1}] * 2}, "buy.1.name"),
        ({"buy": [{"name": "a", "length_mm": 9}]}, "buy.0.price"),
        ({"buy": [{"name": "a", "length_mm": 9, "price": -1}]}, "buy.0.price"),
        ({"buy": [{"name": "a", "length_mm": 9, "price": 1.005}]}, "buy.0.price"),
        ({"buy": [{"name": "a", "length_mm": 9, "price": 1, "most": -1}]}, "buy.0.most"),
        ({"keep_mm": -1}, "keep_mm"),
        ({"kerf_mm": 0.5}, "kerf_mm"),
        ({"trim_mm": "10"}, "trim_mm"),
        ({"joins": 2}, "joins"),
    ],
)
def test_what_cannot_be_is_named_with_its_path(changed, path):
    plan = {"cable": "x", "stock": [], "cuts": [{"id": "a", "length_mm": 900}]}
    code, answer = asked(plan | changed)
    assert code == 2
    assert [fault["field"] for fault in answer["errors"]] == [path]


def test_stock_and_what_is_bought_may_share_a_name_and_a_price_may_be_nothing():
    piece = {"name": "25 m coil", "length_mm": 25000}
    plan = {"cable": "x", "stock": [piece], "buy": [piece | {"price": 0}]}
    code, answer = asked(plan | {"cuts": [{"id": "a", "length_mm": 20000, "count": 2}]})
    assert code == 0
    assert sorted(one["bought"] for one in answer["laid"]) == [False, True]
    assert answer["counts"]["price"] == 0
