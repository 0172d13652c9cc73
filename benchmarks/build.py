"""At the bench and on paper: a step confirmed, a step looked at, the way back, the traveller and
the template.

Run: .venv/bin/python benchmarks/build.py
Aims: the next step within 6 empty pages, a traveller within 1 s.
"""

import time
from dataclasses import replace

from bench import asking, demonstration, median_ms, often

from euthyne.cli import open_store
from euthyne.core.plan import Plan
from euthyne.core.standing.progress import progress
from euthyne.core.standing.rework import back_from
from euthyne.exchange.template import template_pdf
from euthyne.exchange.traveller import traveller_pdf
from euthyne.web.cut import drawing_style


def main():
    app, folder = demonstration()
    client, store = app.test_client(), open_store(folder)
    empty = median_ms(asking(client, "/empty"))
    print(f"empty Jinja page                  {empty:7.2f} ms   1.0x")
    for words, address in (
        ("the next step, a core landed", "/leads/TR-0019/build/bench"),
        ("a lug pressed", "/leads/TR-0014/build/bench?step=A-land-%2B"),
        ("the laying out", "/leads/TR-0014/build/bench"),
        ("fifty-one steps, one of them", "/leads/TR-0027/build/bench?step=A-cores"),
        ("the whole build", "/leads/TR-0027/build"),
    ):
        took = median_ms(asking(client, address, part="bench" in address))
        print(f"{words:<34}{took:7.2f} ms  {took / empty:4.1f}x")
    print(f"{'a step confirmed, kept on disk':<34}{confirmed(client, store):7.2f} ms")
    lead = store.get("TR-0019").lead
    plan = Plan(lead)
    wrong = median_ms(lambda i: back_from(Plan(lead), "B-land-N"))
    print(f"{'the way back from a wrong step':<34}{wrong:7.2f} ms  {wrong / empty:4.1f}x")
    start = time.perf_counter()
    traveller_pdf(plan, progress(plan, False), drawing_style(), "a4")
    print(
        f"{'the first traveller, libraries too':<34}{(time.perf_counter() - start) * 1000:7.2f} ms"
    )
    for tag in ("TR-0023", "TR-0027"):
        one = Plan(store.get(tag).lead)
        took = median_ms(
            lambda i, one=one: traveller_pdf(one, progress(one, False), drawing_style(), "a4"),
            rounds=8,
        )
        print(f"{f'a traveller, {len(one.build.steps)} steps':<34}{took:7.2f} ms")
        took = median_ms(lambda i, one=one: template_pdf(one, "a4"), rounds=8)
        print(f"{'its template':<34}{took:7.2f} ms")


def confirmed(client, store):
    """Median milliseconds of confirming a step, the step taken back between."""
    times = []
    for _ in range(often(30)):
        start = time.perf_counter()
        data = {"step": "A-cover", "initials": "RM"}
        answer = client.post("/leads/TR-0019/build/done", data=data, headers={"HX-Request": "true"})
        times.append((time.perf_counter() - start) * 1000)
        assert answer.status_code == 200
        store.change("TR-0019", _without_last, "2026-11-25T10:00:00", "RM", "Build: taken back")
    return sorted(times)[len(times) // 2]


def _without_last(lead):
    return replace(lead, build=replace(lead.build, done=lead.build.done[:-1]))


if __name__ == "__main__":
    main()
