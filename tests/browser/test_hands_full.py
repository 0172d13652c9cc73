"""The bench with hands full: by the device's own dictation, aloud when asked, the screen kept awake."""

import re

import pytest
from filling import say_who
from playwright.sync_api import expect

BENCH = "/leads/TR-0019/build/bench"
# What the browser would say and whether it would stay awake, written down instead.
STAND_INS = """
window.spoken = [];
window.SpeechSynthesisUtterance = function (text) { this.text = text; };
Object.defineProperty(window, "speechSynthesis", {
  value: { speak: u => window.spoken.push(u.text), cancel: () => {} }
});
"""


@pytest.fixture
def bench(page):
    page.add_init_script(STAND_INS)
    say_who(page, "RM")
    page.goto(BENCH)
    page.get_by_text("Hands full").click()
    return page


def test_a_step_is_done_and_looked_back_at_by_voice(bench):
    at = bench.locator("#headline").inner_text()
    told = bench.get_by_label("Say, by the device's own dictation, or type")
    told.press_sequentially("teapot")
    expect(bench.locator("#told-answer")).to_contain_text("is none of: done, next, back")
    told.press_sequentially("Done.")
    expect(bench.locator("#headline")).not_to_have_text(at)
    expect(told).to_be_focused()
    then = bench.locator("#headline").inner_text()
    told.press_sequentially("back")
    bench.wait_for_url(re.compile("step="))
    expect(bench.locator("#headline")).not_to_have_text(then)


def test_the_step_and_its_parts_are_said_aloud_when_asked(bench):
    assert bench.evaluate("window.spoken") == []
    bench.get_by_role("button", name="Say each step aloud").click()
    expect(bench.get_by_role("button", name="Say each step aloud")).to_have_attribute(
        "aria-pressed", "true"
    )
    said = bench.evaluate("window.spoken")
    first = bench.locator("#headline").inner_text()
    assert len(said) == 1 and bench.locator("#headline").inner_text() in said[0]
    told = bench.get_by_label("Say, by the device's own dictation, or type")
    told.fill("done")
    told.press("Enter")
    expect(bench.locator("#headline")).not_to_have_text(first)
    # Said once the new page has settled, a moment after it is seen.
    for _ in range(200):
        if len(bench.evaluate("window.spoken")) > 1:
            break
        bench.wait_for_timeout(20)
    assert bench.locator("#headline").inner_text() in bench.evaluate("window.spoken[1]")
    bench.get_by_role("button", name="Say each step aloud").click()
    told.fill("done")
    told.press("Enter")
    expect(bench.locator(".htmx-request")).to_have_count(0)
    assert bench.evaluate("window.spoken.length") == 2


def test_whether_the_screen_is_kept_awake_is_said(bench):
    expect(bench.locator("#awake")).to_contain_text(re.compile("kept awake"))
