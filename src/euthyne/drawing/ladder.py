"""The conductor ladder: every size to scale, held against every limit, the taken one framed."""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.sizing.size import Candidate, Sizing
from euthyne.core.trade.figure import celsius, grams, kilograms
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.wire import GAUGES, awg, size_named, size_words
from euthyne.drawing.pen import circle, element, group, line, rect, sheet, text

WIDTH, HEAD, ROW = 848.0, 30.0, 44.0
HEATS_X, METAL_X, WORD_X = 617.0, 703.0, 836.0


@dataclass(frozen=True)
class _Column:
    """A column of bars: its figures end at ``figures``, its bars begin at ``x``, its limit stands at ``limit``.

    A bar is a share of its limit: what runs past the line does not do. ``most`` is the share at its far end.
    """

    head: str
    figures: float
    x: float
    limit: float
    most: float = 1.5

    @property
    def width(self) -> float:
        """How wide its longest bar is, in px."""
        return (self.limit - self.x) * self.most


CARRIES = _Column("Carries", figures=238.0, x=248.0, limit=322.0)
LOSES = _Column("Loses on the way", figures=450.0, x=460.0, limit=540.0)
WORDS = {
    "current": "too thin",
    "drop": "too lossy",
    "start": "dips low",
    "protection": "over-fused",
    "smallest": "too small",
    "not-made": "not made",
    "ends": "not for its ends",
}
ONE_LINE = 12  # letters at the end of a row, beside the weight of its metal
AROUND = 3
# Worked out once: a ladder is drawn at every letter that is typed.
GAUGE_MM2 = tuple((g, awg(g).cross_section_mm2) for g in GAUGES)


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
    wanted, limit = sizing.wanted_amps, brief.drop_limit_percent
    weighed = metal or {}
    scale = (ROW / 2 - 2) / math.sqrt(rungs[-1].cross_section_mm2)
    body = _heads(bool(weighed))
    for place, c in enumerate(rungs):
        rung = _Rung(
            c=c,
            y=HEAD + place * ROW,
            loaded=wanted / c.rating_amps,
            lost=c.drop_percent / limit,
            scale=scale,
            taken=c.size == taken,
            settled=settled,
            metal=weighed.get(c.size),
        )
        body += rung.drawn(post)
        if brief.load.start_multiple > 1:
            dips = c.start_drop_percent / brief.limits.start_drop_percent
            body += _dip(rung.y, dips, fails="start" in c.fails)
    foot = HEAD + len(rungs) * ROW
    for column in (CARRIES, LOSES):
        body += line(column.limit, HEAD - 6, column.limit, foot + 2, "limit")
    duty = ""
    if brief.load.duty_percent < 100:
        duty = f" ({sizing.running_amps:.3g} A, {brief.load.duty_percent:g} %)"
    body += text(CARRIES.limit, foot + 20, f"{wanted:.3g} A wanted{duty}", "limit-words", "middle")
    body += text(LOSES.limit, foot + 20, f"{limit:g} % limit", "limit-words", "middle")
    if brief.load.start_multiple > 1:
        dip = f"thin bar: start, {brief.limits.start_drop_percent:g} % at the line"
        body += text(WIDTH - 12, foot + 20, dip, "ladder-small", "end")
    standing = "the smallest that fits"
    if settled:
        standing = "taken"
    label = (
        f"Sizes from {size_words(rungs[0].size)} to {size_words(rungs[-1].size)}; "
        f"{size_words(taken)} is {standing}"
    )
    return sheet(WIDTH, foot + 30, body, "ladder", label, role="group")


def _heads(weighed: bool) -> str:
    heads = [(17.0, "Copper, to scale"), (HEATS_X, "Heats to")]
    heads += [(column.figures - 62, column.head) for column in (CARRIES, LOSES)]
    heads += [(METAL_X, "Metal")] if weighed else []
    return "".join(text(x, 16, words, "ladder-head") for x, words in sorted(heads))


def _dip(y: float, share: float, *, fails: bool) -> str:
    """The dip at the start as a thin bar against the same line, which is its own limit."""
    long = max(2.0, min(share, LOSES.most) * (LOSES.limit - LOSES.x))
    kind = "fails" if fails else "fits"
    return rect(LOSES.x, y + ROW / 2 + 11, long, 4, f"bar bar-{kind}")


@dataclass(frozen=True)
class _Rung:
    """One size as a row: how hard it is loaded and what is lost, each as a share of its limit."""

    c: Candidate
    y: float
    loaded: float
    lost: float
    scale: float
    taken: bool
    settled: bool
    metal: tuple[float, float | None] | None

    @property
    def mid(self) -> float:
        """The middle of the row."""
        return self.y + ROW / 2

    @property
    def standing(self) -> str:
        """Whether it fits, as styles name it."""
        return "fits" if self.c.fits else "fails"

    @property
    def word(self) -> str:
        """What is said of it at the end of the row."""
        if not self.c.fits:
            return WORDS[self.c.fails[0]]
        if not self.taken:
            return "fits"
        return "taken" if self.settled else "fits first"

    @property
    def heats(self) -> str:
        """What its conductor warms to."""
        over = ">" if "current" in self.c.fails else ""
        return f"{over}{celsius(self.c.conductor_c):.0f}"

    @property
    def watts(self) -> str:
        """What it burns."""
        watts = self.c.loss_watts
        return (
            f"{watts:.0f} W" if watts >= 10 else f"{watts:.1f} W" if watts >= 0.1 else "under 0.1 W"
        )

    @property
    def weighs(self) -> str:
        """What its metal weighs; empty where nobody asked."""
        if self.metal is None:
            return ""
        kg = self.metal[0]
        if kg < 1:
            return f"{grams(kg * 1000):.0f}"
        return f"{kilograms(kg):.2g}" if kg < 10 else f"{kilograms(kg):.0f}"

    @property
    def costs(self) -> str:
        """What its metal costs; empty while no price is given."""
        price = self.metal[1] if self.metal else None
        return "" if price is None else f" costs {price:.2f}"

    def drawn(self, post: str | None) -> str:
        """The row. Parameters: post, the address that takes the size, None where it can not be pressed."""
        face = self._face()
        if post is None:
            return group(face, class_=f"rung rung-{self.standing}")
        seen = [
            *_size_lines(self.c),
            f"{_amps(self.c)} A",
            f"{self.c.drop_percent:.1f} %",
            self.heats,
            self.watts,
            f"{self.weighs}{self.costs}",
            self.word,
        ]
        said = " ".join(words for words in seen if words)
        does = f"carries {_amps(self.c)} A, loses {self.c.drop_percent:.1f} %"
        return element(
            "g",
            face,
            class_=f"rung rung-{self.standing}",
            role="button",
            tabindex="0",
            aria_label=f"{said}: {does}. Take it",
            aria_pressed="true" if self.taken and self.settled else "false",
            hx_post=post,
            hx_vals=f'{{"size": "{self.c.size}"}}',
            hx_trigger="click, keydown[key=='Enter'], keydown[key==' ']",
            id="rung-" + self.c.size.replace(" ", "-").replace("/", "o"),
        )

    def _face(self) -> str:
        frame = line(3, self.y + ROW, WIDTH, self.y + ROW, "rule")
        if self.taken:
            frame = rect(1.5, self.y + 1, WIDTH - 3, ROW - 2, "rung-frame")
        thin = bool({"current", "protection"} & set(self.c.fails))
        lossy = bool({"drop", "start"} & set(self.c.fails))
        kind = "taken" if self.taken else self.standing
        return " ".join(
            (
                frame + rect(0, self.y, WIDTH, ROW, "rung-touch"),
                _copper(self.c, self.mid, self.standing, self.scale),
                _bar(CARRIES, self.mid, self.loaded, f"{_amps(self.c)} A", fails=thin),
                _bar(LOSES, self.mid, self.lost, f"{self.c.drop_percent:.1f} %", fails=lossy),
                text(HEATS_X, self.mid - 2, self.heats, "ladder-figure"),
                text(HEATS_X, self.mid + 15, self.watts, "ladder-small"),
                text(METAL_X, self.mid - 2, self.weighs, "ladder-figure") if self.weighs else "",
                text(METAL_X, self.mid + 15, self.costs, "ladder-small") if self.costs else "",
                *_in_lines(self.word, self.mid, f"rung-word rung-{kind}"),
            )
        )


def _in_lines(word: str, mid: float, kind: str) -> list[str]:
    """What is said at the end of a row; in two lines where one would run into what stands before it."""
    if len(word) <= ONE_LINE:
        return [text(WORD_X, mid + 5, word, kind, "end")]
    half = word.index(" ", len(word) // 3)
    lines = (word[:half], word[half + 1 :])
    return [
        text(WORD_X, mid + drop, words, kind, "end")
        for drop, words in zip((-3, 13), lines, strict=True)
    ]


def _size_lines(c: Candidate) -> tuple[str, str]:
    """A size in two lines: as it is said, and where it lies in the other series."""
    size = size_named(c.size)
    if size.unit == "AWG":
        return f"{size.label} AWG", f"{c.cross_section_mm2:.2f} mm²"
    thinner = [g for g, mm2 in GAUGE_MM2 if mm2 <= size.cross_section_mm2]
    return f"{size.label} mm²", f"over {thinner[-1]} AWG" if thinner else ""


def _copper(c: Candidate, mid: float, standing: str, scale: float) -> str:
    label, unit = _size_lines(c)
    radius = math.sqrt(c.cross_section_mm2) * scale
    figure = text(74, mid + 1, label, "ladder-size")
    # By gauge, the area beside it stays an area.
    told = "no" if unit.endswith("mm²") else None
    small = text(74, mid + 17, unit, "ladder-small", translate=told)
    return circle(39, mid, radius, f"copper copper-{standing}") + figure + " " + small


def _amps(c: Candidate) -> str:
    """What a size carries, rounded down."""
    return at_most(c.rating_amps, 1 if c.rating_amps < 100 else 0)


def _bar(column: _Column, mid: float, share: float, words: str, *, fails: bool) -> str:
    """A bar against its limit, broken where it runs off its column, with its figure before it."""
    kind = "fails" if fails else "fits"
    long = max(2.0, min(share, column.most) * (column.limit - column.x))
    end = column.x + long
    drawn = rect(column.x, mid - 9, long, 18, f"bar bar-{kind}")
    if share > column.most:
        drawn += line(end - 7, mid - 13, end - 1, mid + 13, "bar-break")
    figure = text(column.figures, mid + 5, words, f"ladder-figure figure-{kind}", "end")
    return drawn + figure
