"""Every stick of a hoop, in the order of the schedule in this package's docstring."""

from __future__ import annotations

from itertools import pairwise

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.hoop.choices import (
    ROOST_GAP_MM,
    STAND_M,
    HoopChoices,
    bars_that_fit,
    post_places,
    stand_half,
    under_arch,
)
from ergamot.core.frame.kinds import Duty, Group
from ergamot.core.frame.parts.gear import base_rails
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.parts.walls import end_plates, side_walls, wall_braces
from ergamot.core.frame.structure import Joint

LEAST_POST_MM = 60.0  # a shorter one is no post
BRACE_LEG_MM = 450.0  # of the base's corner braces; judgement: longer stands in the birds' way


def set_base(site: Site, pen: HoopChoices) -> None:
    """Base rails and a brace across each corner.

    Args: site; pen.
    Source: common practice.

    >>> from ergamot.core.frame.hoop.choices import chosen
    >>> site, choices = begun("hoop"), chosen(asked("hoop"), c)
    >>> set_base(site, choices)
    >>> len(site.frame.members)
    8
    """
    base_rails(site, pen.length, pen.half, pen.gear)
    rail = site.frame.rail
    thick, deep = rail.section.thick_mm, rail.section.deep_mm
    x0, x1 = site.x[0] + thick, site.x[1] - thick
    inner = pen.half - thick
    leg = min(BRACE_LEG_MM, (x1 - x0) / 3, inner / 2)
    brace = Piece(
        Duty.BASE_BRACE,
        "base brace",
        "K",
        "keeps the base square when it is dragged",
        section=rail.section,
        species=rail.species,
    )
    wide = thick * 2**0.5
    for x, ahead in ((x0, 1), (x1, -1)):
        for side in (-1, 1):
            y = side * inner
            ring = ((x, y - side * leg), (x, y - side * (leg - wide)))
            far = ((x + ahead * leg, y), (x + ahead * (leg - wide), y))
            corners: list[Point] = []
            for outer, near in (ring, far):
                corners += [(*outer, 0.0), (*outer, deep), (*near, deep), (*near, 0.0)]
            site.frame.sawn(brace, tuple(corners))


def set_knee_walls(site: Site, pen: HoopChoices) -> None:
    """Walls the panels stand on, tied across both ends beside the posts there.

    Args: site; pen.
    Source: common practice.

    >>> from ergamot.core.frame.hoop.choices import chosen
    >>> site, choices = begun("hoop", wall=600.0), chosen(asked("hoop", wall=600.0), c)
    >>> set_knee_walls(site, choices)
    >>> sum(one.duty is Duty.UPRIGHT for one in site.frame.members)
    10
    """
    if not pen.wall:
        return
    thick, lines = pen.section.thick_mm, site.lines
    foot, tops = pen.timbers.foot_z, (pen.wall, pen.wall)
    side_walls(site, pen.half, foot, tops, lines, "the panels' feet")
    wall_braces(site, foot, tops, (lines[-2], lines[-1]))
    for x in ((site.x[0], site.x[0] + thick), (site.x[1] - thick, site.x[1])):
        end_plates(site, pen.half, pen.wall, post_places(pen)[1], x)


def set_ends(site: Site, pen: HoopChoices) -> None:
    """An arch of straight pieces along the curve in each end, and posts under it.

    Args: site; pen.
    Source: common practice.

    >>> from ergamot.core.frame.hoop.choices import chosen
    >>> site, choices = begun("hoop"), chosen(asked("hoop"), c)
    >>> set_ends(site, choices)
    >>> len(site.frame.members)
    21
    """
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    rear, front = (site.x[0], site.x[0] + thick), (site.x[1] - thick, site.x[1])
    piece = Piece(Duty.ARCH, "arch piece", "E", "follows the curve; panels, mesh and sheet are fixed to it")
    outer, inside = pen.arch, pen.arch_inside
    for x in (rear, *_within(site, pen), front):
        for i in range(len(outer) - 1):
            outline = (outer[i], outer[i + 1], inside[i + 1], inside[i])
            site.frame.profiled(piece, outline, "x", x)
    near, far = post_places(pen)
    foot = pen.timbers.foot_z
    end_post = Piece(Duty.END_STUD, "end post", "S", "holds the end arch up")
    door_post = Piece(Duty.POST, "door post", "S", "the door hangs on it")
    for x, post in ((rear, end_post), (front, door_post if pen.doorway.there else end_post)):
        for side in (-1, 1):
            y = (side * near, side * far)
            top = [under_arch(pen, near), under_arch(pen, far)]
            if pen.house and x == rear:  # no further than the floor: nests and a hatch are over it
                top = [pen.house.under_floor] * 2
            if min(top) - foot < LEAST_POST_MM:
                continue
            outline = ((y[0], foot), (y[0], top[0]), (y[1], top[1]), (y[1], foot))
            site.frame.profiled(post, outline, "x", x)
    if not pen.doorway.there:
        return
    top_z = foot + pen.doorway.clear[1]
    head = Piece(Duty.HEAD, "door head", "S", "closes the frame of the door")
    site.frame.stick(head, front, (-near, near), (top_z, top_z + deep), "y")


def _within(site: Site, pen: HoopChoices) -> tuple[Flat, ...]:
    """The arch that what parts a house from the run lies on, from where to where along the pen; none without a house."""
    if not pen.house:
        return ()
    wall = site.x[0] + pen.house.length
    return ((wall - pen.section.thick_mm, wall),)


def set_ridge(site: Site, pen: HoopChoices) -> tuple[Joint, ...]:
    """A tube under the crown between the end arches, tied to the panels.

    Args: site; pen.
    Returns: its joints to the arch pieces at the crown.
    Source: common practice.

    >>> from ergamot.core.frame.hoop.choices import chosen
    >>> site, choices = begun("hoop"), chosen(asked("hoop"), c)
    >>> set_ridge(site, choices)
    ()
    """
    thick = pen.section.thick_mm
    crown = pen.points[len(pen.points) // 2][1]
    z = crown - pen.ridge.thick_mm / 2 - 6
    ridge = Piece(
        Duty.RIDGE_TUBE, "ridge tube", "M", "keeps the crown straight under tarp and snow", section=pen.ridge
    )
    edges = [site.x[0] + thick, *(edge for arch in _within(site, pen) for edge in arch), site.x[1] - thick]
    tubes = [
        site.frame.tube(ridge, ((a, 0.0, z), (b, 0.0, z)), (0.0, 1.0, 0.0))
        for ends in zip(edges[::2], edges[1::2], strict=True)
        for a, b in pairwise(evenly(*ends, pen.ridge.longest_mm))
    ]
    near_crown = [
        m
        for m in site.frame.members
        if m.duty is Duty.ARCH and min(abs(c[1]) for c in m.corners) < 1 and m.centre[1] > 0
    ]
    tie = site.usual(Fitting.TIE)
    return tuple(
        Joint((tube.ref, arch.ref), tie, 2, rule="tube strapped to the arch")
        for arch in near_crown
        for tube in tubes
        if min(abs(corner[0] - arch.centre[0]) for corner in tube.corners) < thick
    )


def roost_stand(site: Site, pen: HoopChoices) -> float:
    """Posts on the base rails, a rail across each pair, bars along the pen; metres of bar.

    Args: site; pen, with at least one bar.
    Returns: m.
    Source: common practice.

    >>> from ergamot.core.frame.hoop.choices import chosen
    >>> site, choices = begun("hoop"), chosen(asked("hoop"), c)
    >>> roost_stand(site, choices)
    0.0
    """
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    inner, z = pen.half - site.frame.rail.section.thick_mm, pen.roost_height
    reach = stand_half(pen)
    lines = _stand_lines(site, pen)
    sill = Piece(Duty.FURNITURE, "roost sill", "J", "carries the roost posts; ties the base", Group.ROOSTS)
    post = Piece(Duty.ROOST_POST, "roost post", "U", "carries the roosts", Group.ROOSTS)
    rail = Piece(Duty.ROOST_RAIL, "roost rail", "J", "carries the roosts", Group.ROOSTS)
    for start in lines:
        x = (start, start + thick)
        site.frame.stick(sill, x, (-inner, inner), (0, deep), "y")
        for y in ((-reach, deep - reach), (reach - deep, reach)):
            site.frame.stick(post, x, y, (deep, z), "z")
        site.frame.stick(rail, x, (deep - reach, reach - deep), (z - deep, z), "y")
    bar = Piece(Duty.ROOST, "roost", "Q", "the birds sleep on it, wide side up", Group.ROOSTS)
    run = (lines[0], lines[1] + thick)
    count = min(pen.roost_bars, bars_that_fit(pen))
    for i in range(count):
        middle = (i - (count - 1) / 2) * ROOST_GAP_MM
        site.frame.stick(bar, run, (middle - deep / 2, middle + deep / 2), (z, z + thick), "x")
    return count * (run[1] - run[0]) / 1000


def _stand_lines(site: Site, pen: HoopChoices) -> tuple[float, float]:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    start = site.x[0] + BRACE_LEG_MM + 2 * thick
    return start, min(start + 1000 * STAND_M, site.x[1] - BRACE_LEG_MM - 2 * thick - deep)


def roosts_end(site: Site, pen: HoopChoices) -> float:
    """Where the roost stand ends, along x.

    Args: site; pen, with roosts.
    Returns: mm.
    Source: geometry.

    >>> from ergamot.core.frame.hoop.choices import chosen
    >>> site, choices = begun("hoop"), chosen(asked("hoop"), c)
    >>> roosts_end(site, choices)
    1949.5
    """
    return _stand_lines(site, pen)[1] + 3 * pen.section.thick_mm
