"""How long grass rests before it carries birds again: counted in warmth, not in days."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from functools import lru_cache

from ergamot.core.errors import OutOfRange

LEAF_WARMTH = 330.0  # degree-days: three ryegrass leaves at 110 °C·d; Fulkerson & Donaghy (2001)
GROWS_FROM_C = 5.0  # no growth below; same
WARMTH_CAP_C = 25.0  # no faster above; same
LONG_GRASS = 2 * LEAF_WARMTH  # twice the leaves: it is mown before birds come to it; judgement
LEAST_DAYS = 21  # judgement: most oocysts of coccidia on open grass die in three weeks, worm eggs do not
LONGEST_DAYS = 400  # may move: grass that has not come back in a year does not


def mean_on(months_c: tuple[float, ...], day: date) -> float:
    """Mean temperature expected on a day.

    Args: months_c, twelve monthly means, January first, °C; day.
    Returns: °C, that month's mean.
    Source: the farm's own monthly means.

    >>> mean_on((0,) * 6 + (17.5,) + (0,) * 5, date(2026, 7, 4))
    17.5
    """
    return months_c[day.month - 1]


def rest_days(mean_c: Callable[[int], float], least: int = LEAST_DAYS) -> int:
    """Days until a stop can be used again.

    Args: mean_c, mean temperature so many days after the birds leave it, 1 first, °C; least, 0 or
        more days for parasites.
    Returns: days until Σ min(T, 25) over days of 5 °C or more reaches 330, at least `least`.
    Raises: OutOfRange when it never gets warm enough within 400 days.
    Source: Fulkerson & Donaghy (2001).

    >>> rest_days(lambda day: 4 if day <= 12 else 8 if day <= 22 else 14)
    40
    """
    warmth = 0.0
    for day in range(1, LONGEST_DAYS + 1):
        mean = mean_c(day)
        if mean >= GROWS_FROM_C:
            warmth += min(mean, WARMTH_CAP_C)
        if warmth >= LEAF_WARMTH and day >= least:
            return day
    raise OutOfRange("months_c", "too cold", f"warm enough for grass to grow within {LONGEST_DAYS} days")


def grown(months_c: tuple[float, ...], since: date, day: date) -> float:
    """Warmth grass has grown by from a day to another.

    Args: months_c, twelve monthly means, °C; since and day, dates.
    Returns: degree-days over days of 5 °C or more, none counted over 25; 0 where day is not after since.
    Source: Fulkerson & Donaghy (2001).

    >>> grown((4.0,) * 4 + (15.0,) * 8, date(2026, 4, 20), date(2026, 5, 11))
    150.0
    """
    warmth, at = 0.0, since
    while at < day:
        then = min(day, (at.replace(day=1) + timedelta(days=32)).replace(day=1))
        mean = mean_on(months_c, at)
        warmth += (then - at).days * min(mean, WARMTH_CAP_C) if mean >= GROWS_FROM_C else 0.0
        at = then
    return warmth


@lru_cache(maxsize=8192)
def ready_on(months_c: tuple[float, ...], left: date, least: int = LEAST_DAYS) -> date:
    """The day a stop left on a date can be used again.

    Args: months_c, twelve monthly means, °C; left, the day the birds leave it; least, days.
    Returns: the date.
    Raises: OutOfRange as rest_days.
    Source: as rest_days.

    >>> ready_on((15.0,) * 12, date(2026, 6, 1))
    datetime.date(2026, 6, 23)
    """
    return left + timedelta(days=rest_days(lambda day: mean_on(months_c, left + timedelta(days=day)), least))
