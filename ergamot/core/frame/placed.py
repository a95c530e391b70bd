"""What a build order is made of: parts, the ways they go in, steps, stages."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Group

# What is put on after what, by group; within a group in the order a shape sets its sticks
STAGE = {
    Group.FRAME: 0, Group.HOUSE: 1, Group.ROOSTS: 2, Group.NESTS: 3, Group.GEAR: 4, Group.INSIDE: 5,
    Group.WALLS: 6, Group.MESH: 7, Group.ROOF: 8, Group.DOORS: 9, Group.FIXINGS: 9,
}  # fmt: skip


WAYS = (
    ((0, 0, -1), "down from above"),
    ((0, 0, 1), "up from beneath"),
    ((0, -1, 0), "from the left"),
    ((0, 1, 0), "from the right"),
    ((-1, 0, 0), "from the front"),
    ((1, 0, 0), "from the rear"),
)


@dataclass(frozen=True)
class Placed:
    """One part and the direction it goes in, a unit vector; `label` is a stick's in the cut list."""

    ref: str
    label: str
    way: Point


@dataclass(frozen=True)
class BuildStep:
    """Parts of one kind put in one after the other."""

    title: str
    parts: tuple[Placed, ...]

    @property
    def labels(self) -> tuple[str, ...]:
        """Cut-list labels of its sticks, each once."""
        return tuple(dict.fromkeys(part.label for part in self.parts if part.label))

    @property
    def from_where(self) -> str:
        """In words, the way its first part goes in: the axis it lies nearest to."""
        way = self.parts[0].way
        return max(WAYS, key=lambda one: sum(a * b for a, b in zip(one[0], way, strict=True)))[1]
