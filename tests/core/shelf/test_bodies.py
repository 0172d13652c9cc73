"""How bodies are made up: loose parts, steps, closings, and a gland that must pass its box."""

from dataclasses import replace

import pytest

from euthyne.core.shelf import bodies as bodies_module
from euthyne.core.shelf.bodies import bodies, steps, with_body
from euthyne.core.shelf.faults import faults_of
from euthyne.core.shelf.loose import read_loose
from euthyne.core.shelf.part import ThreadedPart
from euthyne.core.shelf.parts import part, shelf
from euthyne.core.stages.cut.strip import strip_plan
from euthyne.core.trade.fault import Refused
from euthyne.data.tables import TableError
from in_metric import in_metric

BOX = shelf()["boxed-outlet-bs"]


def test_loose_parts_are_as_wide_as_the_grip_of_their_part():
    for small, large in (("nema-5-15p", "nema-6-50p"), ("iec60309-16-plug", "iec60309-63-plug")):
        for one, other in zip(shelf()[small].threaded, shelf()[large].threaded, strict=True):
            assert one.id == other.id
            assert other.bore_mm > one.bore_mm >= shelf()[small].grip_mm[1]


def test_every_step_is_some_bodys():
    used = {name for body in bodies().values() for name in body.get("making", ())}
    used |= {made.id for part in shelf().values() for made in part.making if part.outline == "box"}
    used |= {"braid"}  # over a bundle, whatever its wires end in
    used |= {"unlocked", "second-lock"}  # of a housing that somebody says has one
    assert used == set(steps())


@pytest.mark.parametrize("part", [p for p in shelf().values() if p.making], ids=lambda p: p.id)
def test_what_a_step_seats_is_threaded_and_its_words_name_the_part(part):
    loose = {t.id for t in part.threaded}
    for made in part.making:
        assert not made.seats or made.seats in loose
        assert made.do.format(short=part.short)
        assert made.mistake != made.detail


@pytest.mark.parametrize(
    ("changes", "said"),
    [
        ({"thread_mm": 32.0}, "a gland with a thread of 32 mm does not fit a knock-out of 20.5"),
        ({"knock_outs_mm": (25.5,)}, "does not fit a knock-out of 25.5 mm"),
        ({"closing": "glued"}, "'glued': no such way of closing"),
        ({"threaded": ()}, "seats the gland, and no such part is threaded"),
    ],
)
def test_a_body_that_makes_no_sense_says_what(changes, said):
    assert faults_of(BOX) == []
    assert any(said in in_metric(f.problem) for f in faults_of(replace(BOX, **changes)))


def test_a_loose_part_that_nothing_needs_by_that_name_is_refused():
    lost = ThreadedPart("clip", "clip", 20.0, "open side to the tip", needed_by="Tuesday")
    found = faults_of(replace(BOX, threaded=(*BOX.threaded, lost)))
    assert any("nothing is called so" in f.problem for f in found)


def test_a_part_of_an_unknown_body_is_an_error_at_once():
    with pytest.raises(TableError, match="there is no body 'teapot'"):
        with_body({"body": "teapot", "grip_mm": [1, 2]}, "parts, part x")


def test_a_body_of_an_unknown_step_is_an_error_at_once(monkeypatch):
    wrong = {"x": {"source": "generic", "making": ["dance"]}}
    monkeypatch.setattr(bodies_module, "records", lambda *_: wrong)
    bodies.cache_clear()
    try:
        with pytest.raises(TableError, match="there is no step 'dance'"):
            bodies()
    finally:
        monkeypatch.undo()
        bodies.cache_clear()


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("nut", "does not say all of it"),
        ("nut; 12 mm; ", "does not say all of it"),
        ("nut; twelve; thread to the tip", "twelve"),
        ("\n".join(["nut; 12 mm; thread to the tip"] * 13), "13 loose parts are too many"),
    ],
)
def test_a_line_that_is_no_loose_part_is_refused_in_words(text, said):
    with pytest.raises(Refused) as refused:
        read_loose(text, (), "loose")
    assert any(said in in_metric(f.problem) for f in refused.value.faults)


def test_loose_parts_of_one_name_are_told_apart():
    found = read_loose("Nut; 12 mm; thread in\nnut; 13 mm; thread out", (), "loose")
    assert [t.id for t in found] == ["nut", "nut2"]


def test_a_terminal_may_want_bare_copper_of_its_own():
    own = replace(part("cee7-7-plug"), strips_mm=(("E", 12.0, 14.0),))
    assert faults_of(own) == []
    cores = {c.core: c for c in strip_plan(own, {"L": "L", "N": "N", "E": "E"}).cores}
    assert in_metric(cores["E"].bare_words) == "12 to 14 mm"
    assert (cores["L"].strip_low_mm, cores["L"].strip_high_mm) == own.strip_mm


@pytest.mark.parametrize(
    ("field", "value", "said"),
    [
        ("strips_mm", (("X", 1.0, 2.0),), "no cavity X"),
        ("strips_mm", (("L", 9.0, 2.0),), "no range"),
        ("ip_unmated", "wet", "no ingress protection"),
        ("volume_ml", -1.0, "no box holds that"),
    ],
)
def test_what_a_part_of_ones_own_cannot_have_is_said(field, value, said):
    faults = faults_of(replace(part("cee7-7-plug"), **{field: value}))
    assert [f.field for f in faults] == [f"part.{field}"]
    assert said in faults[0].problem


def test_a_boot_for_the_other_half_is_refused_with_the_one_that_would_do():
    half = part("welding-70-pin")
    wrong = replace(half.threaded[0], words="boot for a socket")
    faults = faults_of(replace(half, threaded=(wrong, *half.threaded[1:])))
    assert "a boot for pins" in faults[0].fix
    right = replace(half.threaded[0], words="boot for a pin")
    assert faults_of(replace(half, threaded=(right, *half.threaded[1:]))) == []
