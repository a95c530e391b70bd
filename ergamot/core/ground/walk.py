"""A pen on its way over the stops of a field: where it comes to next, what each stay leaves there."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta

import shapely

from ergamot.core.finding import Phrase, phrase
from ergamot.core.ground.field import EVERY_MONTH, Field, unturned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.lanes import Laid, Stop, stop_corners
from ergamot.core.ground.rest import ready_on
from ergamot.core.ground.stay import G_M2_TO_KG_HA, STRIP_NITROGEN_KG_HA, WEAR_LIMIT, WHOLE_DAY, DayLoad
from ergamot.core.units import Quantity, say_day

# what a strip had is counted so long; Directive 91/676/EEC counts by the year
NITROGEN_DAYS = 365  # may move: no plan is so long


@dataclass(frozen=True)
class Move:
    """The pen comes to a stop: on which day, which move of that day, until when, and what the stay leaves.

    `left` is the day the birds go on from it; wear bird-days/m² and cover kg fresh/m² over the whole stay; nitrogen
    kg/ha of this stay, nitrogen_year of every stay on this stop within the year.
    """

    day: date
    part: int
    parts: int
    stop: Stop
    load: DayLoad
    left: date
    wear: float
    cover_kg_m2: float
    nitrogen_kg_ha: float
    nitrogen_year_kg_ha: float
    ready: date

    @property
    def passes(self) -> tuple[str, ...]:
        """The limits of the grass that this stay passes: wear, droppings, nitrogen. A stay so near a day that it counts as
        one passes neither of the first two."""
        limits = (
            ("wear", WHOLE_DAY * self.wear, WEAR_LIMIT),
            ("droppings", WHOLE_DAY * self.cover_kg_m2, self.load.cover_limit_kg_m2),
            ("nitrogen", self.nitrogen_year_kg_ha, STRIP_NITROGEN_KG_HA),
        )
        return tuple(name for name, has, most in limits if has > most * (1 + 1e-9))


class Walk:
    """A pen on its way over the stops of a field, in their order, round and round. `wet` are those not to be stood on in a
    month; `strict` says whether one whose nitrogen is used is passed over."""

    def __init__(
        self,
        stops: tuple[Stop, ...],
        months_c: tuple[float, ...],
        wet: dict[int, frozenset[int]],
        strict: bool,
    ):
        self.wet = wet
        self.strict = strict
        self.wet_passed: set[int] = set()
        self.stops = stops
        self.months_c = months_c
        self.moves: list[Move] = []
        self.at = 0
        self.visits: dict[int, list[Move]] = {}
        self.closed: set[int] = set()
        self.used_up_on: date | None = None

    def nitrogen_left(self, stop: int, day: date) -> float:
        """kg N/ha a stop can still take: the year's less every visit of the last 365 days."""
        past = self.visits.get(stop, [])
        had = sum(one.nitrogen_kg_ha for one in past if (day - one.left).days < NITROGEN_DAYS)
        return STRIP_NITROGEN_KG_HA - had

    def stay(self, day: date, loads: list[DayLoad]) -> list[DayLoad]:
        """The days of a stay on the next stop: so many that none of its limits is passed, one at the least."""
        stop = self._next(day, nitrogen_of(loads[0]))
        if stop is None:
            return []
        days = [loads[0]]
        for load in loads[1:]:
            longer = [*days, load]
            worn = sum(one.wear for one in longer) > WEAR_LIMIT
            covered = sum(one.cover_kg_m2 for one in longer) > load.cover_limit_kg_m2
            if worn or covered or sum(map(nitrogen_of, longer)) > self.nitrogen_left(stop, day):
                break
            days = longer
        return days

    def visit(self, day: date, part: int, parts: int, loads: list[DayLoad], leaves: date) -> bool:
        """Come to the next stop; False when there is none that is ready."""
        nitrogen = sum(map(nitrogen_of, loads)) / parts
        stop = self._next(day, nitrogen)
        if stop is None:
            self.used_up_on = day
            return False
        left = min(day + timedelta(days=0 if part + 1 < parts else len(loads)), leaves)
        move = Move(
            day=day,
            part=part + 1,
            parts=parts,
            stop=self.stops[stop],
            load=loads[0],
            left=left,
            wear=sum(one.wear for one in loads) / parts,
            cover_kg_m2=sum(one.cover_kg_m2 for one in loads) / parts,
            nitrogen_kg_ha=nitrogen,
            nitrogen_year_kg_ha=STRIP_NITROGEN_KG_HA - self.nitrogen_left(stop, day) + nitrogen,
            ready=ready_on(self.months_c, left),
        )
        self.visits.setdefault(stop, []).append(move)
        self.moves.append(move)
        self.at = (stop + 1) % len(self.stops)
        return True

    def _next(self, day: date, nitrogen: float) -> int | None:
        """The next stop in order with nitrogen left; none when that one has not rested yet, or all are closed."""
        for step in range(len(self.stops)):
            stop = (self.at + step) % len(self.stops)
            if stop in self.wet.get(day.month, ()):
                self.wet_passed.add(stop)
                continue
            if self.strict and nitrogen > self.nitrogen_left(stop, day) + 1e-9:
                self.closed.add(stop)
                continue
            past = self.visits.get(stop)
            if past and past[-1].ready > day:
                break
            return stop
        self.used_up_on = day
        return None

    def notes(self, start: date) -> Iterator[Phrase]:
        """What stopped it, and which stops it passed over."""
        if self.used_up_on:
            yield phrase(
                f"the field is used up on {say_day(self.used_up_on)}: {{stops}} stops last {{days}} days",
                stops=Quantity(len(self.stops), ""),
                days=Quantity((self.used_up_on - start).days, ""),
            )
        if self.wet_passed:
            yield phrase(
                "passed over, for they are wet in these months: {stops} stops",
                stops=Quantity(len(self.wet_passed), ""),
            )
        if self.closed:
            yield phrase(
                "passed over, for the year's nitrogen is used there: {stops} stops",
                stops=Quantity(len(self.closed), ""),
            )


def nitrogen_of(load: DayLoad) -> float:
    """What a day leaves on a stop.

    Args: load, of that day.
    Returns: kg N/ha, 0 or more.
    Source: as DayLoad.

    >>> from ergamot.core.ground.stay import day_load
    >>> nitrogen_of(day_load(c, broilers(), 30, 7.2, 15.0)) > 0
    True
    """
    return load.nitrogen_g_m2 * G_M2_TO_KG_HA


def wet_stops(field: Field, laid: Laid, pen: PenSize) -> dict[int, frozenset[int]]:
    """The stops that lie on what is kept off in some months only.

    Args: field; laid, its stops; pen, its size.
    Returns: their places in the order of the stops, by month, 1 to 12.
    Source: geometry.

    >>> from ergamot.core.ground.field import rectangle
    >>> from ergamot.core.ground.lanes import lay_out
    >>> pen = PenSize(3.0, 2.0, 3.4, 2.3)
    >>> wet_stops(rectangle(40, 12, 0), lay_out(rectangle(40, 12, 0), pen), pen)
    {}
    """
    some = [one for one in field.obstacles if one.months != EVERY_MONTH]
    if not some:
        return {}
    boxes = [
        shapely.Polygon([unturned(corner, laid.heading_deg) for corner in stop_corners(stop, pen)])
        for stop in laid.stops
    ]
    tree = shapely.STRtree(boxes)
    closed: dict[int, set[int]] = {}
    for one in some:
        hit = {int(i) for i in tree.query(one.keep_off(), predicate="intersects")}
        for month in one.months:
            closed.setdefault(month, set()).update(hit)
    return {month: frozenset(stops) for month, stops in closed.items()}
