"""Moves as an iCalendar file any calendar program reads.

Each move keeps its UID by pen, day and turn; its SEQUENCE grows with every file, whatever became of what it was planned from. Turns of
the days ahead that are planned no more are sent as cancelled. A calendar that was only imported does not ask again.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

from icalendar import Calendar, Event

from ergamot.core.ground.walk import Move
from ergamot.exchange.moves import NamedPlan, move_time

CANCELLED_DAYS = (
    60  # ahead in which what is planned no more is cancelled; judgement: later ones nobody looked at yet
)
MOST_TURNS = 3
SINCE = datetime(2020, 1, 1, tzinfo=UTC)  # what a SEQUENCE counts from; no file is older


def write_calendar(
    plans: Sequence[NamedPlan], field_name: str, zone: str, now: datetime, today: date
) -> bytes:
    """One event a move, in the farm's own time zone.

    Args: plans, of some pens; field_name; zone, a name of the IANA database; now, UTC; today.
    Returns: the calendar, UTF-8, with what is needed of its time zone.
    Source: RFC 5545.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Ergamot//moves//EN")
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", f"Moves on {field_name}")
    calendar.add("x-wr-timezone", zone)
    for named in plans:
        for move in named.plan.moves:
            calendar.add_component(_event(named, move, zone, now))
        for day, part in _free(named, today):
            calendar.add_component(_cancelled(named, day, part, zone, now))
    calendar.add_missing_timezones()
    return bytes(calendar.to_ical())


def sequence_at(now: datetime) -> int:
    """Return a number that is never lower in a later file: RFC 5545 lets a calendar keep whatever has the highest.

    Args: now, UTC.
    Returns: seconds since 2020.

    >>> sequence_at(datetime(2020, 1, 1, 0, 1, tzinfo=UTC))
    60
    """
    return int((now.replace(tzinfo=UTC) - SINCE).total_seconds())


def _uid(named: NamedPlan, day: date, part: int) -> str:
    return f"pen-{named.plan.member.key}-{day.isoformat()}-{part}@ergamot.invalid"


def _begun(named: NamedPlan, day: date, part: int, parts: int, zone: str, now: datetime) -> Event:
    event = Event()
    event.add("uid", _uid(named, day, part))
    event.add("dtstamp", now)
    event.add("sequence", sequence_at(now))
    event.add("dtstart", datetime.combine(day, move_time(part, parts), ZoneInfo(zone)))
    return event


def _event(named: NamedPlan, move: Move, zone: str, now: datetime) -> Event:
    event = _begun(named, move.day, move.part, move.parts, zone, now)
    event.add("duration", timedelta(minutes=max(5, round(named.minutes(move)))))
    event.add("status", "CONFIRMED")
    event.add("summary", f"Move {named.name} to lane {move.stop.lane + 1}, stop {move.stop.number + 1}")
    event.add(
        "description",
        f"Birds are {move.load.age} days old. Wear {move.wear:.2f} bird-days/m², droppings "
        f"{move.cover_kg_m2:.2f} kg/m², {move.nitrogen_year_kg_ha:.0f} kg N/ha within the year. Rest until {move.ready.isoformat()}. "
        "Count the birds and look along the rails before the frame comes down.",
    )
    return event


def _free(named: NamedPlan, today: date) -> Iterator[tuple[date, int]]:
    """The turns of the days ahead on which this pen makes no move."""
    made = {(move.day, move.part) for move in named.plan.moves}
    for i in range(CANCELLED_DAYS):
        day = today + timedelta(days=i)
        for part in range(1, MOST_TURNS + 1):
            if (day, part) not in made and named.plan.member.first <= day:
                yield day, part


def _cancelled(named: NamedPlan, day: date, part: int, zone: str, now: datetime) -> Event:
    event = _begun(named, day, part, MOST_TURNS, zone, now)
    event.add("status", "CANCELLED")
    event.add("summary", f"No move of {named.name}")
    return event
