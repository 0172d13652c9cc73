"""What is printed: the strip template measured on the page at 300 dpi, and the traveller read
again.
"""

import io
from dataclasses import replace

import pypdfium2
import pytest
from leads import answering, plan
from PIL import ImageColor
from pypdf import PdfReader
from sampling import some

from euthyne.core.kinds import starts
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.plan import Plan
from euthyne.core.standing.progress import progress
from euthyne.core.trade.measures import SIXTEENTH_MM, inches
from euthyne.drawing.strands import hangs_together_otherwise
from euthyne.drawing.template import HEAD, INCH_ROW, MARGIN, PAPERS, Patch, pages, svg
from euthyne.exchange.ink import styled
from euthyne.exchange.template import template_pdf
from euthyne.exchange.traveller import traveller_pdf
from euthyne.web.cut import drawing_style
from in_metric import in_metric

DPI = 300
MM = DPI / 25.4


def begun(start, **brief):
    lead = new_lead(
        *next(pair for pair in starts() if pair[1].id == start), "TR-0001", "2026-11-02T09:00:00"
    )
    return Plan(replace(lead, brief=replace(lead.brief, run_m=3.0, **brief)))


def picture(p, paper, page=0):
    return (
        pypdfium2.PdfDocument(template_pdf(p, paper))[page]
        .render(scale=DPI / 72)
        .to_pil()
        .convert("RGB")
    )


def ink_mm(image, colour, y_mm, x_from, x_to):
    """Length of ink of a colour along a row of the page, in mm."""
    wanted, y = ImageColor.getrgb(colour), round(y_mm * MM)
    inked = [
        x
        for x in range(round(x_from * MM), round(x_to * MM))
        if all(abs(a - b) < 25 for a, b in zip(image.getpixel((x, y)), wanted, strict=True))
    ]
    return (inked[-1] - inked[0] + 1) / MM if inked else 0.0


def test_a_bench_in_inches_has_a_rule_of_four_beside_the_other():
    p = begun("supply-split", upstream_amps=50.0)
    sheet = pypdfium2.PdfDocument(template_pdf(p, "letter", measures="gauge"))[0]
    image = sheet.render(scale=DPI / 72).to_pil().convert("RGB")
    for y, long in ((HEAD + 6, 100), (HEAD + 6 + INCH_ROW, 4 * 25.4)):
        assert ink_mm(image, "#000", y, MARGIN - 2, MARGIN + 104) == pytest.approx(long, abs=0.2)
    said = sheet.get_textpage().get_text_bounded()
    assert "100 mm and 4 inches" in said
    strip = next(s for s in p.cut.strips.values())
    core = strip.cores[0]
    assert f"core {inches(core.core_mm, SIXTEENTH_MM)} in ({core.core_mm:.1f} mm)" in said
    bare = [item for item in pages(p, "letter", measures="gauge")[0] if isinstance(item, Patch)]
    bare = [item for item in bare if item.what == "bare"]
    for patch in bare:
        y = patch.y + patch.h / 2
        length = ink_mm(image, patch.fill, y, patch.x - 1, patch.x + patch.w + 2)
        assert length == pytest.approx(patch.w, abs=0.3)


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
        assert ink_mm(image, "#000", HEAD + 6, MARGIN - 2, MARGIN + 104) == pytest.approx(
            100, abs=0.2
        )
        bare = [item for item in page if isinstance(item, Patch) and item.what in ("bare", "layer")]
        for patch in bare:
            length = ink_mm(
                image, patch.fill, patch.y + patch.h / 2, patch.x - 1, patch.x + patch.w + 2
            )
            assert length == pytest.approx(patch.w, abs=0.3)
        aims = [c.strip_mm for strip in p.cut.strips.values() for c in strip.cores] + [
            x.back_mm for s in p.cut.strips.values() for x in s.stairs
        ]
        assert bare
        assert all(any(patch.w == pytest.approx(aim) for aim in aims) for patch in bare)


def test_every_core_of_both_ends_is_on_a_page_and_no_page_lacks_its_warning():
    p = begun("signal-lead", amps=0.4)
    text = [page.extract_text() for page in PdfReader(io.BytesIO(template_pdf(p, "a4"))).pages]
    assert all("This rule must measure 100 mm" in page for page in text)
    for core in (c for strip in p.cut.strips.values() for c in strip.cores):
        assert any(f"{core.core} " in page and f"core {core.core_mm:.1f}" in page for page in text)


def test_the_template_asks_the_printer_not_to_scale_it():
    preferences = PdfReader(io.BytesIO(template_pdf(plan(), "a4"))).trailer["/Root"][
        "/ViewerPreferences"
    ]
    assert preferences["/PrintScaling"] == "/None"


def test_the_drawn_template_has_its_size_in_millimetres():
    assert 'width="210mm" height="297mm"' in svg(plan(), "a4", 0)
    assert "brown" in svg(plan(), "letter", 0)


@pytest.mark.parametrize("start", some((start.id for _, start in starts()), 7))
def test_a_traveller_carries_the_whole_plan_of_any_kind(start):
    p = begun(start)
    said = {"watts": 100.0, "amps": 2.0, "cells": 3, "tape_m": 9.0, "watts_per_m": 15.0}
    p = Plan(answering(p.lead, [(f"brief.{name}", value) for name, value in said.items()]))
    text = "".join(
        page.extract_text()
        for page in PdfReader(
            io.BytesIO(traveller_pdf(p, progress(p, False), drawing_style(), "a4"))
        ).pages
    )
    flat = " ".join(text.split())
    faced = not hangs_together_otherwise(p)
    for section in (
        "Brief",
        "Cut and strip",
        "Wire map",
        *(["wiring side", "mating face"] if faced else []),
        *([] if p.cut.nothing_new else ["to cut"]),
        *(["Lay out first"] if p.build.steps else []),
    ):
        assert section in flat
    assert p.lead.tag in flat
    for step in p.build.steps[:3]:
        assert in_metric(step.headline).split("²")[0][:24] in flat


def test_a_traveller_has_a_box_for_every_step_part_and_tool():
    p = begun("inverter-link", watts=1500.0)
    pages = PdfReader(
        io.BytesIO(traveller_pdf(p, progress(p, False), drawing_style(), "letter"))
    ).pages
    flat = " ".join(" ".join(page.extract_text() for page in pages).split())
    for asked in (a for s in p.build.steps for a in s.asks):
        assert f"[ ] {asked.words}" in flat.replace("\xa0", " ").replace("[   ]", "[ ]")
    assert "presses, narrow die" in flat
    assert "Prove dead before touching" in flat


def test_what_the_style_sheet_says_is_written_on_each_element():
    css = (
        ":root { --ink: #123456; } .a { fill: var(--ink); } .b .a "
        "{ stroke: #abcdef; font: 700 20px monospace Mono; }"
    )
    svg = '<svg viewBox="0 0 9 9"><g class="b"><text class="a">x</text></g><rect class="a" width="4" height="2"/></svg>'
    text = styled(svg, css).decode()
    assert text.count('fill="#123456"') == 2
    assert text.count('stroke="#abcdef"') == 1
    assert 'font-weight="bold"' in text
    assert 'font-family="mono"' in text


def test_green_and_yellow_are_both_on_paper():
    box = '<rect width="9" height="3" fill="url(#green-yellow)"/>'
    svg = f'<svg viewBox="0 0 9 9"><path d="M0 0h9" stroke="url(#green-yellow)"/>{box}</svg>'
    text = styled(svg, "").decode()
    assert "url(" not in text
    assert text.count("#3F8F4A") == text.count("#E8C63A") == 2
