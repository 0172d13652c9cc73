"""Words of what a lead hangs on, drawn: supply, breaker, fault, volts lost, warmth."""

import math

from euthyne.core.trade.protection import MAGNETIC_MULTIPLE
from euthyne.drawing.glossary.pieces import (
    Drawn,
    arrow,
    box,
    conductor,
    cord,
    measured_down,
    named,
    words,
)
from euthyne.drawing.pen import circle, line, path, rect


def _breaker() -> str:
    """Its face, with what is printed on it."""
    face = rect(84, 8, 72, 88, "loop-box", rx=4) + rect(108, 54, 24, 32, "word-lever", rx=3)
    face += words(120, 38, "C16", class_="word-figure")
    return face + named("its curve", (34, 34), (98, 31)) + named("its amps", (206, 34), (142, 31))


def _curve() -> str:
    """From how many times its amps each is sure to open at once."""
    most = max(MAGNETIC_MULTIPLE.values())
    body = ""
    for n, (name, multiple) in enumerate(sorted(MAGNETIC_MULTIPLE.items())):
        y, long = 12 + 24 * n, 128 * multiple / most
        body += words(16, y + 12, name, class_="word-figure")
        body += rect(34, y, long, 15, "word-bar") + words(
            40 + long, y + 12, f"{multiple:g} times", "start"
        )
    return body + words(120, 98, "surge at which it opens at once")


def _residual() -> str:
    """Two conductors through one ring, and what leaves between."""
    body = conductor((20, 34), (218, 34)) + conductor((20, 60), (218, 60))
    body += rect(62, 18, 30, 58, "loop-rcd", rx=13)
    body += arrow(140, 34, "right") + arrow(126, 60, "left")
    body += words(134, 26, "goes out") + words(134, 54, "comes back")
    body += conductor((198, 34), (198, 84), class_="word-lost") + arrow(198, 90, "down")
    return body + words(188, 92, "missing: 30 mA, it opens", "end")


def _fault_loop() -> str:
    """Out through the live, through the fault, back through the earth."""
    body = conductor((58, 28), (206, 28), (206, 76), (58, 76))
    body += box(6, 14, 54, 76, "supply") + box(84, 18, 22, 20, "")
    body += path("M206 42l-7 8 13 5-8 9", "word-spark")
    body += arrow(150, 28, "right") + arrow(132, 76, "left")
    return (
        body
        + words(140, 18, "live")
        + words(140, 94, "earth")
        + words(190, 56, "short", "end")
        + words(95, 54, "breaker")
    )


def _earth_path() -> str:
    """Back by a wire, or into the ground by a rod."""
    ground = line(124, 74, 236, 74, "word-ground") + line(4, 74, 116, 74, "word-ground")
    wire = box(8, 12, 46, 30, "supply") + box(76, 12, 38, 30, "house")
    wire += conductor((95, 42), (95, 58), (31, 58), (31, 42), class_="word-earth")
    rod = box(128, 12, 46, 30, "supply") + box(196, 12, 38, 30, "house")
    rod += conductor((215, 42), (215, 84), class_="word-earth")
    rod += conductor((151, 42), (151, 84), class_="word-earth")
    return ground + wire + rod + words(60, 98, "by a wire") + words(183, 98, "by a rod")


def _starting_surge() -> str:
    """Amps over a second."""
    return _amps_over("seconds", "M46 76V20C56 22 66 58 86 60L226 60", "running", 150, 54)


def _cold_start() -> str:
    """Amps over minutes."""
    return _amps_over("minutes", "M46 76V18C80 24 136 56 176 60L226 60", "warm", 200, 54)


def _amps_over(time: str, course: str, then: str, at: float, high: float) -> str:
    axes = conductor((46, 8), (46, 78), (232, 78), class_="word-axis")
    return (
        axes
        + path(course, "word-wire")
        + words(40, 18, "amps", "end")
        + words(134, 96, time)
        + words(at, high, then)
    )


def _over_fused() -> str:
    """What the breaker lets through, and what the cord carries."""
    body = rect(20, 14, 190, 18, "word-bar") + rect(20, 58, 118, 18, "cord")
    body += rect(138, 58, 72, 18, "word-hot")
    return (
        body
        + words(20, 46, "the breaker lets through", "start")
        + words(20, 90, "the cord carries", "start")
        + words(174, 90, "warms")
    )


def _loss() -> str:
    """The volts along a lead."""
    body = cord(20, 220, 86, 14) + line(20, 20, 220, 20, "datum")
    body += path("M20 20L220 52V79H20Z", "word-left") + measured_down(228, 20, 52)
    return body + words(196, 15, "lost") + words(104, 62, "volts left, along the lead")


def _circuits() -> str:
    """One cable with all the air round it, two that warm each other."""
    body = _warm_cable(62, 44, range(0, 360, 45))
    body += _warm_cable(152, 44, (90, 135, 180, 225, 270))
    body += _warm_cable(188, 44, (-90, -45, 0, 45, 90))
    return body + words(62, 98, "alone") + words(170, 98, "two in a bunch")


def _warm_cable(x: float, y: float, ways: range | tuple[int, ...]) -> str:
    body = circle(x, y, 17, "section-sheath")
    for turn in (90, 210, 330):
        at = math.radians(turn)
        body += circle(x + 7.5 * math.cos(at), y + 7.5 * math.sin(at), 4.4, "copper")
    for turn in ways:
        cos, sin = math.cos(math.radians(turn)), math.sin(math.radians(turn))
        body += line(x + 22 * cos, y + 22 * sin, x + 32 * cos, y + 32 * sin, "word-heat")
    return body


def _drum() -> str:
    """Wound in layers: the inner ones keep their heat."""
    body = rect(62, 6, 8, 80, "word-flange") + rect(152, 6, 8, 80, "word-flange")
    body += rect(70, 38, 82, 16, "word-flange")
    for high, class_ in ((33, "word-hot"), (22, "word-hot"), (11, "cord")):
        for n in range(7):
            x = 76 + 11.6 * n
            body += circle(x, high, 5, class_) + circle(x, 92 - high, 5, class_)
    return (
        body
        + named("outer layer", (206, 14), (156, 11))
        + named("stays hot", (206, 36), (156, 30))
        + words(111, 101, "three layers")
    )


def _string() -> str:
    """Modules one behind the other."""
    body = conductor((12, 44), (228, 44))
    for n in range(3):
        left = 30 + 66 * n
        body += rect(left, 18, 46, 52, "word-module") + line(left, 44, left + 46, 44, "word-grid")
        body += line(left + 23, 18, left + 23, 70, "word-grid")
        body += words(left - 6, 38, "-") + words(left + 52, 38, "+")
    return body + words(120, 92, "volts add up, amps do not")


CIRCUIT: Drawn = {
    "breaker": ("its face, with the letter of its curve and its amps printed on it", _breaker),
    "curve": (
        "how many times its amps open it at once: B "
        + ", ".join(f"{multiple:g}" for _, multiple in sorted(MAGNETIC_MULTIPLE.items())).replace(
            ", ", ", C ", 1
        ),
        _curve,
    ),
    "residual-current device": (
        "out and back go through one ring; what leaves between is missing from it",
        _residual,
    ),
    "fault loop": (
        "from the supply through breaker and live to a short, and back through the earth",
        _fault_loop,
    ),
    "its earth": ("a house whose earth goes back by a wire, and one that has a rod", _earth_path),
    "starting surge": ("amps that leap up and fall within seconds", _starting_surge),
    "cold start": ("amps that begin high and fall within minutes", _cold_start),
    "over-fused": ("the breaker lets more through than the cord carries", _over_fused),
    "loss": ("the volts fall evenly along the lead", _loss),
    "circuits": ("one cable gives off heat all round, two in a bunch do not", _circuits),
    "drum": ("three layers on a drum: the inner two stay hot", _drum),
    "string": ("three modules one behind the other", _string),
}
