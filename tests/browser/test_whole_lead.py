"""A lead through all seven stages in a real browser, and the faults it meets on the way."""

from dataclasses import replace

import pytest
from filling import take
from playwright.sync_api import expect

from euthyne.core.lead import StepDone
from euthyne.core.plan import plan_of


def settle(page):
    """Wait until what was typed or pressed has been answered."""
    page.wait_for_load_state("domcontentloaded")
    expect(page.locator(".htmx-request, .htmx-swapping, .htmx-settling")).to_have_count(0)


def fill(page, label, text):
    page.get_by_label(label, exact=True).fill(text)
    page.keyboard.press("Tab")
    settle(page)


def stage(page, name):
    page.locator("#ribbon .ribbon-page a", has_text=name).click()
    settle(page)


def test_an_extension_lead_from_brief_to_sealed_tag(page, served):
    page.goto("/bench")
    page.get_by_role("link", name="New lead").click()
    page.get_by_role("button", name="Extension lead BS 1363 pins").click()

    fill(page, "Called", "Darkroom extension")
    fill(page, "Made for", "Tarn Ridge Observatory, darkroom")
    fill(page, "Run, one way", "33 ft")
    expect(page.locator("#note-brief-run_m")).to_have_text("read as 10.06 m")
    expect(page.locator("#ribbon")).to_contain_text("10.06 m run")

    page.get_by_role("link", name="On to the conductor").click()
    expect(
        page.get_by_role("heading", name="Which size carries 13.0 A over 10.06 m")
    ).to_be_visible()
    take(page, "1.5 mm²")
    expect(page.locator("#figures")).to_contain_text("1.5 mm² copper")
    expect(page.locator("#figures")).not_to_contain_text("not taken")

    fill(page, "Over all, measured", "8.2 mm")
    page.get_by_role("button", name="Settle the ends, on to the cut").click()
    page.get_by_role("button", name="Settle the cut, on to the build").click()
    page.get_by_role("link", name="Begin at the bench").click()

    build_by_keyboard_alone(page)

    settle(page)
    left = page.locator('.looks details[open] button[aria-pressed="false"]', has_text="yes")
    while left.count():
        left.first.click()
        settle(page)
    page.get_by_text("The whole grid, every contact to every other").click()
    for mark in "LNE":
        page.locator(f"#cell-supply-{mark}-load-{mark}").click()
        settle(page)
    page.get_by_role("button", name="I probed the other 12: all silent").click()
    expect(page.get_by_text("Every contact is as the map says")).to_be_visible()
    fill(page, "Insulation tested at", "500 V")
    for line, typed in (
        ("core-L", "0.15"),
        ("core-N", "0.151"),
        ("earth", "150 mohm"),
        ("insulation-E", ">999"),
        ("insulation-LN", "550 Mohm"),
    ):
        page.locator(f"#reading-{line}").fill(typed)
        page.keyboard.press("Tab")
        settle(page)
    expect(page.locator(".verdict-pass")).to_have_count(6)
    page.get_by_role("link", name="On to the tag").click()

    page.get_by_label("Initials of whoever answers for it").fill("AF")
    page.get_by_role("button", name="Seal the record").click()
    expect(page.get_by_role("heading", name="Sealed as number 2")).to_be_visible()

    page.keyboard.press("/")
    page.keyboard.type("darkroom")
    page.keyboard.press("Enter")
    row = page.get_by_role("row", name="Darkroom extension")
    expect(row).to_contain_text("sealed")
    assert served[1].faults_of_log() == []


def build_by_keyboard_alone(page):
    """Every step of the build with the keys of the bench: initials once, then space."""
    expect(page.locator("#headline")).to_have_text("Lay everything out and try it dry")
    page.keyboard.press("Tab")
    while page.evaluate("document.activeElement.id") != "initials":
        page.keyboard.press("Tab")
    page.keyboard.type("RM")
    page.keyboard.press("Enter")
    for _ in range(40):
        settle(page)
        if page.locator("#headline").inner_text().startswith("Built"):
            break
        at = page.locator(".bench-top .mono").inner_text()
        page.keyboard.press(" ")
        expect(page.locator(".bench-top .mono")).not_to_have_text(at)
    expect(page.locator("#headline")).to_have_text("Built. Now prove it")
    page.keyboard.press(" ")
    expect(page.locator("#headline")).to_contain_text("you judged as you built")
    page.keyboard.press(" ")
    expect(page.locator("#headline")).to_contain_text("whole along its length")
    page.locator(".bench-top a").click()
    expect(page.get_by_role("heading", name="Is it what the plan says")).to_be_visible()


def test_like_work_is_ticked_by_key_and_confirmed_together(page, served):
    store = served[1]
    upto = [s.key for s in plan_of(store.get("TR-0027").lead).build.steps]
    done = tuple(StepDone(k, "2026-11-24T09:00:00", "RM") for k in upto[: upto.index("B-sleeve-1")])
    store.change(
        "TR-0027",
        lambda lead: replace(lead, build=replace(lead.build, done=done)),
        "2026-11-24T09:00:00",
        "RM",
        "built so far",
    )
    page.goto("/leads/TR-0027/build/bench")
    page.get_by_label("Initials").fill("RM")
    page.locator("#headline").click()
    for _ in range(3):
        page.keyboard.press("t")
    expect(page.locator(".bench-alike input:checked")).to_have_count(3)
    page.keyboard.press(" ")
    expect(page.locator("#headline")).to_contain_text("Put the grey sleeve on the grey core")
    expect(page.locator(".bench-alike input")).to_have_count(3)
    kept = [d.step for d in store.get("TR-0027").lead.build.done[-4:]]
    assert kept == ["B-sleeve-1", "B-sleeve-2", "B-sleeve-3", "B-sleeve-4"]


def test_the_crossed_pair_is_found_through_the_grid(page):
    page.goto("/leads/TR-0017/prove")
    page.get_by_role("button", name="Put right: probe afresh").click()
    expect(page.locator("#cell-supply-L-load-L")).to_have_text("·")
    for one, other in (("supply-L", "load-N"), ("supply-N", "load-L"), ("supply-E", "load-E")):
        page.locator(f"#cell-{one}-{other}").click()
        expect(page.locator(f"#cell-{one}-{other}")).to_have_text("sounds")
    page.get_by_role("button", name="I probed the other 12: all silent").click()
    expect(page.locator(".diagnosis")).to_contain_text("Exchanged pair. Check first which face")
    expect(page.locator("#checks")).to_contain_text("Change them over at one end")
    expect(page.locator("#cell-supply-L-load-L")).to_have_attribute(
        "aria-label", "L at supply end to L at load end: silent, not as planned"
    )


def test_the_ladder_moves_as_one_types_without_a_reload(page):
    page.goto("/leads/TR-0023/conductor")
    page.evaluate("window.sameDocument = true")
    run = page.get_by_label("Run, one way")
    run.fill("45 m")
    expect(page.get_by_role("button", name="Take 2.5 mm², on to the ends")).to_be_visible()
    expect(page.get_by_text("Decided by volt drop")).to_be_visible()
    run.fill("8 m")
    expect(page.get_by_role("button", name="Take 1.5 mm², on to the ends")).to_be_visible()
    assert page.evaluate("window.sameDocument")
    assert page.evaluate("document.activeElement.id") == "brief-run_m"


def test_a_rung_is_taken_by_keyboard(page):
    page.goto("/leads/TR-0023/conductor")
    page.locator("#rung-2\\.5-mm2").focus()
    page.keyboard.press("Enter")
    expect(page.locator("#figures")).to_contain_text("2.5 mm² copper")
    expect(page.locator("#rung-2\\.5-mm2")).to_have_attribute("aria-pressed", "true")
    page.keyboard.press("w")
    expect(page.get_by_role("rowheader", name="Lost on the way")).to_be_visible()


def test_nothing_typed_is_lost_on_a_reload_or_the_back_button(page):
    page.goto("/leads/TR-0023/brief")
    fill(page, "Breaker upstream", "sixteen or so")
    expect(page.locator("#note-brief-upstream_amps")).to_contain_text("What would do")
    expect(page.get_by_label("Breaker upstream")).to_have_attribute("aria-invalid", "true")
    page.reload()
    expect(page.get_by_label("Breaker upstream")).to_have_value("sixteen or so")
    page.goto("/bench")
    page.go_back()
    expect(page.get_by_label("Breaker upstream")).to_have_value("sixteen or so")
    expect(page.locator("#note-brief-upstream_amps")).to_contain_text("What would do")


@pytest.mark.parametrize("size", [(1280, 800), (820, 1180)])
def test_bench_mode_needs_no_scroll(page, size):
    page.set_viewport_size({"width": size[0], "height": size[1]})
    for key in ("lay-out", "cut", "B-nut", "B-land-E", "A-fuse", "A-close"):
        page.goto(f"/leads/TR-0019/build/bench?step={key}")
        assert page.evaluate("document.documentElement.scrollHeight") <= size[1], key
        assert page.evaluate("document.documentElement.scrollWidth") <= size[0], key
        go = page.locator("#key-go").bounding_box()
        assert go["y"] + go["height"] <= size[1]
        assert go["height"] >= 44
