"""What a pen takes up on the ground."""

from __future__ import annotations

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


def with_room(size: PenSize, vehicle: bool) -> PenSize:
    """A pen's size with the room past the end of a lane that whoever pulls it stands in.

    Args: size; vehicle, whether one pulls it.
    Returns: the PenSize; ground in a fence of its own wants none.
    Source: a judgement.

    >>> with_room(PenSize(3.0, 2.0, 3.4, 2.3), vehicle=False).turn_m
    0.8
    """
    if size.fenced:
        return size
    return replace(size, turn_m=VEHICLE_ROOM_M if vehicle else PERSON_ROOM_M)
