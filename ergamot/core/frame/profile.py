"""The cross-section of a pen: a line over it from the right foot to the left, and the faces it makes.

            top
         ___---___
  roof  /         \\        a pen is this line drawn out along x, closed by two ends
       |           |
right  |           |  left
       +-----------+
  y = −half      y = +half
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from ergamot.core.errors import require_range
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat
from ergamot.core.records import record


@record
class Edge:
    """One straight piece of the line, and the name of the face it makes.

    `stretch` is the run of a bent covering along its true curve over this straight piece of it; `part_of` names the
    bent side it is a strip of.
    """

    name: str
    a: Flat
    b: Flat
    curved: bool = False
    stretch: float = 1.0
    part_of: str = ""

    @property
    def length(self) -> float:
        return math.dist(self.a, self.b)


@dataclass(frozen=True)
class Profile:
    """The whole line, right foot to left foot, (y, z) in mm; `eave_z` is where the roof begins."""

    edges: tuple[Edge, ...]
    eave_z: float

    @property
    def points(self) -> tuple[Flat, ...]:
        return (self.edges[0].a, *(edge.b for edge in self.edges))

    @property
    def top_z(self) -> float:
        return max(z for _, z in self.points)

    @property
    def mean_height(self) -> float:
        """Mean roof height: halfway from the eaves to the top."""
        return (self.eave_z + self.top_z) / 2

    def span_at(self, z: float) -> Flat:
        """Where the line stands at a height: (right y, left y), mm.

        Raises OutOfRange above the top or below the ground.
        """
        require_range("height", z, 0, self.top_z, "mm")
        found = []
        for edge in self.edges:
            (y0, z0), (y1, z1) = edge.a, edge.b
            if abs(z1 - z0) > 1e-9 and min(z0, z1) - 1e-9 <= z <= max(z0, z1) + 1e-9:
                found.append(y0 + (y1 - y0) * (z - z0) / (z1 - z0))
        return min(found), max(found)

    def height_at(self, y: float) -> float:
        """Height of the line over a place across the pen, mm; 0 outside it."""
        best = 0.0
        for edge in self.edges:
            (y0, z0), (y1, z1) = edge.a, edge.b
            if abs(y1 - y0) > 1e-9 and min(y0, y1) - 1e-9 <= y <= max(y0, y1) + 1e-9:
                best = max(best, z0 + (z1 - z0) * (y - y0) / (y1 - y0))
        return best

    def faces(self, x: Flat) -> tuple[Face, ...]:
        """A face for every edge, running along x, then the rear and the front end."""
        strips = tuple(self._strip(edge, x) for edge in self.edges)
        ends = (
            Face("rear", (x[0], 0, 0), (0, 1, 0), (0, 0, 1), (-1, 0, 0), self.points),
            Face("front", (x[1], 0, 0), (0, 1, 0), (0, 0, 1), (1, 0, 0), self.points),
        )
        return strips + ends

    def _strip(self, edge: Edge, x: Flat) -> Face:
        """u is x; v runs up the edge from its lower end, whichever end that is."""
        (ay, az), (by, bz) = edge.a, edge.b
        dy, dz = (by - ay) / edge.length, (bz - az) / edge.length
        normal = (0.0, -dz, dy)
        foot, up = (edge.a, (0.0, dy, dz)) if az <= bz else (edge.b, (0.0, -dy, -dz))
        outline = ((x[0], 0.0), (x[1], 0.0), (x[1], edge.length), (x[0], edge.length))
        return Face(
            edge.name,
            (0.0, *foot),
            (1.0, 0.0, 0.0),
            up,
            normal,
            outline,
            edge.curved,
            edge.stretch,
            edge.part_of,
        )


def chain(points: list[Flat], names: list[str], eave_z: float) -> Profile:
    """A profile through points, one name for each piece between them.

    Args: points, right foot to left foot, (y, z) mm; names, one fewer than points; eave_z, mm.
    Returns: the Profile.
    Source: geometry.

    >>> chain([(-500, 0), (-500, 600), (500, 600), (500, 0)], ["right", "top", "left"], 600).span_at(300)
    (-500.0, 500.0)
    """
    return Profile(
        tuple(Edge(name, a, b) for name, a, b in zip(names, points[:-1], points[1:], strict=True)), eave_z
    )
