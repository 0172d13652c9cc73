"""Working practices: each choice changes what it says it changes, and nothing else."""

from dataclasses import replace

import pytest
from leads import INVERTER, extension, plan

from euthyne.core.lead.paths import with_value
from euthyne.core.order.laid import CableEnd, faults_in
from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import part
from euthyne.core.shelf.pull import HAND_MOST_N, hand_tug, pull_out_n
from euthyne.core.stages.build.jobs import fittings, marker_on
from euthyne.core.standing.effect import effect_of
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.practices import NOT_OFFERED, PRACTICES, Practices, taken_up
from in_metric import in_metric

LINK = {**INVERTER, "conductor__measured_od_mm": 14.6}
BLADES = {
    "kind": "switch-harness",
    "ends__a": "power-in",
    "ends__b": "device-blades",
    "brief__run_m": 0.5,
}
TORQUED = {"ends__own": (replace(part("bs1363-plug"), torque_nm=0.8),)}
REASON = "no driver fits this body"


def built(given, name, value):
    return plan(**given, build__practices=taken_up(Practices(), name, value, REASON))


def said(p):
    return in_metric(" ".join(f"{s.headline} {s.detail} {s.mistake}" for s in p.build.steps))


@pytest.mark.parametrize(
    ("name", "value", "given", "words"),
    [
        ("crimp", "crimp-then-solder", LINK, "Solder the pressed joint of the red wire"),
        ("stripper", "ring", {}, "Set the depth on an offcut first"),
        ("stripper", "automatic", {}, "automatic stripper"),
        ("torque", "feel", TORQUED, "By feel; its sheet gives 0.8 N m"),
        ("heat", "flame", LINK, "Keep the flame moving"),
        ("sleeve_colour", "black", LINK, "Put the black sleeve on the red wire"),
        ("over_pressed", "sleeved-over", BLADES, "cut it off, do it again"),
        ("flash", "left", LINK, "Flash stays as it is"),
        ("labels", "printed-sleeve", {}, "Thread the printed sleeve"),
        ("labels_every", "2", {}, "4 along the run, one every 2 m"),
        ("pulled_by", "someone-else", LINK, "someone else pulls every joint"),
    ],
)
def test_a_choice_is_read_in_the_steps(name, value, given, words):
    usual = plan(**given)
    worked = built(given, name, value)
    assert words in said(worked)
    assert name == "over_pressed" or words not in said(usual)


@pytest.mark.parametrize("name", [p.name for p in PRACTICES])
def test_every_choice_gives_a_build_that_can_be_done(name):
    for choice in next(p for p in PRACTICES if p.name == name).choices:
        for given in ({}, LINK, BLADES, TORQUED):
            p = built(given, name, choice.value)
            assert faults_in(p.build.threading) == []
            assert len({s.key for s in p.build.steps}) == len(p.build.steps) > 4


@pytest.mark.parametrize(
    ("first", "order"), [("longest", "ENL"), ("neutral", "NEL"), ("earth-last", "NLE")]
)
def test_the_first_core_is_the_one_this_bench_begins_with(first, order):
    p = built({}, "first_core", first)
    landed = [s.core for s in p.build.steps if s.kind == "land" and s.end == "A"]
    assert "".join(landed) == order


def test_off_mains_an_over_pressed_crimp_may_be_sleeved_over():
    blades = {
        **INVERTER,
        "ends__a": "device-blades",
        "ends__b": "device-blades",
        "conductor__measured_od_mm": 3.0,
    }
    p = built(blades, "over_pressed", "sleeved-over")
    assert not p.mains
    assert "sleeve it over" in said(p) or not any(s.kind == "land" for s in p.build.steps)


def test_a_printed_sleeve_is_on_before_its_end_is_made_and_the_gate_asks_for_it():
    p = built({}, "labels", "printed-sleeve")
    keys = [s.key for s in p.build.steps]
    for end in "AB":
        assert keys.index(f"{end}-marker") < keys.index(f"{end}-land-L")
    p = built(LINK, "labels", "printed-sleeve")
    gate = next(s for s in p.build.steps if s.kind == "gate")
    assert "printed sleeve" in " ".join(a.words for a in gate.asks)
    (plus, _minus) = p.build.job.cables
    assert marker_on(p.build.job, plus).expanded_mm >= 1.1 * 14.6


def test_sleeves_for_along_the_run_go_on_with_the_load_end():
    p = plan(build__practices=Practices(labels="printed-sleeve", labels_every="2"))
    assert [t.id for t in fittings(CableEnd("cord", "B"), p.build.job)][:2] == ["along", "marker"]
    assert p.build.job.tags_along == 4
    assert (
        plan(brief__run_m=4.0, build__practices=Practices(labels_every="5")).build.job.tags_along
        == 0
    )


def test_a_torque_stands_in_the_step_only_where_a_sheet_gives_one():
    assert any("torque 0.8 N m" in in_metric(s.numbers) for s in plan(**TORQUED).build.steps)
    assert not any("torque" in s.numbers for s in plan().build.steps)
    assert "torque driver" in plan(**TORQUED).build.steps[0].detail


def test_a_choice_that_asks_for_a_reason_is_not_taken_up_without_one():
    with pytest.raises(Refused) as refused:
        taken_up(Practices(), "torque", "feel", " ")
    assert refused.value.faults[0].field == "torque"
    taken = taken_up(Practices(), "torque", "feel", REASON)
    assert taken.reason("torque") == REASON
    assert taken_up(taken, "torque", "tool").reasons == ()


@pytest.mark.parametrize(("name", "value"), [("torque", "hammer"), ("tinning", "yes")])
def test_what_is_no_choice_is_refused(name, value):
    with pytest.raises(Refused):
        taken_up(Practices(), name, value)


def test_tinning_is_said_not_to_be_offered():
    assert "tinned" in NOT_OFFERED[0][0]
    assert not any("tin" in c.value for p in PRACTICES for c in p.choices)


def test_the_effect_is_told_step_by_step():
    lead = plan(**LINK).lead
    none = effect_of(lead, Practices())
    assert (none.changed, none.gone, none.found) == (0, (), ())
    solder = effect_of(lead, Practices(crimp="crimp-then-solder"))
    assert [s.kind for s, new in solder.steps if new and s.kind == "solder"] == ["solder"] * 4
    assert [f.code for f in solder.found] == ["crimp-soldered"]
    assert effect_of(extension(), Practices(crimp="crimp-then-solder")).changed == 0


def test_a_changed_order_counts_as_a_change():
    effect = effect_of(extension(), Practices(first_core="neutral"))
    assert {s.key for s, new in effect.steps if new} == {
        f"{end}-land-{c}" for end in "AB" for c in "EN"
    }


def test_the_plan_is_another_once_the_practices_are():
    usual = plan()
    assert usual.build.stamp != plan(build__practices=Practices(stripper="ring")).build.stamp
    assert (
        usual.build.stamp
        == Plan(with_value(usual.lead, "build.practices", Practices())).build.stamp
    )


@pytest.mark.parametrize(
    ("size", "joint", "newtons"),
    [
        ("1.5 mm2", "click-in", 150),
        ("10 AWG", "lug", 356),
        ("4/0 AWG", "lug", 2002),
        ("2.5 mm2", "screw", None),
    ],
)
def test_what_a_joint_must_hold_is_looked_up(size, joint, newtons):
    assert pull_out_n(size, joint) == newtons


def test_a_hand_pulls_a_tenth_to_a_fifth_and_never_more_than_a_hand_can():
    assert hand_tug("1.5 mm2", "wire-seal") == pytest.approx((15, 30))
    assert hand_tug("4/0 AWG", "lug") == pytest.approx((200, HAND_MOST_N), abs=0.5)
    assert hand_tug("50 mm2", "lug") is None
