"""The roofs a coop may have: where each lies over the pen, and what frame and coverings ask of it.

gable   .^.        mono    _.-|        arched   .-.
      .'   '.           |''   |                (   )
      |     |           |     |                |   |
"""

from __future__ import annotations

import itertools
import math
from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import ClassVar

from ergamot.core.frame.bows import Bow, bow, lead_mm
from ergamot.core.frame.curves import arc, arc_length
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.profile import Edge, Profile, chain

CLEAR_MM = 1.0  # of arithmetic, between a bow and what it is tied to
UNDER_BOW = 0.5  # diameters that a post ends under a bow; judgement: its strap
BOW_PIECES = 8  # straight pieces a bow of one curve is drawn in
ARC_PIECES = 8  # strips a bent roof is drawn and loaded in


@dataclass(frozen=True)
class Roof(ABC):
    """A roof over upright walls, lengths in mm: half the pen's width, the height of its walls and how thick their sticks are.

    `raftered` names the slopes that rafters carry. One that is `hung` has them between the plates of the sides, and the
    ends reach up to it; any other lies on plates all round.
    """

    half: float
    wall: float
    thick: float
    raftered: ClassVar[tuple[str, ...]] = ()
    hung: ClassVar[bool] = False
    ridged: ClassVar[bool] = False
    bent: ClassVar[bool] = False

    @property
    def heel(self) -> float:
        """Return how far its plane stands over the plate at the wall's outer face."""
        return 0.0

    @abstractmethod
    def z(self, y: float) -> float:
        """Return the height of its plane over a place across the pen; of a bent one, of the plate."""

    @abstractmethod
    def under_z(self, y: float) -> float:
        """Return the underside of its rafters, or of the bow at an end, over a place across the pen."""

    @abstractmethod
    def profile(self) -> Profile:
        """Return the pen's line from the foot of its right wall over the roof to that of its left."""

    def clear(self, z: float) -> Flat:
        """Return right and left y between studs at a height, and above them between the rafters' undersides."""
        inner = self.half - self.thick
        return -inner, inner

    @property
    def plate_tops(self) -> Flat:
        """Return the height of the wall plates' tops, right and left."""
        return self.wall, self.wall


@dataclass(frozen=True)
class Pitched(Roof):
    """A roof of rafters; `drop` is the depth of one measured plumb."""

    slope: float
    drop: float

    def under_z(self, y: float) -> float:
        return self.z(y) - self.drop


@dataclass(frozen=True)
class Gable(Pitched):
    """Two slopes from a ridge board, their tails notched over the plates where there is an overhang."""

    overhang: float
    raftered = ("right roof", "left roof")
    ridged = True

    @property
    def heel(self) -> float:
        return self.drop - self.thick * self.slope if self.overhang else 0.0

    def z(self, y: float) -> float:
        return self.wall + self.heel + (self.half - abs(y)) * self.slope

    def clear(self, z: float) -> Flat:
        inner = self.half - self.thick
        under = self.half - (z - self.wall - self.heel + self.drop) / self.slope
        y = min(inner, under)
        return -y, y

    def profile(self) -> Profile:
        half, eave = self.half, self.wall + self.heel
        points = [(-half, 0.0), (-half, eave), (0.0, self.z(0)), (half, eave), (half, 0.0)]
        return chain(points, ["right", "right roof", "left roof", "left"], eave)


@dataclass(frozen=True)
class Mono(Pitched):
    """One slope that rises to the left, its rafters hung between the plates."""

    raftered = ("roof",)
    hung = True

    def z(self, y: float) -> float:
        return self.wall + (self.half + y) * self.slope

    @property
    def plate_tops(self) -> Flat:
        return self.wall, self.z(self.half - self.thick)

    def profile(self) -> Profile:
        half = self.half
        points = [(-half, 0.0), (-half, self.wall), (half, self.z(half)), (half, 0.0)]
        return chain(points, ["right", "roof", "left"], self.wall)


@dataclass(frozen=True)
class Arched(Roof):
    """Bows of bent tube from plate to plate, rising by `rise` at the crown: with so many bends by hand in each, of a bender's radius
    and take-up, or in one curve where there are none."""

    width: float
    rise: float
    tube_mm: float
    bends: int
    radius: float
    take_up: float
    bent = True

    @cached_property
    def bow(self) -> Bow:
        """One bow, from the middle of the one plate to the middle of the other, its feet at 0: of one curve where it is
        rolled, else bent at corners that lie on that curve."""
        base = self.width - self.thick
        rise = min(min(self.rise, self.half) - self.tube_mm - 2, base / 2)
        if not self.bends:
            return Bow(arc(base, rise, BOW_PIECES), arc_length(base, rise), ())
        return bow(
            arc(base, rise, self.bends + 1), self.radius, lead_mm(self.take_up, self.radius, self.tube_mm)
        )

    def z(self, y: float) -> float:
        return self.wall

    def under_z(self, y: float) -> float:
        wide = self.tube_mm
        low = min(self.bow.height_at(at) for at in (y - wide, y, y + wide))
        return self.wall + CLEAR_MM + low - UNDER_BOW * wide

    def profile(self) -> Profile:
        half = self.half
        rise = min(self.rise, half)
        bent = [
            (y, self.wall + z) for y, z in arc(self.width, rise, self.bends + 1 if self.bends else ARC_PIECES)
        ]
        chords = sum(math.dist(a, b) for a, b in itertools.pairwise(bent))
        stretch = 1.0 if self.bends else arc_length(self.width, rise) / chords
        edges = [Edge("right", (-half, 0.0), bent[0])]
        pairs = itertools.pairwise(bent)
        edges += [Edge(f"roof {i + 1}", a, b, not self.bends, stretch) for i, (a, b) in enumerate(pairs)]
        return Profile((*edges, Edge("left", bent[-1], (half, 0.0))), self.wall)


ROOFS: Mapping[str, type[Roof]] = {"gable": Gable, "mono": Mono, "arched": Arched}  # by how each is chosen
