"""What can be changed about a low pen, and what must hold between the choices."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species
from ergamot.core.catalogue.kinds import Use
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import What
from ergamot.core.frame.low_pen.tall import TALL_PARAMETERS, TallHouse, check_tall, read_tall
from ergamot.core.frame.parameters import Choice, Parameter, Value, is_on, looked_up, switch
from ergamot.core.frame.parts.gear import Gear, body_start, check_gear, check_pole, gear_parameters, read_gear
from ergamot.core.frame.parts.house import check_bearers, house_parameters, housed
from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, Inside, read_inside
from ergamot.core.frame.parts.openings import OF_SHEET, some_closed_by
from ergamot.core.frame.parts.site import both, check_stock, refuse_below
from ergamot.core.frame.parts.timbers import (
    Timbers,
    check_lengths,
    read_timbers,
    timber_parameters,
    wall_timber_parameters,
)
from ergamot.core.frame.parts.walls import END_BRACES
from ergamot.core.frame.wanted import Wanted

CUT = ("roof_made", "cut")
OWN = ("roof_made", "own")

DROP_FRONT = "drop-front"  # of what a low pen is reached by
PARAMETERS: tuple[Parameter, ...] = (
    Parameter("length", "Length", "size", "length", 3048.0, 1200, 4876.8, note="base rails, end to end"),
    Parameter(
        "width",
        "Width",
        "size",
        "length",
        2133.6,
        750,
        3657.6,
        only_if=CUT,
        note="outside the side rails",
    ),
    Parameter("height", "Height", "size", "length", 609.6, 400, 1200, note="ground to top of frame"),
    Parameter(
        "roofed", "Roofed", "size", "share", 0.6, 0, 1, only_if=CUT, note="from the rear", idle=(What.SPACE,)
    ),
    Parameter(
        "fall", "Roof falls", "size", "angle", 0.0, 0, 15, note="to the right; 0 is flat, else 3° or more"
    ),
    *timber_parameters("2x3"),
    *wall_timber_parameters("Top rails"),
    Parameter("bay", "Longest bay", "frame", "length", 1200.0, 500, 1500, note="between uprights"),
    Parameter(
        "roof", "Roof", "covering", "choice", "pvc", table="sheets", uses=(Use.ROOF,), idle=(What.SPACE,)
    ),
    Parameter(
        "roof_made",
        "Roof sheets",
        "covering",
        "choice",
        "cut",
        choices=(
            Choice("cut", "cut to the pen"),
            Choice("own", "ones you have, uncut", "the pen is made to fit them"),
        ),
        kept=True,
    ),
    Parameter("own_sheets", "Your sheets", "covering", "count", 2, 1, 6, only_if=OWN, kept=True),
    Parameter(
        "own_sheet_across", "Sheet across", "covering", "length", 2000.0, 950, 3657.6, only_if=OWN, kept=True
    ),
    Parameter(
        "own_sheet_along", "Sheet along", "covering", "length", 900.0, 400, 2500, only_if=OWN, kept=True
    ),
    Parameter(
        "walls",
        "Walls",
        "covering",
        "choice",
        "rear",
        choices=(
            Choice("mesh", "mesh all round"),
            Choice("rear", "solid at the rear"),
            Choice("sheltered", "solid round the roofed part"),
        ),
        idle=(What.SPACE,),
    ),
    Parameter(
        "wall_sheet",
        "Solid walls of",
        "covering",
        "choice",
        "ply-5",
        table="sheets",
        uses=(
            Use.WALL,
            Use.ROOF,
        ),
        and_if=lambda values: values["walls"] != "mesh" or some_closed_by(values, *OF_SHEET),
        idle=(What.SPACE,),
    ),
    Parameter("side_mesh", "Side mesh", "covering", "choice", "welded-12", table="meshes"),
    Parameter("top_mesh", "Overhead mesh", "covering", "choice", "welded-25", table="meshes"),
    Parameter(
        "access",
        "Reached by",
        "covering",
        "choice",
        "lid",
        choices=(
            Choice("lid", "a lid in the top"),
            Choice(DROP_FRONT, "a front that drops"),
            Choice("side-hatch", "a hatch in the left side"),
        ),
    ),
    END_BRACES,
    switch(
        "apart",
        "Sides, ends and top",
        "frame",
        Choice("yes", "bolted to each other", "comes apart and packs flat"),
        "screwed together",
        idle=(What.SPACE, What.WIND),
    ),
    # Over its pop hole is the top of the run: a window goes where an opening does
    *(one for one in house_parameters("no", 300.0) if not one.name.startswith("window")),
    *TALL_PARAMETERS,
    *gear_parameters("handles"),
    *INSIDE_PARAMETERS,
)

HOUSED_MM = 750.0  # walls under which birds come out of a house; judgement
WALLS_MM = (609.6, 762.0, 914.4)  # low pens are as high as a roll of mesh is wide
LEAST_STRIP_MM = 350.0  # a roofed or open strip narrower than this is not worth its sticks
LEAST_INSIDE_MM = 300.0  # clear height below which no bird walks; judgement


@dataclass(frozen=True)
class LowPenChoices:
    """The values of a low pen with their catalogue rows looked up; lengths in mm."""

    length: float
    width: float
    height: float
    roofed: float
    section: Section
    species: Species
    timbers: Timbers
    bay: float
    roof: Sheet
    walls: str
    wall_sheet: Sheet
    side_mesh: Mesh
    top_mesh: Mesh
    fall: float
    access: str
    apart: bool
    roof_made: str
    tall: TallHouse | None
    gear: Gear
    inside: Inside

    @property
    def half(self) -> float:
        return self.width / 2

    @property
    def slope(self) -> float:
        return math.tan(math.radians(self.fall))

    def top_at(self, y: float) -> float:
        """Height of the top over a place across the pen; it falls to the right."""
        return self.height - (self.half - y) * self.slope

    @property
    def low_height(self) -> float:
        return self.top_at(-self.half)


def chosen(values: Mapping[str, Value], catalogue: Catalogue) -> LowPenChoices:
    """Look up the rows the values name.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the LowPenChoices.
    Raises: UnknownChoice.
    Source: common practice.

    >>> chosen(asked("low-pen"), c).length
    3048.0
    """
    return LowPenChoices(
        **{
            **looked_up(LowPenChoices, PARAMETERS, values, catalogue),
            "timbers": read_timbers(values, catalogue),
            "tall": read_tall(values, catalogue),
            "gear": read_gear(values, catalogue),
            "inside": read_inside(values, catalogue),
            "apart": is_on(values, "apart"),
        }
    )


def settle(values: Mapping[str, Value], catalogue: Catalogue) -> dict[str, Value]:
    """What sheets the keeper has, laid uncut, fix: the width they reach across, the share they cover.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the values, true to the sheets.
    Raises: OutOfRange when they are more than the pen is long.
    Source: geometry: a sheet reaches less far across the steeper it lies.

    >>> settle(asked("low-pen"), c)["width"]
    2133.6
    """
    if values["roof_made"] != "own":
        return dict(values)
    across, along = float(values["own_sheet_across"]), float(values["own_sheet_along"])
    count = int(float(values["own_sheets"]))
    body = float(values["length"]) - body_start(read_gear(values, catalogue))
    tall = read_tall(values, catalogue)
    before = tall.house.length if tall else 0.0  # they begin in front of a house
    most = int((body - before + 1e-6) / along)
    if count > most:
        if most < 1:
            room = body - before
            allowed = f"at most {both(room)}, the length it has for them"
            raise OutOfRange("own_sheet_along", along, allowed, most=room)
        raise OutOfRange("own_sheets", count, f"at most {most} along this pen")
    left_open = body - before - count * along
    if values["access"] == "lid" and left_open < LEAST_STRIP_MM:
        raise OutOfRange(
            "access", "lid", "a front or a hatch: a lid under sheets left uncut would have to be cut in them"
        )
    if 1 < left_open < LEAST_STRIP_MM:
        raise OutOfRange(
            "length",
            float(values["length"]),
            f"{both(float(values['length']) - left_open)}, or {both(LEAST_STRIP_MM - left_open)} longer",
            "This length leaves a strip too narrow to frame in front of your sheets: make it "
            f"{both(left_open)} shorter, or {both(LEAST_STRIP_MM - left_open)} longer",
        )
    width = across * math.cos(math.radians(float(values["fall"])))
    return {**values, "width": width, "roofed": min(1.0, (before + count * along) / body)}


def wanted(flock: Wanted) -> dict[str, Value]:
    """What a flock wants in a low pen: walls that clear them, a catch board, and a house over part of it where they lay.

    Args: flock, what it asks.
    Returns: values to begin with.
    Source: common practice.

    >>> wanted(Wanted(500.0, 0.0, 0, False))
    {'house': 'no', 'height': 609.6, 'catch_board': 'yes'}
    """
    least = max(flock.head_room_mm, HOUSED_MM if flock.lays else 0.0)
    enough = (roll for roll in WALLS_MM if roll >= least)
    return {**housed(flock), "height": next(enough, WALLS_MM[-1]), "catch_board": "yes"}


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    """Refuse values that each stand within their range but cannot be built together.

    Args: values, one for each of PARAMETERS; catalogue.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice; stock lengths from the catalogue.

    >>> check(asked("low-pen"), c)
    """
    pen = chosen(values, catalogue)
    check_lengths(pen.timbers, values)
    if pen.timbers.leaf and pen.access == DROP_FRONT:
        check_stock(pen.timbers.leaf, values, ("width",))
    if 0 < pen.fall < pen.roof.least_fall_deg:
        raise OutOfRange(
            "fall",
            pen.fall,
            f"0 for a flat roof, or at least {pen.roof.least_fall_deg:g}° for rain to run off",
        )
    least = pen.section.deep_mm + pen.timbers.foot_z + LEAST_INSIDE_MM
    refuse_below("height", pen.height, least, f"with {pen.section.label} rails")
    refuse_below(
        "height", pen.height, least + pen.width * pen.slope, "for this fall to leave room at the low side"
    )
    check_gear(pen.gear, pen.length)
    check_pole(pen.gear, pen.half, pen.section)
    if pen.tall:
        if pen.fall:
            raise OutOfRange("fall", pen.fall, "0 beside a house: the house's own roof falls")
        if pen.apart:
            raise OutOfRange("apart", "yes", "screwed together with a house in it")
        if float(values["house_fall"]) < pen.roof.least_fall_deg:
            enough = f"at least {pen.roof.least_fall_deg:g}° for rain to run off"
            raise OutOfRange("house_fall", float(values["house_fall"]), enough)
        body = pen.length - body_start(pen.gear)
        check_bearers(pen.tall.house, pen.timbers.foot_z)
        check_tall(pen.tall, pen.height, body, pen.section)
