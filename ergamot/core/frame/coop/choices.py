"""What can be changed about a walk-in coop, and what must hold between the choices."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.finding import What
from ergamot.core.frame.bows import Bow, bow, lead_mm
from ergamot.core.frame.curves import arc, arc_length
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Choice, Parameter, Value, is_on, looked_up, switch
from ergamot.core.frame.parts.doors import MADE, OWN_DOOR_PARAMETERS, Doorway, read_doorway
from ergamot.core.frame.parts.gear import Gear, body_start, gear_parameters, read_gear
from ergamot.core.frame.parts.house import House, house_parameters, read_house
from ergamot.core.frame.parts.house.parameters import Place
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
from ergamot.core.frame.profile import Edge, Profile, chain

_GABLE = ("roof_kind", "gable")
_ARCHED = ("roof_kind", "arched")
_PITCHED = ("roof_kind", "gable", "mono")
LEAST_DOOR_MM = 300.0
CLEAR_MM = 1.0  # of arithmetic, between a bow and what it is tied to
UNDER_BOW = 0.5  # diameters that a post ends under a bow; judgement: its strap
BOW_PIECES = 8  # straight pieces a bow of one curve is drawn in
ARC_PIECES = 8  # strips a bent roof is drawn and loaded in


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
    def bends(self) -> int:
        """Bends in each bow; none where it is one curve."""
        return int(self.bow_bends)

    @cached_property
    def bow(self) -> Bow:
        """One bow, from the middle of the one plate to the middle of the other, its feet at 0: of one curve where it is
        rolled, else bent at corners that lie on that curve."""
        base = self.width - self.section.thick_mm
        rise = min(min(self.rise, self.half) - self.tube.thick_mm - 2, base / 2)
        if not self.bends:
            return Bow(arc(base, rise, BOW_PIECES), arc_length(base, rise), ())
        lead = lead_mm(self.take_up, self.bow_radius, self.tube.thick_mm)
        return bow(arc(base, rise, self.bends + 1), self.bow_radius, lead)

    @property
    def half(self) -> float:
        return self.width / 2

    @property
    def slope(self) -> float:
        return math.tan(self.pitch)

    @property
    def drop(self) -> float:
        """Depth of a rafter measured plumb."""
        return self.timbers.roof.section.deep_mm / math.cos(self.pitch)

    @property
    def heel(self) -> float:
        """How far the roof plane stands above the plate at the wall's outer face."""
        if self.roof_kind != "gable" or self.overhang == 0:
            return 0.0
        return self.drop - self.section.thick_mm * self.slope

    def roof_z(self, y: float) -> float:
        """Height of the roof plane over a place across the pen; arched: of the plate."""
        if self.roof_kind == "gable":
            return self.wall + self.heel + (self.half - abs(y)) * self.slope
        if self.roof_kind == "mono":
            return self.wall + (self.half + y) * self.slope
        return self.wall

    def under_z(self, y: float) -> float:
        """Underside of the end rafters, or of the bow at an end."""
        if self.roof_kind == "arched":
            wide = self.tube.thick_mm
            low = min(self.bow.height_at(at) for at in (y - wide, y, y + wide))
            return self.wall + CLEAR_MM + low - UNDER_BOW * wide
        return self.roof_z(y) - self.drop

    @property
    def sill_z(self) -> float:
        """What the door opens over: the base rail, or the floor of a house as long as the pen."""
        return self.house.floor_z if self.house and self.house.whole else self.timbers.foot_z

    @property
    def run_top(self) -> float:
        """Clear height over the ground of the run, over the floor where the birds range by day."""
        if not (self.house and self.house.whole):
            return self.under_z(0)
        floor = self.house.floor_z
        return self.under_z(0) - floor if self.house.ranges else self.house.under_floor

    def clear(self, z: float) -> Flat:
        """Between studs, and above them between the rafters' undersides: right y, left y."""
        inner = self.half - self.section.thick_mm
        if self.roof_kind != "gable":
            return -inner, inner
        under = self.half - (z - self.wall - self.heel + self.drop) / self.slope
        y = min(inner, under)
        return -y, y

    def profile(self) -> Profile:
        half = self.half
        if self.roof_kind == "gable":
            eave = self.wall + self.heel
            points = [(-half, 0.0), (-half, eave), (0.0, self.roof_z(0)), (half, eave), (half, 0.0)]
            return chain(points, ["right", "right roof", "left roof", "left"], eave)
        if self.roof_kind == "mono":
            points = [(-half, 0.0), (-half, self.wall), (half, self.roof_z(half)), (half, 0.0)]
            return chain(points, ["right", "roof", "left"], self.wall)
        rise = min(self.rise, half)
        bent = [
            (y, self.wall + z) for y, z in arc(self.width, rise, self.bends + 1 if self.bends else ARC_PIECES)
        ]
        chords = sum(math.dist(a, b) for a, b in itertools.pairwise(bent))
        stretch = 1.0 if self.bends else arc_length(self.width, rise) / chords
        edges = [Edge("right", (-half, 0.0), bent[0])]
        pairs = itertools.pairwise(bent)
        edges += [Edge(f"roof {i + 1}", a, b, not self.bends, stretch) for i, (a, b) in enumerate(pairs)]
        return Profile((*edges, Edge("left", bent[-1], (half, 0.0))), self.wall)


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
