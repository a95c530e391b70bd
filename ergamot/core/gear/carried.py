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

from ergamot.core.frame.structure import Structure
from ergamot.core.working import Formula

CARRY_M = 0.76  # hands of someone who carries with arms down, just above the knuckle line; HSE INDG143
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
    radius = axle.radius_mm
    run, up = structure.grip.x_mm - axle.x_mm, structure.grip.z_mm - radius
    hands = max(1000 * CARRY_M, structure.grip.z_mm + 1000 * LEAST_RAISE_M)
    turn = math.asin(min(1.0, (hands - radius) / math.hypot(run, up))) - math.atan2(up, run)
    sin, cos = math.sin(turn), math.cos(turn)

    def lowest(corners: np.ndarray) -> float:
        x, z = corners[:, 0], corners[:, 2]
        heights = radius + (x - axle.x_mm) * sin + (z + axle.rise_mm - radius) * cos
        return float(np.min(heights, initial=math.inf))

    inside, behind = structure.corners_by_body
    return Carried(math.degrees(turn), lowest(inside), lowest(behind[behind[:, 0] < axle.x_mm]))
