"""Good and bad of what is done round the joints: grip, gland, lid, shield, stud and mated pair."""

from euthyne.drawing.judged.example import Example
from euthyne.drawing.pen import circle, group, line, path, rect


def _cores(x: float) -> str:
    return "".join(
        rect(x, y, 182 - x, 8, kind)
        for y, kind in ((40, "insulation"), (54, "insulation"), (68, "insulation"))
    )


def _sheath(end: float) -> str:
    return rect(0, 34, end, 48, "sheath-cut")


def _clamp(x: float, turned: float = 0.0) -> str:
    bars = rect(x, 16, 26, 20, "screw-body", rx=3) + rect(x, 80, 26, 20, "screw-body", rx=3)
    return group(bars, transform=f"rotate({turned:g} {x + 13:g} 58)")


def grip() -> list[Example]:
    """A cord grip on its cord."""
    return [
        Example("on the sheath, even", True, _cores(100) + _sheath(104) + _clamp(58)),
        Example("on the cores", False, _cores(30) + _sheath(40) + _clamp(84)),
        Example("tilted: it lets go", False, _cores(100) + _sheath(104) + _clamp(58, 16)),
    ]


def _nut(turned: float) -> str:
    nut = path("M64 14l14-8h34v104h-34l-14-8z", "screw-body") + "".join(
        line(82, y, 112, y, "dent") for y in (26, 42, 74, 90)
    )
    return group(nut, transform=f"rotate({turned:g} 90 58)")


def gland() -> list[Example]:
    """A gland and its seal."""
    body = rect(120, 10, 40, 96, "terminal-open", rx=2)
    seal = rect(104, 28, 20, 12, "seal", rx=3) + rect(104, 76, 20, 12, "seal", rx=3)
    folded = path("M104 28q22-14 26 2l-6 12-20-2z", "seal") + rect(104, 76, 20, 12, "seal", rx=3)
    cord = _cores(150) + _sheath(156)
    return [
        Example("an even gap all round", True, cord + body + seal + _nut(0)),
        Example("nut tilted: cross-threaded", False, cord + body + seal + _nut(9)),
        Example("seal folded under the nut", False, cord + body + folded + _nut(0)),
    ]


def close() -> list[Example]:
    """A lid over its cores."""
    box, post = path("M10 40v70h170v-70", "terminal-open"), rect(84, 40, 22, 60, "screw-body", rx=2)
    lid, low = (
        rect(6, 24, 178, 14, "terminal-open", rx=3),
        rect(6, 30, 178, 10, "terminal-open", rx=3),
    )
    side = path("M20 60q40 44 160 30", "core-lie")
    over = path("M20 60q70-42 160 8", "core-lie")
    return [
        Example("cores in their channels", True, box + side + post + low),
        Example("a core in the screw's way", False, box + post + over + lid),
        Example(
            "does not shut: a gap",
            False,
            box + side + post + group(lid, transform="rotate(-4 180 30)"),
        ),
    ]


def shield() -> list[Example]:
    """A braid brought to its clamp."""
    cord = _cores(70) + _sheath(70)
    clamped = rect(70, 32, 44, 52, "stair-braid") + rect(86, 26, 16, 64, "screw-body", rx=3)
    tail = path("M70 34q30-34 96-22", "stair-tail")
    loose = path("M70 40q40-34 70 20M70 70q30 30 74 16", "strand-line")
    return [
        Example("clamped all round", True, cord + clamped),
        Example("twisted into one tail", True, cord + tail),
        Example("loose strands on the cores", False, cord + tail + loose),
    ]


def _stud(parts: list[tuple[float, float, str]], turned: float = 0.0) -> str:
    """A post with what lies on it, from below: (height, width, class) of each, and how far its nut
    leans.
    """
    body = rect(20, 96, 150, 16, "terminal-open") + rect(84, 6, 22, 92, "screw-body")
    y = 96.0
    for tall, wide, kind in parts:
        y -= tall
        body += rect(95 - wide / 2, y, wide, tall, kind, rx=2)
    nut = (
        rect(66, y - 26, 58, 24, "screw-body", rx=3)
        + line(85, y - 26, 85, y - 2, "dent")
        + line(105, y - 26, 105, y - 2, "dent")
    )
    return body + group(nut, transform=f"rotate({turned:g} 95 {y - 14:g})")


def stud() -> list[Example]:
    """A lug bolted on its post."""
    lug, washer, spring = (
        (9.0, 116.0, "barrel"),
        (5.0, 74.0, "terminal-open"),
        (7.0, 56.0, "screw-body"),
    )
    return [
        Example("lug on the post, then washers", True, _stud([lug, washer, spring])),
        Example("a washer under the lug", False, _stud([washer, lug, spring])),
        Example("five lugs on one post", False, _stud([lug, lug, lug, lug, lug])),
        Example("nut leaning", False, _stud([lug, washer, spring], 11)),
    ]


def _half(x: float, left: bool) -> str:
    body = rect(x, 34, 70, 48, "screw-body", rx=6)
    return body + (
        rect(x - 22, 46, 22, 24, "insulation") if left else rect(x + 70, 46, 22, 24, "insulation")
    )


def mated() -> list[Example]:
    """Two halves put together."""
    clip = path("M78 26h34v8h-34z", "barrel")
    turned = path("M78 18l34 8v8l-34-8z", "barrel")
    return [
        Example(
            "no gap, clip across",
            True,
            _half(24, True) + _half(96, False) + clip + circle(95, 30, 3, "dent"),
        ),
        Example("a gap: it has not clicked", False, _half(16, True) + _half(106, False)),
        Example("clip the wrong way round", False, _half(24, True) + _half(96, False) + turned),
    ]
