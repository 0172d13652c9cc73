"""The two halves of a solar coupler, each with the contact inside it: the one with a hole lies in a half that
looks like a plug, the pin in one that looks like a socket. That is the mistake of every roof, so both are drawn.
"""

from euthyne.core.shelf.part import OTHER_HALF, Part
from euthyne.drawing.pen import group, line, path, rect, text

LONG = 104.0  # from the back of a half to its mouth, in px
FRONT = 66.0  # of that before the thread for its nut
LOOKS = {"socket": "hole: looks like a plug", "pin": "pin: looks like a socket"}


def half_drawing(contact: str, x: float, y: float, tall: float, long: float = LONG) -> str:
    """The housing of one half, open towards the wire on its left.

    Parameters: contact inside it; x of its back, y of its middle, tall, the height of its back, long, from
    there to its mouth, in px. Returns: SVG elements.
    """
    back, top = long - FRONT, y - tall / 2
    mouth = x + long
    thread = "".join(line(x + dx, top + 3, x + dx, top + tall - 3, "screw") for dx in (8, 15, 22))
    if contact == "socket":
        slim = tall * 0.58
        nose = rect(x + back, y - slim / 2, FRONT, slim, "bench-body", rx=4)
        arms = "".join(
            path(
                f"M{x + back:g} {y + s * tall * 0.5:g}H{mouth - 30:g}l8 {s * 5:g}h10v{-s * 9:g}"
                f"H{x + back:g}Z",
                "bench-body",
            )
            for s in (-1, 1)
        )
        return rect(x, top, back, tall, "bench-body", rx=5) + thread + nose + arms
    wide = tall * 1.16
    shroud = path(
        f"M{x + back:g} {y - wide / 2:g}H{mouth:g}v8H{x + back + 14:g}v{wide - 16:g}H{mouth:g}v8H{x + back:g}Z",
        "bench-body",
    )
    notches = "".join(rect(mouth - 34, y + s * (wide / 2 - 4) - 3, 14, 6, "screw") for s in (-1, 1))
    return rect(x, top, back, tall, "bench-body", rx=5) + thread + shroud + notches


def _contact(contact: str, x: float, y: float, kind: str) -> str:
    """A contact as it lies in its half."""
    if contact == "pin":
        return rect(x + 54, y - 5, 40, 10, kind, rx=5)
    return rect(x + 40, y - 8, 56, 16, kind, rx=3) + line(x + 64, y, x + 96, y, "screw")


def nut_drawing(x: float, y: float, tall: float) -> str:
    """A cap nut that is on its body before the contact comes."""
    high = tall * 1.2
    ribs = "".join(
        line(x - 4 + dx, y - high / 2, x - 4 + dx, y + high / 2, "part-rib") for dx in (7, 14)
    )
    return rect(x - 4, y - high / 2, 24, high, "part-on", rx=5) + ribs


def told_apart(part: Part, mouth: float, y: float, tall: float) -> str:
    """What a half is called, and under it the other one, so that the two are told apart.

    Parameters: part of this half; mouth, its x, y of its middle, tall, the height of its back, in px.
    """
    other = OTHER_HALF[part.contact]
    below, x = y + tall + 92, mouth - LONG
    named = text(x + LONG, y + tall / 2 + 28, LOOKS[part.contact], "bench-part", "end")
    said = text(
        x + LONG, below + tall / 2 + 28, f"not this one, {LOOKS[other]}", "bench-facing", "end"
    )
    drawn = half_drawing(other, x, below, tall) + _contact(other, x, below, "terminal")
    return named + group(drawn, class_="ghost") + said
