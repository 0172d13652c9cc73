"""A bench in gauge and feet, in the real interface: what a neighbour's boat and workshop need."""

import re

import pypdfium2
import pytest
from filling import begin, fill
from playwright.sync_api import expect
from sampling import long_run

from euthyne.core.plan import Plan


@pytest.fixture
def gauged(page):
    page.goto("/who")
    page.get_by_role("button", name="Gauge and feet").click()
    expect(page.get_by_role("button", name="Gauge and feet")).to_have_attribute(
        "aria-pressed", "true"
    )
    return page


@long_run
def test_a_pump_lead_ends_with_ten_gauge_and_the_nearest_is_the_mistake(gauged):
    page = gauged
    tag = begin(page, "damp-lead")
    fill(page, brief__run_m="10 ft", brief__amps="10 A", brief__ambient_c="50 C")
    page.goto(f"/leads/{tag}/conductor")
    expect(page.locator("#figures")).to_contain_text("10 AWG")
    expect(page.locator("svg.ladder")).to_contain_text("12 AWG")
    expect(page.locator("#checks")).not_to_contain_text("nearest")
    page.locator("details:has(#conductor-school_k)").evaluate("d => d.open = true")
    fill(page, conductor__school_k="12.9")
    expect(page.locator("#checks")).to_contain_text("next up is 10 AWG")
    expect(page.locator("#checks")).to_contain_text("would have taken 12 AWG, which is too thin")
    page.locator("summary", has_text="Show the working").click()
    expect(page.locator("#working")).to_contain_text("12.9 x amps x feet of loop")
    fill(page, conductor__unit="mm2")
    expect(page.locator("#figures")).to_contain_text("4 mm²")


@long_run
def test_a_heavy_inverter_pair_has_lugs_dies_and_pull_of_its_gauge(gauged, served):
    page, store = gauged, served[1]
    tag = begin(page, "inverter-link")
    fill(page, brief__run_m="6 ft", brief__watts="2000 W", brief__at_volts="10.5 V")
    page.goto(f"/leads/{tag}/conductor")
    page.locator('[aria-label^="2/0 AWG"], [value="2/0 AWG"]').first.click()
    expect(page.locator("#figures")).to_contain_text("2/0 AWG")
    page.goto(f"/leads/{tag}/build")
    expect(page.locator("body")).to_contain_text("ring lug, 3/8 in, 2/0 AWG")
    expect(page.locator("body")).to_contain_text("die for lugs of 2/0 AWG")
    press = next(s for s in Plan(store.get(tag).lead).build.steps if s.key.startswith("A-land"))
    page.goto(f"/leads/{tag}/build/bench?step={press.key.replace('+', '%2B')}")
    expect(page.locator("body")).to_contain_text("2/0 AWG, battery end")
    expect(page.locator("body")).to_contain_text("30 to 45 lb (133 to 200 N)")


@long_run
def test_a_supply_extension_keeps_its_colours_to_the_last_step(gauged, served):
    page, store = gauged, served[1]
    begun = begin(page, "supply-split")
    fill(page, brief__run_m="30 ft", brief__upstream_amps="50 A")
    page.goto(f"/leads/{begun}/conductor")
    expect(page.locator("#figures")).to_contain_text("6/4")
    colours = {"L1": "black", "L2": "red", "N": "white", "E": "green"}
    plan = Plan(store.get(begun).lead)
    told = [s for s in plan.build.steps if re.fullmatch(r"[AB]-land-\w+", s.key)]
    assert len(told) == 8
    for step in told:
        page.goto(f"/leads/{begun}/build/bench?step={step.key}")
        core = step.key.rpartition("-")[2]
        expect(page.locator("#headline")).to_contain_text(colours[core])
        screw = {"N": "silver", "E": "green"}.get(core, "brass")
        expect(page.locator("body")).to_contain_text(screw)
    page.goto(f"/leads/{begun}/cut")
    expect(page.get_by_role("link", name="strip template 1:1, Letter")).to_be_visible()
    template = page.request.get(page.url.replace("/cut", "/cut/template.pdf"))
    sheet = pypdfium2.PdfDocument(template.body())[0]
    assert (sheet.get_width(), sheet.get_height()) == pytest.approx((612, 792), abs=1)
    said = sheet.get_textpage().get_text_bounded()
    for core, colour in colours.items():
        assert re.search(rf"{core} {colour}: core [\d /]+ in", said)
