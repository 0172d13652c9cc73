"""What is done to contacts that are drawn, to a bundle, to a wire that lies ready: drawn as the hand has it."""

import pytest
from leads import made

from euthyne.core.plan import Plan
from euthyne.drawing.bench import bench_drawing


@pytest.fixture(scope="module")
def plan():
    lead = made(
        "charger-lead",
        brief__amps=1.5,
        brief__cells=2,
        brief__taps=True,
        brief__tap_form="short",
        brief__braided=True,
        brief__run_m=0.28,
        conductor__size="1 mm2",
        circuit__taps__size="22 AWG",
    )
    return Plan(lead)


def drawn(plan, key):
    return bench_drawing(plan, next(s for s in plan.build.steps if s.key == key))


def test_contacts_lie_beside_their_plug_and_go_back_with_their_wires(plan):
    out, back = drawn(plan, "A-make-drawn"), drawn(plan, "A-make-housed")
    assert "a needle on its tab" in out
    for way in ("T0", "T1", "T2"):
        assert f">{way}<" in out
        assert f">{way}<" in back
    assert out.count("bench-core-edge") == 0
    assert back.count("bench-core-edge") == 3


def test_a_braid_lies_over_every_wire_of_the_bundle(plan):
    assert drawn(plan, "A-make-braid").count("bench-core-edge") == len(plan.lead.cables)


def test_no_iron_comes_to_a_wire_that_only_lies_ready(plan):
    ready, joined = drawn(plan, "B-land--"), drawn(plan, "A-land-T0")
    assert "terminal-now" not in ready
    assert "terminal-now" in joined
