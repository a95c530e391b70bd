"""Name what a keeper may pick of a house, with what follows from it."""

from __future__ import annotations

from enum import StrEnum


class Place(StrEnum):
    """Name where in its pen a house is."""

    REAR = "yes"
    MIDDLE = "middle"
    WHOLE = "whole"


class Nests(StrEnum):
    """Name where the nest boxes of a house are."""

    NONE = "none"
    INSIDE = "inside"
    LEDGE = "ledge"
    OUTSIDE = "outside"
    TWO_ROWS = "outside-two"

    @property
    def there(self) -> bool:
        return self is not Nests.NONE

    @property
    def within(self) -> bool:
        """Do they stand in it?"""
        return self in (Nests.INSIDE, Nests.LEDGE)

    @property
    def hung(self) -> bool:
        """Do they hang outside its rear wall?"""
        return self in (Nests.OUTSIDE, Nests.TWO_ROWS)

    @property
    def rows(self) -> int:
        """Return how many rows of them are one over the other."""
        return 2 if self is Nests.TWO_ROWS else 1


class Roosts(StrEnum):
    """Name how the bars of a house lie to each other."""

    LEVEL = "level"
    STEPPED = "stepped"
    NONE = "none"

    @property
    def there(self) -> bool:
        return self is not Roosts.NONE


class RoostsHeld(StrEnum):
    """Name what stands under a bar between its ends."""

    ENDS = "ends"
    RIBS = "ribs"
    POSTS = "posts"
