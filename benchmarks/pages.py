"""Server time of each main page as a ratio to an empty Jinja page, start-up as a ratio to its
libraries, and memory.

Run: .venv/bin/python benchmarks/pages.py
Aim: no page above 8, a search of a shelf of 400 parts not above 8, a probe not above 18, a
beat of an open page not above 2, a certificate within a second, start-up below 2, resident memory under 150 MB.
"""

import html
import os
import re
import statistics
import subprocess
import sys
import tempfile
import time
from dataclasses import replace

import psutil
from bench import asking, demonstration, median_ms, often

from euthyne.core.assembly.records import Core, WireCourse
from euthyne.core.lead import Proof
from euthyne.core.plan import plan_of
from euthyne.core.shelf.parts import shelf
from euthyne.exchange.lead_file import file_of_lead

PAGES = (
    "/bench",
    "/leads",
    "/leads/new",
    "/leads/TR-0019/build/bench",
    *tuple(
        f"/leads/TR-0023/{stage}"
        for stage in ("brief", "conductor", "ends", "cut", "build", "prove", "tag")
    ),
)


def start_ms(code, compiled):
    """Median time for a fresh Python to run a line of code, less the time of an empty one. Both are
    compiled before, as on a machine that runs them for the second time, whatever is set on this one.
    """
    env = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}
    env["PYTHONPYCACHEPREFIX"] = compiled

    def once(line):
        start = time.perf_counter()
        subprocess.run([sys.executable, "-c", line], check=True, env=env)
        return time.perf_counter() - start

    once(code)
    return (
        statistics.median(once(code) for _ in range(often(7)))
        - statistics.median(once("") for _ in range(often(7)))
    ) * 1000


def fill_shelf(app):
    """Put parts of one's own on the shelf, until it holds 400."""
    own, like = app.extensions["shelf"], shelf()["c13"]
    for n in range(often(400 - len(shelf()))):
        mine = replace(like, id=f"c13-own-{n + 1}", words=f"{like.words}, number {n + 1}")
        own.add(mine, "2026-11-02T09:00:00", "RM")


def fifty_ways(store):
    """Keep a lead of two faces of 25 contacts and a shell, straight through; returns its tag."""
    like = store.get("TR-0027").lead
    (one, other), cable, screen = like.fittings, like.cables[0], like.wires[-1]
    marks = [str(n) for n in range(1, 26)]
    straight = [WireCourse(f"cord.{m}", f"supply.{m}", f"load.{m}") for m in marks]
    lead = replace(
        like,
        tag="TR-0900",
        brief=replace(like.brief, ways=25),
        fittings=(replace(one, part="d25-pin"), replace(other, part="d25-socket")),
        cables=(replace(cable, cores=(*map(Core, marks), cable.cores[-1])),),
        wires=(*straight, screen),
        proof=Proof(),
    )
    store.add(file_of_lead(lead), "2026-11-02T09:00:00", "RM", "begun")
    return lead.tag


def point_by_point(lead):
    """The lead, probed without clips."""
    return replace(lead, proof=replace(lead.proof, gangs=False))


def probing_ms(client, store, tag, rounds=60):
    """Median time to keep what was heard at one probe and to ask for the next, without clips."""
    times = []
    warm = often(5)
    store.change(tag=tag, change=point_by_point, at="2026-11-02T09:00:00", by="RM", what="no clips")
    for _ in range(often(rounds) + warm):
        asked = plan_of(store.get(tag).lead).prove.next_probe
        heard = {
            "heard": "sounds" if asked.sounds else "silent",
            "probe": asked.key,
            "bench": "yes",
        }
        address = f"/leads/{tag}/prove/heard"
        start = time.perf_counter()
        answer = client.post(address, data=heard, headers={"HX-Request": "true"})
        times.append(time.perf_counter() - start)
        assert answer.status_code == 200
    return statistics.median(times[warm:]) * 1000


def main():
    app, folder = demonstration()
    client = app.test_client()
    empty = median_ms(asking(client, "/empty"))
    print(f"empty Jinja page          {empty:7.2f} ms   1.0x")
    for address in PAGES:
        took = median_ms(asking(client, address))
        print(f"{address:<28}{took:5.2f} ms {took / empty:5.1f}x")
    page = client.get("/leads/TR-0023/brief").get_data(as_text=True)
    beat = html.unescape(re.search(r'hx-get="([^"]+/pulse[^"]*)"', page)[1])
    took = median_ms(lambda _: client.get(beat, headers={"HX-Request": "true"}), rounds=400)
    print(f"{'a beat of an open page':<28}{took:5.2f} ms {took / empty:5.1f}x")
    took = probing_ms(client, app.extensions["leads"], "TR-0027")
    print(f"{'a probe of 33 contacts':<28}{took:5.2f} ms {took / empty:5.1f}x   (kept on disk)")
    tag = fifty_ways(app.extensions["leads"])
    took = probing_ms(client, app.extensions["leads"], tag)
    print(f"{'a probe of 52 contacts':<28}{took:5.2f} ms {took / empty:5.1f}x   (kept on disk)")
    took = median_ms(asking(client, "/leads/TR-0012/certificate.pdf"), rounds=20)
    print(f"{'a certificate':<28}{took:5.0f} ms")
    fill_shelf(app)
    for words in ("ring", "xylophone", "BS 1363"):
        took = median_ms(asking(client, f"/shelf?q={words}"))
        print(f"{f'400 parts, {words}':<28}{took:5.2f} ms {took / empty:5.1f}x")
    moved = median_ms(
        asking(client, "/leads/TR-0023/conductor", **{"brief.run_m": lambda i: f"{20 + i} m"})
    )
    print(
        f"{'ladder, as one types':<28}{moved:5.2f} ms {moved / empty:5.1f}x   (kept on disk "
        "each time)"
    )
    compiled = os.environ.get("PYTHONPYCACHEPREFIX") or tempfile.mkdtemp()
    ours = start_ms(
        "import tempfile, pathlib; from euthyne.cli import open_store; from euthyne.web import "
        "create_app;"
        f"p = pathlib.Path({str(folder)!r}); create_app(open_store(p), p)",
        compiled,
    )
    libraries = start_ms("import flask, sqlalchemy, sqlalchemy.orm", compiled)
    print(
        f"start-up {ours:.0f} ms, Flask and SQLAlchemy alone {libraries:.0f} ms: "
        f"{ours / libraries:.2f}x"
    )
    print(f"resident memory {psutil.Process().memory_info().rss / 1e6:.0f} MB")


if __name__ == "__main__":
    main()
