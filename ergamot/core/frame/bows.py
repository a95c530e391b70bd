"""A tube bent by hand: straight pieces and bends of one radius, and where each bend is marked on it.

           bend 2                       along the tube, from the end it is measured from:
         __-----__
bend 1 /           \\ bend 3            |----- straight -----(  bend  )----- straight ---...
      |             |                   0                    ^ starts
      |             |                             ^ mark, the bender's lead before it
     end
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.geometry import Flat

TUBE_TURNS = (
    4.85  # tightest radius of a hand bend over the tube's outside; NEC chapter 9 table 2, 3/4 in and 1 in
)
STEPS = 4  # straight pieces a bend is drawn in


@dataclass(frozen=True)
class Bend:
    """One bend of a tube: where along it, from the end it is measured from, it starts, mm; by how much it turns, degrees;
    to which radius of its middle line, mm; and how far before its start the bender's mark lies, mm."""

    start_mm: float
    turn_deg: float
    radius_mm: float
    lead_mm: float

    @property
    def mark_mm(self) -> float:
        """Where the tube is marked, from the same end."""
        return self.start_mm - self.lead_mm


@dataclass(frozen=True)
class Bow:
    """A bent tube's middle line as it is drawn, how long the tube is, and its bends from the first end on."""

    path: tuple[Flat, ...]
    length_mm: float
    bends: tuple[Bend, ...]

    def height_at(self, y: float) -> float:
        """Height of the line over a place, mm; 0 outside it."""
        ys, zs = zip(*self.path, strict=True)
        return float(np.interp(y, ys, zs, left=0.0, right=0.0))


def lead_mm(take_up_mm: float, radius_mm: float, outside_mm: float) -> float:
    """How far before the start of any bend the bender's mark is set.

    Args: take_up_mm, from the mark to the back of a trial bend of 90°, as measured; radius_mm of its middle line;
        outside_mm, of the tube.
    Returns: mm; below 0 where the mark lies past the start.
    Source: geometry: the back of a quarter bend lies a radius and half a tube past its start.

    >>> round(lead_mm(152.4, 114.3, 23.4), 1)
    26.4
    """
    return take_up_mm - radius_mm - outside_mm / 2


def bow(corners: tuple[Flat, ...], radius_mm: float, lead: float = 0.0) -> Bow:
    """Bend a tube round the corners of a line.

    Args: corners, (y, z) from end to end, mm, two or more; radius_mm of every bend, above 0; lead, mm.
    Returns: the Bow: each bend tangent to the straights beside it.
    Raises: OutOfRange where a straight is too short for the bends at its ends.
    Source: geometry: a bend of θ takes R·tan(θ/2) of the straights on both its sides and R·θ of tube.

    >>> bent = bow(((-1000.0, 0.0), (0.0, 1000.0), (1000.0, 0.0)), 200.0)
    >>> round(bent.length_mm, 1), [round(bend.start_mm, 1) for bend in bent.bends]
    (2742.6, [1214.2])
    """
    turns = _turns(corners)
    takes = [0.0, *(radius_mm * math.tan(turn / 2) for turn in turns), 0.0]
    path, bends, along = [corners[0]], [], 0.0
    for i, (a, b) in enumerate(pairwise(corners)):
        straight = math.dist(a, b) - takes[i] - takes[i + 1]
        if straight < 0:
            most = radius_mm * math.dist(a, b) / (takes[i] + takes[i + 1])
            raise OutOfRange(
                "bow_radius", radius_mm, f"at most {math.floor(most)} mm round bends so near each other"
            )
        along += straight
        if i < len(turns):
            bends.append(Bend(along, math.degrees(turns[i]), radius_mm, lead))
            path += _rounded(a, b, corners[i + 2], radius_mm, turns[i])
            along += radius_mm * turns[i]
    return Bow((*path, corners[-1]), along, tuple(bends))


def _turns(corners: tuple[Flat, ...]) -> list[float]:
    ways = [math.atan2(b[1] - a[1], b[0] - a[0]) for a, b in pairwise(corners)]
    return [abs(a - b) for a, b in pairwise(ways)]


def _rounded(a: Flat, b: Flat, c: Flat, radius: float, turn: float) -> list[Flat]:
    """Points along a bend at b, from the one straight to the other."""
    back, on = _unit(b, a), _unit(b, c)
    middle = (back[0] + on[0], back[1] + on[1])
    size = math.hypot(*middle)
    out = radius / math.cos(turn / 2)
    centre = (b[0] + middle[0] / size * out, b[1] + middle[1] / size * out)
    start = math.atan2(*(b[k] + back[k] * radius * math.tan(turn / 2) - centre[k] for k in (1, 0)))
    sign = math.copysign(1.0, back[1] * on[0] - back[0] * on[1])
    return [
        (
            centre[0] + radius * math.cos(start + sign * turn * i / STEPS),
            centre[1] + radius * math.sin(start + sign * turn * i / STEPS),
        )
        for i in range(STEPS + 1)
    ]


def _unit(a: Flat, b: Flat) -> Flat:
    size = math.dist(a, b)
    return (b[0] - a[0]) / size, (b[1] - a[1]) / size
