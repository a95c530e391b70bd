"""What is set into a house to sleep on and to keep it clean: roosts, the board under them, a tray under the floor."""

from __future__ import annotations

from itertools import pairwise

from ergamot.core.finding import phrase
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.covering import Coat
from ergamot.core.frame.face import Face, corners
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Covers, Duty, Group, Space
from ergamot.core.frame.parts.house.choices import NEST_DEPTH_MM, House
from ergamot.core.frame.parts.house.fit import (
    POP_HOLE_MM,
    TRAY_UNDER_MM,
    roost_places,
)
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Member

PAST_BARS_MM = 150.0  # a droppings board reaches past the bars; judgement: half a hen
OVER_FLOOR_MM = 10.0  # its upper side, over the floor it slides on
SLIDES_MM = 3.0  # a tray leaves on both sides
LEAST_TRAY_MM = 300.0  # a shorter one catches nothing; judgement
TRAY = "steel-26"  # what it is bent from
BOARD = "ply-9"  # of which it is cut


def set_roosts(site: Site, house: House, end: float) -> float:
    """Bars along the house on rails across it.

    Args: site; house; end, of its ribs, mm.
    Returns: length of bar, m.
    Source: common practice.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> site = begun("coop")
    >>> round(set_roosts(site, read_house(asked("coop"), c), site.lines[1]), 2)
    1.26
    """
    if not house.roosts.there:
        return 0.0
    thick, own = site.frame.section.thick_mm, house.bar
    first, last = site.lines[0], end
    places = roost_places(house, site.profile, clear_mm(site, house))
    duties = (Duty.RACK, Duty.RACK_RAIL) if house.roosts_out else (Duty.ROOST, Duty.ROOST_RAIL)
    why = (
        "the birds sleep on it, wide side up"
        if own.wide > own.high
        else "the birds sleep on it, its edges eased"
    )
    bar = Piece(duties[0], "roost", "Q", why, Group.ROOSTS, own.section)
    rail = Piece(duties[1], "roost rail", "J", "carries the roosts", Group.ROOSTS)
    at_front = last == site.lines[-1] and not house.parted  # behind the posts of the door
    behind = (site.x[1] - 2 * thick, site.x[1] - thick) if at_front else None
    x = (first - site.rib_mm / 2, behind[1] if behind else last + site.rib_mm / 2)
    total = 0.0
    for z in dict.fromkeys(z for _, z in places):
        on_legs = bool(house.parted) and before_the_hole(site, house, z)
        if on_legs:
            _posts(site, house, last, z, places)
        between = [] if house.held == "ends" else [line for line in site.lines if first + 1 < line < last - 1]
        posted = [line for line in between if house.on_posts and not _in_the_nests(site, house, line)]
        for line in posted:
            _posts(site, house, line, z, places)
        railed = [(line, None) for line in between if line not in posted]
        for line, span in ((first, None), *railed, *(() if on_legs else ((last, behind),))):
            set_on = site.cross_member(rail, line, (z - site.frame.section.deep_mm, z), span)
            if house.roosts_out:
                _cleats(site, set_on)
        for y, at in places:
            if at == z:
                site.frame.stick(bar, x, (y - own.wide / 2, y + own.wide / 2), (z, z + own.high), "x")
                total += x[1] - x[0]
    if house.droppings_board and places:
        legs = bool(house.parted) and before_the_hole(site, house, places[0][1])
        under = (x[0], last - thick / 2) if legs else x
        _droppings_board(site, house, under, [y for y, _ in places])
    return total / 1000


def _in_the_nests(site: Site, house: House, line: float) -> bool:
    """Do nest boxes stand on the floor where a post would?"""
    thick = site.frame.section.thick_mm
    return house.nests.within and line - thick / 2 < site.x[0] + thick + NEST_DEPTH_MM


def before_the_hole(site: Site, house: House, top: float) -> bool:
    """Would a rail under a roost run across a pop hole in the partition?

    Args: site; house; top, of the rail, mm.
    Returns: true where its foot is lower than the hole is high.
    Source: geometry.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop", house="yes"), c)
    >>> [before_the_hole(begun("coop"), house, house.floor_z + up) for up in (390.0, 490.0)]
    [True, False]
    """
    return top - site.frame.section.deep_mm < house.floor_z + POP_HOLE_MM[1]


def _posts(
    site: Site, house: House, line: float, top: float, places: tuple[tuple[float, float], ...]
) -> None:
    """A post under each bar of one height: on the floor, or on the bar of a lower step where it has one under it. `places` are
    those of all bars, from side to side, and the tops of what carries them."""
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    post = Piece(Duty.ROOST_POST, "roost post", "J", "stands under a roost", Group.ROOSTS)
    x = (line - thick / 2, line + thick / 2)
    apart = (deep + house.bar.wide) / 2
    for y in (y for y, at in places if at == top):
        lower = [at + house.bar.high for place, at in places if at < top and abs(place - y) < apart]
        site.frame.stick(post, x, (y - deep / 2, y + deep / 2), (max([house.floor_z, *lower]), top), "z")


def _cleats(site: Site, rail: Member) -> None:
    """A block on each wall under the ends of a roost rail, which lies on them."""
    small = site.catalogue.sections["1x2"]
    cleat = Piece(Duty.FURNITURE, "roost cleat", "N", "a roost rail lies on it", Group.ROOSTS, small)
    xs, ys, zs = (sorted({corner[axis] for corner in rail.corners}) for axis in range(3))
    for y in ((ys[0], ys[0] + small.thick_mm), (ys[-1] - small.thick_mm, ys[-1])):
        site.frame.stick(cleat, (xs[0], xs[-1]), y, (zs[0] - small.deep_mm, zs[0]), "x")


def _droppings_board(site: Site, house: House, x: Flat, bars: list[float]) -> None:
    """On the floor under the bars and a hand past them."""
    right, left = site.inside(house.floor_z)
    y = max(right + 5, min(bars) - PAST_BARS_MM), min(left - 5, max(bars) + PAST_BARS_MM)
    z = house.floor_z + OVER_FLOOR_MM
    face = Face("droppings board", (0, 0, z), (1, 0, 0), (0, 1, 0), (0, 0, 1), corners(x, y))
    board = site.catalogue.sheets[BOARD]
    coat = Coat("droppings board", board, Group.ROOSTS, Space.HOUSE, Space.HOUSE, Covers.FURNITURE)
    site.cover.cover(face, coat)


def set_tray(site: Site, house: House, end: float) -> None:
    """A tray under the floor, on a rail along the studs of both sides, from the rear to the ramp or the front.

    Args: site; house; end, as far as it reaches, mm.
    Source: common practice.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> site = begun("coop")
    >>> set_tray(site, read_house(asked("coop"), c), 1200.0)
    >>> len(site.frame.members)
    2
    """
    small = site.catalogue.sections["1x2"]
    thick = site.frame.section.thick_mm
    x = (site.x[0] + thick, min(end, site.x[1] - thick))
    if x[1] - x[0] < LEAST_TRAY_MM:
        site.notes.append(phrase("no room for a tray under a floor this short"))
        return
    z = house.under_floor - TRAY_UNDER_MM
    right, left = site.inside(z)
    rail = Piece(Duty.FURNITURE, "tray rail", "N", "the tray slides on it", Group.HOUSE, small)
    for y in ((right, right + small.thick_mm), (left - small.thick_mm, left)):
        for run in pairwise(evenly(*x, small.longest_mm)):
            site.frame.stick(rail, run, y, (z - small.deep_mm, z), "x")
    face = Face(
        "tray", (0, 0, z), (1, 0, 0), (0, 1, 0), (0, 0, 1), corners(x, (right + SLIDES_MM, left - SLIDES_MM))
    )
    under = Space.OPEN if house.ranges else Space.RUN
    coat = Coat("droppings tray", site.catalogue.sheets[TRAY], Group.HOUSE, under, under, Covers.FURNITURE)
    site.cover.cover(face, coat)


def clear_mm(site: Site, house: House) -> float:
    """What the wall's own frame takes on each side of the house.

    Args: site; house.
    Returns: mm.
    Source: geometry.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> clear_mm(begun("coop"), read_house(asked("coop"), c))
    38.0
    """
    right, _ = site.profile.span_at(house.floor_z)
    return site.inside(house.floor_z)[0] - right
