"""Insulation of mains leads, between what must never meet."""

from euthyne.core.stages.prove.readings.line import Line, Subject
from euthyne.core.stages.prove.readings.megohm import RELEASE, InsulationLine
from euthyne.core.trade.corewords import function_of
from euthyne.data.tables import toml

TO_EARTH = "all that carry current joined, to earth"


def lines(subject: Subject) -> tuple[Line, ...]:
    """A line to earth where there is one, and between the cores that carry current."""
    carrying = [run.name for run in subject.carrying]
    pairs = [("insulation-E", TO_EARTH)] if subject.earthed else []
    if len(carrying) == 2:
        one, other = carrying
        words = f"{function_of(one)} to {function_of(other)}"
        pairs.append((f"insulation-{one}{other}", words))
    else:
        pairs += [
            # The last one was measured against all others when they were measured against it.
            (f"insulation-{c}", f"{function_of(c)} to the others joined")
            for c in carrying[:-1]
        ]
    return tuple(_line(key, words) for key, words in pairs)


def _line(key: str, words: str) -> Line:
    limits = toml("proof-limits.toml")["insulation"]
    fail, watch = limits["new_fail_megohm"], limits["new_watch_megohm"]
    return InsulationLine(
        id=key,
        words=f"insulation, {words}",
        fail_under=fail,
        watch_under=watch,
        how=f"{limits['mains_test_volts']} V; 250 V where it holds surge parts. {RELEASE}",
        why=f"a new lead under {fail} megohm is refused, under {watch} megohm watched",
        source=limits["source"],
    )
