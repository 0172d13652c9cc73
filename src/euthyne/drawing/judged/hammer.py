"""Lugs indented by hammer or vice."""

from euthyne.drawing.judged.example import Example, strands
from euthyne.drawing.pen import circle, path


def examples() -> list[Example]:
    """An indent struck by hammer or vice."""
    ring = circle(70, 58, 46, "barrel") + circle(70, 58, 35, "barrel-bore")
    dent = path("M54 8h32l-6 42q-10 10-20 0z", "screw-body")
    flat = path("M18 44q52-26 104 0v28q-52 26-104 0z", "barrel") + strands(70, 58, 18, 2)
    return [
        Example(
            "deep and even, strands one",
            True,
            ring + strands(x=70, y=66, r=26, rings=3, gap=0.95) + dent,
        ),
        Example(
            "shallow: strands lie loose",
            False,
            ring
            + strands(x=70, y=58, r=24, rings=3, gap=1.3)
            + path("M58 6h24l-6 12h-12z", "screw-body"),
        ),
        Example(
            "struck flat, cracked at its edge",
            False,
            flat + path("M118 50l-12 4 4 8-12 4", "crack"),
        ),
    ]
