"""Circles to one scale beside each other: a barrel and its die, a sleeve over the widest and the
thinnest.
"""

import math

from euthyne.core.envelope.answer import Disc
from euthyne.drawing.pen import circle, sheet, text

WIDTH, HEIGHT, TALL, GAP = 848.0, 210.0, 132.0, 46.0


def discs(shown: tuple[Disc, ...]) -> str:
    """Discs side by side, all to one scale, each with its name and its figure; rings show their
    bore.
    """
    widest = max(d.outside_mm for d in shown)
    scale = min(TALL / widest, (WIDTH - GAP * (len(shown) + 1)) / sum(d.outside_mm for d in shown))
    x, body = GAP, ""
    for disc in shown:
        r = disc.outside_mm * scale / 2
        x += max(r, 60)
        body += circle(x, 86, r, "disc-ring" if disc.bore_mm else "disc-full")
        if disc.bore_mm:
            body += circle(x, 86, disc.bore_mm * scale / 2, "disc-bore")
        if disc.filled_mm2:
            body += circle(x, 86, math.sqrt(disc.filled_mm2 / math.pi) * scale, "disc-full")
        body += text(x, 178, disc.words, "ladder-head", "middle") + text(
            x, 198, disc.figure, "ladder-small", "middle"
        )
        x += max(r, 60) + GAP
    return sheet(WIDTH, HEIGHT, body, "discs", "; ".join(f"{d.words} {d.figure}" for d in shown))
