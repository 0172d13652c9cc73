"""The guide does what it says: each numbered step of each page, pressed, typed and read as it is written."""

import pytest
from guided import GUIDE, steps_of, walk
from playwright.sync_api import expect
from sampling import some
from test_drawings_read import unreadable
from test_eyes_and_ears import serious

from euthyne.web.guide import CONTENTS, NAMES

WITH_STEPS = [name for name in NAMES if steps_of(name)]
# Driven in the gate: the first lead whole, and of the others some.
DRIVEN = ["first-lead", *some([n for n in WITH_STEPS if n != "first-lead"], 4)]


@pytest.mark.parametrize("name", DRIVEN)
def test_a_page_of_the_guide_does_what_it_says(page, name):
    page.goto("/bench")
    walk(page, name)


def test_every_file_of_the_guide_is_in_it_and_every_trade_has_steps():
    assert {path.stem for path in GUIDE.glob("*.md")} == set(NAMES)
    assert set(CONTENTS["By trade"]) <= set(WITH_STEPS)


def test_each_stage_has_its_page_one_press_away_and_it_comes_back(page):
    for stage in ("brief", "conductor", "ends", "cut", "build", "prove", "tag"):
        page.goto(f"/leads/TR-0019/{stage}")
        page.get_by_role("link", name="about this stage").click()
        expect(page.get_by_role("heading", level=1)).to_have_text(stage.capitalize())
        page.get_by_role("link", name="Back to where you were").click()
        page.wait_for_url(f"**/leads/TR-0019/{stage}")


@pytest.mark.parametrize("width", [390, 820, 1280])
def test_every_word_of_the_guide_can_be_read(chromium, served, width):
    page = chromium.new_page(viewport={"width": width, "height": 900}, base_url=served[0])
    wrong = {}
    for name in some(NAMES, 5):
        address = f"/guide/{name}"
        page.goto(address)
        if found := unreadable(page, address):
            wrong[address] = found
        if page.evaluate("document.documentElement.scrollWidth > innerWidth"):
            wrong[address] = [*wrong.get(address, []), "wider than the screen"]
    page.close()
    assert wrong == {}


def test_no_page_of_the_guide_has_a_serious_fault_of_accessibility(page):
    found = {a: serious(page, a) for a in ("/guide", "/guide/first-lead", "/guide/network")}
    assert not any(found.values()), found
