"""What can be changed about a walk-in coop, and what must hold between the choices."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import What
from ergamot.core.frame.curves import arc, arc_length
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Choice, Parameter, Value, looked_up
from ergamot.core.frame.parts.doors import OWN_DOOR_PARAMETERS, Doorway, read_doorway
from ergamot.core.frame.parts.gear import Gear, body_start, check_gear, gear_parameters, read_gear
from ergamot.core.frame.parts.house import House, check_house, house_parameters, read_house, roosts_over_floor
from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, Inside, read_inside
from ergamot.core.frame.parts.shell import (
    Timbers,
    bay_parameters,
    end_parameters,
    read_timbers,
    timber_parameters,
)
from ergamot.core.frame.parts.site import check_stock, refuse_above
from ergamot.core.frame.profile import Edge, Profile, chain

_GABLE = ("roof_kind", "gable")
_ARCHED = ("roof_kind", "arched")
_PITCHED = ("roof_kind", "gable", "mono")
LEAST_DOOR_MM = 300.0
ARC_PIECES = 8  # strips a bent roof is drawn and loaded in

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
    Parameter("roofed", "Roofed", "size", "share", 1.0, 0, 1, note="from the rear", idle=(What.SPACE,)),
    *timber_parameters("2x3"),
    *bay_parameters("studs"),
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
    *end_parameters("solid"),
    Parameter(
        "door_width", "Door width", "covering", "length", 650.0, 350, 900, note="clear, front end", kept=True
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
    ),
    *OWN_DOOR_PARAMETERS,
    Parameter(
        "door_fill",
        "Door of",
        "covering",
        "choice",
        "mesh",
        choices=(Choice("mesh", "mesh"), Choice("solid", "sheet"), Choice("both", "sheet, mesh behind")),
        kept=True,
    ),
    *house_parameters("yes", 600.0, whole=True),
    *gear_parameters("handles", 800.0),
    *INSIDE_PARAMETERS,
)


@dataclass(frozen=True)
class Chosen:
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
    overhang: float
    trim: str
    roof: Sheet
    mesh: Mesh
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

    @property
    def drop(self) -> float:
        """Depth of a rafter measured plumb."""
        return self.section.deep_mm / math.cos(self.pitch)

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
        """Underside of the end rafters, or of the end plate's top under an arch."""
        return self.roof_z(y) - (self.drop if self.roof_kind != "arched" else self.section.deep_mm)

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
        return self.under_z(0) - floor if self.house.ranges else floor - self.section.deep_mm

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
        bent = [(y, self.wall + z) for y, z in arc(self.width, rise, ARC_PIECES)]
        chords = sum(math.dist(a, b) for a, b in itertools.pairwise(bent))
        stretch = arc_length(self.width, rise) / chords
        edges = [Edge("right", (-half, 0.0), bent[0])]
        pairs = itertools.pairwise(bent)
        edges += [Edge(f"roof {i + 1}", a, b, curved=True, stretch=stretch) for i, (a, b) in enumerate(pairs)]
        return Profile((*edges, Edge("left", bent[-1], (half, 0.0))), self.wall)


def longest_rise(pen: Chosen) -> float:
    """The rise at which a bow takes all of one tube: arc ≈ w + 8r²/(3w), a little over for safety.

    Args: pen.
    Returns: mm.
    Source: series of the circular arc; common practice.

    >>> round(longest_rise(chosen(asked("coop"), c)))
    887
    """
    spare = pen.tube.longest_mm - pen.width
    return math.sqrt(max(0.0, spare) * pen.width * 3 / 8) * 0.97


def chosen(values: Mapping[str, Value], catalogue: Catalogue) -> Chosen:
    """Look up the rows the values name.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the Chosen.
    Raises: UnknownChoice.
    Source: common practice.

    >>> chosen(asked("coop"), c).length
    3657.6
    """
    deep = pick(catalogue.sections, str(values["section"]), "section").deep_mm
    gear, house = read_gear(values, catalogue), read_house(values, catalogue)
    if house and house.whole:
        house = replace(house, length=float(values["length"]) - body_start(gear))
    return Chosen(
        **{
            **looked_up(Chosen, PARAMETERS, values, catalogue),
            "pitch": math.radians(float(values["pitch"])),
            "doorway": read_doorway(values, deep),
            "house": house,
            "timbers": read_timbers(values, catalogue),
            "gear": gear,
            "inside": read_inside(values, catalogue),
        }
    )


def settled(values: Mapping[str, Value], catalogue: Catalogue) -> dict[str, Value]:
    """The values, hands taking hold no higher than the wall and under the rafters' tails, a door no higher than its house.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the values.
    Raises: UnknownChoice, OutOfRange.
    Source: common practice.

    >>> settled({**asked("coop"), "wall": 600.0, "hold_height": 800.0, "overhang": 0.0}, c)["hold_height"]
    600.0
    """
    pen = chosen(values, catalogue)
    tails = pen.under_z(pen.half + pen.section.thick_mm) if pen.heel else pen.wall
    most = math.floor(min(pen.wall, tails))
    kept = {**values, "hold_height": min(float(values["hold_height"]), float(most))}
    if pen.house and pen.house.whole:
        kept["door_height"] = max(
            LEAST_DOOR_MM, min(float(values["door_height"]), math.floor(_over_door(pen)))
        )
    return kept


def _over_door(pen: Chosen) -> float:
    """Room over the sill of the door: under its head, and where its posts meet the roof."""
    wide, deep = pen.doorway.clear[0], pen.section.deep_mm
    over_head = min(pen.under_z(y) for y in (-wide / 2, wide / 2)) - deep
    over_post = min(pen.under_z(y) for y in (-wide / 2 - deep, wide / 2 + deep)) - 10
    return min(over_head, over_post) - pen.sill_z


def _ridge_stands(pen: Chosen) -> bool:
    """Do rafters and ridge board of a gable stay above the end plates where they meet?"""
    return pen.roof_z(pen.section.thick_mm / 2) - pen.drop >= pen.wall


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    """Refuse values that each stand within their range but cannot be built together.

    Args: values, one for each of PARAMETERS; catalogue.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice; stock lengths from the catalogue.

    >>> check(asked("coop"), c)
    """
    pen = chosen(values, catalogue)
    check_stock(pen.section, values, ("length", "width"))
    if pen.timbers.base:
        check_stock(pen.timbers.base.section, values, ("length", "width"))
    degrees = math.degrees(pen.pitch)
    if pen.roof_kind == "gable" and degrees < 10:
        raise OutOfRange("pitch", round(degrees, 1), "at least 10° for a gable: a lower one is a flat roof")
    if pen.roof_kind == "gable" and not _ridge_stands(pen):
        least = next(d for d in range(10, 46) if _ridge_stands(replace(pen, pitch=math.radians(d))))
        raise OutOfRange(
            "pitch",
            round(degrees, 1),
            f"at least {least}° for rafters of {pen.section.label} to meet over the end plates",
        )
    if pen.roof_kind == "mono" and degrees > 25:
        raise OutOfRange("pitch", round(degrees, 1), "at most 25° for a mono-pitch")
    if pen.roof_kind == "mono":
        refuse_above("wall", pen.wall, 2600 - pen.width * pen.slope, "to keep the high wall under 2.6 m")
    if pen.roof_kind == "arched":
        refuse_above("rise", pen.rise, pen.half, "half the width, or the tube bends back on itself")
        refuse_above("rise", pen.rise, longest_rise(pen), f"for a bow out of one {pen.tube.label}")
    check_gear(pen.gear, pen.length)
    deep = pen.section.deep_mm
    pen.doorway.refuse_taller(_over_door(pen), "under this roof: raise the wall or the pitch")
    pen.doorway.refuse_wider(pen.width - 2 * (deep + pen.section.thick_mm + 20), "between the walls")
    if pen.house:
        body = pen.length - body_start(pen.gear)
        check_house(pen.house, pen.profile(), body, deep, pen.section.thick_mm)
        most = pen.wall - deep - 300
        refuse_above("house_floor", pen.house.floor_z, most, "to stand below the wall plate")
        under = pen.wall - deep - roosts_over_floor(pen.house) - pen.section.thick_mm - 10
        refuse_above("house_floor", pen.house.floor_z, under, "for the roosts to clear the end plate")
