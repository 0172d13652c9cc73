"""Whoever made a termination does not pass it."""

from dataclasses import replace

import pytest
from leads import AT, plan, with_done

from euthyne.core.lead import Look, Probe, Proof, Reading, StepDone
from euthyne.core.plan import Plan
from euthyne.core.standing.passing import passes_own, sides_made_by

MADE = {"lay-out": "RM", "cut": "RM", "B-strip": "KL", "A-strip": "RM", "A-land-L": "RM"}


@pytest.fixture(scope="module")
def made():
    lead = plan().lead
    return Plan(with_done(lead, tuple(StepDone(step, AT, by) for step, by in MADE.items())))


def look(line, good=True):
    return Proof(looks=(Look(line, good, AT, ""),))


def test_cutting_a_cord_makes_no_termination(made):
    assert sides_made_by(made, "RM") == {"A"}
    assert sides_made_by(made, "KL") == {"B"}
    assert sides_made_by(made, "VH") == frozenset()


def test_each_passes_the_others_end_and_not_their_own(made):
    assert "You made" in passes_own(made, look("A-sheath"), "RM")
    assert passes_own(made, look("B-sheath"), "RM") == ""
    assert "You made" in passes_own(made, look("B-sheath"), "KL")
    assert passes_own(made, look("cord"), "RM") == "", "the cord is nobody's termination"


def test_who_made_it_may_say_that_it_is_bad(made):
    assert passes_own(made, look("A-sheath", good=False), "RM") == ""


def test_probes_and_readings_go_through_every_termination(made):
    probed = Proof(probes=(Probe("supply.L", "load.L", True),))
    read = Proof(readings=(Reading("core-L", 0.1, AT, ""),))
    for entry in (probed, read):
        assert passes_own(made, entry, "RM") and passes_own(made, entry, "KL")
        assert passes_own(made, entry, "VH") == ""


def test_a_simulated_copy_is_practice(made):
    copied = Proof(stand_in="sound", probes=(Probe("supply.L", "load.L", True),))
    assert passes_own(made, copied, "RM") == ""
    typed = replace(copied, probes=(), readings=(Reading("core-L", 0.1, AT, ""),))
    assert passes_own(made, typed, "RM"), "a reading typed beside it is of the lead"
