"""A field's edge made to measure: a side as long as it was paced, or the whole as large as it is known to be."""

from __future__ import annotations

import math
from collections.abc import Sequence

import shapely

from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import LEAST_M
from ergamot.core.ground.obstacle import LEAST_POINTS, MOST_M, Form, refuse_crossing

MOST_M2 = MOST_M**2


def with_side(outline: Sequence[Flat], at: int, length_m: float) -> tuple[Flat, ...]:
    """An edge whose side from one corner to the next is as long as is said: the next corner moves along it.

    Args: outline, corners in order, m; at, the number of a corner, from 0 to one less than there are; length_m, 0.5 to 2000.
    Returns: the corners.
    Raises: OutOfRange.
    Source: geometry.

    >>> with_side([(0, 0), (40, 0), (40, 12), (0, 12)], 0, 50.0)[1]
    (50.0, 0.0)
    """
    if not 0 <= at < len(outline):
        raise OutOfRange("at", at, f"0 to {len(outline) - 1}")
    require_range("length", length_m, 0.5, MOST_M, "m")
    (ax, ay), (bx, by) = outline[at], outline[(at + 1) % len(outline)]
    was = math.hypot(bx - ax, by - ay)
    if not was:
        raise OutOfRange("at", at, "a side whose corners lie apart")
    share = length_m / was
    moved = (round(ax + share * (bx - ax), 3), round(ay + share * (by - ay), 3))
    return tuple(moved if i == (at + 1) % len(outline) else one for i, one in enumerate(outline))


def with_area(outline: Sequence[Flat], area_m2: float) -> tuple[Flat, ...]:
    """An edge of the same shape that holds so much, larger or smaller about its middle.

    Args: outline, three corners or more in order, m; area_m2, 4 to 4 000 000.
    Returns: the corners.
    Raises: OutOfRange.
    Source: geometry.

    >>> with_area([(0, 0), (40, 0), (40, 10), (0, 10)], 1600.0)[2]
    (60.0, 15.0)
    """
    require_range("area", area_m2, LEAST_M**2, MOST_M2, "m²")
    if len(outline) < LEAST_POINTS[Form.AREA]:
        raise OutOfRange("outline", len(outline), f"at least {LEAST_POINTS[Form.AREA]} corners")
    edge = shapely.Polygon(outline)
    refuse_crossing(edge, "outline", "its edge")
    share = math.sqrt(area_m2 / edge.area)
    x, y = edge.centroid.x, edge.centroid.y
    return tuple((round(x + share * (a - x), 3), round(y + share * (b - y), 3)) for a, b in outline)
