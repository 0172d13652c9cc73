"""For eyes and ears: no page has a serious fault of accessibility, on no screen and in no light; every
drawing says what it shows.
"""

from pathlib import Path

import pytest
from sampling import LONG, some

AXE = (Path(__file__).parents[1] / "vendor" / "axe.min.js").read_text()
RULES = "['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']"
STAGES = ("brief", "conductor", "ends", "cut", "build", "prove", "tag")
SCREENS = [
    "/bench",
    "/leads",
    "/leads/new",
    "/leads/import",
    "/leads/TR-9",
    "/who",
    "/leads/TR-0019/build/bench",
    "/envelope/drop",
    "/shelf",
    "/shelf/find?shows=pin",
    "/shelf/checks",
    "/shelf/tables",
    "/shelf/part/c14",
    "/leads/TR-0022/ends",
    "/leads/TR-0027/ends",
    "/envelope/wire",
    "/leads/TR-0014/brief",
    "/leads/TR-0014/conductor",
    "/leads/TR-0014/tag",
    "/stores",
    "/stores?add=cable",
    "/stores/one?name=Reel 2",
    "/leads/TR-0027/cut",
    "/leads/TR-0019/build/wrong",
    "/leads/TR-0014/build",
    "/leads/TR-0014/build/bench",
    "/shelf/terminations",
    "/shelf/practices",
    "/shelf/part/lug-m8",
    "/leads/TR-0014/prove/bench",
    "/leads/TR-0014/prove/where/lug-battery+",
    "/leads/TR-0012/history",
    "/bench/what",
    "/words",
    "/leads/TR-0018/cost",
    "/leads/TR-0018/ends/pick?at=fit.load",
    "/leads/TR-0017/prove/bench",
    "/leads/TR-0036/conductor",
    *(f"/leads/{tag}/{name}" for tag in ("TR-0023", "TR-0017") for name in STAGES if LONG),
]
HELD = [
    "/bench",
    "/leads",
    "/stores",
    "/who",
    "/shelf",
    "/envelope/drop",
    "/leads/TR-0014/build/bench",
    "/leads/TR-0014/prove/bench",
    "/bench/what",
    "/leads/new",
    "/leads/TR-0018/ends/pick?at=fit.load",
    *(f"/leads/TR-0014/{name}" for name in STAGES),
]


# One of each sort: lists, drawings, fields, the bench, a proof, a seal.
LIT = (
    "/bench",
    "/who",
    "/shelf",
    *(f"/leads/TR-0014/{x}" for x in ("conductor", "ends", "build/bench", "prove", "tag")),
)


def serious(page, address):
    page.goto(address)
    page.evaluate(AXE)
    result = page.evaluate(f"axe.run(document, {{runOnly: {RULES}}})")
    return [
        f"{v['id']}: {v['nodes'][0]['html'][:160]}"
        for v in result["violations"]
        if v["impact"] in ("serious", "critical")
    ]


@pytest.mark.parametrize("part", range(4) if LONG else [0])
def test_nothing_serious_at_the_desk(page, part):
    for address in some(SCREENS[part::4], 12):
        assert serious(page, address) == [], address


@pytest.mark.parametrize(("width", "height"), [(390, 844), (820, 1180)] if LONG else [(390, 844)])
def test_nothing_serious_in_the_hand(page, width, height):
    page.set_viewport_size({"width": width, "height": height})
    for address in some(HELD, 9):
        assert serious(page, address) == [], address


@pytest.mark.parametrize("light", ["sun", "dark"] if LONG else ["dark"])
def test_nothing_serious_in_any_light(page, light):
    page.goto("/who")
    page.locator(f'button[value="{light}"]').click()
    for address in some(LIT, 8):
        assert serious(page, address) == [], address


def test_every_drawing_says_what_it_shows(page):
    for address in HELD:
        page.goto(address)
        silent = page.evaluate(
            """() => [...document.querySelectorAll("main svg")]
            .filter(s => !s.closest("[aria-hidden=true]") && s.getAttribute("aria-hidden") !== "true")
            .filter(s => s.getClientRects().length && !(s.getAttribute("aria-label") || "").trim())
            .map(s => s.getAttribute("class"))"""
        )
        assert silent == [], address


@pytest.mark.parametrize(("width", "height"), [(390, 844), (1280, 800)] if LONG else [(390, 844)])
def test_nothing_serious_where_people_sign_in_and_nothing_is_cut_off(
    keeper, browser_of, width, height
):
    keeper.locator('form:has([value="open_tags"]) button', has_text="It is a rule here").click()
    keeper.set_viewport_size({"width": width, "height": height})
    stranger = browser_of(width, height)
    for page, addresses in (
        (
            keeper,
            (
                "/people",
                "/at-this-device",
                "/who",
                "/leads/TR-0019/build/bench",
                "/leads/TR-0012/tag",
            ),
        ),
        (stranger, ("/sign-in", "/leads/TR-0012", "/leads/TR-0019")),
    ):
        for address in addresses:
            assert serious(page, address) == [], address
            assert page.evaluate("document.documentElement.scrollWidth") <= width, address
