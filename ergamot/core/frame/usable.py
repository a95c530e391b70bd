"""The floor that counts: where a bird has its head room clear, under whatever is over it, and where it is wide enough."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
import shapely
from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from ergamot.core.frame.kinds import Space
from ergamot.core.frame.structure import Panel, Structure

LEANS = 0.02  # a normal's part from which a covering is no upright wall
NO_FLOOR_M2 = 0.001  # as good as none
LEAST_FLOOR_MM = 300.0  # narrower is no floor; 1999/74/EC article 2
UNDER_MM = 0.1  # of arithmetic; may move


def usable_floor_m2(structure: Structure, head_mm: float) -> float:
    """Measure the floor the birds live on with so much clear height over it, where it is wide enough to walk on.

    Every covering over the floor, level or leaning, takes off what lies under less than that; where it is the floor of a house
    over the run, what lies on it counts instead, by its own head room. Where birds range by day, the floor is the house's.

           ____________
          |  counts    |\\           head room is measured from the floor up
          |      ______| \\          to the covering over each place
          |     |under |  \\
          |_____|_too__|___\\_  low

    Args: structure; head_mm, 0 or more.
    Returns: m², as good as none where there is none.
    Source: 1999/74/EC article 2: usable area has 0.45 m clear over it and is 0.30 m wide.

    >>> low = pen(height=500.0)
    >>> [round(usable_floor_m2(low, head), 2) for head in (450.0, 550.0)]
    [5.95, 0.0]
    """
    body = structure.body
    whole = shapely.box(body.floor_x[0], body.floor_y[0], body.floor_x[1], body.floor_y[1])
    if structure.ranges:
        free = _clear(structure, whole, Space.HOUSE, structure.floor_z_mm, head_mm)
    else:
        free = _clear(structure, whole, Space.RUN, structure.floor_z_mm, head_mm)
        housed = _house_floor(structure)
        if housed is not None:
            z, floor = housed
            beneath = floor.intersection(whole).difference(free)
            free = free.union(_clear(structure, beneath, Space.HOUSE, z, head_mm))
    wide = free.buffer(-LEAST_FLOOR_MM / 2, join_style="mitre").buffer(LEAST_FLOOR_MM / 2, join_style="mitre")
    return max(NO_FLOOR_M2, float(wide.area) / 1e6)


def _house_floor(structure: Structure) -> tuple[float, BaseGeometry] | None:
    """How high the floor of a house over the run is, mm, and where it lies."""
    zone = next((one for one in structure.zones if one.space is Space.HOUSE), None)
    if zone is None:
        return None
    return zone.z[0], shapely.box(zone.x[0], zone.y[0], zone.x[1], zone.y[1])


def _clear(
    structure: Structure, floor: BaseGeometry, space: Space, floor_z: float, head_mm: float
) -> BaseGeometry:
    """What of a floor in a space has the head room clear over it."""
    low = [
        where
        for panel in structure.standing
        if space in (panel.inside, panel.outside)
        and panel.inside is not panel.outside  # furniture: birds walk on it as much as under it
        and abs(panel.normal[2]) > LEANS
        for where in _low_under(panel, floor_z, floor_z + head_mm)
    ]
    return floor.difference(shapely.union_all(low)) if low else floor


def _low_under(panel: Panel, floor_z: float, top: float) -> Iterator[BaseGeometry]:
    """Where a covering that is over a floor lies under a height, seen from above."""
    heights = [corner[2] for corner in panel.corners]
    if min(heights) >= top - UNDER_MM or max(heights) <= floor_z + UNDER_MM:
        return  # high enough everywhere, or beneath
    seen = shapely.make_valid(Polygon([corner[:2] for corner in panel.corners]))
    if max(heights) < top:
        yield seen
        return
    # z falls evenly across it: what is lower than `top` lies on one side of a line
    nx, ny, nz = panel.normal
    cx, cy, cz = panel.centre
    fall = np.array([-nx / nz, -ny / nz])  # the way z rises, seen from above
    rise = float(np.hypot(*fall))
    if rise <= LEANS:
        return
    up = fall / rise
    at = float(up @ (cx, cy)) + (top - cz) / rise  # along `up`, where it is as high as `top`
    far = 1e5
    side = np.array([-up[1], up[0]])
    edge = up * at
    corners = [
        edge + side * far,
        edge - side * far,
        edge - side * far - up * far,
        edge + side * far - up * far,
    ]
    yield seen.intersection(Polygon(corners))
