"""A real server on a data folder of its own, and a real browser."""

import threading

import pytest
from filling import PASSPHRASE
from playwright.sync_api import expect, sync_playwright

from alike import compiled_once
from euthyne.cli import open_store
from euthyne.cli.doors import Doors
from euthyne.cli.server import Server
from euthyne.web import create_app

# On a machine that does much else a press takes seconds to be answered; what never comes is still told.
expect.set_options(timeout=20_000)


@pytest.fixture(scope="session")
def chromium():
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium",
            args=[
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                # Each new window would start a renderer for the popups of its address bar.
                "--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup",
            ],
        )
        yield browser
        browser.close()


@pytest.fixture
def served(tmp_path, with_demo):
    with_demo(tmp_path)
    store = open_store(tmp_path)
    server = Server(compiled_once(create_app(store, tmp_path)), Doors("127.0.0.1", 0))
    thread = threading.Thread(target=server.serve, daemon=True)
    thread.start()
    yield f"http://127.0.0.1:{server.server.effective_port}", store
    # Not closed under its own hands: what it still writes would go to whatever is opened next.
    server.stop()
    thread.join()


@pytest.fixture
def page(chromium, served):
    context = chromium.new_context(viewport={"width": 1280, "height": 800}, base_url=served[0])
    context.set_default_timeout(20_000)
    opened = context.new_page()
    troubles = []
    opened.on("pageerror", lambda error: troubles.append(str(error)))
    yield opened
    context.close()
    assert troubles == []


@pytest.fixture
def browser_of(chromium, served):
    """Opens a browser of its own: width, height, whether it is touched."""
    contexts = []

    def opened(width, height, touched=False):
        context = chromium.new_context(
            viewport={"width": width, "height": height},
            base_url=served[0],
            has_touch=touched,
            is_mobile=touched,
        )
        context.set_default_timeout(20_000)
        contexts.append(context)
        return context.new_page()

    yield opened
    for context in contexts:
        context.close()


@pytest.fixture
def keeper(browser_of):
    """The desk machine: the keeper enters themselves, a builder and a prover."""
    desk = browser_of(1280, 800)
    desk.goto("/bench")
    desk.get_by_role("link", name="Who is here?").click()
    desk.get_by_role("link", name="People who sign in").click()
    for name, role in (("Kim Lund", "keeper"), ("Rowan Marsh", "builder"), ("Vera Holt", "prover")):
        desk.get_by_label("Name, as it is to stand").fill(name)
        desk.get_by_label("Role", exact=True).select_option(role)
        desk.get_by_label("Passphrase", exact=True).fill(PASSPHRASE)
        desk.get_by_label("The passphrase again").fill(PASSPHRASE)
        desk.get_by_role("button", name="Enter them").click()
        expect(desk.locator(".house-list").first).to_contain_text(name)
    return desk
