"""Faces of couplers: the shell, and every cavity where the part has it."""

import math
from collections.abc import Callable

from euthyne.core.shelf.face import Cavity, Face
from euthyne.drawing.pen import circle, element, group, path, rect, text

CROWDED_PX = 40.0
INTO_A_HOLE = (
    "click-in",
    "sleeve-contact",
    "wire-seal",
    "blind",
    "push-in",
)  # seen from behind: a hole
MARK_PX = 10.0
CORNERS = {
    "hexagon": ((-1, 0.1), (-0.72, -1), (0.72, -1), (1, 0.1), (0.6, 1), (-0.6, 1)),
    "dee": ((-1, -1), (1, -1), (0.93, 1), (-0.93, 1)),
    "pack": ((-1, -1), (1, -1), (1, 1), (0.86, 1), (-0.86, 1), (-1, 1)),
}


def shell(face: Face, class_: str = "shell", contact: str = "socket") -> str:
    """The rim of a face, in mm around its middle; plugs may have a rim of their own."""
    kind = face.shell
    if contact == "pin":
        kind = face.plug_shell
    w, h = face.width, face.height
    if kind in CORNERS:
        points = " ".join(f"{x * w / 2:g},{y * h / 2:g}" for x, y in CORNERS[kind])
        return element("polygon", points=points, class_=class_, stroke_linejoin="round")
    if kind in RIMS:
        return RIMS[kind](w, h, class_)
    corner = 0.13
    if kind == "none":
        corner = 0.04
    return rect(-w / 2, -h / 2, w, h, class_, rx=min(w, h) * corner)


def _arch(w: float, h: float, class_: str) -> str:
    d = f"M{-w / 2} {h * 0.44}V{h * -0.02}C{-w / 2} {-h * 0.36} {-w * 0.28} {-h / 2} 0 {-h / 2}"
    d += f"C{w * 0.28} {-h / 2} {w / 2} {-h * 0.36} {w / 2} {h * -0.02}"
    d += f"V{h * 0.44}Q{w / 2} {h / 2} {w * 0.42} {h / 2}"
    return path(d + f"H{-w * 0.42}Q{-w / 2} {h / 2} {-w / 2} {h * 0.44}Z", class_)


def _round(w: float, h: float, class_: str) -> str:
    return circle(0, 0, w / 2, class_) + circle(0, 0, w / 2 - 2.6, "shell-inner")


def _collar(w: float, h: float, class_: str) -> str:
    key = rect(-3.6, h / 2 - 6.4, 7.2, 6.4, "shell-key")
    return circle(0, 0, w / 2, class_) + circle(0, 0, w / 2 - 4.4, "shell-inner") + key


def _bevelled(w: float, h: float, class_: str) -> str:
    cut = h * 0.34
    d = (
        f"M{-w / 2} {h / 2}V{-h / 2 + cut}L{-w / 2 + cut} {-h / 2}H{w / 2 - cut}L{w / 2} "
        f"{-h / 2 + cut}V{h / 2}Z"
    )
    return path(d, class_, stroke_linejoin="round")


def _clover(w: float, h: float, class_: str) -> str:
    leaf = h * 0.29
    places = ((0.0, -h / 2 + leaf), (-w / 2 + leaf, h / 2 - leaf), (w / 2 - leaf, h / 2 - leaf))
    body = "".join(circle(x, y, leaf, class_) for x, y in places)
    return body + circle(0, h * 0.1, h * 0.26, "shell-fill")


def _capsule(w: float, h: float, class_: str) -> str:
    return rect(-w / 2, -h / 2, w, h, class_, rx=h / 2)


def _notched(w: float, h: float, class_: str) -> str:
    d = (
        f"M{-w / 2} {h / 2}V{-h * 0.16}L{-w / 2 + h * 0.34} "
        f"{-h / 2}H{w / 2 - h * 0.34}L{w / 2} {-h * 0.16}V{h / 2}"
    )
    return path(d + f"H{2.2}V{h / 2 - 2.6}H{-2.2}V{h / 2}Z", class_, stroke_linejoin="round")


def _keyed(w: float, h: float, class_: str) -> str:
    return circle(0, 0, w / 2, class_) + rect(-1.6, -h / 2 - 0.4, 3.2, 3, "shell-key")


RIMS: dict[str, Callable[[float, float, str], str]] = {
    "arch": _arch,
    "round": _round,
    "collar": _collar,
    "bevelled": _bevelled,
    "clover": _clover,
    "capsule": _capsule,
    "notched": _notched,
    "keyed": _keyed,
}


def cavity(c: Cavity, class_: str) -> str:
    """One contact or hole, in mm; y is turned down as SVG has it."""
    if c.shape == "round":
        return circle(c.x, -c.y, c.w / 2, class_)
    shape = rect(
        c.x - c.w / 2, -c.y - c.h / 2, c.w, c.h, "clip" if c.shape == "clip" else class_, rx=0.5
    )
    if c.shape == "tee":
        shape = path(
            f"M{c.x - c.w / 2:g} "
            f"{-c.y - c.h / 2:g}h{c.w:g}v{c.h / 2 - c.w / 2:g}h{c.h * 0.4:g}v{c.w:g}"
            f"h{-c.h * 0.4:g}v{c.h / 2 - c.w / 2:g}h{-c.w:g}z",
            class_,
        )
    elif c.shape == "ell":
        shape = path(
            f"M{c.x - c.w / 2:g} "
            f"{-c.y - c.h / 2:g}h{c.h * 0.62:g}v{c.w:g}h{c.w - c.h * 0.62:g}"
            f"v{c.h - c.w:g}h{-c.w:g}z",
            class_,
        )
    if c.angle:
        return group(shape, transform=f"rotate({c.angle:g} {c.x:g} {-c.y:g})")
    return shape


def contacts(face: Face, class_: str) -> str:
    """Every cavity of a face; a rim earth has its springs at top and bottom."""
    extra = "".join(
        cavity(Cavity(mark=c.mark, x=c.x, y=-c.y, shape=c.shape, w=c.w, h=c.h), class_)
        for c in face.cavities
        if c.shape == "clip"
    )
    return "".join(cavity(c, class_) for c in face.cavities) + extra


def pitch(face: Face) -> float:
    """The least distance between two cavities of a face, in mm; its width where there is only one."""
    places = [(c.x, c.y) for c in face.cavities]
    apart = [math.dist(p, q) for i, p in enumerate(places) for q in places[:i]]
    return min(apart, default=face.width)


def face_drawing(
    face: Face,
    contact: str,
    cx: float,
    cy: float,
    scale: float,
    unmarked: frozenset[str] = frozenset(),
) -> str:
    """A mating face with its marks, but those that are left to others: pins in brass, holes dark."""
    body = shell(face, contact=contact) + contacts(face, "pin" if contact == "pin" else "hole")
    crowded = pitch(face) * scale < CROWDED_PX
    if crowded:
        kind, below = ("cavity-mark cavity-small", 9)
    else:
        kind, below = ("cavity-mark", 17)
    foot = cy + face.height * scale / 2
    marks = ""
    for c in face.cavities:
        if c.mark in unmarked:
            continue
        y = cy - c.y * scale + c.h * scale / 2 + below
        if y - MARK_PX < foot < y + 3:
            y = foot + MARK_PX + 3
        marks += text(cx + c.x * scale, y, c.mark, kind, "middle")
    return placed(body, cx, cy, scale) + marks


def wiring_drawing(
    face: Face, contact: str, cx: float, cy: float, scale: float, joint: str = "screw"
) -> str:
    """A wiring side: the shell with what a core is ended in at each cavity, where there is room to show it.

    Parameters: face, as it is seen; contact; cx, cy, its middle on the sheet; scale, px to the mm; joint, the
    termination: a screw, a cup, a tab, or the hole a contact is pushed into.
    """
    if pitch(face) * scale < CROWDED_PX:
        r = pitch(face) * scale * 0.36
        small = "".join(
            circle(cx + c.x * scale, cy - c.y * scale, r, "terminal")
            + text(
                cx + c.x * scale,
                cy - c.y * scale - r - 2,
                c.mark,
                "cavity-mark cavity-small",
                "middle",
            )
            for c in face.cavities
        )
        return placed(shell(face, contact=contact), cx, cy, scale) + small
    terminals = "".join(
        _terminal(cx + c.x * scale, cy - c.y * scale, joint)
        + text(cx + c.x * scale, _above(face, c, cy, scale), c.mark, "cavity-mark", "middle")
        for c in face.cavities
    )
    if joint == "ferrule":
        return terminals
    return placed(shell(face, contact=contact), cx, cy, scale) + terminals


def _terminal(x: float, y: float, joint: str) -> str:
    """What a core is ended in, seen from behind."""
    if joint in INTO_A_HOLE:
        return circle(x, y, 14, "terminal") + circle(x, y, 7, "hole")
    if joint == "solder":
        cup = path(f"M{x - 12:g} {y:g}a12 12 0 0 0 24 0", "terminal")
        return cup + circle(x, y, 5, "screw")
    if joint == "ferrule":
        return rect(x - 8, y - 8, 16, 12, "part-on", rx=3) + rect(x - 4, y + 4, 8, 16, "bare")
    if joint == "blade":
        return rect(x - 5, y - 14, 10, 28, "terminal", rx=2)
    slot = element("line", x1=x - 5, y1=y, x2=x + 5, y2=y, class_="screw")
    return rect(x - 16, y - 13, 32, 26, "terminal", rx=3) + circle(x, y, 8, "screw") + slot


def _above(face: Face, c: Cavity, cy: float, scale: float) -> float:
    """The foot of the mark over a terminal: inside the rim, or above it where it would lie on it."""
    y, rim = cy - c.y * scale - 19, cy - face.height * scale / 2
    if y - MARK_PX - 2 < rim < y + 2:
        return rim - 4
    return y


def placed(body: str, x: float, y: float, scale: float, flip: bool = False) -> str:
    """A drawing in mm put on the sheet, line weights kept."""
    if flip:
        across = -scale
    else:
        across = scale
    return group(body, transform=f"translate({x:g} {y:g}) scale({across:g} {scale:g})", class_="mm")
