"""Whatever is answered at either end of what a question takes, every sentence of the lead can be read: no figure of
less than nothing, none that is endless, none with an exponent.
"""

import re

import pytest
from leads import made
from sampling import LONG, some
from test_answers import EVERY, asked

from euthyne.core.checks import checks
from euthyne.core.kinds.assembling import changed
from euthyne.core.plan import Plan
from euthyne.core.trade.measures import tell

NOT_READ = re.compile(
    r"\bnan\b|\binf\b|\bNone\b|\de[+-]\d|(?<![\w.])-\d+(\.\d+)? ?(mm|m|ohm|milliohm|W|kg)\b"
)


def at_the_bounds(question):
    """The least and the most that a question takes; nothing of one that is chosen or written."""
    match question.reads:
        case "quantity":
            return (question.measure.low, question.measure.high)
        case "whole":
            return question.bounds
    return ()


def sentences(plan):
    """Every sentence of a plan, by what says it."""
    for step in plan.build.steps:
        yield step.key, f"{step.headline} {step.detail} {step.mistake} {' '.join(step.judge)}"
    for line in plan.prove.lines:
        yield line.id, f"{line.words} {line.how} {line.why} {line.band} {line.example}"
    for look in plan.prove.looks:
        yield look.id, f"{look.question} {look.bad}"
    for found in checks(plan):
        yield found.code, f"{found.title} {found.text} {found.why} {found.clears}"


def lengths_of(plan):
    """Every length that is cut or stripped, in m."""
    for cut in plan.cut.lengths.values():
        # What its ends take may be less than nothing: copper ends short of both studs.
        yield from (cut.cut_m, cut.run_m, cut.slack_m, cut.loops_m, cut.rework_m)
    for strip in plan.cut.strips.values():
        yield strip.swallows_mm
        yield from (core.core_mm for core in strip.cores)


@pytest.mark.parametrize("start", some(EVERY, 3))
def test_every_sentence_is_read_whatever_is_answered(start):
    lead, wrong = made(start), {}
    for path, question in asked(lead).items():
        for value in at_the_bounds(question):
            plan = Plan(changed(lead, [(path, value)]))
            for name, said in sentences(plan):
                for measures in ("metric", "gauge") if LONG else ("metric",):
                    found = NOT_READ.search(tell(said, measures))
                    if found:
                        wrong[path, value, name] = found[0]
            if any(length < 0 for length in lengths_of(plan)):
                wrong[path, value, "lengths"] = "less than nothing"
    assert wrong == {}


def test_more_cut_out_than_there_is_leaves_nothing_to_measure():
    lead = made("repair", conductor__size="1.5 mm2", brief__run_m=2.0)
    sound = {line.id for line in Plan(lead).prove.lines}
    past = Plan(changed(lead, [("brief.cut_out_m", 5.0)]))
    assert "damage-past-the-end" in {found.code for found in checks(past) if found.level == "stop"}
    assert {line.id for line in past.prove.lines} < sound


def test_cores_too_thick_for_any_box_are_said_to_be_so():
    lead = made("supply-box-50", conductor__size="4 AWG")
    found = next(x for x in checks(Plan(lead)) if x.code == "room-in-box")
    assert found.text.startswith("Its cores are thicker than any that a box is counted for")
    thin = Plan(changed(lead, [("conductor.size", "8 AWG")]))
    assert not any("thicker than any" in x.text for x in checks(thin))
