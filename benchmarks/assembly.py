"""A lead of twelve cables and forty wires against an empty page: its plan with every check, and its
steps.

Run: .venv/bin/python benchmarks/assembly.py
Aims: plan and checks within 25 empty pages.
"""

from dataclasses import replace

from bench import asking, demonstration, median_ms

from euthyne.core.assembly.records import Cable, Core, WireCourse
from euthyne.core.checks import checks
from euthyne.core.kinds import starts
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.plan import Plan


def harness():
    """Twelve cables side by side between two connectors of many ways, forty wires in all."""
    kind, start = next(pair for pair in starts() if pair[1].id == "signal-lead")
    lead = new_lead(kind, start, "TR-0001", "2026-11-02T09:00:00")
    supply, load = (replace(f, part="d25-pin") for f in lead.fittings)
    counts = [4, 4, 4, 4, *[3] * 8]
    cables, wires, way = [], [], 0
    for number, many in enumerate(counts):
        marks = [str((way + n) % 25 + 1) for n in range(many)]
        way += many
        cables.append(Cable(f"c{number}", tuple(Core(mark) for mark in marks)))
        wires += [
            WireCourse(f"c{number}.{mark}", f"{supply.id}.{mark}", f"{load.id}.{mark}")
            for mark in marks
        ]
    brief = replace(lead.brief, run_m=6.0, amps=0.5)
    return replace(
        lead, brief=brief, fittings=(supply, load), cables=tuple(cables), wires=tuple(wires)
    )


def main():
    app, _ = demonstration()
    client = app.test_client()
    empty = median_ms(asking(client, "/empty"))
    print(f"empty Jinja page          {empty:8.2f} ms   1.0x")
    lead = harness()
    fresh = iter(replace(lead, name=f"harness {n}") for n in range(1000))
    took = median_ms(lambda _: checks(Plan(next(fresh))))
    print(f"plan and checks           {took:8.2f} ms {took / empty:5.1f}x")
    took = median_ms(lambda _: Plan(next(fresh)).build.steps)
    print(f"its steps                 {took:8.2f} ms {took / empty:5.1f}x")
    print(
        f"{len(lead.cables)} cables, {len(lead.wires)} wires, {len(Plan(lead).build.steps)} steps"
    )


if __name__ == "__main__":
    main()
