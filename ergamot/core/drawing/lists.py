"""Lists that go with the drawings: every door and hatch to make, every tube to bend and where it is marked, every stick to
notch and where.
"""

from __future__ import annotations

from dataclasses import dataclass

import shapely

from ergamot.core.frame.bows import Bend
from ergamot.core.frame.geometry import Flat, distance
from ergamot.core.frame.kinds import Covers
from ergamot.core.frame.structure import Notch, Structure


@dataclass(frozen=True)
class Door:
    """A leaf to be made or hung: what it is, in which side, its clear opening and the leaf over it, wide by high,
    how high over the grass its foot is, mm, what it is of, what closes it."""

    what: str
    side: str
    clear_mm: tuple[float, float]
    leaf_mm: tuple[float, float]
    foot_mm: float
    made_of: str
    closed_by: str


@dataclass(frozen=True)
class Bent:
    """Tubes bent alike: their label, how many, of what, how long before they are bent, mm, and their bends."""

    label: str
    count: int
    tube: str
    length_mm: float
    bends: tuple[Bend, ...]


@dataclass(frozen=True)
class Lapped:
    """Sticks notched alike: their label, what and how many they are, how long and deep, mm, and their notches."""

    label: str
    role: str
    count: int
    length_mm: float
    deep_mm: float
    notches: tuple[Notch, ...]


def doors(structure: Structure) -> tuple[Door, ...]:
    """Every opening that a leaf closes, side by side.

    Args: structure.
    Returns: the Doors, by side, then by height.
    Source: the structure.

    >>> [one.what for one in doors(pen("hoop"))]
    ['door']
    """
    leaves = {
        panel.closes: panel
        for panel in reversed(structure.panels)
        if panel.part is Covers.LEAF and panel.closes
    }
    found = [
        Door(
            one.leaf,
            one.face,
            one.clear_mm,
            (distance(one.corners[0], one.corners[1]), distance(one.corners[1], one.corners[2])),
            min(corner[2] for corner in one.corners),
            leaves[one.ref].label if one.ref in leaves else "",
            one.closed_by,
        )
        for one in structure.openings
        if one.leaf
    ]
    return tuple(sorted(found, key=lambda door: (door.side, door.foot_mm, door.what)))


def bent_tubes(structure: Structure) -> tuple[Bent, ...]:
    """Every tube that is bent by hand, like ones together.

    Args: structure.
    Returns: a Bent for each label; none in a pen without.
    Source: the structure.

    >>> bow, = bent_tubes(pen("coop", roof_kind="arched", bow_bends="1", door_height=1300.0))
    >>> bow.count, len(bow.bends)
    (6, 1)
    """
    by_label = {one.label: one for one in structure.members if one.bends}
    return tuple(
        Bent(
            label,
            sum(each.label == label for each in structure.members),
            one.section.label,
            one.length_mm,
            one.bends,
        )
        for label, one in sorted(by_label.items())
    )


def lapped(structure: Structure) -> tuple[Lapped, ...]:
    """Every stick that is notched right across, like ones together.

    Args: structure.
    Returns: a Lapped for each label; none in a pen that is butted.
    Source: the structure.

    >>> [(one.label, one.count, len(one.notches)) for one in lapped(pen(gear="skids", corners="lap"))]
    [('B1', 2, 2), ('B2', 2, 2)]
    """
    by_label = {one.label: one for one in structure.members if any(notch.run for notch in one.notches)}
    return tuple(
        Lapped(
            label,
            one.role,
            sum(each.label == label for each in structure.members),
            one.length_mm,
            one.section.deep_mm,
            tuple(notch for notch in one.notches if notch.run),
        )
        for label, one in sorted(by_label.items())
    )


def side_of(one: Lapped) -> tuple[Flat, ...]:
    """The outline of a notched stick from its side.

    Args: one.
    Returns: corners (u along it from one end, v up from its lower side), mm, in order.
    Source: geometry.

    >>> rail = lapped(pen(gear="skids", corners="lap"))[1]
    >>> side_of(rail)[:4]
    ((2133.6, 0.0), (2133.6, 32.0), (2095.6, 32.0), (2095.6, 64.0))
    """
    lower: list[Flat] = [(0.0, 0.0), (one.length_mm, 0.0)]
    upper: list[Flat] = [(one.length_mm, one.deep_mm), (0.0, one.deep_mm)]
    solid = shapely.Polygon([*lower, *upper])
    for notch in one.notches:
        if notch.run:
            v = (one.deep_mm - notch.deep_mm, one.deep_mm) if notch.upper else (0.0, notch.deep_mm)
            solid = solid.difference(shapely.box(notch.run[0], v[0], notch.run[1], v[1]))
    around = shapely.get_coordinates(shapely.normalize(solid).exterior).tolist()[:-1]
    return tuple((u, v) for u, v in reversed(around))
