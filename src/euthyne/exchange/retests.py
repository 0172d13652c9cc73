"""The re-tests to come as a calendar, iCalendar. Source: RFC 5545."""

from collections.abc import Iterable
from datetime import UTC, date, datetime


def retests_calendar(due: Iterable[tuple[str, str, str]], stamp: datetime) -> bytes:
    """The calendar.

    Parameters: due, leads as (tag, name, ISO day); stamp, when this is said. Returns: its text.
    """
    from icalendar import Calendar, vText
    from icalendar.parser import Contentline

    calendar = Calendar()
    calendar.add("prodid", "-//Euthyne//re-tests//EN")
    calendar.add("version", "2.0")
    whole: bytes = calendar.to_ical()
    head, _, tail = whole.partition(b"END:VCALENDAR")
    said = stamp.astimezone(UTC).strftime("%Y%m%dT%H%M%SZ").encode()

    # Line by line: an object for each event takes twenty times as long, and a bench has thousands.
    def line(name: str, words: str) -> bytes:
        text = f"{name}:{vText(words).to_ical().decode()}"
        folded: bytes = Contentline(text).to_ical()  # type: ignore[no-untyped-call]
        return folded

    parts = [head]
    for tag, name, day in due:
        start = date.fromisoformat(day).strftime("%Y%m%d").encode()
        parts += [
            b"BEGIN:VEVENT",
            line("SUMMARY", f"Test {tag} again: {name}"),
            b"DTSTART;VALUE=DATE:" + start,
            b"DTSTAMP:" + said,
            line("UID", f"{tag}-{day}@euthyne"),
            b"END:VEVENT",
        ]
    return b"\r\n".join([parts[0].rstrip(b"\r\n"), *parts[1:], b"END:VCALENDAR"]) + tail
