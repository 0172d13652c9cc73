"""Two people with one lead open: each sees what the other does, and nothing typed is lost by it."""

from dataclasses import replace

import pytest
from filling import fill, say_who
from playwright.sync_api import expect

from euthyne.core.lead import StepDone
from euthyne.core.plan import plan_of

LEAD = "/leads/TR-0019"
SOON = 12_000  # two beats and a slow machine


@pytest.fixture
def other(chromium, served):
    context = chromium.new_context(viewport={"width": 820, "height": 1180}, base_url=served[0])
    context.set_default_timeout(8000)
    yield context.new_page()
    context.close()


def set_run(page, text):
    page.goto(f"{LEAD}/brief")
    fill(page, brief__run_m=text)


def test_anothers_change_is_seen_on_an_open_page(page, other):
    page.goto(f"{LEAD}/brief")
    page.locator("#brief-ambient_c").focus()
    set_run(other, "9 m")
    expect(page.locator("#ribbon")).to_contain_text("9 m run", timeout=SOON)
    expect(page.locator("#brief-run_m")).to_have_value("9 m")


def test_what_is_being_typed_is_not_overwritten_and_both_are_shown(page, other, served):
    page.goto(f"{LEAD}/brief")
    page.route(
        "**/brief",
        lambda route: route.abort() if route.request.method == "POST" else route.continue_(),
    )
    page.locator("#brief-run_m").fill("7 m")
    set_run(other, "9 m")
    expect(page.locator("#ribbon")).to_contain_text("9 m run", timeout=SOON)
    expect(page.locator("#brief-run_m")).to_have_value("7 m")
    page.unroute("**/brief")
    expect(page.locator("#two-set")).to_contain_text("9 m", timeout=SOON)
    assert served[1].get("TR-0019").lead.brief.run_m == 9.0


def test_who_has_it_at_a_bench_is_seen_and_a_step_goes_on_at_both(page, other, served):
    store = served[1]
    say_who(other, "KL")
    other.goto(f"{LEAD}/build/bench")
    page.goto(f"{LEAD}/conductor")
    expect(page.locator("#others")).to_contain_text("KL has it at a bench now")
    at = other.locator("#headline").inner_text()
    first = store.get("TR-0019").lead
    key = plan_of(first).build.steps_left[0].key

    def confirmed(lead):
        one = StepDone(key, "2026-11-26T10:00:00+00:00", "RM")
        return replace(lead, build=replace(lead.build, done=(*lead.build.done, one)))

    store.change("TR-0019", confirmed, "2026-11-26T10:00:00+00:00", "RM", "confirmed elsewhere")
    expect(other.locator("#headline")).not_to_have_text(at, timeout=SOON)
    other.goto("/bench")
    expect(page.locator("#others")).not_to_contain_text("KL", timeout=30_000)


def test_a_field_that_anothers_change_brings_appears_on_an_open_page(page, other):
    page.goto(f"{LEAD}/ends")
    expect(page.get_by_label("Lamp in it")).to_have_count(0)
    other.goto(f"{LEAD}/ends")
    fill(other, ends__switch="L")
    expect(other.get_by_label("Lamp in it")).to_be_visible()
    expect(page.get_by_label("Lamp in it")).to_be_visible(timeout=SOON)


def test_the_bench_shows_what_was_done_elsewhere(page, other):
    page.goto("/bench")
    expect(page.locator("main")).to_contain_text("28 leads in hand")
    other.goto("/leads/TR-0019/brief")
    other.get_by_role("button", name="The same again").click()
    expect(page.locator("main")).to_contain_text("28 leads in hand", timeout=SOON)
