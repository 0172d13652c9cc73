"""Eight people on one machine, each confirming steps of a lead of their own, against eight that ask for
the empty page at once.

Run: .venv/bin/python benchmarks/eight.py
Aim: 99 of 100 answers within 20 times the median of the empty page; a beat of an open page within one
empty page, somebody signed in.
"""

import http.client
import re
import statistics
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime
from html import unescape
from pathlib import Path
from urllib.parse import urlencode

from bench import wait_for, with_empty_page

from euthyne.cli import load_demo, open_store
from euthyne.cli.doors import OWN, Doors
from euthyne.cli.server import server_for
from euthyne.core.lead import Build
from euthyne.core.people.roles import Role
from euthyne.core.plan import plan_of
from euthyne.exchange.lead_file import file_of_lead
from euthyne.store.people import PeopleStore
from euthyne.web import create_app

PEOPLE, LEADS_EACH, LIKE = 8, 8, "TR-0019"
PASSPHRASE = "gravel sounds over lamp"
AT = "2026-11-02T09:00:00"
FORM = {"Content-Type": "application/x-www-form-urlencoded", "HX-Request": "true"}


def prepare(folder: Path) -> list[list[tuple[str, str]]]:
    """Enter eight people, and for each keep leads that are to be built.

    Returns: by person, the presses to come, as (address, form).
    """
    load_demo(folder)
    store = open_store(folder)
    people = PeopleStore(store.engine)
    like, presses = store.get(LIKE).lead, []
    for person in range(PEOPLE):
        people.add(f"Person {person}", Role.KEEPER, PASSPHRASE, datetime.now(UTC))
        own = []
        for number in range(LEADS_EACH):
            tag = f"TR-{1000 + person * 100 + number}"
            lead = replace(like, tag=tag, build=Build(practices=like.build.practices))
            store.add(file_of_lead(lead), AT, "RM", "begun")
            for step in plan_of(lead).build.steps:
                form = [("step", step.key), *(("on", ask.part) for ask in step.asks)]
                own.append((f"/leads/{tag}/build/done", urlencode(form)))
        presses.append(own)
    store.engine.dispose()
    return presses


class Somebody:
    """A person at a device of their own, signed in."""

    def __init__(self, port: int, name: str) -> None:
        self.line = http.client.HTTPConnection(OWN, port, timeout=60)
        self.cookie = ""
        self.token = self._token("/sign-in")
        form = {"name": name, "passphrase": PASSPHRASE, "device": "Telephone"}
        assert self.send("/sign-in", urlencode(form))[0] == 303
        self.token = self._token(f"/leads/{LIKE}/build/bench")

    def _token(self, address: str) -> str:
        found = re.search(r'name="csrf" content="([^"]+)"', self.send(address)[1])
        assert found
        return found[1]

    def send(self, address: str, form: str = "") -> tuple[int, str]:
        """Ask for a page, or send a form."""
        headers = {"Cookie": self.cookie} | (FORM if form else {})
        body = f"{form}&csrf_token={self.token}" if form else None
        self.line.request("POST" if form else "GET", address, body, headers)
        answer = self.line.getresponse()
        if given := answer.headers.get("Set-Cookie"):
            self.cookie = given.partition(";")[0]
        return answer.status, answer.read().decode()


def at_once(work: list[Callable[[], list[float]]]) -> list[float]:
    """The times of everybody's answers, in ms, all of them beginning together."""
    times: list[float] = []
    begin = threading.Barrier(len(work))

    def run(one: Callable[[], list[float]]) -> None:
        begin.wait()
        times.extend(one())

    threads = [threading.Thread(target=run, args=(one,)) for one in work]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return times


def timed(somebody: Somebody, asked: list[tuple[str, str]]) -> list[float]:
    """How long each answer took, in ms."""
    found = []
    for address, form in asked:
        start = time.perf_counter()
        status, _ = somebody.send(address, form)
        found.append((time.perf_counter() - start) * 1000)
        assert status in (200, 204), (address, form, status)
    return found


def serve(folder: Path, port: int) -> None:
    """The program, with an empty page beside its own."""
    app = create_app(open_store(folder), folder)
    with_empty_page(app)
    server_for(app, Doors(OWN, port)).run()


def main() -> None:
    """Print both, and their ratio."""
    with tempfile.TemporaryDirectory() as name:
        folder, port = Path(name), 8497
        presses = prepare(folder)
        program = subprocess.Popen([sys.executable, __file__, str(folder), str(port)])
        try:
            wait_for(port)
            everybody = [Somebody(port, f"Person {n}") for n in range(PEOPLE)]
            nothing = [("/empty", "")] * len(presses[0])
            empty = at_once([lambda one=one: timed(one, nothing) for one in everybody])
            pairs = zip(everybody, presses, strict=True)
            one, open_page = everybody[0], everybody[0].send(f"/leads/{LIKE}/brief")[1]
            found = re.search(r'hx-get="([^"]+/pulse[^"]+)"', open_page)
            assert found
            alone = statistics.median(timed(one, nothing))
            beat = statistics.median(timed(one, [(unescape(found[1]), "")] * len(nothing)))
            taken = at_once([lambda one=one, own=own: timed(one, own) for one, own in pairs])
        finally:
            program.terminate()
            program.wait()
    middle = statistics.median(empty)
    print(f"empty page, eight at once, median {middle:8.2f} ms   1.0x")
    for words, value in (
        ("a step confirmed, median", statistics.median(taken)),
        ("99 of 100 within", statistics.quantiles(taken, n=100)[98]),
        ("the slowest", max(taken)),
    ):
        print(f"{words:<34}{value:8.2f} ms {value / middle:5.1f}x")
    print(f"{len(taken)} steps confirmed")
    print(
        f"a beat of an open page, alone     {beat:8.2f} ms {beat / alone:5.1f}x an empty page alone"
    )


if __name__ == "__main__":
    if len(sys.argv) == 3:
        serve(Path(sys.argv[1]), int(sys.argv[2]))
    else:
        main()
