"""What is told of a pen in one number: its name, its unit, how a limit on it is said."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum


class Figure(StrEnum):
    """What is told of a pen in one number."""

    MASS = "mass"
    COST = "cost"
    HOURS = "hours"
    GUST = "gust"
    PULL = "pull"
    LIFT = "lift"
    FLOOR = "floor"
    LENGTH = "length"
    WIDTH = "width"
    HEIGHT = "height"
    MINUTES = "minutes"


@dataclass(frozen=True)
class Scale:
    """A figure on the paper and on a tape: what it is called, its unit, what a pen does that keeps a limit on it, with a place
    for the limit; `step`, between the limits a tape is read by. Of most figures little is wanted, of `much` ones much; what
    `adds_up` does so over several pens of one flock."""

    label: str
    unit: str
    asked: str
    step: float = 1.0
    much: bool = False
    adds_up: bool = False

    def keeps(self, has: float, limit: float) -> bool:
        """Does a pen that has so much keep a limit?"""
        return has >= limit if self.much else has <= limit

    def just_keeping(self, has: float) -> float:
        """The limit on its tape that a pen that has so much just keeps."""
        whole = has / self.step
        return round((whole // 1 if self.much else -(-whole // 1)) * self.step, 4)


SCALES: Mapping[Figure, Scale] = {
    Figure.MASS: Scale("Mass", "kg", "weighs {} at most", adds_up=True),
    Figure.COST: Scale("Estimated cost", "", "costs about {} at most", adds_up=True),
    Figure.HOURS: Scale("Hours to build", "hours", "is built in {}", 0.1, adds_up=True),
    Figure.GUST: Scale("Gust it stands", "ms", "stands {} on poor grip", 0.1, much=True),
    Figure.PULL: Scale("Pull to start", "heft", "starts with a pull of {}"),
    Figure.LIFT: Scale("Lift", "heft", "is lifted with {}"),
    Figure.FLOOR: Scale("Floor a bird", "m2", "has {} a bird", 0.005, much=True),
    Figure.LENGTH: Scale("Length", "about", "is {} long at most"),
    Figure.WIDTH: Scale("Width", "about", "is {} wide at most"),
    Figure.HEIGHT: Scale("Height", "about", "is {} high at most"),
    Figure.MINUTES: Scale("A move takes", "min", "is moved in {}", 0.1, adds_up=True),
}
