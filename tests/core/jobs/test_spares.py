"""What a kit holds to spare: tries, and samples of set-ups that nobody released."""

from dataclasses import replace

import pytest
from leads import extension, made

from euthyne.core.jobs.kit import kit
from euthyne.core.jobs.spares import SAMPLE_M, spares
from euthyne.core.lead import StepDone
from euthyne.core.plan import plan_of
from euthyne.core.shelf.article import FirstArticle
from euthyne.core.stores.needs import needs

LUG = "lug-m8 50 mm2"


@pytest.fixture(scope="module")
def link():
    """Both leads of a battery, with a ring at each end."""
    return made("inverter-link", conductor__size="50 mm2", fit__battery="lug-m8")


def by_what(found):
    summed = {}
    for need in found:
        summed[need.kind, need.what] = summed.get((need.kind, need.what), 0.0) + need.amount
    return summed


@pytest.fixture
def released(link):
    """The sample that released the press of its lugs."""
    pressed = next(s.pressed for s in plan_of(link).build.steps if s.pressed)
    said = {"tool": "press, die 50", "held_n": 1e5, "filled": True, "at": "2026-11-02T09:00:00"}
    return FirstArticle(pressed.terminal, pressed.size, pressed.joint, by="AB", **said)


def test_a_sample_is_counted_once_for_each_set_up_whatever_how_many_leads(link):
    found = by_what(spares([plan_of(link), plan_of(replace(link, tag="TR-0002"))], ()))
    assert found["part", LUG] == 1
    assert sum(m for (kind, _), m in found.items() if kind == "cable") == SAMPLE_M


def test_a_set_up_that_a_sample_released_wants_none(link, released):
    plans = [plan_of(link)]
    assert spares(plans, [released]) == ()
    assert spares(plans, [replace(released, filled=False)]) != ()
    assert spares(plans, [replace(released, size="35 mm2")]) != ()


def test_each_try_of_each_lead_has_a_terminal_and_a_sleeve(link, released):
    two = plan_of(replace(link, cut=replace(link.cut, reworks=2)))
    found = by_what(spares([two, two], [released]))
    assert found["part", LUG] == 4
    sleeves = next(n.amount for n in needs(two) if n.kind == "sleeve")
    lugs = sum(n.amount for n in needs(two) if n.what.startswith("lug"))
    spare = next(m for (kind, _), m in found.items() if kind == "sleeve")
    assert spare == pytest.approx(4 * sleeves / lugs)


def test_what_is_laid_out_and_what_is_only_screwed_wants_nothing_to_spare(link):
    laid = replace(link.build, done=(StepDone("lay-out", "2026-11-02T09:00", "AB"),))
    assert spares([plan_of(replace(link, build=laid))], ()) == ()
    assert (
        spares([plan_of(replace(extension(), cut=replace(extension().cut, reworks=3)))], ()) == ()
    )


def test_the_kit_counts_it_in_and_says_how_much_of_it_is_to_spare(link):
    plans = [plan_of(link)]
    bare = {line.need.key: line for line in kit(plans, (), (), 1)}
    full = {line.need.key: line for line in kit(plans, (), (), 1, spares(plans, ()))}
    lug = full[f"part:{LUG}"]
    assert (lug.need.amount, lug.spare) == (bare[lug.need.key].need.amount + 1, 1)
    assert lug.short == lug.need.amount
    assert {line.need.kind for line in full.values() if line.spare} == {"part", "cable"}
