"""A heating tape between two hots: two bus wires, no neutral, and an end seal of its own."""

import pytest
from leads import made

from euthyne.core.checks import found_before_proof
from euthyne.core.kinds.assembling import changed
from euthyne.core.plan import Plan

BETWEEN_HOTS = {
    "fit__wall": "nema-l6-30p",
    "brief__system": "ac-single",
    "brief__volts": 240.0,
    "brief__upstream_amps": 30.0,
    "brief__rcd": "30 mA",
    "conductor__cable_type": "SOOW",
    "conductor__unit": "AWG",
}


def test_a_tape_between_two_hots_has_two_bus_wires_and_is_not_stopped():
    plan = Plan(made("heating-tape", **BETWEEN_HOTS))
    assert [w.core for w in plan.lead.wires if w.core.startswith("tape.")] == [
        "tape.L1",
        "tape.L2",
        "tape.E",
    ]
    assert {f.part for f in plan.lead.fittings if f.place == "roof"} == {"end-seal-hots"}
    assert [f.key for f in found_before_proof(plan) if f.level == "stop"] == []
    assert not any(step.key == "B-mark@tape" for step in plan.build.steps)


def test_back_on_a_line_and_a_neutral_it_has_its_usual_seal():
    there = made("heating-tape", **BETWEEN_HOTS | {"fit__wall": "nema-5-15p"})
    assert {f.part for f in there.fittings if f.place == "roof"} == {"end-seal"}


@pytest.mark.parametrize(
    ("start", "pins", "seal"),
    [
        ("heating-tape-cee", "live pin to neutral pin", "end-seal"),
        ("heating-tape-nema", "live pin to neutral pin", "end-seal"),
        ("heating-tape-240", "line 1 pin to line 2 pin", "end-seal-hots"),
    ],
)
def test_a_tape_of_each_country_can_be_built_and_is_read_by_its_own_pins(start, pins, seal):
    lead = made(start, brief__tape_m=8.0, brief__watts_per_m=16.0, brief__run_m=1.0)
    plan = Plan(changed(lead, [("brief.rcd", "30 mA"), ("brief.upstream_amps", 15.0)]))
    assert plan.lead.fittings[-1].part == seal
    assert not [f for f in found_before_proof(plan) if f.level == "stop"]
    assert plan.build.steps
    assert next(x for x in plan.prove.lines if x.id == "bus").words.endswith(pins)
    # A tape's bus wires have no colour of their own: none of them is marked.
    assert not [m for m in plan.ends.markings if m.core.startswith("tape.")]


@pytest.mark.parametrize("start", ["heating-tape-cord", "heating-tape-cord-na"])
def test_a_tape_goes_on_a_cord_whose_plug_is_moulded_on(start):
    lead = made(start, brief__tape_m=8.0, brief__watts_per_m=16.0, brief__run_m=1.0)
    size = "14 AWG" if start.endswith("na") else "1.5 mm2"
    said = [("brief.rcd", "30 mA"), ("brief.upstream_amps", 15.0), ("conductor.size", size)]
    plan = Plan(changed(lead, said))
    assert not [f for f in found_before_proof(plan) if f.level == "stop"]
    steps = {s.key: s.headline for s in plan.build.steps}
    assert "Cut the old end off the cord" in steps["B-off@cord"], "nothing of it is damaged"
    assert not any(key.startswith("A-land-cord") for key in steps), "its plug is left alone"


def test_nothing_of_a_far_end_is_bared_or_tugged():
    plan = Plan(made("heating-tape"))
    ends = [s for s in plan.build.steps if s.key.startswith("B-land-tape")]
    assert len(ends) == 2
    assert all(not s.figures for s in ends)
    kept_on = next(s for s in plan.build.steps if "Leave the inner jacket" in s.detail)
    assert not kept_on.figures


def test_a_tape_is_drawn_by_its_layers_and_never_as_a_cord():
    plan = Plan(made("heating-tape"))
    tapes = [g.named for g in plan.cut.groups if g.strip.is_of_a_tape]
    assert len(tapes) == 2
    assert any(not g.strip.is_of_a_tape for g in plan.cut.groups)


def test_a_cord_that_is_unplugged_for_a_tape_holds_no_tool():
    def dead(start):
        return next(s.detail for s in Plan(made(start)).build.steps if s.kind == "dead")

    assert "motor drive" not in dead("heating-tape-cord")
    assert "motor drive" in dead("repair-tool") and "motor drive" in dead("plug-bs")
    for start in ("repair", "switch-harness-pigtail"):
        assert "motor drive" not in dead(start) and "plugged into it comes out" in dead(start)
