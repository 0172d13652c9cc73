"""The conductor ladder: every size to scale, held against every limit, the taken one framed."""

import math
from collections.abc import Mapping

from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.sizing.size import Candidate, Sizing
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.wire import in_other_series, size_named
from euthyne.drawing.pen import circle, element, group, line, rect, sheet, text

WIDTH, HEAD, ROW = 848.0, 30.0, 44.0
CARRIES_X, CARRIES_W = 176.0, 138.0
LOSES_X, LOSES_W = 400.0, 146.0
HEATS_X, METAL_X, WORD_X = 617.0, 703.0, 836.0
WORDS = {
    "current": "too thin",
    "drop": "too lossy",
    "start": "dips low",
    "protection": "over-fused",
    "smallest": "too small",
    "not-made": "not made",
}
AROUND = 3


def shown(sizing: Sizing, taken: str | None) -> tuple[Candidate, ...]:
    """The rungs around the taken size: enough below to see what fails, enough above to see what
    more would bring.
    """
    names = [c.size for c in sizing.candidates]
    if taken in names:
        at = names.index(taken)
    else:
        at = len(names) - 1
    first = max(0, min(at - AROUND, len(names) - 2 * AROUND - 0))
    return sizing.candidates[first : first + 2 * AROUND]


def ladder(
    brief: SizingBrief,
    sizing: Sizing,
    taken: str | None,
    settled: bool,
    post: str | None,
    metal: Mapping[str, tuple[float, float | None]] | None = None,
) -> str:
    """The ladder.

    Parameters: brief; sizing; taken, the size in use; settled, whether the builder took it; post,
    the address that takes a size (None: nothing can be pressed); metal, by size its kg and, where a
    price is known, what it costs. Returns: SVG text.
    """
    rungs = shown(sizing, taken)
    wanted = sizing.wanted_amps
    most_amps = max(max(c.rating_amps for c in rungs), wanted * 1.25)
    limit = brief.drop_limit_percent
    most_drop = min(max(max(c.drop_percent for c in rungs), limit * 1.3), limit * 2.6)
    scale = (ROW / 2 - 2) / math.sqrt(rungs[-1].cross_section_mm2)
    weighed = metal or {}
    body, words = _heads(bool(weighed)), ""
    for i, c in enumerate(rungs):
        y = HEAD + i * ROW
        body += _rung(
            c=c,
            y=y,
            most_amps=most_amps,
            most_drop=most_drop,
            scale=scale,
            taken=c.size == taken,
            settled=settled,
            post=post,
            metal=weighed.get(c.size),
        )
        if brief.load.start_multiple > 1:
            body += _dip(
                c=c,
                y=y,
                most_drop=most_drop,
                limit=limit,
                start_limit=brief.limits.start_drop_percent,
            )
        words += _bar_words(
            x=CARRIES_X,
            width=CARRIES_W,
            share=c.rating_amps / most_amps,
            y=y,
            fails=_too_thin(c),
            words=f"{_amps(c)} A",
        )
        words += _bar_words(
            x=LOSES_X,
            width=LOSES_W,
            share=c.drop_percent / most_drop,
            y=y,
            fails=_too_lossy(c),
            words=f"{c.drop_percent:.1f} %",
        )
    foot = HEAD + len(rungs) * ROW
    x_amps = CARRIES_X + CARRIES_W * wanted / most_amps
    x_drop = LOSES_X + LOSES_W * limit / most_drop
    body += line(x_amps, HEAD - 6, x_amps, foot + 2, "limit") + line(
        x_drop, HEAD - 6, x_drop, foot + 2, "limit"
    )
    duty = ""
    if brief.load.duty_percent < 100:
        duty = f" ({sizing.running_amps:.3g} A, {brief.load.duty_percent:g} %)"
    body += text(x_amps, foot + 20, f"{wanted:.3g} A wanted{duty}", "limit-words", "middle")
    body += text(x_drop, foot + 20, f"{limit:g} % limit", "limit-words", "middle") + words
    if brief.load.start_multiple > 1:
        dip = f"thin bar: start, {brief.limits.start_drop_percent:g} % at the line"
        body += text(WIDTH - 12, foot + 20, dip, "ladder-small", "end")
    standing = "the smallest that fits"
    if settled:
        standing = "taken"
    label = f"Sizes from {rungs[0].size} to {rungs[-1].size}; {taken} is {standing}"
    return sheet(WIDTH, foot + 30, body, "ladder", label, role="group")


def _heads(weighed: bool) -> str:
    heads = [
        (17, "Copper, to scale"),
        (CARRIES_X, "Carries"),
        (LOSES_X, "Loses on the way"),
        (HEATS_X, "Heats to"),
    ]
    heads += [(METAL_X, "Metal")] if weighed else []
    return "".join(text(x, 16, words, "ladder-head") for x, words in heads)


def _dip(c: Candidate, y: float, most_drop: float, limit: float, start_limit: float) -> str:
    """The dip at the start as a thin bar, drawn so that its own limit falls on the line of the
    other.
    """
    share = min(c.start_drop_percent / start_limit * limit / most_drop, 1.0)
    kind = "fits"
    if "start" in c.fails:
        kind = "fails"
    return rect(LOSES_X, y + ROW / 2 + 11, max(2.0, share * LOSES_W), 4, f"bar bar-{kind}")


def _rung(
    c: Candidate,
    y: float,
    most_amps: float,
    most_drop: float,
    scale: float,
    taken: bool,
    settled: bool,
    post: str | None,
    metal: tuple[float, float | None] | None,
) -> str:
    mid = y + ROW / 2
    if taken:
        frame = rect(1.5, y + 1, WIDTH - 3, ROW - 2, "rung-frame")
    else:
        frame = line(3, y + ROW, WIDTH, y + ROW, "rule")
    standing = "fails"
    if c.fits:
        standing = "fits"
    word = (
        ("taken" if settled else "fits first")
        if taken and c.fits
        else "fits"
        if c.fits
        else WORDS[c.fails[0]]
    )
    face = frame + rect(0, y, WIDTH, ROW, "rung-touch") + _copper(c, mid, standing, scale)
    face += _bar(
        x=CARRIES_X, width=CARRIES_W, share=c.rating_amps / most_amps, mid=mid, fails=_too_thin(c)
    )
    face += _bar(
        x=LOSES_X, width=LOSES_W, share=c.drop_percent / most_drop, mid=mid, fails=_too_lossy(c)
    )
    at_limit = "current" in c.fails
    heats = f"{'>' if at_limit else ''}{c.conductor_c:.0f} °C"
    watts = f"{c.loss_watts:.0f} W"
    face += " " + text(HEATS_X, mid - 2, heats, "ladder-figure")
    face += " " + text(HEATS_X, mid + 15, watts, "ladder-small")
    seen = f"{' '.join(_size_lines(c))} {heats} {watts}"
    if metal is not None:
        kg, price = metal
        weighs, costs = (
            f"{kg:.2g} kg" if kg < 10 else f"{kg:.0f} kg",
            "" if price is None else f" costs {price:.2f}",
        )
        face += " " + text(METAL_X, mid - 2, weighs, "ladder-figure")
        face += text(METAL_X, mid + 15, costs, "ladder-small") if costs else ""
        seen += f" {weighs}{costs}"
    seen += f" {word}"
    face += " " + text(
        WORD_X, mid + 5, word, f"rung-word rung-{'taken' if taken else standing}", "end"
    )
    if post is None:
        return group(face, class_=f"rung rung-{standing}")
    said = f"{seen}: carries {_amps(c)} A, loses {c.drop_percent:.1f} %. Take it"
    return element(
        "g",
        face,
        class_=f"rung rung-{standing}",
        role="button",
        tabindex="0",
        aria_label=said,
        aria_pressed="true" if taken and settled else "false",
        hx_post=post,
        hx_vals=f'{{"size": "{c.size}"}}',
        hx_trigger="click, keydown[key=='Enter'], keydown[key==' ']",
        id="rung-" + c.size.replace(" ", "-").replace("/", "o"),
    )


def _size_lines(c: Candidate) -> tuple[str, str]:
    """A size in two lines: its own figure, and its unit with what is near to it in the other."""
    size = size_named(c.size)
    if size.unit == "mm2":
        return size.label, f"mm² ~{in_other_series(size).label} AWG"
    return size.label, f"AWG, {c.cross_section_mm2:.2f} mm²"


def _copper(c: Candidate, mid: float, standing: str, scale: float) -> str:
    label, unit = _size_lines(c)
    radius = math.sqrt(c.cross_section_mm2) * scale
    return (
        circle(39, mid, radius, f"copper copper-{standing}")
        + text(74, mid + 1, label, "ladder-size")
        + " "
        + text(74, mid + 17, unit, "ladder-small")
    )


def _amps(c: Candidate) -> str:
    """What a size carries, rounded down."""
    return at_most(c.rating_amps, 1 if c.rating_amps < 100 else 0)


def _too_thin(c: Candidate) -> bool:
    return "current" in c.fails or "protection" in c.fails


def _too_lossy(c: Candidate) -> bool:
    return "drop" in c.fails or "start" in c.fails


def _bar(x: float, width: float, share: float, mid: float, fails: bool) -> str:
    long = max(2.0, min(share, 1.0) * width)
    if share <= 1.0:
        broken = ""
    else:
        broken = line(x + long - 7, mid - 13, x + long - 1, mid + 13, "bar-break")
    return rect(x, mid - 9, long, 18, f"bar bar-{'fails' if fails else 'fits'}") + broken


def _bar_words(x: float, width: float, share: float, y: float, fails: bool, words: str) -> str:
    """The figure at the end of a bar, drawn over the limit line with a rim of paper."""
    end = x + max(2.0, min(share, 1.0) * width)
    return text(
        end + 9, y + ROW / 2 + 5, words, f"ladder-figure over figure-{'fails' if fails else 'fits'}"
    )
