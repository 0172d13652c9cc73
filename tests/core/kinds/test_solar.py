"""A run from a string of panels: its cables, strings that meet in it, the halves of its couplers."""

from dataclasses import replace

import pytest
from leads import codes, made

from euthyne.core.checks import checks
from euthyne.core.kinds import kind_named, starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.plan import Plan


def run(**said):
    return Plan(made("solar-string", **said))


@pytest.mark.parametrize("cable", ["PV-wire", "USE-2"])
def test_a_north_american_solar_cable_is_no_stop_and_may_be_of_plain_copper(cable):
    plan = run(
        brief__volts=388.0,
        brief__amps=10.8,
        brief__margin=1.56,
        conductor__cable_type=cable,
        conductor__unit="AWG",
        conductor__size="10 AWG",
        conductor__tinned=False,
    )
    found = {f.key for f in checks(plan) if f.level == "stop"}
    assert found <= {"untested", "unbuilt"}


def test_a_bench_that_buys_by_gauge_starts_with_its_own_cable_and_margin():
    kind, start = next(pair for pair in starts("gauge") if pair[1].id == "solar-string")
    lead = new_lead(kind, start, "TR-0001", "2026-11-02T09:00:00")
    assert lead.conductor.cable_type == "PV-wire"
    assert lead.brief.margin == 1.56


def test_strings_that_meet_in_couplers_are_carried_together_and_each_has_its_own_fuse():
    alone = run(brief__strings=3, brief__amps=9.0)
    trunk = run(brief__strings=3, brief__amps=9.0, brief__meets="branches")
    assert trunk.brief.demand_amps == pytest.approx(3 * alone.brief.demand_amps)
    assert "string-unfused" in codes(trunk)
    # A fuse for the whole trunk guards no string of it; the button says the one that does.
    whole = changed(trunk.lead, [("brief.fuse_family", "solar-gPV")])
    assert "string-unfused" in codes(Plan(whole))
    said = next(f for f in checks(trunk) if f.key == "string-unfused")
    each = Plan(changed(trunk.lead, said.fix.changes))
    assert each.lead.brief.line_fuses
    assert "string-unfused" not in codes(each)
    laid = list(each.build.job.beside)
    assert any(words.startswith("branch coupler for the plus: 3 ") for words in laid)
    assert any("3 in-line fuses, 15 A gPV" in words for words in laid)


def test_a_line_fuse_above_what_the_modules_allow_is_a_stop():
    allowed = run(
        brief__strings=3, brief__line_fuses=True, brief__module_fuse_amps=25.0, brief__amps=9.0
    )
    over = run(
        brief__strings=3, brief__line_fuses=True, brief__amps=9.0, brief__module_fuse_amps=10.0
    )
    assert "string-fuse-over-module" not in codes(allowed)
    assert "string-fuse-over-module" in codes(over)


def test_forty_four_amps_want_the_larger_couplers_and_one_press_takes_them():
    plan = run(brief__amps=35.0, brief__volts=900.0, conductor__size="10 mm2")
    offered = [f.fix for f in checks(plan) if f.fix and "60 A" in f.fix.words]
    assert offered
    after = Plan(changed(plan.lead, offered[0].changes))
    assert {end.part.amps for end in after.ends.ours} == {60}
    assert not {f.key for f in checks(after) if f.level == "stop"} - {"untested", "unbuilt"}


def test_a_contact_is_named_with_the_housing_it_goes_into():
    steps = run().build.steps
    said = {s.end + s.key[-1]: s.headline for s in steps if "insert-" in s.key and s.kind != "gate"}
    assert len(said) == 4
    for plus, minus in (("A+", "B-"), ("A-", "B+")):
        assert ("looks like a plug" in said[plus]) == ("looks like a plug" in said[minus])
        assert ("looks like a plug" in said[plus]) == ("the one with a hole" in said[plus])
    assert ("looks like a plug" in said["A+"]) != ("looks like a plug" in said["A-"])


def test_where_the_back_is_put_together_first_nothing_is_threaded():
    parts = {
        f"fittings.{place}{pole}.part": f"solar-{half}-through"
        for place, pole, half in (
            ("panels", "+", "socket"),
            ("panels", "-", "pin"),
            ("controller", "+", "pin"),
            ("controller", "-", "socket"),
        )
    }
    there = run(**{path.replace(".", "__"): value for path, value in parts.items()})
    assert not any("-nut@" in step.key and "make" not in step.key for step in there.build.steps)
    assert sum("nut-through" in step.key for step in there.build.steps) == 4
    assert any("-nut@" in step.key and "make" not in step.key for step in run().build.steps)


def test_both_places_are_tried_on_their_other_halves():
    assert [look.id for look in run().prove.looks if look.id.startswith("mated")] == [
        "mated-panels",
        "mated-controller",
    ]


def test_the_brief_of_a_kind_is_its_own():
    kind = kind_named("solar-string")
    assert replace(kind.brief(), strings=4, meets="branches").strings_in_it == 4
    assert replace(kind.brief(), strings=4).strings_in_it == 1


def test_a_device_behind_panels_is_tried_with_them_uncovered():
    tail = Plan(made("solar-tail"))
    asked = {look.id: look.question for look in tail.prove.looks}
    assert "panels uncovered" in asked["trial"]
    assert "fused" not in asked["trial"]
    assert any("is it the plus wire of what is there" in question for question in asked.values())
