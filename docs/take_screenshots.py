"""Takes the pictures of docs/screenshots from the demonstration leads; names on the command line
take only those.
"""

import logging
import sys
import tempfile
import threading
import urllib.request
from datetime import date
from pathlib import Path

import pypdfium2
from playwright.sync_api import sync_playwright
from waitress import create_server

from euthyne.cli import load_demo, open_store
from euthyne.store.copies import Copies
from euthyne.web import create_app

OUT = Path(__file__).parent / "screenshots"
VIEWS = {
    "bench": ("/bench", 1280, 1690),
    "brief": ("/leads/TR-0023/brief", 1280, 1260),
    "conductor": ("/leads/TR-0023/conductor", 1280, 1360),
    "working": ("/leads/TR-0014/conductor", 1280, 2000),
    "ends": ("/leads/TR-0012/ends", 1280, 1000),
    "shelf": ("/shelf", 1280, 1000),
    "stores": ("/stores", 1280, 1150),
    "leads": ("/leads", 1280, 1000),
    "cut": ("/leads/TR-0023/cut", 1280, 1150),
    "build": ("/leads/TR-0015/build", 1280, 1060),
    "bench-step": ("/leads/TR-0014/build/bench?step=A-land--", 1280, 800),
    "gate": ("/leads/TR-0029/build/bench?step=gate-B-land-cord.N", 1280, 800),
    "prove": ("/leads/TR-0014/prove", 1280, 1600),
    "probe": ("/leads/TR-0024/prove/bench", 820, 1180),
    "envelope": ("/envelope/drop", 1280, 1100),
    "tag": ("/leads/TR-0012/tag", 1280, 880),
}
PAPER = {
    "template": "/leads/TR-0027/cut/template.pdf",
    "traveller": "/leads/TR-0014/traveller.pdf",
    "certificate": "/leads/TR-0012/certificate.pdf",
}


def print_page(address: str, path: Path) -> None:
    """The first page of a PDF as a picture."""
    with urllib.request.urlopen(address) as answer:
        pypdfium2.PdfDocument(answer.read())[0].render(scale=1.5).to_pil().save(path)


def main() -> None:
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
    folder = Path(tempfile.mkdtemp())
    load_demo(folder)
    Copies(folder).keep(date.today())
    server = create_server(create_app(open_store(folder), folder), host="127.0.0.1", port=0)
    threading.Thread(target=server.run, daemon=True).start()
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium", args=["--no-sandbox"]
        )
        for name in sys.argv[1:] or (*VIEWS, *PAPER):
            if name in PAPER:
                print_page(
                    f"http://127.0.0.1:{server.effective_port}{PAPER[name]}", OUT / f"{name}.png"
                )
                continue
            address, width, height = VIEWS[name]
            page = browser.new_page(viewport={"width": width, "height": height})
            page.goto(
                f"http://127.0.0.1:{server.effective_port}{address}", wait_until="networkidle"
            )
            page.evaluate(
                "document.querySelectorAll('#working').forEach(w => w.open = "
                "location.pathname.includes('TR-0014'))"
            )
            page.screenshot(path=OUT / f"{name}.png")
            page.close()
        browser.close()
    server.close()


if __name__ == "__main__":
    main()
