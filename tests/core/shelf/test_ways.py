"""Connectors of many ways: every number of ways, each contact, each make; the law of each, once more."""

from dataclasses import replace
from itertools import pairwise

import pytest

from euthyne.core.shelf import ways
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.shelf.ways import makes, series, stem
from euthyne.data.tables import TableError
from euthyne.drawing.face import pitch

MADE = [
    (name, n, half, make)
    for name, one in series().items()
    for size in one.sizes
    for n in size.ways
    for half in one.contacts
    for make in one.makes
]


def part_of(name, n, half, make):
    one = series()[name]
    usual = f"{stem(name, n)}-{half.named or half.contact}"
    if make == one.makes[0]:
        return shelf()[one.known.get(usual, usual)]
    return shelf()[f"{usual}-{make}"]


@pytest.mark.parametrize(
    ("name", "n", "half", "make"), MADE, ids=lambda x: getattr(x, "contact", str(x))
)
def test_each_stands_on_the_shelf_with_all_its_ways(name, n, half, make):
    part = part_of(name, n, half, make)
    numbered = [mark for mark in part.marks if mark.isdigit()]
    assert numbered == [str(way) for way in range(1, n + 1)] or len(numbered) == n
    assert set(part.paths) == set(part.marks)
    assert ("S" in part.marks) == (series()[name].shield_mm > 0)
    assert part.contact == half.contact
    made = makes()[make]
    assert part.joint == (made.joint or shelf()[series()[name].like].joint)
    assert not made.words or made.words in part.words
    assert pitch(part.face) > 2, "no two cavities lie on each other"
    # What is soldered has cups; nothing else speaks of them.
    assert ("cup" in part.has) == (part.joint == "solder")
    assert ("vice" in " ".join(part.kit)) == (part.joint == "solder")


@pytest.mark.parametrize("n", range(2, 24))
def test_a_sealed_connector_of_every_number_has_both_halves_and_both_covers(n):
    family = [p for p in shelf().values() if p.family == f"sealed {n}-way lever connector"]
    assert len(family) == 4
    assert {p.contact for p in family} == {"pin", "socket"}
    covers = {made.id for p in family for made in p.making} & {"elbow", "halves"}
    assert covers == {"elbow", "halves"}
    for part in family:
        halved = any(made.id == "halves" for made in part.making)
        assert halved == (not part.threaded), "what is in halves is threaded by nobody"
        assert part.seals_cores and part.ties


def test_crimped_pushed_and_screwed_makes_hold_the_cord_as_the_soldered_one_does():
    for like in ("d9-pin", "round-12-socket", "power-4-pin"):
        grips = {
            make: shelf()[f"{like}{make}"].grips for make in ("", "-crimp", "-push-in", "-screw")
        }
        assert set(grips.values()) == {True}, like
    assert TERMINATIONS["push-in"].joined_by == "spring"


def test_larger_connectors_are_no_narrower_and_their_marks_run_row_by_row():
    faces = [shelf()[f"sealed-{n}-socket"].face for n in (4, 8, 12, 16)]
    assert all(a.width < b.width for a, b in pairwise(faces))
    eight = {c.mark: (c.x, c.y) for c in shelf()["sealed-8-socket"].face.cavities}
    assert eight["1"][1] == eight["4"][1] > eight["5"][1] == eight["8"][1]
    assert eight["1"][0] == eight["5"][0] < eight["2"][0]


def test_a_series_of_an_unknown_make_is_refused(monkeypatch):
    told = {"d": replace(series()["d"], makes=("solder", "glue"))}
    monkeypatch.setattr(
        ways, "each_record", lambda file, kind, shape: told if kind == "series" else {}
    )
    ways.series.cache_clear()
    ways.makes.cache_clear()
    try:
        with pytest.raises(TableError, match="no make glue"):
            ways.series()
    finally:
        ways.series.cache_clear()
        ways.makes.cache_clear()
