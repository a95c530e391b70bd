"""What can be changed about a walk-in coop, and what must hold between the choices."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.finding import What
from ergamot.core.frame.coop.roofs import ROOFS, Arched, Gable, Mono, Roof
from ergamot.core.frame.parameters import Choice, Parameter, Value, is_on, looked_up, switch
from ergamot.core.frame.parts.doors import MADE, OWN_DOOR_PARAMETERS, Doorway, read_doorway
from ergamot.core.frame.parts.gear import Gear, body_start, gear_parameters, read_gear
from ergamot.core.frame.parts.house import House, house_parameters, read_house
from ergamot.core.frame.parts.house.kinds import Place
from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, Inside, read_inside
from ergamot.core.frame.parts.openings import OF_SHEET
from ergamot.core.frame.parts.shell import bay_parameters, end_parameters
from ergamot.core.frame.parts.steel import BODY_PARAMETERS
from ergamot.core.frame.parts.timbers import (
    Timbers,
    rafter_parameters,
    read_timbers,
    timber_parameters,
    wall_timber_parameters,
)
from ergamot.core.frame.parts.walls import END_BRACES, FULL_BRACES

_GABLE = ("roof_kind", "gable")
_ARCHED = ("roof_kind", "arched")
_PITCHED = ("roof_kind", "gable", "mono")
LEAST_DOOR_MM = 300.0


def _bow_parameters() -> tuple[Parameter, ...]:
    """How the bows of an arched roof are bent, and what is tied along them."""
    by_hand = ("bow_bends", "1", "2", "3")
    return (
        Parameter(
            "bow_bends",
            "Bows bent",
            "frame",
            "choice",
            "0",
            choices=(
                Choice("0", "in one curve", "on a roller or a jig"),
                Choice("1", "once, at the crown", "with a hand bender"),
                Choice("2", "twice, flat on top", "with a hand bender"),
                Choice("3", "three times", "with a hand bender"),
            ),
            only_if=_ARCHED,
        ),
        Parameter(
            "bow_radius", "Bender's radius", "frame", "length", 120.0, 50, 600, only_if=by_hand, kept=True,
            note="to the middle of the tube", idle=(What.SPACE, What.WEIGHT, What.MOVING, What.WIND),
        ),
        Parameter(
            "take_up", "Bender's take-up", "frame", "length", 150.0, 30, 700, only_if=by_hand, kept=True,
            note="of a trial bend of 90°: from the mark to its back", idle=tuple(What),
        ),
        Parameter("purlins", "Pairs of purlins", "frame", "count", 0, 0, 3, only_if=_ARCHED, note="tied along the bows"),
    )  # fmt: skip


PARAMETERS: tuple[Parameter, ...] = (
    Parameter("length", "Length", "size", "length", 3657.6, 1200, 4876.8, note="base rails, end to end"),
    Parameter("width", "Width", "size", "length", 1828.8, 750, 3000, note="outside the side rails"),
    Parameter("wall", "Wall height", "size", "length", 1625.6, 400, 2200, note="ground to wall plate"),
    Parameter(
        "roof_kind",
        "Roof",
        "size",
        "choice",
        "gable",
        choices=(
            Choice("gable", "gable"),
            Choice("mono", "mono-pitch, falls to the right"),
            Choice("arched", "arched over bent tube"),
        ),
        idle=(What.SPACE,),
    ),
    Parameter(
        "pitch",
        "Roof pitch",
        "size",
        "angle",
        30.0,
        5,
        45,
        only_if=_PITCHED,
        note="gable 10° or more, mono-pitch to 25°",
    ),
    Parameter("rise", "Roof rise", "size", "length", 400.0, 200, 900, only_if=_ARCHED, note="plate to crown"),
    Parameter(
        "roofed",
        "Roofed",
        "size",
        "share",
        1.0,
        0,
        1,
        note="from the rear",
        idle=(What.SPACE,),
        and_if=lambda values: values["house"] != Place.WHOLE,
    ),
    *timber_parameters("2x3"),
    *BODY_PARAMETERS,
    *wall_timber_parameters("Plates", ("body_made", "timber")),
    *bay_parameters("studs"),
    FULL_BRACES,
    END_BRACES,
    Parameter(
        "tube",
        "Roof bows of",
        "frame",
        "choice",
        "emt-23",
        table="sections",
        uses=(Use.TUBE,),
        only_if=_ARCHED,
    ),
    *rafter_parameters(_PITCHED),
    *_bow_parameters(),
    Parameter(
        "overhang", "Eaves overhang", "frame", "length", 150.0, 0, 300, only_if=_GABLE, note="measured level"
    ),
    Parameter(
        "trim",
        "Eaves trim",
        "frame",
        "choice",
        "none",
        choices=(Choice("none", "none"), Choice("fascia", "a board along the rafter ends")),
        only_if=_GABLE,
    ),
    Parameter(
        "roof", "Roof of", "covering", "choice", "pvc", table="sheets", uses=(Use.ROOF,), idle=(What.SPACE,)
    ),
    Parameter("mesh", "Mesh", "covering", "choice", "welded-25x50", table="meshes", idle=(What.SPACE,)),
    switch(
        "wall_curtain",
        "Tarp over the sides",
        "covering",
        Choice("yes", "rolled up on a batten"),
        note="mesh behind it; let down in rain and wind",
        idle=(What.SPACE,),
    ),
    Parameter(
        "curtain_of",
        "Side tarps of",
        "covering",
        "choice",
        "tarp",
        table="sheets",
        uses=(Use.COVER,),
        only_if=("wall_curtain", "yes"),
        idle=(What.SPACE,),
    ),
    *end_parameters(
        "solid",
        lambda values: values["door_made"] != "none" and values["door_fill"] in OF_SHEET,
    ),
    Parameter(
        "door_width",
        "Door width",
        "covering",
        "length",
        650.0,
        350,
        900,
        note="clear, front end",
        kept=True,
        only_if=MADE,
    ),
    Parameter(
        "door_height",
        "Door height",
        "covering",
        "length",
        1750.0,
        LEAST_DOOR_MM,
        1950,
        note="above the base rail",
        kept=True,
        only_if=MADE,
    ),
    *OWN_DOOR_PARAMETERS,
    Parameter(
        "door_fill",
        "Door of",
        "covering",
        "choice",
        "mesh",
        choices=(Choice("mesh", "mesh"), Choice("solid", "sheet"), Choice("both", "sheet, mesh behind")),
        only_if=("door_made", "made", "own"),
        kept=True,
    ),
    *house_parameters("yes", 600.0, whole=True),
    *gear_parameters("handles", 800.0),
    *INSIDE_PARAMETERS,
)


@dataclass(frozen=True)
class CoopChoices:
    """The values of a coop with their rows looked up; lengths in mm, `pitch` in radians."""

    length: float
    width: float
    wall: float
    roof_kind: str
    pitch: float
    rise: float
    roofed: float
    section: Section
    species: Species
    timbers: Timbers
    bay: float
    bays: str
    tube: Section
    bow_bends: str
    bow_radius: float
    take_up: float
    purlins: int
    overhang: float
    trim: str
    roof: Sheet
    mesh: Mesh
    full_braces: bool
    wall_curtain: bool
    curtain_of: Sheet
    end_wall: str
    wall_sheet: Sheet
    doorway: Doorway
    door_fill: str
    house: House | None
    gear: Gear
    inside: Inside

    @property
    def half(self) -> float:
        return self.width / 2

    @property
    def slope(self) -> float:
        return math.tan(self.pitch)

    @cached_property
    def top(self) -> Roof:
        """The roof over its walls."""
        walls = self.half, self.wall, self.section.thick_mm
        kind = ROOFS[self.roof_kind]
        if kind is Arched:
            bender = int(self.bow_bends), self.bow_radius, self.take_up
            return Arched(*walls, self.width, self.rise, self.tube.thick_mm, *bender)
        rafters = self.slope, self.timbers.roof.section.deep_mm / math.cos(self.pitch)
        return Mono(*walls, *rafters) if kind is Mono else Gable(*walls, *rafters, self.overhang)

    @property
    def sill_z(self) -> float:
        """What the door opens over: the base rail, or the floor of a house as long as the pen."""
        return self.house.floor_z if self.house and self.house.whole else self.timbers.foot_z

    @property
    def run_top(self) -> float:
        """Clear height over the ground of the run, over the floor where the birds range by day."""
        if not (self.house and self.house.whole):
            return self.top.under_z(0)
        floor = self.house.floor_z
        return self.top.under_z(0) - floor if self.house.ranges else self.house.under_floor


def longest_rise(pen: CoopChoices) -> float:
    """The rise at which a bow takes all of one tube: arc ≈ w + 8r²/(3w), a little over for safety.

    Args: pen.
    Returns: mm.
    Source: series of the circular arc; common practice.

    >>> round(longest_rise(chosen(asked("coop"), c)))
    887
    """
    spare = pen.tube.longest_mm - pen.width
    return math.sqrt(max(0.0, spare) * pen.width * 3 / 8) * 0.97


def chosen(values: Mapping[str, Value], catalogue: Catalogue) -> CoopChoices:
    """Look up the rows the values name.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the CoopChoices.
    Raises: UnknownChoice.
    Source: common practice.

    >>> chosen(asked("coop"), c).length
    3657.6
    """
    deep = pick(catalogue.sections, str(values["section"]), "section").deep_mm
    gear, house = read_gear(values, catalogue), read_house(values, catalogue)
    if house and house.whole:
        house = replace(house, length=float(values["length"]) - body_start(gear))
    return CoopChoices(
        **{
            **looked_up(CoopChoices, PARAMETERS, values, catalogue),
            "pitch": math.radians(float(values["pitch"])),
            "doorway": read_doorway(values, deep),
            "house": house,
            "full_braces": is_on(values, FULL_BRACES.name),
            "wall_curtain": is_on(values, "wall_curtain"),
            "timbers": read_timbers(values, catalogue),
            "gear": gear,
            "inside": read_inside(values, catalogue),
        }
    )
