"""Sealed contacts."""

from euthyne.drawing.judged.example import Example, wire
from euthyne.drawing.pen import rect


def examples() -> list[Example]:
    """A sealed contact: its seal round the insulation, held by the second wings."""

    def seal(tall: float) -> str:
        ribs = "".join(rect(x, 56 - tall / 2, 9, tall, "seal", rx=3) for x in (26, 40, 54))
        return ribs + rect(22, 56 - tall / 2 + 7, 46, tall - 14, "seal")

    contact = rect(84, 40, 46, 32, "barrel", rx=3) + rect(136, 50, 50, 12, "barrel")
    bite = rect(58, 36, 16, 40, "barrel", rx=3)
    return [
        Example("seal round, wings in it", True, wire(76, bare=58) + seal(50) + bite + contact),
        Example("squashed flat", False, wire(76, bare=58) + seal(32) + bite + contact),
        Example("wings missed it", False, wire(76, bare=58) + seal(50) + contact),
        Example("no seal at all", False, wire(76, bare=58) + bite + contact),
    ]
