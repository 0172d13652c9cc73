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
from euthyne.cli.demo_job import load_job
from euthyne.store.copies import Copies
from euthyne.web import create_app
from euthyne.web.days import lay_first

OUT = Path(__file__).parent / "screenshots"
# Shown in the guide of the program too.
GUIDE = Path(__file__).parent.parent / "src/euthyne/guide/pictures"
IN_GUIDE = {"conductor", "bench-step", "probe", "tag"}
VIEWS = {
    "bench": ("/bench", 1280, 1690),
    "brief": ("/leads/TR-0023/brief", 1280, 1260),
    "conductor": ("/leads/TR-0023/conductor", 1280, 1360),
    "conductor-gauge": ("/leads/TR-0036/conductor", 1280, 2200),
    "ends": ("/leads/TR-0012/ends", 1280, 1000),
    "shelf": ("/shelf", 1280, 1000),
    "stores": ("/stores", 1280, 1150),
    "job": ("/jobs/1", 1280, 1560),
    "days": ("/jobs/days", 1280, 1100),
    "cut": ("/leads/TR-0023/cut", 1280, 1150),
    "build": ("/leads/TR-0015/build", 1280, 1060),
    "bench-step": ("/leads/TR-0014/build/bench?step=A-land--", 1280, 800),
    "telephone": ("/leads/TR-0029/build/bench?step=gate-B-land-cord.N", 390, 844),
    "prove": ("/leads/TR-0014/prove", 1280, 1600),
    "probe": ("/leads/TR-0025/prove/bench?at=read-insulation-E", 820, 1180),
    "row": ("/jobs/1/bench?like=TR-0043", 820, 1180),
    "tag": ("/leads/TR-0012/tag", 1280, 880),
}
# Pixels below which a screen is a telephone in the hand.
TELEPHONE = 500
# Taken as a bench in gauge and feet shows it, its working open.
IN_GAUGE = "conductor-gauge"
PAPER = {
    "traveller": "/leads/TR-0014/traveller.pdf",
    "certificate": "/leads/TR-0012/certificate.pdf",
}


def _file(name: str) -> Path:
    return (GUIDE if name in IN_GUIDE else OUT) / f"{name}.png"


def print_page(address: str, path: Path) -> None:
    """The first page of a PDF as a picture."""
    with urllib.request.urlopen(address) as answer:
        pypdfium2.PdfDocument(answer.read())[0].render(scale=1.5).to_pil().save(path)


def main() -> None:
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
    folder = Path(tempfile.mkdtemp())
    load_demo(folder)
    load_job(folder)
    Copies(folder).keep(date.today())
    store = open_store(folder)
    app = create_app(store, folder)
    with app.test_request_context():
        lay_first(2.0)
    server = create_server(app, host="127.0.0.1", port=0)
    threading.Thread(target=server.run, daemon=True).start()
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium", args=["--no-sandbox"]
        )
        for name in sys.argv[1:] or (*VIEWS, *PAPER):
            if name in PAPER:
                print_page(f"http://127.0.0.1:{server.effective_port}{PAPER[name]}", _file(name))
                continue
            address, width, height = VIEWS[name]
            store.set("measures", "gauge" if name == IN_GAUGE else "metric")
            held = width < TELEPHONE
            page = browser.new_page(
                viewport={"width": width, "height": height}, is_mobile=held, has_touch=held
            )
            page.goto(
                f"http://127.0.0.1:{server.effective_port}{address}", wait_until="networkidle"
            )
            page.evaluate(
                "document.querySelectorAll('#working').forEach(w => w.open = "
                "location.pathname.includes('TR-0036'))"
            )
            page.screenshot(path=_file(name))
            page.close()
        browser.close()
    server.close()


if __name__ == "__main__":
    main()
