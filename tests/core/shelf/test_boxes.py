"""Outlets in boxes: each in every box of its mounting, its gland through its wall, its room by its devices."""

import pytest

from euthyne.core.shelf import boxes as boxes_module
from euthyne.core.shelf.boxes import boxes, outlets
from euthyne.core.shelf.parts import shelf
from euthyne.core.trade.boxroom import box_wants_ml
from euthyne.data import typed
from euthyne.data.tables import TableError


def in_box(outlet, box):
    """The part that an outlet is in a box."""
    return shelf()[boxes()[box].known.get(outlet) or f"{outlet}-in-{box}"]


PAIRS = [
    (outlet, box)
    for outlet, told in outlets().items()
    for box, holds in boxes().items()
    if told.mounting == holds.mounting
]


@pytest.mark.parametrize(("outlet", "box"), PAIRS)
def test_an_outlet_stands_on_the_shelf_in_each_box_that_takes_it(outlet, box):
    part, like = in_box(outlet, box), shelf()[outlets()[outlet].like]
    assert (part.face, part.contact, part.volts) == (like.face, like.contact, like.volts)
    assert part.outline == "box" and part.outlet and part.grips
    assert min(part.paths.values()) > min(like.paths.values())
    assert part.paths["E"] == max(part.paths.values()), "the earth parts last"
    steps = [made.id for made in part.making]
    assert ("bond" in steps) == ("metal" in part.words)
    assert ("drain" in steps) == boxes()[box].drain
    assert ("linked" in steps) == (boxes()[box].holds > 1)
    assert not part.knock_outs_mm or part.knock_out_mm, "its gland goes through one of its holes"


def test_what_is_wider_than_two_inches_counts_for_two():
    small, wide = in_box("nema-6-20-outlet", "na-metal"), in_box("nema-6-50-outlet", "na-two-gang")
    assert (small.devices, wide.devices) == (1, 2)
    # Two hots of 8 AWG, one for all earths, four for the device: seven times 3 in3.
    assert box_wants_ml(2, 8.37, wide.devices) == pytest.approx(7 * 49.2)
    assert box_wants_ml(2, 8.37, wide.devices) < wide.volume_ml


def test_outlets_of_one_country_go_into_no_box_of_another():
    for part in shelf().values():
        if part.outline == "box" and part.outlet:
            countries = {b for b in ("bs", "as", "na", "cee") if f"-in-{b}-" in part.id}
            assert len(countries) <= 1
    assert "nema-5-15-outlet-in-bs-plastic" not in shelf()


@pytest.mark.parametrize(
    ("record", "change", "said"),
    [
        ("box", {"mounting": "hope"}, "no outlet is mounted on 'hope'"),
        ("box", {"body": "cardboard"}, "there is no body 'cardboard'"),
        ("box", {"holds": 9}, "9 is not at most 6"),
        ("box", {"drain": 1}, "1 is neither true nor false"),
        ("outlet", {"like": "a-wish"}, "there is no part 'a-wish'"),
        ("outlet", {"mounting": "hope"}, "no box takes 'hope'"),
        ("outlet", {"lit": "yes"}, "'yes' is neither true nor false"),
    ],
)
def test_a_damaged_record_is_refused_with_its_name(monkeypatch, record, change, said):
    whole = typed.records

    def damaged(file, kind):
        found = dict(whole(file, kind))
        if kind == record:
            name = next(iter(found))
            found[name] = found[name] | change
        return found

    empty = {"path_mm": {}, "terminal_mm2": [1, 2], "amps": 1, "mates": ""}
    parts = dict.fromkeys(shelf(), empty)
    monkeypatch.setattr(typed, "records", damaged)
    for read in (outlets, boxes):
        read.cache_clear()
    try:
        with pytest.raises(TableError, match=said):
            list(boxes_module.boxed(parts))
    finally:
        for read in (outlets, boxes):
            read.cache_clear()
