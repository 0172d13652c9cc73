"""Cores of two colours, drawn in both on screen and on paper; housings and blanks."""

import pytest
from leads import made

from euthyne.core.plan import Plan
from euthyne.core.trade.tints import is_tint, striped
from euthyne.drawing.bench import bench_drawing
from euthyne.drawing.colours import CORE_COLOURS, core_paint
from euthyne.drawing.facing import facing
from euthyne.drawing.template import svg as template
from euthyne.exchange.ink import styled


@pytest.fixture(scope="module")
def pin():
    said = {"brief__connector_ways": 16, "brief__cavity": 7, "tint__+": "brown-white"}
    return Plan(made("one-termination", fit__end="pin-crimp", conductor__size="0.75 mm2", **said))


def step(plan, key):
    return next(s for s in plan.build.steps if s.key == key)


def test_a_wire_of_two_colours_is_painted_in_both_and_its_pattern_comes_with_it(pin):
    drawn = bench_drawing(pin, step(pin, "A-land-+"))
    assert core_paint("brown-white") in drawn
    assert drawn.count('<pattern id="brown-white"') == 1
    for tint in ("brown", "white"):
        assert CORE_COLOURS[tint] in drawn


def test_paper_knows_no_patterns_and_gets_dashes():
    signal = Plan(made("signal-lead", brief__ways=11))
    inked = styled(facing(signal, presses=False), "").decode()
    assert "url(#grey-pink)" not in inked
    assert "stroke-dasharray" in inked
    assert CORE_COLOURS["pink"] in inked


def test_a_true_size_template_shows_both_colours():
    signal = Plan(made("signal-lead", brief__ways=11))
    drawn = "".join(template(signal, "a4", page) for page in (0,))
    assert CORE_COLOURS["grey"] in drawn


@pytest.mark.parametrize("name", ["white-white", "bare-red", "red-green-yellow", "mauve", "red-"])
def test_what_is_no_colour_of_a_wire_is_none(name):
    assert not is_tint(name)
    assert striped("green-yellow") is None


def test_the_way_a_contact_goes_into_is_marked_among_all_of_its_housing(pin):
    drawn = bench_drawing(pin, step(pin, "A-insert-+"))
    assert drawn.count('class="way"') == 15
    assert drawn.count('class="way-this"') == 1
    assert "way 7 of 16" in drawn


def test_blanks_are_drawn_in_the_ways_that_stay_empty():
    sealed = Plan(made("sealed-multiway", brief__ways=3, fit__supply="sealed-8-socket"))
    drawn = bench_drawing(sealed, step(sealed, "A-make-blanks"))
    assert "5 plugs" in drawn
    assert drawn.count("part-now") == 5
