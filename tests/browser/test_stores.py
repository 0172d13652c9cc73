"""Stores, Cut and rework through the interface: a reel taken in, a lead laid out, cut from it, and
what is left.
"""

import re

from playwright.sync_api import expect
from sampling import long_run


def test_a_reel_is_taken_in_and_a_lead_is_cut_from_it(page):
    page.goto("/leads/TR-0027/cut")
    expect(page.get_by_text("Stores have no screened multicore 8x0.75")).to_be_visible()
    page.get_by_role("link", name="Take some in").click()
    expect(page.get_by_label("Type and make-up")).to_have_value("screened-multicore 8x0.75")
    page.get_by_label("Length on it").fill("a lot")
    page.get_by_label("Kept at").fill("loft")
    page.get_by_role("button", name="Take it in").click()
    expect(page.locator("#note-left")).to_contain_text("is not a length")
    expect(page.get_by_label("Kept at")).to_have_value("loft")
    page.get_by_label("Length on it").fill("100 ft")
    page.get_by_role("button", name="Take it in").click()
    expect(page.get_by_role("link", name="Reel 9")).to_be_visible()
    page.goto("/leads/TR-0027/cut")
    expect(page.locator(".cut-from")).to_contain_text("stay on Reel 9, loft")


def test_what_lacks_is_ticked_by_hand_and_the_step_says_so(page):
    page.goto("/leads/TR-0014/build")
    lacking = page.locator(".laid-lacks")
    expect(lacking).to_have_count(1)
    page.get_by_role("button", name="press: it is here").click()
    expect(lacking).to_have_count(0)
    page.get_by_role("link", name=re.compile("Begin at the bench")).click()
    expect(page.locator("#key-go")).to_contain_text("all here")


def test_a_length_typed_into_the_cut_moves_the_drawing_at_once(page):
    page.goto("/leads/TR-0023/cut")
    expect(page.locator("div.cutting")).to_contain_text("25.87 m to cut")
    page.get_by_label("Service loops").fill("500 mm")
    expect(page.locator("div.cutting")).to_contain_text("26.37 m to cut")
    expect(page.locator("div.cutting")).to_contain_text("loops")
    page.get_by_label("Service loops").fill("half")
    expect(page.locator("#stage-form")).to_contain_text("is not a length")
    page.reload()
    expect(page.get_by_label("Service loops")).to_have_value("half")


def test_another_reel_is_chosen_by_hand(page):
    page.goto("/leads/TR-0023/cut")
    expect(page.locator(".cut-from")).to_contain_text("stay on Reel 2")
    page.get_by_label("Cut from").select_option("Reel 1")
    expect(page.locator(".cut-from")).to_contain_text("stay on Reel 1")


def test_a_strip_that_was_measured_too_short_says_what_it_costs(page):
    page.goto("/leads/TR-0023/cut")
    page.get_by_text("What was actually stripped").click()
    page.get_by_label("Supply end, L").fill("3 mm")
    expect(page.get_by_text("3 mm is too short: cut it back and strip again")).to_be_visible()
    page.get_by_label("Supply end, L").fill("7 mm")
    expect(page.get_by_text("7 mm: good.")).to_be_visible()


@long_run
def test_a_school_taken_up_shows_its_steps_beside_it(page):
    page.goto("/shelf/practices?lead=TR-0014")
    page.get_by_label("a hammer or a vice, with an indenter").check()
    expect(page.locator("#wrong-pressed_with")).to_contain_text("wants a reason")
    page.locator("#reason-pressed_with").fill("no press on the hill")
    page.locator("#reason-pressed_with").press("Tab")
    expect(page.locator("#effect")).to_contain_text("Lugs struck, not pressed")
