"""Places on a pen where a hand can pull one of its values: where it is, which way more is, how much a mm gives."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from ergamot.core.frame.design import Design
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Group, Space
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.structure import Structure


@dataclass(frozen=True)
class Pull:
    """A place (mm) to pull a parameter by; `way` is a unit vector, `per_mm` what one mm along it adds."""

    parameter: str
    place: Point
    way: Point
    per_mm: float = 1.0


def pulls(structure: Structure, design: Design) -> tuple[Pull, ...]:
    """What of a pen can be pulled besides its dimensions: roof, axle, house, roof edge, bays.

    Args: structure; design it was built from.
    Returns: a Pull for each that this pen has, on its right side or its crown.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> design = make_design(c, "coop", {})
    >>> [pull.parameter for pull in pulls(build(design, c), design)]
    ['pitch', 'axle', 'house_floor', 'house_length', 'roofed', 'bay']
    """
    shown = {one.name for one in shape_of(design.shape).parameters if one.applies(design.values)}
    return tuple(pull for pull in _pulls(structure, design) if pull.parameter in shown)


def _pulls(structure: Structure, design: Design) -> Iterator[Pull]:
    values, body, axle = design.values, structure.body, structure.axle
    right = body.y[0]
    yield from _crown(structure, design)
    if axle:
        yield Pull("axle", (axle.x_mm, right, axle.radius_mm), (1.0, 0.0, 0.0))
    house = next((zone for zone in structure.zones if zone.space is Space.HOUSE), None)
    if house:
        floor = house.z[0]
        yield Pull("house_floor", ((house.x[0] + house.x[1]) / 2, house.y[0], floor), (0.0, 0.0, 1.0))
        yield Pull("house_length", (house.x[1], house.y[0], floor), (1.0, 0.0, 0.0))
    roofed = values.get("roofed")
    if isinstance(roofed, float):
        long = body.x[1] - body.x[0]
        sheets = [c for p in structure.standing if p.group is Group.ROOF and not p.outside for c in p.corners]
        at = max((x for x, _, _ in sheets), default=body.x[0] + roofed * long)
        edge = (at, right, structure.mean_height_mm)
        yield Pull("roofed", edge, (1.0, 0.0, 0.0), 1 / long)
    if "fall" in values:
        angle, (low, high) = math.radians(float(values["fall"])), body.y
        edge = (body.x[1], right, body.z[1] - (high - low) * math.tan(angle))
        yield Pull("fall", edge, (0.0, 0.0, -1.0), math.degrees(math.cos(angle) ** 2 / (high - low)))
    bay = values.get("bay")
    if isinstance(bay, float):
        yield Pull("bay", (body.x[1] - bay, right, 0.0), (-1.0, 0.0, 0.0))


def _crown(structure: Structure, design: Design) -> Iterator[Pull]:
    """The top of the frame, lifted by its rise, its pitch or the angle at its apex.

    Over a run b (crown to eaves, level): pitch = atan(h / b), dp/dh = cos²p / b; apex = 2·atan(b / h),
    da/dh = -2·sin²(a / 2) / b.
    """
    corners = [corner for panel in structure.standing for corner in panel.corners]
    top = max(z for _, _, z in corners)
    crown = [y for _, y, z in corners if z > top - 1.0]
    y = sum(crown) / len(crown)
    place = (sum(structure.body.x) / 2, y, top)
    run = max(1.0, y - structure.body.y[0])
    up, values = (0.0, 0.0, 1.0), design.values
    if "rise" in values:
        yield Pull("rise", place, up)
    if "pitch" in values:
        angle = math.radians(float(values["pitch"]))
        yield Pull("pitch", place, up, math.degrees(math.cos(angle) ** 2 / run))
    if "apex" in values:
        angle = math.radians(float(values["apex"]))
        yield Pull("apex", place, up, -math.degrees(2 * math.sin(angle / 2) ** 2 / run))
