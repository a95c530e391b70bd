"""Days and moves: which stop the pen stands on, from a date, for so many days."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from enum import StrEnum

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.finding import Phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.ground.field import Field
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.lanes import Laid, lay_out
from ergamot.core.ground.rest import mean_on
from ergamot.core.ground.stay import DayLoad, day_load
from ergamot.core.ground.telling import fenced, told_of
from ergamot.core.ground.walk import Move, Walk, wet_stops

LONGEST_PLAN_DAYS = 120


class Stays(StrEnum):
    """How long a stop is stood on: as long as the grass bears it, or by a rule of the keeper's own."""

    GRASS = "grass"
    HALF_DAY = "half-day"
    DAY = "day"
    TWO_DAYS = "two-days"
    THREE_DAYS = "three-days"
    WEEK = "week"
    THREE_WEEKS = "three-weeks"


RULES = {
    Stays.HALF_DAY: 0.5,
    Stays.DAY: 1.0,
    Stays.TWO_DAYS: 2.0,
    Stays.THREE_DAYS: 3.0,
    Stays.WEEK: 7.0,
    Stays.THREE_WEEKS: 21.0,
}  # days


@dataclass(frozen=True)
class MovePlan:
    """Stops of the field and the heading of their lanes, the moves over them, each day's load, and what the keeper should
    know."""

    laid: Laid
    moves: tuple[Move, ...]
    days: tuple[tuple[date, DayLoad], ...]
    pen: PenSize
    notes: tuple[Phrase, ...]


def plan_moves(
    catalogue: Catalogue,
    flock: Flock,
    field: Field,
    pen: PenSize,
    months_c: tuple[float, ...],
    start: date,
    days: int = 14,
    stays: Stays = Stays.GRASS,
) -> MovePlan:
    """Move the pen over the field by the flock's age, each stop again only when it has rested and has nitrogen left.

    Args: catalogue; flock; field; pen, its size; months_c, twelve monthly means, °C; start, the first
        day, between going out and leaving; days, 1 to 120, ending at the leaving day if sooner; stays, as the grass
        bears it, which passes no limit, or by a rule, whose price is told.
    Returns: the MovePlan; when the field is used up, or rested ground is not ready, it ends and says so.
    Raises: OutOfRange.
    Source: common practice; Directive 91/676/EEC counts nitrogen by the year.

    >>> from ergamot.core.ground.field import rectangle
    >>> from ergamot.core.ground.footprint import pen_size
    >>> plan = plan_moves(c, broilers(), rectangle(40, 12, 0), pen_size(pen()), farm().months_c, broilers().out, 5)
    >>> len(plan.days)
    5
    """
    require_range("days", days, 1, LONGEST_PLAN_DAYS, "days")
    if not flock.out <= start < flock.leaves:
        raise OutOfRange(
            "start", start.isoformat(), f"from {flock.out.isoformat()} to before {flock.leaves.isoformat()}"
        )
    rule = RULES.get(stays)
    laid = lay_out(field, pen)
    walk = Walk(laid.stops, months_c, wet_stops(field, laid, pen), strict=rule is None)
    end = min(start + timedelta(days=days), flock.leaves)
    loads: dict[date, DayLoad] = {}

    def load_on(day: date) -> DayLoad:
        if day not in loads:
            loads[day] = day_load(catalogue, flock, flock.age_on(day), pen.area_m2, mean_on(months_c, day))
        return loads[day]

    day = start
    while day < end and not walk.used_up_on:
        load = load_on(day)
        if rule is not None and rule >= 1:
            asked = min(int(rule), (flock.leaves - day).days)
            if not walk.visit(
                day, 0, 1, [load_on(day + timedelta(days=i)) for i in range(asked)], flock.leaves
            ):
                break
            day += timedelta(days=asked)
        elif rule is not None or load.moves > 1:
            moves = round(1 / rule) if rule else load.moves
            for part in range(moves):
                if not walk.visit(day, part, moves, [load], flock.leaves):
                    break
            day += timedelta(days=1)
        else:
            stay = walk.stay(day, [load_on(day + timedelta(days=i)) for i in range(_whole(load, day, flock))])
            if not stay or not walk.visit(day, 0, 1, stay, flock.leaves):
                break
            day += timedelta(days=len(stay))
    shown = tuple((on, load) for on, load in sorted(loads.items()) if on < end)
    return MovePlan(
        laid,
        tuple(walk.moves),
        shown,
        pen,
        (
            *fenced(pen),
            *walk.notes(start),
            *told_of(walk.moves, laid, pen),
        ),
    )


def _whole(load: DayLoad, day: date, flock: Flock) -> int:
    """Days a stop can last by the first day's load, to the day the flock leaves at most."""
    return max(1, min(int(load.stay_days + 1e-9), (flock.leaves - day).days))
