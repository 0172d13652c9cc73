"""A week of the bench: for each day and person a strip to scale, with what is done in its place."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from euthyne.core.days.days import Days, PlannedStretch
from euthyne.core.days.task import tags_words
from euthyne.core.days.workshop import Hand, clock
from euthyne.drawing.pen import group, letters, line, rect, sheet, text

WIDTH, LEFT, RIGHT = 1120.0, 132.0, 8.0
ROW, TALL, HEAD, APART = 34.0, 24.0, 24.0, 14.0
LETTER, INSET = 6.4, 4.0
HOUR = 60
MOST_HOURS = 8  # figures at the top of a day, at most


@dataclass(frozen=True)
class _Scale:
    """Minutes of a day along the sheet."""

    begin: int
    end: int

    @property
    def per_minute(self) -> float:
        return (WIDTH - LEFT - RIGHT) / max(self.end - self.begin, 1)

    def x(self, minute: int) -> float:
        """Where a minute of a day stands."""
        return LEFT + (min(max(minute, self.begin), self.end) - self.begin) * self.per_minute


def week_plan(days: Days, hands: Sequence[Hand], shown: Sequence[str], late: frozenset[int]) -> str:
    """Some days of a plan, each with a strip for everybody who is there.

    Parameters: days; hands, with their hours; shown, the days as ISO dates; late, the numbers of the deliveries that
    will be late, whose work is marked.
    """
    scale = _scale(days, hands, shown)
    body, y = _hours(scale), HEAD
    for day in shown:
        drawn, y = _day(days, hands, day, late, scale, y)
        body += drawn
    words = f"Who does what on {len(shown)} days"
    return sheet(WIDTH, y, body, "week-plan", words)


def _scale(days: Days, hands: Sequence[Hand], shown: Sequence[str]) -> _Scale:
    spans = [
        span for hand in hands for day in shown for span in hand.hours(date.fromisoformat(day))
    ]
    begins = [s.begin for s in spans] + [s.begin for s in days.stretches if s.on in shown]
    ends = [s.end for s in spans] + [s.end for s in days.stretches if s.on in shown]
    first = min(begins, default=8 * HOUR) // HOUR * HOUR
    return _Scale(first, -(-max(ends, default=17 * HOUR) // HOUR) * HOUR)


def _hours(scale: _Scale) -> str:
    every = max(1, -(-(scale.end - scale.begin) // HOUR // MOST_HOURS)) * HOUR
    return "".join(
        text(scale.x(m), HEAD - 8, clock(m), "week-hour", "middle" if m < scale.end else "end")
        for m in range(scale.begin, scale.end + 1, every)
    )


def _day(
    days: Days, hands: Sequence[Hand], day: str, late: frozenset[int], scale: _Scale, y: float
) -> tuple[str, float]:
    """A day: its name once, a strip for each who is there."""
    on = date.fromisoformat(day)
    there = [
        (hand, hand.hours(on), [s for s in days.on(day) if s.hand == hand.name]) for hand in hands
    ]
    there = [(hand, spans, own) for hand, spans, own in there if spans or own]
    body = line(0, y, WIDTH, y, "week-rule")
    y += APART / 2
    body += text(0, y + TALL / 2 + 4, f"{on:%a %-d %b}", "week-day")
    for hand, spans, own in there:
        body += text(LEFT - 10, y + TALL / 2 + 4, hand.name[:8], "week-hand", "end")
        for span in spans:
            x = scale.x(span.begin)
            body += rect(x, y, scale.x(span.end) - x, TALL, "week-there")
        body += "".join(_bar(s, scale, y, s.delivery in late) for s in own)
        y += ROW
    return body, y + APART / 2 - (ROW - TALL) / 2


def _bar(s: PlannedStretch, scale: _Scale, y: float, late: bool) -> str:
    x = scale.x(s.begin)
    long = scale.x(s.end) - x
    kind = f"week-{s.does.replace(' ', '-')}{' week-late' if late else ''}"
    body = rect(x, y, long, TALL, f"week-bar {kind}")
    room = int((long - 2 * INSET) / LETTER)
    for said in (
        tags_words(s.tags),
        tags_words(s.tags).rpartition("-")[2] if len(s.tags) == 1 else "",
    ):
        if said and letters(said) <= room:
            body += text(x + long / 2, y + TALL / 2 + 4, said, "week-tag", "middle")
            break
    whole = f"{clock(s.begin)} to {clock(s.end)}, {s.words}, {s.set_up}"
    return group(f"<title>{_escaped(whole)}</title>{body}")


def _escaped(words: str) -> str:
    return words.replace("&", "&amp;").replace("<", "&lt;")
