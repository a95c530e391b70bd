"""Ends of sticks that are not sawn square, to be marked by a template at full size."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.structure import Structure
from ergamot.core.stock.cut_list import saw_deg


@dataclass(frozen=True)
class SawnEnd:
    """An end as it is sawn, seen on the face of the stick its cut runs slantwise over.

    `section` is the stick's label, `wide_mm` that face's width, `angle_deg` off square as the saw is set; `ends` says how
    many ends of each label are sawn so.
    """

    section: str
    wide_mm: float
    angle_deg: float
    ends: tuple[tuple[str, int], ...]

    @property
    def slant_mm(self) -> float:
        """How far the short point lies behind the long point."""
        return self.wide_mm * math.tan(math.radians(self.angle_deg))

    def outline(self, long_mm: float) -> tuple[Flat, Flat, Flat, Flat]:
        """The last of the stick, its long point at (0, 0), mm: u back along it, v across its face.

        Args: long_mm, how much of it to draw; of a longer slant, as far across as that reaches.
        Returns: long point, short point, and the two where the drawing breaks off.
        Source: geometry.

        >>> SawnEnd("2×3", 64.0, 45.0, (("K1", 4),)).outline(100.0)[2]
        (100.0, 64.0)
        """
        reach = min(self.slant_mm, long_mm)
        wide = self.wide_mm * reach / self.slant_mm
        return (0.0, 0.0), (reach, wide), (long_mm, wide), (long_mm, 0.0)


def sawn_ends(structure: Structure) -> tuple[SawnEnd, ...]:
    """The ends of a pen's straight sticks that are off square, those of one section and setting of the saw together.

    Args: structure.
    Returns: SawnEnds, by section, then from the flattest angle on; none of a pen sawn square throughout. An end sawn
        slantwise over two faces has a template for each.
    Source: the structure; angles to the half degree, as its cut list has them.

    >>> [(one.angle_deg, one.ends) for one in sawn_ends(pen())]
    [(43.5, (('B1', 2),)), (45.0, (('K1', 8),))]
    """
    found: dict[tuple[str, float, float], dict[str, int]] = {}
    for member in structure.members:
        if member.convex and not member.notches:
            continue  # a bent tube
        near, far = member.corners[:4], member.corners[4:]
        for own, other in ((near, far), (far, near)):
            for wide, angle in _slants(own, other):
                counts = found.setdefault((member.section.label, wide, angle), {})
                counts[member.label] = counts.get(member.label, 0) + 1
    return tuple(SawnEnd(*key, tuple(sorted(found[key].items()))) for key in sorted(found))


def _slants(own: tuple[Point, ...], other: tuple[Point, ...]) -> list[Flat]:
    """Width and angle of an end on each of two neighbouring faces it is sawn slantwise over."""
    along = np.subtract(other[0], own[0])
    along /= np.linalg.norm(along)
    edges = [np.subtract(own[beside], own[0]) for beside in (1, 3)]
    found = []
    for edge in edges:
        slant = abs(float(edge @ along))
        wide = math.sqrt(max(float(edge @ edge) - slant**2, 0.0))
        found.append((round(wide, 1), saw_deg(math.degrees(math.atan2(slant, wide)))))
    return [(wide, angle) for wide, angle in found if angle]
