"""One termination by itself: the stages it has, its housing, its reading, what it carries."""

import pytest
from leads import made, with_done

from euthyne.core.checks import checks
from euthyne.core.lead import StepDone
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.standing.progress import progress

PIN = {"fit__end": "pin-crimp", "conductor__size": "0.22 mm2"}


def built(plan):
    done = tuple(StepDone(s.key, plan.lead.created_at, "RM") for s in plan.build.steps)
    return progress(Plan(with_done(plan.lead, done)), False)


def test_it_has_four_stages_and_is_made_when_it_is_built():
    plan = Plan(made("one-termination", **PIN))
    assert progress(plan, False).reach == (Stage.BRIEF, Stage.BUILD, Stage.PROVE, Stage.TAG)
    assert not progress(plan, False).over
    assert built(plan).over
    assert built(plan).next_action == "Made"


def test_what_is_found_at_a_stage_it_has_not_stands_at_one_it_has():
    standing = progress(Plan(made("one-termination", **PIN)), False)
    measure = next(f for f in standing.found if f.code == "diameter-unknown")
    assert standing.home(measure) is Stage.BRIEF
    assert measure in standing.of(Stage.BRIEF)
    assert measure in standing.elsewhere(Stage.BUILD)


@pytest.mark.parametrize(("size", "amps"), [("0.22 mm2", 6.4), ("1.5 mm2", 25.0), ("12 AWG", 45.0)])
def test_it_is_rated_by_its_wire_though_nobody_said_what_it_carries(size, amps):
    plan = Plan(
        made("one-termination", fit__end="pin-crimp", conductor__size=size, brief__amps=None)
    )
    assert plan.conductor.rating_amps(rolled=False) == pytest.approx(amps, abs=0.1)


def test_a_contact_reads_no_more_than_its_wire_and_one_joint():
    plan = Plan(made("one-termination", **PIN))
    line = next(x for x in plan.prove.lines if x.id == "one")
    assert not line.mandatory
    wire = plan.conductor.wire.ohms_per_m(20) * 0.1
    assert wire < line.bounds.sound_to < line.bounds.limit
    assert not any(x.id == "one" for x in Plan(made("solar-string")).prove.lines)


def test_a_ring_goes_into_no_housing_and_has_no_second_lock():
    said = {"brief__connector": "tail lamp", "brief__cavity": 4, "brief__second_lock": True}
    ring = Plan(made("one-termination", fit__end="ring-blue-m5", **said))
    pin = Plan(made("one-termination", **PIN, **said))
    assert not any("lock" in s.headline for s in ring.build.steps)
    assert sum("lock" in s.headline for s in pin.build.steps) == 2
    assert any(s.headline.endswith("into way 4, tail lamp") for s in pin.build.steps)
    assert "no-such-way" not in {f.code for f in checks(pin)}


def test_its_tag_says_what_was_made_and_where_it_goes():
    said = {"brief__connector": "tail lamp", "brief__cavity": 4}
    facts = Plan(made("one-termination", **PIN, **said)).tag.facts("2026-12-01", "RM")
    assert facts.end_a == "contact for a housing there already, pin, way 4 of tail lamp"
    assert facts.end_b == "where the wire comes from"
    assert Plan(made("solar-tail")).tag.facts("2026-12-01", "RM").end_b == "device"
