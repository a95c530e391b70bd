"""What a pen takes up on the ground."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from ergamot.core.frame.structure import Structure

# Past the end of a lane; judgements: a person before the handles, a lawn tractor or quad before the hitch
PERSON_ROOM_M, VEHICLE_ROOM_M = 0.8, 3.0


@dataclass(frozen=True)
class PenSize:
    """What a pen takes up, m: its body on the grass, and its whole length and width with gear; `turn_m` past an
    end of its lane for whoever pulls it; `fenced` where it is the ground its birds range over, in a fence of its own."""

    length_m: float
    width_m: float
    overall_length_m: float
    overall_width_m: float
    fenced: bool = False
    turn_m: float = 0.0

    @property
    def beyond_m(self) -> float:
        """How much longer the ground of a run is than its stops: handles and whoever pulls, at both ends."""
        return self.overall_length_m - self.length_m + 2 * self.turn_m

    @property
    def area_m2(self) -> float:
        return self.length_m * self.width_m


def pen_size(structure: Structure) -> PenSize:
    """What a structure takes up on the ground.

    Args: structure.
    Returns: the PenSize, m.
    Source: the structure.

    >>> round(pen_size(pen()).width_m, 2)
    2.13
    """
    body, over_all = structure.body, structure.standing_size
    return PenSize(
        length_m=(body.x[1] - body.x[0]) / 1000,
        width_m=(body.y[1] - body.y[0]) / 1000,
        overall_length_m=over_all.long_mm / 1000,
        overall_width_m=over_all.wide_mm / 1000,
    )


def with_room(size: PenSize, vehicle: bool, about_axle: bool) -> PenSize:
    """A pen's size with the room past the end of a lane that it is turned in by whoever pulls it.

    Args: size; vehicle, whether one pulls it; about_axle, whether it turns about an axle at its rear, its far end carried,
        else about its middle.
    Returns: the PenSize; ground in a fence of its own wants none.
    Source: geometry: how far its corners sweep past its end, and a judgement of who stands there.

    >>> round(with_room(PenSize(3.0, 2.0, 3.4, 2.3), vehicle=False, about_axle=True).turn_m, 2)
    0.99
    """
    if size.fenced:
        return size
    reach = size.overall_length_m if about_axle else size.overall_length_m / 2
    sweep = math.hypot(reach, size.overall_width_m / 2) - reach
    return replace(size, turn_m=sweep + (VEHICLE_ROOM_M if vehicle else PERSON_ROOM_M))
