"""What must hold between the choices of a walk-in coop, and what one of them settles of another."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.coop.bent import check_bows
from ergamot.core.frame.coop.choices import LEAST_DOOR_MM, CoopChoices, chosen, longest_rise
from ergamot.core.frame.coop.roofs import ROOFS, Arched, Gable, Mono
from ergamot.core.frame.kinds import Purpose
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.gear import body_start, check_gear, check_pole
from ergamot.core.frame.parts.house import (
    check_bearers,
    check_dock,
    check_house,
    check_tray,
    check_under_plate,
)
from ergamot.core.frame.parts.openings import read_openings
from ergamot.core.frame.parts.site import refuse_above
from ergamot.core.frame.parts.steel import welded_body
from ergamot.core.frame.parts.timbers import check_lengths

RIDGE_UNDER = (
    1.5  # thicknesses of tube from a bow's middle at the crown to the underside of the tube it carries
)


def settled(values: Mapping[str, Value], catalogue: Catalogue) -> dict[str, Value]:
    """The values with what follows from them settled.

    Hands take hold no higher than the wall and under the rafters' tails; a door is no higher than its house; a body is of
    steel only on a base of steel, and nothing of it then sawn; an arched roof has no rafters.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the values.
    Raises: UnknownChoice, OutOfRange.
    Source: common practice.

    >>> settled({**asked("coop"), "wall": 600.0, "hold_height": 800.0, "overhang": 0.0}, c)["hold_height"]
    600.0
    """
    if not welded_body(values):
        values = {**values, "body_made": "timber"}
    else:
        values = {**values, "upright_made": "same", "top_made": "same"}
    if not ROOFS[str(values["roof_kind"])].raftered:
        values = {**values, "rafter_made": "same"}
    pen = chosen(values, catalogue)
    tails = pen.top.under_z(pen.half + pen.section.thick_mm) if pen.top.heel else pen.wall
    if (
        pen.top.heel and pen.trim == "fascia" and pen.overhang < pen.section.thick_mm
    ):  # the board hangs before the handle
        tails = min(tails, pen.top.z(pen.half + pen.overhang) - catalogue.sections["1x3"].deep_mm)
    most = math.floor(min(pen.wall, tails))
    kept = {**values, "hold_height": min(float(values["hold_height"]), float(most))}
    if pen.house and pen.house.whole:
        kept["door_height"] = max(
            LEAST_DOOR_MM, min(float(values["door_height"]), math.floor(_over_door(pen)))
        )
    return kept


def _over_door(pen: CoopChoices) -> float:
    """Room over the sill of the door: under its head, and where its posts meet the roof."""
    wide, deep = pen.doorway.clear[0], pen.section.deep_mm
    over_head = min(pen.top.under_z(y) for y in (-wide / 2, wide / 2)) - deep
    if isinstance(pen.top, Arched):  # a tube runs under the crown to the front
        over_head = min(
            over_head, pen.wall + pen.top.bow.height_at(0.0) - RIDGE_UNDER * pen.tube.thick_mm - deep
        )
    over_post = min(pen.top.under_z(y) for y in (-wide / 2 - deep, wide / 2 + deep)) - 10
    return min(over_head, over_post) - pen.sill_z


def _ridge_stands(roof: Gable) -> bool:
    """Do rafters and ridge board stay above the end plates where they meet?"""
    return roof.under_z(roof.thick / 2) >= roof.wall


def _check_roof(pen: CoopChoices) -> None:
    """Refuse a roof too low, too steep or too high for its kind."""
    roof, degrees = pen.top, math.degrees(pen.pitch)
    if isinstance(roof, Gable):
        if degrees < 10:
            raise OutOfRange(
                "pitch", round(degrees, 1), "at least 10° for a gable: a lower one is a flat roof"
            )
        if not _ridge_stands(roof):
            least = next(d for d in range(10, 46) if _meets(pen, d))
            meet = f"at least {least}° for rafters of {pen.section.label} to meet over the end plates"
            raise OutOfRange("pitch", round(degrees, 1), meet)
    if isinstance(roof, Mono):
        if degrees > 25:
            raise OutOfRange("pitch", round(degrees, 1), "at most 25° for a mono-pitch")
        refuse_above("wall", pen.wall, 2600 - pen.width * roof.slope, "to keep the high wall under 2.6 m")
    if isinstance(roof, Arched):
        refuse_above("rise", pen.rise, pen.half, "half the width, or the tube bends back on itself")
        refuse_above("rise", pen.rise, longest_rise(pen), f"for a bow out of one {pen.tube.label}")
        check_bows(pen, roof)


def _meets(pen: CoopChoices, degrees: int) -> bool:
    roof = replace(pen, pitch=math.radians(degrees)).top
    return isinstance(roof, Gable) and _ridge_stands(roof)


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    """Refuse values that each stand within their range but cannot be built together.

    Args: values, one for each of PARAMETERS; catalogue.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice; stock lengths from the catalogue.

    >>> check(asked("coop"), c)
    """
    pen = chosen(values, catalogue)
    check_lengths(pen.timbers, values)
    _check_roof(pen)
    check_gear(pen.gear, pen.length)
    check_pole(pen.gear, pen.half, pen.section)
    deep = pen.section.deep_mm
    pen.doorway.refuse_taller(_over_door(pen), "under this roof: raise the wall or the pitch")
    pen.doorway.refuse_wider(pen.width - 2 * (deep + pen.section.thick_mm + 20), "between the walls")
    if pen.house and pen.house.docks_at:
        birds = (
            one
            for one in read_openings(values, pen.mesh, pen.wall_sheet).wanted
            if one.purpose is Purpose.BIRDS
        )
        floor = pen.house.floor_z if pen.house.ranges else 0.0
        check_dock(pen.house, [max(one.sill, floor) for one in birds], pen.gear.ride)
    if pen.house:
        body = pen.length - body_start(pen.gear)
        check_house(pen.house, pen.top.profile(), body, deep, pen.section.thick_mm)
        check_bearers(pen.house, pen.timbers.foot_z)
        check_tray(pen.house, pen.timbers.foot_z)
        check_under_plate(pen.house, pen.wall, deep)
