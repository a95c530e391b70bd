"""What must hold between the choices of a hoop."""

from __future__ import annotations

from collections.abc import Mapping

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.hoop.choices import (
    LEAST_DOOR_MM,
    LEAST_FOR_ROOSTS_MM,
    LEAST_RISE_MM,
    LEAST_WALL_MM,
    HoopChoices,
    bars_that_fit,
    chosen,
    post_places,
    under_arch,
)
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.gear import check_gear
from ergamot.core.frame.parts.house import check_bearers, check_house, roosts_over_floor
from ergamot.core.frame.parts.site import both, refuse_above, refuse_below
from ergamot.core.frame.parts.timbers import check_lengths


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    """Refuse values that each stand within their range but cannot be built together.

    Args: values, one for each of PARAMETERS; catalogue.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice; stock lengths from the catalogue.

    >>> check(asked("hoop"), c)
    """
    pen = chosen(values, catalogue)
    check_lengths(pen.timbers, values)
    check_gear(pen.gear, pen.length)
    if pen.curve.rise < LEAST_RISE_MM:
        raise OutOfRange("width", pen.width, f"less: the panel rises only {both(pen.curve.rise)}")
    posts = post_places(pen)
    pen.doorway.refuse_wider(2 * pen.half * 0.6, "for posts that still reach the arch")
    foot_y = pen.arch_inside[-1][0]
    if posts[1] > foot_y:
        _refuse_posts(pen, foot_y)
    if 0 < pen.wall < LEAST_WALL_MM:
        raise OutOfRange("wall", pen.wall, f"0 for none, or at least {both(LEAST_WALL_MM)}")
    room = min(under_arch(pen, y) for y in posts) - pen.timbers.foot_z - pen.section.deep_mm - 20
    pen.doorway.refuse_taller(room, "under this curve with this door width")
    if pen.house:
        _check_house(pen)
    if pen.stand:
        _check_stand(pen)


def _check_stand(pen: HoopChoices) -> None:
    """Roosts on a stand of their own."""
    refuse_below("roost_height", pen.roost_height, 2 * pen.section.deep_mm + 20, "over the roost's sill")
    if pen.roost_bars > bars_that_fit(pen):
        fit = bars_that_fit(pen)
        if fit < 1:
            raise OutOfRange("roost_height", pen.roost_height, "lower: the curve comes in over the bars here")
        raise OutOfRange(
            "roost_bars", pen.roost_bars, f"at most {fit} with 0.35 m between them at this height"
        )
    if pen.length - pen.start < LEAST_FOR_ROOSTS_MM:
        raise OutOfRange("roost_bars", pen.roost_bars, "0 in a pen this short: there is no room for a stand")


def _check_house(pen: HoopChoices) -> None:
    """A house hangs between the studs of knee walls: its floor, and the rails of its roosts."""
    house, deep, thick = pen.house, pen.section.deep_mm, pen.section.thick_mm
    assert house
    if not pen.wall:
        raise OutOfRange("house", "yes", "none without knee walls: its floor hangs between their studs")
    over = max(
        roosts_over_floor(house) + house.bar.high if house.roosts.there else 0.0, house.nests_over_floor
    )
    refuse_above(
        "house_floor", house.floor_z, pen.wall - deep - over - 10, "for it to hang between these knee walls"
    )
    check_bearers(house, pen.timbers.foot_z)
    check_house(house, pen.profile(), pen.length - pen.start, deep, thick)


def _refuse_posts(pen: HoopChoices, foot_y: float) -> None:
    """The door posts would run into the feet of the arch."""
    widest = 2 * (foot_y - 2 * pen.section.deep_mm)
    if widest < LEAST_DOOR_MM:
        raise OutOfRange(
            "width", pen.width, f"more: door posts of {pen.section.label} need room inside the arch"
        )
    pen.doorway.refuse_wider(widest, "between the feet of the arch")
