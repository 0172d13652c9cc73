"""Loose parts as a person writes them: one a line, what it is called, its bore, which way it faces."""

import re

from euthyne.core.shelf.part import ThreadedPart
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import SHORT, read_quantity

MOST = 12
LETTERS = 60


def written(loose: tuple[ThreadedPart, ...]) -> str:
    """Loose parts as lines, in the order they go on the cord.

    >>> written((ThreadedPart("nut", "gland nut", 12.5, "thread to the tip"),))
    'gland nut; 12.5 mm; thread to the tip'
    """
    return "\n".join(f"{t.words}; {t.bore_mm:g} mm; {t.facing}" for t in loose)


def read_loose(
    text: str, before: tuple[ThreadedPart, ...], field: str, gauge: bool = False
) -> tuple[ThreadedPart, ...]:
    """The loose parts of some lines; one that keeps its words keeps what it is needed by.

    Parameters: text; before, the loose parts there were; field, that faults name; gauge, True on
    a bench in gauge and feet. Raises: Refused with every line that can not be read.

    >>> read_loose("gland nut; 12 mm; thread to the tip", (), "loose")[0].bore_mm
    12.0
    """
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    known = {t.words: t for t in before}
    found: list[ThreadedPart] = []
    faults: list[Fault] = []
    if len(lines) > MOST:
        faults.append(Fault(field, f"{len(lines)} loose parts are too many", f"{MOST} at most"))
    for line in lines[:MOST]:
        words, *rest = (piece.strip()[:LETTERS] for piece in line.split(";"))
        if len(rest) != 2 or not all((words, *rest)):
            wanted = "what it is; its bore; which way it faces"
            faults.append(Fault(field, f"{line[:LETTERS]!r} does not say all of it", wanted))
            continue
        try:
            bore = read_quantity(rest[0], SHORT, field, gauge).value
        except Refused as refused:
            faults += refused.faults
            continue
        like = known.get(words)
        name = like.id if like else _fresh(words, {t.id for t in found})
        needed, mistake = (like.needed_by, like.mistake) if like else ("", "")
        found.append(ThreadedPart(name, words, bore, rest[1], needed, mistake))
    if faults:
        raise Refused(*faults)
    return tuple(found)


def _fresh(words: str, taken: set[str]) -> str:
    """An id for a loose part: its words, and a number where another has them."""
    base = re.sub(r"[^a-z0-9]", "", words.lower())[:16] or "part"
    return next(n for n in (base, *(f"{base}{i}" for i in range(2, MOST + 2))) if n not in taken)
