"""Side walls as several shapes have them: studs on the base rails at every rib, a plate on them, a brace in the front bay."""

from __future__ import annotations

import math

from ergamot.core.finding import What
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.parameters import Choice, switch
from ergamot.core.frame.parts.gear import side_bands
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Member

LEAST_BRACE_MM = 350.0
LEAST_END_BAY_MM = 120.0  # a narrower one holds no brace; judgement
CLEAR_MM = 5.0  # of arithmetic, over the base and under the plate
UPRIGHTS = frozenset({Duty.UPRIGHT, Duty.END_STUD, Duty.POST})
Edge = tuple[float, float, float]


def side_walls(
    site: Site, half: float, foot: float, tops: Flat, lines: tuple[float, ...], carries: str
) -> tuple[Member, Member]:
    """Set the studs and the plates of both side walls.

    Args: site; half, half the outside width, mm; foot, the top of the base rails, mm; tops, of the right and the left
        plate, mm; lines, where studs stand along the pen, mm; carries, what lies on the plates, in words.
    Returns: the right and the left plate.
    Source: common practice.

    >>> [one.role for one in side_walls(begun("coop"), 900.0, 64.0, (900.0, 900.0), (32.0, 900.0), "the roof")]
    ['wall plate', 'wall plate']
    """
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    sawn = site.frame.stud
    stud = Piece(
        Duty.UPRIGHT, "stud", "U", "holds the wall plate up; mesh and sheet land on it", section=sawn
    )
    for line in lines:
        for band, top in zip(side_bands(half, thick), tops, strict=True):
            x = (line - sawn.deep_mm / 2, line + sawn.deep_mm / 2)
            site.frame.stick(stud, x, band, (foot, top - deep), "z")
    plate = Piece(Duty.PLATE, "wall plate", "T", f"ties the studs and carries {carries}")
    right, left = (
        site.frame.stick(plate, site.x, band, (top - deep, top), "x")
        for band, top in zip(side_bands(half, thick), tops, strict=True)
    )
    return right, left


def wall_braces(site: Site, foot: float, tops: Flat, bay: Flat, full: bool = False) -> None:
    """Set a diagonal in the front bay of each side wall, from the base up to the plate's stud.

    Args: site; foot, the top of the base rails, mm; tops, of the right and the left plate, mm; bay, the last two studs
        along the pen, mm; full, whether it reaches up to the plate, where it would be steeper than 45°.
    Source: common practice.

    >>> site = begun("coop")
    >>> wall_braces(site, 64.0, (1600.0, 1600.0), (2700.0, 3600.0))
    >>> len(site.frame.members)
    2
    """
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    brace = Piece(Duty.SIDE_BRACE, "wall brace", "K", "keeps the wall from racking at every move")
    stud = site.frame.stud.deep_mm
    u = (bay[0] + stud / 2, bay[1] - stud / 2)
    run = u[1] - u[0]
    for name, top in zip(("right", "left"), tops, strict=True):
        rise = min(run, top - foot - deep - 2.2 * deep)
        if full:
            rise = max(rise, _rise_of(run, top - deep - foot - 2 * CLEAR_MM, deep))
        if run > LEAST_BRACE_MM and rise > LEAST_BRACE_MM / 2:
            face = site.faces[name]
            site.frame.diagonal(brace, face, (u[1], foot + 5), (u[0], foot + 5 + rise), (-thick, 0))


def end_plates(site: Site, half: float, top: float, post: float, x: Flat) -> None:
    """Tie the side plates of an end to the posts that stand in it.

    Args: site; half, half the outside width, mm; top, of the plates, mm; post, the outer side of the posts, from the
        middle, mm; x, from where to where along the pen, mm.
    Source: common practice.

    >>> site = begun("coop")
    >>> end_plates(site, 900.0, 900.0, 364.0, (0.0, 38.0))
    >>> len(site.frame.members)
    2
    """
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    plate = Piece(Duty.END_PLATE, "end plate", "T", "ties the wall plates across the end")
    for side in (-1, 1):
        a, b = side * (half - thick), side * post
        site.frame.stick(plate, x, (min(a, b), max(a, b)), (top - deep, top), "y")


FULL_BRACES = switch(
    "wall_braces",
    "Wall braces",
    "frame",
    Choice("yes", "up to the plates", "steeper than 45°, but to the top"),
    "at 45°",
    idle=(What.SPACE,),
)
END_BRACES = switch(
    "end_braces",
    "Braces in the ends",
    "frame",
    Choice("yes", "a diagonal beside each corner", "keeps the ends from leaning in a gust"),
    idle=(What.SPACE,),
)


def end_braces(site: Site, foot: float, ends: tuple[str, ...] = ("front", "rear")) -> None:
    """Set a diagonal beside both corners of an end, from the base up to what closes it, or to the floor of a house.

         corner   next stud          the bay beside a corner, as steep as it is tall
           | \\      |
           |   \\    |
           |_____\\__|

    Args: site, with its studs and posts, and what is set into its ends; foot, the top of the base rails, mm; ends, by the names of their faces.
    Source: common practice.

    >>> site = framed("coop")
    >>> before = len(site.frame.members)
    >>> end_braces(site, 64.0)
    >>> len(site.frame.members) - before
    4
    """
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    brace = Piece(Duty.SIDE_BRACE, "end brace", "K", "keeps the end from leaning in a gust")
    for name in ends:
        face = site.faces[name]
        at = site.x[1] - thick / 2 if name == "front" else site.x[0] + thick / 2
        upright = sorted(_uprights_at(site, at, foot))
        for (_, inner, _), (outer, _, _), tops in _beside_corners(upright):
            u = sorted(face.flat((at, y, 0.0))[0] for y in (inner, outer))
            top = min(*tops, _under(site, at, (inner, outer), foot))
            rise = _rise_of(u[1] - u[0], top - foot - 2 * CLEAR_MM, deep)
            if u[1] - u[0] >= LEAST_END_BAY_MM and rise >= LEAST_BRACE_MM / 2:
                low = foot + CLEAR_MM
                start, end = (u[1], u[0]) if inner < 0 else (u[0], u[1])
                site.frame.diagonal(brace, face, (start, low), (end, low + rise), (-thick, 0))


def _uprights_at(site: Site, x: float, foot: float) -> list[tuple[float, float, float]]:
    """What stands on the base in an end: from where to where across, and its top, mm."""
    found = []
    for one in site.frame.members:
        xs, ys, zs = ([corner[axis] for corner in one.corners] for axis in range(3))
        if one.duty in UPRIGHTS and min(xs) < x < max(xs) and min(zs) < foot + CLEAR_MM:
            found.append((min(ys), max(ys), max(zs)))
    return found


def _under(site: Site, x: float, y: Flat, foot: float) -> float:
    """How low the lowest thing is that runs across a bay of an end over its base, mm."""
    lowest = math.inf
    for one in site.frame.members:
        xs, ys, zs = ([corner[axis] for corner in one.corners] for axis in range(3))
        beside = min(max(ys), y[1]) - max(min(ys), y[0])
        if (
            one.duty is not Duty.LEAF
            and min(xs) < x < max(xs)
            and beside > CLEAR_MM
            and min(zs) > foot + CLEAR_MM
        ):
            lowest = min(lowest, min(zs))
    return lowest


def _beside_corners(upright: list[tuple[float, float, float]]) -> list[tuple[Edge, Edge, Flat]]:
    """The two bays beside the corners: the corner's stud, the next, and their tops; one where nothing stands between them."""
    if len(upright) < 2:
        return []
    pairs = [(upright[0], upright[1]), (upright[-1], upright[-2])]
    bays = []
    for corner, other in pairs[: 1 if len(upright) == 2 else 2]:
        low, high = (corner, other) if corner[0] < other[0] else (other, corner)
        bays.append((low, high, (corner[2], other[2])))
    return bays


def _rise_of(run: float, room: float, deep: float) -> float:
    """Return how far up a brace goes so that it ends under what closes its bay, its upper edge cut along the stud: where
    rise + deep·√(1 + (rise/run)²) is the room."""
    over = max(0.0, room**2 - deep**2)
    return over / (room + math.sqrt(room**2 - (1 - (deep / run) ** 2) * over)) if over and run > 0 else 0.0
