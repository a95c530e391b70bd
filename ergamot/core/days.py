"""The days a farm can be told of."""

from __future__ import annotations

from datetime import date

from ergamot.core.errors import OutOfRange

FIRST_DAY, LAST_DAY = (
    date(2000, 1, 1),
    date(2100, 12, 31),
)  # judgement: no plan or record of a farm lies beyond


def check_day(day: date, field: str) -> date:
    """Return a day that a farm can be told of.

    Args: day; field, name of the input.
    Returns: the day, from 2000 to 2100.
    Raises: OutOfRange.
    Source: judgement.

    >>> check_day(date(2026, 5, 1), "wanted")
    datetime.date(2026, 5, 1)
    >>> check_day(date(2, 5, 1), "wanted")
    Traceback (most recent call last):
    ergamot.core.errors.OutOfRange: wanted must be a day from 2000 to 2100
    """
    if not FIRST_DAY <= day <= LAST_DAY:
        raise OutOfRange(field, day.isoformat(), "a day from 2000 to 2100")
    return day
