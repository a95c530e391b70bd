"""Places on a pen where a hand can pull one of its values: where it is, which way more is, how much a mm gives."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Group, Space
from ergamot.core.frame.structure import DragHandle, Structure

UP: Point = (0.0, 0.0, 1.0)
FORWARD: Point = (1.0, 0.0, 0.0)


def on_any_pen(structure: Structure) -> Iterator[DragHandle]:
    """The axle and the house, where there are any.

    Args: structure.
    Returns: an iterator of DragHandles on its right side.
    Source: common practice.

    >>> [handle.parameter for handle in on_any_pen(pen())]
    ['axle']
    """
    axle, right = structure.axle, structure.body.y[0]
    if axle:
        yield DragHandle("axle", (axle.x_mm, right, axle.radius_mm), FORWARD)
    house = next((zone for zone in structure.zones if zone.space is Space.HOUSE), None)
    if house:
        floor = house.z[0]
        yield DragHandle("house_floor", (sum(house.x) / 2, house.y[0], floor), UP)
        yield DragHandle("house_length", (house.x[1], house.y[0], floor), FORWARD)


def roof_edge(structure: Structure, roofed: float) -> DragHandle:
    """The front edge of the roof.

    Args: structure; roofed, the share of it that is under the roof, 0 to 1.
    Returns: the DragHandle where the sheet ends; where there is none, where it would.
    Source: common practice.

    >>> roof_edge(pen(roofed=0.5), 0.5).parameter
    'roofed'
    """
    (low, high), right = structure.body.x, structure.body.y[0]
    sheets = [c for p in structure.standing if p.group is Group.ROOF and not p.outside for c in p.corners]
    at = max((x for x, _, _ in sheets), default=low + roofed * (high - low))
    return DragHandle("roofed", (at, right, structure.mean_height_mm), FORWARD, 1 / (high - low))


def bay_line(structure: Structure, bay: float) -> DragHandle:
    """The longest bay, from the front.

    Args: structure; bay, mm.
    Returns: the DragHandle.
    Source: common practice.

    >>> bay_line(pen(), 900.0).parameter
    'bay'
    """
    return DragHandle("bay", (structure.body.x[1] - bay, structure.body.y[0], 0.0), (-1.0, 0.0, 0.0))


def low_side(structure: Structure, fall_deg: float) -> DragHandle:
    """The low side of a roof that falls to the right.

    Args: structure; fall_deg, 0 to 15.
    Returns: the DragHandle; of a run b, d fall / d drop = cos²(fall) / b.
    Source: geometry.

    >>> low_side(pen(), 0.0).parameter
    'fall'
    """
    angle, run = math.radians(fall_deg), structure.body.y[1] - structure.body.y[0]
    place = (structure.body.x[1], structure.body.y[0], structure.body.z[1] - run * math.tan(angle))
    return DragHandle("fall", place, (0.0, 0.0, -1.0), math.degrees(math.cos(angle) ** 2 / run))


def risen_crown(structure: Structure) -> DragHandle:
    """The crown of a roof that is set by its rise.

    Args: structure.
    Returns: the DragHandle.
    Source: geometry.

    >>> risen_crown(pen("coop", roof_kind="arched", door_height=1400.0)).parameter
    'rise'
    """
    return DragHandle("rise", _crown(structure)[0], UP)


def pitched_crown(structure: Structure, pitch_deg: float) -> DragHandle:
    """The crown of a roof that is set by its pitch.

    Args: structure; pitch_deg, 0 to 60.
    Returns: the DragHandle; over a run b (crown to eaves, level) pitch = atan(h / b), dp/dh = cos²p / b.
    Source: geometry.

    >>> pitched_crown(pen("coop"), 20.0).parameter
    'pitch'
    """
    place, run = _crown(structure)
    return DragHandle("pitch", place, UP, math.degrees(math.cos(math.radians(pitch_deg)) ** 2 / run))


def apex_crown(structure: Structure, apex_deg: float) -> DragHandle:
    """The crown of a frame that is set by the angle at its apex.

    Args: structure; apex_deg, 20 to 160.
    Returns: the DragHandle; over a run b apex = 2·atan(b / h), da/dh = −2·sin²(a / 2) / b.
    Source: geometry.

    >>> apex_crown(pen("a-frame"), 60.0).parameter
    'apex'
    """
    place, run = _crown(structure)
    half = math.radians(apex_deg) / 2
    return DragHandle("apex", place, UP, -math.degrees(2 * math.sin(half) ** 2 / run))


def _crown(structure: Structure) -> tuple[Point, float]:
    """The top of the frame, midway along, and how far level it is from there to the right eaves, mm."""
    corners = [corner for panel in structure.standing for corner in panel.corners]
    top = max(z for _, _, z in corners)
    crown = [y for _, y, z in corners if z > top - 1.0]
    y = sum(crown) / len(crown)
    return (sum(structure.body.x) / 2, y, top), max(1.0, y - structure.body.y[0])
