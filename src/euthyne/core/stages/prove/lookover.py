"""The look list: what to see before any meter comes out."""

from dataclasses import dataclass

from euthyne.core.shelf.part import Part


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


def look_list(a: Part, b: Part) -> tuple[LookLine, ...]:
    """Everything to look at on a lead, end A first, then the cord."""
    lines = [
        LookLine(f"{end}-{key}", question.format(short=f"{p.short} end"), bad)
        for end, p in (("A", a), ("B", b))
        for key, question, bad in PER_END
    ]
    return (
        *lines,
        LookLine(
            "cord", "Is the cord whole along its length, no cut, no kink?", "a cut, a flat place"
        ),
    )
