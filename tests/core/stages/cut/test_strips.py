"""Strips as they were measured: good, trim, or cut back; and what is laid out before anything is
cut.
"""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import INVERTER, made, plan

from euthyne.core.lead import Stripped
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.stages.cut.strip import judge_strip
from in_metric import in_metric


def core(mark="L", **changes):
    return replace(next(c for c in plan().cut.at_side("A").cores if c.core == mark), **changes)


@pytest.mark.parametrize(
    ("bare", "word", "said"),
    [
        (6.0, "good", "good"),
        (8.0, "good", "good"),
        (9.5, "trim", "trim 2.5 mm"),
        (4.0, "cut-back", "strip again"),
    ],
)
def test_a_measured_strip_is_judged(bare, word, said):
    found = judge_strip(core(), bare)
    assert found.word == word
    assert said in in_metric(found.words)


def test_cutting_back_costs_the_strip_and_says_whether_the_slack_pays():
    assert "its slack pays" in judge_strip(core(slack_mm=12.0), 3.0).words
    short = judge_strip(core(slack_mm=3.0), 3.0)
    assert "4 mm short then" in in_metric(short.words)
    assert short.costs_mm == pytest.approx(7.0)


@given(st.floats(0, 60))
def test_only_what_the_terminal_wants_is_good(bare):
    found = judge_strip(core(), bare)
    assert (found.word == "good") == (6.0 <= bare <= 8.0)
    assert found.costs_mm >= 0


def test_the_plan_knows_which_strips_were_measured():
    measured = (Stripped("A", "L", 9.0), Stripped("A", "N", 7.0), Stripped("B", "N", 3.0))
    p = Plan(with_value(plan().lead, "cut.stripped", measured))
    assert p.cut.verdict("A", "L").word == "trim"
    assert p.cut.verdict("A", "N").word == "good"
    neutral = next(c for c in p.cut.at_side("B").cores if c.core == "N")
    assert p.cut.verdict("B", "N") == judge_strip(neutral, 3.0)
    assert p.cut.verdict("B", "N").word == "cut-back"
    assert p.cut.verdict("B", "L") is None
    assert p.cut.verdict("A", "Q") is None


def test_everything_is_laid_out_first():
    first = plan(**INVERTER, conductor__measured_od_mm=14.6).build.steps[0]
    assert "Tools: cable shear, wire stripper, press, heat gun." in first.detail
    assert "4 times ring lug, M8: each with 1 sleeve of" in first.detail


def test_a_kit_is_counted_by_its_contents_with_one_to_spare_of_what_can_go_wrong():
    (sealed,) = Plan(made("sealed-multiway", conductor__size="1.5 mm2")).build.steps[0].kits
    ways = len(sealed_ways := Plan(made("sealed-multiway")).lead.wires)
    assert sealed_ways and sealed.many == 2
    assert f"{ways} contacts and one to spare" in sealed.contents
    assert f"{ways} wire seals and one to spare" in sealed.contents
    assert "back nut" in sealed.contents
    tape = {kit.words: kit.contents for kit in Plan(made("heating-tape")).build.steps[0].kits}
    assert "long sleeve" in tape["earth barrel for a braid, flared end to the plug"]


def test_a_cord_that_goes_into_two_bodies_reaches_both():
    cut = Plan(made("switch-harness", conductor__size="1 mm2", ends__switch="L")).cut
    (end,) = (at for at, strip in cut.strips.items() if len({c.fitting for c in strip.cores}) == 2)
    between_mm = 1000 * sum(next(c for c in cut.given.assembly.cables if c.jumper).legs_m)
    to_switch = next(c for c in cut.strips[end].cores if c.fitting == "switch")
    assert to_switch.core_mm > between_mm
    assert cut.strips[end].sheath_mm >= between_mm
