"""Flat sides of a pen, each a drawing board of its own: u along it, v up it, w out of it."""

from __future__ import annotations

from dataclasses import replace
from functools import cached_property

import numpy as np
import shapely

from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.records import record

FAR_MM = 1e5  # past the edge of any pen


@record
class Face:
    """One flat side. `along`, `up` and `normal` are unit vectors; `normal` points out of the pen.

    `outline` are its corners (u, v) in order, mm. `curved` marks a strip of a bent covering, whose run
    along the true curve is `stretch` times this flat one; `part_of` names the bent side it is a strip of.
    """

    name: str
    origin: Point
    along: Point
    up: Point
    normal: Point
    outline: tuple[Flat, ...]
    curved: bool = False
    stretch: float = 1.0
    part_of: str = ""

    def point(self, u: float, v: float, w: float = 0.0) -> Point:
        """The place in the pen of (u, v) on the face, w mm out of it."""
        o, a, b, n = self.origin, self.along, self.up, self.normal
        return (
            o[0] + u * a[0] + v * b[0] + w * n[0],
            o[1] + u * a[1] + v * b[1] + w * n[1],
            o[2] + u * a[2] + v * b[2] + w * n[2],
        )

    def flat(self, point: Point) -> tuple[float, float, float]:
        """(u, v, w) of a place in the pen."""
        d = (point[0] - self.origin[0], point[1] - self.origin[1], point[2] - self.origin[2])
        return (
            d[0] * self.along[0] + d[1] * self.along[1] + d[2] * self.along[2],
            d[0] * self.up[0] + d[1] * self.up[1] + d[2] * self.up[2],
            d[0] * self.normal[0] + d[1] * self.normal[1] + d[2] * self.normal[2],
        )

    def box(self, u: Flat, v: Flat, w: Flat, along: str) -> tuple[Point, ...]:
        """Corners of a stick lying on the face, end by end; it runs along u or v."""
        if along == "u":
            ring = [(v[0], w[0]), (v[1], w[0]), (v[1], w[1]), (v[0], w[1])]
            return tuple(self.point(end, a, b) for end in u for a, b in ring)
        ring = [(u[0], w[0]), (u[1], w[0]), (u[1], w[1]), (u[0], w[1])]
        return tuple(self.point(a, end, b) for end in v for a, b in ring)

    def rectangle(self, u: Flat, v: Flat, w: float = 0.0) -> tuple[Point, ...]:
        """Corners of a rectangle on the face."""
        return tuple(self.point(a, b, w) for a, b in corners(u, v))

    @cached_property
    def region(self) -> shapely.Polygon:
        """Its outline as a region, (u, v) mm."""
        return shapely.Polygon(self.outline)

    @cached_property
    def bounds(self) -> tuple[float, float, float, float]:
        """Of its outline: low u, low v, high u, high v, mm."""
        along, heights = [u for u, _ in self.outline], [v for _, v in self.outline]
        return min(along), min(heights), max(along), max(heights)

    @cached_property
    def upright(self) -> bool:
        """Is it a rectangle whose edges run along its axes?"""
        a, b, c, d = self.bounds
        return len(self.outline) == 4 and {*self.outline} == {(a, b), (c, b), (c, d), (a, d)}

    @property
    def top(self) -> float:
        """How far up its axis it reaches, mm."""
        return max(v for _, v in self.outline)

    @property
    def tall(self) -> float:
        """Extent up the face, mm."""
        heights = [v for _, v in self.outline]
        return max(heights) - min(heights)


def above(face: Face, v: float) -> Face:
    """The part of a face over a height on it.

    Args: face; v, mm, less than its top.
    Returns: the Face, its axes as they were.
    Source: geometry.

    >>> round(above(begun("coop").faces["left"], 600.0).tall, 1)
    1077.6
    """
    return within_heights(face, v, FAR_MM)


def within_heights(face: Face, low: float, high: float) -> Face:
    """The part of a face between two heights on it.

    Args: face; low and high, mm, between which some of it lies.
    Returns: the Face, its axes as they were.
    Source: geometry.

    >>> round(within_heights(begun("coop").faces["left"], 600.0, 1000.0).tall, 1)
    400.0
    """
    kept = face.region.intersection(shapely.box(-FAR_MM, low, FAR_MM, high))
    return replace(face, outline=tuple(kept.exterior.coords)[:-1])


def corners(u: Flat, v: Flat) -> tuple[Flat, ...]:
    """Corners of a rectangle in order.

    Args: u and v, each (low, high), mm.
    Returns: four points.
    Source: geometry.

    >>> corners((0, 2), (0, 1))
    ((0, 0), (2, 0), (2, 1), (0, 1))
    """
    return ((u[0], v[0]), (u[1], v[0]), (u[1], v[1]), (u[0], v[1]))


def plane_through(name: str, corners: tuple[Point, ...], normal: Point) -> Face:
    """The plane some corners lie in.

    Args: name; corners, three or more, mm; normal out of the pen, a vector 1 long, no unit.
    Returns: a Face whose u runs along its first edge.
    Source: geometry.

    >>> plane_through("top", ((0, 0, 5), (2, 0, 5), (2, 2, 5)), (0, 0, 1)).along
    (1.0, 0.0, 0.0)
    """
    first = np.subtract(corners[1], corners[0])
    along = first / np.linalg.norm(first)
    u, v = ((float(x), float(y), float(z)) for x, y, z in (along, np.cross(normal, along)))
    return Face(name, corners[0], u, v, normal, ())
