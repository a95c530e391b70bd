"""A pen tipped on its axle and carried by the handles: what of it comes near the grass, and what drags.

         hands, at carrying height
                               o
      _________________----‾‾‾‾
r o---|  ↑ rear cross rail clears
  |\\tail
──┴───────────────── grass          every point turns about the axle by θ
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ergamot.core.frame.footing import Axle, Grip
from ergamot.core.frame.structure import Structure
from ergamot.core.working import Formula

CARRY_M = 0.76  # hands of someone who carries with arms down, just above the knuckle line; HSE INDG143
ELBOW_M = 1.0  # as far as hands lift what they can carry, for a step or two; HSE INDG143, elbow height
LEAST_RAISE_M = 0.05  # handles come up at least so far, or the front would drag; judgement
# the rear clears the grass by this when carried; judgement: grazed grass stands 30 mm, lies half
WANTED_MM = 25.0
GIVES_MM = 10.0  # turf and tyre give so far before all that touches bears; our judgement
DRAGS = Formula("s_d", "share of the axle's load that drags", "min(1, max(0, -c/give))")


@dataclass(frozen=True)
class Carried:
    """How a pen is tipped, degrees, and how far it clears the grass, mm (below 0: it digs in): the rear cross rail with
    all that stands on it, and the tail of the side rails behind the axle. The rails beside the tyres clear as those do.
    """

    deg: float
    rear_mm: float
    tail_mm: float

    @property
    def clear_mm(self) -> float:
        return min(self.rear_mm, self.tail_mm)

    @property
    def drags(self) -> float:
        """The share of the axle's load that drags instead of rolling, 0 to 1."""
        return DRAGS.of(c=self.clear_mm, give=GIVES_MM)


def carried(structure: Structure) -> Carried | None:
    """How a pen clears the grass when one end is carried.

    Args: structure.
    Returns: the Carried; none for a pen that is not carried.
    Source: geometry: a point x ahead of the axle and z above the grass stands at
        r + x·sin θ + (z − r)·cos θ; θ brings the hands to carrying height.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> round(carried(build(make_design(c, "low-pen", {}), c)).deg, 1)
    3.2
    """
    axle = structure.axle
    if axle is None or not structure.carried:
        return None
    tip = _Tip.of(axle, structure.grip, _hands_mm(structure, CARRY_M))
    inside, behind = structure.corners_by_body
    return Carried(math.degrees(tip.turn), tip.lowest(inside), tip.lowest(behind[behind[:, 0] < axle.x_mm]))


def lifted_clear_mm(structure: Structure) -> float | None:
    """Return how far its underside clears the grass half way from axle to hands, with the hands lifted to the elbow.

    Args: structure.
    Returns: mm; none for a pen that is not carried.
    Source: as `carried`.

    >>> round(lifted_clear_mm(pen()))
    214
    """
    axle, grip = structure.axle, structure.grip
    if axle is None or not structure.carried:
        return None
    tip = _Tip.of(axle, grip, _hands_mm(structure, ELBOW_M))
    return tip.lowest(np.array([[(axle.x_mm + grip.x_mm) / 2, 0.0, 0.0]]))


def _hands_mm(structure: Structure, height_m: float) -> float:
    return max(1000 * height_m, structure.grip.z_mm + 1000 * LEAST_RAISE_M)


@dataclass(frozen=True)
class _Tip:
    """A pen turned about its axle until its handles are in the hands; radians."""

    axle: Axle
    turn: float

    @classmethod
    def of(cls, axle: Axle, grip: Grip, hands_mm: float) -> _Tip:
        run, up = grip.x_mm - axle.x_mm, grip.z_mm - axle.radius_mm
        turn = math.asin(min(1.0, (hands_mm - axle.radius_mm) / math.hypot(run, up))) - math.atan2(up, run)
        return cls(axle, turn)

    def lowest(self, corners: np.ndarray) -> float:
        axle, (x, z) = self.axle, (corners[:, 0], corners[:, 2])
        above = (z + axle.rise_mm - axle.radius_mm) * math.cos(self.turn)
        heights = axle.radius_mm + (x - axle.x_mm) * math.sin(self.turn) + above
        return float(np.min(heights, initial=math.inf))
