"""Base rails: what every pen stands on."""

from __future__ import annotations

from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parts.site import Site


def side_bands(half: float, thick: float) -> tuple[Flat, Flat]:
    """The y range of the right and of the left side rail.

    Args: half, half the outside width, mm; thick, of the rail, mm.
    Returns: two (low, high) ranges, right then left.
    Source: geometry.

    >>> side_bands(500, 38)
    ((-500, -462), (462, 500))
    """
    return (-half, thick - half), (half - thick, half)


def base_rails(site: Site, length: float, half: float) -> None:
    """Two side rails the whole length, and a cross rail under each end wall.

    Args: site; length, mm; half, half the outside width, mm.
    Source: common practice.
    """
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    side = Piece("base side rail", "B", "carries the whole pen and slides on the grass")
    for band in side_bands(half, thick):
        site.frame.stick(side, (0, length), band, (0, deep), "x")
    across = Piece("base cross rail", "B", "holds the side rails apart and closes the end at the ground")
    for low in (site.x[0], site.x[1] - thick):
        site.frame.stick(across, (low, low + thick), (thick - half, half - thick), (0, deep), "y")
