"""The look list: what to see before any meter comes out."""

from dataclasses import dataclass

from euthyne.core.stages.ends.ends import LeadEnd


@dataclass(frozen=True)
class LookLine:
    """One thing to look at: its id, the question whose good answer is yes, and what a bad one looks
    like.
    """

    id: str
    question: str
    bad: str


PER_END = (
    (
        "sheath",
        "Does the grip of the {short} hold sheath, straight and even?",
        "cores showing, grip tilted",
    ),
    (
        "strands",
        "In the {short}, is every strand inside its terminal?",
        "a strand out, copper showing, a nick",
    ),
    ("pull", "Does every core of the {short} stay put when tugged?", "a core moves or comes out"),
    (
        "shut",
        "Is the {short} shut without force, nothing pinched?",
        "a gap, a bulge, a screw not home",
    ),
)


def look_list(ends: tuple[LeadEnd, ...]) -> tuple[LookLine, ...]:
    """Everything to look at on a lead, its supply side first, then the cord."""
    lines = [
        LookLine(f"{_name(end, ends)}-{key}", question.format(short=_said(end, ends)), bad)
        for end in ends
        for key, question, bad in PER_END
    ]
    return (
        *lines,
        LookLine(
            "cord", "Is the cord whole along its length, no cut, no kink?", "a cut, a flat place"
        ),
    )


def _name(end: LeadEnd, ends: tuple[LeadEnd, ...]) -> str:
    """An end in the name of its lines: its side, or the fitting where a side has several."""
    if end.side is not None and [other.side for other in ends].count(end.side) == 1:
        return end.side
    return end.id


def _said(end: LeadEnd, ends: tuple[LeadEnd, ...]) -> str:
    if [other.part.short for other in ends].count(end.part.short) == 1:
        return f"{end.part.short} end"
    return end.named
