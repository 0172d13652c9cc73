"""The wiring-fault contract: examples, random leads against what a meter would hear, brute force on
small ones.
"""

import json
import random
from itertools import combinations
from pathlib import Path

import pytest
from hypothesis import example, given
from hypothesis import strategies as st
from sampling import examples
from wiring_faults import grouped, hears, random_mistakes, sounding, straight, turn

from euthyne.core.trade.fault import Refused
from euthyne.exchange.wiring_contract import diagnosis_json, probes_json

EXAMPLES = json.loads((Path(__file__).parent / "diagnose-examples.json").read_text())
ORDER = ["open", "exchanged", "moved", "joined", "turned"]


def grid(points, wires, groups, **more):
    return {
        "points": points,
        "wires": [list(w) for w in wires],
        "sounds": sounding(groups),
        "silent": "rest",
    } | more


def diagnosed(document):
    return json.loads(diagnosis_json(json.dumps(document)))


def named(mistake):
    """A mistake apart from which end of a straight lead it is drawn at."""
    told = {k: v for k, v in mistake.items() if k not in ("end", "fitting", "cavities")}
    if "wires" in told:
        told["wires"] = sorted(told["wires"])
    return told


@pytest.mark.parametrize("example", EXAMPLES, ids=lambda e: e["name"])
def test_the_worked_answers_hold(example):
    first = diagnosed(example["input"])["explanations"][0]
    assert first["count"] == example["first"]["count"]
    assert [named(m) for m in first["mistakes"]] == [named(m) for m in example["first"]["mistakes"]]


@examples(150)
@given(
    ways=st.integers(3, 50),
    spare=st.integers(0, 2),
    count=st.integers(1, 3),
    seed=st.integers(0, 2**32),
)
@example(ways=47, spare=2, count=3, seed=1222431)  # two wide cycles, a wire of one of them opened
def test_every_explanation_gives_what_was_heard_and_needs_no_more_mistakes_than_were_made(
    ways, spare, count, seed
):
    points, all_points, wires = straight(ways, spare)
    made = random_mistakes(random.Random(seed), all_points, wires, count)
    groups = hears(all_points, wires, made)
    answer = diagnosed(grid(points, wires, groups))
    if groups == grouped(all_points, wires):
        assert answer["agrees"] and not answer["explanations"]
        return
    assert not answer["agrees"]
    assert 1 <= len(answer["explanations"]) <= 5
    for found in answer["explanations"]:
        assert found["count"] == len(found["mistakes"]) <= count
        assert hears(all_points, wires, found["mistakes"]) == groups
    ranks = [sorted(ORDER.index(m["kind"]) for m in e["mistakes"]) for e in answer["explanations"]]
    assert ranks == sorted(ranks)


def one_mistake(points, wires):
    """Every single mistake on a small straight lead, by the written rules."""
    for w in wires:
        yield {"kind": "open", "wire": list(w)}
    for f in "AB":
        row = [p for p in points if p[0] == f]
        for w, v in combinations(wires, 2):
            yield {"kind": "exchanged", "end": f, "wires": [list(w), list(v)]}
        for w in wires:
            for p in w:
                yield from (
                    {"kind": "moved", "wire": list(w), "from": p, "to": q}
                    for q in row
                    if p in row and q != p
                )
        names = [p[2:] for p in row]
        yield turn(f, "shifted", dict(zip(names, names[1:] + names[:1], strict=True)))
        yield turn(f, "shifted", dict(zip(names, names[-1:] + names[:-1], strict=True)))
        yield turn(f, "shifted", dict(zip(names, [*names[1:], None], strict=True)))
        yield turn(f, "shifted", dict(zip(names, [None, *names[:-1]], strict=True)))
    for p, q in combinations(points, 2):
        yield {"kind": "joined", "points": [p, q]}


def displaced(m):
    if m["kind"] == "moved":
        return {m["from"], m["to"]}
    if m["kind"] == "exchanged":
        return {p for w in m["wires"] for p in w if p[0] == m["end"]}
    return {f"{m['end']}.{c}" for c in m["to"]} if m["kind"] == "turned" else set()


def test_no_fewer_mistakes_would_do_on_three_ways_whatever_two_were_made():
    points, all_points, wires = straight(3)
    singles = list(one_mistake(all_points, wires))
    with_one = {hears(all_points, wires, [m]) for m in singles} - {grouped(all_points, wires)}
    both = [(m, n) for m, n in combinations(singles, 2) if not displaced(m) & displaced(n)]
    with_two = {
        hears(all_points, wires, [m, n]) for m, n in both if not m["kind"] == n["kind"] == "turned"
    }
    for count, reached in ((1, with_one), (2, with_two - with_one - {grouped(all_points, wires)})):
        for groups in sorted(reached, key=lambda g: sorted(map(sorted, g)))[
            :: 1 if count == 1 else 7
        ]:
            found = diagnosed(grid(points, wires, groups))
            assert (found["explanations"][0]["count"], found["proven"]) == (count, True), sounding(
                groups
            )


def test_a_core_in_its_neighbours_terminal_is_named_so():
    points, all_points, wires = straight(3)
    moved = {"kind": "moved", "wire": ["A.1", "B.1"], "from": "B.1", "to": "B.2"}
    found = diagnosed(grid(points, wires, hears(all_points, wires, [moved])))["explanations"]
    assert [m["kind"] for m in found[0]["mistakes"]] == ["moved"]
    assert found[0]["text"] == "Number 1 sits in B.2 and belongs in B.1. Move it back."


def test_an_exchange_and_an_open_core_are_both_named():
    points, all_points, wires = straight(4)
    made = [
        {"kind": "exchanged", "end": "B", "wires": [["A.1", "B.1"], ["A.2", "B.2"]]},
        {"kind": "open", "wire": ["A.4", "B.4"]},
    ]
    found = diagnosed(grid(points, wires, hears(all_points, wires, made)))["explanations"][0]
    assert [m["kind"] for m in found["mistakes"]] == ["open", "exchanged"]
    assert "Number 4 does not get through" in found["text"]
    assert "Number 1 and number 2 are exchanged" in found["text"]


def test_earth_and_neutral_joined_blames_no_end():
    points = {"A": ["L", "N", "E"], "B": ["L", "N", "E"]}
    wires = [(f"A.{c}", f"B.{c}") for c in "LNE"]
    all_points = [f"{f}.{c}" for f in "AB" for c in "LNE"]
    made = [{"kind": "joined", "points": ["B.N", "B.E"]}]
    text = diagnosed(grid(points, wires, hears(all_points, wires, made)))["explanations"][0]["text"]
    assert "open both ends" in text and "cannot tell" in text


def test_the_other_face_is_said_before_a_wire_is_touched():
    points, all_points, wires = straight(5)
    mirror = {str(i): str(6 - i) for i in range(1, 6)}
    made = [turn("B", "mirrored", mirror)]
    document = grid(points, wires, hears(all_points, wires, made), mirror={"B": mirror})
    found = diagnosed(document)["explanations"][0]
    assert found["mistakes"][0]["name"] == "mirrored"
    assert found["text"].startswith("Check first which face")


def test_two_cores_that_the_other_face_would_exchange_begin_with_the_face_too():
    points, all_points, wires = straight(3)
    mirror = {"1": "3", "2": "2", "3": "1"}
    made = [{"kind": "exchanged", "end": "B", "wires": [["A.1", "B.1"], ["A.3", "B.3"]]}]
    found = diagnosed(grid(points, wires, hears(all_points, wires, made), mirror={"B": mirror}))[
        "explanations"
    ][0]
    assert found["mistakes"][0]["kind"] == "exchanged"
    assert found["text"].startswith("Check first which face")


def test_three_exchanged_pairs_are_three_mistakes():
    points, all_points, wires = straight(7)
    made = [
        {
            "kind": "exchanged",
            "end": "B",
            "wires": [[f"A.{i}", f"B.{i}"], [f"A.{i + 1}", f"B.{i + 1}"]],
        }
        for i in (1, 3, 5)
    ]
    found = diagnosed(grid(points, wires, hears(all_points, wires, made)))["explanations"][0]
    assert [m["kind"] for m in found["mistakes"]] == ["exchanged"] * 3


def test_looped_cavities_and_jumpers_are_heard_through():
    points = {"A": ["1", "2"], "B": ["1", "2", "3"], "J": ["1", "2"]}
    wires = [("A.1", "B.1"), ("A.2", "B.2"), ("B.2", "B.3"), ("B.1", "J.1"), ("B.3", "J.2")]
    all_points = [f"{f}.{c}" for f, cs in points.items() for c in cs]
    assert diagnosed(grid(points, wires, grouped(all_points, wires)))["agrees"]
    broken = [{"kind": "open", "wire": ["B.2", "B.3"]}]
    found = diagnosed(grid(points, wires, hears(all_points, wires, broken)))["explanations"]
    assert found[0]["mistakes"] == [{"kind": "open", "wire": ["B.2", "B.3"]}]
    assert hears(all_points, wires, found[0]["mistakes"]) == hears(all_points, wires, broken)


LNE = {
    "points": {"A": ["L", "N", "E"], "B": ["L", "N", "E"]},
    "wires": [[f"A.{c}", f"B.{c}"] for c in "LNE"],
}


def test_what_was_not_probed_is_asked_for_and_never_assumed():
    answer = diagnosed(LNE | {"sounds": [["A.L", "B.L"]], "silent": []})
    assert (answer["agrees"], answer["explanations"], answer["probe_next"]) == (
        False,
        [],
        [["A.N", "B.N"]],
    )


def test_a_plan_walked_to_its_end_agrees():
    plan = json.loads(probes_json(json.dumps(LNE)))["probes"]
    sounds = [p["pair"] for p in plan if p["want"] == "sounds"]
    silent = [{"gang": p["gang"], "with": p["with"]} for p in plan if p["want"] == "silent"]
    assert diagnosed(LNE | {"sounds": sounds, "silent": silent})["agrees"]
    assert not diagnosed(LNE | {"sounds": sounds, "silent": silent[1:]})["agrees"]


def test_one_probe_tells_two_explanations_apart():
    heard = {"sounds": [["A.L", "B.N"]], "silent": [["A.L", "B.L"]]}
    answer = diagnosed(LNE | heard)
    assert len(answer["explanations"]) > 1
    (asked,) = answer["probe_next"]
    assert sorted(asked) not in (["A.L", "B.N"], ["A.L", "B.L"])


def test_hearings_that_contradict_each_other_are_probed_again():
    heard = {"sounds": [["A.L", "B.L"], ["B.L", "B.N"]], "silent": [["A.L", "B.N"], ["A.E", "B.E"]]}
    answer = diagnosed(LNE | heard)
    assert not answer["consistent"]
    assert {frozenset(x) for x in answer["probe_next"]} == {
        frozenset(x) for x in (["A.L", "B.L"], ["B.L", "B.N"], ["A.L", "B.N"])
    }


@examples(100)
@given(st.integers(2, 40), st.integers(0, 4), st.integers(0, 2**32))
def test_the_probe_plan_is_the_shortest_that_parts_every_net(ways, spare, seed):
    points, all_points, wires = straight(ways, spare)
    draw = random.Random(seed)
    for _ in range(draw.randint(0, 3)):
        two = tuple(draw.sample(all_points[: len(all_points) // 2], 2))
        wires = [*wires, two] if two not in wires and two[::-1] not in wires else wires
    document = {"points": points, "wires": [list(w) for w in wires]}
    plan = json.loads(probes_json(json.dumps(document)))["probes"]
    nets = grouped(all_points, wires)
    home = {p: g for g in nets for p in g}
    sounds = [p for p in plan if p["want"] == "sounds"]
    silent = [p for p in plan if p["want"] == "silent"]
    assert len(sounds) == len(all_points) - len(nets)
    assert len(silent) == len(nets) - 1
    assert grouped(all_points, [p["pair"] for p in sounds]) == nets
    parted = {frozenset((home[g], home[p["with"]])) for p in silent for g in p["gang"]}
    assert parted == {frozenset(x) for x in combinations(nets, 2)}
    singly = json.loads(probes_json(json.dumps(document | {"gangs": False})))["probes"]
    assert sum(p["want"] == "silent" for p in singly) == len(nets) * (len(nets) - 1) // 2


def test_of_two_cores_side_by_side_one_may_be_broken_unheard():
    document = {
        "points": {"A": ["1", "2"], "B": ["1", "2"]},
        "wires": [["A.1", "B.1"], ["A.2", "B.2"], ["A.1", "A.2"], ["B.1", "B.2"]],
    }
    assert json.loads(probes_json(json.dumps(document)))["not_provable"] == [document["wires"]]


def test_every_missing_field_is_named_at_once():
    with pytest.raises(Refused) as refused:
        diagnosis_json('{"points": {}}')
    assert {f.field for f in refused.value.faults} == {"points", "wires", "sounds"}


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"sounds": None}, "sounds"),
        ({"sounds": [["A.L", "B.Q"]]}, "sounds.0"),
        ({"sounds": [["A.L", "A.L"]]}, "sounds.0"),
        ({"sounds": [["A.L", "B.L"], ["B.L", "A.L"]]}, "sounds.1"),
        ({"silent": [["A.L", "B.L"]]}, "silent.0"),
        ({"silent": [{"gang": ["A.N", "A.N"], "with": "A.E"}]}, "silent.0.gang"),
        ({"silent": [{"gang": ["A.N"], "with": "A.N"}]}, "silent.0"),
        ({"wires": [["A.L", "B.L"], ["A.L", "B.L"]]}, "wires.1"),
        ({"wires": [["A.L"]]}, "wires.0"),
        ({"points": {"A": ["L", "L"], "B": ["L"]}, "wires": []}, "points.A.L"),
        ({"mirror": {"B": {"L": "N"}}}, "mirror.B"),
        ({"silence": "rest"}, "silence"),
    ],
)
def test_every_wrong_field_is_named(change, field):
    document = LNE | {"sounds": [["A.L", "B.L"]], "silent": "rest"} | change
    if change.get("sounds", 0) is None:
        del document["sounds"]
    with pytest.raises(Refused) as refused:
        diagnosis_json(json.dumps(document))
    assert field in [f.field for f in refused.value.faults]


@examples(750)
@given(
    ways=st.integers(3, 9),
    count=st.integers(1, 2),
    share=st.floats(0.1, 0.9),
    seed=st.integers(0, 2**32),
)
@example(ways=5, count=2, share=0.25, seed=74)
def test_what_was_not_probed_yet_never_makes_an_explanation_wrong(ways, count, share, seed):
    rng = random.Random(seed)
    points, all_points, wires = straight(ways, 0)
    groups = hears(all_points, wires, random_mistakes(rng, all_points, wires, count))
    home = {p: g for g in groups for p in g}
    pairs = [x for x in combinations(all_points, 2) if rng.random() < share]
    sounds = [list(x) for x in pairs if home[x[0]] is home[x[1]]]
    silent = [list(x) for x in pairs if home[x[0]] is not home[x[1]]]
    answer = diagnosed(grid(points, wires, groups) | {"sounds": sounds, "silent": silent})
    assert answer["consistent"]
    for found in answer["explanations"]:
        then = {p: g for g in hears(all_points, wires, found["mistakes"]) for p in g}
        assert all(then[a] is then[b] for a, b in sounds)
        assert all(then[a] is not then[b] for a, b in silent)
