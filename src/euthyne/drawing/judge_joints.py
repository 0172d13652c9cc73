"""Good and bad of every way a core is ended: cut across, or seen from the side."""

import math
from dataclasses import dataclass

from euthyne.drawing.pen import circle, line, path, rect

WIDE, TALL = 190.0, 120.0


@dataclass(frozen=True)
class Example:
    """One picture: its words, whether it is good, and the drawing in a box of WIDE by TALL px."""

    words: str
    good: bool
    body: str


def strands(x: float, y: float, r: float, rings: int, gap: float = 1.0) -> str:
    """Strands of a bunch cut across: one in the middle and rings of six round it, ``gap`` 1 when they touch."""
    small = r / (2 * rings + 1)
    body = circle(x, y, small, "strand")
    for ring in range(1, rings + 1):
        for k in range(6 * ring):
            angle = math.tau * k / (6 * ring)
            reach = 2 * small * ring * gap
            body += circle(
                x + reach * math.cos(angle), y + reach * math.sin(angle), small, "strand"
            )
    return body


def hexagon(x: float, y: float, r: float, class_: str) -> str:
    """A hexagon standing on a flat."""
    points = [
        (x + r * math.cos(math.tau * k / 6), y + r * math.sin(math.tau * k / 6)) for k in range(6)
    ]
    return path("M" + "L".join(f"{px:.1f} {py:.1f}" for px, py in points) + "Z", class_)


def _wire(end: float, y: float = 56.0, bare: float = 34.0, thick: float = 26.0) -> str:
    """A conductor from the left: insulation up to a point, bare strands beyond it."""
    body = rect(0, y - thick / 2, end, thick, "insulation")
    for dy in (-7, -2.4, 2.4, 7):
        body += line(end, y + dy, end + bare, y + dy, "strand-line")
    return body


def _box(x: float, screw_down: float = 0.0) -> str:
    frame = rect(x, 26, 70, 60, "terminal-open", rx=3)
    return (
        frame
        + rect(x + 24, 4, 22, 36 + screw_down, "screw-body", rx=2)
        + line(x + 26, 9, x + 44, 9, "screw")
    )


def lug() -> list[Example]:
    good = (
        hexagon(70, 58, 46, "barrel")
        + hexagon(70, 58, 34, "barrel-bore")
        + strands(70, 58, 31, 3, 0.98)
    )
    loose = (
        circle(70, 58, 46, "barrel")
        + circle(70, 58, 36, "barrel-bore")
        + strands(70, 58, 24, 3, 1.22)
    )
    ears = path("M24 58l-16-7v14zM116 58l16-7v14z", "barrel")
    crack = path("M70 12l-5 14 8 8-4 10", "crack")
    flash = (
        ears
        + hexagon(70, 58, 46, "barrel")
        + hexagon(70, 58, 32, "barrel-bore")
        + strands(70, 58, 30, 3, 0.95)
    )
    return [
        Example("strands pressed into one", True, good),
        Example("loose: die too big", False, loose),
        Example("flash and a crack", False, flash + crack),
        Example("copper showing", False, _side_lug(34)),
    ]


def _side_lug(gap: float) -> str:
    """A pressed lug from the side, the insulation so far from its barrel."""
    dents = "".join(line(x, 40, x, 72, "dent") for x in (96, 112, 128))
    barrel = rect(72, 38, 74, 36, "barrel", rx=3) + rect(144, 48, 46, 16, "barrel", rx=2)
    return _wire(68 - gap, bare=gap + 8) + barrel + dents


def hammer() -> list[Example]:
    """An indent struck by hammer or vice."""
    ring = circle(70, 58, 46, "barrel") + circle(70, 58, 35, "barrel-bore")
    dent = path("M54 8h32l-6 42q-10 10-20 0z", "screw-body")
    flat = path("M18 44q52-26 104 0v28q-52 26-104 0z", "barrel") + strands(70, 58, 18, 2)
    return [
        Example("deep and even, strands one", True, ring + strands(70, 66, 26, 3, 0.95) + dent),
        Example(
            "shallow: strands lie loose",
            False,
            ring + strands(70, 58, 24, 3, 1.3) + path("M58 6h24l-6 12h-12z", "screw-body"),
        ),
        Example(
            "struck flat, cracked at its edge",
            False,
            flat + path("M118 50l-12 4 4 8-12 4", "crack"),
        ),
    ]


def screw() -> list[Example]:
    astray = path("M62 64C84 92 108 100 150 96", "strand-line")
    return [
        Example("insulation to the edge", True, _box(60, 8) + _wire(58, bare=64)),
        Example("a strand outside", False, _box(60, 8) + _wire(58, bare=64) + astray),
        Example("insulation under the screw", False, _box(60) + _wire(104, bare=24)),
        Example("copper showing", False, _box(60, 8) + _wire(28, bare=92)),
    ]


def set_screw() -> list[Example]:
    sleeve = rect(58, 42, 66, 28, "barrel-bore")
    return [
        Example("sleeve round every strand", True, _box(56, 2) + sleeve + _wire(54, bare=66)),
        Example(
            "screw on bare strands",
            False,
            _box(56, 14) + _wire(54, bare=66) + line(66, 84, 128, 84, "strand-line"),
        ),
    ]


def solder() -> list[Example]:
    cup = path("M70 34h80v44h-80q-8-22 0-44z", "barrel")
    good = cup + _wire(40, bare=70) + path("M70 36Q96 46 118 56Q96 66 70 76Z", "solder")
    dry = (
        cup
        + _wire(40, bare=70)
        + circle(92, 52, 25, "solder-dull")
        + line(84, 34, 100, 70, "crack")
    )
    back = cup + _wire(14, bare=96) + path("M70 36Q96 46 118 56Q96 66 70 76Z", "solder")
    return [
        Example("bright hollow fillet", True, good),
        Example("grey ball: it moved", False, dry),
        Example("insulation shrunk back", False, back),
    ]


def blade() -> list[Example]:
    blade = rect(112, 46, 70, 20, "barrel") + rect(58, 36, 62, 40, "plastic", rx=5)
    dents = rect(74, 33, 26, 7, "barrel-bore") + rect(74, 72, 26, 7, "barrel-bore")
    return [
        Example("insulation up to the barrel", True, _wire(64, bare=30) + blade + dents),
        Example(
            "metal through the plastic",
            False,
            _wire(64, bare=30) + blade + path("M78 33l9 18 9-18z", "barrel"),
        ),
        Example("copper showing", False, _wire(30, bare=60) + blade + dents),
    ]


def _wings(x: float, bulge: float) -> str:
    """An open barrel cut across, its wings rolled in like a B."""
    d = f"M{x - 40} 50Q{x - 40} 96 {x} 96Q{x + 40} 96 {x + 40} 50Q{x + 40} {14 - bulge} {x + 4} {34 + bulge}"
    return path(d + f"L{x} 46L{x - 4} {34 + bulge}Q{x - 40} {14 - bulge} {x - 40} 50Z", "barrel")


def open_barrel() -> list[Example]:
    good = _wings(70, 4) + strands(54, 64, 16, 2) + strands(86, 64, 16, 2)
    open_ = path("M30 26v50q0 20 40 20t40-20v-50", "barrel-open") + strands(70, 70, 20, 2, 1.2)
    inside = _wings(70, 4) + circle(54, 64, 17, "insulation") + strands(86, 64, 16, 2)
    return [
        Example("B shape, even", True, good),
        Example("both seen in the window", True, _side_contact(64)),
        Example("wings not closed", False, open_),
        Example("insulation in the wings", False, inside),
    ]


def _side_contact(insulation_end: float) -> str:
    """An open barrel from the side: insulation wings, the window, conductor wings, a brush beyond."""
    wings = (
        rect(20, 34, 36, 44, "barrel", rx=3)
        + rect(74, 40, 46, 32, "barrel", rx=3)
        + rect(126, 50, 60, 12, "barrel")
    )
    return rect(10, 62, 130, 8, "barrel") + _wire(insulation_end, bare=66) + wings


def wire_seal() -> list[Example]:
    """A sealed contact: its seal round the insulation, held by the second wings."""

    def seal(tall: float) -> str:
        ribs = "".join(rect(x, 56 - tall / 2, 9, tall, "seal", rx=3) for x in (26, 40, 54))
        return ribs + rect(22, 56 - tall / 2 + 7, 46, tall - 14, "seal")

    contact = rect(84, 40, 46, 32, "barrel", rx=3) + rect(136, 50, 50, 12, "barrel")
    bite = rect(58, 36, 16, 40, "barrel", rx=3)
    return [
        Example("seal round, wings in it", True, _wire(76, bare=58) + seal(50) + bite + contact),
        Example("squashed flat", False, _wire(76, bare=58) + seal(32) + bite + contact),
        Example("wings missed it", False, _wire(76, bare=58) + seal(50) + contact),
        Example("no seal at all", False, _wire(76, bare=58) + bite + contact),
    ]


def splice() -> list[Example]:
    def core(y: float, at: float) -> str:
        wire = rect(0, y - 7, WIDE, 14, "insulation") + rect(at, y - 11, 46, 22, "barrel", rx=3)
        return (
            wire
            + line(at + 9, y - 11, at + 9, y + 11, "dent")
            + line(at + 37, y - 11, at + 37, y + 11, "dent")
        )

    return [
        Example("staggered, two presses each", True, core(26, 20) + core(58, 72) + core(90, 124)),
        Example("side by side", False, core(26, 72) + core(58, 72) + core(90, 72)),
    ]
