"""Days and moves: which stop the pen stands on, from a date, for so many days."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta

import shapely

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.finding import Phrase, phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.ground.field import EVERY_MONTH, Field, unturned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.lanes import Laid, Stop, lay_out, stop_corners
from ergamot.core.ground.rest import mean_on, ready_on
from ergamot.core.ground.stay import G_M2_TO_KG_HA, STRIP_NITROGEN_KG_HA, WEAR_LIMIT, DayLoad, day_load
from ergamot.core.units import Quantity, say_day

LONGEST_PLAN_DAYS = 120
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
) -> MovePlan:
    """Move the pen over the field by the flock's age, each stop again only when it has rested and has nitrogen left.

    Args: catalogue; flock; field; pen, its size; months_c, twelve monthly means, °C; start, the first
        day, between going out and leaving; days, 1 to 120, ending at the leaving day if sooner.
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
    laid = lay_out(field, pen)
    walk = _Walk(laid.stops, months_c, _closed(field, laid, pen))
    end = min(start + timedelta(days=days), flock.leaves)
    loads: dict[date, DayLoad] = {}

    def load_on(day: date) -> DayLoad:
        if day not in loads:
            loads[day] = day_load(catalogue, flock, flock.age_on(day), pen.area_m2, mean_on(months_c, day))
        return loads[day]

    day = start
    while day < end and not walk.used_up_on:
        load = load_on(day)
        if load.moves > 1:
            for part in range(load.moves):
                if not walk.visit(day, part, load.moves, [load], flock.leaves):
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
        (*_fenced(pen), *walk.notes(start), *_hauled(walk.moves, laid, pen), *_notes(walk.moves)),
    )


def _fenced(pen: PenSize) -> Iterator[Phrase]:
    """What a stop is where birds range from their house."""
    if pen.fenced:
        yield phrase(
            "its birds range: a stop is {long} by {wide} in a fence of its own, the house within it",
            long=Quantity(1000 * pen.length_m, "mm"),
            wide=Quantity(1000 * pen.width_m, "mm"),
        )


def _closed(field: Field, laid: Laid, pen: PenSize) -> dict[int, frozenset[int]]:
    """The stops, by month, that lie on what is kept off in some months only."""
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


def _hauled(moves: list[Move], laid: Laid, pen: PenSize) -> Iterator[Phrase]:
    """Hauls longer than a lane is wide, among the moves that are made."""
    long = [move.stop.haul_m for move in moves[1:] if move.stop in set(laid.long_hauls(pen))]
    if long:
        yield phrase(
            f"{len(long)} {'haul is' if len(long) == 1 else 'hauls are'} longer than a lane is wide, the longest {{most}}",
            most=Quantity(1000 * max(long), "mm"),
        )


def _whole(load: DayLoad, day: date, flock: Flock) -> int:
    """Days a stop can last by the first day's load, to the day the flock leaves at most."""
    return max(1, min(int(load.stay_days + 1e-9), (flock.leaves - day).days))


class _Walk:
    """A pen on its way over the stops of a field, in their order, round and round. `wet` are those not to be stood on in a
    month."""

    def __init__(self, stops: tuple[Stop, ...], months_c: tuple[float, ...], wet: dict[int, frozenset[int]]):
        self.wet = wet
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
        stop = self._next(day, _nitrogen(loads[0]))
        if stop is None:
            return []
        days = [loads[0]]
        for load in loads[1:]:
            longer = [*days, load]
            worn = sum(one.wear for one in longer) > WEAR_LIMIT
            covered = sum(one.cover_kg_m2 for one in longer) > load.cover_limit_kg_m2
            if worn or covered or sum(map(_nitrogen, longer)) > self.nitrogen_left(stop, day):
                break
            days = longer
        return days

    def visit(self, day: date, part: int, parts: int, loads: list[DayLoad], leaves: date) -> bool:
        """Come to the next stop; False when there is none that is ready."""
        nitrogen = sum(map(_nitrogen, loads)) / parts
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
            if nitrogen > self.nitrogen_left(stop, day) + 1e-9:
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


def _nitrogen(load: DayLoad) -> float:
    return load.nitrogen_g_m2 * G_M2_TO_KG_HA


def _notes(moves: list[Move]) -> tuple[Phrase, ...]:
    notes: list[Phrase] = []
    if not moves:
        return ()
    crowded = next((move for move in moves if move.load.too_many), None)
    if crowded:
        notes.append(
            phrase(f"too many birds for this pen from day {crowded.load.age}: {crowded.parts} moves a day")
        )
    twice = next((move for move in moves if move.parts > moves[0].parts), None)
    if twice:
        notes.append(
            phrase(
                f"from {say_day(twice.day)} (day {twice.load.age}) move {twice.parts} times a day, "
                f"because of {twice.load.ruled_by}"
            )
        )
    most = max(move.nitrogen_year_kg_ha for move in moves)
    notes.append(
        phrase(
            "a stop has had up to {most} of nitrogen, of the {limit} a strip takes in a year",
            most=Quantity(round(most), "kg/ha"),
            limit=Quantity(STRIP_NITROGEN_KG_HA, "kg/ha"),
        )
    )
    return tuple(notes)
