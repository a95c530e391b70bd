"""A field laid out in lanes of stops, walked up and down with as few long hauls as can be.

v (across)
|  lane 2   3  4  5      even lanes run up, odd ones back: the next stop adjoins the last
|  lane 1   2  1  (o)    what stands in a lane parts it: each side of it is walked on its own,
|  lane 0   0  1  2      and then the pen is hauled over to the next
+------------------ u (along the lanes, on their heading)
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import pairwise

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.face import corners
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import Field, turned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.units import Quantity, say

EPS_M = 1e-6  # lines that only touch do not cut a stop
SHIFTS = 4  # of the first lane across its own width that are tried; judgement: more find hardly a stop
EVERY_DEG = 15  # headings tried besides those of the edges; judgement: the edges are nearly always best
MOST_EDGES = 8
LIKELY = 0.96  # of the most stops at first, for the lanes to be shifted; judgement: a shift adds no more
NEARLY = 0.98  # of the most stops are enough where fewer lanes give them; judgement: each lane is a turn
MOST_STOPS = 20_000


@dataclass(frozen=True)
class Stop:
    """One standing place. u and v are its low corner along and across the lanes, m; `forward` when the pen heads up them;
    `haul_m` how far apart the last stop and it lie, 0 where they adjoin."""

    lane: int
    number: int
    u_m: float
    v_m: float
    forward: bool
    haul_m: float = 0.0


def stop_corners(stop: Stop, pen: PenSize) -> tuple[Flat, ...]:
    """The corners of a stop along and across its lanes.

    Args: stop; pen, its size.
    Returns: four corners in order, m.
    Source: geometry.

    >>> from ergamot.core.ground.footprint import PenSize
    >>> stop_corners(Stop(0, 0, 1.0, 2.0, True), PenSize(3.0, 2.0, 3.0, 2.0))[2]
    (4.0, 4.0)
    """
    return corners((stop.u_m, stop.u_m + pen.length_m), (stop.v_m, stop.v_m + pen.width_m))


@dataclass(frozen=True)
class Laid:
    """The stops of a field in the order they are used, which way their lanes run, from north, clockwise, and how many
    lanes there are."""

    stops: tuple[Stop, ...]
    heading_deg: float
    lanes: int

    def long_hauls(self, pen: PenSize) -> tuple[Stop, ...]:
        """The stops that lie further from the last than a lane is wide."""
        return tuple(one for one in self.stops if one.haul_m > pen.width_m + EPS_M)


@dataclass(frozen=True)
class _Run:
    """A free stretch of one lane: from where to where, m, and where the lane begins across."""

    lane: int
    v: float
    u: Flat


@dataclass(frozen=True)
class _Way:
    """One way of laying lanes: how many stops and lanes it has, their heading and free stretches."""

    count: int
    lanes: int
    heading: float
    runs: list[_Run]


@lru_cache(maxsize=64)
def lay_out(field: Field, pen: PenSize) -> Laid:
    """Lanes over a field: on its own heading, else on the one of those that give nearly most stops that has fewest lanes.

    The first stop is the one nearest to its gate, else to its low corner.

    Args: field; pen, its size.
    Returns: the Laid, of stops none of which overlap, all on free ground.
    Raises: OutOfRange when the pen with its handles does not fit anywhere on it.
    Source: geometry; common practice.

    >>> from ergamot.core.ground.field import rectangle
    >>> from ergamot.core.ground.footprint import PenSize
    >>> laid = lay_out(rectangle(40, 12, 0), PenSize(3, 2, 3.5, 2.3))
    >>> len(laid.stops), laid.lanes
    (65, 5)
    """
    free = shapely.buffer(field.free(), EPS_M, join_style="mitre")
    if field.area_m2 / pen.area_m2 > MOST_STOPS:
        raise OutOfRange("outline", round(field.area_m2), f"at most {MOST_STOPS} stops of this pen")
    first = [_tried(free, pen, heading, 0.0) for heading in _headings(field)]
    if not _is_box(_turned(free, first[0].heading)):
        likely = LIKELY * max(way.count for way in first)
        again = [way.heading for way in first if way.count >= likely]
        first += [
            _tried(free, pen, heading, shift / SHIFTS) for heading in again for shift in range(1, SHIFTS)
        ]
    ways = [way for way in first if way.count]
    if not ways:
        raise _too_small(field, pen)
    enough = NEARLY * max(way.count for way in ways)
    best = min((way for way in ways if way.count >= enough), key=lambda way: (way.lanes, -way.count))
    begins = turned(field.gate, best.heading) if field.gate else None
    return Laid(tuple(_walk(_cells(best.runs), pen, begins)), best.heading, best.lanes)


def _tried(free: BaseGeometry, pen: PenSize, heading: float, shift: float) -> _Way:
    """Lanes on a heading, the first a share of a lane's width in."""
    runs = _runs(_turned(free, heading), pen, shift * pen.width_m)
    return _Way(sum(_fits(run, pen) for run in runs), len({run.lane for run in runs}), heading, runs)


def _headings(field: Field) -> list[float]:
    """Those worth trying: the field's own; else of its longest edges, and some between."""
    if field.heading_deg is not None:
        return [field.heading_deg]
    ring = [*field.outline, field.outline[0]]
    edges = sorted(pairwise(ring), key=lambda pair: -math.dist(*pair))[:MOST_EDGES]
    along = [math.degrees(math.atan2(b[0] - a[0], b[1] - a[1])) % 180 for a, b in edges]
    return list(dict.fromkeys(round(one, 3) for one in (*along, *range(0, 180, EVERY_DEG))))


def _turned(shape: BaseGeometry, heading_deg: float) -> BaseGeometry:
    """A shape along and across a heading."""
    return shapely.transform(
        shape, lambda places: np.array([turned((x, y), heading_deg) for x, y in places]).reshape(-1, 2)
    )


def _is_box(shape: BaseGeometry) -> bool:
    return bool(shape.area > (1 - 1e-9) * shape.envelope.area)


def _runs(free: BaseGeometry, pen: PenSize, shift: float) -> list[_Run]:
    """Every stretch of every lane in which the pen with all it carries finds room."""
    if free.is_empty:
        return []
    low_u, low_v, high_u, high_v = free.bounds
    beside = (pen.overall_width_m - pen.width_m) / 2
    first = low_v + EPS_M + beside + shift
    count = int((high_v - first - pen.width_m - beside + EPS_M) / pen.width_m) + 1
    if count < 1:
        return []
    starts = first + pen.width_m * np.arange(count)
    strips = shapely.box(low_u - 1, starts - beside, high_u + 1, starts + pen.width_m + beside)
    taken, owner = shapely.get_parts(shapely.difference(strips, free), return_index=True)
    bounds = shapely.bounds(taken)
    runs = []
    for lane in range(count):
        spans = sorted((float(a), float(c)) for a, _, c, _ in bounds[owner == lane])
        at = low_u - 1
        for a, c in (*spans, (high_u + 1, high_u + 1)):
            if a - at >= pen.overall_length_m - EPS_M:
                runs.append(_Run(lane, float(starts[lane]), (at, a)))
            at = max(at, c)
    return runs


def _fits(run: _Run, pen: PenSize) -> int:
    """How many stops a run holds, the handles of the last past it."""
    beyond = pen.overall_length_m - pen.length_m
    return max(0, int((run.u[1] - run.u[0] - beyond + 2 * EPS_M) / pen.length_m))


def _cells(runs: Sequence[_Run]) -> list[list[_Run]]:
    """Runs that lie one beside the other with nothing between them, lane after lane."""
    by_lane: dict[int, list[_Run]] = {}
    for run in runs:
        by_lane.setdefault(run.lane, []).append(run)
    cells: list[list[_Run]] = []
    open_cells: list[list[_Run]] = []
    for lane in sorted(by_lane):
        going = []
        for run in by_lane[lane]:
            before = [cell for cell in open_cells if cell[-1].lane == lane - 1 and _beside(cell[-1], run)]
            alone = len(before) == 1 and sum(_beside(before[0][-1], one) for one in by_lane[lane]) == 1
            if alone:
                before[0].append(run)
                going.append(before[0])
            else:
                going.append([run])
                cells.append(going[-1])
        open_cells = going
    return cells


def _beside(one: _Run, other: _Run) -> bool:
    return min(one.u[1], other.u[1]) - max(one.u[0], other.u[0]) > 0


def _stops(cell: list[_Run], pen: PenSize, forward: bool) -> Iterator[Stop]:
    """The stops of a cell, up one lane and back the next."""
    beyond = pen.overall_length_m - pen.length_m
    for i, run in enumerate(cell):
        ahead = forward == (i % 2 == 0)
        count = _fits(run, pen)
        for number in range(count) if ahead else range(count - 1, -1, -1):
            u = run.u[0] + EPS_M + beyond / 2 + number * pen.length_m
            yield Stop(run.lane, 0, u, run.v, ahead)


def _walk(cells: list[list[_Run]], pen: PenSize, start: Flat | None) -> Iterator[Stop]:
    """Cell after cell, each from the end that is nearest to where the last was left."""
    left = [cell for cell in cells if sum(_fits(run, pen) for run in cell)]
    at, last, numbers = start, None, dict[int, int]()
    while left:
        ways = [
            (_from(at, next(_stops(lanes, pen, forward)), pen), i, lanes, forward)
            for i, cell in enumerate(left)
            for lanes in (cell, cell[::-1])
            for forward in (True, False)
        ]
        _, i, lanes, forward = min(ways, key=lambda way: way[0])
        for stop in _stops(lanes, pen, forward):
            haul = _apart(last, stop, pen) if last else 0.0
            number = numbers.get(stop.lane, 0)
            numbers[stop.lane] = number + 1
            last = replace(stop, number=number, haul_m=haul)
            yield last
        assert last
        at = (last.u_m + pen.length_m / 2, last.v_m + pen.width_m / 2)
        left.pop(i)


def _from(at: Flat | None, stop: Stop, pen: PenSize) -> tuple[float, float, float]:
    """How far a stop is from a place; of equal ones, and where there is none, the lowest first."""
    far = 0.0
    if at:
        far = math.dist(at, (stop.u_m + pen.length_m / 2, stop.v_m + pen.width_m / 2))
    return round(far, 3), round(stop.v_m, 3), round(stop.u_m, 3)


def _apart(one: Stop, other: Stop, pen: PenSize) -> float:
    """The gap between two stops, m."""
    along = max(0.0, abs(one.u_m - other.u_m) - pen.length_m)
    across = max(0.0, abs(one.v_m - other.v_m) - pen.width_m)
    gap = math.hypot(along, across)
    return gap if gap > EPS_M else 0.0


def _too_small(field: Field, pen: PenSize) -> OutOfRange:
    """A field in which the pen finds no place to stand."""
    long, wide = (Quantity(each, "m") for each in (pen.overall_length_m, pen.overall_width_m))
    size = f"{say(long)} by {say(wide)} ({say(long, 'imperial')} by {say(wide, 'imperial')})"
    kept = " off what stands in it" if field.obstacles else ""
    return OutOfRange(
        "outline",
        say(Quantity(field.narrow_m, "m")),
        f"room for {size}",
        f"The pen is {size} with its handles and wheels: it finds no place to stand here{kept}",
    )
