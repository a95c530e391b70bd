"""Side walls as several shapes have them: studs on the base rails at every rib, a plate on them, a brace in the front bay."""

from __future__ import annotations

from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.parts.gear import side_bands
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Member

LEAST_BRACE_MM = 350.0


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


def wall_braces(site: Site, foot: float, tops: Flat, bay: Flat) -> None:
    """A diagonal in the front bay of each side wall, from the base up to the plate's stud.

    Args: site; foot, the top of the base rails, mm; tops, of the right and the left plate, mm; bay, the last two studs
        along the pen, mm.
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
