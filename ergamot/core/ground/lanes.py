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

import numpy as np
import shapely

from ergamot.core.frame.face import corners
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import Field, turned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.heading import Lie, best_way
from ergamot.core.ground.strips import EPS_M, Ground, Run, stops_in


@dataclass(frozen=True)
class Stop:
    """One standing place. u and v are its low corner along and across the lanes, m; `forward` when the pen heads up
    them."""

    lane: int
    number: int
    u_m: float
    v_m: float
    forward: bool


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
class LaidLanes:
    """The stops of a field in the order they are used, which way their lanes run, from north, clockwise, and how many
    lanes there are; so many of the stops, the first, lie on a way drawn by hand."""

    stops: tuple[Stop, ...]
    heading_deg: float
    lanes: int
    drawn: int = 0


@lru_cache(maxsize=64)
def lay_out(field: Field, pen: PenSize, lie: Lie | None = None) -> LaidLanes:
    """Lanes over a field: on its own heading, else on the one of those that give nearly most stops that has fewest lanes.

    The first stop is the one nearest to its gate, else to its low corner.

    Args: field; pen, its size; lie, of the ground and the wind.
    Returns: the LaidLanes, of stops none of which overlap, all on free ground.
    Raises: OutOfRange when the pen with its handles does not fit anywhere on it.
    Source: geometry; common practice.

    >>> from ergamot.core.ground.field import rectangle
    >>> from ergamot.core.ground.footprint import PenSize
    >>> laid = lay_out(rectangle(40, 12, 0), PenSize(3, 2, 3.5, 2.3))
    >>> len(laid.stops), laid.lanes
    (65, 5)
    """
    ground = Ground(field.free())
    way = best_way(ground, field, pen, lie or Lie())
    return walked(ground.runs(pen, way.heading_deg, way.shift_m), pen, way.heading_deg, field.gate)


def walked(runs: Sequence[Run], pen: PenSize, heading_deg: float, start: Flat | None) -> LaidLanes:
    """The stops of some runs in the order they are come to.

    Args: runs, on one heading; pen, its size; heading_deg; start, the place the first stop lies nearest to, m east and
        north, or None for the low corner.
    Returns: the LaidLanes; of no stops where there are no runs.
    Source: common practice: up one lane and back the next, then to the nearest that is left.

    >>> len(walked([Run(0, 0.0, (0.0, 10.0))], PenSize(3.0, 2.0, 3.0, 2.0), 0.0, None).stops)
    3
    """
    begins = turned(start, heading_deg) if start else None
    return LaidLanes(tuple(_walk(_cells(runs), pen, begins)), heading_deg, len({run.lane for run in runs}))


def along_way(laid: LaidLanes, pen: PenSize, way: Sequence[Flat]) -> LaidLanes:
    """Stops in the order of a way that a keeper drew over them; those it does not come near follow as they did.

    Args: laid; pen, its size; way, two places or more in order, m east and north.
    Returns: the LaidLanes, of the same stops.
    Source: geometry.

    >>> from ergamot.core.ground.field import rectangle
    >>> pen = PenSize(3, 2, 3.5, 2.3)
    >>> laid = lay_out(rectangle(40, 12, 90), pen)
    >>> [stop.lane for stop in along_way(laid, pen, [(2.0, 1.0), (2.0, 11.0)]).stops[:5]]
    [0, 1, 2, 3, 4]
    """
    line = shapely.LineString([turned(place, laid.heading_deg) for place in way])
    middles = shapely.points([(one.u_m + pen.length_m / 2, one.v_m + pen.width_m / 2) for one in laid.stops])
    far, along = shapely.distance(line, middles), shapely.line_locate_point(line, middles)
    ahead = shapely.get_x(shapely.line_interpolate_point(line, along + pen.width_m))
    behind = shapely.get_x(shapely.line_interpolate_point(line, along))
    near = [int(i) for i in np.lexsort((far, along)) if far[i] <= pen.width_m / 2]
    first = [replace(laid.stops[i], forward=bool(ahead[i] >= behind[i] - EPS_M)) for i in near]
    rest = [stop for i, stop in enumerate(laid.stops) if i not in set(near)]
    return replace(laid, stops=(*first, *rest), drawn=len(first))


def _cells(runs: Sequence[Run]) -> list[list[Run]]:
    """Runs that lie one beside the other with nothing between them, lane after lane."""
    by_lane: dict[int, list[Run]] = {}
    for run in runs:
        by_lane.setdefault(run.lane, []).append(run)
    cells: list[list[Run]] = []
    open_cells: list[list[Run]] = []
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


def _beside(one: Run, other: Run) -> bool:
    return min(one.u[1], other.u[1]) - max(one.u[0], other.u[0]) > 0


def _stops(cell: Sequence[Run], pen: PenSize, forward: bool) -> Iterator[Stop]:
    """The stops of a cell, up one lane and back the next."""
    for i, run in enumerate(cell):
        ahead = forward == (i % 2 == 0)
        count = stops_in(run, pen)
        for number in range(count) if ahead else range(count - 1, -1, -1):
            u = run.u[0] + EPS_M + pen.beyond_m / 2 + number * pen.length_m
            yield Stop(run.lane, 0, u, run.v, ahead)


def _walk(cells: list[list[Run]], pen: PenSize, start: Flat | None) -> Iterator[Stop]:
    """Cell after cell, each from the end that is nearest to where the last was left."""
    left = [cell for cell in cells if sum(stops_in(run, pen) for run in cell)]
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
            number = numbers.get(stop.lane, 0)
            numbers[stop.lane] = number + 1
            last = replace(stop, number=number)
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


def apart_m(one: Stop, other: Stop, pen: PenSize) -> float:
    """The gap between two stops of a pen.

    Args: one and other; pen, its size.
    Returns: m, 0 where they adjoin.
    Source: geometry.

    >>> apart_m(Stop(0, 0, 0.0, 0.0, True), Stop(0, 2, 6.0, 0.0, True), PenSize(3.0, 2.0, 3.0, 2.0))
    3.0
    """
    along = max(0.0, abs(one.u_m - other.u_m) - pen.length_m)
    across = max(0.0, abs(one.v_m - other.v_m) - pen.width_m)
    gap = math.hypot(along, across)
    return gap if gap > EPS_M else 0.0
