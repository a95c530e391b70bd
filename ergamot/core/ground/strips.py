r"""The free stretches of parallel lanes over a piece of ground.

v (across)
|   ______________
|  |======/~~\=== |    a lane is a strip as wide as the pen with all it carries; where the edge of the ground, or of what
|  |=====(tree)== |    stands in it, passes through the strip, the strip is parted there
|  |______\__/____|
+------------------ u (along the lanes, on their heading)
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.footprint import PenSize

EPS_M = 1e-6  # lines that only touch do not cut a stop; may move
Floats = NDArray[np.floating]
Counts = NDArray[np.integer]


@dataclass(frozen=True)
class Run:
    """A free stretch of one lane: from where to where along it, m, and where the lane begins across."""

    lane: int
    v: float
    u: Flat


def stops_in(run: Run, pen: PenSize) -> int:
    """How many stops a run holds: the handles of the last, and whoever pulls there, before its end.

    Args: run; pen, its size.
    Returns: 0 or more.
    Source: geometry.

    >>> stops_in(Run(0, 0.0, (0.0, 10.0)), PenSize(3.0, 2.0, 3.5, 2.2))
    3
    """
    return max(0, int((run.u[1] - run.u[0] - pen.beyond_m + 2 * EPS_M) / pen.length_m))


class Ground:
    """A piece of ground as lanes meet it: every edge of it, and which places lie on it."""

    def __init__(self, free: BaseGeometry):
        self.shape = shapely.buffer(free, EPS_M, join_style="mitre")
        shapely.prepare(self.shape)

    @cached_property
    def _edges(self) -> tuple[Floats, Floats]:
        """The two ends of every edge, m east and north."""
        rings = shapely.get_parts(shapely.boundary(self.shape))
        lines = [shapely.get_coordinates(ring) for ring in rings]
        return np.concatenate([one[:-1] for one in lines]), np.concatenate([one[1:] for one in lines])

    def extent(self, heading_deg: float) -> tuple[Flat, Flat]:
        """From where to where it reaches along a heading and across it, m."""
        along, across = _axes(heading_deg)
        u, v = self._edges[0] @ along, self._edges[0] @ across
        return (float(u.min()), float(u.max())), (float(v.min()), float(v.max()))

    def area_across(self, heading_deg: float, places: Floats) -> Floats:
        """How much of it lies below each of some places across a heading, m²."""
        (low_u, high_u), (low_v, _) = self.extent(heading_deg)
        turned = shapely.transform(self.shape, lambda xy: xy @ np.array(_axes(heading_deg)).T)
        below = shapely.box(low_u - 1, low_v - 1, high_u + 1, places)
        return np.asarray(shapely.area(shapely.intersection(below, turned)))

    def runs(
        self, pen: PenSize, heading_deg: float, shift: float = 0.0, within: Flat | None = None
    ) -> list[Run]:
        """Every stretch of every lane on a heading in which the pen with all it carries finds room; the first lane begins
        `shift` m in from where the ground does, or from where the band `within` it begins."""
        if self.shape.is_empty:
            return []
        _, (low_v, high_v) = self.extent(heading_deg)
        low_v, high_v = (max(low_v, within[0]), min(high_v, within[1])) if within else (low_v, high_v)
        beside = (pen.overall_width_m - pen.width_m) / 2
        first = low_v + EPS_M + beside + shift
        count = int((high_v - first - pen.width_m - beside + EPS_M) / pen.width_m) + 1
        if count < 1:
            return []
        starts = first + pen.width_m * np.arange(count)
        lane, low, high = self._crossed(heading_deg, starts - beside, starts + pen.width_m + beside)
        return self._between(pen, heading_deg, starts, lane, low, high)

    def _crossed(self, heading_deg: float, low_v: Floats, high_v: Floats) -> tuple[Counts, Floats, Floats]:
        """Where edges pass through strips: which, and from where to where along it."""
        along, across = _axes(heading_deg)
        (u0, v0), (u1, v1) = ((ends @ along, ends @ across) for ends in self._edges)
        low, high = low_v[:, None], high_v[:, None]
        lane, edge = np.nonzero((np.maximum(v0, v1) > low) & (np.minimum(v0, v1) < high))
        rise = v1[edge] - v0[edge]
        level = np.abs(rise) < 1e-12
        steep = np.where(level, 1.0, rise)
        shares = [(np.clip(v[edge], low_v[lane], high_v[lane]) - v0[edge]) / steep for v in (v0, v1)]
        shares = [np.where(level, whole, share) for whole, share in zip((0.0, 1.0), shares, strict=True)]
        ends = [u0[edge] + share * (u1[edge] - u0[edge]) for share in shares]
        return lane, np.minimum(*ends), np.maximum(*ends)

    def _between(
        self, pen: PenSize, heading_deg: float, starts: Floats, lane: Counts, low: Floats, high: Floats
    ) -> list[Run]:
        """The stretches between what passes through each lane that are long enough and lie on the ground."""
        order = np.lexsort((low, lane))
        lane, low, high = lane[order], low[order], high[order]
        apart = 1e6 * lane  # lanes one after another on one line, so that one pass does all
        reached = np.maximum.accumulate(high + apart) - apart
        same = lane[1:] == lane[:-1]
        roomy = same & (low[1:] - reached[:-1] >= pen.length_m + pen.beyond_m - EPS_M)
        at = np.nonzero(roomy)[0]
        of, begins, ends = lane[at], reached[at], low[at + 1]
        along, across = _axes(heading_deg)
        middles = np.outer((begins + ends) / 2, along) + np.outer(starts[of] + pen.width_m / 2, across)
        inside = shapely.contains_xy(self.shape, middles)
        return [
            Run(int(one), float(starts[one]), (float(a), float(b)))
            for one, a, b in zip(of[inside], begins[inside], ends[inside], strict=True)
        ]


def _axes(heading_deg: float) -> tuple[Floats, Floats]:
    """Along a heading and to the left of it, as parts east and north."""
    east, north = math.sin(math.radians(heading_deg)), math.cos(math.radians(heading_deg))
    return np.array([east, north]), np.array([-north, east])
