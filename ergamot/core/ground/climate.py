"""The year as grass meets it: how warm its months are, and on how many of their days the ground is soft."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from ergamot.core.ground.rest import LONG_GRASS, grown, mean_on, ready_on

WET_WEAR = 1.5  # times the wear on a day over 10 mm of rain, or on saturated ground; a judgement
DAYS_A_MONTH = 30.0
DRY = (0.0,) * 12  # may move: a month more is never asked for


@dataclass(frozen=True)
class Climate:
    """Twelve monthly means, °C, and the days of each month over 10 mm of rain or saturated; January first."""

    months_c: tuple[float, ...]
    wet_days: tuple[float, ...] = DRY

    def mean_on(self, day: date) -> float:
        """°C expected on a day."""
        return mean_on(self.months_c, day)

    def wear_on(self, day: date) -> float:
        """How many times a dry day's wear is to be expected: 1 to 1.5, by the month's share of wet days."""
        share = min(1.0, self.wet_days[day.month - 1] / DAYS_A_MONTH)
        return 1 + (WET_WEAR - 1) * share

    def long_on(self, day: date, left: date | None) -> bool:
        """Is the grass long on a day, where birds left it on another, or were not yet this year?"""
        since = max(left or date.min, date(day.year, 1, 1))
        return grown(self.months_c, since, day) >= LONG_GRASS

    def ready_on(self, left: date, least: int) -> date:
        """The day a place left on a date carries birds again, after at least so many days."""
        return ready_on(self.months_c, left, least)
