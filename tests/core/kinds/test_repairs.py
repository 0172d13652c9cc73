"""A lead that is mended: whatever its ends and however it is done, what is there stays and what is made is whole."""

import pytest
from leads import made

from euthyne.core.acts.walk import walk
from euthyne.core.checks import checks
from euthyne.core.kinds import KINDS
from euthyne.core.kinds.assembling import changed
from euthyne.core.plan import Plan

STARTS = [start.id for start in KINDS["repair"].starts]
WAYS = ("coupler", "resin", "shorten", "shorten-plug")
TO_A_TOOL = [name for name in STARTS if "tool" in name]


def mended(start, way, **more):
    """A lead that is mended one way, its size said."""
    size = "14 AWG" if start.endswith("nema") else "1.5 mm2"
    more = {"brief__upstream_amps": 15.0, "conductor__size": size} | more
    return made(start, brief__repair_by=way, **more)


@pytest.mark.parametrize("way", WAYS)
@pytest.mark.parametrize("start", STARTS)
def test_it_can_be_built_and_keeps_what_is_there(start, way):
    plan = Plan(mended(start, way))
    assert not walk(plan.build.acted)
    new = {e.id for e in plan.ends.ours}
    if way in ("coupler", "resin"):
        assert new == {"junction"}
        # A coupler has screws; in resin the cores are spliced.
        assert plan.ends.by_id["junction"].part.joint == ("screw" if way == "coupler" else "splice")
        assert [c.existing.finished for c in plan.lead.cables] == ["a", "b"]
    else:
        # What is shut in a tool is not its far end made again: the plug is.
        at_plug = way == "shorten-plug" or start in TO_A_TOOL
        assert new == {"supply" if at_plug else "load"}
        assert [c.existing.finished for c in plan.lead.cables] == ["b" if at_plug else "a"]
    assert not any(c.cut_here for c in plan.lead.cables), "nothing of it comes from Stores"


@pytest.mark.parametrize("way", WAYS)
@pytest.mark.parametrize("start", STARTS)
def test_it_begins_with_its_plug_out_and_itself_proven_dead(start, way):
    steps = Plan(mended(start, way)).build.steps
    keys = [s.key.partition("@")[0] for s in steps]
    dead = next(i for i, key in enumerate(keys) if key.endswith("-dead"))
    cut = next(i for i, key in enumerate(keys) if key.endswith("-off"))
    assert dead < cut
    assert "Unplug it" in steps[dead].headline


@pytest.mark.parametrize("start", STARTS)
def test_every_line_and_the_earth_run_through_the_joint(start):
    plan = Plan(mended(start, "coupler"))
    ways = {frozenset((a.fitting, b.fitting)) for a, b in plan.ends.courses}
    assert ways == {frozenset(("supply", "tool" if start in TO_A_TOOL else "load"))}
    assert set(plan.ends.through) == set(plan.cores)
    assert {f.code for f in checks(plan) if f.level == "stop"} <= {"unbuilt", "untested"}


@pytest.mark.parametrize("start", TO_A_TOOL)
def test_what_ends_in_a_tool_is_proven_without_opening_it(start):
    plan = Plan(mended(start, "coupler"))
    assert plan.given.proof == ("tool",)
    words = [line.words for line in plan.prove.lines]
    assert words[0].startswith("plug's earth pin to bare metal of the tool")
    assert not any("over the room" in w or "volts lost" in w for w in words)
    assert plan.given.shut_in_a_tool and not plan.conductor.can_be_rolled_up
    # Nobody listens between line and neutral: the tool stands between them.
    assert all(p.sounds or "supply.E" in (p.one.name, *p.names) for p in plan.prove.probe_plan)


def test_what_ends_in_a_socket_is_proven_from_end_to_end():
    plan = Plan(mended("repair-cee", "coupler"))
    assert plan.given.proof == KINDS["repair"].proof
    assert not plan.given.shut_in_a_tool


@pytest.mark.parametrize("before", [0, 1, 3])
def test_each_junction_it_has_already_counts_in_what_a_core_may_read(before):
    plan = Plan(mended("repair", "coupler", brief__mended_before=before))
    line = next(x for x in plan.prove.lines if x.id == "core-N")
    contacts = 2 * (2 + before)
    assert f"in {contacts} contacts" in line.why
    assert ("mended-again" in {f.code for f in checks(plan)}) == bool(before)


@pytest.mark.parametrize(
    ("at_m", "offered"),
    [
        (0.4, "shorten-plug"),
        (1.5, "shorten-plug"),
        (9.0, None),
        (18.3, "shorten"),
        (19.4, "shorten"),
    ],
)
def test_a_short_end_is_offered_to_be_left_off(at_m, offered):
    lead = mended(
        "repair", "coupler", brief__run_m=20.0, brief__damage_m=at_m, brief__cut_out_m=0.2
    )
    (found,) = (f for f in checks(Plan(lead)) if f.code == "what-is-left")
    changes = found.fix.changes if found.fix else ()
    assert changes == ((("brief.repair_by", offered),) if offered else ())
    if offered:
        after = Plan(changed(lead, changes))
        assert "what-is-left" not in {f.code for f in checks(after)}
        assert not walk(after.build.acted)


def test_a_tools_far_end_is_not_offered_to_be_made_again():
    lead = mended("repair-tool", "coupler", brief__run_m=4.0, brief__damage_m=3.8)
    (found,) = (f for f in checks(Plan(lead)) if f.code == "what-is-left")
    assert found.fix is None


def test_an_end_that_is_there_is_said_and_the_lead_goes_by_it():
    lead = changed(mended("repair", "coupler"), [("fit.load", "iec60309-16-connector")])
    assert Plan(lead).ends.by_id["load"].part.id == "iec60309-16-connector"
    tool = changed(mended("repair", "coupler"), [("fit.load", "there-before")])
    plan = Plan(tool)
    assert plan.given.shut_in_a_tool and plan.given.proof == ("tool",)
    assert plan.lead.assembly.fitting("tool").cavities == ("L", "N", "E")
    back = changed(tool, [("fit.load", "bs1363-socket")])
    assert not Plan(back).given.shut_in_a_tool
    assert Plan(back).lead.assembly.fitting("load").part == "bs1363-socket"


def test_its_old_plug_is_made_useless_where_a_new_one_goes_on():
    (off,) = (s for s in Plan(mended("repair-tool", "shorten-plug")).build.steps if s.kind == "off")
    assert "its stub of cord is live" in off.detail
    (off,) = (s for s in Plan(mended("repair", "shorten")).build.steps if s.kind == "off")
    assert "live" not in off.detail


@pytest.mark.parametrize("start", STARTS)
def test_a_resin_joint_has_no_sleeves_and_is_looked_at_once_it_is_hard(start):
    plan = Plan(mended(start, "resin"))
    first = plan.build.steps[0]
    contents = " ".join(words for kit in first.kits for words in kit.contents)
    assert "butt a core" in contents and "mould" in contents
    assert "sleeve" not in contents
    said = " ".join(s.mistake + " ".join(s.judge) for s in plan.build.steps)
    assert "sleeve" not in said
    cast = next(line for line in plan.prove.looks if line.end == "junction")
    assert "hard all through" in cast.question


@pytest.mark.parametrize(("device", "stopped"), [("none", True), ("30 mA", False)])
def test_what_burns_near_the_supply_hides_no_earth_fault_that_does_not_clear(device, stopped):
    # 144 A behind the plug pass more in five seconds than 14 AWG stands, 129 A at the far end do not; both are
    # under the ten times 16 A from which the breaker acts at once.
    plan = Plan(
        made(
            "repair-cee",
            conductor__cable_type="H07BQ-F",
            conductor__unit="AWG",
            conductor__size="14 AWG",
            brief__run_m=2.5,
            brief__loop_ohms=1.6,
            brief__upstream_amps=16.0,
            brief__rcd=device,
        )
    )
    found = {f.code: f for f in checks(plan)}
    assert found["far-end-short"].level == "stop"
    assert "144 A near the supply end; nothing is known" in found["far-end-short"].text
    assert (found["far-end-earth"].level == "stop") == stopped
