"""The screens people hold: a telephone in one hand, a tablet both ways, the desk."""

import pytest
from playwright.sync_api import expect
from sampling import LONG, some

PLACES = (
    "/bench",
    "/leads",
    "/leads/new",
    "/stores",
    "/shelf",
    "/shelf/tables",
    "/envelope/drop",
    "/who",
)
STAGES = (
    "brief",
    "conductor",
    "ends",
    "cut",
    "build",
    "prove",
    "tag",
    "build/bench",
    "prove/bench",
)
PAINT = """s => [...s.querySelectorAll("path, rect")].slice(0, 40)
    .map(e => getComputedStyle(e).fill + getComputedStyle(e).stroke).join()"""
OF_LEADS = ("log", "history", "cost")


@pytest.mark.parametrize(
    ("width", "height"), [(390, 844), (820, 1180), (1180, 820), (1280, 800)][:: 1 if LONG else 3]
)
def test_no_page_is_wider_than_what_is_held(page, width, height):
    page.set_viewport_size({"width": width, "height": height})
    addresses = [*PLACES, *(f"/leads/TR-0029/{s}" for s in (*STAGES, *OF_LEADS))]
    for address in some((*addresses, "/leads/TR-0012/cut", "/leads/TR-0027/ends"), 4):
        page.goto(address)
        wide = page.evaluate("document.documentElement.scrollWidth")
        assert wide <= width, (address, wide)


def test_the_ribbon_folds_to_seven_marks_with_the_present_one_named(page):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/leads/TR-0012/cut")
    folded = page.locator("#ribbon svg.ribbon-fold")
    expect(folded).to_be_visible()
    expect(page.locator("#ribbon svg.ribbon-page")).to_be_hidden()
    bands = folded.locator("a.band")
    expect(bands).to_have_count(7)
    expect(folded).to_contain_text("4 Cut")
    for band in bands.all():
        box = band.bounding_box()
        assert box["x"] >= 0 and box["x"] + box["width"] <= 390
        assert box["height"] >= 40
    bands.nth(4).click()
    page.wait_for_url("**/build")
    expect(page.locator("#ribbon svg.ribbon-fold")).to_contain_text("5 Build")
    page.set_viewport_size({"width": 1280, "height": 800})
    expect(page.locator("#ribbon svg.ribbon-page")).to_be_visible()
    expect(page.locator("#ribbon svg.ribbon-fold")).to_be_hidden()


def test_presses_are_as_large_as_a_thumb_and_the_step_is_confirmed_by_one(page, served):
    page.set_viewport_size({"width": 390, "height": 844})
    for address in ("/leads/TR-0014/prove", "/leads/TR-0014/build/bench", "/who"):
        page.goto(address)
        for press in page.locator("main button:visible").all():
            assert press.bounding_box()["height"] >= 44, (address, press.inner_text())
    page.goto("/leads/TR-0019/build/bench")
    page.get_by_label("Initials").fill("RM")
    at = page.locator(".bench-top .mono").inner_text()
    press = page.locator("#bench-done button").last
    box = press.bounding_box()
    assert box["y"] + box["height"] <= 844, "within the thumb's reach, whatever the step says"
    for tick in page.locator('input[name="on"]').all():
        tick.check()
    press.click()
    expect(page.locator(".bench-top .mono")).not_to_have_text(at)


def test_the_light_is_kept_on_the_device_and_drawings_keep_their_colours(page):
    core = "svg.facing path[stroke], svg.facing path[fill]"
    page.goto("/leads/TR-0012/ends")
    paper = page.evaluate("getComputedStyle(document.body).backgroundColor")
    drawn = page.locator("svg.facing").first.evaluate(PAINT)
    page.goto("/who")
    page.get_by_role("button", name="Near dark").click()
    expect(page.get_by_role("button", name="Near dark")).to_have_attribute("aria-pressed", "true")
    page.goto("/leads/TR-0012/ends")
    assert page.locator(core).count()
    assert page.evaluate("getComputedStyle(document.body).backgroundColor") != paper
    assert drawn == page.locator("svg.facing").first.evaluate(PAINT)
    assert page.request.post("/light", form={"light": "disco"}).status == 400


def test_it_can_stand_on_a_home_screen(page):
    page.goto("/bench")
    address = page.locator('link[rel="manifest"]').get_attribute("href")
    manifest = page.request.get(address).json()
    assert (manifest["start_url"], manifest["display"]) == ("/bench", "standalone")
    for icon in manifest["icons"]:
        assert page.request.get(f"/static/{icon['src']}").ok


# Presses and fields that lie on each other, and words that lie under one.
ON_EACH_OTHER = """() => {
  const shown = e => e.checkVisibility({visibilityProperty: true, opacityProperty: true}) &&
    !e.closest('svg, .visually-hidden') && e.getBoundingClientRect().width > 2;
  // What scrolls inside itself is cut off there, and comes up by itself.
  const clipped = e => { for (let p = e.parentElement; p; p = p.parentElement)
    if (getComputedStyle(p).overflow !== 'visible' && p !== document.body) return true; };
  // What stays at the foot of the screen lies on what is scrolled under it.
  const stays = e => { for (let p = e; p; p = p.parentElement)
    if (getComputedStyle(p).position === 'sticky') return true; };
  const presses = [...document.querySelectorAll('a, button, input:not([type=hidden]), select')]
    .filter(e => shown(e) && !stays(e));
  const plain = [...document.querySelectorAll('p, h1, h2, h3, dt, dd, td, th, li')]
    .filter(e => shown(e) && !e.querySelector('a, button, input, select, p, details'));
  const over = (a, b) => Math.min(a.right, b.right) - Math.max(a.left, b.left) > 3 &&
    Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 5;
  const said = e => (e.textContent || e.name || '').trim().slice(0, 40);
  const found = [];
  presses.forEach((one, i) => presses.slice(0, i).forEach(other => {
    if (!one.contains(other) && !other.contains(one) &&
        over(one.getBoundingClientRect(), other.getBoundingClientRect()))
      found.push(`${said(one)} on ${said(other)}`);
  }));
  for (const words of plain.filter(e => !clipped(e))) {
    const range = document.createRange();
    range.selectNodeContents(words);
    const lines = [...range.getClientRects()].filter(r => r.width > 3);
    for (const press of presses)
      if (!press.contains(words) && lines.some(r => over(r, press.getBoundingClientRect())))
        found.push(`${said(words)} under ${said(press)}`);
  }
  return found;
}"""


@pytest.mark.parametrize(
    ("width", "height"), [(390, 844), (820, 1180), (1280, 800)][:: 1 if LONG else 2]
)
def test_no_press_lies_on_another_or_on_words(page, width, height):
    page.set_viewport_size({"width": width, "height": height})
    addresses = [
        f"/leads/{tag}/{s}" for tag in ("TR-0014", "TR-0030") for s in (*STAGES, *OF_LEADS)
    ]
    for address in some((*PLACES, *addresses, "/shelf/practices", "/shelf/checks"), 6):
        page.goto(address)
        assert page.evaluate(ON_EACH_OTHER) == [], address
