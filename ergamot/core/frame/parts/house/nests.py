"""Nest boxes in a row across the rear of the house: on its floor, or hung outside its wall."""

from __future__ import annotations

from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.covering import Coat
from ergamot.core.frame.face import Face, corners
from ergamot.core.frame.kinds import Covers, Duty, Group, Purpose, Space, When
from ergamot.core.frame.parts.doors import Flap, hang_flap
from ergamot.core.frame.parts.house.choices import NEST_DEPTH_MM, NEST_MM, House
from ergamot.core.frame.parts.house.fit import NEST_WALL_MM, nest_row_mm
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Zone

LIP_MM = 100.0  # keeps the straw in; judgement
LID_FALL_MM = 60.0  # of a sloping lid; judgement: rain runs off it


def _coat(house: House, role: str, outside: Space = Space.HOUSE) -> Coat:
    """Boxes share the air of the house: their openings are larger than anything else in it."""
    return Coat(role, house.walls, Group.NESTS, Space.HOUSE, outside, Covers.FURNITURE, when=_when(house))


def _when(house: House) -> When:
    return When.LATER if house.nests_later else When.NOW


def _row(site: Site, house: House) -> tuple[float, float]:
    right, left = site.inside(house.floor_z + NEST_MM)
    middle, half = (right + left) / 2, nest_row_mm(house) / 2
    return middle - half, middle + half


def _upright(name: str, x: float, y: tuple[float, float], z: tuple[float, float], out: int) -> Face:
    """A wall across the pen at x."""
    return Face(name, (x, 0, 0), (0, 1, 0), (0, 0, 1), (out, 0, 0), corners(y, z))


def _partitions(site: Site, house: House, x: tuple[float, float], y: tuple[float, float], z: float) -> None:
    """Ends and walls between boxes."""
    step = NEST_MM + NEST_WALL_MM
    for i in range(house.nests_in_row + 1):
        at = y[0] + i * step
        outer = i in (0, house.nests_in_row)
        name = "nest end" if outer else "nest wall"
        side = -1 if i == 0 else 1
        face = Face(
            f"{name} {i}",
            (0, at, 0),
            (1, 0, 0),
            (0, 0, 1),
            (0, side, 0),
            corners(x, (z, z + house.nests_high)),
        )
        outside = Space.OPEN if outer and house.nests.hung else Space.HOUSE
        site.cover.cover(face, _coat(house, name, outside))


def inside_nests(site: Site, house: House) -> int:
    """A row of boxes against the rear wall, on the house floor or a ledge over it, reached through a hatch in it.

    Args: site; house.
    Returns: how many boxes, 1 or more.
    Source: common practice, 300 mm boxes.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> inside_nests(begun("coop"), house)
    3
    """
    y, z = _row(site, house), house.floor_z + house.nests_over_floor
    back = site.x[0] + site.frame.section.thick_mm
    x = (back, back + NEST_DEPTH_MM)
    if house.nests_over_floor:
        _ledge(site, house, x, y, z)
        floor = Face("nest floor", (0, 0, z), (1, 0, 0), (0, 1, 0), (0, 0, -1), corners(x, y))
        site.cover.cover(floor, _coat(house, "nest floor"))
    _partitions(site, house, x, y, z)
    top = Face("nest top", (0, 0, z + NEST_MM), (1, 0, 0), (0, 1, 0), (0, 0, 1), corners(x, y))
    site.cover.cover(top, _coat(house, "nest top"))
    lip = _upright("nest lip", x[1], y, (z, z + LIP_MM), 1)
    site.cover.cover(lip, _coat(house, "nest lip"))
    _egg_door(site, house, y, z)
    site.zones.append(Zone("nests", Space.NESTS, x, y, (z, z + NEST_MM)))
    return house.nest_count


def _ledge(site: Site, house: House, x: tuple[float, float], y: tuple[float, float], top: float) -> None:
    """A frame under the boxes: its rear rail on the studs of the rear wall, its front on two legs."""
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    when = _when(house)
    rail = Piece(Duty.NEST_RAIL, "ledge rail", "N", "carries the nest boxes", Group.NESTS, when=when)
    side = Piece(Duty.FURNITURE, "ledge side", "N", "joins the ledge rails", Group.NESTS, when=when)
    leg = Piece(Duty.FURNITURE, "ledge leg", "N", "holds the ledge up", Group.NESTS, when=when)
    up = (top - deep, top)
    site.cross_member(rail, site.lines[0], up)
    front = (x[1] - thick, x[1])
    site.frame.stick(rail, front, y, up, "y")
    for low in (y[0], y[1] - thick):
        site.frame.stick(side, (x[0], front[0]), (low, low + thick), up, "x")
    for low in (y[0], y[1] - deep):
        site.frame.stick(leg, front, (low, low + deep), (house.floor_z, up[0]), "z")


def _egg_door(site: Site, house: House, y: tuple[float, float], foot: float) -> None:
    z = (foot, foot + NEST_MM)
    coat = _coat(house, "egg hatch", Space.OPEN)
    flap = Flap(Purpose.EGGS, "drop-down hatch with two-action latches", coat, "low", Space.NESTS)
    hang_flap(site, site.faces["rear"], y, z, flap)


def outside_nests(site: Site, house: House) -> int:
    """Boxes hung outside the rear wall on a frame of their own, under a lid or behind a hatch.

    Two rows are reached through one hatch behind them, the upper on a floor of its own.

    Args: site; house.
    Returns: how many boxes, 1 or more.
    Source: common practice, 300 mm boxes.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> outside_nests(begun("coop"), house)
    3
    """
    y, z = _row(site, house), house.floor_z
    top, wall = z + house.nests_high, site.x[0]
    x = (wall - NEST_DEPTH_MM, wall)
    _frame(site, x, y, z, _when(house))
    rear = site.faces["rear"]
    site.cover.open(
        rear,
        y,
        (z, top),
        Purpose.BIRDS,
        "way into the nests",
        "nothing: the birds go through",
        inside=Space.HOUSE,
        outside=Space.NESTS,
    )
    _partitions(site, house, x, y, z)
    for row in range(house.nests.rows):
        at = z + row * NEST_MM
        floor = Face("nest floor", (0, 0, at), (1, 0, 0), (0, 1, 0), (0, 0, -1), corners(x, y))
        site.cover.cover(floor, _coat(house, "nest floor", Space.HOUSE if row else Space.OPEN))
    back = _upright("nest back", x[0], y, (z, top - LID_FALL_MM), -1)
    fall = (NEST_DEPTH_MM**2 + LID_FALL_MM**2) ** 0.5
    up = (NEST_DEPTH_MM / fall, 0.0, LID_FALL_MM / fall)
    out = (-LID_FALL_MM / fall, 0.0, NEST_DEPTH_MM / fall)
    lid = Face("nest lid", (x[0], 0, top - LID_FALL_MM), (0, 1, 0), up, out, corners(y, (0, fall)))
    if house.nest_hatch == "lid" and house.nests.rows == 1:
        flap = Flap(
            Purpose.EGGS,
            "lid with two-action latches",
            _coat(house, "nest lid", Space.OPEN),
            "high",
            Space.NESTS,
        )
        hang_flap(site, lid, y, (0.0, fall), flap)
        site.cover.cover(back, _coat(house, "nest back", Space.OPEN))
    else:
        coat = _coat(house, "nest back", Space.OPEN)
        flap = Flap(Purpose.EGGS, "hatch with two-action latches", coat, "low", Space.NESTS)
        hang_flap(site, back, y, (z, top - LID_FALL_MM), flap)
        site.cover.cover(lid, _coat(house, "nest lid", Space.OPEN))
    site.zones.append(Zone("nests", Space.NESTS, x, y, (z, top)))
    return house.nests.rows * house.nests_in_row


def _frame(site: Site, x: tuple[float, float], y: tuple[float, float], z: float, when: When) -> None:
    """The floor frame of the boxes, hung on the rear bearer."""
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    up = (z - deep, z)
    rail = Piece(Duty.NEST_RAIL, "nest rail", "N", "carries the nest boxes", Group.NESTS, when=when)
    side = Piece(Duty.FURNITURE, "nest side", "N", "joins the nest rails", Group.NESTS, when=when)
    for low in (x[0], x[1] - thick):
        site.frame.stick(rail, (low, low + thick), y, up, "y")
    for low in (y[0], y[1] - thick):
        site.frame.stick(side, (x[0] + thick, x[1] - thick), (low, low + thick), up, "x")
