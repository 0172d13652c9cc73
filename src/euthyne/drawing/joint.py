"""What a core is ended in, as the hand sees it: each kind of joint in its own shape, and the tool that makes
it drawn where it bites. The tip of the core lies to the right.
"""

from dataclasses import dataclass

from euthyne.core.shelf.part import Part
from euthyne.drawing import coupler
from euthyne.drawing.pen import circle, line, path, rect, text

PRESS = 38.0  # how far a jaw reaches from its barrel, in px
SEALED = 128.0  # how far back of its copper a housing reaches that takes a wire seal in, in px


@dataclass(frozen=True)
class Tip:
    """The tip of a core on the sheet: where its insulation ends, where its copper does, its height, half its
    thickness, in px.
    """

    start: float
    end: float
    y: float
    half: float

    @property
    def barrel(self) -> float:
        """Half the height of a barrel closed on its copper."""
        return max(12.0, self.half * 0.62)

    @property
    def middle(self) -> float:
        """The middle of its bare copper."""
        return (self.start + self.end) / 2


def joint_drawing(
    part: Part, tip: Tip, *, now: bool, inserted: bool = False, cavity: str = ""
) -> str:
    """A joint on a tip.

    Parameters: part it is made with; tip; now, True while it is being made, with the tool at it; inserted, True
    once it is in its housing; cavity, the mark of the way it goes into.
    Returns: SVG elements.
    """
    kind = "terminal terminal-now" if now else "terminal"
    drawn = SHAPES.get(part.joint, _screw)(part, tip, kind)
    tool = TOOLS.get(part.joint)
    if now and not inserted and tool is not None:
        drawn += tool(tip)
    if inserted:
        drawn = _housing(part, tip, cavity, now) + drawn
    return drawn


def _lug(part: Part, tip: Tip, kind: str) -> str:
    half = tip.half * 1.1
    palm = tip.end + half * 1.5
    barrel = rect(
        tip.start + 3, tip.y - half, tip.end - tip.start + half * 0.6, 2 * half, kind, rx=3
    )
    window = circle(tip.end - 4, tip.y, 3.0, "screw")
    return (
        circle(palm, tip.y, half * 1.45, kind)
        + barrel
        + circle(palm, tip.y, half * 0.6, "screw")
        + window
    )


def _contact(part: Part, tip: Tip, kind: str) -> str:
    """Wings round the copper, a window, wings round the insulation, and the contact itself in front."""
    b, h = tip.barrel, tip.half + 4
    spine = rect(tip.start - 28, tip.y + b - 5, tip.end - tip.start + 46, 6, kind)
    front = rect(tip.start + 12, tip.y - b, max(tip.end - tip.start - 18, 16), 2 * b, kind, rx=6)
    rear = rect(tip.start - 28, tip.y - h, 28, 2 * h, kind, rx=6)
    return spine + front + rear + _nose(part, tip, kind)


def _nose(part: Part, tip: Tip, kind: str) -> str:
    """A pin, or a socket that one goes into."""
    b, x = tip.barrel * 0.8, tip.end + 10
    if part.contact == "pin":
        return rect(x, tip.y - b / 2, 70, b, kind, rx=b / 2)
    hole = line(x + 30, tip.y, x + 70, tip.y, "screw")
    return rect(x, tip.y - b, 70, 2 * b, kind, rx=4) + hole


def _sleeve_contact(part: Part, tip: Tip, kind: str) -> str:
    """One crimp sleeve, a brush of strands in front of it, the contact beyond."""
    b = tip.barrel
    brush = "".join(
        line(tip.end - 8, tip.y + dy, tip.end + 6, tip.y + dy * 1.4, "strand-line")
        for dy in (-0.6 * b, -0.2 * b, 0.2 * b, 0.6 * b)
    )
    sleeve = rect(tip.start + 3, tip.y - b, max(tip.end - tip.start - 11, 18), 2 * b, kind, rx=5)
    neck = rect(tip.end - 10, tip.y + b - 7, 28, 6, kind)
    x = tip.end + 16
    if part.contact == "pin":
        return neck + sleeve + brush + rect(x, tip.y - b * 0.5, 70, b, kind, rx=b * 0.5)
    hole = rect(x + 36, tip.y - b * 0.36, 35, b * 0.72, "contact-hole", rx=2)
    return neck + sleeve + brush + rect(x, tip.y - b * 0.85, 70, b * 1.7, kind, rx=4) + hole


def _bare_barrel(part: Part, tip: Tip, kind: str) -> str:
    """A barrel without plastic, its one indent, and the ring in front."""
    half = max(tip.half * 0.9, 10.0)
    barrel = rect(tip.start + 3, tip.y - half, tip.end - tip.start + 6, 2 * half, kind, rx=2)
    indent = path(f"M{tip.middle - 9:g} {tip.y - half:g}q9 {half:g} 18 0z", "screw")
    x = tip.end + 8 + 1.5 * half
    return barrel + indent + circle(x, tip.y, 24, kind) + circle(x, tip.y, 11, "screw")


def _blade(part: Part, tip: Tip, kind: str) -> str:
    """A barrel in its plastic, and a ring, a tab or a receptacle in front."""
    barrel = rect(tip.start - 12, tip.y - 16, tip.end - tip.start + 16, 32, kind, rx=9)
    x = tip.end + 4
    if part.short == "ring":
        return barrel + circle(x + 26, tip.y, 24, kind) + circle(x + 26, tip.y, 11, "screw")
    if part.short == "tab":
        return barrel + rect(x, tip.y - 9, 56, 18, kind, rx=2)
    folds = line(x + 8, tip.y - 6, x + 52, tip.y - 6, "screw") + line(
        x + 8, tip.y + 6, x + 52, tip.y + 6, "screw"
    )
    return barrel + rect(x, tip.y - 14, 56, 28, kind, rx=6) + folds


def _ferrule(part: Part, tip: Tip, kind: str) -> str:
    collar = path(
        f"M{tip.start - 16:g} {tip.y - tip.half - 5:g}L{tip.start + 12:g} {tip.y - 9:g}V{tip.y + 9:g}"
        f"L{tip.start - 16:g} {tip.y + tip.half + 5:g}Z",
        kind,
    )
    return collar + rect(tip.start + 12, tip.y - 9, tip.end - tip.start - 10, 18, kind, rx=2)


def _splice(part: Part, tip: Tip, kind: str) -> str:
    """A butt over the end, open on its other side for the conductor it is joined to."""
    far = tip.end + 60
    stop = line(tip.end + 6, tip.y - 14, tip.end + 6, tip.y + 14, "screw")
    return rect(tip.start + 4, tip.y - 14, far - tip.start - 4, 28, kind, rx=8) + stop


def _cup(part: Part, tip: Tip, kind: str) -> str:
    """A cup, open above where the solder goes in."""
    x = tip.start + 8
    wall = (
        f"M{x:g} {tip.y - 2:g}Q{x + 6:g} {tip.y + 16:g} {x + 20:g} {tip.y + 16:g}H{tip.end + 56:g}"
    )
    top = f"V{tip.y - 16:g}H{tip.end + 6:g}Q{tip.end - 4:g} {tip.y - 6:g} {x:g} {tip.y - 2:g}Z"
    return path(wall + top, kind) + rect(tip.end + 56, tip.y - 6, 26, 12, kind, rx=2)


def _clamp(part: Part, tip: Tip, kind: str) -> str:
    """A block with one screw, the copper sleeve round the strands inside it."""
    block = rect(tip.start - 4, tip.y - 34, tip.end - tip.start + 44, 68, kind, rx=6)
    sleeve = rect(
        tip.start + 2, tip.y - tip.half, tip.end - tip.start, 2 * tip.half, "part-on", rx=2
    )
    screw = rect(tip.middle - 11, tip.y - 46, 22, 30, "screw-body", rx=2)
    return (
        block
        + sleeve
        + screw
        + line(tip.middle - 8, tip.y - 41, tip.middle + 8, tip.y - 41, "screw")
    )


def _screw(part: Part, tip: Tip, kind: str) -> str:
    slot = line(tip.end - 10, tip.y, tip.end + 2, tip.y, "screw")
    box = rect(tip.end - 26, tip.y - 17, 44, 34, kind, rx=4)
    return box + circle(tip.end - 4, tip.y, 9, "screw") + slot


def _cage(part: Part, tip: Tip, kind: str) -> str:
    """A block with a spring that holds the strands by its edge, and the key that opens it."""
    block = rect(tip.start - 6, tip.y - 28, tip.end - tip.start + 46, 56, kind, rx=5)
    d = f"M{tip.start + 6:g} {tip.y - 22:g}H{tip.end + 20:g}q10 0 8 12L{tip.middle:g} {tip.y - 3:g}"
    key = rect(tip.middle - 8, tip.y - 40, 16, 14, "screw-body", rx=2)
    return block + path(d, "cage-spring") + key


def _blind(part: Part, tip: Tip, kind: str) -> str:
    """A hole of its own, shut at its far end."""
    return rect(tip.start - 8, tip.y - 16, tip.end - tip.start + 46, 32, kind, rx=14)


def _jaws(x: float, y: float, half: float, wide: float) -> str:
    """The two halves of a die, above and below a barrel."""
    near, far = y - half - 4, y - half - PRESS
    above = path(
        f"M{x - wide:g} {far:g}H{x + wide:g}L{x + wide * 0.6:g} {near:g}H{x - wide * 0.6:g}Z",
        "tool",
    )
    near, far = y + half + 4, y + half + PRESS
    below = path(
        f"M{x - wide:g} {far:g}H{x + wide:g}L{x + wide * 0.6:g} {near:g}H{x - wide * 0.6:g}Z",
        "tool",
    )
    return above + below


def _press(tip: Tip) -> str:
    return _jaws(tip.middle, tip.y, tip.half * 1.1, 26)


def _nest(tip: Tip) -> str:
    return _jaws(tip.middle, tip.y, tip.barrel, 22)


def _both_nests(tip: Tip) -> str:
    """A nest for the copper and one for the insulation, or the seal round it."""
    return _nest(tip) + _jaws(tip.start - 14, tip.y, tip.half + 4, 13)


def _two_presses(tip: Tip) -> str:
    return _jaws(tip.start + 22, tip.y, 14, 12)


def _iron(tip: Tip) -> str:
    x, y = tip.end + 30, tip.y + 18
    return path(f"M{x - 6:g} {y:g}L{x + 6:g} {y:g}L{x + 26:g} {y + 44:g}H{x + 2:g}Z", "tool")


def _driver(tip: Tip) -> str:
    x, y = tip.middle, tip.y - 46
    return path(f"M{x - 5:g} {y:g}V{y - 26:g}H{x + 5:g}V{y:g}Z", "tool")


def _housing(part: Part, tip: Tip, cavity: str, now: bool) -> str:
    """The housing a contact is pushed into, open towards the wire, its way marked; that of a solar coupler as
    the half it is, and while it is being taken the other half below it.
    """
    left = tip.start - (SEALED if part.joint == "wire-seal" else 40.0)
    top, tall = tip.y - tip.half - 18, 2 * tip.half + 36
    if part.joint == "sleeve-contact":
        mouth = tip.end + 96
        left = min(mouth - coupler.LONG, tip.start - 14)
        body = coupler.half_drawing(part.contact, left, tip.y, tall, mouth - left)
        if not part.threaded:
            body += coupler.nut_drawing(left, tip.y, tall)
        marked = coupler.told_apart(part, mouth, tip.y, tall) if now else ""
    else:
        body = rect(left, top, tip.end - left + 96, tall, "bench-body", rx=8)
        marked = text(tip.end + 78, top - 10, cavity, "bench-part", "end") if now else ""
    if not now:
        return body + marked
    arrow = f"M{left - 84:g} {top - 18:g}h66m-16 -11l16 11l-16 11"
    return body + marked + path(arrow, "push-arrow")


SHAPES = {
    "lug": _lug,
    "click-in": _contact,
    "wire-seal": _contact,
    "sleeve-contact": _sleeve_contact,
    "blade": _blade,
    "bare-barrel": _bare_barrel,
    "ferrule": _ferrule,
    "splice": _splice,
    "solder": _cup,
    "set-screw": _clamp,
    "screw": _screw,
    "push-in": _cage,
    "blind": _blind,
}
TOOLS = {
    "lug": _press,
    "click-in": _both_nests,
    "wire-seal": _both_nests,
    "sleeve-contact": _nest,
    "blade": _nest,
    "bare-barrel": _nest,
    "ferrule": _nest,
    "splice": _two_presses,
    "solder": _iron,
    "set-screw": _driver,
}
