"""Drawings say what the numbers say: to scale, in order, mirrored where they should be, and in
words too.
"""

import math
import re
from xml.etree import ElementTree

import pytest
from leads import INVERTER, SOLAR, WELDING, extension, made, plan

from euthyne.core.envelope.answer import ScaleMark
from euthyne.core.envelope.gauge import what_gauge
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import mating_face, wiring_side
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.shelf.terminations.finishes import FINISHES
from euthyne.core.standing.progress import progress
from euthyne.core.trade.sizes import read_size
from euthyne.drawing.bench import bench_drawing
from euthyne.drawing.face import face_drawing, wiring_drawing
from euthyne.drawing.facing import facing
from euthyne.drawing.judge import examples, row
from euthyne.drawing.judged.example import strands
from euthyne.drawing.label import HEIGHT_MM, WIDTH_MM, Square, label_svg, layout
from euthyne.drawing.ladder import ladder, shown
from euthyne.drawing.loop import loop
from euthyne.drawing.outline import outline, scale_of
from euthyne.drawing.reach import reach
from euthyne.drawing.ribbon import LIST, PAGE, ROW, ribbon
from euthyne.drawing.scale import scale
from euthyne.drawing.section import section
from euthyne.drawing.strip import strip_drawing
from euthyne.exchange.label import qr_rows
from in_metric import in_metric

SVG = "{http://www.w3.org/2000/svg}"


def tree(svg):
    return ElementTree.fromstring(in_metric(svg).replace("hx-", "data-"))


def of_class(svg, name, tag="*"):
    return [
        e
        for e in tree(svg).iter(f"{SVG}{tag}" if tag != "*" else None)
        if name in (e.get("class") or "").split()
    ]


def words(svg):
    return " | ".join("".join(e.itertext()) for e in tree(svg).iter(f"{SVG}text"))


def drawn_ribbon(p, form=PAGE, here=None):
    return ribbon(p, progress(p, False), form, "/leads/TR-0001", here)


LEADS = {"mains": {}, "inverter": INVERTER, "solar": SOLAR, "welding": WELDING}


@pytest.mark.parametrize("given", LEADS.values(), ids=LEADS)
@pytest.mark.parametrize("form", [PAGE, ROW, LIST], ids=["page", "row", "list"])
def test_a_ribbon_has_seven_bands_in_order_each_a_link(given, form):
    p = plan(**given)
    bands = of_class(drawn_ribbon(p, form), "band")
    assert [b.get("href") for b in bands] == [f"/leads/TR-0001/{s.value}" for s in Stage]
    places = [float(b.find(f"{SVG}rect").get("x")) for b in bands]
    assert places == sorted(places)
    assert all(b.get("aria-label") for b in bands)


def test_a_band_shows_how_its_stage_stands_by_shape_and_word():
    p = plan(ends__joints=(), ends__b="c14", brief__drum_layers=1)
    svg = drawn_ribbon(p, here=Stage.CONDUCTOR)
    standing = {b.get("href").rsplit("/")[-1]: b.get("class") for b in of_class(svg, "band")}
    assert standing["brief"] == "band band-caution"
    assert standing["conductor"] == "band band-here"
    assert standing["ends"] == "band band-stop"
    assert standing["cut"] == "band band-open"
    labels = {b.get("aria-label") for b in of_class(svg, "band")}
    assert {"1 Brief, needs a reason", "3 Ends, stopped", "4 Cut, open"} <= labels
    assert len(of_class(svg, "mark-caution")) == 1
    assert len(of_class(svg, "mark-stop")) == 1


def test_the_dimension_line_says_run_and_cut():
    assert "10 m run · 20 m of copper" in words(drawn_ribbon(plan()))
    assert "10 m run · 10.42 m to cut" in words(drawn_ribbon(plan(cut__accepted=True)))
    assert "14 m run · 14 m of copper" in words(drawn_ribbon(plan(**WELDING))), (
        "one pole is counted once"
    )
    assert "length not said yet" in words(drawn_ribbon(plan(brief__run_m=None)))


@pytest.mark.parametrize("part", shelf().values(), ids=lambda p: p.id)
def test_every_outline_shows_the_contacts_it_has(part):
    svg = f'<svg xmlns="http://www.w3.org/2000/svg">{outline(part).body}</svg>'
    pins, holes = of_class(svg, "pin") + of_class(svg, "pin-in"), of_class(svg, "hole")
    if part.open_end:
        assert len(of_class(svg, "cord-end")) == min(len(part.marks), 7), (
            "its cores, each by itself"
        )
    elif part.outline in ("lug", "coupler"):
        singles = 2 if len(part.marks) == 2 else 0
        assert len(of_class(svg, "cord-end")) == singles, "two singles, each with its own end"
    elif part.contact != "pin":
        of_one = [c for c in part.face.cavities if c.shape != "clip"]
        assert len(holes) == len(of_one) * part.outlets
        assert not pins
    else:
        assert pins
        assert not holes
    assert 0 < outline(part).reach_mm * scale_of(part, 82) <= 124, "room is left for the stages"


@pytest.mark.parametrize("part", [p for p in shelf().values() if p.mains], ids=lambda p: p.id)
def test_the_drawn_wiring_side_is_the_mirror_of_the_drawn_mating_face(part):
    def places(svg):
        marks = of_class(f'<svg xmlns="http://www.w3.org/2000/svg">{svg}</svg>', "cavity-mark")
        return {m.text: float(m.get("x")) for m in marks}

    front = places(face_drawing(mating_face(part), part.contact, 0, 0, 3))
    back = places(wiring_drawing(wiring_side(part), part.contact, 0, 0, 3))
    assert set(front) == set(back) == set(part.marks)
    assert all(front[m] == pytest.approx(-back[m]) for m in front)


def test_the_facing_ends_name_every_core_and_both_faces_of_both_ends():
    svg = facing(plan())
    for said in (
        "L · brown",
        "N · blue",
        "E · green-yellow",
        "Plug, mating face",
        "Plug, wiring side",
        "Socket, wiring side",
        "Socket, mating face",
    ):
        assert said in words(svg)
    assert len(of_class(svg, "core")) == 6
    assert "E green-yellow from E to E" in tree(svg).get("aria-label")
    assert "L · black" in words(facing(plan(ends__scheme="north-america")))


def test_copper_on_the_ladder_is_to_scale_and_the_bars_are_to_the_figures():
    p = plan(brief__run_m=25.0)
    svg = ladder(p.conductor.sizing_brief, p.conductor.sizing, p.conductor.size_name, True, "/take")
    rungs = shown(p.conductor.sizing, p.conductor.size_name)
    radii = [float(c.get("r")) for c in of_class(svg, "copper")]
    for radius, rung in zip(radii, rungs, strict=True):
        assert (radius / radii[-1]) ** 2 == pytest.approx(
            rung.cross_section_mm2 / rungs[-1].cross_section_mm2, rel=0.02
        )
    bars = [float(b.get("width")) for b in of_class(svg, "bar")][::2]
    wanted = p.conductor.sizing.wanted_amps
    whole = [(bar, wanted / c.rating_amps) for bar, c in zip(bars, rungs, strict=True)]
    inside = [(bar, share) for bar, share in whole if share < 1.4]
    assert len(inside) >= 2
    for bar, share in inside:
        assert bar / inside[-1][0] == pytest.approx(share / inside[-1][1], rel=0.01)


def test_a_rung_that_fails_says_so_in_a_word_and_the_taken_one_is_framed():
    p = plan(brief__run_m=25.0)
    svg = ladder(p.conductor.sizing_brief, p.conductor.sizing, p.conductor.size_name, True, "/take")
    rungs = {g.get("aria-label"): g for g in of_class(svg, "rung")}
    assert any("too thin" in label and label.startswith("1 mm²") for label in rungs)
    taken = next(g for label, g in rungs.items() if label.startswith("1.5 mm²"))
    assert taken.get("aria-pressed") == "true"
    assert next(r.get("class") for r in taken.iter(f"{SVG}rect")) == "rung-frame"
    assert "13 A wanted" in words(svg)
    assert "5 % limit" in words(svg)


def test_a_ladder_nobody_may_press_has_no_buttons():
    p = plan()
    assert 'role="button"' not in ladder(
        p.conductor.sizing_brief, p.conductor.sizing, p.conductor.size_name, True, None
    )


@pytest.mark.parametrize("end", [0, 1])
def test_strips_are_true_to_scale(end):
    p = plan()
    strip = p.cut.groups[end].strip
    svg = strip_drawing(p, p.cut.groups[end])
    bar = next(
        line
        for line in of_class(svg, "dimension", "line")[::-1]
        if line.get("y1") == line.get("y2")
    )
    per_mm = abs(float(bar.get("x2")) - float(bar.get("x1"))) / 20
    cores = [float(r.get("width")) for r in of_class(svg, "strip-core")]
    bare = [float(r.get("width")) for r in of_class(svg, "bare")]
    for drawn, copper, core in zip(cores, bare, strip.cores, strict=True):
        assert (drawn + copper) / per_mm == pytest.approx(core.core_mm, rel=0.01)
        assert copper / per_mm == pytest.approx(core.strip_mm, rel=0.01)


def test_both_ends_of_a_lead_are_drawn_tip_outward():
    p = plan()
    tips = {}
    for group in p.cut.groups:
        end = group.side
        svg = strip_drawing(p, group)
        bare = of_class(svg, "bare")[0]
        sheath = of_class(svg, "cord")[0]
        tips[end] = float(bare.get("x")) - float(sheath.get("x"))
    assert tips["A"] < 0 < tips["B"]


def test_the_bench_shows_parts_on_the_cord_as_they_are_done():
    lead = extension(
        ends__a="bs1363-plug-heavy", ends__b="bs1363-socket-heavy", conductor__cable_type="H07RN-F"
    )
    p = Plan(lead)
    nut = next(s for s in p.build.steps if s.key == "B-nut")
    svg = bench_drawing(p, nut)
    assert len(of_class(svg, "part-now")) == 1
    assert "Gland nut" in words(svg)
    assert not of_class(svg, "bench-core"), "the sheath is still on"
    land = next(s for s in p.build.steps if s.key == "B-land-E")
    assert len(of_class(bench_drawing(p, land), "bench-core")) == 3
    assert len(of_class(bench_drawing(p, land), "terminal-now")) == 1


@pytest.mark.parametrize("key", [s.key for s in plan().build.steps])
def test_every_step_has_a_picture_with_words(key):
    p = plan()
    step = next(s for s in p.build.steps if s.key == key)
    assert in_metric(step.headline).split(",")[0] in tree(bench_drawing(p, step)).get("aria-label")


def test_the_cord_cut_across_is_to_scale():
    p = plan(conductor__measured_od_mm=8.0)
    svg = section(p)
    sheath = float(of_class(svg, "section-sheath")[0].get("r"))
    copper = [float(c.get("r")) for c in of_class(svg, "copper")]
    assert len(copper) == 3
    assert copper[0] / sheath == pytest.approx(math.sqrt(4 / math.pi * 1.5) / 8.0, rel=0.02)
    assert "8.0 mm" in words(svg)


def test_the_lines_of_the_reach_meet_the_limit_where_they_should():
    p = plan(brief__run_m=25.0)
    svg = reach(p.conductor.sizing_brief, p.conductor.sizing, "1.5 mm2")
    longest = re.search(r"(\d+) m at most", words(svg))[1]
    c = p.conductor.candidate
    assert int(longest) == int(25 * 5 / c.drop_percent)


def test_the_loop_counts_the_way_back():
    assert "25 m out" in words(loop(plan(brief__run_m=25.0)))
    assert "50 m of copper" in words(loop(plan(brief__run_m=25.0)))
    assert "? m" in words(loop(plan(brief__run_m=None)))
    welding = words(loop(plan(**WELDING, brief__already_m=3.0)))
    assert "14 m added to this pole, 3 m there already" in welding
    assert "the other pole: a lead of its own" in welding


@pytest.mark.parametrize("sealed", ["no", "here", "elsewhere"])
def test_the_label_keeps_inside_its_edges_and_its_code_is_square(sealed):
    facts = plan().tag.facts("2026-11-23", "AF")
    rows = qr_rows("http://127.0.0.1:8460/leads/TR-0001")
    items = layout(facts, rows, sealed)
    for item in items:
        right = item.x + (
            item.w if isinstance(item, Square) else len(item.words) * item.size * 0.56
        )
        bottom = item.y + (item.h if isinstance(item, Square) else 0)
        assert 0 < item.x < right <= WIDTH_MM, item
        assert item.y > 0 and bottom < HEIGHT_MM, item
    bars = [i for i in items if isinstance(i, Square)][1:]
    assert max(b.x + b.w for b in bars) - min(b.x for b in bars) == pytest.approx(25.0, abs=0.1)
    last = items[-len(bars) - 1]
    assert last.x + len(last.words) * last.size * 0.56 < min(b.x for b in bars), "beside its code"
    assert len(rows) == len(rows[0])
    assert "TR-0001" in words(label_svg(facts, rows, sealed))


def test_a_label_before_the_seal_says_that_it_is_no_tag():
    facts, rows = (
        plan().tag.facts("2026-11-23", "AF"),
        qr_rows("http://127.0.0.1:8460/leads/TR-0001"),
    )
    assert "NOT PROVEN, NOT A TAG YET" in words(label_svg(facts, rows, "no"))
    assert "test again by 2028-11-23" in words(label_svg(facts, rows, "here"))
    elsewhere = words(label_svg(facts, rows, "elsewhere"))
    assert "SEALED IN ANOTHER LOG, NOT CHECKED HERE" in elsewhere and "test again" not in elsewhere


def test_the_scale_puts_every_mark_in_its_order_and_no_words_on_each_other():
    found = what_gauge(read_size("2.5 mm2"))
    svg = scale(found.marks, "mm²", log=True)
    placed = [
        (float(t.get("x")), float(t.get("y")), len(t.text)) for t in of_class(svg, "scale-words")
    ]
    for i, (x, y, n) in enumerate(placed):
        for other_x, other_y, m in placed[i + 1 :]:
            assert y != other_y or abs(x - other_x) > (n + m) * 3.2
    assert scale((), "A") == ""
    assert "scale-bar" in scale(
        (ScaleMark(3, "limit", "limit"), ScaleMark(2, "given", "given")), "A"
    )


def test_a_bench_in_gauge_and_feet_rules_its_scale_in_its_own_degrees():
    marks = (ScaleMark(30.0, "around it", "given"), ScaleMark(90.0, "insulation", "limit"))
    svg = scale(marks, "°C", measures="gauge")
    figures = [t.text for t in of_class(svg, "scale-figure")]
    assert figures[-1] == "°F"
    assert max(float(x) for x in figures[:-1]) > 194
    assert scale(marks, "A", measures="gauge") == scale(marks, "A")


@pytest.mark.parametrize("kind", [*TERMINATIONS, *FINISHES])
def test_every_termination_and_finish_is_shown_good_first_and_then_bad(kind):
    shown = examples(kind)
    good = [e.good for e in shown]
    assert good == sorted(good, reverse=True)
    assert good[0] and not good[-1]
    assert len({e.body for e in shown}) == len(shown), "no two pictures are the same"
    said = words(row(kind))
    assert all(e.words in said for e in shown)


def test_strands_that_touch_fill_their_circle_and_loose_ones_do_not():
    tight, loose = (strands(0, 0, 30, 3, gap) for gap in (1.0, 1.3))
    assert tight.count("<circle") == loose.count("<circle") == 37
    assert tight != loose


def test_a_switch_and_a_fuse_are_drawn_in_the_core_they_break():
    svg = facing(plan(ends__switch="all", ends__fuse_in="L"))
    said = [t.text for t in of_class(svg, "in-core-words")]
    assert said.count("switch") == 2, "both lines of a double-pole switch"
    assert said.count("fuse") == 1


def test_every_cavity_can_be_landed_on_and_every_core_taken_in_hand():
    p = plan()
    svg = facing(p)
    spots = {(c.get("data-end"), c.get("data-mark")) for c in of_class(svg, "spot")}
    assert spots == {(end, mark) for end in "ab" for mark in p.ends["A"].part.marks}
    assert {g.get("data-core") for g in of_class(svg, "core-handle")} == set(p.cores)


def test_turning_an_end_round_brings_its_mating_face_to_the_cores():
    straight, round_ = facing(plan()), facing(plan(), frozenset("A"))
    places = [
        {
            c.get("data-mark"): float(c.get("cx"))
            for c in of_class(s, "spot")
            if c.get("data-end") == "a"
        }
        for s in (straight, round_)
    ]
    middle = (places[0]["L"] + places[0]["N"]) / 2
    assert places[1]["L"] - middle == pytest.approx(middle - places[0]["L"])


def test_a_sleeve_is_parked_then_pushed_over_its_joint():
    p = plan(**INVERTER, conductor__measured_od_mm=14.6)
    by_key = {s.key: s for s in p.build.steps}
    parked = of_class(bench_drawing(p, by_key["A-land-+"]), "part-on")
    pushed = of_class(bench_drawing(p, by_key["A-shrink-+"]), "part-now")
    assert float(pushed[0].get("x")) > float(parked[0].get("x"))


def test_metal_and_price_stand_on_every_rung():
    p = plan()
    metal = {c.size: (2.0, 23.0) for c in p.conductor.sizing.candidates}
    svg = ladder(
        p.conductor.sizing_brief, p.conductor.sizing, p.conductor.size_name, True, "/take", metal
    )
    assert (
        words(svg).count("2 kg")
        == words(svg).count("costs 23.00")
        == len(shown(p.conductor.sizing, p.conductor.size_name))
    )


def test_a_live_packs_other_pole_is_drawn_whole_until_it_is_under_its_sleeve():
    lead = made(
        "conversion", brief__tail_of="pack", brief__live_battery="yes", conductor__size="1.5 mm2"
    )
    p = Plan(lead)
    said = {s.key: bench_drawing(p, s) for s in p.build.steps if s.kind in ("off", "land")}
    assert "black: stays whole" in said["A-off@tail-plus"]
    assert "black: stays whole" in said["A-land-+"]
    assert "red: joined, under its sleeve" in said["A-off@tail-minus"]
    unplugged = Plan(made("conversion", brief__tail_of="pack", brief__live_battery="no"))
    first = next(s for s in unplugged.build.steps if s.kind == "off")
    assert "stays whole" not in bench_drawing(unplugged, first)


def test_the_knock_out_to_open_is_marked_and_the_other_stays_shut():
    p = Plan(made("extension-box-bs"))
    step = next(s for s in p.build.steps if s.key == "B-make-knockout")
    drawn = in_metric(bench_drawing(p, step))
    assert "20.5 mm: open this one" in drawn
    assert "25.5 mm: stays shut" in drawn
