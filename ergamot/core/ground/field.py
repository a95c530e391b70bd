"""A keeper's field: its edge, what stands in it and how far to keep off that, in metres.

y north
|    ___________
|   /   (tree)  \\        a stop keeps off a tree, a bed, a path, a well, water, what is paved, the house, the
|  /      o      |       wood's edge, and in wet months a hollow
| |______________|
+------------------ x east
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import shapely
from shapely.geometry.base import BaseGeometry

from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.obstacle import (
    KINDS,
    LEAST_POINTS,
    MOST_M,
    MOST_POINTS,
    Form,
    Obstacle,
    refuse_crossing,
    refuse_far,
)
from ergamot.core.units import Quantity, say

LEAST_M = 2.0  # below, no pen turns; judgement
MOST_OBSTACLES = 100  # may move: more than anyone draws
LIKE_DEGREES_M = 1.0  # a field no larger than this is one in degrees; judgement; may move: fields are tens of metres, degrees thousandths


@dataclass(frozen=True)
class Field:
    """An edge, what stands in it, and where it is entered; m east and north. `heading_deg` is which way its lanes run,
    from north, clockwise; None where most stops decide."""

    outline: tuple[Flat, ...]
    obstacles: tuple[Obstacle, ...] = ()
    gate: Flat | None = None
    heading_deg: float | None = None

    @cached_property
    def edge(self) -> shapely.Polygon:
        """Its edge, m."""
        return shapely.Polygon(self.outline)

    @property
    def area_m2(self) -> float:
        return float(self.edge.area)

    @cached_property
    def narrow_m(self) -> float:
        """How wide it is across its narrow way: the shorter side of the least rectangle round it."""
        corners = shapely.get_coordinates(shapely.minimum_rotated_rectangle(self.edge))
        return float(min(math.dist(corners[0], corners[1]), math.dist(corners[1], corners[2])))

    def free(self) -> BaseGeometry:
        """The ground a pen may stand on, without what is always kept off it.

        Returns: its shape, m; empty where nothing is left.
        Source: geometry.

        >>> rectangle(40, 12, 0).free().area
        480.0
        """
        kept = [one.keep_off() for one in self.obstacles if one.always]
        return self.edge.difference(shapely.union_all(kept)) if kept else self.edge


def rectangle(length_m: float, width_m: float, heading_deg: float) -> Field:
    """A field that is a rectangle, its low corner at 0.

    Args: length_m and width_m, 2 to 2000; heading_deg of its length from north, clockwise, 0 to 360.
    Returns: the Field.
    Raises: OutOfRange.
    Source: common practice.

    >>> round(rectangle(40, 12, 20).area_m2)
    480
    """
    require_range("length_m", length_m, LEAST_M, MOST_M, "m")
    require_range("width_m", width_m, LEAST_M, MOST_M, "m")
    require_range("heading_deg", heading_deg, 0, 360, "°")
    corners = ((0.0, 0.0), (length_m, 0.0), (length_m, width_m), (0.0, width_m))
    placed = (unturned(corner, heading_deg) for corner in corners)
    return Field(
        tuple((round(x, 6) + 0.0, round(y, 6) + 0.0) for x, y in placed), heading_deg=heading_deg % 360
    )


def turned(place: Flat, heading_deg: float) -> Flat:
    """A place as it lies along and across a heading.

    Args: place, m east and north; heading_deg, from north, clockwise.
    Returns: m along it and to the left of it.
    Source: geometry.

    >>> [round(part, 3) for part in turned((3.0, 4.0), 90.0)]
    [3.0, 4.0]
    """
    east, north = math.sin(math.radians(heading_deg)), math.cos(math.radians(heading_deg))
    return place[0] * east + place[1] * north, place[1] * east - place[0] * north


def unturned(place: Flat, heading_deg: float) -> Flat:
    """A place along and to the left of a heading as it lies east and north.

    Args: place, m; heading_deg, from north, clockwise.
    Returns: m east and north.
    Source: geometry.

    >>> [round(part, 3) for part in unturned((3.0, 4.0), 90.0)]
    [3.0, 4.0]
    """
    east, north = math.sin(math.radians(heading_deg)), math.cos(math.radians(heading_deg))
    return place[0] * east - place[1] * north, place[0] * north + place[1] * east


def make_field(
    outline: Sequence[Flat],
    obstacles: Sequence[Obstacle] = (),
    gate: Flat | None = None,
    heading_deg: float | None = None,
) -> Field:
    """Check a field's edge and what stands in it.

    Args: outline, 3 to 400 corners in order, m east and north; obstacles; gate, m; heading_deg of its lanes, 0 to 360,
        or None.
    Returns: the Field.
    Raises: OutOfRange, naming what is wrong and where.
    Source: common practice.

    >>> make_field([(0, 0), (40, 0), (40, 12), (0, 12)]).narrow_m
    12.0
    """
    points = [(float(x), float(y)) for x, y in outline]
    if len(points) > 1 and points[0] == points[-1]:
        points.pop()
    if not LEAST_POINTS[Form.AREA] <= len(points) <= MOST_POINTS:
        raise OutOfRange("outline", len(points), f"{LEAST_POINTS[Form.AREA]} to {MOST_POINTS} corners")
    refuse_far(points, "outline")
    edge = shapely.Polygon(points)
    refuse_crossing(edge, "outline", "its edge")
    found = Field(
        tuple(points),
        tuple(obstacles),
        None if gate is None else (float(gate[0]), float(gate[1])),
        None if heading_deg is None else require_range("heading_deg", heading_deg, 0, 360, "°") % 360,
    )
    _refuse_small(found)
    if len(obstacles) > MOST_OBSTACLES:
        raise OutOfRange("obstacles", len(obstacles), f"at most {MOST_OBSTACLES}")
    for i, one in enumerate(obstacles, start=1):
        if not one.keep_off().intersects(edge) and not one.shape.intersects(edge):
            raise OutOfRange(
                "obstacles",
                i,
                "inside the field, or near its edge",
                f"{KINDS[one.kind].label.capitalize()}, number {i}, lies outside the field",
            )
    return found


def _refuse_small(field: Field) -> None:
    low_x, low_y, high_x, high_y = field.edge.bounds
    if max(high_x - low_x, high_y - low_y) < LIKE_DEGREES_M:
        raise OutOfRange(
            "outline",
            f"{high_x - low_x:g} by {high_y - low_y:g} m",
            "metres; these look like degrees, which a GeoJSON file is read in",
        )
    if field.narrow_m < LEAST_M:
        narrow, least = Quantity(field.narrow_m, "m"), Quantity(LEAST_M, "m")
        allowed = f"at least {say(least)} ({say(least, 'imperial')}) across"
        raise OutOfRange("outline", say(narrow), allowed)
