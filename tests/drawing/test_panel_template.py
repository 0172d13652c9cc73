"""The holes of panel parts on the template: at true size, square, with their screws, on the sheet."""

import pytest
from leads import made

from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import shelf
from euthyne.drawing.template import MARGIN, PAPERS, Mark, Note, pages

PANEL = [p.id for p in shelf().values() if any(p.cut_out_mm)]


def holes(part, paper="a4"):
    """The lines and words of the hole of an inlet, page by page."""
    lead = made("switch-harness", brief__upstream_amps=10.0, ends__switch="none", fit__inlet=part)
    found = []
    for page in pages(Plan(lead), paper):
        heads = [
            i
            for i, x in enumerate(page)
            if isinstance(x, Note) and "Panel, from the front" in x.words
        ]
        found += [page[i:] for i in heads]
    return found


@pytest.mark.parametrize("paper", PAPERS)
@pytest.mark.parametrize("part", [p for p in PANEL if "inlet" in p])
def test_a_hole_is_drawn_as_wide_and_as_high_as_it_is_cut(part, paper):
    (drawn,) = holes(part, paper)
    wide, high = shelf()[part].cut_out_mm
    marks = [x for x in drawn if isinstance(x, Mark)]
    top, right, bottom, left = marks[:4]
    assert top.x2 - top.x1 == pytest.approx(wide) and top.y1 == top.y2
    assert bottom.x1 - bottom.x2 == pytest.approx(wide) and bottom.y1 == bottom.y2
    assert right.y2 - right.y1 == pytest.approx(high) and right.x1 == right.x2
    assert left.y1 - left.y2 == pytest.approx(high) and left.x1 == left.x2
    across, tall = PAPERS[paper]
    assert all(MARGIN <= x <= across - MARGIN for m in marks for x in (m.x1, m.x2))
    assert all(0 < y <= tall - MARGIN for m in marks for y in (m.y1, m.y2))


@pytest.mark.parametrize("part", [p for p in PANEL if "inlet" in p])
def test_its_screws_stand_apart_as_its_sheet_says_on_the_middle_line(part):
    (drawn,) = holes(part)
    apart = shelf()[part].screws_mm
    crosses = [x for x in drawn if isinstance(x, Mark)][6:]
    if not apart:
        assert crosses == []
        return
    middles = sorted({round((c.x1 + c.x2) / 2, 6) for c in crosses})
    assert middles[1] - middles[0] == pytest.approx(apart)
    top = next(x for x in drawn if isinstance(x, Mark))
    assert {round((c.y1 + c.y2) / 2 - top.y1, 6) for c in crosses} == {
        shelf()[part].cut_out_mm[1] / 2
    }


def test_a_lead_without_a_panel_has_no_hole_on_its_template():
    for start in ("extension-bs", "cord-c14", "inverter-link"):
        words = [
            x.words for page in pages(Plan(made(start)), "a4") for x in page if isinstance(x, Note)
        ]
        assert not any("Panel" in said for said in words)


def test_every_part_that_goes_into_a_panel_says_its_hole():
    for part in shelf().values():
        if any(made_.id == "through" for made_ in part.making):
            assert min(part.cut_out_mm) > 0, part.id
            assert part.screws_mm == 0 or part.screws_mm > part.cut_out_mm[0]
