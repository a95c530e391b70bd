"""The mouth of a part that is under a roof and opens onto a meshed run: where it is, and what wind it is reached through.

rear |‾‾‾ roof ‾‾‾‾|- - - mesh - - -¦ front
     |  sheltered  ◁ mouth          ¦ ◁── wind, (1 − φ)² of its push through each mesh
     |_____________|________________¦
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.structure import Panel, Structure
from ergamot.core.records import record

EDGE_MM = (
    100.0  # a roof that ends this near the front covers the whole run; judgement: a stick's depth; may move
)
SLOPES = 0.1  # a sheet whose normal points up by this is roof; may move: walls stand upright
AHEAD_M = 1e-3  # the line up-wind starts this far before the mouth; may move
NUDGE = 1e-6  # rad, so that no line runs along a corner; of arithmetic; may move


@record
class Screen:
    """A covering a line up-wind may cross: a corner of it, m, its normal, the share of it that is wire, and its outline with
    its holes as it is seen along the axis it looks along most: on the two others, m."""

    corner: np.ndarray
    normal: np.ndarray
    solidity: float
    seen_on: tuple[int, int]
    outline: shapely.Polygon


@dataclass(frozen=True)
class Mouth:
    """Where a sheltered part opens, facing the front: its plane (m from the rear end), area, middle, and the coverings
    about it."""

    x_m: float
    area_m2: float
    middle: Point
    screens: tuple[Screen, ...]

    def let_through(self, up_wind: np.ndarray) -> np.ndarray:
        """Of the wind's push, what reaches it along a line up-wind from its middle: Π(1 − φ)², for (n, 2) directions."""
        if not self.screens:
            return np.ones(len(up_wind))
        cos, sin = np.cos(NUDGE), np.sin(NUDGE)
        ways = np.zeros((len(up_wind), 3))
        ways[:, 0], ways[:, 1] = up_wind @ (cos, -sin), up_wind @ (sin, cos)
        start = np.array(self.middle) + (AHEAD_M, 0.0, 0.0)
        crossed = _crossed(self.screens, start, ways)
        lets = np.array([[(1 - screen.solidity) ** 2] for screen in self.screens])
        return np.asarray(np.where(crossed, lets, 1.0).prod(axis=0))


def mouth_of(structure: Structure, panels: Sequence[Panel]) -> Mouth | None:
    """The mouth of a pen's sheltered part.

    Args: structure; panels of it that meet the wind.
    Returns: the Mouth; none where no roof covers the run, where one covers all of it, or where what is before it is not
        meshed: such a run is one space.
    Source: geometry.

    >>> low = pen(roofed=0.5)
    >>> 0 < mouth_of(low, low.panels).x_m < low.body.x[1] / 1000
    True
    """
    of_run = [one for one in panels if one.inside is Space.RUN and not one.outside]
    roofs = [one for one in of_run if one.solid and one.normal[2] > SLOPES]
    if not roofs:
        return None
    at = max(x for roof in roofs for x, _, _ in roof.corners)
    meshed = any(not one.solid and max(x for x, _, _ in one.corners) > at + EDGE_MM for one in of_run)
    front = next((face for face in structure.faces if face.name == "front"), None)
    if at > structure.body.x[1] - EDGE_MM or not meshed or front is None:
        return None
    across = shapely.Polygon([front.point(u, v)[1:] for u, v in front.outline])
    middle = (at / 1000, across.centroid.x / 1000, across.centroid.y / 1000)
    lowest, highest = ([pick(z for _, _, z in one.corners) / 1000 for one in panels] for pick in (min, max))
    before = [
        one
        for one, low, high in zip(panels, lowest, highest, strict=True)
        if low <= middle[2] <= high and abs(one.normal[2]) < 1 - SLOPES
    ]
    return Mouth(at / 1000, across.area / 1e6, middle, _screens(before))


def _screens(panels: Sequence[Panel]) -> tuple[Screen, ...]:
    if not panels:
        return ()
    normals = [np.array(one.normal) for one in panels]
    seen_on = [[axis for axis in range(3) if axis != int(np.abs(normal).argmax())] for normal in normals]
    rings = [
        (i, np.array(ring)[:, axes] / 1000)
        for i, (one, axes) in enumerate(zip(panels, seen_on, strict=True))
        for ring in (one.corners, *one.holes)
    ]
    ends = np.repeat(np.arange(len(rings)), [len(ring) for _, ring in rings])
    lines = shapely.linearrings(np.concatenate([ring for _, ring in rings]), indices=ends)
    outlines = shapely.polygons(lines, indices=[i for i, _ in rings])
    return tuple(
        Screen(np.array(one.corners[0]) / 1000, normal, one.solidity, (axes[0], axes[1]), outline)
        for one, normal, axes, outline in zip(panels, normals, seen_on, outlines, strict=True)
    )


def _crossed(screens: Sequence[Screen], start: np.ndarray, ways: np.ndarray) -> np.ndarray:
    """Which lines from a start cross which screen, (screens, n)."""
    normals = np.array([one.normal for one in screens])
    along = normals @ ways.T
    off = ((np.array([one.corner for one in screens]) - start) * normals).sum(axis=1, keepdims=True)
    far = np.divide(off, along, out=np.full(along.shape, -1.0), where=np.abs(along) > NUDGE / 10)
    hits = start + far[:, :, None] * ways
    seen = np.take_along_axis(hits, np.array([one.seen_on for one in screens])[:, None], axis=2)
    outlines = np.array([one.outline for one in screens])[:, None]
    return np.asarray((far > 0) & shapely.contains_xy(outlines, seen[:, :, 0], seen[:, :, 1]))


def part_of(panel: Panel, x_mm: float, side: int) -> tuple[float, Point] | None:
    """What of a panel lies on one side of a plane across the pen.

    Args: panel; x_mm, the plane's place; side, −1 to 1: behind it or ahead.
    Returns: the share of its outline and the middle of that, mm; none where nothing of it does.
    Source: geometry.

    >>> roof = next(one for one in pen(roofed=1.0).panels if one.normal[2] > 0.99)
    >>> low, high = min(x for x, _, _ in roof.corners), max(x for x, _, _ in roof.corners)
    >>> round(part_of(roof, (low + high) / 2, 1)[0], 3)
    0.5
    """
    xs = [x for x, _, _ in panel.corners]
    if max(side * (x - x_mm) for x in xs) <= 1:
        return None
    if min(side * (x - x_mm) for x in xs) >= -1:
        return 1.0, panel.centre
    cut: list[Point] = []
    for (x0, y0, z0), (x1, y1, z1) in zip(panel.corners, (*panel.corners[1:], panel.corners[0]), strict=True):
        if side * (x0 - x_mm) >= 0:
            cut.append((x0, y0, z0))
        if (x0 - x_mm) * (x1 - x_mm) < 0:
            at = (x_mm - x0) / (x1 - x0)
            cut.append((x_mm, y0 + at * (y1 - y0), z0 + at * (z1 - z0)))
    (whole, _), (part, middle) = (_area_and_middle(ring) for ring in (panel.corners, cut))
    return part / whole, middle


def _area_and_middle(ring: Sequence[Point]) -> tuple[float, Point]:
    """Of a flat convex ring in space, as triangles about its first corner."""
    (ox, oy, oz), whole, moment = ring[0], 0.0, [0.0, 0.0, 0.0]
    for one, other in itertools.pairwise(ring[1:]):
        ax, ay, az = one[0] - ox, one[1] - oy, one[2] - oz
        bx, by, bz = other[0] - ox, other[1] - oy, other[2] - oz
        area = math.hypot(ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx) / 2
        whole += area
        for axis, both in enumerate((ax + bx, ay + by, az + bz)):
            moment[axis] += area * both / 3
    return whole, (ox + moment[0] / whole, oy + moment[1] / whole, oz + moment[2] / whole)
