"""Lists that go with the drawings: every door and hatch to make, every tube to bend and where it is marked."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.frame.bows import Bend
from ergamot.core.frame.geometry import distance
from ergamot.core.frame.kinds import Part
from ergamot.core.frame.structure import Structure


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
        if panel.part is Part.LEAF and panel.closes
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
