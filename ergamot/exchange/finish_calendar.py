"""The days of a build as an iCalendar file."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime, timedelta

from icalendar import Calendar, Event

from ergamot.core.making.finish import Finish
from ergamot.exchange.calendar import sequence_at


def write_finish(
    finish: Finish, titles: Mapping[str, str], pen_id: int, pen_name: str, now: datetime
) -> bytes:
    """One all-day event for each day of work.

    Args: finish; titles of steps by key; pen_id; pen_name; now, UTC.
    Returns: the calendar, UTF-8.
    Source: RFC 5545.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Ergamot//building//EN")
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", f"Building {pen_name}")
    for one in finish.days:
        event = Event()
        event.add("uid", f"build-{pen_id}-{one.day.isoformat()}@ergamot.invalid")
        event.add("dtstamp", now)
        event.add("sequence", sequence_at(now))
        event.add("dtstart", one.day)
        event.add("dtend", one.day + timedelta(days=1))
        event.add("transp", "TRANSPARENT")
        what = "; ".join(f"{titles[key]} ({minutes:.0f} min)" for key, minutes in one.tasks)
        event.add("summary", f"{pen_name}: {what or 'the coat dries'}")
        calendar.add_component(event)
    return bytes(calendar.to_ical())
