"""Moves as an iCalendar file any calendar program reads."""

from __future__ import annotations

from datetime import datetime, time, timedelta

from icalendar import Calendar, Event

from ergamot.core.ground.schedule import MovePlan
from ergamot.core.ground.walk import Move

# Times of day by how many moves there are: after the morning round, and spread to dusk
MOVE_TIMES = {
    1: (time(7, 0),),
    2: (time(7, 0), time(17, 0)),
    3: (time(7, 0), time(12, 30), time(18, 0)),
}
MOVE_TAKES = timedelta(minutes=15)


def move_time(part: int, parts: int) -> time:
    """When in the day a move is made, local time; more than three a day are spread evenly."""
    if parts in MOVE_TIMES:
        return MOVE_TIMES[parts][part - 1]
    minutes = 6 * 60 + (part - 1) * (13 * 60) // (parts - 1)
    return time(minutes // 60, minutes % 60)


def write_calendar(plan: MovePlan, pen_name: str, pen_id: int, now: datetime) -> bytes:
    """One event a move, in local (floating) time; the same move keeps its UID when written again."""
    calendar = Calendar()
    calendar.add("prodid", "-//Ergamot//moves//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"Moves of {pen_name}")
    for move in plan.moves:
        calendar.add_component(_event(move, pen_name, pen_id, now))
    return bytes(calendar.to_ical())


def _event(move: Move, pen_name: str, pen_id: int, now: datetime) -> Event:
    event = Event()
    start = datetime.combine(move.day, move_time(move.part, move.parts))
    event.add("uid", f"pen-{pen_id}-{move.day.isoformat()}-{move.part}@ergamot.invalid")
    event.add("dtstamp", now)
    event.add("dtstart", start)
    event.add("dtend", start + MOVE_TAKES)
    event.add("summary", f"Move {pen_name} to lane {move.stop.lane + 1}, stop {move.stop.number + 1}")
    event.add(
        "description",
        f"Birds are {move.load.age} days old. Wear {move.wear:.2f} bird-days/m², droppings "
        f"{move.cover_kg_m2:.2f} kg/m², {move.nitrogen_year_kg_ha:.0f} kg N/ha within the year. Rest until {move.ready.isoformat()}. "
        "Count the birds and look along the rails before the frame comes down.",
    )
    return event
