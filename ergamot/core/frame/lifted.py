"""A pen that never comes down onto its rails: framed on the grass like any other, then moved up onto its tyres."""

from __future__ import annotations

from dataclasses import replace

from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Item
from ergamot.core.frame.structure import Dimension, Structure


def lifted(structure: Structure, mm: float) -> Structure:
    """A pen with all that is on it moved up, standing on the tyres of its two axles.

    Args: structure, framed with the foot of its rails at 0 and its wheels reaching as far below; mm, 0 or more.
    Returns: the Structure; its run still begins on the grass.
    Source: geometry.

    >>> low = pen(gear="axles")
    >>> round(lifted(low, 50.0).mean_height_mm - low.mean_height_mm)
    50
    """

    def up(place: Point) -> Point:
        return (place[0], place[1], place[2] + mm)

    def ring(corners: tuple[Point, ...]) -> tuple[Point, ...]:
        return tuple(up(corner) for corner in corners)

    def height(z: Flat) -> Flat:
        return (z[0] + mm if z[0] else 0.0, z[1] + mm)

    return replace(
        structure,
        members=tuple(
            replace(
                one,
                corners=ring(one.corners),
                centre=up(one.centre),
                convex=tuple(ring(solid) for solid in one.convex),
            )
            for one in structure.members
        ),
        panels=tuple(
            replace(
                one,
                corners=ring(one.corners),
                holes=tuple(ring(hole) for hole in one.holes),
                centre=up(one.centre),
            )
            for one in structure.panels
        ),
        openings=tuple(replace(one, corners=ring(one.corners)) for one in structure.openings),
        hardware=tuple(replace(one, place=up(one.place)) for one in structure.hardware),
        contents=tuple(replace(one, place=up(one.place)) for one in structure.contents),
        faces=tuple(replace(one, origin=up(one.origin)) for one in structure.faces),
        within=tuple(replace(one, origin=up(one.origin)) for one in structure.within),
        zones=tuple(replace(one, z=height(one.z)) for one in structure.zones),
        body=replace(structure.body, z=height(structure.body.z)),
        mean_height_mm=structure.mean_height_mm + mm,
        contacts=_tyres(structure),
        grip=replace(structure.grip, z_mm=structure.grip.z_mm + mm),
        head_room_mm=structure.head_room_mm + (0.0 if structure.ranges else mm),
        dimensions=tuple(_raised(one, mm) for one in structure.dimensions),
        offsets=tuple((y, z + mm) for y, z in structure.offsets),
        drag_handles=tuple(replace(one, place=up(one.place)) for one in structure.drag_handles),
    )


def _tyres(structure: Structure) -> tuple[Flat, ...]:
    """Where its four tyres stand, rear right to rear left."""
    places = {(x, y) for x, y, _ in (one.place for one in structure.hardware if one.item is Item.WHEEL)}
    (low, high), out = sorted({x for x, _ in places}), max(y for _, y in places)
    return ((low, -out), (high, -out), (high, out), (low, out))


def _raised(dimension: Dimension, mm: float) -> Dimension:
    """A length on a drawing of its side or its end stands higher; one on its plan is where it was."""
    if dimension.view == "plan":
        return dimension
    a, b = ((place[0], place[1] + mm) for place in (dimension.a, dimension.b))
    return replace(dimension, a=a, b=b)
