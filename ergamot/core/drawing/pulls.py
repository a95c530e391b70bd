"""Places on a pen where a hand can pull one of its values: where it is, which way more is, how much a mm gives."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ergamot.core.frame.geometry import Point
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.structure import Structure


@dataclass(frozen=True)
class Pull:
    """A place (mm) to pull a parameter by; `way` is a unit vector, `per_mm` what one mm along it adds."""

    parameter: str
    place: Point
    way: Point
    per_mm: float = 1.0


def pulls(structure: Structure, values: Mapping[str, Value]) -> tuple[Pull, ...]:
    """What of a pen can be pulled besides its dimensions: axle, house, roof edge, bays.

    Args: structure; values it was built from.
    Returns: a Pull for each that this pen has, on its right side.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> design = make_design(c, "coop", {})
    >>> [pull.parameter for pull in pulls(build(design, c), design.values)]
    ['axle', 'house_floor', 'house_length', 'roofed', 'bay']
    """
    return tuple(_pulls(structure, values))


def _pulls(structure: Structure, values: Mapping[str, Value]) -> Iterator[Pull]:
    body, axle = structure.body, structure.axle
    right = body.y[0]
    if axle and "axle" in values:
        yield Pull("axle", (axle.x_mm, right, axle.radius_mm), (1.0, 0.0, 0.0))
    house = next((zone for zone in structure.zones if zone.role == "house"), None)
    if house and "house_floor" in values:
        floor = house.z[0]
        yield Pull("house_floor", ((house.x[0] + house.x[1]) / 2, house.y[0], floor), (0.0, 0.0, 1.0))
        yield Pull("house_length", (house.x[1], house.y[0], floor), (1.0, 0.0, 0.0))
    roofed = values.get("roofed")
    if isinstance(roofed, float) and values.get("roof_made", "cut") == "cut":
        long = body.x[1] - body.x[0]
        edge = (body.x[0] + roofed * long, right, structure.mean_height_mm)
        yield Pull("roofed", edge, (1.0, 0.0, 0.0), 1 / long)
    bay = values.get("bay")
    if isinstance(bay, float):
        yield Pull("bay", (body.x[1] - bay, right, 0.0), (-1.0, 0.0, 0.0))
