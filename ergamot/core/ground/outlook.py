r"""Will the field last? How much of it rests at once, week by week, and how many birds it carries.

ground
|----------------------------- all of its stops
|          ___
|      ___/   \___   rests or is stood on: where it reaches the line, the field is used up
|  ___/           \__
+------------------------- days
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

import shapely

from ergamot.core.finding import Phrase, phrase
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.keeping import Keeping
from ergamot.core.ground.rest import LEAST_DAYS
from ergamot.core.ground.schedule import MovePlan, Season
from ergamot.core.units import Quantity, say_day

WEEK = timedelta(days=7)


@dataclass(frozen=True)
class Week:
    """A day of a season: the ground that rests or is stood on, and what the pens would ask for if there were enough, m²."""

    day: date
    resting_m2: float
    asked_m2: float


@dataclass(frozen=True)
class Outlook:
    """A season seen from its beginning: its weeks, the ground of all stops, m², how many times these birds it would carry
    by rest, and what to know and to change."""

    weeks: tuple[Week, ...]
    stops_m2: float
    carries: float
    notes: tuple[Phrase, ...]


def outlook(season: Season, climate: Climate, keeping: Keeping, mean_kg_ha: float) -> Outlook:
    """How a season goes: whether its ground lasts, and what would make it.

    Args: season; climate and keeping it was planned by; mean_kg_ha, 0 or more: nitrogen the field got in the year to its end, kg/ha.
    Returns: the Outlook.
    Source: a rotation holds where the ground its pens come over while a stop rests is no more than there is.

    >>> from ergamot.core.ground.field import rectangle
    >>> from ergamot.core.ground.footprint import PenSize
    >>> from ergamot.core.ground.schedule import plan_season
    >>> from ergamot.core.ground.team import Member, Stays
    >>> one = Member(1, broilers(), PenSize(3.0, 2.0, 3.4, 2.3), Stays.DAY, broilers().out)
    >>> climate = Climate((15.0,) * 12)
    >>> season = plan_season(c, rectangle(40, 12, 0), [one], climate, broilers().out, broilers().leaves)
    >>> round(outlook(season, climate, Keeping(), 20.0).carries, 1)
    2.8
    """
    whole = _stops_m2(season)
    visits = [(one, float(shapely.Polygon(one.corners).area)) for one in (*season.past, *season.visits)]
    weeks, last = [], season.end - timedelta(days=1)
    days = [season.start + i * WEEK for i in range((last - season.start).days // 7 + 1)]
    for day in dict.fromkeys((*days, last)):
        resting = sum(area for one, area in visits if one.day <= day < one.ready)
        asked = sum(_asked_m2(plan, day, climate, keeping) for plan in season.plans)
        weeks.append(Week(day, resting, asked))
    most = max(weeks, key=lambda week: week.asked_m2)
    carries = whole / most.asked_m2 if most.asked_m2 else 0.0
    told = [*_told(season, most, carries, keeping, mean_kg_ha)]
    if season.used_up_on and keeping.least_rest > LEAST_DAYS:
        told.extend(_sooner(season, most.day, whole, climate, keeping))
    return Outlook(tuple(weeks), whole, carries, tuple(told))


def _stops_m2(season: Season) -> float:
    """The ground of all stops: of pens that take a part over one from another, the larger."""
    by_band: dict[object, float] = {}
    for plan in season.plans:
        band = plan.part.band
        by_band[band] = max(by_band.get(band, 0.0), len(plan.laid.stops) * plan.pen.area_m2)
    return sum(by_band.values())


def _asked_m2(plan: MovePlan, day: date, climate: Climate, keeping: Keeping) -> float:
    """The ground a pen would come over that still rests on a day, were there enough."""
    member, asked, on = plan.member, 0.0, day
    while (
        on >= max(member.flock.out, member.first) and keeping.ready_on(climate, on + timedelta(days=1)) > day
    ):
        if on < member.gone:
            asked += member.area_a_day(plan.part.loads, on)
        on -= timedelta(days=1)
    return asked


def _sooner(season: Season, day: date, whole: float, climate: Climate, keeping: Keeping) -> Iterator[Phrase]:
    """What resting no longer than grass and most parasites want would do."""
    sooner = replace(keeping, least_rest=LEAST_DAYS)
    asked = sum(_asked_m2(plan, day, climate, sooner) for plan in season.plans)
    if asked and whole / asked >= 1:
        yield phrase(
            f"it would last with {LEAST_DAYS} days of rest at the least instead of {keeping.least_rest}"
        )


def _told(
    season: Season, most: Week, carries: float, keeping: Keeping, mean_kg_ha: float
) -> Sequence[Phrase]:
    """Whether it lasts, and what to change where it does not."""
    told = []
    birds = sum(plan.member.flock.placed for plan in season.plans)
    ends = season.used_up_on
    if ends:
        told.append(phrase(f"the ground runs out on {say_day(ends)}"))
        if carries < 1:
            short = most.asked_m2 - most.asked_m2 * carries
            told.append(
                phrase(
                    f"it would last with {max(1, int(birds * carries))} birds instead of {birds}, or with {{more}} more ground",
                    more=Quantity(round(short), "m2"),
                )
            )
    else:
        told.append(
            phrase(f"the ground lasts: it would carry {carries:.1f} times these {birds} birds by rest")
        )
    spare = keeping.mean_kg_ha / mean_kg_ha if mean_kg_ha > 0 else 0.0
    if 0 < spare < 1:
        told.append(
            phrase(
                "the whole field gets {mean} of nitrogen in the year, past its limit of {limit}: "
                f"{int(birds * spare)} birds would keep it",
                mean=Quantity(round(mean_kg_ha), "kg/ha"),
                limit=Quantity(round(keeping.mean_kg_ha), "kg/ha"),
            )
        )
    return told
