"""Naming a wiring fault in the words of a bench."""

from collections.abc import Callable
from dataclasses import dataclass

from euthyne.core.trade.corewords import function_of
from euthyne.core.wiring.grid import Course, Point
from euthyne.core.wiring.mistakes import EITHER, Exchanged, Joined, Mistake, Moved, Open, Turned

FACE_FIRST = "Check first which face of the drawing was read, before a wire is touched."


def core_words(wire: Course) -> str:
    """A wire by what it is for, or by its two contacts where they differ.

    >>> core_words((Point("A", "L"), Point("B", "L")))
    'live'
    """
    one, other = wire
    if one.cavity == other.cavity:
        return function_of(one.cavity)
    return f"{one.name} to {other.name}"


@dataclass(frozen=True)
class Names:
    """How wires, contacts and fittings are called."""

    wire: Callable[[Course], str] = core_words
    point: Callable[[Point], str] = lambda point: point.name
    end: Callable[[str], str] = lambda fitting: f"end {fitting}"


def said(mistakes: list[Mistake], names: Names, mirror: frozenset[Mistake] = frozenset()) -> str:
    """An explanation in sentences: what happened, then what to do; what may be a face misread comes
    first.

    Parameters: mistakes; names; mirror, those mistakes that reading the other face of a drawing
    would make.
    """
    if mirror or any(isinstance(m, Turned) and m.name == "mirrored" for m in mistakes):
        face = [FACE_FIRST]
    else:
        face = []
    return " ".join([*face, *(sentence(m, names) for m in mistakes)])


def sentence(mistake: Mistake, names: Names) -> str:
    """One mistake in words, and the way to put it right."""
    match mistake:
        case Open(wire):
            return (
                f"{_capital(names.wire(wire))} does not get through. "
                "Tug it at both its ends, then flex the lead along its length."
            )
        case Exchanged(end, (one, other)):
            both = f"{_capital(names.wire(one))} and {names.wire(other)} are exchanged"
            if end == EITHER:
                return f"{both} at one end. Change them over at one end, and only one."
            return f"{both} at {names.end(end)}. Change them over there."
        case Moved(wire, belongs, to):
            return (
                f"{_capital(names.wire(wire))} sits in {names.point(to)} and belongs in "
                f"{names.point(belongs)}. "
                "Move it back."
            )
        case Joined((one, other)):
            return (
                f"{_capital(names.point(one))} and {names.point(other)} are joined. Where along "
                "the lead, a meter "
                "cannot tell: open both ends and look for a strand; if both are clean, the "
                "cable is crushed."
            )
    return _turned(mistake, names)


def _turned(mistake: Turned, names: Names) -> str:
    if mistake.end == EITHER:
        where = "one end"
    else:
        where = names.end(mistake.end)
    if mistake.name == "mirrored":
        return f"Every core sits as if the other face of {where} had been read."
    if mistake.name == "reversed":
        return (
            f"The row of {where} was counted from its other side. Land it again from the "
            "first cavity."
        )
    if mistake.name == "shifted":
        return f"Every core sits one place along at {where}. Look for the cavity that was skipped."
    chain = ", ".join(f"what belongs in {a} is in {b or 'no cavity'}" for a, b in mistake.to)
    return f"{len(mistake.to)} cores went one place further round at {where}: {chain}."


def _capital(words: str) -> str:
    return words[:1].upper() + words[1:]
