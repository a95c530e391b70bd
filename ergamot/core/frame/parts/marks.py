"""Dimensions every shape is drawn with, and the lengths at which its stock comes out whole."""

from __future__ import annotations

from ergamot.core.catalogue import Section
from ergamot.core.frame.kinds import Item
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Dimension

BESIDE_MM = 260.0  # a dimension line stands this far off what it measures
BELOW_MM = -190.0


def base_marks(
    site: Site, length: float, half: float, ahead: float = BESIDE_MM, width: str = "width"
) -> tuple[Dimension, Dimension, Dimension, Dimension]:
    """Length and width in plan, the body from the side, the width from the end.

    Args: site; length, of the base rails, and half the outside width, mm; ahead, room left in front, mm;
        width, the parameter that changes it, or nothing.
    Returns: four Dimensions.
    Source: common practice.

    >>> [mark.view for mark in base_marks(begun(), 3000.0, 900.0)]
    ['plan', 'plan', 'side', 'end']
    """
    x0, x1 = site.x
    return (
        Dimension("plan", (0, -half), (length, -half), -320, length, "length"),
        Dimension("plan", (length, -half), (length, half), ahead, 2 * half, width),
        Dimension("side", (x0, 0), (x1, 0), BELOW_MM, x1 - x0),
        Dimension("end", (-half, 0), (half, 0), BELOW_MM, 2 * half, width),
    )


def outermost(site: Site) -> float:
    """How far out from the middle the widest stick or wheel that stands beside a pen reaches.

    Args: site, with all its sticks and its running gear.
    Returns: mm.
    Source: geometry.

    >>> from ergamot.core.frame.carpentry import Piece
    >>> from ergamot.core.frame.kinds import Duty, Group
    >>> site = begun()
    >>> handle = Piece(Duty.HANDLE, "handle", "H", "to pull by", Group.GEAR)
    >>> _ = site.frame.stick(handle, (0, 900), (900, 938), (0, 64), "x")
    >>> outermost(site)
    938
    """
    sticks = (abs(corner[1]) for member in site.frame.members for corner in member.corners)
    wheels = (
        abs(item.place[1]) + item.size_mm[1] / 2
        for item in site.hardware
        if item.item is Item.WHEEL and item.size_mm
    )
    return max(*sticks, *wheels)


def whole_and_halves(section: Section, more: float = 0.0, per_mm: float = 1.0) -> tuple[float, ...]:
    """Sizes at which a stick comes out of stock whole, or two out of one board.

    Args: section; more, mm of the size that the stick does not take up; per_mm, mm of size for one of stick.
    Returns: mm, rising, each once.
    Source: stock lengths in the catalogue.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> whole_and_halves(load_catalogue().sections["2x3"], 76)[0]
    1295.2
    """
    sticks = [share * length for length in section.stock_mm for share in (0.5, 1.0)]
    return tuple(sorted({round(stick * per_mm + more, 1) for stick in sticks}))
