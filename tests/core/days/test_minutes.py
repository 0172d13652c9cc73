"""How long steps take here: what the log says, and when it does not say enough."""

from dataclasses import replace
from datetime import datetime, timedelta

import pytest
from leads import extension

from euthyne.core.days.minutes import bench_minutes
from euthyne.core.lead import Look, Reading, StepDone
from euthyne.core.standing.cost import practised_minutes

EIGHT = datetime(2026, 12, 1, 8, 0)
TABLE = practised_minutes().step


def ticked(*ticks, by="AB", tag="TR-0001"):
    """A lead with steps done so many minutes after eight."""
    done = [StepDone(step, (EIGHT + timedelta(minutes=m)).isoformat(), by) for step, m in ticks]
    lead = replace(extension(), tag=tag)
    return replace(lead, build=replace(lead.build, done=tuple(done)))


def test_minutes_are_the_middle_of_what_lay_between_two_presses():
    leads = [
        ticked(("lay-out", n * 200), ("cut", n * 200 + m)) for n, m in enumerate((4, 5, 6, 7, 50))
    ]
    own = bench_minutes(leads)
    assert own.of("cut") == 6
    assert own.many["cut"] == 5
    assert "1 kind of work by this bench's own log" in own.words


def test_of_fewer_than_five_and_over_a_break_nothing_is_learnt():
    few = [ticked(("lay-out", n * 200), ("cut", n * 200 + 5)) for n in range(4)]
    apart = [ticked(("lay-out", n * 200), ("cut", n * 200 + 95)) for n in range(9)]
    for leads in (few, apart):
        own = bench_minutes(leads)
        assert own.of("cut") == TABLE["cut"]
        assert "the log does not say enough" in own.words
    assert own.of("a step nobody named") == TABLE["any"]


def test_only_the_last_thirty_count():
    slow = [ticked(("lay-out", n * 100), ("cut", n * 100 + 40)) for n in range(40)]
    quick = [ticked(("lay-out", (99 + n) * 100), ("cut", (99 + n) * 100 + 3)) for n in range(30)]
    assert bench_minutes([*quick, *slow]).of("cut") == 3


def test_a_press_over_a_row_is_shared_by_its_leads():
    """Six cut in a row, ticked at once, took a sixth of the time each."""
    batch = [ticked(("lay-out", 0), ("cut", 30), tag=f"TR-000{n}") for n in range(6)]
    assert bench_minutes(batch).of("cut") == pytest.approx(5)


def test_what_several_kinds_were_ticked_at_once_says_nothing():
    leads = [
        ticked(("lay-out", n * 300), ("cut", n * 300 + 30), ("B-strip", n * 300 + 30))
        for n in range(6)
    ]
    assert bench_minutes(leads).own == {}


def test_of_two_people_each_has_their_own_clock():
    leads = [
        ticked(("lay-out", n * 200), ("cut", n * 200 + 10), by=by, tag=f"TR-{by}{n}")
        for n in range(5)
        for by in ("AB", "CD")
    ]
    assert bench_minutes(leads).of("cut") == 10


def test_a_proof_takes_from_its_first_look_to_its_last_reading():
    def proven(n, simulated=False):
        at = EIGHT + timedelta(days=n)
        lead = extension()
        read = Reading(
            "line", 0.1, (at + timedelta(minutes=14)).isoformat(), "AB", simulated=simulated
        )
        look = Look("look", True, at.isoformat(), "AB")
        return replace(lead, proof=replace(lead.proof, looks=(look,), readings=(read,)))

    assert bench_minutes([proven(n) for n in range(5)]).of("proof") == 14
    assert bench_minutes([proven(n, True) for n in range(5)]).of("proof") == TABLE["proof"]
