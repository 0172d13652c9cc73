"""Every check fires on a lead that has its fault, and is silent on one that has not."""

from dataclasses import replace

import pytest
from faulted import changed_plan, done_lead
from faulty import ALWAYS, FIRES, MADE, NEARLY, NEARLY_MADE, mapped
from leads import (
    AT,
    INVERTER,
    SOLAR,
    WELDING,
    codes,
    made,
    plan,
    with_done,
)
from sampling import LONG, some

from euthyne.core.checks import checks, found_before_proof, listed
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import (
    Proof,
    Reason,
    StepDone,
)
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import shelf
from euthyne.core.standing.fixes import tried_fix
from euthyne.core.standing.progress import progress
from euthyne.core.trade.cable import cords


def test_every_check_has_its_case():
    every = {*FIRES, *MADE}
    found = {f.code for code in every for f in checks(changed_plan(code))}
    assert found == every
    assert {c.code for c in listed()} == every


LIGHTER = {"near-rating": "note", "far-end-short": "note", "far-end-earth": "note"}


@pytest.mark.parametrize("code", [*FIRES, *MADE])
def test_it_fires_as_it_is_listed(code):
    found = next(f for f in checks(changed_plan(code)) if f.code == code)
    known = next(c for c in listed() if c.code == code)
    assert (found.stage, found.why, found.clears) == (known.stage, known.why, known.clears)
    assert found.level in (known.level, LIGHTER.get(code))
    assert found.open == (found.level != "note")
    assert not found.title.endswith(".")


@pytest.mark.parametrize(("fuse_in", "said"), [("N", "the neutral."), ("all", "the live and the")])
def test_a_fuse_in_the_neutral_says_where_it_is(fuse_in, said):
    found = {f.code: f for f in checks(plan(ends__fuse_in=fuse_in))}["fuse-in-neutral"]
    assert f"a fuse in {said}" in found.text


def test_table_and_physics_are_told_apart_from_a_quarter_on():
    told = {}
    for tenths in range(50, 260):
        p = plan(conductor__size="1 mm2", conductor__measured_od_mm=tenths / 10)
        ratio = p.conductor.physics_amps / p.conductor.cord_amps
        told[abs(ratio - 1)] = "tables-and-physics" in codes(p)
    within = [apart for apart, said in told.items() if not said]
    beyond = [apart for apart, said in told.items() if said]
    assert max(within) <= 0.25 < min(beyond)
    assert min(beyond) - max(within) < 0.02


@pytest.mark.parametrize("code", sorted(set(FIRES) - ALWAYS))
def test_it_is_silent_on_a_sound_lead(code):
    assert code not in codes(plan())


@pytest.mark.parametrize("code", NEARLY)
def test_it_is_silent_just_inside_its_limit(code):
    assert code not in codes(plan(**NEARLY[code]))


@pytest.mark.parametrize("code", NEARLY_MADE)
def test_it_is_silent_on_one_that_is_made_and_nearly_has_its_fault(code):
    start, changes = NEARLY_MADE[code]
    assert code not in codes(Plan(made(start, **changes)))


@pytest.mark.parametrize("look", listed(), ids=lambda c: c.code)
def test_what_a_check_watches_is_written_down(look):
    assert look.watches.endswith(".")
    assert look.why.endswith((".", "!"))
    assert look.clears.endswith(".")


def test_nothing_stands_against_a_lead_that_is_done():
    p = Plan(done_lead())
    assert codes(p) <= {"weakest-part", "loop-unknown"}
    assert [s.mark for s in progress(p, False).standings] == ["done"] * 6 + ["open"]
    assert progress(p, False).next_stage is Stage.TAG


EVERY = sorted({*FIRES, *MADE})


@pytest.mark.parametrize("code", EVERY)
def test_a_fix_is_offered_where_the_lead_is_better_off_with_it(code):
    lead = replace(changed_plan(code).lead, proof=Proof())
    before = {f.key: f for f in found_before_proof(Plan(lead))}
    for key in [k for k, f in before.items() if f.code == code and f.fix]:
        offered = tried_fix(lead, key)
        if offered is None:
            continue
        after = {f.key: f for f in found_before_proof(Plan(changed(lead, offered.changes)))}
        stops = [{k for k, f in x.items() if f.level == "stop"} for x in (before, after)]
        cautions = [{k for k, f in x.items() if f.level == "caution"} for x in (before, after)]
        assert stops[1] <= stops[0]
        assert key not in stops[1] | cautions[1]
        graver = len(stops[1]) < len(stops[0]) or len(cautions[1]) < len(cautions[0])
        assert graver or (before[key].level == "note" and key not in after)
        brought = {after[k].title for k in cautions[1] - cautions[0]}
        assert set(offered.brings) == brought


def test_most_checks_that_can_be_put_right_offer_to():
    offering = [
        code
        for code in EVERY
        for lead in [replace(changed_plan(code).lead, proof=Proof())]
        if any(f.code == code and f.fix and tried_fix(lead, f.key) for f in checks(Plan(lead)))
    ]
    assert len(offering) > 30


def test_a_caution_passes_with_a_reason_and_a_stop_does_not():
    on_a_drum = {"brief__drum_layers": 1, "ends__joints": mapped(E=("E", None))}
    stands_on = {f.code: f.kept_figures for f in checks(plan(**on_a_drum))}
    reasons = tuple(
        Reason(code, "Never more than half unrolled.", AT, "RM", figures=stands_on[code])
        for code in ("drum-use", "no-earth")
    )
    p = plan(**on_a_drum, reasons=reasons)
    found = {f.code: f for f in checks(p)}
    assert not found["drum-use"].open
    assert found["no-earth"].open


def test_the_stage_shows_the_worst_of_its_checks():
    p = plan(ends__scheme="uk-old", ends__joints=mapped(E=("E", None)))
    assert progress(p, False).mark(Stage.ENDS) == "stop"
    assert progress(plan(ends__scheme="uk-old"), False).mark(Stage.ENDS) == "caution"
    assert all(s.mark == "done" for s in progress(p, True).standings)


def test_what_comes_next_is_the_first_thing_that_is_missing():
    assert progress(plan(brief__run_m=None), False).next_action == "Say what it feeds and how far"
    assert progress(plan(conductor__size=None), False).next_action == "Take a size"
    assert progress(plan(ends__b="c14"), False).next_action == "A live contact can be touched"
    assert progress(plan(), False).next_stage is Stage.CUT


def test_a_size_of_another_table_is_said_to_be_not_made():
    assert "not-made" in codes(plan(conductor__cable_type="SJOOW"))


MAINS = [p.id for p in shelf().values() if p.mains]
# Of every pair of ends; each cord takes others of them.
ONE_IN = 41 if LONG else 409
CORDS = [c.name for c in cords()]


@pytest.mark.parametrize("cable", some(CORDS, 3))
def test_whatever_is_put_together_is_judged_and_never_breaks(cable):
    first = CORDS.index(cable)
    pairs = [
        (a, b)
        for i, a in enumerate(MAINS)
        for j, b in enumerate(MAINS)
        if (7 * i + j) % ONE_IN == first
    ]
    for a, b in pairs:
        for earthed in (True, False):
            p = plan(
                ends__a=a,
                ends__b=b,
                conductor__cable_type=cable,
                conductor__size=None,
                brief__earthed=earthed,
            )
            assert len(progress(p, False).standings) == 7
            assert p.build.steps or p.build.trapped or p.conductor.size_name is None


STRING = {**SOLAR, "ends__a": "solar-pair", "ends__b": "solar-pair-far"}


@pytest.mark.parametrize(
    ("given", "size", "decided", "amps"),
    [
        (INVERTER, "50 mm2", "drop", 162.34),
        (STRING, "4 mm2", "drop", 11.25),
        (WELDING, "35 mm2", "drop", 150.0),
    ],
)
def test_direct_current_leads_are_sized_as_the_worked_answers(given, size, decided, amps):
    already = {"brief__already_m": 3.0, "brief__already_size": "25 mm2"} if given is WELDING else {}
    p = plan(**given, **already)
    assert (p.conductor.sizing.chosen.size, p.conductor.sizing.chosen.decided_by) == (size, decided)
    assert p.brief.demand_amps == pytest.approx(amps, abs=0.01)
    found = progress(p, False)
    assert found.reach == tuple(Stage)
    assert (
        p.conductor.candidate.drop_percent == pytest.approx(7.9964, rel=0.005) if already else True
    )


def test_a_direct_current_lead_goes_on_to_its_proof():
    bayonets = {
        "ends__a": "bayonet-pin",
        "ends__b": "bayonet-socket",
        "ends__accepted": True,
        "cut__accepted": True,
    }
    p = plan(**WELDING | bayonets | {"conductor__size": "35 mm2"})
    assert progress(p, False).next_action == "Build it"
    p = Plan(with_done(p.lead, tuple(StepDone(s.key, AT, "RM") for s in p.build.steps)))
    assert progress(p, False).next_stage is Stage.PROVE
    p = Plan(
        replace(p.lead, reasons=(Reason("welding-return", "A return lead of its own.", AT, "RM"),))
    )
    assert progress(p, False).next_stage is Stage.PROVE
    assert progress(p, False).mark(Stage.TAG) == "open"


def test_a_mains_check_is_never_told_of_a_battery_lead():
    told = codes(plan(**INVERTER))
    assert not told & {"no-earth", "pins-both-ends", "no-protection", "live-contact"}
