"""The same pages with ever more leads in the log: what each costs against the same with 60.

Run: .venv/bin/python benchmarks/years.py [60 1000 10000 100000]
Aims: with 100,000 leads each at most 1.5 times its figure with 60, under 250 MB of memory, no page
over 200 kB; of four writers and four readers at once 99 of 100 answers within 20 times the median of
eight clients that ask for the empty page at once; hostile text at most 10 empty pages dearer than
ordinary text; at 20,000 leads the calendar within 5 pages, export --all within 60 times and verify-log within
30 times their cost at 1,000.

The logs are made once, in a folder of their own, and used again: --folder says which.
"""

import argparse
import http.client
import io
import json
import logging
import os
import socket
import statistics
import subprocess
import sys
import tempfile
import threading
import time
from pathlib import Path
from urllib.parse import urlencode

import psutil
from bench import median_ms, wait_for
from flask import render_template
from made_up import begin_with_made_up
from waitress import create_server
from werkzeug.test import EnvironBuilder, run_wsgi_app

from euthyne.cli import open_store
from euthyne.cli.doors import OWN
from euthyne.cli.server import THREADS, settle
from euthyne.core.plan import plan_of
from euthyne.core.standing.progress import progress_of
from euthyne.store.archive import write_archive
from euthyne.store.leads import ListQuery
from euthyne.web import create_app

ROUNDS, TURNS = 40, 100
# Leads of the largest log that is gone through as a whole.
MOST_WHOLE = 20_000
FORM = "application/x-www-form-urlencoded"


def log_of(many, folder):
    """A log with so many leads, made where it is not there yet."""
    place = folder / str(many)
    if not (place / "done").exists():
        begin_with_made_up(open_store(place), many)
        (place / "done").touch()
    return place


def application(place):
    app = create_app(open_store(place), place)
    app.config["WTF_CSRF_ENABLED"] = False
    nothing = app.jinja_env.from_string("<!doctype html><title>empty</title>")
    app.add_url_rule("/empty", view_func=lambda: render_template(nothing))
    return app


def measured(place):
    """Every figure of one log, as milliseconds by name; and the size of the largest page."""
    app = application(place)
    client, store = app.test_client(), app.extensions["leads"]
    tags = [held.lead.tag for held in store.in_hand(30).leads]
    sealed = store.due("9999-12-31", 1)[0][0]
    pages = {
        "bench": "/bench",
        "leads": "/leads",
        "a later page of leads": f"/leads?after={store.listed(ListQuery()).more}",
        "search, a word of all": "/leads?q=observatory",
        "search, a tag": f"/leads?q={sealed}",
        "search, nothing": "/leads?q=xylophone",
        "a lead": f"/leads/{tags[0]}/conductor",
        "a sealed lead": f"/leads/{sealed}/tag",
        "its log": f"/leads/{sealed}/log",
        "stores": "/stores",
        "new lead": "/leads/new",
    }
    found, largest = {}, 0
    for name, address in pages.items():
        largest = max(largest, len(client.get(address).data))
        found[name] = median_ms(lambda _, a=address: client.get(a), ROUNDS)
    found["a field kept"] = median_ms(
        lambda i: client.post(
            f"/leads/{tags[0]}/brief",
            data={"brief.run_m": f"{i + 2} m"},
            headers={"HX-Request": "true"},
        ),
        ROUNDS,
    )
    found["a step confirmed"] = statistics.median(steps_confirmed(client, store))
    found["a lead begun"] = median_ms(
        lambda _: client.post("/leads/new", data={"start": "extension-bs"}), 10
    )
    found["start-up"] = median_ms(lambda _: application(place), 10)
    return {
        "times": found,
        "page": largest,
        "memory": psutil.Process().memory_info().rss / 1e6,
        "empty": median_ms(lambda _: client.get("/empty"), 200),
    }


def steps_confirmed(client, store):
    """Milliseconds of each of some steps, the next of one lead after another."""
    times = []
    for held in store.in_hand(200).leads:
        lead, tag = held.lead, held.lead.tag
        if lead.conductor.size is None or progress_of(lead, False).shut:
            continue
        before = len(lead.build.done)
        for step in plan_of(lead).build.steps_left[:5]:
            told = {"step": step.key, "initials": "TR", "on": [a.part for a in step.asks]}
            start = time.perf_counter()
            client.post(f"/leads/{tag}/build/done", data=told)
            times.append((time.perf_counter() - start) * 1000)
            before += 1
            assert len(store.get(tag).lead.build.done) == before, (tag, step.key)
        if len(times) >= ROUNDS:
            return times
    raise ValueError("too few steps are left in this log: begin with an empty --folder")


def alone(many, folder):
    """The figures of one log, taken in a process of its own."""
    log_of(many, folder)
    answer = subprocess.run(
        [sys.executable, __file__, "--one", str(many), "--folder", str(folder)],
        capture_output=True, text=True, check=True,
    )  # fmt: skip
    return json.loads(answer.stdout)


def at_once(place):
    """Four that write and four that read, against eight that ask for the empty page, each over a line
    of its own to the server.
    """
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
    app = application(place)
    tags = [held.lead.tag for held in app.extensions["leads"].in_hand(8).leads]
    with socket.socket() as free:
        free.bind((OWN, 0))
        port = free.getsockname()[1]
    if (process := os.fork()) == 0:
        settle()
        create_server(app, host=OWN, port=port, threads=THREADS).run()
        os._exit(0)
    wait_for(port)
    try:
        reads = [f"GET {page}" for page in ("/bench", "/leads", "/stores", "/leads?q=hut")]
        writes = [f"POST /leads/{tag}/brief" for tag in tags[:4]]
        for asks in (["GET /empty"] * 8, [*reads, *writes]):  # to warm up
            asked_at_once(port, asks)
        empty = statistics.median(asked_at_once(port, ["GET /empty"] * 8))
        times = asked_at_once(port, [*reads, *writes])
    finally:
        os.kill(process, 9)
        os.waitpid(process, 0)
    return sorted(times)[int(len(times) * 0.99)] / empty


def asked_at_once(port, asks):
    """Milliseconds of every answer, where each of some clients asks for its own page again and again."""
    times = []

    def ask(what):
        method, address = what.split(" ", 1)
        line = http.client.HTTPConnection(OWN, port)
        for turn in range(TURNS):
            start = time.perf_counter()
            if method == "GET":
                line.request("GET", address)
            else:
                headers = {"HX-Request": "true", "Content-Type": FORM}
                line.request("POST", address, f"brief.run_m={turn + 2}+m", headers)
            answer = line.getresponse()
            answer.read()
            assert answer.status == 200, (what, answer.status)
            times.append((time.perf_counter() - start) * 1000)

    threads = [threading.Thread(target=ask, args=(what,)) for what in asks]
    for one in threads:
        one.start()
    for one in threads:
        one.join()
    return times


def hostile(place):
    """How many empty pages a hostile text costs more than an ordinary one, at the worst; and where."""
    app = application(place)
    client = app.test_client()
    tag = app.extensions["leads"].in_hand(1).leads[0].lead.tag
    empty = median_ms(lambda _: client.get("/empty"), 200)
    worst = (0.0, "")
    texts = (
        "," * 24_000,
        "1e" * 9_000,
        "(" * 9_000,
        "9" * 20_000,
        "\u202e1 m" * 4_000,
        "1 ft " * 5_000,
    )
    gets = [("/envelope/drop", "run"), ("/leads", "q"), ("/leads/new", "q")]
    posts = [
        ("brief", "brief.run_m"),
        ("brief", "brief.loads.0.draws"),
        ("cut", "cut.slack_percent"),
    ]
    posts = [(f"/leads/{tag}/{stage}", field) for stage, field in posts]
    for method, places in (("GET", gets), ("POST", posts)):
        for address, field in places:
            for text in texts:
                ordinary = ("twenty metres of cord, " * 2000)[: len(text)]
                costs = [cost(app, method, address, {field: t}) for t in (text, ordinary)]
                more = (costs[0] - costs[1]) / empty
                worst = max(worst, (more, f"{text[:4]!r} at {address} {field}"))
    return worst


def cost(app, method, address, told):
    """Milliseconds of an answer to something that was told, as it comes over the line."""
    sent = urlencode(told)
    if method == "GET":
        made = EnvironBuilder(path=address)
    else:
        made = EnvironBuilder(method=method, path=address, data=sent, content_type=FORM)
    environ = made.get_environ()
    environ["QUERY_STRING"] = sent if method == "GET" else ""

    def ask(_):
        run_wsgi_app(app, {**environ, "wsgi.input": io.BytesIO(sent.encode())})

    return median_ms(ask, 10)


def whole(place):
    """Seconds of processor for what goes through a whole log: held against its seals, and written out;
    and how many pages its calendar of re-tests costs.
    """
    store = open_store(place)
    begun = time.process_time()
    assert not store.audit().faults
    verified = time.process_time()
    with tempfile.TemporaryDirectory() as folder:
        write_archive(store, Path(folder) / "all.zip")
    written = time.process_time()
    client = application(place).test_client()
    feed = median_ms(lambda _: client.get("/retests.ics"), 5)
    page = median_ms(lambda _: client.get("/leads"), 10)
    return verified - begun, written - verified, feed / page


def main():
    asked_for = argparse.ArgumentParser(description=__doc__)
    asked_for.add_argument("many", nargs="*", type=int, default=[60, 1_000, 10_000, 100_000])
    asked_for.add_argument("--folder", type=Path, default=Path(tempfile.gettempdir()) / "years")
    asked_for.add_argument("--one", type=int)
    given = asked_for.parse_args()
    if given.one:
        print(json.dumps(measured(given.folder / str(given.one))))
        return
    found = {many: alone(many, given.folder) for many in given.many}
    first = found[given.many[0]]
    print(f"{'leads':<26}" + "".join(f"{many:>16,}" for many in given.many))
    for name, base in first["times"].items():
        cells = (found[many]["times"][name] for many in given.many)
        print(f"{name:<26}" + "".join(f"{t:9.1f} ms {t / base:4.2f}" for t in cells))
    print(f"{'memory, MB':<26}" + "".join(f"{found[m]['memory']:16.0f}" for m in given.many))
    print(
        f"{'largest page, kB':<26}" + "".join(f"{found[m]['page'] / 1e3:16.0f}" for m in given.many)
    )
    gone_through = {
        many: whole(given.folder / str(many)) for many in given.many if many <= MOST_WHOLE
    }
    fewest = min(gone_through)
    for many, (verify, export, feed) in gone_through.items():
        seconds, archive, _ = gone_through[fewest]
        print(
            f"{many:,} leads: verify-log {verify / seconds:.1f} and export --all {export / archive:.1f} "
            f"times those of {fewest:,}; the calendar {feed:.1f} pages"
        )
    place = given.folder / str(given.many[-1])
    print(f"four write, four read: 99 of 100 within {at_once(place):.1f} times eight empty pages")
    more, where = hostile(place)
    print(f"hostile text: at most {more:.1f} empty pages more ({where})")


if __name__ == "__main__":
    main()
