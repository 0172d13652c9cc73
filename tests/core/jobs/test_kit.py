"""What a job needs, what is kept for it, what is bought: held on needs, Stores and promises made at random, each
law stated a second time here.
"""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import extension

from euthyne.core.jobs.cuts import Pack
from euthyne.core.jobs.kit import KitLine, Promise, broken, kit, taken_from_others, to_buy
from euthyne.core.lead import StepDone
from euthyne.core.plan import plan_of
from euthyne.core.stores.stock import Need, Stock

WHATS = ("plug", "socket", "lug")
AMOUNTS = st.integers(0, 9).map(float)


def need(what, amount):
    return Need("part", what, what, amount)


def stock(what, left, n=0):
    return Stock(f"{what} {n}", "part", what, left)


def done(lead, *steps):
    kept = tuple(StepDone(step, "2026-12-01T10:00", "AB") for step in steps)
    return replace(lead, build=replace(lead.build, done=kept))


def several(*lots_of_steps):
    """Plans of the same lead, each with these steps done."""
    return [plan_of(done(extension(), *steps)) for steps in lots_of_steps]


def amount_of(lines, kind):
    return sum(line.need.amount for line in lines if line.need.kind == kind)


def test_a_kit_is_the_sum_of_what_its_leads_still_need():
    one, three = kit(several(()), (), (), 1), kit(several((), (), ()), (), (), 1)
    for kind in ("cable", "part"):
        assert amount_of(three, kind) == pytest.approx(3 * amount_of(one, kind))
    assert amount_of(three, "tool") == amount_of(one, "tool")  # one of each is enough


def test_what_is_laid_out_or_cut_is_not_needed_any_more():
    whole = kit(several(()), (), (), 1)
    laid, cut = kit(several(("lay-out",)), (), (), 1), kit(several(("lay-out", "cut")), (), (), 1)
    assert amount_of(laid, "part") == 0
    assert amount_of(laid, "cable") == amount_of(whole, "cable")
    assert amount_of(cut, "cable") == 0


@given(AMOUNTS, AMOUNTS, AMOUNTS, AMOUNTS)
def test_what_is_free_and_what_is_short_is_what_is_needed_or_more(wanted, there, mine, theirs):
    line = KitLine(need("plug", wanted), there, theirs, mine)
    assert line.free == max(0, there - theirs)
    assert line.free + line.short >= wanted
    assert line.short == 0 or line.free + line.short == wanted


PROMISES = st.lists(
    st.builds(Promise, st.integers(1, 3), st.just("part"), st.sampled_from(WHATS), AMOUNTS),
    max_size=5,
    unique_by=lambda p: (p.job, p.what),
)
STORES = st.lists(st.builds(stock, st.sampled_from(WHATS), AMOUNTS, st.integers(0, 99)), max_size=5)
NEEDED = st.lists(st.builds(need, st.sampled_from(WHATS), AMOUNTS), max_size=4)


def handed_out(what, there, promises):
    """What each promise of something gets, the earliest first."""
    got = []
    for promise in promises:
        if promise.what == what:
            got.append((promise, min(promise.amount, max(there, 0.0))))
            there -= promise.amount
    return got


@given(PROMISES, STORES)
def test_a_promise_is_broken_where_the_ones_before_it_left_too_little(promises, stores):
    short = {}
    for what in WHATS:
        there = sum(s.left for s in stores if s.what == what)
        short |= {p: got for p, got in handed_out(what, there, promises) if got < p.amount}
    assert {p: min(there, p.amount) for p, there in broken(promises, stores)} == short


@given(NEEDED, PROMISES, STORES, st.integers(1, 3))
def test_another_job_is_robbed_where_too_little_is_left_for_it(needed, promises, stores, own):
    robbed = {
        (n.what, job): lack for n, job, lack in taken_from_others(needed, stores, promises, own)
    }
    expected = {}
    for what in {n.what for n in needed}:
        there = sum(s.left for s in stores if s.what == what)
        left = there - sum(n.amount for n in needed if n.what == what)
        others = [p for p in promises if p.job != own]
        for promise, got in handed_out(what, left, others):
            if got < promise.amount:
                expected[what, promise.job] = promise.amount - got
    assert robbed == pytest.approx(expected)


@given(NEEDED, STORES)
def test_a_job_never_robs_itself(needed, stores):
    kept = [Promise(1, "part", what, 9.0) for what in WHATS]
    assert taken_from_others(needed, stores, kept, 1) == ()


@given(
    st.integers(1, 60),
    st.lists(st.tuples(st.integers(1, 25), st.integers(1, 40), st.integers(1, 4)), max_size=4),
)
def test_what_is_bought_is_enough_in_the_cheapest_pack_and_no_pack_too_many(short, sold):
    packs = [Pack("part", "lug", amount, price, f"S{n}", 0, least)
             for n, (amount, price, least) in enumerate(sold)]  # fmt: skip
    (one,) = to_buy([KitLine(need("lug", short), 0, 0, 0)], packs)
    if not packs:
        assert (one.pack, one.price) == (None, None)
        return
    assert one.packs * one.pack.amount >= short
    assert one.packs == one.pack.least or (one.packs - 1) * one.pack.amount < short
    costs = [max(math.ceil(short / p.amount), p.least) * p.price for p in packs]
    assert one.price == min(costs)


def test_a_pack_of_something_else_is_not_bought():
    other = [Pack("cable", "lug", 10, 1), Pack("part", "plug", 10, 1)]
    (one,) = to_buy([KitLine(need("lug", 3), 0, 0, 0)], other)
    assert one.pack is None


def test_what_is_not_short_is_not_on_the_list():
    lines = [KitLine(need("lug", 3), 5, 0, 0), KitLine(need("plug", 3), 5, 4, 0)]
    assert [one.line.need.what for one in to_buy(lines, [])] == ["plug"]
