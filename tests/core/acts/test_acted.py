"""Every build of a lead is walked, act by act, and again by a walk of the tests' own."""

import json
from importlib.resources import files
from random import Random

import pytest
from click.testing import CliRunner
from drawn import drawn_lead
from leads import made
from sampling import LONG, some
from second_walk import cannot_be_done

from euthyne.cli import DEMO_ORDER, main
from euthyne.core.acts.records import InsertAct, LookAct
from euthyne.core.acts.walk import walk
from euthyne.core.checks import found_before_proof
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead.paths import with_value
from euthyne.core.order.laid import CableEnd
from euthyne.core.plan import Plan
from euthyne.core.questions.ends import asked
from euthyne.core.trade.practices import PRACTICES, Practices, taken_up
from euthyne.exchange.acts_file import written_build
from euthyne.exchange.lead_file import read_lead

DRAWN, PARTS = (2000, 20) if LONG else (60, 4)


def answer_of(plan):
    written = written_build(plan.build.acted)
    acts = written.pop("acts")
    return written | {"steps": [{"key": key, "acts": done} for key, done in acts.items()]}


def walked_twice(plan):
    """What either walk finds."""
    return walk(plan.build.acted), cannot_be_done(json.loads(json.dumps(answer_of(plan))))


def sized(lead):
    sizing = Plan(lead).conductor.sizing
    if Plan(lead).conductor.size_name is None and sizing is not None and sizing.chosen is not None:
        return changed(lead, [("conductor.size", sizing.chosen.size)])
    return lead


@pytest.mark.parametrize("name", DEMO_ORDER)
def test_every_build_of_the_demonstration_can_be_done(name):
    plan = Plan(read_lead((files("euthyne.demo") / f"{name}.json").read_bytes()).lead)
    assert plan.build.steps
    assert walked_twice(plan) == ([], [])


@pytest.mark.parametrize("start", some((start.id for _, start in starts()), 2))
def test_every_start_can_be_built(start):
    assert walked_twice(Plan(sized(made(start)))) == ([], [])


@pytest.mark.parametrize("part", range(PARTS))
def test_whatever_is_drawn_and_not_stopped_can_be_built_as_any_bench_works(part):
    rng, walked = Random(f"hands {part}"), 0
    while walked < DRAWN // PARTS:
        practices = Practices()
        for practice in PRACTICES:
            value = rng.choice([choice.value for choice in practice.choices])
            practices = taken_up(practices, practice.name, value, "said in the shed")
        plan = Plan(with_value(sized(drawn_lead(rng)), "build.practices", practices))
        if not plan.build.steps or any(f.level == "stop" for f in found_before_proof(plan)):
            continue
        walked += 1
        assert walked_twice(plan) == ([], []), (plan.lead.kind, practices)


def test_a_cover_that_comes_over_a_lock_that_is_home_is_in_its_place_when_the_body_is_shut():
    plan = Plan(sized(made("sealed-multiway", fit__supply="sealed-6-lever-socket")))
    keys = [step.key for step in plan.build.steps]
    assert keys.index("A-boot@1") < keys.index("A-close") < keys.index("A-make-elbow")
    assert walked_twice(plan) == ([], [])
    elbow = next(step for step in plan.build.steps if step.key == "A-make-elbow")
    assert "sheath" not in elbow.detail, "six single wires have none"


def test_a_shield_in_a_connector_of_crimped_contacts_clicks_nowhere():
    plan = Plan(sized(made("signal-lead", fit__supply="d9-pin-crimp")))
    keys = [step.key for step in plan.build.steps]
    assert "A-insert-1" in keys
    assert "A-land-S" in keys
    assert "A-insert-S" not in keys
    assert walked_twice(plan) == ([], [])


# Whatever a place may be given, in a long run; in the gate a few of each start.
@pytest.mark.parametrize("start", some((start.id for _, start in starts()), 12))
def test_a_start_can_be_built_with_any_part_that_it_may_be_given(start):
    lead = sized(made(start))
    for question in asked(Plan(lead)):
        parts = [value for value, _ in question.choices if question.path.startswith("fit.")]
        for part in some(parts, 30):
            plan = Plan(sized(changed(lead, [(question.path, part)])))
            if any(f.level == "stop" for f in found_before_proof(plan)):
                continue
            assert walked_twice(plan) == ([], []), (question.path, part)


def test_a_salvaged_cable_and_a_live_tail_can_be_built():
    assert walked_twice(Plan(made("welding-extension", cable__salvaged=True))) == ([], [])
    tail = {"brief__tail_of": "pack", "conductor__size": "1.5 mm2"}
    live = Plan(made("conversion", brief__live_battery="yes", **tail))
    assert [cable.live for cable in live.build.acted.cables.values()].count(()) == 0
    assert walked_twice(live) == ([], [])


@pytest.mark.parametrize(
    "begins", ["A-sleeve", "gate-A-land", "A-cores", "B-land", "cut", "A-shrink"]
)
def test_the_second_walk_finds_that_a_step_is_missing(begins):
    answer = answer_of(Plan(sized(made("inverter-link"))))
    spoiled = [step for step in answer["steps"] if not step["key"].startswith(begins)]
    assert len(spoiled) < len(answer["steps"])
    assert cannot_be_done(answer | {"steps": spoiled})


def test_a_tape_is_measured_bare_before_its_cord_is_on_and_the_earth_is_joined_last():
    keys = [step.key for step in Plan(made("heating-tape")).build.steps]
    assert "B-strip@tape" not in keys, "a tape has no sheath of a cord"
    measured = keys.index("B-make-measured@roof")
    assert keys.index("A-cores@tape") < measured < keys.index("A-land-tape.L")
    assert keys.index("B-make-short@braid") < keys.index("A-land-tape.E")
    assert keys.index("A-land-cord.E") < keys.index("B-make-earthed@braid")
    assert keys.index("B-make-earthed@braid") < keys.index("B-make-long@braid")
    gates = [s for s in Plan(made("heating-tape")).build.steps if s.kind == "gate"]
    first, *others = ([asked.part for asked in gate.asks] for gate in gates)
    assert {"B-long@cord", "B-short@cord"} <= set(first), "before the first splice"
    assert not {"B-long@cord", "B-short@cord"} & {part for asked in others for part in asked}


def test_steps_are_written_with_their_acts_and_can_be_walked_by_command(tmp_path):
    lead = (files("euthyne.demo") / "battery-inverter.json").read_bytes()
    steps = CliRunner().invoke(main, ["steps", "-"], input=lead).output
    told = json.loads(steps)
    assert {"act": "thread", "part": "A-sleeve-+", "from": "A"} in [
        act for step in told["steps"] for act in step["acts"]
    ]
    assert CliRunner().invoke(main, ["walk", "-"], input=steps).exit_code == 0


def test_what_a_forgotten_part_costs_is_said_of_its_own_joint():
    said = {
        start: {
            s.mistake
            for s in Plan(sized(made(start))).build.steps
            if s.mistake.startswith("Forgotten")
        }
        for start in ("extension-bs", "inverter-link", "signal-lead")
    }
    assert said["extension-bs"] == {"Forgotten, every core comes out of its terminal again."}
    assert said["inverter-link"] == {"Forgotten, its lug is cut off again."}
    assert said["signal-lead"] >= {"Forgotten, this joint is unsoldered again."}


def test_the_braid_of_a_tape_is_its_earth_where_it_lands_and_cut_back_where_it_does_not():
    steps = {s.key: s for s in Plan(made("heating-tape")).build.steps}
    assert "leaves the whole tape without an earth" in steps["A-layer-braid@tape"].mistake
    far = steps["B-layer-braid@tape"]
    assert "Cut the braid back" in far.detail
    assert "without an earth" not in far.mistake


def test_the_far_end_of_a_tape_is_opened_no_further_than_its_seal_covers():
    plan = Plan(made("heating-tape"))
    keys = {step.key for step in plan.build.steps}
    assert not {"B-layer-core@tape", "B-layer-bus@tape"} & keys, "its wires stay in their core"
    seal, splice = (plan.cut.strips[CableEnd("tape", end)] for end in ("B", "A"))
    assert seal.stairs[0].back_mm < splice.stairs[0].back_mm / 2


def test_two_butts_of_a_splice_never_lie_side_by_side():
    plan = Plan(made("heating-tape"))
    for end in (CableEnd("tape", "A"), CableEnd("cord", "B")):
        butts = [c for c in plan.cut.strips[end].cores if c.fitting.startswith("splice")]
        apart = abs(butts[0].core_mm - butts[1].core_mm)
        assert apart >= plan.given.parts["splice-L"].depth_mm
    both = {
        core: sum(
            next(c.core_mm for c in plan.cut.strips[end].cores if c.core.endswith(core))
            for end in (CableEnd("tape", "A"), CableEnd("cord", "B"))
        )
        for core in "LN"
    }
    assert both["L"] == pytest.approx(both["N"]), "neither is slack when the other is straight"


@pytest.mark.parametrize("start", ["sealed-multiway", "solar-string"])
def test_a_contact_is_looked_at_before_it_is_pushed_in(start):
    steps = Plan(sized(made(start))).build.acted.steps
    acts = [(step.key, act) for step in steps for act in step.acts]
    inserted = [i for i, (_, act) in enumerate(acts) if isinstance(act, InsertAct)]
    assert inserted
    for i in inserted:
        key, insert = acts[i]
        looked = [k for k, act in acts[:i] if isinstance(act, LookAct) and act.of == (insert.at,)]
        assert looked and looked[0] != key, "the crimp has a step, and a not-right, of its own"


def test_what_is_there_is_dead_before_anything_of_it_is_cut():
    for start in ("plug-bs", "repair", "conversion", "one-termination"):
        keys = [step.key for step in Plan(sized(made(start))).build.steps]
        dead = next(i for i, key in enumerate(keys) if "-dead" in key)
        assert dead < min(i for i, key in enumerate(keys) if "-off" in key)
