"""The cutting list of a job: what its plan becomes, what is squared, what stays when it is made anew."""

from collections import Counter
from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import extension

from euthyne.core.jobs.cuts import (
    CuttingList,
    CuttingRule,
    ListedCut,
    Pack,
    cutting_list,
    cuttings,
    lengths_mm,
)
from euthyne.core.jobs.job import alike, as_planned, is_cut, one_more, plan_alone, same_plan
from euthyne.core.jobs.rows import changes_left, changes_of_set_up, rows, set_up, side_by_side
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import StepDone
from euthyne.core.plan import plan_of
from euthyne.core.stores.stock import Stock

RULES = {"": CuttingRule(500, 0, 10)}
CORD = "H05VV-F 3G1.5"


def several(*runs):
    """Leads of one kind, so long each."""
    return [
        replace(extension(brief__run_m=run), tag=f"TR-{n:04d}") for n, run in enumerate(runs, 1)
    ]


def what_of(lead):
    (what,) = lengths_mm(plan_of(lead))
    return what


def listed(leads, *metres, packs=()):
    what = what_of(leads[-1])
    stores = [Stock(f"Reel {n}", "cable", what, long) for n, long in enumerate(metres, 1)]
    return cuttings([plan_of(lead) for lead in leads], stores, packs, RULES)


def with_steps(lead, *keys):
    done = tuple(StepDone(key, "2026-12-01T10:00", "AB") for key in keys)
    return replace(lead, build=replace(lead.build, done=done))


def test_a_list_has_every_length_once_reel_by_reel_longest_first():
    leads = several(4, 9, 6)
    cuts = cutting_list(listed(leads, 30)).cuts
    assert [c.tag for c in cuts] == ["TR-0002", "TR-0003", "TR-0001"]
    assert {c.tag: [c.length_mm] for c in cuts} == {
        lead.tag: next(iter(lengths_mm(plan_of(lead)).values())) for lead in leads
    }


def test_no_reel_gives_more_than_is_on_it():
    leads = several(*(3 + n * 0.7 for n in range(12)))
    metres = (31, 28, 22, 15)
    cables = listed(leads, *metres)
    taken = {}
    for cut in cutting_list(cables).cuts:
        taken[cut.piece] = taken.get(cut.piece, cut.trim_mm) + cut.length_mm + cut.kerf_mm
    assert all(mm <= metres[int(name.split()[1]) - 1] * 1000 for name, mm in taken.items())


def test_what_is_to_be_bought_stands_last_and_says_so():
    leads = several(8, 8, 8)
    coil = Pack("cable", what_of(leads[0]), 25.0, 30.0, "Fell Cables")
    cuts = cutting_list(listed(leads, 9, packs=[coil])).cuts
    assert [c.bought for c in cuts] == [False, True, True]
    assert cuts[-1].piece == "coil of 25 m, Fell Cables"


def test_a_rule_of_one_cable_goes_before_that_of_all():
    leads = several(5)
    rules = RULES | {what_of(leads[0]): CuttingRule(300, 2, 40)}
    stores = [Stock("Reel 1", "cable", what_of(leads[0]), 20.0)]
    (cable,) = cuttings([plan_of(leads[0])], stores, (), rules)
    assert (cable.wanted.keep_mm, cable.wanted.kerf_mm, cable.wanted.trim_mm) == (300, 2, 40)


def test_a_lead_that_is_cut_is_on_no_plan_any_more():
    first, second = several(5, 6)
    (cable,) = listed([with_steps(first, "lay-out", "cut"), second], 30)
    assert [c.id for c in cable.wanted.cuts] == ["TR-0002"]


def cut_of(tag, piece, done=False, cable=CORD):
    return ListedCut(piece, False, tag, 5000, 10, 2, done, cable=cable)


def test_a_piece_is_squared_before_whichever_of_its_cuts_comes_first():
    cuts = CuttingList((cut_of("A", "Reel 1"), cut_of("B", "Reel 1"), cut_of("C", "Reel 2")))
    assert all(cuts.begins(c) for c in cuts.cuts)
    after = cuts.with_done("B")
    assert [after.begins(c) for c in after.cuts] == [False, False, True]


@given(st.lists(st.tuples(st.sampled_from("ABCD"), st.booleans()), max_size=8))
def test_a_list_made_anew_keeps_what_is_cut_and_squares_the_piece_again(entries):
    before = CuttingList(tuple(cut_of(tag, "Reel 1", done) for tag, done in entries))
    fresh = CuttingList((cut_of("E", "Reel 1"),))
    after = before.anew(fresh)
    assert [c.tag for c in after.cuts if c.done] == [c.tag for c in before.cuts if c.done]
    assert after.left == fresh.cuts
    assert after.begins(after.left[0])


def test_a_list_knows_a_lead_that_is_planned_otherwise_since():
    (lead,) = several(5)
    cuts = cutting_list(listed([lead], 30))
    assert cuts.as_planned(plan_of(lead))
    assert not cuts.as_planned(plan_of(changed(lead, [("brief.run_m", 6.0)])))
    bare = CuttingList(tuple(replace(c, cable="") for c in cuts.cuts))
    assert bare.as_planned(plan_of(lead))  # a list of before says no cable


def test_leads_of_one_plan_are_together_whatever_is_done_of_them():
    one, two, other = several(5, 5, 7)
    built = with_steps(two, "lay-out", "cut")
    groups = alike([one, other, built])
    assert [[lead.tag for lead in g.leads] for g in groups] == [["TR-0001", "TR-0002"], ["TR-0003"]]
    assert same_plan(one, [one, built, other]) == (built,)


def test_one_more_has_its_name_day_and_reasons_and_nothing_done():
    (lead,) = several(5)
    lead = replace(with_steps(lead, "lay-out", "cut"), wanted_by="2026-12-20", made_for="The hut")
    more = one_more(lead, "TR-0009", "2026-12-01T11:00")
    assert (more.wanted_by, more.made_for, more.name) == (lead.wanted_by, lead.made_for, lead.name)
    assert more.build.done == ()
    assert plan_alone(more) == plan_alone(lead)


def test_a_lead_takes_over_a_plan_and_keeps_its_own_name_unless_it_is_cut():
    one, two = several(5, 7)
    planned = as_planned(one, two)
    assert (planned.tag, planned.brief.run_m) == ("TR-0001", 7)
    assert plan_alone(planned) == plan_alone(two)
    cut = with_steps(one, "lay-out", "cut")
    assert is_cut(cut)
    with pytest.raises(ValueError, match="TR-0001 is cut already"):
        as_planned(cut, two)


@given(st.lists(st.integers(0, 6), min_size=1, max_size=6))
def test_every_lead_that_is_not_built_waits_in_exactly_one_row(steps_done):
    leads = several(*[5] * len(steps_done))
    order = [s.key for s in plan_of(leads[0]).build.steps]
    plans = [
        plan_of(with_steps(lead, *order[:n])) for lead, n in zip(leads, steps_done, strict=True)
    ]
    found = rows(plans)
    assert sorted(tag for row in found for tag in row.tags) == sorted(x.tag for x in leads)
    places = [order.index(row.step.key) for row in found]
    assert places == sorted(places)
    for row in found:
        assert len(row.tags) + row.behind + row.later == len(leads)
        assert row.behind == sum(n > order.index(row.step.key) for n in steps_done)


def test_changes_of_set_up_are_counted_where_the_tool_changes():
    told = [set_up(step) for step in plan_of(several(5)[0]).build.steps]
    assert changes_of_set_up(told) == sum(a != b for a, b in pairwise(told))
    assert changes_of_set_up(told[:1]) == changes_of_set_up([told[0], told[0]]) == 0


@given(st.lists(st.lists(st.sampled_from("abc"), max_size=6), max_size=4))
def test_ways_side_by_side_are_each_walked_in_their_order(ways):
    walked = side_by_side(ways)
    assert Counter(walked) == Counter(s for way in ways for s in way)
    for way in ways:
        rest = iter(walked)
        assert all(any(s == other for other in rest) for s in way)
    same = side_by_side([ways[0]] * 5) if ways else []
    assert changes_of_set_up(same) == changes_of_set_up(ways[0] if ways else [])


def test_in_rows_there_are_fewer_changes_than_lead_by_lead():
    plans = [plan_of(lead) for lead in several(5, 5, 5, 9, 9)]
    in_rows, apart = changes_left(plans)
    one = changes_of_set_up(set_up(step) for step in plans[0].build.steps)
    assert in_rows == one
    assert apart == 5 * one + 4
