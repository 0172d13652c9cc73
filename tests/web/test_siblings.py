"""Like leads judge each other: what is off its siblings stands out, even inside its band."""

from dataclasses import replace

import pytest
from person import words
from tents import JOB, tags

from euthyne.core.jobs.siblings import among_siblings
from euthyne.core.lead import Reading
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import plan_of

pytestmark = pytest.mark.usefixtures("at_the_tents")
LIKE = (1.0, 1.002, 0.998, 1.001, 0.999)


@pytest.fixture
def line(store, jobs):
    """A resistance of the tents' leads that cores have: its line and what a sound one reads."""
    plan = plan_of(store.get(tags(jobs)[0]).lead)
    return next(x for x in plan.prove.lines if x.id.startswith("core-"))


def read_so(store, tag, line, ohm):
    def change(lead):
        kept = Reading(line.id, ohm, "2026-12-01T10:00", "AB")
        return replace(lead, proof=replace(lead.proof, readings=(kept,)))

    store.change(tag, change, "2026-12-01T10:00", "AB", "read")


def with_five_read(store, jobs, line, own):
    first, *others = tags(jobs)
    for tag, share in zip(others, LIKE, strict=True):
        read_so(store, tag, line, line.bounds.middle * share)
    read_so(store, first, line, line.bounds.middle * own)
    return first


@pytest.mark.parametrize(("own", "apart"), [(1.0005, False), (1.25, True), (0.75, True)])
def test_a_joint_far_off_five_siblings_stands_out_inside_its_band(
    person, store, jobs, line, own, apart
):
    tag = with_five_read(store, jobs, line, own)
    page = words(person.open(f"/leads/{tag}/prove"))
    assert "5 like it read" in page
    assert ("than its siblings" in page) is apart


def test_what_was_read_of_a_simulated_copy_is_no_sibling(person, store, jobs, line):
    tag = with_five_read(store, jobs, line, 1.25)
    practised = tags(jobs)[-1]

    def simulated(lead):
        readings = tuple(replace(r, simulated=True) for r in lead.proof.readings)
        return replace(lead, proof=replace(lead.proof, readings=readings))

    store.change(practised, simulated, "2026-12-01T10:00", "AB", "practised")
    assert "like it read" not in words(person.open(f"/leads/{tag}/prove"))


def test_with_fewer_than_five_nothing_is_said(person, store, jobs, line):
    tag = with_five_read(store, jobs, line, 1.25)
    person.send(f"{JOB}/leave", tag=tags(jobs)[-1])
    assert "like it read" not in words(person.open(f"/leads/{tag}/prove"))


def test_a_longer_one_is_held_to_what_it_would_read_here(store, jobs, line):
    """Siblings twice as long read twice as much: brought to this length they are alike."""
    plans = [plan_of(store.get(tag).lead) for tag in tags(jobs)]
    longer = []
    for plan, share in zip(plans[1:], LIKE, strict=True):
        long = plan_of(with_value(plan.lead, "brief.run_m", plan.lead.brief.run_m * 2))
        theirs = next(x for x in long.prove.lines if x.id == line.id)
        kept = Reading(line.id, theirs.bounds.middle * share, "2026-12-01T10:00", "AB")
        proof = replace(long.lead.proof, readings=(kept,))
        longer.append(plan_of(replace(long.lead, proof=proof)))
    found = among_siblings(plans[0], longer)[line.id]
    assert found.middle == pytest.approx(line.bounds.middle, rel=0.005)
    assert not found.apart
