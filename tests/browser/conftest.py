"""A real server on a data folder of its own, and a real browser."""

import threading

import pytest
from playwright.sync_api import sync_playwright
from waitress import create_server

from euthyne.cli import open_store
from euthyne.web import create_app


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
            ],
        )
        yield browser
        browser.close()


@pytest.fixture
def served(tmp_path, with_demo):
    with_demo(tmp_path)
    store = open_store(tmp_path)
    server = create_server(create_app(store, tmp_path), host="127.0.0.1", port=0, threads=4)
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    yield f"http://127.0.0.1:{server.effective_port}", store
    server.close()


@pytest.fixture
def page(chromium, served):
    context = chromium.new_context(viewport={"width": 1280, "height": 800}, base_url=served[0])
    context.set_default_timeout(8000)
    opened = context.new_page()
    troubles = []
    opened.on("pageerror", lambda error: troubles.append(str(error)))
    yield opened
    context.close()
    assert troubles == []
