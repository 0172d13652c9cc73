"""The workshop: who is there how long on which days, which stations there is one of, what comes when."""

import itertools
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.worded import Day

Station = Literal["press", "iron", "tester", "insulation tester"]
STATIONS: tuple[Station, ...] = ("press", "iron", "tester", "insulation tester")
WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
DAY_MINUTES = 24 * 60
MOST_HANDS, MOST_SPANS, MOST_OFF = 20, 6, 400
Minute = Annotated[int, Ge(0), Le(DAY_MINUTES)]


@dataclass(frozen=True)
class Span:
    """Hours of a day, in minutes after midnight."""

    begin: Minute  # from
    end: Minute  # to

    @property
    def words(self) -> str:
        """As it is written: ``8:00-12:30``."""
        return f"{clock(self.begin)}-{clock(self.end)}"


@dataclass(frozen=True)
class Hand:
    """Somebody who works here: when, and at what."""

    name: Annotated[str, MinLen(1), MaxLen(40)]  # who
    # the hours of each day of a week that repeats, Monday first
    week: Annotated[tuple[tuple[Span, ...], ...], MinLen(7), MaxLen(7)]
    off: tuple[Day, ...] = ()  # days off
    makes: bool = True  # True where they lay out, cut and terminate
    proves: bool = True  # True where they prove

    def hours(self, on: date) -> tuple[Span, ...]:
        """When they are there on a day."""
        return () if on.isoformat() in self.off else self.week[on.weekday()]

    @property
    def minutes_a_week(self) -> int:
        """How long they are there in a week."""
        return sum(span.end - span.begin for spans in self.week for span in spans)


@dataclass(frozen=True)
class Coming:
    """Something that is short, and the day it comes."""

    kind: Annotated[str, MaxLen(12)]  # cable, part, sleeve or consumable
    what: Annotated[str, MaxLen(80)]  # which, as Stores name it
    on: Day  # the day it comes


@dataclass(frozen=True)
class Weight:
    """How much a day of lateness of a job counts."""

    job: Annotated[int, Gt(0)]  # its number
    counts: Annotated[int, Ge(1), Le(9)]  # so many times another's


@dataclass(frozen=True)
class StationCount:
    """How many of a station there are."""

    station: Station  # which
    many: Annotated[int, Ge(0), Le(20)]  # how many


@dataclass(frozen=True)
class Workshop:
    """All that a plan of days stands on beside the leads and Stores."""

    hands: Annotated[tuple[Hand, ...], MaxLen(MOST_HANDS)] = ()  # who works here
    stations: tuple[StationCount, ...] = ()  # of which there is not one
    weights: tuple[Weight, ...] = ()  # which jobs count more
    coming: tuple[Coming, ...] = ()  # what was ordered, and when it comes

    def many(self, station: Station) -> int:
        """How many of a station there are: one, where nobody said otherwise."""
        return next((s.many for s in self.stations if s.station == station), 1)

    def weight(self, job: int | None) -> int:
        """How much a day of lateness of a job counts."""
        return next((w.counts for w in self.weights if w.job == job), 1)

    def comes(self, kind: str, what: str) -> str | None:
        """The day something comes; None where nobody said."""
        return next((c.on for c in self.coming if (c.kind, c.what) == (kind, what)), None)

    @property
    def hours(self) -> bool:
        """True once anybody is there at any time."""
        return any(hand.minutes_a_week for hand in self.hands)


@dataclass(frozen=True)
class Presence:
    """When each hand is there over some days, in minutes from the first midnight."""

    begins: date
    spans: tuple[tuple[tuple[int, int], ...], ...] = field(default=())


def presence(hands: Sequence[Hand], begins: date, days: int, after: int = 0) -> Presence:
    """When each hand is there.

    Parameters: hands; begins, the first day; days, how many; after, the minute of the first day before which
    nothing is begun any more. Hours that touch are one.
    """
    found = []
    for hand in hands:
        own: list[tuple[int, int]] = []
        for n in range(days):
            for span in hand.hours(begins + timedelta(days=n)):
                start = max(n * DAY_MINUTES + span.begin, after)
                end = n * DAY_MINUTES + span.end
                if end <= start:
                    continue
                if own and own[-1][1] == start:
                    own[-1] = (own[-1][0], end)
                else:
                    own.append((start, end))
        found.append(tuple(own))
    return Presence(begins, tuple(found))


def clock(minute: int) -> str:
    """A minute of a day as a clock shows it.

    >>> clock(485)
    '8:05'
    """
    return f"{minute // 60}:{minute % 60:02d}"


HOURS = re.compile(r"(\d{1,2})(?:[:.](\d{2}))?\s*(?:-|–|to)\s*(\d{1,2})(?:[:.](\d{2}))?")


def read_hours(text: str, field_: str) -> tuple[Span, ...]:
    """The hours of a day as they are typed: ``8-12, 13:30-17``; nothing for a day nobody is there.

    Raises: Refused for what is no hours, for hours that end before they begin, or overlap.
    """
    found: list[Span] = []
    for piece in filter(None, (p.strip() for p in re.split(r"[,;]", text))):
        read = HOURS.fullmatch(piece)
        if read is None:
            raise Refused(Fault(field_, f"{piece[:20]!r} is no hours", "such as 8-12, 13:30-17"))
        numbers = [int(x or 0) for x in read.groups()]
        begin, end = numbers[0] * 60 + numbers[1], numbers[2] * 60 + numbers[3]
        if max(numbers[1], numbers[3]) > 59 or end > DAY_MINUTES:
            raise Refused(Fault(field_, f"{piece[:20]!r} is past a day", "0:00 to 24:00"))
        if end <= begin:
            problem = f"{piece[:20]!r} ends before it begins"
            raise Refused(Fault(field_, problem, "the earlier hour first, such as 18-21"))
        found.append(Span(begin, end))
    found.sort(key=lambda span: span.begin)
    for one, other in itertools.pairwise(found):
        if other.begin < one.end:
            problem = f"{one.words} and {other.words} overlap"
            raise Refused(Fault(field_, problem, "hours apart, such as 8-12, 13-17"))
    if len(found) > MOST_SPANS:
        raise Refused(Fault(field_, "so many pieces of a day", f"{MOST_SPANS} at most"))
    return tuple(found)


def read_days_off(text: str, field_: str) -> tuple[str, ...]:
    """Days off as they are typed: ``2026-12-24 to 2027-01-01, 2027-01-06``.

    Raises: Refused for what is no day, for days that end before they begin, for more than a year of them.
    """
    found: list[str] = []
    for piece in filter(None, (p.strip() for p in re.split(r"[,;]", text))):
        first, _, last = (x.strip() for x in piece.partition(" to "))
        begin, end = _day(first, field_), _day(last or first, field_)
        if end < begin:
            problem = f"{piece[:30]!r} ends before it begins"
            raise Refused(Fault(field_, problem, "the earlier day first"))
        if (end - begin).days > MOST_OFF or len(found) > MOST_OFF:
            raise Refused(Fault(field_, "more than a year off", "whoever is away leaves the list"))
        found += [(begin + timedelta(days=n)).isoformat() for n in range((end - begin).days + 1)]
    return tuple(sorted(set(found)))


def _day(text: str, field_: str) -> date:
    try:
        return date.fromisoformat(text)
    except ValueError as error:
        problem = f"{text[:20]!r} is no day"
        fix = "such as 2026-12-24, or 2026-12-24 to 2027-01-01"
        raise Refused(Fault(field_, problem, fix)) from error


def days_off_words(days: Sequence[str]) -> str:
    """Days off as they are typed, days in a row as one piece."""
    rows: list[list[date]] = []
    for day in map(date.fromisoformat, sorted(days)):
        if rows and day - rows[-1][-1] == timedelta(days=1):
            rows[-1].append(day)
        else:
            rows.append([day])
    return ", ".join(
        f"{row[0].isoformat()} to {row[-1].isoformat()}" if len(row) > 1 else row[0].isoformat()
        for row in rows
    )


def hours_words(spans: Sequence[Span]) -> str:
    """The hours of a day as they are typed."""
    return ", ".join(span.words.replace(":00", "") for span in spans)
