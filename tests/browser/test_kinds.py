"""Leads on direct current, briefed and sized through the interface; and the Envelope beside them."""

import re

import pytest
from filling import every_start, take, unfolded
from playwright.sync_api import expect
from sampling import LONG, long_run

LEADS = [
    (
        "Battery to inverter link",
        {"Delivers": "1.5 kW", "Cuts off at": "10.5 V", "Run, one way": "1.8 m"},
        "162 A",
        "50 mm²",
        "Decided by volt drop",
    ),
    (
        "Solar string run",
        {
            "Volts on the coldest morning": "118 V",
            "Short-circuit current": "9 A",
            "Run, one way": "60 ft",
        },
        "11.2 A",
        "4 mm²",
        "Decided by volt drop",
    ),
    (
        "Welding extension",
        {
            "Welds at": "150 A",
            "The lead it lengthens": "3 m",
            "Its size": "25 mm2",
            "Run, one way": "14 m",
        },
        "150 A",
        "35 mm²",
        "Decided by volt drop",
    ),
    (
        "Battery charger lead",
        {"Cells in a row": "3", "Charges at": "6 A", "Run, one way": "4 ft"},
        "6.0 A",
        "1 mm²",
        "Decided by",
    ),
]


@pytest.mark.parametrize(
    ("kind", "typed", "demand", "size", "decided"),
    LEADS if LONG else LEADS[:1],
    ids=lambda x: x if isinstance(x, str) else "",
)
def test_a_lead_on_direct_current_is_briefed_and_sized(page, kind, typed, demand, size, decided):
    every_start(page)
    page.get_by_role("button", name=kind).click()
    unfolded(page)
    for label, text in typed.items():
        page.get_by_label(label, exact=True).fill(text)
        page.keyboard.press("Tab")
    expect(page.locator("#figures")).to_contain_text(demand)
    expect(page.locator("#ribbon")).not_to_contain_text("length not said yet")
    page.get_by_role("link", name="On to the conductor").click()
    expect(page.get_by_text(decided)).to_be_visible()
    take(page, size)
    expect(page.locator("#figures")).to_contain_text(f"{size} copper")
    expect(page.locator("#figures")).not_to_contain_text("not taken yet")
    page.go_back()
    page.evaluate("window.sameDocument = true")
    page.get_by_label("Run, one way", exact=True).fill("40 m")
    expect(page.locator("#ribbon")).to_contain_text("40 m")
    expect(page.locator("#checks")).to_contain_text("Too much is lost on the way")
    assert page.evaluate("window.sameDocument")


@long_run
def test_a_battery_lead_without_a_fuse_is_stopped_and_put_right_by_one_press(page):
    page.goto("/leads/TR-0014/brief")
    page.get_by_label("Fuse at the source").select_option("none")
    expect(page.locator("#checks")).to_contain_text("No fuse at the battery")
    page.get_by_role("button", name="A high-breaking fuse at the post").click()
    expect(page.locator("#checks")).not_to_contain_text("No fuse at the battery")


def test_an_instrument_answers_as_one_types_and_its_address_carries_the_figures(page):
    page.goto("/envelope/wire")
    page.get_by_label("Strands", exact=True).fill("50")
    page.get_by_label("One strand across").fill("0.25 mm")
    page.get_by_label("Printed on it", exact=True).fill("2.5 mm2")
    expect(page.locator("#answer")).to_contain_text("2.45 mm²")
    expect(page).to_have_url(re.compile("strands=50"))
    page.reload()
    expect(page.get_by_label("Strands", exact=True)).to_have_value("50")
    page.get_by_label("Strands", exact=True).fill("lots")
    expect(page.locator("#note-strands")).to_contain_text("What would do")


def test_pulling_the_slider_moves_the_ladder_at_once_and_letting_go_keeps_it(page, served):
    _, store = served
    page.goto("/leads/TR-0014/conductor")
    before = page.locator("svg.ladder").inner_html()
    slider = page.get_by_label("Pull: Run")
    slider.evaluate("e => { e.value = 1; e.dispatchEvent(new Event('input', {bubbles: true})); }")
    expect(page.get_by_label("Run, one way", exact=True)).to_have_value("10 m")
    expect(page.locator("#moving")).to_contain_text("over 10 m")
    assert page.locator("svg.ladder").inner_html() != before
    slider.evaluate("e => e.dispatchEvent(new Event('change', {bubbles: true}))")
    expect(page.locator("#ribbon")).to_contain_text("10 m run")
    assert store.get("TR-0014").lead.brief.run_m == 10.0


def test_what_is_typed_while_a_press_is_still_on_its_way_wins(page, served):
    """The answer to the press comes late; it must not put the old length back on the ribbon."""
    pressed = []

    def late(route):
        if route.request.method == "POST" and not pressed:
            pressed.append(route.request.url)
            page.wait_for_timeout(700)
        route.continue_()

    page.goto("/leads/TR-0023/conductor")
    page.route("**/conductor**", late)
    page.get_by_role("button", name="Take 1.5 mm², on to the ends").click()
    page.get_by_label("Run, one way", exact=True).fill("40 m")
    page.wait_for_url("**/ends")
    expect(page.locator("#ribbon")).to_contain_text("40 m")
    lead = served[1].get("TR-0023").lead
    assert (lead.brief.run_m, lead.conductor.size) == (40.0, "1.5 mm2")
    assert pressed
