"""Small solid geometry of straight sticks and flat panels. Points are (x, y, z) in mm.

z up   y left
 |    /
 |   /          x: rear (0) to front, along travel
 |  /           y: 0 on the centre line, left positive
 | /            z: 0 on the ground
 +--------- x
"""

from __future__ import annotations

import math

Point = tuple[float, float, float]
Flat = tuple[float, float]


def box_corners(x: Flat, y: Flat, z: Flat, along: str) -> tuple[Point, ...]:
    """The eight corners of an upright box, end by end.

    Args: x, y and z, each (low, high) in mm; along, the axis it runs along: x, y or z.
    Returns: four corners round the low end, then four round the high end in the same order.
    Source: geometry.

    >>> box_corners((0, 10), (0, 1), (0, 2), "x")[0], box_corners((0, 10), (0, 1), (0, 2), "x")[4]
    ((0, 0, 0), (10, 0, 0))
    """
    if along == "x":
        ring = [(y[0], z[0]), (y[1], z[0]), (y[1], z[1]), (y[0], z[1])]
        return tuple((end, a, b) for end in x for a, b in ring)
    if along == "y":
        ring = [(x[0], z[0]), (x[1], z[0]), (x[1], z[1]), (x[0], z[1])]
        return tuple((a, end, b) for end in y for a, b in ring)
    ring = [(x[0], y[0]), (x[1], y[0]), (x[1], y[1]), (x[0], y[1])]
    return tuple((a, b, end) for end in z for a, b in ring)


def drum(place: Point, across: float, wide: float, sides: int) -> tuple[tuple[Point, ...], tuple[Point, ...]]:
    """The two rims of a drum lying across the pen, such as a wheel or an axle.

    Args: place, its middle, mm; across, its diameter, and wide, mm; sides of each rim, 3 or more.
    Returns: the corners of the right rim and, in the same order, of the left.
    Source: geometry.

    >>> right, left = drum((0, 0, 100), 200, 50, 4)
    >>> right[0], left[0]
    ((100.0, -25.0, 100.0), (100.0, 25.0, 100.0))
    """
    x, y, z = place
    turns = [2 * math.pi * i / sides for i in range(sides)]
    right, left = (
        tuple(
            (x + across / 2 * math.cos(a), y + side * wide / 2, z + across / 2 * math.sin(a)) for a in turns
        )
        for side in (-1, 1)
    )
    return right, left


def polygon_area(points: tuple[Flat, ...]) -> float:
    """Area of a simple polygon.

    Args: points, its corners in order, mm.
    Returns: area in mm², never negative.
    Source: the shoelace formula.

    >>> polygon_area(((0, 0), (2, 0), (2, 3), (0, 3)))
    6.0
    """
    following = points[1:] + points[:1]
    return abs(sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(points, following, strict=True))) / 2


def convex_hull(points: list[Flat]) -> tuple[Flat, ...]:
    """The convex outline round some points.

    Args: points, two or more, mm.
    Returns: the outline's corners, counter-clockwise, without repeats.
    Source: Andrew (1979), monotone chain.

    >>> convex_hull([(0, 0), (1, 1), (2, 0), (2, 2), (0, 2)])
    ((0, 0), (2, 0), (2, 2), (0, 2))
    """
    ordered = sorted(set(points))
    if len(ordered) < 3:
        return tuple(ordered)
    if len(ordered) == 4 and _upright(ordered):  # as nearly every stick is seen
        low, left, right, high = ordered
        return (low, right, high, left)

    def half(run: list[Flat]) -> list[Flat]:
        chain: list[Flat] = []
        for p in run:
            while len(chain) > 1 and _turn(chain[-2], chain[-1], p) <= 0:
                chain.pop()
            chain.append(p)
        return chain[:-1]

    return tuple(half(ordered) + half(ordered[::-1]))


def _upright(ordered: list[Flat]) -> bool:
    """Are four points, in order, a rectangle's along the axes?"""
    a, b, c, d = ordered
    return a[0] == b[0] and c[0] == d[0] and a[1] == c[1] and b[1] == d[1]


def _turn(a: Flat, b: Flat, c: Flat) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def distance(a: Point, b: Point) -> float:
    """Straight distance between two points.

    Args: a and b, mm.
    Returns: mm.
    Source: geometry.

    >>> distance((0, 0, 0), (3, 4, 0))
    5.0
    """
    return math.dist(a, b)
