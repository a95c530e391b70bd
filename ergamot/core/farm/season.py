"""The months a pen stands out on the grass, and whether snow falls in them."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Phrase, phrase
from ergamot.core.flock.flock import Flock

SNOWS_BELOW_C = (
    5.0  # snow lies at some time in a month of a mean under this; judgement: its cold week is at freezing
)
NAMES = [
    "January",
    "February",
    "March",
    "April",
    "May",
    "June",
    "July",
    "August",
    "September",
    "October",
    "November",
    "December",
]


def months_out(flock: Flock, farm: FarmConditions) -> tuple[int, ...]:
    """The months a pen stands out.

    Args: flock, the pen's; farm, which says whether its pens stand out longer.
    Returns: months, 1 to 12, in the order they come.
    Source: the flock's dates.

    >>> months_out(broilers(), farm()), len(months_out(broilers(), farm(stands_out="year")))
    ((4, 5), 12)
    """
    if farm.stands_out == "year":
        return tuple(range(1, 13))
    months: list[int] = []
    day = flock.out.replace(day=1)
    while day <= flock.leaves and len(months) < 12:
        months.append(day.month)
        day = (day + timedelta(days=32)).replace(day=1)
    return tuple(months)


def in_season(flock: Flock, farm: FarmConditions) -> FarmConditions:
    """A farm as its pen meets it: without snow where none lies in the months it stands out.

    Args: flock, the pen's; farm.
    Returns: the FarmConditions.
    Source: the months' means.

    >>> in_season(broilers(), farm()).snow_mm, in_season(broilers(), farm(stands_out="year")).snow_mm
    (0.0, 200.0)
    """
    snowed_on = any(farm.months_c[month - 1] < SNOWS_BELOW_C for month in months_out(flock, farm))
    return farm if snowed_on else replace(farm, snow_mm=0.0)


def told_of_season(flock: Flock, farm: FarmConditions) -> tuple[Phrase, ...]:
    """That no snow was reckoned with, and why.

    Args: flock, the pen's; farm.
    Returns: one Phrase, none where there is snow or the farm has none.
    Source: as `in_season`.

    >>> told_of_season(broilers(), farm())[0].text("metric")
    'no snow is reckoned with: it stands out from April to May'
    """
    if not farm.snow_mm or in_season(flock, farm).snow_mm:
        return ()
    months = months_out(flock, farm)
    if len(months) == 12:
        return (phrase("no snow is reckoned with: no month here is cold enough"),)
    first, last = (NAMES[month - 1] for month in (months[0], months[-1]))
    span = f"in {first}" if first == last else f"from {first} to {last}"
    return (phrase(f"no snow is reckoned with: it stands out {span}"),)
