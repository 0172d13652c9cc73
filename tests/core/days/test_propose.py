"""Days as they are laid: against every way of small weeks, and each law of a plan stated a second time."""

import time
from datetime import timedelta

import pytest
from made_up_weeks import MONDAY, ONE_OF_EACH, SETS, large_weeks
from sampling import LONG
from weeks import least, small_week

from euthyne.core.days.dispatch import Rule, dispatch, rankings
from euthyne.core.days.least import least_late
from euthyne.core.days.propose import laid_alone, propose_days
from euthyne.core.days.task import Batch, DaysTask, Delivery, Stretch
from euthyne.core.days.workshop import Presence

SMALL_WEEKS = 1000 if LONG else 40
LARGE_WEEKS = 40 if LONG else 2
STRETCHES = 5


def within(seconds):
    end = time.monotonic() + seconds
    return lambda: end - time.monotonic()


def broken_laws(task, plan):
    """What of a plan cannot be done by people: every law in words of its own."""
    wrong = []
    at = {(x.batch, x.stretch): x for x in plan.laid}
    if len(at) < len(plan.laid):
        wrong.append("a stretch is done twice")
    for one in plan.laid:
        batch = task.batches[one.batch]
        stretch = batch.stretches[one.stretch]
        if one.end - one.begin != stretch.minutes:
            wrong.append("it takes another time than it takes")
        if not any(a <= one.begin and one.end <= b for a, b in task.presence.spans[one.hand]):
            wrong.append("nobody is there, or goes home in the midst of it")
        if one.begin < batch.after:
            wrong.append("it is begun before its parts are there")
        if one.stretch:
            before = at.get((one.batch, one.stretch - 1))
            if before is None or one.begin < before.end + stretch.wait:
                wrong.append("it is begun before what comes before it is done and waited for")
        made = {
            x.hand
            for x in plan.laid
            if x.batch == one.batch and task.batches[x.batch].stretches[x.stretch].does != "prove"
        }
        if stretch.does == "prove" and task.someone_else and one.hand in made:
            wrong.append("somebody proves what they made")
    for one in plan.laid:
        now = [x for x in plan.laid if x.begin <= one.begin < x.end]
        if [x.hand for x in now].count(one.hand) > 1:
            wrong.append("somebody is at two things")
        taken = [s for x in now for s in task.batches[x.batch].stretches[x.stretch].stations]
        if any(taken.count(s) > task.many[s] for s in taken):
            wrong.append("a station is taken that is taken already")
    return wrong


@pytest.mark.parametrize("seed", range(SMALL_WEEKS))
def test_small_weeks_are_as_good_as_the_best_of_every_way(seed):
    task, never = laid_alone(small_week(seed, STRETCHES + LONG))
    truth = None if never else least(task)
    if truth is None:
        pytest.skip("not all of it can be laid in these days")
    found = propose_days(task, within(20))
    assert not broken_laws(task, found.plan)
    assert (found.plan.lateness(task), found.plan.changes(task)) == truth
    assert found.proven
    assert least_late(task, task.days, 2.0).days <= truth[0]


@pytest.mark.parametrize("seed", range(LARGE_WEEKS))
@pytest.mark.parametrize(("hands", "single"), [(5, False), (2, True)])
def test_weeks_of_many_leads_break_no_law_and_are_never_better_than_their_bound(
    seed, hands, single
):
    task, never = laid_alone(large_weeks(seed, 24, hands, single=single, tight=0.4))
    assert not never
    found = propose_days(task, within(1.5))
    assert found.plan.counts(task)[0] == 0
    assert not broken_laws(task, found.plan)
    assert found.plan.lateness(task) >= found.least_late
    assert found.plan.changes(task) >= found.least_changes


def test_weeks_are_hardly_later_than_they_must_be():
    """Within a tenth of the bound, over several: it is a bound of whole days, and most are met."""
    late = least = 0
    for seed in range(LARGE_WEEKS):
        task, _ = laid_alone(large_weeks(seed, 24, 5, tight=0.3))
        found = propose_days(task, within(1.5))
        late += found.plan.lateness(task)
        least += found.least_late
    assert least <= late <= 1.1 * least + 1


def test_what_needs_no_other_set_up_is_done_together_while_nothing_is_later_for_it():
    work = [Stretch("make", "terminate", 30, SETS[n % 2], ()) for n in range(8)]
    due = MONDAY + timedelta(days=1)
    task = DaysTask(
        (Delivery("a job", None, due),),
        tuple(Batch((f"L-{n}",), 0, (s,)) for n, s in enumerate(work)),
        Presence(MONDAY, (((480, 720),),)),
        (True,),
        (True,),
        ONE_OF_EACH,
        False,
        1,
    )
    assert dispatch(task, Rule(rankings(task)[0])).changes(task) >= 1
    found = propose_days(task, within(5))
    assert (found.plan.lateness(task), found.plan.changes(task), found.proven) == (0, 1, True)


def test_whoever_is_the_only_prover_makes_nothing_of_it_where_someone_else_proves():
    work = (
        Stretch("make", "terminate", 30, "driver"),
        Stretch("prove", "prove", 10, "tester", ("tester",)),
    )
    day = ((480, 720),)
    task = DaysTask(
        (Delivery("a job", None, MONDAY),),
        (Batch(("L-1",), 0, work), Batch(("L-2",), 0, work)),
        Presence(MONDAY, (day, day)),
        (True, True),
        (True, False),
        ONE_OF_EACH,
        True,
        1,
    )
    plan = propose_days(task, within(2)).plan
    assert len(plan.laid) == 4
    assert not broken_laws(task, plan)


def test_what_takes_longer_than_anybody_is_there_is_not_laid_in_pieces():
    task = small_week(1)
    long = Batch(("L-9",), 0, (Stretch("make", "terminate", 300, "driver"),))
    _, never = laid_alone(DaysTask(**{**vars(task), "batches": (*task.batches, long)}))
    assert len(task.batches) in never
