"""A plan of days in words: what a job hangs on, what is in no plan and why, what moved."""

import time
from dataclasses import replace
from datetime import datetime, timedelta

import pytest
from leads import extension

from euthyne.core.days.coming import Provisions, ToDo, WaitsFor, waits_for
from euthyne.core.days.days import (
    Called,
    can_start,
    lay_days,
    merged,
    moved,
    undone,
)
from euthyne.core.days.minutes import bench_minutes
from euthyne.core.days.workshop import Coming, Hand, StationCount, Weight, Workshop, read_hours
from euthyne.core.jobs.cuts import CuttingRule, Pack
from euthyne.core.jobs.kit import Promise, still_needed
from euthyne.core.lead import StepDone
from euthyne.core.plan import plan_of
from euthyne.core.stores.stock import Stock

AT = datetime(2026, 11, 30, 7, 0).astimezone()
TODAY = AT.date()
MINUTES = bench_minutes([])


def week(hours, **more):
    return Hand(more.pop("name", "RM"), (*[read_hours(hours, "")] * 5, (), ()), **more)


def lead(n, wanted=None, job=None, **changes):
    made = replace(extension(**changes), tag=f"TR-{n:04d}")
    day = None if wanted is None else (TODAY + timedelta(days=wanted)).isoformat()
    return ToDo(plan_of(made), job, day)


def laid(leads, workshop, waits=None, not_ready=None, at=AT, someone_else=False):
    end = time.monotonic() + 1.0
    called = Called({1: "The roof", 2: "The mast"}, someone_else)
    return lay_days(
        leads,
        not_ready or {},
        waits or {},
        workshop,
        MINUTES,
        called,
        at,
        lambda: end - time.monotonic(),
    )


DAY = Workshop((week("8-12, 13-17"),))


def test_a_workshop_without_hours_is_not_planned():
    with pytest.raises(ValueError, match="no hours"):
        laid([lead(1)], Workshop((week(""),)))


def test_leads_alike_of_a_job_are_done_together_and_every_step_is_in_the_plan_once():
    leads = [lead(n, 4, 1) for n in range(3)]
    days = laid(leads, DAY)
    assert {s.tags for s in days.stretches} == {("TR-0000", "TR-0001", "TR-0002")}
    steps = [key for s in days.stretches for key in s.steps]
    assert steps == [s.key for s in leads[0].plan.build.steps]
    assert [s.does for s in days.stretches][-1] == "prove"
    delivery = days.deliveries[0]
    assert (delivery.words, delivery.late, delivery.done_on) == ("The roof", 0, TODAY.isoformat())
    assert days.how_good[0] == "Nothing is late."


def test_nothing_is_begun_before_now_nor_of_what_is_done():
    plan = lead(1).plan
    done = tuple(StepDone(s.key, "2026-11-27T10:00", "AB") for s in plan.build.steps[:3])
    begun = replace(plan.lead, build=replace(plan.lead.build, done=done))
    days = laid([ToDo(plan_of(begun), None, None)], DAY, at=AT.replace(hour=15, minute=58))
    assert days.stretches[0].begin == 16 * 60
    assert not {d.step for d in done} & {key for s in days.stretches for key in s.steps}


def test_what_is_late_says_what_it_hangs_on():
    def why(days):
        return next(o.hangs_on for o in days.deliveries if o.late)

    coming = (WaitsFor(TODAY + timedelta(days=3), "lugs", "part", "lug"),)
    assert (
        why(laid([lead(1, 1)], DAY, {"TR-0001": coming})) == "It waits for lugs, to come on 3 Dec."
    )
    assert why(laid([lead(1, -2)], DAY)) == "It was wanted before today."
    short = Workshop((week("8-8:40"),))
    assert "Its own work takes" in why(laid([lead(n, 0, 1) for n in range(2)], short))
    one = Workshop((week("8-10"),))
    assert (
        why(laid([lead(n, 0) for n in range(4)], one)) == "The hours: other work stands before it."
    )
    many = Workshop(tuple(week("8-9:30", name=f"P{n}") for n in range(9)))
    assert "There is one" in why(laid([lead(n, 0) for n in range(9)], many))


def test_a_job_that_counts_more_is_done_first():
    leads = [lead(n, 0, 1 + n % 2) for n in range(6)]
    hours = Workshop((week("8-11"),))
    late = {
        o.words: o.late for o in laid(leads, replace(hours, weights=(Weight(2, 5),))).deliveries
    }
    assert late["The mast"] < late["The roof"]
    late = {
        o.words: o.late for o in laid(leads, replace(hours, weights=(Weight(1, 5),))).deliveries
    }
    assert late["The roof"] < late["The mast"]


@pytest.mark.parametrize(
    ("workshop", "someone_else", "why"),
    [
        (Workshop((week("8-8:15"),)), False, "minutes in one go, nothing bared waits overnight"),
        (
            replace(DAY, stations=(StationCount("tester", 0),)),
            False,
            "wants the tester, and there is none",
        ),
        (Workshop((week("8-17", makes=False),)), False, "nobody here makes"),
        (DAY, True, "nobody is left to prove it"),
    ],
)
def test_what_can_never_be_done_here_is_in_no_plan_and_says_why(workshop, someone_else, why):
    days = laid([lead(1, 3, 1)], workshop, someone_else=someone_else)
    assert why in days.unplanned[0].why
    assert days.stretches == ()
    assert days.deliveries[0].without == ("TR-0001",)


def test_what_nobody_can_say_when_leaves_the_others_of_its_job_in_the_plan():
    leads = [lead(n, 4, 1) for n in range(3)]
    waits = {"TR-0001": (WaitsFor(None, "a plug", "part", "plug"),)}
    days = laid(leads, DAY, waits, {"TR-0002": "Settle the ends"})
    assert days.deliveries[0].tags == ("TR-0000",)
    assert days.deliveries[0].without == ("TR-0001", "TR-0002")
    assert days.why("TR-0001") == "short of a plug: nobody has said when it comes"
    assert [o.words for o in days.unknown_deliveries] == ["The roof"]


def test_what_moved_between_two_plans_is_told_of_what_somebody_waits_for():
    before = laid([lead(1, 4), lead(2)], DAY)
    assert moved(None, before) == ()
    after = laid([lead(1, 4), lead(2)], DAY, at=AT + timedelta(days=1))
    assert moved(before, after) == (
        "TR-0001 Workbench extension: Mon 30 Nov before, Tue 1 Dec now",
    )


def test_what_was_to_be_done_and_is_not_is_told_and_what_is_done_starts_nothing():
    days = laid([lead(1), lead(2)], DAY)
    noon = AT.replace(hour=20)
    assert len(undone(days, lambda s: False, noon)) == len(days.stretches)
    assert undone(days, lambda s: False, AT) == ()
    assert undone(days, lambda s: True, noon) == ()
    assert [s.tags for s in can_start(days, lambda s: False)] == [("TR-0001",), ("TR-0002",)]
    assert can_start(days, lambda s: True) == ()


def test_the_same_work_on_one_lead_after_another_reads_as_one():
    days = laid([lead(n) for n in range(3)], DAY)
    shown = merged(days.stretches)
    assert sum(s.end - s.begin for s in shown) == sum(s.end - s.begin for s in days.stretches)
    assert any(len(s.tags) > 1 for s in shown)
    assert shown[0].words.startswith("Lay out, cut, thread: TR-000")


# ---- what comes --------------------------------------------------------------------------------


def supply(stores, packs=(), promises=(), fits=lambda plans: False):
    return Provisions(stores, packs, promises, lambda what: CuttingRule(trim_mm=0), fits)


def stores_for(plan, times):
    return [
        Stock(f"{n.what} {times}", n.kind, n.what, n.amount * times + 1e-6)
        for n in still_needed(plan)
    ]


def test_who_is_wanted_first_takes_what_is_here():
    late, early = lead(1, 9), lead(2, 2)
    stock = stores_for(early.plan, 1)
    waits = waits_for([late, early], supply(stock), Workshop(), TODAY)
    assert set(waits) == {"TR-0001"}
    assert {w.on for w in waits["TR-0001"]} == {None}
    assert "cable" in {w.kind for w in waits["TR-0001"]}


def test_what_is_kept_for_a_job_is_its_own():
    theirs, other = lead(1, 9, 1), lead(2, 2)
    need = next(n for n in still_needed(theirs.plan) if n.kind == "part")
    stock = stores_for(theirs.plan, 2)
    stock = [s if s.what != need.what else replace(s, left=need.amount) for s in stock]
    kept = Promise(1, need.kind, need.what, need.amount)
    assert set(waits_for([theirs, other], supply(stock), Workshop(), TODAY)) == {"TR-0001"}
    assert set(waits_for([theirs, other], supply(stock, promises=[kept]), Workshop(), TODAY)) == {
        "TR-0002"
    }


def test_it_comes_on_the_day_that_was_said_else_as_its_seller_takes():
    one = lead(1)
    need = next(n for n in still_needed(one.plan) if n.kind == "part")
    stock = [s for s in stores_for(one.plan, 1) if s.what != need.what]
    sold = Pack(need.kind, need.what, 5, 10.0, "Fell Cables", 4)

    def comes(workshop, packs):
        return waits_for([one], supply(stock, packs), workshop, TODAY)["TR-0001"][0].on

    assert comes(Workshop(), ()) is None
    assert comes(Workshop(), (sold,)) == TODAY + timedelta(days=4)
    said = Workshop(coming=(Coming(need.kind, need.what, "2026-12-02"),))
    assert comes(said, (sold,)).isoformat() == "2026-12-02"


def test_lengths_that_cannot_all_be_cut_from_the_reels_wait_though_the_metres_are_enough():
    one = lead(1)
    cable = next(n for n in still_needed(one.plan) if n.kind == "cable")
    others = [s for s in stores_for(one.plan, 1) if s.kind != "cable"]
    halves = [Stock(f"Offcut {n}", "cable", cable.what, cable.amount * 0.6) for n in range(2)]
    assert (
        waits_for([one], supply([*others, *halves]), Workshop(), TODAY)["TR-0001"][0].kind
        == "cable"
    )
    whole = [Stock("Reel", "cable", cable.what, cable.amount + 0.001)]
    assert waits_for([one], supply([*others, *whole]), Workshop(), TODAY) == {}
    # A plan that fits them all is believed.
    assert (
        waits_for([one], supply([*others, *halves], fits=lambda plans: True), Workshop(), TODAY)
        == {}
    )
