"""The ordering contract, held against a checker and a search of its own that know only the written
rules.
"""

import json
from itertools import combinations
from pathlib import Path

import pytest
from builds import FAR, builds, changes, event, may_thread, one_cable, step
from click.testing import CliRunner
from hypothesis import given
from hypothesis import strategies as st
from sampling import examples

from euthyne.cli import main
from euthyne.core.order.forgotten import recover
from euthyne.core.order.gates import gates
from euthyne.core.order.laid import CableEnd, EndState, Event, Threaded
from euthyne.core.order.order import order
from euthyne.exchange.order_contract import answer_json, read_build

HERE = Path(__file__).parent
EXAMPLES = json.loads((HERE / "order-examples.json").read_text())
CABLES = json.loads((HERE / "order-cables-examples.json").read_text())


def check(build, steps):
    """Walks an order by the rules; raises where it breaks one. Returns what it costs."""
    far = {s.what for s in steps if s.threads and s.at[0].end != build.part(s.what).end}
    own = {s.what for s in steps if s.threads and s.what not in far}
    done, costs, lasting, last = set(), [len(far), 0, 0, 0], 0, None
    for place, s in enumerate(steps, start=1):
        p, e = build.part(s.what), build.event(s.what)
        if p is not None:
            entry = s.at[0].end
            assert may_thread(build, p, entry, done, far, own - done), (
                f"{s.what} can not go on from {entry}"
            )
        else:
            assert set(e.after) <= done
            assert {q.id for q in build.parts if q.needed_by == e.id} <= done
            lasting += place if e.irreversible else 0
        changed = changes(build, last, (s.at, s.tool))
        costs[1:] = [cost + more for cost, more in zip(costs[1:], changed, strict=True)]
        done.add(s.what)
        last = (s.at, s.tool)
    assert len(done) == len(steps) == len(build.parts) + len(build.events)
    return (*costs, -lasting)


def brute(build):
    """The least cost of any valid order, by trying them all; None when there is none."""
    loose = [p.id for p in build.parts if p.on == "cable" and not p.split]
    best = None
    for n in range(len(loose) + 1):
        for some in combinations(loose, n):
            found = _walk(build, frozenset(some), frozenset(), None, (n, 0, 0, 0, 0), 0, {})
            best = min((x for x in (best, found) if x is not None), default=None)
        if best is not None:
            return best
    return best


def _walk(build, far, done, last, cost, place, seen):
    if place == len(build.parts) + len(build.events):
        return cost
    key = (done, last)
    if key in seen and seen[key] <= cost:
        return None
    seen[key] = cost
    own = {p.id for p in build.parts if p.id not in far}
    best = None
    for x in (*build.parts, *build.events):
        if x.id in done:
            continue
        if isinstance(x, Threaded):
            entry = FAR[x.end] if x.id in far else x.end
            if not may_thread(build, x, entry, done, far, own - done):
                continue
            now, late = ((CableEnd(x.cable, entry),), "hand"), 0
        else:
            if (
                not set(x.after) <= done
                or not {p.id for p in build.parts if p.needed_by == x.id} <= done
            ):
                continue
            now, late = (x.at, x.tool), (place + 1 if x.irreversible else 0)
        ends, cables, tools = changes(build, last, now)
        spent = (cost[0], cost[1] + ends, cost[2] + cables, cost[3] + tools, cost[4] - late)
        found = _walk(build, far, done | {x.id}, now, spent, place + 1, seen)
        best = min((y for y in (best, found) if y is not None), default=None)
    return best


@pytest.mark.parametrize("example", EXAMPLES, ids=lambda e: e["name"])
def test_the_worked_answers_hold(example):
    answer = json.loads(answer_json(json.dumps(example["build"])))
    for key, wanted in example["expect"].items():
        found = [x["part"] for x in answer["impossible"]] if key == "impossible" else answer[key]
        assert found == wanted


@pytest.mark.parametrize("example", CABLES, ids=lambda e: e["name"])
def test_the_worked_answers_for_several_cables_hold(example):
    answer = json.loads(answer_json(json.dumps(example["input"])))
    assert {key: answer[key] for key in example["counts"]} == example["counts"]
    build, _, _ = read_build(json.dumps(example["input"]))
    named = {x.id: x for x in build.everything}
    steps = [named[s.get("part") or s["event"]] for s in answer["steps"]]
    assert answer["proven"]
    assert len({x.id for x in steps}) == len(build.everything)


@examples(150)
@given(builds(most=8))
def test_no_order_breaks_a_rule_and_none_is_better(build):
    found, least = order(build), brute(build)
    if least is None:
        assert not found.possible
        assert found.stuck or found.cycle
    else:
        assert found.proven
        assert check(build, found.steps) == least
        counts = (found.place_changes, found.cable_changes, found.tool_changes)
        assert (found.far_fed, *counts) == least[:4]


@examples(80)
@given(builds(), st.data())
def test_a_gate_shows_what_is_on_and_what_it_locks_out(build, data):
    found = order(build)
    told = gates(build, found.steps)
    assert [g.before for g in told] == [
        s.what for s in found.steps if (e := build.event(s.what)) and e.irreversible
    ]
    for gate in told:
        shuts = build.event(gate.before)
        for at, names in gate.on_cable.items():
            assert at in shuts.at
            ranks = [build.part(p).rank for p in names]
            assert ranks == sorted(ranks)
        for name in gate.locked_out_after:
            part = build.part(name)
            assert part.home in shuts.at
            assert part.bore_mm < shuts.od_mm


@examples(100)
@given(builds(), st.data())
def test_the_way_back_ends_in_a_finished_lead(build, data):
    found = order(build)
    threads = [s for s in found.steps if s.threads]
    if not threads:
        return
    missing = data.draw(st.sampled_from(threads)).what
    upto = data.draw(st.integers(0, len(found.steps)))
    done = tuple(s for s in found.steps[:upto] if s.what != missing)
    way = recover(build, done, missing)
    cut = set(way.lost_mm)
    gone = set(way.undo) | {s.what for s in done if cut & set(build.ends_of(s.what))}
    if way.how != "impossible":
        left = {s.what for s in done} - gone
        assert left | {s.what for s in way.steps} == {x.id for x in (*build.parts, *build.events)}
        assert not left & {s.what for s in way.steps}
        assert missing in {s.what for s in way.steps}
    assert all(not build.event(x).irreversible for x in way.undo if build.event(x))


def boot(done, missing="A-boot", **boot_has):
    """The boot and its collar, one end finished; what was done so far, and the boot forgotten."""
    parts = (
        Threaded("A-boot", "A", 2, 10.5, "A-cover", **boot_has),
        Threaded("A-collar", "A", 1, 14.0, "A-cover"),
    )
    events = (
        event("A-strip", "A", "knife"),
        event("A-crimp", "A", "press 16", 15.0, ("A-strip",), irreversible=True, cut_back_mm=35.0),
        event("A-cover", "A", "hand", 28.0, ("A-crimp",)),
    )
    build = one_cable(9.0, parts, events, b=EndState("finished", 32.0))
    steps = {
        x.id: step(x.id, "A", getattr(x, "tool", "hand"), isinstance(x, Threaded))
        for x in (*parts, *events)
    }
    return recover(build, tuple(steps[x] for x in done), missing)


def test_a_boot_forgotten_before_the_crimp_still_has_time():
    way = boot(["A-strip"])
    assert (way.how, [s.what for s in way.steps][:2]) == ("still-time", ["A-boot", "A-collar"])


def test_a_boot_forgotten_under_its_collar_takes_the_collar_off_again():
    way = boot(["A-collar", "A-strip"])
    assert (way.how, way.undo) == ("undo", ("A-collar",))


def test_a_boot_forgotten_after_the_crimp_costs_the_crimp_and_its_length():
    way = boot(["A-collar", "A-strip", "A-crimp"])
    assert (way.how, way.scrap, way.length_lost_mm) == ("cut-back", ("A-crimp",), 35.0)
    assert [s.what for s in way.steps] == ["A-boot", "A-collar", "A-strip", "A-crimp", "A-cover"]


def test_a_boot_that_is_made_split_goes_on_after_the_crimp():
    assert boot(["A-collar", "A-strip", "A-crimp"], split_exists=True).how == "split"


def test_the_other_end_is_used_while_it_is_open():
    parts = (Threaded("A-nut", "A", 1, 14.0, "A-close"),)
    events = (
        event("A-wire", "A", "driver", 30.0, irreversible=True),
        event("A-close", "A", "spanner", 40.0, ("A-wire",)),
    )
    way = recover(one_cable(9.0, parts, events), (step("A-wire", "A", "driver"),), "A-nut")
    assert (way.how, way.steps[0].at[0].end) == ("other-end", "B")


def run(document):
    answer = CliRunner().invoke(main, ["order", "-"], input=json.dumps(document))
    return answer.exit_code, json.loads(answer.output)


def test_the_command_lists_every_fault_at_once():
    document = {
        "cable": {"od_mm": -1},
        "parts": [{"id": "A-nut", "end": "C", "rank": 1, "bore_mm": 16}],
        "events": [{"id": "A-strip", "end": "A", "od_mm": "wide"}],
    }
    status, answer = run(document)
    assert status == 2
    assert {e["field"] for e in answer["errors"]} == {
        "cable.od_mm",
        "parts.0.end",
        "events.0.od_mm",
    }


def test_a_ring_and_a_name_that_is_not_there_are_told():
    ring = [
        {"id": "A-x", "end": "A", "after": ["A-y"]},
        {"id": "A-y", "end": "A", "after": ["A-x"]},
    ]
    status, answer = run({"cable": {"od_mm": 9}, "events": ring})
    assert (status, sorted(answer["impossible"][0]["cycle"])) == (0, ["A-x", "A-y"])
    lost = [
        {"id": "A-nut", "end": "A", "on": "Q", "rank": 1, "bore_mm": 16, "needed_by": "A-close"}
    ]
    status, answer = run({"cable": {"od_mm": 9}, "parts": lost})
    assert {e["field"] for e in answer["errors"]} == {"parts.0.needed_by", "parts.0.on"}


def test_the_command_tells_the_way_back():
    build = next(e["build"] for e in EXAMPLES if e["name"] == "boot")
    done = [{"do": "thread", "part": "A-collar", "from": "A"}, {"do": "event", "event": "A-strip"}]
    done.append({"do": "event", "event": "A-crimp"})
    status, answer = run(build | {"done": done, "missing": "A-boot"})
    assert status == 0
    assert (answer["recover"]["how"], answer["recover"]["length_lost_mm"]) == ("cut-back", 35)


def test_the_steps_of_every_demonstration_lead_are_told():
    from importlib.resources import files

    leads = sorted(x.name for x in files("euthyne.demo").iterdir() if x.name.endswith(".json"))
    for name in leads[::4]:
        file = files("euthyne.demo") / name
        if name != "stores.json":
            answer = CliRunner().invoke(main, ["steps", str(file)])
            assert answer.exit_code == 0
            told = {"not_to_be_built", "map", "cables", "parts", "fittings", "steps", "trapped"}
            assert set(json.loads(answer.output)) == told


# A build that a random run found, kept.


def test_what_is_done_at_both_ends_is_kept_to_go_from_one_to_the_other():
    both = (CableEnd("", "A"), CableEnd("", "B"))
    events = (
        Event("both", both, "knife"),
        event("B-tie", "B", after=("both",)),
        Event("again", both, "knife"),
        event("A-tie", "A", after=("both",)),
    )
    found = order(one_cable(9.0, (), events))
    assert (found.place_changes, found.tool_changes) == (0, 3)
    assert check(one_cable(9.0, (), events), found.steps)[1] == 0
