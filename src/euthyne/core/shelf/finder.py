"""Finding a part from what one sees: what it shows, how many, round or flat, earthed, locked, how
big.
"""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.trade.figure import mm

SMALL_MM, LARGE_MM = 20.0, 45.0
LOCKED = ("lock", "lever", "thread")


@dataclass(frozen=True)
class Sight:
    """What to look at: a question of the finder: its id, its words, its answers as (id, words), and what may
    mislead.
    """

    id: str
    words: str
    answers: tuple[tuple[str, str], ...]
    beware: str = ""


QUESTIONS = (
    Sight(
        "shows",
        "What does it show?",
        (
            ("pin", "bare pins or blades"),
            ("socket", "holes"),
            ("genderless", "flat contacts, both halves alike"),
            ("lug", "lugs"),
            ("clamp", "a clamp"),
            ("none", "terminals inside"),
        ),
        "The contact names it, not the housing: pins make a plug or an inlet, holes a socket or "
        "a connector, "
        "even where a shroud makes pins look like a socket.",
    ),
    Sight(
        "count",
        "How many contacts, the earth counted?",
        (*((str(n), str(n)) for n in range(1, 10)), ("some", "10 to 16"), ("many", "17 and more")),
    ),
    Sight("shape", "Round or flat?", (("round", "round"), ("flat", "flat"))),
    Sight("earth", "Has it an earth?", (("yes", "yes"), ("no", "no"))),
    Sight("lock", "Does it lock?", (("yes", "yes: twist, lever or thread"), ("no", "no"))),
    Sight(
        "size",
        "How wide is its face?",
        (("small", f"under {mm(20)}"), ("middle", f"{mm(20, 45)}"), ("large", f"over {mm(45)}")),
    ),
)


def seen_of(part: Part) -> dict[str, str]:
    """What one sees of a part, as answers to every question."""
    known = _of_shelf().get(part.id)
    if known is not None and known[0] is part:
        return known[1]
    return _looked_at(part)


@cache
def _of_shelf() -> dict[str, tuple[Part, dict[str, str]]]:
    return {name: (p, _looked_at(p)) for name, p in shelf().items()}


def shelved_under(part: Part) -> str:
    """The heading a part stands under where the whole shelf is offered."""
    if len(part.marks) == 1 and part.joint in ("lug", "blade", "bare-barrel", "ferrule", "splice"):
        return "Lugs, rings, terminals"
    if part.contact == "none" or part.outline == "box":
        return "Junctions, switches, boxes"
    if len(part.marks) > 1 and not part.mains and "+" not in part.marks:
        return "Many ways"
    if not part.mains:
        return "Battery, solar, welding"
    return "Plugs and inlets" if part.contact == "pin" else "Sockets and connectors"


def _how_many(contacts: int) -> str:
    if contacts < 10:
        return str(contacts)
    return "some" if contacts < 17 else "many"


def _looked_at(part: Part) -> dict[str, str]:
    flat = sum(c.shape != "round" for c in part.face.cavities)
    wide = max(part.face.width, part.face.height)
    said = f"{part.words} {part.mates}".lower()
    return {
        "shows": part.contact,
        "count": _how_many(len(part.face.cavities)),
        "shape": "flat" if flat * 2 > len(part.face.cavities) else "round",
        "earth": "yes" if part.has_earth else "no",
        "lock": "yes" if any(word in said for word in LOCKED) else "no",
        "size": "small" if wide < SMALL_MM else "large" if wide > LARGE_MM else "middle",
    }


def matching(parts: Iterable[Part], answers: dict[str, str]) -> list[Part]:
    """Parts that agree with every answer given."""
    return [p for p in parts if _agrees(seen_of(p), answers)]


def _agrees(seen: dict[str, str], answers: dict[str, str]) -> bool:
    return all(seen[q] == a for q, a in answers.items())


def left(parts: Iterable[Part], answers: dict[str, str]) -> dict[tuple[str, str], int]:
    """For each answer that could be given next, how many parts it would leave; another answer
    replaces one given.
    """
    seen = [seen_of(p) for p in parts]
    counts: dict[tuple[str, str], int] = {}
    for question in QUESTIONS:
        others = {q: a for q, a in answers.items() if q != question.id}
        tally = Counter(s[question.id] for s in seen if _agrees(s, others))
        counts |= {(question.id, answer): tally[answer] for answer, _ in question.answers}
    return counts
