"""What Ends asks for: what fits first, a switch for a switch, both old ends of a repair."""

import pytest
from leads import made

from euthyne.core.plan import Plan
from euthyne.core.questions.ends import FITS, asked
from euthyne.core.shelf.parts import shelf


def questions(start, **changes):
    return {q.path: q for q in asked(Plan(made(start, **changes)))}


@pytest.mark.parametrize(
    "start", ["extension-bs", "cord-cee", "supply-three", "extension-nema", "repair"]
)
def test_what_fits_a_place_is_shown_by_its_side_and_takes_its_copper_and_its_cord(start):
    plan = Plan(made(start))
    for question in asked(plan):
        if not question.path.startswith(("fit.", "fittings.")):
            continue
        fitting = question.path.split(".")[1]
        here = plan.ends.by_id[fitting].part
        for head, options in question.groups:
            for name, _ in options if head == FITS else ():
                part = shelf()[name]
                assert part.contact == here.contact and set(part.marks) == set(here.marks)
                low, high = part.terminal_mm2
                assert low <= plan.conductor.copper_mm2 <= high
        assert question.groups[0][0] == FITS


def test_a_switch_is_exchanged_for_a_switch_and_a_junction_for_a_junction():
    switch = questions("switch-harness", ends__switch="L")["fittings.switch.part"]
    names = [name for name, _ in switch.choices]
    assert "switch-double" in names and all(len(shelf()[n].positions) > 1 for n in names)
    junction = questions("repair")["fittings.junction.part"]
    names = [name for name, _ in junction.choices]
    assert "inline-junction-9-14" in names
    assert all(len(shelf()[n].positions) == 1 for n in names)
    assert not {"bs1363-plug", "switch-single", "boxed-outlet-bs"} & set(names)


def test_both_old_ends_of_a_repair_are_asked_and_nothing_of_a_new_leads():
    asks = questions("repair")
    assert asks["fit.supply"].label == "Supply end, there already"
    assert asks["fit.load"].label == "Load end, there already"
    assert "there-before" in dict(asks["fit.load"].choices), "its far end may be a tool"
    assert questions("extension-bs")["fit.supply"].label == "Supply end"


def test_a_cord_that_is_there_is_measured_where_its_size_is_asked():
    assert "conductor.measured_od_mm" in questions("extension-bs")
    assert "conductor.measured_od_mm" not in questions("repair")


def test_sockets_that_are_alike_are_chosen_together():
    asks = questions("splitter-bs", brief__outlets=3)
    assert [path for path in asks if path.startswith("fit.")] == ["fit.supply", "fit.load"]


def test_what_a_field_says_of_an_old_end_is_what_is_there():
    from euthyne.core.lead.paths import value_at

    for start in ("repair", "repair-tool", "repair-tool-nema", "plug-bs"):
        lead = made(start)
        for path, question in questions(start).items():
            if path.startswith("fit."):
                assert value_at(lead, path) in dict(question.choices), (start, path)
    asks = questions("repair-tool")
    assert value_at(made("repair-tool"), "fit.load") == "there-before"
    assert dict(asks["fit.load"].choices)["there-before"] == "a tool or an appliance, not opened"
    assert not any(
        shelf()[n].contact == "pin" for n, _ in asks["fit.load"].choices if n != "there-before"
    )
    assert "there-before" not in dict(asks["fit.supply"].choices)
