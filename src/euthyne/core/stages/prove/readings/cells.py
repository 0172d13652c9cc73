"""Volts of a pack at the lead's other end: tap by tap, and their sum."""

from dataclasses import replace

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.polarity import volts_line

PROBING = "Only the pack plugged in, fused and shrouded tips; no strap, no ohm reading."


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Each tap to the next where taps come out, then plus to minus; as many volts as the cells
    give.
    """
    if not subject.cells:
        return ()
    low, high = cell_range(subject.cell_volts)
    source = proof_limits().cells.source
    each = [
        replace(
            volts_line(
                f"cell-{n}",
                f"tap {n} to tap {n - 1}" if n > 1 else "tap 1 to the balance plug's minus",
                (low, high),
                PROBING,
                source,
                (subject.far(f"T{n}"), subject.far(f"T{n - 1}")),
            ),
            core=f"T{n}",
            twins="cells",
            crossed=f"tap {n} and the one below it are exchanged.",
            nothing=f"tap {n} is open, or lands where its neighbour does.",
            low_words="an empty cell, or a tap that lands elsewhere.",
            high_words=f"more than a cell: tap {n} lands a place too far, or the one below too low.",
        )
        for n in range(1, subject.cells + 1)
        if subject.taps
    ]
    whole = volts_line(
        "polarity",
        "plus to minus, all cells",
        (low * subject.cells, high * subject.cells),
        PROBING,
        source,
        (subject.far("+"), subject.far("-")),
    )
    return (*each, whole)


def cell_range(full_volts: float) -> tuple[float, float]:
    """Least and most volts of a cell that is full at so many. Source: proof-limits.toml.

    >>> cell_range(3.65)
    (2.5, 3.65)
    """
    known = proof_limits().cells.ranges
    full, least = min(known, key=lambda pair: abs(pair[0] - full_volts))
    return least * full_volts / full, full_volts
