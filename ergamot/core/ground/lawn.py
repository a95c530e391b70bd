"""A rectangular lawn laid out in lanes of stops, walked up and down without a long haul.

v (across)
|  lane 2   3  4  5      even lanes run up the lawn, odd ones back:
|  lane 1   2  1  0      the next stop always adjoins the last
|  lane 0   0  1  2
+------------------ u (along the lawn's length, on its heading)
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from ergamot.core.catalogue import FloorNeed
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.frame.structure import Structure
from ergamot.core.units import Quantity, say

# a lawn, not a farm: below, no pen turns; above, the plan is no picture any more; judgement
LEAST_M, MOST_M = 2.0, 500.0


@dataclass(frozen=True)
class Lawn:
    """Length and width in m; heading of its length in degrees from north, clockwise."""

    length_m: float
    width_m: float
    heading_deg: float

    @property
    def area_m2(self) -> float:
        return self.length_m * self.width_m


@dataclass(frozen=True)
class PenSize:
    """What a pen takes up, m: its body on the grass, and its whole length and width with gear; `fenced` where it is the
    ground its birds range over, in a fence of its own."""

    length_m: float
    width_m: float
    overall_length_m: float
    overall_width_m: float
    fenced: bool = False

    @property
    def area_m2(self) -> float:
        return self.length_m * self.width_m


@dataclass(frozen=True)
class Stop:
    """One standing place. u and v are its low corner, m; `forward` when the pen heads up the lawn."""

    lane: int
    number: int
    u_m: float
    v_m: float
    forward: bool


def make_lawn(length_m: float, width_m: float, heading_deg: float) -> Lawn:
    """Check what was entered and make a lawn of it.

    Args: length_m and width_m, 2 to 500; heading_deg, 0 to 360.
    Returns: the Lawn.
    Raises: OutOfRange.
    Source: common practice.

    >>> make_lawn(40, 12, 20).area_m2
    480
    """
    require_range("length_m", length_m, LEAST_M, MOST_M, "m")
    require_range("width_m", width_m, LEAST_M, MOST_M, "m")
    require_range("heading_deg", heading_deg, 0, 360, "°")
    return Lawn(length_m, width_m, heading_deg % 360)


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


def range_size(birds: int, need: FloorNeed, lawn: Lawn) -> PenSize:
    """What a flock takes up that ranges from a house by day: a square in a fence of its own, longer on a narrow lawn.

    Args: birds, 1 or more; need, the row of their kind; lawn.
    Returns: the PenSize, m.
    Source: ground a bird, (EU) 2020/464.

    >>> range_size(12, c.floor_needs["hen"], Lawn(40.0, 6.0, 0.0)).length_m
    8.0
    """
    area = birds * need.range_m2
    wide = min(math.sqrt(area), lawn.width_m)
    return PenSize(area / wide, wide, area / wide, wide, fenced=True)


def lanes(lawn: Lawn, pen: PenSize) -> tuple[Stop, ...]:
    """Every stop of a lawn in the order it is used: zigzag, next stop one pen length on.

    Args: lawn; pen, its size.
    Returns: the stops, none overlapping, all inside; the lanes begin at the lawn's low corner.
    Raises: OutOfRange when the pen with its handles does not fit on the lawn.
    Source: common practice.

    >>> len(lanes(Lawn(40, 12, 0), PenSize(3, 2, 3.5, 2.3)))
    65
    """
    _refuse("length_m", lawn.length_m, pen.overall_length_m, "long with its handles")
    _refuse("width_m", lawn.width_m, pen.overall_width_m, "wide with its wheels")
    return tuple(_zigzag(lawn, pen))


def _refuse(field: str, has_m: float, needs_m: float, how: str) -> None:
    if has_m < needs_m:
        needs = Quantity(needs_m, "m")
        words = f"{say(needs)} ({say(needs, 'imperial')})"
        raise OutOfRange(
            field, has_m, f"at least {words}", f"The pen is {words} {how}: the lawn is too small for it"
        )


def _zigzag(lawn: Lawn, pen: PenSize) -> Iterator[Stop]:
    """Lanes one width apart; stops one length apart. Handles may reach past the last stop's lane
    end only by what the lawn leaves, so that much is kept free at the far end."""
    beyond = pen.overall_length_m - pen.length_m
    side = pen.overall_width_m - pen.width_m
    along = max(1, int((lawn.length_m - beyond + 1e-9) / pen.length_m))
    across = max(1, int((lawn.width_m - side + 1e-9) / pen.width_m))
    for lane in range(across):
        forward = lane % 2 == 0
        run = range(along) if forward else range(along - 1, -1, -1)
        for number, place in enumerate(run):
            yield Stop(
                lane, number, beyond / 2 + place * pen.length_m, side / 2 + lane * pen.width_m, forward
            )
