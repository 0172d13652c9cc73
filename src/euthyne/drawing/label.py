"""The tag's label: one layout in mm, written as SVG here and as PDF elsewhere."""

from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import groupby
from textwrap import shorten, wrap
from typing import Literal

from euthyne.core.stages.tag.tag import TagFacts
from euthyne.core.trade.figure import metres, mm
from euthyne.core.trade.shown import at_most
from euthyne.drawing.pen import path, rect, sheet, text

WIDTH_MM, HEIGHT_MM = 96.0, 44.0
QR_MM = 25.0
END_LETTERS = 54
LETTER_OF_TAG_MM = 3.3  # of a tag in its size, at most
FACT_MM = 3.0  # a line of what its kind says
STRIP_W, STRIP_H = 92.0, 9.0
FOLD_MM = 14.0  # between the halves of a flag: what lies round the cable
Sealed = Literal["no", "here", "elsewhere"]
FORMS = {
    "tag": f"a tag, {mm(96, 44, between='by')} and a line for each fact",
    "flag": "a flag that wraps the cable, both halves alike",
    "strip": f"a strip for a sleeve, {mm(92, 9, between='by')}",
    "run": "small tags along a long run, six on a strip",
}


@dataclass(frozen=True)
class Words:
    """Words on the label: baseline point in mm, height in mm, whether they are heavy, and whether a
    person wrote them."""

    x: float
    y: float
    size: float
    words: str
    heavy: bool = False
    theirs: bool = False


@dataclass(frozen=True)
class Square:
    """A filled rectangle, in mm."""

    x: float
    y: float
    w: float
    h: float


def layout(
    facts: TagFacts, qr: tuple[tuple[bool, ...], ...], sealed: Sealed
) -> list[Words | Square]:
    """Everything on the label, in mm from its top left corner; before the seal it says that it is
    no tag.
    """
    last = {
        "no": "NOT PROVEN, NOT A TAG YET",
        "here": f"test again by {facts.next_test}",
        "elsewhere": "SEALED IN ANOTHER LOG, NOT CHECKED HERE",
    }[sealed]
    fuse = ""
    if facts.fuse_amps is not None:
        fuse = f", fuse {facts.fuse_amps:g} A"
    ends = _ends(facts)
    more = FACT_MM * (len(facts.facts) + len(ends) - 2)
    beside = max(30.0, 6.0 + LETTER_OF_TAG_MM * len(facts.tag))
    found: list[Words | Square] = [
        Words(4, 8.6, 5.4, facts.tag, heavy=True),
        Words(beside, 8.4, *_name_beside(facts.name, beside), theirs=True),
        Square(4, 11, 88, 0.35),
        Words(4, 19.4, 7.4, f"{at_most(facts.amps)} A", heavy=True),
        *_rolled(facts),
        Words(
            4,
            28.2,
            2.9,
            f"{facts.volts:g} V, {metres(round(facts.run_m, 2)):g}, {facts.cord}{fuse}",
        ),
        *(Words(4, 31.2 + 2.7 * i, 2.3, line) for i, line in enumerate(ends)),
        *(
            Words(4, 31.6 + 2.7 * len(ends) + FACT_MM * i, 2.3, line)
            for i, line in enumerate(facts.facts)
        ),
        Words(4, 37.2 + more, 2.6, _whole(f"made {facts.made_on} by {facts.made_by}", 56)),
        Words(4, 41.0 + more, 2.3 if sealed == "elsewhere" else 3.0, last, heavy=True),
    ]
    return found + _qr_squares(qr)


def _name_beside(name: str, at: float) -> tuple[float, str]:
    """How large a name stands beside its tag, in mm, and as much of it as there is room for."""
    room = WIDTH_MM - 4 - at
    size = 3.4 if len(name) * 0.53 * 3.4 <= room else 2.5
    return size, _whole(name, int(room / (0.53 * size)))


def _whole(words: str, letters: int) -> str:
    """Words as far as they go in so many letters, none of them cut."""
    return shorten(words, letters, placeholder=" ...")


def _ends(facts: TagFacts) -> list[str]:
    """Both ends in lines of whole words."""
    return [*wrap(facts.end_a, END_LETTERS), *wrap(f"to {facts.end_b}", END_LETTERS)]


def _strip(facts: TagFacts, sealed: Sealed) -> list[Words | Square]:
    """What goes into a sleeve: its tag, what it carries, when it is tested again, and its name."""
    last = {
        "no": "NOT PROVEN",
        "here": f"test by {facts.next_test}",
        "elsewhere": "NOT CHECKED HERE",
    }[sealed]
    return [
        Words(2, 4.9, 4.0, facts.tag, heavy=True),
        Words(26, 4.8, 3.6, f"{at_most(facts.amps)} A {facts.volts:g} V", heavy=True),
        Words(60, 4.8, 3.2, last),
        Words(2, 8.1, 2.7, _whole(facts.name, 56), theirs=True),
    ]


def _along(facts: TagFacts) -> list[Words | Square]:
    """What stands along a run, again and again: which of a bundle it is."""
    return [
        Words(2, 6.3, 4.2, facts.tag, heavy=True),
        Words(28, 6.2, 3.8, _whole(facts.name, 32), heavy=True, theirs=True),
    ]


@dataclass(frozen=True)
class Sheetful:
    """A label of some form: its size in mm, and everything on it."""

    width: float
    height: float
    items: tuple[Words | Square, ...]


def formed(
    facts: TagFacts, qr: tuple[tuple[bool, ...], ...], sealed: Sealed, form: str = "tag"
) -> Sheetful:
    """A label in one of its forms. Raises KeyError for a form there is not."""
    if form not in FORMS:
        raise KeyError(form)
    high = HEIGHT_MM + FACT_MM * (len(facts.facts) + len(_ends(facts)) - 2)
    whole = tuple(layout(facts, qr, sealed))
    if form == "flag":
        fold = WIDTH_MM + FOLD_MM
        return Sheetful(fold + WIDTH_MM, high, (*whole, *(_moved(x, fold, 0) for x in whole)))
    strip = tuple(_strip(facts, sealed))
    if form == "strip":
        return Sheetful(STRIP_W, STRIP_H, strip)
    if form == "run":
        six = tuple(_moved(x, 0, STRIP_H * i) for i in range(6) for x in _along(facts))
        return Sheetful(STRIP_W, STRIP_H * 6, six)
    return Sheetful(WIDTH_MM, high, whole)


def _moved(item: Words | Square, x: float, y: float) -> Words | Square:
    return replace(item, x=item.x + x, y=item.y + y)


def _rolled(facts: TagFacts) -> list[Words | Square]:
    """What it carries rolled up, and in how many layers; nothing for a lead that is never rolled
    up.
    """
    if not facts.rolls:
        return [Words(4, 23.2, 2.7, "the most it carries")]
    layers = ""
    if facts.rolled_layers:
        layers = f" in {facts.rolled_layers} layers"
    return [
        Words(4, 23.2, 2.7, "unwound"),
        Words(30, 19.4, 7.4, f"{at_most(facts.amps_rolled)} A", heavy=True),
        Words(30, 23.2, 2.5, f"rolled up{layers}: unwind"),
    ]


def _qr_squares(qr: tuple[tuple[bool, ...], ...]) -> list[Words | Square]:
    """The code as bars: dark cells that touch along a row are one."""
    cell = QR_MM / max(len(qr), 1)
    left, top = WIDTH_MM - QR_MM - 4, 15.4
    bars: list[Words | Square] = []
    for j, row in enumerate(qr):
        at = 0
        for dark, run in groupby(row):
            long = len(list(run))
            if dark:
                bars.append(Square(left + at * cell, top + j * cell, long * cell, cell * 1.02))
            at += long
    return bars


@lru_cache(maxsize=64)
def label_svg(
    facts: TagFacts, qr: tuple[tuple[bool, ...], ...], sealed: Sealed, form: str = "tag"
) -> str:
    """The label as SVG, true to size when printed at 100 %."""
    label = formed(facts, qr, sealed, form)
    body = rect(
        0.3,
        0.3,
        label.width - 0.6,
        label.height - 0.6,
        rx=2,
        fill="#FFFFFF",
        stroke="#22282B",
        stroke_width=0.3,
    )
    dark = ""
    for item in label.items:
        if isinstance(item, Square):
            dark += f"M{item.x:.3f} {item.y:.3f}h{item.w:.3f}v{item.h:.3f}h-{item.w:.3f}z"
        else:
            weight = "400"
            if item.heavy:
                weight = "700"
            body += text(
                item.x,
                item.y,
                item.words,
                font_size=item.size,
                font_weight=weight,
                fill="#22282B",
                font_family="Atkinson Hyperlegible Next, sans-serif",
                translate="no" if item.theirs else None,
            )
    if dark:
        body += path(dark, fill="#22282B", shape_rendering="crispEdges")
    drawn = sheet(label.width, label.height, body, "label", f"Label of {facts.tag}")
    return drawn.replace("<svg ", f'<svg width="{label.width:g}mm" height="{label.height:g}mm" ', 1)
