"""A whole brief, the fragment the ladder answers with, and a sheet of curves, in one run. Aims: 3
ms, 6 pages, 30 ms.

Run: .venv/bin/python benchmarks/sizing.py
"""

from dataclasses import replace

from bench import asking, demonstration, median_ms

from euthyne.core.sizing.brief import ConductorWanted, Limits, Load, SizingBrief, Supply
from euthyne.core.sizing.drop import drops_along
from euthyne.core.sizing.size import size
from euthyne.core.trade.heat import HeatedCable, warmth
from euthyne.core.trade.wire import Wire, metric


def main():
    brief = SizingBrief(
        Supply("ac-single", 230, 0.8),
        Load(amps=13),
        25,
        ConductorWanted("rubber-60"),
        limits=Limits(5),
    )
    app, _ = demonstration()
    client = app.test_client()

    def whole(i):
        answer = size(replace(brief, run_m=20 + i / 10))
        assert answer.chosen is not None
        warmth(HeatedCable(Wire(metric(1.5)), 3, 2, 10.6), 13, 30)

    def curves(_i):
        runs = [step / 2 for step in range(1, 201)]
        for c in size(brief).candidates:
            drops_along(brief, c.drop_percent, runs)

    def dragged(i):
        return client.get(
            f"/leads/TR-0023/conductor/preview?brief.run_m={20 + i} m",
            headers={"HX-Request": "true"},
        )

    kept = asking(client, "/leads/TR-0023/conductor", **{"brief.run_m": lambda i: f"{20 + i} m"})

    def asked(i):
        return client.get(f"/envelope/drop?run={20 + i} m", headers={"HX-Request": "true"})

    empty = median_ms(asking(client, "/empty"))
    one, sheet = median_ms(whole), median_ms(curves, 9)
    print(f"empty Jinja page                        {empty:6.2f} ms   1.0x")
    print(f"a whole brief with its cross-check      {one:6.2f} ms  {one / empty:4.1f}x")
    print(
        f"curves: 200 lengths of every size            {sheet:6.2f} ms  {sheet / one:4.0f}x a "
        "whole brief"
    )
    for words, work in (
        ("an instrument's answer", asked),
        ("the ladder, while typed or dragged", dragged),
        ("the ladder and all else, kept on disk", kept),
    ):
        took = median_ms(work)
        print(f"{words:<40}{took:6.2f} ms  {took / empty:4.1f}x")


if __name__ == "__main__":
    main()
