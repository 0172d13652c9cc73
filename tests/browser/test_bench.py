"""At the bench: gates that ask for each part, what was forgotten, what is not right, by keyboard
alone.
"""

import re

import pytest
from playwright.sync_api import expect
from sampling import long_run, some

from euthyne.core.plan import plan_of

LINK = "TR-0014"
INVERTER_PLUS = "Press the lug on the red wire, 50 mm², inverter end"
SIZES = [{"width": 1280, "height": 800}, {"width": 820, "height": 1180}]


@pytest.fixture
def bench(page):
    page.goto(f"/leads/{LINK}/build/bench")
    page.get_by_label("Initials").fill("RM")
    page.locator("#headline").click()
    return page


def go_on(page):
    """Presses space until the next step shows; at a gate once for each part, then once more."""
    before = page.locator(".bench-top .mono").inner_text()
    for _ in range(page.locator(".bench-asks input:not(:checked)").count()):
        page.keyboard.press("Space")
    page.keyboard.press("Space")
    expect(page.locator(".bench-top .mono")).not_to_have_text(before)


def go_on_to(page, headline):
    for _ in range(30):
        if headline in page.locator("#headline").inner_text():
            return
        go_on(page)
    raise AssertionError(f"never came to {headline}")


def test_a_gate_asks_for_each_part_before_it_lets_go(bench):
    go_on_to(bench, "Stop. Is everything on?")
    asked = bench.locator(".bench-asks input")
    expect(asked).to_have_count(1)
    expect(bench.locator(".bench-asks")).to_contain_text("The sleeve on the red wire")
    bench.keyboard.press("Space")
    expect(asked.first).to_be_checked()
    expect(bench.locator("#headline")).to_have_text("Stop. Is everything on?")
    bench.keyboard.press("Space")
    expect(bench.locator("#headline")).to_contain_text("Press the lug on the red wire")


@long_run
def test_a_part_seen_to_be_missing_at_the_gate_costs_nothing(bench, served):
    go_on_to(bench, "Stop. Is everything on?")
    bench.keyboard.press("f")
    bench.get_by_role("button", name="the sleeve on the red wire, plus, battery end").click()
    expect(bench.get_by_text("There is still time")).to_be_visible()
    bench.get_by_role("button", name="Go this way").click()
    expect(bench.locator("#headline")).to_contain_text("Put the red sleeve on the red wire")
    assert served[1].get(LINK).lead.build.reworks[0].length_lost_mm == 0


@long_run
def test_a_gate_skipped_on_purpose_costs_a_lug_and_its_length_and_the_record_shows_it(
    bench, served
):
    _, store = served
    go_on_to(bench, INVERTER_PLUS)
    go_on(bench)
    bench.keyboard.press("f")
    bench.get_by_role("button", name="the sleeve on the red wire, plus, inverter end").click()
    expect(bench.get_by_text("Cut this one joint off, put it on")).to_be_visible()
    expect(bench.locator(".way-back")).to_contain_text("scrapped")
    lost = re.search(r"length lost\s+([\d.]+) mm", bench.locator(".way-back").inner_text())[1]
    bench.get_by_role("button", name="Go this way").click()
    expect(bench.locator("#headline")).to_contain_text("Put the red sleeve on the red wire")
    rework = store.get(LINK).lead.build.reworks[0]
    assert (rework.how, rework.scrap) == ("alone", ("B-land-+",))
    assert rework.length_lost_mm == pytest.approx(float(lost), abs=0.1)
    bench.goto(f"/leads/{LINK}/build")
    expect(
        bench.get_by_text("The sleeve on the red wire, plus, inverter end was forgotten")
    ).to_be_visible()
    expect(bench.get_by_text("lost in all")).to_be_visible()


def test_a_forgotten_part_is_found_with_the_arrows_alone(bench, served):
    _, store = served
    go_on_to(bench, INVERTER_PLUS)
    bench.keyboard.press("f")
    expect(bench.locator("#headline")).to_have_text("Which part is not on?")
    bench.keyboard.press("ArrowRight")
    expect(bench.locator("#headline")).to_contain_text("Forgotten")
    first = bench.locator("#headline").inner_text()
    assert first.startswith("Forgotten: the sleeve on the ")
    bench.keyboard.press("ArrowRight")
    expect(bench.locator("#headline")).not_to_have_text(first)
    bench.keyboard.press("ArrowLeft")
    expect(bench.locator("#headline")).to_have_text(first)
    bench.keyboard.press("Space")
    expect(bench.locator("#headline")).not_to_contain_text("Forgotten")
    assert len(store.get(LINK).lead.build.reworks) == 1


@long_run
def test_a_press_that_is_not_right_is_cut_back_by_keyboard_alone(bench, served):
    _, store = served
    go_on_to(bench, "Press the lug on the red wire")
    go_on(bench)
    bench.keyboard.press("x")
    expect(bench.locator("#headline")).to_contain_text("Not right: Press the lug on the red wire")
    expect(bench.locator(".bench-figures")).to_contain_text("to spare afterwards")
    bench.keyboard.press("ArrowLeft")
    expect(bench.locator("#headline")).to_contain_text("Not right: Stop. Is everything on?")
    bench.keyboard.press("ArrowRight")
    expect(bench.locator("#headline")).to_contain_text("Not right: Press the lug")
    bench.keyboard.press("Space")
    expect(bench.locator("#headline")).to_have_text("Stop. Is everything on?")
    rework = store.get(LINK).lead.build.reworks[0]
    assert (rework.part, rework.cause, rework.how) == ("A-land-+", "not-right", "alone")


@long_run
def test_it_is_right_after_all_and_a_slip_of_the_finger_cost_nothing(bench, served):
    _, store = served
    go_on(bench)
    go_on(bench)
    bench.keyboard.press("x")
    expect(bench.locator("#headline")).to_contain_text("Not right")
    bench.keyboard.press("Escape")
    expect(bench.locator(".bench-top .mono")).to_contain_text("step 3 of")
    bench.keyboard.press("x")
    expect(bench.locator("#headline")).to_contain_text("Not right")
    bench.keyboard.press("u")
    expect(bench.locator(".bench-top .mono")).to_contain_text("step 2 of")
    assert store.get(LINK).lead.build.reworks == ()


@long_run
def test_a_battery_link_is_built_by_keyboard_alone(bench, served):
    _, store = served
    steps = plan_of(store.get(LINK).lead).build.steps
    for number in range(len(steps)):
        expect(bench.locator(".bench-top .mono")).to_contain_text(f"step {number + 1} of")
        go_on(bench)
    expect(bench.locator("#headline")).to_contain_text("Built")
    assert [d.step for d in store.get(LINK).lead.build.done] == [s.key for s in steps]


@pytest.mark.parametrize("size", SIZES, ids=["wide", "tall"])
@pytest.mark.parametrize("tag", some([LINK, "TR-0027", "TR-0023", "TR-0029"], 3))
def test_no_step_of_any_build_needs_a_scroll_or_hides_its_key(page, served, size, tag):
    page.set_viewport_size(size)
    steps = plan_of(served[1].get(tag).lead).build.steps
    for step in some({s.kind: s for s in steps}.values(), 3):
        page.goto(f"/leads/{tag}/build/bench?step={step.key.replace('+', '%2B')}")
        assert page.evaluate("document.documentElement.scrollHeight <= innerHeight"), step.key
        assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), step.key
        box = page.locator("#key-go").bounding_box()
        assert box["y"] + box["height"] <= size["height"], step.key
        cut_off = page.evaluate(
            "[...document.querySelectorAll('#bench > *')].some((e) => e.scrollHeight > "
            "e.clientHeight + 8)"
        )
        assert not cut_off, step.key
