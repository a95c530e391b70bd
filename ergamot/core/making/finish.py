"""When a pen is done, by the evenings there are; when it must be begun to be done by a day; late is told early."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from ergamot.core.errors import OutOfRange, require_range

LONGEST_DAYS = 730  # a pen that takes longer is not built; may move
LEAST_LEFT_MIN = 5.0  # less of an evening is not begun on; judgement
MOST_HOURS = 16.0  # of work in a day; judgement


@dataclass(frozen=True)
class StepLeft:
    """One step that is not done yet: its key and title, minutes at the keeper's own pace, and hours it dries before the next."""

    key: str
    title: str
    minutes: float
    dries_h: float = 0.0


@dataclass(frozen=True)
class DayOfWork:
    """A day of the calendar: what is done on it, each with its minutes; `dries` where only paint dries."""

    day: date
    tasks: tuple[tuple[str, float], ...]
    dries: bool = False


@dataclass(frozen=True)
class Finish:
    """The days of building. `late_days` after the day it is wanted by, 0 where it is in time; `begin_by` is the last day to begin
    on, None where no day is early enough."""

    days: tuple[DayOfWork, ...]
    done: date
    late_days: int
    begin_by: date | None


def plan_finish(
    steps: Sequence[StepLeft], begin: date, wanted: date, hours: Sequence[float], errands_days: int = 0
) -> Finish:
    """Spread steps over the evenings there are.

    Args: steps, in order; begin, the first day; wanted, the day it must be done by; hours of work on each day of the week,
        Monday first, 0 to 16; errands_days, 0 to 60, to shop and to borrow before the first cut.
    Returns: the Finish.
    Raises: OutOfRange where there are no hours at all, or it would take over two years.
    Source: arithmetic.

    >>> from datetime import date
    >>> found = plan_finish([StepLeft("a", "base", 90)], date(2026, 3, 2), date(2026, 3, 7), (1, 0, 1, 0, 0, 0, 0))
    >>> found.done, found.late_days
    (datetime.date(2026, 3, 4), 0)
    """
    if len(hours) != 7:
        raise OutOfRange("hours", len(hours), "hours for each of seven days")
    for one in hours:
        require_range("hours", one, 0, MOST_HOURS, "hours a day")
    require_range("errands_days", errands_days, 0, 60, "days")
    if not any(hours):
        raise OutOfRange("hours", 0, "some hours on one day of the week at the least")
    days = _forwards(steps, begin, hours, errands_days)
    done = days[-1].day if days else begin
    late = max(0, (done - wanted).days)
    return Finish(days, done, late, _latest(steps, wanted, hours, errands_days))


def _forwards(
    steps: Sequence[StepLeft], begin: date, hours: Sequence[float], errands: int
) -> tuple[DayOfWork, ...]:
    day = begin + timedelta(days=errands)
    left = [(one, one.minutes) for one in steps]
    not_before = day
    found: list[DayOfWork] = []
    while left:
        if (day - begin).days > LONGEST_DAYS:
            raise OutOfRange("hours", sum(hours), "more hours a week: it would take over two years")
        room, done = 60 * hours[day.weekday()], list[tuple[str, float]]()
        while left and room >= LEAST_LEFT_MIN and day >= not_before:
            task, minutes = left[0]
            took = min(room, minutes)
            done.append((task.key, took))
            room -= took
            if took < minutes:
                left[0] = (task, minutes - took)
                break
            left.pop(0)
            if task.dries_h:
                not_before = day + timedelta(days=math.ceil(task.dries_h / 24))
        waits = bool(left) and day < not_before and not done
        if done or waits:
            found.append(DayOfWork(day, tuple(done), waits))
        day += timedelta(days=1)
    return tuple(found)


def _latest(steps: Sequence[StepLeft], wanted: date, hours: Sequence[float], errands: int) -> date | None:
    """The last day to begin on so that it is done by a day: it is done no earlier for a later beginning."""

    def in_time(back: int) -> bool:
        days = _forwards(steps, wanted - timedelta(days=back), hours, errands)
        return not days or days[-1].day <= wanted

    if not in_time(LONGEST_DAYS):
        return None
    low, high = -1, LONGEST_DAYS
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (low, middle) if in_time(middle) else (middle, high)
    return wanted - timedelta(days=high)
