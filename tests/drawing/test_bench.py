"""Pictures of the bench, the cut, the reels and the layers: what is done is on them, to scale, and
inside the sheet.
"""

import itertools
import re
from xml.etree import ElementTree

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import INVERTER, SIGNAL, TAPE, made, plan

from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.shelf.terminations.finishes import FINISHES
from euthyne.core.stores.stock import Stock, Taken
from euthyne.core.trade.layers import layered, staircase
from euthyne.drawing.bench import bench_drawing
from euthyne.drawing.bodywork import DRAWN, body_drawing
from euthyne.drawing.cutting import cutting_drawing
from euthyne.drawing.judge import examples, row
from euthyne.drawing.reel import cut_drawing, length_left
from euthyne.drawing.staircase import SPAN, TIP, staircase_drawing
from in_metric import in_metric

SVG = "{http://www.w3.org/2000/svg}"
LINK = {**INVERTER, "conductor__measured_od_mm": 14.6, "conductor__size": "50 mm2"}
HEAVY = {
    "ends__a": "bs1363-plug-heavy",
    "ends__b": "bs1363-socket-heavy",
    "conductor__cable_type": "H07RN-F",
}
LEADS = {"extension": {}, "heavy": HEAVY, "link": LINK, "shielded": SIGNAL, "tape": TAPE}


def tree(svg):
    return ElementTree.fromstring(in_metric(svg))


def of_class(svg, name):
    return [e for e in tree(svg).iter() if name in (e.get("class") or "").split()]


def words(svg):
    return [
        ("".join(e.itertext()), float(e.get("x")), float(e.get("y")))
        for e in tree(svg).iter(f"{SVG}text")
    ]


def size(svg):
    return tuple(float(x) for x in tree(svg).get("viewBox").split()[2:])


def step_of(p, key):
    return next(s for s in p.build.steps if s.key == key)


@pytest.mark.parametrize("given_", LEADS.values(), ids=LEADS)
def test_every_picture_keeps_its_words_and_boxes_inside_the_sheet(given_):
    p = plan(**given_)
    for step in p.build.steps:
        svg = bench_drawing(p, step)
        wide, tall = size(svg)
        for said, x, y in words(svg):
            assert -1 <= x <= wide + 1, (step.key, said)
            assert 0 <= y <= tall, (step.key, said)
        for box in tree(svg).iter(f"{SVG}rect"):
            if not box.get("class"):
                continue
            x, w = float(box.get("x")), float(box.get("width"))
            assert w >= 0, step.key
            assert x + w <= wide + 1, (step.key, box.attrib)


@pytest.mark.parametrize("given_", [HEAVY, SIGNAL], ids=["heavy", "shielded"])
def test_parts_on_the_cable_are_those_threaded_so_far(given_):
    p = plan(**given_)
    for end in "AB":
        threads = [s for s in p.build.steps if s.kind == "thread" and s.end == end]
        for i, step in enumerate(threads):
            svg = bench_drawing(p, step)
            assert len(of_class(svg, "part-turn")) == 1
            assert len(of_class(svg, "part-leader")) == i + 1
            assert len(of_class(svg, "mark-done")) == i
        closing = bench_drawing(p, step_of(p, f"{end}-close"))
        assert len(of_class(closing, "mark-done")) == len(threads)


def test_a_lug_is_on_its_core_once_it_is_pressed_and_one_cable_is_in_the_hand():
    p = plan(**LINK)
    before, pressing, after = (
        bench_drawing(p, step_of(p, key)) for key in ("A-cores@minus", "A-land--", "A-shrink--")
    )
    assert len(of_class(before, "bare")) == 1
    assert of_class(before, "terminal") == []
    assert len(of_class(pressing, "terminal-now")) > 0
    assert of_class(after, "terminal-now") == []
    assert len(of_class(after, "terminal")) == len(of_class(pressing, "terminal-now"))


def test_sleeves_side_by_side_never_overlap():
    for given_, key in ((LINK, "B-cores@plus"), (SIGNAL, "B-cores")):
        p = plan(**given_)
        svg = bench_drawing(p, step_of(p, key))
        rows = sorted(
            (float(e.get("y")), float(e.get("height")))
            for e in of_class(svg, "part-on")
            if e.get("height")
        )
        for (y, tall), (below, _) in itertools.pairwise(rows):
            assert y + tall <= below + 0.5


def test_a_thicker_bare_length_is_drawn_longer():
    lug = of_class(bench_drawing(plan(**LINK), step_of(plan(**LINK), "A-cores@plus")), "bare")
    cup = of_class(bench_drawing(plan(**SIGNAL), step_of(plan(**SIGNAL), "B-cores")), "bare")
    assert float(lug[0].get("width")) > 2 * float(cup[0].get("width"))


@given(st.floats(20, 120))
def test_stairs_are_to_scale_whatever_their_length(reach):
    stairs = staircase(layered("screened-multicore"), reach)
    lines = of_class(staircase_drawing(stairs, "the cord"), "dimension")
    long = [
        abs(float(e.get("x2")) - float(e.get("x1"))) for e in lines if e.get("y1") == e.get("y2")
    ]
    drawn = [s.back_mm * SPAN / stairs[0].back_mm for s in stairs if s.back_mm >= 1]
    assert long == pytest.approx(drawn, abs=0.05)
    assert max(float(e.get("x2")) for e in lines) == TIP


def test_a_braid_that_is_not_landed_has_no_tail():
    p = plan(**SIGNAL)
    landed, cut_off = (staircase_drawing(s.stairs, s.whose) for s in p.cut.strips.values())
    assert len(of_class(landed, "stair-tail")) == 1
    assert of_class(cut_off, "stair-tail") == []


@given(st.floats(1, 80), st.floats(0.05, 1))
def test_a_reel_is_drawn_by_what_is_left_on_it(left, share):
    full, less = Stock("Reel 1", "cable", "x", left), Stock("Reel 2", "cable", "x", left * share)
    long = [float(of_class(length_left(s, left), "cord")[0].get("width")) for s in (full, less)]
    assert long[1] <= long[0]
    svg = cut_drawing((Taken(full, left * share),), left * share)
    off = float(of_class(svg, "cut-off")[0].get("width"))
    assert off == pytest.approx(max(700 * share, 3.0), rel=0.01)


@pytest.mark.parametrize("given_", LEADS.values(), ids=LEADS)
def test_the_shares_of_a_cut_stand_in_a_row_and_none_is_left_out(given_):
    p = plan(**given_, cut__loops_mm=200.0)
    svg = cutting_drawing(p)
    bars = [e for name in ("cord", "share-end", "share-spare") for e in of_class(svg, name)]
    ends = sorted((float(e.get("x")), float(e.get("x")) + float(e.get("width"))) for e in bars)
    for (_, right), (left, _) in itertools.pairwise(ends):
        assert right == pytest.approx(left, abs=0.1)
    figures = [
        re.sub(r"[^\d.]", "", said) for said, _, _ in words(svg) if said.endswith((" m", " mm"))
    ]
    assert len(figures) == len(bars)


@pytest.mark.parametrize("kind", [*TERMINATIONS, *FINISHES])
def test_good_and_bad_stand_clear_of_each_other_in_their_row(kind):
    svg = row(kind)
    wide, tall = size(svg)
    named = [(said, x, y) for said, x, y in words(svg)]
    assert [said for said, _, _ in named] == [e.words for e in examples(kind)]
    for (said, x, _), (_, after, _) in itertools.pairwise(named):
        assert x + 9.2 * len(said) < after + 26, said
    assert all(y < tall and x < wide for _, x, y in named)
    assert len(of_class(svg, "mark-done")) == sum(e.good for e in examples(kind))
    assert len(of_class(svg, "mark-stop")) == sum(not e.good for e in examples(kind))


@pytest.mark.parametrize("part", [p for p in shelf().values() if p.making], ids=lambda p: p.id)
def test_what_is_done_to_a_box_or_a_panel_is_drawn_as_it_lies(part):
    plan = Plan(made("extension-bs"))
    if part.seals_cores:
        plan = Plan(made("sealed-multiway", brief__ways=1, fit__supply=part.id))
    for step in part.making:
        drawn = body_drawing(plan, part, step.id)
        if step.id not in DRAWN or (step.id == "blanks" and not part.seals_cores):
            assert drawn == ""
            continue
        said = re.findall(r">([^<>]+)</text>", drawn)
        assert said and drawn.count("part-now") + drawn.count("bench-body") >= 2
        spout = "spout" in part.words
        if step.id == "entry":
            assert {"outside", "inside", "gland body"} <= set(said)
            assert ("lock nut" in said) != spout and ("on its washer" in said) == spout
        if step.id == "linked":
            # A tail for each mark between each two outlets, and no other.
            assert drawn.count("bench-core-edge") == (part.devices - 1) * len(part.marks)
        if step.id in ("through", "seated"):
            assert part.short in said and {"inside", "front"} <= set(said)
        if step.id == "knockout":
            assert len([words for words in said if "open this one" in words]) == 1


def test_everything_that_is_drawn_so_is_done_to_some_part():
    assert {m.id for p in shelf().values() for m in p.making} | {"braid"} >= set(DRAWN)
