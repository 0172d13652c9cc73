"""Pins on both ends: the bench does not let a cut be confirmed, paper says why, and the fix opens
the bench.
"""

import io

from filling import pick_end
from playwright.sync_api import expect
from pypdf import PdfReader


def test_a_stop_shuts_the_bench_until_its_fix_is_pressed(page, served):
    page.goto("/bench")
    page.get_by_role("link", name="New lead").click()
    page.get_by_role("button", name="Extension lead BS 1363 pins").click()
    page.get_by_label("Run, one way", exact=True).fill("25 m")
    page.keyboard.press("Tab")
    expect(page.locator("#ribbon")).to_contain_text("25 m run")
    tag = page.url.split("/leads/")[1].split("/")[0]

    page.locator("#ribbon .ribbon-page a", has_text="Ends").click()
    pick_end(page, "Load end", "BS 1363 plug", "BS 1363 plug, 13 A")
    expect(page.locator("#checks")).to_contain_text("Pins on both ends")
    page.goto(f"/leads/{tag}/build/bench?step=cut")
    expect(page.locator(".shut-bench")).to_contain_text("Pins on both ends")
    expect(page.locator("#key-go")).to_have_count(0)
    page.keyboard.press("Space")
    expect(page.locator("#headline")).to_contain_text("Cut")
    assert served[1].get(tag).lead.build.done == ()

    traveller = page.request.get(f"/leads/{tag}/traveller.pdf").body()
    first = PdfReader(io.BytesIO(traveller)).pages[0].extract_text()
    assert "Not to be built: Pins on both ends" in " ".join(first.split())

    page.goto(f"/leads/{tag}/ends")
    page.locator("#checks").get_by_role("button", name="Take the BS 1363 trailing socket").click()
    expect(page.locator("#checks")).not_to_contain_text("Pins on both ends")
    page.goto(f"/leads/{tag}/build/bench")
    expect(page.locator(".shut-bench")).to_have_count(0)
    expect(page.locator("#key-go")).to_be_visible()
