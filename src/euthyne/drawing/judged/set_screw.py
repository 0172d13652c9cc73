"""Set screws with a copper sleeve."""

from euthyne.drawing.judged.example import Example, box, wire
from euthyne.drawing.pen import line, rect


def examples() -> list[Example]:
    sleeve = rect(58, 42, 66, 28, "barrel-bore")
    return [
        Example("sleeve round every strand", True, box(56, 2) + sleeve + wire(54, bare=66)),
        Example(
            "screw on bare strands",
            False,
            box(56, 14) + wire(54, bare=66) + line(66, 84, 128, 84, "strand-line"),
        ),
    ]
