"""Every kind of lead's own build, under any practices: the order holds by the written rules, the
words are whole.
"""

import re
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from sampling import examples, some

from euthyne.core.checks import checks
from euthyne.core.kinds import starts
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.shelf.terminations.finishes import FINISHES
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.stores.needs import needs
from euthyne.core.trade.practices import PRACTICES, Practices, taken_up
from in_metric import in_metric

ENOUGH = {
    "run_m": 6.0,
    "watts": 120.0,
    "amps": 2.0,
    "tape_m": 9.0,
    "watts_per_m": 15.0,
    "loads": (OneLoad("lamp", watts=60.0),),
}
OVER_ALL_MM = {"supply-three": 20.0, "sealed-multiway": 2.2}  # thinner than the standard's fattest
CELLS = {"charger-lead": 3}
UNWHOLE = re.compile(r"[{}]|None(?! of)|\bnan\b|\d\.\d{4,}|  ")
KINDS = [start.id for _, start in starts()]


@pytest.mark.parametrize("start", KINDS)
def test_every_kind_can_be_built(start):
    plan = Plan(lead_of(start))
    assert plan.build.steps
    assert not plan.build.trapped


def test_a_seal_too_narrow_for_its_cord_is_said_to_be_trapped():
    fat = with_value(lead_of("supply-three"), "conductor.measured_od_mm", 22.0)
    assert Plan(fat).build.trapped == ("A-seal", "B-seal")


def test_a_cord_that_may_be_thin_enough_is_measured_and_stops_nothing():
    unmeasured = Plan(with_value(lead_of("supply-three"), "conductor.measured_od_mm", None))
    assert unmeasured.build.trapped == ()
    assert "measure-the-cord" in {f.code for f in checks(unmeasured)}


def lead_of(start, practices=None, run_m=6.0):
    lead = new_lead(
        *next(pair for pair in starts() if pair[1].id == start), "TR-0001", "2026-11-02T09:00:00"
    )
    said = ENOUGH | {"run_m": run_m, "cells": CELLS.get(start)}
    known = {name: value for name, value in said.items() if hasattr(lead.brief, name)}
    lead = replace(lead, brief=replace(lead.brief, **known))
    lead = with_value(lead, "conductor.measured_od_mm", OVER_ALL_MM.get(start))
    return with_value(lead, "build.practices", practices or Practices())


@st.composite
def practised(draw):
    """Any practices that may be taken up, reasons given where they are asked for."""
    chosen = Practices()
    for practice in PRACTICES:
        value = draw(st.sampled_from([c.value for c in practice.choices]))
        chosen = taken_up(chosen, practice.name, value, "said in the shed")
    return chosen


def breaks(plan):
    """What a lead's order breaks of the written rules, looked at step by step."""
    build, found, done = plan.build.threading, [], set()
    keys = [s.key for s in plan.build.steps if build.part(s.key) or build.event(s.key)]
    for key in keys:
        event, part = build.event(key), build.part(key)
        if event is not None:
            found += [f"{key} before {x}" for x in event.after if x not in done]
            found += [
                f"{key} without {p.id}"
                for p in build.parts
                if p.needed_by == key and p.id not in done
            ]
        else:
            assert part is not None
            found += [f"{key} before {x}" for x in part.after if x not in done]
            in_the_way = [
                e for e in build.events if e.id in done and e.stands_before(part, part.home)
            ]
            fed_along = (
                next(s for s in plan.build.steps if s.key == key).headline.find("far end") >= 0
            )
            found += [f"{key} past {e.id}" for e in in_the_way if not fed_along]
        done.add(key)
    missing = {x.id for x in build.everything} - set(keys)
    return found + [f"{x} never" for x in missing]


@pytest.mark.parametrize("start", some(KINDS, 3))
@examples(12)
@given(how=practised())
def test_whatever_the_practices_no_order_breaks_a_rule_and_nothing_is_left_out(start, how):
    plan = Plan(lead_of(start, how))
    if plan.build.steps:
        assert breaks(plan) == []
    else:
        assert plan.build.trapped or plan.conductor.size_name is None


@pytest.mark.parametrize("start", some(KINDS, 3))
@examples(12)
@given(how=practised(), run_m=st.floats(0.5, 40))
def test_every_step_is_said_in_whole_words(start, how, run_m):
    for step in Plan(lead_of(start, how, run_m)).build.steps:
        for said in (
            step.headline,
            step.detail,
            step.mistake,
            step.button,
            step.numbers,
            *step.judge,
        ):
            assert not UNWHOLE.search(in_metric(said)), said
        assert step.headline[0].isupper()
        assert step.mistake.endswith(".")
        assert all(f.words and f.value for f in step.figures)


@pytest.mark.parametrize("start", KINDS)
def test_a_part_is_asked_for_once_before_the_first_lasting_step_it_does_not_pass(start):
    plan = Plan(lead_of(start))
    assert plan.build.steps
    keys, build = [s.key for s in plan.build.steps], plan.build.threading
    asked = {a.part: i for i, s in enumerate(plan.build.steps) for a in s.asks}
    many = [a.part for s in plan.build.steps for a in s.asks]
    assert len(many) == len(set(many)), "nobody touches the same part twice"
    for gate in (s.key for s in plan.build.steps if s.kind == "gate"):
        assert keys[keys.index(gate) + 1] == gate.removeprefix("gate-")
    for part in build.parts:
        shut = [
            keys.index(e.id)
            for e in build.events
            if e.irreversible
            and keys.index(e.id) > keys.index(part.id)
            and (e.stands_before(part, part.home) or e.id == part.needed_by)
            and (part.needed_by is None or keys.index(e.id) <= keys.index(part.needed_by))
        ]
        if shut:
            assert keys.index(part.id) < asked[part.id] < min(shut), part.id


def test_everything_is_asked_for_before_the_first_cup_is_soldered():
    plan = Plan(lead_of("signal-lead"))
    for end in "AB":
        landed = [s for s in plan.build.steps if s.kind == "land" and s.end == end]
        (gate,) = (s for s in plan.build.steps if s.kind == "gate" and s.end == end)
        assert gate.key == f"gate-{landed[0].key}"
        mine = {p.id for p in plan.build.threading.parts if p.end == end}
        assert {a.part for a in gate.asks} == mine
        assert "unsoldered" in gate.detail


@pytest.mark.parametrize("start", KINDS)
def test_every_core_that_lands_is_landed_once_and_judged_and_every_body_is_shut(start):
    plan = Plan(lead_of(start))
    assert plan.build.steps
    keys = [s.key for s in plan.build.steps]
    assert len(keys) == len(set(keys))
    for e in plan.build.job.ends:
        lands = [f"{e.at.end}-land-{core.core}" for core in e.strip.cores]
        for key, core in zip(lands, e.strip.cores, strict=True):
            land = next(s for s in plan.build.steps if s.key == key)
            own = e.body_of(core.core).part.landing_judge
            kinds = (*TERMINATIONS.values(), *FINISHES.values())
            assert land.judge in [own, *(t.judge for t in kinds)]
            assert land.judge
            bare = [f.value for f in land.figures if f.words == "bare"]
            combed = core.core == "S" or e.body_of(core.core).termination.unbared
            assert bare == ([] if combed else [core.bare_words]), "nothing of it is bared"
        if e.part.grips:
            own = (e.at.cable, *(body.id for body in e.bodies))
            named = [k for k in keys if k in {f"{e.at.end}-grip@{name}" for name in own}]
            (grip,) = named or [k for k in keys if k == f"{e.at.end}-grip"]
            assert keys.index(grip) > max(map(keys.index, lands))
    for body in plan.build.job.bodies:
        closings = [k for k in keys if k.startswith(f"{body.end}-close")]
        assert bool(closings) == body.closes


@pytest.mark.parametrize("start", KINDS)
def test_what_the_steps_use_is_laid_out_first(start):
    plan = Plan(lead_of(start))
    assert plan.build.steps
    wanted = {n.what for n in needs(plan)}
    tools = {e.tool for e in plan.build.threading.events} - {"hand"}
    assert tools | {"cable shear"} <= wanted
    assert all(tool in plan.build.steps[0].detail for tool in tools)
    shown = (f for step in plan.build.steps for f in step.figures)
    sleeves = {in_metric(f.value) for f in shown if f.words == "sleeve"}
    assert sleeves <= wanted


@pytest.mark.parametrize("start", KINDS)
def test_the_strip_plan_of_every_kind_adds_up(start):
    plan = Plan(lead_of(start))
    for strip in plan.cut.strips.values():
        for core in strip.cores:
            assert 0 < core.strip_low_mm <= core.strip_mm <= core.strip_high_mm
            assert core.core_mm == pytest.approx(core.path_mm + core.slack_mm + core.strip_mm)
            assert core.core_mm <= strip.swallows_mm
            assert 0 <= core.round_mm <= core.path_mm
        backs = [s.back_mm for s in strip.stairs]
        assert backs == sorted(backs, reverse=True)
    for cable, length in plan.cut.lengths.items():
        swallowed = sum(s.swallows_mm for at, s in plan.cut.strips.items() if at.cable == cable)
        assert length.cut_m >= length.run_m + swallowed / 1000 + 0.05 - 1e-9
