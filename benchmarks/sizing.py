"""A whole brief, the fragment the ladder answers with, and a sheet of curves, in one run. Aims: 3 ms, 6 pages, 30 ms.

Run: .venv/bin/python benchmarks/sizing.py
"""

import statistics
import tempfile
import time
from dataclasses import replace
from pathlib import Path

from flask import render_template

from euthyne.cli import load_demo, open_store
from euthyne.core.conductor import metric
from euthyne.core.heat import Cable, warmth
from euthyne.core.sizing import size
from euthyne.core.sizing_brief import ConductorWanted, Limits, Load, SizingBrief, Supply
from euthyne.web import create_app


def median_ms(work, rounds=60):
    times = []
    for i in range(rounds + 5):
        start = time.perf_counter()
        work(i)
        times.append(time.perf_counter() - start)
    return statistics.median(times[5:]) * 1000


def main():
    brief = SizingBrief(
        Supply("ac-single", 230, 0.8), Load(amps=13), 25, ConductorWanted("rubber-60"), limits=Limits(5)
    )
    folder = Path(tempfile.mkdtemp())
    load_demo(folder)
    app = create_app(open_store(folder), folder)
    app.config["WTF_CSRF_ENABLED"] = False
    nothing = app.jinja_env.from_string("<!doctype html><title>empty</title>")
    app.add_url_rule("/empty", view_func=lambda: render_template(nothing))
    client = app.test_client()

    def whole(i):
        answer = size(replace(brief, run_m=20 + i / 10))
        assert answer.chosen is not None
        warmth(Cable(metric(1.5), 3, 2, 10.6), 13, 30)

    def curves(_i):
        for step in range(1, 201):
            size(replace(brief, run_m=step / 2))

    def moved(i):
        data = {"brief.run_m": f"{20 + i} m"}
        return client.post("/leads/TR-0023/conductor", data=data, headers={"HX-Request": "true"})

    def asked(i):
        return client.get(f"/envelope/drop?run={20 + i} m", headers={"HX-Request": "true"})

    empty = median_ms(lambda _i: client.get("/empty"))
    one, sheet = median_ms(whole), median_ms(curves, 9)
    print(f"empty Jinja page                        {empty:6.2f} ms   1.0x")
    print(f"a whole brief with its cross-check      {one:6.2f} ms  {one / empty:4.1f}x")
    print(f"200 lengths of every size               {sheet:6.2f} ms  {sheet / one:4.0f}x a whole brief")
    for words, work in (("an instrument's answer", asked), ("the ladder as one types, kept on disk", moved)):
        took = median_ms(work)
        print(f"{words:<40}{took:6.2f} ms  {took / empty:4.1f}x")


if __name__ == "__main__":
    main()
