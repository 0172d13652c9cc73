"""Contacts that click in."""

from euthyne.drawing.judged.example import Example, strands, wire
from euthyne.drawing.pen import circle, path, rect


def examples() -> list[Example]:
    good = _wings(70, 4) + strands(54, 64, 16, 2) + strands(86, 64, 16, 2)
    open_ = path("M30 26v50q0 20 40 20t40-20v-50", "barrel-open") + strands(
        x=70, y=70, r=20, rings=2, gap=1.2
    )
    inside = _wings(70, 4) + circle(54, 64, 17, "insulation") + strands(86, 64, 16, 2)
    return [
        Example("B shape, even", True, good),
        Example("both seen in the window", True, _side_contact(64)),
        Example("wings not closed", False, open_),
        Example("insulation in the wings", False, inside),
    ]


def _wings(x: float, bulge: float) -> str:
    """An open barrel cut across, its wings rolled in like a B."""
    d = (
        f"M{x - 40} 50Q{x - 40} 96 {x} 96Q{x + 40} 96 {x + 40} 50Q{x + 40} {14 - bulge} {x + 4} "
        f"{34 + bulge}"
    )
    return path(d + f"L{x} 46L{x - 4} {34 + bulge}Q{x - 40} {14 - bulge} {x - 40} 50Z", "barrel")


def _side_contact(insulation_end: float) -> str:
    """An open barrel from the side: insulation wings, the window, conductor wings, a brush beyond."""
    wings = (
        rect(20, 34, 36, 44, "barrel", rx=3)
        + rect(74, 40, 46, 32, "barrel", rx=3)
        + rect(126, 50, 60, 12, "barrel")
    )
    return rect(10, 62, 130, 8, "barrel") + wire(insulation_end, bare=66) + wings
