"""What is printed: the strip template measured on the page at 300 dpi, and the traveller read again."""

import io
from dataclasses import replace

import pypdfium2
import pytest
from leads import plan
from pypdf import PdfReader

from euthyne.core.plan import Plan
from euthyne.drawing.template import HEAD, MARGIN, PAPERS, Patch, pages, svg
from euthyne.exchange.paper import template_pdf, traveller_pdf
from euthyne.web.starts import STARTS, new_lead

DPI = 300
MM = DPI / 25.4


def begun(start, **brief):
    lead = new_lead(next(s for s in STARTS if s.id == start), "TR-0001", "2026-11-02T09:00:00")
    return Plan(replace(lead, brief=replace(lead.brief, run_m=3.0, **brief)))


def picture(p, paper, page=0):
    return pypdfium2.PdfDocument(template_pdf(p, paper))[page].render(scale=DPI / 72).to_pil().convert("L")


def dark_mm(image, y_mm, x_from, x_to, level=60):
    """Length of ink darker than a level along a row of the page, in mm."""
    y = round(y_mm * MM)
    dark = [x for x in range(round(x_from * MM), round(x_to * MM)) if image.getpixel((x, y)) < level]
    return (dark[-1] - dark[0] + 1) / MM if dark else 0.0


@pytest.mark.parametrize("paper", PAPERS)
@pytest.mark.parametrize(
    "p",
    [plan(), begun("inverter-link", watts=1500.0), begun("signal-lead", amps=0.4)],
    ids=["extension", "inverter link", "signal lead"],
)
def test_the_rule_and_every_strip_measure_what_they_say(p, paper):
    for number, page in enumerate(pages(p, paper)):
        image = picture(p, paper, number)
        assert image.width / MM == pytest.approx(PAPERS[paper][0], abs=0.2)
        assert dark_mm(image, HEAD + 6, MARGIN - 2, MARGIN + 104, level=128) == pytest.approx(100, abs=0.2)
        bare = [item for item in page if isinstance(item, Patch) and item.grey == 0.0]
        for patch in bare:
            length = dark_mm(image, patch.y + patch.h / 2, patch.x - 1, patch.x + patch.w + 2)
            assert length == pytest.approx(patch.w, abs=0.3)
        aims = [c.strip_mm for strip in p.strips for c in strip.cores]
        assert all(any(patch.w == pytest.approx(aim) for aim in aims) for patch in bare)


def test_every_core_of_both_ends_is_on_a_page_and_no_page_lacks_its_warning():
    p = begun("signal-lead", amps=0.4)
    text = [page.extract_text() for page in PdfReader(io.BytesIO(template_pdf(p, "a4"))).pages]
    assert all("This rule must measure 100 mm" in page for page in text)
    for core in (c for strip in p.strips for c in strip.cores):
        assert any(f"{core.core} " in page and f"core {core.core_mm:.1f}" in page for page in text)


def test_the_template_asks_the_printer_not_to_scale_it():
    preferences = PdfReader(io.BytesIO(template_pdf(plan(), "a4"))).trailer["/Root"]["/ViewerPreferences"]
    assert preferences["/PrintScaling"] == "/None"


def test_the_drawn_template_has_its_size_in_millimetres():
    assert 'width="210mm" height="297mm"' in svg(plan(), "a4", 0)
    assert "brown" in svg(plan(), "letter", 0)


@pytest.mark.parametrize("start", [s.id for s in STARTS])
def test_a_traveller_carries_the_whole_plan_of_any_kind(start):
    p = begun(start)
    p = Plan(replace(p.lead, brief=replace(p.lead.brief, watts=100.0, amps=2.0, cells=3, tape_m=9.0, watts_per_m=15.0)))
    text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(traveller_pdf(p, "a4"))).pages)
    flat = " ".join(text.split())
    for section in ("Brief", "Cut and strip", "Wire map", "supply end, wiring side", "load end, mating face"):
        assert section in flat
    assert p.lead.tag in flat
    for step in p.steps[:3]:
        assert step.headline.split("²")[0][:24] in flat
