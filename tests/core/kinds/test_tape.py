"""A heating tape between two hots: two bus wires, no neutral, and an end seal of its own."""

from leads import made

from euthyne.core.checks import found_before_proof
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
