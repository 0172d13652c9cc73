"""Operations in the words of their own body: one's own sheet, one barrel for two cores, what is seen and what is
not."""

from dataclasses import replace

import pytest
from leads import INVERTER, made, plan

from euthyne.core.kinds import starts
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import part
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.practices import Practices, taken_up
from in_metric import in_metric

STARTS = [start.id for _, start in starts()]
SHEET = "its sheet, 12 May 2026"


def own(of, **figures):
    """A part of one's own, by its sheet."""
    return replace(part(of), id=f"{of}-own-1", corrects=of, source=SHEET, **figures)


def with_own(lead, place, mine):
    """A lead with a part of one's own at a place."""
    fittings = tuple(replace(f, part=mine.id) if f.place == place else f for f in lead.fittings)
    return replace(lead, fittings=fittings, ends=replace(lead.ends, own=(mine,)))


def figures(step):
    return {f.words: in_metric(f.value) for f in step.figures}


def test_presses_and_tool_of_ones_own_sheet_stand_in_place_of_the_generic_ones():
    lead = plan(**INVERTER, conductor__measured_od_mm=14.6).lead
    mine = own(lead.fittings[0].part, sheet_presses=2, sheet_tool="press 5, die K22")
    steps = {s.key: s for s in Plan(with_own(lead, lead.places[0].id, mine)).build.steps}
    by_sheet, generic = figures(steps["A-land-+"]), figures(steps["B-land-+"])
    assert by_sheet["presses, your sheet"] == "2"
    assert by_sheet["tool, your sheet"] == "press 5, die K22"
    assert not {"presses, narrow die", "die code"} & set(by_sheet)
    assert {"presses, narrow die", "die code"} <= set(generic)


def test_a_torque_by_size_holds_for_its_size_alone():
    mine = own("solar-socket", torque_nm=2.0, torques_nm=(("6 mm2", 3.6),))
    assert (mine.torque_for("6 mm2"), mine.torque_for("4 mm2")) == (3.6, 2.0)
    assert mine.most_torque_nm == 3.6


def sealed(wires):
    """A sealed lead whose first wires run otherwise, by their place in the map."""
    lead = made("sealed-multiway", conductor__size="1.5 mm2")
    changed = tuple(replace(w, **wires.get(i, {})) for i, w in enumerate(lead.wires))
    return Plan(replace(lead, wires=changed))


def test_two_wires_in_one_contact_are_pressed_and_pushed_in_once():
    lead = made("sealed-multiway", conductor__size="1.5 mm2")
    p = sealed({1: {"b": lead.wires[0].b}})
    ready, pressed = (
        s for s in p.build.steps if s.kind == "land" and s.end == "B" and s.core in ("1", "2")
    )
    assert "one barrel takes another with it" in ready.headline
    assert "together" in pressed.headline
    pushed = [s for s in p.build.steps if s.kind == "insert" and s.end == "B"]
    landed = [s for s in p.build.steps if s.kind == "land" and s.end == "B"]
    assert len(pushed) == len(landed) - 1


def test_a_wire_that_goes_into_nothing_is_capped_as_it_is_cut():
    p = sealed({0: {"a": None}})
    cut = next(s for s in p.build.steps if s.key == "cut")
    assert "goes into nothing at the supply end: a cap is shrunk over it" in cut.detail


@pytest.mark.parametrize("start", STARTS)
def test_nobody_is_asked_to_see_through_a_lid_or_a_sleeve(start):
    p = Plan(made(start))
    asked = {line.end: line.question for line in p.prove.looks if line.id.endswith("-strands")}
    for end in p.ends.ours:
        question = asked.get(end.id, "")
        ends = TERMINATIONS[end.part.joint]
        if end.part.closes and ends.insertion is None:
            assert not question, question
        if ends.sleeved and question:
            assert "sleeve" in question


def test_a_repair_looks_at_both_ends_that_were_there_and_reads_the_fuse():
    looks = [line.question for line in Plan(made("repair")).prove.looks]
    assert [q for q in looks if "that was there: whole" in q]
    assert len([q for q in looks if "that was there: whole" in q]) == 2
    assert len([q for q in looks if "taken out and read" in q]) == 1


def test_no_iron_comes_to_a_barrel_in_its_plastic():
    practices = taken_up(Practices(), "crimp", "crimp-then-solder", "")
    lined = Plan(
        with_value(made("damp-lead", conductor__size="4 mm2"), "build.practices", practices)
    )
    assert not [s for s in lined.build.steps if s.kind == "solder"]
    bare = plan(**INVERTER, conductor__measured_od_mm=14.6).lead
    bare = Plan(with_value(bare, "build.practices", practices))
    assert [s for s in bare.build.steps if s.kind == "solder"]


def test_a_printed_sleeve_is_of_its_own_wire():
    practices = taken_up(Practices(), "labels", "printed-sleeve", "")
    lead = with_value(made("conversion", conductor__size="1.5 mm2"), "build.practices", practices)
    markers = [s for s in Plan(lead).build.steps if s.part == "marker"]
    assert markers
    assert not [s for s in markers if "together" in s.detail]


def test_a_tape_is_called_a_tape():
    cut = next(s for s in Plan(made("heating-tape")).build.steps if s.key == "cut")
    assert "The heating tape that is there" in cut.detail


def test_a_live_pack_is_read_with_its_sign_before_its_old_coupler_is_cut():
    tail = {"brief__tail_of": "pack", "brief__live_battery": "yes", "conductor__size": "1.5 mm2"}
    p = Plan(made("conversion", **tail))
    read = next(s for s in p.build.steps if s.reads)
    cut = next(s for s in p.build.steps if "-off" in s.key)
    assert p.build.steps.index(read) < p.build.steps.index(cut)
    (line,) = (x for x in p.prove.lines if x.id in read.reads)
    crossed = line.judge(-line.sound, p.prove.meter, False)
    assert crossed.word == "fail" and "this wire is minus" in crossed.reason
    assert line.judge(line.sound, p.prove.meter, False).word == "pass"
