"""Base rails: what every pen stands on."""

from __future__ import annotations

import math

from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.laps import half_lap
from ergamot.core.frame.parts.gear.choices import Gear
from ergamot.core.frame.parts.site import Site

MOST_BEVEL_DEG = 60.0  # off square; steeper wants a jig even with the stick laid on its side


def side_bands(half: float, thick: float) -> tuple[Flat, Flat]:
    """The y range of the right and of the left side rail.

    Args: half, half the outside width, mm; thick, of the rail, mm.
    Returns: two (low, high) ranges, right then left.
    Source: geometry.

    >>> side_bands(500, 38)
    ((-500, -462), (462, 500))
    """
    return (-half, thick - half), (half - thick, half)


def tail_start(gear: Gear | None, deep: float) -> float:
    """Where the foot of the side rails begins: under the axle where the tail behind it is bevelled.

    Args: gear, none for rails that are not carried; deep, of the rail, mm.
    Returns: mm from the rear end.
    Source: geometry; half degrees, up to 60° off square.

    >>> tail_start(None, 64)
    0.0
    """
    if gear is None or not gear.bevelled:
        return 0.0
    steepest = min(MOST_BEVEL_DEG, math.degrees(math.atan2(gear.axle, deep)))
    return deep * math.tan(math.radians(math.ceil(2 * steepest) / 2))


def base_rails(site: Site, length: float, half: float, gear: Gear | None = None) -> None:
    """Two side rails the whole length, and a cross rail under each end wall.

    Where two ends meet, steel is mitred, timber butted or half-lapped.

    Args: site; length, mm; half, half the outside width, mm; gear, which may have their tail bevelled.
    Source: common practice.

    >>> site = begun()
    >>> base_rails(site, 3000.0, 900.0)
    >>> len(site.frame.members)
    4
    """
    rail = site.frame.rail
    thick, deep = rail.section.thick_mm, rail.section.deep_mm
    side = Piece(
        Duty.BASE_RAIL,
        "base side rail",
        "B",
        "carries the whole pen and slides on the grass",
        section=rail.section,
        species=rail.species,
    )
    start = tail_start(gear, deep)
    welded = rail.section.welded and not start  # a bevelled rail is butted: no end is cut two ways
    mitred = (welded and site.x[0] < 1, welded)
    lap = site.frame.lapped and not rail.section.welded
    sides = []
    for band in side_bands(half, thick):
        if any(mitred):
            out, inn = band if band[0] < 0 else band[::-1]
            a, b = (thick if cut else 0.0 for cut in mitred)
            plan = ((0.0, out), (length, out), (length - b, inn), (a, inn))
            made = site.frame.profiled(side, plan, "z", (0, deep))
        elif start:
            outline = ((start, 0.0), (length, 0.0), (length, deep), (0.0, deep))
            made = site.frame.profiled(side, outline, "y", band)
        else:
            made = site.frame.stick(side, (0, length), band, (0, deep), "x")
        sides.append(made)
    across = Piece(
        Duty.BASE_CROSS,
        "base cross rail",
        "B",
        "holds the side rails apart and closes the end at the ground",
        section=rail.section,
        species=rail.species,
    )
    for low, cut, ahead in ((site.x[0], mitred[0], False), (site.x[1] - thick, mitred[1], True)):
        x, inner = (low, low + thick), half - thick
        if cut:
            out, inn = x[::-1] if ahead else x
            site.frame.profiled(
                across, ((out, -half), (out, half), (inn, inner), (inn, -inner)), "z", (0, deep)
            )
        else:
            lapped = lap and (ahead or (low < 1 and not start))
            end = half if lapped else inner
            made = site.frame.stick(across, x, (-end, end), (0, deep), "y")
            for over in sides if lapped else ():
                half_lap(site.frame, over, made)
