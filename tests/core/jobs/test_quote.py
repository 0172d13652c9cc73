"""What a job costs by heading, the price of a quote, and what a later one says otherwise."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import extension

from euthyne.core.jobs.quote import (
    CostHeading,
    Quote,
    QuotedLead,
    actual,
    differences,
    headings_of,
)
from euthyne.core.lead import StepDone
from euthyne.core.plan import plan_of
from euthyne.core.standing.cost import Rates, cost_of, minutes_left, minutes_of
from euthyne.core.stores.needs import needs
from euthyne.core.stores.stock import USED_UP, Stock

LEADS = (QuotedLead(6, "Tent extension", "H07RN-F 3G1.5"),)
QUOTE = Quote(
    "2026-12-01", "2026-12-31", "EUR", LEADS, (CostHeading("cable", 75.46),), 25, 20, 360, 54.7
)
MONEY = st.integers(0, 100_000).map(lambda cents: cents / 100)


def priced(plan, each=2.0):
    """Stores that have a price of all that a lead uses up."""
    return [
        Stock(f"{n.what} here"[:40], n.kind, n.what, 99.0, price=each)
        for n in needs(plan)
        if n.kind in USED_UP
    ]


def test_headings_add_up_to_what_the_leads_cost():
    plan = plan_of(extension())
    cost = cost_of(plan, priced(plan), Rates("EUR", 0, 30, 20))
    headings = headings_of([cost, cost, cost])
    assert sum(h.total for h in headings) == pytest.approx(3 * cost.total)
    assert [h.words for h in headings][:2] == ["cable", "parts"]
    assert {"work", "rework"} <= {h.words for h in headings}


def test_a_line_without_a_price_is_counted_under_its_heading():
    plan = plan_of(extension())
    without = [s for s in priced(plan) if s.kind != "cable"]
    found = {h.words: h.unpriced for h in headings_of([cost_of(plan, without, Rates())])}
    assert found["cable"] == 1
    assert found["parts"] == 0


@given(st.lists(MONEY, max_size=4), st.integers(0, 300), st.integers(0, 100))
def test_a_price_is_its_cost_with_margin_and_tax_to_the_coin(totals, margin, tax):
    headings = tuple(CostHeading(f"h{n}", total) for n, total in enumerate(totals))
    quote = replace(QUOTE, headings=headings, margin_percent=margin, tax_percent=tax)
    assert quote.cost == pytest.approx(sum(totals))
    assert quote.net == pytest.approx(quote.cost * (1 + margin / 100), abs=0.0051)
    assert quote.price == pytest.approx(quote.net * (1 + tax / 100), abs=0.0051)
    assert quote.net <= quote.price


def test_a_quote_like_the_one_before_differs_in_nothing():
    assert differences(QUOTE, replace(QUOTE, given_on="2026-12-09")) == ()


def test_a_later_quote_says_each_thing_that_is_otherwise():
    later = replace(
        QUOTE,
        leads=(replace(LEADS[0], many=8),),
        headings=(CostHeading("cable", 99.0), CostHeading("work", 60.0)),
        margin_percent=40,
    )
    assert differences(QUOTE, later) == (
        "cable: 99.00, was 75.46",
        "work: 60.00, was 0.00",
        "it was of 6 × Tent extension",
        "margin: 40 %, was 25 %",
        f"price: {later.price:.2f}, was {QUOTE.price:.2f}",
    )


def at(*minutes):
    """A lead whose steps were confirmed at these minutes."""
    lead = extension()
    keys = [s.key for s in plan_of(lead).build.steps]
    done = tuple(
        StepDone(key, f"2026-12-01T{9 + m // 60:02d}:{m % 60:02d}", "AB")
        for key, m in zip(keys, minutes, strict=False)
    )
    return replace(lead, build=replace(lead.build, done=done))


def test_the_minutes_of_a_job_run_from_step_to_step_and_not_over_a_pause():
    assert actual([at(0, 4, 10)], 0).minutes == 10
    assert actual([at(0, 4, 94, 99)], 0).minutes == 9  # an hour and a half between is no work
    assert actual([at(0, 10), at(5, 12)], 0).minutes == 12  # two leads at one bench, one clock
    assert actual([extension()], 7.5) == replace(actual([], 0), metres=7.5)


def test_what_is_left_of_the_work_shrinks_with_every_step():
    whole, begun = plan_of(extension()), plan_of(at(0, 4, 10))
    assert minutes_left(whole) == minutes_of(whole)
    assert minutes_left(begun) < minutes_of(begun)
