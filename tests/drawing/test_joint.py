"""What a core is ended in, drawn as what it is: each joint in its own shape, its tool while it is made, a tape
flat."""

import re

import pytest
from leads import made

from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.drawing.bench import bench_drawing
from euthyne.drawing.joint import SHAPES, TOOLS, Tip, joint_drawing

TIP = Tip(start=1000.0, end=1074.0, y=150.0, half=24.0)


def part_of(joint):
    return next(p for p in shelf().values() if p.joint == joint)


def step_drawn(plan, key):
    return bench_drawing(plan, next(s for s in plan.build.steps if s.key == key))


def test_every_termination_has_a_shape_of_its_own():
    assert set(SHAPES) == set(TERMINATIONS)
    drawn = {joint: joint_drawing(part_of(joint), TIP, now=False) for joint in SHAPES}
    # A contact with a seal on its wire is the same contact: the seal is drawn with the wire.
    del drawn["wire-seal"]
    assert len(set(drawn.values())) == len(drawn)


@pytest.mark.parametrize("joint", sorted(TOOLS))
def test_a_tool_bites_only_while_the_joint_is_made(joint):
    part = part_of(joint)
    assert 'class="tool"' in joint_drawing(part, TIP, now=True)
    assert 'class="tool"' not in joint_drawing(part, TIP, now=False)
    assert 'class="tool"' not in joint_drawing(part, TIP, now=True, inserted=True)


def test_rings_tabs_and_receptacles_are_told_apart():
    by_short = {p.short: p for p in shelf().values() if p.joint == "blade"}
    drawn = {
        short: joint_drawing(by_short[short], TIP, now=False)
        for short in ("ring", "tab", "receptacle")
    }
    assert len(set(drawn.values())) == 3


def test_a_contact_is_drawn_in_its_housing_once_it_is_pushed_in():
    plan = Plan(made("sealed-multiway", conductor__size="1.5 mm2"))
    crimped, pushed = (step_drawn(plan, f"B-{does}-1") for does in ("land", "insert"))
    assert 'class="tool"' in crimped and "push-arrow" not in crimped
    assert "push-arrow" in pushed and "way 1" in pushed and 'class="tool"' not in pushed


def test_a_tape_is_flat_with_two_bus_wires_and_its_braid_beside():
    plan = Plan(made("heating-tape"))
    bared = step_drawn(plan, "A-cores@tape")
    assert len(re.findall(r'class="bare"', bared)) == 2
    assert "stair-tail" in bared and "live bus wire" in bared
    assert "bench-core" not in bared, "no round core of a cord"
    far = step_drawn(plan, "B-cores@tape")
    assert "cut-away" in far and "stair-tail" not in far
    measured = step_drawn(plan, "B-make-measured@roof")
    assert "meter" in measured and measured.count("push-arrow") == 2


def test_the_copper_sleeve_of_a_clamp_is_on_before_the_clamp():
    plan = Plan(made("welding-extension", conductor__size="35 mm2"))
    keys = [s.key for s in plan.build.steps]
    copper, clamp = "A-make-copper", "A-land-+"
    assert keys.index(copper) < keys.index(clamp)
    assert "part-now" in step_drawn(plan, copper)
    assert "screw-body" in step_drawn(plan, clamp)
