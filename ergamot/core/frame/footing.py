"""What a pen moves on, is taken hold of by, and is held down with."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.catalogue import Anchor as AnchorRow
from ergamot.core.catalogue import Wheel
from ergamot.core.catalogue.kinds import Steel
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Parked, PutUnder
from ergamot.core.frame.swing import Swing
from ergamot.core.records import record


@dataclass(frozen=True)
class Axle:
    """Wheels the pen moves on. x from the rear end of the rails; all mm.

    `rise_mm` is how far they lift the rails above the grass. `parked` tells where they are when it stands. `rides_kg` is a loose axle's own mass, which moves with the pen;
    `put_under` is what it is put there with. Wheels are `chocked` while it stands, or free to roll. A front axle that steers turns by `turns_deg`.
    """

    x_mm: float
    radius_mm: float
    wheel: Wheel
    wheels: int
    rise_mm: float = 0.0
    parked: Parked = Parked.DOWN
    steel: Steel = Steel.MILD
    held_sides: int = 1
    rides_kg: float = 0.0
    turns_deg: float = 0.0
    put_under: PutUnder = PutUnder.NOTHING
    chocked: bool = False


@dataclass(frozen=True)
class Lever:
    """A swinging wheel: its pivot's place along the rail (mm), the way its arm points when parked (−1 rear, 1
    front), its side (−1 right, 1 left), the face of the wood it lies against (mm from the middle), its swing."""

    where: str
    x_mm: float
    points: int
    side: int
    inner_mm: float
    swing: Swing
    handle_mm: float


@dataclass(frozen=True)
class Grip:
    """Where the hands take hold at the front, mm; and whether they can at the rear too."""

    x_mm: float
    z_mm: float
    both_ends: bool = False


@record
class Stake:
    """Where a strap leaves the pen, mm, and the way from there to its anchor, a unit vector."""

    place: Flat
    away: Flat


@record
class Anchor:
    """Something driven or screwed into firm ground, and beside what of the pen it stands."""

    row: AnchorRow
    stake: Stake

    @property
    def place(self) -> Flat:
        return self.stake.place


@dataclass(frozen=True)
class Ballast:
    """Weight hung on the pen while it stands: kg, and where, mm."""

    kg: float
    place: Flat
