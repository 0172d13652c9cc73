"""How numbers and dates are shown. The core never rounds; here is where it happens."""

from calendar import month_abbr, month_name
from collections.abc import Callable, Sequence
from datetime import date, datetime
from functools import cache
from typing import Any

from markupsafe import Markup

from euthyne.core.trade import figure as figures
from euthyne.core.trade.corewords import core_said, mark_said
from euthyne.core.trade.figure import WRITTEN, Unit, number_of, shortly, unit_of
from euthyne.core.trade.glossary import explained_at, glossary
from euthyne.core.trade.shown import at_least, at_most, places_of
from euthyne.core.trade.wire import size_words
from euthyne.drawing.glossary import DRAWN
from euthyne.drawing.pen import mark
from euthyne.web.fields import options, pulled, spoken


def explained(word: str) -> str:
    """What a word of the glossary says. Raises: KeyError where it is none."""
    return glossary()[word].says


def filters() -> dict[str, Callable[..., Any]]:
    """The template filters."""
    units = {name: _of(unit) for name, unit in vars(figures).items() if isinstance(unit, Unit)}
    return units | {
        "theirs": theirs,
        "explained": explained,
        "drawn": DRAWN.__contains__,
        "figure": figure,
        "limit": limit,
        "day": day,
        "moment": moment,
        "when": when,
        "size_words": size_words,
        "core_said": core_said,
        "mark_said": mark_said,
        "in_unit": in_unit,
        "shortly": shortly,
        "number_of": number_of,
        "unit_of": unit_of,
        "sign": sign,
        "explained_at": explained_at,
        "pulled": pulled,
        "options": options,
        "spoken": spoken,
    }


def theirs(words: str) -> Markup:
    """What a person wrote: it is never told in other units."""
    return Markup('<span translate="no">{}</span>').format(words)


def figure(value: float | None, places: int = 1) -> str:
    """A number with so many places, or a question mark while it is unknown."""
    if value is None:
        return "?"
    return f"{value:.{places_of(value, places)}f}"


def limit(value: float, places: int, which: str) -> str:
    """A number with so many places; a limit is rounded to the side of caution."""
    places = places_of(value, places)
    if which == "most":
        return at_most(value, places)
    if which == "least":
        return at_least(value, places)
    return figure(value, places)


def day(text: str) -> str:
    """An ISO date as it is written: 3 December 2026."""
    found = date.fromisoformat(text[:10])
    return f"{found.day} {month_name[found.month]} {found.year}"


def moment(text: str) -> str:
    """An ISO time as it is written: 3 Dec, 14:05."""
    found = datetime.fromisoformat(text)
    return f"{found.day} {month_abbr[found.month]}, {found:%H:%M}"


def when(text: str) -> str:
    """An ISO time in full: 3 Dec 2026, 14:05:09, UTC+1; one that was kept without its zone says so."""
    found = datetime.fromisoformat(text)
    shown = f"{found.day} {found:%b %Y, %H:%M:%S}"
    offset = found.utcoffset()
    if offset is None:
        return f"{shown}, zone not kept"
    minutes = round(offset.total_seconds() / 60)
    hours, rest = divmod(abs(minutes), 60)
    ahead = "-" if minutes < 0 else "+"
    return f"{shown}, UTC{ahead}{hours}{f':{rest:02d}' if rest else ''}"


def in_unit(value: float | Sequence[float], unit: str, form: str = "") -> str:
    """A figure, or a range, in a unit as it is written."""
    return _of(WRITTEN[unit])(value, form)


def _of(unit: Unit) -> Callable[..., str]:
    """The filter of a unit: ``{{ 26.5|mm(".0f") }}``, and of a range ``{{ (8, 10)|mm }}``."""

    def said(value: float | Sequence[float], form: str = "") -> str:
        values = value if isinstance(value, Sequence) else (value,)
        return format(unit(*values), form)

    return said


@cache
def sign(kind: str, r: float = 8) -> Markup:
    """The mark of a check or verdict as a small drawing of its own."""
    box = 2 * r + 2
    return Markup(
        f'<svg class="sign" viewBox="0 0 {box:g} {box:g}" width="{box:g}" height="{box:g}" aria-hidden="true">'
        f"{mark(kind, r + 1, r + 1, r)}</svg>"
    )
