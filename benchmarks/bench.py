"""What the benchmarks share: the demonstration served in this process, an empty page to compare
with, medians; and how often anything is done.
"""

import os
import socket
import statistics
import tempfile
import time
from pathlib import Path

from flask import render_template

from euthyne.cli import load_demo, open_store
from euthyne.cli.doors import OWN
from euthyne.cli.server import settle
from euthyne.web import create_app

# Set to see whether they still run: everything is done once, and no figure means anything.
SMALL = "EUTHYNE_SMALL"


def often(many):
    """How often something is done that is done so often to be measured."""
    return min(many, 1) if os.environ.get(SMALL) else many


def demonstration():
    """The application on the demonstration leads, with an empty Jinja page at /empty; and its data
    folder.
    """
    folder = Path(tempfile.mkdtemp())
    load_demo(folder)
    app = create_app(open_store(folder), folder)
    app.config["WTF_CSRF_ENABLED"] = False
    with_empty_page(app)
    settle()  # as it is served
    return app, folder


def median_ms(work, rounds=60):
    """Median milliseconds of a piece of work that takes its round's number, after five rounds to
    warm up.
    """
    warm = often(5)
    times = []
    for i in range(often(rounds) + warm):
        start = time.perf_counter()
        work(i)
        times.append(time.perf_counter() - start)
    return statistics.median(times[warm:]) * 1000


def asking(client, address, part=False, **fields):
    """A request: an address as a browser opens it, or the part that changes; with fields, as a form
    while typed in.
    """

    def ask(i):
        headers = {"HX-Request": "true"} if part else {}
        data = {k: v(i) for k, v in fields.items()}
        answer = (
            client.post(address, data=data, headers={"HX-Request": "true"})
            if data
            else client.get(address, headers=headers)
        )
        assert answer.status_code == 200, (address, answer.status_code)
        return answer.get_data()

    return ask


def wait_for(port):
    """Wait until the program answers."""
    for _ in range(600):
        try:
            socket.create_connection((OWN, port)).close()
            return
        except OSError:
            time.sleep(0.1)
    raise SystemExit("the program did not start")


def with_empty_page(app):
    """An empty Jinja page at /empty, to compare with."""
    nothing = app.jinja_env.from_string("<!doctype html><title>empty</title>")
    app.add_url_rule("/empty", view_func=lambda: render_template(nothing))
