"""Somebody's days as a calendar, iCalendar. Source: RFC 5545."""

from datetime import UTC, datetime, time, timedelta

from euthyne.core.days.days import Days


def days_calendar(days: Days, name: str, stamp: datetime) -> bytes:
    """The calendar of one person.

    Parameters: days, their words told as this bench measures; name of the person; stamp, when this is said.
    Returns: its text; each stretch an event at its hours, on the clock of this machine.
    """
    from icalendar import Calendar, Event

    calendar = Calendar()
    calendar.add("prodid", "-//Euthyne//days//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"Bench, {name}")
    for one in days.stretches:
        if one.hand != name:
            continue
        midnight = datetime.combine(datetime.fromisoformat(one.on), time.min)
        event = Event()
        event.add("summary", one.words)
        event.add("description", f"{days.deliveries[one.delivery].words}. Set up: {one.set_up}.")
        event.add("dtstart", (midnight + timedelta(minutes=one.begin)).astimezone(UTC))
        event.add("dtend", (midnight + timedelta(minutes=one.end)).astimezone(UTC))
        event.add("dtstamp", stamp.astimezone(UTC))
        # The same work has the same name in the next plan: there it moves, and does not stand twice.
        work = one.steps[0] if one.steps else "proof"
        event.add("uid", f"{one.tags[0]}-{work}@euthyne")
        calendar.add_component(event)
    whole: bytes = calendar.to_ical()
    return whole
