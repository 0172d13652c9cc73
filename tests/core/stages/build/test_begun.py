"""A plan that is changed after its build began: whoever has done steps of it is told so, of every lead, and only where
a step is another than it was.
"""

from dataclasses import replace

import pytest
from leads import made
from sampling import LONG, some
from test_acted import sized
from test_answers import answers_to, asked, drawn

from euthyne.core.checks import checks
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import StepDone
from euthyne.core.lead.paths import value_at
from euthyne.core.plan import Plan

AT = "2026-11-02T10:00:00"
TOLD = "plan-changed-after-build"
EVERY = [start.id for _, start in starts()]
# Looked at again as each part is fetched and touched: what they ask is no work that was done.
ASKED_AGAIN = ("lay-out", "gate")


def begun(lead, share=2 / 3):
    """A lead with the first of its steps done, and those steps."""
    plan = Plan(lead)
    half = plan.build.steps[: int(len(plan.build.steps) * share)]
    done = tuple(StepDone(step.key, AT, "RM") for step in half)
    build = replace(lead.build, done=done, plan_stamp=plan.build.steps_stamp)
    return replace(lead, build=build), half


def stops(plan):
    return {found.key for found in checks(plan) if found.level == "stop"}


def says_so(plan):
    return TOLD in {found.code for found in checks(plan)}


def otherwise(done, before, plan):
    """True where a step that was done reads otherwise or is none any more, or where a step came to them."""
    now = {step.key: (step.headline, step.detail) for step in plan.build.steps}
    worked = [step for step in done if not step.key.startswith(ASKED_AGAIN)]
    read_so = all(now.get(step.key) == (step.headline, step.detail) for step in worked)
    return not read_so or bool(now.keys() - before)


@pytest.mark.parametrize("start", some(EVERY, 4))
def test_whoever_has_done_steps_that_are_others_now_is_told(start):
    lead, done = begun(sized(made(start)))
    plan, dice, compared = Plan(lead), drawn(), 0
    before, stopped = {step.key for step in plan.build.steps}, stops(plan)
    assert not says_so(plan)
    for path, question in asked(lead).items():
        for value in answers_to(question, value_at(lead, path), dice)[: 20 if LONG else 2]:
            changed_plan = Plan(changed(lead, [(path, value)]))
            if otherwise(done, before, changed_plan):
                compared += 1
                told = says_so(changed_plan) or stops(changed_plan) - stopped
                assert told, f"{path}: {value}"
    assert compared or not done


@pytest.mark.parametrize("start", ["inverter-link", "solar-string", "signal-lead", "extension-bs"])
def test_a_lead_of_any_current_is_told_of_another_length(start):
    lead, _ = begun(sized(made(start)))
    longer = Plan(changed(lead, [("brief.run_m", 4.5)]))
    found = next(x for x in checks(longer) if x.code == TOLD)
    assert found.open
    assert found.text.startswith(f"{len(lead.build.done)} steps were done to another plan.")
    assert not says_so(Plan(changed(longer.lead, [("brief.run_m", 2.0)]))), "and back again"


@pytest.mark.parametrize("start", some(EVERY, 6))
def test_who_builds_to_the_plan_hears_nothing_of_it_whatever_is_done(start):
    lead = sized(made(start))
    for share in (0.1, 0.5, 1.0):
        half, _ = begun(lead, share)
        stamp = Plan(lead).build.steps_stamp
        assert Plan(half).build.steps_stamp == stamp
        assert not says_so(Plan(half))
    measured = changed(half, [("name", "Another name"), ("made_for", "the dome")])
    assert not says_so(Plan(measured))


def test_a_cord_that_measures_as_it_should_is_no_other_plan():
    lead, _ = begun(sized(made("extension-bs")))
    cord = Plan(lead).conductor.main.diameter
    middle = round((cord.low_mm + cord.high_mm) / 2, 1)
    assert not says_so(Plan(changed(lead, [("conductor.measured_od_mm", middle)])))


def test_another_scheme_of_colours_is_another_plan():
    lead, _ = begun(sized(made("extension-bs")))
    assert says_so(Plan(changed(lead, [("ends.scheme", "north-america")])))


def test_a_build_begun_before_its_steps_had_a_sum_is_held_to_what_they_rest_on():
    lead, _ = begun(sized(made("extension-bs")))
    before = replace(lead, build=replace(lead.build, plan_stamp=Plan(lead).build.stamp))
    assert not says_so(Plan(before))
    assert says_so(Plan(changed(before, [("brief.run_m", 4.5)])))


def test_what_came_too_late_to_go_on_is_named():
    lead, _ = begun(changed(sized(made("damp-lead")), [("brief.place", "indoor")]))
    wet = Plan(changed(lead, [("brief.place", "wet")]))
    found = next(x for x in checks(wet) if x.code == TOLD)
    assert "Wanted before what is done: put the red sleeve on the red wire" in found.text
    assert "counts as forgotten: say so" in found.text
    shorter = Plan(changed(lead, [("brief.run_m", 1.5)]))
    assert "Wanted before" not in next(x for x in checks(shorter) if x.code == TOLD).text
