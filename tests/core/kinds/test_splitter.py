"""Splitters and several outlets: every socket has every core, each leg is guarded, each is read by itself."""

import pytest
from leads import made

from euthyne.core.acts.walk import walk
from euthyne.core.assembly.nets import nets
from euthyne.core.checks import checks
from euthyne.core.kinds import KINDS
from euthyne.core.kinds.assembling import changed
from euthyne.core.plan import Plan
from euthyne.core.stores.needs import needs

STARTS = [start.id for start in KINDS["splitter"].starts]


def split(start="splitter-bs", many=2, **more):
    return made(start, brief__outlets=many, brief__upstream_amps=13.0, **more)


@pytest.mark.parametrize("many", [2, 3])
@pytest.mark.parametrize("start", STARTS)
def test_every_socket_has_each_core_and_no_two_cores_meet(start, many):
    plan = Plan(split(start, many))
    found = nets(plan.lead.assembly, plan.given.parts)
    assert len([net for net in found if len(net) > 1]) == 3
    for net in found:
        marks = {mark[0] for _, mark in net}
        assert len(marks) == 1, "live to live, neutral to neutral, earth to earth"
        at = {fitting for fitting, _ in net if fitting != "junction"}
        assert at == {"supply", *(f"load-{n}" for n in range(1, many + 1))}


@pytest.mark.parametrize("many", [2, 3])
@pytest.mark.parametrize("start", STARTS)
def test_it_can_be_built_and_says_which_socket_it_is_at(start, many):
    plan = Plan(split(start, many))
    assert not walk(plan.build.acted)
    stops = {f.code for f in checks(plan) if f.level == "stop"}
    assert stops <= {"unbuilt", "untested"}
    closed = [s.headline for s in plan.build.steps if s.kind == "close" and "socket" in s.headline]
    if start != "splitter-nema":
        assert [f"socket {n} end" in said for n, said in enumerate(closed, start=1)] == [
            True
        ] * many


@pytest.mark.parametrize("many", [2, 3])
def test_each_leg_is_cut_to_its_own_length_and_the_cord_to_its(many):
    plan = Plan(split(many=many, brief__run_m=4.0, brief__leg_m=0.7))
    lengths = {name: length.cut_m for name, length in plan.cut.lengths.items()}
    assert lengths["cord"] > 4.0
    legs = {lengths[f"leg-{n}"] for n in range(1, many + 1)}
    assert len(legs) == 1 and 0.7 < legs.pop() < 1.0
    cable = [n for n in needs(plan) if n.kind == "cable"]
    assert sum(n.amount for n in cable) == pytest.approx(sum(lengths.values()))


@pytest.mark.parametrize("many", [2, 3])
def test_every_core_of_every_leg_is_probed_and_read(many):
    plan = Plan(split(many=many))
    probed = {
        frozenset((p.one.name, other))
        for p in plan.prove.probe_plan
        if p.sounds
        for other in p.names
    }
    reached = set().union(*probed)
    for n in range(1, many + 1):
        for mark in ("L", "N", "E"):
            assert f"load-{n}.{mark}" in reached
    ids = [line.id for line in plan.prove.lines]
    assert len(ids) == len(set(ids)), "each line has a name of its own"
    for mark in ("L", "N"):
        assert (
            len([x for x in plan.prove.lines if x.id.startswith("core-") and x.id.endswith(mark)])
            == many
        )
    assert len([x for x in ids if x.startswith("earth")]) == many
    insulation = next(x for x in plan.prove.lines if x.id == "insulation-E")
    assert insulation.between == (("supply.L", "supply.N"), ("supply.E",))


def test_a_branch_to_an_outlet_is_no_second_way_to_one_place():
    assert "parallel-couplers" not in {f.code for f in checks(Plan(split()))}


@pytest.mark.parametrize("start", ["outlets-bs", "outlets-cee", "outlets-as", "outlets-nema"])
def test_several_outlets_in_one_box_are_linked_counted_and_each_read(start):
    plan = Plan(made(start, brief__upstream_amps=10.0))
    part = plan.ends["B"].part
    assert part.outlets > 1
    keys = [s.key for s in plan.build.steps]
    linked = [k for k in keys if "linked" in k]
    assert bool(linked) == (part.short == "box")
    if linked:
        landed = [s.headline for s in plan.build.steps if s.kind == "land" and s.end == "B"]
        assert all("in the first outlet of the box" in said for said in landed)
        assert keys.index(linked[0]) < min(i for i, k in enumerate(keys) if k.startswith("B-land"))
        kit = next(k for k in plan.build.steps[0].kits if "linking" in k.sentence)
        assert "of each core" in kit.sentence
    for line in plan.prove.lines:
        if line.id in ("core-L", "core-N", "earth"):
            assert f"At each of its {part.outlets} outlets in turn" in line.how


def test_a_leg_follows_the_brief_until_somebody_measured_it():
    lead = split(many=2, brief__leg_m=0.7)
    longer = changed(lead, [("brief.leg_m", 1.2)])
    assert [c.legs_m for c in longer.cables if c.id.startswith("leg")] == [(1.2,), (1.2,)]
    measured = changed(longer, [("cables.leg-2.legs_m", (0.9,)), ("brief.leg_m", 1.5)])
    assert [c.legs_m for c in measured.cables if c.id.startswith("leg")] == [(1.5,), (0.9,)]
    three = changed(measured, [("brief.outlets", 3)])
    assert [c.legs_m for c in three.cables if c.id.startswith("leg")] == [(1.5,), (0.9,), (1.5,)]
