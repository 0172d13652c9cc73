"""All checks of a 37-cavity lead, the Ends page and the finder, drawing included. Aims: 5 ms, 10
and 6 empty pages.

Run: .venv/bin/python benchmarks/checks.py
"""

from dataclasses import replace

from bench import asking, demonstration, median_ms

from euthyne.core.checks import checks
from euthyne.core.kinds import starts
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.lead import Joint
from euthyne.core.plan import Plan
from euthyne.core.shelf.face import Cavity
from euthyne.core.shelf.parts import shelf


def large_lead(metres):
    """A lead of 37 cores between two connectors of 37 cavities in four rows."""
    marks = [str(i + 1) for i in range(37)]
    places = tuple(
        Cavity(m, (i % 10) * 3.0, (i // 10) * 3.0, "round", 1.5, 1.5) for i, m in enumerate(marks)
    )
    like = shelf()["round-8"]
    part = replace(
        like,
        id="round-37",
        face=replace(like.face, name="round-37", cavities=places),
        path_mm=tuple((m, 20.0) for m in marks),
    )
    lead = new_lead(
        *next(pair for pair in starts() if pair[1].id == "signal-lead"),
        "TR-0037",
        "2026-11-02T09:00:00",
    )
    ends = replace(
        lead.ends, a=part.id, b=part.id, own=(part,), joints=tuple(Joint(m, m, m) for m in marks)
    )
    brief = replace(lead.brief, ways=36, amps=0.2, run_m=metres)
    return replace(lead, brief=brief, ends=ends)


def main():
    app, _ = demonstration()
    client = app.test_client()
    empty = median_ms(asking(client, "/empty"))
    print(f"empty Jinja page                  {empty:6.2f} ms   1.0x")
    every = median_ms(lambda i: checks(Plan(large_lead(5 + i / 10))))
    print(f"all checks of 37 cavities         {every:6.2f} ms  {every / empty:4.1f}x")
    for words, address, part in (
        ("the Ends page", "/leads/TR-0023/ends", False),
        ("the Ends page, nine cores", "/leads/TR-0027/ends", False),
        ("the finder, its whole page", "/shelf/find?shows=pin", False),
        ("the finder's answer", "/shelf/find?shows=pin&count=3", True),
    ):
        took = median_ms(asking(client, address, part))
        print(f"{words:<34}{took:6.2f} ms  {took / empty:4.1f}x")


if __name__ == "__main__":
    main()
