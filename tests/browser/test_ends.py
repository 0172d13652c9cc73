"""Ends through the interface: a harness stopped and put right, taps swapped, a joint moved by key
and by hand.
"""

import re

from filling import every_start, take, unfolded
from playwright.sync_api import expect
from sampling import long_run

from euthyne.core.plan import plan_of


@long_run
def test_a_switch_in_the_neutral_is_stopped_and_put_right_by_one_press(page):
    every_start(page)
    page.get_by_role("button", name="Inlet and switch harness IEC 60320 pins to BS").click()
    page.locator("[name='brief.loads.0.draws']").fill("150 W")
    page.get_by_label("Run, one way").fill("0.5 m")
    page.keyboard.press("Tab")
    expect(page.locator("#ribbon")).to_contain_text("0.5 m run")
    page.get_by_role("link", name="On to the conductor").click()
    take(page, "0.75 mm²")
    unfolded(page)
    page.get_by_label("Switch breaks").select_option("N")
    expect(page.locator("#checks")).to_contain_text("The switch is in the neutral")
    expect(page.locator("svg.facing")).to_contain_text("panel switch")
    page.get_by_role("button", name="Put the switch in the live").click()
    expect(page.locator("#checks")).not_to_contain_text("The switch is in the neutral")
    expect(page.get_by_label("Switch breaks")).to_have_value("L")


@long_run
def test_two_swapped_balance_wires_are_stopped(page, served):
    _, store = served
    page.goto("/leads/TR-0022/ends")
    page.locator('.core-handle[data-core="T1"]').click()
    page.locator('.spot[data-end="b"][data-mark="T2"]').click()
    expect(page.locator("#joint-T1-b")).to_have_value("T2")
    expect(page.locator("#checks")).to_contain_text("Balance taps out of order")
    page.get_by_role("button", name="Put the taps in cell order").click()
    expect(page.locator("#checks")).not_to_contain_text("Balance taps out of order")
    assert all(j.a == j.b for j in plan_of(store.get("TR-0022").lead).ends.joints)


def test_a_joint_is_moved_by_keyboard_alone(page):
    page.goto("/leads/TR-0027/ends")
    page.locator('.core-handle[data-core="3"]').focus()
    page.keyboard.press("Enter")
    expect(page.locator('.core-handle[data-core="3"]')).to_have_attribute("aria-pressed", "true")
    page.locator('.spot[data-end="b"][data-mark="7"]').focus()
    page.keyboard.press("Enter")
    expect(page.locator("#joint-3-b")).to_have_value("7")
    expect(page.locator("#checks")).to_contain_text("Cores 3 and 7 share a cavity")
    page.get_by_role("button", name="Straight through").click()
    expect(page.locator("#checks")).not_to_contain_text("share a cavity")


def test_a_core_is_dragged_to_its_cavity(page):
    page.goto("/leads/TR-0023/ends")
    core, spot = (
        page.locator('.core-handle[data-core="L"]'),
        page.locator('.spot[data-end="b"][data-mark="N"]'),
    )
    core.hover()
    page.mouse.down()
    spot.hover(force=True)
    page.mouse.up()
    expect(page.locator("#joint-L-b")).to_have_value("N")
    expect(page.locator("#checks")).to_contain_text("Polarity crossed in the map")


def test_a_face_is_turned_round_and_says_so(page):
    page.goto("/leads/TR-0023/ends")
    page.get_by_role("link", name="turn the plug round").click()
    page.get_by_role("link", name="turn the socket round").click()
    expect(page.get_by_role("link", name="turn the socket back")).to_be_visible()
    page.get_by_role("link", name="turn the plug back").click()
    expect(page.get_by_role("link", name="turn the plug round")).to_be_visible()
    expect(page.get_by_role("link", name="turn the socket back")).to_be_visible()


def test_an_inlet_is_found_by_answering_what_one_sees(page):
    page.goto("/shelf/find")
    page.evaluate("window.sameDocument = true")
    for answer in ("bare pins or blades", "flat", "20 to 45 mm", "3"):
        press = page.get_by_role("button", name=re.compile(rf"^{answer} \d+$"))
        press.click()
        expect(press).to_have_attribute("aria-pressed", "true")
    assert page.evaluate("window.sameDocument")
    page.get_by_role("link", name="C14 inlet, panel").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("C14 inlet, panel")


def test_an_end_is_picked_by_its_face_by_typing_and_by_keyboard(page, served):
    page.goto("/leads/TR-0040/ends")
    page.get_by_role("link", name="Load end").focus()
    page.keyboard.press("Enter")
    tiles, field = page.locator("button.tile"), page.get_by_label("Find by typing")
    expect(tiles.first).to_have_attribute("aria-current", "true")
    expect(field).to_be_focused()
    page.keyboard.press("ArrowDown")
    expect(tiles.first).to_be_focused()
    page.keyboard.press("ArrowRight")
    expect(tiles.nth(1)).to_be_focused()
    page.keyboard.press("ArrowLeft")
    page.keyboard.press("ArrowUp")
    expect(field).to_be_focused()
    page.keyboard.type("6-50 square")
    expect(tiles).to_have_count(1)
    expect(page).to_have_url(re.compile(r"/ends/pick\?at=fit\.load"))
    page.keyboard.press("ArrowDown")
    expect(tiles.first).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.locator("main")).to_contain_text("What is on each end")
    chosen = served[1].get("TR-0040").lead.assembly.fitting("load").part
    assert chosen == "nema-6-50-outlet-in-na-square-wide"
    page.get_by_role("link", name="Load end").click()
    page.get_by_label("Find by typing").press_sequentially("a thing nobody makes")
    expect(page.locator("main")).to_contain_text("Nothing has all of that")


def test_what_only_an_expert_fills_is_folded_and_says_what_is_taken(page):
    page.goto("/leads/TR-0018/brief")
    loop = page.get_by_label("Fault loop up to the lead", exact=True)
    expect(loop).to_be_hidden()
    more = page.locator(".more", has=loop)
    expect(more.locator(".taken-instead")).to_contain_text("Fault loop up to the lead 0.4 ohm")
    more.locator("summary").first.click()
    loop.fill("0.9 ohm")
    loop.press("Tab")
    expect(page.locator("#kept")).to_contain_text("Kept ")
    more.locator("summary").first.click()
    expect(more.locator(".taken-instead")).to_contain_text("Fault loop up to the lead 0.9 ohm")
