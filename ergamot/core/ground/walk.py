"""A pen on its way over the stops of its part of a field: where it comes to next, what each stay leaves there."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np
import shapely
from numpy.typing import NDArray

from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import Field, unturned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.keeping import Keeping
from ergamot.core.ground.lanes import LaidLanes, Stop, apart_m, stop_corners
from ergamot.core.ground.ledger import NITROGEN_DAYS, Ledger, Visit, middle, year_of
from ergamot.core.ground.obstacle import Obstacle
from ergamot.core.ground.stay import G_M2_TO_KG_HA, WEAR_LIMIT, WHOLE_DAY, DayLoad
from ergamot.core.units import Quantity, say_day


@dataclass(frozen=True)
class Move:
    """The pen comes to a stop: what that stay is and leaves there, which move of its day it is, and the day's load.

    nitrogen_year kg/ha of every stay on any of this ground within the year, of the limit a strip has; haul_m how far the
    last stop and this lie apart; `turned` where the pen goes on the other way; `mow` where the grass is long as it comes.
    """

    visit: Visit
    part: int
    parts: int
    stop: Stop
    load: DayLoad
    nitrogen_year_kg_ha: float
    nitrogen_limit_kg_ha: float
    haul_m: float
    turned: bool
    mow: bool

    @property
    def day(self) -> date:
        return self.visit.day

    @property
    def left(self) -> date:
        """The day the birds go on from it."""
        return self.visit.left

    @property
    def ready(self) -> date:
        return self.visit.ready

    @property
    def wear(self) -> float:
        """Of the whole stay, bird-days/m²."""
        return self.visit.wear

    @property
    def cover_kg_m2(self) -> float:
        """Fresh droppings of the whole stay."""
        return self.visit.cover_kg_m2

    @property
    def nitrogen_kg_ha(self) -> float:
        """Of this stay."""
        return self.visit.nitrogen_kg_ha

    @property
    def passes(self) -> tuple[str, ...]:
        """The limits of the grass that this stay passes: wear, droppings, nitrogen. A stay so near a day that it counts as
        one passes neither of the first two."""
        limits = (
            ("wear", WHOLE_DAY * self.wear, WEAR_LIMIT),
            ("droppings", WHOLE_DAY * self.cover_kg_m2, self.load.cover_limit_kg_m2),
            ("nitrogen", self.nitrogen_year_kg_ha, self.nitrogen_limit_kg_ha),
        )
        return tuple(name for name, has, most in limits if has > most * (1 + 1e-9))


class Walk:
    """A pen on its way over the stops of its part of a field, in their order, round and round. The ledger is the whole
    field's, with what other pens left there; `strict` says whether a stop whose nitrogen is used is passed over."""

    def __init__(
        self,
        pen_key: int,
        laid: LaidLanes,
        pen: PenSize,
        ledger: Ledger,
        shuts: Sequence[tuple[Obstacle, frozenset[int]]],
        climate: Climate,
        keeping: Keeping,
        strict: bool,
    ):
        self.pen_key, self.pen, self.ledger, self.shuts = pen_key, pen, ledger, shuts
        self.climate, self.keeping, self.strict = climate, keeping, strict
        self.stops, self.drawn = laid.stops, laid.drawn
        self.places = [placed(stop, pen, laid.heading_deg) for stop in laid.stops]
        self.moves: list[Move] = []
        self.at = 0
        self.last: Stop | None = None
        self.passed_over: dict[str, set[int]] = {}
        self.without: list[date] = []
        self._not_before = np.zeros(len(self.stops), dtype=np.int64)

    def bearable(self, loads: Sequence[DayLoad], nitrogen_left: float) -> list[DayLoad]:
        """As many of some days as pass no limit of the grass, one at the least."""
        days = list(loads[:1])
        for load in loads[1:]:
            longer = [*days, load]
            worn = sum(one.wear for one in longer) > WEAR_LIMIT
            covered = sum(one.cover_kg_m2 for one in longer) > load.cover_limit_kg_m2
            if worn or covered or nitrogen_of(longer, 1, self.keeping) > nitrogen_left:
                break
            days = longer
        return days

    def visit(self, day: date, part: int, parts: int, loads: Sequence[DayLoad], leaves: date) -> int:
        """Come to the next stop that is ready, for so many days; a strict pen stays only as long as the grass bears.

        Returns: the days it stays, 0 where no stop is ready.
        """
        least = loads[:1] if self.strict else loads
        at = self._next(day, nitrogen_of(least, parts, self.keeping), len(least))
        if at is None:
            return 0
        had = self.ledger.over(self.places[at])
        year = sum(one.nitrogen_kg_ha for one in year_of(had, day))
        if self.strict:
            loads = self.bearable(loads, self.keeping.strip_kg_ha - year)
            while len(loads) > 1 and self._shut(at, day, len(loads)):
                loads = loads[:-1]
        left = min(day + timedelta(days=0 if part + 1 < parts else len(loads)), leaves)
        stop, last = self.stops[at], self.last
        visit = self.write(day, left, self.places[at], loads, parts)
        self.moves.append(
            Move(
                visit=visit,
                part=part + 1,
                parts=parts,
                stop=stop,
                load=loads[0],
                nitrogen_year_kg_ha=year + visit.nitrogen_kg_ha,
                nitrogen_limit_kg_ha=self.keeping.strip_kg_ha,
                haul_m=apart_m(last, stop, self.pen) if last else 0.0,
                turned=last is not None and last.forward != stop.forward,
                mow=self.keeping.grazers_days <= 0
                and self.climate.long_on(day, max((one.left for one in had), default=None)),
            )
        )
        self.at, self.last = (at + 1) % len(self.stops), stop
        return len(loads)

    def write(
        self, day: date, left: date, corners: tuple[Flat, ...], loads: Sequence[DayLoad], parts: int
    ) -> Visit:
        """Write down what some days on a place left there."""
        visit = visit_of(self.pen_key, day, left, corners, loads, parts, self.climate, self.keeping)
        self.ledger.add(visit)
        return visit

    def begin_after(self, place: Flat) -> None:
        """Go on from where the pen stands: from the stop after the one it stands on, else from the nearest; from the beginning
        of a way drawn by hand where it stands beside that."""
        nearest = int(np.argmin(self._far_from(place)))
        self.at, self.last = (0 if self.drawn <= nearest and self.drawn else nearest), self.stops[nearest]

    def begin_fresh(self, day: date) -> None:
        """Begin where the last birds left off on these stops, whoever's they were."""
        for visit in sorted(year_of(self.ledger.visits, day), key=lambda one: one.left, reverse=True):
            far = self._far_from(middle(visit.corners))
            if far.min() <= self.pen.length_m:
                self.at = (int(far.argmin()) + 1) % len(self.stops)
                return

    def _far_from(self, place: Flat) -> NDArray[np.floating]:
        """How far the middle of each stop is from a place, m."""
        off: NDArray[np.floating] = np.mean(self.places, axis=1) - np.array(place)
        far: NDArray[np.floating] = np.hypot(off[:, 0], off[:, 1])
        return far

    def _next(self, day: date, nitrogen: float, days: int) -> int | None:
        """The next stop in order that is open, has rested, and has nitrogen left; None where there is none."""
        open_now = np.flatnonzero(self._not_before <= day.toordinal())
        split = int(np.searchsorted(open_now, self.at))
        for stop in (*open_now[split:].tolist(), *open_now[:split].tolist()):
            if self._shut(stop, day, days):
                self.passed_over.setdefault("shut", set()).add(stop)
                continue
            had = self.ledger.over(self.places[stop])
            ready = max((one.ready for one in had), default=date.min)
            if ready > day:
                self._not_before[stop] = ready.toordinal()
                continue
            year = year_of(had, day)
            if (
                self.strict
                and sum(one.nitrogen_kg_ha for one in year) + nitrogen > self.keeping.strip_kg_ha + 1e-9
            ):
                self.passed_over.setdefault("nitrogen", set()).add(stop)
                first = min((one.left for one in year), default=day)
                self._not_before[stop] = first.toordinal() + NITROGEN_DAYS
                continue
            return int(stop)
        if not self.without or self.without[-1] < day:
            self.without.append(day)
        return None

    def _shut(self, stop: int, day: date, days: int) -> bool:
        """Is a stop kept off on any day of a stay?"""
        return any(
            stop in stops and any(one.shut_on(day + timedelta(days=i)) for i in range(days))
            for one, stops in self.shuts
        )

    def notes(self, start: date) -> Iterator[Phrase]:
        """What stopped it, and which stops it passed over."""
        if self.without:
            first, last = self.without[0], self.without[-1]
            yield phrase(
                f"the field is used up on {say_day(first)}: {{stops}} stops last {{days}} days",
                stops=Quantity(len(self.stops), ""),
                days=Quantity((first - start).days, ""),
            )
            if last > first:
                yield phrase(
                    f"no ground is ready on {{days}} days, the last {say_day(last)}: the birds want other ground then",
                    days=Quantity(len(self.without), ""),
                )
        why = {"shut": "they are wet or shut then", "nitrogen": "the year's nitrogen is used there"}
        for key, stops in self.passed_over.items():
            yield phrase(f"passed over, for {why[key]}: {{stops}} stops", stops=Quantity(len(stops), ""))


def placed(stop: Stop, pen: PenSize, heading_deg: float) -> tuple[Flat, ...]:
    """The corners of a stop where they lie on the field.

    Args: stop; pen, its size; heading_deg, of the lanes.
    Returns: four corners, m east and north.
    Source: geometry.

    >>> place = placed(Stop(0, 0, 1.0, 2.0, True), PenSize(3.0, 2.0, 3.0, 2.0), 90.0)
    >>> [round(part, 3) for part in place[2]]
    [4.0, 4.0]
    """
    return tuple(unturned(corner, heading_deg) for corner in stop_corners(stop, pen))


def nitrogen_of(loads: Sequence[DayLoad], parts: int, keeping: Keeping) -> float:
    """What some days leave on a stop, shared over so many of a day's, with what the grazers of the field leave.

    Args: loads, of those days; parts, 1 or more; keeping, of the field.
    Returns: kg N/ha, 0 or more.
    Source: as DayLoad.

    >>> from ergamot.core.ground.stay import day_load
    >>> nitrogen_of([day_load(c, broilers(), 30, 7.2, 15.0)], 1, Keeping()) > 0
    True
    """
    return sum(one.nitrogen_g_m2 for one in loads) * G_M2_TO_KG_HA / parts + keeping.grazers_kg_ha


def visit_of(
    pen_key: int,
    day: date,
    left: date,
    corners: tuple[Flat, ...],
    loads: Sequence[DayLoad],
    parts: int,
    climate: Climate,
    keeping: Keeping,
) -> Visit:
    """What birds are on a place for some days, and what they leave there.

    Args: pen_key, the number of their pen; day and left, when they come and go; corners, of the place; loads, of those days;
        parts, 1 or more: the stops those days are shared over; climate; keeping, of the field.
    Returns: the Visit.
    Source: as DayLoad.

    >>> from ergamot.core.ground.stay import day_load
    >>> load, on = day_load(c, broilers(), 30, 7.2, 15.0), broilers().out
    >>> one = visit_of(1, on, on, ((0.0, 0.0),) * 4, [load], 2, Climate((15.0,) * 12), Keeping())
    >>> one.wear == load.wear / 2
    True
    """
    wear, cover = (
        sum(each) / parts for each in ((one.wear for one in loads), (one.cover_kg_m2 for one in loads))
    )
    nitrogen = nitrogen_of(loads, parts, keeping)
    return Visit(pen_key, day, left, corners, wear, cover, nitrogen, keeping.ready_on(climate, left))


def shut_stops(field: Field, laid: LaidLanes, pen: PenSize) -> list[tuple[Obstacle, frozenset[int]]]:
    """The stops that lie on what is kept off on some days only.

    Args: field; laid, its stops; pen, its size.
    Returns: each such thing, and the places of those stops in their order.
    Source: geometry.

    >>> from ergamot.core.ground.field import rectangle
    >>> from ergamot.core.ground.lanes import lay_out
    >>> pen = PenSize(3.0, 2.0, 3.4, 2.3)
    >>> shut_stops(rectangle(40, 12, 0), lay_out(rectangle(40, 12, 0), pen), pen)
    []
    """
    some = [one for one in field.obstacles if not one.always]
    if not some:
        return []
    tree = shapely.STRtree([shapely.Polygon(placed(stop, pen, laid.heading_deg)) for stop in laid.stops])
    return [
        (one, frozenset(int(i) for i in tree.query(one.keep_off(), predicate="intersects"))) for one in some
    ]
